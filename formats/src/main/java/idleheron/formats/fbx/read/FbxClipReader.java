package idleheron.formats.fbx.read;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Node;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.parts.FbxCurveCoding;
import idleheron.formats.fbx.parts.FbxObjects;
import idleheron.formats.fbx.parts.FbxProperties;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * {@code AnimationStack} objects to clips, one each.
 *
 * <pre>
 * AnimationStack      LocalStart, LocalStop in ticks
 * AnimationLayer      hangs on the stack. Weight 0 to 100, Mute, Solo; BlendMode 0 adds, 1 replaces, 2 mixes;
 *                     RotationAccumulationMode 0 whole turns, 1 by angle; ScaleAccumulationMode 0 multiplies, 1 adds
 * AnimationCurveNode  hangs on the layer, and by a property ("Lcl Translation", "DeformPercent", any other) on what it
 *                     moves; its own values d|X, d|Y, d|Z stand where a curve is missing. By "Weight" on a layer it moves that
 * AnimationCurve      hangs on the curve node by d|X, d|Y, d|Z or d| and the property's name
 * </pre>
 *
 * The first layer is the lowest: it takes the place of the rest pose whatever its mode says.
 */
public final class FbxClipReader {
    private final FbxObjects objects;
    private final List<Node> nodes;
    private final FbxTargets targets;
    private final FbxTime time;
    private final List<String> notes;

    /** Curves in reading order of their objects, once each. */
    private final Map<Long, @Nullable Curve> curves = new HashMap<>();

    private int strangers;

    FbxClipReader(FbxObjects objects, List<Node> nodes, FbxTargets targets, FbxTime time, List<String> notes) {
        this.objects = objects;
        this.nodes = nodes;
        this.targets = targets;
        this.time = time;
        this.notes = notes;
    }

    /** What one layer moves. */
    private static final class Tracks {
        private final Map<Integer, @Nullable Curve[]> nodes = new TreeMap<>();
        private final List<Clip.ShapeTrack> shapes = new ArrayList<>();
        private final List<Clip.ValueTrack> values = new ArrayList<>();

        List<Clip.NodeTrack> nodes() {
            List<Clip.NodeTrack> out = new ArrayList<>();
            nodes.forEach((n, c) -> out.add(new Clip.NodeTrack(n, c)));
            return out;
        }
    }

    List<Clip> read(FrameRate rate) {
        readCurves();
        List<Clip> out = new ArrayList<>();
        for (FbxObjects.Item stack : objects.all("AnimationStack")) {
            out.add(clip(stack, rate));
        }
        if (strangers > 0) {
            notes.add(say("formats.fbx.read.FbxClipReader.animated-properties-of-things-that-are", strangers));
        }
        return out;
    }

    /** All curves, on all cores. */
    private void readCurves() {
        List<FbxObjects.Item> all = objects.all("AnimationCurve");
        Curve[] read = new Curve[all.size()];
        List<String> told = java.util.Collections.synchronizedList(new ArrayList<>());
        idleheron.core.job.Cores.split(read.length, 64, (from, to) -> {
            for (int i = from; i < to; i++) {
                @Nullable Curve c = FbxCurveCoding.read(all.get(i).record(), time, 1, told);
                if (c != null) {
                    read[i] = c;
                }
            }
        });
        for (int i = 0; i < read.length; i++) {
            curves.put(all.get(i).id(), read[i]);
        }
        told.stream().distinct().sorted().forEach(notes::add);
    }

    private Clip clip(FbxObjects.Item stack, FrameRate rate) {
        List<FbxObjects.Item> layers = objects.under(stack.id(), "AnimationLayer");
        List<ClipLayer> over = new ArrayList<>();
        for (int i = 0; i < layers.size(); i++) {
            over.add(layer(layers.get(i), i == 0));
        }
        Clip clip = new Clip(stack.name(), 0, 0, rate, List.of(), List.of());
        boolean solo = over.stream().anyMatch(ClipLayer::solo);
        if (!over.isEmpty() && !solo && !over.getFirst().muted()) {
            ClipLayer base = over.removeFirst();
            clip = clip.withTracks(base.nodes(), base.shapes()).withValues(base.values());
        }
        clip = clip.withLayers(over);
        FbxProperties p = objects.properties(stack);
        double start = time.seconds(p.integer("LocalStart", 0));
        double end = time.seconds(p.integer("LocalStop", 0));
        double[] keyed = clip.keyedSpan();
        if (end <= start && keyed != null) {
            start = keyed[0];
            end = keyed[1];
        }
        return clip.withRange(start, end, rate);
    }

