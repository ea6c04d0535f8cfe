package idleheron.formats.gltf.bridge;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.formats.gltf.document.GltfWriter;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * A mesh in triangles as primitives, one for each material. Corners that agree in all that lies on them share a vertex; vertices
 * come in the order in which corners name them first.
 */
final class GltfMeshWriter {
    private final GltfWriter doc;
    private final Mesh mesh;
    private final @Nullable Matrix4dc geometric;
    private final boolean packed;

    private final List<GltfAttributes.Attribute> onCorners;
    private final float[][] values;
    private final int[] widths;

    /** Points that no face has and that are not written yet. */
    private int[] loose;

    /**
     * @param geometric what moves the points within their node, or null
     * @param packed whether directions, coordinates, colours and weights take 16 bits each
     */
    GltfMeshWriter(GltfWriter doc, Mesh mesh, @Nullable Matrix4dc geometric, boolean packed) {
        this.packed = packed;
        this.doc = doc;
        this.mesh = mesh;
        this.geometric = geometric;
        this.loose = loose(mesh);
        this.onCorners = GltfAttributes.of(mesh);
        this.values = onCorners.stream().map(GltfAttributes.Attribute::values).toArray(float[][]::new);
        this.widths =
                onCorners.stream().mapToInt(GltfAttributes.Attribute::width).toArray();
    }

    /**
     * Adds the mesh to the document; gives its number.
     *
     * @param materials of its slots
     */
    int write(int[] materials) {
        ObjectNode out = doc.add("meshes");
        out.put("name", mesh.name());
        ArrayNode primitives = out.putArray("primitives");
        int slots = 1;
        int[] of = mesh.faceMaterials();
        for (int f = 0; of != null && f < of.length; f++) {
            slots = Math.max(slots, of[f] + 1);
        }
        for (int s = 0; s < slots; s++) {
            int[] corners = cornersOf(s);
            if (corners.length > 0) {
                primitive(primitives.addObject(), corners, s < materials.length ? materials[s] : -1);
            }
        }
        if (!mesh.shapes().isEmpty()) {
            ArrayNode weights = out.putArray("weights");
            ArrayNode names = out.putObject("extras").putArray("targetNames");
            for (BlendShape b : mesh.shapes()) {
                weights.add((float) b.weight());
                names.add(b.name());
            }
        }
        return doc.size("meshes") - 1;
    }

    private int[] cornersOf(int slot) {
        int[] of = mesh.faceMaterials();
        int[] out = new int[mesh.corners().length];
        int n = 0;
        for (int f = 0; f < mesh.faceCount(); f++) {
            if (of == null ? slot == 0 : Math.max(0, of[f]) == slot) {
                for (int c = mesh.faceStarts()[f]; c < mesh.faceStarts()[f + 1]; c++) {
                    out[n++] = c;
                }
            }
        }
        return Arrays.copyOf(out, n);
    }

    private void primitive(ObjectNode p, int[] corners, int material) {
        int[] indices = new int[corners.length];
        int[] firsts = shared(corners, indices);
        if (loose.length > 0) { // points that no face has go with the first primitive
            int from = firsts.length;
            firsts = Arrays.copyOf(firsts, from + loose.length);
            for (int i = 0; i < loose.length; i++) {
                firsts[from + i] = -1 - loose[i];
            }
            loose = new int[0];
        }
        ObjectNode a = p.putObject("attributes");
        a.put("POSITION", doc.vertices(positions(firsts), "VEC3", 3, true));
        for (GltfAttributes.Attribute c : onCorners) {
            a.put(c.name(), c.write(doc, firsts, packed));
        }
        Skin skin = mesh.skin();
        if (skin != null) {
            int[] points = new int[firsts.length];
            for (int i = 0; i < points.length; i++) {
                points[i] = point(firsts[i]);
            }
            GltfWeights.write(doc, a, skin, points, packed);
        }
        if (mesh.pointCount() < GltfPlaces.MOST_POINTS) {
            float[] points = new float[firsts.length];
            for (int i = 0; i < points.length; i++) {
                points[i] = point(firsts[i]);
            }
            a.put(GltfPlaces.POINT, doc.vertices(points, "SCALAR", 1, false));
        }
        p.put("indices", doc.indices(indices, firsts.length));
        if (material >= 0) {
            p.put("material", material);
        }
        if (!mesh.shapes().isEmpty()) {
            ArrayNode targets = p.putArray("targets");
            for (BlendShape b : mesh.shapes()) {
                target(targets.addObject(), b.targets().getLast(), firsts);
            }
        }
    }

