package idleheron.render;

import idleheron.core.job.Cores;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.volume.Grid;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.InnerNode;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeStats;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * One field of a volume made ready to be marched through: its active box as a dense block of means, at most {@link #MOST} cells
 * an edge, and how much light from the sun reaches each cell. Common space: metres, Y up.
 */
public final class Cloud {
    /** Cells along the longest edge. */
    static final int MOST = 128;

    /** Toward the sun. */
    static final Vector3d SUN = new Vector3d(-0.45, 0.8, 0.4).normalize();

    private static final double LEAST_DEPTH = 1.2;
    private static final double MOST_DEPTH = 14;

    private final int[] size = new int[3];
    private final int factor;
    private final IndexBox box;
    private final float[] values;
    private final float[] light;
    private final Matrix4d toWorld;
    private final Matrix4d toCell;
    private final double cell;
    private final boolean fog;
    private float top;
    private double extinction;

    private Cloud(Grid grid, CanonicalSpace space, IndexBox box) {
        this.box = box;
        this.fog = grid.gridClass().equals(Grid.FOG);
        long longest = Math.max(box.size(0), Math.max(box.size(1), box.size(2)));
        factor = (int) Math.max(1, (longest + MOST - 1) / MOST);
        for (int a = 0; a < 3; a++) {
            size[a] = (int) ((box.size(a) + factor - 1) / factor);
        }
        values = new float[size[0] * size[1] * size[2]];
        fill(grid.tree());
        double[] m = grid.map().affine();
        Matrix4d affine = new Matrix4d();
        for (int r = 0; r < 4; r++) {
            for (int c = 0; c < 4; c++) {
                affine.set(c, r, m[4 * r + c]);
            }
        }
        toWorld = space.pointMatrix()
                .mul(affine)
                .translate(
                        box.minX() + 0.5 * (factor - 1),
                        box.minY() + 0.5 * (factor - 1),
                        box.minZ() + 0.5 * (factor - 1))
                .scale(factor);
        toCell = new Matrix4d(toWorld).invert();
        cell = Math.cbrt(Math.abs(toWorld.determinant3x3()));
        extinction = fog ? honest() : 0;
        light = fog ? lit() : new float[0];
    }

    /** Null where nothing is active, the map is a frustum, or it flattens space. */
    public static @Nullable Cloud of(Grid grid, CanonicalSpace space) {
        IndexBox box = TreeStats.of(grid.tree()).box();
        double volume = Math.abs(grid.map().determinant());
        boolean flat = !(volume > 0) || !Double.isFinite(volume) || !Double.isFinite(1 / volume);
        return box.isEmpty() || wide(box) || !grid.map().linear() || flat ? null : new Cloud(grid, space, box);
    }

    private static boolean wide(IndexBox box) {
        return Math.max(box.size(0), Math.max(box.size(1), box.size(2))) > 1 << 24;
    }

    private void fill(SparseTree tree) {
        int[] o = tree.leafOrigins();
        float share = 1f / (factor * factor * factor);
        Object[] slabs = new Object[size[0]];
        for (int i = 0; i < slabs.length; i++) {
            slabs[i] = new Object();
        }
        Cores.split(tree.leaves(), 128, (from, to) -> {
            for (int leaf = from; leaf < to; leaf++) {
                for (int x = 0; x < 8; x++) {
                    long w = tree.leafMasks()[8 * leaf + x];
                    int cx = (o[3 * leaf] + x - box.minX()) / factor;
                    if (w == 0 || cx < 0 || cx >= size[0]) {
                        continue;
                    }
                    synchronized (slabs[cx]) {
                        for (long left = w; left != 0; left &= left - 1) {
                            int n = Long.numberOfTrailingZeros(left);
                            int cy = (o[3 * leaf + 1] + (n >> 3) - box.minY()) / factor;
                            int cz = (o[3 * leaf + 2] + (n & 7) - box.minZ()) / factor;
                            double v = tree.leafValues().scalar(((long) leaf << 9) + 64L * x + n);
                            values[(cx * size[1] + cy) * size[2] + cz] += (float) Math.abs(v) * share;
                        }
                    }
                }
            }
        });
        for (InnerNode n : tree.lowers()) {
            tiles(n);
        }
        for (float v : values) {
            top = v > top && v < Float.MAX_VALUE ? v : top;
        }
    }

    private void tiles(InnerNode n) {
        for (int s = Bits.nextOn(n.active(), 0, 0, n.slots());
                s < n.slots();
                s = Bits.nextOn(n.active(), 0, s + 1, n.slots())) {
            float v = (float) Math.abs(n.tiles().scalar(s));
            for (int x = 0; x < 8; x++) {
                for (int y = 0; y < 8; y++) {
                    for (int z = 0; z < 8; z++) {
                        int i = (((n.slotX(s) + x - box.minX()) / factor) * size[1]
                                                + (n.slotY(s) + y - box.minY()) / factor)
                                        * size[2]
                                + (n.slotZ(s) + z - box.minZ()) / factor;
                        values[i] = Math.max(values[i], v);
                    }
                }
            }
        }
    }

    /** Density by metres, but never so thin or thick that nothing of its shape can be seen. */
    private double honest() {
        double depth = 0;
        int y = size[1] / 2;
        for (int z = 0; z < size[2]; z++) {
            double sum = 0;
            for (int x = 0; x < size[0]; x++) {
                sum += values[(x * size[1] + y) * size[2] + z];
            }
            depth = Math.max(depth, sum * cell);
        }
        if (depth == 0) {
            return 1;
        }
        return Math.clamp(depth, LEAST_DEPTH, MOST_DEPTH) / depth;
    }

    /** Transmittance from the sun, cell by cell, in steps of two cells. */
    private float[] lit() {
        float[] out = new float[values.length];
        Vector3d d = toCell.transformDirection(new Vector3d(SUN));
        d.div(Math.max(Math.abs(d.x), Math.max(Math.abs(d.y), Math.abs(d.z))))
                .normalize()
                .mul(2);
        if (!(d.lengthSquared() > 1)) { // a map that no light comes through
            java.util.Arrays.fill(out, 1);
            return out;
        }
        double step = toWorld.transformDirection(new Vector3d(d)).length() * extinction;
        Cores.split(size[0], 2, (from, to) -> {
            for (int x = from; x < to; x++) {
                for (int y = 0; y < size[1]; y++) {
                    for (int z = 0; z < size[2]; z++) {
                        double sum = 0;
                        double px = x + d.x;
                        double py = y + d.y;
                        double pz = z + d.z;
                        while (inside(px, py, pz) && sum * step < 6) {
                            int i = (int) (px + 0.5);
                            int j = (int) (py + 0.5);
                            int k = (int) (pz + 0.5);
                            sum += values[(i * size[1] + j) * size[2] + k];
                            px += d.x;
                            py += d.y;
                            pz += d.z;
                        }
                        out[(x * size[1] + y) * size[2] + z] = (float) Math.exp(-sum * step);
                    }
                }
            }
        });
        return out;
    }

    private boolean inside(double x, double y, double z) {
        return x > -0.5 && y > -0.5 && z > -0.5 && x < size[0] - 0.5 && y < size[1] - 0.5 && z < size[2] - 0.5;
    }

    boolean isFog() {
        return fog;
    }

    int size(int axis) {
        return size[axis];
    }

    /** Common space to cells; cell centres are whole numbers. */
    Matrix4d toCell() {
        return toCell;
    }

    /** Edge of a cell, metres. */
    double cell() {
        return cell;
    }

    /** What a value is multiplied by to give extinction per metre. */
    double extinction() {
        return extinction;
    }

    /** Largest value. */
    float top() {
        return top;
    }

    /** Linear between cells, 0 outside. */
    float value(double x, double y, double z) {
        return sample(values, x, y, z);
    }

    float light(double x, double y, double z) {
        return sample(light, x, y, z);
    }

    private float sample(float[] of, double x, double y, double z) {
        int i = (int) Math.floor(x);
        int j = (int) Math.floor(y);
        int k = (int) Math.floor(z);
        float fx = (float) (x - i);
        float fy = (float) (y - j);
        float fz = (float) (z - k);
        if (i >= 0 && j >= 0 && k >= 0 && i + 1 < size[0] && j + 1 < size[1] && k + 1 < size[2]) {
            int a = (i * size[1] + j) * size[2] + k;
            int b = a + size[2];
            int c = a + size[1] * size[2];
            int e = c + size[2];
            float v0 = of[a] + (of[a + 1] - of[a]) * fz;
            float v1 = of[b] + (of[b + 1] - of[b]) * fz;
            float v2 = of[c] + (of[c + 1] - of[c]) * fz;
            float v3 = of[e] + (of[e + 1] - of[e]) * fz;
            float u0 = v0 + (v1 - v0) * fy;
            float u1 = v2 + (v3 - v2) * fy;
            return u0 + (u1 - u0) * fx;
        }
        float sum = 0;
        for (int n = 0; n < 8; n++) {
            int p = i + (n >> 2);
            int q = j + (n >> 1 & 1);
            int r = k + (n & 1);
            if (p >= 0 && q >= 0 && r >= 0 && p < size[0] && q < size[1] && r < size[2]) {
                float w = ((n & 4) == 0 ? 1 - fx : fx) * ((n & 2) == 0 ? 1 - fy : fy) * ((n & 1) == 0 ? 1 - fz : fz);
                sum += w * of[(p * size[1] + q) * size[2] + r];
            }
        }
        return sum;
    }

    /** The eight corners of the box of active voxels, x, y, z each; bit 0 of a corner's number is X, bit 1 Y, bit 2 Z. */
    public double[] corners() {
        double[] out = new double[24];
        Vector3d p = new Vector3d();
        for (int c = 0; c < 8; c++) {
            p.set(
                    (c & 1) == 0 ? -0.5 : size[0] - 0.5,
                    (c & 2) == 0 ? -0.5 : size[1] - 0.5,
                    (c & 4) == 0 ? -0.5 : size[2] - 0.5);
            toWorld.transformPosition(p);
            out[3 * c] = p.x;
            out[3 * c + 1] = p.y;
            out[3 * c + 2] = p.z;
        }
        return out;
    }
}
