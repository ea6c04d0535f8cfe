package idleheron.formats.fbx.write;

import static idleheron.formats.fbx.document.FbxBuild.leaf;

import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.EdgeSmoothing;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.parts.FbxMeshLayers;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Meshes and blend shapes to {@code Geometry} and {@code Deformer} objects; the layouts stand at the readers. */
final class FbxMeshWriter {
    private final FbxBuild build;

    /** Shapes that are written already, by their offsets: one that several channels share stays one. */
    private final IdentityHashMap<float[], Long> targets = new IdentityHashMap<>();

    FbxMeshWriter(FbxBuild build) {
        this.build = build;
    }

    long write(Mesh mesh) {
        List<FbxRecord> c = new ArrayList<>();
        c.add(leaf("GeometryVersion", 124));
        c.add(FbxRecord.leaf("Vertices", new FbxValue.Doubles(mesh.points())));
        c.add(FbxRecord.leaf("PolygonVertexIndex", new FbxValue.Ints(closedCorners(mesh))));
        int[] edges = mesh.edgeStarts();
        if (edges != null) {
            c.add(FbxRecord.leaf("Edges", new FbxValue.Ints(edges)));
        }
        List<List<FbxRecord>> used = new ArrayList<>(List.of(new ArrayList<>()));
        layers(mesh, c, used);
        for (int i = 0; i < used.size(); i++) {
            List<FbxRecord> entries = new ArrayList<>(List.of(leaf("Version", 100)));
            entries.addAll(used.get(i));
            c.add(FbxRecord.scope("Layer", List.of(new FbxValue.Int32(i)), entries));
        }
        return build.object("Geometry", mesh.name(), "Geometry", "Mesh", c);
    }

    private static int[] closedCorners(Mesh mesh) {
        int[] out = mesh.corners().clone();
        for (int f = 0; f < mesh.faceCount(); f++) {
            int last = mesh.faceStarts()[f + 1] - 1;
            out[last] = -1 - out[last];
        }
        return out;
    }

    private static void layers(Mesh mesh, List<FbxRecord> c, List<List<FbxRecord>> used) {
        float[] normals = mesh.normals();
        if (normals != null) {
            float[] shared = perPoint(mesh, normals);
            c.add(layer(
                    "LayerElementNormal",
                    0,
                    "",
                    shared == null ? "ByPolygonVertex" : "ByVertice",
                    "Direct",
                    FbxRecord.leaf("Normals", new FbxValue.Doubles(wide(shared == null ? normals : shared)))));
            use("LayerElementNormal", 0, used);
        }
        for (int i = 0; i < mesh.uvSets().size(); i++) {
            UvSet s = mesh.uvSets().get(i);
            double[] wide = new double[s.uv().length];
            for (int k = 0; k < wide.length; k++) {
                wide[k] = s.uv()[k];
            }
            c.add(layer(
                    "LayerElementUV",
                    i,
                    s.name(),
                    "ByPolygonVertex",
                    "IndexToDirect",
                    FbxRecord.leaf("UV", new FbxValue.Doubles(wide)),
                    FbxRecord.leaf("UVIndex", new FbxValue.Ints(s.indices()))));
            use("LayerElementUV", i, used);
        }
        int[] groups = mesh.smoothingGroups();
        EdgeSmoothing edges = mesh.edgeSmoothing();
        if (groups != null) {
            c.add(layer(
                    "LayerElementSmoothing",
                    0,
                    "",
                    "ByPolygon",
                    "Direct",
                    FbxRecord.leaf("Smoothing", new FbxValue.Ints(groups))));
            use("LayerElementSmoothing", 0, used);
        } else if (edges != null) {
            c.add(layer(
                    "LayerElementSmoothing",
                    0,
                    "",
                    "ByEdge",
                    "Direct",
                    FbxRecord.leaf("Smoothing", new FbxValue.Ints(edges.smooth()))));
            use("LayerElementSmoothing", 0, used);
        }
        int[] materials = mesh.faceMaterials();
        c.add(layer(
                "LayerElementMaterial",
                0,
                "",
                materials == null ? "AllSame" : "ByPolygon",
                "IndexToDirect",
                FbxRecord.leaf("Materials", new FbxValue.Ints(materials == null ? new int[] {0} : materials))));
        use("LayerElementMaterial", 0, used);
        Map<String, Integer> numbers = new HashMap<>();
        if (normals != null) {
            numbers.put("LayerElementNormal", 1);
        }
        for (MeshLayer l : mesh.layers()) {
            FbxRecord r = FbxMeshLayers.write(l, 0);
            int number = numbers.merge(r.name(), 1, Integer::sum) - 1;
            c.add(number == 0 ? r : FbxMeshLayers.write(l, number));
            use(r.name(), number, used);
        }
    }

