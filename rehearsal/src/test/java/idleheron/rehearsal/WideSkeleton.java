package idleheron.rehearsal;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joml.Vector3d;

/** Joints of a person, an animal, a bird, a chain, a crane or a welding arm: names, parents and places in metres, Y up. */
final class WideSkeleton {
    final List<String> names = new ArrayList<>();
    final List<Integer> parents = new ArrayList<>();
    final List<Vector3d> places = new ArrayList<>();
    private final Map<String, Integer> byName = new HashMap<>();

    private WideSkeleton() {}

    /** @param kind 0 to 5 in that order */
    static WideSkeleton of(int kind, Random random) {
        WideSkeleton s = new WideSkeleton();
        s.build(kind, random);
        return s;
    }

    private void joint(String name, String parent, double x, double y, double z) {
        byName.put(name, names.size());
        names.add(name);
        parents.add(parent.isEmpty() ? -1 : byName.get(parent));
        places.add(new Vector3d(x, y, z));
    }

    private Vector3d place(String name) {
        return places.get(java.util.Objects.requireNonNull(byName.get(name)));
    }

    private void chain(String name, String parent, int count, Vector3d from, Vector3d step) {
        String above = parent;
        Vector3d at = new Vector3d(from);
        for (int i = 1; i <= count; i++) {
            String n = name + "_" + i;
            joint(n, above, at.x, at.y, at.z);
            above = n;
            at.add(new Vector3d(step).mul(1 - 0.07 * i));
        }
    }

    private void both(String name, String parent, int count, Vector3d from, Vector3d step) {
        for (int side = 0; side < 2; side++) {
            double s = side == 0 ? 1 : -1;
            String end = side == 0 ? "_l" : "_r";
            String above = byName.containsKey(parent + "_1" + end) ? parent + "_1" + end : parent;
            String p = above;
            Vector3d at = new Vector3d(s * from.x, from.y, from.z);
            for (int i = 1; i <= count; i++) {
                String n = name + "_" + i + end;
                joint(n, p, at.x, at.y, at.z);
                p = n;
                at.add(s * step.x * (1 - 0.1 * i), step.y * (1 - 0.1 * i), step.z * (1 + 0.2 * i));
            }
        }
    }

    private void build(int kind, Random random) {
        switch (kind) {
            case 0 -> {
                joint("hips", "", 0, 0.95, 0);
                chain("spine", "hips", 3, new Vector3d(0, 1.05, 0.01), new Vector3d(0, 0.14, -0.01));
                chain("neck", "spine_3", 2, new Vector3d(0, 1.46, -0.02), new Vector3d(0, 0.1, 0.02));
                joint("jaw", "neck_2", 0, 1.58, 0.07);
                both("arm", "spine_3", 4, new Vector3d(0.06, 1.42, 0), new Vector3d(0.25, -0.03, -0.02));
                for (int f = 0; f < 3; f++) {
                    for (String end : new String[] {"_l", "_r"}) {
                        Vector3d hand = place("arm_4" + end);
                        double s = end.equals("_l") ? 1 : -1;
                        joint(
                                "finger" + f + "_1" + end,
                                "arm_4" + end,
                                hand.x + 0.06 * s,
                                hand.y,
                                hand.z + 0.03 * f - 0.02);
                        joint(
                                "finger" + f + "_2" + end,
                                "finger" + f + "_1" + end,
                                hand.x + (0.1 + 0.004 * f) * s,
                                hand.y - 0.01,
                                hand.z + 0.035 * f - 0.02);
                    }
                }
                both("leg", "hips", 4, new Vector3d(0.09, 0.9, 0), new Vector3d(0.01, -0.4, 0.015));
            }
            case 1 -> {
                joint("pelvis", "", 0, 0.8, -0.4);
                chain("back", "pelvis", 4, new Vector3d(0, 0.82, -0.25), new Vector3d(0, 0.01, 0.2));
                chain("neck", "back_4", 3, new Vector3d(0, 0.95, 0.45), new Vector3d(0, 0.12, 0.1));
                joint("jaw", "neck_3", 0, 1.1, 0.75);
                chain("tail", "pelvis", 5, new Vector3d(0, 0.8, -0.5), new Vector3d(0, -0.03, -0.12));
                both("fore", "back_4", 4, new Vector3d(0.12, 0.75, 0.4), new Vector3d(0, -0.22, 0.03));
                both("hind", "pelvis", 4, new Vector3d(0.11, 0.72, -0.42), new Vector3d(0.01, -0.21, -0.03));
            }
            case 2 -> {
                joint("body", "", 0, 0.4, 0);
                chain("neck", "body", 3, new Vector3d(0, 0.46, 0.1), new Vector3d(0, 0.05, 0.04));
                joint("beak", "neck_3", 0, 0.58, 0.26);
                both("wing", "body", 3, new Vector3d(0.05, 0.45, 0.02), new Vector3d(0.2, 0.02, -0.02));
                for (int f = 0; f < 4; f++) {
                    for (String end : new String[] {"_l", "_r"}) {
                        Vector3d hand = place("wing_3" + end);
                        joint(
                                "feather_" + f + end,
                                "wing_3" + end,
                                hand.x * (1.1 + 0.08 * f),
                                hand.y,
                                hand.z - 0.1 - 0.02 * f);
                    }
                }
                both("leg", "body", 3, new Vector3d(0.04, 0.35, -0.02), new Vector3d(0, -0.12, 0.02));
                chain("tail", "body", 2, new Vector3d(0, 0.4, -0.12), new Vector3d(0, -0.02, -0.1));
            }
            case 3 ->
                chain("link", "", 12 + random.nextInt(8), new Vector3d(0, 0.1, 0), new Vector3d(0.01, 0.008, 0.2));
            case 4 -> {
                joint("base", "", 0, 0, 0);
                joint("mast", "base", 0, 1.5, 0);
                joint("slew", "mast", 0, 8, 0);
                joint("jib", "slew", 0.6, 8.4, 0);
                joint("trolley", "jib", 5.5, 8.3, 0.1);
                joint("counter", "slew", -3, 8.4, 0);
                chain("cable", "trolley", 4, new Vector3d(5.5, 7.5, 0.1), new Vector3d(0, -1.1, 0));
                joint("hook", "cable_4", 5.5, 3.4, 0.1);
            }
            default -> {
                joint("foot", "", 0, 0, 0);
                joint("axis_1", "foot", 0, 0.3, 0);
                joint("axis_2", "axis_1", 0.15, 0.6, 0.02);
                joint("axis_3", "axis_2", 0.18, 1.3, 0.02);
                joint("axis_4", "axis_3", 0.6, 1.4, 0.05);
                joint("axis_5", "axis_4", 1.1, 1.38, 0.05);
                joint("axis_6", "axis_5", 1.2, 1.3, 0.05);
                joint("torch", "axis_6", 1.3, 1.1, 0.08);
                joint("grip_l", "axis_6", 1.22, 1.2, 0.15);
                joint("grip_r", "axis_6", 1.22, 1.2, -0.05);
            }
        }
    }
}
