package idleheron.core.view.compare;

import idleheron.core.pair.Pair;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import java.util.ArrayList;
import java.util.List;

/**
 * A camera or a light and what came back of it.
 *
 * @param sent the node
 * @param returned its partner of the same kind, or -1
 */
record ViewMatch(int sent, int returned, boolean isCamera) {
    static List<ViewMatch> all(Pair p) {
        List<ViewMatch> out = new ArrayList<>();
        for (int i = 0; i < p.sent.nodes().size(); i++) {
            NodeKind k = p.sent.nodes().get(i).kind();
            if (k == NodeKind.CAMERA || k == NodeKind.LIGHT) {
                out.add(new ViewMatch(i, partner(p, i, k), k == NodeKind.CAMERA));
            }
        }
        return out;
    }

    /** Its partner, else what hangs right under the partner: some writers put a camera below a transform of its name. */
    private static int partner(Pair p, int node, NodeKind kind) {
        int other = p.matching.nodes()[node];
        if (other < 0 || p.returned.nodes().get(other).kind() == kind) {
            return other;
        }
        for (int child : p.returned.children(other)) {
            if (p.returned.nodes().get(child).kind() == kind) {
                return child;
            }
        }
        return -1;
    }

    boolean isMissing() {
        return returned < 0;
    }

    /** What it sees or how it shines, where that is another than it was; nothing of one that is missing. */
    List<String> differs(Pair p) {
        if (isMissing()) {
            return List.of();
        }
        Node a = p.sent.nodes().get(sent);
        Node b = p.returned.nodes().get(returned);
        return isCamera
                ? Optics.differ(
                        p.sent.cameras().get(a.payload()),
                        p.sent.stage().metersPerUnit(),
                        p.returned.cameras().get(b.payload()),
                        p.returned.stage().metersPerUnit())
                : Optics.differ(
                        p.sent.lights().get(a.payload()), p.returned.lights().get(b.payload()));
    }
}
