package idleheron.core.volume.measure;

import idleheron.core.job.Progress;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.InnerNode;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.VoxelStore;
import java.util.List;

/**
 * How the values of active voxels are spread; of vectors their lengths.
 *
 * @param low least value
 * @param high greatest value
 * @param counts voxels per bin of equal width; a tile counts as all its voxels
 */
public record Histogram(double low, double high, long[] counts) {

    public static Histogram of(SparseTree tree, int bins) {
        boolean vector = tree.type().components() > 1;
        GridStats s = GridStats.of(tree, Progress.NONE);
        double low = vector ? 0 : s.min()[0];
        double high = vector ? largest(tree) : s.max()[0];
        long[] out = new long[bins];
        if (!(high >= low) || Double.isInfinite(high) || Double.isInfinite(low)) {
            return new Histogram(0, 0, out);
        }
        double scale = high > low ? bins / (high - low) : 0;
        for (int leaf = 0; leaf < tree.leaves(); leaf++) {
            for (int v = Bits.nextOn(tree.leafMasks(), 8 * leaf, 0, 512);
                    v < 512;
                    v = Bits.nextOn(tree.leafMasks(), 8 * leaf, v + 1, 512)) {
                double x = tree.leafValues().scalar(((long) leaf << 9) + v);
                if (x >= low && x <= high) {
                    out[Math.min(bins - 1, (int) ((x - low) * scale))]++;
                }
            }
        }
        for (InnerNode n : tree.lowers()) {
            tiles(n, out, low, high, scale);
        }
        for (InnerNode n : tree.uppers()) {
            tiles(n, out, low, high, scale);
        }
        for (SparseTree.RootTile t : tree.rootTiles()) {
            if (t.active()) {
                tile(t.value(), 0, InnerNode.UPPER, out, low, high, scale);
            }
        }
        return new Histogram(low, high, out);
    }

    private static void tiles(InnerNode n, long[] out, double low, double high, double scale) {
        for (int s = Bits.nextOn(n.active(), 0, 0, n.slots());
                s < n.slots();
                s = Bits.nextOn(n.active(), 0, s + 1, n.slots())) {
            tile(n.tiles(), s, n.slotSize(), out, low, high, scale);
        }
    }

    private static void tile(VoxelStore values, int at, int edge, long[] out, double low, double high, double scale) {
        double x = values.scalar(at);
        if (x >= low && x <= high) {
            out[Math.min(out.length - 1, (int) ((x - low) * scale))] += (long) edge * edge * edge;
        }
    }

    private static double largest(SparseTree tree) {
        double out = 0;
        for (int leaf = 0; leaf < tree.leaves(); leaf++) {
            for (int v = Bits.nextOn(tree.leafMasks(), 8 * leaf, 0, 512);
                    v < 512;
                    v = Bits.nextOn(tree.leafMasks(), 8 * leaf, v + 1, 512)) {
                out = greater(out, tree.leafValues().scalar(((long) leaf << 9) + v));
            }
        }
        for (List<InnerNode> level : List.of(tree.lowers(), tree.uppers())) {
            for (InnerNode n : level) {
                for (int t = Bits.nextOn(n.active(), 0, 0, n.slots());
                        t < n.slots();
                        t = Bits.nextOn(n.active(), 0, t + 1, n.slots())) {
                    out = greater(out, n.tiles().scalar(t));
                }
            }
        }
        for (SparseTree.RootTile t : tree.rootTiles()) {
            out = t.active() ? greater(out, t.value().scalar(0)) : out;
        }
        return out;
    }

    private static double greater(double known, double x) {
        return x > known && x < Double.POSITIVE_INFINITY ? x : known;
    }
}
