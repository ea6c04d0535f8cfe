package idleheron.desktop.inspect;

import idleheron.app.CheckJob;
import idleheron.core.Figure;
import idleheron.core.finding.Facts;
import idleheron.core.math.SignedAxis;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.desktop.widget.Ui;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Node;

/** What a character is, as a list of facts. */
final class CharacterFacts {
    private CharacterFacts() {}

    static List<Node> facts(CheckJob.Result l) {
        Stage s = l.asset().scene().stage();
        Facts f = l.facts();
        return List.of(
                Ui.label("As declared", "small"),
                Ui.fact("up", s.axes().up().label()),
                Ui.fact("front", s.axes().front().label()),
                Ui.fact("handed", s.axes().handedness()),
                Ui.fact("unit", s.unitLabel()),
                Ui.fact("rate", s.rate().label() + " /s"),
                Ui.fact(
                        "range",
                        Figure.number(s.rate().frame(s.startSeconds())) + " – "
                                + Figure.number(s.rate().frame(s.endSeconds()))),
                Ui.fact("file", l.asset().format() + " " + l.asset().variant()),
                Ui.label(" ", "small"),
                Ui.label("Measured", "small"),
                Ui.fact(
                        "height",
                        Double.isNaN(f.height()) ? "–" : String.format(java.util.Locale.ROOT, "%.3f m", f.height())),
                Ui.fact("bones along", along(f)),
                Ui.fact("influences", influences(l.asset().scene())),
                Ui.fact("sum of weights", sums(l.asset().scene())),
                Ui.fact(
                        "roots",
                        Integer.toString(l.asset().scene().skeletonRoots().size())),
                Ui.fact(
                        "pictures found",
                        l.asset().scene().textures().stream()
                                        .filter(t -> t.found())
                                        .count() + " of "
                                + l.asset().scene().textures().size()));
    }

    private static String along(Facts f) {
        Map<SignedAxis, Integer> n = new HashMap<>();
        int all = 0;
        for (int j : f.scene().joints()) {
            SignedAxis a = f.along(j);
            if (a != null) {
                n.merge(a, 1, Integer::sum);
                all++;
            }
        }
        int total = all;
        return n.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(e -> e.getKey().label().toLowerCase(java.util.Locale.ROOT) + " (" + e.getValue() + " of " + total
                        + ")")
                .orElse("–");
    }

    private static String influences(Scene s) {
        int most = 0;
        for (Mesh m : s.meshes()) {
            Skin k = m.skin();
            most = k == null ? most : Math.max(most, k.maxInfluences());
        }
        return most == 0 ? "–" : "max " + most;
    }

    private static String sums(Scene s) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (Mesh m : s.meshes()) {
            Skin k = m.skin();
            for (int p = 0; k != null && p < k.points(); p++) {
                low = Math.min(low, k.sum(p));
                high = Math.max(high, k.sum(p));
            }
        }
        return low > high ? "–" : String.format(java.util.Locale.ROOT, "%.3f – %.3f", low, high);
    }
}
