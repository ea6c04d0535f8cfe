package idleheron.formats.fbx;

import idleheron.core.scene.Channel;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Curve;
import idleheron.core.scene.Node;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * {@code AnimationStack} objects to clips, one each.
 *
 * <pre>
 * AnimationStack      LocalStart, LocalStop in ticks
 * AnimationLayer      hangs on the stack
 * AnimationCurveNode  hangs on the layer, and by a property ("Lcl Translation", "DeformPercent") on what it moves;
 *                     its own values d|X, d|Y, d|Z stand where a curve is missing
 * AnimationCurve      hangs on the curve node by d|X, d|Y, d|Z or d|DeformPercent
 * </pre>
 */
final class FbxClipReader {
    private final FbxObjects objects;
    private final List<Node> nodes;
    private final Map<Long, Integer> nodeIndex;
    private final Map<Long, FbxShapeReader.Place> shapeChannels;
    private final Map<Long, Integer> meshIndex;
    private final List<String> notes;

    FbxClipReader(
            FbxObjects objects,
            List<Node> nodes,
            Map<Long, Integer> nodeIndex,
            Map<Long, FbxShapeReader.Place> shapeChannels,
            Map<Long, Integer> meshIndex,
            List<String> notes) {
        this.objects = objects;
        this.nodes = nodes;
        this.nodeIndex = nodeIndex;
        this.shapeChannels = shapeChannels;
        this.meshIndex = meshIndex;
        this.notes = notes;
    }

    List<Clip> read(FrameRate rate) {
        List<Clip> out = new ArrayList<>();
        for (FbxObjects.Item stack : objects.all("AnimationStack")) {
            out.add(clip(stack, rate));
        }
        return out;
    }

    private Clip clip(FbxObjects.Item stack, FrameRate rate) {
        Map<Integer, @Nullable Curve[]> tracks = new TreeMap<>();
        List<Clip.ShapeTrack> shapes = new ArrayList<>();
        List<FbxObjects.Item> layers = objects.under(stack.id(), "AnimationLayer");
        if (layers.size() > 1) {
            notes.add("clip " + stack.name() + " has " + layers.size() + " layers, the first one is read");
        }
        if (!layers.isEmpty()) {
            for (FbxObjects.Item node : objects.under(layers.getFirst().id(), "AnimationCurveNode")) {
                curveNode(node, tracks, shapes);
            }
        }
        List<Clip.NodeTrack> moved = new ArrayList<>();
        tracks.forEach((n, c) -> moved.add(new Clip.NodeTrack(n, c)));
        Clip clip = new Clip(stack.name(), 0, 0, rate, moved, shapes);
        FbxProperties p = objects.properties(stack);
        double start = FbxTime.seconds(p.integer("LocalStart", 0));
        double end = FbxTime.seconds(p.integer("LocalStop", 0));
        double[] keyed = clip.keyedSpan();
        if (end <= start && keyed != null) {
            start = keyed[0];
            end = keyed[1];
        }
        return clip.withRange(start, end, rate);
    }

    private void curveNode(FbxObjects.Item node, Map<Integer, @Nullable Curve[]> tracks, List<Clip.ShapeTrack> shapes) {
        for (FbxObjects.Link to : objects.linksAbove(node.id())) {
            int first = switch (to.property()) {
                case "Lcl Translation" -> Channel.TRANSLATE_X.ordinal();
                case "Lcl Rotation" -> Channel.ROTATE_X.ordinal();
                case "Lcl Scaling" -> Channel.SCALE_X.ordinal();
                default -> -1;
            };
            Integer model = nodeIndex.get(to.id());
            FbxShapeReader.Place place = shapeChannels.get(to.id());
            if (first >= 0 && model != null) {
                @Nullable Curve[] into = tracks.computeIfAbsent(model, k -> new Curve[Channel.COUNT]);
                for (int a = 0; a < 3; a++) {
                    into[first + a] = moving(curve(node, "d|" + "XYZ".charAt(a), 1), rest(model, first + a));
                }
            } else if (to.property().equals("DeformPercent") && place != null) {
                Curve c = curve(node, "d|DeformPercent", 0.01);
                Integer mesh = meshIndex.get(place.geometry());
                if (c != null && mesh != null) {
                    shapes.add(new Clip.ShapeTrack(mesh, place.shape(), c));
                }
            }
        }
    }

    private double rest(int node, int channel) {
        return nodes.get(node).transform().channels()[channel];
    }

    /** A single key that says what the node says anyway is no curve. */
    private static @Nullable Curve moving(@Nullable Curve c, double rest) {
        return c != null && c.keys() == 1 && c.values()[0] == rest ? null : c;
    }

    /** The curve on a channel, or the curve node's own value as a single key. */
    private @Nullable Curve curve(FbxObjects.Item node, String channel, double factor) {
        for (FbxObjects.Link l : objects.linksUnder(node.id())) {
            FbxObjects.Item c = objects.item(l.id());
            if (c != null && l.property().equals(channel) && c.kind().equals("AnimationCurve")) {
                Curve read = FbxCurveCoding.read(c.record(), factor, notes);
                if (read != null) {
                    return read;
                }
            }
        }
        FbxRecord own = objects.properties(node).find(channel);
        return own == null ? null : Curve.linear(new double[] {0}, new double[] {own.number(4, 0) * factor});
    }
}
