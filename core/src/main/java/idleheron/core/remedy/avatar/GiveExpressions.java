package idleheron.core.remedy.avatar;

import static idleheron.core.Messages.say;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.ExpressionFinder;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Makes expressions of an avatar from blend shapes. Expressions that are not told are found by the names of the shapes; those that the avatar has
 * stay as they are.
 *
 * @param shapes per expression the blend shapes that are it together, parted by +; "" takes it away
 */
public record GiveExpressions(Map<String, String> shapes) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "give-expressions",
                    GiveExpressions.class,
                    Keeps.PICTURE,
                    say("core.remedy.avatar.GiveExpressions.makes-expressions-of-an-avatar-from"))
            .told("[=EXPRESSION:SHAPE+SHAPE,…]", v -> new GiveExpressions(told(v.text())))
            .measured("expressions", GiveExpressions::count);

    public GiveExpressions {
        shapes = Collections.unmodifiableMap(new TreeMap<>(shapes));
    }

    private static Map<String, String> told(String text) {
        Map<String, String> out = new TreeMap<>();
        for (String one : text.isBlank() ? new String[0] : text.split(",")) {
            String[] two = one.split(":", 2);
            if (two.length < 2 || two[0].isBlank()) {
                throw new IllegalArgumentException(
                        say("core.remedy.avatar.GiveExpressions.expected-expression-shape-found", one));
            }
            out.put(two[0].strip(), two[1].strip());
        }
        return out;
    }

    private static String count(Scene s) {
        Avatar a = Avatar.in(s);
        return a == null
                ? say("core.remedy.avatar.GiveExpressions.none")
                : Integer.toString(a.expressions().size());
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.avatar.GiveExpressions.give-expressions");
    }

    @Override
    public String describe() {
        return shapes.isEmpty()
                ? say("core.remedy.avatar.GiveExpressions.makes-the-expressions-of-the-standard")
                : say("core.remedy.avatar.GiveExpressions.says-of-expressions-which-blend-shapes", shapes.size());
    }

    @Override
    public Scene apply(Scene scene) {
        Avatar known = Avatar.in(scene);
        Avatar a = known == null ? Avatar.of(Map.of()) : known;
        Map<String, List<String>> wanted = new TreeMap<>(ExpressionFinder.find(scene));
        a.expressions().forEach(e -> wanted.remove(e.name()));
        shapes.forEach((face, all) -> wanted.put(face, all.isEmpty() ? List.of() : List.of(all.split("\\+"))));
        List<Expression> out = new ArrayList<>(a.expressions());
        wanted.forEach((face, all) -> {
            List<Expression.Shape> moved = moved(scene, all);
            if (all.isEmpty() || !moved.isEmpty()) {
                out.removeIf(e -> e.name().equals(face));
            }
            if (!moved.isEmpty()) {
                out.add(new Expression(
                        face,
                        Expression.PRESETS.contains(face),
                        false,
                        Expression.NO_OVERRIDES,
                        moved,
                        List.of(),
                        List.of()));
            }
        });
        return out.equals(a.expressions()) ? scene : scene.with(Avatar.KEY, List.of(a.withExpressions(out)));
    }

    /** Every surface that has one of the shapes moves it fully. */
    private static List<Expression.Shape> moved(Scene scene, List<String> names) {
        List<Expression.Shape> out = new ArrayList<>();
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            if (n.kind() == NodeKind.MESH && n.payload() >= 0) {
                for (String name : new TreeSet<>(names)) {
                    boolean has = scene.meshes().get(n.payload()).shapes().stream()
                            .anyMatch(s -> s.name().equals(name));
                    if (has) {
                        out.add(new Expression.Shape(i, name, 1));
                    }
                }
            }
        }
        return out;
    }
}
