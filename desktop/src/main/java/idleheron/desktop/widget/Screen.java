package idleheron.desktop.widget;

import javafx.scene.Node;

/** One of the six. */
public interface Screen {
    Node node();

    /** Called when it comes into sight. */
    default void shown() {}
}
