package idleheron.formats.gltf.bridge;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.gltf.document.GltfWriter;
import java.util.ArrayList;
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
    private static final int FOUR = 4;

    private final GltfWriter doc;
    private final Mesh mesh;
    private final @Nullable Matrix4dc geometric;

    /** Per corner what lies on it, on end: normal, tangent, coordinates, colours. */
    private final float[][] onCorners;

    /** Points that no face has and that are not written yet. */
    private int[] loose;

    private final List<String> names = new ArrayList<>();
    private final List<Integer> widths = new ArrayList<>();

    /**
     * @param geometric what moves the points within their node, or null
     */
    GltfMeshWriter(GltfWriter doc, Mesh mesh, @Nullable Matrix4dc geometric) {
        this.doc = doc;
        this.mesh = mesh;
        this.geometric = geometric;
        this.loose = loose(mesh);
        List<float[]> all = new ArrayList<>();
        float[] normals = mesh.normals();
        if (normals != null) {
            put("NORMAL", 3, units(normals.clone()), all);
            float[] tangents = tangents(normals);
            if (tangents.length > 0) {
                put("TANGENT", FOUR, tangents, all);
            }
        }
        int set = 0;
        for (UvSet u : mesh.uvSets()) {
            put("TEXCOORD_" + set++, 2, uv(u), all);
        }
        set = 0;
        for (MeshLayer l : mesh.layers()) {
            if (FreedomMap.isMap(l) && !names.contains(GltfPrimitive.FREEDOM)) {
                put(GltfPrimitive.FREEDOM, 1, freedom(), all);
            } else if (l.kind() == MeshLayer.Kind.COLOR && l.width() >= 3) {
                float[] c = colours(l);
                if (c.length > 0) {
                    put("COLOR_" + set++, FOUR, c, all);
                }
            }
        }
        onCorners = all.toArray(new float[0][]);
    }

    private float[] freedom() {
        FreedomMap map = java.util.Objects.requireNonNull(FreedomMap.of(mesh));
        float[] out = new float[mesh.corners().length];
        for (int c = 0; c < out.length; c++) {
            double v = map.values()[mesh.corners()[c]];
            out[c] = Double.isFinite(v) ? (float) v : 0; // the standard takes numbers alone
        }
        return out;
    }

    private void put(String name, int width, float[] values, List<float[]> all) {
        names.add(name);
        widths.add(width);
        all.add(values);
    }

    private static float[] units(float[] n) {
        for (int i = 0; i + 2 < n.length; i += 3) {
            double l = Math.sqrt((double) n[i] * n[i] + (double) n[i + 1] * n[i + 1] + (double) n[i + 2] * n[i + 2]);
            if (!(l > 1e-20)) {
                n[i] = 0;
                n[i + 1] = 1;
                n[i + 2] = 0;
            } else if (Math.abs(l - 1) > 1e-6) {
                n[i] = (float) (n[i] / l);
                n[i + 1] = (float) (n[i + 1] / l);
                n[i + 2] = (float) (n[i + 2] / l);
            }
        }
        return n;
    }

    private float[] uv(UvSet u) {
        float[] out = new float[2 * mesh.corners().length];
        for (int c = 0; c < mesh.corners().length; c++) {
            int i = u.indices()[c];
            if (i >= 0) {
                out[2 * c] = u.uv()[2 * i];
                out[2 * c + 1] = 1 - u.uv()[2 * i + 1];
            }
        }
        return out;
    }

    /** Entry of a layer at a corner, or -1. */
    private int entry(MeshLayer l, int corner) {
        int at = l.domain() == MeshLayer.Domain.CORNER
                ? corner
                : l.domain() == MeshLayer.Domain.POINT ? mesh.corners()[corner] : 0;
        return l.indices() == null ? at : l.indices()[at];
    }

    private static boolean placed(MeshLayer l) {
        return l.domain() == MeshLayer.Domain.CORNER
                || l.domain() == MeshLayer.Domain.POINT
                || l.domain() == MeshLayer.Domain.ALL;
    }

    private float[] colours(MeshLayer l) {
        if (!placed(l)) {
            return new float[0];
        }
        float[] out = new float[FOUR * mesh.corners().length];
        for (int c = 0; c < mesh.corners().length; c++) {
            int e = entry(l, c);
            for (int k = 0; k < FOUR; k++) {
                double v = e < 0 || k >= l.width() ? 1 : l.values()[e * l.width() + k];
                out[FOUR * c + k] = (float) Math.clamp(v, 0.0, 1.0);
            }
        }
        return out;
    }

    /** Tangents with the side of the third direction; none where the mesh has none for every corner. */
    private float[] tangents(float[] normals) {
        MeshLayer along = layer(MeshLayer.Kind.TANGENT);
        MeshLayer across = layer(MeshLayer.Kind.BINORMAL);
        if (along == null) {
            return new float[0];
        }
        float[] out = new float[FOUR * mesh.corners().length];
        Vector3d t = new Vector3d();
        Vector3d n = new Vector3d();
        for (int c = 0; c < mesh.corners().length; c++) {
            int e = entry(along, c);
            if (e < 0) {
                return new float[0];
            }
            t.set(
                    along.values()[e * along.width()],
                    along.values()[e * along.width() + 1],
                    along.values()[e * along.width() + 2]);
            n.set(normals[3 * c], normals[3 * c + 1], normals[3 * c + 2]);
            if (!(t.length() > 1e-12)) { // none was told: any direction across the normal will do
                t.set(Math.abs(n.x) < 0.9 ? 1 : 0, Math.abs(n.x) < 0.9 ? 0 : 1, 0);
                t.fma(-t.dot(n), n);
            }
            t.normalize();
            double side = along.width() > 3 ? along.values()[e * along.width() + 3] : 1;
            int b = across == null ? -1 : entry(across, c);
            if (across != null && b >= 0) {
                side = n.cross(t)
                        .dot(
                                across.values()[b * across.width()],
                                across.values()[b * across.width() + 1],
                                across.values()[b * across.width() + 2]);
            }
            out[FOUR * c] = (float) t.x;
            out[FOUR * c + 1] = (float) t.y;
            out[FOUR * c + 2] = (float) t.z;
            out[FOUR * c + 3] = side < 0 ? -1 : 1;
        }
        return out;
    }

    private @Nullable MeshLayer layer(MeshLayer.Kind kind) {
        return mesh.layers().stream()
                .filter(l -> l.kind() == kind && placed(l) && l.width() >= 3)
                .findFirst()
                .orElse(null);
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
        for (int k = 0; k < onCorners.length; k++) {
            int w = widths.get(k);
            float[] v = new float[w * firsts.length];
            for (int i = 0; i < firsts.length; i++) {
                if (firsts[i] >= 0) {
                    System.arraycopy(onCorners[k], w * firsts[i], v, w * i, w);
                } else {
                    v[w * i] = 1; // a direction of length 1, or any place
                    v[w * i + w - 1] = w == FOUR ? 1 : v[w * i + w - 1];
                }
            }
            a.put(names.get(k), doc.vertices(v, w == 1 ? "SCALAR" : "VEC" + w, w, false));
        }
        Skin skin = mesh.skin();
        if (skin != null) {
            int[] points = new int[firsts.length];
            for (int i = 0; i < points.length; i++) {
                points[i] = point(firsts[i]);
            }
            GltfWeights.write(doc, a, skin, points);
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
        for (int k = 0; k < onCorners.length; k++) {
            for (int i = widths.get(k) * c; i < widths.get(k) * (c + 1); i++) {
                h = (h ^ h >>> 15) * 0x85EBCA77 + Float.floatToRawIntBits(onCorners[k][i]);
            }
        }
        return h ^ h >>> 16;
    }

    private boolean alike(int a, int b) {
        boolean out = mesh.corners()[a] == mesh.corners()[b];
        for (int k = 0; k < onCorners.length && out; k++) {
            int w = widths.get(k);
            out = Arrays.equals(onCorners[k], w * a, w * (a + 1), onCorners[k], w * b, w * (b + 1));
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
