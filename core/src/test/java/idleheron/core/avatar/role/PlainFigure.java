package idleheron.core.avatar.role;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A figure whose joints are told by name, parent and place in the world. */
final class PlainFigure {
    /** A figure of 17 joints in T-pose, 1.7 m tall, facing +Z, as name, parent, place. */
    static final List<Object[]> JOINTS = List.of(
            new Object[] {"a", "", 0.0, 0.95, 0.0},
            new Object[] {"b", "a", 0.0, 1.1, 0.0},
            new Object[] {"c", "b", 0.0, 1.5, 0.0},
            new Object[] {"d", "b", 0.18, 1.42, 0.0},
            new Object[] {"e", "d", 0.45, 1.42, -0.01},
            new Object[] {"f", "e", 0.7, 1.42, 0.0},
            new Object[] {"g", "b", -0.18, 1.42, 0.0},
            new Object[] {"h", "g", -0.45, 1.42, -0.01},
            new Object[] {"i", "h", -0.7, 1.42, 0.0},
            new Object[] {"j", "a", 0.1, 0.9, 0.0},
            new Object[] {"k", "j", 0.1, 0.5, 0.02},
            new Object[] {"l", "k", 0.1, 0.08, 0.0},
            new Object[] {"m", "l", 0.1, 0.02, 0.13},
            new Object[] {"n", "a", -0.1, 0.9, 0.0},
            new Object[] {"o", "n", -0.1, 0.5, 0.02},
            new Object[] {"p", "o", -0.1, 0.08, 0.0},
            new Object[] {"q", "p", -0.1, 0.02, 0.13});

    /** As a scene. */
    static Scene of(List<Object[]> joints) {
        Map<String, Integer> index = new HashMap<>();
        Map<String, Vec3> places = new HashMap<>();
        List<Node> nodes = new ArrayList<>();
        for (Object[] j : joints) {
            Vec3 at = new Vec3((double) j[2], (double) j[3], (double) j[4]);
            Vec3 above = places.getOrDefault(j[1], Vec3.ZERO);
            index.put((String) j[0], nodes.size());
            places.put((String) j[0], at);
            nodes.add(Node.of(
                    (String) j[0],
                    index.getOrDefault(j[1], -1),
                    NodeKind.JOINT,
                    Transform.of(at.minus(above), Vec3.ZERO, Vec3.ONE)));
        }
        return Scene.bare("figure", Stage.COMMON).withNodes(nodes);
    }

    private PlainFigure() {}
}
