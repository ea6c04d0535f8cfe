package idleheron.core.pose;

import idleheron.core.job.Cores;
import idleheron.core.math.Matrices;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/**
 * Skins that are not plainly linear: dual quaternions, a blend of both, weights that add up or leave a rest to the mesh.
 *
 * <p>Everything is done in the mesh's own space: slot i moves a point by Vᵢ = mesh⁻¹ · Jᵢ · Bᵢ, and the mesh's world matrix
 * comes last. Dual quaternions after Kavan, Collins, Žára and O'Sullivan, "Geometric Skinning with Approximate Dual
 * Quaternion Blending" (2008): the turn and move of each Vᵢ as a unit dual quaternion, summed by weight in the half-space of
 * the first, divided by the length of its real part. What a joint scales or shears is not carried by them.
 */
final class StyledSkin {
    private final Matrix4dc geometric;
    private double[] linear = {};
    private double[] dual = {};

    /**
     * @param geometric what moves the points within the node
     */
    StyledSkin(Matrix4dc geometric) {
        this.geometric = geometric;
    }

    /** Sum of weights and point, reused along a run of points. */
    private static final class Work {
        private final double[] p = new double[3];
        private final double[] q = new double[3];
        private final double[] d = new double[8];
    }

    /**
     * @param node of the mesh
     * @param shaped points in mesh space, three each
     * @param whole view · world · geometric of the mesh node
     * @param out three per point
     */
    void deform(Pose pose, int node, Skin skin, double[] shaped, Matrix4dc whole, float[] out) {
        Matrix4d mesh = new Matrix4d(pose.world(node));
        Matrix4d back = new Matrix4d(mesh).invert();
        if (!back.isFinite()) {
            back.identity();
        }
        Matrix4d outer = new Matrix4d(whole).mul(new Matrix4d(geometric).invert());
        int slots = skin.joints().length;
        linear = linear.length < 12 * slots ? new double[12 * slots] : linear;
        dual = dual.length < 8 * slots ? new double[8 * slots] : dual;
        List<SkinStyle.Associate> associates = skin.style().associates();
        for (int s = 0; s < slots; s++) {
            Matrix4d v = new Matrix4d(back);
            if (skin.style().link() == SkinStyle.Link.ADDITIVE && s < associates.size()) {
                SkinStyle.Associate a = associates.get(s);
                v.set(a.bind()).mul(new Matrix4d(pose.world(a.node())).invert());
            }
            v.mul(pose.world(skin.joints()[s])).mul(skin.toJoint()[s]);
            store(v, s);
        }
        Cores.split(skin.points(), 4_000, (from, to) -> {
            Work work = new Work();
            for (int i = from; i < to; i++) {
                point(skin, i, shaped, work);
                put(outer, work.p, out, i);
            }
        });
    }

    private void store(Matrix4d v, int slot) {
        int o = 12 * slot;
        for (int row = 0; row < 3; row++) {
            for (int column = 0; column < 4; column++) {
                linear[o + 4 * row + column] = v.get(column, row);
            }
        }
        Quaterniond r = Matrices.quaternion(v);
        double x = v.m30() / 2;
        double y = v.m31() / 2;
        double z = v.m32() / 2;
        int d = 8 * slot;
        dual[d] = r.w;
        dual[d + 1] = r.x;
        dual[d + 2] = r.y;
        dual[d + 3] = r.z;
        dual[d + 4] = -x * r.x - y * r.y - z * r.z;
        dual[d + 5] = x * r.w + y * r.z - z * r.y;
        dual[d + 6] = y * r.w + z * r.x - x * r.z;
        dual[d + 7] = z * r.w + x * r.y - y * r.x;
    }

    private static void put(Matrix4dc m, double[] p, float[] out, int i) {
        out[3 * i] = (float) (m.m00() * p[0] + m.m10() * p[1] + m.m20() * p[2] + m.m30());
        out[3 * i + 1] = (float) (m.m01() * p[0] + m.m11() * p[1] + m.m21() * p[2] + m.m31());
        out[3 * i + 2] = (float) (m.m02() * p[0] + m.m12() * p[1] + m.m22() * p[2] + m.m32());
    }

