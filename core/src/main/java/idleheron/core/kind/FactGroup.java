package idleheron.core.kind;

import java.util.List;

/**
 * Facts that belong together.
 *
 * @param title "Measured", or "" for the first ones
 */
public record FactGroup(String title, List<FactLine> lines) {
    public FactGroup {
        lines = List.copyOf(lines);
    }
}
