package idleheron.formats.gltf.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
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

    /** The nodes whose weights some animation moves. */
    static Set<Integer> weighted(GltfDocument doc) throws FormatException {
        Set<Integer> out = new HashSet<>();
        for (GltfObject a : doc.root().list("animations")) {
            for (GltfObject c : a.list("channels")) {
                GltfTarget t = GltfTarget.of(doc, c);
                if (t.path().equals("weights")) {
                    out.add(t.node());
                }
            }
        }
        return out;
    }

    List<Clip> read() throws FormatException {
        List<GltfObject> all = doc.root().list("animations");
        List<Map<Integer, GltfSampler>> samplers = new ArrayList<>();
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
    private Map<Integer, GltfSampler> samplers(GltfObject a) throws FormatException {
        List<GltfObject> told = a.list("samplers");
        Map<Integer, GltfSampler> out = new TreeMap<>();
        for (GltfObject c : a.list("channels")) {
            int s = c.index("sampler", told.size());
            if (s < 0) {
                throw c.wrong("sampler", say("formats.gltf.bridge.GltfClipReader.a-sampler"));
            }
            GltfTarget target = GltfTarget.of(doc, c);
            int width = width(target);
            if (width > 0 && !out.containsKey(s)) {
                out.put(s, GltfSampler.read(doc, told.get(s), width, notes));
            }
        }
        return out;
    }

    /** Numbers of one value; 0 for what is not read. */
    private int width(GltfTarget t) {
        GltfTarget.Value value = t.value();
        if (value != null) {
            return value.components().size();
        }
        int[] mesh = shapes.get(t.node());
        return switch (t.node() < 0 ? "" : t.path()) {
            case "translation", "scale" -> 3;
            case "rotation" -> 4;
            case "weights" -> mesh == null ? 0 : mesh[1];
            default -> 0;
        };
    }

    private FrameRate rate(List<Map<Integer, GltfSampler>> all) {
        double[] times = all.stream()
                .flatMap(m -> m.values().stream())
                .flatMapToDouble(s -> Arrays.stream(s.times()))
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
            notes.add(say(
                    "formats.gltf.bridge.GltfClipReader.a-document-has-no-rate-at",
                    best.label(),
                    (times.length - most),
                    times.length));
        }
        return best;
    }

    private @Nullable Clip clip(GltfObject a, Map<Integer, GltfSampler> samplers, FrameRate rate, int index)
            throws FormatException {
        Map<Integer, @Nullable Curve[]> tracks = new TreeMap<>();
        List<Clip.ShapeTrack> weights = new ArrayList<>();
        List<Clip.ValueTrack> values = new ArrayList<>();
        Set<String> met = new HashSet<>();
        double start = Double.POSITIVE_INFINITY;
        double end = Double.NEGATIVE_INFINITY;
        for (GltfObject c : a.list("channels")) {
            GltfTarget target = GltfTarget.of(doc, c);
            int node = target.node();
            String path = target.path();
            int width = width(target);
            GltfSampler s = width == 0 ? null : samplers.get(c.index("sampler", Integer.MAX_VALUE));
            if (s == null) {
                if (node >= 0 || path.startsWith("/")) {
                    notes.add(say("formats.gltf.bridge.GltfClipReader.moves-which-does-not-move-here", c.at(), path));
                }
                continue;
            }
            if (s.width() != width) {
                throw c.wrong(
                        "sampler",
                        say("formats.gltf.bridge.GltfClipReader.one-of-numbers-a-key-not", width, s.width()));
            }
            if (!met.add(node + " " + path)) {
                notes.add(say("formats.gltf.bridge.GltfClipReader.moves-what-another-one-moves-the", c.at()));
                continue;
            }
            start = Math.min(start, s.times()[0]);
            end = Math.max(end, s.times()[s.times().length - 1]);
            if (target.value() != null) {
                values(target.value(), s, values);
            } else if (path.equals("weights")) {
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
        return new Clip(name, start, end, rate, all, weights, values, List.of());
    }

    /** Curves of a value, once for every node that shows it. */
    private void values(GltfTarget.Value v, GltfSampler s, List<Clip.ValueTrack> into) {
        for (int k = 0; k < v.components().size(); k++) {
            GltfTarget.Component c = v.components().get(k);
            Curve curve = c.factor() == 1 ? s.curve(k) : s.curve(k).mapped(c.factor(), 0);
            if (v.subject() == Clip.Subject.MATERIAL) {
                into.add(new Clip.ValueTrack(v.subject(), v.index(), c.property(), c.name(), curve));
            }
            for (int n = 0; n < nodes.size() && v.subject() == Clip.Subject.ATTRIBUTE; n++) {
                if (nodes.get(n).kind() == NodeKind.LIGHT && nodes.get(n).payload() == v.index()) {
                    into.add(new Clip.ValueTrack(v.subject(), n, c.property(), c.name(), curve));
                }
            }
        }
    }

    private void move(@Nullable Curve[] curves, String path, GltfSampler s, int node, GltfObject channel) {
        if (!path.equals("rotation")) {
            for (int k = 0; k < 3; k++) {
                curves[(path.equals("scale") ? 6 : 0) + k] = s.curve(k);
            }
            return;
        }
        Vec3 rest = nodes.get(node).transform().rotation();
        boolean held = s.way() == GltfSampler.Way.STEP || s.times().length == 1;
        turning.add(() -> {
            Curve[] turns = held
                    ? GltfTurns.held(
                            s.times(), t -> s.quaternion(Math.max(0, Arrays.binarySearch(s.times(), t)), 1), rest)
                    : GltfTurns.smooth(s.times(), s::turn, rest);
            System.arraycopy(turns, 0, curves, 3, 3);
        });
        int odd = 0;
        for (int i = 0; i < s.times().length; i++) {
            double l = 0;
            for (int k = 0; k < 4; k++) {
                l += Math.pow(s.values()[s.at(i, 1) + k], 2);
            }
            odd += Math.abs(Math.sqrt(l) - 1) > 1e-2 ? 1 : 0;
        }
        if (odd > 0) {
            notes.add(say("formats.gltf.bridge.GltfClipReader.turns-are-not-of-length-1", channel.at(), odd));
        }
    }
}
