package idleheron.core.character.asset;

import idleheron.core.Figure;
import idleheron.core.finding.Facts;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.math.SignedAxis;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** What is declared of a character and measured on it, and what of it goes when it is sent. */
final class CharacterFigures {
    private CharacterFigures() {}

    static List<FactGroup> of(Facts f) {
        Scene scene = f.scene();
        Stage s = scene.stage();
        return List.of(
                new FactGroup(
                        "As declared",
                        List.of(
                                new FactLine("up", s.axes().up().label()),
                                new FactLine("front", s.axes().front().label()),
                                new FactLine("handed", s.axes().handedness()),
                                new FactLine("unit", s.unitLabel()),
                                new FactLine("rate", s.rate().label() + " /s"),
                                new FactLine(
                                        "range",
                                        Figure.number(s.rate().frame(s.startSeconds())) + " – "
                                                + Figure.number(s.rate().frame(s.endSeconds()))))),
                new FactGroup(
                        "Measured",
                        List.of(
                                new FactLine(
                                        "height",
                                        Double.isNaN(f.height())
                                                ? "–"
                                                : String.format(Locale.ROOT, "%.3f m", f.height())),
                                new FactLine("bones along", along(f)),
                                new FactLine("influences", influences(scene)),
                                new FactLine("sum of weights", sums(scene)),
                                new FactLine(
                                        "roots",
                                        Integer.toString(scene.skeletonRoots().size())),
                                new FactLine(
                                        "pictures found",
                                        scene.textures().stream()
                                                        .filter(Texture::found)
                                                        .count() + " of "
                                                + scene.textures().size()))));
    }

    static List<FactGroup> cargo(Scene s) {
        List<FactGroup> out = new ArrayList<>();
        out.add(new FactGroup(
                "",
                List.of(
                        new FactLine("joints", Integer.toString(s.joints().size())),
                        new FactLine("points", Figure.thousands(s.pointCount())),
                        new FactLine(
                                "axes and unit",
                                s.stage().axes().describe() + ", " + s.stage().unitLabel()))));
        if (!s.meshes().isEmpty()) {
            out.add(new FactGroup(
                    "Meshes",
                    s.meshes().stream()
                            .map(m -> new FactLine(m.name(), Figure.thousands(m.pointCount()) + " points"))
                            .toList()));
        }
        List<String> shapes = s.meshes().stream()
                .flatMap(m -> m.shapes().stream())
                .map(BlendShape::name)
                .toList();
        if (!shapes.isEmpty()) {
            out.add(new FactGroup("Blend shapes", List.of(new FactLine("", String.join(", ", shapes)))));
        }
        return out;
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
                .map(e -> e.getKey().label().toLowerCase(Locale.ROOT) + " (" + e.getValue() + " of " + total + ")")
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
        return low > high ? "–" : String.format(Locale.ROOT, "%.3f – %.3f", low, high);
    }
}
