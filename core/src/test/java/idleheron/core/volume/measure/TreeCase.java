package idleheron.core.volume.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.Coord;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeBuilder;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** Trees of voxels of every kind, for tests that hold figures against a plain loop. */
abstract class TreeCase {
    /** A voxel or a tile, as told to the builder. */
    record Cell(int i, int j, int k, int edge, boolean active, double[] value) {
        double times() {
            return Math.pow(edge, 3);
        }

        double length() {
            double sum = 0;
            for (double v : value) {
                sum += v * v;
            }
            return value.length == 1 ? value[0] : Math.sqrt(sum);
        }
    }

    final List<Cell> cells = new ArrayList<>();

    Random random = new Random(1);

    double number(ValueType t) {
        double v = 3 * random.nextGaussian();
        return switch (t.word()) {
            case BYTE -> random.nextInt(2);
            case INT, LONG -> Math.rint(10 * v);
            case FLOAT -> (float) v;
            case DOUBLE -> v;
        };
    }

    double[] value(ValueType t) {
        double[] out = new double[t.components()];
        for (int c = 0; c < out.length; c++) {
            out[c] = number(t);
        }
        return out;
    }

    /** A few leaves side by side and apart, and active and idle tiles of every size. */
    SparseTree tree(ValueType t, long seed, boolean huge) {
        random = new Random(seed);
        cells.clear();
        TreeBuilder b = new TreeBuilder(t, VoxelStore.of(t, 1));
        int[][] corners = {{0, 0, 0}, {0, 0, 8}, {-8, 16, 120}, {200, -304, 400}};
        for (int[] c : corners) {
            VoxelStore values = VoxelStore.of(t, 512);
            long[] mask = new long[8];
            for (int v = 0; v < 512; v++) {
                double[] value = value(t);
                for (int n = 0; n < value.length; n++) {
                    values.set(v, n, value[n]);
                }
                boolean on = v >= 64 && (v < 128 || random.nextInt(3) > 0);
                if (on) {
                    Bits.set(mask, 0, v);
                }
                cells.add(new Cell(c[0] + (v >> 6), c[1] + (v >> 3 & 7), c[2] + (v & 7), 1, on, value));
            }
            b.leaf(new Coord(c[0], c[1], c[2]), mask, 0, values, 0);
        }
        tile(b, t, 24, 0, 0, 8, true);
        tile(b, t, 24, 8, 0, 8, true);
        tile(b, t, 32, 8, 0, 8, false);
        tile(b, t, 256, 128, 0, 128, true);
        tile(b, t, 384, 128, 0, 128, false);
        if (huge) {
            tile(b, t, -4096, 0, 4096, 4096, true);
            tile(b, t, -4096, 4096, 4096, 4096, false);
        }
        return b.build();
    }

    void tile(TreeBuilder b, ValueType t, int x, int y, int z, int edge, boolean active) {
        double[] value = value(t);
        cells.add(new Cell(x, y, z, edge, active, value));
        b.tile(new Coord(x, y, z), edge, VoxelStore.single(t, value), 0, active);
    }

    static void close(double got, double wanted) {
        assertThat(got).isCloseTo(wanted, within(1e-9 * (1 + Math.abs(wanted))));
    }
}
