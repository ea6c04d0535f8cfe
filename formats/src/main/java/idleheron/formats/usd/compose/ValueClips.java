package idleheron.formats.usd.compose;

import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeOffset;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Samples from further layers, one after the other in time: the dictionary {@code clips} of a prim, per set
 *
 * <pre>
 * assetPaths          the layers, or templateAssetPath "./x.###.usd" with templateStartTime, templateEndTime, templateStride
 * primPath            the prim in them that stands for this one
 * active              (stage time, layer) pairs: from that time on that layer speaks
 * times               (stage time, time in the layer) pairs, linear between them
 * manifestAssetPath   names the attributes that the layers hold
 * </pre>
 *
 * They are weaker than the opinions of the layer stack that asks for them and stronger than everything that is brought in.
 */
final class ValueClips {
    private static final Pattern TEMPLATE = Pattern.compile("(.*?)(#+)(?:\\.(#+))?(.*)");
    private static final int MOST_CLIPS = 100_000;

    private ValueClips() {}

    /** Whether the prim, or one above it, asks for clips. */
    static boolean anchoredAbove(ComposedPrim prim) {
        return anchor(prim) != null;
    }

    private static @Nullable ComposedPrim anchor(ComposedPrim prim) {
        for (ComposedPrim p = prim; p != null; p = p.parent()) {
            if (p.metadata(Field.CLIPS) instanceof Value.Dictionary) {
                return p;
            }
        }
        return null;
    }

    /** Whether an opinion is weaker than the clips: it comes by an arc into the stack that asks for them. */
    static boolean weaker(ComposedPrim prim, Opinion o) {
        ComposedPrim anchor = anchor(prim);
        Opinion asks = anchor == null ? null : asking(anchor);
        return asks != null && asks.arc() == Arc.LOCAL && o.arc() != Arc.LOCAL;
    }

    private static @Nullable Opinion asking(ComposedPrim anchor) {
        for (Opinion o : anchor.opinions()) {
            if (o.spec().get(Field.CLIPS) instanceof Value.Dictionary) {
                return o;
            }
        }
        return null;
    }

    /** The samples that clips give an attribute, in the stage's time; null where they give none. */
    static @Nullable TimeSamples samples(ComposedPrim prim, String attribute) {
        ComposedPrim anchor = anchor(prim);
        Opinion asks = anchor == null ? null : asking(anchor);
        if (anchor == null || asks == null || !(anchor.metadata(Field.CLIPS) instanceof Value.Dictionary sets)) {
            return null;
        }
        List<String> order = anchor.metadata(Field.CLIP_SETS) instanceof ListEdit e
                ? e.get(ListEdit.Operation.EXPLICIT).stream()
                        .map(String::valueOf)
                        .toList()
                : sets.entries().keySet().stream().sorted().toList();
        for (String name : order) {
            if (sets.entries().get(name) instanceof Value.Dictionary set) {
                TimeSamples t = new ValueClipSet(anchor, asks, set.entries()).samples(prim, attribute);
                if (t != null) {
                    return t;
                }
            }
        }
        return null;
    }

    /** One set of clips. */
    private record ValueClipSet(ComposedPrim anchor, Opinion asks, Map<String, Value> set) {
        private List<double[]> pairs(String key) {
            List<double[]> out = new ArrayList<>();
            if (set.get(key) instanceof Numbers n && n.kind() == ValueKind.DOUBLE2) {
                double[] d = n.doubles();
                for (int i = 0; i + 1 < d.length; i += 2) {
                    out.add(new double[] {d[i], d[i + 1]});
                }
            }
            return out;
        }

        private double number(String key, double otherwise) {
            return set.get(key) instanceof Numbers n ? n.first() : otherwise;
        }

