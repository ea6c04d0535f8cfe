package idleheron.formats.formula;

import static idleheron.core.Messages.say;

import idleheron.core.NearNames;
import idleheron.core.formula.ChannelName;
import idleheron.core.formula.Easing;
import idleheron.core.formula.Formula;
import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.Place;
import idleheron.core.formula.Source;
import idleheron.core.scene.motion.Channel;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.tomlj.TomlArray;
import org.tomlj.TomlTable;

/** What the text of a motion says, as a plan; each fault with its line and column. */
final class MotionReader {
    private static final String A_TABLE_OF_JOINTS = say("formats.formula.MotionReader.a-table-of-joints");
    private static final String MOVE_TURN_OR_SCALE = say("formats.formula.MotionReader.move-turn-or-scale");
    private static final String X_Y_OR_Z = say("formats.formula.MotionReader.x-y-or-z");

    private static final List<String> KEYS =
            List.of("schema", "clip", "figure", "seconds", "rate", "first", "cyclic", "keys", "within", "joints");
    private static final List<String> CHANNEL = List.of("formula", "keys", "over", "unit");
    private static final double LONGEST = 1e6;
    private static final Pattern FRACTION = Pattern.compile("(\\d{1,9})\\s*/\\s*(\\d{1,9})");

    /** To metres. */
    private static final Map<String, Double> LENGTHS = lengths();

    /** To degrees. */
    private static final Map<String, Double> ANGLES = Map.of("deg", 1.0, "rad", Math.toDegrees(1));

    private final MotionDocument doc;

    private MotionReader(MotionDocument doc) {
        this.doc = doc;
    }

    private static Map<String, Double> lengths() {
        Map<String, Double> out = new LinkedHashMap<>();
        out.put("m", 1.0);
        out.put("cm", 0.01);
        out.put("mm", 0.001);
        out.put("in", 0.0254);
        out.put("ft", 0.3048);
        return out;
    }

    /**
     * @param stem what the clip is called where the text does not tell
     * @throws FormulaFault where it says what a motion cannot
     */
    static MotionPlan read(MotionDocument doc, String stem) {
        try {
            return new MotionReader(doc).plan(stem);
        } catch (FormulaFault f) {
            throw f.in(doc.file());
        }
    }

    private MotionPlan plan(String stem) {
        if (!text(List.of("schema"), "").equals(MotionDocument.SCHEMA)) {
            throw new FormulaFault(
                    doc.place(List.of("schema")),
                    say("formats.formula.MotionReader.schema", MotionDocument.SCHEMA),
                    '"' + text(List.of("schema"), "") + '"');
        }
        known(doc.root(), List.of(), KEYS);
        double seconds = number(List.of("seconds"), Double.NaN);
        if (!(seconds > 0) || seconds > LONGEST) {
            throw new FormulaFault(
                    doc.place(List.of("seconds")),
                    say("formats.formula.MotionReader.seconds-above-0"),
                    shown(List.of("seconds")));
        }
        double first = number(List.of("first"), 0);
        if (!(Math.abs(first) <= 1e9)) {
            throw new FormulaFault(
                    doc.place(List.of("first")), say("formats.formula.MotionReader.a-frame"), shown(List.of("first")));
        }
        String clip = text(List.of("clip"), stem);
        return new MotionPlan(
                doc.file(),
                doc.text(),
                clip.isBlank() ? stem : clip,
                figure(),
                first,
                seconds,
                rate(),
                flag(List.of("cyclic")),
                wish(),
                channels());
    }

    private String figure() {
        String f = text(List.of("figure"), "").replace('\\', '/');
        if (f.startsWith("/") || f.contains(":")) {
            throw new FormulaFault(
                    doc.place(List.of("figure")), say("formats.formula.MotionReader.a-file-beside-this-one"), f);
        }
        return f;
    }

    private FrameRate rate() {
        List<String> path = List.of("rate");
        Object said = doc.value(path);
        if (said instanceof String s) {
            Matcher m = FRACTION.matcher(s.strip());
            if (m.matches() && Long.parseLong(m.group(1)) > 0 && Long.parseLong(m.group(2)) > 0) {
                return new FrameRate(Long.parseLong(m.group(1)), Long.parseLong(m.group(2)));
            }
            throw new FormulaFault(doc.place(path), say("formats.formula.MotionReader.frames-a-second-such-as-24"), s);
        }
        double perSecond = number(path, 24);
        if (!(perSecond > 0) || perSecond > LONGEST) {
            throw new FormulaFault(
                    doc.place(path), say("formats.formula.MotionReader.frames-a-second-above-0"), shown(path));
        }
        return FrameRate.nearest(perSecond);
    }

