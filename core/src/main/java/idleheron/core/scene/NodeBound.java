package idleheron.core.scene;

import idleheron.core.math.Vec3;

/**
 * A part of a scene that names nodes by their number, or holds lengths and places in their spaces. It is asked to follow whenever
 * nodes are taken out or numbered anew, and when spaces get another size, turn or handedness.
 *
 * @param <T> the part itself
 */
public interface NodeBound<T> {
    /**
     * The same for other node numbers.
     *
     * @param to for each node the new number, -1 where it is gone
     */
    T renumbered(int[] to);

    /** The same in other spaces. */
    T moved(Spaces spaces);

    /** What became of lengths and spaces. */
    interface Spaces {
        /** A place or way in a node's own space. */
        Vec3 own(int node, Vec3 value);

        /** A direction of the world, of length 1. */
        Vec3 direction(Vec3 value);

        /** By how much lengths in the world grew. */
        double size();
    }
}
