package idleheron.rehearsal.demo;

import static idleheron.rehearsal.demo.PostwomanRig.v;

import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.List;

/** What the postwoman is made of, in metres at rest: the pieces of each part and how finely it is meshed. */
final class PostwomanBody {
    static final int SKIN = 0;
    static final int COAT = 1;
    static final int WADERS = 2;
    static final int BOOTS = 3;
    static final int HAT = 4;
    static final int LEATHER = 5;
    static final int WOOD = 6;
    static final int HAIR = 7;
    static final int EYES = 8;
    static final int SCARF = 9;

    /** A part that is meshed for itself; {@code reach} is how far a joint's pull fades over, metres. */
    record Part(List<Blob> blobs, Vec3 low, Vec3 high, double cell, double reach) {}

    private PostwomanBody() {}

    static List<Part> parts() {
        List<Part> out = new ArrayList<>();
        out.add(new Part(body(), v(-0.62, 0.64, -0.30), v(0.62, 2.32, 0.32), 0.0160, 0.030));
        out.add(new Part(head(), v(-0.14, 2.08, -0.20), v(0.14, 2.38, 0.20), 0.0095, 0.022));
        out.add(new Part(hat(), v(-0.26, 2.24, -0.26), v(0.26, 2.48, 0.30), 0.0115, 0.02));
        for (int s = 1; s >= -1; s -= 2) {
            String end = s > 0 ? "_l" : "_r";
            Vec3 a = v(s * 0.43, 1.42, -0.10);
            Vec3 b = v(s * 0.68, 1.72, 0.18);
            out.add(new Part(hand(s, end), min(a, b), max(a, b), 0.0060, 0.006));
            out.add(new Part(
                    stilt(s, end), v(s * 0.125 - 0.08, -0.01, -0.09), v(s * 0.125 + 0.08, 1.12, 0.15), 0.0135, 0.01));
        }
        out.add(new Part(satchel(), v(-0.34, 1.34, -0.30), v(0.26, 2.16, 0.30), 0.0120, 0.05));
        return out;
    }

    private static Vec3 min(Vec3 a, Vec3 b) {
        return v(Math.min(a.x(), b.x()), Math.min(a.y(), b.y()), Math.min(a.z(), b.z()));
    }

    private static Vec3 max(Vec3 a, Vec3 b) {
        return v(Math.max(a.x(), b.x()), Math.max(a.y(), b.y()), Math.max(a.z(), b.z()));
    }