    private MotionPlan.KeyWish wish() {
        MotionPlan.KeyWish usual = MotionPlan.KeyWish.EVERY_FRAME;
        String keys = text(List.of("keys"), "every frame");
        if (!List.of("every frame", "fewest").contains(keys)) {
            throw new FormulaFault(
                    doc.place(List.of("keys")),
                    say("formats.formula.MotionReader.every-frame-or-fewest-for-keys"),
                    keys);
        }
        if (doc.value(List.of("within")) instanceof TomlTable t) {
            known(t, List.of("within"), List.of("mm", "degrees"));
        } else if (doc.value(List.of("within")) != null) {
            throw new FormulaFault(
                    doc.place(List.of("within")),
                    say("formats.formula.MotionReader.mm-0-05-degrees-0-01"),
                    shown(List.of("within")));
        }
        return new MotionPlan.KeyWish(
                keys.equals("fewest"), tolerance("mm", usual.mm()), tolerance("degrees", usual.degrees()));
    }

    private double tolerance(String key, double usual) {
        double v = number(List.of("within", key), usual);
        if (!(v > 0) || Double.isInfinite(v)) {
            throw new FormulaFault(
                    doc.place(List.of("within", key)),
                    say("formats.formula.MotionReader.a-tolerance-above-0"),
                    shown(List.of("within", key)));
        }
        return v;
    }

    private List<MotionPlan.Said> channels() {
        List<MotionPlan.Said> out = new ArrayList<>();
        List<String> top = List.of("joints");
        TomlTable joints = table(top, A_TABLE_OF_JOINTS);
        for (String joint : joints.keySet()) {
            List<String> at = and(top, joint);
            TomlTable does = table(at, MOVE_TURN_OR_SCALE);
            known(does, at, ChannelName.DOES.keySet().stream().sorted().toList());
            for (String what : does.keySet()) {
                List<String> of = and(at, what);
                TomlTable axes = table(of, X_Y_OR_Z);
                known(axes, of, List.of("x", "y", "z"));
                for (String axis : axes.keySet()) {
                    Channel c = ChannelName.channel(what, axis);
                    if (c != null) {
                        out.add(said(new ChannelName(joint, c), and(of, axis)));
                    }
                }
            }
        }
        if (out.isEmpty()) {
            throw new FormulaFault(
                    doc.place(top),
                    say("formats.formula.MotionReader.a-channel-such-as-joints-name"),
                    say("formats.formula.MotionReader.none"));
        }
        out.sort(Comparator.comparingInt((MotionPlan.Said s) -> s.place().line())
                .thenComparingInt(s -> s.place().column()));
        return out;
    }

    private MotionPlan.Said said(ChannelName name, List<String> path) {
        Place place = doc.place(path);
        Object value = doc.value(path);
        if (!(value instanceof TomlTable t)) {
            return new MotionPlan.Said(name, place, 1, source(path, value, false));
        }
        known(t, path, CHANNEL);
        Object formula = doc.value(and(path, "formula"));
        Object keys = doc.value(and(path, "keys"));
        if (formula == null == (keys == null)) {
            throw new FormulaFault(
                    place,
                    say("formats.formula.MotionReader.a-formula-or-keys"),
                    formula == null
                            ? say("formats.formula.MotionReader.neither")
                            : say("formats.formula.MotionReader.both"));
        }
        String over = text(and(path, "over"), "seconds");
        if (!List.of("seconds", "share").contains(over)) {
            throw new FormulaFault(
                    doc.place(and(path, "over")), say("formats.formula.MotionReader.seconds-or-share-for-over"), over);
        }
        double factor = factor(name, path);
        Source source = formula != null
                ? source(and(path, "formula"), formula, false)
                : source(and(path, "keys"), keys, over.equals("share"));
        return new MotionPlan.Said(name, place, factor, source);
    }

    /** From the unit that is told to metres, degrees or times. */
    private double factor(ChannelName name, List<String> path) {
        List<String> at = and(path, "unit");
        String unit = text(at, "");
        Map<String, Double> units =
                name.channel().isTranslation() ? LENGTHS : name.channel().isRotation() ? ANGLES : Map.of();
        Double factor = unit.isEmpty() ? Double.valueOf(1) : units.get(unit);
        if (factor == null) {
            String expected = units.isEmpty()
                    ? say("formats.formula.MotionReader.no-unit-for-a-scale")
                    : String.join(", ", units.keySet().stream().sorted().toList())
                            + (name.channel().isTranslation()
                                    ? say("formats.formula.MotionReader.for-a-move")
                                    : say("formats.formula.MotionReader.for-a-turn"));
            throw new FormulaFault(doc.place(at), expected, unit);
        }
        return factor;
    }

