package idleheron.core.garment.facts;

import idleheron.core.geometry.MeshEdges;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import java.util.HashMap;
import java.util.Map;

/**
 * Weights that tear: neighbouring points of one piece that follow joints which have little to do with each other.
 *
 * @param edges between such points
 * @param point of the file, an end of the first, or -1
 * @param from the joint that moves it most, a node, or -1
 * @param to the joint that moves its neighbour most, a node, or -1
 */
public record Tears(int edges, int point, int from, int to) {
    private static final Tears NONE = new Tears(0, -1, -1, -1);

    /** Weights of neighbours differ by more than this, of 2. */
    private static final double UNLIKE = 1.4;

    /** And their joints are farther apart than this, in steps from parent to child. */
    private static final int STEPS = 2;

    /** Edges whose ends follow joints that are far apart, so that the cloth tears there; none without a skin. */
    public static Tears of(Scene scene, Cloth cloth) {
        Skin skin = cloth.mesh().skin();
        if (skin == null) {
            return NONE;
        }
        MeshEdges edges = MeshEdges.of(cloth.joined());
        double[] row = new double[skin.joints().length];
        Map<Long, Integer> steps = new HashMap<>();
        Tears out = NONE;
        for (int e = 0; e < edges.count(); e++) {
            int a = cloth.weld().keep()[edges.ends()[2 * e]];
            int b = cloth.weld().keep()[edges.ends()[2 * e + 1]];
            int i = skin.strongest(a);
            int j = skin.strongest(b);
            if (i < 0 || j < 0 || i == j || unlike(skin, a, b, row) < UNLIKE) {
                continue;
            }
            long key = (long) Math.min(i, j) << 32 | Math.max(i, j);
            int far = steps.computeIfAbsent(key, k -> steps(scene, skin.joints()[i], skin.joints()[j]));
            if (far > STEPS) {
                out = out.edges == 0
                        ? new Tears(1, a, skin.joints()[i], skin.joints()[j])
                        : new Tears(out.edges + 1, out.point, out.from, out.to);
            }
        }
        return out;
    }

    private static double unlike(Skin s, int a, int b, double[] row) {
        double sum = 0;
        for (int i = s.starts()[a]; i < s.starts()[a + 1]; i++) {
            row[s.slots()[i]] += s.weights()[i];
        }
        for (int i = s.starts()[b]; i < s.starts()[b + 1]; i++) {
            row[s.slots()[i]] -= s.weights()[i];
        }
        for (int p : new int[] {a, b}) {
            for (int i = s.starts()[p]; i < s.starts()[p + 1]; i++) {
                sum += Math.abs(row[s.slots()[i]]);
                row[s.slots()[i]] = 0;
            }
        }
        return sum;
    }

    /** From one node to another over the nearest that is above both; many where there is none. */
    private static int steps(Scene scene, int a, int b) {
        Map<Integer, Integer> above = new HashMap<>();
        int d = 0;
        for (int n = a; n >= 0; n = scene.nodes().get(n).parent()) {
            above.put(n, d++);
        }
        d = 0;
        for (int n = b; n >= 0; n = scene.nodes().get(n).parent()) {
            Integer up = above.get(n);
            if (up != null) {
                return up + d;
            }
            d++;
        }
        return Integer.MAX_VALUE;
    }
}
