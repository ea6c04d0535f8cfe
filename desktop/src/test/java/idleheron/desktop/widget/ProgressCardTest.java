package idleheron.desktop.widget;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.desktop.Reader;
import idleheron.desktop.model.Jobs;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class ProgressCardTest {
    @BeforeAll
    static void toolkit() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    @Test
    void longWorkIsShownWithHowFarItIsAndCanBeStopped() throws Exception {
        Jobs jobs = WaitForAsyncUtils.asyncFx(() -> new Jobs(e -> {})).get();
        ProgressCard card =
                WaitForAsyncUtils.asyncFx(() -> new ProgressCard(jobs)).get();
        AtomicBoolean ended = new AtomicBoolean();
        CountDownLatch go = new CountDownLatch(1);
        WaitForAsyncUtils.asyncFx(() -> jobs.run(
                        "sorting",
                        p -> {
                            while (!go.await(50, TimeUnit.MILLISECONDS)) {
                                p.at(0.5, "half way");
                            }
                            return "";
                        },
                        x -> ended.set(true)))
                .get();
        Reader.until("it is shown after a while", card::isVisible);
        assertThat(((Label) card.getChildren().getFirst()).getText()).isEqualTo("half way");
        assertThat(((ProgressBar) card.getChildren().get(1)).getProgress()).isEqualTo(0.5);
        WaitForAsyncUtils.asyncFx(() -> ((Button) card.getChildren().get(2)).fire())
                .get();
        Reader.until("it is gone", () -> !card.isVisible());
        assertThat(ended).isFalse();
        go.countDown();
    }
}
