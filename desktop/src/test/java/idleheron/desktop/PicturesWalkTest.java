package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.VBox;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** The pictures of a character: one is missing, and another is put on a material. */
class PicturesWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo, DemoData.POSTWOMAN, "oilskin.png", "oilskin_normal.png", "scarf.png", "satchel_color.png");
    }

    private VBox card(String name) {
        return robot.lookup((Node n) -> n instanceof VBox b
                        && b.getAccessibleText() != null
                        && b.getAccessibleText().startsWith("Picture " + name))
                .queryAs(VBox.class);
    }

    @Test
    void aMissingPictureIsLinkedAndAnotherPutOnAMaterial() throws Exception {
        open.open(demo.resolve(DemoData.POSTWOMAN));
        Reader.until("the postwoman is looked over", () -> window.reads("rigged character"));
        robot.press(KeyCode.DIGIT3).release(KeyCode.DIGIT3);
        Reader.until("pictures can be looked at", () -> window.hasButton("Pictures…"));
        window.press("Pictures…");
        Reader.until("the missing one is told", () -> window.reads("There is no file at satchel.png."));
        assertThat(window.reads("Beside it, on no material")).isTrue();
        assertThat(window.reads("64 × 64 px")).isTrue();

        window.press("Link satchel_color.png");
        Reader.until("it is linked", () -> window.hasButton("colour: satchel_color.png"));
        assertThat(window.reads("No other pictures lie in the folder of the file or below it."))
                .isTrue();

        robot.clickOn(card("oilskin_normal.png"), javafx.scene.input.MouseButton.PRIMARY);
        Reader.until("it is told", () -> window.reads("oilskin: normals"));
        window.press("waders, normals: none");
        Reader.until("it is on both", () -> window.reads("waders: normals"));
        Reader.until(
                "it is large",
                () -> !robot.lookup((Node n) ->
                                n instanceof ImageView v && v.getImage().getWidth() == 256 && v.getFitHeight() > 200)
                        .queryAll()
                        .isEmpty());
        robot.press(KeyCode.ESCAPE).release(KeyCode.ESCAPE);
        Reader.until("both are remedies", () -> window.reads("Put oilskin_normal.png on waders"));
        assertThat(window.reads("Link satchel_color.png")).isTrue();
    }
}
