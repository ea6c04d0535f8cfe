package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.PointSet;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Reads .vdb files: first what they say of themselves, then the shape of a grid, then its voxels. */
public final class VdbReader {
    private static final String THE_NUMBER_OF_GRIDS = say("formats.openvdb.coding.VdbReader.the-number-of-grids");
    private static final String THE_HEAD_OF_A_VOLUME_FILE =
            say("formats.openvdb.coding.VdbReader.the-head-of-a-volume-file");
    private static final String THE_COMPRESSION_FLAG = say("formats.openvdb.coding.VdbReader.the-compression-flag");
    private static final String THE_IDENTIFIER = say("formats.openvdb.coding.VdbReader.the-identifier");
    private static final String THE_NAME_OF_A_GRID = say("formats.openvdb.coding.VdbReader.the-name-of-a-grid");

    private static final int OLDEST = 220;
    private static final int NEWEST = 225;
    private static final int UUID = 36;
    private static final int SMALLEST_GRID = 40;
    private static final Pattern TYPE = Pattern.compile("Tree_([A-Za-z0-9]+)((?:_[0-9]+)+)(_HalfFloat)?");
    private static final String POINTS = "ptdataidx32";

    private final VdbFile file;
    private final MemorySegment bytes;
    private final Map<String, VdbLeaves.Trust> trust;

    private VdbReader(VdbFile file, MemorySegment bytes) {
        this(file, bytes, Map.of());
    }

    /**
     * @param trust by the unique names of grids of a damaged file how far their leaves can be relied on; others are whole
     */
    VdbReader(VdbFile file, MemorySegment bytes, Map<String, VdbLeaves.Trust> trust) {
        this.file = file;
        this.bytes = bytes;
        this.trust = trust;
    }

    /** Whether less of a grid may be read than its header tells. */
    public boolean isPart(VdbFile.Entry e) {
        return trust.containsKey(e.uniqueName());
    }

    /** Of a grid of a damaged file the leaves that can be read. */
    VdbLeaves.Part part(VdbFile.Entry e, VdbLeaves.Trust trusted) throws FormatException {
        VdbRoom room = new VdbRoom(file.name());
        VdbTopology.Shape shape = VdbTopology.read(file, e, readable(e), bytes, room);
        if (e.buffersAt() != 0 && shape.end() != e.buffersAt()) {
            throw FormatException.at(
                    file.name(),
                    shape.end(),
                    say("formats.openvdb.coding.VdbReader.the-buffers-of-at", e.label(), e.buffersAt()),
                    say("formats.openvdb.coding.VdbReader.them-here"));
        }
        return new VdbLeaves(file, e, bytes, shape.tree()).part(shape.end(), trusted, room);
    }

    /** Whether a file that begins so is a .vdb file. */
    public static boolean matches(byte[] head) {
        return head.length >= 8
                && head[0] == 0x20
                && head[1] == 0x42
                && head[2] == 0x44
                && head[3] == 0x56
                && (head[4] | head[5] | head[6] | head[7]) == 0;
    }

    /**
     * Reads all but topology and voxels; of a file without offsets it runs through these too, to find the next grid.
     *
     * @param bytes the whole file; it must stay open as long as the reader is used
     */
    public static VdbReader open(String name, MemorySegment bytes) throws FormatException {
        ByteCursor in = new ByteCursor(name, bytes, 0);
        VdbFile file = head(name, bytes, in);
        in.need(4, in.size(), THE_NUMBER_OF_GRIDS);
        int count = in.i32();
        if (count < 0 || (long) count * SMALLEST_GRID > in.left()) {
            in.to(in.at() - 4);
            throw in.wrong(say("formats.openvdb.coding.VdbReader.a-number-of-grids-that-fits"), count + "");
        }
        boolean offsets = file.hasOffsets();
        List<VdbFile.Entry> grids = new ArrayList<>();
        Set<String> names = new HashSet<>();
        for (int i = 0; i < count; i++) {
            VdbFile.Entry e = entry(file, in);
            if (!names.add(e.uniqueName())) {
                throw FormatException.at(
                        name,
                        e.gridAt(),
                        say("formats.openvdb.coding.VdbReader.every-grid-under-a-name-of"),
                        say("formats.openvdb.coding.VdbReader.again", e.label()));
            }
            if (offsets) {
                in.to(e.endAt());
            } else if (i + 1 < count || e.parent().isEmpty()) {
                e = runThrough(file, e, bytes, in);
            }
            grids.add(e);
        }
        return new VdbReader(file.with(grids), bytes);
    }

    /** What stands before the number of grids. */
    public static VdbFile head(String name, MemorySegment bytes) throws FormatException {
        return head(name, bytes, new ByteCursor(name, bytes, 0));
    }

