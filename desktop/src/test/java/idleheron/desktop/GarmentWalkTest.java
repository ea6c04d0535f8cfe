package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.desktop.view3d.Viewport;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** A cape put on the postwoman, looked at, given weights and tried on, in a real window. */
class GarmentWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, true);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo, DemoData.POSTWOMAN, DemoData.SENT, DemoData.CAPE);
    }

    private ToggleButton style(String called) {
        return robot.lookup((Node n) -> n instanceof ToggleButton t && called.equals(t.getText()))
                .queryAs(ToggleButton.class);
    }

    private boolean offers(String called) {
        return robot.lookup((Node n) -> n instanceof ToggleButton t && called.equals(t.getText()) && t.isVisible())
                .tryQuery()
                .isPresent();
    }

    @Test
    void sheWearsItSeesWhereItGoesInAndTriesItOn() throws Exception {
        open.open(demo.resolve(DemoData.SENT));
        // the figure that the demo opens with may be looked over first, and her file takes the bench then
        Reader.until("both are on the bench", () -> !open.app().jobs().busy().get());
        // her name alone stands on her card as well
        Reader.until("she is looked over", () -> window.reads("parcel_throw leaves the declared range"));
        assertThat(offers("Gap")).as("she wears nothing yet").isFalse();
        robot.press(KeyCode.DIGIT1).release(KeyCode.DIGIT1);
        String wear = "Wear " + DemoData.CAPE;
        window.press("All files of the demo, one by one");
        // cards are laid anew while their pictures are made
        Reader.until("the cape can be worn", () -> window.presses(wear));
        Reader.until("it is on her", () -> window.reads("2 garments that no joint moves"));
        Reader.until("its cloth is looked over", () -> window.reads("6 trims of cape hold"));
        robot.interact(() -> style("Gap").fire());
        assertThat(window.reads("20 mm off the body – on it – 20 mm inside")).isTrue();
        robot.interact(() -> style("Freedom").fire());
        assertThat(window.reads("held – free by 25 cm")).isTrue();
        robot.interact(() -> style("Stretch").fire());
        assertThat(window.reads("as long as at rest – 1.500 times as long")).isTrue();
        robot.interact(() -> style("Panels").fire());
        assertThat(window.reads("as long as at rest"))
                .as("no ramp beside panels")
                .isFalse();

        window.press("Take weights over");
        robot.press(KeyCode.DIGIT3).release(KeyCode.DIGIT3);
        Reader.until("weights are taken", () -> window.reads("weighted points"));
        window.press("Try on…");
        assertThat(window.reads("shirt has no freedom map and will follow the skin."))
                .isTrue();
        TextField steps = robot.lookup(
                        (Node n) -> n instanceof TextField t && "Sub-steps of a frame".equals(t.getAccessibleText()))
                .queryAs(TextField.class);
        assertThat(steps.getText()).as("as the cape says").isEqualTo("20");
        robot.interact(() -> steps.setText("3"));
        window.press("Try on");
        Reader.until("it was tried on", () -> window.reads("99 % of its edges at most"));
        assertThat(window.reads("of where the skin puts it")).isTrue();
        window.press("Pause");
        assertThat(window.hasButton("Play")).isTrue();
        window.press("Close");
        paint();
        colliders();
        SizeWalk sizes = new SizeWalk(open, robot);
        for (String sheet : new String[] {"Try on…", "Colliders…", "Paint cape…"}) {
            window.press(sheet);
            sizes.sheet(sheet);
        }
    }

    /** A stroke beside the middle of the figure, where the cape is. */
    private void paint() throws Exception {
        window.press("Paint cape…");
        Reader.until("it can be painted", () -> window.reads("Steepest: 1.097 cm per cm"));
        Viewport figure = view("The figure.");
        Reader.until("it is seen", () -> figure.painted() > 0);
        stroke(figure, 70, 70);
        Reader.until("the hem is held there", () -> !window.reads("Steepest: 1.097 cm per cm"));
        assertThat(window.presses("Undo the stroke")).isTrue();
        assertThat(window.reads("Steepest: 1.097 cm per cm")).isTrue();
        assertThat(window.presses("Undo the stroke"))
                .as("nothing is left to take back")
                .isFalse();
        assertThat(window.presses("Draw it again")).isTrue();
        window.press("Use this map");
        Reader.until("it is a step", () -> window.reads("Paints onto the freedom map of cape: 1 stroke."));
    }

    private void colliders() throws Exception {
        window.press("Colliders…");
        Reader.until("nothing keeps cloth out", () -> window.reads("No collider yet"));
        assertThat(window.presses("Use these")).as("nothing was changed yet").isFalse();
        window.press("Fit all");
        Reader.until("they are fitted", () -> window.reads("% of the body covered"));
        window.press("Use these");
        Reader.until("it is a step", () -> window.reads("in place of those that it has."));
    }

    private Viewport view(String begins) {
        return robot.lookup((Node n) ->
                        n instanceof Viewport v && v.getAccessibleText().startsWith(begins))
                .queryAs(Viewport.class);
    }

    private void stroke(Viewport on, double right, double down) {
        robot.moveTo(on);
        robot.moveBy(right, down);
        robot.press(MouseButton.PRIMARY);
        robot.moveBy(12, 12);
        robot.release(MouseButton.PRIMARY);
    }
}
