package idleheron.formats.usd.layer;

import static idleheron.core.Messages.say;

import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;
import java.util.function.UnaryOperator;

/** A value over time: ascending times in time codes, and one value, or {@link Value.Blocked}, at each. */
public final class TimeSamples implements Value {
    private final double[] times;
    private final IntFunction<Value> values;

    /** @param values may be asked from many threads, and again */
    public TimeSamples(double[] times, IntFunction<Value> values) {
        this.times = times;
        this.values = values;
    }

    /** A value for each time, ascending. */
    public static TimeSamples of(double[] times, List<? extends Value> values) {
        return new TimeSamples(times, values::get);
    }

    /** Time codes, rising. */
    public double[] times() {
        return times;
    }

    public int count() {
        return times.length;
    }

    /** The value at a place in the list. */
    public Value value(int i) {
        return values.apply(i);
    }

    /** The last sample at or before a time, the first where there is none; -1 where there are no samples. */
    public int floor(double time) {
        if (times.length == 0) {
            return -1;
        }
        int at = Arrays.binarySearch(times, time);
        return at >= 0 ? at : Math.max(0, -at - 2);
    }

    /** The same values at other times. */
    public TimeSamples mapTimes(java.util.function.DoubleUnaryOperator f) {
        return new TimeSamples(Arrays.stream(times).map(f).toArray(), values);
    }

    public TimeSamples mapValues(UnaryOperator<Value> f) {
        return new TimeSamples(times, i -> f.apply(values.apply(i)));
    }

    @Override
    public boolean equals(Object o) {
        if (!(o instanceof TimeSamples t) || !Arrays.equals(t.times, times)) {
            return false;
        }
        for (int i = 0; i < times.length; i++) {
            if (!value(i).equals(t.value(i))) {
                return false;
            }
        }
        return true;
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(times);
    }

    @Override
    public String toString() {
        return say("formats.usd.layer.TimeSamples.samples", times.length);
    }
}
