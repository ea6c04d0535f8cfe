package idleheron.desktop;

import java.util.NoSuchElementException;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Collectors;
import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** Reads and presses what is in the window, on the window's own thread, so that nothing changes meanwhile. */
public final class Reader {
    /** Longer than anything takes on a machine that is busy with other work, seconds. */
    private static final long MOST = 150;

    private final FxRobot robot;

    public Reader(FxRobot robot) {
        this.robot = robot;
    }

    public static void until(String what, Callable<Boolean> holds) throws Exception {
        try {
            WaitForAsyncUtils.waitFor(MOST, TimeUnit.SECONDS, holds);
        } catch (TimeoutException e) {
            throw new AssertionError("never: " + what, e);
        }
        WaitForAsyncUtils.waitForFxEvents();
    }

    private boolean any(Callable<Boolean> look) throws Exception {
        return WaitForAsyncUtils.asyncFx(look).get(20, TimeUnit.SECONDS);
    }

    public boolean reads(String text) throws Exception {
        return any(() -> robot.lookup((Node n) -> n instanceof Label l
                        && l.getText() != null
                        && l.getText().contains(text)
                        && l.isVisible())
                .tryQuery()
                .isPresent());
    }

    /** Whether a paragraph of several runs of text holds the words. */
    public boolean flows(String text) throws Exception {
        return any(() -> robot.lookup((Node n) -> n instanceof TextFlow f
                        && f.isVisible()
                        && f.getChildren().stream()
                                .map(t -> ((Text) t).getText())
                                .collect(Collectors.joining())
                                .contains(text))
                .tryQuery()
                .isPresent());
    }

    public boolean hasButton(String text) throws Exception {
        return any(() -> robot.lookup((Node n) -> n instanceof Button b && text.equals(b.getText()))
                .tryQuery()
                .isPresent());
    }

    /** Presses the first button of that text, or of that name for those who do not see. */
    public void press(String button) {
        if (!presses(button)) {
            throw new NoSuchElementException("no button " + button + " can be pressed");
        }
    }

    /** Presses a button if there is one that can be pressed, in one go: cards may be laid anew at any time. */
    public boolean presses(String button) {
        AtomicBoolean found = new AtomicBoolean();
        robot.interact(() -> robot
                .lookup((Node n) -> n instanceof Button x
                        && (button.equals(x.getText()) || button.equals(x.getAccessibleText()))
                        && x.isVisible()
                        && !x.isDisabled())
                .queryAllAs(Button.class)
                .stream()
                .findFirst()
                .ifPresent(b -> {
                    found.set(true);
                    b.fire();
                }));
        return found.get();
    }

    /** The pointer, as a node hears of it: at once, and whatever lies over it. Places are those of the node. */
    public static void hears(Node on, EventType<MouseEvent> what, double x, double y) throws Exception {
        WaitForAsyncUtils.asyncFx(() -> {
                    Point2D at = on.localToScene(x, y);
                    boolean down = what != MouseEvent.MOUSE_MOVED && what != MouseEvent.MOUSE_RELEASED;
                    on.fireEvent(new MouseEvent(
                            what,
                            at.getX(),
                            at.getY(),
                            0,
                            0,
                            MouseButton.PRIMARY,
                            1,
                            false,
                            false,
                            false,
                            false,
                            down,
                            false,
                            false,
                            false,
                            false,
                            false,
                            null));
                    return 0;
                })
                .get();
    }
}
