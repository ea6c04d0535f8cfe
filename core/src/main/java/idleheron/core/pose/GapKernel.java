package idleheron.core.pose;

import idleheron.core.scene.mesh.Skin;
import org.joml.Matrix4dc;

/**
 * One side of a {@link SurfaceGap}: a plain linear skin, or none, laid out for a long run over frames. Every point has at least
 * one influence (the mesh node itself where no joint moves it) and weights that sum to one.
 *
 * <p>Matrices are packed by frame pair, slot, frame of the pair, row: entry 24·slot + 12·f + 4·row + column.
 */
final class GapKernel {
    /** Numbers of one slot in one frame. */
    private static final int ROWS = 12;

    final double[] points;
    final int[] starts;
    final int[] slots;
    final double[] weights;
    private final Matrix4dc[] toJoint;
    private final int[] joints;
    private final int node;
    private final Matrix4dc geometric;
    private final org.joml.Matrix4d m = new org.joml.Matrix4d();

    /** Points are those of the mesh with its shapes as they stand; they must not change during the run. */
    GapKernel(int node, double[] points, @org.jspecify.annotations.Nullable Skin skin, Matrix4dc geometric) {
        this.node = node;
        this.points = points;
        this.geometric = geometric;
        int n = points.length / 3;
        joints = skin == null ? new int[0] : skin.joints();
        toJoint = skin == null ? new Matrix4dc[0] : skin.toJoint();
        starts = new int[n + 1];
        int most = n + (skin == null ? 0 : skin.slots().length);
        int[] s = new int[most];
        double[] w = new double[most];
        int at = 0;
        for (int p = 0; p < n; p++) {
            double sum = skin == null ? 0 : skin.sum(p);
            if (skin == null || sum <= 0) {
                s[at] = joints.length;
                w[at++] = 1;
            } else {
                for (int i = skin.starts()[p]; i < skin.starts()[p + 1]; i++) {
                    s[at] = skin.slots()[i];
                    w[at++] = skin.weights()[i] / sum;
                }
            }
            starts[p + 1] = at;
        }
        slots = s;
        weights = w;
    }

    int matrixNumbers() {
        return 2 * ROWS * (joints.length + 1);
    }

    /** Packs what moves each slot in one frame of a pair. */
    void store(Pose pose, Matrix4dc after, double[] into, int frame) {
        for (int s = 0; s < joints.length; s++) {
            after.mul(pose.world(joints[s]), m).mul(toJoint[s]).mul(geometric);
            put(into, 2 * ROWS * s + ROWS * frame);
        }
        after.mul(pose.world(node), m).mul(geometric);
        put(into, 2 * ROWS * joints.length + ROWS * frame);
    }

    private void put(double[] into, int o) {
        for (int row = 0; row < 3; row++) {
            for (int column = 0; column < 4; column++) {
                into[o + 4 * row + column] = m.get(column, row);
            }
        }
    }

    /**
     * Holds the points from (included) to (excluded) of this side and another against each other in two frames at once; so much work lies
     * between two loads of a weight that the kernel keeps pace with compiled C.
     *
     * @param ma matrices of this side for the two frames
     * @param mb matrices of {@code b}
     * @param out per frame of the pair: largest squared distance, sum of distances
     */
    void pair(GapKernel b, double[] ma, double[] mb, int from, int to, double[] out) {
        double worst0 = 0;
        double worst1 = 0;
        double sum0 = 0;
        double sum1 = 0;
        int[] startsA = starts;
        int[] startsB = b.starts;
        int[] slotsA = slots;
        int[] slotsB = b.slots;
        double[] weightsA = weights;
        double[] weightsB = b.weights;
        double[] pa = points;
        double[] pb = b.points;
        for (int p = from; p < to; p++) {
            double x0 = 0;
            double y0 = 0;
            double z0 = 0;
            double x1 = 0;
            double y1 = 0;
            double z1 = 0;
            double px = pa[3 * p];
            double py = pa[3 * p + 1];
            double pz = pa[3 * p + 2];
            for (int i = startsA[p]; i < startsA[p + 1]; i++) {
                double w = weightsA[i];
                double x = w * px;
                double y = w * py;
                double z = w * pz;
                int o = 24 * slotsA[i];
                x0 += ma[o] * x + ma[o + 1] * y + ma[o + 2] * z + ma[o + 3] * w;
                y0 += ma[o + 4] * x + ma[o + 5] * y + ma[o + 6] * z + ma[o + 7] * w;
                z0 += ma[o + 8] * x + ma[o + 9] * y + ma[o + 10] * z + ma[o + 11] * w;
                x1 += ma[o + 12] * x + ma[o + 13] * y + ma[o + 14] * z + ma[o + 15] * w;
                y1 += ma[o + 16] * x + ma[o + 17] * y + ma[o + 18] * z + ma[o + 19] * w;
                z1 += ma[o + 20] * x + ma[o + 21] * y + ma[o + 22] * z + ma[o + 23] * w;
            }
            double ax0 = x0;
            double ay0 = y0;
            double az0 = z0;
            double ax1 = x1;
            double ay1 = y1;
            double az1 = z1;
            x0 = 0;
            y0 = 0;
            z0 = 0;
            x1 = 0;
            y1 = 0;
            z1 = 0;
            px = pb[3 * p];
            py = pb[3 * p + 1];
            pz = pb[3 * p + 2];
            for (int i = startsB[p]; i < startsB[p + 1]; i++) {
                double w = weightsB[i];
                double x = w * px;
                double y = w * py;
                double z = w * pz;
                int o = 24 * slotsB[i];
                x0 += mb[o] * x + mb[o + 1] * y + mb[o + 2] * z + mb[o + 3] * w;
                y0 += mb[o + 4] * x + mb[o + 5] * y + mb[o + 6] * z + mb[o + 7] * w;
                z0 += mb[o + 8] * x + mb[o + 9] * y + mb[o + 10] * z + mb[o + 11] * w;
                x1 += mb[o + 12] * x + mb[o + 13] * y + mb[o + 14] * z + mb[o + 15] * w;
                y1 += mb[o + 16] * x + mb[o + 17] * y + mb[o + 18] * z + mb[o + 19] * w;
                z1 += mb[o + 20] * x + mb[o + 21] * y + mb[o + 22] * z + mb[o + 23] * w;
            }
            x0 -= ax0;
            y0 -= ay0;
            z0 -= az0;
            x1 -= ax1;
            y1 -= ay1;
            z1 -= az1;
            double d0 = x0 * x0 + y0 * y0 + z0 * z0;
            double d1 = x1 * x1 + y1 * y1 + z1 * z1;
            sum0 += Math.sqrt(d0);
            sum1 += Math.sqrt(d1);
            worst0 = d0 > worst0 ? d0 : worst0;
            worst1 = d1 > worst1 ? d1 : worst1;
        }
        out[0] = worst0;
        out[1] = sum0;
        out[2] = worst1;
        out[3] = sum1;
    }
}
