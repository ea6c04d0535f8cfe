package idleheron.core.character.compare;

import idleheron.core.scene.mesh.Mesh;

/**
 * Which faces of one mesh are which of another, where both have the same points: in their order where that fits, else each face that
 * came back is of the sent one that has all its points. So faces may be cut into triangles, and come in another order.
 */
public final class FaceMatch {
    private final Mesh sent;
    private final int[] starts;
    private final int[] faces;

    /** The faces at every point of the sent mesh. */
    private FaceMatch(Mesh sent) {
        this.sent = sent;
        starts = new int[sent.pointCount() + 1];
        for (int p : sent.corners()) {
            starts[p + 1]++;
        }
        for (int p = 0; p < sent.pointCount(); p++) {
            starts[p + 1] += starts[p];
        }
        faces = new int[sent.corners().length];
        int[] at = starts.clone();
        for (int f = 0; f < sent.faceCount(); f++) {
            for (int c = sent.faceStarts()[f]; c < sent.faceStarts()[f + 1]; c++) {
                faces[at[sent.corners()[c]]++] = f;
            }
        }
    }

    /** Per returned face the sent one; none where they cannot be told. */
    public static int[] of(Mesh a, Mesh b) {
        int[] order = inOrder(a, b);
        if (a.pointCount() != b.pointCount() || order.length > 0 && fits(a, b, order)) {
            return order;
        }
        FaceMatch m = new FaceMatch(a);
        boolean[] taken = new boolean[a.faceCount()];
        int[] out = new int[b.faceCount()];
        for (int f = 0; f < out.length; f++) {
            out[f] = m.with(b, f, taken);
            if (out[f] < 0) {
                return order;
            }
            boolean whole =
                    b.faceStarts()[f + 1] - b.faceStarts()[f] == a.faceStarts()[out[f] + 1] - a.faceStarts()[out[f]];
            taken[out[f]] |= whole;
        }
        return out;
    }

    /** For as many faces, or for the triangles of them, in their order; else none. */
    private static int[] inOrder(Mesh a, Mesh b) {
        if (a.faceCount() == b.faceCount()) {
            return java.util.stream.IntStream.range(0, a.faceCount()).toArray();
        }
        int[] out = new int[b.faceCount()];
        int at = 0;
        for (int f = 0; f < a.faceCount(); f++) {
            for (int k = a.faceStarts()[f] + 2; k < a.faceStarts()[f + 1]; k++) {
                if (at == out.length) {
                    return new int[0];
                }
                out[at++] = f;
            }
        }
        return at == out.length && 3 * at == b.corners().length ? out : new int[0];
    }

    private static boolean fits(Mesh a, Mesh b, int[] of) {
        for (int f = 0; f < of.length; f++) {
            for (int c = b.faceStarts()[f]; c < b.faceStarts()[f + 1]; c++) {
                if (!has(a, of[f], b.corners()[c])) {
                    return false;
                }
            }
        }
        return true;
    }

    private static boolean has(Mesh m, int face, int point) {
        for (int c = m.faceStarts()[face]; c < m.faceStarts()[face + 1]; c++) {
            if (m.corners()[c] == point) {
                return true;
            }
        }
        return false;
    }

    /** A sent face with all points of a returned one, of several one that is not taken yet; -1 for none. */
    private int with(Mesh b, int face, boolean[] taken) {
        int from = b.faceStarts()[face];
        int until = b.faceStarts()[face + 1];
        if (from == until) {
            return -1;
        }
        // by the corner with the fewest faces around it, so that a fan of many takes no longer
        int first = b.corners()[from];
        for (int c = from + 1; c < until; c++) {
            int p = b.corners()[c];
            first = starts[p + 1] - starts[p] < starts[first + 1] - starts[first] ? p : first;
        }
        int best = -1;
        for (int i = starts[first]; i < starts[first + 1]; i++) {
            boolean all = true;
            for (int c = from; c < until && all; c++) {
                all = has(sent, faces[i], b.corners()[c]);
            }
            if (all && !taken[faces[i]]) {
                return faces[i];
            }
            best = all ? faces[i] : best;
        }
        return best;
    }
}
