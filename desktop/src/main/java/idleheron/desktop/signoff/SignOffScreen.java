package idleheron.desktop.signoff;

import idleheron.app.CompareJob;
import idleheron.app.ReportJob;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Crossing;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Jobs;
import idleheron.desktop.model.Settings;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Ui;
import idleheron.formats.disk.FileNames;
import idleheron.render.Picture;
import idleheron.report.Paper;
import idleheron.report.Snapshot;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** The report as it will be read, and the signature under it. */
public final class SignOffScreen implements Screen {
    private static final int PICTURE_WIDTH = 380;
    private static final int PICTURE_HEIGHT = 300;

    private final Bench bench;
    private final BenchActions deeds;
    private final Jobs jobs;
    private final Consumer<String> tell;
    private final HBox root = new HBox(18);
    private final VBox page = Ui.column(10);
    private final TextField by = new TextField();
    private final TextArea note = new TextArea();
    private final StackPane picture = new StackPane();
    private final VBox state = Ui.column(6);
    private CompareJob.@Nullable Result pictured;

    public SignOffScreen(Bench bench, BenchActions deeds, Jobs jobs, Settings settings, Consumer<String> tell) {
        by.setText(settings.name());
        this.bench = bench;
        this.deeds = deeds;
        this.jobs = jobs;
        this.tell = tell;
        page.getStyleClass().addAll("card", "report-page");
        ScrollPane scroll = new ScrollPane(page);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("plain-scroll");
        HBox.setHgrow(scroll, Priority.ALWAYS);
        by.setPromptText("Your name");
        by.setAccessibleText("Signed off by");
        note.setPromptText("A remark for whoever reads it");
        note.setPrefRowCount(4);
        note.setWrapText(true);
        note.setAccessibleText("Remark");
        picture.setMinHeight(PICTURE_HEIGHT);
        VBox right = Ui.column(
                10,
                Ui.label("Sign off", "title"),
                Ui.label("Signed off by", "small"),
                by,
                Ui.label("Remark", "small"),
                note,
                Ui.button("Sign off", "Put your name under the report", this::sign, "strong-button"),
                state,
                Ui.hairline(),
                Ui.label("Take it along", "heading"),
                Ui.row(
                        8,
                        Ui.button("Save as HTML", "One page that needs no other file", () -> save(".html"), "quiet"),
                        Ui.button("Save as PDF", "For mail and print", () -> save(".pdf"), "quiet")),
                Ui.row(
                        8,
                        Ui.button("Save as JSON", "For a build farm", () -> save(".json"), "quiet"),
                        Ui.button("Save as CSV", "Every figure, one to a line", () -> save(".csv"), "quiet")));
        right.setPrefWidth(300);
        right.setMinWidth(260);
        root.getChildren().addAll(scroll, right);
        bench.compared().addListener((o, was, is) -> show());
        bench.crossing().addListener((o, was, is) -> show());
        show();
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public void shown() {
        show();
    }

    private void show() {
        page.getChildren().clear();
        state.getChildren().clear();
        CompareJob.Result c = bench.compared().get();
        Crossing crossing = bench.crossing().get();
        root.getChildren().get(1).setDisable(c == null);
        if (c == null) {
            page.getChildren()
                    .addAll(
                            Ui.label("No report yet", "title"),
                            Ui.wrapped("A report needs both sides. Compare first: key 5.", "second"));
            return;
        }
        Comparison k = c.comparison();
        HBox head = Ui.row(
                12,
                Ui.mark(k.verdict(), 22),
                Ui.label(
                        Character.toUpperCase(k.verdict().word().charAt(0))
                                + k.verdict().word().substring(1),
                        "verdict"));
        VBox text = Ui.column(
                8,
                head,
                Ui.wrapped(
                        c.sent().name() + " and back, " + k.faults() + " topics over tolerance, "
                                + (k.asMeant() ? "as meant." : "as stored."),
                        "second"));
        if (!k.causes().isEmpty()) {
            text.getChildren().addAll(Ui.label("Likely cause", "small"), Ui.wrapped(k.causeSentence(), "strong"));
            for (LikelyCause l : k.causes()) {
                text.getChildren().add(Ui.wrapped("· " + l.remedy().describe(), "second"));
            }
        }
        if (!k.losses().isEmpty()) {
            text.getChildren().addAll(Ui.label("Lost on the way", "small"), Ui.wrapped(k.lossSentence(), "second"));
        }
        for (Remedy r : crossing.mends()) {
            text.getChildren().add(Ui.wrapped("Mended: " + r.describe(), "second"));
        }
        HBox.setHgrow(text, Priority.ALWAYS);
        HBox top = new HBox(16, text, picture);
        page.getChildren().addAll(top, Ui.hairline());
        for (TopicResult t : k.topics()) {
            if (t.verdict() != Verdict.NOT_CHECKED) {
                var line = Ui.wrapped(t.summary(), "second");
                HBox.setHgrow(line, Priority.ALWAYS);
                var name = Ui.label(t.topic().title(), "strong");
                name.setMinWidth(160);
                var figure = Ui.label(t.worst().text(), "figure");
                figure.setMinWidth(96);
                figure.setAlignment(javafx.geometry.Pos.CENTER_RIGHT);
                HBox row = new HBox(10, Ui.mark(t.verdict(), 12), name, figure, line);
                row.setPadding(new Insets(3, 0, 3, 0));
                page.getChildren().add(row);
            }
        }
        if (!crossing.signedBy().isEmpty()) {
            state.getChildren()
                    .add(Ui.row(
                            8, Ui.mark(Verdict.CLEAN, 12), Ui.label("Signed off by " + crossing.signedBy(), "strong")));
            page.getChildren()
                    .addAll(
                            Ui.hairline(),
                            Ui.label("Signed off by " + crossing.signedBy() + ". " + crossing.note(), "second"));
        }
        picture(c);
    }

    private void picture(CompareJob.Result c) {
        if (pictured == c) {
            return;
        }
        pictured = c;
        jobs.run(
                "picture for the report",
                p -> {
                    Scene s = c.sent().scene();
                    Clip clip = s.clips().isEmpty() ? null : s.clips().getFirst();
                    Clip other = clip == null
                            ? null
                            : c.returned().scene().clips().stream()
                                    .filter(x -> x.name().equals(clip.name()))
                                    .findFirst()
                                    .orElse(null);
                    double t = clip == null ? 0 : clip.startSeconds() + clip.length() * 0.3;
                    return Snapshot.over(s, clip, c.returned().scene(), other, t, PICTURE_WIDTH, PICTURE_HEIGHT);
                },
                this::put);
    }

    private void put(Picture p) {
        WritableImage image = new WritableImage(p.width(), p.height());
        image.getPixelWriter()
                .setPixels(0, 0, p.width(), p.height(), PixelFormat.getIntArgbInstance(), p.pixels(), 0, p.width());
        picture.getChildren().setAll(new ImageView(image));
    }

    private void sign() {
        if (by.getText().isBlank()) {
            tell.accept("Write your name first; a report is signed by a person.");
            by.requestFocus();
            return;
        }
        deeds.sign(by.getText().strip(), note.getText().strip());
    }

    /** What stands on the paper besides the figures; reads the files for their hashes. */
    private static Paper paper(CompareJob.Result c, Crossing k) throws IOException {
        return new Paper(
                k.signedBy(),
                k.note(),
                LocalDate.now(ZoneId.systemDefault()).toString(),
                k.terms().tolerances(),
                Paper.sources(
                        List.of(Path.of(c.sent().path()), Path.of(c.returned().path()))));
    }

    /** The files that are never written on. */
    private static List<Path> read(CompareJob.Result c) {
        return List.of(Path.of(c.sent().path()), Path.of(c.returned().path()));
    }

    /** Leaves a report beside what came back, under a name that is still free. */
    private void save(String ending) {
        CompareJob.Result c = bench.compared().get();
        if (c != null) {
            Crossing k = bench.crossing().get();
            Path to = FileNames.free(FileNames.stem(c.returned().path()) + "_report", ending);
            jobs.run(
                    "report",
                    p -> new ReportJob(to, read(c)).run(c.sent(), c.returned(), c.comparison(), paper(c, k)),
                    done -> tell.accept("The report is in " + done + "."));
        }
    }
}
