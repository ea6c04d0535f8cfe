package idleheron.core.volume.measure;

import idleheron.core.volume.Grid;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.InnerNode;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.VoxelReader;

/** How far a field lies from what emits it. */
public final class EmitterGap {
    private static final int MOST_POINTS = 4000;

    private EmitterGap() {}

    /**
     * @param gap least distance from a point of the surface to the active region, 0 where one lies inside; world unit
     * @param centres distance from the middle of the surface to the middle of the active box; world unit
     */
    public record Gap(double gap, double centres) {}

    /**
     * @param points x, y, z per surface point in the grid's world; at most four thousand of them are looked at
     * @throws ArithmeticException when the grid's map flattens space
     */
    public static Gap of(Grid grid, double[] points) {
        TreeStats c = TreeStats.of(grid.tree());
        int n = points.length / 3;
        if (c.box().isEmpty() || n == 0) {
            return new Gap(Double.NaN, Double.NaN);
        }
        double[] inverse = grid.map().inverse();
        double[] index = new double[3];
        double[] world = new double[3];
        double[] middle = new double[3];
        VoxelReader reader = new VoxelReader(grid.tree());
        int step = Math.max(1, n / MOST_POINTS);
        double least = Double.POSITIVE_INFINITY;
        int taken = 0;
        for (int p = 0; p < n; p += step) {
            double x = points[3 * p];
            double y = points[3 * p + 1];
            double z = points[3 * p + 2];
            middle[0] += x;
            middle[1] += y;
            middle[2] += z;
            taken++;
            if (least == 0) {
                continue;
            }
            grid.map().index(inverse, x, y, z, index);
            if (reader.to((int) Math.rint(index[0]), (int) Math.rint(index[1]), (int) Math.rint(index[2]))
                    .isActive()) {
                least = 0;
            } else {
                least = Math.min(least, nearest(grid, index, x, y, z, world));
            }
        }
        double[] box = grid.map().worldBox(c.box());
        double apart = 0;
        for (int a = 0; a < 3; a++) {
            apart += Math.pow(middle[a] / taken - 0.5 * (box[a] + box[a + 3]), 2);
        }
        return new Gap(least, Math.sqrt(apart));
    }

    /** Distance to the nearest leaf's active box; leaves and tiles of 8 voxels. */
    private static double nearest(Grid grid, double[] index, double x, double y, double z, double[] world) {
        int[] o = grid.tree().leafOrigins();
        double best = Double.POSITIVE_INFINITY;
        double[] at = new double[3];
        double foundX = 0;
        double foundY = 0;
        double foundZ = 0;
        for (int leaf = 0; leaf < grid.tree().leaves(); leaf++) {
            double d = 0;
            for (int a = 0; a < 3; a++) {
                at[a] = Math.clamp(index[a], o[3 * leaf + a] - 0.5, o[3 * leaf + a] + 7.5);
                d += (at[a] - index[a]) * (at[a] - index[a]);
            }
            if (d >= best || Bits.count(grid.tree().leafMasks(), 8 * leaf, 8) == 0) {
                continue;
            }
            IndexBox b = TreeStats.leafBox(
                    grid.tree().leafMasks(),
                    leaf,
                    IndexBox.cube(o[3 * leaf], o[3 * leaf + 1], o[3 * leaf + 2], InnerNode.LEAF));
            d = 0;
            for (int a = 0; a < 3; a++) {
                at[a] = Math.clamp(index[a], b.min(a) - 0.5, b.max(a) + 0.5);
                d += (at[a] - index[a]) * (at[a] - index[a]);
            }
            if (d < best) {
                best = d;
                foundX = at[0];
                foundY = at[1];
                foundZ = at[2];
            }
        }
        if (best == Double.POSITIVE_INFINITY) {
            return best;
        }
        grid.map().apply(foundX, foundY, foundZ, world);
        return Math.sqrt(Math.pow(world[0] - x, 2) + Math.pow(world[1] - y, 2) + Math.pow(world[2] - z, 2));
    }
}