    private static List<Blob> body() {
        List<Blob> b = new ArrayList<>();
        b.add(Blob.cone(
                "chest", COAT, 0, new Blob.Ball(v(0, 1.92, 0), 0.150), new Blob.Ball(v(0, 2.02, -0.005), 0.128), 0.74));
        b.add(Blob.cone(
                "chest",
                COAT,
                0.05,
                new Blob.Ball(v(-0.12, 2.035, -0.01), 0.072),
                new Blob.Ball(v(0.12, 2.035, -0.01), 0.072),
                0.9));
        b.add(Blob.cone(
                "chest",
                COAT,
                0.05,
                new Blob.Ball(v(-0.06, 1.95, 0.065), 0.055),
                new Blob.Ball(v(0.06, 1.95, 0.065), 0.055)));
        b.add(Blob.cone(
                "spine_2", COAT, 0.06, new Blob.Ball(v(0, 1.80, 0), 0.132), new Blob.Ball(v(0, 1.90, 0), 0.146), 0.76));
        b.add(Blob.cone(
                "spine_1", COAT, 0.05, new Blob.Ball(v(0, 1.72, 0), 0.130), new Blob.Ball(v(0, 1.80, 0), 0.132), 0.78));
        b.add(Blob.cone(
                "hips", COAT, 0.05, new Blob.Ball(v(0, 1.70, 0), 0.133), new Blob.Ball(v(0, 1.50, 0), 0.185), 0.80));
        b.add(Blob.ellipsoid("hips", LEATHER, 0.004, v(0, 1.715, 0), v(0.143, 0.019, 0.114)));
        b.add(Blob.cone(
                "neck", SCARF, 0.03, new Blob.Ball(v(0, 2.085, 0), 0.072), new Blob.Ball(v(0, 2.125, 0.012), 0.064)));
        b.add(Blob.ellipsoid("chest", SCARF, 0.02, v(0.035, 2.03, 0.105), v(0.032, 0.055, 0.022)));
        for (int s = 1; s >= -1; s -= 2) {
            String end = s > 0 ? "_l" : "_r";
            b.add(Blob.cone(
                    "thigh" + end,
                    COAT,
                    0.05,
                    new Blob.Ball(v(s * 0.090, 1.52, 0), 0.112),
                    new Blob.Ball(v(s * 0.112, 1.27, 0.01), 0.128),
                    0.94));
            b.add(Blob.cone(
                    "thigh" + end,
                    WADERS,
                    0.02,
                    new Blob.Ball(v(s * 0.094, 1.34, 0.01), 0.088),
                    new Blob.Ball(v(s * 0.100, 1.14, 0.02), 0.078)));
            b.add(Blob.cone(
                    "shin" + end,
                    WADERS,
                    0.03,
                    new Blob.Ball(v(s * 0.100, 1.12, 0.02), 0.077),
                    new Blob.Ball(v(s * 0.104, 0.94, 0.0), 0.072)));
            b.add(Blob.cone(
                    "shin" + end,
                    BOOTS,
                    0.012,
                    new Blob.Ball(v(s * 0.103, 0.99, 0.004), 0.074),
                    new Blob.Ball(v(s * 0.105, 0.80, -0.012), 0.056)));
            b.add(Blob.cone(
                    "foot" + end,
                    BOOTS,
                    0.03,
                    new Blob.Ball(v(s * 0.106, 0.765, -0.012), 0.050),
                    new Blob.Ball(v(s * 0.112, 0.738, 0.105), 0.042)));
            b.add(Blob.cone(
                    "clavicle" + end,
                    COAT,
                    0.04,
                    new Blob.Ball(v(s * 0.10, 2.045, -0.005), 0.066),
                    new Blob.Ball(v(s * 0.155, 2.045, -0.01), 0.068)));
            b.add(Blob.cone(
                    "upperarm" + end,
                    COAT,
                    0.04,
                    new Blob.Ball(v(s * 0.17, 2.04, -0.01), 0.064),
                    new Blob.Ball(v(s * 0.335, 1.845, -0.025), 0.050)));
            b.add(Blob.cone(
                    "forearm" + end,
                    COAT,
                    0.03,
                    new Blob.Ball(v(s * 0.335, 1.845, -0.025), 0.050),
                    new Blob.Ball(v(s * 0.462, 1.693, -0.004), 0.046)));
            b.add(Blob.cone(
                    "forearm" + end,
                    LEATHER,
                    0.006,
                    new Blob.Ball(v(s * 0.452, 1.705, -0.006), 0.053),
                    new Blob.Ball(v(s * 0.470, 1.684, -0.003), 0.053)));
        }
        return b;
    }

    private static List<Blob> head() {
        List<Blob> b = new ArrayList<>();
        b.add(Blob.ellipsoid("head", SKIN, 0, v(0, 2.255, 0.012), v(0.083, 0.098, 0.096)));
        b.add(Blob.ellipsoid("head", SKIN, 0.04, v(0, 2.205, 0.048), v(0.058, 0.062, 0.056)));
        b.add(Blob.cone(
                "neck", SKIN, 0.02, new Blob.Ball(v(0, 2.10, 0.0), 0.047), new Blob.Ball(v(0, 2.18, 0.012), 0.047)));
        b.add(Blob.cone(
                "head",
                SKIN,
                0.012,
                new Blob.Ball(v(0, 2.262, 0.104), 0.010),
                new Blob.Ball(v(0, 2.228, 0.118), 0.017)));
        b.add(Blob.ellipsoid("head", SKIN, 0.014, v(0, 2.176, 0.094), v(0.020, 0.014, 0.014)));
        for (int s = 1; s >= -1; s -= 2) {
            b.add(Blob.ellipsoid("head", SKIN, 0.02, v(s * 0.042, 2.224, 0.078), v(0.026, 0.024, 0.022)));
            b.add(Blob.ellipsoid("head", SKIN, 0.008, v(s * 0.084, 2.24, 0.005), v(0.013, 0.028, 0.018)));
            b.add(Blob.ellipsoid("head", EYES, 0.002, v(s * 0.032, 2.258, 0.093), v(0.0125, 0.0135, 0.012)));
            b.add(Blob.cone(
                    "head",
                    HAIR,
                    0.003,
                    new Blob.Ball(v(s * 0.018, 2.284, 0.106), 0.0065),
                    new Blob.Ball(v(s * 0.047, 2.282, 0.091), 0.005)));
        }
        b.add(Blob.ellipsoid("head", HAIR, 0.010, v(0, 2.282, -0.022), v(0.091, 0.082, 0.084)));
        b.add(Blob.ellipsoid("head", HAIR, 0.012, v(0, 2.205, -0.108), v(0.048, 0.046, 0.042)));
        return b;
    }

