package idleheron.core.avatar.role;

import static idleheron.core.Messages.say;

import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.List;

/**
 * Where a figure looks, by what speaks for it.
 *
 * @param front of length 1, across up and the sides
 * @param certainty 0 where nothing speaks for either way, to 1
 * @param why what speaks for it: "toes"
 * @param against what speaks for the other way
 */
record Facing(Vec3 front, double certainty, List<String> why, List<String> against) {
    private static final double SMALL = 0.006;

    static Facing of(JointTree t, BodyPlan p) {
        Vec3 up = p.up(t);
        Vec3 axis = p.across().cross(up).unit();
        Vote v = new Vote(axis, t.extent());
        for (LimbFit leg : p.legs()) {
            if (leg.after() >= 0) {
                v.speak("toes", t.place(leg.after()).minus(t.place(leg.end())), 4);
            }
            v.speak("feet", t.heart(leg.end()).minus(t.place(leg.end())), 1.5);
            v.speak("knees", bend(t, leg), 1);
        }
        for (LimbFit arm : p.arms()) {
            v.speak("elbows", bend(t, arm).times(-1), 0.6);
            thumb(t, arm, v);
        }
        int head = p.head()[p.head().length - 1];
        Vec3 eyes = Vec3.ZERO;
        int n = 0;
        for (int c : t.ends(head)) {
            eyes = eyes.plus(t.place(c).minus(t.place(head)));
            n++;
        }
        if (n > 1) {
            v.speak(say("core.avatar.role.Facing.joints-of-the-face"), eyes.times(1.0 / n), 1);
        }
        double all = v.ahead + v.behind;
        boolean turned = v.behind > v.ahead;
        double certainty = all == 0 ? 0 : Math.abs(v.ahead - v.behind) / (all + 0.5);
        return new Facing(
                turned ? axis.times(-1) : axis,
                certainty,
                List.copyOf(turned ? v.back : v.forth),
                List.copyOf(turned ? v.forth : v.back));
    }

    /** Where the middle joint of a limb stands off the line between its ends. */
    private static Vec3 bend(JointTree t, LimbFit limb) {
        Vec3 line = t.direction(limb.upper(), limb.end());
        return t.place(limb.lower()).minus(t.place(limb.upper())).across(line);
    }

    /** The finger that parts from the hand at the sharpest angle points forward while palms look down or in. */
    private static void thumb(JointTree t, LimbFit arm, Vote v) {
        List<Integer> fingers =
                t.children(arm.end()).stream().filter(c -> t.reach(c) > 0).toList();
        if (fingers.size() < 3) {
            return;
        }
        int thumb = HandRoles.thumb(t, arm.end(), fingers);
        Vec3 rest = Vec3.ZERO;
        for (int f : fingers) {
            if (f != thumb) {
                rest = rest.plus(t.place(f));
            }
        }
        v.speak("thumbs", t.place(thumb).minus(rest.times(1.0 / (fingers.size() - 1))), 1);
    }

    /** Sums up what speaks for one way and for the other. */
    private static final class Vote {
        private final Vec3 axis;
        private final double extent;
        private double ahead;
        private double behind;
        private final List<String> forth = new ArrayList<>();
        private final List<String> back = new ArrayList<>();

        Vote(Vec3 axis, double extent) {
            this.axis = axis;
            this.extent = extent;
        }

        void speak(String what, Vec3 way, double weight) {
            double d = way.dot(axis) / extent;
            if (Math.abs(d) < SMALL) {
                return;
            }
            double w = weight * Math.min(1, Math.abs(d) / (4 * SMALL));
            List<String> side = d > 0 ? forth : back;
            if (!side.contains(what)) {
                side.add(what);
            }
            if (d > 0) {
                ahead += w;
            } else {
                behind += w;
            }
        }
    }
}
