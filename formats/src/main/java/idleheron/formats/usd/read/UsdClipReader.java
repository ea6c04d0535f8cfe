package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix3d;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/**
 * Animation of a stage as clips: samples of transform operations and visibility, and SkelAnimation prims.
 *
 * <pre>
 * joints                              the order of the values, some or all of the skeleton's
 * translations, rotations, scales     one of each per joint; rotations are quaternions
 * blendShapes, blendShapeWeights      names, one weight each
 * </pre>
 *
 * A variant set {@code clip} on the top prim holds one clip per variant; without it there is one clip at most.
 */
public final class UsdClipReader {
    public static final String SET = "clip";

    private final Map<String, Integer> nodeOf;
    private final List<Node> nodes;
    private final List<UsdSkeleton> skeletons;
    private final Map<String, List<int[]>> shapes;
    private final List<String> notes;

    /**
     * @param nodeOf path of a prim to its node
     * @param shapes skeleton's path and a shape's token, a blank between, to pairs of mesh and shape
     */
    UsdClipReader(
            Map<String, Integer> nodeOf,
            List<Node> nodes,
            List<UsdSkeleton> skeletons,
            Map<String, List<int[]>> shapes,
            List<String> notes) {
        this.nodeOf = nodeOf;
        this.nodes = nodes;
        this.skeletons = skeletons;
        this.shapes = shapes;
        this.notes = notes;
    }

    List<Clip> read(ComposedStage stage, Stage declared, String fallback) {
        List<Clip> out = new ArrayList<>();
        for (ComposedPrim top : stage.tops()) {
            List<String> variants = top.variants(SET);
            if (top.isThere() && !variants.isEmpty()) {
                for (String v : variants) {
                    ComposedStage chosen = stage.choosing(top.name(), SET, v);
                    ComposedPrim prim = chosen.prim(top.path());
                    Clip c = prim == null ? null : clip(chosen, declared, v, UsdRead.own(prim));
                    if (c != null) {
                        out.add(c);
                    }
                }
                return out;
            }
        }
        Map<String, Value> own = stage.root().root().get(Field.CUSTOM_LAYER_DATA) instanceof Value.Dictionary d
                        && d.entries().get(UsdRead.OWN) instanceof Value.Dictionary o
                ? o.entries()
                : Map.of();
        Clip c = clip(stage, declared, fallback, own);
        return c == null ? List.of() : List.of(c);
    }

    private @Nullable Clip clip(ComposedStage stage, Stage declared, String fallback, Map<String, Value> own) {
        double tcps = stage.timeCodesPerSecond();
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        List<Clip.ValueTrack> values = new ArrayList<>();
        nodeOf.forEach((path, node) -> {
            ComposedPrim p = stage.prim(path);
            if (p != null) {
                UsdXform x = UsdXform.of(p, new ArrayList<>());
                if (x.moves()) {
                    UsdTransforms.Read r = UsdTransforms.read(x, tcps, path, new ArrayList<>());
                    if (r.moves()) {
                        tracks.add(new Clip.NodeTrack(node, r.curves()));
                    }
                }
                Curve seen = visibility(p, tcps);
                if (seen != null) {
                    values.add(new Clip.ValueTrack(Clip.Subject.NODE, node, "Visibility", "Visibility", seen));
                }
            }
        });
        List<Clip.ShapeTrack> weights = new ArrayList<>();
        String name = "";
        for (UsdSkeleton s : skeletons) {
            ComposedPrim skeleton = stage.prim(s.prim.path());
            String source = skeleton == null ? "" : UsdRead.inherited(skeleton, "skel:animationSource");
            ComposedPrim animation = source.isEmpty() ? null : stage.prim(source);
            if (!source.isEmpty() && animation == null) {
                notes.add(say("formats.usd.read.UsdClipReader.is-animated-by-where-there-is", s.prim.path(), source));
            }
            if (animation != null && animation.typeName().equals("SkelAnimation")) {
                joints(s, animation, tcps, tracks);
                weights(s, animation, tcps, weights);
                name = name.isEmpty() ? UsdRead.name(animation) : name;
            }
        }
        if (tracks.isEmpty() && weights.isEmpty() && values.isEmpty()) {
            return null;
        }
        String told = own.get("clip") instanceof TextValue w ? w.first() : fallback.isEmpty() ? name : fallback;
        double start = own.get("start") instanceof Numbers n ? n.first() : declared.startSeconds();
        double end = own.get("end") instanceof Numbers n ? n.first() : declared.endSeconds();
        FrameRate rate = declared.rate();
        if (own.get("rate") instanceof Numbers n && n.count() == 2) {
            rate = new FrameRate(n.longs()[0], n.longs()[1]);
        }
        tracks.sort(java.util.Comparator.comparingInt(Clip.NodeTrack::node));
        return new Clip(told.isEmpty() ? "animation" : told, start, end, rate, tracks, weights).withValues(values);
    }

    private static @Nullable Curve visibility(ComposedPrim p, double tcps) {
        TimeSamples t = UsdRead.moving(p.property("visibility"));
        if (t == null) {
            return null;
        }
        double[] values = new double[t.count()];
        for (int i = 0; i < values.length; i++) {
            values[i] = t.value(i) instanceof TextValue w && w.first().equals("invisible") ? 0 : 1;
        }
        byte[] modes = new byte[values.length];
        Arrays.fill(modes, Curve.CONSTANT);
        return new Curve(UsdTransforms.seconds(t.times(), tcps), values, modes, null, null);
    }

