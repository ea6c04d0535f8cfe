package idleheron.core.volume;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelReader;
import org.junit.jupiter.api.Test;

class GridEditsTest {
    /** Every voxel of a box, with the value that its place tells. */
    private static SparseTree box(ValueType type, int size) {
        return FieldPainter.paint(type, new IndexBox(0, 0, 0, size - 1, size - 1, size - 1), (i, j, k, out) -> {
            for (int c = 0; c < out.length; c++) {
                out[c] = i + 10 * j + 100 * k + 0.25 * c;
            }
            return true;
        });
    }

    private static double at(SparseTree t, int i, int j, int k, int c) {
        return new VoxelReader(t).to(i, j, k).get(c);
    }

    private static boolean active(SparseTree t, int i, int j, int k) {
        return new VoxelReader(t).to(i, j, k).isActive();
    }

    @Test
    void multiplyingChangesVoxelsAndBackgroundAndNoNode() {
        SparseTree t = GridEdits.each(box(ValueType.FLOAT, 9), ValueType.FLOAT, v -> v[0] += 1);
        SparseTree twice = GridEdits.multiply(t, 2);
        assertThat(at(twice, 3, 4, 5, 0)).isEqualTo(2 * (3 + 40 + 500 + 1));
        assertThat(at(twice, 30, 40, 50, 0)).as("the background").isEqualTo(2);
        assertThat(twice.leaves()).isEqualTo(t.leaves()).isEqualTo(8);
        assertThat(TreeStats.of(twice).activeVoxels()).isEqualTo(729);
    }

    @Test
    void aVectorBecomesItsFirstComponentAndANumberThreeAlike() {
        SparseTree v = box(ValueType.VEC3S, 4);
        SparseTree n = GridEdits.convert(v, ValueType.FLOAT);
        assertThat(n.type()).isEqualTo(ValueType.FLOAT);
        assertThat(at(n, 1, 2, 3, 0)).isEqualTo(321);
        SparseTree back = GridEdits.convert(n, ValueType.VEC3S);
        for (int c = 0; c < 3; c++) {
            assertThat(at(back, 1, 2, 3, c)).isEqualTo(321);
        }
        assertThat(GridEdits.convert(v, ValueType.VEC3S)).isSameAs(v);
    }

    @Test
    void whatIsNoNumberBecomesTheBackground() {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 2, 0, 0), (i, j, k, out) -> {
            out[0] = i == 0 ? Double.NaN : i == 1 ? Double.POSITIVE_INFINITY : 5;
            return true;
        });
        SparseTree seven = GridEdits.each(t, ValueType.FLOAT, v -> v[0] = v[0] == 0 ? 7 : v[0]);
        SparseTree healed = GridEdits.heal(seven);
        assertThat(at(healed, 0, 0, 0, 0)).isEqualTo(7);
        assertThat(at(healed, 1, 0, 0, 0)).isEqualTo(7);
        assertThat(at(healed, 2, 0, 0, 0)).isEqualTo(5);
        SparseTree none = GridEdits.heal(GridEdits.each(t, ValueType.FLOAT, v -> v[0] = v[0] == 0 ? Double.NaN : v[0]));
        assertThat(at(none, 0, 0, 0, 0)).as("a background that is none either").isEqualTo(0);
    }

    @Test
    void halvesRoundToElevenBits() {
        SparseTree t = GridEdits.halve(GridEdits.each(box(ValueType.FLOAT, 2), ValueType.FLOAT, v -> v[0] += 2049));
        assertThat(at(t, 0, 0, 0, 0))
                .as("2049 lies between 2048 and 2050, the even one is taken")
                .isEqualTo(2048);
        assertThat(at(t, 1, 1, 0, 0)).isEqualTo(2060);
    }

    @Test
    void croppingKeepsTheActiveVoxelsOfTheBoxAsTheyAre() {
        SparseTree t = GridEdits.crop(box(ValueType.FLOAT, 16), new IndexBox(3, 4, 5, 12, 4, 99));
        assertThat(TreeStats.of(t).box()).isEqualTo(new IndexBox(3, 4, 5, 12, 4, 15));
        assertThat(TreeStats.of(t).activeVoxels()).isEqualTo(10 * 11);
        assertThat(at(t, 12, 4, 15, 0)).isEqualTo(12 + 40 + 1500);
        assertThat(active(t, 2, 4, 5)).isFalse();
        assertThat(at(t, 2, 4, 5, 0)).isEqualTo(0);
    }

    @Test
    void leavesOfOneValueBecomeTilesAndUnevenOnesStay() {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 15, 7, 7), (i, j, k, out) -> {
            out[0] = i < 8 ? 4 : 4 + (i == 15 && j == 7 && k == 7 ? 0.5 : 0);
            return true;
        });
        assertThat(t.leaves()).isEqualTo(2);
        SparseTree pruned = GridEdits.prune(t, 0.25);
        assertThat(pruned.leaves()).isEqualTo(1);
        assertThat(TreeStats.of(pruned).activeVoxels()).isEqualTo(1024);
        assertThat(at(pruned, 3, 3, 3, 0)).isEqualTo(4);
        assertThat(at(pruned, 15, 7, 7, 0)).isEqualTo(4.5);
        assertThat(active(pruned, 3, 3, 3)).isTrue();
        SparseTree all = GridEdits.prune(t, 0.5);
        assertThat(all.leaves()).as("a difference that is just allowed").isEqualTo(0);
        assertThat(TreeStats.of(all).activeVoxels()).isEqualTo(1024);
        SparseTree again = GridEdits.prune(all, 0);
        assertThat(TreeStats.of(again).activeVoxels()).as("tiles stay tiles").isEqualTo(1024);
    }

    @Test
    void aLeafThatIsPartlyActiveStaysThoughItsValuesAreOne() {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 7, 7, 6), (i, j, k, out) -> {
            out[0] = 0;
            return true;
        });
        assertThat(GridEdits.prune(t, 0).leaves()).isEqualTo(1);
    }

    @Test
    void aVectorLeafIsEvenOnlyWhereEveryComponentIs() {
        SparseTree t = FieldPainter.paint(ValueType.VEC3S, new IndexBox(0, 0, 0, 7, 7, 7), (i, j, k, out) -> {
            out[0] = 1;
            out[1] = 2;
            out[2] = i;
            return true;
        });
        assertThat(GridEdits.prune(t, 0.5).leaves()).isEqualTo(1);
        assertThat(GridEdits.prune(t, 7).leaves()).isEqualTo(0);
    }
}
