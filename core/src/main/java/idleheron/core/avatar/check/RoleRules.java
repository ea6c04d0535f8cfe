package idleheron.core.avatar.check;

import static idleheron.core.Messages.say;

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
                            say(
                                    "core.avatar.check.RoleRules.no-joint-is-the",
                                    missing.getFirst(),
                                    (missing.size() > 1 ? say("core.avatar.check.RoleRules.and-others") : "")),
                            say(
                                    "core.avatar.check.RoleRules.an-avatar-needs-all-of-roles",
                                    Role.REQUIRED.size(),
                                    Wording.listed(missing)))
                    .measured(Figure.of(
                            missing.size(),
                            missing.size() == 1
                                    ? say("core.avatar.check.RoleRules.role")
                                    : say("core.avatar.check.RoleRules.roles")))
                    .because(say("core.avatar.check.RoleRules.the-role-was-never-given-or"))
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
                                say("core.avatar.check.RoleRules.has-roles", name, roles.size()),
                                say(
                                        "core.avatar.check.RoleRules.is-a-joint-has-one-role",
                                        name,
                                        String.join(" and ", roles)))
                        .measured(Figure.of(roles.size(), say("core.avatar.check.RoleRules.roles"), s.path(node)))
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
                                say("core.avatar.check.RoleRules.does-not-hang-under-the", name, above.shown()),
                                say(
                                        "core.avatar.check.RoleRules.is-the-and-does-not-lie",
                                        name,
                                        role.shown(),
                                        s.nodes().get(a.node(above)).name(),
                                        above.shown()))
                        .measured(Figure.of(1, say("core.avatar.check.RoleRules.joint"), s.path(node)))
                        .atNode(node));
            }
            Role needed = needs(role);
            if (needed != null && !a.roles().containsKey(needed)) {
                out.add(Finding.of("avatar-role-parent", Severity.BREAKS, Topic.AVATAR)
                        .says(
                                say("core.avatar.check.RoleRules.the-needs-a", role.shown(), needed.shown()),
                                say(
                                        "core.avatar.check.RoleRules.is-the-which-only-a-figure",
                                        name,
                                        role.shown(),
                                        needed.shown()))
                        .measured(Figure.of(1, say("core.avatar.check.RoleRules.joint"), s.path(node)))
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
