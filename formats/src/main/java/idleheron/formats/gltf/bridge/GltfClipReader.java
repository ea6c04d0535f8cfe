package idleheron.formats.gltf.bridge;

import idleheron.core.job.Cores;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.Accessor;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/**
 * Animations as clips.
 *
 * <pre>
 * channel   target: node and path (translation, rotation, scale, weights); sampler
 * sampler   input: seconds, rising; output: values; interpolation LINEAR, STEP or CUBICSPLINE
 * output    per key one value, of CUBICSPLINE three: the tangent in, the value, the tangent out; of weights one of each per
 *           shape: all tangents in, all values, all tangents out
 * </pre>
 *
 * There is no rate: the one is taken that puts most keys on whole frames.
 */
final class GltfClipReader {
    private static final List<FrameRate> RATES = List.of(
            FrameRate.of(24),
            FrameRate.of(25),
            FrameRate.of(30),
            FrameRate.of(60),
            FrameRate.of(50),
            FrameRate.of(48),
            FrameRate.of(120),
            new FrameRate(24000, 1001),
            new FrameRate(30000, 1001),
            new FrameRate(60000, 1001));
    private static final double ON_FRAME = 1e-4;

    private final GltfDocument doc;
    private final int[] nodeOf;
    private final List<Node> nodes;
    private final Map<Integer, int[]> shapes;
    private final List<String> notes;

    /**
     * @param nodeOf node of our scene for each of the document
     * @param shapes for a node of the document its mesh and how many shapes that has
     */
    GltfClipReader(GltfDocument doc, int[] nodeOf, List<Node> nodes, Map<Integer, int[]> shapes, List<String> notes) {
        this.doc = doc;
        this.nodeOf = nodeOf;
        this.nodes = nodes;
        this.shapes = shapes;
        this.notes = notes;
    }

    /** Turns of the clip that is read, each worked out by itself. */
    private final List<Runnable> turning = new ArrayList<>();

    /** What a channel moves: a node and its part, or nothing that is read. */
    private record Target(int node, String path) {}

    private static final java.util.regex.Pattern POINTER =
            java.util.regex.Pattern.compile("/nodes/(\\d{1,9})/(translation|rotation|scale|weights)");

    /** The nodes whose weights some animation moves. */
    static Set<Integer> weighted(GltfDocument doc) throws FormatException {
        Set<Integer> out = new HashSet<>();
        for (GltfObject a : doc.root().list("animations")) {
            for (GltfObject c : a.list("channels")) {
                Target t = target(doc, c);
                if (t.path.equals("weights")) {
                    out.add(t.node);
                }
            }
        }
        return out;
    }

    private static Target target(GltfDocument doc, GltfObject channel) throws FormatException {
        GltfObject t = channel.child("target");
        String path = t.text("path", "");
        if (!path.equals("pointer")) {
            return new Target(t.index("node", doc.nodes().size()), path);
        }
        String pointer = t.extension("KHR_animation_pointer").text("pointer", "");
        java.util.regex.Matcher m = POINTER.matcher(pointer);
        boolean known =
                m.matches() && Integer.parseInt(m.group(1)) < doc.nodes().size();
        return known ? new Target(Integer.parseInt(m.group(1)), m.group(2)) : new Target(-1, pointer);
    }

    private enum Way {
        LINEAR,
        STEP,
        CUBICSPLINE
    }

    /**
     * @param times seconds, rising
     * @param values on end
     * @param width numbers of one value
     */
    private record Sampler(double[] times, float[] values, int width, Way way) {
        /** Place of a value of a key; {@code part} is 0 for the tangent in, 1 for the value, 2 for the tangent out. */
        int at(int key, int part) {
            return way == Way.CUBICSPLINE ? (3 * key + part) * width : key * width;
        }

        Curve curve(int component) {
            int n = times.length;
            double[] v = new double[n];
            double[] in = new double[n];
            double[] out = new double[n];
            for (int i = 0; i < n; i++) {
                v[i] = values[at(i, 1) + component];
                in[i] = way == Way.CUBICSPLINE ? values[at(i, 0) + component] : 0;
                out[i] = way == Way.CUBICSPLINE ? values[at(i, 2) + component] : 0;
            }
            byte[] modes = new byte[n];
            Arrays.fill(modes, way == Way.STEP ? Curve.CONSTANT : way == Way.LINEAR ? Curve.LINEAR : Curve.CUBIC);
            boolean cubic = way == Way.CUBICSPLINE;
            return new Curve(times, v, modes, cubic ? out : null, cubic ? in : null);
        }

        private int segment(double t) {
            int i = Arrays.binarySearch(times, t);
            i = i >= 0 ? i : -i - 2;
            return Math.clamp(i, 0, Math.max(0, times.length - 2));
        }

