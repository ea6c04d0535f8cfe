package idleheron.formats.alembic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Param;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.formats.alembic.archive.AbcArchive;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.zip.CRC32;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every reference archive, against the facts that an independent reader gives for it. */
class AbcReferenceTest {
    private static final Map<String, ChannelSemantic> ROLES = Map.ofEntries(
            Map.entry("positions", ChannelSemantic.POSITIONS),
            Map.entry("faceIndices", ChannelSemantic.FACE_INDICES),
            Map.entry("faceCounts", ChannelSemantic.FACE_COUNTS),
            Map.entry("velocities", ChannelSemantic.VELOCITIES),
            Map.entry("ids", ChannelSemantic.IDS),
            Map.entry("curveCounts", ChannelSemantic.CURVE_COUNTS),
            Map.entry("faces", ChannelSemantic.FACES),
            Map.entry("creaseIndices", ChannelSemantic.CREASE_INDICES),
            Map.entry("creaseLengths", ChannelSemantic.CREASE_LENGTHS),
            Map.entry("creaseSharpnesses", ChannelSemantic.CREASE_SHARPNESSES),
            Map.entry("cornerIndices", ChannelSemantic.CORNER_INDICES),
            Map.entry("cornerSharpnesses", ChannelSemantic.CORNER_SHARPNESSES),
            Map.entry("holes", ChannelSemantic.HOLES));
    private static final Map<String, ChannelSemantic> SCALARS = Map.of(
            ".selfBnds", ChannelSemantic.BOUNDS,
            ".childBnds", ChannelSemantic.CHILD_BOUNDS,
            "curveBasisAndType", ChannelSemantic.CURVE_BASIS,
            ".scheme", ChannelSemantic.SCHEME,
            ".facesExclusive", ChannelSemantic.EXCLUSIVE,
            ".interpolateBoundary", ChannelSemantic.INTERPOLATE_BOUNDARY,
            "visibility", ChannelSemantic.VISIBLE);

    static List<String> sound() {
        return ReferenceFiles.sound();
    }

    @ParameterizedTest
    @MethodSource("sound")
    void readsWhatTheIndependentReaderReads(String name) throws IOException {
        JsonNode facts = ReferenceFiles.facts(name);
        AbcArchive archive = ReferenceFiles.archive(name);
        Cache cache = ReferenceFiles.cache(name);
        assertThat(archive.libraryVersion())
                .isEqualTo(facts.get("libraryVersion").asInt());
        // the other reader counts the empty entry, which no file stores
        assertThat(archive.indexedMeta() + 1)
                .isEqualTo(facts.get("indexedMetadata").asInt());
        facts.get("metadata")
                .properties()
                .forEach(e -> assertThat(archive.meta().get(e.getKey()))
                        .isEqualTo(e.getValue().asText()));
        for (JsonNode t : facts.get("timeSamplings")) {
            int i = t.get("index").asInt();
            assertThat(archive.samplings().get(i).kind())
                    .isEqualTo(t.get("kind").asText());
            assertThat(archive.mostSamples().get(i))
                    .isEqualTo(t.get("maxSamples").asLong());
            assertThat(archive.samplings().get(i).stored()).containsExactly(doubles(t.get("storedTimes")));
        }
        assertThat(cache.entries()).hasSize(facts.get("numObjects").asInt());
        for (JsonNode o : facts.get("objects")) {
            if (!o.get("path").asText().equals("/")) {
                CacheNode n =
                        cache.entries().get(cache.find(o.get("path").asText())).node();
                assertThat(n.children()).hasSize(o.get("children").asInt());
                object(n, o, archive.samplings());
            }
        }
    }

    private static void object(CacheNode n, JsonNode o, List<TimeSampling> samplings) {
        ROLES.forEach((key, role) -> {
            if (o.hasNonNull(key) && o.get(key).isObject()) {
                samples(there(n.get(role)), o.get(key), samplings);
            }
        });
        SCALARS.forEach((key, role) -> {
            if (o.hasNonNull(key)) {
                scalars(there(n.get(role)), o.get(key), samplings);
            }
        });
        if (o.has("topology")) {
            assertThat(new CacheMesh(n).topology()).isEqualTo(o.get("topology").asText());
            assertThat(new CacheMesh(n).count()).isEqualTo(o.get("numSamples").asInt());
            assertThat(new CacheMesh(n).faces(0)).isEqualTo(o.get("faces").asInt());
        }
        if (o.has("matrices")) {
            matrices(n, o.get("matrices"));
        }
        if (o.has("instanceOf")) {
            assertThat(n.source()).isEqualTo(o.get("instanceOf").asText());
        }
        for (String kind : new String[] {"geomParams", "arbGeomParams"}) {
            if (o.has(kind)) {
                o.get(kind).properties().forEach(e -> param(there(n.param(e.getKey())), e.getValue(), samplings));
            }
        }
        if (o.has("userProperties")) {
            o.get("userProperties")
                    .properties()
                    .forEach(e -> property(
                            there(new Property.Group("", idleheron.core.cache.Meta.NONE, n.user()).get(e.getKey())),
                            e.getValue(),
                            samplings));
        }
        if (o.has("camera")) {
            Samples lens = there(n.get(ChannelSemantic.LENS));
            JsonNode told = o.get("camera").get("samples");
            for (int i = 0; i < told.size(); i++) {
                double[] v = lens.doubles(i);
                assertThat(v[0]).isEqualTo(told.get(i).get("focalLength").asDouble());
                assertThat(v[15]).isEqualTo(told.get(i).get("farClipping").asDouble());
            }
        }
    }

