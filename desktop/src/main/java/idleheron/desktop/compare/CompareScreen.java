package idleheron.desktop.compare;

import idleheron.app.CompareJob;
import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Step;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.view3d.Arrangements;
import idleheron.desktop.view3d.Legend;
import idleheron.desktop.view3d.ViewRequest;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.EvidenceTable;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Ui;
import java.util.List;
import java.util.function.Consumer;
import javafx.collections.ListChangeListener;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** The ledger of topics, the likely cause, and the evidence: view, plot and table, which move together. */
public final class CompareScreen extends Screen<BorderPane> {
    /** So many causes are told in full. */
    private final Bench bench;

    private final BenchActions deeds;
    private final Viewport view;
    private final Viewport.Spaces spaces;
    private final TopicLedger ledger =
            new TopicLedger(new TopicLedger.Does(this::choose, this::matching, this::tolerances));
    private final CauseCard cause;
    private final EvidencePane pane;
    private final EvidenceTable table;
    private final Sheets sheets;
    private final PlotPane plot;
    private final Choice<ViewRequest.Arrangement> arrangement =
            new Choice<>(List.of(ViewRequest.Arrangement.values()), Choice::name);
    private final HBox legend;
    private final Label legendText = Ui.label("", "small");
    private Topic topic = Topic.UNITS_AND_AXES;
    private final Label summary = Ui.wrapped("", "second");
    private final VBox influences = Ui.column(1);

    public CompareScreen(
            Bench bench,
            BenchActions deeds,
            Viewport view,
            Viewport.Spaces spaces,
            Sheets sheets,
            Consumer<String> help) {
        super(new BorderPane());
        this.sheets = sheets;
        pane = new EvidencePane(deeds::tell);
        table = pane.table();
        this.bench = bench;
        this.deeds = deeds;
        this.view = view;
        this.spaces = spaces;
        plot = new PlotPane(bench);
        legend = Legend.of(legendText);
        cause = new CauseCard(help, deeds::mend);
        Choice<Boolean> meaning = Choice.meaning(bench.asMeant());
        StackPane stack = new StackPane(view, arrangement, meaning, legend);
        StackPane.setAlignment(arrangement, Pos.TOP_LEFT);
        StackPane.setAlignment(meaning, Pos.TOP_RIGHT);
        StackPane.setAlignment(legend, Pos.BOTTOM_LEFT);
        StackPane.setMargin(arrangement, new Insets(10));
        StackPane.setMargin(meaning, new Insets(10));
        StackPane.setMargin(legend, new Insets(12));
        VBox right = Ui.column(6, summary, influences, pane);
        VBox.setVgrow(pane, Priority.ALWAYS);
        right.setPrefWidth(436);
        right.setMinWidth(300);
        HBox evidence = new HBox(12, stack, right);
        HBox.setHgrow(stack, Priority.ALWAYS);
        VBox.setVgrow(evidence, Priority.ALWAYS);
        VBox middle = Ui.column(10, cause, evidence, plot);
        root.setLeft(ledger);
        root.setCenter(middle);
        BorderPane.setMargin(middle, new Insets(0, 0, 0, 14));
        bench.compared().addListener((o, was, is) -> {
            chooseWorst();
            show();
            if (is != null && is.sent().scene().nodes().isEmpty()) {
                view.field("");
                view.showAll();
            }
        });
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
        ledger.showRunning(bench.told());
    }

    @Override
    public void show() {
        CompareJob.Result c = bench.compared().get();
        plot.setVisible(c != null);
        plot.setManaged(c != null);
        if (c == null) {
            ledger.showNothing();
            cause.setVisible(false);
            summary.setText("");
            pane.show(Evidence.NONE);
            showView();
            return;
        }
        cause.setVisible(true);
        ledger.show(c.comparison(), topic);
        cause.show(c.comparison(), !bench.crossing().get().mends().isEmpty());
        showTopic();
        showView();
    }

    private void matching() {
        CompareJob.Result c = bench.compared().get();
        if (c != null) {
            CompareSettings now = bench.crossing().get().terms();
            sheets.show(
                    "What belongs to what",
                    "Matched by path, by name and by place; what you choose here is kept with the crossing.",
                    new MatchSheet(
                            c.sent().scene(),
                            c.returned().scene(),
                            now.table(),
                            t -> deeds.terms(bench.crossing().get().terms().with(t))));
        }
    }

    private void tolerances() {
        CompareSettings now = bench.crossing().get().terms();
        sheets.showSmall(
                "Tolerances",
                "From where on a difference counts. Kept with the crossing.",
                new ToleranceSheet(
                        now.tolerances(),
                        t -> deeds.terms(bench.crossing().get().terms().with(t))));
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
        if (m == null) {
            view.show(List.of(), ViewRequest.Arrangement.OVER);
            return;
        }
        Arrangements.allow(arrangement, m.result());
        Scene s = m.result().sent().scene();
        Scene r = m.result().returned().scene();
        boolean meant = bench.asMeant().get();
        int joint = m.joint(bench.joint().get());
        double raw = s.stage().metersPerUnit();
        view.show(
                List.of(
                        new ViewRequest.Shown(s, spaces.of(s, meant, raw), style(s), joint, false, true),
                        new ViewRequest.Shown(r, spaces.of(r, meant, raw), style(r), m.returned(joint), true, true)),
                how);
    }
}