    private static VdbFile head(String name, MemorySegment bytes, ByteCursor in) throws FormatException {
        in.need(8 + 4 + 8 + 1, in.size(), THE_HEAD_OF_A_VOLUME_FILE);
        long magic = in.i64();
        if (magic != VdbFile.MAGIC) {
            in.to(0);
            throw in.wrong(
                    say("formats.openvdb.coding.VdbReader.the-opening-bytes-20-42-44"),
                    "%016x".formatted(Long.reverseBytes(magic)));
        }
        int version = in.i32();
        if (version < OLDEST || version > NEWEST) {
            in.to(8);
            throw in.wrong(
                    say("formats.openvdb.coding.VdbReader.a-file-version-from-to", OLDEST, NEWEST), version + "");
        }
        int major = in.i32();
        int minor = in.i32();
        boolean offsets = in.u8() != 0;
        boolean zipped = false;
        if (version < 222) {
            in.need(1, in.size(), THE_COMPRESSION_FLAG);
            zipped = in.u8() != 0;
        }
        in.need(UUID, in.size(), THE_IDENTIFIER);
        String uuid = new String(in.take(UUID), StandardCharsets.US_ASCII);
        GridMetadata metadata = VdbMetadata.read(in);
        return new VdbFile(name, bytes.byteSize(), version, major, minor, offsets, zipped, uuid, metadata, List.of());
    }

    public VdbFile file() {
        return file;
    }

    MemorySegment bytes() {
        return bytes;
    }

    static VdbFile.Entry entry(VdbFile file, ByteCursor in) throws FormatException {
        return entry(file, in, in.size());
    }

    /** As {@link #entry(VdbFile, ByteCursor)} of a file that once had more bytes. */
    static VdbFile.Entry entry(VdbFile file, ByteCursor in, long size) throws FormatException {
        String unique = VdbMetadata.string(in, THE_NAME_OF_A_GRID);
        String typeName = VdbMetadata.string(in, say("formats.openvdb.coding.VdbReader.the-type-of-grid", unique));
        String parent = VdbMetadata.string(in, say("formats.openvdb.coding.VdbReader.the-parent-of-grid", unique));
        long places = in.at();
        in.need(24, in.size(), say("formats.openvdb.coding.VdbReader.the-offsets-of-grid", unique));
        long grid = in.i64();
        long buffers = in.i64();
        long end = in.i64();
        if (file.hasOffsets()) {
            boolean inside = grid >= in.at() && end >= grid && grid <= in.size() && end <= size;
            boolean ordered = parent.isEmpty() ? buffers >= grid && buffers <= end : buffers == 0;
            if (!inside || !ordered) {
                in.to(places);
                throw in.wrong(
                        say(
                                "formats.openvdb.coding.VdbReader.offsets-of-grid-in-order-between",
                                unique,
                                (places + 24),
                                in.size()),
                        grid + ", " + buffers + ", " + end);
            }
            in.to(grid);
        } else {
            grid = in.at();
        }
        int compression = file.zipped() ? VdbFile.ZIP : 0;
        if (file.version() >= 222) {
            in.need(4, in.size(), say("formats.openvdb.coding.VdbReader.the-compression-of-grid", unique));
            compression = in.i32();
        }
        GridMetadata metadata = VdbMetadata.read(in);
        GridMap map = VdbMap.read(in);
        Matcher m = TYPE.matcher(typeName);
        boolean known = m.matches();
        String value = known ? m.group(1) : typeName;
        return new VdbFile.Entry(
                unique,
                typeName,
                parent,
                grid,
                buffers,
                end,
                compression,
                metadata,
                map,
                value,
                known ? m.group(2).substring(1) : "",
                type(value),
                known && m.group(3) != null,
                in.at());
    }

    private static @Nullable ValueType type(String value) {
        for (ValueType t : ValueType.values()) {
            if (t.id().equals(value)) {
                return t;
            }
        }
        return value.equals(POINTS) ? ValueType.INT32 : null;
    }

    /** Finds the end of a grid in a file that does not say where it is. */
    private static VdbFile.Entry runThrough(VdbFile file, VdbFile.Entry e, MemorySegment bytes, ByteCursor in)
            throws FormatException {
        if (!e.parent().isEmpty()) {
            return e;
        }
        ValueType type = e.type();
        if (type == null || !e.isReadable()) {
            throw in.wrong(
                    say("formats.openvdb.coding.VdbReader.offsets-beside-a-grid-of-type", e.typeName()),
                    say("formats.openvdb.coding.VdbReader.a-file-without-offsets"));
        }
        VdbRoom room = new VdbRoom(file.name());
        VdbTopology.Shape shape = VdbTopology.read(file, e, type, bytes, room);
        long end = e.isPoints()
                ? VdbPoints.end(new VdbReader(file, bytes), e, shape, room)
                : new VdbLeaves(file, e, bytes, shape.tree()).skip(shape.end());
        in.to(end);
        return new VdbFile.Entry(
                e.uniqueName(),
                e.typeName(),
                e.parent(),
                e.gridAt(),
                shape.end(),
                end,
                e.compression(),
                e.metadata(),
                e.map(),
                e.valueName(),
                e.treeShape(),
                e.type(),
                e.half(),
                e.topologyAt());
    }