    /** The layer of that number lists the element. */
    private static void use(String kind, int number, List<List<FbxRecord>> used) {
        while (used.size() <= number) {
            used.add(new ArrayList<>());
        }
        used.get(number).add(entry(kind, number));
    }

    /** The normals per point when all corners of a point agree, which takes a quarter of the room; else null. */
    private static float @Nullable [] perPoint(Mesh mesh, float[] normals) {
        float[] out = new float[mesh.points().length];
        boolean[] known = new boolean[mesh.pointCount()];
        for (int c = 0; c < mesh.corners().length; c++) {
            int p = mesh.corners()[c];
            for (int k = 0; k < 3; k++) {
                if (known[p] && out[3 * p + k] != normals[3 * c + k]) {
                    return null;
                }
                out[3 * p + k] = normals[3 * c + k];
            }
            known[p] = true;
        }
        return out;
    }

    private static FbxRecord layer(
            String kind, int index, String name, String mapping, String reference, FbxRecord... data) {
        List<FbxRecord> c = new ArrayList<>(List.of(
                leaf("Version", kind.equals("LayerElementSmoothing") ? 102 : 101),
                leaf("Name", name),
                leaf("MappingInformationType", mapping),
                leaf("ReferenceInformationType", reference)));
        c.addAll(List.of(data));
        return FbxRecord.scope(kind, List.of(new FbxValue.Int32(index)), c);
    }

    private static FbxRecord entry(String kind, int index) {
        return FbxRecord.scope("LayerElement", List.of(), List.of(leaf("Type", kind), leaf("TypedIndex", index)));
    }

    /** Gives the object number of each shape's channel. */
    long[] shapes(Mesh mesh, long geometry) {
        long[] channels = new long[mesh.shapes().size()];
        if (channels.length == 0) {
            return channels;
        }
        long deformer = build.object("Deformer", mesh.name(), "Deformer", "BlendShape", List.of(leaf("Version", 100)));
        build.connect(deformer, geometry);
        for (int i = 0; i < channels.length; i++) {
            BlendShape s = mesh.shapes().get(i);
            double[] full =
                    s.targets().stream().mapToDouble(t -> t.fullWeight() * 100).toArray();
            channels[i] = build.object(
                    "Deformer",
                    s.name(),
                    "SubDeformer",
                    "BlendShapeChannel",
                    List.of(
                            leaf("Version", 100),
                            leaf("DeformPercent", s.weight() * 100),
                            FbxRecord.leaf("FullWeights", new FbxValue.Doubles(full))));
            build.connect(channels[i], deformer);
            for (int t = 0; t < s.targets().size(); t++) {
                BlendShape.Target target = s.targets().get(t);
                String name = s.targets().size() == 1 ? s.name() : s.name() + "_" + Math.round(full[t]);
                Long there = targets.get(target.deltas());
                if (there == null) {
                    there = target(name, target);
                    targets.put(target.deltas(), there);
                }
                build.connect(there, channels[i]);
            }
        }
        return channels;
    }

    private long target(String name, BlendShape.Target t) {
        float[] normals = t.normals();
        List<FbxRecord> c = new ArrayList<>(List.of(
                leaf("Version", 100),
                FbxRecord.leaf("Indexes", new FbxValue.Ints(t.points())),
                FbxRecord.leaf("Vertices", new FbxValue.Doubles(wide(t.deltas())))));
        if (normals != null) {
            c.add(FbxRecord.leaf("Normals", new FbxValue.Doubles(wide(normals))));
        }
        return build.object("Geometry", name, "Geometry", "Shape", c);
    }

    private static double[] wide(float[] v) {
        double[] out = new double[v.length];
        for (int i = 0; i < v.length; i++) {
            out[i] = v[i];
        }
        return out;
    }
}
