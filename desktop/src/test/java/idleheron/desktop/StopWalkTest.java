package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.desktop.model.Jobs;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.event.Event;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** Work that is stopped leaves a window that says so, and goes on when asked. */
class StopWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo);
    }

    private static void key(Scene s, javafx.event.EventType<KeyEvent> what, KeyCode code) {
        Event.fireEvent(s.getRoot(), new KeyEvent(what, "", "", code, false, false, false, false));
    }

    @Test
    void aComparisonThatIsStoppedIsSaidToBeAndCanBeAskedForAgain() throws Exception {
        open.open(demo.resolve(DemoData.SENT));
        Reader.until("it is looked over", () -> window.reads("rigged character"));
        open.takeReturned(demo.resolve("postwoman_from_alder.fbx"));
        Reader.until("the verdict", () -> window.reads("over tolerance, as meant."));
        robot.interact(
                () -> { // asked for and stopped before its end can be heard of
                    Scene s = open.stage().getScene();
                    key(s, KeyEvent.KEY_PRESSED, KeyCode.M);
                    key(s, KeyEvent.KEY_PRESSED, KeyCode.ESCAPE);
                });
        Reader.until("it is stopped", () -> window.reads("The comparison was stopped before there was a verdict."));
        assertThat(window.reads("topics over tolerance"))
                .as("no verdict of another comparison")
                .isFalse();
        window.press("Compare");
        Reader.until("the verdict as stored", () -> window.reads("over tolerance, as stored."));
    }

    @Test
    void escHeldDownClosesASheetAndStopsNothingBehindIt() throws Exception {
        open.open(demo.resolve(DemoData.SENT));
        Reader.until("it is looked over", () -> window.reads("rigged character"));
        open.takeReturned(demo.resolve("postwoman_from_alder.fbx"));
        Reader.until("the verdict", () -> window.reads("over tolerance, as meant."));
        window.press("Tolerances");
        assertThat(window.hasButton("Use these")).isTrue();
        Jobs jobs = open.app().jobs();
        List<String> told = new ArrayList<>();
        CountDownLatch go = new CountDownLatch(1);
        robot.interact(() -> {
            jobs.run("waiting", p -> waited(p, go), told::add, () -> told.add("stopped"));
            Scene s = open.stage().getScene();
            for (int i = 0; i < 3; i++) { // as a key does that is held
                key(s, KeyEvent.KEY_PRESSED, KeyCode.ESCAPE);
            }
            key(s, KeyEvent.KEY_RELEASED, KeyCode.ESCAPE);
        });
        assertThat(window.reads("From which figure on"))
                .as("the sheet is closed")
                .isFalse();
        go.countDown();
        Reader.until("the work is done", () -> !jobs.busy().get());
        assertThat(told).containsExactly("waited");
        CountDownLatch never = new CountDownLatch(1);
        robot.interact(() -> {
            jobs.run("waiting", p -> waited(p, never), told::add, () -> told.add("stopped"));
            key(open.stage().getScene(), KeyEvent.KEY_PRESSED, KeyCode.ESCAPE);
        });
        Reader.until("Esc stops once it was let go", () -> !jobs.busy().get());
        assertThat(told).containsExactly("waited", "stopped");
    }

    private static String waited(Progress p, CountDownLatch go) throws Exception {
        while (!go.await(5, TimeUnit.MILLISECONDS)) {
            p.at(0.5, "waiting");
        }
        return "waited";
    }
}
