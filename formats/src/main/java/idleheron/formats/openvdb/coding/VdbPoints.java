package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import idleheron.core.volume.Grid;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.PointSet;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The buffers of a grid of points, in passes over all leaves.
 *
 * <pre>
 * u16           number of passes: 2·A + 4 for A attributes
 * 0             u16 per leaf: packed size of its voxels
 * 1             in the first leaf: u8 1, descriptor; then per leaf and attribute:
 *               u64 size + 6, u8 flags, u8 1 strided 2 one value for all 8 paged, u32 points, u32 stride where strided
 * 2 … A+1       pages of each attribute: i32 packed size, i32 size; or where the first is negative, minus the size, plain
 * A+2           per leaf: mask 64 bytes, u16 size, Blosc buffer of 512 u32: points up to and with each voxel
 *               (size FFFF: 2048 plain bytes)
 * A+3 … 2A+2    the pages' bytes, cut per leaf by its sizes; of an attribute without pages, per leaf: one value, or u8 0 and data
 * descriptor    u64 A; A × (string type, string codec); A × (string name, u64 index); u64 groups × (string name, u64 index);
 *               metadata
 * </pre>
 */
final class VdbPoints {
    private static final String THE_TYPE_OF_AN_ATTRIBUTE =
            say("formats.openvdb.coding.VdbPoints.the-type-of-an-attribute");
    private static final String THE_CODEC_OF_AN_ATTRIBUTE =
            say("formats.openvdb.coding.VdbPoints.the-codec-of-an-attribute");
    private static final String THE_NAME_OF_AN_ATTRIBUTE =
            say("formats.openvdb.coding.VdbPoints.the-name-of-an-attribute");
    private static final String THE_NAME_OF_A_GROUP = say("formats.openvdb.coding.VdbPoints.the-name-of-a-group");
    private static final String AN_ATTRIBUTE_OF_A_LEAF = say("formats.openvdb.coding.VdbPoints.an-attribute-of-a-leaf");
    private static final String THE_STRIDE_OF_AN_ATTRIBUTE =
            say("formats.openvdb.coding.VdbPoints.the-stride-of-an-attribute");
    private static final String THE_SIZE_OF_A_PAGE = say("formats.openvdb.coding.VdbPoints.the-size-of-a-page");
    private static final String THE_VOXELS_OF_A_LEAF = say("formats.openvdb.coding.VdbPoints.the-voxels-of-a-leaf");
    private static final String A_PAGE_OF_POINTS = say("formats.openvdb.coding.VdbPoints.a-page-of-points");

    private static final int STRIDED = 1;
    private static final int UNIFORM = 2;
    private static final int PAGED = 8;
    private static final int OVERHEAD = 6;
    private static final int PLAIN = 0xFFFF;
    private static final int VOXELS = 2048;

    private final VdbReader reader;
    private final VdbFile.Entry entry;
    private final SparseTree shape;
    private final ByteCursor in;
    private final VdbRoom room;
    private final Blosc blosc = new Blosc();

    private String[] types = {};
    private String[] codecs = {};
    private String[] names = {};
    private final Map<String, Integer> groups = new HashMap<>();
    private Span[][] spans = {};
    private final List<List<int[]>> pages = new ArrayList<>();
    private SparseTree tree;

    /** What one leaf holds of one attribute. */
    private record Span(int bytes, int flags, int points) {
        boolean has(int flag) {
            return (flags & flag) != 0;
        }
    }

    private VdbPoints(VdbReader reader, VdbFile.Entry entry, VdbTopology.Shape shape, VdbRoom room) {
        this.reader = reader;
        this.entry = entry;
        this.shape = shape.tree();
        this.tree = shape.tree();
        this.room = room;
        in = new ByteCursor(reader.file().name(), reader.bytes(), shape.end());
    }

    /** The tree with, per voxel, the number of points up to and with it. */
    static SparseTree voxels(VdbReader reader, VdbFile.Entry entry, VdbTopology.Shape shape, VdbRoom room)
            throws FormatException {
        if (shape.tree().leaves() == 0) {
            return shape.tree();
        }
        VdbPoints p = new VdbPoints(reader, entry, shape, room);
        p.head();
        return p.tree;
    }

