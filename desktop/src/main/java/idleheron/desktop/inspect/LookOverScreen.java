package idleheron.desktop.inspect;

import idleheron.app.CheckJob;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.crossing.Asset;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.inspect.Inspection;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Step;
import idleheron.desktop.view3d.Legend;
import idleheron.desktop.view3d.ViewRequest;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.FindingCard;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Ui;
import idleheron.formats.SceneFiles;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** One asset: findings first, then the view, the facts and the tables. */
public final class LookOverScreen implements Screen {
    private final Bench bench;
    private final BenchActions deeds;
    private final Viewport view;
    private final Viewport.Spaces spaces;
    private final BorderPane root = new BorderPane();
    private final VBox left = Ui.column(8);
    private final VBox cards = Ui.column(8);
    private final VBox facts = Ui.column(1);
    private final Choice<ViewRequest.Style> style = new Choice<>(List.of(ViewRequest.Style.values()), Choice::name);
    private ToggleGroup filter = new ToggleGroup();
    private final HBox legend;
    private final Label legendText = Ui.label("", "small");

    private @org.jspecify.annotations.Nullable Asset shownFor;
    private final Consumer<String> help;
    private final AssetTables tables;
    private final javafx.scene.control.Button stored;

    public LookOverScreen(
            Bench bench,
            BenchActions deeds,
            Viewport view,
            Viewport.Spaces spaces,
            Consumer<String> help,
            Runnable asStored) {
        this.help = help;
        this.bench = bench;
        this.deeds = deeds;
        this.view = view;
        this.spaces = spaces;
        legend = Legend.of(legendText);
        left.setPrefWidth(352);
        left.setMinWidth(320);
        ScrollPane scroll = new ScrollPane(cards);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("plain-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        Choice<Boolean> meaning = Choice.meaning(bench.asMeant());
        StackPane stack = new StackPane(view, style, meaning, legend);
        StackPane.setAlignment(style, Pos.TOP_LEFT);
        StackPane.setAlignment(meaning, Pos.TOP_RIGHT);
        StackPane.setAlignment(legend, Pos.BOTTOM_LEFT);
        StackPane.setMargin(style, new Insets(10));
        StackPane.setMargin(meaning, new Insets(10));
        StackPane.setMargin(legend, new Insets(12));
        VBox side = Ui.column(0, facts);
        side.getStyleClass().addAll("card", "facts");
        side.setMinWidth(244);
        side.setPrefWidth(244);
        HBox top = new HBox(12, stack, side);
        HBox.setHgrow(stack, Priority.ALWAYS);
        VBox.setVgrow(top, Priority.ALWAYS);
        stored = Ui.button("The file as stored", "Its parts with types and byte offsets", asStored, "quiet");
        tables = new AssetTables(
                bench,
                this::showView,
                name -> {
                    view.field(name);
                    showView();
                },
                stored);
        VBox middle = Ui.column(6, top, tables);
        left.getChildren().add(scroll);
        root.setLeft(left);
        root.setCenter(middle);
        BorderPane.setMargin(middle, new Insets(0, 0, 0, 16));
        bench.lookedOver().addListener((o, was, is) -> show());
        bench.crossing().addListener((o, was, is) -> showFindings());
        bench.joint().addListener((o, was, is) -> point());
        style.chosen().addListener((o, was, is) -> showView());
        bench.asMeant().addListener((o, was, is) -> showView());
        view.onChosen(bench.joint()::set);
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

    private Scene scene() {
        return java.util.Objects.requireNonNull(bench.lookedOver().get())
                .asset()
                .scene();
    }

    private void show() {
        showFindings();
        showFacts();
        tables.show();
        showView();
    }

    private void showFindings() {
        CheckJob.Result l = bench.lookedOver().get();
        cards.getChildren().clear();
        left.getChildren()
                .removeIf(
                        n -> left.getChildren().indexOf(n) < left.getChildren().size() - 1);
        if (l == null) {
            Asset coming = bench.crossing().get().original();
            left.getChildren()
                    .addFirst(Ui.column(
                            2,
                            Ui.label(coming == null ? "Nothing to look over" : "Looking over", "title"),
                            Ui.wrapped(
                                    coming == null
                                            ? "Put a file on the bench first: key 1, or drop one here."
                                            : coming.name(),
                                    "second")));
            return;
        }
        Map<Severity, Integer> count = new HashMap<>();
        l.findings().forEach(f -> count.merge(f.severity(), 1, Integer::sum));
        Scene scene = l.asset().scene();
        AssetKind kind = AssetKinds.main(scene);
        boolean volumes = kind.content().equals(Content.VOLUME);
        boolean cached = kind.content().equals(Content.CACHE);
        if (cached && shownFor != l.asset()) {
            view.field("");
        }
        shownFor = l.asset();
        stored.setText(
                scene.isRescued()
                        ? "What was lost"
                        : SceneFiles.named(l.asset().format()).layered() != null
                                ? "Layer by layer"
                                : "The file as stored");
        style.setVisible(!volumes);
        // A cache has neither weights nor joints to look at.
        style.bar(k -> cached && k != ViewRequest.Style.SURFACE && k != ViewRequest.Style.WIRE);
        String size = Double.isNaN(l.facts().height())
                ? ""
                : String.format(
                        java.util.Locale.ROOT, "%.2f m high · ", l.facts().height());
        VBox head = Ui.column(
                3,
                Ui.row(
                        10,
                        Ui.label(l.asset().name(), "title"),
                        Ui.label(kind.word(scene) + (scene.isRescued() ? ", rescued in part" : ""), "second")),
                Ui.label(
                        kind.content().equals(Content.NODES)
                                ? size + kind.summary(scene) + " · "
                                        + Wording.counted(scene.clips().size(), "clip")
                                : kind.summary(scene),
                        "figure"));
        String destination = bench.crossing().get().destination() == null
                ? "no destination chosen"
                : bench.crossing().get().destination().title();
        String before = Ui.chosen(filter);
        filter = new ToggleGroup();
        HBox filters = new HBox(6);
        filters.getStyleClass().add("filters");
        addFilter(filters, "All " + l.findings().size(), "all", before);
        for (Severity s : Severity.values()) {
            if (count.containsKey(s)) {
                addFilter(filters, count.get(s) + " " + s.word(), s.word(), before);
            }
        }
        filter.selectedToggleProperty().addListener((o, was, is) -> {
            if (is == null) {
                was.setSelected(true);
            } else if (was != null) {
                showFindings();
            }
        });
        String only = Ui.chosen(filter);
        for (Finding f : l.findings()) {
            if (only.isEmpty() || only.equals("all") || only.equals(f.severity().word())) {
                boolean applied =
                        f.remedy() != null && bench.crossing().get().remedies().contains(f.remedy());
                cards.getChildren().add(new FindingCard(f, applied, this::choose, deeds::add, help));
            }
        }
        if (l.findings().isEmpty()) {
            cards.getChildren()
                    .add(Ui.row(
                            8,
                            Ui.mark(Verdict.CLEAN, 12),
                            Ui.label("Nothing will go wrong that can be seen here.", "second")));
        }
        long rules = Inspection.ruleCount();
        cards.getChildren()
                .add(Ui.wrapped(
                        "Checked for " + destination + " · " + rules + " rules, "
                                + l.findings().stream()
                                        .map(Finding::code)
                                        .distinct()
                                        .count() + " found something",
                        "small"));
        left.getChildren().addAll(0, List.of(head, filters));
    }

    private void addFilter(HBox to, String text, String value, String before) {
        javafx.scene.control.ToggleButton t = new javafx.scene.control.ToggleButton(text);
        t.setUserData(value);
        t.setToggleGroup(filter);
        t.setAccessibleText("Show " + text);
        t.setSelected(before.isEmpty() ? value.equals("all") : value.equals(before));
        to.getChildren().add(t);
    }

    private void choose(Finding f) {
        cards.getChildren().forEach(n -> n.getStyleClass().remove("chosen"));
        cards.getChildren().stream()
                .filter(n -> n instanceof FindingCard c && c.finding() == f)
                .forEach(n -> n.getStyleClass().add("chosen"));
        if (!f.figure().clip().isEmpty()) {
            scene().clips().stream()
                    .filter(c -> c.name().equals(f.figure().clip()))
                    .findFirst()
                    .ifPresent(c -> {
                        bench.transport().playing().set(false);
                        bench.transport().clip().set(c);
                        bench.transport()
                                .seconds()
                                .set(c.rate().seconds(f.figure().frame()));
                    });
            if (f.node() < 0) {
                tables.choose("Clips");
            }
        }
        if (f.topic().equals(Topic.VOLUMES)) {
            tables.choose("Volumes");
            if (!Double.isNaN(f.figure().frame())) {
                bench.transport().playing().set(false);
                bench.transport()
                        .seconds()
                        .set(scene().stage().rate().seconds(f.figure().frame()));
            }
        }
        if (f.topic().equals(Topic.CACHES)) {
            tables.choose("Caches");
            tables.pointCache(f.figure().subject());
            if (!Double.isNaN(f.figure().frame())) {
                bench.transport().playing().set(false);
                bench.transport()
                        .seconds()
                        .set(scene().stage().rate().seconds(f.figure().frame()));
            }
        }
        if (f.code().startsWith("texture")) {
            tables.choose("Materials");
        }
        if (f.node() >= 0) {
            if (scene().nodes().get(f.node()).isJoint()) {
                tables.choose("Joints");
            }
            bench.joint().set(f.node());
        }
    }

    private void showFacts() {
        facts.getChildren().clear();
        CheckJob.Result l = bench.lookedOver().get();
        if (l == null) {
            return;
        }
        Content form = AssetKinds.main(l.asset().scene()).content();
        if (form.equals(Content.VOLUME)) {
            facts.getChildren().addAll(VolumeFacts.facts(l.asset()));
            return;
        }
        if (form.equals(Content.CACHE)) {
            facts.getChildren().addAll(CacheFacts.facts(l.asset()));
            return;
        }
        facts.getChildren().addAll(CharacterFacts.facts(l));
    }

    private void point() {
        if (bench.step().get() != Step.LOOK_OVER) {
            return;
        }
        tables.point(bench.joint().get());
        showView();
    }

    private void showView() {
        if (bench.step().get() != Step.LOOK_OVER) {
            return;
        }
        CheckJob.Result l = bench.lookedOver().get();
        if (l == null) {
            legend.setVisible(false);
            view.show(List.of(), ViewRequest.Arrangement.OVER);
            return;
        }
        Scene s = tables.shaped(l.asset().scene());
        ViewRequest.Style look = style.get();
        int joint = bench.joint().get() >= 0
                        && bench.joint().get() < s.nodes().size()
                        && s.nodes().get(bench.joint().get()).isJoint()
                ? bench.joint().get()
                : -1;
        boolean weights = look == ViewRequest.Style.WEIGHTS;
        legend.setVisible(weights);
        legendText.setText(
                joint < 0
                        ? "choose a joint to see its weights"
                        : "0 – 1 weight of " + s.nodes().get(joint).name());
        view.show(
                List.of(new ViewRequest.Shown(
                        s, spaces.of(s, bench.asMeant().get(), s.stage().metersPerUnit()), look, joint, false, false)),
                ViewRequest.Arrangement.OVER);
    }
}
