package idleheron.desktop.widget;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.app.CompareJob;
import idleheron.core.Figure;
import idleheron.core.cache.Cache;
import idleheron.core.cache.measure.CacheSpeed;
import idleheron.core.crossing.Asset;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.Volume;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.Playables;
import idleheron.desktop.model.Step;
import idleheron.desktop.model.Transport;
import idleheron.render.ink.Palette.Tone;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import javafx.util.StringConverter;
import org.jspecify.annotations.Nullable;
import org.kordamp.ikonli.feather.Feather;
import org.kordamp.ikonli.javafx.FontIcon;

/** Frames from left to right, one lane per side, with play, step and loop. */
public final class FrameRuler extends BorderPane {
    private static final double LEFT = 62;
    private static final double RIGHT = 16;
    private static final double LANE = 11;

    private final Bench bench;
    private final Transport transport;
    private final Canvas canvas = new Canvas();
    private final Label at = Ui.label("", "figure");
    private final List<@Nullable Cache> timed = new ArrayList<>(java.util.Arrays.asList(null, null));
    private final double[][] times = new double[2][0];
    private final FontIcon playIcon = new FontIcon(Feather.PLAY);

    public FrameRuler(Bench bench) {
        this.bench = bench;
        this.transport = bench.transport();
        getStyleClass().add("ruler");
        Pane holder = new Pane(canvas);
        holder.setMinHeight(50);
        holder.setPrefHeight(50);
        canvas.widthProperty().bind(holder.widthProperty());
        canvas.heightProperty().bind(holder.heightProperty());
        canvas.widthProperty().addListener((o, was, is) -> draw());
        canvas.heightProperty().addListener((o, was, is) -> draw());
        holder.addEventHandler(MouseEvent.MOUSE_PRESSED, e -> go(e.getX()));
        holder.addEventHandler(MouseEvent.MOUSE_DRAGGED, e -> go(e.getX()));
        setLeft(controls());
        setCenter(holder);
        transport.seconds().addListener((o, was, is) -> draw());
        transport.clip().addListener((o, was, is) -> draw());
        transport.playing().addListener((o, was, is) -> {
            playIcon.setIconCode(is ? Feather.PAUSE : Feather.PLAY);
        });
        transport.range().addListener((o, was, is) -> draw());
        bench.compared().addListener((o, was, is) -> draw());
        bench.step().addListener((o, was, is) -> draw());
        bench.dusk().addListener((o, was, is) -> draw());
        draw();
    }

    private HBox controls() {
        ComboBox<Clip> clips = new ComboBox<>();
        clips.setAccessibleText(say("desktop.widget.FrameRuler.clip"));
        clips.setTooltip(new Tooltip(say("desktop.widget.FrameRuler.which-clip-is-shown")));
        clips.setPrefWidth(132);
        clips.setConverter(new StringConverter<>() {
            @Override
            public String toString(@Nullable Clip c) {
                return c == null ? say("desktop.widget.FrameRuler.at-rest") : c.name();
            }

            @Override
            @SuppressWarnings("NullAway")
            public Clip fromString(String s) {
                return null;
            }
        });
        transport.clips().addListener((o, was, is) -> {
            Clip keep = transport.clip().get();
            clips.getItems().setAll(is);
            clips.setValue(keep);
        });
        transport.clip().addListener((o, was, is) -> clips.setValue(is));
        clips.valueProperty().addListener((o, was, is) -> {
            if (is != null && is != transport.clip().get()) {
                transport.clip().set(is);
            }
        });
        Button back = icon(
                Feather.CHEVRON_LEFT, say("desktop.widget.FrameRuler.one-frame-back-left"), () -> transport.step(-1));
        Button play = icon(Feather.PLAY, say("desktop.widget.FrameRuler.play-or-pause-space"), transport::toggle);
        play.setGraphic(playIcon);
        Button on = icon(
                Feather.CHEVRON_RIGHT, say("desktop.widget.FrameRuler.one-frame-on-right"), () -> transport.step(1));
        ToggleButton loop = new ToggleButton("", new FontIcon(Feather.REPEAT));
        loop.getStyleClass().add("icon-button");
        loop.setTooltip(new Tooltip(say("desktop.widget.FrameRuler.start-again-at-the-end-l")));
        loop.setAccessibleText(say("desktop.widget.FrameRuler.loop"));
        loop.selectedProperty().bindBidirectional(transport.looping());
        at.setMinWidth(86);
        at.setAlignment(Pos.CENTER_RIGHT);
        HBox box = Ui.row(2, clips, back, play, on, loop, at);
        box.getStyleClass().add("ruler-controls");
        return box;
    }

