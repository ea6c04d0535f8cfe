package idleheron.core.character.check;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Rules about skin weights. */
public final class SkinRules {
    private static final double OFF_ONE = 1e-3;

    private SkinRules() {}

    static void nothingSkinned(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        if (!s.joints().isEmpty() && !s.meshes().isEmpty() && !f.isSkinned()) {
            out.add(Finding.of("nothing-skinned", Severity.BREAKS, Topic.SKIN_WEIGHTS)
                    .says(
                            "Nothing is skinned",
                            s.joints().size() + " joints and " + s.meshes().size()
                                    + " meshes, and no joint moves a point.")
                    .measured(Figure.of(0, "points"))
                    .atNode(s.joints().getFirst())
                    .because("The skins were left out when the file was written."));
        }
    }

    static void unweighted(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        for (int m = 0; m < s.meshes().size(); m++) {
            Mesh mesh = s.meshes().get(m);
            Skin skin = mesh.skin();
            if (skin == null) {
                continue;
            }
            int none = 0;
            for (int p = 0; p < skin.points(); p++) {
                none += skin.sum(p) <= 0 ? 1 : 0;
            }
            if (none > 0) {
                int node = s.nodeOfMesh(m);
                out.add(Finding.of("unweighted-points", Severity.BREAKS, Topic.SKIN_WEIGHTS)
                        .says(none + " points without weight", "They stay behind when " + mesh.name() + " moves.")
                        .measured(Figure.of(none, "points", node < 0 ? mesh.name() : s.path(node)))
                        .atNode(node)
                        .because("Joints that moved them are missing, or they were never painted."));
            }
        }
    }

    static void sums(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        for (int m = 0; m < s.meshes().size(); m++) {
            Skin skin = s.meshes().get(m).skin();
            if (skin == null) {
                continue;
            }
            double worst = 1;
            int off = 0;
            for (int p = 0; p < skin.points(); p++) {
                double sum = skin.sum(p);
                if (sum > 0 && Math.abs(sum - 1) > OFF_ONE) {
                    off++;
                    worst = Math.abs(sum - 1) > Math.abs(worst - 1) ? sum : worst;
                }
            }
            if (off > 0) {
                int node = s.nodeOfMesh(m);
                out.add(Finding.of("weights-off-one", Severity.DRIFTS, Topic.SKIN_WEIGHTS)
                        .says(
                                off + " points whose weights are not 1 in sum",
                                "The farthest sums to " + Figure.number(worst)
                                        + ". Some receivers scale to 1, some do not.")
                        .measured(Figure.of(worst, "", node < 0 ? "" : s.path(node)))
                        .atNode(node)
                        .because("Weights were cut or rounded and not scaled again."));
            }
        }
    }

    static void influences(Facts f, @Nullable Convention c, List<Finding> out) {
        if (c == null || c.maxInfluences() <= 0) {
            return;
        }
        Scene s = f.scene();
        for (int m = 0; m < s.meshes().size(); m++) {
            Skin skin = s.meshes().get(m).skin();
            if (skin == null || skin.maxInfluences() <= c.maxInfluences()) {
                continue;
            }
            int over = 0;
            for (int p = 0; p < skin.points(); p++) {
                over += skin.influences(p) > c.maxInfluences() ? 1 : 0;
            }
            int node = s.nodeOfMesh(m);
            out.add(Finding.of("too-many-influences", Severity.DRIFTS, Topic.SKIN_WEIGHTS)
                    .says(
                            skin.maxInfluences() + " influences on " + over + " points",
                            "The destination takes " + c.maxInfluences() + "; the weakest will be cut.")
                    .measured(Figure.of(skin.maxInfluences(), "joints", node < 0 ? "" : s.path(node)))
                    .atNode(node)
                    .mendedBy(TuneWeights.limit(c.maxInfluences())));
        }
    }
}
