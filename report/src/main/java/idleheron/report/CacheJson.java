package idleheron.report;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.bytes.Bytes;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.CRC32;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * What a cache holds, as JSON, added to the lists of the facts. Lengths are as stored; matrices 16 numbers row by row for
 * column vectors. With checksums every sampled property has {count, crc32} per sample, one where it never changes.
 */
final class CacheJson {
    private static final String[] LENS = {
        "focalLength",
        "horizontalAperture",
        "horizontalFilmOffset",
        "verticalAperture",
        "verticalFilmOffset",
        "lensSqueezeRatio",
        "overscanLeft",
        "overscanRight",
        "overscanTop",
        "overscanBottom",
        "fStop",
        "focusDistance",
        "shutterOpen",
        "shutterClose",
        "nearClipping",
        "farClipping"
    };
    private static final Map<ChannelSemantic, String> ARRAYS = Map.ofEntries(
            Map.entry(ChannelSemantic.FACE_INDICES, "faceIndices"),
            Map.entry(ChannelSemantic.FACE_COUNTS, "faceCounts"),
            Map.entry(ChannelSemantic.VELOCITIES, "velocities"),
            Map.entry(ChannelSemantic.IDS, "ids"),
            Map.entry(ChannelSemantic.CURVE_COUNTS, "curveCounts"),
            Map.entry(ChannelSemantic.FACES, "faceSetFaces"),
            Map.entry(ChannelSemantic.CREASE_INDICES, "creaseIndices"),
            Map.entry(ChannelSemantic.CREASE_LENGTHS, "creaseLengths"),
            Map.entry(ChannelSemantic.CREASE_SHARPNESSES, "creaseSharpnesses"),
            Map.entry(ChannelSemantic.CORNER_INDICES, "cornerIndices"),
            Map.entry(ChannelSemantic.CORNER_SHARPNESSES, "cornerSharpnesses"),
            Map.entry(ChannelSemantic.HOLES, "holes"));

    private final Cache cache;
    private final boolean checksums;

    CacheJson(Cache cache, boolean checksums) {
        this.cache = cache;
        this.checksums = checksums;
    }

    void fill(ObjectNode out) {
        Map<TimeSampling, Integer> samplings = new HashMap<>();
        ArrayNode times = out.withArray("timeSamplings");
        for (Cache.Entry e : cache.entries()) {
            e.node().mapSamples(s -> {
                if (samplings.putIfAbsent(s.times(), times.size()) == null) {
                    ObjectNode t = times.addObject().put("kind", s.times().kind());
                    if (!s.times().isAcyclic()) {
                        t.put("timePerCycle", s.times().perCycle());
                    }
                    t.set("storedTimes", Json.numbers(s.times().stored()));
                }
                return s;
            });
        }
        double at = cache.range()[0];
        CachePose pose = new CachePose(cache);
        pose.at(at, Interpolation.LINEAR);
        Map<String, Matrix4d> worlds = new HashMap<>();
        for (int i = 0; i < pose.placed().size(); i++) {
            worlds.putIfAbsent(pose.placed().get(i).path(), pose.world(i));
        }
        for (Cache.Entry e : cache.entries()) {
            node(e, at, worlds, out);
        }
    }

    private void node(Cache.Entry e, double at, Map<String, Matrix4d> worlds, ObjectNode out) {
        CacheNode n = e.node();
        ObjectNode node = out.withArray("nodes")
                .addObject()
                .put("path", e.path())
                .put("kind", n.kind().label());
        node.set("restLocal", Json.matrix(CachePose.local(n, at, Interpolation.LINEAR, new Matrix4d())));
        Matrix4d world = worlds.get(e.path());
        node.set("restWorld", world == null ? Json.NODES.nullNode() : Json.matrix(world));
        switch (n.kind()) {
            case TRANSFORM -> xform(e, out.withArray("xforms").addObject());
            case MESH, SUBDIVISION -> mesh(e, out.withArray("meshes").addObject());
            case CURVES -> points(e, out.withArray("curves").addObject());
            case POINTS -> points(e, out.withArray("points").addObject());
            case CAMERA -> camera(e, out.withArray("cameras").addObject());
            case LIGHT ->
                out.withArray("lights").addObject().put("path", e.path()).put("kind", "light");
            case INSTANCE ->
                out.withArray("instances")
                        .addObject()
                        .put("path", e.path())
                        .put("source", n.source())
                        .put("resolves", cache.find(n.source()) >= 0 && !(e.path() + "/").startsWith(n.source() + "/"));
            case GROUP, PATCH, FACE_SET, MATERIAL -> {
                // told by its kind alone
            }
        }
        Samples visible = n.get(ChannelSemantic.VISIBLE);
        if (visible != null) {
            ArrayNode v = node.putArray("visible");
            for (int i = 0; i < distinct(visible); i++) {
                v.add((int) visible.doubles(i)[0]);
            }
        }
        if (n.kind() == CacheKind.FACE_SET || n.kind() == CacheKind.PATCH) {
            arrays(n, node);
        }
        if (!n.user().isEmpty()) {
            ArrayNode user = node.putArray("userProperties");
            n.user().forEach(p -> user.add(p.name()));
        }
    }

