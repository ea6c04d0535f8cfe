package idleheron.desktop.gather;

import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Jobs;
import idleheron.desktop.model.KeptCrossings;
import idleheron.desktop.model.Settings;
import idleheron.desktop.model.Step;
import idleheron.desktop.view3d.ViewPictures;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Ui;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.report.CrossingFile;
import idleheron.report.Snapshot;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** What is on the bench, what was on it lately, and the demo. */
public final class GatherScreen extends Screen<ScrollPane> {
    private static final int PICTURE_WIDTH = 168;
    private static final int PICTURE_HEIGHT = 190;

    private final Bench bench;
    /** Of the pictures; read by the work that paints them. */
    private volatile Palette palette = Palette.DAY;

    private final BenchActions deeds;
    private final Jobs jobs;
    private final Settings settings;
    private final Chooses chooses;
    private final @Nullable Path demo;
    private final VBox content;
    private final Map<String, Summary> known = new HashMap<>();

    /** Cards that wait for a picture that is being made. */
    private final Map<String, List<HBox>> asked = new HashMap<>();

    /** A file in few words, with a picture. */
    private record Summary(
            String facts, String more, @Nullable WritableImage picture, boolean cloth) {}

    /** What is asked for with a chooser. */
    public record Chooses(Runnable file, Runnable folder) {}

    public GatherScreen(
            Bench bench, BenchActions deeds, Jobs jobs, Settings settings, Chooses chooses, @Nullable Path demo) {
        super(Ui.scrolled(Ui.column(16)));
        this.bench = bench;
        this.deeds = deeds;
        this.jobs = jobs;
        this.settings = settings;
        this.chooses = chooses;
        this.demo = demo;
        content = (VBox) root.getContent();
        content.getStyleClass().add("page");
        bench.crossing().addListener((o, was, is) -> showIfSeen());
        bench.dusk().addListener((o, was, is) -> showIfSeen());
        show();
    }

    /** Another stone shows this one anew when it is gone to. */
    private void showIfSeen() {
        if (bench.step().get() == Step.GATHER) {
            show();
        }
    }

    @Override
    public void show() {
        content.getChildren().clear();
        if (!jobs.busy().get()) {
            asked.clear(); // what was stopped as it ended is asked for again
        }
        palette = Palette.of(bench.dusk().get());
        Crossing c = bench.crossing().get();
        HBox head = Ui.row(
                16,
                Ui.column(
                        2,
                        Ui.label(c.original() == null ? "Put a file on the bench" : "On the bench", "title"),
                        Ui.label(
                                "Drop a file of " + GatherModel.carriers()
                                        + ", several, or a folder anywhere in the window; or choose.",
                                "second")),
                Ui.grow(),
                Ui.button(
                        "Many files…",
                        "One recipe over all files of a folder: a round (Ctrl Shift O)",
                        chooses.folder(),
                        "quiet"),
                Ui.button("Choose a file…", "Open a file (Ctrl O)", chooses.file(), "strong-button"));
        content.getChildren().add(head);
        FlowPane bench1 = flow();
        GatherModel.placed(c).forEach(p -> bench1.getChildren().add(card(p.asset(), p.role())));
        if (!bench1.getChildren().isEmpty()) {
            content.getChildren().add(bench1);
        }
        section("Low Tide Post, the demo", GatherModel.files(demo));
        section("Lately", GatherModel.lately(settings.recent(), demo));
    }

    private static FlowPane flow() {
        FlowPane f = new FlowPane(14, 14);
        f.setPrefWrapLength(1180);
        return f;
    }

    private void section(String title, List<Path> files) {
        if (files.isEmpty()) {
            return;
        }
        FlowPane f = flow();
        for (Path p : files) {
            f.getChildren().add(p.toString().endsWith(CrossingFile.ENDING) ? crossing(p) : card(p));
        }
        content.getChildren().addAll(Ui.label(title, "heading"), f);
    }

    private Node card(Asset a, String role) {
        HBox box = frame(a.name(), role);
        fill(box, a.path(), () -> summary(a));
        return box;
    }

    private Node card(Path file) {
        String name = String.valueOf(file.getFileName());
        HBox box = frame(
                name,
                file.toAbsolutePath().getParent() == null
                        ? ""
                        : "in " + file.toAbsolutePath().getParent().getFileName());
        box.getStyleClass().add("clickable");
        box.setFocusTraversable(true);
        box.setAccessibleText("Open " + name);
        box.setUserData(file);
        boolean back = GatherModel.cameBack(file);
        VBox text = (VBox) box.getChildren().get(1);
        var take =
                Ui.button("Take as returned", "Compare it with what was sent", () -> deeds.openReturned(file), "quiet");
        var put =
                Ui.button("Put on the bench", "Look it over", () -> deeds.open(file), back ? "quiet" : "strong-button");
        text.getChildren()
                .addAll(
                        Ui.grow(),
                        back && bench.crossing().get().original() != null ? Ui.row(8, take) : Ui.row(8, put));
        fill(box, file.toString(), () -> {
            SceneFormat.ReadScene r = SceneFiles.read(file, Progress.NONE);
            return summary(new Asset(r.scene(), file.toString(), r.format(), r.variant(), r.bytes()));
        });
        return box;
    }

