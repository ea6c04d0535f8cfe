package idleheron.formats.usd.read;

import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * The lens of a cached camera, sixteen numbers at every time at which one of them is told ({@link ChannelSemantic#LENS}).
 *
 * <pre>
 * focalLength                                   tenths of a stage unit; millimetres in a cache
 * horizontal-, verticalAperture, ...Offset      tenths of a stage unit; centimetres in a cache
 * fStop; focusDistance, clippingRange           stage units in both
 * shutter:open, shutter:close                   time codes; seconds in a cache
 * </pre>
 */
public final class UsdLens {
    private static final int COUNT = 16;
    private static final int SQUEEZE = 5;
    private static final int NEAR = 14;

    private UsdLens() {}

    /** What an attribute is measured in. */
    private enum Measure {
        MILLIMETRES,
        CENTIMETRES,
        TIME,
        AS_TOLD
    }

    /** One number of a lens. */
    private record Part(int at, String name, double otherwise, Measure measure) {
        /** From what the stage says to what a cache holds. */
        double factor(double metersPerUnit, double timeCodesPerSecond) {
            double mm = metersPerUnit * UsdOptics.TENTHS_TO_MILLIMETRES;
            return switch (measure) {
                case MILLIMETRES -> mm;
                case CENTIMETRES -> mm / 10;
                case TIME -> 1 / timeCodesPerSecond;
                case AS_TOLD -> 1;
            };
        }
    }

    private static final List<Part> PARTS = List.of(
            new Part(0, "focalLength", 50, Measure.MILLIMETRES),
            new Part(1, "horizontalAperture", 20.955, Measure.CENTIMETRES),
            new Part(2, "horizontalApertureOffset", 0, Measure.CENTIMETRES),
            new Part(3, "verticalAperture", 15.2908, Measure.CENTIMETRES),
            new Part(4, "verticalApertureOffset", 0, Measure.CENTIMETRES),
            new Part(10, "fStop", 0, Measure.AS_TOLD),
            new Part(11, "focusDistance", 0, Measure.AS_TOLD),
            new Part(12, "shutter:open", 0, Measure.TIME),
            new Part(13, "shutter:close", 0, Measure.TIME));

    private static final String CLIP = "clippingRange";
    private static final double[] RANGE = {1, 1e6};

    /**
     * What a camera prim says.
     *
     * @param sampling of times of the stage
     */
    static Samples read(
            ComposedPrim p,
            double metersPerUnit,
            double timeCodesPerSecond,
            Function<double[], TimeSampling> sampling) {
        List<Told> parts = PARTS.stream()
                .map(part -> Told.of(p, part.name, part.otherwise))
                .toList();
        Told clip = Told.of(p, CLIP, RANGE);
        double[] times = Stream.concat(parts.stream(), Stream.of(clip))
                .flatMapToDouble(t -> Arrays.stream(t.times()))
                .sorted()
                .distinct()
                .toArray();
        List<double[]> all = new ArrayList<>();
        for (int i = 0; i < Math.max(1, times.length); i++) {
            double time = times.length == 0 ? 0 : times[i];
            double[] v = new double[COUNT];
            v[SQUEEZE] = 1;
            for (int k = 0; k < parts.size(); k++) {
                Part part = PARTS.get(k);
                v[part.at] = parts.get(k).at(time)[0] * part.factor(metersPerUnit, timeCodesPerSecond);
            }
            double[] range = clip.at(time);
            v[NEAR] = range[0];
            v[NEAR + 1] = range[range.length - 1];
            all.add(v);
        }
        return Samples.doubles(COUNT, true, sampling.apply(times), all);
    }

    /**
     * What the stage tells of an attribute.
     *
     * @param samples null of one that is still
     * @param still what holds without samples, and where one is blocked
     */
    private record Told(@Nullable TimeSamples samples, double[] still) {
        static Told of(ComposedPrim p, String name, double... otherwise) {
            ComposedProperty q = p.property(name);
            TimeSamples t = q == null ? null : q.samplesOrClips();
            return t == null || t.count() == 0
                    ? new Told(null, numbers(UsdRead.numbers(p, name), otherwise))
                    : new Told(t, otherwise);
        }

        private static double[] numbers(@Nullable Value v, double[] otherwise) {
            return v instanceof Numbers n && n.count() > 0 ? n.doubles() : otherwise;
        }

        double[] times() {
            return samples == null ? new double[0] : samples.times();
        }

        /** By proportion between samples; the ends are held, and what stands before a blocked one. */
        double[] at(double time) {
            if (samples == null) {
                return still;
            }
            int i = samples.floor(time);
            double[] from = numbers(samples.value(i), still);
            double first = samples.times()[i];
            if (from == still || time <= first || i + 1 == samples.count()) {
                return from;
            }
            double[] to = numbers(samples.value(i + 1), from);
            double u = (time - first) / (samples.times()[i + 1] - first);
            double[] out = new double[Math.min(from.length, to.length)];
            for (int k = 0; k < out.length; k++) {
                out[k] = from[k] + u * (to[k] - from[k]);
            }
            return out;
        }
    }

    /** What an attribute of a camera prim is made of. */
    @FunctionalInterface
    public interface Sink {
        /** @param values of a sample */
        void add(String name, ValueKind kind, Function<double[], double[]> values);
    }

    /** Every attribute of a camera prim, made of the sixteen numbers of a sample. */
    public static void write(double metersPerUnit, double timeCodesPerSecond, Sink to) {
        for (Part part : PARTS) {
            double factor = part.factor(metersPerUnit, timeCodesPerSecond);
            to.add(part.name, part.measure == Measure.TIME ? ValueKind.DOUBLE : ValueKind.FLOAT, v ->
                    new double[] {v[part.at] / factor});
        }
        to.add(CLIP, ValueKind.FLOAT2, v -> new double[] {v[NEAR], v[NEAR + 1]});
    }
}