    private static List<Blob> hat() {
        List<Blob> b = new ArrayList<>();
        b.add(Blob.ellipsoid("head", HAT, 0, v(0, 2.315, 0.0), v(0.225, 0.030, 0.235)));
        b.add(Blob.cone(
                "head",
                HAT,
                0.03,
                new Blob.Ball(v(0, 2.325, -0.008), 0.104),
                new Blob.Ball(v(0, 2.375, -0.012), 0.078)));
        b.add(Blob.ellipsoid("head", LEATHER, 0.003, v(0, 2.348, -0.008), v(0.108, 0.012, 0.108)));
        return b;
    }

    private static List<Blob> hand(int s, String end) {
        PostwomanRig rig = new PostwomanRig();
        Vec3 wrist = rig.get("hand" + end).position();
        Vec3 along = PostwomanRig.handDirection(s);
        List<Blob> b = new ArrayList<>();
        b.add(Blob.cone(
                "forearm" + end,
                SKIN,
                0,
                new Blob.Ball(wrist.minus(along.times(0.05)), 0.030),
                new Blob.Ball(wrist.minus(along.times(0.008)), 0.026)));
        for (int f = 0; f < 3; f++) {
            Vec3 side = v(0, 0, 0.020 - 0.020 * f);
            b.add(Blob.cone(
                    "hand" + end,
                    SKIN,
                    0.012,
                    new Blob.Ball(wrist.plus(along.times(0.008)).plus(side.times(0.5)), 0.021),
                    new Blob.Ball(wrist.plus(along.times(0.080)).plus(side), 0.0155)));
        }
        for (String finger : new String[] {"thumb", "index", "middle", "ring", "little"}) {
            for (int k = 1; k <= 3; k++) {
                PostwomanRig.Joint j = rig.get(finger + "_" + k + end);
                double r = (finger.equals("thumb") ? 0.0128 : finger.equals("little") ? 0.0088 : 0.0105)
                        - 0.0009 * (k - 1);
                b.add(Blob.cone(
                        j.name(),
                        SKIN,
                        k == 1 ? 0.008 : 0.003,
                        new Blob.Ball(j.position(), r),
                        new Blob.Ball(j.aim(), r - 0.0009)));
            }
        }
        return b;
    }

    private static List<Blob> stilt(int s, String end) {
        String j = "stilt" + end;
        double x = s * 0.128;
        List<Blob> b = new ArrayList<>();
        b.add(Blob.cone(
                j, WOOD, 0, new Blob.Ball(v(s * 0.172, 1.06, 0.0), 0.018), new Blob.Ball(v(x, 0.03, 0.02), 0.024)));
        b.add(Blob.box(j, WOOD, 0.012, v(s * 0.125, 0.697, 0.03), v(0.052, 0.014, 0.10), 0.010));
        b.add(Blob.cone(
                j, WOOD, 0.02, new Blob.Ball(v(x, 0.64, 0.02), 0.030), new Blob.Ball(v(s * 0.120, 0.69, 0.03), 0.036)));
        b.add(Blob.ellipsoid(j, LEATHER, 0.010, v(s * 0.125, 0.020, 0.02), v(0.038, 0.022, 0.038)));
        b.add(Blob.ellipsoid(j, LEATHER, 0.004, v(s * 0.163, 0.93, 0.003), v(0.030, 0.014, 0.032)));
        return b;
    }

    private static List<Blob> satchel() {
        List<Blob> b = new ArrayList<>();
        b.add(Blob.box("satchel", LEATHER, 0, v(-0.245, 1.475, 0.03), v(0.045, 0.095, 0.125), 0.022));
        b.add(Blob.box("satchel", LEATHER, 0.008, v(-0.272, 1.515, 0.03), v(0.026, 0.062, 0.130), 0.014));
        b.add(Blob.ellipsoid("satchel", WOOD, 0.002, v(-0.298, 1.475, 0.03), v(0.010, 0.014, 0.014)));
        Vec3 last = null;
        int n = 26;
        for (int i = 0; i <= n; i++) {
            double u = 2 * Math.PI * i / n;
            double h = 0.5 - 0.5 * Math.cos(u);
            double side = -0.215 + 0.325 * h;
            double depth = Math.sin(u);
            Vec3 p = v(side, 1.56 + 0.535 * h, 0.012 + depth * (0.128 - 0.02 * h));
            if (last != null) {
                String owner = p.y() < 1.66
                        ? "satchel"
                        : depth > 0.25 && p.y() > 1.76
                                ? "satchel_strap"
                                : p.y() < 1.76 ? "spine_1" : p.y() < 1.90 ? "spine_2" : "chest";
                b.add(Blob.cone(owner, LEATHER, 0.004, new Blob.Ball(last, 0.0135), new Blob.Ball(p, 0.0135)));
            }
            last = p;
        }
        return b;
    }
}