    /** Where the points of a grid end, found by running through them. */
    static long end(VdbReader reader, VdbFile.Entry entry, VdbTopology.Shape shape, VdbRoom room)
            throws FormatException {
        if (shape.tree().leaves() == 0) {
            return shape.end();
        }
        VdbPoints p = new VdbPoints(reader, entry, shape, room);
        p.head();
        for (int a = 0; a < p.names.length; a++) {
            p.data(a);
        }
        return p.in.at();
    }

    /** The points with all attributes. */
    static PointSet read(VdbReader reader, VdbFile.Entry entry) throws FormatException {
        VdbRoom room = new VdbRoom(reader.file().name());
        VdbTopology.Shape shape = VdbTopology.read(reader.file(), entry, ValueType.INT32, reader.bytes(), room);
        VdbPoints p = new VdbPoints(reader, entry, shape, room);
        if (shape.tree().leaves() > 0) {
            p.head();
        }
        return p.points();
    }

    private void head() throws FormatException {
        int leaves = shape.leaves();
        in.need(2 + 2L * leaves, in.size(), say("formats.openvdb.coding.VdbPoints.the-sizes-of-voxels-with-points"));
        int attributes = (Short.toUnsignedInt(in.i16()) - 4) / 2;
        in.to(in.at() + 2L * leaves);
        descriptor(attributes);
        spans = new Span[attributes][leaves];
        for (int leaf = 0; leaf < leaves; leaf++) {
            for (int a = 0; a < attributes; a++) {
                spans[a][leaf] = span();
            }
        }
        for (int a = 0; a < attributes; a++) {
            pages.add(pageSizes(spans[a]));
        }
        indices();
    }

    private void descriptor(int attributes) throws FormatException {
        in.need(9, in.size(), say("formats.openvdb.coding.VdbPoints.the-descriptor-of-points"));
        int head = in.u8();
        if (head != 1) {
            throw in.wrong(say("formats.openvdb.coding.VdbPoints.one-descriptor-for-all-leaves-1"), head + "");
        }
        long told = in.i64();
        if (told != attributes) {
            throw in.wrong(say("formats.openvdb.coding.VdbPoints.attributes", attributes), told + "");
        }
        types = new String[attributes];
        codecs = new String[attributes];
        names = new String[attributes];
        for (int a = 0; a < attributes; a++) {
            types[a] = VdbMetadata.string(in, THE_TYPE_OF_AN_ATTRIBUTE);
            codecs[a] = VdbMetadata.string(in, THE_CODEC_OF_AN_ATTRIBUTE);
        }
        for (int a = 0; a < attributes; a++) {
            String name = VdbMetadata.string(in, THE_NAME_OF_AN_ATTRIBUTE);
            in.need(8, in.size(), say("formats.openvdb.coding.VdbPoints.the-number-of-attribute", name));
            long i = in.i64();
            if (i < 0 || i >= attributes || names[(int) i] != null) {
                throw in.wrong(
                        say("formats.openvdb.coding.VdbPoints.a-number-of-its-own-below", attributes, name), i + "");
            }
            names[(int) i] = name;
        }
        in.need(8, in.size(), say("formats.openvdb.coding.VdbPoints.the-number-of-groups"));
        long count = in.i64();
        in.need(
                Math.multiplyExact(Math.max(0, count), 12L),
                in.size(),
                say("formats.openvdb.coding.VdbPoints.groups", count));
        for (long g = 0; g < count; g++) {
            String name = VdbMetadata.string(in, THE_NAME_OF_A_GROUP);
            in.need(8, in.size(), say("formats.openvdb.coding.VdbPoints.the-number-of-group", name));
            groups.put(name, (int) in.i64());
        }
        GridMetadata defaults = VdbMetadata.read(in);
        if (defaults.entries().size() > attributes) {
            throw in.wrong(
                    say("formats.openvdb.coding.VdbPoints.at-most-one-default-per-attribute"),
                    defaults.entries().size() + "");
        }
    }

    private Span span() throws FormatException {
        in.need(14, in.size(), AN_ATTRIBUTE_OF_A_LEAF);
        long bytes = in.i64() - OVERHEAD;
        in.u8();
        int flags = in.u8();
        long points = in.u32();
        if (bytes < 0 || bytes > 1 << 28 || points > 1 << 26) {
            throw in.wrong(
                    say("formats.openvdb.coding.VdbPoints.an-attribute-of-at-most-268435456"),
                    say("formats.openvdb.coding.VdbPoints.bytes-for-points", bytes, points));
        }
        if ((flags & STRIDED) != 0) {
            in.need(4, in.size(), THE_STRIDE_OF_AN_ATTRIBUTE);
            long stride = in.u32();
            if (stride != 1) {
                throw in.wrong(say("formats.openvdb.coding.VdbPoints.a-stride-of-1"), stride + "");
            }
        }
        return new Span((int) bytes, flags, (int) points);
    }

