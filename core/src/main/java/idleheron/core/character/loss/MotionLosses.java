package idleheron.core.character.loss;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.character.compare.RestTopics;
import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.math.Vec3;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.pose.BoneAxis;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import idleheron.core.time.SampleTimes;
import java.util.List;
import org.joml.Quaterniond;

/** What is lost in the motion itself: twist that rest does not show, loops that no longer close, keys between frames. */
public final class MotionLosses {
    /** A loop that closes to so many degrees is closed. */
    private static final double CLOSED = 0.1;

    /** More than this and the ends were never meant to meet. */
    private static final double OPEN = 20;

    private static final int MOST_SAMPLES = 60;
    private static final double ON_FRAME = 1e-3;

    private MotionLosses() {}

    /** Twist, loops and keys between frames that the motion lost. */
    public static void find(Pair p, List<Loss> out) {
        for (Pair.Clips both : p.clips()) {
            loop(p, both.sent(), both.returned(), out);
            subFrames(both.sent(), both.returned(), out);
        }
        twist(p, out);
    }

    /** Joints that stand where they did and are turned about their own bone, in motion only. */
    private static void twist(Pair p, List<Loss> out) {
        double worst = 0;
        int where = -1;
        Clip when = null;
        double moment = 0;
        int[] joints = p.matched();
        boolean[] same = new boolean[joints.length];
        Vec3[] bones = new Vec3[joints.length];
        p.sentPose.rest();
        p.returnedPose.rest();
        for (int i = 0; i < joints.length; i++) {
            same[i] = SwingTwist.angle(RestTopics.turn(p, joints[i])) <= p.tolerances.orientation();
            bones[i] = BoneAxis.direction(BoneAxis.of(p.sent, p.sentPose, joints[i]));
        }
        for (Pair.Clips both : p.clips()) {
            Clip a = both.sent();
            Clip b = both.returned();
            double[] times = SampleTimes.frames(
                    Math.max(a.startSeconds(), b.startSeconds()), Math.min(a.endSeconds(), b.endSeconds()), a.rate());
            int step = Math.max(1, times.length / MOST_SAMPLES);
            for (int t = 0; t < times.length; t += step) {
                p.sentPose.at(a, times[t]);
                p.returnedPose.at(b, times[t]);
                for (int i = 0; i < joints.length; i++) {
                    Quaterniond k = RestTopics.turn(p, joints[i]);
                    double angle = SwingTwist.angle(k);
                    if (!same[i] || angle <= Math.max(worst, p.tolerances.clipAngle())) {
                        continue;
                    }
                    SwingTwist split = SwingTwist.of(k, bones[i]);
                    Vec3 at = p.sentPosition(joints[i]);
                    double mm = at.distance(p.returnedPosition(p.matching.nodes()[joints[i]])) * 1000;
                    if (mm <= p.tolerances.clipPosition()
                            && Math.abs(split.swingDegrees()) < 0.1 * Math.abs(split.twistDegrees())) {
                        worst = angle;
                        where = joints[i];
                        when = a;
                        moment = times[t];
                    }
                }
            }
        }
        p.sentPose.rest();
        p.returnedPose.rest();
        if (when != null) {
            out.add(new Loss(
                    "twist-while-moving",
                    Topic.CLIPS,
                    say(
                            "core.character.loss.MotionLosses.rests-as-it-did-and-twists",
                            p.sent.nodes().get(where).name(),
                            Figure.number(worst)),
                    new Figure(
                            worst,
                            "°",
                            p.sent.path(where),
                            when.name(),
                            when.rate().frame(moment))));
        }
    }

    /** Largest turn of a joint between the first and the last moment of a clip, degrees. */
    private static double gap(Scene s, Clip c) {
        Pose first = new Pose(s).at(c, c.startSeconds());
        Pose last = new Pose(s).at(c, c.endSeconds());
        double worst = 0;
        for (int j : s.joints()) {
            worst = Math.max(
                    worst,
                    SwingTwist.angle(
                            Matrices.quaternion(first.local(j)).conjugate().mul(Matrices.quaternion(last.local(j)))));
        }
        return worst;
    }

    private static void loop(Pair p, Clip a, Clip b, List<Loss> out) {
        if (a.movedNodes().isEmpty() || a.length() <= 0) {
            return;
        }
        double before = gap(p.sent, a);
        double after = before <= CLOSED ? gap(p.returned, b) : 0;
        if (after > Math.max(CLOSED, 3 * before) && after < OPEN) {
            out.add(new Loss(
                    "loop-opened",
                    Topic.CLIPS,
                    say(
                            "core.character.loss.MotionLosses.no-longer-closes-its-ends-are",
                            a.name(),
                            Figure.number(after)),
                    new Figure(after, "°", "", a.name(), b.lastFrame())));
        }
    }

    private static long between(Clip c, FrameRate rate) {
        return c.keySeconds()
                .filter(t -> Math.abs(rate.frame(t) - Math.rint(rate.frame(t))) > ON_FRAME)
                .count();
    }

    private static void subFrames(Clip a, Clip b, List<Loss> out) {
        long before = between(a, a.rate());
        if (before > 0 && between(b, b.rate()) == 0 && !b.nodes().isEmpty()) {
            out.add(new Loss(
                    "sub-frames-rounded",
                    Topic.CLIPS,
                    say(
                            "core.character.loss.MotionLosses.of-lay-between-frames-and-came",
                            Wording.counted(before, "key", "keys"),
                            a.name()),
                    new Figure(before, say("core.character.loss.MotionLosses.keys"), "", a.name(), Double.NaN)));
        }
    }
}
