package idleheron.core.remedy.space;

import static idleheron.core.Messages.say;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * Leaves every node with a plain translation, rotation in XYZ order and scale: turns before and after, pivots and other
 * orders are baked, frame by frame at a rate. Exact at the frames, straight between them.
 *
 * @param rate at which clips are sampled, or null for each clip's own
 */
public record PlainTransforms(@Nullable FrameRate rate) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "plain-transforms",
                    PlainTransforms.class,
                    Keeps.PICTURE,
                    say("core.remedy.space.PlainTransforms.bakes-pivots-turns-before-and-after"))
            .told(new PlainTransforms(null))
            .measured(
                    say("core.remedy.space.PlainTransforms.nodes-with-pivots-or-turns"),
                    s -> Long.toString(s.nodes().stream()
                            .filter(n -> !n.transform().isPlain())
                            .count()));

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.space.PlainTransforms.bake-to-plain-transforms");
    }

    @Override
    public String describe() {
        return say("core.remedy.space.PlainTransforms.bakes-pivots-turns-before-and-after");
    }

    @Override
    public Scene apply(Scene layered) {
        Scene scene = FlattenLayers.of(layered);
        Pose pose = new Pose(scene);
        List<Node> nodes = new ArrayList<>();
        Vec3[] restAngles = new Vec3[scene.nodes().size()];
        for (int i = 0; i < restAngles.length; i++) {
            Node n = scene.nodes().get(i);
            Matrix4dc m = pose.local(i);
            restAngles[i] = RotationOrder.XYZ.angles(Matrices.rotation(m));
            Vec3 angles = isPlain(n.transform()) ? n.transform().rotation() : restAngles[i];
            Transform t = Transform.of(
                            Matrices.translation(m), angles, n.transform().scaling())
                    .withInherit(n.transform().inherit());
            nodes.add(isPlain(n.transform()) ? n : n.withTransform(t));
        }
        List<Clip> clips = new ArrayList<>();
        for (Clip c : scene.clips()) {
            clips.add(clip(scene, pose, c, rate == null ? c.rate() : rate, restAngles));
        }
        return scene.withNodes(nodes).withClips(clips);
    }

    private static boolean isPlain(Transform t) {
        return t.isPlain() && t.order() == RotationOrder.XYZ;
    }

    /** One clip with a key on every frame of a rate. */
    private static Clip clip(Scene scene, Pose pose, Clip clip, FrameRate rate, Vec3[] restAngles) {
        double[] times = SampleTimes.frames(clip.startSeconds(), clip.endSeconds(), rate);
        Map<Integer, double[][]> values = new HashMap<>();
        for (Clip.NodeTrack t : clip.nodes()) {
            values.put(t.node(), new double[Channel.COUNT][times.length]);
        }
        Map<Integer, Vec3> last = new HashMap<>();
        for (int f = 0; f < times.length; f++) {
            pose.at(clip, times[f]);
            for (Map.Entry<Integer, double[][]> e : values.entrySet()) {
                Matrix4d m = new Matrix4d(pose.local(e.getKey()));
                Vec3 near = last.getOrDefault(e.getKey(), restAngles[e.getKey()]);
                Vec3 angles = RotationOrder.XYZ.anglesNear(Matrices.rotation(m), near);
                last.put(e.getKey(), angles);
                Vec3 move = Matrices.translation(m);
                Vec3 size = Matrices.scale(m);
                for (int a = 0; a < 3; a++) {
                    e.getValue()[a][f] = move.get(a);
                    e.getValue()[3 + a][f] = angles.get(a);
                    e.getValue()[6 + a][f] = size.get(a);
                }
            }
        }
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (Clip.NodeTrack t : clip.nodes()) {
            tracks.add(track(t, times, java.util.Objects.requireNonNull(values.get(t.node())), scene));
        }
        List<Clip.ShapeTrack> shapes = new ArrayList<>();
        for (Clip.ShapeTrack s : clip.shapes()) {
            shapes.add(new Clip.ShapeTrack(s.mesh(), s.shape(), s.weight().sampled(times)));
        }
        return clip.withTracks(tracks, shapes)
                .withValues(clip.values().stream()
                        .map(v -> v.withCurve(v.curve().sampled(times)))
                        .toList())
                .withRange(clip.startSeconds(), clip.endSeconds(), rate);
    }

    /** The groups of channels that had curves, or that hold what pivots do, as curves. */
    private static Clip.NodeTrack track(Clip.NodeTrack t, double[] times, double[][] values, Scene scene) {
        @Nullable Curve[] out = new Curve[Channel.COUNT];
        Transform had = scene.nodes().get(t.node()).transform();
        boolean pivots = !(had.rotationOffset().isZero()
                && had.rotationPivot().isZero()
                && had.scalingOffset().isZero()
                && had.scalingPivot().isZero());
        for (int g = 0; g < 3; g++) {
            boolean any = pivots && g == 0;
            for (int a = 0; a < 3; a++) {
                any |= t.curves()[3 * g + a] != null;
            }
            for (int a = 0; a < 3 && any; a++) {
                out[3 * g + a] = Curve.linear(times, values[3 * g + a]);
            }
        }
        return new Clip.NodeTrack(t.node(), out);
    }

    /** Clips on whole frames of a rate, their ends rounded to the nearest frame. */
    public static Scene onWholeFrames(Scene scene, FrameRate rate) {
        Scene plain = new PlainTransforms(null).apply(scene);
        Pose pose = new Pose(plain);
        Vec3[] rest = new Vec3[plain.nodes().size()];
        for (int i = 0; i < rest.length; i++) {
            rest[i] = plain.nodes().get(i).transform().rotation();
        }
        List<Clip> clips = new ArrayList<>();
        for (Clip c : plain.clips()) {
            double start = rate.seconds(Math.rint(c.startSeconds() * rate.perSecond()));
            double end = rate.seconds(Math.rint(c.endSeconds() * rate.perSecond()));
            clips.add(clip(plain, pose, c.withRange(start, Math.max(start, end), rate), rate, rest));
        }
        return plain.withClips(clips).withStage(plain.stage().withRate(rate));
    }
}
