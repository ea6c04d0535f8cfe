package idleheron.core.avatar.role;

import idleheron.core.avatar.Role;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/** The joints of a human figure as it stands before it is turned, named and put in order: trunk, head, limbs, and a pose. */
final class HumanoidBody {
    static final class Joint {
        final int parent;
        Vector3d at;
        final String label;
        final double weight;

        Joint(int parent, Vector3d at, String label, double weight) {
            this.parent = parent;
            this.at = at;
            this.label = label;
            this.weight = weight;
        }
    }

    final Random r;
    final List<Joint> joints = new ArrayList<>();
    final Map<Role, Integer> roles = new EnumMap<>(Role.class);
    final List<String> what = new ArrayList<>();
    double height;

    HumanoidBody(Random r) {
        this.r = r;
    }

    double between(double a, double b) {
        return a + (b - a) * r.nextDouble();
    }

    boolean chance(double p) {
        return r.nextDouble() < p;
    }

    private int joint(int parent, double x, double y, double z, String label) {
        return joint(parent, x, y, z, label, 1);
    }

    int joint(int parent, double x, double y, double z, String label, double weight) {
        joints.add(new Joint(parent, new Vector3d(x, y, z), label, weight));
        return joints.size() - 1;
    }

    Vector3d at(int j) {
        return joints.get(j).at;
    }

    private int role(Role role, int joint) {
        roles.put(role, joint);
        return joint;
    }

    HumanoidBody make() {
        height = between(0.6, 3);
        double leg = height * between(0.36, 0.54);
        double torso = (height - leg) * between(0.5, 0.66);
        double lean = between(-0.02, 0.03) * height;
        int top = -1;
        for (int i = 0; i < (chance(0.4) ? 1 + r.nextInt(2) : 0); i++) {
            top = joint(top, 0, i == 0 ? 0 : between(0, leg), 0, i == 0 ? "root" : "offset", 0);
            what.add("root");
        }
        int hips = role(Role.HIPS, joint(top, 0, leg * 1.05, 0, "hips"));
        int chest = trunk(hips, torso, lean);
        int head = head(chest, height - leg - torso, lean);
        int legsAt = hips;
        if (chance(0.15)) {
            legsAt = joint(hips, 0, leg * between(1.0, 1.04), 0, "pelvis");
            what.add("pelvis apart");
        }
        double wide = height * between(0.04, 0.07);
        Limbs limbs = new Limbs(leg, height * between(0.28, 0.4), wide);
        leg(legsAt, 1, limbs);
        leg(legsAt, -1, limbs);
        Hands hands = new Hands(
                r.nextInt(6), 2 + r.nextInt(2), chance(0.2), chance(0.15), height * between(0.035, 0.06), chance(0.2));
        boolean shoulders = chance(0.8);
        Vector3d base = new Vector3d(at(chest)).add(0, torso * between(0.0, 0.12), 0);
        base.y = Math.max(base.y, at(hips).y + torso * 0.8);
        boolean inLine = chance(0.4);
        Shoulders sockets = new Shoulders(shoulders, base, inLine);
        arm(chest, 1, limbs, hands, sockets);
        arm(chest, -1, limbs, hands, sockets);
        new HumanoidExtras(this).add(hips, chest, head);
        pose();
        return this;
    }

    private record Shoulders(boolean there, Vector3d base, boolean inLine) {}

    private record Limbs(double leg, double arm, double wide) {}

    private record Hands(int fingers, int joints, boolean palm, boolean socket, double size, boolean sleeves) {}

