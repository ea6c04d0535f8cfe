package idleheron.desktop.signoff;

import static idleheron.core.Messages.say;

import idleheron.app.CompareJob;
import idleheron.app.ReportJob;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.compare.Comparison;
import idleheron.core.pair.TopicResult;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Jobs;
import idleheron.desktop.model.Settings;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Ui;
import idleheron.render.ink.Picture;
import idleheron.report.picture.Snapshot;
import java.util.List;
import javafx.geometry.Insets;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** The report as it will be read, and the signature under it. */
public final class SignOffScreen extends Screen<HBox> {
    private static final int PICTURE_WIDTH = 380;
    private static final int PICTURE_HEIGHT = 300;

    private final Bench bench;
    private final BenchActions deeds;
    private final Jobs jobs;
    private final VBox page = Ui.column(10);
    private final TextField by = new TextField();
    private final TextArea note = new TextArea();
    private final StackPane picture = new StackPane();
    private final VBox state = Ui.column(6);
    private CompareJob.@Nullable Result pictured;

    public SignOffScreen(Bench bench, BenchActions deeds, Jobs jobs, Settings settings) {
        super(new HBox(18));
        by.setText(settings.name());
        this.bench = bench;
        this.deeds = deeds;
        this.jobs = jobs;
        page.getStyleClass().addAll("card", "report-page");
        ScrollPane scroll = Ui.scrolled(page);
        HBox.setHgrow(scroll, Priority.ALWAYS);
        by.setPromptText(say("desktop.signoff.SignOffScreen.your-name"));
        by.setAccessibleText(say("desktop.signoff.SignOffScreen.signed-off-by"));
        by.setTooltip(new Tooltip(say("desktop.signoff.SignOffScreen.who-signs-the-report")));
        note.setPromptText(say("desktop.signoff.SignOffScreen.a-remark-for-the-reader"));
        note.setPrefRowCount(4);
        note.setWrapText(true);
        note.setAccessibleText(say("desktop.signoff.SignOffScreen.remark"));
        note.setTooltip(new Tooltip(say("desktop.signoff.SignOffScreen.a-remark-that-stands-on-the")));
        Ui.leftByTab(note);
        picture.setMinHeight(PICTURE_HEIGHT);
        VBox right = Ui.column(
                10,
                Ui.label(say("desktop.signoff.SignOffScreen.sign-off"), "title"),
                Ui.label(say("desktop.signoff.SignOffScreen.signed-off-by"), "small"),
                by,
                Ui.label(say("desktop.signoff.SignOffScreen.remark"), "small"),
                note,
                Ui.button(
                        say("desktop.signoff.SignOffScreen.sign-off"),
                        say("desktop.signoff.SignOffScreen.put-your-name-under-the-report"),
                        this::sign,
                        "strong-button"),
                state,
                Ui.hairline(),
                Ui.label(say("desktop.signoff.SignOffScreen.take-it-along"), "heading"),
                Ui.flow(
                        8,
                        List.of(
                                Ui.button(
                                        say("desktop.signoff.SignOffScreen.save-as-html"),
                                        say("desktop.signoff.SignOffScreen.one-page-that-needs-no-other"),
                                        () -> save(".html"),
                                        "quiet"),
                                Ui.button(
                                        say("desktop.signoff.SignOffScreen.save-as-pdf"),
                                        say("desktop.signoff.SignOffScreen.for-mail-and-print"),
                                        () -> save(".pdf"),
                                        "quiet"))),
                Ui.flow(
                        8,
                        List.of(
                                Ui.button(
                                        say("desktop.signoff.SignOffScreen.save-as-json"),
                                        say("desktop.signoff.SignOffScreen.for-a-build-farm"),
                                        () -> save(".json"),
                                        "quiet"),
                                Ui.button(
                                        say("desktop.signoff.SignOffScreen.save-as-csv"),
                                        say("desktop.signoff.SignOffScreen.every-figure-one-to-a-line"),
                                        () -> save(".csv"),
                                        "quiet"))));
        right.setPrefWidth(300);
        right.setMinWidth(260);
        root.getChildren().addAll(scroll, right);
        bench.compared().addListener((o, was, is) -> showIfSeen());
        bench.crossing().addListener((o, was, is) -> showIfSeen());
    }

