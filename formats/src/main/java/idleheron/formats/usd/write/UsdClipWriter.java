package idleheron.formats.usd.write;

import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.core.time.SampleTimes;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import idleheron.formats.usd.read.UsdClipReader;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/**
 * Clips as samples; the layout is told at {@link UsdClipReader}. Everything that moves gets a sample on every frame of its clip;
 * nodes outside of skeletons whose curves are straight lines keep their own keys.
 */
final class UsdClipWriter {
    private final UsdPlan plan;
    private final Scene scene;
    private final Pose pose;

    UsdClipWriter(UsdPlan plan) {
        this.plan = plan;
        this.scene = plan.scene;
        this.pose = new Pose(scene);
    }

    /** What this program keeps of a clip besides its samples. */
    static Map<String, Value> own(Clip c) {
        Map<String, Value> out = new LinkedHashMap<>();
        out.put("clip", TextValue.string(c.name()));
        out.put("start", Numbers.one(ValueKind.DOUBLE, c.startSeconds()));
        out.put("end", Numbers.one(ValueKind.DOUBLE, c.endSeconds()));
        out.put(
                "rate",
                Numbers.whole(
                        ValueKind.INT64, true, c.rate().numerator(), c.rate().denominator()));
        return out;
    }

    /**
     * @param top what stands for the prim at {@code topPath}: the prim itself, a variant of it, or the top of another layer
     */
    void write(Clip c, Spec top, String topPath) {
        double[] seconds = SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate());
        for (UsdPlan.Bones b : plan.skeletons) {
            Spec skeleton = at(top, topPath, b.path());
            Spec motion = motion(c, b, seconds);
            if (motion != null) {
                skeleton.add(motion);
                skeleton.add(Spec.relationship("skel:animationSource", List.of(b.path() + "/" + motion.name())));
            }
        }
        for (int n : c.movedNodes()) {
            String path = plan.paths[n];
            if (plan.boneOf[n] == null && path != null) {
                node(c, n, seconds, at(top, topPath, path));
            }
        }
        for (Clip.ValueTrack v : c.values()) {
            String path = v.subject() == Clip.Subject.NODE ? plan.paths[v.index()] : null;
            if (path != null && v.property().equals("Visibility")) {
                visibility(v.curve(), at(top, topPath, path));
            }
        }
    }

    private static Spec at(Spec top, String topPath, String path) {
        return path.equals(topPath) ? top : UsdBuild.at(top, path.substring(topPath.length()));
    }

    private double[] times(double[] seconds) {
        FrameRate rate = scene.stage().rate();
        double[] out = new double[seconds.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = rate.frame(seconds[i]);
        }
        return out;
    }

    private void node(Clip c, int n, double[] frames, Spec on) {
        Node node = scene.nodes().get(n);
        Clip.NodeTrack track = null;
        for (Clip.NodeTrack t : c.nodes()) {
            track = t.node() == n ? t : track;
        }
        String[] ops = {"translate", UsdXformWriter.rotation(node.transform()), "scale"};
        for (int k = 0; k < 3; k++) {
            double[] seconds = c.isLayered() || track == null ? frames : keys(track, k, frames);
            if (seconds.length == 0) {
                continue;
            }
            double[][] values = new double[seconds.length][3];
            boolean moves = track != null;
            for (int i = 0; i < seconds.length; i++) {
                pose.at(c, seconds[i]);
                System.arraycopy(pose.channels(n), 3 * k, values[i], 0, 3);
                moves |= !java.util.Arrays.equals(values[i], values[0]);
            }
            if (moves) {
                UsdXformWriter.samples(on, ops[k], times(seconds), values);
            }
        }
    }

    /** The times of an operation's keys where all its curves are straight lines over the same keys; else every frame. */
    private static double[] keys(Clip.NodeTrack t, int op, double[] frames) {
        double[] found = new double[0];
        for (int k = 3 * op; k < 3 * op + 3; k++) {
            Curve c = t.curves()[k];
            if (c == null) {
                continue;
            }
            boolean straight = c.isSimple();
            for (byte m : c.modes()) {
                straight &= m == Curve.LINEAR;
            }
            if (!straight || found.length > 0 && !java.util.Arrays.equals(found, c.seconds())) {
                return frames;
            }
            found = c.seconds();
        }
        return found;
    }

    private void visibility(Curve c, Spec on) {
        List<Value> values = new ArrayList<>();
        for (double v : c.values()) {
            values.add(TextValue.token(v > 0 ? "inherited" : "invisible"));
        }
        on.add(Spec.attribute("visibility", "token", false)
                .with(Field.TIME_SAMPLES, TimeSamples.of(times(c.seconds()), values)));
    }

    private @Nullable Spec motion(Clip c, UsdPlan.Bones b, double[] seconds) {
        boolean moves = c.movedNodes().stream().anyMatch(n -> plan.boneOf[n] == b);
        List<int[]> shapes = shapes(b);
        boolean blends = !shapes.isEmpty()
                && (!c.shapes().isEmpty()
                        || c.layers().stream().anyMatch(l -> !l.shapes().isEmpty()));
        if (!moves && !blends) {
            return null;
        }
        int joints = b.nodes().size();
        List<Numbers> translations = new ArrayList<>();
        List<Numbers> rotations = new ArrayList<>();
        List<Numbers> scales = new ArrayList<>();
        List<Numbers> weights = new ArrayList<>();
        Quaterniond[] before = new Quaterniond[joints];
        for (double s : seconds) {
            pose.at(c, s);
            float[] t = new float[3 * joints];
            float[] r = new float[4 * joints];
            double[] z = new double[3 * joints];
            for (int j = 0; j < joints; j++) {
                joint(UsdSkeletonWriter.local(pose, b.nodes().get(j)), j, t, r, z, before);
            }
            translations.add(Numbers.floats(ValueKind.FLOAT3, t));
            rotations.add(Numbers.floats(ValueKind.QUATF, r));
            scales.add(Numbers.of(ValueKind.HALF3, true, z));
            float[] w = new float[shapes.size()];
            for (int i = 0; i < w.length; i++) {
                w[i] = (float) pose.shapeWeight(shapes.get(i)[0], shapes.get(i)[1]);
            }
            weights.add(Numbers.floats(ValueKind.FLOAT, w));
        }
        double[] times = times(seconds);
        Spec out = UsdBuild.named(Spec.prim("Motion", Specifier.DEF, "SkelAnimation"), c.name());
        out.add(UsdBuild.uniform("joints", "token[]", TextValue.tokens(b.tokens())));
        out.add(UsdBuild.samples("translations", "float3[]", times, translations));
        out.add(UsdBuild.samples("rotations", "quatf[]", times, rotations));
        out.add(UsdBuild.samples("scales", "half3[]", times, scales));
        if (blends) {
            List<String> tokens =
                    shapes.stream().map(s -> token(scene, s[0], s[1])).toList();
            out.add(UsdBuild.uniform("blendShapes", "token[]", TextValue.tokens(tokens)));
            out.add(UsdBuild.samples("blendShapeWeights", "float[]", times, weights));
        }
        return out;
    }

    /** Translation, rotation and scale of one joint; a quaternion lies on the side of the one before. */
    private static void joint(Matrix4d m, int j, float[] t, float[] r, double[] z, Quaterniond[] before) {
        t[3 * j] = (float) m.m30();
        t[3 * j + 1] = (float) m.m31();
        t[3 * j + 2] = (float) m.m32();
        Quaterniond q = Matrices.quaternion(m);
        if (before[j] != null && before[j].dot(q) < 0) {
            q.mul(-1);
        }
        before[j] = q;
        r[4 * j] = (float) q.x;
        r[4 * j + 1] = (float) q.y;
        r[4 * j + 2] = (float) q.z;
        r[4 * j + 3] = (float) q.w;
        Vec3 s = Matrices.scale(m);
        z[3 * j] = m.determinant3x3() < 0 ? -s.x() : s.x();
        z[3 * j + 1] = s.y();
        z[3 * j + 2] = s.z();
    }

    /** Pairs of mesh and shape that this skeleton's animation speaks of. */
    private List<int[]> shapes(UsdPlan.Bones b) {
        List<int[]> out = new ArrayList<>();
        for (int m = 0; m < scene.meshes().size(); m++) {
            if (!scene.meshes().get(m).shapes().isEmpty() && plan.bonesOf(m) == b) {
                for (int s = 0; s < scene.meshes().get(m).shapes().size(); s++) {
                    out.add(new int[] {m, s});
                }
            }
        }
        return out;
    }

    /** The name by which animation speaks of a shape: its own, with its mesh's before where another mesh has one of that name. */
    static String token(Scene scene, int mesh, int shape) {
        String name = scene.meshes().get(mesh).shapes().get(shape).name();
        int same = 0;
        for (var m : scene.meshes()) {
            same += (int) m.shapes().stream().filter(s -> s.name().equals(name)).count();
        }
        return same < 2 ? name : scene.meshes().get(mesh).name() + ":" + name;
    }
}
