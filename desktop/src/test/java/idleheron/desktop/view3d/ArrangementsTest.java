package idleheron.desktop.view3d;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.Scene;
import idleheron.desktop.paint.ViewRequest.Arrangement;
import idleheron.desktop.widget.Choice;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.Reeds;
import java.util.List;
import javafx.scene.control.ToggleButton;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class ArrangementsTest {
    @BeforeAll
    static void toolkit() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    private static List<Boolean> barred(Scene s) throws Exception {
        return WaitForAsyncUtils.asyncFx(() -> {
                    Choice<Arrangement> c = new Choice<>(List.of(Arrangement.values()), Choice::name, Arrangement::tip);
                    Arrangements.allow(c, s);
                    return c.getChildren().stream()
                            .map(n -> ((ToggleButton) n).isDisabled())
                            .toList();
                })
                .get();
    }

    @Test
    void weightsAreOfSkinnedMeshesAlone() throws Exception {
        assertThat(barred(MadeDemo.postwoman())).containsExactly(false, false, false, false, false);
        assertThat(barred(Reeds.scene())).containsExactly(false, false, false, true, true);
    }
}
