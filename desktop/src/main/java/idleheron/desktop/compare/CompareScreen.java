package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.app.CompareJob;
import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Settings;
import idleheron.desktop.model.Step;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.view3d.Arrangements;
import idleheron.desktop.view3d.Legend;
import idleheron.desktop.view3d.Spaces;
import idleheron.desktop.view3d.ViewFrame;
import idleheron.desktop.view3d.ViewRequest;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Choice;
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
import javafx.scene.control.Button;
import javafx.scene.control.Label;
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
    private static final double PLOT = 64;

    private final Bench bench;
    private final Spaces spaces;
    private final ViewFrame frame;
    private final Viewport view;
    private final VBox head = Ui.column(0);
    private final TopicLedger ledger = new TopicLedger(this::choose);
    private final HBox terms;
    private final CauseCard cause;
    private final EvidencePane pane;
    private final EvidenceTable table;
    private final VBox evidence;
    private final PlotPane plot;
    private final Split sides;
    private final Split pictures;
    private final Choice<ViewRequest.Arrangement> arrangement =
            new Choice<>(List.of(ViewRequest.Arrangement.values()), Choice::name, ViewRequest.Arrangement::tip);
    private final HBox legend;
    private final Label legendText = Ui.label("", "small");
    private Topic topic = Topic.UNITS_AND_AXES;
    private final Label summary = Ui.wrapped("", "second");
    private final VBox influences = Ui.column(1);

    /**
     * What it is made with.
     *
     * @param help takes the code of a cause
     */
    public record Parts(Viewport view, Spaces spaces, Sheets sheets, Settings settings, Consumer<String> help) {}

    public CompareScreen(Bench bench, BenchActions deeds, Parts with) {
        super(new BorderPane());
        this.bench = bench;
        view = with.view;
        spaces = with.spaces;
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
        plot = new PlotPane(bench);
        legend = Legend.of(legendText);
        cause = new CauseCard(with.help, deeds::mend, asks::saveMended);
        frame = new ViewFrame(view)
                .left(arrangement)
                .right(Choice.meaning(bench.asMeant()))
                .bottom(legend)
                .bottom(toWorst(view));
        evidence = Ui.column(6, summary, influences, pane);
        VBox.setVgrow(pane, Priority.ALWAYS);
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
                evidence);
        told.heightProperty().addListener((o, was, is) -> Platform.runLater(left::place));
        pictures = new Split(
                new Split.Between(
                        Orientation.VERTICAL,
                        "compare-plot",
                        say("desktop.compare.CompareScreen.line-between-the-view-and-the"),
                        h -> h - Math.max(PLOT, h * 0.12)),
                with.settings,
                frame,
                plot);
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
        arrangement.chosen().addListener((o, was, is) -> showView());
        bench.asMeant().addListener((o, was, is) -> deeds.compare());
        view.onChosen(bench.joint()::set);
        view.heatTop().addListener((o, was, is) -> showLegend());
        plot.onChosen((seconds, node) -> {
            bench.transport().playing().set(false);
            bench.transport().seconds().set(seconds);
            if (node >= 0) {
                bench.joint().set(node);
            }
        });
        table.onChosen(this::go);
        bench.told().addListener((ListChangeListener<TopicResult>) k -> showRunning());
        show();
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
        influences.getChildren().clear();
        m.influences(r)
                .forEach(l -> influences.getChildren().add(Ui.fact(l.joint(), l.sent() + "  →  " + l.returned())));
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
            headline(
                    Ui.label(
                            coming
                                    ? say("desktop.compare.CompareScreen.comparing")
                                    : say("desktop.compare.CompareScreen.nothing-to-compare"),
                            "title"),
                    coming
                            ? say("desktop.compare.CompareScreen.reading-both-sides")
                            : say("desktop.compare.CompareScreen.send-the-file-key-4-and"));
            ledger.showNothing();
            summary.setText("");
            pane.show(Evidence.NONE);
            showView();
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

    private void headline(Node verdict, String under) {
        head.getChildren().setAll(verdict, Ui.wrapped(under, "second"));
    }

    @Override
    public ViewFrame frame() {
        return frame;
    }

    private void choose(Topic t) {
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
        plot.show(m == null ? null : m.plot(bench.transport().clip().get(), object));
    }

    private void point() {
        if (bench.step().get() == Step.COMPARE) {
            table.point(bench.joint().get());
            showView();
        }
    }

    /** A button that goes to the worst point, shown while there is one. */
    private static Button toWorst(Viewport view) {
        Button out = Ui.button(
                say("desktop.compare.CompareScreen.worst-point"),
                say("desktop.compare.CompareScreen.go-near-the-marked-point-that"),
                view::goToWorst,
                "quiet");
        out.visibleProperty().bind(view.worst().isNotNull());
        return out;
    }

    private void showLegend() {
        CompareModel m = model();
        boolean weights = arrangement.get() == ViewRequest.Arrangement.WEIGHTS;
        legendText.setText(
                m == null
                        ? ""
                        : m.legend(weights, view.heatTop().get(), bench.joint().get()));
    }

    private static ViewRequest.Style style(Scene s) {
        return s.nodes().isEmpty() ? ViewRequest.Style.SURFACE : ViewRequest.Style.JOINTS;
    }

    private void showView() {
        if (bench.step().get() != Step.COMPARE) {
            return;
        }
        CompareModel m = model();
        ViewRequest.Arrangement how = arrangement.get();
        legend.setVisible(
                m != null && (how == ViewRequest.Arrangement.DIFFERENCE || how == ViewRequest.Arrangement.WEIGHTS));
        showLegend();
        Crossing x = bench.crossing().get();
        Asset sent = m == null ? x.sent() : m.result().sent();
        Asset returned = m == null ? x.returned() : m.result().returned();
        if (sent == null || returned == null) {
            view.show(List.of(), ViewRequest.Arrangement.OVER);
            return;
        }
        Arrangements.allow(arrangement, sent.scene());
        Scene s = sent.scene();
        Scene r = returned.scene();
        boolean meant = bench.asMeant().get();
        int joint = m == null ? -1 : m.joint(bench.joint().get());
        int same = m == null ? -1 : m.returned(joint);
        double raw = s.stage().metersPerUnit();
        view.show(
                List.of(
                        new ViewRequest.Shown(s, spaces.of(s, meant, raw), style(s), joint, false, true),
                        new ViewRequest.Shown(r, spaces.of(r, meant, raw), style(r), same, true, true)),
                how);
    }
}