    /** The grid by its unique name, its label or its plain name; or null. */
    public VdbFile.@Nullable Entry find(String name) {
        Map<String, VdbFile.Entry> labels = new HashMap<>();
        Map<String, VdbFile.Entry> plain = new HashMap<>();
        for (VdbFile.Entry e : file.grids()) {
            if (e.uniqueName().equals(name)) {
                return e;
            }
            labels.putIfAbsent(e.label(), e);
            plain.putIfAbsent(e.name(), e);
        }
        VdbFile.Entry labelled = labels.get(name);
        return labelled != null ? labelled : plain.get(name);
    }

    /**
     * The grid whose tree this one shows: itself, or the parent that it shares it with.
     *
     * @throws FormatException when the parent is not there or itself shares its parent's
     */
    public VdbFile.Entry holder(VdbFile.Entry e) throws FormatException {
        if (e.parent().isEmpty()) {
            return e;
        }
        for (VdbFile.Entry p : file.grids()) {
            if (p.uniqueName().equals(e.parent()) && p.parent().isEmpty()) {
                return p;
            }
        }
        throw FormatException.at(
                file.name(),
                e.gridAt(),
                say("formats.openvdb.coding.VdbReader.grid-whose-tree-shares", e.parent(), e.label()),
                say("formats.openvdb.coding.VdbReader.no-such-grid"));
    }

    private ValueType readable(VdbFile.Entry e) throws FormatException {
        ValueType type = e.type();
        if (type == null || !e.isReadable()) {
            throw FormatException.at(
                    file.name(), e.gridAt(), say("formats.openvdb.coding.VdbReader.a-tree-of-5-4-3"), e.typeName());
        }
        return type;
    }

    /** The nodes and masks of a grid; no voxel is read. */
    public SparseTree topology(VdbFile.Entry entry) throws FormatException {
        VdbFile.Entry e = holder(entry);
        return VdbTopology.read(file, e, readable(e), bytes, new VdbRoom(file.name()))
                .tree();
    }

    /** A whole grid. Only its own bytes are touched. */
    public Grid grid(VdbFile.Entry entry, Progress progress) throws FormatException {
        VdbFile.Entry e = holder(entry);
        VdbLeaves.Trust trusted = trust.get(e.uniqueName());
        if (trusted != null) {
            return new Grid(
                    entry.name(),
                    entry.gridClass(),
                    entry.map(),
                    part(e, trusted).tree(),
                    entry.half(),
                    entry.metadata());
        }
        VdbRoom room = new VdbRoom(file.name());
        VdbTopology.Shape shape = VdbTopology.read(file, e, readable(e), bytes, room);
        if (e.buffersAt() != 0 && shape.end() != e.buffersAt()) {
            throw FormatException.at(
                    file.name(),
                    shape.end(),
                    say("formats.openvdb.coding.VdbReader.the-buffers-of-at", e.label(), e.buffersAt()),
                    say("formats.openvdb.coding.VdbReader.them-here"));
        }
        SparseTree tree = shape.tree();
        if (e.isPoints()) {
            tree = VdbPoints.voxels(this, e, shape, room);
        } else if (tree.leaves() > 0) {
            tree = new VdbLeaves(file, e, bytes, tree).read(shape.end(), room, progress);
        }
        return new Grid(entry.name(), entry.gridClass(), entry.map(), tree, entry.half(), entry.metadata());
    }

    /** The points of a grid of points. */
    public PointSet points(VdbFile.Entry entry) throws FormatException {
        VdbFile.Entry e = holder(entry);
        if (!e.isPoints()) {
            throw FormatException.at(
                    file.name(), e.gridAt(), say("formats.openvdb.coding.VdbReader.a-grid-of-points"), e.typeName());
        }
        return VdbPoints.read(this, e);
    }

    /** All grids whose voxels can be read; those that share a tree in the file share it in memory. */
    public List<Grid> grids(Progress progress) throws FormatException {
        Map<String, Grid> holders = new HashMap<>();
        List<Grid> out = new ArrayList<>();
        int n = file.grids().size();
        for (int i = 0; i < n; i++) {
            VdbFile.Entry e = file.grids().get(i);
            if (!holder(e).isReadable() || e.isPoints()) {
                continue;
            }
            Grid known = holders.get(holder(e).uniqueName());
            Grid g = known == null
                    ? grid(e, progress.part((double) i / n, (i + 1.0) / n))
                    : new Grid(e.name(), e.gridClass(), e.map(), known.tree(), e.half(), e.metadata());
            holders.putIfAbsent(holder(e).uniqueName(), g);
            out.add(g);
        }
        return out;
    }
}
