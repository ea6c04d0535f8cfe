package idleheron.desktop.inspect;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.core.Verdict;
import idleheron.core.crossing.Asset;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.garment.Worn;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Settings;
import idleheron.desktop.model.Step;
import idleheron.desktop.paint.Spaces;
import idleheron.desktop.paint.ViewRequest;
import idleheron.desktop.view3d.Legend;
import idleheron.desktop.view3d.ViewFrame;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.FindingCard;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Split;
import idleheron.desktop.widget.Ui;
import idleheron.formats.SceneFiles;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Orientation;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** One asset: findings first, then the view, the facts and the tables. */
public final class LookOverScreen extends Screen<BorderPane> {
    private static final double FINDINGS = 0.26;
    private static final double FACTS = 232;
    private static final double TABLES = 0.3;
    private static final double MOST = 0.5;

    private final Bench bench;
    private final BenchActions deeds;
    private final ViewFrame frame;
    private final Viewport view;
    private final Spaces spaces;
    private final VBox left = Ui.column(8);
    private final VBox cards = Ui.column(8);
    private final VBox facts = Ui.column(1);
    private final PictureSwitch pictures = new PictureSwitch();
    private final Choice<Boolean> meaning;
    private final Choice<ViewRequest.Style> style =
            new Choice<>(List.of(ViewRequest.Style.values()), Choice::name, ViewRequest.Style::tip);

    /** What is shown of the findings; null for all. */
    private @Nullable Severity only;

    private final CompanionBar companion;
    private final HBox legend;
    private final Label legendText = Ui.label("", "small");

    private @Nullable Asset shownFor;
    private final Consumer<String> help;
    private final AssetTables tables;
    private final Split below;
    private final javafx.scene.control.Button stored;

    /**
     * Where one goes from here.
     *
     * @param help shows the page of a code
     * @param asStored shows the file as it is stored
     */
    public record Leads(Consumer<String> help, Runnable asStored) {}

    public LookOverScreen(
            Bench bench, BenchActions deeds, Viewport view, Spaces spaces, Settings settings, Leads leads) {
        super(new BorderPane());
        companion = new CompanionBar(deeds, settings, this::showView);
        this.help = leads.help;
        this.bench = bench;
        this.deeds = deeds;
        this.view = view;
        this.spaces = spaces;
        legend = Legend.of(legendText);
        left.setMinWidth(260);
        ScrollPane scroll = Ui.scrolled(cards);
        meaning = Choice.meaning(bench.asMeant());
        frame = new ViewFrame(view).left(style).right(meaning).bottom(pictures).bottom(legend);
        VBox side = Ui.column(0, Ui.scrolled(facts));
        side.getStyleClass().addAll("card", "facts");
        side.setMinWidth(FACTS);
        side.setPrefWidth(FACTS);
        HBox top = new HBox(12, frame, side);
        HBox.setHgrow(frame, Priority.ALWAYS);
        VBox.setVgrow(top, Priority.ALWAYS);
        stored = Ui.button(
                say("desktop.inspect.LookOverScreen.the-file-as-stored"),
                say("desktop.inspect.LookOverScreen.its-parts-with-types-and-byte"),
                leads.asStored,
                "quiet");
        tables = new AssetTables(
                bench,
                deeds,
                this::showView,
                name -> {
                    view.field(name);
                    showView();
                },
                stored);
        left.getChildren().add(scroll);
        below = new Split(
                new Split.Between(
                        Orientation.VERTICAL,
                        "look-tables",
                        say("desktop.inspect.LookOverScreen.line-between-the-view-and-the"),
                        h -> h - Math.min(Math.max(tables.wanted(), h * TABLES), h * MOST)),
                settings,
                top,
                tables);
        root.setCenter(new Split(
                new Split.Between(
                        Orientation.HORIZONTAL,
                        "look-findings",
                        say("desktop.inspect.LookOverScreen.line-between-the-findings-and-the"),
                        w -> Math.max(300, FINDINGS * w)),
                settings,
                left,
                below));
        bench.lookedOver().addListener((o, was, is) -> showIfSeen());
        bench.crossing().addListener((o, was, is) -> {
            if (root.getScene() != null) {
                showFindings();
            }
            if (was.original() != is.original()) {
                showView();
            }
        });
        bench.joint().addListener((o, was, is) -> point());
        style.chosen().addListener((o, was, is) -> showView());
        pictures.chosen().addListener((o, was, is) -> view.cover(is));
        view.missing()
                .addListener((o, was, is) ->
                        pictures.tell(is, view.pointer().missing().get()));
        view.pointer()
                .missing()
                .addListener((o, was, is) -> pictures.tell(view.missing().get(), is));
        bench.asMeant().addListener((o, was, is) -> showView());
        view.onChosen(n -> bench.joint().set(companion.inFile(n)));
    }

