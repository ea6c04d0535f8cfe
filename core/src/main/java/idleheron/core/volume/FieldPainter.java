package idleheron.core.volume;

import idleheron.core.job.Cores;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.Coord;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeBuilder;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Makes trees from formulas: one leaf at a time, on all cores. */
public final class FieldPainter {
    private FieldPainter() {}

    /** What a voxel is to hold. */
    public interface Field {
        /**
         * @param out the value's numbers, zero at first
         * @return whether the voxel is active
         */
        boolean at(int i, int j, int k, double[] out);
    }

    /** A tree of all active voxels in a box; leaves without one are left out, background zero. */
    public static SparseTree paint(ValueType type, IndexBox box, Field field) {
        return paint(type, box, VoxelStore.of(type, 1), field);
    }

    /** As {@link #paint(ValueType, IndexBox, Field)} over another background. */
    public static SparseTree paint(ValueType type, IndexBox box, VoxelStore background, Field field) {
        TreeBuilder out = new TreeBuilder(type, background);
        if (box.isEmpty()) {
            return out.build();
        }
        List<int[]> corners = new ArrayList<>();
        for (int x = box.minX() & -8; x <= box.maxX(); x += 8) {
            for (int y = box.minY() & -8; y <= box.maxY(); y += 8) {
                for (int z = box.minZ() & -8; z <= box.maxZ(); z += 8) {
                    corners.add(new int[] {x, y, z});
                }
            }
        }
        @Nullable Painted[] done = new Painted[corners.size()];
        Cores.each(corners.size(), i -> done[i] = leaf(background, box, field, corners.get(i)));
        for (int i = 0; i < done.length; i++) {
            Painted p = done[i];
            if (p != null) {
                int[] c = corners.get(i);
                out.leaf(new Coord(c[0], c[1], c[2]), p.mask, 0, p.values, 0);
            }
        }
        return out.build();
    }

    private record Painted(long[] mask, VoxelStore values) {}

    private static @Nullable Painted leaf(VoxelStore background, IndexBox box, Field field, int[] corner) {
        ValueType type = background.type();
        long[] mask = new long[8];
        VoxelStore values = VoxelStore.of(type, SparseTree.LEAF_VOXELS);
        values.fill(0, SparseTree.LEAF_VOXELS, background, 0);
        double[] value = new double[type.components()];
        boolean any = false;
        for (int v = 0; v < SparseTree.LEAF_VOXELS; v++) {
            int i = corner[0] + (v >> 6);
            int j = corner[1] + (v >> 3 & 7);
            int k = corner[2] + (v & 7);
            Arrays.fill(value, 0);
            if (!box.holds(i, j, k) || !field.at(i, j, k, value)) {
                continue;
            }
            any = true;
            Bits.set(mask, 0, v);
            for (int c = 0; c < value.length; c++) {
                values.set(v, c, value[c]);
            }
        }
        return any ? new Painted(mask, values) : null;
    }
}
