package idleheron.core.scene;

import idleheron.core.time.FrameRate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A named piece of animation.
 *
 * @param startSeconds first moment, as declared
 * @param endSeconds last moment, as declared
 * @param rate the rate it is counted in
 */
public record Clip(
        String name,
        double startSeconds,
        double endSeconds,
        FrameRate rate,
        List<NodeTrack> nodes,
        List<ShapeTrack> shapes) {

    public Clip {
        nodes = List.copyOf(nodes);
        shapes = List.copyOf(shapes);
    }

    /**
     * The curves of one node.
     *
     * @param curves one entry per {@link Channel}, null where the channel keeps its rest value
     */
    public record NodeTrack(int node, @Nullable Curve[] curves) {
        public NodeTrack {
            if (curves.length != Channel.COUNT) {
                throw new IllegalArgumentException(curves.length + " curves, expected " + Channel.COUNT);
            }
        }

        public @Nullable Curve curve(Channel channel) {
            return curves[channel.ordinal()];
        }

        public NodeTrack withNode(int value) {
            return new NodeTrack(value, curves);
        }
    }

    /** The weight of one blend shape, 1 for full. */
    public record ShapeTrack(int mesh, int shape, Curve weight) {}

    public double length() {
        return endSeconds - startSeconds;
    }

    public double firstFrame() {
        return rate.frame(startSeconds);
    }

    public double lastFrame() {
        return rate.frame(endSeconds);
    }

    public Clip withTracks(List<NodeTrack> newNodes, List<ShapeTrack> newShapes) {
        return new Clip(name, startSeconds, endSeconds, rate, newNodes, newShapes);
    }

    public Clip withRange(double start, double end, FrameRate newRate) {
        return new Clip(name, start, end, newRate, nodes, shapes);
    }

    public Clip withName(String value) {
        return new Clip(value, startSeconds, endSeconds, rate, nodes, shapes);
    }

    /** The earliest and the latest key of all curves, or null when there are none. */
    public double @Nullable [] keyedSpan() {
        double first = Double.POSITIVE_INFINITY;
        double last = Double.NEGATIVE_INFINITY;
        for (NodeTrack t : nodes) {
            for (Curve c : t.curves()) {
                if (c != null) {
                    first = Math.min(first, c.start());
                    last = Math.max(last, c.end());
                }
            }
        }
        for (ShapeTrack t : shapes) {
            first = Math.min(first, t.weight().start());
            last = Math.max(last, t.weight().end());
        }
        return first <= last ? new double[] {first, last} : null;
    }
}
