package idleheron.core.character.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.compare.SmallCrossing;
import idleheron.core.math.Vec3;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A picture of oak on a sleeve, sent twice as often, and how it lies when it comes back. */
class PicturePlacesTest {
    private static final Placement TWICE = Placement.of(2, 2, 0, 0, 0);

    private static Scene with(String material, String property, Placement lies) {
        return SmallCrossing.sent()
                .withTextures(List.of(new Texture("oak", "maps/oak.png", "maps/oak.png", true)))
                .withMaterials(List.of(new Material(
                        material, "phong", Vec3.ONE, 1, List.of(new Material.Use(property, 0, lies)), List.of())));
    }

    private static PicturePlaces places(Scene sent, Scene returned) {
        return PicturePlaces.of(new Pair(sent, returned, true, Tolerances.DEFAULT, MatchTable.NONE));
    }

    @Test
    void theSameTilingIsNothing() {
        Scene s = with("sleeve", "DiffuseColor", TWICE);
        assertThat(places(s, s).all()).isEmpty();
        assertThat(places(s, s).apart()).isZero();
        assertThat(places(s, s).areUnturned()).isFalse();
        assertThat(places(s, with("imp:sleeve", "DiffuseColor", Placement.of(2, 2, 0, 0.00005, 0)))
                        .all())
                .as("as floats have it")
                .isEmpty();
    }

    @Test
    void aPictureThatLiesElsewhereIsToldByHowFar() {
        PicturePlaces p = places(
                with("sleeve", "DiffuseColor", TWICE), with("sleeve", "DiffuseColor", Placement.of(2, 2, 0, 0.25, 0)));
        assertThat(p.all()).hasSize(1);
        assertThat(p.all().getFirst().what()).isEqualTo("oak.png, sleeve");
        assertThat(p.all().getFirst().material()).isEqualTo("sleeve");
        assertThat(p.apart()).isCloseTo(0.25, within(1e-9));
        assertThat(p.counted()).isEqualTo("1 picture is");
        assertThat(p.areUnturned()).isFalse();
    }

    @Test
    void whatDidNotComeBackIsNotLookedAt() {
        Scene s = with("sleeve", "DiffuseColor", TWICE);
        assertThat(places(s, with("sleeve", "Bump", Placement.PLAIN)).all()).isEmpty();
        assertThat(places(s, with("boot", "DiffuseColor", Placement.PLAIN)).all())
                .isEmpty();
    }

    @Test
    void aTurnThatAloneWasLostIsKnown() {
        Placement turned = Placement.of(2, 2, 30, 0, 0);
        assertThat(places(with("s", "DiffuseColor", turned), with("s", "DiffuseColor", TWICE))
                        .areUnturned())
                .isTrue();
        assertThat(places(with("s", "DiffuseColor", turned), with("s", "DiffuseColor", Placement.PLAIN))
                        .areUnturned())
                .as("the tiling is lost as well")
                .isFalse();
    }
}
