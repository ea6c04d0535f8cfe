package idleheron.core.garment.freedom;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.garment.freedom.Drape.Setting;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Transform;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a node says of its cloth, in every form in which a number may stand. */
class DrapeTest {
    private static Drape said(FreeProperty... all) {
        return Drape.of(Node.of("cape", -1, NodeKind.GROUP, Transform.IDENTITY).withProperties(List.of(all)));
    }

    private static FreeProperty property(String name, FreeProperty.Value v) {
        return new FreeProperty(name, "Number", v);
    }

    @Test
    void numbersWholeOnesAndTextsAreRead() {
        Drape d = said(
                property("drape_density", new FreeProperty.Numbers(new double[] {0.45})),
                property("Drape_Sub_Steps", new FreeProperty.Whole(new long[] {30})),
                property("drape_friction", new FreeProperty.Text(" 0.25 ")),
                property("mud", new FreeProperty.Whole(new long[] {7})));
        assertThat(d.get(Setting.DENSITY)).isEqualTo(0.45);
        assertThat(d.get(Setting.SUB_STEPS)).isEqualTo(30);
        assertThat(d.get(Setting.FRICTION)).isEqualTo(0.25);
        assertThat(d.isSaid(Setting.FRICTION)).isTrue();
        assertThat(d.isSaid(Setting.BEND)).isFalse();
        assertThat(d.get(Setting.BEND)).as("what is usual").isEqualTo(1e-5);
        assertThat(d.isEmpty()).isFalse();
        assertThat(said().isEmpty()).isTrue();
    }

    @Test
    void whatIsNoOneNumberIsSaidAndNone() {
        Drape d = said(
                property("drape_density", new FreeProperty.Numbers(new double[] {1, 2})),
                property("drape_bend", new FreeProperty.Whole(new long[] {})),
                property("drape_stretch", new FreeProperty.Text("soft")),
                property("drape_friction", new FreeProperty.Several(List.of())));
        for (Setting s : List.of(Setting.DENSITY, Setting.BEND, Setting.STRETCH, Setting.FRICTION)) {
            assertThat(d.isSaid(s)).isTrue();
            assertThat(d.get(s)).isNaN();
        }
    }

    @Test
    void boundsArePlausibleThemselves() {
        assertThat(Setting.DENSITY.isPlausible(0.03)).isTrue();
        assertThat(Setting.DENSITY.isPlausible(0.0299)).isFalse();
        assertThat(Setting.DENSITY.isPlausible(3)).isTrue();
        assertThat(Setting.DENSITY.isPlausible(3.001)).isFalse();
        assertThat(Setting.DENSITY.isPlausible(Double.NaN)).isFalse();
    }

    @Test
    void aLengthThatCannotBeIsTheUsualOne() {
        assertThat(said().freedom()).isEqualTo(0.2);
        assertThat(said().with(Setting.FREEDOM, 0.5).freedom()).isEqualTo(0.5);
        assertThat(said().with(Setting.FREEDOM, 40).freedom()).isEqualTo(0.2);
    }

    @Test
    void whatIsSaidStandsOnTheNodeAndNothingElseOfCloth() {
        FreeProperty mud = property("mud", new FreeProperty.Whole(new long[] {7}));
        Node n = Node.of("cape", -1, NodeKind.GROUP, Transform.IDENTITY)
                .withProperties(List.of(mud, property("DRAPE_BEND", new FreeProperty.Text("1"))));
        Node out = said().with(Setting.DENSITY, 0.3).on(n);
        assertThat(out.properties()).extracting(FreeProperty::name).containsExactly("mud", "drape_density");
        assertThat(Drape.of(out).get(Setting.DENSITY)).isEqualTo(0.3);
    }

    @Test
    void aSettingIsToldByItsWord() {
        assertThat(Setting.told("sub steps")).isEqualTo(Setting.SUB_STEPS);
        assertThat(Setting.told(" sub-steps ")).isEqualTo(Setting.SUB_STEPS);
        assertThat(Setting.SUB_STEPS.word()).isEqualTo("sub steps");
        assertThat(Setting.DENSITY.usual()).isEqualTo(0.2);
        assertThat(Setting.THICKNESS.unit()).isEqualTo("m");
        assertThatThrownBy(() -> Setting.told("wool"))
                .hasMessageContaining("wool")
                .hasMessageContaining("stretch, bend, density, friction, thickness, sub_steps, freedom");
    }
}
