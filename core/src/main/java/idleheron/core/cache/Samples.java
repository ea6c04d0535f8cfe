package idleheron.core.cache;

import static idleheron.core.Messages.say;

import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;
import java.util.function.IntUnaryOperator;

/**
 * The values of one property over its samples. Bulk data stay where they are, in a mapped file or an array, until they are
 * asked for. Runs of equal samples at the start and at the end are kept once: sample i lies in {@link #slot}.
 */
public final class Samples {
    private static final ValueLayout.OfFloat FLOAT =
            ValueLayout.JAVA_FLOAT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    private static final ValueLayout.OfDouble DOUBLE =
            ValueLayout.JAVA_DOUBLE_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    private static final ValueLayout.OfInt INT = ValueLayout.JAVA_INT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);

    private final ElementType type;
    private final int extent;
    private final boolean scalar;
    private final int count;
    private final int first;
    private final int last;
    private final TimeSampling times;
    private final Source source;

    /** Where payloads come from; may be asked from many threads. */
    public interface Source {
        /** Little-endian values on end; text ends with a zero of its character size. */
        MemorySegment bytes(int slot);

        /** Points per rank; their product times the extent is the number of values. */
        long[] shape(int slot);
    }

    /**
     * What one sample is made of.
     *
     * @param extent values per point
     * @param scalar whether every sample is exactly one point
     */
    public record Layout(ElementType type, int extent, boolean scalar) {}

    /**
     * @param first index of the first sample that differs from the first one, 0 where none does
     * @param last index of the last sample that differs from the one before, 0 where none does
     */
    public Samples(Layout layout, int count, int first, int last, TimeSampling times, Source source) {
        if (layout.extent < 1 || count < 0 || first < 0 || last < first || last > 0 && (first == 0 || last >= count)) {
            throw new IllegalArgumentException(
                    say("core.cache.Samples.samples-count-first-changed-last-changed", count, first, last));
        }
        this.type = layout.type;
        this.extent = layout.extent;
        this.scalar = layout.scalar;
        this.count = count;
        this.first = first;
        this.last = last;
        this.times = times;
        this.source = source;
    }

    /** Computed when asked for, fixed-size values of rank one; each sample its own slot. */
    public static Samples computed(Layout layout, int count, TimeSampling times, IntFunction<MemorySegment> bytes) {
        Source s = new Source() {
            @Override
            public MemorySegment bytes(int slot) {
                return bytes.apply(slot);
            }

            @Override
            public long[] shape(int slot) {
                return new long[] {bytes.apply(slot).byteSize() / ((long) layout.type.bytes() * layout.extent)};
            }
        };
        return new Samples(layout, count, count > 1 ? 1 : 0, Math.max(0, count - 1), times, s);
    }

    /** Looked up when asked for, how many points as well; each sample its own slot. */
    public static Samples lazy(
            Layout layout,
            int count,
            TimeSampling times,
            IntFunction<MemorySegment> bytes,
            java.util.function.IntToLongFunction points) {
        Source s = new Source() {
            @Override
            public MemorySegment bytes(int slot) {
                return bytes.apply(slot);
            }

            @Override
            public long[] shape(int slot) {
                return new long[] {points.applyAsLong(slot)};
            }
        };
        return new Samples(layout, count, count > 1 ? 1 : 0, Math.max(0, count - 1), times, s);
    }

    private Layout layout() {
        return new Layout(type, extent, scalar);
    }

    /** One still array of floats. */
    public static Samples still(int extent, float... values) {
        return floats(extent, false, TimeSampling.STILL, List.of(values));
    }

    /** One still array of whole numbers. */
    public static Samples still(int... values) {
        MemorySegment m = segment(values);
        return computed(new Layout(ElementType.INT32, 1, false), 1, TimeSampling.STILL, i -> m);
    }

    /** Floats, one array per sample; equal runs are kept once. */
    public static Samples floats(int extent, boolean scalar, TimeSampling times, List<float[]> values) {
        List<MemorySegment> all = values.stream().map(v -> segment(v)).toList();
        return computed(new Layout(ElementType.FLOAT32, extent, scalar), all.size(), times, all::get)
                .settled();
    }

    /** Doubles, one array per sample; equal runs are kept once. */
    public static Samples doubles(int extent, boolean scalar, TimeSampling times, List<double[]> values) {
        List<MemorySegment> all = values.stream().map(v -> segment(v)).toList();
        return computed(new Layout(ElementType.FLOAT64, extent, scalar), all.size(), times, all::get)
                .settled();
    }

    /** Bytes as a still or repeated value: truths, small numbers. */
    public static Samples bytes(
            ElementType type, int extent, boolean scalar, int count, TimeSampling times, byte... v) {
        MemorySegment m = MemorySegment.ofArray(v);
        return computed(new Layout(type, extent, scalar), count, times, i -> m).settled();
    }

    /** One still text. */
    public static Samples text(String value) {
        MemorySegment m = MemorySegment.ofArray((value + "\0").getBytes(StandardCharsets.UTF_8));
        return new Samples(new Layout(ElementType.STRING, 1, true), 1, 0, 0, TimeSampling.STILL, new Source() {
            @Override
            public MemorySegment bytes(int slot) {
                return m;
            }

            @Override
            public long[] shape(int slot) {
                return new long[] {1};
            }
        });
    }

    /** The bytes of an array, in memory of their own. */
    public static MemorySegment segment(float[] v) {
        MemorySegment m = MemorySegment.ofArray(new byte[Math.multiplyExact(4, v.length)]);
        MemorySegment.copy(v, 0, m, FLOAT, 0, v.length);
        return m;
    }

    /** The bytes of an array, in memory of their own. */
    public static MemorySegment segment(double[] v) {
        MemorySegment m = MemorySegment.ofArray(new byte[Math.multiplyExact(8, v.length)]);
        MemorySegment.copy(v, 0, m, DOUBLE, 0, v.length);
        return m;
    }

    public static MemorySegment segment(int[] v) {
        MemorySegment m = MemorySegment.ofArray(new byte[Math.multiplyExact(4, v.length)]);
        MemorySegment.copy(v, 0, m, INT, 0, v.length);
        return m;
    }

    public ElementType type() {
        return type;
    }

    /** Values per point. */
    public int extent() {
        return extent;
    }

    /** Whether every sample is exactly one point. */
    public boolean scalar() {
        return scalar;
    }

    /** How many samples there are. */
    public int count() {
        return count;
    }

    /** Index of the first sample that differs from the first one, 0 where none does. */
    public int first() {
        return first;
    }

    /** Index of the last sample that differs from the one before, 0 where none does. */
    public int last() {
        return last;
    }

    public TimeSampling times() {
        return times;
    }

    /** Whether all samples are equal. */
    public boolean constant() {
        return last == 0;
    }

    /** How many payloads are kept. */
    public int slots() {
        return count == 0 ? 0 : last == 0 ? 1 : last - first + 2;
    }

    /** Which payload a sample has; past the last sample that of the last. */
    public int slot(int sample) {
        if (last == 0 || sample < first) {
            return 0;
        }
        return sample >= last ? last - first + 1 : sample - first + 1;
    }

    /**
     * Little-endian values of a sample, read when asked for.
     *
     * @throws IndexOutOfBoundsException for a sample that is not there
     */
    public MemorySegment bytes(int sample) {
        return source.bytes(slot(sample));
    }

    /** Points per rank of a sample. */
    public long[] shape(int sample) {
        return source.shape(slot(sample));
    }

    /** Points of a sample. */
    public long points(int sample) {
        long n = 1;
        for (long d : shape(sample)) {
            n *= d;
        }
        return n;
    }

    /** Whether two samples have the same bytes and shape. */
    public boolean same(int sample, Samples other, int otherSample) {
        return (this == other && slot(sample) == slot(otherSample))
                || SampleForms.alike(bytes(sample), other.bytes(otherSample))
                        && Arrays.equals(shape(sample), other.shape(otherSample));
    }

    /** The same values, with equal runs at both ends kept once. */
    public Samples settled() {
        int from = 0;
        int to = 0;
        for (int i = 1; i < count; i++) {
            if (slot(i) != slot(i - 1) && !same(i, this, i - 1)) {
                from = from == 0 ? i : from;
                to = i;
            }
        }
        int[] picked = new int[to == 0 ? Math.min(1, count) : to - from + 2];
        for (int s = 1; s < picked.length; s++) {
            picked[s] = slot(from + s - 1);
        }
        return new Samples(layout(), count, from, to, times, new PickedSamples(source, picked));
    }

    /** Other samples of these: new sample i is old sample {@code from(i)}. */
    public Samples pick(int newCount, IntUnaryOperator from, TimeSampling newTimes) {
        int[] slots = new int[newCount];
        for (int i = 0; i < newCount; i++) {
            slots[i] = slot(from.applyAsInt(i));
        }
        int changed = 0;
        int lastChanged = 0;
        for (int i = 1; i < newCount; i++) {
            if (slots[i] != slots[i - 1]) {
                changed = changed == 0 ? i : changed;
                lastChanged = i;
            }
        }
        int[] picked = new int[lastChanged == 0 ? Math.min(1, newCount) : lastChanged - changed + 2];
        for (int s = 0; s < picked.length; s++) {
            picked[s] = slots[s == 0 ? 0 : changed + s - 1];
        }
        return new Samples(layout(), newCount, changed, lastChanged, newTimes, new PickedSamples(source, picked));
    }

    /** Each payload put through a function that gives {@code points} points each time. */
    Samples map(long points, java.util.function.UnaryOperator<MemorySegment> f) {
        return mapped(f, slot -> new long[] {points});
    }

    /** Each payload put through a function; as many payloads as before. */
    public Samples map(java.util.function.UnaryOperator<MemorySegment> f) {
        return mapped(
                f,
                slot -> type.isText()
                        ? source.shape(slot)
                        : new long[] {f.apply(source.bytes(slot)).byteSize() / ((long) type.bytes() * extent)});
    }

    private Samples mapped(java.util.function.UnaryOperator<MemorySegment> f, IntFunction<long[]> shape) {
        return new Samples(layout(), count, first, last, times, new Source() {
            @Override
            public MemorySegment bytes(int slot) {
                return f.apply(source.bytes(slot));
            }

            @Override
            public long[] shape(int slot) {
                return shape.apply(slot);
            }
        });
    }

    public Samples withTimes(TimeSampling value) {
        return new Samples(layout(), count, first, last, value, source);
    }

    /** Values of a sample as floats: a plain copy of single floats, else converted. */
    public float[] floats(int sample) {
        MemorySegment m = bytes(sample);
        if (type == ElementType.FLOAT32) {
            float[] out = new float[(int) (m.byteSize() / 4)];
            MemorySegment.copy(m, FLOAT, 0, out, 0, out.length);
            return out;
        }
        double[] d = doubles(sample);
        float[] out = new float[d.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) d[i];
        }
        return out;
    }

    /**
     * Copies single floats.
     *
     * @throws IllegalStateException when the values are none
     */
    public int floats(int sample, float[] into) {
        if (type != ElementType.FLOAT32) {
            throw new IllegalStateException("values are " + type.id() + ", expected float32");
        }
        MemorySegment m = bytes(sample);
        int n = (int) (m.byteSize() / 4);
        MemorySegment.copy(m, FLOAT, 0, into, 0, n);
        return n;
    }

    /** Values of a sample as whole numbers; reals are cut. */
    public int[] ints(int sample) {
        MemorySegment m = bytes(sample);
        if (type == ElementType.INT32 || type == ElementType.UINT32) {
            int[] out = new int[(int) (m.byteSize() / 4)];
            MemorySegment.copy(m, INT, 0, out, 0, out.length);
            return out;
        }
        return Arrays.stream(doubles(sample)).mapToInt(d -> (int) d).toArray();
    }

    /**
     * Values of a sample as doubles.
     *
     * @throws IllegalStateException when they are text
     */
    public double[] doubles(int sample) {
        if (type.isText()) {
            throw new IllegalStateException("values are text, expected numbers");
        }
        MemorySegment m = bytes(sample);
        double[] out = new double[(int) (m.byteSize() / type.bytes())];
        for (int i = 0; i < out.length; i++) {
            out[i] = SampleForms.value(type, m, i);
        }
        return out;
    }

    /** Texts of a sample. */
    public List<String> strings(int sample) {
        return SampleForms.strings(type, bytes(sample).toArray(ValueLayout.JAVA_BYTE));
    }

    /** The first text of the first sample, or "". */
    public String string() {
        return count == 0 || !type.isText()
                ? ""
                : strings(0).stream().findFirst().orElse("");
    }
}
