package idleheron.formats.fbx.read;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.EdgeSmoothing;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxNumbers;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.parts.FbxLayer;
import idleheron.formats.fbx.parts.FbxMeshLayers;
import idleheron.formats.fbx.parts.FbxObjects;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A {@code Geometry} of type Mesh to a mesh without its skin.
 *
 * <pre>
 * Vertices            doubles, three per point
 * PolygonVertexIndex  ints; the last corner of each face is stored as -1 - point
 * Edges               ints, the corner at which each edge starts
 * LayerElementNormal, LayerElementUV, LayerElementSmoothing, LayerElementMaterial: see {@link FbxLayer}
 * other LayerElements: see {@link FbxMeshLayers}
 * </pre>
 */
final class FbxMeshReader {
    private static final Set<String> READ_HERE =
            Set.of("LayerElementNormal", "LayerElementUV", "LayerElementSmoothing", "LayerElementMaterial");

    private final String file;
    private final FbxObjects.Item geometry;
    private final String name;
    private final List<String> notes;

    FbxMeshReader(String file, FbxObjects.Item geometry, String name, List<String> notes) {
        this.file = file;
        this.geometry = geometry;
        this.name = name;
        this.notes = notes;
    }

    Mesh read(List<BlendShape> shapes) throws FormatException {
        FbxRecord g = geometry.record();
        double[] points = g.childDoubles("Vertices");
        if (points.length % 3 != 0) {
            throw FormatException.in(
                    file,
                    say("formats.fbx.read.FbxMeshReader.three-numbers-per-point-of", name),
                    say("formats.fbx.read.FbxMeshReader.numbers", points.length));
        }
        int[] stored = g.childInts("PolygonVertexIndex");
        int faces = 0;
        for (int v : stored) {
            if (v < 0) {
                faces++;
            }
        }
        boolean open = stored.length > 0 && stored[stored.length - 1] >= 0;
        int[] starts = new int[faces + (open ? 2 : 1)];
        int[] corners = new int[stored.length];
        int face = 0;
        for (int i = 0; i < stored.length; i++) {
            corners[i] = stored[i] < 0 ? -1 - stored[i] : stored[i];
            if (corners[i] >= points.length / 3) {
                throw FormatException.in(
                        file,
                        say("formats.fbx.read.FbxMeshReader.points-0-to-in-the-faces", (points.length / 3 - 1), name),
                        say("formats.fbx.read.FbxMeshReader.point", corners[i]));
            }
            if (stored[i] < 0) {
                starts[++face] = i + 1;
            }
        }
        if (open) {
            starts[faces + 1] = stored.length;
            notes.add(say("formats.fbx.read.FbxMeshReader.the-last-face-is-not-closed", name));
        }
        FbxLayer.Counts counts = new FbxLayer.Counts(points.length / 3, corners, starts);
        return new Mesh(
                name,
                points,
                starts,
                corners,
                normals(g, counts),
                uvSets(g, counts),
                materials(g, counts),
                smoothingGroups(g, counts),
                edgeSmoothing(g),
                null,
                shapes,
                layers(g));
    }

    private List<MeshLayer> layers(FbxRecord g) {
        for (FbxRecord r : g.children()) {
            if (r.name().startsWith("LayerElement")
                    && !READ_HERE.contains(r.name())
                    && !FbxMeshLayers.knows(r.name())) {
                notes.add(say("formats.fbx.read.FbxMeshReader.is-not-read", name, r.name()));
            }
        }
        return FbxMeshLayers.read(g, name, notes);
    }

    private float @Nullable [] normals(FbxRecord g, FbxLayer.Counts counts) {
        FbxRecord layer = g.child("LayerElementNormal");
        if (layer == null) {
            return null;
        }
        double[] values = layer.childDoubles("Normals");
        String indexName = layer.child("NormalsIndex") == null ? "NormalIndex" : "NormalsIndex";
        if (values.length == 3 * counts.corners().length && FbxLayer.isByCorner(layer, indexName)) {
            return FbxNumbers.floats(values);
        }
        int[] index = FbxLayer.perCorner(layer, counts, indexName);
        if (index == null || values.length == 0) {
            notes.add(say("formats.fbx.read.FbxMeshReader.its-normals-are-stored-in-a", name));
            return null;
        }
        float[] out = new float[3 * index.length];
        Cores.split(index.length, 50_000, (from, to) -> {
            for (int c = from; c < to; c++) {
                int i = index[c];
                if (i >= 0 && 3 * i + 2 < values.length) {
                    out[3 * c] = (float) values[3 * i];
                    out[3 * c + 1] = (float) values[3 * i + 1];
                    out[3 * c + 2] = (float) values[3 * i + 2];
                }
            }
        });
        return out;
    }

    private List<UvSet> uvSets(FbxRecord g, FbxLayer.Counts counts) {
        List<UvSet> out = new ArrayList<>();
        for (FbxRecord layer : g.children("LayerElementUV")) {
            float[] uv = FbxNumbers.floats(layer.childDoubles("UV"));
            int[] index = FbxLayer.perCorner(layer, counts, "UVIndex");
            if (index == null) {
                notes.add(say("formats.fbx.read.FbxMeshReader.a-uv-set-is-stored-in", name));
                continue;
            }
            int entries = uv.length / 2;
            int[] safe = within(index, entries);
            out.add(new UvSet(layer.childText("Name"), uv, safe));
        }
        return out;
    }

    /** The same array where every entry is there, else one in which the others are none. */
    private static int[] within(int[] index, int entries) {
        int wrong = 0;
        for (int i : index) {
            wrong |= i >= entries || i < -1 ? 1 : 0;
        }
        if (wrong == 0) {
            return index;
        }
        int[] safe = index.clone();
        for (int i = 0; i < safe.length; i++) {
            safe[i] = safe[i] >= entries ? -1 : Math.max(-1, safe[i]);
        }
        return safe;
    }

    private int @Nullable [] materials(FbxRecord g, FbxLayer.Counts counts) {
        FbxRecord layer = g.child("LayerElementMaterial");
        if (layer == null) {
            return null;
        }
        int[] values = layer.childInts("Materials");
        String mapping = layer.childText("MappingInformationType");
        int[] out = new int[counts.faces()];
        if (mapping.equals("AllSame")) {
            Arrays.fill(out, values.length == 0 ? 0 : Math.max(0, values[0]));
            return values.length == 0 || values[0] == 0 ? null : out;
        }
        for (int f = 0; f < out.length && f < values.length; f++) {
            out[f] = Math.max(0, values[f]);
        }
        return out;
    }

    private static int @Nullable [] smoothingGroups(FbxRecord g, FbxLayer.Counts counts) {
        for (FbxRecord layer : g.children("LayerElementSmoothing")) {
            int[] values = layer.childInts("Smoothing");
            if (layer.childText("MappingInformationType").equals("ByPolygon") && values.length == counts.faces()) {
                return values;
            }
        }
        return null;
    }

    private static @Nullable EdgeSmoothing edgeSmoothing(FbxRecord g) {
        int[] edges = g.childInts("Edges");
        for (FbxRecord layer : g.children("LayerElementSmoothing")) {
            int[] values = layer.childInts("Smoothing");
            if (layer.childText("MappingInformationType").equals("ByEdge") && values.length == edges.length) {
                return new EdgeSmoothing(edges, values);
            }
        }
        return null;
    }
}
