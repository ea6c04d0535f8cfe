package idleheron.desktop.compare;

import idleheron.app.CompareJob;
import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.pair.CompareSettings;
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
import idleheron.desktop.widget.Carriers;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.EvidenceTable;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Split;
import idleheron.desktop.widget.Ui;
import idleheron.formats.disk.FileNames;
import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.collections.ListChangeListener;
import javafx.geometry.Insets;
import javafx.geometry.Orientation;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;
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
    private final BenchActions deeds;
    private final Spaces spaces;
    private final ViewFrame frame;
    private final Viewport view;
    private final VBox head = Ui.column(0);
    private final TopicLedger ledger = new TopicLedger(this::choose);
    private final HBox terms = Ui.row(
            8,
            Ui.button("Matching", "What belongs to what, and how to change it", this::matching, "quiet"),
            Ui.button("Tolerances", "From which figure on a difference counts", this::tolerances, "quiet"));
    private final CauseCard cause;
    private final EvidencePane pane;
    private final EvidenceTable table;
    private final VBox evidence;
    private final Sheets sheets;
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
        this.deeds = deeds;
        view = with.view;
        spaces = with.spaces;
        sheets = with.sheets;
        pane = new EvidencePane(deeds::tell);
        table = pane.table();
        plot = new PlotPane(bench);
        legend = Legend.of(legendText);
        cause = new CauseCard(with.help, deeds::mend, this::saveMended);
        frame = new ViewFrame(view)
                .left(arrangement)
                .right(Choice.meaning(bench.asMeant()))
                .bottom(legend);
        evidence = Ui.column(6, summary, influences, pane);
        VBox.setVgrow(pane, Priority.ALWAYS);
        VBox told = Ui.column(7, head, cause, ledger, terms);
        told.setPadding(new Insets(0, 6, 6, 0));
        Split left = new Split(
                new Split.Between(
                        Orientation.VERTICAL,
                        "compare-table",
                        "Line between the topics and the table",
                        h -> Math.min(told.prefHeight(told.getWidth()) + 4, h * 0.7)),
                with.settings,
                Ui.scrolled(told),
                evidence);
        told.heightProperty().addListener((o, was, is) -> Platform.runLater(left::place));
        pictures = new Split(
                new Split.Between(
                        Orientation.VERTICAL,
                        "compare-plot",
                        "Line between the view and the plot",
                        h -> h - Math.max(PLOT, h * 0.12)),
                with.settings,
                frame,
                plot);
        sides = new Split(
                new Split.Between(
                        Orientation.HORIZONTAL,
                        "compare-side",
                        "Line between the topics and the view",
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
                Ui.label("Comparing", "verdict"),
                Wording.counted(bench.told().size(), "topic") + (bench.told().size() == 1 ? " is" : " are")
                        + " done so far");
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
                    Ui.label(coming ? "Comparing" : "Nothing to compare", "title"),
                    coming
                            ? "Reading both sides."
                            : "Send the file (key 4) and rehearse with a stand-in, or drop the file that came back here.");
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
                        Ui.label(c.isMended() ? "mended" : "", "second")),
                k.faults() + " of " + Wording.counted(checked, "topic") + " over tolerance, "
                        + (k.asMeant() ? "as meant." : "as stored.")
                        + (c.isMended()
                                ? " As it came: " + came.verdict().word() + ", " + came.faults() + " over tolerance."
                                : ""));
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

    private void saveMended() {
        Asset back = bench.crossing().get().returned();
        if (back == null) {
            return;
        }
        FileChooser f = new FileChooser();
        f.setTitle("Save the mended file");
        f.getExtensionFilters().setAll(Carriers.filters());
        String stem = FileNames.stem(String.valueOf(Path.of(back.path()).getFileName()));
        f.setInitialFileName(stem + "_mended" + FileNames.end(back.path()));
        File chosen = f.showSaveDialog(root.getScene().getWindow());
        if (chosen != null) {
            deeds.saveMended(chosen.toPath());
        }
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
