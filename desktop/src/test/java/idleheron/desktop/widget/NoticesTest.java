package idleheron.desktop.widget;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.app.UsageException;
import java.io.IOException;
import javafx.scene.control.Label;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class NoticesTest {
    @BeforeAll
    static void toolkit() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    private static String told(Throwable e) throws Exception {
        return WaitForAsyncUtils.asyncFx(() -> {
                    Notices n = new Notices();
                    n.failed(e);
                    return n.lookupAll(".label").stream()
                            .map(l -> ((Label) l).getText())
                            .reduce("", String::concat);
                })
                .get();
    }

    @Test
    void aPlainNoIsNoFaultOfTheProgram() throws Exception {
        assertThat(told(new UsageException("correct-stage: the handedness would change")))
                .contains("That cannot be done. correct-stage: the handedness would change");
        assertThat(told(new IOException("a.fbx is gone"))).contains("That did not work. a.fbx is gone");
    }
}
