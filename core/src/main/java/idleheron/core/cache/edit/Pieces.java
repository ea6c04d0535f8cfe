package idleheron.core.cache.edit;

/** Which faces of a mesh hang together by shared points. Linear but for the near-constant cost of joining. */
public final class Pieces {
    private final int[] ofFace;
    private final int count;

    private Pieces(int[] ofFace, int count) {
        this.ofFace = ofFace;
        this.count = count;
    }

    /**
     * @param points how many there are
     * @param faceCounts corners per face
     * @param faceIndices points of corners on end
     */
    public static Pieces of(int points, int[] faceCounts, int[] faceIndices) {
        int[] up = new int[points];
        for (int i = 0; i < points; i++) {
            up[i] = i;
        }
        int at = 0;
        for (int n : faceCounts) {
            for (int k = 1; k < n; k++) {
                int a = root(up, faceIndices[at]);
                int b = root(up, faceIndices[at + k]);
                up[Math.max(a, b)] = Math.min(a, b);
            }
            at += n;
        }
        int[] number = new int[points];
        java.util.Arrays.fill(number, -1);
        int[] ofFace = new int[faceCounts.length];
        int pieces = 0;
        at = 0;
        for (int f = 0; f < faceCounts.length; f++) {
            if (faceCounts[f] > 0) {
                int r = root(up, faceIndices[at]);
                if (number[r] < 0) {
                    number[r] = pieces++;
                }
                ofFace[f] = number[r];
            }
            at += faceCounts[f];
        }
        return new Pieces(ofFace, Math.max(1, pieces));
    }

    private static int root(int[] up, int of) {
        int r = of;
        while (up[r] != r) {
            up[r] = up[up[r]];
            r = up[r];
        }
        return r;
    }

    /** Per face the number of its piece, in the order of first faces. */
    public int[] ofFace() {
        return ofFace;
    }

    /** How many pieces there are. */
    public int count() {
        return count;
    }
}
