package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.job.Progress;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.formats.Sail;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Skeletons, skins and transforms of scenes, written and read back. */
class UsdRigRoundTripTest {
    @TempDir
    Path folder = Path.of("");

    private Scene written(Scene s, String variant) throws IOException {
        Path file = folder.resolve("again.usd");
        SceneFiles.write(s, file, new UsdFormat(), variant, true, Progress.NONE);
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    private static Node joint(String name, int parent, double y) {
        return Node.of(name, parent, NodeKind.JOINT, Transform.of(new Vec3(0, y, 0), Vec3.ZERO, Vec3.ONE));
    }

    /** Below joints everything is a joint of the skeleton; what shows something has a prim beside it as well. */
    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.TEXT, UsdFormat.CRATE})
    void whatHangsOnJointsStaysThere(String variant) throws IOException {
        Transform off = Transform.of(new Vec3(1, 0, 0), new Vec3(0, 30, 0), Vec3.ONE);
        Scene sent = Sail.bare(Sail.stage())
                .withNodes(List.of(
                        Node.of("deck", -1, NodeKind.GROUP, off),
                        joint("mast", 0, 1),
                        Node.of("block", 1, NodeKind.GROUP, off),
                        Node.mesh("flag", 2, off, 0),
                        Node.of("eye", 1, NodeKind.CAMERA, off).withPayload(NodeKind.CAMERA, 0),
                        Node.of("mark", 1, NodeKind.LOCATOR, off),
                        joint("boom a", 1, 2)))
                .withMeshes(List.of(Sail.mesh()))
                .withCameras(List.of(new Camera("eye", 35, 36, 24, 1, 100)));
        Scene s = written(sent, variant);
        Pose there = new Pose(sent);
        Pose here = new Pose(s);
        assertThat(s.nodes())
                .extracting(Node::name)
                .containsExactlyInAnyOrder("deck", "mast", "block", "flag", "eye", "mark", "boom a");
        for (Node n : sent.nodes()) {
            int i = s.find(n.name());
            int parent = s.nodes().get(i).parent();
            assertThat(s.nodes().get(i).kind()).as(n.name()).isEqualTo(n.kind());
            assertThat(here.world(i).equals(there.world(sent.find(n.name())), 1e-5))
                    .as(n.name())
                    .isTrue();
            String above = n.parent() < 0 ? "" : sent.nodes().get(n.parent()).name();
            assertThat(parent < 0 ? "" : s.nodes().get(parent).name())
                    .as(n.name())
                    .isEqualTo(above);
        }
    }

    @Test
    void jointsUnderSeveralNodesAreSeveralSkeletonsAndAMeshHangsOnOne() throws IOException {
        List<Node> nodes = List.of(
                Node.of("port", -1, NodeKind.GROUP, Transform.IDENTITY),
                Node.of("lee", -1, NodeKind.GROUP, Transform.of(new Vec3(5, 0, 0), Vec3.ZERO, Vec3.ONE)),
                joint("mast", 0, 1),
                joint("mast", 1, 2),
                joint("yard", 1, 3),
                Node.mesh("sail", -1, Transform.IDENTITY, 0));
        Skin own = new Skin(
                "k",
                new int[] {3, 4},
                new Matrix4dc[] {new Matrix4d().translation(-5, -2, 0), new Matrix4d().translation(-5, -3, 0)},
                new int[] {0, 1, 2, 3, 4, 5},
                new int[] {0, 0, 1, 1, 0},
                new float[] {1, 1, 1, 1, 1});
        Scene sent = Sail.bare(Sail.stage())
                .withNodes(nodes)
                .withMeshes(List.of(Sail.mesh().withSkin(own)));
        Scene s = written(sent, UsdFormat.TEXT);
        assertThat(s.joints()).hasSize(3);
        Skin k = Objects.requireNonNull(s.meshes().getFirst().skin());
        assertThat(List.of(
                        s.nodes().get(k.joints()[0]).name(),
                        s.nodes().get(k.joints()[1]).name()))
                .containsExactly("mast", "yard");
        assertThat(s.nodes().get(s.nodes().get(k.joints()[0]).parent()).name()).isEqualTo("lee");
        Skin across = new Skin("k", new int[] {2, 4}, own.toJoint(), own.starts(), own.slots(), own.weights());
        assertThatThrownBy(() -> written(sent.withMeshes(List.of(Sail.mesh().withSkin(across))), UsdFormat.TEXT))
                .hasMessageContaining("bound to joints under several nodes");
    }

    /** The number of influences of a point is that of the point that has most; the way of skinning comes along. */
    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.TEXT, UsdFormat.CRATE})
    void skinsComeBackPointByPoint(String variant) throws IOException {
        Scene rigged = Sail.rigged();
        Mesh m = rigged.meshes().getFirst();
        Skin was = Objects.requireNonNull(m.skin());
        SkinStyle dual =
                new SkinStyle(SkinStyle.Method.DUAL_QUATERNION, null, SkinStyle.Link.NORMALIZED, List.of(), null);
        Skin styled = new Skin(was.name(), was.joints(), was.toJoint(), was.starts(), was.slots(), was.weights(), dual);
        Scene s = written(rigged.withMeshes(List.of(m.withSkin(styled))), variant);
        Skin k = Objects.requireNonNull(s.meshes().getFirst().skin());
        assertThat(k.starts()).isEqualTo(was.starts());
        assertThat(k.weights()).isEqualTo(was.weights());
        for (int i = 0; i < k.slots().length; i++) {
            assertThat(s.nodes().get(k.joints()[k.slots()[i]]).name())
                    .isEqualTo(rigged.nodes().get(was.joints()[was.slots()[i]]).name());
        }
        for (int j = 0; j < 2; j++) {
            Matrix4dc a = was.toJoint()[j];
            int back = s.nodes()
                            .get(k.joints()[0])
                            .name()
                            .equals(rigged.nodes().get(was.joints()[j]).name())
                    ? 0
                    : 1;
            assertThat(k.toJoint()[back].equals(a, 1e-5)).isTrue();
        }
        assertThat(k.style().method()).isEqualTo(SkinStyle.Method.DUAL_QUATERNION);
    }

    private static final Transform ALL = new Transform(
            new Vec3(1, 2, 3),
            RotationOrder.ZXY,
            new Vec3(10, 20, 30),
            new Vec3(5, 6, 7),
            new Vec3(-8, 9, 11),
            new Vec3(2, 3, 0.5),
            new Vec3(0.1, 0.2, 0.3),
            new Vec3(4, 5, 6),
            new Vec3(-0.5, 0.25, 1),
            new Vec3(7, -8, 9),
            idleheron.core.scene.Inherit.ORDINARY);

    /** Every part of a transform alone, all together, and all but one. */
    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3, 4, 5, 6, 7, 8, 9, -1, -2, -3, -4, -5, -6, -7, -8, -9})
    void everyPartOfATransformComesBackAsThatPart(int which) throws IOException {
        Vec3[] parts = {
            ALL.translation(),
            ALL.rotation(),
            ALL.preRotation(),
            ALL.postRotation(),
            ALL.scaling(),
            ALL.rotationOffset(),
            ALL.rotationPivot(),
            ALL.scalingOffset(),
            ALL.scalingPivot()
        };
        for (int i = 0; i < parts.length; i++) {
            boolean kept = which == 0 || which > 0 && which == i + 1 || which < 0 && -which != i + 1;
            parts[i] = kept ? parts[i] : i == 4 ? Vec3.ONE : Vec3.ZERO;
        }
        Transform t = new Transform(
                parts[0],
                ALL.order(),
                parts[1],
                parts[2],
                parts[3],
                parts[4],
                parts[5],
                parts[6],
                parts[7],
                parts[8],
                ALL.inherit());
        Scene sent = Sail.bare(Sail.stage()).withNodes(List.of(Node.of("deck", -1, NodeKind.GROUP, t)));
        Transform b = written(sent, UsdFormat.TEXT).nodes().getFirst().transform();
        assertThat(b.matrix().equals(t.matrix(), 1e-6)).isTrue();
        assertThat(b.preRotation()).isEqualTo(t.preRotation());
        assertThat(b.postRotation()).isEqualTo(t.postRotation());
        assertThat(b.rotation().distance(t.rotation())).isLessThan(1e-9);
        assertThat(b.scaling()).isEqualTo(t.scaling());
        assertThat(b.rotationPivot())
                .isEqualTo(which == 7 ? Vec3.ZERO : t.rotationPivot()); // around which nothing turns
    }

    /** Three channels of a transform with pivots that move: the operations are there and move, the others stand still. */
    @Test
    void whatMovesAroundPivotsMovesAsItDid() throws IOException {
        Curve c = Curve.linear(new double[] {0, 1, 2}, new double[] {0, 40, -20});
        Curve z = Curve.linear(new double[] {0, 2}, new double[] {1, 3});
        Clip clip = new Clip(
                "sway",
                0,
                2,
                FrameRate.of(30),
                List.of(Sail.track(0, Channel.ROTATE_Y, c), Sail.track(1, Channel.SCALE_Z, z)),
                List.of());
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("deck", -1, NodeKind.GROUP, ALL));
        nodes.add(Node.of("hatch", 0, NodeKind.GROUP, Transform.IDENTITY));
        Scene sent = Sail.bare(Sail.stage()).withNodes(nodes).withClips(List.of(clip));
        for (String variant : List.of(UsdFormat.TEXT, UsdFormat.CRATE)) {
            Scene s = written(sent, variant);
            Pose a = new Pose(sent);
            Pose b = new Pose(s);
            for (int f = 0; f <= 60; f += 5) {
                a.at(clip, f / 30.0);
                b.at(s.clips().getFirst(), f / 30.0);
                assertThat(b.world(s.find("hatch")).equals(a.world(1), 1e-5))
                        .as("frame " + f)
                        .isTrue();
            }
            Clip back = s.clips().getFirst();
            assertThat(back.nodes()).hasSize(2);
            assertThat(back.name()).isEqualTo("sway");
        }
    }
}
