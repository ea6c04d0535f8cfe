package idleheron.core.character.asset;

import static idleheron.core.Messages.say;

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
                        say("core.character.asset.CharacterFigures.as-declared"),
                        List.of(
                                new FactLine(
                                        say("core.character.asset.CharacterFigures.up"),
                                        s.axes().up().label()),
                                new FactLine(
                                        say("core.character.asset.CharacterFigures.front"),
                                        s.axes().front().label()),
                                new FactLine(
                                        say("core.character.asset.CharacterFigures.handed"),
                                        s.axes().handedness()),
                                new FactLine(say("core.character.asset.CharacterFigures.unit"), s.unitLabel()),
                                new FactLine(
                                        say("core.character.asset.CharacterFigures.rate"),
                                        s.rate().label() + " /s"),
                                new FactLine(
                                        say("core.character.asset.CharacterFigures.range"),
                                        Figure.number(s.rate().frame(s.startSeconds())) + " – "
                                                + Figure.number(s.rate().frame(s.endSeconds()))))),
                new FactGroup(
                        say("core.character.asset.CharacterFigures.measured"),
                        List.of(
                                new FactLine(
                                        say("core.character.asset.CharacterFigures.height"),
                                        Double.isNaN(f.height())
                                                ? "–"
                                                : String.format(Locale.ROOT, "%.3f m", f.height())),
                                new FactLine(say("core.character.asset.CharacterFigures.bones-along"), along(f)),
                                new FactLine(
                                        say("core.character.asset.CharacterFigures.influences"), influences(scene)),
                                new FactLine(say("core.character.asset.CharacterFigures.sum-of-weights"), sums(scene)),
                                new FactLine(
                                        say("core.character.asset.CharacterFigures.roots"),
                                        Integer.toString(scene.skeletonRoots().size())),
                                new FactLine(
                                        say("core.character.asset.CharacterFigures.pictures-found"),
                                        say(
                                                "core.character.asset.CharacterFigures.of",
                                                scene.textures().stream()
                                                        .filter(Texture::found)
                                                        .count(),
                                                scene.textures().size())))));
    }

    static List<FactGroup> cargo(Scene s) {
        List<FactGroup> out = new ArrayList<>();
        out.add(new FactGroup(
                "",
                List.of(
                        new FactLine(
                                say("core.character.asset.CharacterFigures.joints"),
                                Integer.toString(s.joints().size())),
                        new FactLine(
                                say("core.character.asset.CharacterFigures.points"), Figure.thousands(s.pointCount())),
                        new FactLine(
                                say("core.character.asset.CharacterFigures.axes-and-unit"),
                                s.stage().axes().describe() + ", " + s.stage().unitLabel()))));
        if (!s.meshes().isEmpty()) {
            out.add(new FactGroup(
                    say("core.character.asset.CharacterFigures.meshes"),
                    s.meshes().stream()
                            .map(m -> new FactLine(
                                    m.name(),
                                    say(
                                            "core.character.asset.CharacterFigures.points-2",
                                            Figure.thousands(m.pointCount()))))
                            .toList()));
        }
        List<String> shapes = s.meshes().stream()
                .flatMap(m -> m.shapes().stream())
                .map(BlendShape::name)
                .toList();
        if (!shapes.isEmpty()) {
            out.add(new FactGroup(
                    say("core.character.asset.CharacterFigures.blend-shapes"),
                    List.of(new FactLine("", String.join(", ", shapes)))));
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
                .map(e -> say(
                        "core.character.asset.CharacterFigures.of-2",
                        e.getKey().label().toLowerCase(Locale.ROOT),
                        e.getValue(),
                        total))
                .orElse("–");
    }

    private static String influences(Scene s) {
        int most = 0;
        for (Mesh m : s.meshes()) {
            Skin k = m.skin();
            most = k == null ? most : Math.max(most, k.maxInfluences());
        }
        return most == 0 ? "–" : say("core.character.asset.CharacterFigures.max", most);
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
