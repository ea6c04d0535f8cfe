package idleheron.core.volume;

import static idleheron.core.Messages.say;

import idleheron.core.volume.tree.IndexBox;
import org.jspecify.annotations.Nullable;

/**
 * Where voxels lie in the world: an affine map of index coordinates, or a frustum that narrows before such a map. A voxel's
 * centre is at its whole-numbered index.
 *
 * @param kind the name of the map in files: "UniformScaleMap", "AffineMap"
 * @param affine 16 numbers row by row for column vectors; of a frustum its second map
 * @param frustum or null
 */
public record GridMap(
        String kind, double[] affine, @Nullable Frustum frustum) {
    /**
     * A box of indices that is brought to a unit cube, x and y about the middle, and widened along z before the affine map:
     * with w the box's width in x and d its depth in z, z' = (z - z0)·depth/d and x' = (x - x0 - w/2)·(1 + g·z')/w, where
     * g = (1/taper - 1)/depth; y' likewise, by the same w.
     *
     * @param min corner of the box, index units
     * @param taper width at the near end over width at the far end
     * @param depth of the unit frustum over its near width
     */
    public record Frustum(double[] min, double[] max, double taper, double depth) {}

    /** Voxels of one edge, in world units, without a turn. */
    public static GridMap scale(double voxel) {
        return affine("UniformScaleMap", voxel, 0, 0, 0, 0, voxel, 0, 0, 0, 0, voxel, 0, 0, 0, 0, 1);
    }

    /** Voxels of one edge and the world place of voxel 0 0 0. */
    public static GridMap scale(double voxel, double x, double y, double z) {
        return affine("UniformScaleTranslateMap", voxel, 0, 0, x, 0, voxel, 0, y, 0, 0, voxel, z, 0, 0, 0, 1);
    }

    /** By sixteen numbers, rows of four. */
    public static GridMap affine(String kind, double... m) {
        return new GridMap(kind, m, null);
    }

    /** Whether it is an affine map, not a frustum. */
    public boolean linear() {
        return frustum == null;
    }

    /** World position of an index position, in the file's own unit. */
    public void apply(double i, double j, double k, double[] out) {
        double x = i;
        double y = j;
        double z = k;
        Frustum f = frustum;
        if (f != null) {
            double w = f.max[0] - f.min[0];
            z = (k - f.min[2]) * f.depth / (f.max[2] - f.min[2]);
            double s = (1 + (1 / f.taper - 1) / f.depth * z) / w;
            x = (i - f.min[0] - 0.5 * w) * s;
            y = (j - f.min[1] - 0.5 * (f.max[1] - f.min[1])) * s;
        }
        for (int r = 0; r < 3; r++) {
            out[r] = affine[4 * r] * x + affine[4 * r + 1] * y + affine[4 * r + 2] * z + affine[4 * r + 3];
        }
    }

    /** World place of a place in index space. */
    public double[] apply(double i, double j, double k) {
        double[] out = new double[3];
        apply(i, j, k, out);
        return out;
    }

    /** Lengths of one step along i, j and k at the origin; of a frustum at its near end's middle. */
    public double[] voxelSize() {
        double[] out = new double[3];
        Frustum f = frustum;
        if (f == null) {
            for (int a = 0; a < 3; a++) {
                out[a] = Math.hypot(Math.hypot(affine[a], affine[4 + a]), affine[8 + a]);
            }
            return out;
        }
        double i = 0.5 * (f.min[0] + f.max[0]);
        double j = 0.5 * (f.min[1] + f.max[1]);
        double k = f.min[2];
        double[] at = apply(i, j, k);
        for (int a = 0; a < 3; a++) {
            double[] next = apply(a == 0 ? i + 1 : i, a == 1 ? j + 1 : j, a == 2 ? k + 1 : k);
            out[a] = Math.sqrt(square(next[0] - at[0]) + square(next[1] - at[1]) + square(next[2] - at[2]));
        }
        return out;
    }

    private static double square(double v) {
        return v * v;
    }

    /** Volume of one voxel, with the sign of the map's handedness; of a frustum at its near end. */
    public double determinant() {
        double[] m = affine;
        double d = m[0] * (m[5] * m[10] - m[6] * m[9])
                - m[1] * (m[4] * m[10] - m[6] * m[8])
                + m[2] * (m[4] * m[9] - m[5] * m[8]);
        Frustum f = frustum;
        return f == null ? d : d * f.depth / ((f.max[0] - f.min[0]) * (f.max[0] - f.min[0]) * (f.max[2] - f.min[2]));
    }

    /** This map followed by another affine one, voxels untouched. Its kind is the plainest that holds it. */
    public GridMap then(double[] world) {
        double[] m = new double[16];
        for (int r = 0; r < 4; r++) {
            for (int c = 0; c < 4; c++) {
                for (int n = 0; n < 4; n++) {
                    m[4 * r + c] += world[4 * r + n] * affine[4 * n + c];
                }
            }
        }
        return frustum != null ? new GridMap(kind, m, frustum) : plainest(m);
    }

    /** A map under the name of the plainest kind that can hold it. */
    public static GridMap plainest(double[] m) {
        boolean diagonal = m[1] == 0 && m[2] == 0 && m[4] == 0 && m[6] == 0 && m[8] == 0 && m[9] == 0;
        if (!diagonal) {
            return affine("AffineMap", m);
        }
        boolean even = m[0] == m[5] && m[5] == m[10];
        boolean still = m[3] == 0 && m[7] == 0 && m[11] == 0;
        return affine((even ? "UniformScale" : "Scale") + (still ? "Map" : "TranslateMap"), m);
    }

    /** The box in the world around a box of voxels, {min x, y, z, max x, y, z}; half a voxel is added all round. */
    public double[] worldBox(IndexBox box) {
        double[] out = {1 / 0.0, 1 / 0.0, 1 / 0.0, -1 / 0.0, -1 / 0.0, -1 / 0.0};
        if (box.isEmpty()) {
            return out;
        }
        double[] p = new double[3];
        for (int corner = 0; corner < 8; corner++) {
            apply(
                    (corner & 1) == 0 ? box.minX() - 0.5 : box.maxX() + 0.5,
                    (corner & 2) == 0 ? box.minY() - 0.5 : box.maxY() + 0.5,
                    (corner & 4) == 0 ? box.minZ() - 0.5 : box.maxZ() + 0.5,
                    p);
            for (int a = 0; a < 3; a++) {
                out[a] = Math.min(out[a], p[a]);
                out[3 + a] = Math.max(out[3 + a], p[a]);
            }
        }
        return out;
    }

    /**
     * Index position of a world position.
     *
     * @param inverse of {@link #affine}, from {@link #inverse()}
     */
    public void index(double[] inverse, double x, double y, double z, double[] out) {
        double px = inverse[0] * x + inverse[1] * y + inverse[2] * z + inverse[3];
        double py = inverse[4] * x + inverse[5] * y + inverse[6] * z + inverse[7];
        double pz = inverse[8] * x + inverse[9] * y + inverse[10] * z + inverse[11];
        Frustum f = frustum;
        if (f == null) {
            out[0] = px;
            out[1] = py;
            out[2] = pz;
            return;
        }
        double w = f.max[0] - f.min[0];
        double s = (1 + (1 / f.taper - 1) / f.depth * pz) / w;
        out[0] = px / s + f.min[0] + 0.5 * w;
        out[1] = py / s + f.min[1] + 0.5 * (f.max[1] - f.min[1]);
        out[2] = pz * (f.max[2] - f.min[2]) / f.depth + f.min[2];
    }

    /**
     * @throws ArithmeticException when the map flattens space
     */
    public double[] inverse() {
        double[] m = affine;
        double d = m[0] * (m[5] * m[10] - m[6] * m[9])
                - m[1] * (m[4] * m[10] - m[6] * m[8])
                + m[2] * (m[4] * m[9] - m[5] * m[8]);
        if (d == 0 || Double.isNaN(d)) {
            throw new ArithmeticException(say("core.volume.GridMap.the-transform-flattens-space"));
        }
        double[] out = new double[16];
        for (int r = 0; r < 3; r++) {
            for (int c = 0; c < 3; c++) {
                int r1 = (c + 1) % 3;
                int r2 = (c + 2) % 3;
                int c1 = (r + 1) % 3;
                int c2 = (r + 2) % 3;
                out[4 * r + c] = (m[4 * r1 + c1] * m[4 * r2 + c2] - m[4 * r1 + c2] * m[4 * r2 + c1]) / d;
            }
        }
        for (int r = 0; r < 3; r++) {
            out[4 * r + 3] = -(out[4 * r] * m[3] + out[4 * r + 1] * m[7] + out[4 * r + 2] * m[11]);
        }
        out[15] = 1;
        return out;
    }
}
