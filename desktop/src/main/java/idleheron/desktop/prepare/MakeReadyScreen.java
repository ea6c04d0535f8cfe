package idleheron.desktop.prepare;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.core.Verdict;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.crossing.Preparation;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.remedy.Paused;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.desktop.avatar.AvatarKeeps;
import idleheron.desktop.avatar.RoleModel;
import idleheron.desktop.avatar.RoleSheet;
import idleheron.desktop.avatar.TermsSheet;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Settings;
import idleheron.desktop.model.Step;
import idleheron.desktop.model.UserConventions;
import idleheron.desktop.paint.Spaces;
import idleheron.desktop.paint.ViewRequest;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.view3d.ViewFrame;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.FindingCard;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Split;
import idleheron.desktop.widget.Ui;
import idleheron.rehearsal.Conventions;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javafx.geometry.Orientation;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** The destination and the remedies in order; the picture beside them must not move, and a figure proves it. */
public final class MakeReadyScreen extends Screen<BorderPane> {
    private static final String NONE = say("desktop.prepare.MakeReadyScreen.not-decided");
    private static final double OFF = 0.5;
    private static final double REMEDIES = 0.3;

    private final Bench bench;
    private final BenchActions deeds;
    private final Viewport view;
    private final ViewFrame frame;
    private final Spaces spaces;
    /** Figures with more letters than this stand under each other. */
    private static final int WIDE = 36;

    private final VBox steps = Ui.column(8);
    private final VBox offers = Ui.column(8);
    private final VBox proof = Ui.column(2);
    private final ComboBox<String> destination = new ComboBox<>();
    private final Choice<ViewRequest.Arrangement> arrangement = new Choice<>(
            List.of(ViewRequest.Arrangement.OVER, ViewRequest.Arrangement.BESIDE),
            Choice::name,
            a -> a == ViewRequest.Arrangement.OVER
                    ? say("desktop.prepare.MakeReadyScreen.before-and-after-the-remedies-over")
                    : say("desktop.prepare.MakeReadyScreen.before-the-remedies-at-the-left"));
    private final Sheets sheets;
    private final Settings settings;
    private final WornDeeds worn;
    private final FormulaDeeds formulas;
    private final PictureDeeds pictures;
    private List<Convention> known = List.of();
    private boolean filling;

    public MakeReadyScreen(
            Bench bench, BenchActions deeds, Viewport view, Spaces spaces, Sheets sheets, Settings settings) {
        super(new BorderPane());
        this.sheets = sheets;
        this.settings = settings;
        worn = new WornDeeds(bench, deeds, sheets);
        formulas = new FormulaDeeds(bench, deeds, sheets);
        pictures = new PictureDeeds(bench, deeds, sheets);
        this.bench = bench;
        this.deeds = deeds;
        this.view = view;
        this.spaces = spaces;
        learn();
        destination.setMaxWidth(Double.MAX_VALUE);
        destination.setAccessibleText(say("desktop.prepare.MakeReadyScreen.destination"));
        destination.setTooltip(new Tooltip(say("desktop.prepare.MakeReadyScreen.how-the-other-side-writes-things")));
        destination.valueProperty().addListener((o, was, is) -> {
            if (!filling && is != null) {
                deeds.destination(known.stream()
                        .filter(c -> c.title().equals(is))
                        .findFirst()
                        .orElse(null));
            }
        });
        VBox list = Ui.column(
                8, Ui.label(say("desktop.prepare.MakeReadyScreen.remedies-in-this-order"), "heading"), steps, offers);
        ScrollPane scroll = Ui.scrolled(list);
        HBox places = Ui.row(
                6,
                destination,
                Ui.button(
                        say("desktop.prepare.MakeReadyScreen.edit-a-copy"),
                        say("desktop.prepare.MakeReadyScreen.change-a-copy-of-this-convention"),
                        this::edit,
                        "quiet"));
        HBox.setHgrow(destination, Priority.ALWAYS);
        VBox left = Ui.column(
                8,
                Ui.label(say("desktop.prepare.MakeReadyScreen.make-it-ready"), "title"),
                Ui.label(say("desktop.prepare.MakeReadyScreen.where-it-is-going"), "small"),
                places,
                scroll);
        left.setMinWidth(280);
        frame = new ViewFrame(view).left(arrangement);
        VBox.setVgrow(frame, Priority.ALWAYS);
        proof.getStyleClass().addAll("card", "proof");
        VBox middle = Ui.column(10, frame, proof);
        root.setCenter(new Split(
                new Split.Between(
                        Orientation.HORIZONTAL,
                        "ready-remedies",
                        say("desktop.prepare.MakeReadyScreen.line-between-the-remedies-and-the"),
                        w -> Math.max(330, REMEDIES * w)),
                settings,
                left,
                middle));
        bench.prepared().addListener((o, was, is) -> showIfSeen());
        bench.lookedOver().addListener((o, was, is) -> showIfSeen());
        arrangement.chosen().addListener((o, was, is) -> showIfSeen());
    }

    @Override
    public ViewFrame frame() {
        return frame;
    }

