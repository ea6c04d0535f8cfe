package idleheron.core.garment.fit;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/**
 * The turns of a body's joints that make the gap of a garment steadiest: the pose in which it was made. A turn at a joint moves a foot
 * by the share of the weights at and below that joint. Only joints with a share of the feet are turned, by at most 0.25 rad a step,
 * drawn towards no turn; what counts as an outlier begins wide and narrows, or a sleeve that is far off would never count.
 *
 * @param feet of the garment on the body in that pose
 * @param turns of each joint against what is above it
 * @param moves what each joint does with places at rest
 */
record PoseFit(Feet feet, Quaterniond[] turns, Matrix4d[] moves) {
    private static final int STEPS = 22;
    private static final double SHARE = 0.06;
    private static final double MOST_TURN = 0.25;
    private static final double WIDE = 0.20;
    private static final double NARROW = 0.8;
    private static final double LEAST_CUT = 0.02;
    private static final double DAMP = 3e-3 * 0.05;

    /** @param normals of the garment at those places */
    static PoseFit of(FitBody body, double[] q, double[] normals) {
        int n = q.length / 3;
        int joints = body.joints();
        boolean[][] below = below(body);
        Quaterniond[] turns = FitBody.still(joints);
        double[] root = new double[3];
        BodyDistance distance = body.distance();
        for (int it = 0; it < STEPS; it++) {
            Matrix4d[] moves = body.matrices(turns, root);
            distance = distance.moved(body.posed(moves));
            Feet f = Feet.of(distance, q);
            double[][] share = shares(body, distance, f, below);
            List<Integer> use = new ArrayList<>();
            for (int j = 0; j < joints; j++) {
                double sum = 0;
                for (double s : share[j]) {
                    sum += s;
                }
                if (sum > SHARE * n) {
                    use.add(j);
                }
            }
            Stand stand = new Stand(q, normals, f, share, moves, use);
            double[] d = step(body, stand, WIDE * Math.pow(NARROW, it));
            double most = 0;
            for (int a = 0; a + 1 < d.length; a++) {
                most = Math.max(most, Math.abs(d[a]));
            }
            for (int i = 0; i < use.size(); i++) {
                turn(body, turns, moves, use.get(i), new Vector3d(d[3 * i], d[3 * i + 1], d[3 * i + 2]));
            }
            for (int k = 0; k < 3; k++) {
                root[k] += d[3 * use.size() + k];
            }
            if (most < 1e-4) {
                break;
            }
        }
        Matrix4d[] moves = body.matrices(turns, root);
        return new PoseFit(Feet.of(distance.moved(body.posed(moves)), q), turns, moves);
    }

    private static void turn(FitBody body, Quaterniond[] turns, Matrix4d[] moves, int joint, Vector3d by) {
        double angle = by.length();
        if (angle < 1e-9) {
            return;
        }
        if (body.parents()[joint] >= 0) {
            moves[body.parents()[joint]]
                    .getNormalizedRotation(new Quaterniond())
                    .transformInverse(by);
        }
        by.normalize();
        turns[joint].premul(new Quaterniond().rotationAxis(Math.min(angle, MOST_TURN), by.x, by.y, by.z));
    }

    /**
     * How far it has got.
     *
     * @param use the joints that are turned
     */
    private record Stand(
            double[] q, double[] normals, Feet feet, double[][] share, Matrix4d[] moves, List<Integer> use) {}

    private static double[] step(FitBody body, Stand s, double wide) {
        double[] q = s.q;
        double[] normals = s.normals;
        Feet f = s.feet;
        List<Integer> use = s.use;
        int n = q.length / 3;
        double[] r = new double[n];
        for (int i = 0; i < n; i++) {
            r[i] = f.along(i, q);
        }
        double gap = Feet.median(r);
        for (int i = 0; i < n; i++) {
            r[i] -= gap;
        }
        double cut = Math.max(Math.max(LEAST_CUT, wide), Gauss.wide(r));
        int unknowns = 3 * use.size() + 4;
        double[] j = new double[unknowns];
        Gauss h = new Gauss(unknowns);
        Vector3d[] at = new Vector3d[use.size()];
        for (int k = 0; k < at.length; k++) {
            int o = 3 * use.get(k);
            at[k] = s.moves[use.get(k)].transformPosition(
                    new Vector3d(body.places()[o], body.places()[o + 1], body.places()[o + 2]));
        }
        double[] nn = f.normals();
        for (int i = 0; i < n; i++) {
            double dot = normals[3 * i] * nn[3 * i]
                    + normals[3 * i + 1] * nn[3 * i + 1]
                    + normals[3 * i + 2] * nn[3 * i + 2];
            if (!(dot > 0)) {
                continue;
            }
            for (int k = 0; k < at.length; k++) {
                double part = s.share[use.get(k)][i];
                double x = f.places()[3 * i] - at[k].x;
                double y = f.places()[3 * i + 1] - at[k].y;
                double z = f.places()[3 * i + 2] - at[k].z;
                j[3 * k] = -part * (y * nn[3 * i + 2] - z * nn[3 * i + 1]);
                j[3 * k + 1] = -part * (z * nn[3 * i] - x * nn[3 * i + 2]);
                j[3 * k + 2] = -part * (x * nn[3 * i + 1] - y * nn[3 * i]);
            }
            int o = 3 * at.length;
            j[o] = -nn[3 * i];
            j[o + 1] = -nn[3 * i + 1];
            j[o + 2] = -nn[3 * i + 2];
            j[o + 3] = -1;
            h.row(j, r[i], Gauss.tukey(r[i], cut));
        }
        for (int k = 0; k < unknowns; k++) {
            h.damp(k, k < unknowns - 4 ? DAMP * n : k < unknowns - 1 ? 1e-6 * n : 1e-9);
        }
        return h.step();
    }

    /** Per joint, per place: the share of the weights at its foot that the joint and those below it have. */
    private static double[][] shares(FitBody body, BodyDistance distance, Feet f, boolean[][] below) {
        Skin s = Objects.requireNonNull(body.skin());
        int n = f.gaps().length;
        int joints = body.joints();
        double[][] out = new double[joints][n];
        double[] own = new double[joints];
        int[] t = distance.mesh().triangles();
        for (int i = 0; i < n; i++) {
            java.util.Arrays.fill(own, 0);
            double all = 0;
            for (int k = 0; k < 3; k++) {
                int p = t[3 * f.triangles()[i] + k];
                for (int e = s.starts()[p]; e < s.starts()[p + 1]; e++) {
                    own[s.slots()[e]] += f.shares()[3 * i + k] * s.weights()[e];
                    all += f.shares()[3 * i + k] * s.weights()[e];
                }
            }
            for (int a = 0; a < joints && all > 0; a++) {
                if (own[a] != 0) {
                    for (int j = 0; j < joints; j++) {
                        out[j][i] += below[j][a] ? own[a] / all : 0;
                    }
                }
            }
        }
        return out;
    }

    /** Whether one joint is another or lies below it. */
    private static boolean[][] below(FitBody body) {
        boolean[][] out = new boolean[body.joints()][body.joints()];
        for (int j = 0; j < out.length; j++) {
            for (int k = j, guard = 0; k >= 0 && guard <= out.length; k = body.parents()[k], guard++) {
                out[k][j] = true;
            }
        }
        return out;
    }

    /** How far a joint is turned, degrees. */
    double degrees(int joint) {
        return Math.toDegrees(2 * Math.acos(Math.min(1, Math.abs(turns[joint].w))));
    }
}
