package idleheron.core.volume.tree;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** Which voxel lies behind a cell of a picture. */
class SliceTest {
    /** 3 by 4 by 5 voxels from (10, 20, 30). */
    private static final IndexBox BOX = new IndexBox(10, 20, 30, 12, 23, 34);

    private static Slice slice(int axis, int width, int height) {
        return new Slice(axis, 11, BOX, width, height, new double[0], new boolean[0]);
    }

    @Test
    void xOrZGoesToTheRightAndYUpFromTheBottomRow() {
        assertThat(slice(2, 3, 4).voxel(0, 0)).as("top left").containsExactly(10, 23, 11);
        assertThat(slice(2, 3, 4).voxel(2, 3)).as("bottom right").containsExactly(12, 20, 11);
        assertThat(slice(0, 5, 4).voxel(1, 0)).containsExactly(11, 23, 31);
    }

    @Test
    void acrossYZGoesDown() {
        assertThat(slice(1, 3, 5).voxel(0, 0)).containsExactly(10, 11, 30);
        assertThat(slice(1, 3, 5).voxel(2, 4)).containsExactly(12, 11, 34);
    }

    @Test
    void ofWhatIsTooLargeTheMiddleIsShown() {
        assertThat(slice(0, 1, 2).voxel(0, 0)).as("2 of 4 aside, 1 of 2 below").containsExactly(11, 22, 32);
        assertThat(slice(1, 1, 1).voxel(0, 0)).containsExactly(11, 11, 32);
        assertThat(slice(2, 2, 2).voxel(0, 1))
                .as("a voxel that is left over lies to the right")
                .containsExactly(10, 21, 11);
    }
}
