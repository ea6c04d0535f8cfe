package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** {@code facts --json --checksums} on every reference archive, against what an independent reader says of it. */
class CacheFactsTest {
    private static final Path REFERENCE = Path.of("../formats/src/test/resources/alembic/reference.zip");
    private static final List<String> ARRAYS = List.of(
            "faceIndices", "faceCounts", "velocities", "ids", "curveCounts", "creaseIndices", "creaseSharpnesses");

    @TempDir
    Path folder;

    private static Map<String, byte[]> reference() throws IOException {
        Map<String, byte[]> out = new TreeMap<>();
        try (ZipInputStream zip = new ZipInputStream(Files.newInputStream(REFERENCE))) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                if (!e.getName().contains("/")) {
                    out.put(e.getName(), zip.readAllBytes());
                }
            }
        }
        return out;
    }

    static List<String> names() throws IOException {
        return reference().keySet().stream()
                .filter(n -> n.endsWith(".abc"))
                .map(n -> n.replace(".abc", ""))
                .toList();
    }

    @ParameterizedTest
    @MethodSource("names")
    void factsAreTheOtherReaders(String name) throws IOException {
        Map<String, byte[]> all = reference();
        Path file = folder.resolve(name + ".abc");
        Files.write(file, java.util.Objects.requireNonNull(all.get(name + ".abc")));
        StringWriter out = new StringWriter();
        assertThat(Main.run(
                        new String[] {"facts", file.toString(), "--json", "--checksums"},
                        new PrintWriter(out, true),
                        new PrintWriter(new StringWriter())))
                .isZero();
        JsonNode ours = new ObjectMapper().readTree(out.toString());
        JsonNode told = new ObjectMapper().readTree(all.get(name + ".json"));
        assertThat(ours.path("nodes")).hasSize(told.path("numObjects").asInt());
        for (JsonNode o : told.path("objects")) {
            String path = o.path("path").asText();
            for (String list : new String[] {"meshes", "curves", "points"}) {
                JsonNode m = at(ours.path(list), path);
                if (m != null) {
                    geometry(m, o);
                }
            }
            JsonNode x = at(ours.path("xforms"), path);
            if (x != null) {
                xform(x, o);
            }
            JsonNode instance = at(ours.path("instances"), path);
            if (instance != null) {
                assertThat(instance.path("source").asText())
                        .isEqualTo(o.path("instanceOf").asText());
                assertThat(instance.path("resolves").asBoolean())
                        .isEqualTo(o.path("instanceResolves").asBoolean());
            }
            JsonNode camera = at(ours.path("cameras"), path);
            if (camera != null) {
                assertThat(camera.path("lens")).isEqualTo(o.path("camera").path("samples"));
            }
        }
    }

    private static @Nullable JsonNode at(JsonNode list, String path) {
        for (JsonNode n : list) {
            if (n.path("path").asText().equals(path)) {
                return n;
            }
        }
        return null;
    }

    private static void geometry(JsonNode ours, JsonNode told) {
        same(ours.path("positions"), told.path("positions"));
        for (String a : ARRAYS) {
            same(ours.path(a), told.path(a));
        }
        if (told.has("topology")) {
            assertThat(ours.path("topology")).isEqualTo(told.path("topology"));
            assertThat(ours.path("samples").asInt())
                    .isEqualTo(told.path("numSamples").asInt());
            assertThat(ours.path("points").asInt())
                    .isEqualTo(told.path("vertices").asInt());
        }
        for (JsonNode p : ours.path("attributes")) {
            JsonNode other = told.path("geomParams").has(p.path("name").asText())
                    ? told.path("geomParams").path(p.path("name").asText())
                    : told.path("arbGeomParams").path(p.path("name").asText());
            assertThat(p.path("scope")).isEqualTo(other.path("scope"));
            assertThat(p.path("indexed")).isEqualTo(other.path("indexed"));
            same(p.path("values"), other);
        }
    }

    private static void same(JsonNode ours, JsonNode told) {
        if (!told.isObject()) {
            assertThat(ours.isMissingNode() || ours.isEmpty()).isTrue();
            return;
        }
        List<String> wanted = new ArrayList<>();
        told.path("samples")
                .forEach(s -> wanted.add(
                        s.path("count").asText() + " " + s.path("crc32").asText()));
        List<String> found = new ArrayList<>();
        ours.forEach(
                s -> found.add(s.path("count").asText() + " " + s.path("crc32").asText()));
        assertThat(found).isEqualTo(wanted);
    }

    /** Ours are row by row for column vectors, the other's for row vectors. */
    private static void xform(JsonNode ours, JsonNode told) {
        assertThat(ours.path("matrices")).hasSize(told.path("matrices").size());
        for (int i = 0; i < told.path("matrices").size(); i++) {
            for (int r = 0; r < 4; r++) {
                for (int c = 0; c < 4; c++) {
                    assertThat(ours.path("matrices").path(i).path(4 * r + c).asDouble())
                            .isCloseTo(
                                    told.path("matrices")
                                            .path(i)
                                            .path(4 * c + r)
                                            .asDouble(),
                                    within(1e-12));
                }
            }
        }
    }
}
