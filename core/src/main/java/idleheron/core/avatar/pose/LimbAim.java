package idleheron.core.avatar.pose;

import idleheron.core.avatar.Role;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Where a bone is to point in the T-pose of the standard: arms level to the sides, legs straight down.
 *
 * @param role of the joint
 * @param towards the role of the joint that its bone leads to
 * @param wanted where it is to point, as meant, of length 1
 * @param degrees how far it is from there
 */
public record LimbAim(Role role, Role towards, Vec3 wanted, double degrees) {
    private static final double SHORT = 1e-4;

    /** Arms and legs of a pose, from the body outwards; bones without length or without roles are left out. */
    public static List<LimbAim> of(Pose pose, Map<Role, Integer> roles, BodyFrame body) {
        List<LimbAim> out = new ArrayList<>();
        Vec3 down = body.up().times(-1);
        for (String side : List.of("left", "right")) {
            Vec3 out1 = body.left().times(side.equals("left") ? 1 : -1);
            add(pose, roles, Role.sided(side, "UpperArm"), Role.sided(side, "LowerArm"), out1, out);
            add(pose, roles, Role.sided(side, "LowerArm"), Role.sided(side, "Hand"), out1, out);
            add(pose, roles, Role.sided(side, "UpperLeg"), Role.sided(side, "LowerLeg"), down, out);
            add(pose, roles, Role.sided(side, "LowerLeg"), Role.sided(side, "Foot"), down, out);
        }
        return out;
    }

    private static void add(
            Pose pose, Map<Role, Integer> roles, Role role, Role towards, Vec3 wanted, List<LimbAim> out) {
        Vec3 a = BodyFrame.place(pose, roles, role);
        Vec3 b = BodyFrame.place(pose, roles, towards);
        if (a != null && b != null && a.distance(b) > SHORT) {
            out.add(new LimbAim(role, towards, wanted, BodyFrame.degrees(b.minus(a), wanted)));
        }
    }
}
