package idleheron.core.geometry;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import java.util.Arrays;
import org.ejml.data.DMatrixSparseCSC;
import org.ejml.data.DMatrixSparseTriplet;
import org.ejml.ops.DConvertMatrixStruct;
import org.ejml.sparse.csc.decomposition.chol.CholeskyUpLooking_DSCC;

/**
 * Values of free points that make an energy least while others are held: Q_UU x = −Q_UK k. Factored once, solved for each column of
 * held values. The free points are put in an order by nested dissection over their places first (George 1973), across the axis where
 * least lies between the halves; without it the factor fills up.
 */
public final class HeldSystem {
    private static final int SMALLEST = 24;

    private final DMatrixSparseCSC energy;
    private final int[] free;
    private final boolean[] held;
    private final int[] at;
    private final DMatrixSparseCSC factor;

    /**
     * @param energy of all points, positive where every piece has a held point
     * @param held which are
     * @param free those to be solved for; a point that is neither counts as 0
     * @throws IllegalArgumentException where the energy does not settle them
     */
    public HeldSystem(DMatrixSparseCSC energy, double[] points, boolean[] held, boolean[] free) {
        this.energy = energy;
        this.held = held;
        at = new int[held.length];
        Arrays.fill(at, -1);
        int[] u = new int[held.length];
        int n = 0;
        for (int i = 0; i < held.length; i++) {
            if (free[i] && !held[i]) {
                u[n++] = i;
            }
        }
        if (!settled(energy, u, n, held)) {
            throw new IllegalArgumentException(say("core.geometry.HeldSystem.some-of-free-points-hang-on", n));
        }
        this.free = new Dissection(energy, points, free).order(Arrays.copyOf(u, n));
        for (int i = 0; i < n; i++) {
            at[this.free[i]] = i;
        }
        DMatrixSparseTriplet part = new DMatrixSparseTriplet(n, n, 16 * n);
        for (int c = 0; c < n; c++) {
            int col = this.free[c];
            for (int i = energy.col_idx[col]; i < energy.col_idx[col + 1]; i++) {
                int r = at[energy.nz_rows[i]];
                if (r >= 0) {
                    part.addItem(r, c, energy.nz_values[i]);
                }
            }
        }
        DMatrixSparseCSC inner = DConvertMatrixStruct.convert(part, (DMatrixSparseCSC) null);
        inner.sortIndices(null);
        CholeskyUpLooking_DSCC cholesky = new CholeskyUpLooking_DSCC();
        if (n > 0 && !cholesky.decompose(inner)) {
            throw new IllegalArgumentException(say("core.geometry.HeldSystem.some-of-free-points-hang-on", n));
        }
        factor = n > 0 ? cholesky.getL() : inner;
    }

    /** Whether every free point hangs, over others, on one that is held. */
    private static boolean settled(DMatrixSparseCSC graph, int[] free, int n, boolean[] held) {
        boolean[] seen = held.clone();
        int[] open = new int[held.length];
        int depth = 0;
        for (int i = 0; i < held.length; i++) {
            if (held[i]) {
                open[depth++] = i;
            }
        }
        while (depth > 0) {
            int c = open[--depth];
            for (int i = graph.col_idx[c]; i < graph.col_idx[c + 1]; i++) {
                int r = graph.nz_rows[i];
                if (!seen[r] && graph.nz_values[i] != 0) {
                    seen[r] = true;
                    open[depth++] = r;
                }
            }
        }
        for (int i = 0; i < n; i++) {
            if (!seen[free[i]]) {
                return false;
            }
        }
        return true;
    }

    /** How many are solved for. */
    public int size() {
        return free.length;
    }

    /** Numbers in the factor. */
    public int entries() {
        return factor.nz_length;
    }

    /**
     * Solves columns, each on a core; values of held points are read, those of free points written.
     *
     * @param columns a value for every point each
     */
    public void solve(double[][] columns, Progress progress) {
        java.util.concurrent.atomic.AtomicInteger done = new java.util.concurrent.atomic.AtomicInteger();
        Cores.each(columns.length, c -> {
            solve(columns[c]);
            progress.at(
                    (double) done.incrementAndGet() / columns.length,
                    say("core.geometry.HeldSystem.filling-in-weights"));
        });
    }

