package idleheron.core.avatar.check;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Role;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Rules about which joint has which role. */
final class RoleRules {
    private RoleRules() {}

    /** Roles that every avatar must have and that no joint has. */
    static void missing(Facts f, @Nullable Convention c, List<Finding> out) {
        Avatar a = Avatar.in(f.scene());
        if (a == null) {
            return;
        }
        List<String> missing = Role.REQUIRED.stream()
                .filter(r -> !a.roles().containsKey(r))
                .map(Role::shown)
                .toList();
        if (!missing.isEmpty()) {
            out.add(Finding.of("avatar-role-missing", Severity.BREAKS, Topic.AVATAR)
                    .says(
                            "No joint is the " + missing.getFirst() + (missing.size() > 1 ? ", and others" : ""),
                            "An avatar needs all of " + Role.REQUIRED.size() + " roles; no joint has the role of "
                                    + Wording.listed(missing) + ". A receiver says only that this is no avatar.")
                    .measured(Figure.of(missing.size(), missing.size() == 1 ? "role" : "roles"))
                    .because("The role was never given, or its joint is not there.")
                    .mendedBy(new GiveRoles(Map.of())));
        }
    }

    /** A joint with several roles. */
    static void twice(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Avatar a = Avatar.in(s);
        if (a == null) {
            return;
        }
        Map<Integer, List<String>> by = new TreeMap<>();
        a.roles()
                .forEach((r, n) -> by.computeIfAbsent(n, k -> new ArrayList<>()).add(r.shown()));
        by.forEach((node, roles) -> {
            if (roles.size() > 1) {
                String name = s.nodes().get(node).name();
                out.add(Finding.of("avatar-role-twice", Severity.BREAKS, Topic.AVATAR)
                        .says(
                                name + " has " + roles.size() + " roles",
                                name + " is " + String.join(" and ", roles) + "; a joint has one role at most.")
                        .measured(Figure.of(roles.size(), "roles", s.path(node)))
                        .atNode(node));
            }
        });
    }

    /** Joints that do not lie under the joint of the role above, and roles that need another. */
    static void parents(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Avatar a = Avatar.in(s);
        if (a == null) {
            return;
        }
        a.roles().forEach((role, node) -> {
            Role above = a.above(role);
            String name = s.nodes().get(node).name();
            if (above != null && a.node(above) != node && !s.isUnder(node, a.node(above))) {
                out.add(Finding.of("avatar-role-parent", Severity.BREAKS, Topic.AVATAR)
                        .says(
                                name + " does not hang under the " + above.shown(),
                                name + " is the " + role.shown() + " and does not lie below "
                                        + s.nodes().get(a.node(above)).name() + ", which is the " + above.shown() + ".")
                        .measured(Figure.of(1, "joint", s.path(node)))
                        .atNode(node));
            }
            Role needed = needs(role);
            if (needed != null && !a.roles().containsKey(needed)) {
                out.add(Finding.of("avatar-role-parent", Severity.BREAKS, Topic.AVATAR)
                        .says(
                                "The " + role.shown() + " needs a " + needed.shown(),
                                name + " is the " + role.shown() + ", which only a figure with a " + needed.shown()
                                        + " may have.")
                        .measured(Figure.of(1, "joint", s.path(node)))
                        .atNode(node)
                        .mendedBy(new GiveRoles(Map.of(role.code(), ""))));
            }
        });
    }

    /** The role that one may not do without; null for most. */
    private static @Nullable Role needs(Role role) {
        boolean finger = role.limb() == Role.Limb.LEFT_FINGERS || role.limb() == Role.Limb.RIGHT_FINGERS;
        Role above = role.above();
        return role == Role.UPPER_CHEST || finger && above != null && above.limb() == role.limb() ? above : null;
    }
}
