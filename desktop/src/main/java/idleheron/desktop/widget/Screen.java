package idleheron.desktop.widget;

import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;

/** One of the six: what stands under the steps, shown anew whenever it comes into sight. */
public abstract class Screen<R extends Region> {
    protected final R root;

    protected Screen(R root) {
        this.root = root;
    }

    public final R node() {
        return root;
    }

    /** What of it can have the window for itself, or null. */
    public @Nullable Alone frame() {
        return null;
    }

    /** Brings what is to be seen up to what the bench holds. */
    public abstract void show();

    /** The same, where it is in sight; where it is not, coming into sight does it. */
    protected final void showIfSeen() {
        if (root.getScene() != null) {
            show();
        }
    }
}
