package idleheron.core.avatar.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Gaze;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joml.Matrix3d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where eyes look when a motion looks somewhere, against angles worked out by hand. */
class GazeTransferTest {
    /** Inward 90° become 10°, outward 60° become 30°, down 40° become 20°, up 50° become 5°. */
    private static final List<Gaze.Range> RANGES =
            List.of(new Gaze.Range(90, 10), new Gaze.Range(60, 30), new Gaze.Range(40, 20), new Gaze.Range(50, 5));

    private static Node joint(String name, int parent, Vec3 place, Vec3 turn) {
        return Node.of(name, parent, NodeKind.JOINT, Transform.of(place, turn, Vec3.ONE));
    }

    private static Map<Role, Integer> body(List<Node> nodes) {
        nodes.add(joint("hips", -1, new Vec3(0, 1, 0), Vec3.ZERO));
        nodes.add(joint("head", 0, new Vec3(0, 0.6, 0), new Vec3(0, 25, 0)));
        nodes.add(joint("l", 0, new Vec3(0.1, -0.05, 0), Vec3.ZERO));
        nodes.add(joint("r", 0, new Vec3(-0.1, -0.05, 0), Vec3.ZERO));
        Map<Role, Integer> roles = new EnumMap<>(Role.class);
        roles.put(Role.HIPS, 0);
        roles.put(Role.HEAD, 1);
        roles.put(Role.LEFT_UPPER_LEG, 2);
        roles.put(Role.RIGHT_UPPER_LEG, 3);
        return roles;
    }

    /** Looks somewhere for a second: turned about the upright so far to the left, or about the side so far down; degrees. */
    private static Scene motion(Channel about, double degrees) {
        List<Node> nodes = new ArrayList<>();
        Map<Role, Integer> roles = body(nodes);
        nodes.add(joint("gaze", -1, Vec3.ZERO, Vec3.ZERO));
        @Nullable Curve[] curves = new Curve[Channel.COUNT];
        curves[about.ordinal()] = Curve.linear(new double[] {0, 1}, new double[] {degrees, degrees});
        Clip c = new Clip(
                "look", 0, 1, FrameRate.FILM, List.of(new Clip.NodeTrack(nodes.size() - 1, curves)), List.of());
        return Scene.bare("m", Stage.COMMON)
                .withNodes(nodes)
                .withClips(List.of(c))
                .with(Motion.KEY, List.of(new Motion(roles, Map.of(), nodes.size() - 1)));
    }

    private static Scene figure(String type, List<Expression> faces) {
        List<Node> nodes = new ArrayList<>();
        Map<Role, Integer> roles = body(nodes);
        roles.put(Role.LEFT_EYE, nodes.size());
        nodes.add(joint("eye_l", 1, new Vec3(0.03, 0.06, 0.05), new Vec3(10, 20, 30)));
        roles.put(Role.RIGHT_EYE, nodes.size());
        nodes.add(joint("eye_r", 1, new Vec3(-0.03, 0.06, 0.05), new Vec3(-70, 5, 140)));
        nodes.add(Node.mesh("face", -1, Transform.IDENTITY, 0));
        BlendShape.Target t = new BlendShape.Target(1, new int[] {0}, new float[] {1, 0, 0}, null);
        Mesh mesh = Mesh.bare("m", new double[] {0, 0, 0}, new int[] {0}, new int[0])
                .withShapes(List.of(new BlendShape("aside", 0, List.of(t))));
        return Scene.bare("a", Stage.COMMON)
                .withNodes(nodes)
                .withMeshes(List.of(mesh))
                .with(
                        Avatar.KEY,
                        List.of(new Avatar(
                                Avatar.VERSION,
                                null,
                                roles,
                                faces,
                                new Gaze(type, Vec3.ZERO, RANGES),
                                Map.of(),
                                Springs.NONE,
                                List.of(),
                                List.of())));
    }

    private static Scene looking(Scene s, Gaze gaze) {
        Avatar a = Objects.requireNonNull(Avatar.in(s));
        return s.with(
                Avatar.KEY,
                List.of(new Avatar(
                        a.version(),
                        null,
                        a.roles(),
                        a.expressions(),
                        gaze,
                        Map.of(),
                        Springs.NONE,
                        List.of(),
                        List.of())));
    }

    /** Where an eye looks in the middle of the motion, as meant: it looks ahead at rest. */
    private static Vec3 looks(Scene s, Role eye) {
        Avatar a = Objects.requireNonNull(Avatar.in(s));
        int node = a.node(eye);
        Pose at = new Pose(s).at(s.clips().getFirst(), 0.5);
        Matrix3d meant = CanonicalSpace.of(s.stage()).pointMatrix().get3x3(new Matrix3d());
        Vector3d ahead = new Matrix3d(meant).invert().transform(new Vector3d(0, 0, 1));
        Vector3d own = Matrices.rotation(new Pose(s).world(node)).transpose().transform(ahead);
        Vector3d now = meant.transform(Matrices.rotation(at.world(node)).transform(own));
        return new Vec3(now.x, now.y, now.z).unit();
    }

