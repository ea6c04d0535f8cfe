package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.crossing.ExportSelection;
import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.MenuButton;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** A clip that came alone is shown on the character it belongs to, which is known again. */
class CompanionWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo, DemoData.POSTWOMAN);
        var woman = SceneFiles.read(demo.resolve(DemoData.POSTWOMAN), Progress.NONE);
        var clip = ExportSelection.ALL.onlyClip("wade").of(woman.scene());
        SceneFiles.write(
                clip, demo.resolve("wade_clip.fbx"), SceneFiles.usual(), woman.variant(), false, Progress.NONE);
    }

    @Test
    void itIsAskedOnce() throws Exception {
        open.open(demo.resolve(DemoData.POSTWOMAN));
        Reader.until("she is looked over", () -> window.reads("rigged character"));
        open.open(demo.resolve("wade_clip.fbx"));
        Reader.until("the clip is looked over", () -> window.reads("70 joints · 1 clip"));
        MenuButton ask = robot.lookup(
                        (Node n) -> n instanceof MenuButton b && "Show on a character".equals(b.getText()))
                .queryAs(MenuButton.class);
        robot.interact(() -> ask.getItems().stream()
                .filter(i -> DemoData.POSTWOMAN.equals(i.getText()))
                .findFirst()
                .orElseThrow()
                .fire());
        String told = "Shown on " + DemoData.POSTWOMAN + ". It fits the delivered skeleton";
        Reader.until("it is shown", () -> window.reads(told));

        open.open(demo.resolve(DemoData.POSTWOMAN));
        Reader.until("something else is looked over", () -> !window.reads(told));
        open.open(demo.resolve("wade_clip.fbx"));
        Reader.until("it is known again", () -> window.reads(told));
        window.press("Alone");
        Reader.until("or forgotten", () -> !window.reads(told));
        assertThat(window.reads("70 joints · 1 clip")).isTrue();
    }
}
