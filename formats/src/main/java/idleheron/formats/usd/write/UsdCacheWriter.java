package idleheron.formats.usd.write;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Param;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TransformStack;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import idleheron.formats.usd.read.UsdCacheReader;
import idleheron.formats.usd.read.UsdLens;
import idleheron.formats.usd.read.UsdXform;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** Objects of a cache as prims; samples stay where they are until the layer is written. The layout is told at {@link UsdCacheReader}. */
final class UsdCacheWriter {
    private static final Map<String, String> SCOPES =
            Map.of("con", "constant", "uni", "uniform", "var", "varying", "vtx", "vertex", "fvr", "faceVarying");
    private static final String[] PLAIN = {"scale", "translate", "", "", "rotateX", "rotateY", "rotateZ"};

    private final Cache cache;
    private final FrameRate rate;
    private final double metersPerUnit;
    private final Map<String, String> pathOf = new HashMap<>();

    UsdCacheWriter(Cache cache, Stage stage) {
        this.cache = cache;
        this.rate = stage.rate();
        this.metersPerUnit = stage.metersPerUnit();
    }

    List<Spec> write() {
        paths(cache.root(), "", "");
        List<Spec> out = new ArrayList<>();
        for (CacheNode c : cache.root().children()) {
            out.add(write(c, "/" + c.name()));
        }
        return out;
    }

    private void paths(CacheNode n, String path, String prim) {
        Set<String> taken = new HashSet<>();
        for (CacheNode c : n.children()) {
            String below = path + "/" + c.name();
            String made = prim + "/" + UsdNames.free(c.name(), taken);
            pathOf.put(below, made);
            paths(c, below, made);
        }
    }

    private Spec write(CacheNode n, String path) {
        String at = pathOf.getOrDefault(path, path);
        String name = at.substring(at.lastIndexOf('/') + 1);
        Spec out = UsdBuild.named(Spec.prim(name, Specifier.DEF, type(n.kind())), n.name());
        switch (n.kind()) {
            case INSTANCE -> {
                out.with(Field.INSTANCEABLE, Numbers.truth(true));
                String source = pathOf.getOrDefault(n.source(), n.source());
                out.with(
                        Field.REFERENCES,
                        ListEdit.explicit(ListEdit.Items.REFERENCES, List.of(Reference.to("", source))));
            }
            case TRANSFORM -> transform(n, out);
            case CAMERA -> lens(n, out);
            default -> shape(n, out);
        }
        visible(n, out);
        for (Property p : n.user()) {
            user(p, out);
        }
        for (CacheNode c : n.children()) {
            out.add(c.kind() == CacheKind.FACE_SET ? subset(c) : write(c, path + "/" + c.name()));
        }
        return out;
    }

    private static String type(CacheKind kind) {
        return switch (kind) {
            case MESH, SUBDIVISION -> "Mesh";
            case CURVES -> "BasisCurves";
            case POINTS -> "Points";
            case CAMERA -> "Camera";
            case GROUP -> "Scope";
            case INSTANCE -> "";
            default -> "Xform";
        };
    }

    private double[] times(Samples s) {
        double[] out = new double[s.count()];
        for (int i = 0; i < out.length; i++) {
            out[i] = rate.frame(s.times().time(i));
        }
        return out;
    }

    private void transform(CacheNode n, Spec prim) {
        Samples ops = n.get(ChannelSemantic.OPERATIONS);
        Samples channels = n.get(ChannelSemantic.CHANNELS);
        List<String> order = new ArrayList<>();
        Samples inherits = n.get(ChannelSemantic.INHERITS);
        if (inherits != null && inherits.count() > 0 && inherits.doubles(0).length > 0 && inherits.doubles(0)[0] == 0) {
            order.add(UsdXform.RESET);
        }
        if (ops != null && channels != null && ops.count() > 0 && channels.count() > 0) {
            int[] codes = ops.ints(0);
            boolean alike = ops.constant();
            if (alike) {
                operations(codes, channels, prim, order);
            } else {
                whole(ops, channels, prim, order);
            }
        }
        if (!order.isEmpty()) {
            prim.add(UsdBuild.uniform(UsdXform.ORDER, "token[]", TextValue.tokens(order)));
        }
    }

