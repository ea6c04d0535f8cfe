package idleheron.core.view.compare;

import idleheron.core.compare.SmallCrossing;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.List;

/** The small arm with a camera on its hand and a lamp on the ground. */
public final class Views {
    public static final Camera CAMERA = new Camera("shot", 50, 36, 24, 0.1, 100);
    public static final Light LAMP = new Light("lamp", "spot", new Vec3(1, 0.9, 0.8), 2, 20, 40, 2);

    private Views() {}

    public static Scene scene() {
        return with(CAMERA, LAMP);
    }

    public static Scene with(Camera camera, Light lamp) {
        Scene arm = SmallCrossing.sent();
        List<Node> nodes = new ArrayList<>(arm.nodes());
        nodes.add(
                Node.of("shot", 2, NodeKind.GROUP, SmallCrossing.at(0, 0.1, 0)).withPayload(NodeKind.CAMERA, 0));
        nodes.add(Node.of("lamp", -1, NodeKind.GROUP, SmallCrossing.at(2, 0, 0)).withPayload(NodeKind.LIGHT, 0));
        return arm.withNodes(nodes).withCameras(List.of(camera)).withLights(List.of(lamp));
    }

    /** The same with a node put elsewhere. */
    public static Scene placed(Scene s, String node, Transform at) {
        List<Node> nodes = new ArrayList<>(s.nodes());
        int i = s.find(node);
        nodes.set(i, nodes.get(i).withTransform(at));
        return s.withNodes(nodes);
    }
}
