package idleheron.desktop.model;

import idleheron.core.crossing.Crossing;
import java.util.ArrayDeque;
import java.util.Deque;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;

/** Earlier and later states of the crossing. A state is small: it shares all that did not change. */
public final class UndoStack {
    private static final int MOST = 100;

    private final ObjectProperty<Crossing> crossing;
    private final Deque<Crossing> before = new ArrayDeque<>();
    private final Deque<Crossing> after = new ArrayDeque<>();
    private final BooleanProperty canUndo = new SimpleBooleanProperty();
    private final BooleanProperty canRedo = new SimpleBooleanProperty();

    public UndoStack(ObjectProperty<Crossing> crossing) {
        this.crossing = crossing;
    }

    void change(Crossing next) {
        before.push(crossing.get());
        if (before.size() > MOST) {
            before.removeLast();
        }
        after.clear();
        crossing.set(next);
        tell();
    }

    void undo() {
        if (!before.isEmpty()) {
            after.push(crossing.get());
            crossing.set(before.pop());
            tell();
        }
    }

    void redo() {
        if (!after.isEmpty()) {
            before.push(crossing.get());
            crossing.set(after.pop());
            tell();
        }
    }

    private void tell() {
        canUndo.set(!before.isEmpty());
        canRedo.set(!after.isEmpty());
    }

    public BooleanProperty canUndo() {
        return canUndo;
    }

    public BooleanProperty canRedo() {
        return canRedo;
    }
}
