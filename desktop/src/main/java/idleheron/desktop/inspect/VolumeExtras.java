package idleheron.desktop.inspect;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.check.VolumeEmitter;
import idleheron.core.volume.measure.Histogram;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.Slice;
import idleheron.core.volume.tree.TreeStats;
import idleheron.desktop.model.Bench;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.Ui;
import idleheron.render.ink.HeatRamp;
import idleheron.render.ink.Palette.Tone;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.Tooltip;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import org.jspecify.annotations.Nullable;

/** A slice through the field that is shown, with the value under the cursor, and how its values are spread. */
public final class VolumeExtras extends HBox {
    private static final double SLICE = 132;
    private static final double BARS = 150;

    private final Bench bench;
    private final ComboBox<String> field = new ComboBox<>();
    /** What is drawn below the slice. */
    private enum Plot {
        VALUES,
        EMITTER
    }

    private final Choice<Integer> axis = new Choice<>(
            List.of(0, 1, 2),
            a -> "XYZ".substring(a, a + 1),
            a -> say("desktop.inspect.VolumeExtras.slice-across-the-axis", "XYZ".substring(a, a + 1)));
    private final Choice<Plot> below = new Choice<>(
            List.of(Plot.values()),
            Choice::name,
            p -> p == Plot.VALUES
                    ? say("desktop.inspect.VolumeExtras.how-many-voxels-have-which-value")
                    : say("desktop.inspect.VolumeExtras.where-the-smoke-comes-from-over"));
    private final Slider depth = new Slider(0, 1, 0.5);
    private final Canvas picture = new Canvas(SLICE, SLICE);
    private final Canvas bars = new Canvas(BARS, 62);
    private final Label under = Ui.label("", "figure");
    private final Label spread = Ui.wrapped("", "small");
    private final ExecutorService worker = Executors.newSingleThreadExecutor(
            Thread.ofPlatform().daemon().name("slice").factory());
    private final AtomicReference<@Nullable Wish> wanted = new AtomicReference<>();
    private @Nullable Scene scene;
    private @Nullable Made made;
    private @Nullable Grid kept;
    private List<Object> keptFor = List.of();
    private Histogram spreadOf = new Histogram(0, 0, new long[1]);
    private @Nullable VolumeEmitter held;
    private @Nullable Scene heldFor;

    /** What is to be shown. */
    private record Wish(
            Scene scene, Volume volume, Volume.Frame frame, String field, int axis, double depth, boolean emitter) {}

    /** What is shown. */
    private record Made(
            Wish wish,
            Slice slice,
            Histogram histogram,
            @Nullable VolumeEmitter emitter) {}

    VolumeExtras(Bench bench, java.util.function.Consumer<String> fieldChosen) {
        this.bench = bench;
        setSpacing(12);
        field.setAccessibleText(say("desktop.inspect.VolumeExtras.field-that-is-shown"));
        field.setTooltip(new Tooltip(say("desktop.inspect.VolumeExtras.which-of-the-fields-that-ride")));
        field.setPrefWidth(BARS);
        field.valueProperty().addListener((o, was, is) -> {
            if (is != null) {
                fieldChosen.accept(is);
                ask();
            }
        });
        axis.set(2);
        axis.chosen().addListener((o, was, is) -> ask());
        depth.setAccessibleText(say("desktop.inspect.VolumeExtras.depth-of-the-slice"));
        depth.setTooltip(new Tooltip(say("desktop.inspect.VolumeExtras.where-the-slice-lies-in-the")));
        depth.setPrefWidth(BARS);
        depth.valueProperty().addListener((o, was, is) -> ask());
        under.setMinHeight(30);
        under.setWrapText(true);
        under.setPrefWidth(SLICE);
        under.setMinWidth(SLICE);
        under.setMaxWidth(SLICE);
        picture.addEventHandler(MouseEvent.MOUSE_MOVED, e -> tell(e.getX(), e.getY()));
        picture.addEventHandler(MouseEvent.MOUSE_EXITED, e -> under.setText(""));
        bench.transport().seconds().addListener((o, was, is) -> ask());
        bench.dusk().addListener((o, was, is) -> draw());
        below.chosen().addListener((o, was, is) -> ask());
        HBox slicing = Ui.row(6, Ui.label(say("desktop.inspect.VolumeExtras.across"), "small"), axis);
        slicing.setAlignment(Pos.CENTER_LEFT);
        VBox side = Ui.column(4, Ui.row(6, field), slicing, depth, below, bars, spread);
        getChildren().addAll(Ui.column(2, picture, under), side);
    }

