package idleheron.core.scene.motion;

import static idleheron.core.Messages.say;

import idleheron.core.time.FrameRate;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.function.UnaryOperator;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A named piece of animation.
 *
 * @param startSeconds first moment, as declared
 * @param endSeconds last moment, as declared
 * @param rate the rate it is counted in
 * @param values what moves besides transforms and blend shapes
 * @param layers what lies over {@code nodes}, {@code shapes} and {@code values}, lowest first
 */
public record Clip(
        String name,
        double startSeconds,
        double endSeconds,
        FrameRate rate,
        List<NodeTrack> nodes,
        List<ShapeTrack> shapes,
        List<ValueTrack> values,
        List<ClipLayer> layers) {

    public Clip {
        nodes = List.copyOf(nodes);
        shapes = List.copyOf(shapes);
        values = List.copyOf(values);
        layers = List.copyOf(layers);
    }

    /** A clip of one layer in which only transforms and blend shapes move. */
    public Clip(
            String name,
            double startSeconds,
            double endSeconds,
            FrameRate rate,
            List<NodeTrack> nodes,
            List<ShapeTrack> shapes) {
        this(name, startSeconds, endSeconds, rate, nodes, shapes, List.of(), List.of());
    }

    /**
     * The curves of one node.
     *
     * @param curves one entry per {@link Channel}, null where the channel keeps its rest value
     */
    public record NodeTrack(int node, @Nullable Curve[] curves) {
        public NodeTrack {
            if (curves.length != Channel.COUNT) {
                throw new IllegalArgumentException(
                        say("core.scene.motion.Clip.curves-expected", curves.length, Channel.COUNT));
            }
        }

        /** The curve of a channel, or null where it stays at rest. */
        public @Nullable Curve curve(Channel channel) {
            return curves[channel.ordinal()];
        }

        public NodeTrack withNode(int value) {
            return new NodeTrack(value, curves);
        }
    }

    /** The weight of one blend shape, 1 for full. */
    public record ShapeTrack(int mesh, int shape, Curve weight) {}

    /** On what a value track lies. */
    public enum Subject {
        /** A property of a node; the index is that of the node. */
        NODE,
        /** A property of a node's attribute; the index is that of the node. */
        ATTRIBUTE,
        /** A property of a material; the index is that of the material. */
        MATERIAL
    }

    /**
     * Any other property over time: visibility, a lens, a user's own.
     *
     * @param index of the subject
     * @param property as the file names it
     * @param component "X", "Y", "Z" of several, else the property's own name
     */
    public record ValueTrack(Subject subject, int index, String property, String component, Curve curve) {
        public ValueTrack withIndex(int value) {
            return new ValueTrack(subject, value, property, component, curve);
        }

        public ValueTrack withCurve(Curve value) {
            return new ValueTrack(subject, index, property, component, value);
        }
    }

    /** Seconds. */
    public double length() {
        return endSeconds - startSeconds;
    }

    /** Start in frames of its own rate. */
    public double firstFrame() {
        return rate.frame(startSeconds);
    }

    /** End in frames of its own rate. */
    public double lastFrame() {
        return rate.frame(endSeconds);
    }

    /** Whether layers lie over its base. */
    public boolean isLayered() {
        return !layers.isEmpty();
    }

    public Clip withTracks(List<NodeTrack> newNodes, List<ShapeTrack> newShapes) {
        return new Clip(name, startSeconds, endSeconds, rate, newNodes, newShapes, values, layers);
    }

    public Clip withValues(List<ValueTrack> value) {
        return new Clip(name, startSeconds, endSeconds, rate, nodes, shapes, value, layers);
    }

    public Clip withLayers(List<ClipLayer> value) {
        return new Clip(name, startSeconds, endSeconds, rate, nodes, shapes, values, value);
    }

    /** With another range in seconds and another rate; keys stay. */
    public Clip withRange(double start, double end, FrameRate newRate) {
        return new Clip(name, start, end, newRate, nodes, shapes, values, layers);
    }

    public Clip withName(String value) {
        return new Clip(value, startSeconds, endSeconds, rate, nodes, shapes, values, layers);
    }

    /** Nodes that any layer moves, ascending. */
    public List<Integer> movedNodes() {
        return Stream.concat(nodes.stream(), layers.stream().flatMap(l -> l.nodes().stream()))
                .map(NodeTrack::node)
                .distinct()
                .sorted()
                .toList();
    }

    /** Every curve of every layer, replaced. */
    public Clip mapCurves(UnaryOperator<Curve> change) {
        return new Clip(
                name,
                startSeconds,
                endSeconds,
                rate,
                mapNodes(nodes, change),
                mapShapes(shapes, change),
                mapValues(values, change),
                layers.stream()
                        .map(l -> l.withTracks(
                                change.apply(l.weight()),
                                mapNodes(l.nodes(), change),
                                mapShapes(l.shapes(), change),
                                mapValues(l.values(), change)))
                        .toList());
    }

    private static List<NodeTrack> mapNodes(List<NodeTrack> tracks, UnaryOperator<Curve> change) {
        return tracks.stream()
                .map(t -> {
                    @Nullable Curve[] out = t.curves().clone();
                    for (int i = 0; i < out.length; i++) {
                        Curve c = out[i];
                        out[i] = c == null ? null : change.apply(c);
                    }
                    return new NodeTrack(t.node(), out);
                })
                .toList();
    }

    private static List<ShapeTrack> mapShapes(List<ShapeTrack> tracks, UnaryOperator<Curve> change) {
        return tracks.stream()
                .map(t -> new ShapeTrack(t.mesh(), t.shape(), change.apply(t.weight())))
                .toList();
    }

    private static List<ValueTrack> mapValues(List<ValueTrack> tracks, UnaryOperator<Curve> change) {
        return tracks.stream().map(t -> t.withCurve(change.apply(t.curve()))).toList();
    }

    /** For a scene with other node numbers: {@code to} says for each node the new one, -1 for one that is gone. */
    public Clip renumbered(int[] to) {
        return new Clip(
                name,
                startSeconds,
                endSeconds,
                rate,
                renumberedNodes(nodes, to),
                shapes,
                renumberedValues(values, to),
                layers.stream()
                        .map(l -> l.withTracks(
                                l.weight(),
                                renumberedNodes(l.nodes(), to),
                                l.shapes(),
                                renumberedValues(l.values(), to)))
                        .toList());
    }

    private static List<NodeTrack> renumberedNodes(List<NodeTrack> tracks, int[] to) {
        return tracks.stream()
                .filter(t -> to[t.node()] >= 0)
                .map(t -> t.withNode(to[t.node()]))
                .toList();
    }

    private static List<ValueTrack> renumberedValues(List<ValueTrack> tracks, int[] to) {
        return tracks.stream()
                .filter(t -> t.subject() == Subject.MATERIAL || to[t.index()] >= 0)
                .map(t -> t.subject() == Subject.MATERIAL ? t : t.withIndex(to[t.index()]))
                .toList();
    }

    /** Without blend shapes, for a scene that has none. */
    public Clip withoutShapes() {
        return withTracks(nodes, List.of())
                .withLayers(layers.stream()
                        .map(l -> l.withTracks(l.weight(), l.nodes(), List.of(), l.values()))
                        .toList());
    }

    /** Without blend shapes and materials, for a scene that has none. */
    public Clip withoutSurfaces() {
        Clip bare = withoutShapes();
        return bare.withValues(offMaterials(values))
                .withLayers(bare.layers.stream()
                        .map(l -> l.withTracks(l.weight(), l.nodes(), l.shapes(), offMaterials(l.values())))
                        .toList());
    }

    private static List<ValueTrack> offMaterials(List<ValueTrack> tracks) {
        return tracks.stream().filter(t -> t.subject() != Subject.MATERIAL).toList();
    }

    /** The curves of nodes, those of layers over them not counted. */
    public Stream<Curve> nodeCurves() {
        return nodes.stream().flatMap(t -> Arrays.stream(t.curves())).filter(Objects::nonNull);
    }

    /** Seconds of the keys of all curves of nodes that have more than one, curve after curve. */
    public DoubleStream keySeconds() {
        return nodeCurves().filter(c -> c.keys() > 1).flatMapToDouble(c -> Arrays.stream(c.seconds()));
    }

    /** The earliest and the latest key of all curves, or null when there are none. */
    public double @Nullable [] keyedSpan() {
        double[] span = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        mapCurves(c -> {
            if (c.keys() > 1 || c.start() != 0) {
                span[0] = Math.min(span[0], c.start());
                span[1] = Math.max(span[1], c.end());
            }
            return c;
        });
        return span[0] <= span[1] ? span : null;
    }
}
