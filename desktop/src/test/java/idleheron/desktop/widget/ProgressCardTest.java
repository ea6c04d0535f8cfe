package idleheron.desktop.widget;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.desktop.Reader;
import idleheron.desktop.model.Jobs;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Control;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.StackPane;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class ProgressCardTest {
    @BeforeAll
    static void toolkit() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    private final SimpleBooleanProperty over = new SimpleBooleanProperty();

    private static <T extends Node> T in(Parent card, Class<T> kind) {
        return all(card).filter(kind::isInstance).map(kind::cast).findFirst().orElseThrow();
    }

    private static Stream<Node> all(Node n) {
        return n instanceof Parent p && !(n instanceof Control)
                ? p.getChildrenUnmodifiable().stream().flatMap(ProgressCardTest::all)
                : Stream.of(n);
    }

    @Test
    void longWorkIsShownWithHowFarItIsAndCanBeStopped() throws Exception {
        Jobs jobs = WaitForAsyncUtils.asyncFx(() -> new Jobs(e -> {})).get();
        ProgressCard card =
                WaitForAsyncUtils.asyncFx(() -> new ProgressCard(jobs, over)).get();
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
        assertThat(in(card, Label.class).getText()).isEqualTo("half way");
        assertThat(in(card, ProgressBar.class).getProgress()).isEqualTo(0.5);
        WaitForAsyncUtils.asyncFx(() -> in(card, Button.class).fire()).get();
        Reader.until("it is gone", () -> !card.isVisible());
        assertThat(ended).isFalse();
        go.countDown();
    }

    @Test
    void aLineWhereASheetHasTheWindow() throws Exception {
        Jobs jobs = WaitForAsyncUtils.asyncFx(() -> new Jobs(e -> {})).get();
        ProgressCard card =
                WaitForAsyncUtils.asyncFx(() -> new ProgressCard(jobs, over)).get();
        assertThat(StackPane.getAlignment(card)).isEqualTo(Pos.TOP_LEFT);
        assertThat(in(card, Label.class).isWrapText()).isTrue();
        WaitForAsyncUtils.asyncFx(() -> over.set(true)).get();
        assertThat(StackPane.getAlignment(card)).isEqualTo(Pos.BOTTOM_CENTER);
        assertThat(card.getPrefHeight())
                .as("no higher than what a sheet leaves")
                .isEqualTo(24);
        assertThat(in(card, Label.class).isWrapText()).isFalse();
    }
}