    private static int distinct(Samples s) {
        return s.constant() ? Math.min(1, s.count()) : s.count();
    }

    private void xform(Cache.Entry e, ObjectNode o) {
        Samples v = e.node().get(ChannelSemantic.CHANNELS);
        Samples inherits = e.node().get(ChannelSemantic.INHERITS);
        int count = Math.max(v == null ? 1 : v.count(), inherits == null ? 0 : inherits.count());
        o.put("path", e.path()).put("samples", count);
        if (inherits != null) {
            ArrayNode told = o.putArray("inherits");
            for (int i = 0; i < distinct(inherits); i++) {
                told.add(inherits.doubles(i)[0] != 0);
            }
        }
        if (checksums) {
            ArrayNode m = o.putArray("matrices");
            for (int i = 0; i < (v == null ? 1 : distinct(v)); i++) {
                double t = v == null ? 0 : v.times().time(i);
                m.add(Json.matrix(CachePose.local(e.node(), t, Interpolation.NEAREST, new Matrix4d())));
            }
        }
    }

    private void mesh(Cache.Entry e, ObjectNode o) {
        CacheMesh m = new CacheMesh(e.node());
        o.put("path", e.path())
                .put("kind", e.node().kind().label())
                .put("points", m.points(0))
                .put("faces", m.faces(0))
                .put("corners", m.indices().points(0));
        double[] b = CacheMesh.box(m.positions().count() == 0 ? new float[0] : m.floats(0));
        ObjectNode bounds = o.putObject("bounds");
        bounds.set("min", b == null ? Json.NODES.nullNode() : Json.numbers(new double[] {b[0], b[1], b[2]}));
        bounds.set("max", b == null ? Json.NODES.nullNode() : Json.numbers(new double[] {b[3], b[4], b[5]}));
        ArrayNode uv = o.putArray("uvSets");
        for (Param p : e.node().params()) {
            if (p.name().equals("uv")) {
                uv.add(p.name());
            }
        }
        o.put("normals", e.node().param("N") != null);
        Samples material = e.node().get(ChannelSemantic.MATERIAL);
        o.putArray("materials")
                .addAll(
                        material == null
                                ? Json.NODES.arrayNode()
                                : Json.NODES.arrayNode().add(material.string()));
        o.putArray("blendShapes");
        o.put("samples", m.count()).put("topology", m.topology());
        positions(e.node(), o);
        arrays(e.node(), o);
        params(e.node(), o);
    }

    private void points(Cache.Entry e, ObjectNode o) {
        Samples p = e.node().get(ChannelSemantic.POSITIONS);
        o.put("path", e.path())
                .put("points", p == null || p.count() == 0 ? 0 : p.points(0))
                .put("samples", p == null ? 0 : p.count());
        positions(e.node(), o);
        arrays(e.node(), o);
        params(e.node(), o);
    }

    private void positions(CacheNode n, ObjectNode o) {
        Samples p = n.get(ChannelSemantic.POSITIONS);
        if (checksums && p != null) {
            o.set("positions", sums(p));
        }
    }

    private void arrays(CacheNode n, ObjectNode o) {
        ARRAYS.forEach((role, name) -> {
            Samples s = n.get(role);
            if (checksums && s != null) {
                o.set(name, sums(s));
            }
        });
    }

    private void params(CacheNode n, ObjectNode o) {
        ArrayNode all = o.putArray("attributes");
        for (Param p : n.params()) {
            ObjectNode one = all.addObject()
                    .put("name", p.name())
                    .put("scope", p.scope())
                    .put("type", p.values().type().id() + "[" + p.values().extent() + "]")
                    .put("samples", p.values().count())
                    .put("indexed", p.indices() != null);
            if (checksums) {
                one.set("values", sums(p.values()));
                if (p.indices() != null) {
                    one.set("indices", sums(p.indices()));
                }
            }
        }
    }

    /** {count, crc32} of the raw bytes per sample. */
    private static ArrayNode sums(Samples s) {
        ArrayNode out = Json.NODES.arrayNode();
        long[] known = new long[s.slots()];
        java.util.Arrays.fill(known, -1);
        for (int i = 0; i < distinct(s); i++) {
            int slot = s.slot(i);
            if (known[slot] < 0) {
                CRC32 crc = new CRC32();
                Bytes.add(crc, s.bytes(i));
                known[slot] = crc.getValue();
            }
            out.addObject().put("count", s.points(i)).put("crc32", String.format("%08x", known[slot]));
        }
        return out;
    }

    private static void camera(Cache.Entry e, ObjectNode o) {
        @Nullable Samples lens = e.node().get(ChannelSemantic.LENS);
        o.put("path", e.path()).put("samples", lens == null ? 0 : lens.count());
        ArrayNode all = o.putArray("lens");
        for (int i = 0; lens != null && i < distinct(lens); i++) {
            double[] v = lens.doubles(i);
            ObjectNode one = all.addObject();
            for (int k = 0; k < Math.min(v.length, LENS.length); k++) {
                Json.number(one, LENS[k], v[k]);
            }
        }
    }
}
