package idleheron.desktop.inspect;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.crossing.Asset;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.desktop.model.Bench;
import idleheron.desktop.widget.Ui;
import idleheron.formats.pictures.PictureFiles;
import idleheron.render.ink.Palette.Tone;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import javafx.application.Platform;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import org.jspecify.annotations.Nullable;

/** What stands beside the table of a tab: curves of the chosen joint, sliders for shapes, small pictures of textures. */
final class TabExtras extends StackPane {
    private static final int THUMB = 72;
    private static final double WIDTH = 280;
    private static final double VOLUME_WIDTH = 336;

    private final Bench bench;
    private final Runnable shapesMoved;
    private final VolumeExtras volume;
    private final ScrollPane volumeScroll;
    private final Map<String, Double> weights = new HashMap<>();
    private CheckJob.@Nullable Result of;
    private Set<Topic> tab = Set.of();

    TabExtras(Bench bench, Runnable shapesMoved, java.util.function.Consumer<String> fieldChosen) {
        this.volume = new VolumeExtras(bench, fieldChosen);
        this.volumeScroll = Ui.scrolled(volume);
        this.bench = bench;
        this.shapesMoved = shapesMoved;
        setMinWidth(WIDTH);
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
    }

    /** What stands beside tables that show the subjects of these topics; nothing beside others. */
    void show(CheckJob.@Nullable Result l, Set<Topic> newTab) {
        boolean again = l == of && newTab.equals(tab) && !newTab.contains(Topic.CLIPS);
        if (l != of) {
            weights.clear();
        }
        of = l;
        tab = newTab;
        if (again) {
            return;
        }
        Region beside = l == null ? null : beside(l.asset(), tab);
        getChildren().setAll(beside == null ? List.of() : List.of(beside));
        setVisible(beside != null);
        setManaged(beside != null);
        double width = beside == volumeScroll ? VOLUME_WIDTH : WIDTH;
        setMinWidth(width);
        setPrefWidth(width);
        setMaxWidth(width);
    }

    /** How high it would like to be. */
    double wanted() {
        return !isVisible() ? 0 : getChildren().contains(volumeScroll) ? volume.prefHeight(-1) + 4 : THUMB + 48;
    }

    private @Nullable Region beside(Asset a, Set<Topic> topics) {
        Scene s = a.scene();
        if (topics.contains(Topic.VOLUMES)) {
            volume.show(s);
            return volumeScroll;
        }
        if (topics.contains(Topic.CLIPS)) {
            return curves(s);
        }
        if (topics.contains(Topic.BLEND_SHAPES)) {
            return Ui.scrolled(sliders(s));
        }
        return topics.contains(Topic.MATERIALS)
                ? Ui.scrolled(thumbs(s, Path.of(a.path()).toAbsolutePath().getParent()))
                : null;
    }

    private static String key(Mesh m, BlendShape s) {
        return m.name() + "/" + s.name();
    }

    private VBox sliders(Scene s) {
        VBox box = Ui.column(4, Ui.label(say("desktop.inspect.TabExtras.try-them-in-the-view"), "small"));
        for (Mesh m : s.meshes()) {
            for (BlendShape k : m.shapes()) {
                Slider slider = new Slider(0, 1, weights.getOrDefault(key(m, k), k.weight()));
                Ui.named(
                        slider,
                        say("desktop.inspect.TabExtras.weight-of", k.name()),
                        say("desktop.inspect.TabExtras.weight-of-blend-shape-0-to", k.name()));
                slider.setPrefWidth(130);
                Label value = Ui.label(Figure.number(slider.getValue()), "figure");
                value.setMinWidth(44);
                slider.valueProperty().addListener((o, was, is) -> {
                    weights.put(key(m, k), is.doubleValue());
                    value.setText(String.format(Locale.ROOT, "%.2f", is.doubleValue()));
                    shapesMoved.run();
                });
                Label name = Ui.label(k.name());
                name.setPrefWidth(110);
                box.getChildren().add(Ui.row(8, name, slider, value));
            }
        }
        if (box.getChildren().size() == 1) {
            box.getChildren().setAll(Ui.label(say("desktop.inspect.TabExtras.no-blend-shapes"), "second"));
        }
        return box;
    }

    /** The scene with the shapes as the sliders stand; those that were touched no longer follow the clips. */
    Scene shaped(Scene s) {
        if (weights.isEmpty() || of == null || s != of.asset().scene()) {
            return s;
        }
        List<Mesh> meshes = new ArrayList<>();
        for (Mesh m : s.meshes()) {
            meshes.add(m.withShapes(m.shapes().stream()
                    .map(k -> new BlendShape(k.name(), weights.getOrDefault(key(m, k), k.weight()), k.targets()))
                    .toList()));
        }
        List<Clip> clips = s.clips().stream()
                .map(c -> c.withTracks(
                        c.nodes(),
                        c.shapes().stream()
                                .filter(t -> !weights.containsKey(key(
                                        s.meshes().get(t.mesh()),
                                        s.meshes().get(t.mesh()).shapes().get(t.shape()))))
                                .toList()))
                .toList();
        return s.withMeshes(meshes).withClips(clips);
    }

