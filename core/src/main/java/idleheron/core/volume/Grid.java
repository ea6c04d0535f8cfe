package idleheron.core.volume;

import static idleheron.core.Messages.say;

import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import java.util.Objects;

/**
 * One field of a volume: its tree, where it lies, and what it calls itself.
 *
 * @param name "density"
 * @param gridClass "fog volume", "level set", "staggered" or "unknown"
 * @param half whether files keep its numbers as halves
 * @param metadata all that goes with it, name and class included
 */
public record Grid(String name, String gridClass, GridMap map, SparseTree tree, boolean half, GridMetadata metadata) {
    public static final String FOG = say("core.volume.Grid.fog-volume");
    public static final String LEVEL_SET = say("core.volume.Grid.level-set");

    /** A grid that says of itself no more than its name and class. */
    public static Grid of(String name, String gridClass, GridMap map, SparseTree tree) {
        GridMetadata m = GridMetadata.EMPTY.with("class", "string", gridClass).with("name", "string", name);
        return new Grid(name, gridClass, map, tree, false, m);
    }

    public ValueType type() {
        return tree.type();
    }

    public Grid withName(String value) {
        return new Grid(value, gridClass, map, tree, half, metadata.with("name", "string", value));
    }

    public Grid withMap(GridMap value) {
        return new Grid(name, gridClass, Objects.requireNonNull(value), tree, half, metadata);
    }

    public Grid withTree(SparseTree value) {
        return new Grid(name, gridClass, map, value, half, metadata);
    }

    public Grid withHalf(boolean value) {
        return new Grid(name, gridClass, map, tree, value, metadata.with("is_saved_as_half_float", "bool", value));
    }
}
