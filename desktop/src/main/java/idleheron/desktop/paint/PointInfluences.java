package idleheron.desktop.paint;

import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Matching;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Which joints move one point, and by how much, on both sides. */
public final class PointInfluences {
    private PointInfluences() {}

    /** Weights as text, "–" for none. */
    public record Line(String joint, String sent, String returned) {}

    /**
     * @param table what the user said belongs together
     * @param node the mesh node on the sent side
     */
    public static List<Line> of(Scene sent, Scene returned, MatchTable table, int node, int point) {
        Map<String, double[]> all = new LinkedHashMap<>();
        int mesh = sent.nodes().get(node).payload();
        int other = mesh < 0 ? -1 : Matching.of(sent, returned, table).meshes()[mesh];
        take(sent, mesh, point, 0, all);
        take(returned, other, point, 1, all);
        List<Line> out = new ArrayList<>();
        all.forEach((joint, w) -> out.add(new Line(joint, text(w[0]), text(w[1]))));
        return out;
    }

    private static void take(Scene s, int mesh, int point, int side, Map<String, double[]> into) {
        @Nullable
        Skin k = mesh < 0 || mesh >= s.meshes().size()
                ? null
                : s.meshes().get(mesh).skin();
        if (k == null || point >= k.points()) {
            return;
        }
        for (int i = k.starts()[point]; i < k.starts()[point + 1]; i++) {
            String joint =
                    Matching.plain(s.nodes().get(k.joints()[k.slots()[i]]).name());
            into.computeIfAbsent(joint, x -> new double[2])[side] += k.weights()[i];
        }
    }

    private static String text(double w) {
        return w == 0 ? "–" : String.format(Locale.ROOT, "%.4f", w);
    }
}
