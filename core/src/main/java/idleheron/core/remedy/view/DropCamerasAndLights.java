package idleheron.core.remedy.view;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Takes cameras and lights out; those that something hangs under become groups. */
public record DropCamerasAndLights() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "drop-company",
                    DropCamerasAndLights.class,
                    Keeps.PICTURE,
                    say("core.remedy.view.DropCamerasAndLights.takes-cameras-and-lights-out"))
            .told(new DropCamerasAndLights())
            .measured(
                    say("core.remedy.view.DropCamerasAndLights.cameras-and-lights"),
                    s -> Long.toString(s.nodes().stream()
                            .filter(DropCamerasAndLights::isCompany)
                            .count()));

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.view.DropCamerasAndLights.leave-cameras-and-lights-out");
    }

    @Override
    public String describe() {
        return say("core.remedy.view.DropCamerasAndLights.takes-cameras-and-lights-out-of");
    }

    private static boolean isCompany(Node n) {
        return n.kind() == NodeKind.CAMERA || n.kind() == NodeKind.LIGHT;
    }

    @Override
    public Scene apply(Scene scene) {
        if (scene.nodes().stream().noneMatch(DropCamerasAndLights::isCompany)) {
            return scene;
        }
        Set<Integer> gone = new HashSet<>();
        List<Node> nodes = new java.util.ArrayList<>(scene.nodes());
        for (int i = nodes.size() - 1; i >= 0; i--) {
            Node n = nodes.get(i);
            if (isCompany(n)) {
                if (gone.containsAll(scene.children(i))) {
                    gone.add(i);
                } else {
                    nodes.set(i, n.withPayload(NodeKind.GROUP, -1));
                }
            }
        }
        return NodeRemoval.remove(scene.withNodes(nodes), gone);
    }
}
