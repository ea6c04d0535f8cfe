package idleheron.core.remedy.skeleton;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;

/**
 * Gives nodes other names: by a table first, then by a pattern.
 *
 * @param table from old to new names
 * @param pattern regular expression of what is replaced in a name, or ""
 * @param replacement with $1, $2 for its groups
 */
public record RenameNodes(Map<String, String> table, String pattern, String replacement) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "rename",
                    RenameNodes.class,
                    Keeps.PICTURE,
                    say("core.remedy.skeleton.RenameNodes.replaces-a-part-of-every-name"))
            .told(
                    "=PATTERN:REPLACEMENT",
                    v -> new RenameNodes(
                            Map.of(), v.first().text(), v.second("").text()))
            .measured(say("core.remedy.skeleton.RenameNodes.first-root"), RenameNodes::root);

    public RenameNodes {
        table = java.util.Collections.unmodifiableMap(new TreeMap<>(table));
        try {
            Pattern.compile(pattern);
            // the empty way out matches, so that the replacement is looked at
            Pattern.compile("(?:" + pattern + "\n)|").matcher("").replaceFirst(replacement);
        } catch (PatternSyntaxException e) {
            throw new IllegalArgumentException(
                    say("core.remedy.skeleton.RenameNodes.the-pattern", pattern, e.getDescription()), e);
        } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
            throw new IllegalArgumentException(
                    say("core.remedy.skeleton.RenameNodes.the-replacement", replacement, e.getMessage()), e);
        }
    }

    private static String root(Scene s) {
        List<Integer> roots = s.skeletonRoots();
        return roots.isEmpty() ? "–" : s.nodes().get(roots.getFirst()).name();
    }

    /** Each name for another. */
    public static RenameNodes table(Map<String, String> names) {
        return new RenameNodes(names, "", "");
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return "Rename";
    }

    @Override
    public String describe() {
        return pattern.isEmpty()
                ? say("core.remedy.skeleton.RenameNodes.gives-nodes-other-names", table.size())
                : say(
                        "core.remedy.skeleton.RenameNodes.replaces-by-in-names",
                        pattern,
                        (replacement.isEmpty() ? say("core.remedy.skeleton.RenameNodes.nothing") : replacement));
    }

    /** The new name of a node. */
    public String name(String old) {
        String told = table.get(old);
        if (told != null) {
            return told;
        }
        if (pattern.isEmpty()) {
            return old;
        }
        String out = Pattern.compile(pattern).matcher(old).replaceAll(replacement);
        return out.isBlank() ? old : out;
    }

    @Override
    public Scene apply(Scene scene) {
        List<Node> nodes =
                scene.nodes().stream().map(n -> n.withName(name(n.name()))).toList();
        return nodes.stream()
                        .map(Node::name)
                        .toList()
                        .equals(scene.nodes().stream().map(Node::name).toList())
                ? scene
                : scene.withNodes(nodes);
    }
}
