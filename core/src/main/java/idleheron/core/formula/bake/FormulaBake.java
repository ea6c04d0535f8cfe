package idleheron.core.formula.bake;

import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.DoubleUnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * A plan on a figure, made into keys: one on every frame, straight between them, or the fewest that keep every joint within the
 * tolerances of the plan. How far the keys are off is measured in the world on joints and all that hangs on them, at
 * {@value MotionSamples#PER_FRAME} moments from frame to frame and then closer about the worst of them.
 */
public final class FormulaBake {
    /** Of a scale that is kept as closely as the rest. */
    private static final double SCALE = 1e-4;

    /** More than the nearest that there can be. */
    private static final double NEARLY = 1.02;

    private static final int ROUNDS = 8;
    private static final int CLOSER = 40;
    private static final double GOLD = (Math.sqrt(5) - 1) / 2;

    private final BoundPlan bound;
    private final Scene figure;
    private final Drive drive;
    private final MotionSamples samples;
    private final boolean[] follows;
    private final Pose written;
    private final Pose keyed;

    /** What came of it. */
    public record Baked(Clip clip, FormulaReport report) {}

    private FormulaBake(MotionPlan plan, Scene figure, Progress progress) {
        this.figure = figure;
        this.bound = BoundPlan.of(plan, figure);
        this.drive = new Drive(bound);
        this.samples = new MotionSamples(bound, drive, progress);
        this.follows = new boolean[figure.nodes().size()];
        for (int n : bound.moved()) {
            follows[n] = true;
        }
        for (int i = 0; i < follows.length; i++) {
            int parent = figure.nodes().get(i).parent();
            follows[i] |= parent >= 0 && follows[parent];
        }
        this.written = new Pose(figure);
        this.keyed = new Pose(figure);
    }

    /**
     * @throws FormulaFault where the plan does not fit the figure or a formula has no value somewhere
     */
    public static Baked of(MotionPlan plan, Scene figure) {
        return of(plan, figure, Progress.NONE);
    }

    /** As {@link #of(MotionPlan, Scene)}, told and stopped on the way. */
    public static Baked of(MotionPlan plan, Scene figure, Progress progress) {
        return new FormulaBake(plan, figure, progress).baked();
    }

    private Baked baked() {
        MotionPlan.KeyWish wish = bound.plan().keys();
        if (!wish.fewest()) {
            return done(clip(this::everyFrame));
        }
        Baked first = fewest(1);
        if (over(first, wish.mm(), wish.degrees()) <= 1) {
            return first;
        }
        Baked nearest = fewest(0); // what jumps between two frames is off whatever the keys are
        double mm = Math.max(wish.mm(), NEARLY * nearest.report.mm().value());
        double degrees =
                Math.max(wish.degrees(), NEARLY * nearest.report.degrees().value());
        double share = 1;
        Baked now = first;
        for (int i = 0; i < ROUNDS; i++) {
            double over = over(now, mm, degrees);
            if (over <= 1) {
                return now;
            }
            share *= Math.clamp(0.9 / over, 0.02, 0.7);
            now = fewest(share);
        }
        return nearest;
    }

    /** With the tolerances of all channels multiplied by a share. */
    private Baked fewest(double share) {
        return done(clip(c -> FewestKeys.of(samples, c, tolerance(c, share))));
    }

    private static double over(Baked b, double mm, double degrees) {
        return Math.max(b.report.mm().value() / mm, b.report.degrees().value() / degrees);
    }

    private double tolerance(int out, double share) {
        Channel c = drive.outs().get(out).channel();
        MotionPlan.KeyWish wish = bound.plan().keys();
        return share
                * (c.isTranslation()
                        ? wish.mm() / 1000 / figure.stage().metersPerUnit()
                        : c.isRotation() ? wish.degrees() : SCALE);
    }

    private Curve everyFrame(int out) {
        double[] v = new double[samples.frames.length];
        for (int f = 0; f < v.length; f++) {
            v[f] = samples.values[out][f * MotionSamples.PER_FRAME];
        }
        return Curve.linear(samples.frames, v);
    }

    private interface Curves {
        Curve of(int out);
    }

    private Clip clip(Curves curves) {
        MotionPlan plan = bound.plan();
        List<Curve> all = new ArrayList<>();
        for (int i = 0; i < drive.outs().size(); i++) {
            all.add(curves.of(i));
        }
        return new Clip(
                plan.clip(),
                plan.startSeconds(),
                plan.startSeconds() + plan.seconds(),
                plan.rate(),
                tracks(all),
                List.of());
    }

    private List<Clip.NodeTrack> tracks(List<Curve> curves) {
        Map<Integer, @Nullable Curve[]> out = new TreeMap<>();
        for (int i = 0; i < curves.size(); i++) {
            Drive.Out o = drive.outs().get(i);
            out.computeIfAbsent(o.node(), n -> new @Nullable Curve[Channel.COUNT])[
                    o.channel().ordinal()] = curves.get(i);
        }
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        out.forEach((n, c) -> tracks.add(new Clip.NodeTrack(n, c)));
        return tracks;
    }

    /** The clip with how far it is off. */
    private Baked done(Clip clip) {
        Worst mm = new Worst();
        Worst degrees = new Worst();
        List<Curve> dense = new ArrayList<>();
        for (double[] v : samples.values) {
            dense.add(Curve.linear(samples.times, v));
        }
        Clip exact = clip.withTracks(tracks(dense), List.of());
        for (double t : samples.times) {
            written.at(exact, t);
            keyed.at(clip, t);
            for (int n = 0; n < follows.length; n++) {
                if (follows[n]) {
                    mm.take(millimetres(n), n, t);
                    degrees.take(degrees(n), n, t);
                }
            }
        }
        int keys = clip.nodeCurves().mapToInt(Curve::keys).sum();
        FormulaReport report = new FormulaReport(
                clip.name(),
                bound.plan().keys().fewest(),
                keys,
                samples.frames.length * drive.outs().size(),
                off(mm, clip, this::millimetres),
                off(degrees, clip, this::degrees),
                LoopSeams.of(bound));
        return new Baked(clip, report);
    }

    private double millimetres(int n) {
        return Matrices.translation(written.world(n)).distance(Matrices.translation(keyed.world(n)))
                * figure.stage().metersPerUnit()
                * 1000;
    }

    private double degrees(int n) {
        return SwingTwist.angle(
                Matrices.quaternion(written.world(n)).conjugate().mul(Matrices.quaternion(keyed.world(n))));
    }

    private static final class Worst {
        double value;
        int node = -1;
        double time = Double.NaN;

        void take(double v, int n, double t) {
            if (v > value) {
                value = v;
                node = n;
                time = t;
            }
        }
    }

    private interface Measure {
        double of(int node);
    }

    /** The worst, looked at closer between the samples on both sides of it. */
    private FormulaReport.Off off(Worst worst, Clip clip, Measure measure) {
        if (worst.node < 0) {
            return FormulaReport.Off.NONE;
        }
        double step = (samples.times[samples.times.length - 1] - samples.times[0]) / (samples.times.length - 1);
        DoubleUnaryOperator at = t -> {
            double[] exact = samples.at(t);
            List<Curve> now = new ArrayList<>();
            for (double v : exact) {
                now.add(Curve.still(v));
            }
            written.at(clip.withTracks(tracks(now), List.of()), t);
            keyed.at(clip, t);
            return measure.of(worst.node);
        };
        double a = Math.max(clip.startSeconds(), worst.time - step);
        double b = Math.min(clip.endSeconds(), worst.time + step);
        for (int i = 0; i < CLOSER && b - a > 1e-9; i++) {
            double x = b - GOLD * (b - a);
            double y = a + GOLD * (b - a);
            double fx = at.applyAsDouble(x);
            double fy = at.applyAsDouble(y);
            for (double[] p : new double[][] {{fx, x}, {fy, y}}) {
                worst.take(p[0], worst.node, p[1]);
            }
            if (fx > fy) {
                b = y;
            } else {
                a = x;
            }
        }
        return new FormulaReport.Off(
                worst.value, figure.nodes().get(worst.node).name(), clip.rate().frame(worst.time));
    }
}