    @Override
    public ViewFrame frame() {
        return frame;
    }

    @Override
    public void show() {
        showFindings();
        showFacts();
        tables.show();
        below.place();
        showView();
    }

    private @Nullable LookOverModel model() {
        CheckJob.Result l = bench.lookedOver().get();
        return l == null ? null : new LookOverModel(l, bench.crossing().get().destination());
    }

    private void showFindings() {
        LookOverModel m = model();
        cards.getChildren().clear();
        left.getChildren().remove(0, left.getChildren().size() - 1);
        if (m == null) {
            Asset coming = bench.crossing().get().original();
            left.getChildren()
                    .addFirst(Ui.column(
                            2,
                            Ui.label(
                                    coming == null
                                            ? say("desktop.inspect.LookOverScreen.nothing-to-look-over")
                                            : say("desktop.inspect.LookOverScreen.looking-over"),
                                    "title"),
                            Ui.wrapped(
                                    coming == null
                                            ? say("desktop.inspect.LookOverScreen.put-a-file-on-the-bench")
                                            : coming.name(),
                                    "second")));
            return;
        }
        Asset asset = m.result().asset();
        Scene scene = asset.scene();
        if (shownFor != asset) {
            view.field("");
        }
        if (shownFor != asset) {
            companion.take(asset);
        }
        shownFor = asset;
        stored.setText(
                scene.isRescued()
                        ? say("desktop.inspect.LookOverScreen.what-was-lost")
                        : SceneFiles.named(asset.format()).layered() != null
                                ? say("desktop.inspect.LookOverScreen.layer-by-layer")
                                : say("desktop.inspect.LookOverScreen.the-file-as-stored"));
        VBox head = Ui.column(
                3,
                Ui.row(10, Ui.label(asset.name(), "title"), Ui.label(m.word(), "second")),
                Ui.label(m.summary(), "figure"));
        left.getChildren().addAll(0, List.of(head, filters(m)));
        if (CompanionBar.isFor(scene)) {
            left.getChildren().add(1, companion);
        }
        for (Finding f : m.findings(only)) {
            boolean applied =
                    f.remedy() != null && bench.crossing().get().remedies().contains(f.remedy());
            cards.getChildren().add(new FindingCard(f, applied, this::choose, deeds::add, help));
        }
        if (m.result().findings().isEmpty()) {
            cards.getChildren()
                    .add(Ui.row(
                            8,
                            Ui.mark(Verdict.CLEAN, 12),
                            Ui.label(say("desktop.inspect.LookOverScreen.nothing-will-go-wrong-that-can"), "second")));
        }
        cards.getChildren().add(Ui.wrapped(m.checked(), "small"));
    }

    private void offer(Scene scene) {
        style.setVisible(!scene.nodes().isEmpty() || !scene.caches().isEmpty());
        // Without nodes there are neither weights nor joints to look at.
        style.bar(k -> scene.nodes().isEmpty() && k != ViewRequest.Style.SURFACE && k != ViewRequest.Style.WIRE);
        style.leaveOut(k -> !offers(scene, k));
    }

