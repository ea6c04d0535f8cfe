package idleheron.desktop.widget;

import static idleheron.core.Messages.say;

import idleheron.core.crossing.Crossing;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.Step;
import java.util.EnumMap;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.CubicCurveTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;

/** The way across: six round stones in a water line. */
public final class StepRow extends Pane {
    private static final double STEP = 130;
    private static final double LEAST_STEP = 88;
    private static final double SIZE = 34;
    private static final double EDGE = 10;
    private static final double LINE = 21;
    private static final double HEIGHT = 58;

    private final Path water = new Path();

    private final Map<Step, Button> stones = new EnumMap<>(Step.class);
    private final Map<Step, Label> names = new EnumMap<>(Step.class);
    private final Bench bench;

    public StepRow(Bench bench) {
        this.bench = bench;
        water.getStyleClass().add("water");
        water.setManaged(false);
        getChildren().add(water);
        for (Step s : Step.values()) {
            Button b = new Button(Integer.toString(s.ordinal() + 1));
            b.getStyleClass().add("stone");
            b.setId("stone-" + (s.ordinal() + 1));
            b.setAccessibleText(s.title());
            b.setTooltip(new Tooltip(say("desktop.widget.StepRow.key", s.title(), (s.ordinal() + 1))));
            b.setMinSize(SIZE, SIZE);
            b.setMaxSize(SIZE, SIZE);
            b.setOnAction(e -> bench.step().set(s));
            Label name = Ui.label(s.title(), "stone-name");
            VBox box = new VBox(1, b, name);
            box.setAlignment(Pos.TOP_CENTER);
            getChildren().add(box);
            stones.put(s, b);
            names.put(s, name);
        }
        setMinSize(2 * EDGE + LEAST_STEP * Step.values().length, HEIGHT);
        setPrefSize(2 * EDGE + STEP * Step.values().length, HEIGHT);
        bench.step().addListener((o, was, is) -> show());
        bench.crossing().addListener((o, was, is) -> show());
        show();
    }

    /** The stones stand closer where there is less room. */
    @Override
    protected void layoutChildren() {
        int n = Step.values().length;
        double step = Math.clamp((getWidth() - 2 * EDGE) / n, LEAST_STEP, STEP);
        water.getElements().setAll(new MoveTo(EDGE, LINE));
        for (int i = 0; i < n; i++) {
            double x = EDGE + i * step;
            double dip = LINE + (i % 2 == 0 ? 10 : -10);
            water.getElements().add(new CubicCurveTo(x + step * 0.3, dip, x + step * 0.7, dip, x + step, LINE));
            Region box = (Region) getChildren().get(i + 1);
            box.resizeRelocate(x, LINE - SIZE / 2, step, HEIGHT - LINE + SIZE / 2);
        }
    }

    private void show() {
        Crossing c = bench.crossing().get();
        for (Step s : Step.values()) {
            boolean here = bench.step().get() == s;
            boolean done = switch (s) {
                case GATHER, LOOK_OVER -> c.original() != null;
                case MAKE_READY -> !c.remedies().isEmpty();
                case SEND -> c.sent() != null;
                case COMPARE -> c.returned() != null;
                case SIGN_OFF -> !c.signedBy().isEmpty();
            };
            Button b = java.util.Objects.requireNonNull(stones.get(s));
            b.getStyleClass().removeAll("here", "done");
            Label name = java.util.Objects.requireNonNull(names.get(s));
            name.getStyleClass().remove("here");
            if (here) {
                b.getStyleClass().add("here");
                name.getStyleClass().add("here");
            } else if (done) {
                b.getStyleClass().add("done");
            }
        }
    }
}