    /** A kept crossing: its two files, verdict and signature. */
    private Node crossing(Path file) {
        VBox box =
                Ui.column(5, Ui.wrapped(String.valueOf(file.getFileName()), "strong"), Ui.label("a crossing", "small"));
        try {
            CrossingFile c = CrossingFile.read(file, KeptCrossings.FORM);
            box.getChildren()
                    .add(Ui.wrapped(
                            c.sent() + " → " + (c.returned().isEmpty() ? "nothing yet" : c.returned()), "second"));
            box.getChildren()
                    .add(Ui.wrapped(
                            c.verdict()
                                    + (c.signedBy().isEmpty() ? ", not signed off" : ", signed off by " + c.signedBy()),
                            "second"));
        } catch (IOException e) {
            box.getChildren().add(Ui.wrapped(String.valueOf(e.getMessage()), "small"));
        }
        box.getChildren().add(Ui.button("Open", "Compare both sides again", () -> deeds.open(file), "strong-button"));
        box.getStyleClass().addAll("card", "asset-card");
        box.setPrefWidth(386);
        return box;
    }

    private static HBox frame(String name, String role) {
        StackPane picture = new StackPane();
        picture.setMinSize(PICTURE_WIDTH, PICTURE_HEIGHT);
        picture.setMaxSize(PICTURE_WIDTH, PICTURE_HEIGHT);
        picture.getStyleClass().add("thumb");
        VBox text = Ui.column(3, Ui.wrapped(name, "strong"), Ui.label(role, "small"));
        text.setPrefWidth(186);
        HBox box = new HBox(14, picture, text);
        box.getStyleClass().addAll("card", "asset-card");
        return box;
    }

    private void fill(HBox box, String path, Jobs.Work<Summary> work) {
        boolean dusk = bench.dusk().get();
        Summary s = known.get(key(path, dusk));
        if (s != null) {
            put(box, s);
            return;
        }
        List<HBox> waiting = asked.get(key(path, dusk));
        if (waiting != null) {
            waiting.add(box);
            return;
        }
        asked.put(key(path, dusk), new ArrayList<>(List.of(box)));
        jobs.run("picture of " + path, p -> made(work, p, key(path, dusk)), made -> {
            known.put(key(path, dusk), made);
            List<HBox> all = asked.remove(key(path, dusk));
            if (all != null) {
                all.forEach(b -> put(b, made));
            }
        });
    }

    /** A file that cannot be read gets a card that says so, once. */
    private Summary made(Jobs.Work<Summary> work, Progress p, String key) throws Exception {
        try {
            return work.run(p);
        } catch (CancellationException e) {
            Platform.runLater(() -> asked.remove(key));
            throw e;
        } catch (IOException | RuntimeException e) {
            return new Summary("cannot be read", String.valueOf(e.getMessage()), null, false);
        }
    }

    private static String key(String path, boolean dusk) {
        return (dusk ? "dusk " : "paper ") + path;
    }

    private interface Made {
        Summary run() throws Exception;
    }

    private void fill(HBox box, String path, Made made) {
        fill(box, path, p -> made.run());
    }

    private void put(HBox box, Summary s) {
        WritableImage picture = s.picture();
        if (picture != null) {
            ((StackPane) box.getChildren().getFirst()).getChildren().setAll(new ImageView(picture));
        }
        VBox text = (VBox) box.getChildren().get(1);
        text.getChildren().addAll(2, List.of(Ui.wrapped(s.facts(), "second"), Ui.wrapped(s.more(), "small")));
        if (box.getUserData() instanceof Path file && s.cloth()) {
            wear(text, file);
        }
    }

    /** What could be worn is put on the body that lies on the bench. */
    private void wear(VBox text, Path file) {
        Asset body = bench.crossing().get().original();
        if (body != null && GatherModel.hasBody(bench.crossing().get())) {
            HBox row = (HBox) text.getChildren().getLast();
            Button wear = Ui.button(
                    "Wear it", "Put it on " + body.name() + ", as what that wears", () -> deeds.wear(file), "quiet");
            wear.setAccessibleText("Wear " + file.getFileName());
            row.getChildren().add(wear);
        }
    }

    private Summary summary(Asset a) {
        Scene s = a.scene();
        Clip c = s.clips().isEmpty() ? null : s.clips().getFirst();
        Picture p = Snapshot.alone(
                new Snapshot.Shown(s, c, ViewPictures.atOnce()),
                GatherModel.moment(s),
                palette,
                PICTURE_WIDTH,
                PICTURE_HEIGHT);
        WritableImage image = new WritableImage(PICTURE_WIDTH, PICTURE_HEIGHT);
        image.getPixelWriter()
                .setPixels(
                        0,
                        0,
                        PICTURE_WIDTH,
                        PICTURE_HEIGHT,
                        PixelFormat.getIntArgbInstance(),
                        p.pixels(),
                        0,
                        PICTURE_WIDTH);
        return new Summary(GatherModel.facts(s), GatherModel.more(a), image, GatherModel.isCloth(s));
    }
}
