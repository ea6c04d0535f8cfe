package idleheron.core.garment.fit;

import static idleheron.core.Messages.say;

import idleheron.core.garment.weights.BodyWeights;
import idleheron.core.garment.weights.TransferSettings;
import idleheron.core.garment.weights.WeightTransfer;
import idleheron.core.garment.wrap.Wrap;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.CotanLaplacian;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.HeldSystem;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.geometry.Weld;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;

/** Brings garments to another pose, or to another body. Places in metres. */
public final class Refit {
    /** A place of the second body may lie this far from where the skeletons put the first, metres. */
    private static final double NEAR = 0.12;

    private static final double ALIKE = 0.3;
    private static final double SINGULAR = 0.1;
    private static final double ONE = 1e-5;

    private Refit() {}

    /**
     * A garment that was made in another pose, as the body rests: each point takes weights from the body in that pose, and what those do is
     * undone.
     *
     * @param moves what each joint of the skin did with places at rest
     * @throws IllegalArgumentException where the body speaks for none of it
     */
    public static double[] toRest(Scene scene, int wearer, TriangleMesh garment, List<Matrix4dc> moves) {
        FitBody body = FitBody.of(scene, wearer);
        Skin skin = java.util.Objects.requireNonNull(body.skin());
        Matrix4d[] all = moves.stream().map(Matrix4d::new).toArray(Matrix4d[]::new);
        BodyWeights posed = BodyWeights.of(
                body.mesh().at(body.posed(all)), skin.joints().length, skin.starts(), skin.slots(), skin.weights());
        WeightTransfer.Taken taken = WeightTransfer.of(posed, garment, TransferSettings.USUAL, Progress.NONE);
        double[] out = garment.points().clone();
        Vector3d v = new Vector3d();
        for (int p = 0; p < garment.pointCount(); p++) {
            Matrix4d blend = new Matrix4d().zero();
            int most = 0;
            double sum = 0;
            for (int j = 0; j < taken.joints(); j++) {
                double w = taken.weight(p, j);
                if (w > 0) {
                    add(blend, all[j], w);
                    sum += w;
                }
                most = w > taken.weight(p, most) ? j : most;
            }
            if (!(sum > 0)) {
                continue;
            }
            // where weights of opposed turns meet, their blend cannot be undone: the strongest joint is
            Matrix4d undo = Math.abs(blend.determinant3x3()) > SINGULAR ? blend : new Matrix4d(all[most]);
            undo.invert().transformPosition(out[3 * p], out[3 * p + 1], out[3 * p + 2], v);
            out[3 * p] = v.x;
            out[3 * p + 1] = v.y;
            out[3 * p + 2] = v.z;
        }
        return out;
    }

    private static void add(Matrix4d to, Matrix4dc m, double w) {
        for (int c = 0; c < 4; c++) {
            for (int r = 0; r < 4; r++) {
                to.set(c, r, to.get(c, r) + w * m.get(c, r));
            }
        }
    }

    /**
     * The points of a first body on a second: one by one where both have the same faces; else by the skeletons where both have joints of
     * one name, and then onto the closest places, smoothly where those cannot be trusted.
     *
     * @throws IllegalArgumentException where the two have neither the same faces nor joints of one name
     */
    public static double[] correspondence(Scene first, int firstBody, Scene second, int secondBody) {
        FitBody a = FitBody.of(first, firstBody);
        FitBody b = FitBody.of(second, secondBody);
        if (a.mesh().pointCount() == b.mesh().pointCount()
                && Arrays.equals(a.mesh().triangles(), b.mesh().triangles())) {
            return b.mesh().points().clone();
        }
        Weld weld = Weld.of(a.mesh().points(), ONE);
        TriangleMesh whole = a.mesh().at(bySkeleton(a, b));
        TriangleMesh moved = whole.welded(weld);
        BodyDistance onto = BodyDistance.of(b.mesh());
        double[][] way = new double[3][moved.pointCount()];
        boolean[] held = held(moved, onto, way);
        boolean[] used = moved.used();
        if (hasHeld(held)) {
            // pieces that nothing of the second body is near keep what the skeletons give them
            boolean[] reached = reached(moved, held);
            for (int i = 0; i < used.length; i++) {
                used[i] &= reached[i];
            }
            new HeldSystem(CotanLaplacian.of(moved).energy(0), moved.points(), held, used).solve(way, Progress.NONE);
        }
        double[] out = whole.points().clone();
        for (int p = 0; p < out.length / 3; p++) {
            int at = weld.to()[p];
            for (int k = 0; k < 3; k++) {
                out[3 * p + k] += held[at] || used[at] ? way[k][at] : 0;
            }
        }
        return out;
    }

