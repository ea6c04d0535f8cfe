package idleheron.report;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.job.Progress;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.PointSet;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.GridStats;
import idleheron.core.volume.tree.GridChecksums;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.VoxelStore;
import java.io.IOException;

/**
 * What volumes hold, as JSON: one entry per grid of each frame. Lengths are in the file's own unit, matrices row by row for
 * column vectors. Least, greatest and sum are null where the voxels were not read: in files over {@link #SMALL} bytes, unless
 * checksums are asked for.
 */
final class VolumesJson {
    static final long SMALL = 64L << 20;

    private final boolean checksums;

    VolumesJson(boolean checksums) {
        this.checksums = checksums;
    }

    void fill(Iterable<Volume> volumes, ArrayNode out) throws IOException {
        for (Volume v : volumes) {
            for (Volume.Frame f : v.frames()) {
                if (f.isBroken()) {
                    out.addObject()
                            .put("volume", v.name())
                            .put("frame", f.number())
                            .put("file", f.file())
                            .put("fault", f.fault());
                }
                for (GridHeader h : f.headers()) {
                    grid(v, f, h, out.addObject());
                }
            }
        }
    }

    private void grid(Volume v, Volume.Frame f, GridHeader h, ObjectNode o) throws IOException {
        boolean points = h.typeName().startsWith("ptdata");
        o.put("name", h.name())
                .put("label", h.label())
                .put("volume", v.name())
                .put("frame", f.number())
                .put("file", f.file())
                .put("type", h.typeName())
                .put("class", h.gridClass());
        o.set("voxelSize", Json.numbers(h.map().voxelSize()));
        o.put("map", h.map().kind());
        o.set("transform", h.map().linear() ? Json.numbers(h.map().affine()) : Json.NODES.nullNode());
        o.put("compression", h.compression()).put("half", h.half());
        if (h.type() == null && !points) {
            o.put("activeVoxels", h.voxels());
            return;
        }
        boolean deep = checksums || f.bytes() <= SMALL;
        Grid g = deep ? f.source().read(h.label(), Progress.NONE) : f.source().shape(h.label());
        VoxelStore background = g.tree().background();
        double[] b = new double[g.type().components()];
        for (int c = 0; c < b.length; c++) {
            b[c] = background.get(0, c);
        }
        o.set("background", Json.numbers(b));
        GridStats s = deep ? GridStats.of(g.tree(), Progress.NONE) : null;
        TreeStats c = s == null ? TreeStats.of(g.tree()) : s.census();
        o.put("activeVoxels", c.activeVoxels())
                .put("activeLeafVoxels", c.leafVoxels())
                .put("activeTiles", c.activeTiles())
                .put("leaves", c.leaves());
        o.set("indexBounds", box(c.box()));
        o.set("min", s == null ? Json.NODES.nullNode() : Json.numbers(s.min()));
        o.set("max", s == null ? Json.NODES.nullNode() : Json.numbers(s.max()));
        o.set("sum", s == null ? Json.NODES.nullNode() : Json.numbers(s.sum()));
        if (s != null) {
            o.set("sumOfSquares", Json.numbers(s.squares()));
            o.put("notNumbers", s.nans());
        }
        if (points) {
            points(f.source().points(h.label()), o);
        }
        if (checksums) {
            sums(GridChecksums.of(g.tree()), o);
        }
        metadata(g.metadata(), o.putObject("metadata"));
    }

    private static void sums(GridChecksums s, ObjectNode o) {
        o.put("checksumLeafVoxels", hex(s.leafVoxels()))
                .put("checksumVoxelsAndTiles8", hex(s.voxelsAndTiles8()))
                .put("checksumActiveTiles", hex(s.activeTiles()))
                .put("checksumAllTiles", hex(s.allTiles()))
                .put("checksumAllLeafValues", hex(s.allLeafValues()))
                .put("checksumNodes", hex(s.nodes()));
    }

    private static String hex(long v) {
        return "%016x".formatted(v);
    }

    private static ObjectNode box(IndexBox b) {
        ObjectNode o = Json.NODES.objectNode();
        o.putArray("min").add(b.minX()).add(b.minY()).add(b.minZ());
        o.putArray("max").add(b.maxX()).add(b.maxY()).add(b.maxZ());
        return o;
    }

    private void points(PointSet set, ObjectNode o) {
        o.put("pointCount", set.count());
        ArrayNode attributes = o.putArray("attributes");
        for (PointSet.Attribute a : set.attributes()) {
            ObjectNode n = attributes
                    .addObject()
                    .put("name", a.name())
                    .put("type", a.typeName())
                    .put("codec", a.codec())
                    .put("uniformLeaves", a.uniformLeaves());
            VoxelStore values = a.values();
            if (checksums && values != null) {
                n.put("checksum", hex(set.checksum(values)));
            }
        }
        ObjectNode groups = o.putObject("groups");
        set.groups().forEach(g -> groups.put(g.name(), g.count()));
    }

    private static void metadata(GridMetadata m, ObjectNode o) {
        for (GridMetadata.Entry e : m.entries()) {
            switch (e.value()) {
                case String s -> o.put(e.name(), s);
                case Boolean b -> o.put(e.name(), b);
                case Integer i -> o.put(e.name(), i);
                case Long l -> o.put(e.name(), l);
                case Float f -> o.put(e.name(), f);
                case Double d -> o.put(e.name(), d);
                case int[] a -> {
                    ArrayNode n = o.putArray(e.name());
                    for (int i : a) {
                        n.add(i);
                    }
                }
                case float[] a -> {
                    ArrayNode n = o.putArray(e.name());
                    for (float i : a) {
                        n.add(i);
                    }
                }
                case double[] a -> o.set(e.name(), Json.numbers(a));
                case byte[] raw -> o.put(e.name(), raw.length + " bytes of " + e.type());
                default -> o.put(e.name(), e.value().toString());
            }
        }
    }
}
