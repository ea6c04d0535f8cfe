package idleheron.formats.gltf.avatar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.motion.Motion;
import idleheron.core.avatar.motion.MotionTransfer;
import idleheron.core.inspect.SceneMerge;
import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.gltf.GltfFormat;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joml.Quaterniond;
import org.junit.jupiter.api.Test;

/** A motion for any avatar: read, put onto an avatar, and written of one. */
class MotionFileTest {
    private static final Path FOLDER = Path.of("src/test/resources/gltf/avatars");
    private static final GltfFormat FORMAT = new GltfFormat();

    private static Scene read(String file, byte[] bytes) throws IOException {
        return FORMAT.read(Path.of(file), MemorySegment.ofArray(bytes), (done, what) -> {})
                .scene();
    }

    private static Scene file(String name) throws IOException {
        return read(name, Files.readAllBytes(FOLDER.resolve(name)));
    }

    private static Scene motion() throws IOException {
        return file("motion.vrma");
    }

    private static Motion of(Scene s) {
        return Objects.requireNonNull(Motion.in(s));
    }

    /** With one blend shape on its first mesh, which is the expression happy. */
    private static Scene smiling(Scene s) {
        Mesh m = s.meshes().getFirst();
        BlendShape smile = new BlendShape(
                "smile", 0, List.of(new BlendShape.Target(1, new int[] {0}, new float[] {0, 0.01f, 0}, null)));
        Avatar a = Objects.requireNonNull(Avatar.in(s));
        Expression happy = new Expression(
                "happy",
                true,
                false,
                Expression.NO_OVERRIDES,
                List.of(new Expression.Shape(s.nodeOfMesh(0), "smile", 0.5)),
                List.of(),
                List.of());
        return s.withMeshes(List.of(m.withShapes(List.of(smile))))
                .with(Avatar.KEY, List.of(a.withExpressions(List.of(happy))));
    }

    @Test
    void rolesExpressionsAndTurnsAreThoseOfTheFile() throws IOException {
        Scene s = motion();
        Motion m = of(s);
        assertThat(m.roles()).hasSize(22);
        assertThat(s.nodes().get(m.node(Role.LEFT_HAND)).name()).isEqualTo("J_left_hand");
        assertThat(m.expressions()).containsOnlyKeys("happy");
        assertThat(s.nodes().get(m.gaze()).name()).isEqualTo("gaze");
        Clip c = s.clips().getFirst();
        Pose half = new Pose(s).at(c, 0.5);
        assertThat(Matrices.translation(half.world(m.node(Role.HIPS))).distance(new Vec3(0, 0.85, 0.05)))
                .isLessThan(1e-6);
        Map<Role, Double> degrees = Map.of(Role.LEFT_UPPER_ARM, 60.0, Role.LEFT_UPPER_LEG, 30.0, Role.HEAD, 20.0);
        degrees.forEach((r, d) -> assertThat(SwingTwist.angle(Matrices.quaternion(half.local(m.node(r)))))
                .isCloseTo(d, within(1e-4)));
        assertThat(FORMAT.read(
                                Path.of("m.vrma"),
                                MemorySegment.ofArray(Files.readAllBytes(FOLDER.resolve("motion.vrma"))),
                                (x, y) -> {})
                        .variant())
                .isEqualTo("motion 1.0");
    }

    /** Where the bones of a figure point in the world, whatever its joints' own axes are. */
    private static Vec3 bone(Pose p, Avatar a, Role from, Role to) {
        return Matrices.translation(p.world(a.node(to)))
                .minus(Matrices.translation(p.world(a.node(from))))
                .unit();
    }

    @Test
    void anAvatarTurnsAsTheMotionDoesWhateverItsJointsAxesAre() throws IOException {
        Scene m = motion();
        Scene plain = file("least.vrm");
        Scene turned = new TurnJoints(new Vec3(20, -70, 35)).apply(plain);
        assertThat(MotionTransfer.fits(m, plain)).isTrue();
        Scene a = MotionTransfer.onto(m, plain);
        Scene b = MotionTransfer.onto(m, turned);
        Avatar av = Objects.requireNonNull(Avatar.in(a));
        Avatar bv = Objects.requireNonNull(Avatar.in(b));
        Pose rest = new Pose(plain);
        for (double t = 0; t <= 1; t += 0.25) {
            Pose source = new Pose(m).at(m.clips().getFirst(), t);
            Pose x = new Pose(a).at(a.clips().getLast(), t);
            Pose y = new Pose(b).at(b.clips().getLast(), t);
            for (Role r : Role.REQUIRED) {
                if (r.limb() == Role.Limb.HEAD
                        || r == Role.HIPS
                        || r.code().endsWith("Foot")
                        || r.code().endsWith("Hand")) {
                    continue;
                }
                Role next = Role.REQUIRED.stream()
                        .filter(n -> n.above() == r)
                        .findFirst()
                        .orElse(null);
                if (next == null) {
                    continue;
                }
                assertThat(bone(y, bv, r, next).distance(bone(x, av, r, next)))
                        .as(r + " at " + t)
                        .isLessThan(1e-9);
                // the world turn against rest is the same as that of the motion
                int node = of(m).node(r);
                Quaterniond told = Matrices.quaternion(source.world(node))
                        .mul(Matrices.quaternion(new Pose(m).world(node)).conjugate());
                Vec3 wanted = turn(told, bone(rest, av, r, next));
                assertThat(bone(x, av, r, next).distance(wanted))
                        .as(r + " at " + t)
                        .isLessThan(1e-6);
            }
        }
        Pose half = new Pose(a).at(a.clips().getLast(), 0.5);
        double ratio = Matrices.translation(rest.world(av.node(Role.HIPS))).y() / 0.95;
        assertThat(Matrices.translation(half.world(av.node(Role.HIPS))).distance(new Vec3(0, 0.85, 0.05).times(ratio)))
                .isLessThan(1e-6);
    }

