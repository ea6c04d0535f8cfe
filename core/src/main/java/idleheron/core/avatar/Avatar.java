package idleheron.core.avatar;

import static idleheron.core.Messages.say;

import idleheron.core.scene.NodeBound;
import idleheron.core.scene.PartKey;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * What makes a rigged figure an avatar of the open humanoid standard of glTF (VRM 1.0): which joint has which role, who made it, its
 * faces, its gaze, what swings, and what follows what.
 *
 * @param version of the standard as the file says: "1.0"
 * @param meta null where nothing is said
 * @param roles the node of each role
 * @param views per node that shows a mesh, for whom it is shown: "auto", "both", "firstPersonOnly", "thirdPersonOnly"
 * @param faults what a file said that has no place here
 */
public record Avatar(
        String version,
        @Nullable AvatarMeta meta,
        Map<Role, Integer> roles,
        List<Expression> expressions,
        @Nullable Gaze gaze,
        Map<Integer, String> views,
        Springs springs,
        List<Follow> follows,
        List<Fault> faults)
        implements NodeBound<Avatar> {
    /** Under which a scene keeps it; there is one at most. */
    public static final PartKey<Avatar> KEY = new PartKey<>("avatars", Avatar.class);

    /** The version that is written. */
    public static final String VERSION = "1.0";

    /** An avatar of which only the roles are known. */
    public static Avatar of(Map<Role, Integer> roles) {
        return new Avatar(VERSION, null, roles, List.of(), null, Map.of(), Springs.NONE, List.of(), List.of());
    }

    public Avatar {
        EnumMap<Role, Integer> copy = new EnumMap<>(Role.class);
        copy.putAll(roles);
        roles = Collections.unmodifiableMap(copy);
        expressions = List.copyOf(expressions);
        views = Collections.unmodifiableMap(new java.util.TreeMap<>(views));
        follows = List.copyOf(follows);
        faults = List.copyOf(faults);
    }

    /**
     * Something wrong that a file says.
     *
     * @param code of the finding that tells it
     * @param where "expression happy"
     * @param text what is wrong, a clause
     */
    public record Fault(String code, String where, String text) {}

    /** Of a scene, or null. */
    public static @Nullable Avatar in(Scene scene) {
        List<Avatar> all = scene.parts().of(KEY);
        return all.isEmpty() ? null : all.getFirst();
    }

    /** The node of a role, -1 where no joint has it. */
    public int node(Role role) {
        return roles.getOrDefault(role, -1);
    }

    /** Whether it is of version 0, which looks along -Z and is raised before it is written. */
    public boolean isOlder() {
        return version.startsWith("0");
    }

    /** The nearest role above that some joint has; null where none. */
    public @Nullable Role above(Role role) {
        Role r = role.above();
        while (r != null && !roles.containsKey(r)) {
            r = r.above();
        }
        return r;
    }

    public Avatar withMeta(@Nullable AvatarMeta value) {
        return new Avatar(version, value, roles, expressions, gaze, views, springs, follows, faults);
    }

    public Avatar withRoles(Map<Role, Integer> value) {
        return new Avatar(version, meta, value, expressions, gaze, views, springs, follows, faults);
    }

    public Avatar withExpressions(List<Expression> value) {
        return new Avatar(version, meta, roles, value, gaze, views, springs, follows, faults);
    }

    public Avatar withSprings(Springs value) {
        return new Avatar(version, meta, roles, expressions, gaze, views, value, follows, faults);
    }

    public Avatar withFaults(List<Fault> value) {
        return new Avatar(version, meta, roles, expressions, gaze, views, springs, follows, value);
    }

    /** Written as the newest version. */
    public Avatar raised() {
        return new Avatar(VERSION, meta, roles, expressions, gaze, views, springs, follows, faults);
    }

    @Override
    public Avatar renumbered(int[] to) {
        Map<Role, Integer> moved = new EnumMap<>(Role.class);
        roles.forEach((r, n) -> {
            if (to[n] >= 0) {
                moved.put(r, to[n]);
            }
        });
        Map<Integer, String> shown = new java.util.TreeMap<>();
        views.forEach((n, v) -> {
            if (to[n] >= 0) {
                shown.put(to[n], v);
            }
        });
        return new Avatar(
                version,
                meta,
                moved,
                expressions.stream().map(e -> e.renumbered(to)).toList(),
                gaze,
                shown,
                springs.renumbered(to),
                follows.stream()
                        .map(f -> f.renumbered(to))
                        .filter(Objects::nonNull)
                        .toList(),
                faults);
    }

    @Override
    public Avatar moved(Spaces by) {
        List<Fault> told = new ArrayList<>(faults);
        List<Follow> kept = new ArrayList<>();
        for (Follow f : follows) {
            Follow moved = f.moved(by);
            if (moved == null) {
                told.add(new Fault(
                        "avatar-constraint",
                        say("core.avatar.Avatar.constraint-of-node", f.node()),
                        say("core.avatar.Avatar.its-axis-is-none-of-the")));
            } else {
                kept.add(moved);
            }
        }
        int head = node(Role.HEAD);
        Gaze turned =
                gaze == null || head < 0 ? gaze : new Gaze(gaze.type(), by.own(head, gaze.offset()), gaze.ranges());
        return new Avatar(version, meta, roles, expressions, turned, views, springs.moved(by), kept, told);
    }
}
