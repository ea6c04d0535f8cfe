package idleheron.core.pose;

import idleheron.core.job.Cores;
import idleheron.core.scene.Node;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * The deformed points of one mesh node: blend shapes, then skinning, or the node's own transform where there is no skin.
 * Skins other than plain linear ones are left to {@link StyledSkin}. Works on all cores; the buffers are reused.
 *
 * <p>Source of the skinning: p' = Σ wᵢ · Jᵢ(t) · Bᵢ · G · p, with J the joint's world matrix, B the inverse bind matrix and G
 * the geometric offset. A point whose weights sum to s ≠ 1 is divided by s, one without weights follows the mesh node.
 */
public final class Surface {
    private final int node;
    private final int mesh;
    private final Mesh data;
    private final float[] points;
    private final double[] shaped;
    private final double[] matrices;
    private final StyledSkin styled;

    /** Which points stand as the last pose has them; null is all. */
    private int @Nullable [] standing;

    /** Whether shapes were added to the points before skinning when they were made last, or they were not made yet. */
    private boolean hasShapes = true;

    public Surface(Pose pose, int node) {
        Node n = pose.scene().nodes().get(node);
        this.node = node;
        this.mesh = n.payload();
        this.data = pose.scene().meshes().get(mesh);
        this.points = new float[data.points().length];
        this.shaped = data.shapes().isEmpty() ? data.points() : new double[data.points().length];
        this.styled = new StyledSkin(n.geometric() == null ? new Matrix4d() : n.geometric());
        Skin skin = data.skin();
        this.matrices = new double[12 * ((skin == null ? 0 : skin.joints().length) + 1)];
    }

    public int node() {
        return node;
    }

    public Mesh mesh() {
        return data;
    }

    /** The points of the last {@link #deform}, three per point. */
    public float[] points() {
        return points;
    }

    /**
     * Deforms for the pose as it stands.
     *
     * @param after applied to the world positions, such as {@link CanonicalSpace#pointMatrix()}
     * @return packed positions, valid until the next call
     */
    public float[] deform(Pose pose, Matrix4dc after) {
        return deform(pose, after, null);
    }

    /**
     * The same for a few points, as a coarse picture needs; the others stay where they were. All are deformed where the skin is
     * none of the plain linear ones.
     *
     * @param only numbers of points; null for all
     */
    public float[] deform(Pose pose, Matrix4dc after, int @Nullable [] only) {
        standing = only;
        shaped(pose);
        Node n = pose.scene().nodes().get(node);
        Matrix4dc geometric = n.geometric() == null ? new Matrix4d() : n.geometric();
        Matrix4d m = new Matrix4d();
        Skin skin = data.skin();
        int own = 0;
        if (skin != null) {
            for (int s = 0; s < skin.joints().length; s++) {
                after.mul(pose.world(skin.joints()[s]), m)
                        .mul(skin.toJoint()[s])
                        .mul(geometric);
                store(m, s);
            }
            own = skin.joints().length;
        }
        after.mul(pose.world(node), m).mul(geometric);
        store(m, own);
        if (skin != null && !skin.style().isPlain()) {
            standing = null;
            styled.deform(pose, node, skin, shaped, m, points);
            return points;
        }
        int rigid = own;
        Cores.split(only == null ? data.pointCount() : only.length, 8_000, (from, to) -> {
            for (int i = from; i < to; i++) {
                int p = only == null ? i : only[i];
                if (skin == null) {
                    put(p, 0);
                } else {
                    skin(skin, rigid, p);
                }
            }
        });
        return points;
    }

    /** The points before skinning: those of the mesh with the shapes of the pose; valid until the next call. */
    double[] shaped(Pose pose) {
        if (!data.shapes().isEmpty()) {
            applyShapes(pose);
        }
        return shaped;
    }

    private void store(Matrix4d m, int slot) {
        int o = 12 * slot;
        matrices[o] = m.m00();
        matrices[o + 1] = m.m10();
        matrices[o + 2] = m.m20();
        matrices[o + 3] = m.m30();
        matrices[o + 4] = m.m01();
        matrices[o + 5] = m.m11();
        matrices[o + 6] = m.m21();
        matrices[o + 7] = m.m31();
        matrices[o + 8] = m.m02();
        matrices[o + 9] = m.m12();
        matrices[o + 10] = m.m22();
        matrices[o + 11] = m.m32();
    }

