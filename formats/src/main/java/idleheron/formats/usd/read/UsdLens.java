package idleheron.formats.usd.read;

import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.ValueKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;

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
        TreeSet<Double> told = new TreeSet<>();
        for (Part part : PARTS) {
            times(p, part.name, told);
        }
        times(p, CLIP, told);
        double[] times = told.stream().mapToDouble(d -> d).toArray();
        List<double[]> all = new ArrayList<>();
        for (int i = 0; i < Math.max(1, times.length); i++) {
            double time = times.length == 0 ? 0 : times[i];
            double[] v = new double[COUNT];
            v[SQUEEZE] = 1;
            for (Part part : PARTS) {
                v[part.at] = at(p, part.name, time, part.otherwise)[0] * part.factor(metersPerUnit, timeCodesPerSecond);
            }
            double[] range = at(p, CLIP, time, RANGE);
            v[NEAR] = range[0];
            v[NEAR + 1] = range[range.length - 1];
            all.add(v);
        }
        return Samples.doubles(COUNT, true, sampling.apply(times), all);
    }

    private static void times(ComposedPrim p, String name, Set<Double> out) {
        ComposedProperty q = p.property(name);
        TimeSamples t = q == null ? null : q.samplesOrClips();
        for (int i = 0; t != null && i < t.count(); i++) {
            out.add(t.times()[i]);
        }
    }

    /** By proportion between samples; the ends are held. */
    private static double[] at(ComposedPrim p, String name, double time, double... otherwise) {
        ComposedProperty q = p.property(name);
        TimeSamples t = q == null ? null : q.samplesOrClips();
        if (t == null || t.count() == 0) {
            Numbers n = UsdRead.numbers(p, name);
            return n == null || n.count() == 0 ? otherwise : n.doubles();
        }
        int i = t.floor(time);
        if (!(t.value(i) instanceof Numbers a) || a.count() == 0) {
            return otherwise;
        }
        if (time <= t.times()[i] || i + 1 == t.count() || !(t.value(i + 1) instanceof Numbers b)) {
            return a.doubles();
        }
        double u = (time - t.times()[i]) / (t.times()[i + 1] - t.times()[i]);
        double[] from = a.doubles();
        double[] to = b.doubles();
        double[] out = new double[Math.min(from.length, to.length)];
        for (int k = 0; k < out.length; k++) {
            out[k] = from[k] + u * (to[k] - from[k]);
        }
        return out.length == 0 ? otherwise : out;
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