    private Source source(List<String> path, @Nullable Object value, boolean share) {
        return switch (value) {
            case String s -> new Source.Written(Formula.of(s, doc.textPlace(path)));
            case Number n ->
                new Source.Keyed(
                        new double[] {0}, new double[] {finite(n, doc.place(path))}, List.of(Easing.LINEAR), share);
            case TomlArray a -> keys(a, doc.place(path), share);
            case null, default ->
                throw new FormulaFault(
                        doc.place(path), say("formats.formula.MotionReader.a-number-a-formula-in-quotes"), shown(path));
        };
    }

    private Source keys(TomlArray all, Place place, boolean share) {
        int n = all.size();
        double[] times = new double[n];
        double[] values = new double[n];
        List<Easing> easings = new ArrayList<>();
        if (n == 0) {
            throw new FormulaFault(
                    place,
                    say("formats.formula.MotionReader.keys-time-value"),
                    say("formats.formula.MotionReader.none"));
        }
        for (int i = 0; i < n; i++) {
            Place at = new Place(
                    all.inputPositionOf(i).line(), all.inputPositionOf(i).column());
            if (!(all.get(i) instanceof TomlArray key) || key.size() < 2 || key.size() > 3) {
                throw new FormulaFault(
                        at, say("formats.formula.MotionReader.a-key-time-value-or-time"), shown(all.get(i)));
            }
            times[i] = finite(key.get(0), at);
            values[i] = finite(key.get(1), at);
            if (i > 0 && !(times[i] > times[i - 1])) {
                throw new FormulaFault(
                        at,
                        say("formats.formula.MotionReader.times-that-rise"),
                        say("formats.formula.MotionReader.after", times[i], times[i - 1]));
            }
            Object word = key.size() == 3 ? key.get(2) : "linear";
            Easing easing = word instanceof String s ? Easing.of(s) : null;
            if (easing == null) {
                throw new FormulaFault(at, Easing.WORDS, shown(word));
            }
            easings.add(easing);
        }
        return new Source.Keyed(times, values, easings, share);
    }

    private static double finite(Object value, Place place) {
        double v = value instanceof Number n ? n.doubleValue() : Double.NaN;
        if (!Double.isFinite(v)) {
            throw new FormulaFault(place, say("formats.formula.MotionReader.a-number"), shown(value));
        }
        return v;
    }

    private static List<String> and(List<String> path, String key) {
        return Stream.concat(path.stream(), Stream.of(key)).toList();
    }

    private TomlTable table(List<String> path, String expected) {
        if (doc.value(path) instanceof TomlTable t) {
            return t;
        }
        throw new FormulaFault(doc.place(path), expected, shown(path));
    }

    private void known(TomlTable table, List<String> at, List<String> keys) {
        for (String k : table.keySet()) {
            if (!keys.contains(k)) {
                String nearest = keys.stream()
                        .min(Comparator.comparingDouble(o -> NearNames.apart(o, k)))
                        .filter(o -> NearNames.apart(o, k) <= 0.5)
                        .map(o -> say("formats.formula.MotionReader.nearest-is", o))
                        .orElse("");
                throw new FormulaFault(
                        doc.place(and(at, k)),
                        say("formats.formula.MotionReader.one-of", String.join(", ", keys)),
                        k + nearest);
            }
        }
    }

    private String shown(List<String> path) {
        return shown(doc.value(path));
    }

    private static String shown(@Nullable Object v) {
        return switch (v) {
            case null -> "nothing";
            case TomlTable t -> say("formats.formula.MotionReader.a-table");
            case TomlArray a -> a.toJson().replaceAll("\\s+", "");
            default -> v.toString();
        };
    }

    private String text(List<String> path, String otherwise) {
        Object v = doc.value(path);
        if (v != null && !(v instanceof String)) {
            throw new FormulaFault(doc.place(path), say("formats.formula.MotionReader.a-text-in-quotes"), shown(path));
        }
        return v == null ? otherwise : (String) v;
    }

    private double number(List<String> path, double otherwise) {
        Object v = doc.value(path);
        if (v != null && !(v instanceof Number)) {
            throw new FormulaFault(doc.place(path), say("formats.formula.MotionReader.a-number"), shown(path));
        }
        return v == null ? otherwise : ((Number) v).doubleValue();
    }

    private boolean flag(List<String> path) {
        Object v = doc.value(path);
        if (v != null && !(v instanceof Boolean)) {
            throw new FormulaFault(doc.place(path), say("formats.formula.MotionReader.true-or-false"), shown(path));
        }
        return v != null && (Boolean) v;
    }
}