    /** The point of a vertex: of its corner, or itself where no face has it. */
    private int point(int first) {
        return first < 0 ? -1 - first : mesh.corners()[first];
    }

    private static int[] loose(Mesh m) {
        boolean[] used = new boolean[m.pointCount()];
        for (int p : m.corners()) {
            used[p] = true;
        }
        return java.util.stream.IntStream.range(0, used.length)
                .filter(p -> !used[p])
                .toArray();
    }

    /** The corner that each vertex stands for; into {@code indices} the vertex of each corner. */
    private int[] shared(int[] corners, int[] indices) {
        int room = Integer.highestOneBit(Math.max(1, corners.length)) << 2;
        int[] table = new int[room];
        Arrays.fill(table, -1);
        int[] firsts = new int[corners.length];
        int n = 0;
        for (int i = 0; i < corners.length; i++) {
            int c = corners[i];
            int slot = hash(c) & room - 1;
            while (table[slot] >= 0 && !alike(firsts[table[slot]], c)) {
                slot = slot + 1 & room - 1;
            }
            if (table[slot] < 0) {
                table[slot] = n;
                firsts[n++] = c;
            }
            indices[i] = table[slot];
        }
        return Arrays.copyOf(firsts, n);
    }

    private int hash(int c) {
        int h = mesh.corners()[c] * 0x9E3779B1;
        for (int k = 0; k < values.length; k++) {
            for (int i = widths[k] * c; i < widths[k] * (c + 1); i++) {
                h = (h ^ h >>> 15) * 0x85EBCA77 + Float.floatToRawIntBits(values[k][i]);
            }
        }
        return h ^ h >>> 16;
    }

    private boolean alike(int a, int b) {
        boolean out = mesh.corners()[a] == mesh.corners()[b];
        for (int k = 0; k < values.length && out; k++) {
            int w = widths[k];
            out = Arrays.equals(values[k], w * a, w * (a + 1), values[k], w * b, w * (b + 1));
        }
        return out;
    }

    private float[] positions(int[] firsts) {
        float[] out = new float[3 * firsts.length];
        Vector3d p = new Vector3d();
        for (int i = 0; i < firsts.length; i++) {
            int o = 3 * point(firsts[i]);
            p.set(mesh.points()[o], mesh.points()[o + 1], mesh.points()[o + 2]);
            if (geometric != null) {
                geometric.transformPosition(p);
            }
            out[3 * i] = (float) p.x;
            out[3 * i + 1] = (float) p.y;
            out[3 * i + 2] = (float) p.z;
        }
        return out;
    }

    private void target(ObjectNode to, BlendShape.Target t, int[] firsts) {
        int[] at = new int[mesh.pointCount()];
        Arrays.fill(at, -1);
        for (int i = 0; i < t.points().length; i++) {
            at[t.points()[i]] = i;
        }
        float[] deltas = new float[3 * firsts.length];
        float[] normals = new float[3 * firsts.length];
        float[] turned = t.normals();
        Vector3d d = new Vector3d();
        for (int v = 0; v < firsts.length; v++) {
            int i = at[point(firsts[v])];
            if (i < 0) {
                continue;
            }
            d.set(t.deltas()[3 * i], t.deltas()[3 * i + 1], t.deltas()[3 * i + 2]);
            if (geometric != null) {
                geometric.transformDirection(d);
            }
            deltas[3 * v] = (float) d.x;
            deltas[3 * v + 1] = (float) d.y;
            deltas[3 * v + 2] = (float) d.z;
            if (turned != null) {
                System.arraycopy(turned, 3 * i, normals, 3 * v, 3);
            }
        }
        to.put("POSITION", doc.seldom(deltas, "VEC3", 3, true));
        if (turned != null && mesh.normals() != null) {
            to.put("NORMAL", doc.seldom(normals, "VEC3", 3, false));
        }
    }
}
