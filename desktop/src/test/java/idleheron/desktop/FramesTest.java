package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.desktop.view3d.Viewport;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.rehearsal.MadeDemo;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import javafx.event.EventType;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** Pictures a second in the real window with 300,000 points; on request only, as it measures the machine as well. */
@EnabledIfSystemProperty(named = "heron.frames", matches = ".*")
class FramesTest {
    private static final int POINTS = 300_000;
    private static final double LEAST = 24;

    /** Of each step of scrubbing ruler, plot and tables are drawn as well: two sides reach 22 to 26. */
    private static final double LEAST_SCRUBBING = 20;

    private static final double SECONDS = 4;

    @TempDir
    static Path folder;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> folder, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    private final Map<String, Double> rates = new LinkedHashMap<>();

    private interface Moves {
        void once(int step) throws Exception;
    }

    /** The postwoman with her meshes as often as it takes. */
    private static Scene large(int least) {
        Scene s = MadeDemo.postwoman();
        List<Node> nodes = new ArrayList<>(s.nodes());
        long points = s.pointCount();
        for (int copy = 2; points < least; copy++) {
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
        rates.put(what, rate);
    }

    private static void hears(javafx.scene.Node on, EventType<MouseEvent> what, double x, double y) throws Exception {
        Reader.hears(on, what, x, y);
        Thread.sleep(6);
    }

    private void allOf(String screen) throws Exception {
        Viewport v = view();
        Reader.until("a picture", () -> v.painted() > 0);
        hears(v, MouseEvent.MOUSE_PRESSED, 300, 200);
        measures(
                screen + ", orbiting",
                i -> hears(v, MouseEvent.MOUSE_DRAGGED, 300 + 60 * Math.sin(i / 8.0), 200 + 20 * Math.cos(i / 8.0)));
        hears(v, MouseEvent.MOUSE_RELEASED, 300, 200);
        javafx.scene.Node ruler = ((BorderPane) robot.lookup(".ruler").query()).getCenter();
        measures(
                screen + ", scrubbing", i -> hears(ruler, MouseEvent.MOUSE_DRAGGED, 400 + 160 * Math.sin(i / 3.0), 10));
        robot.press(KeyCode.SPACE).release(KeyCode.SPACE);
        measures(
                screen + ", hovering while it plays",
                i -> hears(v, MouseEvent.MOUSE_MOVED, 300 + 60 * Math.sin(i / 8.0), 200 + 90 * Math.cos(i / 8.0)));
        robot.press(KeyCode.SPACE).release(KeyCode.SPACE);
    }

    private void held() {
        assertThat(rates).isNotEmpty();
        rates.forEach((what, rate) -> assertThat(rate)
                .as("pictures a second: " + what)
                .isGreaterThan(what.endsWith("scrubbing") ? LEAST_SCRUBBING : LEAST));
    }

    private Path file(int points) throws Exception {
        Path file = folder.resolve(points + ".fbx");
        SceneFormat fbx = SceneFiles.named("FBX");
        SceneFiles.write(large(points), file, fbx, fbx.variants().getFirst(), false, Progress.NONE);
        return file;
    }

    private void opened(Path file) throws Exception {
        open.open(file);
        Reader.until("it is looked over", () -> window.reads("rigged character"));
        TimeUnit.SECONDS.sleep(3);
        robot.press(KeyCode.DIGIT2).release(KeyCode.DIGIT2);
    }

    @Test
    void threeHundredThousandPointsOfOneSide() throws Exception {
        opened(file(POINTS));
        allOf("Look over");
        held();
    }

    @Test
    void threeHundredThousandPointsOfBothSides() throws Exception {
        Path half = file(POINTS / 2);
        opened(half);
        open.takeReturned(half);
        Reader.until("it is compared", () -> window.reads("over tolerance, as meant."));
        TimeUnit.SECONDS.sleep(3);
        allOf("Compare");
        held();
    }
}
