package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.desktop.view3d.Viewport;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.rehearsal.demo.Postwoman;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** Pictures a second in the real window with 300,000 points; on request only, as it measures the machine as well. */
@EnabledIfSystemProperty(named = "heron.frames", matches = ".*")
class FramesTest {
    private static final int POINTS = 300_000;
    private static final double LEAST = 24;
    private static final double SECONDS = 4;

    @TempDir
    static Path folder;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> folder, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    private interface Moves {
        void once(int step) throws Exception;
    }

    /** The postwoman with her meshes as often as it takes. */
    private static Scene large() {
        Scene s = Postwoman.scene();
        List<Node> nodes = new ArrayList<>(s.nodes());
        long points = s.pointCount();
        for (int copy = 2; points < POINTS; copy++) {
            for (Node n : s.nodes()) {
                if (n.payload() >= 0 && !n.isJoint() && s.meshes().size() > n.payload() && n.materials().length > 0) {
                    nodes.add(n.withName(n.name() + "_" + copy));
                    points += s.meshes().get(n.payload()).pointCount();
                }
            }
        }
        return s.withNodes(nodes);
    }

    private Viewport view() {
        return robot.lookup((javafx.scene.Node n) -> n instanceof Viewport).queryAs(Viewport.class);
    }

    private static Point2D at(Viewport v, double x, double y) throws Exception {
        Bounds b = WaitForAsyncUtils.asyncFx(() -> v.localToScreen(v.getBoundsInLocal()))
                .get();
        return new Point2D(b.getMinX() + x * b.getWidth(), b.getMinY() + y * b.getHeight());
    }

    private void measures(String what, Moves moves) throws Exception {
        Viewport v = view();
        for (int i = 0; i < 40; i++) { // until the machine runs warm and the pace is found
            moves.once(i);
        }
        long began = System.nanoTime();
        long before = v.painted();
        int i = 40;
        while (System.nanoTime() - began < SECONDS * 1e9) {
            moves.once(i++);
        }
        double rate = (v.painted() - before) / ((System.nanoTime() - began) / 1e9);
        System.out.printf("%s: %.1f pictures a second%n", what, rate);
        assertThat(rate).as(what).isGreaterThan(LEAST);
    }

    private void allOf(String screen) throws Exception {
        Viewport v = view();
        long some = v.painted();
        Reader.until("a picture", () -> v.painted() > some || v.painted() > 0);
        Point2D middle = at(v, 0.5, 0.5);
        robot.moveTo(middle).press(MouseButton.PRIMARY);
        measures(screen + ", orbiting", i -> {
            robot.moveTo(middle.add(60 * Math.sin(i / 8.0), 20 * Math.cos(i / 8.0)));
            Thread.sleep(6);
        });
        robot.release(MouseButton.PRIMARY);
        measures(screen + ", scrubbing", i -> {
            robot.press(KeyCode.RIGHT).release(KeyCode.RIGHT);
            if (i % 30 == 0) {
                robot.interact(() -> {});
            }
            Thread.sleep(6);
        });
        robot.press(KeyCode.SPACE).release(KeyCode.SPACE);
        measures(screen + ", hovering while it plays", i -> {
            robot.moveTo(middle.add(60 * Math.sin(i / 8.0), 90 * Math.cos(i / 8.0)));
            Thread.sleep(6);
        });
        robot.press(KeyCode.SPACE).release(KeyCode.SPACE);
    }

    @Test
    void threeHundredThousandPoints() throws Exception {
        Path file = folder.resolve("large.fbx");
        SceneFormat fbx = SceneFiles.named("FBX");
        SceneFiles.write(large(), file, fbx, fbx.variants().getFirst(), false, Progress.NONE);
        open.open(file);
        Reader.until("it is looked over", () -> window.reads("rigged character"));
        TimeUnit.SECONDS.sleep(2);
        robot.press(KeyCode.DIGIT2).release(KeyCode.DIGIT2);
        allOf("Look over");
        open.takeReturned(file);
        Reader.until("it is compared", () -> window.reads("over tolerance, as meant."));
        TimeUnit.SECONDS.sleep(2);
        allOf("Compare, 300,000 points on each side");
    }
}