    private static Button icon(Feather f, String tip, Runnable deed) {
        Button b = new Button("", new FontIcon(f));
        b.getStyleClass().add("icon-button");
        b.setTooltip(new Tooltip(tip));
        b.setAccessibleText(tip);
        b.setOnAction(e -> deed.run());
        return b;
    }

    private record Span(double first, double last) {}

    /** The frames the ruler shows: both sides with a little room, in the sent clip's rate. */
    private Span span(Clip c, @Nullable Clip other) {
        double a = c.firstFrame();
        double b = c.lastFrame();
        if (other != null) {
            a = Math.min(a, c.rate().frame(other.startSeconds()));
            b = Math.max(b, c.rate().frame(other.endSeconds()));
        }
        double room = Math.max(1, (b - a) * 0.03);
        return new Span(a - room, b + room);
    }

    private @Nullable Clip other() {
        CompareJob.Result both = bench.compared().get();
        Clip c = transport.clip().get();
        if (both == null || c == null || bench.step().get().compareTo(Step.COMPARE) < 0) {
            return null;
        }
        Clip plain = null;
        for (Clip x : AssetKinds.playables(both.returned().scene())) {
            boolean volumes = Playables.volume(both.sent().scene(), c) != null
                            && Playables.volume(both.returned().scene(), x) != null
                    || Playables.cache(both.returned().scene(), x) != null;
            if (x.name().equals(c.name())) {
                return x;
            }
            plain = plain == null && volumes ? x : plain;
        }
        return plain;
    }

    private double x(double frame, Span s) {
        return LEFT + (frame - s.first) / (s.last - s.first) * (canvas.getWidth() - LEFT - RIGHT);
    }

    private void go(double px) {
        Clip c = transport.clip().get();
        if (c == null) {
            return;
        }
        Span s = span(c, other());
        double frame = s.first + (px - LEFT) / Math.max(1, canvas.getWidth() - LEFT - RIGHT) * (s.last - s.first);
        double t = c.rate().seconds(Math.rint(frame));
        transport.playing().set(false);
        transport.seconds().set(Math.clamp(t, c.startSeconds(), Math.max(c.startSeconds(), c.endSeconds())));
    }

    private Color tone(Tone tone) {
        return Ui.color(tone, bench.dusk().get());
    }

    private void draw() {
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
        Clip c = transport.clip().get();
        if (c == null) {
            at.setText(say("desktop.widget.FrameRuler.at-rest"));
            return;
        }
        double now = c.rate().frame(transport.seconds().get());
        at.setText(say(
                "desktop.widget.FrameRuler.frame",
                String.format(java.util.Locale.ROOT, "%.1f", now).replace(".0", "")));
        Clip other = other();
        Span s = span(c, other);
        double top = other == null ? 16 : 8;
        part(g, c, s);
        g.setFill(tone(Tone.SENT));
        lane(
                g,
                other == null ? say("desktop.widget.FrameRuler.clip-2") : say("desktop.widget.FrameRuler.sent"),
                c,
                c.rate(),
                top,
                s);
        holes(g, c, false, c.rate(), top, s);
        if (other != null) {
            g.setFill(tone(Tone.RETURNED));
            lane(g, say("desktop.widget.FrameRuler.returned"), other, c.rate(), top + LANE + 5, s);
            holes(g, other, true, c.rate(), top + LANE + 5, s);
        }
        numbers(g, s);
        double x = x(now, s);
        g.setStroke(tone(Tone.AMBER));
        g.setFill(tone(Tone.AMBER));
        g.setLineWidth(2);
        g.strokeLine(x, 4, x, 37);
        g.fillPolygon(new double[] {x - 5, x + 5, x}, new double[] {0, 0, 7}, 3);
    }

    /** The part that is played again and again. */
    private void part(GraphicsContext g, Clip c, Span s) {
        Transport.Range r = transport.range().get();
        if (r != null) {
            double from = x(c.rate().frame(r.from()), s);
            double to = x(c.rate().frame(r.to()), s);
            g.setFill(tone(Tone.AMBER));
            g.setGlobalAlpha(0.22);
            g.fillRect(from, 2, to - from, 35);
            g.setGlobalAlpha(1);
            g.fillRect(from, 2, 2, 35);
            g.fillRect(to - 2, 2, 2, 35);
        }
    }