    private void joints(UsdSkeleton s, ComposedPrim animation, double tcps, List<Clip.NodeTrack> out) {
        List<String> names = UsdRead.words(animation, "joints");
        int n = names.size();
        Over t = Over.of(animation, "translations", 3, n, tcps, notes);
        Over r = Over.of(animation, "rotations", 4, n, tcps, notes);
        Over z = Over.of(animation, "scales", 3, n, tcps, notes);
        if (n == 0) {
            return;
        }
        if (t == null || r == null || z == null) {
            notes.add(say(
                    "formats.usd.read.UsdClipReader.translations-rotations-or-scales-are-missing", animation.path()));
            return;
        }
        Map<Integer, @Nullable Curve[]> all = new HashMap<>();
        for (int j = 0; j < n; j++) {
            Integer joint = s.find(names.get(j));
            if (joint == null) {
                notes.add(say(
                        "formats.usd.read.UsdClipReader.moves-joint-which-does-not-have",
                        animation.path(),
                        names.get(j),
                        s.prim.path()));
                continue;
            }
            int node = s.nodes[joint];
            @Nullable Curve[] curves = new Curve[Channel.COUNT];
            double[] rest = nodes.get(node).transform().channels();
            for (int k = 0; k < 3; k++) {
                curves[k] = t.curve(j * 3 + k, rest[k]);
                curves[6 + k] = z.curve(j * 3 + k, rest[6 + k]);
            }
            turn(r, j, new Vec3(rest[3], rest[4], rest[5]), nodes.get(node), curves);
            all.put(node, curves);
        }
        all.forEach((node, curves) -> {
            if (Arrays.stream(curves).anyMatch(c -> c != null)) {
                out.add(new Clip.NodeTrack(node, curves));
            }
        });
    }

    /** Quaternions as angles in the node's order, each triple the one closest to that before. */
    private static void turn(Over r, int joint, Vec3 rest, Node node, @Nullable Curve[] curves) {
        int n = r.seconds.length;
        double[][] angles = new double[3][n];
        Vec3 near = rest;
        Quaterniond q = new Quaterniond();
        Matrix3d m = new Matrix3d();
        for (int i = 0; i < n; i++) {
            float[] v = r.values[i];
            q.set(v[4 * joint], v[4 * joint + 1], v[4 * joint + 2], v[4 * joint + 3]);
            if (q.lengthSquared() > 0) {
                near = node.transform().order().anglesNear(q.normalize().get(m), near);
            }
            angles[0][i] = near.x();
            angles[1][i] = near.y();
            angles[2][i] = near.z();
        }
        for (int k = 0; k < 3; k++) {
            curves[3 + k] = UsdTransforms.curve(r.seconds, angles[k], rest.get(k));
        }
    }

    private void weights(UsdSkeleton s, ComposedPrim animation, double tcps, List<Clip.ShapeTrack> out) {
        List<String> names = UsdRead.words(animation, "blendShapes");
        Over w = names.isEmpty() ? null : Over.of(animation, "blendShapeWeights", 1, names.size(), tcps, notes);
        for (int i = 0; w != null && i < names.size(); i++) {
            Curve c = w.curve(i, 0);
            for (int[] pair : shapes.getOrDefault(s.prim.path() + " " + names.get(i), List.of())) {
                if (c != null) {
                    out.add(new Clip.ShapeTrack(pair[0], pair[1], c));
                }
            }
        }
    }

    /** An array over time: one value for each joint or shape. */
    private record Over(double[] seconds, float[][] values) {
        static @Nullable Over of(ComposedPrim p, String name, int width, int count, double tcps, List<String> notes) {
            ComposedProperty q = p.property(name);
            TimeSamples t = q == null ? null : q.samplesOrClips();
            List<Double> times = new ArrayList<>();
            List<float[]> values = new ArrayList<>();
            int n = t == null ? 0 : t.count();
            for (int i = 0; i < n && t != null; i++) {
                if (fits(t.value(i), width, count)) {
                    times.add(t.times()[i]);
                    values.add(((Numbers) t.value(i)).floats());
                }
            }
            if (n == 0 && q != null && fits(q.fixed(), width, count)) {
                times.add(0.0);
                values.add(((Numbers) java.util.Objects.requireNonNull(q.fixed())).floats());
            }
            if (values.isEmpty() || values.size() < n) {
                if (q != null) {
                    notes.add(
                            say("formats.usd.read.UsdClipReader.does-not-have-values-at-every", p.path(), name, count));
                }
            }
            return values.isEmpty()
                    ? null
                    : new Over(
                            UsdTransforms.seconds(
                                    times.stream().mapToDouble(d -> d).toArray(), tcps),
                            values.toArray(float[][]::new));
        }

        private static boolean fits(@Nullable Value v, int width, int count) {
            return v instanceof Numbers n && n.kind().width() == width && n.count() == count;
        }

        @Nullable
        Curve curve(int part, double rest) {
            double[] v = new double[seconds.length];
            for (int i = 0; i < v.length; i++) {
                v[i] = values[i][part];
            }
            return UsdTransforms.curve(seconds, v, rest);
        }
    }
}
