package idleheron.core.volume.tree;

import org.jspecify.annotations.Nullable;

/** Looks values up in a tree. Remembers the last nodes, so that neighbours are found at once; one per thread. */
public final class VoxelReader {
    private final SparseTree tree;
    private @Nullable InnerNode upper;
    private @Nullable InnerNode lower;
    private int leaf = -1;
    private int leafX;
    private int leafY;
    private int leafZ;

    private VoxelStore store;
    private long index;
    private boolean active;
    private int edge = InnerNode.UPPER;

    public VoxelReader(SparseTree tree) {
        this.tree = tree;
        this.store = tree.background();
    }

    private static boolean in(InnerNode n, int i, int j, int k) {
        int mask = n.isUpper() ? -InnerNode.UPPER : -InnerNode.LOWER;
        return (i & mask) == n.x() && (j & mask) == n.y() && (k & mask) == n.z();
    }

    /** Goes to a voxel; {@link #get}, {@link #isActive} tell what is there. */
    public VoxelReader to(int i, int j, int k) {
        if (leaf >= 0 && (i & -8) == leafX && (j & -8) == leafY && (k & -8) == leafZ) {
            int v = SparseTree.voxel(i, j, k);
            index = (long) leaf << 9 | v;
            active = Bits.on(tree.leafMasks(), leaf << 3, v);
            return this;
        }
        leaf = -1;
        InnerNode l = lower;
        if (l == null || !in(l, i, j, k)) {
            l = findLower(i, j, k);
            if (l == null) {
                return this;
            }
            lower = l;
        }
        int slot = l.slot(i, j, k);
        if (l.hasChild(slot)) {
            leaf = l.child(slot);
            leafX = i & -8;
            leafY = j & -8;
            leafZ = k & -8;
            int v = SparseTree.voxel(i, j, k);
            store = tree.leafValues();
            edge = 1;
            index = (long) leaf << 9 | v;
            active = Bits.on(tree.leafMasks(), leaf << 3, v);
        } else {
            tile(l.tiles(), slot, Bits.on(l.active(), 0, slot), InnerNode.LEAF);
        }
        return this;
    }

    private void tile(VoxelStore values, long at, boolean on, int of) {
        edge = of;
        store = values;
        index = at;
        active = on;
    }

    private @Nullable InnerNode findLower(int i, int j, int k) {
        InnerNode u = upper;
        if (u == null || !in(u, i, j, k)) {
            u = null;
            for (InnerNode n : tree.uppers()) {
                if (in(n, i, j, k)) {
                    u = n;
                    break;
                }
            }
            if (u == null) {
                tile(tree.background(), 0, false, InnerNode.UPPER);
                for (SparseTree.RootTile t : tree.rootTiles()) {
                    if ((i & -4096) == t.x() && (j & -4096) == t.y() && (k & -4096) == t.z()) {
                        tile(t.value(), 0, t.active(), InnerNode.UPPER);
                    }
                }
                return null;
            }
            upper = u;
        }
        int slot = u.slot(i, j, k);
        if (u.hasChild(slot)) {
            return tree.lowers().get(u.child(slot));
        }
        tile(u.tiles(), slot, Bits.on(u.active(), 0, slot), InnerNode.LOWER);
        return null;
    }

    /** Whether the voxel it was moved to is active. */
    public boolean isActive() {
        return active;
    }

    /** Voxels along an edge of the cube, on a multiple of itself, that all hold what is here: 1 in a leaf. */
    public int edge() {
        return edge;
    }

    /** One number of the voxel it was moved to. */
    public double get(int component) {
        return store.get(index, component);
    }

    /** Length of the value, or the number with its sign. */
    public double scalar() {
        return store.scalar(index);
    }

    /** The store and the place in it of the value. */
    public VoxelStore store() {
        return store;
    }

    public long index() {
        return index;
    }
}
