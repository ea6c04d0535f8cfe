package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.GridChecksums;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.InnerNode;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.ValueType;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;

/**
 * Writes .vdb files of version 224 as {@link VdbFile}, {@link VdbTopology} and {@link VdbLeaves} set out. Grids that show the
 * same tree share it in the file.
 */
public final class VdbWriter {
    private static final int VERSION = 224;
    private static final int LIBRARY_MAJOR = 10;
    private static final int BATCH = 256;
    private static final long[] NO_CHILDREN = {};

    private final Options options;

    /**
     * @param compression of {@link VdbFile#ZIP}, {@link VdbFile#BLOSC}, {@link VdbFile#ACTIVE_MASK}, or 0
     * @param offsets whether grids can be found without reading those before them
     * @param statistics whether box, count and size go into each grid's metadata
     * @param identifier of the file, or null for one that follows from what is in it
     */
    public record Options(
            int compression,
            boolean offsets,
            boolean statistics,
            @Nullable UUID identifier) {
        public static final Options USUAL = new Options(VdbFile.BLOSC | VdbFile.ACTIVE_MASK, true, true);

        /** With an identifier that is another one for every content, and the same for the same. */
        public Options(int compression, boolean offsets, boolean statistics) {
            this(compression, offsets, statistics, null);
        }

        /** With an identifier of one's own choice. */
        public Options identified(UUID value) {
            return new Options(compression, offsets, statistics, value);
        }
    }

    public VdbWriter(Options options) {
        this.options = options;
    }

    /**
     * @param metadata of the file
     * @throws IOException when {@code out} does
     */
    public void write(List<Grid> grids, GridMetadata metadata, OutputStream out, Progress progress) throws IOException {
        VdbSink head = new VdbSink();
        head.i64(VdbFile.MAGIC);
        head.i32(VERSION);
        head.i32(LIBRARY_MAJOR);
        head.i32(0);
        head.u8(options.offsets ? 1 : 0);
        UUID id = options.identifier == null ? identifier(grids, metadata) : options.identifier;
        for (char c : id.toString().toCharArray()) {
            head.u8(c);
        }
        VdbMetadata.write(metadata, head);
        head.i32(grids.size());
        long at = head.size();
        head.to(out);
        List<String> names = uniqueNames(grids);
        IdentityHashMap<SparseTree, String> written = new IdentityHashMap<>();
        for (int g = 0; g < grids.size(); g++) {
            String parent = written.getOrDefault(grids.get(g).tree(), "");
            at += grid(
                    grids.get(g),
                    names.get(g),
                    parent,
                    at,
                    out,
                    progress.part((double) g / grids.size(), (g + 1.0) / grids.size()));
            written.putIfAbsent(grids.get(g).tree(), names.get(g));
        }
    }