        Quaterniond turn(double t) {
            int n = times.length;
            int i = segment(t);
            if (n == 1 || t <= times[0] || t >= times[n - 1]) {
                return quaternion(n > 1 && t >= times[n - 1] ? n - 1 : 0, 1);
            }
            double d = times[i + 1] - times[i];
            double u = (t - times[i]) / d;
            if (way == Way.LINEAR) {
                return quaternion(i, 1).slerp(quaternion(i + 1, 1), u);
            }
            double v = u * u;
            double w = v * u;
            double[] q = new double[4];
            for (int k = 0; k < 4; k++) {
                q[k] = (2 * w - 3 * v + 1) * values[at(i, 1) + k]
                        + d * (w - 2 * v + u) * values[at(i, 2) + k]
                        + (3 * v - 2 * w) * values[at(i + 1, 1) + k]
                        + d * (w - v) * values[at(i + 1, 0) + k];
            }
            return unit(q[0], q[1], q[2], q[3]);
        }

        Quaterniond quaternion(int key, int part) {
            int o = at(key, part);
            return unit(values[o], values[o + 1], values[o + 2], values[o + 3]);
        }
    }

    private static Quaterniond unit(double x, double y, double z, double w) {
        double l = Math.sqrt(x * x + y * y + z * z + w * w);
        return l > 0 && l < Double.POSITIVE_INFINITY ? new Quaterniond(x / l, y / l, z / l, w / l) : new Quaterniond();
    }

