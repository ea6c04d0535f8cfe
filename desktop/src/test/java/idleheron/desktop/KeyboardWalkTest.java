package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.desktop.view3d.Viewport;
import idleheron.rehearsal.MadeDemo;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** All six stones without a mouse: what is to be done is reached by Tab, and done by Space. */
class KeyboardWalkTest {
    private static final int MOST_TABS = 160;

    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, true);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo);
    }

    private void key(KeyCode... keys) {
        robot.press(keys).release(keys);
        WaitForAsyncUtils.waitForFxEvents();
    }

    /** Goes on by Tab until something of that name has the focus. */
    private void tabTo(String name) {
        StringBuilder way = new StringBuilder();
        for (int i = 0; i < MOST_TABS; i++) {
            Node at = open.stage().getScene().getFocusOwner();
            String called = at == null ? "" : String.valueOf(at.getAccessibleText());
            if (name.equals(called)) {
                return;
            }
            way.append(called).append("; ");
            key(KeyCode.TAB);
        }
        throw new AssertionError(name + " cannot be reached by Tab: " + way);
    }

    private void does(String name) {
        tabTo(name);
        key(KeyCode.SPACE);
    }

    @Test
    void oneCharacterGoesAcrossByKeysAlone() throws Exception {
        Reader.until("the postwoman is looked over", () -> window.reads("rigged character"));
        key(KeyCode.DIGIT1);
        does("Compare: Arrives a hundred times too small");
        Reader.until("the verdict is there", () -> window.reads("7 of 9 topics over tolerance, as meant."));

        tabTo("Units and axes, broken, 0.010 ×");
        key(KeyCode.DOWN);
        Reader.until("the next topic is chosen", () -> window.reads("0 joints missing, 16 added"));
        Node row = open.stage().getScene().getFocusOwner();
        assertThat(row.getAccessibleText()).as("what is chosen has the focus").startsWith("Hierarchy");

        Node alone =
                robot.lookup((Node n) -> n.getStyleClass().contains("alone")).query();
        key(KeyCode.F11);
        assertThat(alone.isVisible()).as("the picture has the window").isTrue();
        key(KeyCode.ESCAPE);
        assertThat(alone.isVisible()).isFalse();

        tabTo("Over");
        key(KeyCode.RIGHT);
        key(KeyCode.RIGHT);
        Viewport view = robot.lookup((Node n) -> n instanceof Viewport).queryAs(Viewport.class);
        Reader.until("the worst point is marked", () -> view.worst().get() != null);
        long before = view.painted();
        does("Worst point");
        Reader.until("the view went there", () -> view.painted() > before);

        does("Mend the returned file");
        Reader.until("it is mended", () -> window.reads("As it came: broken, 7 over tolerance."));

        key(KeyCode.DIGIT2);
        Reader.until("what was sent is looked over", () -> window.reads("postwoman_sent.fbx"));
        key(KeyCode.DIGIT3);
        Reader.until("it can be made ready", () -> window.reads("Remedies, in this order"));
        key(KeyCode.DIGIT4);
        does("Preview");
        Reader.until("what would be written is told", () -> window.reads("postwoman_sent_ready.fbx"));

        key(KeyCode.DIGIT6);
        Reader.until("the report is there", () -> window.reads("as it came") && window.reads("Clean, mended"));
        tabTo("Signed off by");
        robot.write("Ilse");
        does("Sign off");
        Reader.until("it is signed", () -> window.reads("Signed off by Ilse"));
        Reader.until("the crossing is kept", () -> Files.exists(demo.resolve("postwoman_sent.crossing.json")));
        assertThat(Files.readString(demo.resolve("postwoman_sent.crossing.json")))
                .as("the verdict of what came")
                .contains("\"verdict\" : \"broken\"");
    }
}
