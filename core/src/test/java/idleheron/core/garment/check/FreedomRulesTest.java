package idleheron.core.garment.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Dressing;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.remedy.garment.SayDrape;
import idleheron.core.remedy.garment.SetFreedom;
import idleheron.core.remedy.garment.SoftenFreedom;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.function.IntToDoubleFunction;
import org.junit.jupiter.api.Test;

/** Every finding about freedom maps and settings of cloth: made, told, mended. */
class FreedomRulesTest {
    private static final TriangleMesh CAPE = Mannequin.mesh("cape");
    private static final Scene BARE =
            Dressing.of(Mannequin.scene(), Mannequin.garment("cape", CAPE)).scene();
    private static final Scene SOUND = SayDrape.USUAL.apply(SetFreedom.usual(20).apply(BARE));

    private static List<Finding> found(Scene s) {
        return Inspection.of(s, null).stream()
                .filter(f -> f.code().startsWith("freedom-") || f.code().startsWith("drape-"))
                .toList();
    }

    private static Finding only(Scene s, String code) {
        assertThat(found(s)).extracting(Finding::code).containsExactly(code);
        return found(s).getFirst();
    }

    private static Scene mended(Scene s) {
        return Objects.requireNonNull(found(s).getFirst().remedy()).apply(s);
    }

    private static Scene with(IntToDoubleFunction value) {
        int at = SOUND.nodes().get(SOUND.find("cape")).payload();
        double[] v = new double[CAPE.pointCount()];
        Arrays.setAll(v, value);
        List<Mesh> meshes = new ArrayList<>(SOUND.meshes());
        meshes.set(at, new FreedomMap(v).on(meshes.get(at)));
        return SOUND.withMeshes(meshes);
    }

    private static double y(int p) {
        return CAPE.points()[3 * p + 1];
    }

    @Test
    void nothingIsToldWhereNothingIsLetLooseOrAllIsWell() {
        assertThat(found(BARE)).isEmpty();
        assertThat(found(SOUND)).isEmpty();
        assertThat(ClothRules.of(SOUND, Progress.NONE)).isEmpty();
    }

    @Test
    void allFreeAllHeldAndValuesThatAreNoneAreToldAndMended() {
        assertThat(only(with(p -> 1), "freedom-all-free").message()).contains("20");
        assertThat(found(mended(with(p -> 1)))).isEmpty();
        only(with(p -> 0), "freedom-all-held");
        assertThat(found(mended(with(p -> 0)))).isEmpty();
        Scene odd = with(p -> p == 7 ? Double.NaN : p == 8 ? 1.5 : p == 9 ? -0.5 : 0.1);
        assertThat(only(odd, "freedom-outside").figure().value()).isEqualTo(3);
        assertThat(found(mended(odd))).isEmpty();
    }

    @Test
    void aHardBorderIsToldWithItsSlopeAndSoftened() {
        Scene s = with(p -> y(p) < 0.9 ? 1 : 0);
        Finding f = only(s, "freedom-harsh");
        assertThat(f.figure().value()).isBetween(10.0, 100.0);
        assertThat(f.message()).contains("20 cm from one point to the next");
        assertThat(found(mended(s))).isEmpty();
    }

    @Test
    void aHemThatIsHeldIsTold() {
        double low = CAPE.box()[1];
        assertThat(only(with(p -> y(p) < low + 0.06 ? 0 : Math.min(1, (y(p) - low - 0.06) * 4)), "freedom-hem-held")
                        .figure()
                        .value())
                .isGreaterThan(50);
    }

    @Test
    void tightClothThatMayLeaveTheSkinIsTold() {
        Scene body = Mannequin.scene();
        TriangleMesh skin = Mannequin.mesh("mannequin");
        Scene s = new SetFreedom(30, List.of("below/160/40"))
                .apply(Dressing.of(body, Mannequin.garment("leotard", skin)).scene());
        assertThat(ClothRules.of(s, Progress.NONE)).extracting(Finding::code).contains("freedom-tight");
    }

    @Test
    void settingsLeftOutOrOfNoClothAreToldAndSaid() {
        Scene map = SetFreedom.usual(20).apply(BARE);
        Finding f = only(map, "drape-missing");
        assertThat(f.message()).contains("stretch, bend, density, friction, thickness, sub steps");
        Scene now = mended(map);
        assertThat(found(now)).isEmpty();
        Drape d = Drape.of(now.nodes().get(now.find("cape")));
        assertThat(d.get(Drape.Setting.FREEDOM)).as("what was said stays").isEqualTo(0.2, within(1e-12));
        assertThat(d.get(Drape.Setting.DENSITY)).isEqualTo(0.2);
        List<Node> nodes = new ArrayList<>(now.nodes());
        int cape = now.find("cape");
        nodes.set(cape, d.with(Drape.Setting.DENSITY, 200).on(nodes.get(cape)));
        Finding odd = only(now.withNodes(nodes), "drape-implausible");
        assertThat(odd.message()).contains("density 200 kg/m²");
        assertThat(found(mended(now.withNodes(nodes)))).isEmpty();
        assertThatThrownBy(() -> new SayDrape("density", 200)).hasMessageContaining("plausible is");
        assertThatThrownBy(() -> new SayDrape("warmth", 2)).hasMessageContaining("there are stretch, bend");
    }

