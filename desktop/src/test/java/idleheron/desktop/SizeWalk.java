package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.input.KeyCode;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** Puts what a window shows through all sizes and both themes, and keeps what is wrong with it. */
final class SizeWalk {
    private static final double[][] SIZES = {{1024, 700}, {1280, 800}, {1920, 1080}};

    private final OpenWindow open;
    private final FxRobot robot;
    private final List<String> wrong = new ArrayList<>();

    interface Shown {
        void run(String where) throws Exception;
    }

    SizeWalk(OpenWindow open, FxRobot robot) {
        this.open = open;
        this.robot = robot;
    }

    /**
     * Both themes have the same layout, so that the dark one is looked at in the middle size, the light one in the smallest and
     * the largest.
     */
    void holds(String story, Shown shown) throws Exception {
        for (double[] size : SIZES) {
            robot.interact(() -> {
                open.stage().setWidth(size[0]);
                open.stage().setHeight(size[1]);
            });
            boolean dark = size == SIZES[1];
            if (dark) {
                theme();
            }
            shown.run(story + ", " + (int) size[0] + (dark ? ", dusk" : ", paper"));
            if (dark) {
                theme();
            }
        }
        assertThat(wrong).isEmpty();
    }

    private void theme() {
        robot.press(KeyCode.CONTROL, KeyCode.D).release(KeyCode.D, KeyCode.CONTROL);
    }

    /** What is wrong with what the window shows now: with the sheet, where one is open. */
    void look(String where) {
        WaitForAsyncUtils.waitForFxEvents();
        robot.interact(() -> {
            var root = open.stage().getScene().getRoot();
            root.applyCss();
            root.layout();
        });
        WaitForAsyncUtils.waitForFxEvents();
        robot.interact(() -> {
            Parent root = open.stage().getScene().getRoot();
            // a text that changed since, such as how far work has come, is laid out before it is looked at
            root.applyCss();
            root.layout();
            Node sheet = root.lookup(".sheet-shade > .sheet");
            Layouts.wrong(isSeen(sheet) ? sheet : root).forEach(w -> wrong.add(where + ": " + w));
        });
    }

    private static boolean isSeen(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (!n.isVisible()) {
                return false;
            }
        }
        return node != null;
    }

    boolean isSheetOpen() throws Exception {
        return WaitForAsyncUtils.asyncFx(
                        () -> isSeen(open.stage().getScene().getRoot().lookup(".sheet-shade > .sheet")))
                .get();
    }

    /** Waits for a sheet, puts it through, and closes it. */
    void sheet(String name) throws Exception {
        Reader.until("the sheet of " + name, this::isSheetOpen);
        holds(name, this::look);
        robot.press(KeyCode.ESCAPE).release(KeyCode.ESCAPE);
        Reader.until("it is closed", () -> !isSheetOpen());
    }
}
