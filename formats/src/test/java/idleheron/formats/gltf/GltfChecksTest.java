package idleheron.formats.gltf;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Finding;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import java.util.List;
import org.junit.jupiter.api.Test;

class GltfChecksTest {
    private static Scene scene(Material... materials) {
        return Scene.bare("s", Stage.COMMON)
                .withMaterials(List.of(materials))
                .withTextures(List.of(
                        new Texture("rope", "rope.png", "rope.png", true),
                        new Texture("bark", "bark.png", "bark.png", true)));
    }

    private static Material uses(String name, Material.Use... uses) {
        return new Material(name, "metallic-roughness", Vec3.ONE, 1, List.of(uses), List.of());
    }

    @Test
    void aPictureForColourAndForNormalsIsToldAndTwoPicturesAreNot() {
        Material a = uses("a", new Material.Use(Material.DIFFUSE, 0));

        assertThat(GltfChecks.of(scene(a, uses("b", new Material.Use("NormalMap", 1)))))
                .isEmpty();
        Finding f = GltfChecks.of(scene(a, uses("b", new Material.Use("NormalMap", 0))))
                .getFirst();
        assertThat(f.code()).isEqualTo("gltf-picture-twofold");
        assertThat(f.message()).startsWith("rope.png on b. ");
        assertThat(f.figure().text()).isEqualTo("1 picture");
        assertThat(GltfChecks.of(
                        scene(uses("c", new Material.Use("EmissiveColor", 1), new Material.Use("Occlusion", 1)))))
                .hasSize(1);
    }

    @Test
    void jointsOfOneNameAreTold() {
        List<Node> joints = List.of(
                Node.of("a", -1, NodeKind.JOINT, Transform.IDENTITY),
                Node.of("b", 0, NodeKind.JOINT, Transform.IDENTITY),
                Node.of("b", 0, NodeKind.JOINT, Transform.IDENTITY));

        assertThat(GltfChecks.of(scene().withNodes(joints)))
                .singleElement()
                .satisfies(f -> assertThat(f.code()).isEqualTo("gltf-joint-names-twice"))
                .satisfies(f -> assertThat(f.message()).startsWith("b. "));
        assertThat(GltfChecks.of(scene().withNodes(joints.subList(0, 2)))).isEmpty();
    }
}
