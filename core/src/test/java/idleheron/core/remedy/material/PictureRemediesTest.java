package idleheron.core.remedy.material;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.math.Vec3;
import idleheron.core.picture.PictureEdit;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Pictures that are changed, linked elsewhere or left out. */
class PictureRemediesTest {
    private static final Scene HULL = Scene.bare("hull", Stage.COMMON)
            .withTextures(List.of(
                    new Texture("tar", "C:\\work\\tar.png", "../tar.png", false),
                    new Texture("rope", "maps/rope.png", "maps/rope.png", true)))
            .withMaterials(List.of(new Material("hull", "lambert", Vec3.ONE, 1, 0)))
            .withNodes(List.of(Node.mesh("hull", -1, Transform.IDENTITY, 0, 0)))
            .withMeshes(List.of(
                    Mesh.bare("hull", new double[9], new int[] {0, 3}, new int[] {0, 1, 2})
                            .withFaceMaterials(new int[] {0}),
                    Mesh.bare("mast", new double[9], new int[] {0, 3}, new int[] {0, 1, 2})));

    private static String figure(RemedyType t, Scene s) {
        return t.measure().figure().apply(s);
    }

    @Test
    void aChangeIsKeptForPicturesThatAreThere() {
        for (RemedyType t : ChangePictures.TYPES) {
            Remedy r = t.made(RemedyValue.of("tar.png,gone.png"));
            assertThat(r.code()).isEqualTo(t.code());
            assertThat(r.describe()).contains("tar.png, gone.png");
            Scene out = r.apply(HULL);
            assertThat(figure(t, HULL)).isEqualTo("0");
            assertThat(figure(t, out)).isEqualTo("1");
            assertThat(out.parts().of(PictureEdit.KEY))
                    .hasSize(1)
                    .allSatisfy(e -> assertThat(e.file()).isEqualTo("tar.png"));
            assertThat(out.textures()).isEqualTo(HULL.textures());
        }
        assertThat(ChangePictures.TYPES.stream()
                        .map(t -> t.made(RemedyValue.of("a")).title())
                        .distinct())
                .hasSize(4);
        assertThat(ChangePictures.TYPES.stream()
                        .map(t -> t.made(RemedyValue.of("a")).describe())
                        .distinct())
                .hasSize(4);
        assertThatThrownBy(() -> new ChangePictures(PictureEdit.Change.DROP_ALPHA, List.of()))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new ChangePictures(PictureEdit.Change.DROP_ALPHA, List.of("a", " ")))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aPictureIsLinkedByTheNameOfItsFile() {
        assertThat(figure(LinkPictures.TYPE, HULL)).isEqualTo("1 of 2");
        Remedy one = LinkPictures.TYPE.made(RemedyValue.of("tar.png:maps/tar.png"));
        Scene out = one.apply(HULL);
        assertThat(figure(LinkPictures.TYPE, out)).isEqualTo("2 of 2");
        assertThat(out.textures().getFirst().path()).isEqualTo("maps/tar.png");
        assertThat(out.textures().getFirst().relative()).isEqualTo("maps/tar.png");
        assertThat(out.textures().getFirst().name()).isEqualTo("tar");
        assertThat(out.textures().getLast()).isEqualTo(HULL.textures().getLast());
        assertThat(one.title()).endsWith("maps/tar.png");
        assertThat(one.describe()).contains("tar.png").contains("maps/tar.png");
        Remedy two = new LinkPictures(Map.of("tar.png", "a.png", "rope.png", "b.png"));
        assertThat(two.describe()).contains("2");
        assertThat(two.apply(HULL).textures()).extracting(Texture::path).containsExactly("a.png", "b.png");
        assertThat(new LinkPictures(Map.of("sail.png", "a.png")).apply(HULL)).isSameAs(HULL);
    }

    @Test
    void withoutMaterialsFacesHaveNoSlots() {
        Scene out = new StripMaterials().apply(HULL);
        assertThat(out.materials()).isEmpty();
        assertThat(out.textures()).isEmpty();
        assertThat(out.nodes().getFirst().materials()).isEmpty();
        assertThat(out.meshes().get(0).faceMaterials()).isNull();
        assertThat(out.meshes().get(0).corners()).containsExactly(0, 1, 2);
        assertThat(out.meshes().get(1)).isSameAs(HULL.meshes().get(1));
        assertThat(figure(StripMaterials.TYPE, HULL)).isEqualTo("1");
        assertThat(new StripMaterials().apply(out)).isSameAs(out);
    }

    @Test
    void aRuleOfFoldersIsToldWithItsDrive() {
        MoveLinks r = (MoveLinks) MoveLinks.TYPE.made(RemedyValue.of("C:/work:maps"));
        assertThat(r.from()).isEqualTo("C:/work/");
        assertThat(r.to()).isEqualTo("maps/");
        assertThat(r.title()).contains("C:/work/");
        assertThat(r.describe()).contains("C:/work/").contains("maps/");
        assertThat(((MoveLinks) MoveLinks.TYPE.made(RemedyValue.of("work"))).to())
                .isEmpty();
        assertThat(figure(MoveLinks.TYPE, r.apply(HULL))).isEqualTo("2 of 2");
    }
}
