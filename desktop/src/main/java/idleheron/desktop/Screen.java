package idleheron.desktop;

import javafx.scene.Node;

/** One of the six. */
interface Screen {
    Node node();

    /** Called when it comes into sight. */
    default void shown() {}
}
