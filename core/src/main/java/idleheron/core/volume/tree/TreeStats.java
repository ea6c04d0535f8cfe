package idleheron.core.volume.tree;

import java.util.List;

/**
 * How much of a tree is there, from its masks alone; no value is read.
 *
 * @param activeVoxels those of tiles included
 * @param tiles active tiles of 8, 128 and 4096 voxels an edge
 * @param idleTiles inactive ones of the same sizes
 * @param box of all that is active
 */
public record TreeStats(
        long activeVoxels,
        long leafVoxels,
        long[] tiles,
        long[] idleTiles,
        int leaves,
        int lowers,
        int uppers,
        IndexBox box) {

    /** Counts the nodes and active voxels of a tree. */
    public static TreeStats of(SparseTree tree) {
        long[] tiles = new long[3];
        long[] idle = new long[3];
        IndexBox box = IndexBox.EMPTY;
        long voxels = 0;
        for (SparseTree.RootTile t : tree.rootTiles()) {
            if (t.active()) {
                tiles[2]++;
                voxels += 1L << 36;
                box = box.with(IndexBox.cube(t.x(), t.y(), t.z(), InnerNode.UPPER));
            } else {
                idle[2]++;
            }
        }
        for (List<InnerNode> level : List.of(tree.uppers(), tree.lowers())) {
            for (InnerNode n : level) {
                int edge = n.slotSize();
                int kind = n.isUpper() ? 1 : 0;
                int on = Bits.count(n.active(), 0, n.active().length);
                tiles[kind] += on;
                idle[kind] += n.slots() - on - n.childCount();
                voxels += (long) on * edge * edge * edge;
                box = box.with(tileBox(n, box));
            }
        }
        int[] o = tree.leafOrigins();
        long leafVoxels = 0;
        for (int leaf = 0; leaf < tree.leaves(); leaf++) {
            int count = Bits.count(tree.leafMasks(), leaf << 3, 8);
            leafVoxels += count;
            IndexBox all = IndexBox.cube(o[3 * leaf], o[3 * leaf + 1], o[3 * leaf + 2], InnerNode.LEAF);
            if (count > 0 && !box.holds(all)) {
                box = box.with(count == 512 ? all : leafBox(tree.leafMasks(), leaf, all));
            }
        }
        return new TreeStats(
                voxels + leafVoxels,
                leafVoxels,
                tiles,
                idle,
                tree.leaves(),
                tree.lowers().size(),
                tree.uppers().size(),
                box);
    }

    public long activeTiles() {
        return tiles[0] + tiles[1] + tiles[2];
    }

    private static IndexBox tileBox(InnerNode n, IndexBox known) {
        IndexBox out = IndexBox.EMPTY;
        int slots = n.slots();
        if (known.holds(IndexBox.cube(n.x(), n.y(), n.z(), n.isUpper() ? InnerNode.UPPER : InnerNode.LOWER))) {
            return out;
        }
        for (int s = Bits.nextOn(n.active(), 0, 0, slots); s < slots; s = Bits.nextOn(n.active(), 0, s + 1, slots)) {
            out = out.with(IndexBox.cube(n.slotX(s), n.slotY(s), n.slotZ(s), n.slotSize()));
        }
        return out;
    }

    /** The active part of one leaf. */
    public static IndexBox leafBox(long[] masks, int leaf, IndexBox all) {
        int minX = 8;
        int maxX = -1;
        long yz = 0;
        for (int x = 0; x < 8; x++) {
            long w = masks[(leaf << 3) + x];
            if (w != 0) {
                minX = Math.min(minX, x);
                maxX = x;
                yz |= w;
            }
        }
        int minY = Long.numberOfTrailingZeros(yz) >> 3;
        int maxY = (63 - Long.numberOfLeadingZeros(yz)) >> 3;
        int z = 0;
        for (int y = 0; y < 8; y++) {
            z |= (int) (yz >>> (8 * y)) & 255;
        }
        return new IndexBox(
                all.minX() + minX,
                all.minY() + minY,
                all.minZ() + Integer.numberOfTrailingZeros(z),
                all.minX() + maxX,
                all.minY() + maxY,
                all.minZ() + 31 - Integer.numberOfLeadingZeros(z));
    }
}
