package idleheron.core.volume;

import idleheron.core.volume.tree.GridChecksums;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.VoxelStore;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Points that a grid of points holds, leaf by leaf, voxel by voxel.
 *
 * @param grid its leaf values are, per voxel, the number of the leaf's points up to and with that voxel
 * @param starts number of points before each leaf, and at the end of all
 */
public record PointSet(Grid grid, int[] starts, List<Attribute> attributes, List<Group> groups) {
    public PointSet {
        attributes = List.copyOf(attributes);
        groups = List.copyOf(groups);
    }

    /**
     * One value per point.
     *
     * @param typeName "vec3s", "uint8"
     * @param codec how a file packs it: "null", "trnc", "fxpt8", "fxpt16", "grp"
     * @param uniformLeaves leaves with one value for all their points
     * @param values one per point; null where the type is not read
     */
    public record Attribute(
            String name,
            int index,
            String typeName,
            String codec,
            int uniformLeaves,
            @Nullable VoxelStore values) {}

    /** A set of points with a name and how many are in it. */
    public record Group(String name, int index, long count) {}

    public int count() {
        return starts[starts.length - 1];
    }

    /** The attribute of that name, or null. */
    public @Nullable Attribute attribute(String name) {
        for (Attribute a : attributes) {
            if (a.name.equals(name)) {
                return a;
            }
        }
        return null;
    }

    /** World positions, x, y, z per point: voxel centre and offset "P" through the grid's map; or null without "P". */
    public double @Nullable [] worldPositions() {
        Attribute p = attribute("P");
        VoxelStore offsets = p == null ? null : p.values;
        if (offsets == null || offsets.type().components() != 3) {
            return null;
        }
        double[] out = new double[3 * count()];
        SparseTree tree = grid.tree();
        int[] o = tree.leafOrigins();
        double[] at = new double[3];
        for (int leaf = 0; leaf < tree.leaves(); leaf++) {
            int voxel = 0;
            for (int n = 0; n < starts[leaf + 1] - starts[leaf]; n++) {
                while (voxel < 511 && tree.leafValues().get(((long) leaf << 9) + voxel, 0) <= n) {
                    voxel++;
                }
                int i = starts[leaf] + n;
                grid.map()
                        .apply(
                                o[3 * leaf] + (voxel >> 6) + offsets.get(i, 0),
                                o[3 * leaf + 1] + (voxel >> 3 & 7) + offsets.get(i, 1),
                                o[3 * leaf + 2] + (voxel & 7) + offsets.get(i, 2),
                                at);
                System.arraycopy(at, 0, out, 3 * i, 3);
            }
        }
        return out;
    }

    /** Sum over points of V(mix(C(leaf origin, 0) ^ number in the leaf), value), see {@link GridChecksums}. */
    public long checksum(VoxelStore values) {
        long sum = 0;
        int[] o = grid.tree().leafOrigins();
        for (int leaf = 0; leaf + 1 < starts.length; leaf++) {
            long place = GridChecksums.place(o[3 * leaf], o[3 * leaf + 1], o[3 * leaf + 2], 0);
            for (int i = starts[leaf]; i < starts[leaf + 1]; i++) {
                sum += GridChecksums.value(GridChecksums.mix(place ^ i - starts[leaf]), values, i);
            }
        }
        return sum;
    }
}
