package idleheron.core.scene;

import java.util.List;

/**
 * What a node is in the words of its own file, with what that says beyond what {@link Camera}, {@link Light} and the node's
 * kind hold: the size a joint is drawn with, the background of a camera, the parts of a kind that is not known here.
 *
 * @param type as the file names it: "LimbNode", "Root", "Camera", "Marker"
 */
public record NodeAttribute(String type, String name, List<FreeProperty> properties) {
    public NodeAttribute {
        properties = List.copyOf(properties);
    }
}
