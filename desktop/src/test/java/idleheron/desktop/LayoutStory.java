package idleheron.desktop;

import idleheron.rehearsal.MadeDemo;
import java.nio.file.Path;
import javafx.scene.input.KeyCode;
import org.testfx.api.FxRobot;

/** What a window shows of one story, on every screen and in sheets, in every size. */
final class LayoutStory {
    private static final KeyCode[] STONES = {
        KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.DIGIT5, KeyCode.DIGIT6
    };

    private final OpenWindow open;
    private final Path demo;
    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);
    private final SizeWalk sizes;

    /**
     * @param demo a folder with the demo data
     */
    LayoutStory(OpenWindow open, Path demo) {
        this.open = open;
        this.demo = demo;
        sizes = new SizeWalk(open, robot);
    }

    static void data(Path folder) throws Exception {
        MadeDemo.into(folder);
    }

    void stones(String story) throws Exception {
        sizes.holds(story, where -> {
            for (KeyCode stone : STONES) {
                robot.press(stone).release(stone);
                sizes.look(where + ", " + stone.getName());
            }
        });
    }

    /** Opens each of the sheets on a stone and puts it through. */
    void sheets(String story, KeyCode stone, String... buttons) throws Exception {
        robot.press(stone).release(stone);
        for (String b : buttons) {
            Reader.until("a button " + b, () -> window.presses(b));
            sizes.sheet(story + ", " + b);
        }
    }

    void crossing(String story, String sent, String word, String returned) throws Exception {
        open(sent, word);
        takeReturned(returned);
        stones(story);
    }

    /** A sheet that is open. */
    void sheet(String name) throws Exception {
        sizes.sheet(name);
    }

    void open(String file, String word) throws Exception {
        open.open(demo.resolve(file));
        Reader.until(file + " is looked over", () -> window.reads(word));
    }

    void takeReturned(String file) throws Exception {
        open.takeReturned(demo.resolve(file));
        Reader.until("the verdict of " + file, () -> window.reads("over tolerance, as meant."));
    }
}