    /** Solves one column in place. */
    public void solve(double[] column) {
        double[] x = new double[free.length];
        boolean any = false;
        for (int c = 0; c < free.length; c++) {
            double sum = 0;
            int col = free[c];
            for (int i = energy.col_idx[col]; i < energy.col_idx[col + 1]; i++) {
                int r = energy.nz_rows[i];
                if (held[r]) {
                    sum += energy.nz_values[i] * column[r];
                }
            }
            x[c] = -sum;
            any |= sum != 0;
        }
        if (any) {
            int[] col = factor.col_idx;
            int[] rows = factor.nz_rows;
            double[] v = factor.nz_values;
            for (int c = 0; c < x.length; c++) {
                x[c] /= v[col[c]];
                double xc = x[c];
                for (int i = col[c] + 1; i < col[c + 1]; i++) {
                    x[rows[i]] -= v[i] * xc;
                }
            }
            for (int c = x.length - 1; c >= 0; c--) {
                double s = x[c];
                for (int i = col[c] + 1; i < col[c + 1]; i++) {
                    s -= v[i] * x[rows[i]];
                }
                x[c] = s / v[col[c]];
            }
        }
        for (int c = 0; c < x.length; c++) {
            column[free[c]] = x[c];
        }
    }

    /** An order of points in which a factor stays sparse: one half, the other half, and last what lies between them. */
    private static final class Dissection {
        private final DMatrixSparseCSC graph;
        private final double[] points;
        private final byte[] side;

        Dissection(DMatrixSparseCSC graph, double[] points, boolean[] free) {
            this.graph = graph;
            this.points = points;
            side = new byte[free.length];
        }

        int[] order(int[] nodes) {
            order(nodes, 0, nodes.length);
            return nodes;
        }

        /** Orders those from (included) to (excluded) in place. */
        private void order(int[] nodes, int from, int to) {
            if (to - from <= SMALLEST) {
                return;
            }
            int mid = from + to >>> 1;
            int axis = 0;
            int least = Integer.MAX_VALUE;
            for (int a = 0; a < 3; a++) {
                int n = halve(nodes, from, to, a);
                if (n < least) {
                    least = n;
                    axis = a;
                }
            }
            halve(nodes, from, to, axis);
            int[] between = new int[mid - from];
            int kept = from;
            int n = 0;
            for (int i = from; i < mid; i++) {
                if (reaches(nodes[i])) {
                    between[n++] = nodes[i];
                } else {
                    nodes[kept++] = nodes[i];
                }
            }
            for (int i = from; i < kept; i++) {
                side[nodes[i]] = 0;
            }
            for (int i = 0; i < n; i++) {
                side[between[i]] = 0;
            }
            for (int i = mid; i < to; i++) {
                side[nodes[i]] = 0;
            }
            System.arraycopy(nodes, mid, nodes, kept, to - mid);
            int upper = kept + to - mid;
            System.arraycopy(between, 0, nodes, upper, n);
            if (kept - from == to - from || n == mid - from && to - mid == to - from) {
                return;
            }
            order(nodes, from, kept);
            order(nodes, kept, upper);
        }

        private boolean reaches(int node) {
            for (int i = graph.col_idx[node]; i < graph.col_idx[node + 1]; i++) {
                if (side[graph.nz_rows[i]] == 2) {
                    return true;
                }
            }
            return false;
        }

        /** Puts the half that is lower by an axis first and marks both; gives how many lie between them. */
        private int halve(int[] nodes, int from, int to, int axis) {
            int mid = from + to >>> 1;
            Halving.select(nodes, from, to - 1, mid, points, axis);
            for (int i = from; i < to; i++) {
                side[nodes[i]] = (byte) (i < mid ? 1 : 2);
            }
            int n = 0;
            for (int i = from; i < mid; i++) {
                n += reaches(nodes[i]) ? 1 : 0;
            }
            return n;
        }
    }
}
