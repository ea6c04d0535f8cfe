package idleheron.core.avatar.motion;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Gaze;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.pose.BodyFrame;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joml.Matrix3d;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * Carries the gaze of a motion onto an avatar: where the node of the gaze looks, as angles to the left and upwards of where it looks at
 * rest; each of them as far as the avatar's ranges let it follow; then the eyes turned by them, first sideways and then up or down, or
 * the weights of the expressions that look there.
 *
 * <p>Source: the standard for humanoid avatars, {@code lookAt} and {@code rangeMap} (VRM 1.0), and for their motion (VRMC_vrm_animation
 * 1.0).
 */
final class GazeTransfer {
    private static final Vec3 UP = new Vec3(0, 1, 0);
    private static final List<Role> EYES = List.of(Role.LEFT_EYE, Role.RIGHT_EYE);

    private final Pose rest;
    private final int node;
    private final Ways from;
    private final Pose restOnto;
    private final Ways onto;
    private final Avatar avatar;
    private final Gaze gaze;
    private double[] left = {};
    private double[] up = {};

    private GazeTransfer(Looks source, int node, Looks target, Avatar avatar, Gaze gaze) {
        this.rest = source.rest;
        this.node = node;
        this.from = source.ways;
        this.restOnto = target.rest;
        this.onto = target.ways;
        this.avatar = avatar;
        this.gaze = gaze;
    }

    /** A figure at rest with its directions. */
    private record Looks(Pose rest, Ways ways) {}

    /** Directions of a figure at rest in its stage, each of length 1. */
    private record Ways(Vec3 left, Vec3 up, Vec3 front) {
        static @Nullable Ways of(Pose rest, Map<Role, Integer> roles) {
            BodyFrame f = BodyFrame.of(rest, roles);
            if (f == null) {
                return null;
            }
            Vec3 left = f.left().across(UP).unit();
            Matrix3d stored = CanonicalSpace.of(rest.scene().stage())
                    .pointMatrix()
                    .get3x3(new Matrix3d())
                    .invert();
            return new Ways(turned(stored, left), turned(stored, UP), turned(stored, left.cross(UP)));
        }

        /** The turn that takes front to a direction so far to the left and then up, radians. */
        Quaterniond turn(double sideways, double upwards) {
            Vec3 side = left.times(Math.cos(sideways)).minus(front.times(Math.sin(sideways)));
            Vec3 level = front.times(Math.cos(sideways)).plus(left.times(Math.sin(sideways)));
            Vec3 ahead = level.times(Math.cos(upwards)).plus(up.times(Math.sin(upwards)));
            Vec3 above = up.times(Math.cos(upwards)).minus(level.times(Math.sin(upwards)));
            Matrix3d now = columns(side, above, ahead);
            return now.mul(columns(left, up, front).transpose()).getNormalizedRotation(new Quaterniond());
        }

        private static Matrix3d columns(Vec3 a, Vec3 b, Vec3 c) {
            return new Matrix3d(a.x(), a.y(), a.z(), b.x(), b.y(), b.z(), c.x(), c.y(), c.z());
        }
    }

    private static Vec3 turned(Matrix3d by, Vec3 v) {
        Vector3d out = by.transform(new Vector3d(v.x(), v.y(), v.z()));
        return new Vec3(out.x, out.y, out.z).unit();
    }

    /** Null where the motion has no gaze, the avatar none either, or one of them no directions. */
    static @Nullable GazeTransfer of(Pose rest, Motion motion, Pose restOnto, Avatar avatar) {
        Gaze gaze = avatar.gaze();
        Ways from = motion.gaze() < 0 || gaze == null ? null : Ways.of(rest, motion.roles());
        Ways onto = from == null ? null : Ways.of(restOnto, avatar.roles());
        return gaze == null || from == null || onto == null
                ? null
                : new GazeTransfer(new Looks(rest, from), motion.gaze(), new Looks(restOnto, onto), avatar, gaze);
    }

    void begin(int times) {
        left = new double[times];
        up = new double[times];
    }

    /** Keeps where the gaze goes in a pose of the motion. */
    void put(Pose at, int frame) {
        int parent = rest.scene().nodes().get(node).parent();
        Quaterniond turn = MotionTransfer.turn(rest, parent)
                .mul(Matrices.quaternion(at.local(node)))
                .mul(MotionTransfer.turn(rest, node).conjugate());
        Vec3 looks = turned(turn.get(new Matrix3d()), from.front);
        left[frame] = Math.toDegrees(Math.atan2(looks.dot(from.left), looks.dot(from.front)));
        up[frame] = Math.toDegrees(Math.asin(Math.clamp(looks.dot(from.up), -1, 1)));
    }

    /** How far something follows an angle, degrees; with its sign. */
    private double follows(double angle, int range) {
        Gaze.Range r = gaze.ranges().get(range);
        double most = r.input();
        double share = most > 0 ? Math.min(Math.abs(angle), most) / most : angle == 0 ? 0 : 1;
        return Math.signum(angle) * share * r.output();
    }

    private double upwards(int frame) {
        return follows(up[frame], up[frame] < 0 ? 2 : 3);
    }

    /** The turns of the eyes that have a joint and that nothing else turns; none where expressions look. */
    List<Clip.NodeTrack> tracks(double[] times, Motion motion) {
        List<Clip.NodeTrack> out = new ArrayList<>();
        for (Role eye : EYES) {
            int joint = avatar.node(eye);
            if (joint >= 0 && !motion.roles().containsKey(eye) && gaze.type().equals("bone")) {
                out.add(track(eye, joint, times));
            }
        }
        return out;
    }

    private Clip.NodeTrack track(Role eye, int joint, double[] times) {
        Transform transform = restOnto.scene().nodes().get(joint).transform();
        Quaterniond above = MotionTransfer.turn(
                        restOnto, restOnto.scene().nodes().get(joint).parent())
                .conjugate();
        Quaterniond own = MotionTransfer.turn(restOnto, joint);
        double[][] values = new double[3][times.length];
        Vec3 last = transform.rotation();
        for (int f = 0; f < times.length; f++) {
            boolean outwards = left[f] > 0 == (eye == Role.LEFT_EYE);
            double sideways = Math.toRadians(follows(left[f], outwards ? 1 : 0));
            Quaterniond q = new Quaterniond(above)
                    .mul(onto.turn(sideways, Math.toRadians(upwards(f))))
                    .mul(own);
            last = transform.anglesFor(q.get(new Matrix3d()), last);
            for (int a = 0; a < 3; a++) {
                values[a][f] = last.get(a);
            }
        }
        @Nullable Curve[] curves = new Curve[Channel.COUNT];
        for (int a = 0; a < 3; a++) {
            curves[3 + a] = Curve.linear(times, values[a]);
        }
        return new Clip.NodeTrack(joint, curves);
    }

    /** The weight of an expression that looks somewhere, frame by frame; null where it does not, or where eyes turn. */
    double @Nullable [] weights(String expression) {
        double[] out = new double[left.length];
        boolean known = gaze.type().equals("expression");
        for (int f = 0; f < out.length && known; f++) {
            // sideways both eyes go by the outward range
            switch (expression) {
                case "lookLeft" -> out[f] = follows(Math.max(0, left[f]), 1);
                case "lookRight" -> out[f] = follows(Math.max(0, -left[f]), 1);
                case "lookUp" -> out[f] = Math.max(0, upwards(f));
                case "lookDown" -> out[f] = Math.max(0, -upwards(f));
                default -> known = false;
            }
        }
        return known ? out : null;
    }
}
