package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.desktop.model.HeadStart;
import idleheron.desktop.view3d.Viewport;
import idleheron.rehearsal.MadeDemo;
import java.nio.file.Path;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** A file that is named on start is in sight before anything is found in it. */
class StartWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo, "postwoman.fbx");
    }

    /** Whether the view shows her oilskin; all else of an empty view is pale. */
    private boolean showsOilskin() throws Exception {
        return WaitForAsyncUtils.asyncFx(() -> {
                    Viewport v = robot.lookup((Node n) -> n instanceof Viewport).queryAs(Viewport.class);
                    WritableImage shot = v.snapshot(null, null);
                    PixelReader in = shot.getPixelReader();
                    int yellow = 0;
                    for (int y = 0; y < (int) shot.getHeight(); y++) {
                        for (int x = 0; x < (int) shot.getWidth(); x++) {
                            Color c = in.getColor(x, y);
                            yellow += c.getRed() > 0.5 && c.getRed() - c.getBlue() > 0.35 ? 1 : 0;
                        }
                    }
                    return yellow > 300;
                })
                .get();
    }

    @Test
    void aFileIsInSightBeforeItIsLookedOver() throws Exception {
        Path file = demo.resolve("postwoman.fbx");
        assertThat(HeadStart.on(file)).isNotNull();
        CountDownLatch go = new CountDownLatch(1);
        robot.interact(() -> open.app().jobs().run("something else", p -> go.await(60, TimeUnit.SECONDS), ok -> {}));
        open.open(file);
        Reader.until("her picture", this::showsOilskin);
        assertThat(window.reads("Looking over")).isTrue();
        assertThat(window.reads("rigged character")).isFalse();
        assertThat(robot.lookup((Node n) -> n instanceof ToggleButton b && "Gap".equals(b.getText()) && b.isVisible())
                        .tryQuery())
                .as("what shows garments alone")
                .isEmpty();
        go.countDown();
        Reader.until("it is looked over", () -> window.reads("rigged character"));
    }
}
