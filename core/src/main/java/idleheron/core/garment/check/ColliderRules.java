package idleheron.core.garment.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.collide.BodyParts;
import idleheron.core.garment.collide.Collider;
import idleheron.core.garment.collide.Coverage;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.remedy.garment.FitColliders;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;

/** Colliders against the body they stand for, where a garment lies over it. A scene without colliders has none to be faulty. */
final class ColliderRules {
    /** A garment lies over what is nearer than this, metres. */
    private static final double OVER = 0.1;

    private static final double FLOATS = 0.025;
    private static final double FLOATING = 0.2;
    private static final double BETTER = 0.9;
    private static final double MM = 1000;
    private static final double PERCENT = 100;

    private ColliderRules() {}

    static List<Finding> of(Scene s, Worn worn, BodyDistance body) {
        List<Finding> out = new ArrayList<>();
        List<Collider> colliders = Collider.in(s);
        if (colliders.isEmpty()
                || s.meshes().get(s.nodes().get(worn.body()).payload()).skin() == null) {
            return out;
        }
        BodyParts parts = BodyParts.of(s, worn.body());
        Coverage c = parts.coverage(colliders);
        boolean[] under = under(s, worn, body, parts);
        List<String> bare = new ArrayList<>();
        double worst = 0;
        for (int j = 0; j < under.length; j++) {
            if (under[j] && c.bare()[j] > Coverage.NONE) {
                bare.add(parts.name(j));
                worst = Math.max(worst, worst(parts, c, j));
            }
        }
        if (!bare.isEmpty()) {
            out.add(new Told(s, worn.body())
                    .counted("collider-missing", Severity.DRIFTS, bare.size(), "joint")
                    .says(
                            say("core.garment.check.ColliderRules.no-collider-at", Wording.listed(bare)),
                            say(
                                    "core.garment.check.ColliderRules.a-garment-lies-over-and-cloth",
                                    (bare.size() == 1
                                            ? say("core.garment.check.ColliderRules.it")
                                            : say("core.garment.check.ColliderRules.them")),
                                    Figure.number(MM * worst),
                                    Figure.number(PERCENT * c.uncovered())))
                    .mendedBy(new FitColliders()));
        }
        double floats = floats(parts, c);
        if (floats > FLOATING) {
            out.add(new Told(s, worn.body())
                    .of("collider-stands-out", Severity.DRIFTS, MM * c.out(), "mm")
                    .says(
                            say(
                                    "core.garment.check.ColliderRules.colliders-stand-up-to-mm-out",
                                    Figure.number(MM * c.out())),
                            say(
                                    "core.garment.check.ColliderRules.of-the-body-lie-more-than",
                                    Figure.number(PERCENT * floats),
                                    Figure.number(MM * FLOATS)))
                    .mendedBy(fitsBetter(parts, floats) ? new FitColliders() : null));
        }
        return out;
    }

    /** Whether colliders fitted anew would stand out clearly less; else to fit them is no remedy. */
    private static boolean fitsBetter(BodyParts parts, double floats) {
        return floats(parts, parts.coverage(parts.fitted())) < BETTER * floats;
    }

    /** The share of the body that lies deep inside its colliders. */
    private static double floats(BodyParts parts, Coverage c) {
        double[] areas = SurfaceNormals.of(parts.surface()).pointAreas(parts.surface());
        double deep = 0;
        double all = 0;
        for (int p = 0; p < areas.length; p++) {
            deep += c.distances()[p] < -FLOATS ? areas[p] : 0;
            all += areas[p];
        }
        return all > 0 ? deep / all : 0;
    }

    private static double worst(BodyParts parts, Coverage c, int slot) {
        double out = 0;
        for (int p = 0; p < c.distances().length; p++) {
            out = parts.strongest()[p] == slot ? Math.max(out, c.distances()[p]) : out;
        }
        return out;
    }

    /** Joints over whose part of the body a garment lies. */
    private static boolean[] under(Scene s, Worn worn, BodyDistance body, BodyParts parts) {
        boolean[] out = new boolean[parts.skin().joints().length];
        Foot f = new Foot();
        int[] t = body.mesh().triangles();
        for (int g : worn.garments()) {
            TriangleMesh m = RestSurface.of(s, g);
            for (int p = 0; p < m.pointCount(); p++) {
                body.tree().closest(m.points()[3 * p], m.points()[3 * p + 1], m.points()[3 * p + 2], OVER, f);
                int at = f.triangle < 0 ? -1 : parts.strongest()[t[3 * f.triangle]];
                if (at >= 0) {
                    out[at] = true;
                }
            }
        }
        return out;
    }
}
