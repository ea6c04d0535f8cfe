package idleheron.desktop.garment;

import static idleheron.core.Messages.say;

import idleheron.app.TryOnJob;
import idleheron.core.garment.tryon.TryOn;
import idleheron.core.garment.tryon.TryOnFrame;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Transport;
import idleheron.desktop.paint.ViewRequest;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.Ui;
import idleheron.render.ink.Palette;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Spinner;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** Garments that fall on their body over a clip: how they are tried on, the picture, and figures by frame. */
public final class TryOnSheet extends HBox {
    private static final double MM = 1000;
    private static final int MOST_STEPS = 100;
    private static final double SIDE = 270;

    private final TryOnModel model;
    private final BenchActions deeds;
    private final Transport transport = new Transport();
    private final Viewport view = new Viewport(transport);
    private final ComboBox<String> clip = new ComboBox<>();
    private final Spinner<Integer> steps;
    private final Spinner<Double> thickness;
    private final Choice<TryOn.Against> against;
    private final TryOnPlot stretch;
    private final TryOnPlot depth;
    private final VBox told = Ui.column(8);
    private final Button play;
    private final Button keep;
    private TryOnModel.@Nullable Shown shown;

    /** @param kept takes what was tried on, as a cache, to be written */
    public TryOnSheet(Scene scene, BenchActions deeds, boolean dusk, Consumer<Scene> kept) {
        model = new TryOnModel(scene);
        this.deeds = deeds;
        TryOnModel.Way usual = model.usual();
        clip.getItems().setAll(model.clips());
        clip.setValue(usual.clip());
        Ui.named(
                clip,
                say("desktop.garment.TryOnSheet.clip"),
                say("desktop.garment.TryOnSheet.the-clip-that-the-body-moves"));
        clip.setMaxWidth(Double.MAX_VALUE);
        steps = new Spinner<>(1, MOST_STEPS, usual.subSteps());
        steps.setEditable(true);
        Ui.named(
                steps,
                say("desktop.garment.TryOnSheet.sub-steps-of-a-frame"),
                say("desktop.garment.TryOnSheet.how-often-the-cloth-is-computed"));
        thickness = new Spinner<>(0.1, 50.0, usual.thickness(), 0.5);
        thickness.setEditable(true);
        Ui.named(
                thickness,
                say("desktop.garment.TryOnSheet.thickness-in-millimetres"),
                say("desktop.garment.TryOnSheet.how-far-the-cloth-stays-off"));
        against = new Choice<>(
                model.against(),
                a -> switch (a) {
                    case SURFACE -> "Body";
                    case COLLIDERS -> "Colliders";
                    case NOTHING -> "Nothing";
                },
                a -> switch (a) {
                    case SURFACE -> say("desktop.garment.TryOnSheet.the-cloth-is-kept-off-the");
                    case COLLIDERS -> say("desktop.garment.TryOnSheet.the-cloth-is-kept-off-the-2");
                    case NOTHING -> say("desktop.garment.TryOnSheet.the-cloth-is-kept-off-nothing");
                });
        stretch = new TryOnPlot(
                transport,
                dusk,
                say("desktop.garment.TryOnSheet.99-of-edges-times-their-length"),
                "times",
                1,
                TryOnFrame::stretchMost);
        depth = new TryOnPlot(
                transport,
                dusk,
                say("desktop.garment.TryOnSheet.deepest-inside-the-body-mm"),
                "mm",
                0,
                f -> MM * f.depth());
        play = Ui.button(
                say("desktop.garment.TryOnSheet.play"),
                say("desktop.garment.TryOnSheet.play-or-pause-space"),
                transport::toggle);
        keep = Ui.button(
                say("desktop.garment.TryOnSheet.save-as-a-cache"),
                say("desktop.garment.TryOnSheet.write-what-was-tried-on"),
                () -> {
                    TryOnModel.Shown s = shown;
                    if (s != null) {
                        kept.accept(s.cache());
                    }
                });
        play.setDisable(true);
        keep.setDisable(true);
        transport
                .playing()
                .addListener((o, was, is) -> play.setText(
                        is ? say("desktop.garment.TryOnSheet.pause") : say("desktop.garment.TryOnSheet.play")));
        view.palette(dusk ? Palette.DUSK : Palette.DAY);
        sceneProperty().addListener((o, was, is) -> {
            if (is == null) {
                transport.playing().set(false);
                view.close();
            }
        });
        setSpacing(16);
        VBox left = Ui.column(8, view, stretch, depth);
        VBox.setVgrow(view, Priority.ALWAYS);
        HBox.setHgrow(left, Priority.ALWAYS);
        getChildren().addAll(left, side());
        setOnKeyPressed(e -> {
            if (e.getCode() == javafx.scene.input.KeyCode.SPACE && !play.isDisabled()) {
                transport.toggle();
                e.consume();
            }
        });
        show(scene, List.of());
    }

