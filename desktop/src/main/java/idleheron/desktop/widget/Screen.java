package idleheron.desktop.widget;

import javafx.scene.layout.Region;

/** One of the six: what stands under the steps, shown anew whenever it comes into sight. */
public abstract class Screen<R extends Region> {
    protected final R root;

    protected Screen(R root) {
        this.root = root;
    }

    public final R node() {
        return root;
    }

    /** Brings what is to be seen up to what the bench holds. */
    public abstract void show();
}
