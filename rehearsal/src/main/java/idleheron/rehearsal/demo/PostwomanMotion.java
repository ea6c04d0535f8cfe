package idleheron.rehearsal.demo;

import static idleheron.rehearsal.demo.PostwomanRig.v;

import idleheron.core.math.Vec3;
import java.util.HashMap;
import java.util.Map;

/** How the postwoman moves: turns about her own axes in degrees, joint by joint, and the weights of her blend shapes. */
final class PostwomanMotion {
    /** A pose at one frame. The root's height is found afterwards, so that the lower stilt touches the ground. */
    record Key(Map<String, Vec3> turns, Map<String, Double> shapes, Vec3 shift) {}

    /** What a clip does at a share of its length, 0 to 1. */
    interface Motion {
        Key at(double u);
    }

    private PostwomanMotion() {}

    private static double ease(double u, double from, double to) {
        double t = Math.clamp((u - from) / (to - from), 0.0, 1.0);
        return t * t * (3 - 2 * t);
    }

    /** Up between a and b, down between c and d. */
    private static double hump(double u, double a, double b, double c, double d) {
        return ease(u, a, b) * (1 - ease(u, c, d));
    }

    private static Map<String, Vec3> base() {
        Map<String, Vec3> t = new HashMap<>();
        for (String end : new String[] {"_l", "_r"}) {
            int s = end.equals("_l") ? 1 : -1;
            t.put("upperarm" + end, v(0, 0, -s * 22));
            t.put("forearm" + end, v(-18, 0, -s * 4));
            curl(t, end, 16);
        }
        return t;
    }

    private static void curl(Map<String, Vec3> t, String end, double degrees) {
        int s = end.equals("_l") ? 1 : -1;
        for (String f : new String[] {"index", "middle", "ring", "little"}) {
            for (int k = 1; k <= 3; k++) {
                t.put(f + "_" + k + end, v(0, 0, -s * degrees));
            }
        }
        t.put("thumb_2" + end, v(-degrees * 0.4, 0, -s * degrees * 0.4));
    }

    /** Two steps through knee-deep water. At the very end one thigh misses its start by 0.8 degrees. */
    static Key wade(double u) {
        double a = 2 * Math.PI * u;
        Map<String, Vec3> t = base();
        for (String end : new String[] {"_l", "_r"}) {
            int s = end.equals("_l") ? 1 : -1;
            double p = a + (s > 0 ? 0 : Math.PI);
            double swing = Math.sin(p);
            double lift = Math.max(0, Math.cos(p));
            double slip = s > 0 && u >= 1 ? 0.8 : 0;
            t.put("thigh" + end, v(-6 - 21 * swing - 15 * lift + slip, 0, s * 2));
            t.put("shin" + end, v(8 + 34 * lift, 0, 0));
            t.put("foot" + end, v(-3 + 9 * swing - 14 * lift, 0, 0));
            t.put("upperarm" + end, v(24 * swing - 6, 0, -s * 20));
            t.put("forearm" + end, v(-26 - 10 * swing, 0, -s * 5));
            t.put("clavicle" + end, v(0, s * 3 * swing, s * 2 * lift));
        }
        t.put("hips", v(4, 5 * Math.sin(a), 2.5 * Math.cos(a)));
        t.put("spine_1", v(1.5, -3 * Math.sin(a), -1.5 * Math.cos(a)));
        t.put("spine_2", v(1, -3 * Math.sin(a), -1 * Math.cos(a)));
        t.put("chest", v(2, -3 * Math.sin(a), 0));
        t.put("neck", v(-3, 2 * Math.sin(a), 0));
        t.put("head", v(-4 + 1.5 * Math.cos(2 * a), 3 * Math.sin(a), 0));
        t.put("satchel", v(7 * Math.sin(2 * a + 0.6), 0, 4 * Math.cos(a)));
        t.put("satchel_strap", v(1.5 * Math.sin(2 * a), 0, 0));
        double breath = 0.5 - 0.5 * Math.cos(a);
        return new Key(t, Map.of("breath", breath), v(0.018 * Math.cos(a), 0, 0));
    }

