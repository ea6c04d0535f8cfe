package idleheron.core.character.compare;

import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.pair.Pair;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.Arrays;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/**
 * Finds when a motion happens by what moves, whatever the ranges say. What is held against each other is how far every joint
 * turns in the world from one frame to the next: no unit, axes, rest pose or re-aimed bone changes that.
 *
 * @param shift seconds by which the returned motion is later, once it is stretched
 * @param apart RMS difference of the turns per frame, degrees
 * @param spread RMS of the turns per frame about their mean, degrees: how much there was to tell moments apart by
 */
public record MotionMatch(double shift, double apart, double spread) {
    private static final int JOINTS = 24;
    private static final int MOST_FRAMES = 400;
    /** Of the shorter clip so much must overlap. */
    private static final double OVERLAP = 0.6;

    private static final int REFINE = 24;

    /** Whether the two are the same motion: a third of what there is to tell may differ, as after resampling. */
    public boolean convinces() {
        return spread > 0.02 && apart < 0.34 * spread;
    }

    /**
     * The best place of a returned clip on a sent one, or null when there is too little motion.
     *
     * @param stretch returned seconds to a sent second
     */
    public static @Nullable MotionMatch of(Pair p, int sentClip, int returnedClip, double stretch) {
        Clip a = p.sent.clips().get(sentClip);
        Clip b = p.returned.clips().get(returnedClip);
        double step = a.rate().seconds(1);
        int na = (int) Math.round(a.length() / step);
        int nb = (int) Math.round(b.length() / stretch / step);
        if (na < 4 || nb < 4 || na > MOST_FRAMES || nb > MOST_FRAMES) {
            return null;
        }
        int[] joints = moving(p, a);
        if (joints.length == 0) {
            return null;
        }
        int[] others = Arrays.stream(joints).map(j -> p.matching.nodes()[j]).toArray();
        double[] sent = turns(p.sent, a, joints, a.startSeconds(), step, na);
        double[] back = turns(p.returned, b, others, b.startSeconds(), step * stretch, nb);
        int k = joints.length;
        double spread = spread(sent, k);
        int least = (int) Math.ceil(OVERLAP * Math.min(na, nb));
        double best = Double.POSITIVE_INFINITY;
        int at = 0;
        for (int lag = least - nb; lag <= na - least; lag++) {
            double d = apart(sent, back, k, na, nb, lag);
            // Of equal ones the smallest lag counts: a cycle fits more than once.
            if (d < best - 1e-9 || d < best + 1e-9 && Math.abs(lag) < Math.abs(at)) {
                best = d;
                at = lag;
            }
        }
        double label = b.startSeconds() - stretch * a.startSeconds();
        double whole = label - at * step * stretch;
        if (best < 1e-3 * spread) {
            return new MotionMatch(whole, best, spread);
        }
        Window window = new Window(
                new Pose(p.returned),
                b,
                others,
                sent,
                a.startSeconds(),
                step,
                stretch,
                Math.max(0, at) + 1,
                Math.min(na, nb + at) - 1);
        double low = whole - step * stretch;
        double high = whole + step * stretch;
        for (int i = 0; i < REFINE; i++) {
            double l = low + (high - low) * 0.382;
            double h = high - (high - low) * 0.382;
            if (window.apart(l) < window.apart(h)) {
                high = h;
            } else {
                low = l;
            }
        }
        double shift = (low + high) / 2;
        double fine = window.apart(shift);
        return fine < best * 0.9 ? new MotionMatch(shift, fine, spread) : new MotionMatch(whole, best, spread);
    }

    /** The matched joints that turn the most over a clip. */
    private static int[] moving(Pair p, Clip clip) {
        return Arrays.stream(p.matched())
                .filter(j -> clip.movedNodes().contains(j))
                .limit(JOINTS)
                .toArray();
    }

    /** Degrees per joint from each frame to the next: entry frame · joints + joint. */
    private static double[] turns(Scene s, Clip c, int[] joints, double start, double step, int frames) {
        Pose pose = new Pose(s);
        double[] out = new double[frames * joints.length];
        Quaterniond[] last = new Quaterniond[joints.length];
        for (int f = 0; f <= frames; f++) {
            pose.at(c, start + f * step);
            for (int j = 0; j < joints.length; j++) {
                Quaterniond q = Matrices.quaternion(pose.world(joints[j]));
                if (f > 0) {
                    out[(f - 1) * joints.length + j] = SwingTwist.angle(
                            new Quaterniond(last[j]).conjugate().mul(q));
                }
                last[j] = q;
            }
        }
        return out;
    }

    private static double spread(double[] turns, int joints) {
        double[] mean = new double[joints];
        int frames = turns.length / joints;
        for (int i = 0; i < turns.length; i++) {
            mean[i % joints] += turns[i] / frames;
        }
        double sum = 0;
        for (int i = 0; i < turns.length; i++) {
            sum += Math.pow(turns[i] - mean[i % joints], 2);
        }
        return Math.sqrt(sum / turns.length);
    }

    /** RMS difference where frame f of the returned lies on frame f + lag of the sent. */
    private static double apart(double[] a, double[] b, int joints, int na, int nb, int lag) {
        int from = Math.max(0, lag);
        int to = Math.min(na, nb + lag);
        double sum = 0;
        for (int f = from; f < to; f++) {
            for (int j = 0; j < joints; j++) {
                double d = a[f * joints + j] - b[(f - lag) * joints + j];
                sum += d * d;
            }
        }
        return Math.sqrt(sum / ((double) (to - from) * joints));
    }

    /**
     * The frames of the sent clip that lie on the returned one, to try shifts of less than a frame.
     *
     * @param others the joints in the returned scene
     * @param sent degrees of the sent clip from each frame to the next
     * @param start of the sent clip, seconds
     * @param step of a frame, seconds
     * @param stretch returned seconds to a sent second
     */
    private record Window(
            Pose pose,
            Clip back,
            int[] others,
            double[] sent,
            double start,
            double step,
            double stretch,
            int from,
            int to) {

        /** RMS difference with the returned clip that many seconds later, degrees. */
        double apart(double shift) {
            double[] found = turns(
                    pose.scene(),
                    back,
                    others,
                    (start + from * step) * stretch + shift,
                    step * stretch,
                    Math.max(1, to - from));
            double sum = 0;
            int k = others.length;
            for (int f = from; f < to; f++) {
                for (int j = 0; j < k; j++) {
                    sum += Math.pow(sent[f * k + j] - found[(f - from) * k + j], 2);
                }
            }
            return Math.sqrt(sum / Math.max(1, (to - from) * k));
        }
    }
}
