package idleheron.core.remedy.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;

/** Points of meshes moved, thinned and left out, worked by hand on a roof of two triangles. */
class MeshMoveTest {
    private static final Curve RISE = Curve.linear(new double[] {0, 1}, new double[] {0, 1});

    /** Two triangles over the edge from (0, 0, 0) to (0, 0, 1). */
    private static Mesh roof() {
        return Mesh.bare("roof", new double[] {0, 0, 0, 0, 0, 1, 1, 0, 0, -1, 0, 0}, new int[] {0, 3, 6}, new int[] {
            0, 1, 2, 1, 0, 3
        });
    }

    private static BlendShape lifted() {
        return new BlendShape(
                "lift",
                0.5,
                List.of(new BlendShape.Target(1, new int[] {2, 3}, new float[] {0, 2, 0, 1, 0, 0}, new float[6])));
    }

    @Test
    void offsetsTurnAndGrowAndNormalsStaySquareToTheFaces() {
        float[] n = {0, 1, 0, 0, 0.6f, 0.8f, 0, 1, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0};
        Mesh m = roof().withShapes(List.of(lifted())).withNormals(n);
        Mesh out = MeshMove.of(m, new Matrix4d().translation(5, 6, 7).scale(2, 4, 2));
        assertThat(out.points()).containsExactly(5, 6, 7, 5, 6, 9, 7, 6, 7, 3, 6, 7);
        BlendShape.Target t = out.shapes().getFirst().targets().getFirst();
        assertThat(t.deltas()).containsExactly(0, 8, 0, 2, 0, 0);
        assertThat(t.points()).containsExactly(2, 3);
        assertThat(t.fullWeight()).isEqualTo(1);
        assertThat(t.normals()).as("they would be wrong").isNull();
        assertThat(out.shapes().getFirst().weight()).isEqualTo(0.5);
        float[] now = Objects.requireNonNull(out.normals());
        // by the inverse transpose (0, 0.6 / 4, 0.8 / 2), made one long
        double y = 0.15 / Math.hypot(0.15, 0.4);
        assertThat(now).startsWith(0, 1, 0);
        assertThat(now[4]).isCloseTo((float) y, within(1e-6f));
        assertThat(now[5]).isCloseTo((float) (0.4 / Math.hypot(0.15, 0.4)), within(1e-6f));
        assertThat(now[12] + now[13] + now[14]).as("none stays none").isZero();
        assertThat(MeshMove.of(roof(), new Matrix4d()).normals()).isNull();
    }

    private static Scene scene(Stage stage, Node node, Mesh... meshes) {
        return Scene.bare("s", stage)
                .withNodes(List.of(Node.of("hip", -1, NodeKind.JOINT, Transform.IDENTITY), node))
                .withMeshes(List.of(meshes));
    }

    /** In the stage's centimetres, under a node that lies 10 cm to the right: 1 m up is 100 of its units. */
    @Test
    void aSurfaceIsMovedInMetresOfTheCommonSpace() {
        Stage cm = Stage.COMMON.withMetersPerUnit(0.01);
        Node node = Node.mesh("roof", -1, Transform.of(new Vec3(10, 0, 0), Vec3.ZERO, Vec3.ONE), 0);
        Scene s = scene(cm, node, roof());
        Mesh up = new MovePoints("roof", new Matrix4d().translation(0, 1, 0))
                .apply(s)
                .meshes()
                .getFirst();
        assertThat(up.points())
                .containsExactly(new double[] {0, 100, 0, 0, 100, 1, 1, 100, 0, -1, 100, 0}, within(1e-9));
        Mesh twice = new MovePoints("roof", new Matrix4d().scaling(2))
                .apply(s)
                .meshes()
                .getFirst();
        assertThat(twice.points()[0]).as("about the middle of the world").isCloseTo(10, within(1e-9));
        assertThat(twice.points()[6]).isCloseTo(12, within(1e-9));
        assertThat(new MovePoints("wall", new Matrix4d().scaling(2)).apply(s)).isSameAs(s);
        assertThatThrownBy(() -> new MovePoints("roof", new Matrix4d().scaling(0, 1, 1)))
                .hasMessageContaining("roof");
        assertThatThrownBy(() -> new MovePoints("roof", new Matrix4d().scaling(Double.NaN, 1, 1)))
                .hasMessageContaining("roof");
    }

