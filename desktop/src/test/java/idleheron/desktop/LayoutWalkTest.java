package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** Every screen in every size and theme, with every kind of asset: nothing overflows, is cut, overlaps, lacks a name or is too faint. */
class LayoutWalkTest {
    /** Stories that are looked at in every size and theme. */
    private static final Set<String> WHOLE = Set.of("nothing", "character", "volume");

    private static final double[][] SIZES = {{1024, 700}, {1280, 800}, {1920, 1080}};

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

    private static final KeyCode[] STONES = {
        KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.DIGIT5, KeyCode.DIGIT6
    };

    private final List<String> wrong = new ArrayList<>();

    private interface Shown {
        void run(String where) throws Exception;
    }

    /** Puts the window through all sizes and both themes. */
    private void holds(String story, Shown shown) throws Exception {
        for (double[] size : SIZES) {
            robot.interact(() -> {
                open.stage().setWidth(size[0]);
                open.stage().setHeight(size[1]);
            });
            for (String theme : new String[] {"paper", "dusk"}) {
                // both themes have the same layout: of most stories the dark one is looked at in one size
                if (WHOLE.contains(story) || theme.equals("paper") || size == SIZES[1]) {
                    shown.run(story + ", " + (int) size[0] + ", " + theme);
                }
                robot.press(KeyCode.CONTROL, KeyCode.D).release(KeyCode.D, KeyCode.CONTROL);
            }
        }
        assertThat(wrong).isEmpty();
    }

    /** What is wrong with what the window shows now. */
    private void look(String where) {
        WaitForAsyncUtils.waitForFxEvents();
        robot.interact(() -> {
            var root = open.stage().getScene().getRoot();
            root.applyCss();
            root.layout();
        });
        WaitForAsyncUtils.waitForFxEvents();
        robot.interact(() -> {
            Node root = open.stage().getScene().getRoot();
            Node sheet = root.lookup(".sheet");
            Layouts.wrong(sheet == null ? root : sheet).forEach(w -> wrong.add(where + ": " + w));
        });
    }

    private void stones(String story) throws Exception {
        holds(story, where -> {
            for (KeyCode stone : STONES) {
                robot.press(stone).release(stone);
                look(where + ", " + stone.getName());
            }
        });
    }

    private boolean isSheetOpen() throws Exception {
        return WaitForAsyncUtils.asyncFx(
                        () -> open.stage().getScene().getRoot().lookup(".sheet") != null)
                .get();
    }

    /** Opens each of the sheets on a stone and puts it through. */
    private void sheets(String story, KeyCode stone, String... buttons) throws Exception {
        robot.press(stone).release(stone);
        for (String b : buttons) {
            Reader.until("a button " + b, () -> window.presses(b));
            Reader.until("the sheet of " + b, this::isSheetOpen);
            sheet(story + ", " + b);
        }
    }

    /** Puts the sheet that is open through, and closes it. */
    private void sheet(String name) throws Exception {
        holds(name, this::look);
        robot.press(KeyCode.ESCAPE).release(KeyCode.ESCAPE);
        Reader.until("it is closed", () -> !isSheetOpen());
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
        sheets("garment", KeyCode.DIGIT3, "Try on…", "Colliders…", "Paint cape…");
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
        Reader.until("it is asked what they are", this::isSheetOpen);
        sheet("several files");
        open.open(demo);
        Reader.until("the round", this::isSheetOpen);
        sheet("round");
    }
}