    private List<int[]> pageSizes(Span[] of) throws FormatException {
        long todo = 0;
        for (Span s : of) {
            todo += s.has(PAGED) ? s.bytes : 0;
        }
        List<int[]> out = new ArrayList<>();
        while (todo > 0) {
            in.need(4, in.size(), THE_SIZE_OF_A_PAGE);
            int packed = in.i32();
            if (packed > 0) {
                in.need(4, in.size(), THE_SIZE_OF_A_PAGE);
            }
            int size = packed > 0 ? in.i32() : -packed;
            if (size <= 0 || size > todo) {
                throw in.wrong(say("formats.openvdb.coding.VdbPoints.a-page-of-1-to-bytes", todo), size + "");
            }
            out.add(new int[] {packed, size});
            todo -= size;
        }
        return out;
    }

    private void indices() throws FormatException {
        int leaves = shape.leaves();
        room.take((long) leaves * VOXELS, in.at(), say("formats.openvdb.coding.VdbPoints.leaves", leaves));
        VoxelStore values = VoxelStore.of(ValueType.INT32, (long) leaves * SparseTree.LEAF_VOXELS);
        long[] masks = new long[8 * leaves];
        byte[] raw = new byte[VOXELS];
        for (int leaf = 0; leaf < leaves; leaf++) {
            in.need(66, in.size(), THE_VOXELS_OF_A_LEAF);
            MemorySegment.copy(in.bytes(), ByteCursor.LONG, in.at(), masks, 8 * leaf, 8);
            in.to(in.at() + 64);
            int size = Short.toUnsignedInt(in.i16());
            byte[] data = page(size == PLAIN ? -VOXELS : size, VOXELS, raw);
            long first = (long) leaf << 9;
            MemorySegment.copy(MemorySegment.ofArray(data), 0, values.segment(first), values.offset(first), VOXELS);
        }
        tree = shape.withLeaves(masks, values);
    }

    /** Bytes of a page; small ones are padded before they are packed. */
    private byte[] page(int packed, int size, byte[] into) throws FormatException {
        long at = in.at();
        int length = Math.abs(packed);
        in.need(length, in.size(), A_PAGE_OF_POINTS);
        byte[] bytes = in.take(length);
        if (packed <= 0) {
            if (length < size) {
                in.to(at);
                throw in.wrong(say("formats.openvdb.coding.VdbPoints.plain-bytes", size), length + "");
            }
            return bytes;
        }
        if (packed < Blosc.HEADER) {
            in.to(at);
            throw in.wrong(
                    say("formats.openvdb.coding.VdbPoints.a-blosc-buffer"),
                    say("formats.openvdb.coding.VdbPoints.bytes", packed));
        }
        int whole = MemorySegment.ofArray(bytes).get(ByteCursor.INT, 4);
        if (whole < size || whole > Math.max(128, size)) {
            in.to(at);
            throw in.wrong(say("formats.openvdb.coding.VdbPoints.bytes-unpacked", size), whole + "");
        }
        byte[] out = into.length >= whole ? into : new byte[whole];
        try {
            blosc.unpack(bytes, packed, out, whole);
        } catch (BloscException e) {
            throw FormatException.at(
                    reader.file().name(),
                    at,
                    say("formats.openvdb.coding.VdbPoints.in-a-blosc-buffer", e.expected()),
                    e.found());
        }
        return out;
    }

    private PointSet points() throws FormatException {
        int leaves = shape.leaves();
        int[] starts = new int[leaves + 1];
        for (int leaf = 0; leaf < leaves; leaf++) {
            starts[leaf + 1] = Math.addExact(starts[leaf], names.length == 0 ? 0 : spans[0][leaf].points);
        }
        List<PointSet.Attribute> out = new ArrayList<>();
        Map<Integer, byte[]> bits = new HashMap<>();
        for (int a = 0; a < names.length; a++) {
            byte[][] data = data(a);
            int even = 0;
            for (Span s : spans[a]) {
                even += s.has(UNIFORM) ? 1 : 0;
            }
            if (codecs[a].equals("grp")) {
                bits.put(bits.size(), spread(data, a, starts));
            }
            ValueType type = VdbPointCodec.type(types[a]);
            VoxelStore values = type == null ? null : decode(type, codecs[a], data, a, starts);
            out.add(new PointSet.Attribute(names[a], a, types[a], codecs[a], even, values));
        }
        List<PointSet.Group> sets = new ArrayList<>();
        groups.forEach((name, index) ->
                sets.add(new PointSet.Group(name, index, VdbPointCodec.members(bits.get(index / 8), index % 8))));
        Grid grid = new Grid(entry.name(), entry.gridClass(), entry.map(), tree, entry.half(), entry.metadata());
        return new PointSet(grid, starts, out, sets);
    }