    private void put(int p, int slot) {
        double x = shaped[3 * p];
        double y = shaped[3 * p + 1];
        double z = shaped[3 * p + 2];
        int o = 12 * slot;
        points[3 * p] = (float) (matrices[o] * x + matrices[o + 1] * y + matrices[o + 2] * z + matrices[o + 3]);
        points[3 * p + 1] = (float) (matrices[o + 4] * x + matrices[o + 5] * y + matrices[o + 6] * z + matrices[o + 7]);
        points[3 * p + 2] =
                (float) (matrices[o + 8] * x + matrices[o + 9] * y + matrices[o + 10] * z + matrices[o + 11]);
    }

    private void skin(Skin skin, int rigid, int p) {
        int[] slots = skin.slots();
        float[] weights = skin.weights();
        double[] k = matrices;
        double x = shaped[3 * p];
        double y = shaped[3 * p + 1];
        double z = shaped[3 * p + 2];
        double ox = 0;
        double oy = 0;
        double oz = 0;
        double sum = 0;
        for (int i = skin.starts()[p]; i < skin.starts()[p + 1]; i++) {
            double w = weights[i];
            int o = 12 * slots[i];
            ox += w * (k[o] * x + k[o + 1] * y + k[o + 2] * z + k[o + 3]);
            oy += w * (k[o + 4] * x + k[o + 5] * y + k[o + 6] * z + k[o + 7]);
            oz += w * (k[o + 8] * x + k[o + 9] * y + k[o + 10] * z + k[o + 11]);
            sum += w;
        }
        if (sum <= 0) {
            put(p, rigid);
        } else {
            points[3 * p] = (float) (ox / sum);
            points[3 * p + 1] = (float) (oy / sum);
            points[3 * p + 2] = (float) (oz / sum);
        }
    }

    private void applyShapes(Pose pose) {
        if (hasShapes) {
            System.arraycopy(data.points(), 0, shaped, 0, shaped.length);
        }
        hasShapes = false;
        for (int s = 0; s < data.shapes().size(); s++) {
            double weight = pose.shapeWeight(mesh, s);
            if (weight != 0) {
                hasShapes = true;
                apply(data.shapes().get(s).targets(), weight);
            }
        }
    }

    /** Between two in-betweens their offsets are blended; below the first it is scaled from nothing, above the last scaled on. */
    private void apply(List<BlendShape.Target> targets, double weight) {
        int above = 0;
        while (above < targets.size() && targets.get(above).fullWeight() < weight) {
            above++;
        }
        if (above == 0 || targets.size() == 1) {
            add(targets.getFirst(), weight / targets.getFirst().fullWeight());
        } else if (above == targets.size()) {
            add(targets.getLast(), weight / targets.getLast().fullWeight());
        } else {
            BlendShape.Target low = targets.get(above - 1);
            BlendShape.Target high = targets.get(above);
            double u = (weight - low.fullWeight()) / (high.fullWeight() - low.fullWeight());
            add(low, 1 - u);
            add(high, u);
        }
    }

    private void add(BlendShape.Target target, double factor) {
        int[] index = target.points();
        float[] d = target.deltas();
        for (int i = 0; i < index.length; i++) {
            int p = 3 * index[i];
            shaped[p] += factor * d[3 * i];
            shaped[p + 1] += factor * d[3 * i + 1];
            shaped[p + 2] += factor * d[3 * i + 2];
        }
    }

    /** All mesh nodes of a scene. */
    public static List<Surface> all(Pose pose) {
        List<Surface> out = new java.util.ArrayList<>();
        for (int i = 0; i < pose.scene().nodes().size(); i++) {
            if (pose.scene().nodes().get(i).kind() == idleheron.core.scene.NodeKind.MESH) {
                out.add(new Surface(pose, i));
            }
        }
        return out;
    }

    /** Smallest and largest x, y, z over the points of several surfaces that were deformed last, as {x0,y0,z0,x1,y1,z1}. */
    public static double[] bounds(List<Surface> surfaces) {
        float[] low = {Float.POSITIVE_INFINITY, Float.POSITIVE_INFINITY, Float.POSITIVE_INFINITY};
        float[] high = {Float.NEGATIVE_INFINITY, Float.NEGATIVE_INFINITY, Float.NEGATIVE_INFINITY};
        surfaces.forEach(s -> s.grow(low, high));
        return new double[] {low[0], low[1], low[2], high[0], high[1], high[2]};
    }

    private void grow(float[] low, float[] high) {
        int[] few = standing;
        for (int axis = 0; axis < 3; axis++) {
            float least = low[axis];
            float most = high[axis];
            int n = few == null ? points.length / 3 : few.length;
            for (int i = 0; i < n; i++) {
                float at = points[3 * (few == null ? i : few[i]) + axis];
                least = Math.min(least, at);
                most = Math.max(most, at);
            }
            low[axis] = least;
            high[axis] = most;
        }
    }
}
