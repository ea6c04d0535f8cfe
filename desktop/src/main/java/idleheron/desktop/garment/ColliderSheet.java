package idleheron.desktop.garment;

import static idleheron.core.Messages.say;

import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.remedy.garment.SetColliders;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Transport;
import idleheron.desktop.paint.ViewRequest;
import idleheron.desktop.view3d.Legend;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Ui;
import idleheron.render.ink.Palette;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.Spinner;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** The colliders of a body: a list, the numbers of the chosen one, the body with what they leave bare as heat. */
public final class ColliderSheet extends HBox {
    private static final double CM = 100;
    private static final double SIDE = 364;
    private static final double CELL = 30;
    private static final List<String> COLUMNS = List.of("x", "y", "z", "radius");

    private final ColliderModel model;
    private final BenchActions deeds;
    private final Viewport view = new Viewport(new Transport());
    private final CanonicalSpace space;
    private final int[] colors;
    private final ListView<SetColliders.OnJoint> list = new ListView<>();
    private final List<Spinner<Double>> numbers = new ArrayList<>();
    private final ComboBox<String> joint = new ComboBox<>();
    private final VBox told = Ui.column(3);
    private final Button remove;
    private final Button use;
    private float[] heat = {};
    private boolean filling;

    /** @param given takes the colliders, once they are settled */
    public ColliderSheet(ColliderModel model, BenchActions deeds, boolean dusk, Consumer<SetColliders> given) {
        this.model = model;
        this.deeds = deeds;
        space = CanonicalSpace.of(model.scene().stage());
        Palette palette = dusk ? Palette.DUSK : Palette.DAY;
        colors = new int[] {palette.rgb(Palette.Tone.CLAY), palette.rgb(Palette.Tone.AMBER)};
        view.palette(palette);
        view.setAccessibleText(say("desktop.garment.ColliderSheet.the-body-and-its-colliders-click"));
        view.onChosen(this::chooseAt);
        remove = Ui.button(
                say("desktop.garment.ColliderSheet.remove"),
                say("desktop.garment.ColliderSheet.take-the-chosen-collider-away"),
                this::remove,
                "quiet");
        use = Ui.button(
                say("desktop.garment.ColliderSheet.use-these"),
                say("desktop.garment.ColliderSheet.add-these-colliders-to-the-remedies"),
                () -> given.accept(model.remedy()),
                "strong-button");
        sceneProperty().addListener((o, was, is) -> {
            if (is == null) {
                view.close();
            }
        });
        list.setAccessibleText(say("desktop.garment.ColliderSheet.colliders"));
        list.setFixedCellSize(CELL);
        list.getStyleClass().add("help-list");
        list.setCellFactory(v -> new Row());
        list.getSelectionModel().selectedIndexProperty().addListener((o, was, is) -> {
            if (!filling) {
                fill();
                show();
            }
        });
        setSpacing(14);
        HBox legend = Legend.of(Ui.label(say("desktop.garment.ColliderSheet.covered-bare-by-2-cm"), "small"));
        StackPane left = new StackPane(view, legend);
        StackPane.setAlignment(legend, Pos.BOTTOM_LEFT);
        StackPane.setMargin(legend, new Insets(12));
        HBox.setHgrow(left, Priority.ALWAYS);
        getChildren().addAll(left, side());
        changed(model.all().isEmpty() ? -1 : 0);
    }

    private VBox side() {
        joint.getItems().setAll(model.joints());
        joint.setValue(joint.getItems().getFirst());
        Ui.named(
                joint,
                say("desktop.garment.ColliderSheet.joint-that-gets-a-collider"),
                say("desktop.garment.ColliderSheet.the-joint-that-the-new-collider"));
        joint.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(joint, Priority.ALWAYS);
        VBox.setVgrow(list, Priority.ALWAYS);
        VBox side = Ui.column(
                9,
                Ui.row(
                        8,
                        Ui.button(
                                say("desktop.garment.ColliderSheet.fit-all"),
                                say("desktop.garment.ColliderSheet.as-few-as-cover-the-body"),
                                () -> deeds.workOut(
                                        say("desktop.garment.ColliderSheet.fit-colliders"),
                                        p -> model.fitted(),
                                        this::take),
                                "quiet"),
                        remove),
                list,
                Ui.row(
                        8,
                        joint,
                        Ui.button(
                                say("desktop.garment.ColliderSheet.add-here"),
                                say("desktop.garment.ColliderSheet.a-ball-at-this-joint"),
                                this::add,
                                "quiet")),
                Ui.label(say("desktop.garment.ColliderSheet.its-two-balls-in-the-joint"), "small"),
                grid(),
                Ui.hairline(),
                told,
                use);
        side.setMinWidth(SIDE);
        side.setPrefWidth(SIDE);
        return side;
    }

