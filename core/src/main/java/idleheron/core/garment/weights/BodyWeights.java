package idleheron.core.garment.weights;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.TriangleMesh;

/**
 * A body and what its joints move: per point the sum of its weights is 1, or it has none.
 *
 * @param body its surface, metres
 * @param joints how many there are
 * @param starts per point the first of its influences, and the end
 * @param slots the joint of each
 * @param weights of each
 */
public record BodyWeights(BodyDistance body, int joints, int[] starts, int[] slots, double[] weights) {
    /** With weights brought to a sum of 1; {@code unlike} counts the points where it was another. */
    public static BodyWeights of(TriangleMesh mesh, int joints, int[] starts, int[] slots, float[] weights) {
        double[] out = new double[weights.length];
        for (int p = 0; p + 1 < starts.length; p++) {
            double sum = 0;
            for (int i = starts[p]; i < starts[p + 1]; i++) {
                sum += Math.max(0, weights[i]);
            }
            for (int i = starts[p]; i < starts[p + 1] && sum > 0; i++) {
                out[i] = Math.max(0, weights[i]) / sum;
            }
        }
        return new BodyWeights(BodyDistance.of(mesh), joints, starts, slots, out);
    }

    /**
     * Adds the weights at a foot to a row.
     *
     * @param row a number for each joint
     * @return their sum: 0 where no joint moves the body there
     */
    double at(Foot f, double[] row) {
        int[] t = body.mesh().triangles();
        double sum = 0;
        for (int k = 0; k < 3; k++) {
            double share = k == 0 ? f.u : k == 1 ? f.v : f.w;
            int p = t[3 * f.triangle + k];
            for (int i = starts[p]; i < starts[p + 1]; i++) {
                row[slots[i]] += share * weights[i];
                sum += share * weights[i];
            }
        }
        return sum;
    }
}