    /** Another scene; its first volume is shown. */
    void show(Scene s) {
        if (s == scene) {
            return;
        }
        scene = s;
        made = null;
        if (s.volumes().isEmpty()) {
            return;
        }
        List<String> names = s.volumes().getFirst().gridNames();
        field.getItems().setAll(names);
        field.setValue(names.isEmpty() ? null : names.getFirst());
        ask();
    }

    private void ask() {
        Scene s = scene;
        if (s == null || s.volumes().isEmpty() || field.getValue() == null) {
            return;
        }
        Volume v = s.volumes().getFirst();
        int number = (int)
                Math.round(s.stage().rate().frame(bench.transport().seconds().get()));
        Volume.Frame f = v.padding() == 0 ? v.frames().getFirst() : v.frame(number);
        if (f == null || f.isBroken()) {
            made = null;
            draw();
            under.setText(
                    f == null
                            ? say("desktop.inspect.VolumeExtras.no-file-for-frame", number)
                            : say("desktop.inspect.VolumeExtras.this-frame-cannot-be-read"));
            return;
        }
        int a = axis.get();
        if (wanted.getAndSet(new Wish(
                        s, v, f, field.getValue(), Math.max(0, a), depth.getValue(), below.get() == Plot.EMITTER))
                == null) {
            worker.execute(this::make);
        }
    }

    private void make() {
        Wish w = wanted.getAndSet(null);
        if (w == null) {
            return;
        }
        try {
            List<Object> key = List.of(w.volume, w.frame, w.field);
            Grid g = kept;
            if (g == null || !keptFor.equals(key)) {
                GridHeader h = w.volume.headers(w.frame).stream()
                        .filter(x -> x.name().equals(w.field) && x.type() != null)
                        .findFirst()
                        .orElseThrow(
                                () -> new IOException(say("desktop.inspect.VolumeExtras.the-frame-has-no", w.field)));
                g = w.volume.grid(w.frame, h.label(), Progress.NONE);
                kept = g;
                spreadOf = Histogram.of(g.tree(), 32);
                keptFor = key;
            }
            IndexBox b = TreeStats.of(g.tree()).box();
            int at = b.isEmpty()
                    ? 0
                    : b.min(w.axis) + (int) Math.round(w.depth * (b.max(w.axis) - (double) b.min(w.axis)));
            if (w.emitter && heldFor != w.scene) {
                held = VolumeEmitter.of(w.scene, w.volume, Progress.NONE);
                heldFor = w.scene;
            }
            Made m = new Made(w, Slice.of(g.tree(), w.axis, at, b), spreadOf, held);
            Platform.runLater(() -> {
                made = m;
                under.setText("");
                draw();
            });
        } catch (IOException e) {
            Platform.runLater(() -> {
                made = null;
                draw();
                under.setText(String.valueOf(e.getMessage()));
            });
        }
    }

    private Color tone(Tone tone) {
        return Ui.color(tone, bench.dusk().get());
    }

    private void draw() {
        GraphicsContext g = picture.getGraphicsContext2D();
        g.setFill(tone(Tone.SKY_BOTTOM));
        g.fillRect(0, 0, SLICE, SLICE);
        GraphicsContext h = bars.getGraphicsContext2D();
        h.clearRect(0, 0, BARS, bars.getHeight());
        Made m = made;
        if (m == null) {
            spread.setText("");
            return;
        }
        Slice s = m.slice;
        if (s.width() > 0 && s.height() > 0) {
            int[] pixels = new int[s.width() * s.height()];
            double top = Math.max(1e-300, m.histogram.high());
            for (int i = 0; i < pixels.length; i++) {
                boolean on = s.active()[i];
                pixels[i] = on ? 0xFF000000 | HeatRamp.at((float) (Math.abs(s.values()[i]) / top)) : 0;
            }
            WritableImage image = new WritableImage(s.width(), s.height());
            image.getPixelWriter()
                    .setPixels(0, 0, s.width(), s.height(), PixelFormat.getIntArgbInstance(), pixels, 0, s.width());
            double k = scale(s);
            g.setImageSmoothing(false);
            g.drawImage(image, left(s, k), top(s, k), s.width() * k, s.height() * k);
        }
        if (m.wish.emitter) {
            emitter(h, m);
        } else {
            histogram(h, m.histogram);
        }
    }