    private static <T> T there(@Nullable T value) {
        return Objects.requireNonNull(value);
    }

    private static void property(Property p, JsonNode told, List<TimeSampling> samplings) {
        if (told.has("compound")) {
            told.get("compound")
                    .properties()
                    .forEach(e -> property(there(((Property.Group) p).get(e.getKey())), e.getValue(), samplings));
        } else {
            Samples s = ((Property.Values) p).samples();
            samples(s, told, samplings);
            if (s.type().isText() && told.has("firstValues")) {
                assertThat(s.strings(0).getFirst())
                        .isEqualTo(told.get("firstValues").get(0).asText());
            }
        }
    }

    private static void param(Param p, JsonNode told, List<TimeSampling> samplings) {
        samples(p.values(), told, samplings);
        assertThat(p.indices() != null).isEqualTo(told.get("indexed").asBoolean());
        assertThat(p.scope()).isEqualTo(told.get("scope").asText());
        if (told.has("indices")) {
            samples(there(p.indices()), told.get("indices"), samplings);
        }
    }

    private static void samples(Samples s, JsonNode told, List<TimeSampling> samplings) {
        assertThat(s.type().id() + "[" + s.extent() + "]")
                .isEqualTo(told.get("type").asText());
        assertThat(s.count()).isEqualTo(told.get("numSamples").asInt());
        assertThat(s.constant()).isEqualTo(told.get("constant").asBoolean());
        assertThat(s.times()).isEqualTo(samplings.get(told.get("timeSampling").asInt()));
        for (int i = 0; i < told.get("samples").size(); i++) {
            JsonNode one = told.get("samples").get(i);
            CRC32 crc = new CRC32();
            crc.update(s.bytes(i).asByteBuffer());
            assertThat(String.format("%08x", crc.getValue()))
                    .isEqualTo(one.get("crc32").asText());
            assertThat(s.points(i)).isEqualTo(one.get("count").asLong());
            if (one.has("dims")) {
                assertThat(s.shape(i)).hasSize(one.get("dims").size());
            }
        }
    }

    private static void scalars(Samples s, JsonNode told, List<TimeSampling> samplings) {
        assertThat(s.count()).isEqualTo(told.get("numSamples").asInt());
        assertThat(s.times()).isEqualTo(samplings.get(told.get("timeSampling").asInt()));
        for (int i = 0; i < told.get("values").size(); i++) {
            JsonNode v = told.get("values").get(i);
            if (s.type().isText()) {
                assertThat(s.strings(i).getFirst()).isEqualTo(v.asText());
            } else if (v.isArray()) {
                assertThat(s.doubles(i)).containsExactly(doubles(v));
            } else {
                assertThat(s.doubles(i)).containsExactly(v.asDouble());
            }
        }
    }

    private static void matrices(CacheNode n, JsonNode told) {
        Samples v = n.get(ChannelSemantic.CHANNELS);
        for (int i = 0; i < told.size(); i++) {
            double seconds = v == null ? 0 : v.times().time(i);
            double[] m = CachePose.local(n, seconds, Interpolation.LINEAR, new Matrix4d())
                    .get(new double[16]);
            for (int k = 0; k < 16; k++) {
                assertThat(m[k]).isCloseTo(told.get(i).get(k).asDouble(), within(1e-12));
            }
        }
    }

    private static double[] doubles(JsonNode n) {
        double[] out = new double[n.size()];
        for (int i = 0; i < out.length; i++) {
            out[i] = n.get(i).isTextual()
                    ? Double.parseDouble(n.get(i).asText().replace("inf", "Infinity"))
                    : n.get(i).asDouble();
        }
        return out;
    }
}
