package idleheron.desktop.formula;

import static idleheron.core.Messages.say;

import idleheron.app.MotionJob;
import idleheron.core.Verdict;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.Place;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Transport;
import idleheron.desktop.paint.ViewRequest;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Ui;
import idleheron.render.ink.Palette;
import java.util.List;
import java.util.Objects;
import javafx.animation.PauseTransition;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;

/** Motion by formula as it is typed: the text, the figure that moves by it, and what is wrong with line and column. */
public final class FormulaSheet extends HBox {
    private static final Duration PAUSE = Duration.millis(300);
    private static final double TEXT = 520;

    private final FormulaModel model;
    private final BenchActions deeds;
    private final TextArea text = new TextArea();
    private final Transport transport = new Transport();
    private final Viewport view = new Viewport(transport);
    private final Label state = Ui.wrapped("", "strong");
    private final VBox noticed = Ui.column(6);
    private final Button go;
    private final Button play;
    private final Button put;
    private final Button keep;
    private final PauseTransition pause = new PauseTransition(PAUSE);
    private MotionJob.@Nullable Result last;

    /** What becomes of a text. */
    public interface Taken {
        /** Puts it onto the figure. */
        void put(String text);

        /** Keeps it as a file, called as told where nobody says otherwise. */
        void keep(String text, String name);
    }

    public FormulaSheet(FormulaModel model, BenchActions deeds, boolean dusk, Taken taken) {
        this.model = model;
        this.deeds = deeds;
        text.setText(model.first());
        text.getStyleClass().add("source");
        Ui.named(
                text,
                say("desktop.formula.FormulaSheet.the-motion"),
                say("desktop.formula.FormulaSheet.the-motion-as-text-a-formula"));
        text.setPrefWidth(TEXT);
        go = Ui.button(
                say("desktop.formula.FormulaSheet.go-there"),
                say("desktop.formula.FormulaSheet.put-the-cursor-where-it-is"),
                this::goThere,
                "quiet");
        play = Ui.button(
                say("desktop.formula.FormulaSheet.pause"),
                say("desktop.formula.FormulaSheet.play-or-pause"),
                transport::toggle);
        put = Ui.button(
                say("desktop.formula.FormulaSheet.put-on-the-figure"),
                say("desktop.formula.FormulaSheet.the-clip-becomes-part-of-what"),
                () -> taken.put(text.getText()),
                "strong-button");
        keep = Ui.button(
                say("desktop.formula.FormulaSheet.save-as-a-file"),
                say("desktop.formula.FormulaSheet.keep-the-text-to-be-used"),
                () -> {
                    MotionJob.Result r = last;
                    if (r != null) {
                        taken.keep(text.getText(), FormulaModel.fileName(r));
                    }
                });
        transport
                .playing()
                .addListener((o, was, is) -> play.setText(
                        is ? say("desktop.formula.FormulaSheet.pause") : say("desktop.formula.FormulaSheet.play")));
        view.palette(dusk ? Palette.DUSK : Palette.DAY);
        view.setAccessibleText(say("desktop.formula.FormulaSheet.the-figure"));
        text.textProperty().addListener((o, was, is) -> pause.playFromStart());
        pause.setOnFinished(e -> judge());
        sceneProperty().addListener((o, was, is) -> {
            if (is == null) {
                pause.stop();
                transport.playing().set(false);
                view.close();
            }
        });
        text.setOnKeyPressed(e -> {
            if (e.getCode() == javafx.scene.input.KeyCode.F8) {
                goThere();
                e.consume();
            }
        });
        setSpacing(16);
        HBox.setHgrow(text, Priority.ALWAYS);
        getChildren().addAll(text, side());
        show(model.figure(), List.of());
        judge();
    }

    private VBox side() {
        VBox.setVgrow(view, Priority.ALWAYS);
        view.setMinHeight(220);
        HBox told = Ui.row(8, state, go);
        HBox.setHgrow(state, Priority.ALWAYS);
        told.setAlignment(Pos.TOP_LEFT);
        VBox side = Ui.column(10, view, Ui.row(8, play, ruler()), told, noticed, Ui.hairline(), Ui.row(8, put, keep));
        HBox.setHgrow(side, Priority.ALWAYS);
        return side;
    }

    private javafx.scene.Node ruler() {
        Label frame = Ui.label("", "figure");
        transport.seconds().addListener((o, was, is) -> {
            Clip c = transport.clip().get();
            frame.setText(
                    c == null
                            ? ""
                            : say(
                                    "desktop.formula.FormulaSheet.frame-of",
                                    Math.round(c.rate().frame(is.doubleValue())),
                                    Math.round(c.lastFrame())));
        });
        return frame;
    }

    private void judge() {
        String said = text.getText();
        deeds.workOut(say("desktop.formula.FormulaSheet.motion-by-formula"), p -> model.judge(said, p), this::take);
    }

    private void take(MotionJob.Result r) {
        last = r;
        Scene moved = r.moved();
        MotionPlan plan = r.plan();
        boolean right = moved != null && plan != null;
        String place = FormulaModel.place(r);
        state.setText((right ? Objects.requireNonNull(plan).clip() + ": " : place.isEmpty() ? "" : place + ". ")
                + r.told() + ".");
        state.setGraphic(Ui.mark(right ? Verdict.CLEAN : Verdict.BROKEN, 12));
        go.setVisible(!place.isEmpty());
        go.setManaged(!place.isEmpty());
        put.setDisable(!right);
        keep.setDisable(plan == null);
        play.setDisable(!right && transport.clip().get() == null);
        noticed.getChildren().clear();
        FormulaModel.noticed(r).forEach(l -> {
            Label line = Ui.wrapped(l, "second");
            line.setGraphic(Ui.mark(Verdict.DRIFTED, 11));
            noticed.getChildren().add(line);
        });
        if (moved != null && plan != null) {
            boolean first = transport.clip().get() == null;
            show(
                    moved,
                    moved.clips().stream()
                            .filter(c -> c.name().equals(plan.clip()))
                            .toList());
            if (first) {
                transport.playing().set(true);
            }
        }
    }

    private void goThere() {
        MotionJob.Result r = last;
        Place p = r == null ? null : r.place();
        if (p != null) {
            text.requestFocus();
            text.positionCaret(FormulaModel.offset(text.getText(), p));
        }
    }

    private void show(Scene s, List<Clip> clips) {
        transport.offer(clips);
        view.show(
                List.of(new ViewRequest.Shown(
                        s,
                        CanonicalSpace.of(s.stage()),
                        s.meshes().isEmpty() ? ViewRequest.Style.JOINTS : ViewRequest.Style.SURFACE,
                        -1,
                        false,
                        false)),
                ViewRequest.Arrangement.OVER);
    }
}
