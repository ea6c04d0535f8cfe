package idleheron.desktop.widget;

import idleheron.desktop.model.Settings;
import java.util.function.DoubleUnaryOperator;
import javafx.geometry.Orientation;
import javafx.scene.Node;
import javafx.scene.control.SplitPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import org.jspecify.annotations.Nullable;

/**
 * Two parts with a line between that can be dragged, or moved with arrow keys when it has the focus; remembered when it was. A
 * double click or Home puts it back where it stands by itself.
 */
public final class Split extends SplitPane {
    private static final double STEP = 0.02;

    private String name;
    private final Settings settings;
    private final DoubleUnaryOperator usual;
    private @Nullable Node line;

    /**
     * The line between the two.
     *
     * @param way horizontal where the parts stand beside each other
     * @param name under which its place is remembered
     * @param says what it is called
     * @param usual length of the first part by the length of both, points
     */
    public record Between(Orientation way, String name, String says, DoubleUnaryOperator usual) {}

    public Split(Between between, Settings settings, Node first, Node second) {
        super(first, second);
        this.name = between.name;
        this.settings = settings;
        this.usual = between.usual;
        setOrientation(between.way);
        getStyleClass().add("split");
        widthProperty().addListener((o, was, is) -> place());
        heightProperty().addListener((o, was, is) -> place());
        skinProperty().addListener((o, was, is) -> javafx.application.Platform.runLater(() -> handle(between.says)));
    }

    private double length() {
        return getOrientation() == Orientation.HORIZONTAL ? getWidth() : getHeight();
    }

    /** Puts it where it was put, or where it stands by itself; to be called when that has changed. */
    public void place() {
        if (length() > 0) {
            double share = settings.split(name);
            setDividerPositions(
                    Double.isNaN(share) ? Math.clamp(usual.applyAsDouble(length()) / length(), 0, 1) : share);
        }
    }

    /** Puts it where it was put under another name. */
    public void place(String as) {
        name = as;
        place();
    }

    private void handle(String says) {
        Node found = lookup(".split-pane-divider");
        if (found == null || found == line) {
            return;
        }
        line = found;
        found.setFocusTraversable(true);
        found.setAccessibleText(says);
        found.addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            if (e.getClickCount() == 2) {
                forget();
            } else {
                settings.split(name, getDividerPositions()[0]);
            }
        });
        found.addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    private void key(KeyEvent e) {
        boolean across = getOrientation() == Orientation.HORIZONTAL;
        KeyCode k = e.getCode();
        double by = k == (across ? KeyCode.LEFT : KeyCode.UP)
                ? -STEP
                : k == (across ? KeyCode.RIGHT : KeyCode.DOWN) ? STEP : 0;
        if (k == KeyCode.HOME) {
            forget();
        } else if (by != 0) {
            setDividerPositions(Math.clamp(getDividerPositions()[0] + by, 0, 1));
            settings.split(name, getDividerPositions()[0]);
        } else {
            return;
        }
        e.consume();
    }

    private void forget() {
        settings.split(name, Double.NaN);
        place();
    }
}
