package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Param;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import idleheron.formats.usd.compose.Arc;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.compose.Opinion;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.ValueKind;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * Prims with samples as objects of a cache: transforms, meshes, curves, points, instances. Samples stay in the file until they are
 * asked for. Faces of a cache run clockwise seen from outside, so those of right-handed meshes are turned.
 */
public final class UsdCacheReader {
    private static final Map<String, String> SCOPES =
            Map.of("constant", "con", "uniform", "uni", "varying", "var", "vertex", "vtx", "faceVarying", "fvr");

    private final double tcps;
    private final double metersPerUnit;
    private final List<String> notes;
    private final String wrapper;

    /** Of what is only there to be repeated, the first prim that repeats it. */
    private final Map<String, String> firsts = new HashMap<>();

    /** Instancers whose places are being read. */
    private final Set<String> placing = new HashSet<>();

    /** What a prim's children may be: those under it that belong to the cache. */
    interface Kept {
        boolean holds(ComposedPrim p);
    }

    /** @param wrapper path of the prim at the top that is no object itself, or "" */
    UsdCacheReader(double timeCodesPerSecond, double metersPerUnit, String wrapper, List<String> notes) {
        this.tcps = timeCodesPerSecond;
        this.metersPerUnit = metersPerUnit;
        this.wrapper = wrapper;
        this.notes = notes;
    }

    CacheNode read(ComposedPrim p, Kept kept) {
        String source = p.isInstance() ? p.repeats() : "";
        UsdXform x = UsdXform.of(p, notes);
        CacheKind kind = UsdCacheForms.kind(p.typeName());
        boolean shape = kind != CacheKind.GROUP && kind != CacheKind.TRANSFORM;
        if (!source.isEmpty() && kept.holds(p)) {
            ComposedPrim other = p.find(source);
            boolean shown = other != null && other.isThere() && kept.holds(other);
            String held = shown ? source : firsts.putIfAbsent(source, p.path());
            if (held != null) {
                return again(p, held, x);
            }
        }
        if (p.typeName().equals("PointInstancer")) {
            if (!placing.add(p.path())) {
                notes.add(say("formats.usd.read.UsdCacheReader.what-it-places-places-it-again", p.path()));
                return transform(p, x, List.of());
            }
            List<CacheNode> places =
                    new UsdInstancer(p, inCache(p.path()), notes).read(c -> read(c, kept), this::sampling);
            placing.remove(p.path());
            return transform(p, x, places);
        }
        List<CacheNode> children = new ArrayList<>();
        for (ComposedPrim c : p.children()) {
            if (c.isThere() && kept.holds(c)) {
                children.add(read(c, kept));
            }
        }
        if (!shape) {
            return kind == CacheKind.GROUP && x.ops().isEmpty()
                    ? CacheNode.of(p.name(), CacheKind.GROUP, children)
                    : transform(p, x, children);
        }
        CacheNode out = shape(p, kind, x.ops().isEmpty() ? children : List.of());
        if (x.ops().isEmpty()) {
            return out;
        }
        List<CacheNode> all = new ArrayList<>(List.of(out));
        all.addAll(children);
        return transform(p, x, all);
    }

    /** What repeats another prim: all of it or, where it stands elsewhere by itself, what is under the other. */
    private CacheNode again(ComposedPrim p, String source, UsdXform x) {
        ComposedProperty order = p.property(UsdXform.ORDER);
        Opinion told = order == null ? null : order.source();
        if (told == null || told.arc() != Arc.LOCAL) {
            return CacheNode.instance(p.name(), inCache(source));
        }
        ComposedPrim other = p.find(source);
        List<CacheNode> under = new ArrayList<>();
        if (other != null
                && UsdCacheForms.kind(p.typeName()) != CacheKind.TRANSFORM
                && UsdCacheForms.kind(p.typeName()) != CacheKind.GROUP) {
            boolean placed = !UsdXform.of(other, new ArrayList<>()).ops().isEmpty();
            under.add(CacheNode.instance(p.name(), inCache(source) + (placed ? "/" + other.name() : "")));
        } else if (other != null) {
            other.children().forEach(c -> under.add(CacheNode.instance(c.name(), inCache(source) + "/" + c.name())));
        }
        return transform(p, x, under);
    }