    /** Operations one by one, each with its own samples. */
    private void operations(int[] codes, Samples channels, Spec prim, List<String> order) {
        int at = 0;
        for (int i = 0; i < codes.length; i++) {
            int type = (codes[i] & 255) >> 4;
            int width = TransformStack.channels(new int[] {codes[i]});
            int from = at;
            at += width;
            String kind = PLAIN[type].isEmpty() ? "transform" : PLAIN[type];
            String name = UsdXform.PREFIX + kind + (order.contains(UsdXform.PREFIX + kind) ? ":op" + i : "");
            ValueKind value =
                    type == 2 || type == 3 ? ValueKind.MATRIX4D : width == 3 ? ValueKind.DOUBLE3 : ValueKind.DOUBLE;
            int[] one = {codes[i]};
            prim.add(over(name, value.text(), channels, s -> {
                double[] v = java.util.Arrays.copyOfRange(channels.doubles(s), from, from + width);
                return value == ValueKind.MATRIX4D
                        ? UsdBuild.matrix(TransformStack.matrix(one, v, new Matrix4d()))
                        : Numbers.one(value, v);
            }));
            order.add(name);
        }
    }

    /** Operations that change over time as one matrix. */
    private void whole(Samples ops, Samples channels, Spec prim, List<String> order) {
        prim.add(over(
                UsdXform.PREFIX + "transform",
                "matrix4d",
                channels,
                s -> UsdBuild.matrix(TransformStack.matrix(
                        ops.ints(Math.min(s, ops.count() - 1)), channels.doubles(s), new Matrix4d()))));
        order.add(UsdXform.PREFIX + "transform");
    }

    private Spec over(String name, String type, Samples s, java.util.function.IntFunction<Value> f) {
        if (s.constant()) {
            return UsdBuild.attribute(name, type, f.apply(0));
        }
        List<Value> all = new ArrayList<>();
        for (int i = 0; i < s.count(); i++) {
            all.add(f.apply(i));
        }
        return UsdBuild.samples(name, type, times(s), all);
    }

    /** An attribute whose values stay where they are. */
    private @Nullable Spec values(String name, String type, ValueKind kind, @Nullable Samples s) {
        if (s == null || s.count() == 0) {
            return null;
        }
        boolean array = type.endsWith("[]");
        if (s.constant()) {
            return UsdBuild.attribute(name, type, value(kind, array, s, 0));
        }
        return Spec.attribute(name, type, false)
                .with(Field.TIME_SAMPLES, new TimeSamples(times(s), i -> value(kind, array, s, i)));
    }

    private static Numbers value(ValueKind kind, boolean array, Samples s, int sample) {
        if (bytes(s.type()) == kind.part()) {
            return new Numbers(kind, array, s.bytes(sample).byteSize() / kind.bytes(), () -> s.bytes(sample));
        }
        return Numbers.of(kind, array, s.doubles(sample));
    }

    private static ValueKind.@Nullable Part bytes(ElementType t) {
        return switch (t) {
            case FLOAT16 -> ValueKind.Part.HALF;
            case FLOAT32 -> ValueKind.Part.FLOAT;
            case FLOAT64 -> ValueKind.Part.DOUBLE;
            case INT32, UINT32 -> ValueKind.Part.INT;
            case INT64, UINT64 -> ValueKind.Part.LONG;
            case BOOL, UINT8 -> ValueKind.Part.BYTE;
            default -> null;
        };
    }

    private void add(Spec prim, String name, String type, ValueKind kind, @Nullable Samples s) {
        Spec a = values(name, type, kind, s);
        if (a != null) {
            prim.add(a);
        }
    }

    private void shape(CacheNode n, Spec prim) {
        Samples points = n.get(ChannelSemantic.POSITIONS);
        ValueKind as = points != null && points.type() == ElementType.FLOAT64 ? ValueKind.DOUBLE3 : ValueKind.FLOAT3;
        add(prim, "points", as == ValueKind.DOUBLE3 ? "point3d[]" : "point3f[]", as, points);
        add(prim, "velocities", "vector3f[]", ValueKind.FLOAT3, n.get(ChannelSemantic.VELOCITIES));
        if (n.kind().isMesh()) {
            add(prim, "faceVertexCounts", "int[]", ValueKind.INT, n.get(ChannelSemantic.FACE_COUNTS));
            add(prim, "faceVertexIndices", "int[]", ValueKind.INT, n.get(ChannelSemantic.FACE_INDICES));
            prim.add(UsdBuild.uniform("orientation", "token", TextValue.token("leftHanded")));
            Samples scheme = n.get(ChannelSemantic.SCHEME);
            String told = n.kind() == CacheKind.MESH
                    ? "none"
                    : scheme == null
                                    || scheme.string().isEmpty()
                                    || scheme.string().equals("catmull-clark")
                            ? "catmullClark"
                            : scheme.string();
            prim.add(UsdBuild.uniform("subdivisionScheme", "token", TextValue.token(told)));
            add(prim, "creaseIndices", "int[]", ValueKind.INT, n.get(ChannelSemantic.CREASE_INDICES));
            add(prim, "creaseLengths", "int[]", ValueKind.INT, n.get(ChannelSemantic.CREASE_LENGTHS));
            add(prim, "creaseSharpnesses", "float[]", ValueKind.FLOAT, n.get(ChannelSemantic.CREASE_SHARPNESSES));
            add(prim, "cornerIndices", "int[]", ValueKind.INT, n.get(ChannelSemantic.CORNER_INDICES));
            add(prim, "cornerSharpnesses", "float[]", ValueKind.FLOAT, n.get(ChannelSemantic.CORNER_SHARPNESSES));
            add(prim, "holeIndices", "int[]", ValueKind.INT, n.get(ChannelSemantic.HOLES));
        }
        add(prim, "curveVertexCounts", "int[]", ValueKind.INT, n.get(ChannelSemantic.CURVE_COUNTS));
        add(prim, "ids", "int64[]", ValueKind.INT64, n.get(ChannelSemantic.IDS));
        if (points != null && points.count() > 0 && points.constant() && points.extent() == 3) {
            prim.add(UsdBuild.attribute("extent", "float3[]", UsdMeshWriter.extent(points.floats(0))));
        }
        for (Param p : n.params()) {
            param(p, prim);
        }
    }

