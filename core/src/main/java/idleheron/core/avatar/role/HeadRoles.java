package idleheron.core.avatar.role;

import idleheron.core.avatar.Role;
import idleheron.core.avatar.role.RoleNames.Part;
import idleheron.core.math.Vec3;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/** Eyes and jaw of a head. */
final class HeadRoles {
    private HeadRoles() {}

    /** Eyes: two joints in front, beside each other, with nothing below; the jaw: one in the middle, lower than they. */
    static Map<Role, Integer> find(JointTree t, int head, Vec3 up, Vec3 front, Vec3 left) {
        List<Integer> ends = t.ends(head);
        Map<Role, Integer> out = new EnumMap<>(Role.class);
        double best = 0;
        for (int a : ends) {
            for (int b : ends) {
                Vec3 pa = t.place(a).minus(t.place(head));
                Vec3 pb = t.place(b).minus(t.place(head));
                double apart = pa.minus(pb).dot(left);
                if (a == b || !(apart > 0.7 * pa.distance(pb)) || pa.plus(pb).dot(front) <= 0) {
                    continue;
                }
                double score = Fit.named(RoleNames.agrees(t.name(a), Part.EYE) + RoleNames.agrees(t.name(b), Part.EYE))
                        * pa.plus(pb).dot(front);
                if (score > best) {
                    best = score;
                    out.put(Role.LEFT_EYE, a);
                    out.put(Role.RIGHT_EYE, b);
                }
            }
        }
        double chin = -1;
        for (int c : ends) {
            Vec3 p = t.place(c).minus(t.place(head));
            boolean middle = Math.abs(p.dot(left)) < 0.2 * p.length();
            double score = Fit.named(2 * RoleNames.agrees(t.name(c), Part.JAW));
            if (!out.containsValue(c) && middle && p.dot(front) > 0 && p.dot(up) < 0.8 * p.length() && score > chin) {
                chin = score;
                out.put(Role.JAW, c);
            }
        }
        return out;
    }
}
