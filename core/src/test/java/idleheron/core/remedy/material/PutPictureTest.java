package idleheron.core.remedy.material;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import java.util.List;
import org.junit.jupiter.api.Test;

class PutPictureTest {
    private static final Placement TWICE = Placement.of(2, 2, 0, 0.25, 0);

    private static Material material(String name, Material.Use... uses) {
        return new Material(name, "phong", new Vec3(1, 1, 1), 1, List.of(uses), List.of());
    }

    private static final Scene HULL = Scene.bare("hull", Stage.COMMON)
            .withTextures(List.of(
                    new Texture("old", "C:\\work\\old.png", "../old.png", false).withUvSet("map2"),
                    new Texture("tar", "tar.png", "tar.png", true)))
            .withMaterials(List.of(
                    material("hull", new Material.Use(Material.DIFFUSE, 0, TWICE)),
                    material("deck", new Material.Use(Material.DIFFUSE, 1)),
                    material("bare")));

    @Test
    void oneThatIsThereMakesPlaceAndTheNewOneLiesAsItDid() {
        Scene out = new PutPicture("hull", Material.DIFFUSE, "maps/hull.png").apply(HULL);
        Material.Use use = out.materials().getFirst().uses().getFirst();
        assertThat(out.materials().getFirst().uses()).hasSize(1);
        assertThat(use.placement()).isEqualTo(TWICE);
        Texture t = out.textures().get(use.texture());
        assertThat(t.relative()).isEqualTo("maps/hull.png");
        assertThat(t.name()).isEqualTo("hull");
        assertThat(t.uvSet()).isEqualTo("map2");
        assertThat(out.textures()).hasSize(3).startsWith(HULL.textures().toArray(Texture[]::new));
        assertThat(out.materials().get(1)).isEqualTo(HULL.materials().get(1));
    }

    @Test
    void aSecondOneLiesAsTheFirstOfTheMaterialAndAKnownOneIsTakenAgain() {
        Scene out = new PutPicture("hull", "NormalMap", "n.png").apply(HULL);
        assertThat(out.materials().getFirst().uses()).hasSize(2);
        assertThat(out.materials().getFirst().uses().getLast().placement()).isEqualTo(TWICE);
        assertThat(out.textures().getLast().uvSet()).isEqualTo("map2");

        Scene known = new PutPicture("bare", Material.DIFFUSE, "tar.png").apply(HULL);
        assertThat(known.textures()).hasSize(2);
        assertThat(known.materials().getLast().texture()).isEqualTo(1);
        assertThat(new PutPicture("hull", Material.DIFFUSE, "tar.png")
                        .apply(HULL)
                        .textures())
                .as("on other coordinates it is another link")
                .hasSize(3);
        assertThat(new PutPicture("deck", Material.DIFFUSE, "tar.png").apply(HULL))
                .isSameAs(HULL);
        assertThat(new PutPicture("mast", Material.DIFFUSE, "tar.png").apply(HULL))
                .isSameAs(HULL);
    }

    @Test
    void aFolderOfLinksIsMovedByARule() {
        Scene out = new MoveLinks("c:\\WORK", "maps").apply(HULL);
        assertThat(out.textures().getFirst().relative()).isEqualTo("maps/old.png");
        assertThat(out.textures().getFirst().uvSet()).isEqualTo("map2");
        assertThat(out.textures().getLast()).isEqualTo(HULL.textures().getLast());
        assertThat(new MoveLinks("..", "").apply(HULL).textures().getFirst().path())
                .isEqualTo("old.png");
        assertThat(new MoveLinks("C:/wor", "maps").apply(HULL)).isSameAs(HULL);
        assertThatThrownBy(() -> new MoveLinks(" ", "maps")).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new PutPicture("hull", "", "a.png"))
                .hasMessageContaining("needs a material, a property and a path");
    }
}
