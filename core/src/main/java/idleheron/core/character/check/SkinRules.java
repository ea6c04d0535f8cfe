package idleheron.core.character.check;

import static idleheron.core.Messages.say;

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
                            say("core.character.check.SkinRules.nothing-is-skinned"),
                            say(
                                    "core.character.check.SkinRules.joints-and-meshes-and-no-joint",
                                    s.joints().size(),
                                    s.meshes().size()))
                    .measured(Figure.of(0, say("core.character.check.SkinRules.points")))
                    .atNode(s.joints().getFirst())
                    .because(say("core.character.check.SkinRules.the-skins-were-left-out-when")));
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
                        .says(
                                say("core.character.check.SkinRules.points-without-weight", none),
                                say("core.character.check.SkinRules.they-stay-behind-when-moves", mesh.name()))
                        .measured(Figure.of(
                                none,
                                say("core.character.check.SkinRules.points"),
                                node < 0 ? mesh.name() : s.path(node)))
                        .atNode(node)
                        .because(say("core.character.check.SkinRules.joints-that-moved-them-are-missing")));
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
                                say("core.character.check.SkinRules.points-whose-weights-are-not-1", off),
                                say(
                                        "core.character.check.SkinRules.the-farthest-sums-to-some-receivers",
                                        Figure.number(worst)))
                        .measured(Figure.of(worst, "", node < 0 ? "" : s.path(node)))
                        .atNode(node)
                        .because(say("core.character.check.SkinRules.weights-were-cut-or-rounded-and")));
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
                            say("core.character.check.SkinRules.influences-on-points", skin.maxInfluences(), over),
                            say(
                                    "core.character.check.SkinRules.the-destination-takes-the-weakest-will",
                                    c.maxInfluences()))
                    .measured(Figure.of(
                            skin.maxInfluences(),
                            say("core.character.check.SkinRules.joints"),
                            node < 0 ? "" : s.path(node)))
                    .atNode(node)
                    .mendedBy(TuneWeights.limit(c.maxInfluences())));
        }
    }
}
