package idleheron.core.remedy.mesh;

import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Takes some faces of a mesh, with all that lies on them, as a mesh of its own. */
final class MeshParts {
    private MeshParts() {}

    /**
     * @param faces kept, ascending
     * @param slot the material slot that all of them get, or -1 to leave them as they are
     */
    static Mesh of(Mesh m, String name, int[] faces, int slot) {
        int corners = 0;
        for (int f : faces) {
            corners += m.faceStarts()[f + 1] - m.faceStarts()[f];
        }
        int[] from = new int[corners];
        int[] starts = new int[faces.length + 1];
        int at = 0;
        for (int i = 0; i < faces.length; i++) {
            for (int c = m.faceStarts()[faces[i]]; c < m.faceStarts()[faces[i] + 1]; c++) {
                from[at++] = c;
            }
            starts[i + 1] = at;
        }
        int[] to = new int[m.pointCount()];
        Arrays.fill(to, -1);
        int[] back = new int[m.pointCount()];
        int points = 0;
        int[] out = new int[corners];
        for (int c = 0; c < corners; c++) {
            int p = m.corners()[from[c]];
            if (to[p] < 0) {
                to[p] = points;
                back[points++] = p;
            }
            out[c] = to[p];
        }
        int[] kept = Arrays.copyOf(back, points);
        float[] old = m.normals();
        float[] normals = old == null ? null : picked(old, from, 3);
        int[] groups = m.smoothingGroups();
        int[] materials = m.faceMaterials();
        return new Mesh(
                name,
                picked(m.points(), kept, 3),
                starts,
                out,
                normals,
                m.uvSets().stream().map(u -> u.reordered(from)).toList(),
                slot >= 0 || materials == null ? null : picked(materials, faces),
                groups == null ? null : picked(groups, faces),
                null,
                m.skin() == null ? null : skin(m.skin(), kept),
                m.shapes().stream().map(s -> shape(s, to)).toList(),
                layers(m, from, kept, faces));
    }

    private static double[] picked(double[] values, int[] from, int width) {
        double[] out = new double[from.length * width];
        for (int i = 0; i < from.length; i++) {
            System.arraycopy(values, width * from[i], out, width * i, width);
        }
        return out;
    }

    private static float[] picked(float[] values, int[] from, int width) {
        float[] out = new float[from.length * width];
        for (int i = 0; i < from.length; i++) {
            System.arraycopy(values, width * from[i], out, width * i, width);
        }
        return out;
    }

    private static int[] picked(int[] values, int[] from) {
        return Arrays.stream(from).map(f -> values[f]).toArray();
    }

    private static Skin skin(Skin s, int[] points) {
        int size = 0;
        for (int p : points) {
            size += s.influences(p);
        }
        int[] starts = new int[points.length + 1];
        int[] slots = new int[size];
        float[] weights = new float[size];
        int at = 0;
        for (int i = 0; i < points.length; i++) {
            for (int k = s.starts()[points[i]]; k < s.starts()[points[i] + 1]; k++) {
                slots[at] = s.slots()[k];
                weights[at++] = s.weights()[k];
            }
            starts[i + 1] = at;
        }
        return s.withWeights(starts, slots, weights);
    }

    private static BlendShape shape(BlendShape s, int[] to) {
        List<BlendShape.Target> targets = new ArrayList<>();
        for (BlendShape.Target t : s.targets()) {
            int[] which = java.util.stream.IntStream.range(0, t.points().length)
                    .filter(i -> to[t.points()[i]] >= 0)
                    .toArray();
            targets.add(new BlendShape.Target(
                    t.fullWeight(),
                    Arrays.stream(which).map(i -> to[t.points()[i]]).toArray(),
                    picked(t.deltas(), which, 3),
                    t.normals() == null ? null : picked(t.normals(), which, 3)));
        }
        return new BlendShape(s.name(), s.weight(), targets);
    }

    /** Layers on edges go: their edges would have to be counted anew. */
    private static List<MeshLayer> layers(Mesh m, int[] corners, int[] points, int[] faces) {
        List<MeshLayer> out = new ArrayList<>();
        for (MeshLayer l : m.layers()) {
            int[] from = switch (l.domain()) {
                case CORNER -> corners;
                case POINT -> points;
                case FACE -> faces;
                case EDGE, ALL -> null;
            };
            if (from == null) {
                if (l.domain() == MeshLayer.Domain.ALL) {
                    out.add(l);
                }
                continue;
            }
            int[] indices = l.indices();
            int[] entry = indices == null ? from : picked(indices, from);
            out.add(new MeshLayer(l.kind(), l.name(), l.domain(), l.width(), l.values(), entry, null));
        }
        return out;
    }
}
