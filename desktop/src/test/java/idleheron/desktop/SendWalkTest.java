package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** A delivery that leaves a list, and is sent again by it. */
class SendWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo, DemoData.GAUGE, DemoData.GAUGE_MOTIONS.getFirst());
    }

    @Test
    void whatWasDeliveredIsSentAgainNextWeek() throws Exception {
        Path motion = demo.resolve(DemoData.GAUGE_MOTIONS.getFirst());
        open.open(motion);
        Reader.until("the tide is looked over", () -> window.reads("gauge_tide.motion.toml"));
        robot.press(KeyCode.DIGIT4).release(KeyCode.DIGIT4);
        Reader.until("it can be sent", () -> window.hasButton("Send"));
        CheckBox list = robot.lookup((Node n) -> n instanceof CheckBox b && "Leave a list".equals(b.getText()))
                .queryAs(CheckBox.class);
        robot.interact(() -> list.setSelected(true));
        window.press("Send");
        Reader.until("it reads back clean", () -> window.reads("Reads back clean"));
        Path kept;
        try (var all = Files.list(demo)) {
            kept = all.filter(f -> f.toString().endsWith(".delivery.json"))
                    .findFirst()
                    .orElseThrow();
        }
        assertThat(Files.readString(kept)).contains(DemoData.GAUGE, DemoData.GAUGE_MOTIONS.getFirst());

        window.press("Send again…");
        Reader.until("nothing changed", () -> window.reads("Sources and files are as they were."));
        assertThat(window.reads("Nothing changes.")).isTrue();
        robot.press(KeyCode.ESCAPE).release(KeyCode.ESCAPE);

        Files.writeString(motion, Files.readString(motion).replace("0.24 *", "0.20 *"));
        open.open(kept);
        Reader.until("the change is told", () -> window.reads("1 file of 1 changes."));
        assertThat(window.reads(motion.getFileName() + " changed.")).isTrue();
        assertThat(window.reads("Clips: ")).isTrue();
        window.press("Send what changes");
        Reader.until("it is written", () -> window.reads("reads back clean."));
        window.press("Look again");
        Reader.until("it is the same now", () -> window.reads("Sources and files are as they were."));

        Files.delete(motion);
        window.press("Look again");
        Reader.until(
                "what is gone is told",
                () -> window.reads("It cannot be sent again: no ") && window.reads("made from."));
    }
}
