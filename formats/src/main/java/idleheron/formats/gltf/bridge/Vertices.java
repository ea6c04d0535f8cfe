package idleheron.formats.gltf.bridge;

import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/** The vertices of all primitives of a mesh, one after the other, and what they become. */
final class Vertices {
    private static final float[] NONE = {};

    private final List<GltfPrimitive> primitives;
    private final int count;
    private final float[] place;
    private final int sets;
    private final int[] joints;
    private final float[] weights;
    private final float[][] offsets;

    Vertices(List<GltfPrimitive> primitives) {
        this.primitives = primitives;
        count = primitives.stream().mapToInt(GltfPrimitive::vertices).sum();
        place = all("POSITION", 3, 0);
        sets = primitives.stream().mapToInt(p -> p.joints().size()).max().orElse(0);
        joints = new int[4 * sets * count];
        weights = new float[4 * sets * count];
        int base = 0;
        for (GltfPrimitive p : primitives) {
            for (int s = 0; s < p.joints().size(); s++) {
                float[] w = p.attributes().getOrDefault("WEIGHTS_" + s, NONE);
                for (int v = 0; v < p.vertices(); v++) {
                    System.arraycopy(p.joints().get(s), 4 * v, joints, 4 * (sets * (base + v) + s), 4);
                    System.arraycopy(w, 4 * v, weights, 4 * (sets * (base + v) + s), 4);
                }
            }
            base += p.vertices();
        }
        for (int i = 0; i < weights.length; i++) {
            joints[i] = weights[i] == 0 ? 0 : joints[i]; // of no account, and so no seam
        }
        int targets =
                primitives.stream().mapToInt(p -> p.targets().size()).max().orElse(0);
        offsets = new float[targets][];
        for (int t = 0; t < targets; t++) {
            offsets[t] = offsets(t, "POSITION");
        }
    }

    /** An attribute of all vertices; {@code otherwise} where a primitive does not have it. */
    private float[] all(String name, int width, float otherwise) {
        float[] out = new float[width * count];
        int base = 0;
        for (GltfPrimitive p : primitives) {
            float[] v = p.attributes().get(name);
            if (v != null) {
                System.arraycopy(v, 0, out, base, v.length);
            } else {
                Arrays.fill(out, base, base + width * p.vertices(), otherwise);
            }
            base += width * p.vertices();
        }
        return out;
    }

    private float[] offsets(int target, String name) {
        float[] out = new float[3 * count];
        int base = 0;
        for (GltfPrimitive p : primitives) {
            Map<String, float[]> t = target < p.targets().size() ? p.targets().get(target) : Map.of();
            float[] v = t.getOrDefault(name, NONE);
            System.arraycopy(v, 0, out, base, v.length);
            base += 3 * p.vertices();
        }
        return out;
    }

    /** Whether places are whole numbers, which something else undoes. */
    boolean packed() {
        return primitives.stream().anyMatch(GltfPrimitive::packed);
    }

    boolean weighted() {
        return sets > 0;
    }

    /** Influences of each vertex, those of no weight too. */
    int influences() {
        return 4 * sets;
    }

    int joint(int vertex, int influence) {
        return joints[4 * sets * vertex + influence];
    }

    float weight(int vertex, int influence) {
        return weights[4 * sets * vertex + influence];
    }

    int targets() {
        return offsets.length;
    }

    /** For each vertex its point: as it says itself, where it does and all that say so agree; else by what they have. */
    int[] points() {
        int[] told = told();
        return told.length == count && count > 0 ? told : weld();
    }

    private int[] told() {
        if (!primitives.stream().allMatch(p -> p.attributes().containsKey(GltfPlaces.POINT))) {
            return new int[0];
        }
        float[] v = all(GltfPlaces.POINT, 1, 0);
        int[] out = new int[count];
        int[] first = new int[count];
        Arrays.fill(first, -1);
        int most = 0;
        for (int i = 0; i < count; i++) {
            int p = (int) v[i];
            if (p != v[i] || p < 0 || p >= count || first[p] >= 0 && !same(first[p], i)) {
                return new int[0];
            }
            first[p] = first[p] < 0 ? i : first[p];
            out[i] = p;
            most = Math.max(most, p + 1);
        }
        for (int p = 0; p < most; p++) {
            if (first[p] < 0) {
                return new int[0]; // a point that no face has any more
            }
        }
        return out;
    }