    private void param(Param p, Spec prim) {
        Samples v = p.values();
        if (v.count() == 0 || v.type().isText()) {
            return;
        }
        String name = switch (p.own() ? p.name() : "") {
            case "N" -> "primvars:normals";
            case "uv" -> "primvars:st";
            case "width", ".widths" -> "widths";
            default -> "primvars:" + p.name().replaceAll("[^A-Za-z0-9_:]", "_");
        };
        String part = v.type() == ElementType.FLOAT64 ? "d" : v.type() == ElementType.FLOAT16 ? "h" : "f";
        boolean whole = !v.type().isReal();
        String type;
        if (whole) {
            type = v.extent() == 1 ? "int[]" : v.extent() < 5 ? "int" + v.extent() + "[]" : "";
        } else if (v.extent() == 1) {
            type = (part.equals("d") ? "double" : part.equals("h") ? "half" : "float") + "[]";
        } else if (v.extent() == 2) {
            type = "texCoord2" + part + "[]";
        } else if (v.extent() == 3) {
            String told = p.meta().get("interpretation");
            type = (told.equals("normal") || name.equals("primvars:normals")
                            ? "normal3"
                            : told.equals("rgb") ? "color3" : "vector3")
                    + part + "[]";
        } else {
            type = v.extent() == 4 ? "color4" + part + "[]" : v.extent() == 16 ? "matrix4d[]" : "";
        }
        ValueKind kind = type.isEmpty() ? null : ValueKind.byName(type);
        Spec a = kind == null ? null : values(name, type, kind, v);
        if (a == null) {
            return;
        }
        prim.add(a.with(Field.INTERPOLATION, TextValue.token(SCOPES.getOrDefault(p.scope(), "constant"))));
        if (p.indices() != null) {
            add(prim, name + ":indices", "int[]", ValueKind.INT, p.indices());
        }
    }

    private void visible(CacheNode n, Spec prim) {
        Samples v = n.get(ChannelSemantic.VISIBLE);
        if (v == null || v.count() == 0 || v.constant() && v.doubles(0)[0] != 0) {
            return;
        }
        prim.add(
                over("visibility", "token", v, i -> TextValue.token(v.doubles(i)[0] == 0 ? "invisible" : "inherited")));
    }

    private void user(Property p, Spec prim) {
        if (!(p instanceof Property.Values v) || v.samples().count() == 0) {
            return;
        }
        String name = "userProperties:" + p.name().replaceAll("[^A-Za-z0-9_:]", "_");
        Samples s = v.samples();
        if (s.type().isText()) {
            prim.add(UsdBuild.attribute(name, "string", TextValue.string(s.string()))
                    .with(Field.CUSTOM, Numbers.truth(true)));
            return;
        }
        boolean array = !s.scalar() || s.extent() > 1;
        Spec a = values(name, array ? "double[]" : "double", ValueKind.DOUBLE, s);
        if (a != null) {
            prim.add(a.with(Field.CUSTOM, Numbers.truth(true)));
        }
    }

    private void lens(CacheNode n, Spec prim) {
        Samples s = n.get(ChannelSemantic.LENS);
        if (s == null || s.count() == 0 || s.doubles(0).length < 16) {
            return;
        }
        UsdLens.write(
                metersPerUnit,
                rate.perSecond(),
                (name, kind, values) ->
                        prim.add(over(name, kind.text(), s, i -> Numbers.one(kind, values.apply(s.doubles(i))))));
    }

    private Spec subset(CacheNode c) {
        Spec out = Spec.prim(UsdNames.plain(c.name()), Specifier.DEF, "GeomSubset");
        out.add(UsdBuild.uniform("elementType", "token", TextValue.token("face")));
        add(out, "indices", "int[]", ValueKind.INT, c.get(ChannelSemantic.FACES));
        return out;
    }
}
