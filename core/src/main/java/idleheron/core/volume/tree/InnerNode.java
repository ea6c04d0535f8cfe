package idleheron.core.volume.tree;

/**
 * A cube of 16³ or 32³ slots, each a child node or a tile of one value, active or not. Slot and voxel numbers run with x
 * slowest and z fastest. Children are numbered on end in slot order through a whole tree, so that only the first is kept.
 */
public final class InnerNode {
    /** Voxels along an edge of a leaf. */
    public static final int LEAF = 8;

    /** Voxels along an edge of the cube of 16³ slots. */
    public static final int LOWER = 128;

    /** Voxels along an edge of the cube of 32³ slots. */
    public static final int UPPER = 4096;

    private final int x;
    private final int y;
    private final int z;
    private final boolean upper;
    private final long[] children;
    private final long[] active;
    private final VoxelStore tiles;
    private final int firstChild;
    private final int[] before;

    /**
     * @param origin its least corner
     * @param upper whether there are 32³ slots of 128 voxels, or 16³ of 8
     * @param children mask of slots with a child
     * @param active mask of slots that are an active tile
     * @param tiles one value per slot; those of children mean nothing
     * @param firstChild number of the first child among all nodes of its kind
     */
    public InnerNode(Coord origin, boolean upper, long[] children, long[] active, VoxelStore tiles, int firstChild) {
        this.x = origin.x();
        this.y = origin.y();
        this.z = origin.z();
        this.upper = upper;
        this.children = children;
        this.active = active;
        this.tiles = tiles;
        this.firstChild = firstChild;
        before = new int[children.length + 1];
        for (int i = 0; i < children.length; i++) {
            before[i + 1] = before[i] + Long.bitCount(children[i]);
        }
    }

    public int x() {
        return x;
    }

    public int y() {
        return y;
    }

    public int z() {
        return z;
    }

    public boolean isUpper() {
        return upper;
    }

    /** Slots of one node: 32,768 or 4,096. */
    public int slots() {
        return upper ? 32768 : 4096;
    }

    /** Voxels along an edge of one slot. */
    public int slotSize() {
        return upper ? LOWER : LEAF;
    }

    /** Mask of the slots with a child. */
    public long[] children() {
        return children;
    }

    /** Mask of the slots that are an active tile. */
    public long[] active() {
        return active;
    }

    /** One value a slot; those of children mean nothing. */
    public VoxelStore tiles() {
        return tiles;
    }

    /** Number of the first child among all nodes of its kind. */
    public int firstChild() {
        return firstChild;
    }

    public int childCount() {
        return before[children.length];
    }

    /** Number of the child in a slot that has one. */
    public int child(int slot) {
        long below = children[slot >> 6] & ((1L << slot) - 1);
        return firstChild + before[slot >> 6] + Long.bitCount(below);
    }

    public boolean hasChild(int slot) {
        return Bits.on(children, 0, slot);
    }

    /** The slot that holds a voxel inside this node. */
    public int slot(int i, int j, int k) {
        return upper
                ? (i >> 7 & 31) << 10 | (j >> 7 & 31) << 5 | (k >> 7 & 31)
                : (i >> 3 & 15) << 8 | (j >> 3 & 15) << 4 | (k >> 3 & 15);
    }

    public int slotX(int slot) {
        return x + (upper ? (slot >> 10) << 7 : (slot >> 8) << 3);
    }

    public int slotY(int slot) {
        return y + (upper ? (slot >> 5 & 31) << 7 : (slot >> 4 & 15) << 3);
    }

    public int slotZ(int slot) {
        return z + (upper ? (slot & 31) << 7 : (slot & 15) << 3);
    }

    /** The same node with other tile values. */
    public InnerNode withTiles(VoxelStore values) {
        return new InnerNode(new Coord(x, y, z), upper, children, active, values, firstChild);
    }
}