    /** What of garments can be shown is offered where there is such. */
    private static boolean offers(Scene s, ViewRequest.Style k) {
        return switch (k) {
            case GAP, STRETCH, PANELS -> Worn.in(s) != null;
            case FREEDOM -> s.meshes().stream().anyMatch(FreedomMap::isOn);
            default -> true;
        };
    }

    /** A button for all and one for each severity; what was chosen stays while there is any of it. */
    private HBox filters(LookOverModel m) {
        HBox out = new HBox(6);
        out.getStyleClass().add("filters");
        ToggleGroup group = new ToggleGroup();
        List<LookOverModel.Filter> all = m.filters();
        if (all.stream().noneMatch(f -> f.only() == only)) {
            only = null;
        }
        for (LookOverModel.Filter f : all) {
            ToggleButton t = new ToggleButton(f.text());
            t.setToggleGroup(group);
            t.setAccessibleText(say("desktop.inspect.LookOverScreen.show", f.text()));
            t.setTooltip(new Tooltip(say("desktop.inspect.LookOverScreen.show", f.text())));
            t.setSelected(f.only() == only);
            t.setOnAction(e -> {
                only = f.only();
                showFindings();
            });
            out.getChildren().add(t);
        }
        return out;
    }

    private void choose(Finding f) {
        cards.getChildren().forEach(n -> n.getStyleClass().remove("chosen"));
        cards.getChildren().stream()
                .filter(n -> n instanceof FindingCard c && c.finding() == f)
                .forEach(n -> n.getStyleClass().add("chosen"));
        LookOverModel m = model();
        if (m == null) {
            return;
        }
        LookOverModel.Lead to = m.lead(f);
        if (to.clip() != null) {
            bench.transport().clip().set(to.clip());
        }
        if (!Double.isNaN(to.seconds())) {
            bench.transport().playing().set(false);
            bench.transport().seconds().set(to.seconds());
        }
        if (to.table() != null) {
            tables.choose(to.table());
            tables.pointObject(f.figure().subject());
        }
        if (to.node() >= 0) {
            bench.joint().set(to.node());
        }
    }

    private void showFacts() {
        facts.getChildren().clear();
        CheckJob.Result l = bench.lookedOver().get();
        if (l != null) {
            facts.getChildren().add(Ui.facts(new LookOverModel(l, null).figures(), "small"));
        }
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
        Asset a = bench.crossing().get().original(); // it is seen before it is looked over
        tables.setVisible(bench.lookedOver().get() != null);
        if (a == null) {
            style.setVisible(false);
            legend.setVisible(false);
            pictures.setVisible(false);
            view.show(List.of(), ViewRequest.Arrangement.OVER);
            return;
        }
        offer(a.scene());
        Scene s = companion.shown(tables.shaped(a.scene()));
        boolean bare = s.meshes().isEmpty() && s.caches().isEmpty();
        ViewRequest.Style look =
                bare && style.get() == ViewRequest.Style.SURFACE ? ViewRequest.Style.JOINTS : style.get();
        int chosen = companion.onCharacter(bench.joint().get());
        int joint = chosen >= 0
                        && chosen < s.nodes().size()
                        && s.nodes().get(chosen).isJoint()
                ? chosen
                : -1;
        boolean weights = look == ViewRequest.Style.WEIGHTS;
        legend.setVisible(weights || look.isOfGarments());
        pictures.setVisible(PictureSwitch.isFor(s) && !legend.isVisible() && look != ViewRequest.Style.PANELS);
        legendText.setText(
                look.isOfGarments()
                        ? Legend.garments(look, s)
                        : joint < 0
                                ? say("desktop.inspect.LookOverScreen.choose-a-joint-to-see-its")
                                : say(
                                        "desktop.inspect.LookOverScreen.0-1-weight-of",
                                        s.nodes().get(joint).name()));
        view.show(
                List.of(new ViewRequest.Shown(
                        s, spaces.of(s, bench.asMeant().get(), s.stage().metersPerUnit()), look, joint, false, false)),
                ViewRequest.Arrangement.OVER);
    }
}
