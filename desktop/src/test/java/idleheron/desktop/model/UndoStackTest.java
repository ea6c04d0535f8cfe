package idleheron.desktop.model;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.crossing.Crossing;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.junit.jupiter.api.Test;

class UndoStackTest {
    private final ObjectProperty<Crossing> crossing = new SimpleObjectProperty<>(Crossing.EMPTY);
    private final UndoStack undo = new UndoStack(crossing);

    private static Crossing named(String name) {
        return Crossing.EMPTY.signed(name, "");
    }

    @Test
    void everyChangeGoesBackAndForthInOrder() {
        undo.change(named("a"));
        undo.change(named("b"));
        undo.undo();
        assertThat(crossing.get().signedBy()).isEqualTo("a");
        undo.undo();
        assertThat(crossing.get()).isSameAs(Crossing.EMPTY);
        assertThat(undo.canUndo().get()).isFalse();
        undo.undo();
        undo.redo();
        undo.redo();
        assertThat(crossing.get().signedBy()).isEqualTo("b");
        assertThat(undo.canRedo().get()).isFalse();
    }

    @Test
    void aNewChangeForgetsWhatCouldBeRedone() {
        undo.change(named("a"));
        undo.undo();
        undo.change(named("c"));
        assertThat(undo.canRedo().get()).isFalse();
        undo.redo();
        assertThat(crossing.get().signedBy()).isEqualTo("c");
    }

    @Test
    void aHundredStepsAreKept() {
        for (int i = 0; i < 150; i++) {
            undo.change(named("n" + i));
        }
        int steps = 0;
        while (undo.canUndo().get()) {
            undo.undo();
            steps++;
        }
        assertThat(steps).isEqualTo(100);
        assertThat(crossing.get().signedBy()).isEqualTo("n49");
    }
}
