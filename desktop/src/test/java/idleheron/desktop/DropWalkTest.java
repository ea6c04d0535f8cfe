package idleheron.desktop;

import idleheron.core.job.Progress;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import java.util.Arrays;
import javafx.geometry.Bounds;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.TransferMode;
import javafx.stage.Stage;
import javafx.stage.StageStyle;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** Files are dragged into the window from a window beside it, with the pointer. */
class DropWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        DemoData.reeds(demo, Progress.NONE);
    }

    /** A small window that files are dragged out of, as a file manager is. */
    private void drag(Path... files) throws Exception {
        Stage from = WaitForAsyncUtils.asyncFx(() -> {
                    Label handle = new Label("files");
                    handle.setMinSize(60, 30);
                    handle.setOnDragDetected(e -> {
                        ClipboardContent c = new ClipboardContent();
                        c.putFiles(Arrays.stream(files).map(Path::toFile).toList());
                        handle.startDragAndDrop(TransferMode.COPY).setContent(c);
                        e.consume();
                    });
                    Stage s = new Stage(StageStyle.UNDECORATED);
                    s.setScene(new Scene(handle, 60, 30));
                    s.setX(2);
                    s.setY(2);
                    s.setAlwaysOnTop(true);
                    s.show();
                    return s;
                })
                .get();
        Bounds to = WaitForAsyncUtils.asyncFx(() -> open.stage()
                        .getScene()
                        .getRoot()
                        .localToScreen(open.stage().getScene().getRoot().getLayoutBounds()))
                .get();
        robot.drag(from.getScene().getRoot(), MouseButton.PRIMARY)
                .moveTo(to.getMinX() + 300, to.getMinY() + 300)
                .moveTo(to.getMinX() + 420, to.getMinY() + 360)
                .drop();
        WaitForAsyncUtils.asyncFx(from::close).get();
    }

    @Test
    void whatIsDroppedIsLookedOverAndWhatIsDroppedAfterSendingIsCompared() throws Exception {
        drag(demo.resolve(DemoData.REEDS));
        Reader.until("the reeds are looked over", () -> window.reads("8 meshes · 392 instances · 813 objects"));
        robot.press(KeyCode.DIGIT4).release(KeyCode.DIGIT4);
        Reader.until("they can be sent", () -> window.hasButton("Send"));
        drag(demo.resolve(DemoData.REEDS_RETURNED));
        Reader.until("they are compared", () -> window.reads("400 objects came back as one mesh"));
    }

    @Test
    void severalAreOneOrARound() throws Exception {
        drag(demo.resolve(DemoData.REEDS), demo.resolve(DemoData.REEDS_RETURNED));
        Reader.until("it is asked what they are", () -> window.reads("2 files came at once"));
    }
}
