package idleheron.core.remedy.avatar;

import static idleheron.core.Messages.say;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.role.RoleFinder;
import idleheron.core.avatar.role.RoleGuess;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Says which joint has which role of a human figure, so that the figure can be written as an avatar. Roles that are not told are found
 * by shape; those that are not certain are left out.
 *
 * @param joints per role, as the standard writes it, the name of its joint, "" for none
 */
public record GiveRoles(Map<String, String> joints) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "give-roles",
                    GiveRoles.class,
                    Keeps.PICTURE,
                    say("core.remedy.avatar.GiveRoles.says-which-joint-has-which-role"))
            .told("[=ROLE:JOINT,…]", v -> new GiveRoles(told(v.text())))
            .measured("roles", GiveRoles::count);

    public GiveRoles {
        joints = Collections.unmodifiableMap(new TreeMap<>(joints));
        for (String role : joints.keySet()) {
            if (Role.of(role) == null) {
                throw new IllegalArgumentException(say("core.remedy.avatar.GiveRoles.no-role-of-a-human-figure", role));
            }
        }
    }

    private static Map<String, String> told(String text) {
        Map<String, String> out = new TreeMap<>();
        for (String one : text.isBlank() ? new String[0] : text.split(",")) {
            String[] two = one.split(":", 2);
            if (two.length < 2) {
                throw new IllegalArgumentException(say("core.remedy.avatar.GiveRoles.expected-role-joint-found", one));
            }
            out.put(two[0].strip(), two[1].strip());
        }
        return out;
    }

    private static String count(Scene s) {
        Avatar a = Avatar.in(s);
        return a == null
                ? say("core.remedy.avatar.GiveRoles.none")
                : Integer.toString(a.roles().size());
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.avatar.GiveRoles.give-roles");
    }

    @Override
    public String describe() {
        return joints.isEmpty()
                ? say("core.remedy.avatar.GiveRoles.finds-which-joint-has-which-role")
                : say("core.remedy.avatar.GiveRoles.says-of-roles-which-joint-has", joints.size());
    }

    @Override
    public Scene apply(Scene scene) {
        Map<Role, Integer> roles = new EnumMap<>(Role.class);
        for (RoleGuess g : RoleFinder.find(scene).guesses().values()) {
            if (!g.isDoubtful()) {
                roles.put(g.role(), g.node());
            }
        }
        Avatar known = Avatar.in(scene);
        if (known != null) {
            known.roles().forEach((role, node) -> put(roles, role, node));
        }
        joints.forEach((code, name) -> {
            Role role = Role.of(code);
            if (role != null && name.isEmpty()) {
                roles.remove(role);
            } else if (role != null && scene.find(name) >= 0) {
                put(roles, role, scene.find(name));
            }
        });
        Avatar a = known == null ? Avatar.of(roles) : known.withRoles(roles);
        return known != null && known.roles().equals(a.roles()) || roles.isEmpty()
                ? scene
                : scene.with(Avatar.KEY, List.of(a));
    }

    /** A joint has one role: the last that it is given. */
    private static void put(Map<Role, Integer> roles, Role role, int node) {
        roles.values().removeIf(n -> n == node);
        roles.put(role, node);
    }
}
