package idleheron.core.volume.tree;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Leaves find their places whatever order they come in. */
class TreeBuilderTest {
    private static final int[][] CORNERS = {
        {0, 0, 0}, {8, 0, 0}, {0, 8, 0}, {0, 0, 8}, {128, 0, 0}, {0, 128, 0}, {0, 0, 128},
        {4096, 0, 0}, {0, 4096, 0}, {0, 0, 4096}, {-8, 0, 0}, {0, -8, 0}, {0, 0, -8}, {-4096, 16, 24}
    };

    private static VoxelStore values(double first) {
        VoxelStore out = VoxelStore.of(ValueType.FLOAT, SparseTree.LEAF_VOXELS);
        for (int i = 0; i < SparseTree.LEAF_VOXELS; i++) {
            out.set(i, 0, first + i / 1024.0);
        }
        return out;
    }

    private static TreeBuilder empty() {
        return new TreeBuilder(ValueType.FLOAT, VoxelStore.of(ValueType.FLOAT, 1));
    }

    private static Coord at(int[] c) {
        return new Coord(c[0], c[1], c[2]);
    }

    @Test
    void everyLeafIsFoundWhereItBelongs() {
        long[] mask = new long[SparseTree.LEAF_WORDS];
        mask[0] = 1L << 3; // the voxel 0, 0, 3
        for (int seed = 0; seed < 6; seed++) {
            List<Integer> order = new ArrayList<>();
            for (int i = 0; i < CORNERS.length; i++) {
                order.add(i);
            }
            Collections.shuffle(order, new Random(seed));
            TreeBuilder b = empty();
            order.forEach(i -> b.leaf(at(CORNERS[i]), mask, 0, values(10 * (i + 1)), 0));
            SparseTree t = b.build();
            assertThat(t.leaves()).isEqualTo(CORNERS.length);
            VoxelReader r = new VoxelReader(t);
            for (int i = 0; i < CORNERS.length; i++) {
                int[] c = CORNERS[i];
                r.to(c[0] + 1, c[1] + 2, c[2] + 3);
                assertThat(r.get(0)).isEqualTo(10 * (i + 1) + SparseTree.voxel(1, 2, 3) / 1024.0);
                assertThat(r.store().get(r.index(), 0)).isEqualTo(r.get(0));
                assertThat(r.edge()).isEqualTo(1);
                assertThat(r.isActive()).isFalse();
                assertThat(r.to(c[0], c[1], c[2] + 3).isActive()).isTrue();
            }
        }
    }

    @Test
    void ofTwoLeavesInOnePlaceTheLaterCounts() {
        long[] mask = new long[2 * SparseTree.LEAF_WORDS];
        mask[SparseTree.LEAF_WORDS] = 1;
        VoxelStore two = VoxelStore.of(ValueType.FLOAT, 2L * SparseTree.LEAF_VOXELS);
        two.set(SparseTree.LEAF_VOXELS, 0, 7);
        SparseTree t = empty().leaf(new Coord(16, 16, 16), mask, 0, two, 0)
                .leaf(new Coord(24, 16, 16), mask, 0, two, 0)
                .leaf(new Coord(17, 18, 19), mask, SparseTree.LEAF_WORDS, two, SparseTree.LEAF_VOXELS)
                .build();
        assertThat(t.leaves()).isEqualTo(2);
        VoxelReader r = new VoxelReader(t).to(16, 16, 16);
        assertThat(r.get(0)).isEqualTo(7);
        assertThat(r.isActive()).isTrue();
        assertThat(r.to(24, 16, 16).isActive()).isFalse();
    }

    @Test
    void tilesOfEverySizeLieAroundLeaves() {
        SparseTree t = empty().tile(new Coord(9, 1, 1), 8, VoxelStore.single(ValueType.FLOAT, 2), 0, true)
                .tile(new Coord(130, 1, 1), 128, VoxelStore.single(ValueType.FLOAT, 3), 0, false)
                .tile(new Coord(4100, 1, 1), 4096, VoxelStore.single(ValueType.FLOAT, 4), 0, true)
                .leaf(new Coord(0, 0, 0), new long[8], 0, values(1), 0)
                .build();
        VoxelReader r = new VoxelReader(t);
        int[][] where = {{1, 0, 0}, {15, 7, 7}, {255, 127, 127}, {8191, 4095, 4095}, {16, 0, 0}};
        double[] value = {1 + 64 / 1024.0, 2, 3, 4, 0};
        int[] edge = {1, 8, 128, 4096};
        boolean[] active = {false, true, false, true, false};
        for (int i = 0; i < where.length; i++) {
            r.to(where[i][0], where[i][1], where[i][2]);
            assertThat(r.get(0)).as("place " + i).isEqualTo(value[i]);
            assertThat(r.isActive()).as("place " + i).isEqualTo(active[i]);
            if (i < edge.length) {
                assertThat(r.edge()).as("place " + i).isEqualTo(edge[i]);
            }
        }
    }
}
