package idleheron.core.remedy.mesh;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Meshes that are joined and taken apart, number by number. */
class MergeAndSplitTest {
    private static final Curve RISE = Curve.linear(new double[] {0, 1}, new double[] {0, 1});

    /** A triangle at a height, bound to one joint. */
    private static Mesh triangle(String name, double y, int joint, boolean rich) {
        Skin skin = new Skin(
                name,
                new int[] {joint},
                new Matrix4dc[] {new Matrix4d()},
                new int[] {0, 1, 2, 3},
                new int[3],
                new float[] {1, 0.5f, 0.25f});
        List<UvSet> uvs = rich
                ? List.of(new UvSet("map_" + name, new float[] {0, 0, 1, 0, (float) y, 1}, new int[] {0, -1, 2}))
                : List.of();
        BlendShape shape = new BlendShape(
                name + "_up", 0.5, List.of(new BlendShape.Target(1, new int[] {1}, new float[] {0, 1, 0}, null)));
        return new Mesh(
                name,
                new double[] {0, y, 0, 1, y, 0, 0, y, 1},
                new int[] {0, 3},
                new int[] {0, 1, 2},
                rich ? new float[] {0, 1, 0, 0, 1, 0, 0, 1, 0} : null,
                uvs,
                null,
                rich ? new int[] {(int) y} : null,
                null,
                skin,
                List.of(shape));
    }

