package idleheron.formats.fbx.parts;

import static idleheron.core.Messages.say;
import static idleheron.formats.fbx.document.FbxBuild.leaf;

import idleheron.core.scene.mesh.MeshLayer;
import idleheron.formats.fbx.document.FbxNumbers;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Layer elements that a mesh carries as they are told: mapping, values and index stay apart.
 *
 * <pre>
 * LayerElementNormal       Normals, NormalsIndex          three numbers; only those after the first set
 * LayerElementTangent      Tangents, TangentsIndex        three numbers, TangentsW a fourth
 * LayerElementBinormal     Binormals, BinormalsIndex      three numbers, BinormalsW a fourth
 * LayerElementColor        Colors, ColorIndex             red, green, blue, alpha
 * LayerElementEdgeCrease   EdgeCrease                     0 to 1, by edge
 * LayerElementVertexCrease VertexCrease                   0 to 1, by point
 * LayerElementVisibility   Visibility                     0 or 1
 * LayerElementHole         Hole                           0 or 1, by face
 * LayerElementPolygonGroup PolygonGroup                   a number, by face
 * </pre>
 */
public final class FbxMeshLayers {
    private record Form(
            MeshLayer.Kind kind, String record, String values, String index, int width, boolean whole, int version) {}

    private static final List<Form> FORMS = List.of(
            new Form(MeshLayer.Kind.NORMAL, "LayerElementNormal", "Normals", "NormalsIndex", 3, false, 101),
            new Form(MeshLayer.Kind.TANGENT, "LayerElementTangent", "Tangents", "TangentsIndex", 3, false, 102),
            new Form(MeshLayer.Kind.BINORMAL, "LayerElementBinormal", "Binormals", "BinormalsIndex", 3, false, 102),
            new Form(MeshLayer.Kind.COLOR, "LayerElementColor", "Colors", "ColorIndex", 4, false, 101),
            new Form(MeshLayer.Kind.EDGE_CREASE, "LayerElementEdgeCrease", "EdgeCrease", "", 1, false, 101),
            new Form(MeshLayer.Kind.POINT_CREASE, "LayerElementVertexCrease", "VertexCrease", "", 1, false, 101),
            new Form(MeshLayer.Kind.VISIBILITY, "LayerElementVisibility", "Visibility", "", 1, true, 101),
            new Form(MeshLayer.Kind.HOLE, "LayerElementHole", "Hole", "", 1, true, 101),
            new Form(
                    MeshLayer.Kind.GROUP,
                    "LayerElementPolygonGroup",
                    "PolygonGroup",
                    "PolygonGroupIndex",
                    1,
                    true,
                    101));

    private FbxMeshLayers() {}

    private static @Nullable Form form(String record) {
        return FORMS.stream().filter(f -> f.record.equals(record)).findFirst().orElse(null);
    }

    /** Whether a record of this name is read here. */
    public static boolean knows(String record) {
        return form(record) != null;
    }

    /** Every layer element that is understood; others are noted. */
    public static List<MeshLayer> read(FbxRecord geometry, String mesh, List<String> notes) {
        List<MeshLayer> out = new ArrayList<>();
        boolean normals = false;
        for (FbxRecord r : geometry.children()) {
            Form f = form(r.name());
            if (f == null) {
                continue;
            }
            if (f.kind == MeshLayer.Kind.NORMAL && !normals) {
                normals = true;
                continue;
            }
            MeshLayer layer = layer(r, f, geometry);
            if (layer == null) {
                notes.add(say("formats.fbx.parts.FbxMeshLayers.its-are-stored-in-a-way", mesh, f.kind.label()));
            } else if (layer.values().length > 0) {
                out.add(layer);
            }
        }
        return out;
    }

