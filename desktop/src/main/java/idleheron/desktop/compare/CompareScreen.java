package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.app.CompareJob;
import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.compare.Comparison;
import idleheron.core.compare.Moment;
import idleheron.core.pair.TopicResult;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Jobs;
import idleheron.desktop.model.Settings;
import idleheron.desktop.model.Step;
import idleheron.desktop.paint.PointInfluences;
import idleheron.desktop.paint.Spaces;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.view3d.ViewFrame;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.EvidenceTable;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Split;
import idleheron.desktop.widget.Ui;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.collections.ListChangeListener;
import javafx.geometry.Insets;
import javafx.geometry.Orientation;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/**
 * The picture is the evidence and takes most of the window. Beside it verdict, likely cause and topics, and the table of the
 * chosen topic; under it the plot. All of them move together.
 */
public final class CompareScreen extends Screen<BorderPane> {
    private static final double SIDE_SHARE = 0.225;
    private static final double SIDE_LEAST = 284;
    private static final double PLOT = 66;
    private static final double STRIP = 148;
    private static final double TABLE = 110;

    private final Bench bench;
    private final BenchActions deeds;
    private final EvidenceView shown;
    private final Viewport view;
    private final VBox head = Ui.column(0);
    private final TopicLedger ledger = new TopicLedger(this::choose);
    private final HBox terms;
    private final CauseCard cause;
    private final EvidencePane pane;
    private final EvidenceTable table;
    private final VBox evidence;
    private final TimePane plot;
    private final Split sides;
    private final Split pictures;
    private Topic topic = Topic.UNITS_AND_AXES;
    private final Label summary = Ui.wrapped("", "second");
    private final VBox influences = Ui.column(1);

    /**
     * What it is made with.
     *
     * @param help takes the code of a cause
     */
    public record Parts(
            Viewport view, Spaces spaces, Sheets sheets, Settings settings, Jobs jobs, Consumer<String> help) {}

    public CompareScreen(Bench bench, BenchActions deeds, Parts with) {
        super(new BorderPane());
        this.bench = bench;
        this.deeds = deeds;
        view = with.view;
        shown = new EvidenceView(bench, view, with.spaces);
        CompareSheets asks = new CompareSheets(bench, deeds, with.sheets);
        terms = Ui.row(
                8,
                Ui.button(
                        say("desktop.compare.CompareScreen.matching"),
                        say("desktop.compare.CompareScreen.what-belongs-to-what-and-how"),
                        asks::matching,
                        "quiet"),
                Ui.button(
                        say("desktop.compare.CompareScreen.tolerances"),
                        say("desktop.compare.CompareScreen.from-which-figure-on-a-difference"),
                        asks::tolerances,
                        "quiet"));
        pane = new EvidencePane(deeds::tell);
        table = pane.table();
        plot = new TimePane(bench, with.jobs, this::go);
        cause = new CauseCard(with.help, deeds::mend, asks::saveMended);
        evidence = Ui.column(6, summary, influences, pane);
        VBox.setVgrow(pane, Priority.ALWAYS);
        pane.setMinHeight(TABLE);
        ScrollPane under = Ui.scrolled(evidence);
        under.setFitToHeight(true);
        VBox told = Ui.column(7, head, cause, ledger, terms);
        told.setPadding(new Insets(0, 6, 6, 0));
        Split left = new Split(
                new Split.Between(
                        Orientation.VERTICAL,
                        "compare-table",
                        say("desktop.compare.CompareScreen.line-between-the-topics-and-the"),
                        h -> Math.min(told.prefHeight(told.getWidth()) + 4, h * 0.7)),
                with.settings,
                Ui.scrolled(told),
                under);
        told.heightProperty().addListener((o, was, is) -> Platform.runLater(left::place));
        pictures = new Split(
                new Split.Between(
                        Orientation.VERTICAL,
                        "compare-plot",
                        say("desktop.compare.CompareScreen.line-between-the-view-and-the"),
                        h -> h - (plot.isStrip() ? STRIP : Math.max(PLOT, h * 0.12))),
                with.settings,
                shown.frame(),
                plot);
        plot.onOther(() -> pictures.place(plot.isStrip() ? "compare-moments" : "compare-plot"));
        sides = new Split(
                new Split.Between(
                        Orientation.HORIZONTAL,
                        "compare-side",
                        say("desktop.compare.CompareScreen.line-between-the-topics-and-the-2"),
                        w -> Math.max(SIDE_LEAST, SIDE_SHARE * w)),
                with.settings,
                left,
                pictures);
        root.setCenter(sides);
        bench.compared().addListener((o, was, is) -> {
            chooseWorst();
            show();
            if (is != null && is.sent().scene().nodes().isEmpty()) {
                view.field("");
                view.showAll();
            }
        });
        bench.crossing().addListener((o, was, is) -> showView());
        bench.joint().addListener((o, was, is) -> point());
        bench.transport().clip().addListener((o, was, is) -> showPlot());
        bench.asMeant().addListener((o, was, is) -> deeds.compare());
        view.onChosen(bench.joint()::set);
        view.pointer().onPicked(k -> showInfluences(k.node(), k.point()));
        plot.onChosen((seconds, node) -> {
            bench.transport().playing().set(false);
            bench.transport().seconds().set(seconds);
            if (node >= 0) {
                bench.joint().set(node);
            }
        });
        table.onChosen(this::go);
        bench.told().addListener((ListChangeListener<TopicResult>) k -> showRunning());
        bench.stopped().addListener((o, was, is) -> showIfSeen());
    }

