package idleheron.core.character.asset;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Evidence;
import idleheron.core.finding.Facts;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class CharacterTablesTest {
    private static Scene scene() {
        Matrix4dc[] bind = {new Matrix4d(), new Matrix4d().translation(-0.5, 0, 0)};
        Skin skin = new Skin("k", new int[] {0, 1}, bind, new int[] {0, 1, 3, 4}, new int[] {0, 0, 1, 1}, new float[] {
            1, 0.5f, 0.5f, 1
        });
        BlendShape smile = new BlendShape(
                "smile",
                0,
                List.of(
                        new BlendShape.Target(0.5, new int[] {0}, new float[] {9, 9, 9}, null),
                        new BlendShape.Target(1, new int[] {0, 2}, new float[] {0, 1, 0, 2, 3, 6}, null)));
        MeshLayer colour = new MeshLayer(
                MeshLayer.Kind.COLOR, "c", MeshLayer.Domain.ALL, 4, new double[] {1, 1, 1, 1}, null, null);
        Mesh body = new Mesh(
                "body",
                new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0},
                new int[] {0, 3},
                new int[] {0, 1, 2},
                new float[9],
                List.of(new UvSet("map", new float[] {0, 0}, new int[] {0, 0, 0})),
                null,
                null,
                null,
                skin,
                List.of(smile),
                List.of(colour, colour));
        Mesh hat = Mesh.bare("hat", new double[] {0, 0, 0}, new int[] {0}, new int[0]);
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[0] = Curve.linear(new double[] {0, 1}, new double[] {0, 1});
        Clip clip = new Clip(
                "nod",
                0.5,
                1.5,
                FrameRate.FILM,
                List.of(new Clip.NodeTrack(1, c)),
                List.of(new Clip.ShapeTrack(0, 0, Curve.still(1))));
        return Scene.bare("s", Stage.COMMON.withMetersPerUnit(0.01))
                .withNodes(List.of(
                        Node.of("neck", -1, NodeKind.JOINT, Transform.IDENTITY).withBindWorld(new Matrix4d()),
                        Node.of("head", 0, NodeKind.JOINT, Transform.of(new Vec3(50, 0, 0), Vec3.ZERO, Vec3.ONE)),
                        Node.mesh("body_node", -1, Transform.IDENTITY, 0, 0, 1),
                        Node.mesh("hat_node", -1, Transform.IDENTITY, 1)))
                .withMeshes(List.of(body, hat))
                .withMaterials(List.of(
                        new Material("felt", "lambert", Vec3.ONE, 0.5, 0),
                        new Material("bare", "", Vec3.ONE, 1, -1),
                        new Material("lost", "phong", Vec3.ONE, 1, 1),
                        new Material("inside", "phong", Vec3.ONE, 1, 2)))
                .withTextures(List.of(
                        new Texture("a", "felt.png", "felt.png", true),
                        new Texture("b", "lost.png", "lost.png", false),
                        new Texture("c", "in.png", "in.png", false).withContent(new byte[] {1})))
                .withClips(List.of(clip));
    }

    private static List<Object> cells(Evidence e, int row) {
        return e.rows().get(row).cells();
    }

    @Test
    void jointsTellParentLengthAxisPointsAndMotion() {
        Evidence e = CharacterTables.joints(new Facts(scene()));
        assertThat(e.columns())
                .containsExactly("parent", "length m", "bone along", "rest to bind °", "points", "motion");
        assertThat(e.rows()).extracting(Evidence.Row::subject).containsExactly("neck", "head");
        assertThat(e.rows()).extracting(Evidence.Row::sentNode).containsExactly(0, 1);
        assertThat(cells(e, 0)).containsExactly("–", "–", "x", 0.0, 2.0, "still");
        List<Object> head = cells(e, 1);
        assertThat(head.get(0)).isEqualTo("neck");
        assertThat((Double) head.get(1)).as("50 cm from the joint above").isCloseTo(0.5, within(1e-9));
        assertThat(head.get(4)).isEqualTo(2.0);
        assertThat(head.get(5)).isEqualTo("keys");
        assertThat(head.get(3)).as("nobody says where it was bound").isEqualTo("–");
    }

    @Test
    void surfacesTellWhatLiesOnThem() {
        Evidence e = CharacterTables.surfaces(scene());
        assertThat(e.rows()).extracting(Evidence.Row::subject).containsExactly("body_node", "hat_node");
        assertThat(e.rows()).extracting(Evidence.Row::sentNode).containsExactly(2, 3);
        assertThat(cells(e, 0))
                .containsExactly(
                        3.0,
                        1.0,
                        1.0,
                        "per corner",
                        2.0,
                        "2 joints, at most 2",
                        SkinStyle.Method.LINEAR.label(),
                        MeshLayer.Kind.COLOR.label());
        assertThat(cells(e, 1)).containsExactly(1.0, 0.0, 0.0, "none", 0.0, "rigid", "–", "–");
    }

    @Test
    void clipsTellTheirFramesAndWhatTheyMove() {
        Evidence e = CharacterTables.clips(scene());
        assertThat(cells(e, 0)).containsExactly(12.0, 36.0, "24", 1.0, 1.0, 1.0, 1.0, 0.0);
        Evidence.Row r = e.rows().getFirst();
        assertThat(r.subject()).isEqualTo("nod");
        assertThat(r.clip()).isZero();
        assertThat(r.seconds()).isEqualTo(0.5);
        assertThat(e.columns()).hasSize(8).contains("rate /s", "layers");
    }

    @Test
    void shapesTellTheirLargestMoveInMillimetres() {
        Evidence e = CharacterTables.shapes(scene());
        assertThat(e.rows().getFirst().subject()).isEqualTo("smile");
        assertThat(e.rows().getFirst().sentNode()).isEqualTo(2);
        List<Object> c = cells(e, 0);
        assertThat(c.subList(0, 3)).containsExactly("body", 2.0, 2.0);
        // √(4 + 9 + 36) = 7 cm.
        assertThat((Double) c.get(3)).isCloseTo(70, within(1e-9));
    }

    @Test
    void materialsTellTheirPictureAndWhetherItIsThere() {
        Evidence e = CharacterTables.materials(scene());
        assertThat(cells(e, 0)).containsExactly("lambert", 0.5, "felt.png", "found", "–");
        assertThat(cells(e, 1)).containsExactly("–", 1.0, "–", "–", "–");
        assertThat(cells(e, 2).get(3)).isEqualTo("missing");
        assertThat(cells(e, 3).get(3)).isEqualTo("inside");
        assertThat(e.columns()).containsExactly("model", "opacity", "picture", "state", "also");
    }
}