    private static @Nullable MeshLayer layer(FbxRecord r, Form f, FbxRecord geometry) {
        MeshLayer.Domain domain = switch (r.childText("MappingInformationType")) {
            case "ByPolygonVertex" -> MeshLayer.Domain.CORNER;
            case "ByVertice", "ByVertex" -> MeshLayer.Domain.POINT;
            case "ByPolygon" -> MeshLayer.Domain.FACE;
            case "ByEdge" -> MeshLayer.Domain.EDGE;
            case "AllSame" -> MeshLayer.Domain.ALL;
            default -> null;
        };
        int[] edges = domain == MeshLayer.Domain.EDGE ? geometry.childInts("Edges") : null;
        if (domain == null || edges != null && edges.length == 0) {
            return null;
        }
        double[] values = r.childDoubles(f.values);
        double[] fourth = f.width == 3 ? r.childDoubles(f.values + "W") : FbxNumbers.NO_DOUBLES;
        boolean wide = fourth.length > 0 && fourth.length * 3 == values.length;
        FbxRecord index = f.index.isEmpty() ? null : r.child(f.index);
        if (index == null && f.index.endsWith("sIndex")) {
            index = r.child(f.index.replace("sIndex", "Index"));
        }
        boolean direct =
                index == null || r.childText("ReferenceInformationType").equals("Direct");
        return new MeshLayer(
                f.kind,
                r.childText("Name"),
                domain,
                wide ? 4 : f.width,
                wide ? widened(values, fourth) : values,
                direct || index == null ? null : FbxNumbers.ints(index),
                edges);
    }

    private static double[] widened(double[] three, double[] fourth) {
        double[] out = new double[4 * fourth.length];
        for (int i = 0; i < fourth.length; i++) {
            System.arraycopy(three, 3 * i, out, 4 * i, 3);
            out[4 * i + 3] = fourth[i];
        }
        return out;
    }

    /** One layer element, the {@code number}th of its kind. */
    public static FbxRecord write(MeshLayer l, int number) {
        Form f = FORMS.get(l.kind().ordinal());
        String mapping = switch (l.domain()) {
            case CORNER -> "ByPolygonVertex";
            case POINT -> "ByVertice";
            case FACE -> "ByPolygon";
            case EDGE -> "ByEdge";
            case ALL -> "AllSame";
        };
        List<FbxRecord> c = new ArrayList<>(List.of(
                leaf("Version", f.version),
                leaf("Name", l.name()),
                leaf("MappingInformationType", mapping),
                leaf("ReferenceInformationType", l.indices() == null ? "Direct" : "IndexToDirect")));
        int[] indices = l.indices();
        double[] values = l.values();
        if (indices != null && f.index.isEmpty()) {
            values = spread(values, indices);
            c.set(3, leaf("ReferenceInformationType", "Direct"));
        }
        if (f.whole) {
            int[] whole = new int[values.length];
            for (int i = 0; i < whole.length; i++) {
                whole[i] = (int) values[i];
            }
            c.add(FbxRecord.leaf(f.values, new FbxValue.Ints(whole)));
        } else if (f.width == 3 && l.width() == 4) {
            double[] three = new double[3 * l.entries()];
            double[] fourth = new double[l.entries()];
            for (int i = 0; i < fourth.length; i++) {
                System.arraycopy(values, 4 * i, three, 3 * i, 3);
                fourth[i] = values[4 * i + 3];
            }
            c.add(FbxRecord.leaf(f.values, new FbxValue.Doubles(three)));
            c.add(FbxRecord.leaf(f.values + "W", new FbxValue.Doubles(fourth)));
        } else {
            c.add(FbxRecord.leaf(f.values, new FbxValue.Doubles(values)));
        }
        if (indices != null && !f.index.isEmpty()) {
            c.add(FbxRecord.leaf(f.index, new FbxValue.Ints(indices)));
        }
        return FbxRecord.scope(f.record, List.of(new FbxValue.Int32(number)), c);
    }

    private static double[] spread(double[] values, int[] indices) {
        double[] out = new double[indices.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = indices[i] >= 0 && indices[i] < values.length ? values[indices[i]] : 0;
        }
        return out;
    }
}
