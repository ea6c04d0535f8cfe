package idleheron.desktop.widget;

import javafx.scene.layout.Region;

/** Something that can have the window for itself for a while. */
public interface Alone {
    /** Takes it out of its place. */
    Region lift();

    /** Puts it back. */
    void back();
}