    /** Two balls, a row each, in centimetres of the joint's own space. */
    private GridPane grid() {
        GridPane out = new GridPane(6, 4);
        for (int k = 0; k < COLUMNS.size(); k++) {
            out.add(Ui.label(say("desktop.garment.ColliderSheet.cm", COLUMNS.get(k)), "small"), k, 0);
        }
        for (int i = 0; i < 2 * COLUMNS.size(); i++) {
            boolean radius = i % COLUMNS.size() == COLUMNS.size() - 1;
            Spinner<Double> s = new Spinner<>(radius ? 0.1 : -500.0, 500.0, 1.0, 0.5);
            s.setEditable(true);
            s.setPrefWidth(88);
            String what = say(
                    "desktop.garment.ColliderSheet.ball-centimetres",
                    (i < COLUMNS.size() ? "First" : "Second"),
                    COLUMNS.get(i % COLUMNS.size()));
            Ui.named(s, what, what);
            s.valueProperty().addListener((o, was, is) -> edited());
            numbers.add(s);
            out.add(s, i % COLUMNS.size(), 1 + i / COLUMNS.size());
        }
        return out;
    }

    private int chosen() {
        return list.getSelectionModel().getSelectedIndex();
    }

    private void chooseAt(int node) {
        String name = model.scene().nodes().get(node).name();
        joint.setValue(name);
        for (int i = 0; i < model.all().size(); i++) {
            if (model.all().get(i).joint().equals(name)) {
                list.getSelectionModel().select(i);
                list.scrollTo(i);
                return;
            }
        }
    }

    private void take(List<SetColliders.OnJoint> fitted) {
        model.take(fitted);
        changed(0);
    }

    private void add() {
        changed(model.add(joint.getValue()));
    }

    private void remove() {
        int at = chosen();
        if (at >= 0) {
            model.remove(at);
            changed(Math.min(at, model.all().size() - 1));
        }
    }

    private void edited() {
        int at = chosen();
        if (filling || at < 0) {
            return;
        }
        double[] v = numbers.stream().mapToDouble(s -> s.getValue() / CM).toArray();
        model.change(
                at,
                new SetColliders.OnJoint(
                        model.all().get(at).joint(),
                        new Vec3(v[0], v[1], v[2]),
                        v[3],
                        new Vec3(v[4], v[5], v[6]),
                        v[7]));
        changed(at);
    }

    /** After a change: the list anew, what is chosen, and what is bare now. */
    private void changed(int choose) {
        filling = true;
        list.getItems().setAll(model.all());
        list.getSelectionModel().clearAndSelect(choose);
        filling = false;
        fill();
        use.setDisable(!model.isChanged());
        List<SetColliders.OnJoint> now = model.all();
        deeds.workOut(say("desktop.garment.ColliderSheet.measure-what-is-bare"), p -> model.covered(now), this::tell);
        show();
    }

    private void tell(ColliderModel.Covered c) {
        told.getChildren().clear();
        c.lines().forEach(l -> told.getChildren().add(Ui.wrapped(l, "small")));
        heat = c.heat();
        show();
    }

    private void fill() {
        int at = chosen();
        boolean any = at >= 0 && at < model.all().size();
        remove.setDisable(!any);
        numbers.forEach(s -> s.setDisable(!any));
        if (!any) {
            return;
        }
        SetColliders.OnJoint c = model.all().get(at);
        double[] v = {c.a().x(), c.a().y(), c.a().z(), c.ra(), c.b().x(), c.b().y(), c.b().z(), c.rb()};
        filling = true;
        for (int i = 0; i < v.length; i++) {
            numbers.get(i).getValueFactory().setValue(Math.round(v[i] * CM * 10) / 10.0);
        }
        filling = false;
    }

    private void show() {
        List<ViewRequest.Shown> sides = new ArrayList<>();
        sides.add(new ViewRequest.Shown(
                model.bare(),
                space,
                ViewRequest.Style.SURFACE,
                -1,
                false,
                false,
                heat.length == 0 ? null : new ViewRequest.Heat(model.body(), heat)));
        if (!model.all().isEmpty()) {
            sides.add(new ViewRequest.Shown(
                    model.shapes(chosen(), colors), space, ViewRequest.Style.SURFACE, -1, true, false));
        }
        view.show(sides, ViewRequest.Arrangement.OVER);
    }

    /** "upper_arm_l · ball of 5 cm". */
    private static final class Row extends ListCell<SetColliders.OnJoint> {
        @Override
        protected void updateItem(SetColliders.OnJoint c, boolean empty) {
            super.updateItem(c, empty);
            setText(empty ? null : c.joint() + " · " + size(c));
        }

        private static String size(SetColliders.OnJoint c) {
            double length = c.a().minus(c.b()).length();
            String first = text(c.ra());
            return length < 1e-6
                    ? say("desktop.garment.ColliderSheet.ball-of-cm", first)
                    : say("desktop.garment.ColliderSheet.cm-long-to-cm", text(length), first, text(c.rb()));
        }

        private static String text(double metres) {
            return Double.toString(Math.round(metres * CM * 10) / 10.0);
        }
    }
}