    private @Nullable CompareModel model() {
        CompareJob.Result c = bench.compared().get();
        return c == null ? null : new CompareModel(c, topic);
    }

    private void chooseWorst() {
        CompareModel m = model();
        topic = m == null ? topic : m.worst().topic();
    }

    private void go(Evidence.Row r) {
        CompareModel m = model();
        if (m == null) {
            return;
        }
        CompareModel.Lead to = m.lead(r);
        if (to.clip() != null) {
            bench.transport().clip().set(to.clip());
        }
        if (!Double.isNaN(to.seconds())) {
            bench.transport().playing().set(false);
            bench.transport().seconds().set(to.seconds());
        }
        if (to.joint() >= 0) {
            bench.joint().set(to.joint());
        }
        if (m.hasObjects()) {
            view.field(r.subject());
            showPlot(r.subject());
            showView();
        }
        int[] point = m.point(r);
        influences.getChildren().clear();
        if (point.length == 2) {
            showInfluences(point[0], point[1]);
        }
    }

    private void go(Moment to) {
        CompareModel m = model();
        if (m != null) {
            topic = to.topic();
            m.clip(to).ifPresent(bench.transport().clip()::set);
            bench.transport().playing().set(false);
            bench.transport().seconds().set(to.seconds());
            int joint = m.joint(to.node());
            if (joint >= 0) {
                bench.joint().set(joint);
            }
            show();
        }
    }

    /** The joints that move a point of a mesh, on both sides; each can be chosen. */
    private void showInfluences(int node, int point) {
        CompareModel m = model();
        influences.getChildren().clear();
        if (m == null) {
            return;
        }
        List<PointInfluences.Line> lines = m.influences(node, point);
        influences
                .getChildren()
                .add(Ui.wrapped(
                        lines.isEmpty()
                                ? say("desktop.compare.CompareScreen.point-of-is-moved-by-none", point, m.name(node))
                                : say("desktop.compare.CompareScreen.point-of-is-moved-by", point, m.name(node)),
                        "second"));
        for (PointInfluences.Line l : lines) {
            influences.getChildren().add(Ui.fact(l.joint(), l.sent() + "  →  " + l.returned()));
        }
    }

