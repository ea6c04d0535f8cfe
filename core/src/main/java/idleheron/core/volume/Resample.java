package idleheron.core.volume;

import static idleheron.core.Messages.say;

import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeStats;

/** A grid over voxels of another size, by the mean of eight points inside each new voxel, linearly between the old ones. */
public final class Resample {
    private static final double[] INSIDE = {-0.25, 0.25};

    private Resample() {}

    /** The map with voxels {@code factor} times as large; the origin stays the origin. */
    public static GridMap map(GridMap of, double factor) {
        double[] s = {factor, 0, 0, 0, 0, factor, 0, 0, 0, 0, factor, 0, 0, 0, 0, 1};
        double[] m = new double[16];
        for (int r = 0; r < 4; r++) {
            for (int c = 0; c < 4; c++) {
                m[4 * r + c] = of.affine()[4 * r + c] * s[5 * c];
            }
        }
        if (of.frustum() != null) {
            throw new IllegalArgumentException(say("core.volume.Resample.a-frustum-keeps-its-voxels"));
        }
        return GridMap.plainest(m);
    }

    /**
     * A voxel is active where any of the eight points lies nearest to an active one.
     *
     * @param factor new voxel size over old
     */
    public static Grid of(Grid grid, double factor) {
        TreeStats c = TreeStats.of(grid.tree());
        IndexBox b = c.box();
        if (b.isEmpty() || factor == 1) {
            return grid.withMap(factor == 1 ? grid.map() : map(grid.map(), factor));
        }
        IndexBox box = new IndexBox(
                (int) Math.floor((b.minX() - 1) / factor),
                (int) Math.floor((b.minY() - 1) / factor),
                (int) Math.floor((b.minZ() - 1) / factor),
                (int) Math.ceil((b.maxX() + 1) / factor),
                (int) Math.ceil((b.maxY() + 1) / factor),
                (int) Math.ceil((b.maxZ() + 1) / factor));
        ThreadLocal<Sampler> samplers = ThreadLocal.withInitial(() -> new Sampler(grid.tree()));
        SparseTree tree = FieldPainter.paint(grid.type(), box, grid.tree().background(), (i, j, k, out) -> {
            Sampler s = samplers.get();
            double[] one = new double[out.length];
            boolean active = false;
            for (double x : INSIDE) {
                for (double y : INSIDE) {
                    for (double z : INSIDE) {
                        s.linear((i + x) * factor, (j + y) * factor, (k + z) * factor, one);
                        active |= s.isActive((i + x) * factor, (j + y) * factor, (k + z) * factor);
                        for (int n = 0; n < out.length; n++) {
                            out[n] += one[n] / 8;
                        }
                    }
                }
            }
            return active;
        });
        return new Grid(grid.name(), grid.gridClass(), map(grid.map(), factor), tree, grid.half(), grid.metadata());
    }
}
