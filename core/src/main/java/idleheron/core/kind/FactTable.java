package idleheron.core.kind;

import idleheron.core.Evidence;
import idleheron.core.finding.Facts;
import idleheron.core.scene.Scene;
import java.util.function.Function;
import java.util.function.ToIntFunction;

/**
 * A table of what a scene holds.
 *
 * @param title "Blend shapes"
 * @param count how many rows there will be, quick to tell
 */
public record FactTable(String title, ToIntFunction<Scene> count, Function<Facts, Evidence> rows) {}