    private void point(Skin skin, int i, double[] shaped, Work w) {
        Vector3d at = geometric.transformPosition(new Vector3d(shaped[3 * i], shaped[3 * i + 1], shaped[3 * i + 2]));
        w.q[0] = at.x;
        w.q[1] = at.y;
        w.q[2] = at.z;
        SkinStyle style = skin.style();
        double share = switch (style.method()) {
            case LINEAR -> 0;
            case DUAL_QUATERNION -> 1;
            case BLENDED -> style.dualShare() == null ? 0 : style.dualShare()[i];
        };
        if (style.link() == SkinStyle.Link.ADDITIVE) {
            additive(skin, i, w);
            return;
        }
        double sum = 0;
        for (int k = skin.starts()[i]; k < skin.starts()[i + 1]; k++) {
            sum += skin.weights()[k];
        }
        double rest = style.link() == SkinStyle.Link.TOTAL_ONE ? 1 - sum : sum > 0 ? 0 : 1;
        double scale = style.link() == SkinStyle.Link.TOTAL_ONE || sum <= 0 ? 1 : 1 / sum;
        w.p[0] = 0;
        w.p[1] = 0;
        w.p[2] = 0;
        if (share < 1) {
            linear(skin, i, rest, scale, 1 - share, w);
        }
        if (share > 0) {
            dual(skin, i, rest, share, w);
        }
    }

    private void linear(Skin skin, int i, double rest, double scale, double share, Work w) {
        double x = rest * w.q[0];
        double y = rest * w.q[1];
        double z = rest * w.q[2];
        for (int k = skin.starts()[i]; k < skin.starts()[i + 1]; k++) {
            double f = skin.weights()[k] * scale;
            int o = 12 * skin.slots()[k];
            x += f * row(o, w.q);
            y += f * row(o + 4, w.q);
            z += f * row(o + 8, w.q);
        }
        w.p[0] += share * x;
        w.p[1] += share * y;
        w.p[2] += share * z;
    }

    private double row(int o, double[] q) {
        return linear[o] * q[0] + linear[o + 1] * q[1] + linear[o + 2] * q[2] + linear[o + 3];
    }

    /** Each joint in turn moves what the ones before it left, in proportion to its weight. */
    private void additive(Skin skin, int i, Work w) {
        for (int k = skin.starts()[i]; k < skin.starts()[i + 1]; k++) {
            double f = skin.weights()[k];
            int o = 12 * skin.slots()[k];
            double x = row(o, w.q);
            double y = row(o + 4, w.q);
            double z = row(o + 8, w.q);
            w.q[0] += f * (x - w.q[0]);
            w.q[1] += f * (y - w.q[1]);
            w.q[2] += f * (z - w.q[2]);
        }
        System.arraycopy(w.q, 0, w.p, 0, 3);
    }

    private void dual(Skin skin, int i, double rest, double share, Work w) {
        double[] d = w.d;
        java.util.Arrays.fill(d, 0);
        int first = -1;
        for (int k = skin.starts()[i]; k < skin.starts()[i + 1]; k++) {
            int o = 8 * skin.slots()[k];
            first = first < 0 ? o : first;
            double side = dual[o] * dual[first]
                    + dual[o + 1] * dual[first + 1]
                    + dual[o + 2] * dual[first + 2]
                    + dual[o + 3] * dual[first + 3];
            double f = side < 0 ? -skin.weights()[k] : skin.weights()[k];
            for (int c = 0; c < 8; c++) {
                d[c] += f * dual[o + c];
            }
        }
        d[0] += first >= 0 && dual[first] < 0 ? -rest : rest;
        double length = Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2] + d[3] * d[3]);
        if (length < 1e-12) {
            for (int c = 0; c < 3; c++) {
                w.p[c] += share * w.q[c];
            }
            return;
        }
        for (int c = 0; c < 8; c++) {
            d[c] /= length;
        }
        double x = w.q[0];
        double y = w.q[1];
        double z = w.q[2];
        double ax = d[2] * z - d[3] * y + d[0] * x;
        double ay = d[3] * x - d[1] * z + d[0] * y;
        double az = d[1] * y - d[2] * x + d[0] * z;
        w.p[0] +=
                share * (x + 2 * (d[2] * az - d[3] * ay) + 2 * (d[0] * d[5] - d[4] * d[1] + d[2] * d[7] - d[3] * d[6]));
        w.p[1] +=
                share * (y + 2 * (d[3] * ax - d[1] * az) + 2 * (d[0] * d[6] - d[4] * d[2] + d[3] * d[5] - d[1] * d[7]));
        w.p[2] +=
                share * (z + 2 * (d[1] * ay - d[2] * ax) + 2 * (d[0] * d[7] - d[4] * d[3] + d[1] * d[6] - d[2] * d[5]));
    }
}
