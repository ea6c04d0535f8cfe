package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** Reeds on their way across, in a real window. */
class CacheWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        DemoData.reeds(demo, Progress.NONE);
    }

    @Test
    void theLumpIsTakenApartMadeSmallAndSent() throws Exception {
        open.open(demo.resolve(DemoData.REEDS_RETURNED));
        Reader.until("the lump is told", () -> window.reads("One mesh is many pieces"));
        Reader.until("what it could save", () -> window.reads("The same mesh again and again"));
        assertThat(window.reads("1 mesh · 1 object")).isTrue();
        window.press("Split into pieces");
        robot.press(KeyCode.DIGIT3).release(KeyCode.DIGIT3);
        Reader.until("remedies are offered", () -> window.hasButton("Take all"));
        window.press("Take all");
        Reader.until("all three are done", () -> window.reads("3  Equal meshes once"));
        assertThat(window.reads("surface within 0.000")).isTrue();
        window.press("Change the cache…");
        Reader.until("the tree that comes of it", () -> window.reads("400 objects move"));
        TextField to = robot.lookup(
                        (Node n) -> n instanceof TextField t && "What it becomes".equals(t.getAccessibleText()))
                .queryAs(TextField.class);
        robot.interact(() -> to.setText("/bank/{2}"));
        Reader.until("a star too many is told", () -> window.reads("it has 1"));
        robot.interact(() -> to.setText("/bank/{1}"));
        Reader.until("the new plan", () -> window.reads("to /bank/reeds_all_001"));
        window.press("Add to the remedies");
        Reader.until("it is the fourth", () -> window.reads("4  Regroup the tree"));
        robot.press(KeyCode.DIGIT4).release(KeyCode.DIGIT4);
        Reader.until("what goes", () -> window.reads("A cache cannot declare axes"));
        window.press("Send");
        Reader.until("it reads back", () -> window.reads("Reads back clean"));
        assertThat(Files.size(demo.resolve("reeds_from_elsewhere_ready.abc")))
                .isLessThan(Files.size(demo.resolve(DemoData.REEDS_RETURNED)) / 18);
    }

    @Test
    void whatCameBackIsExplainedAndMended() throws Exception {
        open.open(demo.resolve(DemoData.REEDS));
        Reader.until("the reeds are looked over", () -> window.reads("8 meshes · 392 instances · 813 objects"));
        open.takeReturned(demo.resolve(DemoData.REEDS_RETURNED));
        Reader.until("the verdict is there", () -> window.reads("Broken") && window.reads("Likely cause"));
        assertThat(window.reads("400 objects came back as one mesh")).isTrue();
        assertThat(window.reads("The cache comes 10 frames late")).isTrue();
        window.press("Mend the returned file");
        Reader.until("it is mended, but for the names", () -> window.reads("Drifted"));
        assertThat(window.reads("came back under other names")).isTrue();
    }
}
