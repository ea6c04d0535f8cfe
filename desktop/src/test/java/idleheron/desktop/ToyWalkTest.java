package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.formats.spi.SceneFormat;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** A carrier and a kind of asset that nothing in the window knows by name are on every screen. */
class ToyWalkTest {
    @TempDir
    static Path folder;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> folder, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    private static Path toy(String name, String... beads) throws Exception {
        return Files.writeString(folder.resolve(name), "toy\nsail\n0 0 0\n1 0 0\n0 1 0\n" + String.join("\n", beads));
    }

    private boolean has(String toggle) {
        return robot.lookup((Node n) -> n instanceof ToggleButton t && toggle.equals(t.getText()))
                .tryQuery()
                .isPresent();
    }

    @Test
    void beadsAreLookedOverSentAndCompared() throws Exception {
        Path sent = toy("string.toy", "amber 12", "jet 120");
        open.open(sent);
        Reader.until("its finding is told", () -> window.reads("jet is too large"));
        assertThat(has("Surfaces")).isTrue();
        assertThat(has("Clips")).isFalse();
        robot.interact(() -> robot.lookup((Node n) -> n instanceof ToggleButton t && "Beads".equals(t.getText()))
                .queryAs(ToggleButton.class)
                .fire());
        Reader.until("its table", () -> robot.lookup("amber").tryQuery().isPresent());
        robot.press(KeyCode.DIGIT1).release(KeyCode.DIGIT1);
        Reader.until("it is among the recent files", () -> window.reads("string.toy"));
        robot.press(KeyCode.DIGIT4).release(KeyCode.DIGIT4);
        ComboBox<?> carriers = robot.lookup((Node n) ->
                        n instanceof ComboBox<?> b && b.getItems().stream().anyMatch(SceneFormat.class::isInstance))
                .queryAs(ComboBox.class);
        assertThat(carriers.getItems())
                .extracting(f -> ((SceneFormat) f).name())
                .containsExactly("Toy");
        window.press("Send");
        Reader.until("it reads back", () -> window.reads("Reads back clean"));
        Path back = toy("back.toy", "amber 12.5", "jet 120");
        open.takeReturned(back);
        Reader.until("what became of the beads", () -> window.reads("Beads are off by 0.500 mm."));
    }
}
