package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.desktop.view3d.Viewport;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** The whole way across in a real window. */
class WalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, true).moving();

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo);
    }

    private Viewport view() {
        Set<Viewport> all = robot.lookup((Node n) -> n instanceof Viewport).queryAllAs(Viewport.class);
        assertThat(all).hasSize(1);
        return all.iterator().next();
    }

    @Test
    void oneCharacterGoesAcrossAndBackIsMendedAndSignedOff() throws Exception {
        Reader.until("the postwoman is looked over", () -> window.reads("rigged character"));
        assertThat(window.reads("Scale 2.500 left above the skeleton")).isTrue();
        long before = view().painted();
        Reader.until("she moves", () -> view().painted() > before + 10);
        robot.press(KeyCode.SPACE).release(KeyCode.SPACE);

        robot.press(KeyCode.DIGIT3).release(KeyCode.DIGIT3);
        Reader.until("remedies are offered", () -> window.reads("Offered"));
        window.press("Take all");
        Reader.until("the picture did not move", () -> window.reads("The picture did not move"));

        robot.press(KeyCode.DIGIT4).release(KeyCode.DIGIT4);
        Reader.until("what goes is listed", () -> window.reads("What goes"));
        window.press("Preview");
        Reader.until("what would be written is told", () -> window.reads("postwoman_ready.fbx: 1."));
        assertThat(window.reads("MB, new")).isTrue();
        assertThat(demo.resolve("postwoman_ready.fbx")).doesNotExist();
        window.press("Send");
        Reader.until("it reads back clean", () -> window.reads("Reads back clean"));
        assertThat(demo.resolve("postwoman_ready.fbx")).exists();

        window.press("Rehearse");
        Reader.until("the verdict is there", () -> window.reads("Broken"));
        assertThat(window.reads("100 times too small: the numbers are metres, the file says centimetres"))
                .isTrue();
        assertThat(window.reads("via stand-in Alder")).isTrue();
        window.press("Mend the returned file");
        Reader.until(
                "it is mended",
                () -> window.reads("Clean") && window.reads("Mended: what is left is within tolerance."));

        robot.press(KeyCode.CONTROL, KeyCode.Z).release(KeyCode.Z, KeyCode.CONTROL);
        Reader.until("undo brings the fault back", () -> window.reads("Broken"));
        robot.press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z).release(KeyCode.Z, KeyCode.SHIFT, KeyCode.CONTROL);
        Reader.until("redo mends again", () -> window.reads("Clean"));

        robot.press(KeyCode.DIGIT6).release(KeyCode.DIGIT6);
        Reader.until("the report is there", () -> window.reads("Sign off") && window.reads("Units and axes"));
        TextField by = robot.lookup(
                        (Node n) -> n instanceof TextField t && "Signed off by".equals(t.getAccessibleText()))
                .queryAs(TextField.class);
        robot.interact(() -> by.setText("Mira"));
        window.press("Sign off");
        Reader.until("it is signed", () -> window.reads("Signed off by Mira"));
        window.press("Save as HTML");
        Reader.until("the page is written", () -> Files.exists(demo.resolve("postwoman_ready_from_alder_report.html")));
        assertThat(Files.readString(demo.resolve("postwoman_ready_from_alder_report.html")))
                .contains("Signed off by Mira, ");
        Path kept = demo.resolve("postwoman_ready.crossing.json");
        Reader.until("the crossing is kept", () -> Files.exists(kept));
        open.open(demo.resolve(DemoData.BELL));
        Reader.until("something else lies on the bench", () -> window.reads("footbridge_bell"));
        open.open(kept);
        Reader.until(
                "the crossing is compared again, mended",
                () -> window.reads("Clean") && window.reads("returned, mended"));
        robot.press(KeyCode.DIGIT3).release(KeyCode.DIGIT3);
        Reader.until(
                "with its remedies",
                () -> window.reads("The picture did not move") && window.reads("Drop the tip joints"));
    }

    @Test
    void aFileThatCannotBeReadIsToldInTheWindowAndTheBenchStays() throws Exception {
        Reader.until("the postwoman is looked over", () -> window.reads("rigged character"));
        Path wrong = demo.resolve("wrong.fbx");
        Files.writeString(wrong, "nothing of the kind");
        open.open(wrong);
        Reader.until("a notice", () -> window.reads("This file cannot be read."));
        assertThat(window.reads("wrong.fbx")).isTrue();
        assertThat(window.reads("rigged character")).isTrue();
    }

    @Test
    void whatIsWholeOfADamagedFileIsReadWhenAskedForAndMarked() throws Exception {
        Reader.until("the postwoman is looked over", () -> window.reads("rigged character"));
        byte[] bell = Files.readAllBytes(demo.resolve(DemoData.BELL));
        Path cut = demo.resolve("cut_bell.fbx");
        Files.write(cut, java.util.Arrays.copyOf(bell, bell.length * 3 / 4));
        open.open(cut);
        Reader.until("a notice", () -> window.reads("This file cannot be read."));
        window.press("Read what is whole");
        Reader.until("it is looked over", () -> window.reads("prop, rescued in part"));
        assertThat(window.reads("Rescued from a damaged file")).isTrue();
        assertThat(window.reads("This file cannot be read.")).isFalse();
        window.press("What was lost");
        Reader.until("the list", () -> window.reads("What was lost of cut_bell.fbx"));
        assertThat(window.reads("connections are gone")).isTrue();
        robot.press(KeyCode.ESCAPE).release(KeyCode.ESCAPE);
        open.takeReturned(demo.resolve(DemoData.BELL));
        Reader.until("it is compared", () -> window.reads("The sent file is damaged and was rescued"));
        assertThat(window.reads("rescued in part"))
                .as("on the band of both sides")
                .isTrue();
        Files.delete(cut);
    }

    @Test
    void theViewTurnsAJointCanBeChosenAndTheThemeChanges() throws Exception {
        Reader.until("the postwoman is looked over", () -> window.reads("rigged character"));
        robot.press(KeyCode.SPACE).release(KeyCode.SPACE);
        Viewport v = view();
        Reader.until("a picture", () -> v.painted() > 2);
        long before = v.painted();
        robot.drag(v, MouseButton.PRIMARY).dropBy(60, 10);
        Reader.until("the view turned", () -> v.painted() > before);
        robot.press(KeyCode.CONTROL, KeyCode.D).release(KeyCode.D, KeyCode.CONTROL);
        Reader.until(
                "dusk", () -> open.stage().getScene().getRoot().getStyleClass().contains("dusk"));
        robot.press(KeyCode.CONTROL, KeyCode.D).release(KeyCode.D, KeyCode.CONTROL);
        robot.press(KeyCode.RIGHT).release(KeyCode.RIGHT);
        Reader.until("a frame is stepped", () -> window.reads("frame "));
        robot.press(KeyCode.DIGIT1).release(KeyCode.DIGIT1);
        Reader.until("the bench", () -> window.reads("On the bench"));
    }
}
