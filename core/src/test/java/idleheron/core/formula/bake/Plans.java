package idleheron.core.formula.bake;

import idleheron.core.formula.ChannelName;
import idleheron.core.formula.Easing;
import idleheron.core.formula.Formula;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.Place;
import idleheron.core.formula.Source;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** Plans and figures for tests. */
final class Plans {
    static final FrameRate RATE = FrameRate.of(24);

    private Plans() {}

    /** "arm.turn.z", "30 * t", and so on. */
    static MotionPlan of(double seconds, String... channelsAndFormulas) {
        List<MotionPlan.Said> out = new ArrayList<>();
        for (int i = 0; i < channelsAndFormulas.length; i += 2) {
            Place place = new Place(1 + i / 2, 1);
            out.add(new MotionPlan.Said(
                    name(channelsAndFormulas[i]),
                    place,
                    1,
                    new Source.Written(Formula.of(channelsAndFormulas[i + 1], new Place(1 + i / 2, 5)))));
        }
        return new MotionPlan(
                "made.motion.toml", "", "made", "", 0, seconds, RATE, false, MotionPlan.KeyWish.EVERY_FRAME, out);
    }

    static MotionPlan keyed(double seconds, String channel, Easing easing, double... timesAndValues) {
        double[] t = new double[timesAndValues.length / 2];
        double[] v = new double[t.length];
        List<Easing> e = new ArrayList<>();
        for (int i = 0; i < t.length; i++) {
            t[i] = timesAndValues[2 * i];
            v[i] = timesAndValues[2 * i + 1];
            e.add(easing);
        }
        MotionPlan p = of(seconds);
        return with(
                p,
                p.cyclic(),
                p.keys(),
                List.of(new MotionPlan.Said(name(channel), new Place(1, 1), 1, new Source.Keyed(t, v, e, false))));
    }

    static ChannelName name(String channel) {
        return Objects.requireNonNull(ChannelName.of(channel), channel);
    }

    static MotionPlan cyclic(MotionPlan p) {
        return with(p, true, p.keys(), p.channels());
    }

    static MotionPlan fewest(MotionPlan p, double mm, double degrees) {
        return with(p, p.cyclic(), new MotionPlan.KeyWish(true, mm, degrees), p.channels());
    }

    private static MotionPlan with(MotionPlan p, boolean cyclic, MotionPlan.KeyWish keys, List<MotionPlan.Said> said) {
        return new MotionPlan(
                p.file(), p.text(), p.clip(), p.figure(), p.firstFrame(), p.seconds(), p.rate(), cyclic, keys, said);
    }

    /** A post with an arm 10 cm up it and a hand 100 cm along X of the arm, in centimetres. */
    static Scene figure() {
        return figure(Transform.of(new Vec3(0, 10, 0), Vec3.ZERO, Vec3.ONE));
    }

    static Scene figure(Transform arm) {
        return Scene.bare("figure", Stage.COMMON.withMetersPerUnit(0.01))
                .withNodes(List.of(
                        Node.of("post", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.of("rig:arm", 0, NodeKind.JOINT, arm),
                        Node.of("hand", 1, NodeKind.JOINT, Transform.of(new Vec3(100, 0, 0), Vec3.ZERO, Vec3.ONE))));
    }
}
