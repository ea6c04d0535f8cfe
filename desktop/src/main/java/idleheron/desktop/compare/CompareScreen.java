package idleheron.desktop.compare;

import idleheron.app.CompareJob;
import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.kind.Content;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.Series;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Step;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.view3d.Arrangements;
import idleheron.desktop.view3d.Legend;
import idleheron.desktop.view3d.PointInfluences;
import idleheron.desktop.view3d.ViewRequest;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.EvidenceTable;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Ui;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.collections.ListChangeListener;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** The ledger of topics, the likely cause, and the evidence: view, plot and table, which move together. */
public final class CompareScreen implements Screen {
    /** So many causes are told in full. */
    private final Bench bench;

    private final BenchActions deeds;
    private final Viewport view;
    private final Viewport.Spaces spaces;
    private final BorderPane root = new BorderPane();
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
            Consumer<String> tell,
            Consumer<String> help) {
        this.sheets = sheets;
        pane = new EvidencePane(tell);
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
            if (is != null
                    && (!is.sent().scene().volumes().isEmpty()
                            || !is.sent().scene().caches().isEmpty())) {
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

    @Override
    public Node node() {
        return root;
    }

    @Override
    public void shown() {
        show();
    }

    private void chooseWorst() {
        CompareJob.Result c = bench.compared().get();
        if (c == null) {
            return;
        }
        if (c.comparison().topic(topic).verdict().isFault()) {
            return;
        }
        c.comparison().topics().stream()
                .filter(t -> t.verdict().isFault())
                .findFirst()
                .ifPresent(t -> topic = t.topic());
    }

    private void go(Evidence.Row r) {
        CompareJob.Result c = bench.compared().get();
        if (c == null) {
            return;
        }
        if (r.clip() < 0
                && !Double.isNaN(r.seconds())
                && (topic.equals(Topic.CACHES) || !c.sent().scene().volumes().isEmpty())) {
            bench.transport().playing().set(false);
            bench.transport().seconds().set(r.seconds());
        }
        if (r.clip() >= 0 && r.clip() < c.sent().scene().clips().size()) {
            bench.transport().playing().set(false);
            bench.transport().clip().set(c.sent().scene().clips().get(r.clip()));
            if (!Double.isNaN(r.seconds())) {
                bench.transport().seconds().set(r.seconds());
            }
        }
        if (r.sentNode() >= 0) {
            bench.joint().set(r.sentNode());
        }
        if (topic.equals(Topic.CACHES)) {
            view.field(r.subject());
            showPlot(r.subject());
            showView();
        }
        showInfluences(c, r);
    }

    /** The joints that move a point, on both sides, when the row is about a point. */
    private void showInfluences(CompareJob.Result c, Evidence.Row r) {
        influences.getChildren().clear();
        int at = r.subject().lastIndexOf("/point ");
        if (!topic.equals(Topic.SKIN_WEIGHTS) || at < 0 || r.sentNode() < 0) {
            return;
        }
        int point = Integer.parseInt(r.subject().substring(at + 7));
        for (PointInfluences.Line l :
                PointInfluences.of(c.sent().scene(), c.returned().scene(), r.sentNode(), point)) {
            influences.getChildren().add(Ui.fact(l.joint(), l.sent() + "  →  " + l.returned()));
        }
    }

    /** What is known so far, while the rest is still computed. */
    private void showRunning() {
        if (bench.told().isEmpty() || bench.step().get() != Step.COMPARE) {
            return;
        }
        ledger.showRunning(bench.told());
    }

    private void show() {
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
        CompareJob.Result c = bench.compared().get();
        if (c == null) {
            return;
        }
        TopicResult t = c.comparison().topic(topic);
        summary.setText(t.summary());
        pane.show(t.evidence());
        table.point(bench.joint().get());
        showPlot();
    }

    private void showPlot() {
        showPlot("");
    }

    /** Of a cache the figure of one object, where there is one; else that of all. */
    private void showPlot(String object) {
        CompareJob.Result c = bench.compared().get();
        Clip clip = bench.transport().clip().get();
        if (c == null) {
            plot.show(null);
            return;
        }
        List<Series> plots = c.comparison().topic(topic).plots();
        if (plots.isEmpty()) {
            plots = c.comparison().topic(Topic.CLIPS).plots();
        }
        Series found = null;
        for (Series s : plots) {
            boolean volume = s.clip() < 0;
            if (clip != null
                    && (volume
                            ? found == null || !object.isEmpty() && object.endsWith("/" + s.title())
                            : c.sent().scene().clips().get(s.clip()).name().equals(clip.name()))) {
                found = s;
            }
        }
        plot.show(found);
    }

    private void point() {
        if (bench.step().get() == Step.COMPARE) {
            table.point(bench.joint().get());
            showView();
        }
    }

    /** What the dark end of the ramp stands for. */
    private void showLegend() {
        double top = view.heatTop().get();
        CompareJob.Result c = bench.compared().get();
        int joint = bench.joint().get();
        if (c == null || arrangement.get() != ViewRequest.Arrangement.WEIGHTS) {
            legendText.setText(String.format(Locale.ROOT, "0 – %.3f mm between sent and returned", top));
            return;
        }
        Scene s = c.sent().scene();
        boolean one =
                joint >= 0 && joint < s.nodes().size() && s.nodes().get(joint).isJoint();
        legendText.setText(String.format(
                Locale.ROOT,
                "0 – %.3f difference in weight%s",
                top,
                one ? " of " + s.nodes().get(joint).name() : ", all joints"));
    }

    private static ViewRequest.Style style(Scene s) {
        return AssetKinds.main(s).content().equals(Content.CACHE)
                ? ViewRequest.Style.SURFACE
                : ViewRequest.Style.JOINTS;
    }

    private void showView() {
        if (bench.step().get() != Step.COMPARE) {
            return;
        }
        CompareJob.Result c = bench.compared().get();
        ViewRequest.Arrangement how = arrangement.get();
        legend.setVisible(
                c != null && (how == ViewRequest.Arrangement.DIFFERENCE || how == ViewRequest.Arrangement.WEIGHTS));
        showLegend();
        if (c == null) {
            view.show(List.of(), ViewRequest.Arrangement.OVER);
            return;
        }
        Arrangements.allow(arrangement, c);
        Scene s = c.sent().scene();
        Scene r = c.returned().scene();
        boolean meant = bench.asMeant().get();
        int joint = bench.joint().get();
        boolean usable =
                joint >= 0 && joint < s.nodes().size() && s.nodes().get(joint).isJoint();
        int other = usable ? r.find(s.nodes().get(joint).name()) : -1;
        double raw = s.stage().metersPerUnit();
        view.show(
                List.of(
                        new ViewRequest.Shown(s, spaces.of(s, meant, raw), style(s), usable ? joint : -1, false, true),
                        new ViewRequest.Shown(r, spaces.of(r, meant, raw), style(r), other, true, true)),
                how);
    }
}
