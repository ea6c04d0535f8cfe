package idleheron.core.crossing;

import static org.assertj.core.api.Assertions.assertThat;

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
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** One mesh out of three: a coat under a joint, a button under the coat, and a hat with a shape. */
class MeshAloneTest {
    private static Mesh mesh(String name, BlendShape... shapes) {
        return Mesh.bare(name, new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 2})
                .withShapes(List.of(shapes));
    }

    private static Material material(String name, int... pictures) {
        return new Material(
                name,
                "phong",
                new Vec3(1, 1, 1),
                1,
                java.util.Arrays.stream(pictures)
                        .mapToObj(p -> new Material.Use("P" + p, p))
                        .toList(),
                List.of());
    }

    private static Scene scene() {
        BlendShape tall = new BlendShape(
                "tall", 0, List.of(new BlendShape.Target(1, new int[] {0}, new float[] {0, 1, 0}, null)));
        Curve line = Curve.linear(new double[] {0, 1}, new double[] {0, 1});
        @Nullable Curve[] up = new Curve[Channel.COUNT];
        up[Channel.TRANSLATE_Y.ordinal()] = line;
        Clip c = new Clip(
                        "nod",
                        0,
                        1,
                        FrameRate.FILM,
                        List.of(new Clip.NodeTrack(0, up), new Clip.NodeTrack(3, up)),
                        List.of(new Clip.ShapeTrack(2, 0, line)))
                .withValues(List.of(
                        new Clip.ValueTrack(Clip.Subject.MATERIAL, 0, "Diffuse", "X", line),
                        new Clip.ValueTrack(Clip.Subject.MATERIAL, 2, "Diffuse", "X", line),
                        new Clip.ValueTrack(Clip.Subject.NODE, 3, "Visibility", "Visibility", line)));
        return Scene.bare("s", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("root", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.mesh("coat", 0, Transform.IDENTITY, 0, 0, 1),
                        Node.mesh("button", 1, Transform.IDENTITY, 1, 1),
                        Node.mesh("hat", -1, Transform.IDENTITY, 2, 2, -1)))
                .withMeshes(List.of(mesh("coat"), mesh("button"), mesh("hat", tall)))
                .withMaterials(List.of(material("wool", 0), material("brass", 1), material("felt", 2, 1)))
                .withTextures(List.of(
                        new Texture("a", "a.png", "", true),
                        new Texture("b", "b.png", "", true),
                        new Texture("c", "c.png", "", true)))
                .withClips(List.of(c));
    }

    private static List<String> names(Scene s) {
        return s.nodes().stream().map(Node::name).toList();
    }

    @Test
    void itKeepsItsMaterialsPicturesShapesAndWhatMovesThem() {
        Scene hat = MeshAlone.of(scene(), 3);
        assertThat(names(hat)).containsExactly("root", "hat");
        assertThat(hat.meshes()).extracting(Mesh::name).containsExactly("hat");
        assertThat(hat.nodes().get(1).payload()).isZero();
        assertThat(hat.nodes().get(1).materials()).containsExactly(0, -1);
        assertThat(hat.materials()).extracting(Material::name).containsExactly("felt");
        assertThat(hat.textures()).extracting(Texture::name).containsExactly("c", "b");
        assertThat(hat.materials().getFirst().uses())
                .extracting(Material.Use::property, Material.Use::texture)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("P2", 0), org.assertj.core.groups.Tuple.tuple("P1", 1));
        Clip c = hat.clips().getFirst();
        assertThat(c.nodes()).extracting(Clip.NodeTrack::node).containsExactly(0, 1);
        assertThat(c.shapes()).extracting(Clip.ShapeTrack::mesh).containsExactly(0);
        assertThat(c.values())
                .extracting(Clip.ValueTrack::subject, Clip.ValueTrack::index)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple(Clip.Subject.MATERIAL, 0),
                        org.assertj.core.groups.Tuple.tuple(Clip.Subject.NODE, 1));
    }

    @Test
    void whatItHangsOnStaysAsAGroup() {
        Scene button = MeshAlone.of(scene(), 2);
        assertThat(names(button)).containsExactly("root", "coat", "button");
        assertThat(button.nodes().get(1).kind()).isEqualTo(NodeKind.GROUP);
        assertThat(button.nodes().get(1).materials()).isEmpty();
        assertThat(button.nodes().get(2).materials()).containsExactly(0);
        assertThat(button.materials()).extracting(Material::name).containsExactly("brass");
        assertThat(button.clips().getFirst().shapes()).isEmpty();
        Scene coat = MeshAlone.of(scene(), 1);
        assertThat(names(coat)).containsExactly("root", "coat");
        assertThat(coat.materials()).extracting(Material::name).containsExactly("wool", "brass");
        assertThat(coat.nodes().get(1).materials()).containsExactly(0, 1);
        assertThat(Objects.requireNonNull(coat.clips().getFirst().values().getFirst())
                        .index())
                .isZero();
    }
}