    /** What is known so far, while the rest is still computed. */
    private void showRunning() {
        if (bench.told().isEmpty() || bench.step().get() != Step.COMPARE) {
            return;
        }
        headline(
                Ui.label(say("desktop.compare.CompareScreen.comparing"), "verdict"),
                say(
                        "desktop.compare.CompareScreen.done-so-far",
                        Wording.counted(bench.told().size(), "topic")
                                + (bench.told().size() == 1
                                        ? say("desktop.compare.CompareScreen.is")
                                        : say("desktop.compare.CompareScreen.are"))));
        ledger.showRunning(bench.told());
    }

    @Override
    public void show() {
        CompareJob.Result c = bench.compared().get();
        cause.setVisible(c != null);
        cause.setManaged(c != null);
        terms.setVisible(c != null);
        evidence.setVisible(c != null);
        plot.setVisible(c != null);
        if (c == null) {
            boolean coming = bench.crossing().get().returned() != null;
            ledger.showNothing();
            summary.setText("");
            pane.show(Evidence.NONE);
            showView();
            if (coming && bench.stopped().get()) {
                showStopped();
                return;
            }
            headline(
                    Ui.label(
                            coming
                                    ? say("desktop.compare.CompareScreen.comparing")
                                    : say("desktop.compare.CompareScreen.nothing-to-compare"),
                            "title"),
                    coming
                            ? say("desktop.compare.CompareScreen.reading-both-sides")
                            : say("desktop.compare.CompareScreen.send-the-file-key-4-and"));
            return;
        }
        Comparison k = c.comparison();
        long checked = k.topics().stream()
                .filter(t -> t.verdict() != Verdict.NOT_CHECKED)
                .count();
        Comparison came = c.asItCame().comparison();
        headline(
                Ui.row(
                        10,
                        Ui.mark(k.verdict(), 22),
                        Ui.label(k.verdict().title(), "verdict"),
                        Ui.label(c.isMended() ? say("desktop.compare.CompareScreen.mended") : "", "second")),
                say(
                        "desktop.compare.CompareScreen.of-over-tolerance",
                        k.faults(),
                        Wording.counted(checked, "topic"),
                        (k.asMeant()
                                ? say("desktop.compare.CompareScreen.as-meant")
                                : say("desktop.compare.CompareScreen.as-stored")),
                        (c.isMended()
                                ? say(
                                        "desktop.compare.CompareScreen.as-it-came-over-tolerance",
                                        came.verdict().shown(),
                                        came.faults())
                                : "")));
        ledger.show(k, topic);
        cause.show(k, !bench.crossing().get().mends().isEmpty());
        showTopic();
        showView();
    }

    private void showStopped() {
        headline(
                Ui.label(say("desktop.compare.CompareScreen.not-compared"), "title"),
                say("desktop.compare.CompareScreen.the-comparison-was-stopped"));
        head.getChildren()
                .add(Ui.button(
                        say("desktop.compare.CompareScreen.compare"),
                        say("desktop.compare.CompareScreen.compares-both-sides-from-the-start"),
                        deeds::compare,
                        "strong-button"));
    }

    private void headline(Node verdict, String under) {
        head.getChildren().setAll(verdict, Ui.wrapped(under, "second"));
    }

    @Override
    public ViewFrame frame() {
        return shown.frame();
    }

    private void choose(Topic t) {
        influences.getChildren().clear();
        topic = t;
        show();
    }

    private void showTopic() {
        CompareModel m = model();
        if (m != null) {
            summary.setText(m.told().summary());
            pane.show(m.told().evidence());
            table.point(bench.joint().get());
            showPlot();
        }
    }

    private void showPlot() {
        showPlot("");
    }

    private void showPlot(String object) {
        CompareModel m = model();
        plot.show(m, m == null ? null : m.plot(bench.transport().clip().get(), object));
    }

    private void point() {
        if (bench.step().get() == Step.COMPARE) {
            table.point(bench.joint().get());
            showView();
        }
    }

    private void showView() {
        if (bench.step().get() == Step.COMPARE) {
            shown.show(model());
        }
    }
}
