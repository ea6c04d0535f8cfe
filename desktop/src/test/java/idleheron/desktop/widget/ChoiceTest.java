package idleheron.desktop.widget;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.desktop.paint.ViewRequest;
import java.util.ArrayList;
import java.util.List;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.scene.control.ToggleButton;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class ChoiceTest {
    @BeforeAll
    static void toolkit() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    private static void fx(Runnable r) throws Exception {
        WaitForAsyncUtils.asyncFx(r).get();
    }

    private static ToggleButton button(Choice<?> c, int i) {
        return (ToggleButton) c.getChildren().get(i);
    }

    @Test
    void exactlyOneIsChosenAndTold() throws Exception {
        fx(() -> {
            Choice<Integer> c = new Choice<>(List.of(10, 20, 30), n -> n + " mm", n -> "To " + n + " mm");
            List<Integer> told = new ArrayList<>();
            c.chosen().addListener((o, was, is) -> told.add(is));
            assertThat(c.get()).isEqualTo(10);
            assertThat(button(c, 1).getText()).isEqualTo("20 mm");
            button(c, 1).fire();
            assertThat(c.get()).isEqualTo(20);
            button(c, 1).fire();
            assertThat(c.get()).as("pressed twice, it stays").isEqualTo(20);
            assertThat(button(c, 1).isSelected()).isTrue();
            c.set(30);
            c.set(99);
            assertThat(c.get()).isEqualTo(30);
            assertThat(told).containsExactly(20, 30);
        });
    }

    @Test
    void whatIsBarredGivesWayToTheFirst() throws Exception {
        fx(() -> {
            Choice<Integer> c = new Choice<>(List.of(10, 20, 30), String::valueOf, String::valueOf);
            c.set(30);
            c.bar(n -> n == 20);
            assertThat(c.get()).isEqualTo(30);
            assertThat(button(c, 1).isDisabled()).isTrue();
            c.bar(n -> n > 10);
            assertThat(c.get()).isEqualTo(10);
            c.bar(n -> false);
            assertThat(button(c, 2).isDisabled()).isFalse();
        });
    }

    @Test
    void theMeaningGoesWithTheBenchBothWays() throws Exception {
        fx(() -> {
            SimpleBooleanProperty meant = new SimpleBooleanProperty(true);
            Choice<Boolean> a = Choice.meaning(meant);
            Choice<Boolean> b = Choice.meaning(meant);
            assertThat(a.get()).isTrue();
            assertThat(button(a, 0).getText()).isEqualTo("As stored");
            button(a, 0).fire();
            assertThat(meant.get()).isFalse();
            assertThat(b.get()).isFalse();
            meant.set(true);
            assertThat(a.get()).isTrue();
        });
    }

    @Test
    void anEnumIsToldAsAWord() {
        assertThat(Choice.name(ViewRequest.Arrangement.DIFFERENCE)).isEqualTo("Difference");
    }
}