    private ClipLayer layer(FbxObjects.Item item, boolean lowest) {
        FbxProperties p = objects.properties(item);
        int mode = (int) p.integer("BlendMode", 0);
        Tracks tracks = new Tracks();
        for (FbxObjects.Item node : objects.under(item.id(), "AnimationCurveNode")) {
            curveNode(node, lowest, tracks);
        }
        Curve weight = null;
        for (FbxObjects.Link l : objects.linksUnder(item.id())) {
            FbxObjects.Item node = objects.item(l.id());
            if (l.property().equals("Weight") && node != null) {
                weight = curve(node, "d|Weight", 0.01);
            }
        }
        return new ClipLayer(
                item.name(),
                mode == 1 ? ClipLayer.Blend.REPLACE : mode == 2 ? ClipLayer.Blend.MIX : ClipLayer.Blend.ADD,
                weight == null ? Curve.still(p.number("Weight", 100) / 100) : weight,
                p.integer("Mute", 0) != 0,
                p.integer("Solo", 0) != 0,
                p.integer("RotationAccumulationMode", 0) == 0,
                p.integer("ScaleAccumulationMode", 0) == 0,
                tracks.nodes(),
                tracks.shapes,
                tracks.values);
    }

    private void curveNode(FbxObjects.Item node, boolean lowest, Tracks into) {
        for (FbxObjects.Link to : objects.linksAbove(node.id())) {
            if (to.property().isEmpty() || to.property().equals("Weight") && targets.isLayer(to.id())) {
                continue;
            }
            int first = switch (to.property()) {
                case "Lcl Translation" -> Channel.TRANSLATE_X.ordinal();
                case "Lcl Rotation" -> Channel.ROTATE_X.ordinal();
                case "Lcl Scaling" -> Channel.SCALE_X.ordinal();
                default -> -1;
            };
            Integer model = targets.nodes().get(to.id());
            FbxShapeReader.Place place = targets.shapes().get(to.id());
            if (first >= 0 && model != null) {
                transform(node, model, first, lowest, into);
            } else if (to.property().equals("DeformPercent") && place != null) {
                Curve c = curve(node, "d|DeformPercent", 0.01);
                Integer mesh = targets.meshes().get(place.geometry());
                if (c != null && mesh != null) {
                    into.shapes.add(new Clip.ShapeTrack(mesh, place.shape(), c));
                }
            } else {
                values(node, to, into);
            }
        }
    }

    private void transform(FbxObjects.Item node, int model, int first, boolean lowest, Tracks into) {
        @Nullable Curve[] all = into.nodes.computeIfAbsent(model, k -> new Curve[Channel.COUNT]);
        for (int a = 0; a < 3; a++) {
            Curve c = curve(node, "d|" + "XYZ".charAt(a), 1);
            double still = lowest ? nodes.get(model).transform().channels()[first + a] : Double.NaN;
            // A single key that says what the node says anyway is no curve.
            all[first + a] = c != null && c.keys() == 1 && c.values()[0] == still ? null : c;
        }
    }

    /** Any other property: each curve of it, or what the curve node itself says. */
    private void values(FbxObjects.Item node, FbxObjects.Link to, Tracks into) {
        Clip.Subject subject = targets.subject(to.id());
        if (subject == null) {
            strangers++;
            return;
        }
        int index = targets.index(to.id());
        boolean any = false;
        for (FbxObjects.Link l : objects.linksUnder(node.id())) {
            Curve c = curves.get(l.id());
            if (c != null && l.property().startsWith("d|")) {
                into.values.add(new Clip.ValueTrack(
                        subject, index, to.property(), l.property().substring(2), c));
                any = true;
            }
        }
        for (FbxRecord own : any
                ? List.<FbxRecord>of()
                : List.copyOf(objects.properties(node).own().values())) {
            if (own.text(0).startsWith("d|")) {
                Curve still = Curve.still(own.number(4, 0));
                into.values.add(new Clip.ValueTrack(
                        subject, index, to.property(), own.text(0).substring(2), still));
            }
        }
    }

    /** The curve on a channel, or the curve node's own value as a single key. */
    private @Nullable Curve curve(FbxObjects.Item node, String channel, double factor) {
        for (FbxObjects.Link l : objects.linksUnder(node.id())) {
            Curve c = l.property().equals(channel) ? curves.get(l.id()) : null;
            if (c != null) {
                return factor == 1 ? c : c.mapped(factor, 0);
            }
        }
        FbxRecord own = objects.properties(node).find(channel);
        return own == null ? null : Curve.still(own.number(4, 0) * factor);
    }
}
