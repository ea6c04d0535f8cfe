package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A Mesh prim to a mesh without its skin.
 *
 * <pre>
 * points, faceVertexCounts, faceVertexIndices
 * orientation           leftHanded: the corners of each face go the other way round
 * primvars:normals, else normals; interpolation constant, uniform, varying, vertex or faceVarying, perhaps :indices
 * primvars of texCoord2 or float2     UV sets
 * primvars:displayColor               colours
 * primvars:freedom of float, one a point      how far a garment may leave its skin
 * </pre>
 */
public final class UsdMeshReader {
    /** The set that surfaces look for, whatever stands before it in a file. */
    private static final String FIRST_UV = "primvars:st";

    private static final String FREEDOM = "primvars:" + FreedomMap.NAME;

    /** Attributes that have a place in the scene; the others are kept as they are. */
    static final Set<String> READ = Set.of(
            "points",
            "faceVertexCounts",
            "faceVertexIndices",
            "orientation",
            "normals",
            "primvars:normals",
            "primvars:normals:indices",
            "primvars:displayColor",
            "primvars:displayColor:indices",
            FREEDOM,
            "extent");

    private final String file;
    private final ComposedPrim prim;
    private final List<String> notes;

    UsdMeshReader(String file, ComposedPrim prim, List<String> notes) {
        this.file = file;
        this.prim = prim;
        this.notes = notes;
    }

    /** @throws FormatException when faces and points do not agree */
    Mesh read(List<BlendShape> shapes, int @Nullable [] faceMaterials) throws FormatException {
        Numbers p = UsdRead.numbers(prim, "points");
        Numbers counts = UsdRead.numbers(prim, "faceVertexCounts");
        Numbers indices = UsdRead.numbers(prim, "faceVertexIndices");
        double[] points = p == null || p.kind().width() != 3 ? new double[0] : p.doubles();
        int[] starts = starts(counts == null ? new int[0] : counts.ints());
        int[] corners = indices == null ? new int[0] : indices.ints();
        if (starts[starts.length - 1] != corners.length) {
            throw FormatException.in(
                    file,
                    say(
                            "formats.usd.read.UsdMeshReader.corners-as-the-faces-of-count",
                            starts[starts.length - 1],
                            prim.path()),
                    corners.length + "");
        }
        for (int c : corners) {
            if (c < 0 || c >= points.length / 3) {
                throw FormatException.in(
                        file,
                        say(
                                "formats.usd.read.UsdMeshReader.points-0-to-in-the-faces",
                                (points.length / 3 - 1),
                                prim.path()),
                        say("formats.usd.read.UsdMeshReader.point", c));
            }
        }
        List<UvSet> uvs = new ArrayList<>();
        List<MeshLayer> layers = new ArrayList<>();
        List<String> names = new ArrayList<>(prim.propertyNames());
        if (names.remove(FIRST_UV)) {
            names.addFirst(FIRST_UV);
        }
        for (String name : names) {
            ComposedProperty q = prim.property(name);
            if (q != null && isUv(name, q.typeName())) {
                uv(name, q, corners, starts, points.length / 3, uvs);
            }
        }
        color(corners, starts, points.length / 3, layers);
        Numbers free = UsdRead.numbers(prim, FREEDOM);
        if (free != null && free.kind().width() == 1 && free.count() == points.length / 3) {
            layers.add(new FreedomMap(free.doubles()).layer());
        }
        float[] normals = normals(corners, starts, points.length / 3);
        Mesh out = new Mesh(
                UsdRead.name(prim),
                points,
                starts,
                corners,
                normals,
                uvs,
                faceMaterials,
                null,
                null,
                null,
                shapes,
                layers);
        return isLeft() ? turned(out) : out;
    }

    static boolean isUv(String name, String type) {
        return name.startsWith("primvars:")
                && !name.endsWith(":indices")
                && (type.startsWith("texCoord2") || type.startsWith("float2[]"));
    }