    /** For each vertex its point; points are numbered in the order in which their first vertices come. */
    int[] weld() {
        int room = Integer.highestOneBit(Math.max(1, count)) << 2;
        int[] table = new int[room];
        Arrays.fill(table, -1);
        int[] point = new int[count];
        int points = 0;
        for (int v = 0; v < count; v++) {
            int slot = hash(v) & room - 1;
            while (table[slot] >= 0 && !same(table[slot], v)) {
                slot = slot + 1 & room - 1;
            }
            if (table[slot] < 0) {
                table[slot] = v;
                point[v] = points++;
            } else {
                point[v] = point[table[slot]];
            }
        }
        return point;
    }

    private int hash(int v) {
        int h = Float.floatToRawIntBits(place[3 * v]) * 0x9E3779B1;
        h = (h ^ h >>> 15) + Float.floatToRawIntBits(place[3 * v + 1]) * 0x85EBCA77;
        h = (h ^ h >>> 13) + Float.floatToRawIntBits(place[3 * v + 2]) * 0xC2B2AE3D;
        return h ^ h >>> 16;
    }

    private boolean same(int a, int b) {
        int i = 4 * sets * a;
        int j = 4 * sets * b;
        boolean out = Arrays.equals(place, 3 * a, 3 * a + 3, place, 3 * b, 3 * b + 3)
                && Arrays.equals(joints, i, i + 4 * sets, joints, j, j + 4 * sets)
                && Arrays.equals(weights, i, i + 4 * sets, weights, j, j + 4 * sets);
        for (int t = 0; t < offsets.length && out; t++) {
            out = Arrays.equals(offsets[t], 3 * a, 3 * a + 3, offsets[t], 3 * b, 3 * b + 3);
        }
        return out;
    }

    /**
     * Places of points, three numbers each.
     *
     * @param first vertex of each point
     * @param undo what brings packed places to where they were, or null
     */
    double[] points(int[] first, @Nullable Matrix4d undo) {
        double[] out = new double[3 * first.length];
        Vector3d p = new Vector3d();
        for (int i = 0; i < first.length; i++) {
            for (int k = 0; k < 3; k++) {
                out[3 * i + k] = place[3 * first[i] + k];
            }
            if (undo != null) {
                undo.transformPosition(p.set(out[3 * i], out[3 * i + 1], out[3 * i + 2]));
                out[3 * i] = p.x;
                out[3 * i + 1] = p.y;
                out[3 * i + 2] = p.z;
            }
        }
        return out;
    }

    /** The offsets of a shape for the points that it moves. */
    BlendShape.Target target(int t, int[] first, @Nullable Matrix4d undo) {
        boolean turned = primitives.stream()
                .anyMatch(p -> t < p.targets().size() && p.targets().get(t).containsKey("NORMAL"));
        float[] normals = turned ? offsets(t, "NORMAL") : NONE;
        float[] moved = offsets[t];
        int[] points = new int[first.length];
        int n = 0;
        for (int p = 0; p < first.length; p++) {
            int o = 3 * first[p];
            boolean moves = moved[o] != 0 || moved[o + 1] != 0 || moved[o + 2] != 0;
            boolean turns = turned && (normals[o] != 0 || normals[o + 1] != 0 || normals[o + 2] != 0);
            if (moves || turns) {
                points[n++] = p;
            }
        }
        float[] deltas = new float[3 * n];
        float[] turns = new float[turned ? 3 * n : 0];
        Vector3d d = new Vector3d();
        for (int i = 0; i < n; i++) {
            int o = 3 * first[points[i]];
            d.set(moved[o], moved[o + 1], moved[o + 2]);
            if (undo != null) {
                undo.transformDirection(d);
            }
            deltas[3 * i] = (float) d.x;
            deltas[3 * i + 1] = (float) d.y;
            deltas[3 * i + 2] = (float) d.z;
            if (turned) {
                System.arraycopy(normals, o, turns, 3 * i, 3);
            }
        }
        return new BlendShape.Target(1, Arrays.copyOf(points, n), deltas, turned ? turns : null);
    }

