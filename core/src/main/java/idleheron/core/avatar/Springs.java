package idleheron.core.avatar;

import idleheron.core.math.Vec3;
import idleheron.core.scene.NodeBound;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What of an avatar swings by itself: chains of joints, and bodies that keep them out. Lengths are in stage units, places in the space
 * of their node.
 */
public record Springs(List<Collider> colliders, List<Group> groups, List<Spring> springs) {
    public static final Springs NONE = new Springs(List.of(), List.of(), List.of());

    public Springs {
        colliders = List.copyOf(colliders);
        groups = List.copyOf(groups);
        springs = List.copyOf(springs);
    }

    /**
     * A ball, or a capsule between two places.
     *
     * @param tail the other end of a capsule, null for a ball
     */
    public record Collider(int node, Vec3 offset, @Nullable Vec3 tail, double radius) {}

    /**
     * @param colliders indices of colliders
     */
    public record Group(String name, List<Integer> colliders) {
        public Group {
            colliders = List.copyOf(colliders);
        }
    }

    /**
     * One joint of a chain; the last is only its end.
     *
     * @param stiffness how strongly it goes back to rest, stage units a second
     * @param gravity how strongly it is drawn, stage units a second
     * @param down where it is drawn, in the world, of length 1
     * @param drag how much of its motion is lost, 0 to 1
     */
    public record Joint(int node, double radius, double stiffness, double gravity, Vec3 down, double drag) {}

    /**
     * @param groups indices of groups of colliders
     * @param center the node in whose space it swings, -1 for the world
     */
    public record Spring(String name, List<Joint> joints, List<Integer> groups, int center) {
        public Spring {
            joints = List.copyOf(joints);
            groups = List.copyOf(groups);
        }
    }

    public boolean isEmpty() {
        return colliders.isEmpty() && groups.isEmpty() && springs.isEmpty();
    }

    /** Colliders of nodes that are gone go, and their numbers in groups with them. */
    Springs renumbered(int[] to) {
        List<Collider> kept = new ArrayList<>();
        int[] place = new int[colliders.size()];
        for (int i = 0; i < place.length; i++) {
            Collider c = colliders.get(i);
            place[i] = c.node < 0 || to[c.node] < 0 ? -1 : kept.size();
            if (place[i] >= 0) {
                kept.add(new Collider(to[c.node], c.offset, c.tail, c.radius));
            }
        }
        List<Group> g = groups.stream()
                .map(x -> new Group(
                        x.name,
                        x.colliders.stream()
                                .filter(c -> c >= 0 && c < place.length && place[c] >= 0)
                                .map(c -> place[c])
                                .toList()))
                .toList();
        List<Spring> s = springs.stream()
                .map(x -> new Spring(
                        x.name,
                        x.joints.stream()
                                .filter(j -> to[j.node] >= 0)
                                .map(j -> new Joint(to[j.node], j.radius, j.stiffness, j.gravity, j.down, j.drag))
                                .toList(),
                        x.groups,
                        x.center < 0 ? -1 : to[x.center]))
                .filter(x -> !x.joints.isEmpty())
                .toList();
        return new Springs(kept, g, s);
    }

    Springs moved(NodeBound.Spaces by) {
        double k = by.size();
        return new Springs(
                colliders.stream()
                        .map(c -> new Collider(
                                c.node,
                                by.own(c.node, c.offset),
                                c.tail == null ? null : by.own(c.node, c.tail),
                                c.radius * k))
                        .toList(),
                groups,
                springs.stream()
                        .map(x -> new Spring(
                                x.name,
                                x.joints.stream()
                                        .map(j -> new Joint(
                                                j.node,
                                                j.radius * k,
                                                j.stiffness * k,
                                                j.gravity * k,
                                                by.direction(j.down),
                                                j.drag))
                                        .toList(),
                                x.groups,
                                x.center))
                        .toList());
    }
}
