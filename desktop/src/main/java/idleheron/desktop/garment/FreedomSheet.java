package idleheron.desktop.garment;

import static idleheron.core.Messages.say;

import idleheron.core.garment.freedom.Stroke;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.remedy.garment.PaintFreedom;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.desktop.model.Transport;
import idleheron.desktop.paint.ViewRequest;
import idleheron.desktop.view3d.Legend;
import idleheron.desktop.view3d.ViewTools;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.Ui;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Viewpoint;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** Paints how far a garment may leave its skin, on the figure and on its flat cut: what one shows, the other shows at once. */
public final class FreedomSheet extends HBox {
    private static final double SIDE = 262;

    private final FreedomModel model;
    private final Viewport figure = new Viewport(new Transport());
    private final Viewport flat = new Viewport(new Transport());
    private final Choice<Stroke.How> how = new Choice<>(
            List.of(Stroke.How.values()),
            Choice::name,
            k -> say(
                    "desktop.garment.FreedomSheet.what-the-brush-does-where-it",
                    Choice.name(k).toLowerCase(java.util.Locale.ROOT)));
    private final Slider value;
    private final Slider size = new Slider(0.5, 30, 5);
    private final Slider strength = new Slider(5, 100, 100);
    private final CheckBox mirrored = new CheckBox(say("desktop.garment.FreedomSheet.both-sides-of-the-body"));
    private final Button undo;
    private final Button redo;
    private final Button use;
    private final VBox told = Ui.column(3);
    private final CanonicalSpace space;
    private final CanonicalSpace flatSpace = CanonicalSpace.of(Stage.COMMON);