        @Nullable
        TimeSamples samples(ComposedPrim prim, String attribute) {
            List<String> paths = set.get("assetPaths") instanceof TextValue w ? w.items() : List.of();
            List<double[]> active = pairs("active");
            List<double[]> times = pairs("times");
            if (paths.isEmpty() && set.get("templateAssetPath") instanceof TextValue w) {
                List<String> found = new ArrayList<>();
                active = new ArrayList<>();
                times = new ArrayList<>();
                template(w.first(), found, active, times);
                paths = found;
            }
            String top = set.get("primPath") instanceof TextValue w ? w.first() : anchor.path();
            String inner = SpecPath.moved(prim.path(), anchor.path(), top.isEmpty() ? anchor.path() : top);
            TimeOffset offset = asks.time();
            Map<Double, Value> out = new TreeMap<>();
            for (int i = 0; i < active.size(); i++) {
                double from = active.get(i)[0];
                double to = i + 1 < active.size() ? active.get(i + 1)[0] : Double.POSITIVE_INFINITY;
                int index = (int) active.get(i)[1];
                if (index >= 0 && index < paths.size()) {
                    TimeSamples t = of(paths.get(index), inner, attribute);
                    if (t != null) {
                        add(t, i == 0 ? Double.NEGATIVE_INFINITY : from, to, times, offset, out);
                    }
                }
            }
            return out.isEmpty()
                    ? null
                    : TimeSamples.of(out.keySet().stream().mapToDouble(d -> d).toArray(), List.copyOf(out.values()));
        }

        private @Nullable TimeSamples of(String asset, String path, String attribute) {
            Assets assets = anchor.stage().assets();
            List<Problem> met = new ArrayList<>();
            Layer l = assets.layer(assets.resolve(asks.layer().id(), asset), met);
            met.forEach(p -> anchor.stage().tell(new Problem(Problem.CLIP_MISSING, anchor.path(), p.message())));
            Spec s = l == null ? null : l.prim(path);
            Spec a = s == null ? null : s.properties().get(attribute);
            return a != null && a.get(Field.TIME_SAMPLES) instanceof TimeSamples t ? t : null;
        }

        /** Samples of one layer, put where the pairs of times put them, as far as this layer is active there. */
        private static void add(
                TimeSamples t,
                double from,
                double to,
                List<double[]> times,
                TimeOffset offset,
                Map<Double, Value> out) {
            if (times.isEmpty()) {
                for (int i = 0; i < t.count(); i++) {
                    double at = t.times()[i];
                    if (at >= from && at < to) {
                        out.put(offset.apply(at), t.value(i));
                    }
                }
                return;
            }
            for (int k = 0; k + 1 < times.size(); k++) {
                double[] a = times.get(k);
                double[] b = times.get(k + 1);
                double low = Math.min(a[1], b[1]);
                double high = Math.max(a[1], b[1]);
                for (int i = 0; i < t.count(); i++) {
                    double inner = t.times()[i];
                    if (inner >= low && inner <= high && b[0] > a[0]) {
                        double at = high == low ? a[0] : a[0] + (inner - a[1]) / (b[1] - a[1]) * (b[0] - a[0]);
                        if (at >= from && at < to) {
                            out.put(offset.apply(at), t.value(i));
                        }
                    }
                }
            }
            double[] one = times.getFirst();
            if (times.size() == 1 && one[0] >= from && one[0] < to && t.count() > 0) {
                out.put(offset.apply(one[0]), t.value(t.floor(one[1])));
            }
        }

        /** The layers of a numbered template: each speaks for one stride of time. */
        private void template(String text, List<String> paths, List<double[]> active, List<double[]> times) {
            Matcher m = TEMPLATE.matcher(text);
            double start = number("templateStartTime", Double.NaN);
            double end = number("templateEndTime", Double.NaN);
            double stride = number("templateStride", Double.NaN);
            double shift = number("templateActiveOffset", 0);
            if (!m.matches() || !(stride > 0) || !(end >= start) || (end - start) / stride > MOST_CLIPS) {
                return;
            }
            for (int k = 0; start + k * stride <= end + 1e-9; k++) {
                double t = start + k * stride;
                String whole = digits((long) Math.floor(t), m.group(2).length());
                String part = m.group(3) == null
                        ? ""
                        : "."
                                + digits(
                                        Math.round((t - Math.floor(t))
                                                * Math.pow(10, m.group(3).length())),
                                        m.group(3).length());
                String path = m.group(1) + whole + part + m.group(4);
                if (anchor.stage()
                        .assets()
                        .exists(anchor.stage().assets().resolve(asks.layer().id(), path))) {
                    active.add(new double[] {t + shift, paths.size()});
                    times.add(new double[] {t, t});
                    paths.add(path);
                }
            }
            if (!times.isEmpty()) {
                double last = times.getLast()[0];
                times.add(new double[] {last + stride, last + stride});
            }
        }

        private static String digits(long n, int padding) {
            String s = Long.toString(Math.abs(n));
            return (n < 0 ? "-" : "") + "0".repeat(Math.max(0, padding - s.length())) + s;
        }
    }
}
