package idleheron.core.volume.measure;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.InnerNode;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * What the active voxels of a tree hold. Sums are taken in double precision over leaves in order, so that the same tree always
 * gives the same bits; a tile counts as all its voxels. Values with a component that is not a number are counted and left out.
 *
 * @param min per component, NaN where nothing is active
 * @param sum per component
 * @param squares sum of squares per component
 * @param magnitude sum of the lengths of all values
 * @param nans values left out
 * @param negatives values below zero, for numbers
 * @param infinite values with a component without bound
 */
public record GridStats(
        TreeStats census,
        double[] min,
        double[] max,
        double[] sum,
        double[] squares,
        double[] leafSum,
        double magnitude,
        long nans,
        long negatives,
        long infinite) {

    private static final int LEAVES_PER_PIECE = VoxelStore.CHUNK / SparseTree.LEAF_VOXELS;

    /** Counts and adds up the active voxels. */
    public static GridStats of(SparseTree tree, Progress progress) {
        int comps = tree.type().components();
        int pieces = (tree.leaves() + LEAVES_PER_PIECE - 1) / LEAVES_PER_PIECE;
        Tally[] tallies = new Tally[pieces];
        AtomicInteger done = new AtomicInteger();
        Cores.each(pieces, p -> {
            Tally t = new Tally(comps);
            int to = Math.min(tree.leaves(), (p + 1) * LEAVES_PER_PIECE);
            for (int leaf = p * LEAVES_PER_PIECE; leaf < to; leaf++) {
                t.leaf(tree, leaf);
            }
            tallies[p] = t;
            progress.at(done.incrementAndGet() / (double) pieces, say("core.volume.measure.GridStats.adding-up"));
        });
        Tally all = new Tally(comps);
        for (Tally t : tallies) {
            all.add(t);
        }
        double[] leafSum = all.sum.clone();
        for (SparseTree.RootTile t : tree.rootTiles()) {
            if (t.active()) {
                all.tile(t.value(), 0, 1L << 36);
            }
        }
        for (List<InnerNode> level : List.of(tree.uppers(), tree.lowers())) {
            for (InnerNode n : level) {
                long each = (long) n.slotSize() * n.slotSize() * n.slotSize();
                int slots = n.slots();
                for (int s = Bits.nextOn(n.active(), 0, 0, slots);
                        s < slots;
                        s = Bits.nextOn(n.active(), 0, s + 1, slots)) {
                    all.tile(n.tiles(), s, each);
                }
            }
        }
        if (all.count == 0) {
            Arrays.fill(all.min, Double.NaN);
            Arrays.fill(all.max, Double.NaN);
        }
        return new GridStats(
                TreeStats.of(tree),
                all.min,
                all.max,
                all.sum,
                all.squares,
                leafSum,
                all.magnitude,
                all.nans,
                all.negatives,
                all.infinite);
    }

    /** The mean of all active values, per component. */
    public double[] mean() {
        double n = Math.max(1, census.activeVoxels() - nans);
        return Arrays.stream(sum).map(s -> s / n).toArray();
    }

    private static final class Tally {
        private final double[] min;
        private final double[] max;
        private final double[] sum;
        private final double[] squares;
        private double magnitude;
        private long count;
        private long nans;
        private long negatives;
        private long infinite;

        Tally(int comps) {
            min = new double[comps];
            max = new double[comps];
            sum = new double[comps];
            squares = new double[comps];
            Arrays.fill(min, Double.POSITIVE_INFINITY);
            Arrays.fill(max, Double.NEGATIVE_INFINITY);
        }

        void add(Tally t) {
            for (int c = 0; c < sum.length; c++) {
                min[c] = Math.min(min[c], t.min[c]);
                max[c] = Math.max(max[c], t.max[c]);
                sum[c] += t.sum[c];
                squares[c] += t.squares[c];
            }
            magnitude += t.magnitude;
            count += t.count;
            nans += t.nans;
            negatives += t.negatives;
            infinite += t.infinite;
        }

        void leaf(SparseTree tree, int leaf) {
            VoxelStore values = tree.leafValues();
            long first = (long) leaf << 9;
            if (tree.type() == ValueType.FLOAT) {
                float[] in = values.floats(first);
                int place = values.place(first);
                for (int w = 0; w < SparseTree.LEAF_WORDS; w++) {
                    word(in, place + 64 * w, tree.leafMasks()[(leaf << 3) + w]);
                }
                return;
            }
            for (int v = Bits.nextOn(tree.leafMasks(), leaf << 3, 0, 512);
                    v < 512;
                    v = Bits.nextOn(tree.leafMasks(), leaf << 3, v + 1, 512)) {
                tile(values, first + v, 1);
            }
        }

        /** 64 voxels; where all are active without a look at the mask. */
        private void word(float[] in, int at, long mask) {
            if (mask == 0) {
                return;
            }
            float low = Float.POSITIVE_INFINITY;
            float high = Float.NEGATIVE_INFINITY;
            double s = 0;
            double q = 0;
            double m = 0;
            int below = 0;
            if (mask == -1L) {
                for (int i = at; i < at + 64; i++) {
                    float v = in[i];
                    low = v < low ? v : low;
                    high = v > high ? v : high;
                    s += v;
                    q += (double) v * v;
                }
                if (low >= 0) {
                    m = s;
                } else {
                    for (int i = at; i < at + 64; i++) {
                        m += Math.abs(in[i]);
                        below += in[i] < 0 ? 1 : 0;
                    }
                }
            } else {
                for (long left = mask; left != 0; left &= left - 1) {
                    float v = in[at + Long.numberOfTrailingZeros(left)];
                    low = v < low ? v : low;
                    high = v > high ? v : high;
                    s += v;
                    q += (double) v * v;
                    m += Math.abs(v);
                    below += v < 0 ? 1 : 0;
                }
            }
            if (!(Math.abs(s) <= Double.MAX_VALUE)) {
                carefully(in, at, mask);
                return;
            }
            min[0] = Math.min(min[0], low);
            max[0] = Math.max(max[0], high);
            sum[0] += s;
            squares[0] += q;
            magnitude += m;
            negatives += below;
            count += Long.bitCount(mask);
        }

        /** A word that holds what is not a number, or is without bound. */
        private void carefully(float[] in, int at, long mask) {
            for (long left = mask; left != 0; left &= left - 1) {
                number(in[at + Long.numberOfTrailingZeros(left)], 1);
            }
        }

        private void number(double v, long times) {
            if (Double.isNaN(v)) {
                nans += times;
                return;
            }
            min[0] = Math.min(min[0], v);
            max[0] = Math.max(max[0], v);
            sum[0] += v * times;
            squares[0] += v * v * times;
            magnitude += Math.abs(v) * times;
            negatives += v < 0 ? times : 0;
            infinite += Double.isInfinite(v) ? times : 0;
            count += times;
        }

        void tile(VoxelStore values, long at, long times) {
            int comps = sum.length;
            if (comps == 1) {
                number(values.get(at, 0), times);
                return;
            }
            double length = 0;
            boolean endless = false;
            for (int c = 0; c < comps; c++) {
                double v = values.get(at, c);
                if (Double.isNaN(v)) {
                    nans += times;
                    return;
                }
                endless |= Double.isInfinite(v);
                length += v * v;
            }
            for (int c = 0; c < comps; c++) {
                double v = values.get(at, c);
                min[c] = Math.min(min[c], v);
                max[c] = Math.max(max[c], v);
                sum[c] += v * times;
                squares[c] += v * v * times;
            }
            magnitude += Math.sqrt(length) * times;
            infinite += endless ? times : 0;
            count += times;
        }
    }
}
