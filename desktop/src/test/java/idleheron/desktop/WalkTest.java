package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

/** The whole way across in a real window. */
class WalkTest {
    @TempDir
    static Path demo;

    private final FxRobot robot = new FxRobot();
    private Stage stage;

    @BeforeAll
    static void data() throws Exception {
        DemoData.write(demo, Progress.NONE);
        FxToolkit.registerPrimaryStage();
    }

    @BeforeEach
    void open() throws Exception {
        System.setProperty("heron.settings", demo.resolve("settings.json").toString());
        stage = FxToolkit.registerPrimaryStage();
        FxToolkit.setupApplication(HeronApp.class, "--demo", demo.toString());
    }

    @AfterEach
    void close() throws Exception {
        FxToolkit.cleanupStages();
    }

    private static void until(String what, Callable<Boolean> holds) throws Exception {
        try {
            WaitForAsyncUtils.waitFor(60, TimeUnit.SECONDS, holds);
        } catch (java.util.concurrent.TimeoutException e) {
            throw new AssertionError("never: " + what, e);
        }
        WaitForAsyncUtils.waitForFxEvents();
    }

    private boolean reads(String text) {
        return robot.lookup((Node n) -> n instanceof Label l
                        && l.getText() != null
                        && l.getText().contains(text)
                        && l.isVisible())
                .tryQuery()
                .isPresent();
    }

    private void press(String button) {
        Button b = robot.lookup((Node n) ->
                        n instanceof Button x && button.equals(x.getText()) && x.isVisible() && !x.isDisabled())
                .queryButton();
        robot.interact(b::fire);
    }

    private Viewport view() {
        Set<Viewport> all = robot.lookup((Node n) -> n instanceof Viewport).queryAllAs(Viewport.class);
        assertThat(all).hasSize(1);
        return all.iterator().next();
    }

    @Test
    void one_character_goes_across_and_back_is_mended_and_signed_off() throws Exception {
        until("the postwoman is looked over", () -> reads("rigged character"));
        assertThat(reads("Scale 2.500 left above the skeleton")).isTrue();
        long before = view().painted();
        until("she moves", () -> view().painted() > before + 10);
        robot.press(KeyCode.SPACE).release(KeyCode.SPACE);

        robot.press(KeyCode.DIGIT3).release(KeyCode.DIGIT3);
        until("remedies are offered", () -> reads("Offered"));
        press("Take all");
        until("the picture did not move", () -> reads("The picture did not move"));

        robot.press(KeyCode.DIGIT4).release(KeyCode.DIGIT4);
        until("what goes is listed", () -> reads("What goes"));
        press("Send");
        until("it reads back clean", () -> reads("Reads back clean"));
        assertThat(demo.resolve("postwoman_ready.fbx")).exists();

        robot.interact(() -> robot.lookup((Node n) -> n instanceof Button b && "Rehearse".equals(b.getText()))
                .queryAllAs(Button.class)
                .iterator()
                .next()
                .fire());
        until("the verdict is there", () -> reads("Broken"));
        assertThat(reads("The numbers are in units of 1 m where 1 cm is declared"))
                .isTrue();
        assertThat(reads("via stand-in Alder")).isTrue();
        press("Mend the returned file");
        until("it is mended", () -> reads("Clean") && reads("Mended: what is left lies within tolerance."));

        robot.press(KeyCode.CONTROL, KeyCode.Z).release(KeyCode.Z, KeyCode.CONTROL);
        until("undo brings the fault back", () -> reads("Broken"));
        robot.press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z).release(KeyCode.Z, KeyCode.SHIFT, KeyCode.CONTROL);
        until("redo mends again", () -> reads("Clean"));

        robot.press(KeyCode.DIGIT6).release(KeyCode.DIGIT6);
        until("the report is there", () -> reads("Sign off") && reads("Units and axes"));
        TextField by = robot.lookup(
                        (Node n) -> n instanceof TextField t && "Signed off by".equals(t.getAccessibleText()))
                .queryAs(TextField.class);
        robot.interact(() -> by.setText("Mira"));
        robot.interact(() -> robot.lookup((Node n) -> n instanceof Button b && "Sign off".equals(b.getText()))
                .queryAllAs(Button.class)
                .iterator()
                .next()
                .fire());
        until("it is signed", () -> reads("Signed off by Mira"));
        press("Save as HTML");
        until("the page is written", () -> Files.exists(demo.resolve("postwoman_ready_from_alder_report.html")));
        assertThat(Files.readString(demo.resolve("postwoman_ready_from_alder_report.html")))
                .contains("Signed off by <b>Mira</b>");
    }

    @Test
    void a_file_that_cannot_be_read_is_told_in_the_window_and_the_bench_stays() throws Exception {
        until("the postwoman is looked over", () -> reads("rigged character"));
        Path wrong = demo.resolve("wrong.fbx");
        Files.writeString(wrong, "nothing of the kind");
        HeronApp app =
                (HeronApp) java.util.Objects.requireNonNull(stage.getScene().getUserData());
        robot.interact(() -> app.open(wrong));
        until("a notice", () -> reads("This file cannot be read."));
        assertThat(reads("wrong.fbx")).isTrue();
        assertThat(reads("rigged character")).isTrue();
    }

    @Test
    void the_view_turns_a_joint_can_be_chosen_and_the_theme_changes() throws Exception {
        until("the postwoman is looked over", () -> reads("rigged character"));
        robot.press(KeyCode.SPACE).release(KeyCode.SPACE);
        Viewport v = view();
        until("a picture", () -> v.painted() > 2);
        long before = v.painted();
        robot.drag(v, MouseButton.PRIMARY).dropBy(60, 10);
        until("the view turned", () -> v.painted() > before);
        robot.press(KeyCode.CONTROL, KeyCode.D).release(KeyCode.D, KeyCode.CONTROL);
        until("dusk", () -> stage.getScene().getRoot().getStyleClass().contains("dusk"));
        robot.press(KeyCode.CONTROL, KeyCode.D).release(KeyCode.D, KeyCode.CONTROL);
        robot.press(KeyCode.RIGHT).release(KeyCode.RIGHT);
        until("a frame is stepped", () -> reads("frame "));
        robot.press(KeyCode.DIGIT1).release(KeyCode.DIGIT1);
        until("the bench", () -> reads("On the bench"));
    }
}