    @Override
    public void show() {
        Crossing c = bench.crossing().get();
        filling = true;
        Convention to = c.destination();
        destination.setValue(to == null ? NONE : to.title());
        filling = false;
        steps.getChildren().clear();
        offers.getChildren().clear();
        proof.getChildren().clear();
        Asset original = c.original();
        Preparation p = bench.prepared().get();
        destination.setDisable(original == null);
        if (original == null || p == null) {
            steps.getChildren()
                    .add(Ui.wrapped(say("desktop.prepare.MakeReadyScreen.put-a-file-on-the-bench"), "second"));
            return;
        }
        for (int i = 0; i < p.steps().size(); i++) {
            steps.getChildren().add(step(p.steps().get(i), i));
        }
        if (!p.steps().isEmpty()) {
            steps.getChildren()
                    .add(Ui.button(
                            say("desktop.prepare.MakeReadyScreen.save-as-recipe"),
                            say("desktop.prepare.MakeReadyScreen.for-the-command-line-and-for"),
                            deeds.saves()::keepRecipe,
                            "quiet"));
        }
        if (p.steps().isEmpty()) {
            steps.getChildren()
                    .add(Ui.wrapped(say("desktop.prepare.MakeReadyScreen.none-yet-the-file-would-go"), "second"));
        }
        if (!p.scene().caches().isEmpty()) {
            steps.getChildren()
                    .add(Ui.button(
                            say("desktop.prepare.MakeReadyScreen.change-the-cache"),
                            say("desktop.prepare.MakeReadyScreen.split-join-regroup-cut-leave-out"),
                            () -> sheets.show(
                                    say("desktop.prepare.MakeReadyScreen.change-the-cache-2"),
                                    say("desktop.prepare.MakeReadyScreen.what-is-to-be-done-with"),
                                    new CacheSheet(p.scene(), r -> {
                                        sheets.close();
                                        List<Remedy> all = new ArrayList<>(remedies());
                                        all.add(r);
                                        deeds.remedies(all);
                                    })),
                            "quiet"));
        }
        figure(p.scene(), c.destination());
        steps.getChildren().addAll(worn.offered(p.scene()));
        List<Node> sheetsOffered = new ArrayList<>(formulas.offered(p.scene()));
        sheetsOffered.addAll(pictures.offered(p.scene()));
        steps.getChildren().add(Ui.flow(8, sheetsOffered));
        offers(c);
        proof(p);
        view(original.scene(), p.scene());
    }

    /** What only somebody can say of a figure. */
    private void figure(Scene s, @Nullable Convention to) {
        if (!ReadyModel.isFigure(s, to)) {
            return;
        }
        AvatarKeeps keeps = new AvatarKeeps(settings.folder());
        steps.getChildren()
                .add(Ui.row(
                        8,
                        Ui.button(
                                say("desktop.prepare.MakeReadyScreen.roles"),
                                say("desktop.prepare.MakeReadyScreen.which-joint-is-the-hips-the"),
                                () -> deeds.workOut(
                                        say("desktop.prepare.MakeReadyScreen.find-roles"),
                                        p -> new RoleModel(s),
                                        m -> roles(m, keeps)),
                                "quiet"),
                        Ui.button(
                                say("desktop.prepare.MakeReadyScreen.terms"),
                                say("desktop.prepare.MakeReadyScreen.who-made-it-and-what-may"),
                                () -> sheets.show(
                                        say("desktop.prepare.MakeReadyScreen.who-made-it-and-under-what"),
                                        say("desktop.prepare.MakeReadyScreen.in-the-words-of-the-standard"),
                                        new TermsSheet(s, keeps, said -> {
                                            sheets.close();
                                            deeds.remedies(ReadyModel.withTerms(remedies(), said));
                                        })),
                                "quiet")));
    }

    private void roles(RoleModel model, AvatarKeeps keeps) {
        sheets.showWide(
                say("desktop.prepare.MakeReadyScreen.roles-of-the-figure"),
                say("desktop.prepare.MakeReadyScreen.drag-a-joint-onto-a-role"),
                new RoleSheet(model, keeps, given -> {
                    sheets.close();
                    deeds.remedies(ReadyModel.withRoles(remedies(), given));
                }));
    }

    /** What ships and what the user keeps; a file that does not read is left out, its editor says why. */
    private void learn() {
        List<Convention> all = new ArrayList<>(Conventions.all());
        all.addAll(UserConventions.in(settings.conventions()));
        known = List.copyOf(all);
        destination.getItems().setAll(NONE);
        known.forEach(c -> destination.getItems().add(c.title()));
    }

    private void edit() {
        Convention from = bench.crossing().get().destination();
        Asset a = bench.crossing().get().original();
        sheets.show(
                say("desktop.prepare.MakeReadyScreen.a-convention-of-your-own"),
                say("desktop.prepare.MakeReadyScreen.a-copy-as-text-left-out"),
                new ConventionSheet(
                        from == null ? Conventions.all().getFirst() : from,
                        settings.conventions(),
                        a == null ? null : a.scene(),
                        kept -> {
                            filling = true;
                            learn();
                            filling = false;
                            sheets.close();
                            deeds.destination(kept);
                        }));
    }