    private static Vec3 direction(double left, double up) {
        double l = Math.toRadians(left);
        double u = Math.toRadians(up);
        return new Vec3(Math.cos(u) * Math.sin(l), Math.sin(u), Math.cos(u) * Math.cos(l));
    }

    @ParameterizedTest
    @CsvSource({
        "ROTATE_Y, 45, 22.5, 5, 0",
        "ROTATE_Y, -45, -5, -22.5, 0",
        "ROTATE_Y, 80, 30, 8.888888888888889, 0",
        "ROTATE_X, 30, 0, 0, -15",
        "ROTATE_X, -60, 0, 0, 5",
        "ROTATE_X, -10, 0, 0, 1",
    })
    void eyesFollowAsFarAsTheirRangesLetThem(
            Channel about, double degrees, double leftEye, double rightEye, double up) {
        for (AxisSystem axes : List.of(AxisSystem.COMMON, AxisSystem.Z_UP)) {
            Scene onto = new ConvertStage(axes, 0.01).apply(figure("bone", List.of()));
            Scene s = MotionTransfer.onto(new ConvertStage(axes, 0.01).apply(motion(about, degrees)), onto);
            assertThat(looks(s, Role.LEFT_EYE).distance(direction(leftEye, up)))
                    .as("left eye, " + axes)
                    .isLessThan(1e-9);
            assertThat(looks(s, Role.RIGHT_EYE).distance(direction(rightEye, up)))
                    .as("right eye, " + axes)
                    .isLessThan(1e-9);
        }
    }

    private static Expression face(String name, double weight) {
        return new Expression(
                name,
                true,
                false,
                Expression.NO_OVERRIDES,
                List.of(new Expression.Shape(6, "aside", weight)),
                List.of(),
                List.of());
    }

    @ParameterizedTest
    @CsvSource({
        "lookLeft, ROTATE_Y, 45, 0.75", "lookLeft, ROTATE_Y, -45, 0", "lookRight, ROTATE_Y, -30, 0.5",
        "lookDown, ROTATE_X, 10, 0.25", "lookUp, ROTATE_X, 10, 0", "lookUp, ROTATE_X, -25, 0.5",
    })
    void expressionsLookWhereEyesDoNot(String name, Channel about, double degrees, double share) {
        List<Gaze.Range> whole =
                List.of(new Gaze.Range(90, 1), new Gaze.Range(60, 1), new Gaze.Range(40, 1), new Gaze.Range(50, 1));
        Scene onto = figure("expression", List.of(face(name, 0.5)));
        Scene ranged = looking(onto, new Gaze("expression", Vec3.ZERO, whole));
        Clip c = MotionTransfer.onto(motion(about, degrees), ranged).clips().getFirst();
        assertThat(c.nodes()).extracting(Clip.NodeTrack::node).doesNotContain(4, 5);
        assertThat(c.shapes().getFirst().weight().at(0.5)).isCloseTo(share * 0.5, within(1e-9));
    }

    @Test
    void whoDoesNotLookIsLeftAlone() {
        Scene onto = figure("bone", List.of(face("lookLeft", 1)));
        Scene still = motion(Channel.ROTATE_Y, 45);
        Motion m = Objects.requireNonNull(Motion.in(still));
        Scene blind = still.with(Motion.KEY, List.of(new Motion(m.roles(), Map.of(), -1)));
        assertThat(MotionTransfer.onto(blind, onto).clips().getFirst().nodes())
                .extracting(Clip.NodeTrack::node)
                .containsExactlyInAnyOrder(0, 1, 2, 3);
        Clip eyes = MotionTransfer.onto(still, onto).clips().getFirst();
        assertThat(eyes.nodes()).extracting(Clip.NodeTrack::node).contains(4, 5);
        assertThat(eyes.shapes()).as("eyes turn, so no face looks").isEmpty();
        Map<Role, Integer> roles = new EnumMap<>(m.roles());
        roles.put(Role.LEFT_EYE, 3);
        Scene turned = still.with(Motion.KEY, List.of(new Motion(roles, Map.of(), m.gaze())));
        assertThat(MotionTransfer.onto(turned, onto).clips().getFirst().nodes())
                .extracting(Clip.NodeTrack::node)
                .as("one eye is turned by the motion itself, and once")
                .containsExactlyInAnyOrder(0, 1, 2, 3, 4, 5);
    }

    @Test
    void aRangeOfNothingIsFullAtOnce() {
        Scene onto = figure("bone", List.of());
        List<Gaze.Range> jumps =
                List.of(new Gaze.Range(0, 12), new Gaze.Range(0, 12), new Gaze.Range(0, 12), new Gaze.Range(0, 12));
        Scene jumping = looking(onto, new Gaze("bone", Vec3.ZERO, jumps));
        Scene s = MotionTransfer.onto(motion(Channel.ROTATE_Y, 3), jumping);
        assertThat(looks(s, Role.LEFT_EYE).distance(direction(12, 0))).isLessThan(1e-9);
        Scene still = MotionTransfer.onto(motion(Channel.ROTATE_Y, 0), jumping);
        assertThat(looks(still, Role.LEFT_EYE).distance(direction(0, 0))).isLessThan(1e-9);
    }
}
