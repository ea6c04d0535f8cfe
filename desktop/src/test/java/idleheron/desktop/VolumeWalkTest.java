package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.desktop.inspect.VolumeExtras;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** Peat smoke on its way across, in a real window. */
class VolumeWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        DemoData.smoke(demo, Progress.NONE);
    }

    @BeforeEach
    void open() throws Exception {
        open.open(demo.resolve(DemoData.SMOKE));
        Reader.until("the smoke is looked over", () -> window.reads("volume sequence"));
    }

    @Test
    void isLookedOverWithItsHoleItsSliceAndItsFields() throws Exception {
        Reader.until("the hole is told", () -> window.reads("A frame is missing"));
        assertThat(window.reads("23 frames · density, temperature, velocity")).isTrue();
        VolumeExtras extras =
                robot.lookup((Node n) -> n instanceof VolumeExtras).queryAs(VolumeExtras.class);
        robot.press(KeyCode.RIGHT).release(KeyCode.RIGHT);
        Reader.until("the slice is there", () -> told(extras).matches("\\d+, \\d+, \\d+: \\d.*"));
        @SuppressWarnings("unchecked")
        ComboBox<String> field = robot.lookup(
                        (Node n) -> n instanceof ComboBox<?> c && "Field that is shown".equals(c.getAccessibleText()))
                .queryAs(ComboBox.class);
        String density = told(extras);
        robot.interact(() -> field.setValue("temperature"));
        Reader.until(
                "another field",
                () -> !told(extras).equals(density) && !told(extras).isEmpty());
        window.press("The file as stored");
        Reader.until("its parts", () -> window.reads("every part with its type"));
        robot.press(KeyCode.ESCAPE).release(KeyCode.ESCAPE);
    }

    private String told(VolumeExtras extras) {
        StringBuilder out = new StringBuilder();
        robot.interact(() -> out.append(extras.toldAt(60, 110)));
        return out.toString();
    }

    @Test
    void isComparedMendedAndSent() throws Exception {
        open.takeReturned(demo.resolve(DemoData.SMOKE_RETURNED));
        Reader.until("the verdict is there", () -> window.reads("Broken") && window.reads("Likely cause"));
        assertThat(window.reads("Grid density is now called smoke")).isTrue();
        assertThat(window.reads("as metres written in centimetres")).isTrue();
        window.press("Mend the returned file");
        Reader.until("it is mended", () -> window.reads("Clean"));
        robot.press(KeyCode.DIGIT4).release(KeyCode.DIGIT4);
        Reader.until("what goes", () -> window.reads("Each # in the name"));
        TextField target = robot.lookup(
                        (Node n) -> n instanceof TextField t && "Where to".equals(t.getAccessibleText()))
                .queryAs(TextField.class);
        assertThat(target.getText()).endsWith("peat_smoke_ready/peat_smoke.####.vdb");
        window.press("Send");
        Reader.until("it reads back", () -> window.reads("Reads back clean"));
        try (Stream<Path> files = Files.list(demo.resolve("peat_smoke_ready"))) {
            assertThat(files).hasSize(23);
        }
    }
}