    private int trunk(int hips, double torso, double lean) {
        int n = 1 + r.nextInt(5);
        what.add(n + " in the trunk");
        int at = hips;
        List<Integer> all = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            double f = (i + 1.0) / (n + between(0.05, 0.4));
            if (n == 1) {
                f = between(0.15, 0.7);
            }
            at = joint(
                    at,
                    0,
                    this.at(hips).y + torso * f,
                    lean * f,
                    n == 1 ? "spine" : i == n - 1 ? "chest" : "spine" + i);
            all.add(at);
        }
        role(Role.SPINE, all.getFirst());
        if (n == 2) {
            role(Role.CHEST, all.get(1));
        } else if (n > 2) {
            role(Role.CHEST, all.get(n / 2));
            role(Role.UPPER_CHEST, all.getLast());
        }
        return at;
    }

    private int head(int chest, double rest, double lean) {
        int n = r.nextInt(3);
        int at = chest;
        double from = Math.max(at(chest).y, height - rest);
        for (int i = 0; i < n; i++) {
            at = joint(at, 0, from + rest * (0.1 + 0.12 * i), lean, "neck", 0.4);
            if (i == 0) {
                role(Role.NECK, at);
            }
        }
        int head = role(
                Role.HEAD, joint(at, 0, from + rest * between(0.25, 0.45), lean + between(0, 0.03) * rest, "head", 8));
        Vector3d h = at(head);
        if (chance(0.5)) {
            double w = chance(0.5) ? 0 : 0.3;
            for (int side : new int[] {1, -1}) {
                role(
                        side > 0 ? Role.LEFT_EYE : Role.RIGHT_EYE,
                        joint(
                                head,
                                side * 0.12 * rest,
                                h.y + 0.25 * rest,
                                h.z + 0.25 * rest,
                                side > 0 ? "l eye" : "r eye",
                                w));
            }
            if (chance(0.5)) {
                role(Role.JAW, joint(head, 0, h.y + 0.03 * rest, h.z + 0.12 * rest, "jaw", 0.5));
            }
        }
        return head;
    }

    private void leg(int at, int side, Limbs l) {
        double top = l.leg;
        double foot = 0.08 * l.leg;
        double knee = foot + (top - foot) * (0.52 - 0.06 * fixed(1));
        String s = side > 0 ? "l " : "r ";
        String name = side > 0 ? "left" : "right";
        double x = side * l.wide;
        int from = at;
        if (fixed(2) < 0.1) {
            from = joint(from, x * 0.5, top * 1.02, 0, s + "pelvis");
        }
        int up = role(Role.sided(name, "UpperLeg"), joint(from, x, top, 0, s + "thigh"));
        int under = between(up, x, knee, 0.02 * l.leg, fixed(3) < 0.15, s + "thigh twist");
        int low = role(Role.sided(name, "LowerLeg"), joint(under, x, knee, 0.02 * l.leg, s + "knee"));
        int shin = between(low, x, foot, -0.01 * l.leg, fixed(4) < 0.1, s + "shin twist");
        int end = role(Role.sided(name, "Foot"), joint(shin, x, foot, -0.01 * l.leg, s + "ankle"));
        if (fixed(5) < 0.75) {
            int toes = role(
                    Role.sided(name, "Toes"),
                    joint(end, x, 0.02 * l.leg, (0.1 + 0.08 * fixed(6)) * l.leg, s + "toe", 0.5));
            if (fixed(7) < 0.3) {
                joint(toes, x, 0.02 * l.leg, 0.25 * l.leg, s + "toe tip", 0);
            }
        }
    }

    private final double[] same = new double[30];

    /** A number from 0 to 1 that is the same for both sides. */
    private double fixed(int k) {
        if (same[k] == 0) {
            same[k] = r.nextDouble() + 1e-9;
        }
        return same[k];
    }

    /** Some rigs have joints within a bone: in line, or beside it as ends. */
    private int between(int from, double x, double y, double z, boolean line, String label) {
        Vector3d mid = new Vector3d(at(from)).lerp(new Vector3d(x, y, z), 0.5);
        if (line) {
            what.add("in line " + label);
            return joint(from, mid.x, mid.y, mid.z, label, 0.6);
        }
        if (fixed(8) < 0.2) {
            joint(from, mid.x, mid.y, mid.z, label, 0.6);
        }
        return from;
    }

    private void arm(int chest, int side, Limbs l, Hands h, Shoulders sockets) {
        Vector3d base = sockets.base;
        String s = side > 0 ? "l " : "r ";
        String name = side > 0 ? "left" : "right";
        double x = side * l.arm * 0.3;
        int from = chest;
        if (sockets.there) {
            from = role(
                    Role.sided(name, "Shoulder"),
                    joint(chest, x * 0.25, base.y - (sockets.inLine ? 0 : 0.04 * l.arm), base.z, s + "clavicle", 0.5));
        }
        int up = role(Role.sided(name, "UpperArm"), joint(from, x, base.y, base.z, s + "upper arm"));
        double a = l.arm * (0.48 + 0.1 * fixed(9));
        double elbow = x + side * a;
        double back = -0.01 * l.arm * (fixed(10) < 0.6 ? 1 : 0);
        int under = between(up, elbow, base.y, base.z + back, fixed(11) < 0.15, s + "arm twist");
        int low = role(Role.sided(name, "LowerArm"), joint(under, elbow, base.y, base.z + back, s + "forearm"));
        double wrist = x + side * l.arm;
        int fore = between(low, wrist, base.y, base.z, fixed(12) < 0.15, s + "forearm twist");
        int hand = role(Role.sided(name, "Hand"), joint(fore, wrist, base.y, base.z, s + "hand", 1.5));
        if (h.sleeves) {
            int c = low;
            for (int i = 1; i < 4; i++) {
                c = joint(c, elbow + side * a * 0.25 * i, base.y - 0.08 * i * l.arm, base.z, s + "sleeve " + i, 0.3);
            }
        }
        fingers(hand, side, s, name, h, new Vector3d(wrist, base.y, base.z));
    }

    private void fingers(int hand, int side, String s, String name, Hands h, Vector3d w) {
        double size = h.size;
        if (h.socket) {
            joint(hand, w.x + side * size, w.y - 0.2 * size, w.z, s + "prop socket", chance(0.5) ? 0 : 0.2);
        }
        List<String> order = List.of("Thumb", "Index", "Middle", "Ring", "Little");
        for (int f = 0; f < h.fingers; f++) {
            String finger = order.get(f);
            boolean thumb = f == 0;
            double z = thumb ? 0.35 * size : size * (0.45 - 0.28 * (f - 1));
            double start = thumb ? 0.3 * size : size;
            int at = hand;
            if (h.palm && !thumb) {
                at = joint(at, w.x + side * 0.3 * size, w.y, w.z + z * 0.4, s + "palm " + finger, 0.2);
            }
            double long1 = size * (0.42 - 0.05 * Math.abs(f - 2));
            List<String> names =
                    thumb ? List.of("Metacarpal", "Proximal", "Distal") : List.of("Proximal", "Intermediate", "Distal");
            int n = h.palm && !thumb ? 3 : h.joints;
            for (int i = 0; i < n; i++) {
                double far = long1 * (i == 0 ? 0 : i == 1 ? 1 : 1.7);
                double dx = thumb ? far * 0.7 : far;
                double dz = thumb ? far * 0.7 : 0;
                at = joint(at, w.x + side * (start + dx), w.y, w.z + z + dz, s + finger + " " + i, 0.3);
                if (h.fingers >= 2) {
                    role(Role.sided(name, finger + names.get(i)), at);
                }
            }
            if (fixed(13) < 0.3) {
                joint(at, w.x + side * (start + 2.2 * long1), w.y, w.z + z, s + finger + " tip", 0);
            }
        }
    }

    /** Turns a joint and all below about an axis of the world. */
    private void turn(int joint, double degrees, double x, double y, double z) {
        Quaterniond q = new Quaterniond().rotateAxis(Math.toRadians(degrees), x, y, z);
        Vector3d c = new Vector3d(at(joint));
        for (int i = 0; i < joints.size(); i++) {
            int p = i;
            while (p >= 0 && p != joint) {
                p = joints.get(p).parent;
            }
            if (p == joint && i != joint) {
                joints.get(i).at = q.transform(new Vector3d(at(i)).sub(c)).add(c);
            }
        }
    }

    private void pose() {
        int kind = r.nextInt(6);
        what.add("pose " + kind);
        double lower = kind == 0 ? 0 : kind == 1 ? between(30, 55) : kind == 2 ? between(60, 82) : between(0, 60);
        double forward = kind == 3 ? between(20, 70) : 0;
        double elbow = kind >= 3 ? between(0, 60) : kind == 1 ? between(0, 15) : 0;
        double spread = kind == 4 ? between(5, 25) : 0;
        double uneven = kind == 5 ? 20 : 0;
        for (int i = 0; i < 2; i++) {
            int s = i == 0 ? 1 : -1;
            String side = s > 0 ? "left" : "right";
            turn(node(side, "UpperArm"), -s * (lower + between(-uneven, uneven)), 0, 0, 1);
            turn(node(side, "UpperArm"), -s * forward, 0, 1, 0);
            turn(node(side, "LowerArm"), -s * elbow, 0, 1, 0);
            turn(node(side, "UpperLeg"), s * spread, 0, 0, 1);
            if (kind == 5) {
                turn(node(side, "UpperLeg"), between(-25, 10), 1, 0, 0);
                turn(node(side, "LowerLeg"), between(0, 30), 1, 0, 0);
            }
        }
    }

    private int node(String side, String part) {
        return java.util.Objects.requireNonNull(roles.get(Role.sided(side, part)));
    }
}
