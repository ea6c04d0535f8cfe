package idleheron.core.remedy.skin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;

/** A triangle that was bound with its joint upright and rests with it turned a quarter about Z: x goes to y. */
class BindAtRestTest {
    private static final Transform QUARTER = Transform.of(new Vec3(0, 2, 0), new Vec3(0, 0, 90), Vec3.ONE);

    private static Scene scene(Transform joint, Node... meshes) {
        Skin skin = new Skin(
                "skin",
                new int[] {0, 1},
                new Matrix4dc[] {new Matrix4d(), new Matrix4d()},
                new int[] {0, 1, 2, 3},
                new int[] {0, 0, 1},
                new float[] {1, 1, 1});
        BlendShape shape = new BlendShape(
                "out",
                0.25,
                List.of(new BlendShape.Target(
                        0.5, new int[] {1, 2}, new float[] {1, 0, 0, 1, 0, 0}, new float[] {0, 1, 0, 0, 1, 0})));
        Mesh m = Mesh.bare("flag", new double[] {1, 0, 0, 3, 0, 0, 0, 0, 5}, new int[] {0, 3}, new int[] {0, 1, 2})
                .withNormals(new float[] {1, 0, 0, 1, 0, 0, 1, 0, 0})
                .withShapes(List.of(shape))
                .withLayers(List.of(
                        new MeshLayer(
                                MeshLayer.Kind.TANGENT, "t", MeshLayer.Domain.POINT, 3, new double[9], null, null),
                        new MeshLayer(MeshLayer.Kind.COLOR, "c", MeshLayer.Domain.POINT, 1, new double[3], null, null)))
                .withSkin(skin);
        List<Node> nodes = new ArrayList<>(List.of(
                Node.of("pole", -1, NodeKind.JOINT, joint), Node.of("still", -1, NodeKind.JOINT, Transform.IDENTITY)));
        nodes.addAll(List.of(meshes));
        return Scene.bare("flag", Stage.COMMON).withNodes(nodes).withMeshes(List.of(m));
    }

    private static final Node FLAG = Node.mesh("flag", -1, Transform.IDENTITY, 0);

    @Test
    void pointsOffsetsAndNormalsLieAsTheyRest() {
        Scene s = scene(QUARTER, FLAG);
        Scene out = new BindAtRest().apply(s);
        Mesh m = out.meshes().getFirst();
        assertThat(m.points()).containsExactly(new double[] {0, 3, 0, 0, 5, 0, 0, 0, 5}, within(1e-12));
        BlendShape b = m.shapes().getFirst();
        BlendShape.Target t = b.targets().getFirst();
        assertThat(b.weight()).isEqualTo(0.25);
        assertThat(t.fullWeight()).isEqualTo(0.5);
        assertThat(t.deltas())
                .as("the second by its own joint")
                .containsExactly(new float[] {0, 1, 0, 1, 0, 0}, within(1e-6f));
        assertThat(Objects.requireNonNull(t.normals())).containsExactly(new float[] {-1, 0, 0, 0, 1, 0}, within(1e-6f));
        assertThat(Objects.requireNonNull(m.normals())).startsWith(new float[] {0, 1, 0}, within(1e-6f));
        assertThat(m.layers()).extracting(MeshLayer::name).containsExactly("c");
        Matrix4d pole = new Matrix4d(new Pose(s).world(0));
        assertThat(new Matrix4d(Objects.requireNonNull(out.nodes().get(0).bindWorld())).equals(pole, 1e-12))
                .isTrue();
        assertThat(Objects.requireNonNull(out.nodes().get(2).bindWorld())).isEqualTo(new Matrix4d());
        assertThat(pole.mul(Objects.requireNonNull(m.skin()).toJoint()[0]).equals(new Matrix4d(), 1e-12))
                .as("bound where it rests")
                .isTrue();
        float[] before = new Surface(new Pose(s), 2).deform(new Pose(s), new Matrix4d());
        float[] after = new Surface(new Pose(out), 2).deform(new Pose(out), new Matrix4d());
        assertThat(after).containsExactly(before, within(1e-5f));
    }

    @Test
    void whatRestsAsBoundOrIsShownTwiceStays() {
        Scene same = scene(Transform.IDENTITY, FLAG);
        assertThat(new BindAtRest().apply(same)).isSameAs(same);
        Scene twice = scene(QUARTER, FLAG, Node.mesh("again", -1, Transform.IDENTITY, 0));
        assertThat(new BindAtRest().apply(twice)).isSameAs(twice);
        Scene hidden = scene(QUARTER);
        assertThat(new BindAtRest().apply(hidden)).isSameAs(hidden);
    }
}