    /** The stored bytes of one attribute per leaf. */
    private byte[][] data(int a) throws FormatException {
        byte[][] out = new byte[shape.leaves()][];
        byte[] page = {};
        int left = 0;
        int at = 0;
        int next = 0;
        for (int leaf = 0; leaf < out.length; leaf++) {
            Span s = spans[a][leaf];
            if (!s.has(PAGED)) {
                in.need(1L + s.bytes, in.size(), AN_ATTRIBUTE_OF_A_LEAF);
                if (!s.has(UNIFORM) && in.u8() != 0) {
                    throw in.wrong(
                            say("formats.openvdb.coding.VdbPoints.plain-data-of-attribute", names[a]),
                            say("formats.openvdb.coding.VdbPoints.packed-ones"));
                }
                out[leaf] = in.take(s.bytes);
                continue;
            }
            if (left == 0 && s.bytes > 0) {
                int[] p = pages.get(a).get(next++);
                room.take(p[1], in.at(), A_PAGE_OF_POINTS);
                page = page(p[0], p[1], new byte[0]);
                left = p[1];
                at = 0;
            }
            if (s.bytes > left) {
                throw in.wrong(
                        say("formats.openvdb.coding.VdbPoints.a-page-that-ends-with-a"),
                        say("formats.openvdb.coding.VdbPoints.bytes-with-left", s.bytes, left));
            }
            out[leaf] = java.util.Arrays.copyOfRange(page, at, at + s.bytes);
            at += s.bytes;
            left -= s.bytes;
        }
        return out;
    }

    private byte[] spread(byte[][] data, int a, int[] starts) throws FormatException {
        byte[] out = new byte[starts[starts.length - 1]];
        for (int leaf = 0; leaf < data.length; leaf++) {
            boolean even = spans[a][leaf].has(UNIFORM);
            int n = starts[leaf + 1] - starts[leaf];
            if (data[leaf].length < (even ? Math.min(1, n) : n)) {
                throw in.wrong(say("formats.openvdb.coding.VdbPoints.bytes-of", n, names[a]), data[leaf].length + "");
            }
            for (int i = 0; i < n; i++) {
                out[starts[leaf] + i] = data[leaf][even ? 0 : i];
            }
        }
        return out;
    }

    private VoxelStore decode(ValueType type, String codec, byte[][] data, int a, int[] starts) throws FormatException {
        int comps = type.components();
        int each = VdbPointCodec.bytes(codec, type);
        if (each == 0) {
            throw in.wrong(say("formats.openvdb.coding.VdbPoints.codec-null-trnc-fxpt8-or-fxpt16", names[a]), codec);
        }
        room.take(
                (long) starts[starts.length - 1] * type.bytes(),
                in.at(),
                say("formats.openvdb.coding.VdbPoints.attribute", names[a]));
        VoxelStore out = VoxelStore.of(type, starts[starts.length - 1]);
        for (int leaf = 0; leaf < data.length; leaf++) {
            boolean even = spans[a][leaf].has(UNIFORM);
            int n = starts[leaf + 1] - starts[leaf];
            MemorySegment raw = MemorySegment.ofArray(data[leaf]);
            if (raw.byteSize() < (long) (even ? Math.min(1, n) : n) * comps * each) {
                throw in.wrong(
                        say("formats.openvdb.coding.VdbPoints.values-of", n, names[a]),
                        say("formats.openvdb.coding.VdbPoints.bytes", raw.byteSize()));
            }
            for (int i = 0; i < n * comps; i++) {
                long at = (long) (even ? i % comps : i) * each;
                out.set(
                        starts[leaf] + i / comps,
                        i % comps,
                        VdbPointCodec.number(type, codec, names[a].equals("P") ? 0.5f : 0, raw, at));
            }
        }
        return out;
    }
}
