package idleheron.formats.openvdb;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.job.Progress;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.PointSet;
import idleheron.core.volume.measure.GridStats;
import idleheron.core.volume.tree.GridChecksums;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.VoxelStore;
import idleheron.formats.openvdb.coding.VdbFile;
import idleheron.formats.openvdb.coding.VdbReader;
import java.io.IOException;

/** Holds what is read from a file against facts in the form that the reference library's printer gives. */
final class Facts {
    private Facts() {}

    static void hold(VdbReader reader, JsonNode facts) throws IOException {
        VdbFile file = reader.file();
        assertThat(file.version()).isEqualTo(facts.path("fileVersion").asInt());
        assertThat(file.uuid()).isEqualTo(facts.path("uuid").asText());
        assertThat(file.grids()).hasSize(facts.path("gridCount").asInt());
        metadata(file.metadata(), facts.path("fileMetadata"));
        int i = 0;
        for (JsonNode g : facts.path("grids")) {
            VdbFile.Entry e = file.grids().get(i++);
            if (file.hasOffsets()) {
                assertThat(e.uniqueName()).isEqualTo(g.path("uniqueNameRaw").asText());
                assertThat(e.label()).isEqualTo(g.path("uniqueName").asText());
                assertThat(reader.find(e.uniqueName())).isSameAs(e);
            }
            grid(reader, e, g);
        }
    }

    private static void grid(VdbReader reader, VdbFile.Entry e, JsonNode f) throws IOException {
        assertThat(e.name()).isEqualTo(f.path("name").asText());
        assertThat("Tree_" + e.valueName() + "_" + e.treeShape())
                .isEqualTo(f.path("treeType").asText());
        assertThat(e.gridClass()).isEqualTo(f.path("class").asText());
        if (f.has("compressionFlags")) {
            assertThat(e.compression()).isEqualTo(f.path("compressionFlags").asInt());
            assertThat(e.compressionText()).isEqualTo(f.path("compression").asText());
            assertThat(e.typeName()).isEqualTo(f.path("descriptorType").asText());
            assertThat(new long[] {e.gridAt(), e.buffersAt(), e.endAt()}).isEqualTo(longs(f.path("offsets")));
        }
        map(e.map(), f);
        TreeStats shape = TreeStats.of(reader.topology(e));
        census(shape, f);
        Grid grid = reader.grid(e, Progress.NONE);
        VoxelStore background = grid.tree().background();
        numbers(f.path("background"), c -> background.get(0, c), 0);
        GridStats s = GridStats.of(grid.tree(), Progress.NONE);
        census(s.census(), f);
        if (f.path("activeVoxelCount").asLong() > s.nans()) {
            numbers(f.path("min"), c -> s.min()[c], 0);
            numbers(f.path("max"), c -> s.max()[c], 0);
        }
        numbers(f.path("sum"), c -> s.sum()[c], 1e-9);
        numbers(f.path("sumOfSquares"), c -> s.squares()[c], 1e-9);
        numbers(f.path("leafSum"), c -> s.leafSum()[c], 1e-9);
        assertThat(s.nans()).isEqualTo(f.path("nanCount").asLong());
        GridChecksums sums = GridChecksums.of(grid.tree());
        hash(sums.leafVoxels(), f, "checksumLeafVoxels");
        hash(sums.voxelsAndTiles8(), f, "checksumVoxelsAndTiles8");
        hash(sums.activeTiles(), f, "checksumActiveTiles");
        hash(sums.allTiles(), f, "checksumAllTiles");
        hash(sums.allLeafValues(), f, "checksumAllLeafValues");
        hash(sums.nodes(), f, "checksumNodes");
        metadata(e.metadata(), f.path("metadata"));
        if (e.isPoints()) {
            points(reader.points(e), f);
        }
    }

    private static void census(TreeStats c, JsonNode f) {
        assertThat(c.activeVoxels()).isEqualTo(f.path("activeVoxelCount").asLong());
        assertThat(c.leafVoxels()).isEqualTo(f.path("activeLeafVoxelCount").asLong());
        assertThat(c.activeTiles()).isEqualTo(f.path("activeTileCount").asLong());
        assertThat(c.leaves()).isEqualTo(f.path("leafCount").asInt());
        assertThat(c.tiles()[0]).isEqualTo(f.path("activeTilesByDim").path("8").asLong());
        assertThat(c.idleTiles()[1])
                .isEqualTo(f.path("inactiveTilesByDim").path("128").asLong());
        JsonNode box = f.path("activeBBox");
        if (box.isArray() && c.activeVoxels() > 0) {
            assertThat(c.box())
                    .isEqualTo(new IndexBox(
                            box.at("/0/0").asInt(),
                            box.at("/0/1").asInt(),
                            box.at("/0/2").asInt(),
                            box.at("/1/0").asInt(),
                            box.at("/1/1").asInt(),
                            box.at("/1/2").asInt()));
        }
    }