    /** A clip by its frames, in the colour that is set. */
    private void lane(GraphicsContext g, String name, Clip clip, FrameRate ruler, double y, Span s) {
        FrameRate own = clip.rate();
        double start = clip.startSeconds();
        double end = clip.endSeconds();
        g.setTextAlign(TextAlignment.RIGHT);
        g.setTextBaseline(VPos.CENTER);
        g.setFont(Font.font("Inter Semi Bold", 11));
        g.fillText(name, LEFT - 10, y + LANE / 2);
        double x0 = x(ruler.frame(start), s);
        double x1 = x(ruler.frame(end), s);
        g.setGlobalAlpha(0.28);
        g.fillRoundRect(x0, y, Math.max(2, x1 - x0), LANE, 5, 5);
        g.setGlobalAlpha(0.55);
        g.setStroke(g.getFill());
        g.setLineWidth(1);
        double first = Math.ceil(own.frame(start));
        double last = Math.floor(own.frame(end));
        double gap = (x1 - x0) / Math.max(1, last - first);
        double step = gap < 3 ? Math.ceil(3 / Math.max(0.01, gap)) : 1;
        for (double f = first; f <= last; f += step) {
            double x = Math.rint(x(ruler.frame(own.seconds(f)), s)) + 0.5;
            g.strokeLine(x, y + 2, x, y + LANE - 2);
        }
        g.setGlobalAlpha(1);
        g.setLineWidth(2);
        g.strokeLine(x0, y, x0, y + LANE);
        g.strokeLine(x1, y, x1, y + LANE);
    }

    /** Frames of a volume that no file has, or whose file cannot be read: gaps in the lane, each with a cross. */
    private void holes(GraphicsContext g, Clip of, boolean returned, FrameRate ruler, double y, Span s) {
        CompareJob.Result both = bench.compared().get();
        CheckJob.Result one = bench.lookedOver().get();
        boolean comparing = both != null && bench.step().get() == Step.COMPARE;
        Asset a = comparing && both != null
                ? (returned ? both.returned() : both.sent())
                : one == null ? null : one.asset();
        Volume v = a == null ? null : Playables.volume(a.scene(), of);
        Cache cache = a == null ? null : Playables.cache(a.scene(), of);
        if (cache != null) {
            samples(g, cache, ruler, y, s, returned);
        }
        if (v == null) {
            return;
        }
        List<Integer> gone = new ArrayList<>(v.missing());
        v.frames().stream().filter(Volume.Frame::isBroken).forEach(f -> gone.add(f.number()));
        for (int number : gone) {
            double x0 = x(ruler.frame(of.rate().seconds(number - 0.5)), s);
            double x1 = x(ruler.frame(of.rate().seconds(number + 0.5)), s);
            g.clearRect(x0, y - 1, x1 - x0, LANE + 2);
            g.setStroke(tone(Tone.BROKEN));
            g.setLineWidth(1.6);
            double m = (x0 + x1) / 2;
            g.strokeLine(m - 3, y + 2, m + 3, y + LANE - 2);
            g.strokeLine(m - 3, y + LANE - 2, m + 3, y + 2);
        }
    }

    /** A dot for every time at which a cache has a sample, where there is room for them. */
    private void samples(GraphicsContext g, Cache cache, FrameRate ruler, double y, Span s, boolean returned) {
        if (cache != timed.get(returned ? 1 : 0)) {
            timed.set(returned ? 1 : 0, cache);
            times[returned ? 1 : 0] = CacheSpeed.times(cache);
        }
        g.setFill(returned ? tone(Tone.RETURNED) : tone(Tone.SENT));
        double before = Double.NEGATIVE_INFINITY;
        for (double t : times[returned ? 1 : 0]) {
            double x = x(ruler.frame(t), s);
            if (x - before >= 4) {
                g.fillOval(x - 1.8, y + LANE / 2 - 1.8, 3.6, 3.6);
                before = x;
            }
        }
    }

    private void numbers(GraphicsContext g, Span s) {
        g.setFill(tone(Tone.THIRD));
        g.setFont(Font.font("B612", 11));
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.CENTER);
        double step = 1;
        for (double k : new double[] {1, 2, 4, 6, 12, 24, 48, 120, 240, 480, 1200, 12000}) {
            step = k;
            if ((canvas.getWidth() - LEFT - RIGHT) * k / (s.last - s.first) > 46) {
                break;
            }
        }
        for (double f = Math.ceil(s.first / step) * step; f <= s.last; f += step) {
            g.fillText(Figure.number(f), x(f, s), 45);
        }
    }
}