    /** The node's place does not count where a skin is: here the joint that moves three of the four points stands 3 up. */
    @Test
    void aSkinnedSurfaceIsMovedByTheJointThatMovesMostOfIt() {
        Skin skin = new Skin(
                "skin",
                new int[] {0, 2},
                new Matrix4dc[] {new Matrix4d(), new Matrix4d()},
                new int[] {0, 1, 2, 3, 4},
                new int[] {0, 1, 1, 1},
                new float[] {1, 1, 1, 1});
        Scene s = Scene.bare("s", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("hip", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.mesh("roof", -1, Transform.of(new Vec3(9, 9, 9), Vec3.ZERO, Vec3.ONE), 0),
                        Node.of("spine", 0, NodeKind.JOINT, Transform.of(new Vec3(0, 3, 0), Vec3.ZERO, Vec3.ONE))))
                .withMeshes(List.of(roof().withSkin(skin)));
        Mesh twice = new MovePoints("roof", new Matrix4d().scaling(2))
                .apply(s)
                .meshes()
                .getFirst();
        // y becomes 2 (y + 3) - 3
        assertThat(twice.points()).containsExactly(new double[] {0, 3, 0, 0, 3, 2, 2, 3, 0, -2, 3, 0}, within(1e-9));
    }

    @Test
    void aPointThatAnotherStandsForTakesItsFacesAlong() {
        MeshLayer own = new MeshLayer(
                MeshLayer.Kind.COLOR, "paint", MeshLayer.Domain.POINT, 1, new double[] {1, 2, 3, 4}, null, null);
        MeshLayer faces = new MeshLayer(
                MeshLayer.Kind.COLOR, "side", MeshLayer.Domain.FACE, 1, new double[] {5, 6}, new int[] {1, 0}, null);
        MeshLayer all =
                new MeshLayer(MeshLayer.Kind.COLOR, "all", MeshLayer.Domain.ALL, 1, new double[] {7}, null, null);
        Skin skin = new Skin(
                "skin",
                new int[] {0},
                new Matrix4dc[] {new Matrix4d()},
                new int[] {0, 1, 1, 2, 3},
                new int[3],
                new float[] {0.1f, 0.3f, 0.4f});
        Mesh m = roof().withShapes(List.of(lifted()))
                .withLayers(List.of(own, faces, all))
                .withFaceMaterials(new int[] {8, 9})
                .withSmoothing(new int[] {2, 4}, null)
                .withSkin(skin);
        // point 2 lies on point 1: the first face has only two places left
        Mesh out = MeshParts.joined(m, new int[] {0, 1, 1, 3});
        assertThat(out.faceCount()).isEqualTo(1);
        assertThat(out.corners()).containsExactly(0, 1, 2);
        assertThat(out.points()).containsExactly(0, 0, 1, 0, 0, 0, -1, 0, 0);
        assertThat(out.faceMaterials()).containsExactly(9);
        assertThat(out.smoothingGroups()).containsExactly(4);
        assertThat(Objects.requireNonNull(out.skin()).starts()).containsExactly(0, 0, 1, 2);
        assertThat(out.skin().weights()).containsExactly(0.1f, 0.4f);
        BlendShape.Target t = out.shapes().getFirst().targets().getFirst();
        assertThat(t.points()).containsExactly(2);
        assertThat(t.deltas()).containsExactly(1, 0, 0);
        assertThat(t.normals()).hasSize(3);
        assertThat(out.layers().get(0).indices()).containsExactly(1, 0, 3);
        assertThat(out.layers().get(1).indices()).containsExactly(0);
        assertThat(out.layers().get(2)).isEqualTo(all);
    }

    @Test
    void meshesThatNothingShowsGoAndWhatMovesTheOthersFollows() {
        Node node = Node.mesh("roof", -1, Transform.IDENTITY, 1);
        Clip clip = new Clip(
                "c",
                0,
                1,
                FrameRate.FILM,
                List.of(),
                List.of(new Clip.ShapeTrack(0, 0, RISE), new Clip.ShapeTrack(1, 0, RISE)));
        Mesh shaped = roof().withShapes(List.of(lifted()));
        Scene s = scene(Stage.COMMON, node, shaped.withPoints(new double[12]), shaped)
                .withClips(List.of(clip));
        Scene out = ShownMeshes.of(s);
        assertThat(out.meshes()).containsExactly(shaped);
        assertThat(out.nodes().get(1).payload()).isZero();
        assertThat(out.clips().getFirst().shapes()).hasSize(1);
        assertThat(out.clips().getFirst().shapes().getFirst().mesh()).isZero();
        assertThat(ShownMeshes.of(out)).isSameAs(out);
    }
}
