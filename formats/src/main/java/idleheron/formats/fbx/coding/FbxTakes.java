package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxKeyFlags;
import idleheron.formats.fbx.document.FbxNumbers;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The animation of version 6 to the objects of version 7.
 *
 * <pre>
 * Take: "name" {
 *   LocalTime: start, stop                       ticks
 *   Model: "Model::hips" {
 *     Channel: "Transform" {
 *       Channel: "T" { Channel: "X" { Default, KeyVer, KeyCount, Key } Channel: "Y" … }      also "R" and "S"
 *     }
 *     Channel: "Visibility" { Default, Key … }   any other property: with Key itself, or with X, Y and Z
 *   }
 * }
 *
 * Key   ticks, value, then by a letter
 *       C  s holds, n takes the next value
 *       L
 *       U  s or b (broken): slope on the right, slope on the left of the next key; a: made by rule, no numbers
 *          then n for handles of a third, r, l or a for own lengths on the right, on the next key's left, or both
 *       T  tension, continuity, bias; then as U
 * </pre>
 *
 * <p>Written from memory of the format. A list of keys that does not follow it is read as far as it does, and told.
 */
final class FbxTakes {
    private static final float DEFAULT_WEIGHTS = Float.intBitsToFloat(3333 << 16 | 3333);

    private final FbxBuild build;
    private final Map<String, Long> ids;
    private final Map<String, Long> attributes;
    private final Map<String, Map<String, Long>> channels;
    private final List<String> notes;

    FbxTakes(
            FbxBuild build,
            Map<String, Long> ids,
            Map<String, Long> attributes,
            Map<String, Map<String, Long>> channels,
            List<String> notes) {
        this.build = build;
        this.ids = ids;
        this.attributes = attributes;
        this.channels = channels;
        this.notes = notes;
    }

    void read(FbxRecord takes) {
        for (FbxRecord take : takes.children("Take")) {
            take(take);
        }
    }

    private void take(FbxRecord take) {
        FbxRecord local = take.child("LocalTime");
        FbxRecord reference = take.child("ReferenceTime");
        List<FbxRecord> span = new ArrayList<>();
        span(local, "Local", span);
        span(reference, "Reference", span);
        long stack = build.object("AnimationStack", take.text(0), "AnimStack", "", List.of(FbxBuild.properties(span)));
        long layer = build.object("AnimationLayer", "BaseLayer", "AnimLayer", "", List.of());
        build.connect(layer, stack);
        for (FbxRecord subject : take.children()) {
            String key = FbxUpgrade.key(subject.text(0));
            Long id = ids.get(key);
            if (id != null) {
                for (FbxRecord c : subject.children("Channel")) {
                    channel(c, key, id, layer);
                }
            }
        }
    }

    private static void span(@Nullable FbxRecord r, String which, List<FbxRecord> into) {
        if (r != null) {
            into.add(time(which + "Start", r.integer(0, 0)));
            into.add(time(which + "Stop", r.integer(1, 0)));
        }
    }

    private static FbxRecord time(String name, long ticks) {
        return FbxBuild.property(name, "KTime", "Time", "", new FbxValue.Int64(ticks));
    }

    private void channel(FbxRecord c, String key, long id, long layer) {
        String name = c.text(0);
        if (name.equals("Transform")) {
            for (FbxRecord group : c.children("Channel")) {
                String property = switch (group.text(0)) {
                    case "T" -> "Lcl Translation";
                    case "R" -> "Lcl Rotation";
                    case "S" -> "Lcl Scaling";
                    default -> "";
                };
                if (!property.isEmpty()) {
                    curves(group, group.text(0), property, id, layer);
                }
            }
            return;
        }
        Map<String, Long> shapes = channels.getOrDefault(key, Map.of());
        Long shape = shapes.get(name);
        if (shape != null) {
            curves(c, "DeformPercent", "DeformPercent", shape, layer);
        } else {
            boolean ofNode = name.equals("Visibility") || !attributes.containsKey(key);
            curves(c, name, name, ofNode ? id : attributes.getOrDefault(key, id), layer);
        }
    }

    private void curves(FbxRecord group, String name, String property, long target, long layer) {
        List<FbxRecord> parts = group.children("Channel");
        List<FbxRecord> defaults = new ArrayList<>();
        List<FbxRecord> sources = parts.isEmpty() ? List.of(group) : parts;
        for (FbxRecord p : sources) {
            FbxRecord value = p.child("Default");
            if (value != null) {
                defaults.add(FbxBuild.animated(part(p, parts, property), value.number(0, 0)));
            }
        }
        List<List<FbxRecord>> keyed = new ArrayList<>();
        List<String> where = new ArrayList<>();
        for (FbxRecord p : sources) {
            List<FbxRecord> keys = keys(p);
            if (!keys.isEmpty()) {
                keyed.add(keys);
                where.add(part(p, parts, property));
            }
        }
        if (keyed.isEmpty()) {
            return;
        }
        long node =
                build.object("AnimationCurveNode", name, "AnimCurveNode", "", List.of(FbxBuild.properties(defaults)));
        build.connect(node, layer);
        build.connect(node, target, property);
        for (int i = 0; i < keyed.size(); i++) {
            long curve = build.object("AnimationCurve", "", "AnimCurve", "", keyed.get(i));
            build.connect(curve, node, where.get(i));
        }
    }

    private static String part(FbxRecord p, List<FbxRecord> parts, String property) {
        return "d|" + (parts.isEmpty() ? property : p.text(0));
    }