    private boolean any(String name) {
        return primitives.stream().anyMatch(p -> p.attributes().containsKey(name));
    }

    /** Normals of corners; null where a primitive has none, which is flat then. */
    float @Nullable [] normals(int[] corners) {
        if (primitives.isEmpty()
                || !primitives.stream().allMatch(p -> p.attributes().containsKey("NORMAL"))) {
            return null;
        }
        float[] n = all("NORMAL", 3, 0);
        float[] out = new float[3 * corners.length];
        for (int c = 0; c < corners.length; c++) {
            System.arraycopy(n, 3 * corners[c], out, 3 * c, 3);
        }
        return out;
    }

    /** Entries are the vertices; V runs upwards here. */
    List<UvSet> uvSets(int[] corners) {
        List<UvSet> out = new ArrayList<>();
        for (int s = 0; any("TEXCOORD_" + s); s++) {
            String name = "TEXCOORD_" + s;
            float[] uv = all(name, 2, 0);
            for (int v = 0; v < count; v++) {
                uv[2 * v + 1] = 1 - uv[2 * v + 1];
            }
            int[] entry = entries(name);
            int[] indices = new int[corners.length];
            for (int c = 0; c < indices.length; c++) {
                indices[c] = entry[corners[c]];
            }
            out.add(new UvSet(name, uv, indices));
        }
        return out;
    }

    /** The vertex itself, or -1 where its primitive does not have an attribute. */
    private int[] entries(String name) {
        int[] out = new int[count];
        int base = 0;
        for (GltfPrimitive p : primitives) {
            boolean has = p.attributes().containsKey(name);
            for (int v = base; v < base + p.vertices(); v++) {
                out[v] = has ? v : -1;
            }
            base += p.vertices();
        }
        return out;
    }

    /** Colours and tangents. */
    List<MeshLayer> layers(int[] corners) {
        List<MeshLayer> out = new ArrayList<>();
        for (int s = 0; any("COLOR_" + s); s++) {
            String name = "COLOR_" + s;
            double[] rgba = new double[4 * count];
            int base = 0;
            for (GltfPrimitive p : primitives) {
                float[] v = p.attributes().get(name);
                int width = v == null ? 4 : v.length / p.vertices();
                for (int i = 0; i < p.vertices(); i++) {
                    for (int k = 0; k < 4; k++) {
                        rgba[4 * (base + i) + k] = v == null || k >= width ? 1 : v[width * i + k];
                    }
                }
                base += p.vertices();
            }
            out.add(layer(MeshLayer.Kind.COLOR, name, 4, rgba, corners));
        }
        if (any(GltfPrimitive.FREEDOM)) {
            float[] v = all(GltfPrimitive.FREEDOM, 1, 0);
            double[] grey = new double[v.length];
            for (int i = 0; i < v.length; i++) {
                grey[i] = v[i];
            }
            out.add(layer(MeshLayer.Kind.COLOR, FreedomMap.NAME, 1, grey, corners));
        }
        if (any("TANGENT") && any("NORMAL")) {
            float[] t = all("TANGENT", 4, 0);
            float[] n = all("NORMAL", 3, 0);
            double[] along = new double[3 * count];
            double[] across = new double[3 * count];
            for (int v = 0; v < count; v++) {
                for (int k = 0; k < 3; k++) {
                    int i = (k + 1) % 3;
                    int j = (k + 2) % 3;
                    along[3 * v + k] = t[4 * v + k];
                    across[3 * v + k] = ((double) n[3 * v + i] * t[4 * v + j] - (double) n[3 * v + j] * t[4 * v + i])
                            * t[4 * v + 3];
                }
            }
            out.add(layer(MeshLayer.Kind.TANGENT, "TANGENT", 3, along, corners));
            out.add(layer(MeshLayer.Kind.BINORMAL, "TANGENT", 3, across, corners));
        }
        return out;
    }

    private static MeshLayer layer(MeshLayer.Kind kind, String name, int width, double[] values, int[] corners) {
        return new MeshLayer(kind, name, MeshLayer.Domain.CORNER, width, values, corners, null);
    }
}
