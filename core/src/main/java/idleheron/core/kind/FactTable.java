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
 */
public record FactTable(String title, Set<Topic> topics, ToIntFunction<Scene> count, Function<Facts, Evidence> rows) {}