    private List<Remedy> remedies() {
        return bench.crossing().get().remedies();
    }

    private HBox step(Preparation.Step s, int index) {
        HBox change = Ui.row(
                8,
                Ui.label(s.measure(), "second"),
                Ui.label(s.before(), "figure"),
                Ui.label("→", "second"),
                Ui.label(s.after(), "figure"));
        HBox moved = Ui.row(
                6, Ui.mark(s.kept() ? Verdict.CLEAN : Verdict.DRIFTED, 11), Ui.wrapped(ReadyModel.effect(s), "second"));
        VBox lines = Ui.column(
                0, Ui.label(s.before(), "figure"), Ui.row(6, Ui.label("→", "second"), Ui.label(s.after(), "figure")));
        VBox text = Ui.column(
                4,
                Ui.label((index + 1) + "  " + s.remedy().title(), "strong"),
                Ui.wrapped(s.remedy().describe(), "second"),
                s.before().length() + s.after().length() > WIDE ? lines : change,
                moved);
        HBox.setHgrow(text, Priority.ALWAYS);
        var up = Ui.button(
                "↑",
                say("desktop.prepare.MakeReadyScreen.earlier"),
                () -> deeds.remedies(ReadyModel.moved(remedies(), index, -1)),
                "icon-button");
        var down = Ui.button(
                "↓",
                say("desktop.prepare.MakeReadyScreen.later"),
                () -> deeds.remedies(ReadyModel.moved(remedies(), index, 1)),
                "icon-button");
        var out = Ui.button(
                "×",
                say("desktop.prepare.MakeReadyScreen.take-this-remedy-out"),
                () -> deeds.remedies(ReadyModel.moved(remedies(), index, 0)),
                "icon-button");
        up.setDisable(index == 0);
        down.setDisable(index == remedies().size() - 1);
        CheckBox on = new CheckBox();
        on.setSelected(!(s.remedy() instanceof Paused));
        on.setAccessibleText(say("desktop.prepare.MakeReadyScreen.whether-this-remedy-is-applied"));
        on.setTooltip(new Tooltip(say("desktop.prepare.MakeReadyScreen.applied-or-switched-off-in-its")));
        on.setOnAction(e -> deeds.remedies(ReadyModel.paused(remedies(), index)));
        text.setOpacity(on.isSelected() ? 1 : OFF);
        HBox box = new HBox(6, on, text, Ui.column(0, out, up, down));
        box.getStyleClass().addAll("card", "step");
        return box;
    }

    private void offers(Crossing c) {
        CheckJob.Result l = bench.lookedOver().get();
        List<Finding> open = l == null ? List.of() : ReadyModel.open(l.findings(), c);
        if (open.isEmpty()) {
            return;
        }
        HBox head = Ui.row(
                8,
                Ui.label(say("desktop.prepare.MakeReadyScreen.offered"), "heading"),
                Ui.grow(),
                Ui.button(
                        say("desktop.prepare.MakeReadyScreen.take-all"),
                        say("desktop.prepare.MakeReadyScreen.add-every-offered-remedy"),
                        () -> deeds.remedies(ReadyModel.withAll(c, open)),
                        "strong-button"));
        offers.getChildren().add(head);
        for (Finding f : open) {
            Remedy r = Objects.requireNonNull(f.remedy());
            HBox row = Ui.row(
                    10,
                    Ui.mark(FindingCard.verdict(f.severity()), 12),
                    Ui.column(
                            1,
                            Ui.label(f.title(), "strong"),
                            Ui.label(f.figure().text(), "small")),
                    Ui.grow(),
                    Ui.button(r.title(), r.describe(), () -> deeds.add(r), "quiet"));
            row.getStyleClass().addAll("card", "offer");
            offers.getChildren().add(row);
        }
    }

    private void proof(Preparation p) {
        ReadyModel.Proof m = ReadyModel.proof(p);
        if (m.text().isEmpty()) {
            proof.getChildren().add(Ui.label(m.more(), "second"));
            return;
        }
        HBox row = Ui.row(14, Ui.mark(m.verdict(), 16));
        if (!m.figure().isEmpty()) {
            row.getChildren().add(Ui.label(m.figure(), "big-figure"));
        }
        row.getChildren()
                .add(Ui.column(
                        1,
                        Ui.label(m.text(), "strong"),
                        Ui.label(m.more(), m.figure().isEmpty() ? "figure" : "second")));
        proof.getChildren().add(row);
    }

    private void view(Scene before, Scene after) {
        if (bench.step().get() != Step.MAKE_READY) {
            return;
        }
        boolean beside = arrangement.get() == ViewRequest.Arrangement.BESIDE;
        List<ViewRequest.Shown> sides = List.of(
                new ViewRequest.Shown(before, spaces.of(before, true, 1), ViewRequest.Style.JOINTS, -1, false, true),
                new ViewRequest.Shown(after, spaces.of(after, true, 1), ViewRequest.Style.JOINTS, -1, true, true));
        view.show(sides, beside ? ViewRequest.Arrangement.BESIDE : ViewRequest.Arrangement.OVER);
    }
}
