package idleheron.core.formula;

import static idleheron.core.Messages.say;

import idleheron.core.NearNames;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The nodes of a figure, found as a motion names them. */
public final class FigureJoints {
    private static final double NEAR = 0.6;

    private final Scene figure;
    private final List<String> paths;
    private final Map<String, Integer> byPath = new HashMap<>();
    private final Map<String, List<Integer>> byName = new HashMap<>();
    private final Map<String, List<Integer>> byBareName = new HashMap<>();

    public FigureJoints(Scene figure) {
        this.figure = figure;
        this.paths = figure.paths();
        for (int i = 0; i < paths.size(); i++) {
            byPath.putIfAbsent(paths.get(i), i);
            String name = figure.nodes().get(i).name();
            byName.computeIfAbsent(name, n -> new ArrayList<>()).add(i);
            byBareName
                    .computeIfAbsent(name.substring(name.lastIndexOf(':') + 1), n -> new ArrayList<>())
                    .add(i);
        }
    }

    /** Those that a name may mean: one by its path from the top, else all of that name, else all with it after a colon. */
    private List<Integer> meant(String joint) {
        Integer whole = joint.contains("/") ? byPath.get(joint.startsWith("/") ? joint : "/" + joint) : null;
        if (whole != null) {
            return List.of(whole);
        }
        List<Integer> found = byName.getOrDefault(joint, List.of());
        return found.isEmpty() ? byBareName.getOrDefault(joint, List.of()) : found;
    }

    /** The index of the one that is meant, or -1 where there is none or more than one. */
    public int find(String joint) {
        List<Integer> found = meant(joint);
        return found.size() == 1 ? found.getFirst() : -1;
    }

    /**
     * The index of the one that is meant.
     *
     * @param place of the name, for messages
     * @throws FormulaFault where there is none, with the nearest name, or more than one
     */
    public int at(String joint, Place place) {
        List<Integer> found = meant(joint);
        if (found.size() == 1) {
            return found.getFirst();
        }
        if (found.size() > 1) {
            throw new FormulaFault(
                    place,
                    say("core.formula.FigureJoints.a-joint-of-one-name"),
                    say("core.formula.FigureJoints.called-such-as", found.size(), joint, paths.get(found.getFirst())));
        }
        String nearest = figure.nodes().stream()
                .map(Node::name)
                .min(Comparator.comparingDouble(n -> NearNames.byWords(joint, n)))
                .filter(n -> NearNames.byWords(joint, n) <= NEAR)
                .map(n -> say("core.formula.FigureJoints.nearest-is", n))
                .orElse("");
        throw new FormulaFault(place, say("core.formula.FigureJoints.a-joint-of", figure.name()), joint + nearest);
    }
}
