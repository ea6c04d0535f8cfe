package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** A motion by formula opened on its figure, and one that is written for it, in a real window. */
class FormulaWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo, DemoData.GAUGE, DemoData.GAUGE_MOTIONS.getFirst(), DemoData.GAUGE_MOTIONS.getLast());
    }

    private TextArea text() {
        return robot.lookup((Node n) -> n instanceof TextArea t && "The motion".equals(t.getAccessibleText()))
                .queryAs(TextArea.class);
    }

    @Test
    void aStormIsLookedOverAndAClipOfOnesOwnIsWritten() throws Exception {
        open.open(demo.resolve(DemoData.GAUGE_MOTIONS.getLast()));
        Reader.until("the storm is looked over", () -> window.reads("storm does not close: float.move.y, arm.turn.z"));
        assertThat(window.reads("Keys of storm are up to")).isTrue();

        robot.press(KeyCode.DIGIT3).release(KeyCode.DIGIT3);
        Reader.until("a motion can be written", () -> window.presses("Motion by formula…"));
        Reader.until(
                "it is its own text",
                () -> window.reads("storm: ") && text().getText().contains("A storm"));
        robot.interact(() -> text().setText(text().getText()
                .replace("\nclip = \"storm\"", "\nclip = \"calm\"")
                .replace("[joints.arm.turn]", "[joints.arn.turn]")));
        Reader.until(
                "what is wrong is told",
                () -> window.reads("Line 17, column 1. Expected a joint of gauge_storm, found arn, nearest is arm"));
        window.press("Go there");
        assertThat(text().getCaretPosition()).isEqualTo(text().getText().indexOf("z = \"-{float"));
        robot.interact(() -> text().setText(text().getText()
                .replace("joints.arn", "joints.arm")
                .replace("150 * t", "180 * t")
                .replace("75 * t", "90 * t")
                .replace("300 * t", "360 * t")));
        Reader.until("it closes", () -> window.reads("calm: ") && !window.reads("The formula repeats"));
        window.press("Put on the figure");
        Reader.until("it is a remedy", () -> window.reads("Move by formula: calm"));
        robot.press(KeyCode.CONTROL, KeyCode.Z).release(KeyCode.Z, KeyCode.CONTROL);
        Reader.until("and can be undone", () -> !window.reads("Move by formula: calm"));
    }
}
