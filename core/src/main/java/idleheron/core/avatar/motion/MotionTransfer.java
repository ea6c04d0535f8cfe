package idleheron.core.avatar.motion;

import static idleheron.core.Messages.say;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Role;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/**
 * Puts a motion onto an avatar, both at rest in T-pose. A turn is carried as it is against the rest: with q the local turn of a joint
 * of the motion, W the turn of that joint in the world at rest and Wp of what is above it, n = Wp·q·W⁻¹; on the avatar q' = Wp'⁻¹·n·W'.
 * The hips go as far as their heights compare. Expressions move the blend shapes that they are made of; a gaze moves the eyes ({@link
 * GazeTransfer}).
 *
 * <p>Source: the standard for motion files of humanoid avatars (VRMC_vrm_animation 1.0).
 */
public final class MotionTransfer {
    private final Scene from;
    private final Motion motion;
    private final Scene onto;
    private final Avatar avatar;
    private final Pose rest;
    private final Pose restOnto;
    private final @Nullable GazeTransfer gaze;

    private MotionTransfer(Scene from, Motion motion, Scene onto, Avatar avatar) {
        this.from = from;
        this.motion = motion;
        this.onto = onto;
        this.avatar = avatar;
        this.rest = new Pose(from);
        this.restOnto = new Pose(onto);
        this.gaze = GazeTransfer.of(rest, motion, restOnto, avatar);
    }

    /** Whether one scene is a motion and the other a figure that can take it. */
    public static boolean fits(Scene from, Scene onto) {
        Motion m = Motion.in(from);
        Avatar a = Avatar.in(onto);
        return m != null && a != null && m.roles().containsKey(Role.HIPS) && a.node(Role.HIPS) >= 0;
    }

    /**
     * The avatar with the clips of the motion added.
     *
     * @param from in the stage of {@code onto}
     * @throws IllegalArgumentException when {@link #fits} says no
     */
    public static Scene onto(Scene from, Scene onto) {
        Motion m = Motion.in(from);
        Avatar a = Avatar.in(onto);
        if (m == null || a == null || !fits(from, onto)) {
            throw new IllegalArgumentException(
                    say("core.avatar.motion.MotionTransfer.is-no-motion-that-can-take", from.name(), onto.name()));
        }
        MotionTransfer t = new MotionTransfer(from, m, onto, a);
        List<Clip> clips = new ArrayList<>(onto.clips());
        from.clips().forEach(c -> clips.add(t.clip(c)));
        return onto.withClips(clips);
    }

    /** How a node is turned in its stage; not at all above all nodes (-1). */
    static Quaterniond turn(Pose pose, int node) {
        return node < 0 ? new Quaterniond() : Matrices.quaternion(pose.world(node));
    }

    /** Angles of the joint of a role at every time, those of the hips with their places. */
    private final class Limb {
        final int source;
        final int target;
        final Transform transform;
        final double[][] values = new double[6][];
        final Quaterniond before;
        final Quaterniond after;
        final boolean hips;
        final double ratio;
        final Matrix4d intoParent;
        Vec3 last;

        Limb(Role role, int source, int target, int times) {
            this.source = source;
            this.target = target;
            Node n = onto.nodes().get(target);
            transform = n.transform();
            last = transform.rotation();
            // q' = Wp'^-1 Wp q W^-1 W'
            before = turn(restOnto, n.parent())
                    .conjugate()
                    .mul(turn(rest, from.nodes().get(source).parent()));
            after = turn(rest, source).conjugate().mul(turn(restOnto, target));
            hips = role == Role.HIPS;
            double height = height(rest, source);
            ratio = height == 0 ? 1 : height(restOnto, target) / height;
            intoParent = n.parent() < 0 ? new Matrix4d() : new Matrix4d(restOnto.world(n.parent())).invert();
            for (int i = 0; i < values.length; i++) {
                values[i] = new double[times];
            }
        }

