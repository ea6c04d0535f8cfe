package idleheron.core.avatar.motion;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Role;
import idleheron.core.scene.NodeBound;
import idleheron.core.scene.PartKey;
import idleheron.core.scene.Scene;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * What makes clips a motion for any avatar: which node has which role, and which nodes tell the weights of expressions.
 *
 * @param roles the node of each role; its rest is the T-pose
 * @param expressions per expression the node whose translation along X is its weight
 * @param gaze the node whose turn is that of the eyes, -1 for none
 */
public record Motion(Map<Role, Integer> roles, Map<String, Integer> expressions, int gaze)
        implements NodeBound<Motion> {
    /** Under which a scene keeps it; there is one at most. */
    public static final PartKey<Motion> KEY = new PartKey<>("motions", Motion.class);

    public Motion {
        EnumMap<Role, Integer> copy = new EnumMap<>(Role.class);
        copy.putAll(roles);
        roles = Collections.unmodifiableMap(copy);
        expressions = Collections.unmodifiableMap(new TreeMap<>(expressions));
    }

    /** Of a scene, or null. */
    public static @Nullable Motion in(Scene scene) {
        List<Motion> all = scene.parts().of(KEY);
        return all.isEmpty() ? null : all.getFirst();
    }

    /** What a scene says of roles and expressions, as an avatar or as a motion for any; null where it says nothing. */
    public static @Nullable Avatar figure(Scene scene) {
        Motion m = in(scene);
        Avatar a = Avatar.in(scene);
        if (a != null || m == null) {
            return a;
        }
        return Avatar.of(m.roles)
                .withExpressions(m.expressions.keySet().stream()
                        .map(n -> new Expression(
                                n,
                                Expression.PRESETS.contains(n),
                                false,
                                Expression.NO_OVERRIDES,
                                List.of(),
                                List.of(),
                                List.of()))
                        .toList());
    }

    /** The node of a role, -1 where none has it. */
    public int node(Role role) {
        return roles.getOrDefault(role, -1);
    }

    @Override
    public Motion renumbered(int[] to) {
        Map<Role, Integer> moved = new EnumMap<>(Role.class);
        roles.forEach((r, n) -> {
            if (to[n] >= 0) {
                moved.put(r, to[n]);
            }
        });
        Map<String, Integer> faces = new TreeMap<>();
        expressions.forEach((e, n) -> {
            if (to[n] >= 0) {
                faces.put(e, to[n]);
            }
        });
        return new Motion(moved, faces, gaze < 0 ? -1 : to[gaze]);
    }

    /** Weights and turns have no length. */
    @Override
    public Motion moved(Spaces spaces) {
        return this;
    }
}
