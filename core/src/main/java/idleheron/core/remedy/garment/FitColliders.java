package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.garment.Worn;
import idleheron.core.garment.collide.BodyParts;
import idleheron.core.garment.collide.Collider;
import idleheron.core.garment.collide.Coverage;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;

/** Gives the skinned parts of a body capsules that keep cloth out, as few as cover it. */
public record FitColliders() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "fit-colliders",
                    FitColliders.class,
                    Keeps.PICTURE,
                    say("core.remedy.garment.FitColliders.fits-capsules-to-the-parts-of"))
            .told(new FitColliders())
            .measured("colliders", FitColliders::covered);

    private static final double PERCENT = 100;

    /** The body that wears something, else the skinned surface with most points; -1 for none. */
    public static int body(Scene s) {
        Worn worn = Worn.in(s);
        int best = -1;
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            boolean skinned = n.kind() == NodeKind.MESH
                    && n.payload() >= 0
                    && s.meshes().get(n.payload()).skin() != null;
            if (skinned && worn != null && worn.body() == i) {
                return i;
            }
            if (skinned && (best < 0 || points(s, i) > points(s, best))) {
                best = i;
            }
        }
        return best;
    }

    private static int points(Scene s, int node) {
        return s.meshes().get(s.nodes().get(node).payload()).pointCount();
    }

    static String covered(Scene s) {
        int body = body(s);
        int n = Collider.in(s).size();
        if (body < 0 || n == 0) {
            return Integer.toString(n);
        }
        Coverage c = BodyParts.of(s, body).coverage(Collider.in(s));
        return say("core.remedy.garment.FitColliders.covered", n, Figure.number(PERCENT * (1 - c.uncovered())));
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.FitColliders.fit-colliders-to-the-body");
    }

    @Override
    public String describe() {
        return say("core.remedy.garment.FitColliders.hangs-capsules-on-the-joints-of");
    }

    @Override
    public Scene apply(Scene scene) {
        int body = body(scene);
        return body < 0
                ? scene
                : scene.with(Collider.KEY, BodyParts.of(scene, body).fitted());
    }
}
