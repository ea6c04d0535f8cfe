package idleheron.core.volume.measure;

import idleheron.core.volume.Grid;
import idleheron.core.volume.Sampler;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.TreeStats;

/**
 * How thick a field of density is to light: the integral of density along a straight line, with density as extinction per unit
 * of length. Light that gets through is exp(-depth).
 */
public final class OpticalDepth {
    private OpticalDepth() {}

    /**
     * Along a line through the middle of the active box, from side to side.
     *
     * @param axis 0, 1 or 2 of index space
     * @return depth, no unit; 0 where nothing is active
     */
    public static double through(Grid grid, int axis) {
        IndexBox b = TreeStats.of(grid.tree()).box();
        if (b.isEmpty() || grid.type().components() != 1) {
            return 0;
        }
        double[] middle = {
            0.5 * (b.minX() + (double) b.maxX()),
            0.5 * (b.minY() + (double) b.maxY()),
            0.5 * (b.minZ() + (double) b.maxZ())
        };
        Sampler s = new Sampler(grid.tree());
        double sum = 0;
        double[] from = new double[3];
        double[] to = new double[3];
        long steps = Math.min(b.size(axis), 1 << 16);
        double stride = (double) b.size(axis) / steps;
        for (long n = 0; n < steps; n++) {
            double at = b.min(axis) + (n + 0.5) * stride - 0.5;
            middle[axis] = at - 0.5 * stride;
            grid.map().apply(middle[0], middle[1], middle[2], from);
            middle[axis] = at + 0.5 * stride;
            grid.map().apply(middle[0], middle[1], middle[2], to);
            middle[axis] = at;
            double length = Math.sqrt(square(to[0] - from[0]) + square(to[1] - from[1]) + square(to[2] - from[2]));
            sum += s.scalar(middle[0], middle[1], middle[2]) * length;
        }
        return sum;
    }

    private static double square(double v) {
        return v * v;
    }

    /** What density is to be multiplied by so that this depth becomes another. */
    public static double factor(double depth, double wanted) {
        return wanted / depth;
    }
}
