package idleheron.core.kind;

import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.finding.Facts;
import idleheron.core.scene.Scene;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToIntFunction;

/**
 * A table of what a scene holds.
 *
 * @param title "Blend shapes"
 * @param topics those of whose findings it shows the subjects
 * @param count how many rows there will be, quick to tell
 * @param isWorked whether its rows take work for which no window waits
 */
public record FactTable(
        String title, Set<Topic> topics, ToIntFunction<Scene> count, Function<Facts, Evidence> rows, boolean isWorked) {
    /** One whose rows are at hand. */
    public FactTable(String title, Set<Topic> topics, ToIntFunction<Scene> count, Function<Facts, Evidence> rows) {
        this(title, topics, count, rows, false);
    }
}