    private static Vec3 turn(Quaterniond q, Vec3 v) {
        var out = q.transform(v.x(), v.y(), v.z(), new org.joml.Vector3d());
        return new Vec3(out.x, out.y, out.z);
    }

    @Test
    void facesFollowByTheExpressionsOfTheAvatar() throws IOException {
        Scene a = SceneMerge.of(List.of(smiling(file("least.vrm")), motion())).scene();
        Clip c = a.clips().getLast();
        assertThat(c.shapes()).hasSize(1);
        assertThat(c.shapes().getFirst().weight().at(0.5)).isCloseTo(0.5, within(1e-6));
        assertThat(c.shapes().getFirst().weight().at(1)).isCloseTo(0.125, within(1e-6));
        assertThat(a.nodes()).hasSameSizeAs(file("least.vrm").nodes());
    }

    @Test
    void whatIsWrittenOfAnAvatarMovesItAsBefore() throws IOException {
        Scene woman =
                SceneMerge.of(List.of(smiling(file("least.vrm")), motion())).scene();
        assertThat(FORMAT.refusal(woman, GltfFormat.MOTION)).isEmpty();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        FORMAT.write(woman, GltfFormat.MOTION, out, (done, what) -> {});
        Scene back = read("b.vrma", out.toByteArray());
        assertThat(back.meshes()).isEmpty();
        assertThat(of(back).roles().keySet())
                .isEqualTo(Objects.requireNonNull(Avatar.in(woman)).roles().keySet());
        assertThat(of(back).expressions()).containsOnlyKeys("happy");
        Scene again = MotionTransfer.onto(back, woman.withClips(List.of()));
        Clip was = woman.clips().getLast();
        Clip now = again.clips().getLast();
        for (double t = 0; t <= 1; t += 0.125) {
            Pose x = new Pose(woman).at(was, t);
            Pose y = new Pose(again).at(now, t);
            for (int n : Objects.requireNonNull(Avatar.in(woman)).roles().values()) {
                assertThat(Matrices.difference(x.world(n), y.world(n))).isLessThan(1e-5);
            }
            assertThat(now.shapes().getFirst().weight().at(t))
                    .isCloseTo(was.shapes().getFirst().weight().at(t), within(1e-5));
        }
    }

    @Test
    void whatOnlyTheHipsMayIsLeftOutAndTold() throws IOException {
        Scene woman = SceneMerge.of(List.of(file("least.vrm"), motion())).scene();
        Avatar a = Objects.requireNonNull(Avatar.in(woman));
        Clip c = woman.clips().getLast();
        int head = a.node(Role.HEAD);
        var stretched = c.nodes().stream()
                .map(t -> {
                    var curves = t.curves().clone();
                    if (t.node() == head) {
                        curves[Channel.TRANSLATE_Y.ordinal()] =
                                idleheron.core.scene.motion.Curve.linear(new double[] {0, 1}, new double[] {0, 1});
                    }
                    return new Clip.NodeTrack(t.node(), curves);
                })
                .toList();
        Scene odd = woman.withClips(List.of(c.withTracks(stretched, List.of())));
        var form = FORMAT.form(odd, GltfFormat.MOTION);
        assertThat(form.told()).anySatisfy(t -> assertThat(t).contains("1 joint moves or scales"));
        Motion m = of(form.scene());
        assertThat(form.scene().clips().getFirst().nodes().stream()
                        .filter(t -> t.node() == m.node(Role.HEAD))
                        .allMatch(t -> t.curve(Channel.TRANSLATE_Y) == null))
                .isTrue();
    }

    @Test
    void whatIsNoMotionIsRefusedAndWhatPointsNowhereIsNoted() throws IOException {
        Scene still = file("least.vrm").withClips(List.of());
        assertThat(FORMAT.refusal(still, GltfFormat.MOTION)).isEqualTo("a motion needs a clip, and there is none");
        Scene nobody = motion().with(Motion.KEY, List.of());
        assertThat(FORMAT.refusal(nobody, GltfFormat.MOTION)).contains("give-roles finds them");
        assertThat(MotionTransfer.fits(motion(), nobody)).isFalse();
        assertThatThrownBy(() -> MotionTransfer.onto(nobody, nobody)).isInstanceOf(IllegalArgumentException.class);
        String text = new String(
                Files.readAllBytes(FOLDER.resolve("motion.vrma")), java.nio.charset.StandardCharsets.ISO_8859_1);
        byte[] wrong = text.replace("\"head\":{\"node\":5}", "\"nose\":{\"node\":5}")
                .getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
        assertThat(read("w.vrma", wrong).notes()).contains("the role nose is none of the standard's");
    }

    /** Faces of the standard and of one's own are told apart when a motion is written. */
    @Test
    void facesOfOnesOwnStandByThemselves() throws IOException {
        Scene s = motion();
        Motion m = of(s);
        int face = m.expressions().values().iterator().next();
        Motion more = new Motion(m.roles(), Map.of("happy", face, "grumpy", face), m.gaze());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        FORMAT.write(s.with(Motion.KEY, List.of(more)), GltfFormat.MOTION, out, (done, what) -> {});
        String text = out.toString(java.nio.charset.StandardCharsets.ISO_8859_1);
        assertThat(text)
                .containsPattern("\"preset\":\\{\"happy\":\\{\"node\":\\d+}}")
                .containsPattern("\"custom\":\\{\"grumpy\":\\{\"node\":\\d+}}");
        assertThat(of(read("again.vrma", out.toByteArray())).expressions()).containsOnlyKeys("happy", "grumpy");
    }
}