    /** The records of a version 7 curve; none when there are no keys. */
    private List<FbxRecord> keys(FbxRecord channel) {
        FbxRecord list = channel.child("Key");
        if (list == null || list.values().isEmpty()) {
            return List.of();
        }
        Tokens in = new Tokens(list);
        List<Long> ticks = new ArrayList<>();
        List<Double> values = new ArrayList<>();
        List<Integer> flags = new ArrayList<>();
        List<float[]> data = new ArrayList<>();
        while (in.isNumber()) {
            long tick = in.whole();
            if (!in.isNumber()) {
                break;
            }
            ticks.add(tick);
            values.add(in.number());
            float[] d = {0, 0, DEFAULT_WEIGHTS, 0};
            flags.add(flags(in, d));
            data.add(d);
        }
        if (in.left() > 0) {
            notes.add(say("formats.fbx.coding.FbxTakes.a-list-of-keys-on-is", channel.text(0), ticks.size()));
        }
        int n = ticks.size();
        float[] all = new float[4 * n];
        for (int i = 0; i < n; i++) {
            System.arraycopy(data.get(i), 0, all, 4 * i, 4);
        }
        int[] counts = new int[n];
        java.util.Arrays.fill(counts, 1);
        FbxRecord version = channel.child("KeyVer");
        return n == 0
                ? List.of()
                : List.of(
                        FbxBuild.leaf("Default", values.getFirst()),
                        FbxBuild.leaf("KeyVer", version == null ? 4005 : (int) version.integer(0, 4005)),
                        FbxRecord.leaf(
                                "KeyTime",
                                new FbxValue.Longs(
                                        ticks.stream().mapToLong(t -> t).toArray())),
                        FbxRecord.leaf(
                                "KeyValueFloat",
                                new FbxValue.Doubles(
                                        values.stream().mapToDouble(v -> v).toArray())),
                        FbxRecord.leaf(
                                "KeyAttrFlags",
                                new FbxValue.Ints(
                                        flags.stream().mapToInt(f -> f).toArray())),
                        FbxRecord.leaf("KeyAttrDataFloat", new FbxValue.Floats(all)),
                        FbxRecord.leaf("KeyAttrRefCount", new FbxValue.Ints(counts)));
    }

    private static int flags(Tokens in, float[] d) {
        return switch (in.letter()) {
            case 'C' -> FbxKeyFlags.CONSTANT | (in.letter('s', 'n') == 'n' ? FbxKeyFlags.NEXT_VALUE : 0);
            case 'U' -> slopes(in, d);
            case 'T' -> {
                d[0] = (float) in.number();
                d[1] = (float) in.number();
                d[2] = (float) in.number();
                in.letter('n', 'a', 'l', 'r');
                yield FbxKeyFlags.CUBIC | FbxKeyFlags.TENSION;
            }
            default -> FbxKeyFlags.LINEAR;
        };
    }

    private static int slopes(Tokens in, float[] d) {
        char how = in.letter('s', 'b', 'a', 'd');
        if (how == 'a') {
            return FbxKeyFlags.CUBIC | FbxKeyFlags.AUTO | weights(in, d);
        }
        d[0] = (float) in.number();
        d[1] = (float) in.number();
        int broken = how == 'b' || how == 'd' ? FbxKeyFlags.BROKEN : 0;
        return FbxKeyFlags.CUBIC | FbxKeyFlags.USER | broken | weights(in, d);
    }

    private static int weights(Tokens in, float[] d) {
        char which = in.letter('n', 'a', 'l', 'r');
        double right = which == 'a' || which == 'r' ? in.number() : 1 / 3.0;
        double left = which == 'a' || which == 'l' ? in.number() : 1 / 3.0;
        d[2] = FbxKeyFlags.pack(right, left);
        return (which == 'a' || which == 'r' ? FbxKeyFlags.WEIGHTED_RIGHT : 0)
                | (which == 'a' || which == 'l' ? FbxKeyFlags.WEIGHTED_NEXT_LEFT : 0);
    }

    /** The values of a key list, one after the other. */
    private static final class Tokens {
        private final List<FbxValue> values;
        private final FbxValue.@Nullable Array array;
        private int at;

        Tokens(FbxRecord list) {
            this.values = list.values();
            this.array = list.values().getFirst() instanceof FbxValue.Array a ? a : null;
        }

        int left() {
            return array == null ? values.size() - at : 0;
        }

        boolean isNumber() {
            return left() > 0 && letterAt() == 0;
        }

        long whole() {
            return FbxNumbers.integer(values.get(at++), 0);
        }

        double number() {
            return isNumber() ? FbxNumbers.number(values.get(at++), 0) : 0;
        }

        private char letterAt() {
            if (left() == 0) {
                return 0;
            }
            return switch (values.get(at)) {
                case FbxValue.Flag f -> (char) f.value();
                case FbxValue.Text t when t.bytes().length == 1 -> (char) t.bytes()[0];
                case null, default -> 0;
            };
        }

        /** The next letter, or 0 where something else stands. */
        char letter() {
            char c = letterAt();
            at += c == 0 ? 0 : 1;
            return c;
        }

        /** The next letter when it is one of these, else the first of them without moving on. */
        char letter(char... of) {
            char c = letterAt();
            for (char o : of) {
                if (c == o) {
                    at++;
                    return c;
                }
            }
            return of[0];
        }
    }
}
