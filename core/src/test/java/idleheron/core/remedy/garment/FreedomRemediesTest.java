package idleheron.core.remedy.garment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.scene.Scene;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** What is said of how the cape hangs, and what is painted on it. */
class FreedomRemediesTest extends CapeCase {
    @Test
    void settingsOfClothAreSaidOneByOneOrAsUsual() {
        assertThat(figure(SayDrape.TYPE, CAPE)).isEqualTo("0");
        Scene one = told(SayDrape.TYPE, "density:0.5").apply(CAPE);
        assertThat(figure(SayDrape.TYPE, one)).isEqualTo("1");
        assertThat(Drape.of(one.nodes().getFirst()).get(Drape.Setting.DENSITY)).isEqualTo(0.5);
        Scene all = told(SayDrape.TYPE, "").apply(one);
        assertThat(figure(SayDrape.TYPE, all)).isEqualTo("7");
        assertThat(Drape.of(all.nodes().getFirst()).get(Drape.Setting.DENSITY))
                .as("plausible, so it stays")
                .isEqualTo(0.5);
        assertThat(Drape.of(all.nodes().getFirst()).get(Drape.Setting.BEND)).isEqualTo(1e-5);
        assertThatThrownBy(() -> told(SayDrape.TYPE, "density:50"))
                .hasMessage("a density of 50 kg/m²; plausible is 0.030 to 3");
        assertThat(new SayDrape("sub steps", 30).describe()).isEqualTo("Sets a sub steps of 30 a frame.");
    }

    @Test
    void freedomGrowsFromTheUpperBorder() {
        assertThat(figure(SetFreedom.TYPE, CAPE)).isEqualTo("0");
        Scene s = told(SetFreedom.TYPE, "30:top/20").apply(CLOTH_ALONE);
        assertThat(figure(SetFreedom.TYPE, s)).isEqualTo("1");
        assertThat(values(s)).containsExactly(new double[] {0, 0, 0, 0.5, 0.5, 0.5, 1, 1, 1}, within(1e-9));
        assertThat(Drape.of(s.nodes().getFirst()).freedom()).isEqualTo(0.3);
        Scene both = told(SetFreedom.TYPE, "30:top/20:below/95/80").apply(CLOTH_ALONE);
        assertThat(values(both)[3])
                .as("the smaller of two rules, a third of a smooth step")
                .isCloseTo(7 / 27.0, within(1e-9));
        Scene other = told(SetFreedom.TYPE, "30:top/20:on/shirt").apply(CAPE);
        assertThat(FreedomMap.isOn(mesh(other))).isFalse();
        assertThat(FreedomMap.isOn(
                        mesh(told(SetFreedom.TYPE, "30:top/20:on/cape").apply(CAPE))))
                .isTrue();
        assertThatThrownBy(() -> told(SetFreedom.TYPE, "30:on/cape")).hasMessage("a freedom without a rule");
        assertThatThrownBy(() -> told(SetFreedom.TYPE, "30:below/3"))
                .hasMessage("the rule below/3 has 1 lengths, expected 2");
        assertThatThrownBy(() -> told(SetFreedom.TYPE, "30:round/3"))
                .hasMessageContaining("no rule of freedom round/3");
        assertThatThrownBy(() -> SetFreedom.usual(0)).hasMessageContaining("it is above 0");
    }

    private static double[] values(Scene s) {
        return Objects.requireNonNull(FreedomMap.of(mesh(s))).values();
    }

    private static Scene free(double... rows) {
        double[] v = new double[CLOTH];
        for (int i = 0; i < CLOTH; i++) {
            v[i] = rows[i / 3];
        }
        return new SayDrape("freedom", 0.2).apply(shown(new FreedomMap(v).on(mesh(CLOTH_ALONE))));
    }

    /** 20 cm of freedom over 10 cm of cloth is 2 cm per cm. */
    @Test
    void tooSteepAFreedomIsLoweredRaisedOrSmoothed() {
        Scene steep = free(0, 1, 1);
        assertThat(figure(SoftenFreedom.TYPES.get(0), steep)).isEqualTo("2 cm per cm");
        Scene lower = told(SoftenFreedom.TYPES.get(0), "").apply(steep);
        assertThat(values(lower)).containsExactly(new double[] {0, 0, 0, 0.5, 0.5, 0.5, 1, 1, 1}, within(1e-9));
        Scene raised = told(SoftenFreedom.TYPES.get(1), "1").apply(steep);
        assertThat(values(raised)).containsExactly(new double[] {.5, .5, .5, 1, 1, 1, 1, 1, 1}, within(1e-9));
        Scene smooth = told(SoftenFreedom.TYPES.get(2), "").apply(free(0, 0.9, 1));
        assertThat(values(smooth)[4]).isCloseTo(0.5, within(1e-6));
        assertThat(values(told(SoftenFreedom.TYPES.get(0), "9").apply(free(-1, 0.5, 3))))
                .containsExactly(new double[] {0, 0, 0, 0.5, 0.5, 0.5, 1, 1, 1}, within(1e-9));
        Scene level = free(0.4, 0.5, 0.6);
        assertThat(values(told(SoftenFreedom.TYPES.get(2), "").apply(level)))
                .as("neither held nor free anywhere")
                .isEqualTo(values(level));
        assertThatThrownBy(() -> told(SoftenFreedom.TYPES.get(0), "0")).hasMessageContaining("0");
        assertThat(new SoftenFreedom(SoftenFreedom.How.RAISE, 2).describe()).startsWith("Raises freedom");
        assertThat(new SoftenFreedom(SoftenFreedom.How.LOWER, 2).describe()).startsWith("Lowers freedom");
    }

    @Test
    void whatIsPaintedBeginsHeldAndMirrorsAboutTheMiddle() {
        assertThat(figure(PaintFreedom.TYPE, CAPE)).isEqualTo("no map");
        assertThat(PaintFreedom.middle(CLOTH_ALONE, 0)).isCloseTo(0.1, within(1e-12));
        assertThat(PaintFreedom.middle(worn(CAPE), 0)).isCloseTo(0.155, within(1e-12));
        Scene s = new PaintFreedom("cape", List.of()).apply(CAPE);
        assertThat(values(s)).containsOnly(0);
        assertThat(figure(PaintFreedom.TYPE, s)).isEqualTo("100 and 0 %");
        assertThat(Drape.of(s.nodes().getFirst()).isSaid(Drape.Setting.FREEDOM)).isTrue();
        Scene other = new PaintFreedom("shirt", List.of()).apply(CAPE);
        assertThat(FreedomMap.isOn(mesh(other))).isFalse();
    }
}
