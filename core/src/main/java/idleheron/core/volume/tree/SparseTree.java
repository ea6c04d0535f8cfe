package idleheron.core.volume.tree;

import java.util.List;

/**
 * Voxels over all of space, most of them the background: a root of cubes of 4096³ voxels, two levels of {@link InnerNode} and
 * leaves of 8³ voxels. Nodes of one kind are numbered in depth-first order. Immutable but for its arrays, which are not to be
 * written once a tree is built.
 *
 * @param background one value
 * @param rootTiles cubes of 4096³ voxels of one value, sorted by x, y, z
 * @param uppers children of the root, sorted by x, y, z
 * @param lowers children of the uppers
 * @param leafOrigins x, y, z per leaf
 * @param leafMasks 8 words per leaf: which voxels are active
 * @param leafValues 512 values per leaf, x slowest, z fastest; those of inactive voxels too
 */
public record SparseTree(
        ValueType type,
        VoxelStore background,
        List<RootTile> rootTiles,
        List<InnerNode> uppers,
        List<InnerNode> lowers,
        int[] leafOrigins,
        long[] leafMasks,
        VoxelStore leafValues) {

    /** Voxels in a leaf. */
    public static final int LEAF_VOXELS = 512;

    /** Words of a leaf's mask. */
    public static final int LEAF_WORDS = 8;

    /** A cube of 4096³ voxels with its origin and one value. */
    public record RootTile(int x, int y, int z, VoxelStore value, boolean active) {}

    public SparseTree {
        rootTiles = List.copyOf(rootTiles);
        uppers = List.copyOf(uppers);
        lowers = List.copyOf(lowers);
    }

    public int leaves() {
        return leafOrigins.length / 3;
    }

    /** The same tree over other values and masks of leaves. */
    public SparseTree withLeaves(long[] masks, VoxelStore values) {
        return new SparseTree(type, background, rootTiles, uppers, lowers, leafOrigins, masks, values);
    }

    /** Bytes that the tree takes in memory. */
    public long bytes() {
        long out = leafValues.bytes() + 8L * leafMasks.length + 4L * leafOrigins.length;
        for (List<InnerNode> level : List.of(uppers, lowers)) {
            for (InnerNode n : level) {
                out += n.tiles().bytes() + 20L * n.children().length;
            }
        }
        return out;
    }

    /** Number of a voxel in its leaf. */
    public static int voxel(int i, int j, int k) {
        return (i & 7) << 6 | (j & 7) << 3 | (k & 7);
    }
}