    /** By names, types, maps, metadata and checksums: the same grids give the same bytes. */
    private static UUID identifier(List<Grid> grids, GridMetadata metadata) throws IOException {
        VdbSink said = new VdbSink();
        VdbMetadata.write(metadata, said);
        IdentityHashMap<SparseTree, Long> sums = new IdentityHashMap<>();
        for (Grid g : grids) {
            said.string(g.name());
            said.string(g.type().id());
            VdbMetadata.write(g.metadata(), said);
            VdbMap.write(g.map(), said);
            said.i64(sums.computeIfAbsent(g.tree(), t -> GridChecksums.of(t).nodes()));
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        said.to(bytes);
        return UUID.nameUUIDFromBytes(bytes.toByteArray());
    }

    /** Names with what tells equal ones apart, as the format wants it. */
    public static List<String> uniqueNames(List<Grid> grids) {
        Map<String, Integer> times = new HashMap<>();
        grids.forEach(g -> times.merge(g.name(), 1, Integer::sum));
        Map<String, Integer> next = new HashMap<>();
        List<String> out = new ArrayList<>();
        for (Grid g : grids) {
            int n = next.merge(g.name(), 1, Integer::sum) - 1;
            out.add(times.getOrDefault(g.name(), 1) > 1 ? g.name() + VdbFile.Entry.BETWEEN + n : g.name());
        }
        return out;
    }

    private long grid(Grid grid, String name, String parent, long at, OutputStream out, Progress progress)
            throws IOException {
        boolean half = grid.half() && grid.type().real();
        VdbSink body = new VdbSink();
        body.i32(options.compression);
        GridMetadata m = grid.metadata().without("file_");
        if (grid.half()) {
            m = m.with("is_saved_as_half_float", "bool", true);
        }
        if (parent.isEmpty() && options.statistics) {
            m = statistics(m, grid);
        }
        VdbMetadata.write(m, body);
        VdbMap.write(grid.map(), body);
        List<byte[]> buffers = List.of();
        if (parent.isEmpty()) {
            topology(grid.tree(), half, body);
            buffers = buffers(grid.tree(), half, progress);
        }
        VdbSink head = new VdbSink();
        head.string(name);
        head.string("Tree_" + grid.type().id() + "_" + VdbFile.Entry.SHAPE + (half ? "_HalfFloat" : ""));
        head.string(parent);
        long gridAt = at + head.size() + 24;
        long buffersAt = gridAt + body.size();
        long endAt = buffersAt;
        for (byte[] b : buffers) {
            endAt += b.length;
        }
        head.i64(options.offsets ? gridAt : 0);
        head.i64(options.offsets && parent.isEmpty() ? buffersAt : 0);
        head.i64(options.offsets ? endAt : 0);
        head.to(out);
        body.to(out);
        for (byte[] b : buffers) {
            out.write(b);
        }
        return endAt - at;
    }

    private GridMetadata statistics(GridMetadata m, Grid grid) {
        TreeStats c = TreeStats.of(grid.tree());
        IndexBox b = c.box();
        String text = new VdbFile.Entry(
                        "", "", "", 0, 0, 0, options.compression, m, grid.map(), "", "", grid.type(), grid.half(), 0)
                .compressionText();
        return m.with("file_bbox_min", "vec3i", new int[] {b.minX(), b.minY(), b.minZ()})
                .with("file_bbox_max", "vec3i", new int[] {b.maxX(), b.maxY(), b.maxZ()})
                .with("file_compression", "string", text)
                .with("file_mem_bytes", "int64", grid.tree().bytes())
                .with("file_voxel_count", "int64", c.activeVoxels());
    }

    private void topology(SparseTree tree, boolean half, VdbSink out) {
        try (VdbPacking packing = new VdbPacking(options.compression, half, tree.background())) {
            out.i32(1);
            packing.value(tree.background(), 0, out);
            out.i32(tree.rootTiles().size());
            out.i32(tree.uppers().size());
            for (SparseTree.RootTile t : tree.rootTiles()) {
                out.i32(t.x());
                out.i32(t.y());
                out.i32(t.z());
                out.bytes(t.value().segment(0), t.value().offset(0), tree.type().bytes());
                out.u8(t.active() ? 1 : 0);
            }
            int leaf = 0;
            for (InnerNode u : tree.uppers()) {
                out.i32(u.x());
                out.i32(u.y());
                out.i32(u.z());
                node(u, packing, out);
                for (int c = 0; c < u.childCount(); c++) {
                    InnerNode l = tree.lowers().get(u.firstChild() + c);
                    node(l, packing, out);
                    out.words(tree.leafMasks(), 8 * leaf, 8 * l.childCount());
                    leaf += l.childCount();
                }
            }
        }
    }

    private static void node(InnerNode n, VdbPacking packing, VdbSink out) {
        out.words(n.children(), 0, n.children().length);
        out.words(n.active(), 0, n.active().length);
        packing.block(new VdbPacking.Slots(n.tiles(), 0, n.slots(), n.active(), 0, n.children()), out);
    }

    private List<byte[]> buffers(SparseTree tree, boolean half, Progress progress) {
        int batches = (tree.leaves() + BATCH - 1) / BATCH;
        byte[][] out = new byte[batches][];
        AtomicInteger next = new AtomicInteger();
        Cores.each(Math.min(batches, Cores.count()), worker -> {
            VdbSink sink = new VdbSink();
            try (VdbPacking packing = new VdbPacking(options.compression, half, tree.background())) {
                for (int b = next.getAndIncrement(); b < batches; b = next.getAndIncrement()) {
                    for (int leaf = b * BATCH; leaf < Math.min(tree.leaves(), (b + 1) * BATCH); leaf++) {
                        leaf(tree, leaf, packing, sink);
                    }
                    out[b] = sink.take();
                    progress.at(b / (double) batches, say("formats.openvdb.coding.VdbWriter.packing-voxels"));
                }
            }
        });
        return List.of(out);
    }

    private static void leaf(SparseTree tree, int leaf, VdbPacking packing, VdbSink out) {
        long[] masks = tree.leafMasks();
        out.words(masks, 8 * leaf, 8);
        if (tree.type() == ValueType.BOOL || tree.type() == ValueType.MASK) {
            for (int a = 0; a < 3; a++) {
                out.i32(tree.leafOrigins()[3 * leaf + a]);
            }
            if (tree.type() == ValueType.BOOL) {
                long[] bits = new long[8];
                for (int v = 0; v < SparseTree.LEAF_VOXELS; v++) {
                    if (tree.leafValues().get(((long) leaf << 9) + v, 0) != 0) {
                        Bits.set(bits, 0, v);
                    }
                }
                out.words(bits, 0, 8);
            }
            return;
        }
        packing.block(
                new VdbPacking.Slots(
                        tree.leafValues(), (long) leaf << 9, SparseTree.LEAF_VOXELS, masks, 8 * leaf, NO_CHILDREN),
                out);
    }
}
