package idleheron.core.cache;

import static idleheron.core.Messages.say;

import java.util.Arrays;

/**
 * The times of samples, in seconds. Uniform: one stored time, {@code time(i) = t0 + i·perCycle}. Cyclic: k stored times that
 * come again every {@code perCycle}. Acyclic: every time is stored, {@code perCycle} is {@link #ACYCLIC}.
 */
public record TimeSampling(double perCycle, double[] stored) {
    /** Stands for "no cycle". */
    public static final double ACYCLIC = Double.MAX_VALUE / 32;

    /** What samples that never change use: one second a sample, from 0. */
    public static final TimeSampling STILL = uniform(1, 0);

    /** Two times closer than this are the same moment, in seconds. */
    public static final double CLOSE = 1e-6;

    public TimeSampling {
        if (stored.length == 0) {
            throw new IllegalArgumentException(say("core.cache.TimeSampling.a-time-sampling-stores-at-least"));
        }
    }

    /** One sample a cycle; both in seconds. */
    public static TimeSampling uniform(double perCycle, double start) {
        return new TimeSampling(perCycle, new double[] {start});
    }

    /** A time for each sample, seconds, rising. */
    public static TimeSampling acyclic(double[] times) {
        return new TimeSampling(ACYCLIC, times);
    }

    /** The shortest sampling that has these times: uniform where steps are even to a nanosecond in a thousand. */
    public static TimeSampling of(double[] times) {
        if (times.length == 0) {
            return STILL;
        }
        if (times.length == 1) {
            return uniform(1, times[0]);
        }
        double step = (times[times.length - 1] - times[0]) / (times.length - 1);
        for (int i = 0; i < times.length; i++) {
            if (!(step > 0) || Math.abs(times[0] + i * step - times[i]) > 1e-9 * Math.max(1, Math.abs(times[i]))) {
                return acyclic(times);
            }
        }
        return uniform(step, times[0]);
    }

    /** Whether samples lie at times of their own, not at steps. */
    public boolean isAcyclic() {
        return perCycle == ACYCLIC;
    }

    /** Whether samples lie at equal steps. */
    public boolean isUniform() {
        return !isAcyclic() && stored.length == 1;
    }

    /** "uniform", "cyclic" or "acyclic". */
    public String kind() {
        return isAcyclic() ? "acyclic" : stored.length == 1 ? "uniform" : "cyclic";
    }

    /** Time of a sample in seconds; past the last stored one of an acyclic sampling that last one. */
    public double time(int sample) {
        if (isAcyclic()) {
            return stored[Math.min(sample, stored.length - 1)];
        }
        return stored[sample % stored.length] + (double) (sample / stored.length) * perCycle;
    }

    /** The times of that many samples, seconds. */
    public double[] times(int count) {
        double[] out = new double[count];
        for (int i = 0; i < count; i++) {
            out[i] = time(i);
        }
        return out;
    }

    /** The last of {@code count} samples at or before a time, within {@link #CLOSE}; the first where there is none. */
    public int floor(double seconds, int count) {
        int low = 0;
        int high = count - 1;
        while (low < high) {
            int mid = (low + high + 1) >>> 1;
            if (time(mid) <= seconds + CLOSE) {
                low = mid;
            } else {
                high = mid - 1;
            }
        }
        return low;
    }

    /** The sample closest to a time. */
    public int nearest(double seconds, int count) {
        int at = floor(seconds, count);
        return at + 1 < count && Math.abs(time(at + 1) - seconds) < Math.abs(time(at) - seconds) ? at + 1 : at;
    }

    /** All times later by {@code seconds}. */
    public TimeSampling shifted(double seconds) {
        return new TimeSampling(
                perCycle, Arrays.stream(stored).map(t -> t + seconds).toArray());
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof TimeSampling t
                && Double.compare(t.perCycle, perCycle) == 0
                && Arrays.equals(t.stored, stored);
    }

    @Override
    public int hashCode() {
        return 31 * Double.hashCode(perCycle) + Arrays.hashCode(stored);
    }
}
