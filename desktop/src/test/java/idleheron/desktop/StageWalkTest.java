package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.TableView;
import javafx.scene.control.TreeTableView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** A stage of many layers on the bench, in a real window. */
class StageWalkTest {
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

    @Test
    void whoSaysWhatIsSeenLayerByLayerAndTheStageIsSent() throws Exception {
        open.open(demo.resolve(DemoData.STAGE));
        Reader.until("it is looked over", () -> window.reads("A path leads out of the folder that is sent"));
        assertThat(window.reads("2.463 m high · 34,715 points · 70 joints · 1 clip"))
                .isTrue();
        window.press("Layer by layer");
        Reader.until("the layers", () -> window.reads("low_tide_post.usda, layer by layer"));
        assertThat(window.reads("postwoman_wade.usdc")).isTrue();
        assertThat(window.reads("top, text, 3.2 kB")).isTrue();
        TreeTableView<?> tree = robot.lookup((Node n) ->
                        n instanceof TreeTableView<?> t && "Prims of the stage".equals(t.getAccessibleText()))
                .queryAs(TreeTableView.class);
        TableView<?> said = robot.lookup((Node n) -> n instanceof TableView<?> t
                        && "Which layer sets which property of the chosen prim".equals(t.getAccessibleText()))
                .queryAs(TableView.class);
        robot.interact(() -> tree.getSelectionModel().select(1));
        assertThat(window.reads("/LowTidePost/Postwoman: which layer sets what"))
                .isTrue();
        assertThat(said.getItems())
                .anySatisfy(s -> assertThat(s.toString())
                        .contains("xformOp:scale")
                        .contains("arc=local")
                        .contains("counts=true"));
        robot.press(KeyCode.ESCAPE).release(KeyCode.ESCAPE);
        robot.press(KeyCode.DIGIT4).release(KeyCode.DIGIT4);
        Reader.until("it can be sent", () -> window.hasButton("Send"));
        window.press("Send");
        Reader.until("it reads back", () -> window.reads("Reads back clean"));
        assertThat(demo.resolve("stage")).satisfies(f -> {
            try (var files = Files.list(f)) {
                assertThat(files.map(p -> String.valueOf(p.getFileName()))).contains("PeatSmoke.0001.vdb");
            }
        });
    }
}
