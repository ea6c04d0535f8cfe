package idleheron.formats.gltf.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * A mesh of a document as one of ours: its primitives are material slots, and vertices that were split at seams become one point
 * again where place, influences and offsets of all shapes agree to the last bit.
 */
final class GltfMeshReader {
    private final GltfDocument doc;
    private final List<String> notes;

    /**
     * A mesh and the materials of its slots.
     *
     * @param materials index of a material for each slot, -1 for none
     */
    record Read(Mesh mesh, int[] materials) {}

    GltfMeshReader(GltfDocument doc, List<String> notes) {
        this.doc = doc;
        this.notes = notes;
    }

    /**
     * @param skin whose joints move it, or null
     * @param own weights of the node, none to take those of the mesh
     * @throws FormatException where its numbers do not fit each other
     */
    Read read(GltfObject mesh, String name, @Nullable GltfSkin skin, double[] own) throws FormatException {
        List<Integer> slots = new ArrayList<>();
        List<GltfPrimitive> all = new ArrayList<>();
        for (GltfObject p : mesh.list("primitives")) {
            GltfPrimitive one = GltfPrimitive.read(doc, p, skin != null, notes);
            if (one != null) {
                all.add(one);
                if (!slots.contains(one.material())) {
                    slots.add(one.material());
                }
            }
        }
        Vertices v = new Vertices(all);
        int[] pointOf = v.points();
        Points points = new Points(pointOf);
        int faces = all.stream().mapToInt(GltfPrimitive::faces).sum();
        int[] starts = new int[faces + 1];
        int[] corners = new int[3 * faces];
        int[] vertices = new int[3 * faces];
        int[] materials = new int[faces];
        int f = 0;
        int base = 0;
        for (GltfPrimitive p : all) {
            for (int k = 0; k < p.faces(); k++, f++) {
                for (int c = 0; c < 3; c++) {
                    vertices[3 * f + c] = base + p.corners()[3 * k + c];
                    corners[3 * f + c] = pointOf[vertices[3 * f + c]];
                }
                starts[f + 1] = 3 * (f + 1);
                materials[f] = slots.indexOf(p.material());
            }
            base += p.vertices();
        }
        Matrix4d undo = skin == null || !v.packed() ? null : skin.undo(notes);
        double[] places = v.points(points.first, undo);
        Mesh out = new Mesh(
                name,
                places,
                starts,
                corners,
                v.normals(vertices),
                v.uvSets(vertices),
                slots.size() < 2 ? null : materials,
                null,
                null,
                skin == null ? null : skin(v, points, skin, undo, name),
                shapes(mesh, v, points, own, undo),
                v.layers(vertices));
        boolean plain = slots.stream().allMatch(s -> s < 0);
        return new Read(
                out, plain ? new int[0] : slots.stream().mapToInt(s -> s).toArray());
    }

    /** For each point the first of its vertices. */
    private static final class Points {
        final int[] first;

        Points(int[] pointOf) {
            int n = 0;
            for (int p : pointOf) {
                n = Math.max(n, p + 1);
            }
            first = new int[n];
            for (int v = pointOf.length - 1; v >= 0; v--) {
                first[pointOf[v]] = v;
            }
        }
    }

    private @Nullable Skin skin(Vertices v, Points points, GltfSkin skin, @Nullable Matrix4d undo, String name) {
        if (!v.weighted()) {
            notes.add(say("formats.gltf.bridge.GltfMeshReader.mesh-is-skinned-and-has-no", name));
            return null;
        }
        int joints = skin.joints().length;
        int[] starts = new int[points.first.length + 1];
        int[] slots = new int[v.influences() * points.first.length];
        float[] weights = new float[slots.length];
        int beyond = 0;
        int negative = 0;
        int at = 0;
        for (int p = 0; p < points.first.length; p++) {
            int from = at;
            for (int k = 0; k < v.influences(); k++) {
                int slot = v.joint(points.first[p], k);
                float w = v.weight(points.first[p], k);
                if (w == 0 || slot < 0 || slot >= joints) {
                    beyond += w == 0 ? 0 : 1;
                    continue;
                }
                negative += w < 0 ? 1 : 0;
                int same = from;
                while (same < at && slots[same] != slot) {
                    same++;
                }
                slots[same] = slot;
                weights[same] = (same < at ? weights[same] : 0) + w;
                at += same == at ? 1 : 0;
            }
            starts[p + 1] = at;
        }
        if (beyond > 0) {
            notes.add(say("formats.gltf.bridge.GltfMeshReader.mesh-weights-are-on-joints-that", name, beyond));
        }
        if (negative > 0) {
            notes.add(say("formats.gltf.bridge.GltfMeshReader.mesh-weights-are-below-zero", name, negative));
        }
        Matrix4dc[] bind = skin.toJoint();
        if (undo != null) {
            Matrix4d back = new Matrix4d(undo).invert();
            for (int j = 0; j < bind.length; j++) {
                bind[j] = bind[j].mul(back, new Matrix4d());
            }
        }
        return new Skin(
                skin.name(),
                skin.joints(),
                bind,
                starts,
                java.util.Arrays.copyOf(slots, at),
                java.util.Arrays.copyOf(weights, at));
    }

    private List<BlendShape> shapes(GltfObject mesh, Vertices v, Points points, double[] own, @Nullable Matrix4d undo)
            throws FormatException {
        double[] weights = own.length > 0 ? own : mesh.anyNumbers("weights");
        List<String> names = mesh.child("extras").node().path("targetNames").isArray()
                ? mesh.child("extras").texts("targetNames")
                : List.of();
        List<BlendShape> out = new ArrayList<>();
        Set<String> met = new HashSet<>();
        for (int t = 0; t < v.targets(); t++) {
            String name = t < names.size() && !names.get(t).isEmpty() ? names.get(t) : "target_" + t;
            while (!met.add(name)) {
                name += "_";
            }
            out.add(new BlendShape(
                    name, t < weights.length ? weights[t] : 0, List.of(v.target(t, points.first, undo))));
        }
        return out;
    }
}
