package idleheron.core.formula.bake;

import static idleheron.core.Messages.say;

import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.Source;
import idleheron.core.job.Progress;
import idleheron.core.time.SampleTimes;
import java.util.Arrays;

/**
 * What a plan does, sampled densely: {@value #PER_FRAME} times from frame to frame, with its slopes on both sides of every
 * frame.
 */
final class MotionSamples {
    /** Samples from one frame to the next. */
    static final int PER_FRAME = 8;

    /** Channels times frames, a long formula counted as several; what is more would take longer than a minute. */
    static final int MOST = 250_000;

    /** A formula of so many characters counts once. */
    private static final double SHORT = 40;

    /** So often a long piece of work is asked whether it goes on. */
    private static final int ASKED = 64;

    /** Of a frame, for slopes. */
    private static final double STEP = 1e-4;

    private final Drive drive;
    private final double start;

    /** Of the frames, seconds on the clock of the clip. */
    final double[] frames;

    /** Of the samples, seconds on the clock of the clip. */
    final double[] times;

    /** Per channel, per sample. */
    final double[][] values;

    /** Per channel, per frame: value per second after it. */
    final double[][] leaving;

    /** Per channel, per frame: value per second before it. */
    final double[][] arriving;

    /** @throws FormulaFault where there is too much to work out, or a formula has no value somewhere */
    MotionSamples(BoundPlan bound, Drive drive, Progress progress) {
        MotionPlan plan = bound.plan();
        this.drive = drive;
        start = plan.startSeconds();
        double all =
                plan.seconds() * plan.rate().perSecond() * Math.max(drive.outs().size(), effort(plan));
        if (all > MOST) {
            throw new FormulaFault(
                    plan.channels().getFirst().place(),
                    say("core.formula.bake.MotionSamples.at-most-channels-times-frames-a", MOST),
                    String.format(java.util.Locale.ROOT, "%.0f", all));
        }
        frames = SampleTimes.frames(start, start + plan.seconds(), plan.rate());
        times = new double[(frames.length - 1) * PER_FRAME + 1];
        for (int i = 0; i < times.length; i++) {
            int f = Math.min(i / PER_FRAME, frames.length - 1);
            int part = i - f * PER_FRAME;
            times[i] = part == 0 ? frames[f] : frames[f] + (frames[f + 1] - frames[f]) * part / PER_FRAME;
        }
        int n = drive.outs().size();
        values = new double[n][times.length];
        leaving = new double[n][frames.length];
        arriving = new double[n][frames.length];
        sample(progress);
        slopes();
    }

    private static double effort(MotionPlan plan) {
        double sum = 0;
        for (MotionPlan.Said s : plan.channels()) {
            sum += s.source() instanceof Source.Written w
                    ? Math.max(1, w.formula().text().length() / SHORT)
                    : 1;
        }
        return sum;
    }

    private void sample(Progress progress) {
        double[] near = drive.rest();
        double[] out = new double[near.length];
        for (int i = 0; i < times.length; i++) {
            if (i % ASKED == 0) {
                progress.at((double) i / times.length, say("core.formula.bake.MotionSamples.working-out-the-formulas"));
            }
            drive.at(times[i] - start, near, out);
            for (int c = 0; c < out.length; c++) {
                values[c][i] = out[c];
            }
            double[] last = near;
            near = out;
            out = last;
        }
    }

    /** By three values on one side of a frame, so that a corner keeps its two slopes. */
    private void slopes() {
        int n = drive.outs().size();
        double[] near = new double[n];
        double[] one = new double[n];
        double[] two = new double[n];
        for (int f = 0; f < frames.length; f++) {
            for (int c = 0; c < n; c++) {
                near[c] = values[c][f * PER_FRAME];
            }
            for (int side = -1; side <= 1; side += 2) {
                int other = Math.clamp(f + side, 0, frames.length - 1);
                if (other == f) {
                    continue;
                }
                double h = STEP * (frames[other] - frames[f]);
                drive.at(frames[f] + h - start, near, one);
                drive.at(frames[f] + 2 * h - start, near, two);
                for (int c = 0; c < n; c++) {
                    (side > 0 ? leaving : arriving)[c][f] = (4 * one[c] - 3 * near[c] - two[c]) / (2 * h);
                }
            }
        }
    }

    /** The exact values at a moment of the clip's clock, angles near those of the samples around it. */
    double[] at(double time) {
        int found = Arrays.binarySearch(times, time);
        int i = Math.clamp(found >= 0 ? found : -found - 1, 0, times.length - 1);
        double[] near = new double[values.length];
        for (int c = 0; c < near.length; c++) {
            near[c] = values[c][i];
        }
        double[] out = new double[near.length];
        drive.at(time - start, near, out);
        return out;
    }
}