    private boolean isLeft() {
        return UsdRead.word(prim, "orientation", "rightHanded").equals("leftHanded");
    }

    private static int[] starts(int[] counts) throws FormatException {
        int[] out = new int[counts.length + 1];
        for (int f = 0; f < counts.length; f++) {
            out[f + 1] = Math.addExact(out[f], Math.max(0, counts[f]));
        }
        return out;
    }

    /** The corners of every face the other way round, from the same first corner. */
    private static Mesh turned(Mesh m) {
        int[] from = new int[m.corners().length];
        for (int f = 0; f < m.faceCount(); f++) {
            int s = m.faceStarts()[f];
            int n = m.faceStarts()[f + 1] - s;
            for (int k = 0; k < n; k++) {
                from[s + k] = s + (n - k) % n;
            }
        }
        return m.reordered(from, m.edgeStarts());
    }

    /** Per corner the entry of a value told in some interpolation; null where the number of values does not fit any. */
    private int @Nullable [] perCorner(String name, Numbers values, int[] corners, int[] starts, int points) {
        ComposedProperty q = prim.property(name);
        String told = q != null && q.metadata(Field.INTERPOLATION) instanceof TextValue w
                ? w.first()
                : name.equals("normals") ? "vertex" : "constant";
        Numbers index = UsdRead.numbers(prim, name + ":indices");
        int[] at = index == null ? null : index.ints();
        long count = at == null ? values.count() : at.length;
        long needed = switch (told) {
            case "constant" -> 1;
            case "uniform" -> starts.length - 1L;
            case "faceVarying" -> corners.length;
            default -> points;
        };
        if (count < needed) {
            notes.add(say(
                    "formats.usd.read.UsdMeshReader.has-values-and-asks-for", prim.path(), name, count, told, needed));
            return null;
        }
        int[] out = new int[corners.length];
        for (int f = 0; f + 1 < starts.length; f++) {
            for (int c = starts[f]; c < starts[f + 1]; c++) {
                int e = switch (told) {
                    case "constant" -> 0;
                    case "uniform" -> f;
                    case "faceVarying" -> c;
                    default -> corners[c];
                };
                int v = at == null ? e : at[e];
                out[c] = v >= 0 && v < values.count() ? v : -1;
            }
        }
        return out;
    }

    private float @Nullable [] normals(int[] corners, int[] starts, int points) {
        String name = prim.property("primvars:normals") == null ? "normals" : "primvars:normals";
        Numbers n = UsdRead.numbers(prim, name);
        if (n == null || n.kind().width() != 3 || n.count() == 0) {
            return null;
        }
        int[] at = perCorner(name, n, corners, starts, points);
        if (at == null) {
            return null;
        }
        float[] v = n.floats();
        float[] out = new float[3 * at.length];
        for (int c = 0; c < at.length; c++) {
            if (at[c] >= 0) {
                System.arraycopy(v, 3 * at[c], out, 3 * c, 3);
            }
        }
        return out;
    }

    private void uv(String name, ComposedProperty q, int[] corners, int[] starts, int points, List<UvSet> out) {
        if (q.first() instanceof Numbers n && n.kind().width() == 2) {
            int[] at = perCorner(name, n, corners, starts, points);
            if (at != null) {
                String kept = q.metadata(Field.CUSTOM_DATA) instanceof Value.Dictionary d
                                && d.entries().get(UsdRead.OWN) instanceof Value.Dictionary own
                                && own.entries().get("name") instanceof TextValue w
                        ? w.first()
                        : name.substring("primvars:".length());
                out.add(new UvSet(kept, n.floats(), at));
            }
        }
    }

