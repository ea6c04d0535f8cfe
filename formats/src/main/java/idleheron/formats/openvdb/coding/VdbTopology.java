package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.Coord;
import idleheron.core.volume.tree.InnerNode;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The shape of a tree: all nodes and tiles, no voxels.
 *
 * <pre>
 * i32      1
 *          background, full width
 * u32 ×2   number of root tiles, of root children; both 0: nothing follows
 * root tiles:    i32 ×3 origin, value in full width, u8 active
 * root children: i32 ×3 origin, then a node of 32³ slots
 * node:          child mask, mask of active tiles (a bit per slot), values of all slots (see {@link VdbValues}),
 *                then the children in slot order, depth first
 * leaf:          64 bytes mask of active voxels
 * versions 220 and 221: the values of a node are data of the slots without a child, with no code before them
 * </pre>
 */
final class VdbTopology {
    private static final String THE_NUMBER_OF_BUFFERS = say("formats.openvdb.coding.VdbTopology.the-number-of-buffers");
    private static final String A_VALUE = say("formats.openvdb.coding.VdbTopology.a-value");
    private static final String THE_NUMBERS_OF_ROOT_TILES_AND =
            say("formats.openvdb.coding.VdbTopology.the-numbers-of-root-tiles-and");
    private static final String A_ROOT_TILE = say("formats.openvdb.coding.VdbTopology.a-root-tile");
    private static final String AN_ORIGIN = say("formats.openvdb.coding.VdbTopology.an-origin");
    private static final String LEAF_MASKS = say("formats.openvdb.coding.VdbTopology.leaf-masks");
    private static final String A_NODES_MASKS = say("formats.openvdb.coding.VdbTopology.a-nodes-masks");
    private static final String A_NODE = say("formats.openvdb.coding.VdbTopology.a-node");

    private static final int LEAF_BYTES = 64;

    private final VdbFile file;
    private final ValueType type;
    private final ByteCursor in;
    private final VdbRoom room;
    private final VdbValues values;
    private final VoxelStore background;
    private final List<InnerNode> uppers = new ArrayList<>();
    private final List<InnerNode> lowers = new ArrayList<>();
    private int[] origins = new int[3 * 256];
    private long[] masks = new long[8 * 256];
    private int leaves;

    private VdbTopology(VdbFile file, VdbFile.Entry entry, ValueType type, MemorySegment bytes, VdbRoom room)
            throws FormatException {
        this.file = file;
        this.type = type;
        this.room = room;
        in = new ByteCursor(file.name(), bytes, entry.topologyAt());
        in.need(4, in.size(), THE_NUMBER_OF_BUFFERS);
        int buffers = in.i32();
        if (buffers != 1) {
            in.to(in.at() - 4);
            throw in.wrong(say("formats.openvdb.coding.VdbTopology.1-buffer-per-tree"), buffers + "");
        }
        background = value();
        values = new VdbValues(file.name(), bytes, entry.compression(), entry.half(), background);
    }

    /**
     * @param tree without values of leaves
     * @param end byte offset after it
     */
    record Shape(SparseTree tree, long end) {}

    static Shape read(VdbFile file, VdbFile.Entry entry, ValueType type, MemorySegment bytes, VdbRoom room)
            throws FormatException {
        VdbTopology t = new VdbTopology(file, entry, type, bytes, room);
        try {
            return t.root();
        } finally {
            t.values.close();
        }
    }

    private VoxelStore value() throws FormatException {
        in.need(type.bytes(), in.size(), A_VALUE);
        VoxelStore out = VoxelStore.of(type, 1);
        MemorySegment.copy(in.bytes(), in.at(), out.segment(0), 0, type.bytes());
        in.to(in.at() + type.bytes());
        return out;
    }

    private Shape root() throws FormatException {
        in.need(8, in.size(), THE_NUMBERS_OF_ROOT_TILES_AND);
        long tiles = in.u32();
        long children = in.u32();
        in.need(
                Math.multiplyExact(tiles, 13L + type.bytes()),
                in.size(),
                say("formats.openvdb.coding.VdbTopology.root-tiles", tiles));
        Set<List<Integer>> seen = new HashSet<>();
        List<SparseTree.RootTile> rootTiles = new ArrayList<>();
        for (long i = 0; i < tiles; i++) {
            int[] o = origin(seen);
            VoxelStore v = value();
            in.need(1, in.size(), A_ROOT_TILE);
            rootTiles.add(new SparseTree.RootTile(o[0], o[1], o[2], v, in.u8() != 0));
        }
        in.need(
                Math.multiplyExact(children, 12L + 2 * 4096),
                in.size(),
                say("formats.openvdb.coding.VdbTopology.root-children", children));
        for (long i = 0; i < children; i++) {
            int[] o = origin(seen);
            upper(o[0], o[1], o[2]);
        }
        SparseTree tree = new SparseTree(
                type,
                background,
                rootTiles,
                uppers,
                lowers,
                Arrays.copyOf(origins, 3 * leaves),
                Arrays.copyOf(masks, 8 * leaves),
                VoxelStore.of(type, 0));
        return new Shape(tree, in.at());
    }

