package idleheron.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import java.util.List;
import org.junit.jupiter.api.Test;

class CoatTest {
    private static final Placement SMALL = Placement.of(4, 4, 0, 0, 0);

    private static final Scene SCENE = Scene.bare("s", Stage.COMMON)
            .withTextures(List.of(
                    new Texture("a", "a.png", "a.png", true).withUvSet("second"),
                    new Texture("b", "b.png", "b.png", true),
                    new Texture("c", "c.png", "c.png", true).withUvSet("second")));

    private static Coat coat(String model, List<Material.Use> uses, FreeProperty... more) {
        return Coat.of(SCENE, new Material("m", model, new Vec3(0.5, 0, 1), 1, uses, List.of(more)));
    }

    private static FreeProperty text(String name, String value) {
        return new FreeProperty(name, "KString", new FreeProperty.Text(value));
    }

    private static FreeProperty number(String name, double value) {
        return new FreeProperty(name, "Number", new FreeProperty.Numbers(new double[] {value}));
    }

    @Test
    void aPictureOfColoursLiesAsItIsUsed() {
        Coat c = coat(
                "phong",
                List.of(new Material.Use("NormalMap", 2, SMALL), new Material.Use(Material.DIFFUSE, 0, SMALL)));
        assertThat(c.colour()).isZero();
        assertThat(c.normal()).isEqualTo(2);
        assertThat(c.opacity()).isEqualTo(-1);
        assertThat(c.place()).isEqualTo(SMALL);
        assertThat(c.uvSet()).isEqualTo("second");
        assertThat(c.factor()).isEqualTo(new Vec3(1, 1, 1));
        assertThat(c.mixed()).isFalse();
        assertThat(c.hasPicture()).isTrue();
    }

    @Test
    void aColourOfLightMultipliesItsPicture() {
        Coat c = coat("metallic-roughness", List.of(new Material.Use(Material.DIFFUSE, 1)));
        assertThat(c.factor().x()).isCloseTo(0.7354, within(1e-4)); // half the light as stored
        assertThat(c.factor().y()).isZero();
        assertThat(c.factor().z()).isCloseTo(1, within(1e-12));
    }

    @Test
    void alphaCountsOnlyWhereSomethingSaysSo() {
        List<Material.Use> colour = List.of(new Material.Use(Material.DIFFUSE, 1));
        assertThat(coat("m", colour).opacity()).isEqualTo(-1);
        Coat mixed = coat("m", colour, text("alphaMode", "BLEND"));
        assertThat(mixed.opacity()).isEqualTo(1);
        assertThat(mixed.mixed()).isTrue();
        assertThat(mixed.cutoff()).isZero();
        Coat cut = coat("m", colour, text("alphaMode", "MASK"));
        assertThat(cut.cutoff()).isEqualTo(0.5);
        assertThat(cut.mixed()).isFalse();
        assertThat(coat("m", colour, text("alphaMode", "MASK"), number("alphaCutoff", 0.2))
                        .cutoff())
                .isEqualTo(0.2);
    }

    @Test
    void aPictureOfItsOwnCanTellWhereItIsSeenThrough() {
        for (String property : List.of("TransparentColor", "TransparencyFactor", "opacity")) {
            Coat c = coat("m", List.of(new Material.Use(Material.DIFFUSE, 0), new Material.Use(property, 2)));
            assertThat(c.opacity()).as(property).isEqualTo(2);
            assertThat(c.mixed()).isTrue();
        }
        Coat cut = coat(
                "m",
                List.of(new Material.Use(Material.DIFFUSE, 0), new Material.Use("opacity", 2)),
                number("opacityThreshold", 0.3));
        assertThat(cut.cutoff()).isEqualTo(0.3);
        assertThat(cut.mixed()).isFalse();
    }

    @Test
    void whatLiesOtherwiseThanTheColoursIsLeftOut() {
        Material.Use colour = new Material.Use(Material.DIFFUSE, 1);
        Coat c = coat("m", List.of(colour, new Material.Use("NormalMap", 1, SMALL), new Material.Use("opacity", 0)));
        assertThat(c.normal()).as("in another place").isEqualTo(-1);
        assertThat(c.opacity()).as("on another set of coordinates").isEqualTo(-1);
        Coat alike = coat("m", List.of(colour, new Material.Use("NormalMap", 1), new Material.Use("opacity", 1)));
        assertThat(alike.normal()).isEqualTo(1);
        assertThat(alike.opacity()).isEqualTo(1);
        Coat alone = coat("m", List.of(new Material.Use("NormalMap", 1, SMALL)));
        assertThat(alone.normal()).isEqualTo(1);
        assertThat(alone.place()).isEqualTo(SMALL);
    }

    @Test
    void withoutPicturesThereIsNothingToDraw() {
        assertThat(coat("m", List.of()).hasPicture()).isFalse();
        assertThat(coat("m", List.of(new Material.Use(Material.DIFFUSE, -1))).hasPicture())
                .isFalse();
        assertThat(coat("m", List.of(new Material.Use("Roughness", 1))).hasPicture())
                .isFalse();
    }
}
