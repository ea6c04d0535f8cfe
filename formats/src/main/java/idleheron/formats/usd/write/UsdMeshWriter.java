package idleheron.formats.usd.write;

import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.scene.Node;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.ValueKind;
import idleheron.formats.usd.read.UsdMeshReader;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** A mesh as attributes of a Mesh prim; the layout is told at {@link UsdMeshReader}. Nothing is subdivided unless it was before. */
final class UsdMeshWriter {
    private UsdMeshWriter() {}

    static void write(Mesh m, Spec prim) {
        float[] points = new float[m.points().length];
        for (int i = 0; i < points.length; i++) {
            points[i] = (float) m.points()[i];
        }
        int[] counts = new int[m.faceCount()];
        for (int f = 0; f < counts.length; f++) {
            counts[f] = m.faceStarts()[f + 1] - m.faceStarts()[f];
        }
        prim.add(UsdBuild.attribute("points", "point3f[]", Numbers.floats(ValueKind.FLOAT3, points)));
        prim.add(UsdBuild.attribute("faceVertexCounts", "int[]", Numbers.ints(counts)));
        prim.add(UsdBuild.attribute("faceVertexIndices", "int[]", Numbers.ints(m.corners())));
        prim.add(UsdBuild.attribute("extent", "float3[]", extent(points)));
        if (!prim.properties().containsKey("subdivisionScheme")) {
            prim.add(UsdBuild.uniform("subdivisionScheme", "token", TextValue.token("none")));
        }
        float[] normals = m.normals();
        if (normals != null) {
            normals(m, normals, prim);
        }
        Set<String> taken = new HashSet<>();
        for (int i = 0; i < m.uvSets().size(); i++) {
            uv(m.uvSets().get(i), i, prim, taken);
        }
        FreedomMap map = FreedomMap.of(m);
        if (map != null) {
            prim.add(UsdBuild.primvar(
                    "primvars:" + FreedomMap.NAME,
                    "float[]",
                    Numbers.floats(ValueKind.FLOAT, floats(map.values())),
                    "vertex"));
        }
        for (MeshLayer l : m.layers()) {
            if (l.kind() == MeshLayer.Kind.COLOR
                    && !FreedomMap.isMap(l)
                    && l.width() >= 3
                    && l.domain() != MeshLayer.Domain.EDGE) {
                color(l, prim);
                break;
            }
        }
    }

    /** Equal normals at a point are kept once; one a point where that is all there is, else looked up by corner. */
    private static void normals(Mesh m, float[] normals, Spec prim) {
        int points = m.pointCount();
        int corners = m.corners().length;
        int[] first = new int[points];
        java.util.Arrays.fill(first, -1);
        int[] next = new int[corners];
        int[] index = new int[corners];
        float[] unique = new float[normals.length];
        int n = 0;
        for (int c = 0; c < corners; c++) {
            int p = m.corners()[c];
            int at = first[p];
            while (at >= 0 && !java.util.Arrays.equals(unique, 3 * at, 3 * at + 3, normals, 3 * c, 3 * c + 3)) {
                at = next[at];
            }
            if (at < 0) {
                at = n++;
                System.arraycopy(normals, 3 * c, unique, 3 * at, 3);
                next[at] = first[p];
                first[p] = at;
            }
            index[c] = at;
        }
        boolean smooth = n == points && java.util.Arrays.stream(first).noneMatch(f -> f < 0);
        float[] kept = java.util.Arrays.copyOf(unique, 3 * n);
        for (int p = 0; p < points && smooth; p++) {
            System.arraycopy(unique, 3 * first[p], kept, 3 * p, 3);
        }
        prim.add(UsdBuild.primvar(
                "primvars:normals",
                "normal3f[]",
                Numbers.floats(ValueKind.FLOAT3, kept),
                smooth ? "vertex" : "faceVarying"));
        if (!smooth) {
            prim.add(UsdBuild.attribute("primvars:normals:indices", "int[]", Numbers.ints(index)));
        }
    }