    private int[] origin(Set<List<Integer>> seen) throws FormatException {
        in.need(12, in.size(), AN_ORIGIN);
        int[] o = {in.i32(), in.i32(), in.i32()};
        if ((o[0] & 4095) != 0 || (o[1] & 4095) != 0 || (o[2] & 4095) != 0) {
            in.to(in.at() - 12);
            throw in.wrong(
                    say("formats.openvdb.coding.VdbTopology.an-origin-in-steps-of-4096"),
                    o[0] + " " + o[1] + " " + o[2]);
        }
        if (!seen.add(List.of(o[0], o[1], o[2]))) {
            in.to(in.at() - 12);
            throw in.wrong(
                    say("formats.openvdb.coding.VdbTopology.every-part-of-the-root-once"),
                    say("formats.openvdb.coding.VdbTopology.again", o[0], o[1], o[2]));
        }
        return o;
    }

    private long[] mask(int words) {
        long[] out = new long[words];
        MemorySegment.copy(in.bytes(), ByteCursor.LONG, in.at(), out, 0, words);
        in.to(in.at() + 8L * words);
        return out;
    }

    private void upper(int x, int y, int z) throws FormatException {
        InnerNode n = node(x, y, z, true, lowers.size());
        uppers.add(n);
        for (int s = Bits.nextOn(n.children(), 0, 0, 32768);
                s < 32768;
                s = Bits.nextOn(n.children(), 0, s + 1, 32768)) {
            lower(n.slotX(s), n.slotY(s), n.slotZ(s));
        }
    }

    private void lower(int x, int y, int z) throws FormatException {
        InnerNode n = node(x, y, z, false, leaves);
        lowers.add(n);
        int count = n.childCount();
        in.need((long) count * LEAF_BYTES, in.size(), say("formats.openvdb.coding.VdbTopology.leaves", count));
        while (leaves + count > masks.length / 8) {
            room.take(76L * leaves, in.at(), LEAF_MASKS);
            origins = Arrays.copyOf(origins, Math.multiplyExact(origins.length, 2));
            masks = Arrays.copyOf(masks, Math.multiplyExact(masks.length, 2));
        }
        for (int s = Bits.nextOn(n.children(), 0, 0, 4096); s < 4096; s = Bits.nextOn(n.children(), 0, s + 1, 4096)) {
            origins[3 * leaves] = n.slotX(s);
            origins[3 * leaves + 1] = n.slotY(s);
            origins[3 * leaves + 2] = n.slotZ(s);
            MemorySegment.copy(in.bytes(), ByteCursor.LONG, in.at(), masks, 8 * leaves, 8);
            in.to(in.at() + LEAF_BYTES);
            leaves++;
        }
    }

    private InnerNode node(int x, int y, int z, boolean upper, int firstChild) throws FormatException {
        int slots = upper ? 32768 : 4096;
        in.need(slots / 4, in.size(), A_NODES_MASKS);
        long[] children = mask(slots / 64);
        long[] active = mask(slots / 64);
        room.take(slots / 4 + 2L * slots / 16, in.at(), A_NODE);
        VoxelStore tiles;
        if (file.version() < 222) {
            room.take((long) slots * type.bytes(), in.at(), "tiles");
            tiles = VoxelStore.of(type, slots);
            tiles.fill(0, slots, background, 0);
            long[] rest = new long[children.length];
            for (int w = 0; w < rest.length; w++) {
                rest[w] = ~children[w];
            }
            in.to(values.readPlain(in.at(), rest, slots, tiles));
        } else {
            long start = in.at();
            in.to(values.skip(start, active, 0, slots));
            boolean full = in.bytes().get(ValueLayout.JAVA_BYTE, start) > 2 || Bits.count(active, 0, active.length) > 0;
            room.take(full ? (long) slots * type.bytes() : 0, start, "tiles");
            tiles = values.tiles(start, active, slots);
        }
        for (int w = 0; w < active.length; w++) {
            active[w] &= ~children[w];
        }
        return new InnerNode(new Coord(x, y, z), upper, children, active, tiles, firstChild);
    }
}