    private static double scale(Slice s) {
        return SLICE / Math.max(s.width(), s.height());
    }

    private static double left(Slice s, double k) {
        return (SLICE - s.width() * k) / 2;
    }

    private static double top(Slice s, double k) {
        return (SLICE - s.height() * k) / 2;
    }

    private void histogram(GraphicsContext h, Histogram of) {
        long most = 1;
        for (long n : of.counts()) {
            most = Math.max(most, n);
        }
        double w = BARS / of.counts().length;
        h.setFill(tone(Tone.REED));
        for (int i = 0; i < of.counts().length; i++) {
            double tall = 46 * Math.sqrt((double) of.counts()[i] / most);
            h.fillRect(i * w, 49 - tall, Math.max(1, w - 1), tall);
        }
        h.setStroke(tone(Tone.HAIR));
        h.strokeLine(0, 49.5, BARS, 49.5);
        h.setFill(tone(Tone.SECOND));
        h.setFont(javafx.scene.text.Font.font("B612", 10));
        h.fillText(Figure.number(of.low()), 0, 60);
        String high = Figure.number(of.high());
        h.fillText(high, BARS - 6.2 * high.length(), 60);
        spread.setText(say("desktop.inspect.VolumeExtras.how-many-voxels-by-value"));
    }

    /** How far the emitter's surface is from the nearest active voxel, frame by frame. */
    private void emitter(GraphicsContext h, Made m) {
        VolumeEmitter e = m.emitter;
        if (e == null || e.rows().isEmpty()) {
            spread.setText(say("desktop.inspect.VolumeExtras.nothing-on-the-bench-touches-it"));
            return;
        }
        double unit = m.wish.scene.stage().metersPerUnit() * 1000;
        double top = 1e-9;
        for (VolumeEmitter.Row r : e.rows()) {
            top = Math.max(top, Double.isNaN(r.gap()) ? 0 : r.gap() * unit);
        }
        double first = e.rows().getFirst().frame();
        double span = Math.max(1, e.rows().getLast().frame() - first);
        h.setStroke(tone(Tone.HAIR));
        h.strokeLine(0, 49.5, BARS, 49.5);
        h.setStroke(tone(Tone.BROKEN));
        h.setLineWidth(1.5);
        double lastX = 0;
        double lastY = Double.NaN;
        for (VolumeEmitter.Row r : e.rows()) {
            double x = (r.frame() - first) / span * BARS;
            double y = 49 - 45 * r.gap() * unit / top;
            if (!Double.isNaN(lastY) && !Double.isNaN(y)) {
                h.strokeLine(lastX, lastY, x, y);
            }
            lastX = x;
            lastY = y;
        }
        h.setStroke(tone(Tone.AMBER));
        double now = (m.wish.frame.number() - first) / span * BARS;
        h.strokeLine(now, 2, now, 49);
        VolumeEmitter.Row at = e.rows().stream()
                .filter(r -> r.frame() == m.wish.frame.number())
                .findFirst()
                .orElse(e.rows().getFirst());
        spread.setText(say(
                "desktop.inspect.VolumeExtras.mm-from-m-between-middles-at",
                Figure.number(at.gap() * unit),
                e.mesh(),
                Figure.number(at.centres() * unit / 1000),
                Figure.number(top)));
    }

    private void tell(double x, double y) {
        Made m = made;
        if (m == null) {
            return;
        }
        Slice s = m.slice;
        double k = scale(s);
        int column = (int) Math.floor((x - left(s, k)) / k);
        int row = (int) Math.floor((y - top(s, k)) / k);
        if (column < 0 || row < 0 || column >= s.width() || row >= s.height()) {
            under.setText("");
            return;
        }
        int[] at = s.voxel(column, row);
        double v = s.values()[row * s.width() + column];
        under.setText(String.format(
                Locale.ROOT,
                "%d, %d, %d: %s%s",
                at[0],
                at[1],
                at[2],
                Figure.number(v),
                s.active()[row * s.width() + column] ? "" : " (inactive)"));
    }

    /** For tests: the value under a place of the picture. */
    public String toldAt(double x, double y) {
        tell(x, y);
        return Objects.requireNonNullElse(under.getText(), "");
    }
}
