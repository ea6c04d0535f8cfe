package idleheron.desktop;

import idleheron.desktop.model.Jobs;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** Every screen in every size, in one theme or the other, with a character, with nothing and while work runs: nothing overflows, is cut, overlaps, lacks a name or is too faint. */
class LayoutWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private LayoutStory story = new LayoutStory(open, Path.of(""));

    @BeforeAll
    static void data() throws Exception {
        LayoutStory.data(demo);
    }

    @BeforeEach
    void begin() {
        story = new LayoutStory(open, demo);
    }

    @Test
    void nothingOnTheBench() throws Exception {
        story.stones("nothing");
    }

    @Test
    void aCharacterThatCameBack() throws Exception {
        story.crossing("character", DemoData.SENT, "rigged character", "postwoman_from_alder.fbx");
        story.sheets("character", KeyCode.DIGIT5, "Matching", "Tolerances", "Settings", "Help and keys");
        story.sheets("character", KeyCode.DIGIT2, "The file as stored");
        story.sheets("character", KeyCode.DIGIT3, "Motion by formula…", "Pictures…", "Edit a copy");
    }

    @Test
    void whileWorkRuns() throws Exception {
        story.open(DemoData.SENT, "rigged character");
        story.takeReturned("postwoman_from_alder.fbx");
        CountDownLatch go = new CountDownLatch(1);
        Jobs jobs = open.app().jobs();
        FxRobot robot = new FxRobot();
        robot.interact(() -> jobs.run(
                "waiting",
                p -> {
                    while (!go.await(100, TimeUnit.MILLISECONDS)) {
                        p.at(0.4, "Working out the formulas of a_rather_long_name_of_a_file.fbx");
                    }
                    return "";
                },
                x -> {}));
        Reader window = new Reader(robot);
        Reader.until("it is shown", () -> window.reads("a_rather_long_name"));
        story.stones("at work");
        story.sheets("at work", KeyCode.DIGIT5, "Help and keys");
        go.countDown();
        Reader.until("it is over", () -> !jobs.busy().get());
    }

    @Test
    void manyFiles() throws Exception {
        open.open(demo.resolve(DemoData.BELL), demo.resolve(DemoData.SENT));
        story.sheet("several files");
        open.open(demo);
        story.sheet("round");
    }
}
