package idleheron.core.formula.bake;

import idleheron.core.formula.Source;
import idleheron.core.scene.motion.Channel;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Channels of a cyclic clip that do not go on at its end as they began. A formula is run on beyond the clip: it closes where it
 * says the same one clip later, turns a whole number of times apart. Where it does not, the time after which it says the same is
 * looked for by laying it over itself, later and later.
 */
final class LoopSeams {
    /** Of the reach of a channel: what is less is closed. */
    private static final double CLOSED = 1e-6;

    private static final int SAMPLES = 1024;

    /** Clips that a formula is run on for; half of them are the longest period that is found. */
    private static final int CLIPS = 4;

    /** Shares of the clip at which a period is looked at closely; none is a moment at which a motion is likely to jump. */
    private static final double[] PROBES =
            IntStream.range(0, 48).mapToDouble(i -> (i + 0.3719) / 48).toArray();

    private static final int ROUNDS = 50;
    private static final double GOLD = (Math.sqrt(5) - 1) / 2;

    private LoopSeams() {}

    /** Those of a plan; none where it is not cyclic. */
    static List<FormulaReport.Seam> of(BoundPlan plan) {
        List<FormulaReport.Seam> out = new ArrayList<>();
        if (!plan.plan().cyclic()) {
            return out;
        }
        double length = plan.plan().seconds();
        double[][] all = new double[plan.channels()][SAMPLES + 1];
        double[] now = new double[plan.channels()];
        for (int i = 0; i <= SAMPLES; i++) {
            plan.at(CLIPS * length * i / SAMPLES, now);
            for (int c = 0; c < now.length; c++) {
                all[c][i] = now[c];
            }
        }
        for (int c = 0; c < now.length; c++) {
            boolean keyed = plan.plan().channels().get(c).source() instanceof Source.Keyed;
            FormulaReport.Seam seam = new Line(plan, c, all[c]).seam(keyed);
            if (seam != null) {
                out.add(seam);
            }
        }
        return out;
    }

    /** One channel over several clips. */
    private static final class Line {
        private final BoundPlan plan;
        private final int channel;
        private final double[] samples;
        private final double length;
        private final double reach;

        Line(BoundPlan plan, int channel, double[] samples) {
            this.plan = plan;
            this.channel = channel;
            this.samples = samples;
            this.length = plan.plan().seconds();
            double low = samples[0];
            double high = samples[0];
            for (double v : samples) {
                low = Math.min(low, v);
                high = Math.max(high, v);
            }
            this.reach = high - low;
        }

        private double at(double t) {
            return plan.at(channel, t);
        }

        /** Whole turns are nothing. */
        private double apart(double a, double b) {
            Channel c = plan.channel(channel);
            return Math.abs(c.isRotation() ? Math.IEEEremainder(a - b, 360) : a - b);
        }

        FormulaReport.@Nullable Seam seam(boolean keyed) {
            double closed = CLOSED * Math.max(reach, 1e-9);
            double gap = apart(at(length), at(0));
            if (keyed ? gap <= closed : off(SAMPLES / CLIPS) <= closed) {
                return null;
            }
            double period = keyed ? Double.NaN : period(closed);
            double fits = period > 0 ? length / Math.max(1, Math.rint(length / period)) : Double.NaN;
            return new FormulaReport.Seam(
                    plan.name(channel).toString(), gap, plan.name(channel).unit(), period, fits);
        }

        /** How far the channel is from itself so many samples later, in the mean. */
        private double off(int lag) {
            double sum = 0;
            for (int i = 0; i + lag <= SAMPLES; i++) {
                sum += apart(samples[i + lag], samples[i]);
            }
            return sum / (SAMPLES + 1 - lag);
        }

        private double period(double closed) {
            double most = 0;
            double[] off = new double[SAMPLES / 2 + 1];
            for (int lag = 1; lag < off.length; lag++) {
                off[lag] = off(lag);
                most = Math.max(most, off[lag]);
            }
            double step = CLIPS * length / SAMPLES;
            for (int lag = 2; lag + 1 < off.length; lag++) {
                if (off[lag] <= off[lag - 1] && off[lag] <= off[lag + 1] && off[lag] < most / 4) {
                    double period = least(this::offAt, (lag - 1) * step, (lag + 1) * step);
                    if (offAt(period) <= 100 * closed) {
                        return period;
                    }
                }
            }
            return Double.NaN;
        }

        /** How far the channel is from itself some seconds later, in the mean over the time of the clip. */
        private double offAt(double later) {
            double sum = 0;
            for (double t : PROBES) {
                sum += apart(at(t * length + later), at(t * length));
            }
            return sum / PROBES.length;
        }

        /** Where a function of one hollow is least: by the golden section. */
        private static double least(DoubleUnaryOperator f, double from, double to) {
            double a = from;
            double b = to;
            double x = b - GOLD * (b - a);
            double y = a + GOLD * (b - a);
            double fx = f.applyAsDouble(x);
            double fy = f.applyAsDouble(y);
            for (int i = 0; i < ROUNDS; i++) {
                if (fx < fy) {
                    b = y;
                    y = x;
                    fy = fx;
                    x = b - GOLD * (b - a);
                    fx = f.applyAsDouble(x);
                } else {
                    a = x;
                    x = y;
                    fx = fy;
                    y = a + GOLD * (b - a);
                    fy = f.applyAsDouble(y);
                }
            }
            return (a + b) / 2;
        }
    }
}