    @Override
    public void show() {
        page.getChildren().clear();
        state.getChildren().clear();
        CompareJob.Result c = bench.compared().get();
        root.getChildren().get(1).setDisable(c == null);
        if (c == null) {
            page.getChildren()
                    .addAll(
                            Ui.label(say("desktop.signoff.SignOffScreen.no-report-yet"), "title"),
                            Ui.wrapped(
                                    say("desktop.signoff.SignOffScreen.a-report-needs-both-sides-compare"), "second"));
            return;
        }
        SignOffModel m = new SignOffModel(c, bench.crossing().get());
        VBox text = Ui.column(
                8,
                Ui.row(
                        12,
                        Ui.mark(c.asItCame().comparison().verdict(), 22),
                        Ui.label(m.verdict(), "verdict"),
                        Ui.label(m.isMended() ? say("desktop.signoff.SignOffScreen.as-it-came") : "", "second")));
        for (SignOffModel.Part p : m.parts()) {
            if (!p.title().isEmpty()) {
                text.getChildren().add(Ui.label(p.title(), "small"));
            }
            for (int i = 0; i < p.lines().size(); i++) {
                text.getChildren().add(Ui.wrapped(p.lines().get(i), p.strong() && i == 0 ? "strong" : "second"));
            }
        }
        if (m.isMended()) {
            mended(m, text);
        }
        HBox.setHgrow(text, Priority.ALWAYS);
        page.getChildren().addAll(new HBox(16, text, picture), Ui.hairline());
        m.topics().forEach(t -> page.getChildren().add(line(t)));
        if (m.isSigned()) {
            state.getChildren().add(Ui.row(8, Ui.mark(Verdict.CLEAN, 12), Ui.label(m.signed(), "strong")));
            page.getChildren()
                    .addAll(
                            Ui.hairline(),
                            Ui.label(m.signed() + ". " + m.crossing().note(), "second"));
        }
        picture(m);
    }

    /** What it is mended, and by what. */
    private static void mended(SignOffModel m, VBox text) {
        Comparison k = m.mended();
        text.getChildren()
                .add(Ui.row(
                        8,
                        Ui.mark(k.verdict(), 13),
                        Ui.label(
                                say(
                                        "desktop.signoff.SignOffScreen.mended",
                                        k.verdict().title()),
                                "strong"),
                        Ui.label(
                                say(
                                        "desktop.signoff.SignOffScreen.over-tolerance",
                                        Wording.counted(k.faults(), "topic")),
                                "second")));
        m.crossing().mends().forEach(r -> text.getChildren().add(Ui.wrapped("· " + r.describe(), "second")));
    }

    private static HBox line(SignOffModel.Line l) {
        TopicResult t = l.came();
        var line = Ui.wrapped(t.summary(), "second");
        HBox.setHgrow(line, Priority.ALWAYS);
        var name = Ui.label(t.topic().title(), "strong");
        name.setMinWidth(160);
        var figure = Ui.label(t.worst().text(), "figure");
        figure.setMinWidth(96);
        figure.setAlignment(javafx.geometry.Pos.CENTER_RIGHT);
        HBox row = new HBox(10, Ui.mark(t.verdict(), 12), name, figure);
        TopicResult mended = l.mended();
        if (mended != null) {
            var after = Ui.label(mended.worst().text(), "figure");
            after.setMinWidth(96);
            after.setAlignment(javafx.geometry.Pos.CENTER_RIGHT);
            row.getChildren().addAll(Ui.label("→", "second"), Ui.mark(mended.verdict(), 12), after);
        }
        row.getChildren().add(line);
        row.setPadding(new Insets(3, 0, 3, 0));
        return row;
    }

    private void picture(SignOffModel m) {
        if (pictured == m.result()) {
            return;
        }
        pictured = m.result();
        jobs.run(
                say("desktop.signoff.SignOffScreen.picture-for-the-report"),
                p -> Snapshot.over(m.sent(), m.returned(), m.moment(), PICTURE_WIDTH, PICTURE_HEIGHT),
                this::put);
    }

    private void put(Picture p) {
        picture.getChildren().setAll(new ImageView(Ui.image(p)));
    }

    private void sign() {
        if (by.getText().isBlank()) {
            deeds.tell(say("desktop.signoff.SignOffScreen.write-your-name-first-a-report"));
            by.requestFocus();
            return;
        }
        deeds.sign(by.getText().strip(), note.getText().strip());
    }

    private void save(String ending) {
        CompareJob.Result c = bench.compared().get();
        if (c != null) {
            SignOffModel m = new SignOffModel(c, bench.crossing().get());
            ReportJob job = new ReportJob(m.free(ending), m.read());
            jobs.run(
                    "report",
                    p -> job.run(c.sent(), c.asItCame().returned(), c.asItCame().comparison(), m.paper()),
                    done -> deeds.tell(say("desktop.signoff.SignOffScreen.the-report-is-in", done)));
        }
    }
}