    /** A path without the prim that only wraps. */
    private String inCache(String path) {
        return !wrapper.isEmpty() && path.startsWith(wrapper + "/") ? path.substring(wrapper.length()) : path;
    }

    private TimeSampling sampling(double[] times) {
        return times.length < 2
                ? TimeSampling.uniform(1, times.length == 0 ? 0 : UsdTransforms.seconds(times[0], tcps))
                : TimeSampling.of(UsdTransforms.seconds(times, tcps));
    }

    private CacheNode transform(ComposedPrim p, UsdXform x, List<CacheNode> children) {
        List<Byte> ops = new ArrayList<>();
        for (UsdXform.Op o : x.ops()) {
            UsdCacheForms.operations(o, ops);
        }
        byte[] codes = new byte[ops.size()];
        for (int i = 0; i < codes.length; i++) {
            codes[i] = ops.get(i);
        }
        double[] times = x.times();
        int n = times.length > 1 ? times.length : 1;
        TimeSampling sampling = sampling(n > 1 ? times : new double[0]);
        List<double[]> values = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            values.add(channels(x, n > 1 ? times[i] : Double.NaN, codes));
        }
        CacheNode out = CacheNode.of(p.name(), CacheKind.TRANSFORM, children);
        if (codes.length > 0) {
            out = out.with(
                            ChannelSemantic.OPERATIONS,
                            Samples.bytes(ElementType.UINT8, codes.length, true, n, sampling, codes))
                    .with(ChannelSemantic.CHANNELS, Samples.doubles(values.getFirst().length, true, sampling, values));
        }
        if (x.resets()) {
            out = out.with(ChannelSemantic.INHERITS, Samples.bytes(ElementType.BOOL, 1, true, n, sampling, (byte) 0));
        }
        return visible(p, out);
    }

    private static double[] channels(UsdXform x, double time, byte[] codes) {
        int[] unsigned = new int[codes.length];
        for (int i = 0; i < codes.length; i++) {
            unsigned[i] = codes[i];
        }
        double[] out = new double[TransformStack.channels(unsigned)];
        int at = 0;
        for (UsdXform.Op o : x.ops()) {
            double[] v = Double.isNaN(time) ? o.still() : o.at(time);
            if (o.inverse() || o.kind().equals("orient") || o.kind().equals("transform")) {
                Matrix4d m = o.matrix(time);
                m.get(out, at);
                at += 16;
            } else if (o.kind().length() == "rotateXYZ".length() && o.kind().startsWith("rotate")) {
                String axes = o.kind().substring("rotate".length());
                for (int i = 2; i >= 0; i--) {
                    out[at++] = v[axes.charAt(i) - 'X'];
                }
            } else {
                System.arraycopy(v, 0, out, at, v.length);
                at += v.length;
            }
        }
        return out;
    }

    private CacheNode visible(ComposedPrim p, CacheNode n) {
        ComposedProperty q = p.property("visibility");
        if (q == null) {
            return n;
        }
        TimeSamples t = q.samplesOrClips();
        if (t == null || t.count() == 0) {
            return UsdRead.word(p, "visibility", "inherited").equals("invisible")
                    ? n.with(
                            ChannelSemantic.VISIBLE,
                            Samples.bytes(ElementType.INT8, 1, true, 1, TimeSampling.STILL, (byte) 0))
                    : n;
        }
        List<MemorySegment> all = new ArrayList<>();
        for (int i = 0; i < t.count(); i++) {
            boolean hidden = t.value(i) instanceof TextValue w && w.first().equals("invisible");
            all.add(MemorySegment.ofArray(new byte[] {(byte) (hidden ? 0 : -1)}));
        }
        return n.with(
                ChannelSemantic.VISIBLE,
                Samples.computed(
                        new Samples.Layout(ElementType.INT8, 1, true), all.size(), sampling(t.times()), all::get));
    }

    private CacheNode shape(ComposedPrim p, CacheKind told, List<CacheNode> children) {
        CacheKind kind = told;
        Map<ChannelSemantic, Samples> roles = new EnumMap<>(ChannelSemantic.class);
        put(p, "points", ChannelSemantic.POSITIONS, roles);
        put(p, "velocities", ChannelSemantic.VELOCITIES, roles);
        @Nullable Corners corners = null;
        if (told == CacheKind.MESH) {
            put(p, "faceVertexCounts", ChannelSemantic.FACE_COUNTS, roles);
            put(p, "faceVertexIndices", ChannelSemantic.FACE_INDICES, roles);
            Samples counts = roles.get(ChannelSemantic.FACE_COUNTS);
            Samples indices = roles.get(ChannelSemantic.FACE_INDICES);
            boolean right = !UsdRead.word(p, "orientation", "rightHanded").equals("leftHanded");
            if (right && counts != null && indices != null) {
                corners = new Corners(counts);
                roles.put(ChannelSemantic.FACE_INDICES, corners.turned(indices));
            }
            if (!UsdRead.word(p, "subdivisionScheme", "catmullClark").equals("none")
                    && p.property("subdivisionScheme") != null) {
                kind = CacheKind.SUBDIVISION;
                roles.put(
                        ChannelSemantic.SCHEME,
                        Samples.text(UsdCacheForms.scheme(UsdRead.word(p, "subdivisionScheme", ""))));
                put(p, "creaseIndices", ChannelSemantic.CREASE_INDICES, roles);
                put(p, "creaseLengths", ChannelSemantic.CREASE_LENGTHS, roles);
                put(p, "creaseSharpnesses", ChannelSemantic.CREASE_SHARPNESSES, roles);
                put(p, "cornerIndices", ChannelSemantic.CORNER_INDICES, roles);
                put(p, "cornerSharpnesses", ChannelSemantic.CORNER_SHARPNESSES, roles);
                put(p, "holeIndices", ChannelSemantic.HOLES, roles);
            }
        } else if (told == CacheKind.CURVES) {
            put(p, "curveVertexCounts", ChannelSemantic.CURVE_COUNTS, roles);
            put(p, "knots", ChannelSemantic.KNOTS, roles);
            put(p, "order", ChannelSemantic.ORDERS, roles);
        } else if (told == CacheKind.POINTS) {
            put(p, "ids", ChannelSemantic.IDS, roles);
        } else if (told == CacheKind.CAMERA) {
            roles.put(ChannelSemantic.LENS, UsdLens.read(p, metersPerUnit, tcps, this::sampling));
        }
        List<Param> params = params(p, corners);
        List<Property> user = new ArrayList<>();
        for (String name : p.propertyNames()) {
            if (name.startsWith("userProperties:")) {
                Property u = user(p, name);
                if (u != null) {
                    user.add(u);
                }
            }
        }
        return visible(p, new CacheNode(p.name(), kind, Meta.NONE, roles, params, user, List.of(), "", children));
    }

    private void put(ComposedPrim p, String name, ChannelSemantic role, Map<ChannelSemantic, Samples> out) {
        Samples s = samples(p.property(name));
        if (s != null) {
            out.put(role, s);
        }
    }

    /** Values of an attribute over its samples, where they lie; null where they are no numbers. */
    private @Nullable Samples samples(@Nullable ComposedProperty q) {
        if (q == null) {
            return null;
        }
        TimeSamples t = q.samplesOrClips();
        if (t == null || t.count() == 0) {
            return q.fixed() instanceof Numbers n ? samples(List.of(n), TimeSampling.STILL) : null;
        }
        List<Numbers> all = new ArrayList<>(t.count());
        List<Double> times = new ArrayList<>();
        for (int i = 0; i < t.count(); i++) {
            if (t.value(i) instanceof Numbers n) {
                all.add(n);
                times.add(t.times()[i]);
            }
        }
        return all.isEmpty()
                ? null
                : samples(all, sampling(times.stream().mapToDouble(d -> d).toArray()));
    }

    private static Samples samples(List<Numbers> all, TimeSampling times) {
        ValueKind kind = all.getFirst().kind();
        ElementType type = switch (kind.part()) {
            case BYTE -> kind == ValueKind.BOOL ? ElementType.BOOL : ElementType.UINT8;
            case HALF -> ElementType.FLOAT16;
            case INT -> kind == ValueKind.UINT ? ElementType.UINT32 : ElementType.INT32;
            case LONG -> kind == ValueKind.UINT64 ? ElementType.UINT64 : ElementType.INT64;
            case FLOAT -> ElementType.FLOAT32;
            default -> ElementType.FLOAT64;
        };
        return Samples.lazy(
                new Samples.Layout(type, kind.width(), !all.getFirst().array()),
                all.size(),
                times,
                i -> all.get(i).bytes(),
                i -> all.get(i).count());
    }

    private List<Param> params(ComposedPrim p, @Nullable Corners corners) {
        List<Param> out = new ArrayList<>();
        Map<String, String> own =
                new HashMap<>(Map.of("normals", "N", "primvars:normals", "N", "widths", "width", "primvars:st", "uv"));
        for (String name : p.propertyNames()) {
            boolean primvar =
                    name.startsWith("primvars:") && !name.endsWith(":indices") && !name.startsWith("primvars:skel:");
            ComposedProperty q = p.property(name);
            if (q == null
                    || !primvar && !own.containsKey(name)
                    || name.equals("normals") && p.property("primvars:normals") != null) {
                continue;
            }
            Samples v = samples(q);
            if (v == null) {
                notes.add(say("formats.usd.read.UsdCacheReader.holds-no-numbers-and-is-not", p.path(), name));
                continue;
            }
            String told = q.metadata(Field.INTERPOLATION) instanceof TextValue w
                    ? w.first()
                    : primvar ? "constant" : "vertex";
            String scope = SCOPES.getOrDefault(told, "unk");
            Samples indices = samples(p.property(name + ":indices"));
            if (corners != null && scope.equals("fvr")) {
                if (indices != null) {
                    indices = corners.turned(indices);
                } else {
                    v = corners.turned(v);
                }
            }
            String plain =
                    own.getOrDefault(name, name.startsWith("primvars:") ? name.substring("primvars:".length()) : name);
            Param made = Param.of(plain, scope, own.containsKey(name), UsdCacheForms.interpretation(q.typeName()), v);
            out.add(indices == null ? made : made.with(v, indices));
        }
        return out;
    }

    private @Nullable Property user(ComposedPrim p, String name) {
        ComposedProperty q = p.property(name);
        String plain = name.substring("userProperties:".length());
        if (q != null && q.first() instanceof TextValue w && !w.array()) {
            return new Property.Values(plain, Meta.NONE, Samples.text(w.first()));
        }
        Samples s = samples(q);
        return s == null ? null : new Property.Values(plain, Meta.NONE, s);
    }

    /** Turns the corners of every face, the first one staying first. */
    private record Corners(Samples counts) {
        Samples turned(Samples values) {
            int n = values.count();
            return Samples.lazy(
                    new Samples.Layout(values.type(), values.extent(), false),
                    n,
                    values.times(),
                    i -> turned(values.bytes(i), i, (long) values.type().bytes() * values.extent()),
                    values::points);
        }

        private MemorySegment turned(MemorySegment in, int sample, long size) {
            int[] faces = counts.ints(Math.min(sample, counts.count() - 1));
            MemorySegment out = MemorySegment.ofArray(new byte[Math.toIntExact(in.byteSize())]);
            long at = 0;
            for (int f : faces) {
                if (f < 0) {
                    return in;
                }
                for (int k = 0; k < f; k++) {
                    long from = at + (f - k) % f;
                    if ((from + 1) * size > in.byteSize() || (at + k + 1) * size > in.byteSize()) {
                        return in;
                    }
                    MemorySegment.copy(in, from * size, out, (at + k) * size, size);
                }
                at += f;
            }
            return out;
        }
    }
}
