package idleheron.core.volume.measure;

import idleheron.core.job.Progress;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.InnerNode;
import idleheron.core.volume.tree.SparseTree;
import java.util.List;

/**
 * How the values of active voxels are spread; of vectors their lengths.
 *
 * @param low least value
 * @param high greatest value
 * @param counts voxels per bin of equal width; a tile counts as all its voxels
 */
public record Histogram(double low, double high, long[] counts) {

    /** Spreads the active voxels over bins of equal width; of vectors their lengths. */
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
        Histogram h = new Histogram(low, high, out);
        for (int leaf = 0; leaf < tree.leaves(); leaf++) {
            for (int v = Bits.nextOn(tree.leafMasks(), 8 * leaf, 0, 512);
                    v < 512;
                    v = Bits.nextOn(tree.leafMasks(), 8 * leaf, v + 1, 512)) {
                h.add(tree.leafValues().scalar(((long) leaf << 9) + v), 1, scale);
            }
        }
        for (InnerNode n : tree.lowers()) {
            h.tiles(n, scale);
        }
        for (InnerNode n : tree.uppers()) {
            h.tiles(n, scale);
        }
        for (SparseTree.RootTile t : tree.rootTiles()) {
            if (t.active()) {
                h.add(t.value().scalar(0), cube(InnerNode.UPPER), scale);
            }
        }
        return h;
    }

    /** @param scale bins to a unit of value */
    private void tiles(InnerNode n, double scale) {
        for (int s = Bits.nextOn(n.active(), 0, 0, n.slots());
                s < n.slots();
                s = Bits.nextOn(n.active(), 0, s + 1, n.slots())) {
            add(n.tiles().scalar(s), cube(n.slotSize()), scale);
        }
    }

    private void add(double x, long voxels, double scale) {
        if (x >= low && x <= high) {
            counts[Math.min(counts.length - 1, (int) ((x - low) * scale))] += voxels;
        }
    }

    private static long cube(long edge) {
        return edge * edge * edge;
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
