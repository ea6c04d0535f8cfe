package idleheron.core.avatar.role;

import idleheron.core.avatar.Role;
import idleheron.core.avatar.role.RoleNames.Part;
import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;

/** The fingers of a hand. */
final class HandRoles {
    private static final List<String> JOINTS = List.of("Proximal", "Intermediate", "Distal");
    private static final List<String> THUMB = List.of("Metacarpal", "Proximal", "Distal");
    private static final Map<String, Part> PARTS =
            Map.of("Index", Part.INDEX, "Middle", Part.MIDDLE, "Ring", Part.RING, "Little", Part.LITTLE);

    private HandRoles() {}

    /** Puts down which joint is which of a hand. */
    static void find(JointTree t, String side, int hand, Map<Role, Integer> out) {
        List<Integer> fingers = new ArrayList<>();
        for (int c : t.children(hand)) {
            if (t.reach(c) > 0) {
                fingers.add(c);
            }
        }
        if (fingers.size() < 2 || fingers.size() > 6) {
            return;
        }
        int thumb = thumb(t, hand, fingers);
        put(t.longest(thumb), side + "Thumb", THUMB, out);
        fingers.removeIf(f -> f == thumb);
        Vec3 from = t.place(thumb);
        Vec3 mean = Vec3.ZERO;
        for (int f : fingers) {
            mean = mean.plus(way(t, f));
        }
        Vec3 along = mean.unit();
        fingers.sort(Comparator.comparingDouble(
                f -> t.place(f).minus(from).across(along).length()));
        List<String> names = named(t, fingers);
        for (int i = 0; i < Math.min(4, fingers.size()); i++) {
            put(t.longest(fingers.get(i)), side + names.get(i), JOINTS, out);
        }
    }

    /** Index, middle, ring and little by their order; by their names where these tell all apart in that order. */
    private static List<String> named(JointTree t, List<Integer> fingers) {
        List<String> order = List.of("Index", "Middle", "Ring", "Little");
        List<String> told = new ArrayList<>();
        for (int f : fingers) {
            for (String n : order) {
                Part p = PARTS.get(n);
                if (p != null && RoleNames.agrees(t.name(f), p) > 0 && !told.contains(n)) {
                    told.add(n);
                    break;
                }
            }
        }
        boolean rising = true;
        for (int i = 1; i < told.size(); i++) {
            rising &= order.indexOf(told.get(i)) > order.indexOf(told.get(i - 1));
        }
        return told.size() == fingers.size() && rising ? told : order;
    }

    private static void put(int[] chain, String finger, List<String> joints, Map<Role, Integer> out) {
        // a bone within the palm comes first where there are four
        int skip = chain.length > 3 ? 1 : 0;
        for (int i = 0; i < Math.min(joints.size(), chain.length - skip); i++) {
            Role r = Role.of(finger + joints.get(i));
            if (r != null) {
                out.put(r, chain[i + skip]);
            }
        }
    }

    private static Vec3 way(JointTree t, int finger) {
        int[] c = t.longest(finger);
        return t.direction(finger, c[c.length - 1]);
    }

    /** The finger that begins nearest to the wrist and leads away from the others most. */
    static int thumb(JointTree t, int hand, List<Integer> fingers) {
        int best = fingers.getFirst();
        double most = -1e300;
        for (int f : fingers) {
            Vec3 others = Vec3.ZERO;
            double far = 0;
            for (int g : fingers) {
                if (g != f) {
                    others = others.plus(way(t, g));
                    far += t.length(hand, g) / (fingers.size() - 1);
                }
            }
            double odd = (1 - way(t, f).dot(others.unit())) + 0.6 * (1 - t.length(hand, f) / Math.max(1e-9, far));
            odd += 0.5 * RoleNames.agrees(t.name(f), Part.THUMB);
            if (odd > most) {
                most = odd;
                best = f;
            }
        }
        return best;
    }
}
