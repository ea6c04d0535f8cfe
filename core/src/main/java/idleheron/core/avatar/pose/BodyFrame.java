package idleheron.core.avatar.pose;

import idleheron.core.avatar.Role;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import java.util.Map;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * The directions of a figure as it stands, as meant, each of length 1: up from the hips to the head, left from one hip joint to the
 * other, and front across both.
 *
 * @param torso from hips to head, metres
 * @param swapped whether the toes say that left is right
 */
public record BodyFrame(Vec3 up, Vec3 left, Vec3 front, double torso, boolean swapped) {
    private static final Vec3 UP = new Vec3(0, 1, 0);
    private static final Vec3 FRONT = new Vec3(0, 0, 1);

    /** Of a pose, by the joints that have roles; null where hips, head or legs have none or lie at one place. */
    public static @Nullable BodyFrame of(Pose pose, Map<Role, Integer> roles) {
        Vec3 hips = place(pose, roles, Role.HIPS);
        Vec3 head = place(pose, roles, Role.HEAD);
        Vec3 l = place(pose, roles, Role.LEFT_UPPER_LEG);
        Vec3 r = place(pose, roles, Role.RIGHT_UPPER_LEG);
        if (hips == null || head == null || l == null || r == null) {
            return null;
        }
        Vec3 up = head.minus(hips).unit();
        Vec3 left = l.minus(r).across(up).unit();
        if (up.isZero() || left.isZero() || !up.isFinite() || !left.isFinite()) {
            return null;
        }
        Vec3 front = left.cross(up);
        int toes = 0;
        int against = 0;
        for (Role foot : new Role[] {Role.LEFT_FOOT, Role.RIGHT_FOOT}) {
            Vec3 ankle = place(pose, roles, foot);
            Vec3 toe = place(pose, roles, foot == Role.LEFT_FOOT ? Role.LEFT_TOES : Role.RIGHT_TOES);
            if (ankle != null && toe != null) {
                toes++;
                against += toe.minus(ankle).dot(front) < 0 ? 1 : 0;
            }
        }
        return new BodyFrame(up, left, front, head.distance(hips), toes > 0 && against == toes);
    }

    /** The place of the joint with a role, metres as meant; null where there is none. */
    public static @Nullable Vec3 place(Pose pose, Map<Role, Integer> roles, Role role) {
        Integer node = roles.get(role);
        if (node == null) {
            return null;
        }
        Matrix4dc w = pose.world(node);
        return CanonicalSpace.of(pose.scene().stage()).point(w.m30(), w.m31(), w.m32());
    }

    /** Between two directions, degrees. */
    public static double degrees(Vec3 a, Vec3 b) {
        return Math.toDegrees(Math.atan2(a.cross(b).length(), a.dot(b)));
    }

    /** How far it leans from upright, degrees. */
    public double lean() {
        return degrees(up, UP);
    }

    /** How far it is turned from where the standard has it look, about the vertical, degrees. */
    public double turned() {
        return degrees(front.across(UP).unit(), FRONT);
    }
}