    private static Scene scene(Mesh... meshes) {
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("a", -1, NodeKind.JOINT, Transform.IDENTITY));
        nodes.add(Node.of("b", 0, NodeKind.JOINT, Transform.IDENTITY));
        List<Clip.ShapeTrack> tracks = new ArrayList<>();
        for (int i = 0; i < meshes.length; i++) {
            nodes.add(Node.mesh(meshes[i].name(), -1, Transform.IDENTITY, i, i % 2));
            tracks.add(new Clip.ShapeTrack(i, 0, RISE.mapped(i + 1, 0)));
        }
        return Scene.bare("s", Stage.COMMON)
                .withNodes(nodes)
                .withMeshes(List.of(meshes))
                .withMaterials(List.of(
                        new Material("red", "lambert", Vec3.ONE, 1, -1),
                        new Material("blue", "lambert", Vec3.ONE, 1, -1)))
                .withClips(List.of(new Clip("c", 0, 1, FrameRate.FILM, List.of(), tracks)));
    }

    private static List<String> names(Scene s) {
        return s.nodes().stream().map(Node::name).toList();
    }

    @Test
    void everythingOfThreeMeshesLiesOnTheOneInTheirOrder() {
        Scene s = new MergeMeshes("one")
                .apply(scene(triangle("p", 1, 0, true), triangle("q", 2, 1, true), triangle("r", 3, 0, true)));
        assertThat(names(s)).containsExactly("a", "b", "one");
        Mesh m = s.meshes().get(s.nodes().get(2).payload());
        assertThat(m.points())
                .containsExactly(0, 1, 0, 1, 1, 0, 0, 1, 1, 0, 2, 0, 1, 2, 0, 0, 2, 1, 0, 3, 0, 1, 3, 0, 0, 3, 1);
        assertThat(m.faceStarts()).containsExactly(0, 3, 6, 9);
        assertThat(m.corners()).containsExactly(0, 1, 2, 3, 4, 5, 6, 7, 8);
        assertThat(m.faceMaterials()).containsExactly(0, 1, 0);
        assertThat(s.nodes().get(2).materials()).containsExactly(0, 1);
        assertThat(m.smoothingGroups()).containsExactly(1, 2, 3);
        float[] n = Objects.requireNonNull(m.normals());
        assertThat(n).hasSize(27);
        for (int i = 0; i < 27; i += 3) {
            assertThat(n[i + 1]).isEqualTo(1);
        }
        Skin k = Objects.requireNonNull(m.skin());
        assertThat(k.joints()).containsExactly(0, 1);
        assertThat(k.slots()).containsExactly(0, 0, 0, 1, 1, 1, 0, 0, 0);
        assertThat(k.weights()).containsExactly(1, 0.5f, 0.25f, 1, 0.5f, 0.25f, 1, 0.5f, 0.25f);
        assertThat(k.starts()).containsExactly(0, 1, 2, 3, 4, 5, 6, 7, 8, 9);
    }

    @Test
    void placesOnThePictureAreJoinedSetBySet() {
        Scene s = new MergeMeshes("one")
                .apply(scene(triangle("p", 1, 0, true), triangle("bare", 2, 0, false), triangle("r", 3, 0, true)));
        Mesh m = s.meshes().get(s.nodes().get(2).payload());
        assertThat(m.uvSets()).hasSize(1);
        UvSet u = m.uvSets().getFirst();
        assertThat(u.name()).isEqualTo("map_p");
        assertThat(u.uv()).containsExactly(0, 0, 1, 0, 1, 1, 0, 0, 1, 0, 3, 1);
        assertThat(u.indices())
                .as("the bare one has no place, and a corner without one keeps none")
                .containsExactly(0, -1, 2, -1, -1, -1, 3, -1, 5);
        assertThat(m.normals()).as("not all had normals").isNull();
        assertThat(m.smoothingGroups()).isNull();
    }

    @Test
    void shapesKeepTheirPointsAndTheirCurves() {
        Scene s = new MergeMeshes("one").apply(scene(triangle("p", 1, 0, true), triangle("q", 2, 1, true)));
        Mesh m = s.meshes().get(s.nodes().get(2).payload());
        assertThat(m.shapes()).extracting(BlendShape::name).containsExactly("p_up", "q_up");
        assertThat(m.shapes().get(1).targets().getFirst().points()).containsExactly(4);
        assertThat(m.shapes().get(1).weight()).isEqualTo(0.5);
        List<Clip.ShapeTrack> tracks = s.clips().getFirst().shapes();
        assertThat(tracks).extracting(Clip.ShapeTrack::shape).containsExactly(0, 1);
        assertThat(tracks)
                .extracting(Clip.ShapeTrack::mesh)
                .containsOnly(s.nodes().get(2).payload());
        assertThat(tracks).extracting(t -> t.weight().at(1)).containsExactly(1.0, 2.0);
    }

    @Test
    void aMeshThatMovesOrIsBoundInAnotherPoseIsLeftAlone() {
        Scene three = scene(triangle("p", 1, 0, true), triangle("q", 2, 0, true), triangle("r", 3, 0, true));
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[0] = RISE;
        Clip clip = three.clips().getFirst();
        Scene moves = three.withClips(List.of(clip.withTracks(List.of(new Clip.NodeTrack(3, c)), clip.shapes())));
        assertThat(names(new MergeMeshes("one").apply(moves))).containsExactly("a", "b", "one", "q");

        Mesh other = triangle("q", 2, 0, true);
        Skin k = Objects.requireNonNull(other.skin());
        Mesh bent = other.withSkin(k.withJoints(k.joints(), new Matrix4dc[] {new Matrix4d().translation(0, 0.1, 0)}));
        Scene two = scene(triangle("p", 1, 0, true), bent);
        assertThat(new MergeMeshes("one").apply(two)).isSameAs(two);
        Scene single =
                scene(triangle("p", 1, 0, true), triangle("q", 2, 0, true).withSkin(null));
        assertThat(new MergeMeshes("one").apply(single)).isSameAs(single);
    }

    @Test
    void aMeshUnderAnotherTransformIsBroughtToTheFirst() {
        Scene s = scene(triangle("p", 1, 0, true), triangle("q", 2, 1, true));
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(2, nodes.get(2).withTransform(Transform.of(new Vec3(10, 0, 0), Vec3.ZERO, Vec3.ONE)));
        nodes.set(3, nodes.get(3).withGeometric(new Matrix4d().translation(0, 5, 0)));
        Scene out = new MergeMeshes("one").apply(s.withNodes(nodes));
        Mesh m = out.meshes().get(out.nodes().get(2).payload());
        // q lies at (0, 2 + 5, 0) in the world, and the first one's space begins at x = 10.
        assertThat(m.points()).startsWith(0, 1, 0).endsWith(-10, 7, 1);
        assertThat(out.nodes().get(2).geometric()).isNull();
    }

    /** Two quads and a triangle in a row, of three materials. */
    private static Mesh strip(int... materials) {
        double[] points = {0, 0, 0, 1, 0, 0, 2, 0, 0, 3, 0, 0, 0, 1, 0, 1, 1, 0, 2, 1, 0};
        int[] corners = {0, 1, 5, 4, 1, 2, 6, 5, 2, 3, 6};
        MeshLayer face = new MeshLayer(
                MeshLayer.Kind.COLOR, "f", MeshLayer.Domain.FACE, 1, new double[] {10, 20, 30}, null, null);
        MeshLayer indexed = new MeshLayer(
                MeshLayer.Kind.COLOR,
                "p",
                MeshLayer.Domain.POINT,
                1,
                new double[] {5, 6},
                new int[] {0, 1, 0, 1, 0, 1, 0},
                null);
        MeshLayer all = new MeshLayer(MeshLayer.Kind.COLOR, "a", MeshLayer.Domain.ALL, 1, new double[] {9}, null, null);
        MeshLayer edge = new MeshLayer(
                MeshLayer.Kind.COLOR, "e", MeshLayer.Domain.EDGE, 1, new double[] {1}, new int[] {0}, null);
        BlendShape shape = new BlendShape(
                "b",
                0,
                List.of(new BlendShape.Target(
                        1, new int[] {0, 2, 6}, new float[] {1, 0, 0, 2, 0, 0, 3, 0, 0}, new float[] {
                            .1f, 0, 0, .2f, 0, 0, .3f, 0, 0
                        })));
        return new Mesh(
                "strip",
                points,
                new int[] {0, 4, 8, 11},
                corners,
                null,
                List.of(new UvSet("map", new float[] {0, 0, 1, 1, 2, 2}, new int[] {0, 1, 2, 0, 1, 2, 0, 1, 2, 0, 1})),
                materials,
                new int[] {7, 8, 9},
                null,
                null,
                List.of(shape),
                List.of(face, indexed, all, edge));
    }

    private static Scene striped(int... materials) {
        Mesh m = strip(materials);
        List<Node> nodes = List.of(Node.mesh("strip", -1, Transform.IDENTITY, 0, 1, 0));
        return scene(m).withNodes(nodes);
    }

    @Test
    void facesArePickedWithAllThatLiesOnThem() {
        Mesh m = MeshParts.of(strip(0, 1, 1), "part", new int[] {1, 2}, 1);
        assertThat(m.name()).isEqualTo("part");
        assertThat(m.faceStarts()).containsExactly(0, 4, 7);
        // Points in the order in which the corners come to them: 1, 2, 6, 5, 3.
        assertThat(m.corners()).containsExactly(0, 1, 2, 3, 1, 4, 2);
        assertThat(m.points()).containsExactly(1, 0, 0, 2, 0, 0, 2, 1, 0, 1, 1, 0, 3, 0, 0);
        assertThat(m.smoothingGroups()).containsExactly(8, 9);
        assertThat(m.faceMaterials()).as("one slot for all").isNull();
        UvSet u = m.uvSets().getFirst();
        assertThat(u.indices()).containsExactly(1, 2, 0, 1, 2, 0, 1);
        BlendShape.Target t = m.shapes().getFirst().targets().getFirst();
        assertThat(t.points()).as("of points 0, 2, 6 the first is not there").containsExactly(1, 2);
        assertThat(t.deltas()).containsExactly(2, 0, 0, 3, 0, 0);
        assertThat(t.normals()).containsExactly(.2f, 0, 0, .3f, 0, 0);
        assertThat(m.layers()).extracting(MeshLayer::name).containsExactly("f", "p", "a");
        assertThat(m.layers().get(0).indices()).containsExactly(1, 2);
        assertThat(m.layers().get(1).indices()).containsExactly(1, 0, 0, 1, 1);
    }

    @Test
    void materialsMayStayAsTheyAre() {
        Mesh m = MeshParts.of(strip(0, 1, 2), "part", new int[] {0, 2}, -1);
        assertThat(m.faceMaterials()).containsExactly(0, 2);
        assertThat(MeshParts.of(strip(0, 1, 2), "part", new int[] {0}, 0).faceMaterials())
                .isNull();
    }

    @Test
    void aMeshForEveryMaterialIsNamedByIt() {
        Scene s = new SplitMeshes().apply(striped(1, 0, 2));
        assertThat(names(s)).containsExactly("strip_blue", "strip_red", "strip_2");
        assertThat(s.nodes()).extracting(n -> n.materials().length).containsExactly(1, 1, 0);
        assertThat(s.nodes().get(0).materials()).as("slot 0 is blue").containsExactly(1);
        assertThat(s.meshes().get(s.nodes().get(0).payload()).points()).startsWith(1, 0, 0);
        assertThat(s.nodes()).extracting(Node::payload).containsExactly(0, 1, 2);
    }

    @Test
    void whatMovesThePartMovesTheOthers() {
        Scene s = striped(0, 0, 1);
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[0] = RISE;
        Clip clip = s.clips().getFirst();
        Scene out = new SplitMeshes()
                .apply(s.withClips(List.of(clip.withTracks(List.of(new Clip.NodeTrack(0, c)), clip.shapes()))));
        Clip after = out.clips().getFirst();
        assertThat(after.nodes()).extracting(Clip.NodeTrack::node).containsExactly(0, 1);
        assertThat(after.shapes()).extracting(Clip.ShapeTrack::mesh).containsExactly(0, 1);
        Scene one = striped(1, 1, 1);
        assertThat(new SplitMeshes().apply(one)).isSameAs(one);
    }
}