    private static void map(GridMap map, JsonNode f) {
        assertThat(map.kind()).isEqualTo(f.path("mapType").asText());
        for (JsonNode probe : f.path("worldProbes")) {
            double[] w = map.apply(
                    probe.at("/index/0").asDouble(),
                    probe.at("/index/1").asDouble(),
                    probe.at("/index/2").asDouble());
            numbers(probe.path("world"), a -> w[a], 1e-12);
        }
        double[] size = map.voxelSize();
        numbers(f.path("voxelSize"), a -> size[a], 1e-12);
    }

    private static void points(PointSet set, JsonNode f) {
        assertThat(set.count()).isEqualTo(f.path("pointCount").asInt());
        for (JsonNode a : f.path("attributes")) {
            PointSet.Attribute mine = set.attribute(a.path("name").asText());
            assertThat(mine).isNotNull();
            assertThat(mine.codec()).isEqualTo(a.path("codec").asText());
            assertThat(mine.uniformLeaves()).isEqualTo(a.path("uniformLeaves").asInt());
            VoxelStore values = mine.values();
            if (a.has("checksum")) {
                assertThat(values).isNotNull();
                assertThat(set.checksum(values))
                        .isEqualTo(Long.parseUnsignedLong(a.path("checksum").asText(), 16));
            }
        }
        f.path("groups")
                .forEachEntry((name, g) -> assertThat(set.groups())
                        .contains(new PointSet.Group(
                                name, g.path("index").asInt(), g.path("count").asLong())));
        double[] p = java.util.Objects.requireNonNull(set.worldPositions());
        double[] sum = new double[3];
        for (int i = 0; i < p.length; i++) {
            sum[i % 3] += p[i];
        }
        numbers(f.path("worldPositions").path("sum"), c -> sum[c], 1e-9);
    }

    /** The reference library keeps its hints for delayed loading to itself. */
    private static void metadata(GridMetadata all, JsonNode f) {
        GridMetadata m = all.without("file_delayed_load");
        assertThat(m.entries()).hasSize(f.size());
        f.forEachEntry((name, e) -> {
            Object v = m.get(name);
            assertThat(v).as(name).isNotNull();
            switch (v) {
                case Boolean b -> assertThat(b).isEqualTo(e.path("value").asBoolean());
                case Number n -> numbers(e.path("value"), any -> n.doubleValue(), 0);
                case String s -> assertThat(s).isEqualTo(e.path("value").asText());
                case int[] a -> numbers(e.path("value"), i -> a[i], 0);
                case float[] a -> numbers(flat(e.path("value")), i -> a[i], 0);
                case double[] a -> numbers(flat(e.path("value")), i -> a[i], 0);
                case byte[] raw -> assertThat(raw).hasSize(e.path("bytes").asInt());
                default -> throw new AssertionError(v.getClass());
            }
        });
    }

    private static JsonNode flat(JsonNode n) {
        return n.has(0) && n.get(0).isArray() ? n.get(0) : n;
    }

    private interface Numbers {
        double at(int i);
    }

    private static double value(JsonNode n) {
        return switch (n.asText()) {
            case "inf" -> Double.POSITIVE_INFINITY;
            case "-inf" -> Double.NEGATIVE_INFINITY;
            case "nan", "-nan" -> Double.NaN;
            case "true" -> 1;
            default -> n.asDouble();
        };
    }

    private static void numbers(JsonNode expected, Numbers got, double relative) {
        for (int i = 0; i < Math.max(1, expected.size()); i++) {
            if (expected.isMissingNode() || expected.isNull()) {
                return;
            }
            double e = value(expected.isArray() ? expected.get(i) : expected);
            double g = got.at(i);
            if (Double.isFinite(e)) {
                assertThat(g).isCloseTo(e, within(relative * Math.max(1, Math.abs(e))));
            } else {
                assertThat(Double.valueOf(g)).isEqualTo(Double.valueOf(e));
            }
        }
    }

    private static long[] longs(JsonNode n) {
        long[] out = new long[n.size()];
        for (int i = 0; i < out.length; i++) {
            out[i] = n.get(i).asLong();
        }
        return out;
    }

    private static void hash(long got, JsonNode f, String name) {
        assertThat("%016x".formatted(got)).as(name).isEqualTo(f.path(name).asText());
    }
}
