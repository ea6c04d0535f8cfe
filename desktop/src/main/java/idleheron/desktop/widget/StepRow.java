package idleheron.desktop.widget;

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
import javafx.scene.layout.VBox;
import javafx.scene.shape.CubicCurveTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;

/** The way across: six round stones in a water line. */
public final class StepRow extends Pane {
    private static final double STEP = 130;
    private static final double SIZE = 38;

    private final Map<Step, Button> stones = new EnumMap<>(Step.class);
    private final Map<Step, Label> names = new EnumMap<>(Step.class);
    private final Bench bench;

    public StepRow(Bench bench) {
        this.bench = bench;
        Path water = new Path(new MoveTo(30, 26));
        water.getStyleClass().add("water");
        double x = 30;
        for (int i = 0; i < Step.values().length; i++) {
            double dip = i % 2 == 0 ? 12 : -12;
            water.getElements().add(new CubicCurveTo(x + STEP * 0.3, 26 + dip, x + STEP * 0.7, 26 + dip, x + STEP, 26));
            x += STEP;
        }
        getChildren().add(water);
        for (Step s : Step.values()) {
            Button b = new Button(Integer.toString(s.ordinal() + 1));
            b.getStyleClass().add("stone");
            b.setId("stone-" + (s.ordinal() + 1));
            b.setAccessibleText(s.title());
            b.setTooltip(new Tooltip(s.title() + " (key " + (s.ordinal() + 1) + ")"));
            b.setMinSize(SIZE, SIZE);
            b.setMaxSize(SIZE, SIZE);
            b.setOnAction(e -> bench.step().set(s));
            Label name = Ui.label(s.title(), "stone-name");
            VBox box = new VBox(5, b, name);
            box.setAlignment(Pos.TOP_CENTER);
            box.setPrefWidth(STEP);
            box.relocate(30 + STEP * s.ordinal(), 7);
            getChildren().add(box);
            stones.put(s, b);
            names.put(s, name);
        }
        setMinHeight(76);
        setPrefWidth(60 + STEP * Step.values().length);
        bench.step().addListener((o, was, is) -> show());
        bench.crossing().addListener((o, was, is) -> show());
        show();
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
