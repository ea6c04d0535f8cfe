package idleheron.core.crossing;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Set;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** A skinned coat on two joints, a lantern that hangs on the second, and a light under the lantern's mesh. */
class ExportSelectionTest {
    private static Transform at(double x) {
        return Transform.of(new Vec3(x, 0, 0), Vec3.ZERO, Vec3.ONE);
    }

    private static Mesh mesh(String name, @Nullable Skin skin) {
        return new Mesh(
                        name,
                        new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0},
                        new int[] {0, 3},
                        new int[] {0, 1, 2},
                        null,
                        List.of(),
                        new int[] {0},
                        null,
                        null,
                        skin,
                        List.of())
                .withLayers(List.of(
                        layer(MeshLayer.Kind.TANGENT, 4),
                        layer(MeshLayer.Kind.BINORMAL, 3),
                        layer(MeshLayer.Kind.COLOR, 4)))
                .withSmoothing(new int[] {1}, null);
    }

    private static MeshLayer layer(MeshLayer.Kind kind, int width) {
        return new MeshLayer(kind, "", MeshLayer.Domain.POINT, width, new double[3 * width], null, null);
    }

    private static Clip turning(String name, double start, double end) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[Channel.TRANSLATE_X.ordinal()] = Curve.linear(new double[] {start, end}, new double[] {2, 4});
        return new Clip(name, start, end, FrameRate.FILM, List.of(new Clip.NodeTrack(2, c)), List.of());
    }

    private static Scene scene() {
        Skin skin = new Skin(
                "s",
                new int[] {1, 2},
                new Matrix4dc[] {new Matrix4d(), new Matrix4d()},
                new int[] {0, 1, 2, 3},
                new int[] {0, 1, 1},
                new float[] {1, 1, 1});
        return Scene.bare("walk", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("top", -1, NodeKind.GROUP, Transform.IDENTITY),
                        Node.of("hips", 0, NodeKind.JOINT, at(1)).withBindWorld(new Matrix4d()),
                        Node.of("hand", 1, NodeKind.JOINT, at(2)).withBindWorld(new Matrix4d()),
                        Node.mesh("coat", 0, Transform.IDENTITY, 0, 0).withBindWorld(new Matrix4d().translate(9, 9, 9)),
                        Node.mesh("lantern", 2, at(3), 1, 0),
                        Node.of("flame", 4, NodeKind.LOCATOR, at(4))))
                .withMeshes(List.of(mesh("coat", skin), mesh("lantern", null)))
                .withMaterials(List.of(new Material("wool", "lambert", Vec3.ONE, 1, -1)))
                .withClips(List.of(turning("wade", 0, 1), turning("bow", 3, 5)));
    }

    private static List<String> names(Scene s) {
        return s.nodes().stream().map(Node::name).toList();
    }

    @Test
    void allOfItIsTheSceneItself() {
        Scene s = scene();
        assertThat(ExportSelection.ALL.of(s)).isSameAs(s);
    }

    @Test
    void oneClipAloneGivesTheSceneItsRange() {
        Scene s = ExportSelection.ALL.withClips(Set.of("bow")).of(scene());
        assertThat(s.clips())
                .singleElement()
                .satisfies(c -> assertThat(c.name()).isEqualTo("bow"));
        assertThat(s.stage().startSeconds()).isEqualTo(3);
        assertThat(s.stage().endSeconds()).isEqualTo(5);
        Scene both = ExportSelection.ALL.withClips(Set.of("bow", "wade")).of(scene());
        assertThat(both.clips()).hasSize(2);
        assertThat(both.stage()).isEqualTo(scene().stage());
        Scene only = scene().withClips(List.of(turning("bow", 3, 5)));
        assertThat(ExportSelection.ALL.withClips(Set.of("bow")).of(only).stage())
                .as("it was alone before")
                .isEqualTo(only.stage());
        assertThat(ExportSelection.ALL.withClips(Set.of()).of(scene()).clips()).isEmpty();
    }

    @Test
    void withoutMeshesWhatHangsOnOneKeepsItsPlace() {
        Scene s = ExportSelection.ALL.withMeshes(false).of(scene());
        assertThat(names(s)).containsExactly("top", "hips", "hand", "lantern", "flame");
        assertThat(s.nodes().get(s.find("lantern")).kind()).isEqualTo(NodeKind.GROUP);
        assertThat(s.nodes().get(s.find("lantern")).materials()).isEmpty();
        assertThat(s.meshes()).isEmpty();
        assertThat(s.materials()).isEmpty();
        assertThat(new Pose(s).world(s.find("flame")).getTranslation(new Vector3d()).x)
                .isEqualTo(10);
        assertThat(s.clips().getFirst().nodes().getFirst().node()).isEqualTo(s.find("hand"));
    }

    @Test
    void withoutTheSkeletonJointsThatCarrySomethingBecomeGroupsThatMoveAsTheyDid() {
        Scene s = ExportSelection.ALL.withSkeleton(false).of(scene());
        assertThat(names(s)).containsExactly("top", "hips", "hand", "coat", "lantern", "flame");
        assertThat(s.joints()).isEmpty();
        assertThat(s.meshes().getFirst().skin()).isNull();
        assertThat(s.nodes().get(s.find("hips")).bindWorld()).isNull();
        Matrix4dc bound =
                java.util.Objects.requireNonNull(s.nodes().get(s.find("coat")).bindWorld());
        assertThat(bound.m30()).as("it stands where it rests").isEqualTo(0);
        Pose p = new Pose(s);
        p.at(s.clips().getFirst(), 1);
        assertThat(p.world(s.find("lantern")).getTranslation(new Vector3d()).x).isEqualTo(1 + 4 + 3);
        Scene bare = scene();
        Scene without = ExportSelection.ALL
                .withSkeleton(false)
                .withMeshes(false)
                .of(bare.withNodes(bare.nodes().subList(0, 4))
                        .withMeshes(bare.meshes().subList(0, 1)));
        assertThat(names(without)).containsExactly("top");
    }

    @Test
    void smoothingAndTangentsStayBehindEachOnItsOwn() {
        Mesh m = ExportSelection.ALL.withTangents(false).of(scene()).meshes().getFirst();
        assertThat(m.layers().stream().map(MeshLayer::kind)).containsExactly(MeshLayer.Kind.COLOR);
        assertThat(m.smoothingGroups()).isNotNull();
        Mesh n = ExportSelection.ALL.withSmoothing(false).of(scene()).meshes().getFirst();
        assertThat(n.layers()).hasSize(3);
        assertThat(n.smoothingGroups()).isNull();
    }

    @Test
    void bakedChannelsHaveAKeyOnEveryFrame() {
        Scene s = ExportSelection.ALL.withBaked(true).of(scene());
        Curve c = java.util.Objects.requireNonNull(
                s.clips().getFirst().nodes().getFirst().curve(Channel.TRANSLATE_X));
        assertThat(c.keys()).isEqualTo(25);
    }

    @Test
    void aClipForACharacterThatWasDeliveredTakesNoMeshAlong() {
        ExportSelection c =
                ExportSelection.ALL.withBaked(true).withSmoothing(false).onlyClip("wade");
        assertThat(c).isEqualTo(new ExportSelection(false, true, Set.of("wade"), true, false, true));
    }
}
