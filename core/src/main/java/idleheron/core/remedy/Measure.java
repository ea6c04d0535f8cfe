package idleheron.core.remedy;

import idleheron.core.scene.Scene;
import java.util.function.Function;

/**
 * The figure by which a remedy is judged, taken before and after.
 *
 * @param name what is measured: "tip joints"
 * @param figure it, with its unit
 */
public record Measure(String name, Function<Scene, String> figure) {
    /** How many nodes there are: for remedies that have no figure of their own. */
    public static final Measure NODES =
            new Measure("nodes", s -> Integer.toString(s.nodes().size()));
}