    private static boolean hasHeld(boolean[] held) {
        for (boolean h : held) {
            if (h) {
                return true;
            }
        }
        return false;
    }

    /** Points whose piece has one that is held. */
    private static boolean[] reached(TriangleMesh m, boolean[] held) {
        idleheron.core.geometry.Pieces pieces = idleheron.core.geometry.Pieces.of(m);
        boolean[] has = new boolean[pieces.count()];
        for (int i = 0; i < held.length; i++) {
            has[pieces.of()[i]] |= held[i];
        }
        boolean[] out = new boolean[held.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = has[pieces.of()[i]];
        }
        return out;
    }

    /** Which points find a place on the second body that can be trusted, and the way there. */
    private static boolean[] held(TriangleMesh moved, BodyDistance onto, double[][] way) {
        SurfaceNormals normals = SurfaceNormals.of(moved);
        boolean[] out = new boolean[moved.pointCount()];
        Foot f = new Foot();
        double[] n = new double[3];
        for (int p = 0; p < out.length; p++) {
            double[] x = moved.points();
            TriangleTree tree = onto.tree();
            tree.closest(x[3 * p], x[3 * p + 1], x[3 * p + 2], NEAR, f);
            if (f.triangle < 0) {
                continue;
            }
            onto.normal(f, n, 0);
            double dot = 0;
            for (int k = 0; k < 3; k++) {
                dot += n[k] * normals.points()[3 * p + k];
            }
            out[p] = dot > ALIKE;
            way[0][p] = f.x - x[3 * p];
            way[1][p] = f.y - x[3 * p + 1];
            way[2][p] = f.z - x[3 * p + 2];
        }
        return out;
    }

    /** The first body's points where its joints go to those of the second of the same name, bones grown with them. */
    private static double[] bySkeleton(FitBody a, FitBody b) {
        Map<String, Integer> there = new HashMap<>();
        for (int j = 0; j < b.joints(); j++) {
            there.put(b.names().get(j), j);
        }
        Matrix4d[] moves = new Matrix4d[a.joints()];
        int paired = 0;
        for (int j : a.order()) {
            Integer to = there.get(a.names().get(j));
            if (to == null) {
                moves[j] = a.parents()[j] < 0 ? new Matrix4d() : moves[a.parents()[j]];
                continue;
            }
            paired++;
            Vector3d p = place(a, j);
            Vector3d q = place(b, to);
            Vector3d bone = child(a, j, there, b);
            double size = bone.z > 0 ? bone.y / bone.z : 1;
            moves[j] = new Matrix4d()
                    .translate(q)
                    .rotate(turn(a, j, b, to, there))
                    .scale(size)
                    .translate(p.negate());
        }
        if (paired == 0 || a.skin() == null) {
            throw new IllegalArgumentException(say("core.garment.fit.Refit.the-two-bodies-have-neither-the"));
        }
        return a.posed(moves);
    }

    private static Vector3d place(FitBody b, int joint) {
        return new Vector3d(b.places()[3 * joint], b.places()[3 * joint + 1], b.places()[3 * joint + 2]);
    }

    /** The mean length of bones below a joint that both have: y of the second body, z of the first. */
    private static Vector3d child(FitBody a, int joint, Map<String, Integer> there, FitBody b) {
        Vector3d out = new Vector3d();
        for (int c = 0; c < a.joints(); c++) {
            Integer to = there.get(a.names().get(c));
            Integer own = there.get(a.names().get(joint));
            if (a.parents()[c] == joint && to != null && own != null) {
                out.y += place(b, to).sub(place(b, own)).length();
                out.z += place(a, c).sub(place(a, joint)).length();
            }
        }
        return out;
    }

    /** The turn that brings the bone below a joint to that of the second body; none where it has several or none. */
    private static org.joml.Quaterniond turn(FitBody a, int joint, FitBody b, int to, Map<String, Integer> there) {
        int child = -1;
        for (int c = 0; c < a.joints(); c++) {
            if (a.parents()[c] == joint) {
                if (child >= 0) {
                    return new org.joml.Quaterniond();
                }
                child = c;
            }
        }
        Integer other = child < 0 ? null : there.get(a.names().get(child));
        if (other == null) {
            return new org.joml.Quaterniond();
        }
        Vector3d from = place(a, child).sub(place(a, joint));
        Vector3d goal = place(b, other).sub(place(b, to));
        return from.length() > 0 && goal.length() > 0
                ? new org.joml.Quaterniond().rotationTo(from, goal)
                : new org.joml.Quaterniond();
    }

    /** A garment on a second body, by where its points lie on the surface of the first. */
    public static double[] onto(TriangleMesh firstBody, double[] correspondence, TriangleMesh garment) {
        return Wrap.of(firstBody, garment).follow(correspondence);
    }
}