    @Test
    void aRuleIsForGarmentsOfANameAndHoldsTrims() {
        Scene s = new SetFreedom(20, List.of("top/25", "on/coat")).apply(BARE);
        assertThat(FreedomMap.isOn(s.meshes().get(s.nodes().get(s.find("cape")).payload())))
                .isFalse();
        Scene named = new SetFreedom(20, List.of("on/coat", "top/25", "on/cape")).apply(BARE);
        assertThat(values(named)).isEqualTo(values(SetFreedom.usual(20).apply(BARE)));
        assertThatThrownBy(() -> new SetFreedom(20, List.of("on/cape"))).hasMessageContaining("without a rule");
        Scene jacket = Dressing.of(Mannequin.scene(), Mannequin.garment("jacket", Mannequin.mesh("jacket")))
                .scene();
        Scene held = new SetFreedom(5, List.of("trims")).apply(jacket);
        Cloth c = Cloth.of(held, held.find("jacket"));
        double[] v = Objects.requireNonNull(FreedomMap.of(c.mesh())).joined(c.weld());
        assertThat(Arrays.stream(v).filter(x -> x == 0).count()).isEqualTo(1190);
        assertThat(Arrays.stream(v).filter(x -> x == 1).count()).isEqualTo(v.length - 1190);
    }

    @Test
    void freedomIsRaisedAndSmoothedAsWell() {
        Scene s = with(p -> y(p) < 0.9 ? 1 : 0);
        for (SoftenFreedom by :
                List.of(new SoftenFreedom(SoftenFreedom.How.RAISE, 1), new SoftenFreedom(SoftenFreedom.How.LOWER, 1))) {
            assertThat(found(by.apply(s))).isEmpty();
        }
        assertThat(Arrays.stream(values(new SoftenFreedom(SoftenFreedom.How.RAISE, 1).apply(s)))
                        .sum())
                .isGreaterThan(Arrays.stream(values(s)).sum());
        double low = CAPE.box()[1];
        double high = CAPE.box()[4];
        Scene between = with(p -> y(p) < low + 0.1 ? 1 : y(p) > high - 0.1 ? 0 : 0.5);
        Scene smooth = new SoftenFreedom(SoftenFreedom.How.SMOOTH, 1).apply(between);
        assertThat(found(smooth)).isEmpty();
        assertThat(Arrays.stream(values(smooth)).filter(v -> v == 0.5).count()).isZero();
        Scene nowhere = with(p -> 0.5);
        assertThat(values(new SoftenFreedom(SoftenFreedom.How.SMOOTH, 1).apply(nowhere)))
                .containsOnly(0.5);
    }

    private static double[] values(Scene s) {
        return Objects.requireNonNull(FreedomMap.of(
                        s.meshes().get(s.nodes().get(s.find("cape")).payload())))
                .values();
    }

    @Test
    void aLengthThatIsNoneHurtsNothingAndIsTold() {
        for (String told : List.of("none", "-4", "NaN", "0")) {
            for (Scene s : List.of(BARE, with(p -> y(p) < 0.9 ? 1 : 0))) {
                int cape = s.find("cape");
                List<Node> nodes = new ArrayList<>(s.nodes());
                nodes.set(
                        cape,
                        nodes.get(cape)
                                .withProperties(List.of(
                                        new FreeProperty("drape_freedom", "KString", new FreeProperty.Text(told)))));
                Scene odd = s.withNodes(nodes);
                assertThat(found(odd)).extracting(Finding::code).contains("drape-implausible");
                for (Finding f : found(odd)) {
                    Objects.requireNonNull(f.remedy()).apply(odd);
                }
            }
        }
    }

    @Test
    void settingsWithoutAMapAskForOne() {
        Scene s = SayDrape.USUAL.apply(BARE);
        only(s, "freedom-missing");
        assertThat(found(mended(s))).isEmpty();
    }

    @Test
    void rulesAreToldInCentimetresAndTheLeastCounts() {
        Scene s = new SetFreedom(30, List.of("below/131.8252/90", "borders/10")).apply(BARE);
        FreedomMap map = Objects.requireNonNull(
                FreedomMap.of(s.meshes().get(s.nodes().get(s.find("cape")).payload())));
        double most = 0;
        for (int p = 0; p < CAPE.pointCount(); p++) {
            most = Math.max(most, y(p) > 1.3182 ? map.values()[p] : 0);
        }
        assertThat(most).isLessThan(1e-6);
        assertThat(Drape.of(s.nodes().get(s.find("cape"))).get(Drape.Setting.FREEDOM))
                .isEqualTo(0.3);
        assertThatThrownBy(() -> new SetFreedom(30, List.of("below/1")))
                .hasMessageContaining("has 1 lengths, expected 2");
        assertThatThrownBy(() -> new SetFreedom(30, List.of("beside/1"))).hasMessageContaining("there are below/");
    }

    @Test
    void numbersOfOtherWritersAreRead() {
        Node n = Node.mesh("x", -1, idleheron.core.scene.Transform.IDENTITY, 0)
                .withProperties(List.of(
                        new FreeProperty("Drape_Density", "KString", new FreeProperty.Text(" 0.4 ")),
                        new FreeProperty("drape_sub_steps", "Integer", new FreeProperty.Whole(new long[] {8})),
                        new FreeProperty("drape_bend", "KString", new FreeProperty.Text("soft"))));
        Drape d = Drape.of(n);
        assertThat(d.get(Drape.Setting.DENSITY)).isEqualTo(0.4);
        assertThat(d.get(Drape.Setting.SUB_STEPS)).isEqualTo(8);
        assertThat(d.get(Drape.Setting.BEND)).isNaN();
        assertThat(d.on(n).properties()).hasSize(3);
        assertThat(new Facts(SOUND).scene()).isSameAs(SOUND);
    }
}
