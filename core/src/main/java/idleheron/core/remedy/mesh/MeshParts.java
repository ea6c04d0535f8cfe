package idleheron.core.remedy.mesh;

import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Takes some faces of a mesh, with all that lies on them, as a mesh of its own; points that no face has go. */
public final class MeshParts {
    private MeshParts() {}

    /**
     * @param faces kept, ascending
     * @param slot the material slot that all of them get, or -1 to leave them as they are
     */
    public static Mesh of(Mesh m, String name, int[] faces, int slot) {
        int[] same = new int[m.pointCount()];
        Arrays.setAll(same, p -> p);
        return of(m, name, faces, slot, same);
    }

    /** All of a mesh, with each point replaced by one that stands for it; faces that lose a third corner by it go. */
    public static Mesh joined(Mesh m, int[] stands) {
        int[] faces = java.util.stream.IntStream.range(0, m.faceCount())
                .filter(f -> corners(m, f, stands, new int[m.faceStarts()[f + 1] - m.faceStarts()[f]], 0) > 2)
                .toArray();
        return of(m, m.name(), faces, -1, stands);
    }

    /** The corners of a face that are kept, into {@code out} from {@code at} on; how many. */
    private static int corners(Mesh m, int face, int[] stands, int[] out, int at) {
        int from = m.faceStarts()[face];
        int to = m.faceStarts()[face + 1];
        int n = 0;
        for (int c = from; c < to; c++) {
            int next = c + 1 < to ? c + 1 : from;
            if (stands[m.corners()[c]] != stands[m.corners()[next]] || to - from == 1) {
                out[at + n++] = c;
            }
        }
        return n;
    }

    private static Mesh of(Mesh m, String name, int[] faces, int slot, int[] stands) {
        int corners = 0;
        for (int f : faces) {
            corners += m.faceStarts()[f + 1] - m.faceStarts()[f];
        }
        int[] room = new int[corners];
        int[] starts = new int[faces.length + 1];
        int at = 0;
        for (int i = 0; i < faces.length; i++) {
            at += corners(m, faces[i], stands, room, at);
            starts[i + 1] = at;
        }
        int[] from = Arrays.copyOf(room, at);
        int[] to = new int[m.pointCount()];
        Arrays.fill(to, -1);
        int[] back = new int[m.pointCount()];
        int points = 0;
        int[] out = new int[at];
        for (int c = 0; c < at; c++) {
            int p = stands[m.corners()[from[c]]];
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