        void put(Pose at, int frame) {
            Quaterniond q = Matrices.quaternion(at.local(source));
            Quaterniond turned = new Quaterniond(before).mul(q).mul(after);
            last = transform.anglesFor(turned.get(new org.joml.Matrix3d()), last);
            for (int a = 0; a < 3; a++) {
                values[3 + a][frame] = last.get(a);
            }
            if (hips) {
                Vec3 place = Matrices.translation(at.world(source)).times(ratio);
                var local = intoParent.transformPosition(place.x(), place.y(), place.z(), new org.joml.Vector3d());
                Vec3 offset = transform
                        .translation()
                        .minus(Matrices.translation(transform.matrix()))
                        .plus(new Vec3(local.x, local.y, local.z));
                for (int a = 0; a < 3; a++) {
                    values[a][frame] = offset.get(a);
                }
            }
        }

        Clip.NodeTrack track(double[] times) {
            @Nullable Curve[] curves = new Curve[Channel.COUNT];
            for (int i = hips ? 0 : 3; i < 6; i++) {
                curves[i] = Curve.linear(times, values[i]);
            }
            return new Clip.NodeTrack(target, curves);
        }
    }

    /** Of a joint above the ground, in its stage. */
    private static double height(Pose pose, int node) {
        return Matrices.translation(pose.world(node))
                .get(pose.scene().stage().axes().up().axis());
    }

    private Clip clip(Clip c) {
        double[] times = SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate());
        Map<Role, Limb> limbs = new EnumMap<>(Role.class);
        motion.roles().forEach((role, node) -> {
            if (avatar.node(role) >= 0) {
                limbs.put(role, new Limb(role, node, avatar.node(role), times.length));
            }
        });
        Pose pose = new Pose(from);
        if (gaze != null) {
            gaze.begin(times.length);
        }
        for (int f = 0; f < times.length; f++) {
            pose.at(c, times[f]);
            for (Limb l : limbs.values()) {
                l.put(pose, f);
            }
            if (gaze != null) {
                gaze.put(pose, f);
            }
        }
        List<Clip.NodeTrack> tracks =
                new ArrayList<>(limbs.values().stream().map(l -> l.track(times)).toList());
        if (gaze != null) {
            tracks.addAll(gaze.tracks(times, motion));
        }
        return new Clip(c.name(), c.startSeconds(), c.endSeconds(), c.rate(), tracks, shapes(c, times));
    }

    /** Weights of blend shapes: the sum of all expressions that move them, 1 at most. */
    private List<Clip.ShapeTrack> shapes(Clip c, double[] times) {
        Map<List<Integer>, double[]> sums = new TreeMap<>((a, b) -> {
            int m = Integer.compare(a.getFirst(), b.getFirst());
            return m != 0 ? m : Integer.compare(a.getLast(), b.getLast());
        });
        for (Expression e : avatar.expressions()) {
            double[] weights = weights(e.name(), c, times);
            if (weights == null) {
                continue;
            }
            for (Expression.Shape s : e.shapes()) {
                int mesh = onto.nodes().get(s.node()).payload();
                List<BlendShape> shapes =
                        mesh < 0 ? List.of() : onto.meshes().get(mesh).shapes();
                int shape = IntStream.range(0, shapes.size())
                        .filter(i -> shapes.get(i).name().equals(s.shape()))
                        .findFirst()
                        .orElse(-1);
                if (shape >= 0) {
                    double[] sum = sums.computeIfAbsent(List.of(mesh, shape), k -> new double[times.length]);
                    for (int f = 0; f < times.length; f++) {
                        double w = Math.clamp(weights[f], 0, 1);
                        sum[f] = Math.min(1, sum[f] + s.weight() * (e.binary() ? Math.rint(w) : w));
                    }
                }
            }
        }
        List<Clip.ShapeTrack> out = new ArrayList<>();
        sums.forEach((k, v) -> out.add(new Clip.ShapeTrack(k.getFirst(), k.getLast(), Curve.linear(times, v))));
        return out;
    }

    /** The weight of an expression at every time: as the motion says, else as its gaze asks for; null for neither. */
    private double @Nullable [] weights(String expression, Clip c, double[] times) {
        Integer node = motion.expressions().get(expression);
        Curve weight = node == null ? null : weight(c, node);
        if (weight == null) {
            return gaze == null ? null : gaze.weights(expression);
        }
        return Arrays.stream(times).map(weight::at).toArray();
    }

    private static @Nullable Curve weight(Clip c, int node) {
        return c.nodes().stream()
                .filter(t -> t.node() == node)
                .map(t -> t.curve(Channel.TRANSLATE_X))
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
    }
}