    private VBox side() {
        Label before = Ui.wrapped(model.before(), "second");
        before.setManaged(!before.getText().isEmpty());
        told.getChildren()
                .setAll(Ui.wrapped(say("desktop.garment.TryOnSheet.a-rehearsal-not-a-cloth-engine"), "second"));
        ScrollPane figures = Ui.scrolled(told);
        VBox.setVgrow(figures, Priority.ALWAYS);
        VBox side = Ui.column(
                8,
                field(say("desktop.garment.TryOnSheet.clip"), clip),
                field(say("desktop.garment.TryOnSheet.sub-steps-of-a-frame"), steps),
                field(say("desktop.garment.TryOnSheet.thickness-mm"), thickness),
                field(say("desktop.garment.TryOnSheet.kept-out-by"), against),
                before,
                Ui.row(
                        8,
                        Ui.button(
                                say("desktop.garment.TryOnSheet.try-on"),
                                say("desktop.garment.TryOnSheet.let-it-fall-over-the-clip"),
                                this::run,
                                "strong-button"),
                        play),
                Ui.hairline(),
                figures,
                keep);
        side.setMinWidth(SIDE);
        side.setPrefWidth(SIDE);
        return side;
    }

    private static VBox field(String name, javafx.scene.Node control) {
        return Ui.column(2, Ui.label(name, "small"), control);
    }

    private void run() {
        steps.commitValue();
        thickness.commitValue();
        TryOnModel.Way way = new TryOnModel.Way(clip.getValue(), steps.getValue(), thickness.getValue(), against.get());
        transport.playing().set(false);
        deeds.workOut(say("desktop.garment.TryOnSheet.try-on-2"), p -> model.run(way, p), this::take);
    }

    private void take(TryOnModel.Shown s) {
        TryOnModel.Shown before = shown;
        shown = s;
        told.getChildren().clear();
        for (int i = 0; i < s.tried().size(); i++) {
            TryOnJob.Tried t = s.tried().get(i);
            VBox box = Ui.column(2, Ui.label(t.name(), "heading"));
            t.told().forEach(l -> box.getChildren().add(Ui.wrapped(l, "small")));
            if (before != null && i < before.tried().size()) {
                box.getChildren()
                        .add(Ui.wrapped(
                                say(
                                        "desktop.garment.TryOnSheet.before-with-sub-steps-and",
                                        before.way().subSteps(),
                                        before.way().against().word(),
                                        before.tried().get(i).told().getFirst()),
                                "small",
                                "second"));
            }
            told.getChildren().add(box);
        }
        show(s.shown(), s.tried());
        play.setDisable(false);
        keep.setDisable(false);
        transport.playing().set(true);
    }

    private void show(Scene s, List<TryOnJob.Tried> tried) {
        String name = clip.getValue();
        List<Clip> one = s.clips().stream().filter(c -> c.name().equals(name)).toList();
        transport.offer(one);
        one.forEach(c -> {
            stretch.show(tried, c.rate());
            depth.show(tried, c.rate());
        });
        view.show(
                List.of(new ViewRequest.Shown(
                        s, CanonicalSpace.of(s.stage()), ViewRequest.Style.SURFACE, -1, false, false)),
                ViewRequest.Arrangement.OVER);
    }
}