    private void color(int[] corners, int[] starts, int points, List<MeshLayer> out) {
        Numbers n = UsdRead.numbers(prim, "primvars:displayColor");
        if (n == null || n.kind().width() != 3 || n.count() < 2) {
            return;
        }
        int[] at = perCorner("primvars:displayColor", n, corners, starts, points);
        if (at != null) {
            double[] v = n.doubles();
            double[] rgba = new double[v.length / 3 * 4];
            for (int i = 0; i < v.length / 3; i++) {
                System.arraycopy(v, 3 * i, rgba, 4 * i, 3);
                rgba[4 * i + 3] = 1;
            }
            out.add(new MeshLayer(MeshLayer.Kind.COLOR, "displayColor", MeshLayer.Domain.CORNER, 4, rgba, at, null));
        }
    }

    /** Blend shapes: their names in {@code skel:blendShapes}, their prims in {@code skel:blendShapeTargets}. */
    static List<BlendShape> shapes(ComposedPrim mesh, int points, List<String> notes) {
        List<BlendShape> out = new ArrayList<>();
        List<String> names = UsdRead.words(mesh, "skel:blendShapes");
        List<String> targets = UsdRead.targets(mesh, "skel:blendShapeTargets");
        for (int i = 0; i < Math.min(names.size(), targets.size()); i++) {
            String target = targets.get(i);
            ComposedPrim shape = mesh.children().stream()
                    .filter(c -> c.path().equals(target))
                    .findFirst()
                    .orElseGet(() -> mesh.find(target));
            if (shape == null) {
                notes.add(say(
                        "formats.usd.read.UsdMeshReader.blend-shape-points-to-where-there",
                        mesh.path(),
                        names.get(i),
                        target));
                continue;
            }
            List<BlendShape.Target> all = targets(shape, points, notes);
            if (all.isEmpty()) {
                notes.add(say(
                        "formats.usd.read.UsdMeshReader.blend-shape-moves-nothing-and-is", mesh.path(), names.get(i)));
            } else {
                out.add(new BlendShape(shapeName(shape, names.get(i)), 0, all));
            }
        }
        return out;
    }

    static String shapeName(ComposedPrim shape, String token) {
        String kept = UsdRead.ownText(shape, "name");
        return kept.isEmpty() ? token : kept;
    }

    private static List<BlendShape.Target> targets(ComposedPrim shape, int points, List<String> notes) {
        List<BlendShape.Target> out = new ArrayList<>();
        Numbers index = UsdRead.numbers(shape, "pointIndices");
        for (String name : shape.propertyNames()) {
            ComposedProperty q = shape.property(name);
            boolean between = name.startsWith("inbetweens:") && !name.endsWith(":normalOffsets");
            if (q == null || !between && !name.equals("offsets") || !(q.first() instanceof Numbers offsets)) {
                continue;
            }
            double weight = between ? q.metadata(Field.WEIGHT) instanceof Numbers w ? w.first() : Double.NaN : 1;
            int[] at = index == null ? null : index.ints();
            long count = at == null ? points : at.length;
            if (offsets.kind().width() != 3 || offsets.count() != count || Double.isNaN(weight)) {
                notes.add(say(
                        "formats.usd.read.UsdMeshReader.has-offsets-for-points",
                        shape.path(),
                        name,
                        offsets.count(),
                        count,
                        (Double.isNaN(weight) ? say("formats.usd.read.UsdMeshReader.and-no-weight") : "")));
                continue;
            }
            if (at == null) {
                at = java.util.stream.IntStream.range(0, points).toArray();
            }
            if (java.util.Arrays.stream(at).anyMatch(i -> i < 0 || i >= points)) {
                notes.add(say("formats.usd.read.UsdMeshReader.moves-points-that-are-not-there", shape.path(), name));
                continue;
            }
            Numbers normals = UsdRead.numbers(shape, between ? name + ":normalOffsets" : "normalOffsets");
            float[] n = normals != null && normals.kind() == ValueKind.FLOAT3 && normals.count() == count
                    ? normals.floats()
                    : null;
            out.add(new BlendShape.Target(weight, at, offsets.floats(), n));
        }
        out.sort(java.util.Comparator.comparingDouble(BlendShape.Target::fullWeight));
        return out;
    }
}
