package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.app.CompareJob;
import idleheron.core.Figure;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.Step;
import idleheron.desktop.widget.Ui;
import javafx.geometry.Pos;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** Both sides of the crossing with what they declare; what differs is underlined. */
public final class SideBand extends HBox {
    private final Bench bench;

    public SideBand(Bench bench) {
        this.bench = bench;
        setSpacing(14);
        setAlignment(Pos.CENTER_LEFT);
        bench.crossing().addListener((o, was, is) -> show());
        bench.compared().addListener((o, was, is) -> show());
        bench.step().addListener((o, was, is) -> show());
        show();
    }

    private void show() {
        getChildren().clear();
        Crossing c = bench.crossing().get();
        boolean shown = c.original() != null && bench.step().get() != Step.GATHER;
        setVisible(shown);
        setManaged(shown);
        if (!shown) {
            return;
        }
        CompareJob.Result both = bench.compared().get();
        Asset left = c.sent() == null ? c.original() : c.sent();
        Asset right = both == null ? c.returned() : both.returned();
        getChildren()
                .add(side(
                        "sent",
                        c.sent() == null
                                ? say("desktop.compare.SideBand.on-the-bench")
                                : say("desktop.compare.SideBand.sent"),
                        left,
                        right));
        getChildren().add(middle(c, left));
        getChildren()
                .add(side(
                        "returned",
                        c.mends().isEmpty()
                                ? say("desktop.compare.SideBand.returned")
                                : say("desktop.compare.SideBand.returned-mended"),
                        right,
                        left));
    }

    private static VBox middle(Crossing c, @Nullable Asset left) {
        String carrier = left == null ? "" : left.format() + " " + left.variant();
        VBox v = new VBox(
                2,
                Ui.label("⟶", "arrow"),
                Ui.label(carrier, "small"),
                Ui.label(c.via().isEmpty() ? "" : say("desktop.compare.SideBand.via", c.via()), "small"));
        v.setAlignment(Pos.CENTER);
        v.setMinWidth(130);
        return v;
    }

    private static HBox side(String kind, String word, @Nullable Asset asset, @Nullable Asset other) {
        Region bar = new Region();
        bar.getStyleClass().addAll("side-bar", kind + "-bar");
        HBox box = Ui.row(12, bar);
        box.getStyleClass().add("side");
        HBox.setHgrow(box, Priority.ALWAYS);
        box.setPrefWidth(400);
        if (asset == null) {
            VBox nothing = Ui.column(
                    1,
                    Ui.label(say("desktop.compare.SideBand.nothing-came-back-yet"), "strong"),
                    Ui.label(say("desktop.compare.SideBand.send-it-or-drop-the-returned"), "second"));
            nothing.setAlignment(Pos.CENTER_LEFT);
            box.getChildren().add(nothing);
            return box;
        }
        Scene s = asset.scene();
        VBox who = Ui.column(
                1,
                Ui.label(asset.name(), "strong"),
                Ui.label(
                        word + " · "
                                + (s.isRescued()
                                        ? say("desktop.compare.SideBand.rescued-in-part")
                                        : AssetKinds.main(s).summary(s)),
                        "second"));
        who.setMinWidth(0);
        who.setAlignment(Pos.CENTER_LEFT);
        box.getChildren().addAll(who, Ui.grow());
        Stage a = s.stage();
        Stage b = other == null ? a : other.scene().stage();
        box.getChildren()
                .addAll(
                        fact(
                                say("desktop.compare.SideBand.up"),
                                a.axes().up().label(),
                                b.axes().up() != a.axes().up()),
                        fact(
                                say("desktop.compare.SideBand.hand"),
                                a.axes().handedness(),
                                !a.axes().handedness().equals(b.axes().handedness())),
                        fact(
                                say("desktop.compare.SideBand.unit"),
                                a.unitLabel(),
                                !a.unitLabel().equals(b.unitLabel())),
                        fact(
                                say("desktop.compare.SideBand.rate"),
                                a.rate().label() + " /s",
                                !a.rate().equals(b.rate())),
                        fact(
                                say("desktop.compare.SideBand.range"),
                                range(s),
                                other != null && !range(s).equals(range(other.scene()))));
        return box;
    }

    private static String range(Scene s) {
        double start = Double.POSITIVE_INFINITY;
        double end = Double.NEGATIVE_INFINITY;
        for (Clip c : AssetKinds.playables(s)) {
            start = Math.min(start, c.firstFrame());
            end = Math.max(end, c.lastFrame());
        }
        return start > end ? "–" : Figure.number(start) + " – " + Figure.number(end);
    }

    private static VBox fact(String name, String value, boolean differs) {
        var v = Ui.label(value, "figure");
        if (differs) {
            v.getStyleClass().add("differs");
        }
        v.setMinWidth(Region.USE_PREF_SIZE);
        VBox box = new VBox(2, Ui.label(name, "small"), v);
        box.setAlignment(Pos.CENTER_RIGHT);
        box.setMinWidth(Region.USE_PREF_SIZE);
        return box;
    }
}