    private static FlowPane thumbs(Scene s, @Nullable Path folder) {
        FlowPane flow = new FlowPane(10, 8);
        for (Texture t : s.textures()) {
            StackPane frame =
                    new StackPane(Ui.label(t.found() ? "…" : say("desktop.inspect.TabExtras.not-found"), "small"));
            frame.getStyleClass().add("thumb");
            frame.setMinSize(THUMB, THUMB);
            frame.setPrefSize(THUMB, THUMB);
            Label name = Ui.label(t.fileName(), "small");
            name.setMaxWidth(THUMB + 28);
            flow.getChildren().add(Ui.column(2, frame, name));
            Thread.ofVirtual().start(() -> {
                int[] found = PictureFiles.thumbnail(t, folder, THUMB);
                Platform.runLater(() -> put(found, frame));
            });
        }
        if (s.textures().isEmpty()) {
            flow.getChildren().add(Ui.label(say("desktop.inspect.TabExtras.no-pictures"), "second"));
        }
        return flow;
    }

    /** Width first, then the pixels; nothing where the picture cannot be shown. */
    private static void put(int[] found, StackPane frame) {
        if (found.length > 0) {
            int width = found[0];
            int height = (found.length - 1) / width;
            WritableImage image = new WritableImage(width, height);
            image.getPixelWriter().setPixels(0, 0, width, height, PixelFormat.getIntArgbInstance(), found, 1, width);
            frame.getChildren().setAll(new ImageView(image));
        }
    }

    /** The curves of the chosen joint in the clip that is in sight: turns full, translations thin, over the clip's range. */
    private VBox curves(Scene s) {
        Clip clip = bench.transport().clip().get();
        int joint = bench.joint().get();
        Clip.NodeTrack track = clip == null || joint < 0
                ? null
                : clip.nodes().stream()
                        .filter(t -> t.node() == joint)
                        .findFirst()
                        .orElse(null);
        if (clip == null || track == null) {
            return Ui.column(
                    4,
                    Ui.label(say("desktop.inspect.TabExtras.curves"), "small"),
                    Ui.wrapped(
                            joint < 0
                                    ? say("desktop.inspect.TabExtras.choose-a-joint-to-see-its")
                                    : say("desktop.inspect.TabExtras.this-joint-has-no-keys-in"),
                            "second"));
        }
        Canvas canvas = new Canvas(WIDTH, 130);
        GraphicsContext g = canvas.getGraphicsContext2D();
        boolean dusk = bench.dusk().get();
        Color[] inks = {Ui.color(Tone.BROKEN, dusk), Ui.color(Tone.REED, dusk), Ui.color(Tone.SENT, dusk)};
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (int c = 3; c < 6; c++) {
            Curve k = track.curves()[c];
            for (int i = 0; k != null && i <= WIDTH; i++) {
                double v = k.at(clip.startSeconds() + clip.length() * i / WIDTH);
                low = Math.min(low, v);
                high = Math.max(high, v);
            }
        }
        String range = low > high
                ? say("desktop.inspect.TabExtras.no-turns")
                : say("desktop.inspect.TabExtras.to", Figure.number(low), Figure.number(high));
        double span = Math.max(1e-6, high - low);
        for (int c = 3; c < 6; c++) {
            Curve k = track.curves()[c];
            if (k == null) {
                continue;
            }
            g.setStroke(inks[c - 3]);
            g.setLineWidth(1.4);
            g.beginPath();
            for (int i = 0; i <= WIDTH; i++) {
                double y = 124 - 118 * (k.at(clip.startSeconds() + clip.length() * i / WIDTH) - low) / span;
                if (i == 0) {
                    g.moveTo(i, y);
                } else {
                    g.lineTo(i, y);
                }
            }
            g.stroke();
            g.setFill(inks[c - 3]);
            for (double t : k.seconds()) {
                double x = (t - clip.startSeconds()) / Math.max(1e-9, clip.length()) * WIDTH;
                if (k.keys() <= 60 && x >= 0 && x <= WIDTH) {
                    g.fillOval(x - 2, 124 - 118 * (k.at(t) - low) / span - 2, 4, 4);
                }
            }
            g.fillText(Channel.values()[c].name().substring(7).toLowerCase(Locale.ROOT), 4 + 16 * (c - 3), 12);
        }
        return Ui.column(
                2,
                Ui.label(
                        say(
                                "desktop.inspect.TabExtras.turns-in",
                                s.nodes().get(joint).name(),
                                clip.name(),
                                range),
                        "small"),
                canvas);
    }
}
