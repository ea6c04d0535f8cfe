package idleheron.core.character.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** More than a destination takes: each material and each triangle is drawn anew in every frame there. */
final class BudgetRules {
    private static final int NAMED = 5;

    private BudgetRules() {}

    /** Materials that faces use. */
    static void materials(Facts f, @Nullable Convention c, List<Finding> out) {
        int most = c == null ? 0 : c.more().budget().materials();
        Scene s = f.scene();
        Set<Integer> used = new TreeSet<>();
        for (Node n : s.nodes()) {
            if (n.kind() == NodeKind.MESH && n.payload() >= 0) {
                int[] slots = s.meshes().get(n.payload()).faceMaterials();
                for (int k = 0; k < n.materials().length; k++) {
                    if (slots == null ? k == 0 : uses(slots, k)) {
                        used.add(n.materials()[k]);
                    }
                }
            }
        }
        used.removeIf(m -> m < 0 || m >= s.materials().size());
        if (c == null || most <= 0 || used.size() <= most) {
            return;
        }
        List<String> names = used.stream().map(m -> s.materials().get(m).name()).toList();
        out.add(Finding.of("budget-materials", Severity.DRIFTS, Topic.MATERIALS)
                .says(
                        say("core.character.check.BudgetRules.materials-are-taken", used.size(), most),
                        say(
                                "core.character.check.BudgetRules.takes-each-is-drawn-by-itself",
                                c.title(),
                                most,
                                Wording.listed(names)))
                .measured(Figure.of(
                        used.size(),
                        used.size() == 1
                                ? say("core.character.check.BudgetRules.material")
                                : say("core.character.check.BudgetRules.materials"))));
    }

    private static boolean uses(int[] slots, int slot) {
        for (int s : slots) {
            if (s == slot) {
                return true;
            }
        }
        return false;
    }

    /** Triangles of all meshes that are shown, as often as they are shown. */
    static void triangles(Facts f, @Nullable Convention c, List<Finding> out) {
        int most = c == null ? 0 : c.more().budget().triangles();
        if (c == null || most <= 0) {
            return;
        }
        Scene s = f.scene();
        record Part(int node, long triangles) {}
        List<Part> parts = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            if (n.kind() == NodeKind.MESH && n.payload() >= 0) {
                Mesh m = s.meshes().get(n.payload());
                parts.add(new Part(i, m.corners().length - 2L * m.faceCount()));
            }
        }
        long all = parts.stream().mapToLong(Part::triangles).sum();
        if (all <= most) {
            return;
        }
        parts.sort((a, b) -> Long.compare(b.triangles, a.triangles));
        List<String> heavy = parts.stream()
                .limit(NAMED)
                .map(p -> say(
                        "core.character.check.BudgetRules.has",
                        s.nodes().get(p.node).name(),
                        p.triangles))
                .toList();
        out.add(Finding.of("budget-triangles", Severity.DRIFTS, Topic.SURFACES)
                .says(
                        say("core.character.check.BudgetRules.triangles-are-taken", all, most),
                        say(
                                "core.character.check.BudgetRules.takes-the-largest-parts",
                                c.title(),
                                most,
                                Wording.listed(heavy)))
                .measured(Figure.of(
                        (double) all, say("core.character.check.BudgetRules.triangles"), s.path(parts.getFirst().node)))
                .atNode(parts.getFirst().node));
    }
}
