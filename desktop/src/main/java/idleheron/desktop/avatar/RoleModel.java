package idleheron.desktop.avatar;

import static idleheron.core.Messages.say;

import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.role.RoleFinder;
import idleheron.core.avatar.role.RoleFinding;
import idleheron.core.avatar.role.RoleGuess;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Which joint has which role, as it stands while somebody changes it: what the file says, else what the shape tells for certain, and
 * over both what was said by hand.
 */
public final class RoleModel {
    private static final double PERCENT = 100;

    private final List<String> joints;
    private final RoleFinding found;
    private final Scene scene;
    private final Map<Role, String> start = new EnumMap<>(Role.class);
    private final Map<Role, String> now = new EnumMap<>(Role.class);

    /** @param scene in which names of joints may come twice; the first counts */
    public RoleModel(Scene scene) {
        this.scene = scene;
        joints = scene.joints().stream()
                .map(j -> scene.nodes().get(j).name())
                .distinct()
                .toList();
        found = RoleFinder.find(scene);
        found.guesses().forEach((r, g) -> {
            if (!g.isDoubtful()) {
                start.put(r, name(g.node()));
            }
        });
        Avatar a = Avatar.in(scene);
        if (a != null) {
            a.roles().forEach((r, n) -> {
                start.values().removeIf(name(n)::equals);
                start.put(r, name(n));
            });
            a.roles().forEach((r, n) -> start.put(r, name(n))); // one joint for two roles is shown for both
        }
        now.putAll(start);
    }

    private String name(int node) {
        return scene.nodes().get(node).name();
    }

    /** Names of all joints, parents before children. */
    List<String> joints() {
        return joints;
    }

    /** Joints whose name has these letters in it, those without a role first. */
    List<String> joints(String letters) {
        String small = letters.strip().toLowerCase(java.util.Locale.ROOT);
        List<String> with = joints.stream()
                .filter(j -> j.toLowerCase(java.util.Locale.ROOT).contains(small))
                .toList();
        List<String> out = new ArrayList<>(with);
        out.removeIf(now::containsValue);
        with.stream().filter(now::containsValue).forEach(out::add);
        return out;
    }

    /** The joint of a role, or "". */
    String joint(Role role) {
        return now.getOrDefault(role, "");
    }

    /** The role of a joint, or null. */
    @Nullable
    Role role(String joint) {
        return now.entrySet().stream()
                .filter(e -> e.getValue().equals(joint))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse(null);
    }

    /** Gives a role to a joint, "" for none. A joint has one role: the last that it is given. */
    void give(Role role, String joint) {
        now.remove(role);
        if (!joint.isEmpty()) {
            now.values().removeIf(joint::equals);
            now.put(role, joint);
        }
    }

    /** Takes what was said of a rig of the same joints. */
    void take(Map<String, String> told) {
        told.forEach((code, joint) -> {
            Role r = Role.of(code);
            if (r != null && (joint.isEmpty() || joints.contains(joint))) {
                give(r, joint);
            }
        });
    }

    /** Back to what the file and the shape say. */
    void startAnew() {
        now.clear();
        now.putAll(start);
    }

    private boolean twice(Role role) {
        String joint = joint(role);
        return !joint.isEmpty() && now.values().stream().filter(joint::equals).count() > 1;
    }

    /** Broken where it must be there and is not, or one joint has two; drifted where the shape tells another joint or is in doubt. */
    Verdict verdict(Role role) {
        String joint = joint(role);
        if (joint.isEmpty()) {
            return role.isRequired() ? Verdict.BROKEN : Verdict.NOT_CHECKED;
        }
        if (twice(role)) {
            return Verdict.BROKEN;
        }
        RoleGuess g = found.guess(role);
        boolean agrees = g == null || name(g.node()).equals(joint);
        return agrees && (g == null || !g.isDoubtful()) || told().containsKey(role.code())
                ? Verdict.CLEAN
                : Verdict.DRIFTED;
    }

    /** A word or two on a role: "92 %", "missing", "has two roles", "by hand", "shape: wrist_l". */
    String word(Role role) {
        String joint = joint(role);
        RoleGuess g = found.guess(role);
        if (joint.isEmpty()) {
            return g != null
                    ? say("desktop.avatar.RoleModel.perhaps", name(g.node()))
                    : role.isRequired() ? say("desktop.avatar.RoleModel.missing") : "";
        }
        if (twice(role)) {
            return say("desktop.avatar.RoleModel.has-two-roles");
        }
        if (told().containsKey(role.code())) {
            return say("desktop.avatar.RoleModel.by-hand");
        }
        if (g == null) {
            return say("desktop.avatar.RoleModel.as-the-file-says");
        }
        return name(g.node()).equals(joint)
                ? Math.round(PERCENT * g.certainty()) + " %"
                : say("desktop.avatar.RoleModel.shape", name(g.node()));
    }

    /** What speaks for it and against it, in a sentence; "" where nothing is known. */
    String why(Role role) {
        RoleGuess g = found.guess(role);
        if (g == null) {
            return "";
        }
        String against =
                g.against().isEmpty() ? "" : say("desktop.avatar.RoleModel.against-it", String.join(", ", g.against()));
        return say("desktop.avatar.RoleModel.by-shape", name(g.node()), String.join(", ", g.why()), against);
    }

    /** What was said by hand: roles, as the standard writes them, with their joint or "". */
    Map<String, String> told() {
        Map<String, String> out = new TreeMap<>();
        for (Role r : Role.values()) {
            String was = start.getOrDefault(r, "");
            if (!was.equals(joint(r))) {
                out.put(r.code(), joint(r));
            }
        }
        return out;
    }

    GiveRoles remedy() {
        return new GiveRoles(told());
    }

    /** What is still to be done, in a line. */
    String state() {
        List<Role> missing =
                Role.REQUIRED.stream().filter(r -> joint(r).isEmpty()).toList();
        List<String> two = now.values().stream()
                .filter(j -> now.values().stream().filter(j::equals).count() > 1)
                .distinct()
                .toList();
        List<String> out = new ArrayList<>();
        out.add(say("desktop.avatar.RoleModel.of-given", Wording.counted(now.size(), "role"), Role.values().length));
        if (!missing.isEmpty()) {
            out.add(say(
                    "desktop.avatar.RoleModel.missing-2",
                    missing.stream().map(Role::shown).collect(Collectors.joining(", "))));
        }
        if (!two.isEmpty()) {
            out.add(say("desktop.avatar.RoleModel.two-roles", String.join(", ", two)));
        }
        out.addAll(found.doubts());
        return String.join("; ", out) + ".";
    }

    Verdict state(Role.Limb limb) {
        Verdict worst = Verdict.NOT_CHECKED;
        for (Role r : limb.roles()) {
            Verdict v = verdict(r);
            boolean worse = v == Verdict.BROKEN
                    || v == Verdict.DRIFTED && worst != Verdict.BROKEN
                    || v == Verdict.CLEAN && worst == Verdict.NOT_CHECKED;
            worst = worse ? v : worst;
        }
        return worst;
    }
}