    List<Clip> read() throws FormatException {
        List<GltfObject> all = doc.root().list("animations");
        List<Map<Integer, Sampler>> samplers = new ArrayList<>();
        for (GltfObject a : all) {
            samplers.add(samplers(a));
        }
        FrameRate rate = rate(samplers);
        List<Clip> out = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            Clip c = clip(all.get(i), samplers.get(i), told(all.get(i), rate), i);
            if (c != null) {
                out.add(c);
            }
        }
        return out;
    }

    /** The rate that its extras say, or the one that fits best. */
    private static FrameRate told(GltfObject a, FrameRate otherwise) {
        com.fasterxml.jackson.databind.JsonNode r = a.node().path("extras").path(GltfPlaces.RATE);
        long frames = r.path(0).asLong();
        long seconds = r.path(1).asLong();
        boolean sane = r.size() == 2 && frames > 0 && seconds > 0 && frames < 1_000_000 && seconds < 1_000_000;
        return sane ? new FrameRate(frames, seconds) : otherwise;
    }

    /** The samplers that channels of nodes use, by their numbers. */
    private Map<Integer, Sampler> samplers(GltfObject a) throws FormatException {
        List<GltfObject> told = a.list("samplers");
        Map<Integer, Sampler> out = new TreeMap<>();
        for (GltfObject c : a.list("channels")) {
            int s = c.index("sampler", told.size());
            if (s < 0) {
                throw c.wrong("sampler", "a sampler");
            }
            Target target = target(doc, c);
            int width = target.node < 0 ? 0 : width(target.path, target.node);
            if (width > 0 && !out.containsKey(s)) {
                out.put(s, sampler(told.get(s), width));
            }
        }
        return out;
    }

    /** Numbers of one value; 0 for what is not read. */
    private int width(String path, int node) {
        return switch (path) {
            case "translation", "scale" -> 3;
            case "rotation" -> 4;
            case "weights" -> shapes.containsKey(node) ? shapes.get(node)[1] : 0;
            default -> 0;
        };
    }

    private Sampler sampler(GltfObject s, int width) throws FormatException {
        String word = s.text("interpolation", "LINEAR");
        Way way;
        try {
            way = Way.valueOf(word);
        } catch (IllegalArgumentException e) {
            throw s.wrong("interpolation", "LINEAR, STEP or CUBICSPLINE");
        }
        Accessor input = doc.accessor(s, "input");
        Accessor output = doc.accessor(s, "output");
        if (input == null || output == null) {
            throw s.wrong(input == null ? "input" : "output", "an accessor");
        }
        if (input.width() != 1 || input.component() != Accessor.FLOAT) {
            throw input.wrong("times as single floats", input.type() + " of " + input.component());
        }
        float[] values = output.floats();
        long need = (long) input.count() * width * (way == Way.CUBICSPLINE ? 3 : 1);
        if (values.length != need) {
            throw output.wrong(need + " numbers for " + input.count() + " keys", values.length + "");
        }
        float[] t = input.floats();
        double[] times = new double[t.length];
        for (int i = 0; i < t.length; i++) {
            times[i] = t[i];
        }
        return rising(s, new Sampler(times, values, width, way));
    }

    /** Without keys whose times do not rise; that is noted. */
    private Sampler rising(GltfObject of, Sampler s) {
        int[] keep = new int[s.times.length];
        int n = 0;
        double last = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < keep.length; i++) {
            if (Double.isFinite(s.times[i]) && s.times[i] > last) {
                last = s.times[i];
                keep[n++] = i;
            }
        }
        if (n > 0 && s.times[keep[0]] < 0) {
            notes.add(of.at() + " has a key before the start, at " + s.times[keep[0]] + " s");
        }
        if (n == keep.length) {
            return s;
        }
        notes.add(of.at() + ": times of " + (keep.length - n) + " keys do not rise; left out");
        int each = s.way == Way.CUBICSPLINE ? 3 * s.width : s.width;
        double[] times = new double[Math.max(1, n)];
        float[] values = new float[each * times.length];
        for (int i = 0; i < n; i++) {
            times[i] = s.times[keep[i]];
            System.arraycopy(s.values, each * keep[i], values, each * i, each);
        }
        if (n == 0) {
            System.arraycopy(s.values, 0, values, 0, each);
        }
        return new Sampler(times, values, s.width, s.way);
    }

    private FrameRate rate(List<Map<Integer, Sampler>> all) {
        double[] times = all.stream()
                .flatMap(m -> m.values().stream())
                .flatMapToDouble(s -> Arrays.stream(s.times))
                .distinct()
                .toArray();
        FrameRate best = FrameRate.FILM;
        long most = -1;
        for (FrameRate r : RATES) {
            long on = Arrays.stream(times)
                    .filter(t -> Math.abs(r.seconds(Math.rint(r.frame(t))) - t) < ON_FRAME)
                    .count();
            if (on > most) {
                most = on;
                best = r;
            }
        }
        if (times.length > 0 && most < times.length) {
            notes.add("a document has no rate; at " + best.label() + " /s " + (times.length - most) + " of "
                    + times.length + " key times lie between frames");
        }
        return best;
    }

    private @Nullable Clip clip(GltfObject a, Map<Integer, Sampler> samplers, FrameRate rate, int index)
            throws FormatException {
        Map<Integer, @Nullable Curve[]> tracks = new TreeMap<>();
        List<Clip.ShapeTrack> weights = new ArrayList<>();
        Set<String> met = new HashSet<>();
        double start = Double.POSITIVE_INFINITY;
        double end = Double.NEGATIVE_INFINITY;
        for (GltfObject c : a.list("channels")) {
            Target target = target(doc, c);
            int node = target.node;
            String path = target.path;
            int width = node < 0 ? 0 : width(path, node);
            Sampler s = width == 0 ? null : samplers.get(c.index("sampler", Integer.MAX_VALUE));
            if (s == null) {
                if (node >= 0 || path.startsWith("/")) {
                    notes.add(c.at() + " moves " + path + ", which does not move here");
                }
                continue;
            }
            if (s.width != width) {
                throw c.wrong("sampler", "one of " + width + " numbers a key, not of " + s.width);
            }
            if (!met.add(node + " " + path)) {
                notes.add(c.at() + " moves what another one moves; the first counts");
                continue;
            }
            start = Math.min(start, s.times[0]);
            end = Math.max(end, s.times[s.times.length - 1]);
            if (path.equals("weights")) {
                int[] mesh = java.util.Objects.requireNonNull(shapes.get(node));
                for (int k = 0; k < mesh[1]; k++) {
                    weights.add(new Clip.ShapeTrack(mesh[0], k, s.curve(k)));
                }
            } else if (nodeOf[node] >= 0) {
                move(tracks.computeIfAbsent(nodeOf[node], n -> new Curve[Channel.COUNT]), path, s, nodeOf[node], c);
            }
        }
        Cores.each(turning.size(), i -> turning.get(i).run());
        turning.clear();
        if (start > end) {
            return null;
        }
        List<Clip.NodeTrack> all = new ArrayList<>();
        tracks.forEach((node, curves) -> all.add(new Clip.NodeTrack(node, curves)));
        String name = a.name().isEmpty() ? "animation_" + index : a.name();
        return new Clip(name, start, end, rate, all, weights);
    }

    private void move(@Nullable Curve[] curves, String path, Sampler s, int node, GltfObject channel) {
        if (!path.equals("rotation")) {
            for (int k = 0; k < 3; k++) {
                curves[(path.equals("scale") ? 6 : 0) + k] = s.curve(k);
            }
            return;
        }
        Vec3 rest = nodes.get(node).transform().rotation();
        boolean held = s.way == Way.STEP || s.times.length == 1;
        turning.add(() -> {
            Curve[] turns = held
                    ? GltfTurns.held(s.times, t -> s.quaternion(Math.max(0, Arrays.binarySearch(s.times, t)), 1), rest)
                    : GltfTurns.smooth(s.times, s::turn, rest);
            System.arraycopy(turns, 0, curves, 3, 3);
        });
        int odd = 0;
        for (int i = 0; i < s.times.length; i++) {
            double l = 0;
            for (int k = 0; k < 4; k++) {
                l += Math.pow(s.values[s.at(i, 1) + k], 2);
            }
            odd += Math.abs(Math.sqrt(l) - 1) > 1e-2 ? 1 : 0;
        }
        if (odd > 0) {
            notes.add(channel.at() + ": " + odd + " turns are not of length 1");
        }
    }
}
