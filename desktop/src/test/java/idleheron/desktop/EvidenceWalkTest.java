package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.desktop.view3d.Viewport;
import idleheron.rehearsal.MadeDemo;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.event.EventType;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** What of two sides can be looked at more closely: joints, weights, a lens, a part of the plot, the worst moments. */
class EvidenceWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo);
        Files.writeString(
                demo.resolve("back.crossing.json"),
                "{\"schema\":\"idle-heron/crossing/1\",\"original\":\"postwoman_sent.fbx\","
                        + "\"sent\":\"postwoman_sent.fbx\",\"returned\":\"postwoman_from_sedge.fbx\"}");
    }

    @BeforeEach
    void compared() throws Exception {
        open.open(demo.resolve("back.crossing.json"));
        Reader.until("both sides are compared", () -> window.reads("Broken") && window.reads("Weights were cut"));
        Viewport v = view();
        Reader.until("a picture", () -> v.painted() > 0);
    }

    private Viewport view() {
        return robot.lookup((Node n) -> n instanceof Viewport).queryAs(Viewport.class);
    }

    private static Point2D at(Node n, double x, double y) throws Exception {
        Bounds b = WaitForAsyncUtils.asyncFx(() -> n.localToScreen(n.getBoundsInLocal()))
                .get();
        return new Point2D(b.getMinX() + x * b.getWidth(), b.getMinY() + y * b.getHeight());
    }

    private static void hears(Node on, EventType<MouseEvent> what, double share) throws Exception {
        Bounds b = on.getLayoutBounds();
        Reader.hears(on, what, share * b.getWidth(), b.getHeight() / 2);
    }

    private void choose(String toggle) {
        robot.interact(() -> robot.lookup((Node n) -> n instanceof ToggleButton t && toggle.equals(t.getText()))
                .queryAs(ToggleButton.class)
                .fire());
    }

    /** Goes down the middle of the figure until something is told. */
    private void goDownUntilItReads(String text) throws Exception {
        for (double y = 0.2; y < 0.8; y += 0.02) {
            robot.moveTo(at(view(), 0.5, y));
            WaitForAsyncUtils.sleep(150, java.util.concurrent.TimeUnit.MILLISECONDS);
            if (window.reads(text)) {
                return;
            }
        }
        throw new AssertionError("never: " + text);
    }

    private double frame() throws Exception {
        String text = WaitForAsyncUtils.asyncFx(() -> robot.lookup(
                                (Node n) -> n instanceof Label l && l.getText().startsWith("frame "))
                        .queryAs(Label.class)
                        .getText())
                .get();
        return Double.parseDouble(text.substring("frame ".length()));
    }

    @Test
    void aJointTellsBothSidesAndIsChosenForItsWeights() throws Exception {
        goDownUntilItReads("° from rest");
        assertThat(window.reads("mm between sent and returned")).isTrue();
        assertThat(window.reads("returned: ")).isTrue();
        choose("Weights");
        Reader.until("a joint is asked for", () -> window.reads("Choose a joint"));
        for (double y = 0.2; y < 0.8 && !window.reads("0 – 1 weight of"); y += 0.01) {
            robot.moveTo(at(view(), 0.25, y)).clickOn(MouseButton.PRIMARY);
        }
        Reader.until("its weights are shown", () -> window.reads("0 – 1 weight of"));
        for (double y = 0.3; y < 0.8 && !window.reads("is moved by"); y += 0.02) {
            robot.moveTo(at(view(), 0.255, y)).clickOn(MouseButton.PRIMARY);
            WaitForAsyncUtils.sleep(150, java.util.concurrent.TimeUnit.MILLISECONDS);
        }
        assertThat(window.reads("is moved by")).isTrue();
        assertThat(window.reads("  →  ")).as("weights of both sides").isTrue();
    }

    @Test
    void theLensSaysTheDifferenceUnderIt() throws Exception {
        robot.interact(() -> view().requestFocus());
        robot.press(KeyCode.N).release(KeyCode.N);
        goDownUntilItReads("mm here; the dark end is");
        robot.press(KeyCode.N).release(KeyCode.N);
        Reader.until("it is gone", () -> !window.reads("mm here; the dark end is"));
    }

    @Test
    void aPartOfThePlotIsPlayedAgainAndAgain() throws Exception {
        Node plot = robot.lookup((Node n) ->
                        n.getAccessibleText() != null && n.getAccessibleText().startsWith("Plot of"))
                .query();
        hears(plot, MouseEvent.MOUSE_PRESSED, 0.4);
        hears(plot, MouseEvent.MOUSE_DRAGGED, 0.5);
        hears(plot, MouseEvent.MOUSE_DRAGGED, 0.6);
        hears(plot, MouseEvent.MOUSE_RELEASED, 0.6);
        double begins = frame();
        Reader.until("it plays", () -> frame() != begins);
        double least = 1e9;
        double most = 0;
        boolean again = false;
        double before = 0;
        for (int i = 0; i < 120 && !(again && i > 20); i++) {
            double now = frame();
            again |= now < before;
            before = now;
            least = Math.min(least, now);
            most = Math.max(most, now);
            WaitForAsyncUtils.sleep(50, java.util.concurrent.TimeUnit.MILLISECONDS);
        }
        assertThat(again).as("it began again").isTrue();
        assertThat(least).isBetween(16.0, 21.0);
        assertThat(most).isBetween(24.0, 30.0);
        robot.press(KeyCode.U).release(KeyCode.U);
        Reader.until("all of the clip is played again", () -> frame() > 34);
        robot.press(KeyCode.SPACE).release(KeyCode.SPACE);
    }

    @Test
    void theWorstMomentsAreEachAClick() throws Exception {
        choose("Moments");
        Reader.until("their pictures", () -> moments().size() >= 5);
        Button last = moments().getLast();
        String text = last.getAccessibleText();
        robot.interact(last::fire);
        String wanted = text.replaceAll(".*frame ([0-9.]+):.*", "$1");
        Reader.until("it is gone to", () -> frame() == Double.parseDouble(wanted));
        assertThat(text).startsWith("Go to ").endsWith(" mm");
        choose("Plot");
        Reader.until("the plot is back", () -> window.reads("red: worst"));
    }

    private List<Button> moments() {
        return robot
                .lookup((Node n) -> n instanceof Button b && b.getStyleClass().contains("moment"))
                .queryAllAs(Button.class)
                .stream()
                .toList();
    }
}