    /** @param given takes what was painted, once it is settled */
    public FreedomSheet(FreedomModel model, boolean dusk, Consumer<PaintFreedom> given) {
        this.model = model;
        space = CanonicalSpace.of(model.scene().stage());
        value = new Slider(0, model.centimetres(), 0);
        undo = Ui.button(
                say("desktop.garment.FreedomSheet.undo"),
                say("desktop.garment.FreedomSheet.take-the-last-stroke-back-ctrl"),
                this::undo,
                "quiet");
        redo = Ui.button(
                say("desktop.garment.FreedomSheet.redo"),
                say("desktop.garment.FreedomSheet.draw-it-again-ctrl-y"),
                this::redo,
                "quiet");
        undo.setAccessibleText(say("desktop.garment.FreedomSheet.undo-the-stroke"));
        redo.setAccessibleText(say("desktop.garment.FreedomSheet.draw-it-again"));
        use = Ui.button(
                say("desktop.garment.FreedomSheet.use-this-map"),
                say("desktop.garment.FreedomSheet.add-the-strokes-to-the-remedies"),
                () -> given.accept(model.remedy()),
                "strong-button");
        for (Viewport v : List.of(figure, flat)) {
            v.palette(dusk ? Palette.DUSK : Palette.DAY);
        }
        figure.setAccessibleText(say("desktop.garment.FreedomSheet.the-figure-drag-over-the-garment"));
        flat.setAccessibleText(say("desktop.garment.FreedomSheet.the-flat-cut-drag-over-a"));
        figure.tool(new Hand(model::hit));
        flat.tool(new Hand(model::hitFlat));
        flat.start(Viewpoint.FRONT);
        sceneProperty().addListener((o, was, is) -> {
            if (is == null) {
                figure.close();
                flat.close();
            }
        });
        how.chosen().addListener((o, was, is) -> {
            value.setDisable(is == Stroke.How.SOFTEN);
            value.setMin(is == Stroke.How.ADD ? -model.centimetres() : 0);
        });
        addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.isControlDown() && e.getCode() == KeyCode.Z) {
                undo();
                e.consume();
            } else if (e.isControlDown() && e.getCode() == KeyCode.Y) {
                redo();
                e.consume();
            }
        });
        setSpacing(14);
        StackPane left = new StackPane(figure, legend());
        StackPane.setAlignment(left.getChildren().getLast(), Pos.BOTTOM_LEFT);
        HBox.setHgrow(left, Priority.ALWAYS);
        left.setPrefWidth(500);
        getChildren().add(left);
        if (model.panels() != null) {
            HBox.setHgrow(flat, Priority.ALWAYS);
            flat.setPrefWidth(380);
            getChildren().add(flat);
        }
        getChildren().add(side());
        show();
        tell();
    }

    private HBox legend() {
        HBox out = Legend.of(Ui.label(Legend.freedom(model.centimetres()), "small"));
        StackPane.setMargin(out, new Insets(12));
        return out;
    }

    private VBox side() {
        mirrored.setTooltip(new Tooltip(say("desktop.garment.FreedomSheet.paint-the-other-side-of-the")));
        mirrored.setSelected(true);
        undo.setDisable(true);
        redo.setDisable(true);
        VBox side = Ui.column(
                10,
                how,
                field(say("desktop.garment.FreedomSheet.freedom"), say("desktop.garment.FreedomSheet.cm"), value),
                field(
                        say("desktop.garment.FreedomSheet.from-the-middle-to-the-rim"),
                        say("desktop.garment.FreedomSheet.cm"),
                        size),
                field(say("desktop.garment.FreedomSheet.strength"), "%", strength),
                mirrored,
                Ui.row(8, undo, redo),
                Ui.hairline(),
                told,
                Ui.grow(),
                Ui.wrapped(say("desktop.garment.FreedomSheet.drag-over-the-cloth-to-paint"), "small"),
                use);
        side.setMinWidth(SIDE);
        side.setPrefWidth(SIDE);
        return side;
    }

    private static VBox field(String name, String unit, Slider s) {
        Label now = Ui.label("", "figure");
        Ui.named(s, name + ", " + unit, say("desktop.garment.FreedomSheet.of-the-brush", name, unit));
        s.valueProperty().addListener((o, was, is) -> now.setText(text(is.doubleValue(), unit)));
        now.setText(text(s.getValue(), unit));
        return Ui.column(2, Ui.row(8, Ui.label(name, "small"), Ui.grow(), now), s);
    }

    private static String text(double v, String unit) {
        return (unit.equals("%") ? Long.toString(Math.round(v)) : Double.toString(Math.round(10 * v) / 10.0)) + " "
                + unit;
    }

    private Stroke.Tip tip() {
        double v = Math.clamp(value.getValue() / model.centimetres(), how.get() == Stroke.How.ADD ? -1 : 0, 1);
        return new Stroke.Tip(how.get(), v, size.getValue(), strength.getValue() / 100, mirrored.isSelected());
    }

    private void undo() {
        model.undo();
        show();
        tell();
    }

    private void redo() {
        model.redo();
        show();
        tell();
    }

    private void tell() {
        FreedomModel.Told t = model.told();
        told.getChildren().setAll(Ui.label(model.name(), "heading"));
        t.lines().forEach(l -> told.getChildren().add(Ui.wrapped(l, "small")));
        figure.mark(t.steepest());
        undo.setDisable(!model.canUndo());
        redo.setDisable(!model.canRedo());
        use.setDisable(!model.canUndo());
    }

    private void show() {
        Scene s = model.scene();
        figure.show(
                List.of(new ViewRequest.Shown(
                        s,
                        space,
                        ViewRequest.Style.FREEDOM,
                        -1,
                        false,
                        false,
                        new ViewRequest.Heat(model.garment(), model.heat()))),
                ViewRequest.Arrangement.OVER);
        Scene p = model.panels();
        if (p != null) {
            flat.show(
                    List.of(new ViewRequest.Shown(
                            p,
                            flatSpace,
                            ViewRequest.Style.FREEDOM,
                            -1,
                            false,
                            false,
                            new ViewRequest.Heat(0, model.flatHeat()))),
                    ViewRequest.Arrangement.OVER);
        }
    }

    /** The brush in one of the views. */
    private final class Hand implements ViewTools.Tool {
        private final BiFunction<double[], double[], @Nullable Vec3> hit;

        Hand(BiFunction<double[], double[], @Nullable Vec3> hit) {
            this.hit = hit;
        }

        @Override
        public boolean press(double[] eye, double[] direction) {
            Vec3 at = hit.apply(eye, direction);
            if (at == null) {
                return false;
            }
            model.begin(tip());
            model.over(at);
            show();
            return true;
        }

        @Override
        public void drag(double[] eye, double[] direction) {
            Vec3 at = hit.apply(eye, direction);
            if (at != null) {
                model.over(at);
            }
        }

        @Override
        public void drawn() {
            show();
        }

        @Override
        public void release() {
            model.end();
            show();
            tell();
        }

        @Override
        public double radius() {
            return size.getValue() / 100;
        }
    }
}