    /** A deep bow with the left arm swept out, and up again. */
    static Key bow(double u) {
        double d = hump(u, 0.08, 0.42, 0.60, 0.94);
        Map<String, Vec3> t = base();
        t.put("hips", v(24 * d, 0, 0));
        t.put("spine_1", v(14 * d, 0, 0));
        t.put("spine_2", v(13 * d, 0, 0));
        t.put("chest", v(12 * d, 0, 0));
        t.put("neck", v(8 * d, 0, 0));
        t.put("head", v(10 * d - 6 * (1 - d), 0, 0));
        for (String end : new String[] {"_l", "_r"}) {
            int s = end.equals("_l") ? 1 : -1;
            t.put("thigh" + end, v(-24 * d - (s > 0 ? 10 * d : 0), 0, s * 1.5));
            t.put("shin" + end, v((s > 0 ? 20 : 4) * d, 0, 0));
            t.put("foot" + end, v((s > 0 ? -6 : -4) * d, 0, 0));
        }
        t.put("upperarm_l", v(-12 * d, -18 * d, -22 + 48 * d));
        t.put("forearm_l", v(-18 - 14 * d, 0, -4));
        t.put("upperarm_r", v(-46 * d, 30 * d, 22 + 6 * d));
        t.put("forearm_r", v(-18 - 40 * d, 40 * d, 4 + 30 * d));
        curl(t, "_l", 16 - 12 * d);
        t.put("satchel", v(-20 * d, 0, 0));
        return new Key(t, Map.of("smile", hump(u, 0.02, 0.2, 0.8, 1.0), "brim_droop", 0.8 * d), Vec3.ZERO);
    }

    /** Winds up, throws a parcel over the water with the right arm, and follows through. */
    static Key toss(double u) {
        double wind = hump(u, 0.05, 0.34, 0.40, 0.52);
        double fling = hump(u, 0.40, 0.54, 0.70, 0.98);
        Map<String, Vec3> t = base();
        t.put("hips", v(-4 * wind + 10 * fling, -22 * wind + 24 * fling, 0));
        t.put("spine_1", v(-4 * wind + 6 * fling, -10 * wind + 10 * fling, 0));
        t.put("spine_2", v(-4 * wind + 6 * fling, -10 * wind + 10 * fling, 0));
        t.put("chest", v(-6 * wind + 8 * fling, -12 * wind + 12 * fling, 0));
        t.put("neck", v(0, 22 * wind - 20 * fling, 0));
        t.put("head", v(-5, 20 * wind - 18 * fling, 0));
        t.put("upperarm_r", v(60 * wind - 105 * fling, 0, 22 - 40 * wind + 12 * fling));
        t.put("forearm_r", v(-18 - 72 * wind + 8 * fling, 0, 4));
        t.put("hand_r", v(22 * wind - 26 * fling, 0, 0));
        curl(t, "_r", 46 * Math.max(wind, 0.35) * (1 - fling) + 4);
        t.put("upperarm_l", v(-58 * wind + 30 * fling, 0, -22 + 10 * wind));
        t.put("forearm_l", v(-18 - 20 * wind - 26 * fling, 0, -4));
        t.put("thigh_l", v(-20 * wind - 18 * fling, 0, 2));
        t.put("shin_l", v(22 * wind + 10 * fling, 0, 0));
        t.put("foot_l", v(-4 * wind + 8 * fling, 0, 0));
        t.put("thigh_r", v(8 * wind + 16 * fling, 0, -2));
        t.put("shin_r", v(4 * wind + 10 * fling, 0, 0));
        t.put("foot_r", v(-10 * wind - 20 * fling, 0, 0));
        t.put("satchel", v(16 * wind - 22 * fling, 0, -6 * fling));
        return new Key(t, Map.of("puff", wind, "breath", wind), Vec3.ZERO);
    }
}
