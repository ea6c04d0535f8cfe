package idleheron.core.volume.tree;

import idleheron.core.job.Cores;
import java.util.List;
import java.util.concurrent.atomic.LongAdder;

/**
 * Sums of hashes over what a tree holds, modulo 2^64 and so without order, to hold another reader against. With
 *
 * <pre>
 * mix(z):        z += 9E3779B97F4A7C15; z = (z ^ z>>>30) * BF58476D1CE4E5B9; z = (z ^ z>>>27) * 94D049BB133111EB; z ^ z>>>31
 * C(i,j,k,seed): mix(mix(mix(seed ^ u32 i) ^ u32 j) ^ u32 k)
 * V(h, value):   for each component h = mix(h ^ bits)
 * </pre>
 *
 * @param leafVoxels active voxels of leaves: V(C(i,j,k,0), value)
 * @param voxelsAndTiles8 the same and the voxels of active tiles of 8
 * @param activeTiles active tiles: V(C(origin, 54494C4500000000 | edge), value)
 * @param allTiles all tiles: mix(that ^ (active ? 1 : 0))
 * @param allLeafValues all voxels of leaves: mix(V(C(i,j,k,0), value) ^ (active ? 1 : 0))
 * @param nodes mix(C(origin, 4C45414600000000 leaf, 4E4F444500000001 lower, 4E4F444500000002 upper))
 */
public record GridChecksums(
        long leafVoxels, long voxelsAndTiles8, long activeTiles, long allTiles, long allLeafValues, long nodes) {

    private static final long TILE = 0x54494C4500000000L;
    private static final long LEAF = 0x4C45414600000000L;
    private static final long NODE = 0x4E4F444500000000L;

    /** Spreads the bits of a number (the finaliser of SplitMix64). */
    public static long mix(long in) {
        long z = in + 0x9E3779B97F4A7C15L;
        z = (z ^ z >>> 30) * 0xBF58476D1CE4E5B9L;
        z = (z ^ z >>> 27) * 0x94D049BB133111EBL;
        return z ^ z >>> 31;
    }

    /** The hash of a voxel's place. */
    public static long place(int i, int j, int k, long seed) {
        return mix(mix(mix(seed ^ Integer.toUnsignedLong(i)) ^ Integer.toUnsignedLong(j)) ^ Integer.toUnsignedLong(k));
    }

    /** The hash of a value, by its bits. */
    public static long value(long seed, VoxelStore store, long at) {
        long h = seed;
        for (int c = 0; c < store.type().components(); c++) {
            h = mix(h ^ store.bits(at, c));
        }
        return h;
    }

    /** Of all active values, whatever the order of leaves. */
    public static GridChecksums of(SparseTree tree) {
        LongAdder voxels = new LongAdder();
        LongAdder values = new LongAdder();
        LongAdder nodes = new LongAdder();
        int[] o = tree.leafOrigins();
        Cores.split(tree.leaves(), 64, (from, to) -> {
            for (int leaf = from; leaf < to; leaf++) {
                leaf(tree, leaf, voxels, values);
                nodes.add(mix(place(o[3 * leaf], o[3 * leaf + 1], o[3 * leaf + 2], LEAF)));
            }
        });
        long tiles = 0;
        long all = 0;
        long eights = 0;
        for (SparseTree.RootTile t : tree.rootTiles()) {
            long h = value(place(t.x(), t.y(), t.z(), TILE | 4096), t.value(), 0);
            tiles += t.active() ? h : 0;
            all += mix(h ^ (t.active() ? 1 : 0));
        }
        for (List<InnerNode> level : List.of(tree.uppers(), tree.lowers())) {
            for (InnerNode n : level) {
                nodes.add(mix(place(n.x(), n.y(), n.z(), NODE | (n.isUpper() ? 2 : 1))));
                for (int s = Bits.nextOff(n.children(), 0, 0, n.slots());
                        s < n.slots();
                        s = Bits.nextOff(n.children(), 0, s + 1, n.slots())) {
                    long h = value(place(n.slotX(s), n.slotY(s), n.slotZ(s), TILE | n.slotSize()), n.tiles(), s);
                    boolean on = Bits.on(n.active(), 0, s);
                    tiles += on ? h : 0;
                    all += mix(h ^ (on ? 1 : 0));
                    eights += on && !n.isUpper() ? eight(n, s) : 0;
                }
            }
        }
        return new GridChecksums(voxels.sum(), voxels.sum() + eights, tiles, all, values.sum(), nodes.sum());
    }

    private static long eight(InnerNode n, int slot) {
        long sum = 0;
        for (int v = 0; v < 512; v++) {
            sum += value(
                    place(n.slotX(slot) + (v >> 6), n.slotY(slot) + (v >> 3 & 7), n.slotZ(slot) + (v & 7), 0),
                    n.tiles(),
                    slot);
        }
        return sum;
    }

    private static void leaf(SparseTree tree, int leaf, LongAdder voxels, LongAdder values) {
        long active = 0;
        long all = 0;
        int[] o = tree.leafOrigins();
        for (int v = 0; v < 512; v++) {
            long seed = place(o[3 * leaf] + (v >> 6), o[3 * leaf + 1] + (v >> 3 & 7), o[3 * leaf + 2] + (v & 7), 0);
            long h = value(seed, tree.leafValues(), ((long) leaf << 9) + v);
            boolean on = Bits.on(tree.leafMasks(), leaf << 3, v);
            active += on ? h : 0;
            all += mix(h ^ (on ? 1 : 0));
        }
        voxels.add(active);
        values.add(all);
    }
}
