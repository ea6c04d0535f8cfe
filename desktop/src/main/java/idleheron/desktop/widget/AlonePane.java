package idleheron.desktop.widget;

import javafx.scene.Node;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import org.jspecify.annotations.Nullable;

/** Where one thing has the window for itself; all else is hidden meanwhile. */
public final class AlonePane extends StackPane {
    private final Node rest;
    private @Nullable Alone shown;

    /** @param rest what is hidden meanwhile */
    public AlonePane(Node rest) {
        this.rest = rest;
        setVisible(false);
        getStyleClass().add("alone");
    }

    public boolean isOn() {
        return shown != null;
    }

    /** Shows it alone, or all again where it is shown already. */
    public void toggle(@Nullable Alone what) {
        if (isOn()) {
            leave();
        } else if (what != null) {
            shown = what;
            Region face = what.lift();
            getChildren().setAll(face);
            rest.setVisible(false);
            setVisible(true);
            face.requestFocus();
        }
    }

    /** Shows all again. */
    public void leave() {
        Alone was = shown;
        if (was != null) {
            shown = null;
            getChildren().clear();
            was.back();
            setVisible(false);
            rest.setVisible(true);
        }
    }
}
