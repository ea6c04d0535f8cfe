package idleheron.desktop;

import idleheron.desktop.model.Jobs;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** Every screen in every size and theme, with every kind of asset: nothing overflows, is cut, overlaps, lacks a name or is too faint. */
class LayoutWalkTest {
    /** Stories that are looked at in every size and theme. */
    private static final Set<String> WHOLE = Set.of("character");

    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);
    private final SizeWalk sizes = new SizeWalk(open, robot, WHOLE::contains);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo);
    }

    private static final KeyCode[] STONES = {
        KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.DIGIT5, KeyCode.DIGIT6
    };

    private void stones(String story) throws Exception {
        sizes.holds(story, where -> {
            for (KeyCode stone : STONES) {
                robot.press(stone).release(stone);
                sizes.look(where + ", " + stone.getName());
            }
        });
    }

    /** Opens each of the sheets on a stone and puts it through. */
    private void sheets(String story, KeyCode stone, String... buttons) throws Exception {
        robot.press(stone).release(stone);
        for (String b : buttons) {
            Reader.until("a button " + b, () -> window.presses(b));
            sizes.sheet(story + ", " + b);
        }
    }

    private void crossing(String story, String sent, String word, String returned) throws Exception {
        open.open(demo.resolve(sent));
        Reader.until(sent + " is looked over", () -> window.reads(word));
        open.takeReturned(demo.resolve(returned));
        Reader.until("the verdict of " + story, () -> window.reads("over tolerance, as meant."));
        stones(story);
    }

    @Test
    void nothingOnTheBench() throws Exception {
        stones("nothing");
    }

    @Test
    void aCharacterThatCameBack() throws Exception {
        crossing("character", DemoData.SENT, "rigged character", "postwoman_from_alder.fbx");
        sheets("character", KeyCode.DIGIT5, "Matching", "Tolerances", "Settings", "Help and keys");
        sheets("character", KeyCode.DIGIT2, "The file as stored");
        sheets("character", KeyCode.DIGIT3, "Motion by formula…", "Pictures…", "Edit a copy");
    }

    @Test
    void whileWorkRuns() throws Exception {
        open.open(demo.resolve(DemoData.SENT));
        Reader.until("it is looked over", () -> window.reads("rigged character"));
        open.takeReturned(demo.resolve("postwoman_from_alder.fbx"));
        Reader.until("the verdict", () -> window.reads("over tolerance, as meant."));
        CountDownLatch go = new CountDownLatch(1);
        Jobs jobs = open.app().jobs();
        robot.interact(() -> jobs.run(
                "waiting",
                p -> {
                    while (!go.await(100, TimeUnit.MILLISECONDS)) {
                        p.at(0.4, "Working out the formulas of a_rather_long_name_of_a_file.fbx");
                    }
                    return "";
                },
                x -> {}));
        Reader.until("it is shown", () -> window.reads("a_rather_long_name"));
        stones("at work");
        sheets("at work", KeyCode.DIGIT5, "Help and keys");
        go.countDown();
        Reader.until("it is over", () -> !jobs.busy().get());
    }

    @Test
    void aVolumeThatCameBack() throws Exception {
        crossing("volume", DemoData.SMOKE, "volume sequence", DemoData.SMOKE_RETURNED);
    }

    @Test
    void aCacheThatCameBack() throws Exception {
        crossing("cache", DemoData.REEDS, "cache", DemoData.REEDS_RETURNED);
        sheets("cache", KeyCode.DIGIT3, "Change the cache…");
    }

    @Test
    void aGarmentThatCameBack() throws Exception {
        crossing("garment", DemoData.CAPE, "points", DemoData.CAPE_RETURNED);
    }

    @Test
    void anAvatarThatCameBack() throws Exception {
        crossing("avatar", DemoData.AVATAR, "roles", DemoData.AVATAR_RETURNED);
        sheets("avatar", KeyCode.DIGIT3, "Roles…", "Terms…");
    }

    @Test
    void aStage() throws Exception {
        open.open(demo.resolve(DemoData.STAGE));
        Reader.until("the stage is looked over", () -> window.reads("Checked without a destination"));
        stones("stage");
        sheets("stage", KeyCode.DIGIT2, "Layer by layer");
    }

    @Test
    void manyFiles() throws Exception {
        open.open(demo.resolve(DemoData.BELL), demo.resolve(DemoData.SENT));
        sizes.sheet("several files");
        open.open(demo);
        sizes.sheet("round");
    }
}