    private static float[] floats(double[] v) {
        float[] out = new float[v.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) v[i];
        }
        return out;
    }

    static Numbers extent(float[] points) {
        float[] box = new float[6];
        for (int k = 0; k < 3; k++) {
            box[k] = points.length == 0 ? 0 : Float.POSITIVE_INFINITY;
            box[3 + k] = points.length == 0 ? 0 : Float.NEGATIVE_INFINITY;
        }
        for (int i = 0; i < points.length; i++) {
            box[i % 3] = Math.min(box[i % 3], points[i]);
            box[3 + i % 3] = Math.max(box[3 + i % 3], points[i]);
        }
        return Numbers.floats(ValueKind.FLOAT3, box);
    }

    /** The first set goes by the name that surfaces look for, and keeps its own beside. */
    private static void uv(UvSet set, int i, Spec prim, Set<String> taken) {
        String name = "primvars:" + UsdNames.free(i == 0 ? "st" : set.name().isEmpty() ? "st" + i : set.name(), taken);
        Spec values = UsdBuild.primvar(name, "texCoord2f[]", Numbers.floats(ValueKind.FLOAT2, set.uv()), "faceVarying");
        if (!name.equals("primvars:" + set.name())) {
            UsdBuild.named(values, set.name());
        }
        prim.add(values);
        prim.add(UsdBuild.attribute(name + ":indices", "int[]", Numbers.ints(set.indices())));
    }

    private static void color(MeshLayer l, Spec prim) {
        float[] rgb = new float[3 * l.entries()];
        for (int i = 0; i < l.entries(); i++) {
            for (int k = 0; k < 3; k++) {
                rgb[3 * i + k] = (float) l.values()[i * l.width() + k];
            }
        }
        String over = switch (l.domain()) {
            case CORNER -> "faceVarying";
            case POINT -> "vertex";
            case FACE -> "uniform";
            default -> "constant";
        };
        prim.add(UsdBuild.primvar("primvars:displayColor", "color3f[]", Numbers.floats(ValueKind.FLOAT3, rgb), over));
        int[] at = l.indices();
        if (at != null) {
            prim.add(UsdBuild.attribute("primvars:displayColor:indices", "int[]", Numbers.ints(at)));
        }
    }

    /**
     * Blend shapes as prims under the mesh.
     *
     * @param tokens per shape the name by which animation speaks of it
     */
    static void shapes(Mesh m, Spec prim, String path, List<String> tokens) {
        Set<String> taken = new HashSet<>();
        List<String> targets = new ArrayList<>();
        for (int s = 0; s < m.shapes().size(); s++) {
            BlendShape b = m.shapes().get(s);
            Spec shape = Spec.prim(UsdNames.free(b.name(), taken), Specifier.DEF, "BlendShape");
            UsdBuild.named(shape, b.name());
            int[] all = union(b);
            shape.add(UsdBuild.uniform("pointIndices", "int[]", Numbers.ints(all)));
            for (int t = 0; t < b.targets().size(); t++) {
                BlendShape.Target target = b.targets().get(t);
                boolean last = t + 1 == b.targets().size();
                String name = last ? "offsets" : "inbetweens:at_" + Math.round(target.fullWeight() * 1000);
                Spec offsets = UsdBuild.uniform(
                        name, "vector3f[]", Numbers.floats(ValueKind.FLOAT3, spread(target, target.deltas(), all)));
                if (!last) {
                    offsets.with(Field.WEIGHT, Numbers.one(ValueKind.FLOAT, target.fullWeight()));
                }
                shape.add(offsets);
                float[] normals = target.normals();
                if (normals != null) {
                    shape.add(UsdBuild.uniform(
                            last ? "normalOffsets" : name + ":normalOffsets",
                            "vector3f[]",
                            Numbers.floats(ValueKind.FLOAT3, spread(target, normals, all))));
                }
            }
            if (b.targets().isEmpty()) {
                shape.add(UsdBuild.uniform("offsets", "vector3f[]", Numbers.of(ValueKind.FLOAT3, true)));
            }
            prim.add(shape);
            targets.add(path + "/" + shape.name());
        }
        if (!targets.isEmpty()) {
            prim.add(UsdBuild.uniform("skel:blendShapes", "token[]", TextValue.tokens(tokens)));
            prim.add(Spec.relationship("skel:blendShapeTargets", targets));
        }
    }

    /** Points of all targets of a shape, ascending: they share one list. */
    private static int[] union(BlendShape b) {
        return b.targets().stream()
                .flatMapToInt(t -> java.util.Arrays.stream(t.points()))
                .distinct()
                .sorted()
                .toArray();
    }

    private static float[] spread(BlendShape.Target t, float[] values, int[] all) {
        float[] out = new float[3 * all.length];
        for (int i = 0; i < t.points().length; i++) {
            int at = java.util.Arrays.binarySearch(all, t.points()[i]);
            System.arraycopy(values, 3 * i, out, 3 * at, 3);
        }
        return out;
    }

    /** Faces of further material slots as subsets. */
    static void subsets(Mesh m, Node node, List<String> materials, Spec prim) {
        int[] slots = node.materials();
        int[] faces = m.faceMaterials();
        if (faces == null) {
            return;
        }
        Set<String> taken = new HashSet<>(prim.children().keySet());
        for (int s = 0; s < slots.length; s++) {
            int slot = s;
            int[] own = java.util.stream.IntStream.range(0, faces.length)
                    .filter(f -> faces[f] == slot)
                    .toArray();
            if (own.length == 0 || slots[s] < 0) {
                continue;
            }
            String path = materials.get(slots[s]);
            Spec subset = Spec.prim(
                    UsdNames.free(path.substring(path.lastIndexOf('/') + 1), taken), Specifier.DEF, "GeomSubset");
            subset.add(UsdBuild.uniform("elementType", "token", TextValue.token("face")));
            subset.add(UsdBuild.uniform("familyName", "token", TextValue.token("materialBind")));
            subset.add(UsdBuild.attribute("indices", "int[]", Numbers.ints(own)));
            subset.add(Spec.relationship("material:binding", List.of(path)));
            prim.add(UsdBuild.schema(subset, "MaterialBindingAPI"));
        }
        if (prim.children().values().stream()
                .anyMatch(c -> c.text(Field.TYPE_NAME).equals("GeomSubset"))) {
            prim.add(UsdBuild.uniform("subsetFamily:materialBind:familyType", "token", TextValue.token("partition")));
        }
    }
}
