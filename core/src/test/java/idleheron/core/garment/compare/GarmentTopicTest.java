package idleheron.core.garment.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Dressing;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.Worn;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.freedom.FreedomRule;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Progress;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.Loss;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.function.DoubleUnaryOperator;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** What of garments did not come back: each made, each told. */
class GarmentTopicTest {
    private static final TriangleMesh CAPE = Mannequin.mesh("cape");
    private static final TriangleMesh JACKET = Mannequin.mesh("jacket");

    private static Scene scene(TriangleMesh m, UnaryOperator<Mesh> mesh, UnaryOperator<Drape> drape) {
        Scene s = Mannequin.garment("cape", m);
        Drape d = Drape.of(s.nodes().getFirst());
        for (Drape.Setting x : Drape.Setting.values()) {
            d = d.with(x, x.usual());
        }
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(0, drape.apply(d).on(nodes.getFirst()));
        double[] v = new FreedomRule.Below(1.3, 0.9).of(m, null);
        return s.withNodes(nodes)
                .withMeshes(List.of(mesh.apply(new FreedomMap(v).on(s.meshes().getFirst()))));
    }

    private static Mesh flat(Mesh m) {
        float[] uv = Mannequin.uv("cape");
        int[] at = new int[uv.length / 2];
        Arrays.setAll(at, i -> i);
        return m.withUvSets(List.of(new UvSet("panels", uv, at)));
    }

    private static final Scene SENT = scene(CAPE, GarmentTopicTest::flat, d -> d);

    private static UnaryOperator<Mesh> map(DoubleUnaryOperator change) {
        return m -> {
            double[] v = Objects.requireNonNull(FreedomMap.of(m)).values();
            return new FreedomMap(Arrays.stream(v).map(change).toArray()).on(flat(m));
        };
    }

    private static Comparison compared(Scene sent, Scene returned) {
        return Comparison.of(sent, returned, CompareSettings.USUAL, true, t -> {}, Progress.NONE);
    }

    private static TopicResult topic(Comparison c) {
        return c.topics().stream()
                .filter(t -> t.topic().equals(Worn.TOPIC))
                .findFirst()
                .orElseThrow();
    }

    private static Loss only(Scene sent, Scene returned, String code) {
        Comparison c = compared(sent, returned);
        assertThat(topic(c).verdict()).isEqualTo(Verdict.DRIFTED);
        List<Loss> own =
                c.losses().stream().filter(l -> l.topic().equals(Worn.TOPIC)).toList();
        assertThat(own).extracting(Loss::code).containsExactly(code);
        return own.getFirst();
    }

    @Test
    void theSameGarmentIsCleanAndASceneWithoutOneIsNotAsked() {
        Comparison c = compared(SENT, scene(CAPE, GarmentTopicTest::flat, d -> d));
        assertThat(topic(c).verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(topic(c).summary()).isEqualTo("1 garment as sent: cloth, freedom and settings.");
        assertThat(c.losses()).isEmpty();
        Scene plain = Mannequin.garment("rock", CAPE);
        assertThat(compared(plain, plain).topics()).noneMatch(t -> t.topic().equals(Worn.TOPIC));
    }

    @Test
    void aMapThatIsRoundedIsTheSameAndOneThatIsChangedIsNamed() {
        Comparison eight = compared(SENT, scene(CAPE, map(v -> Math.rint(v * 255) / 255), d -> d));
        assertThat(topic(eight).verdict()).isEqualTo(Verdict.CLEAN);
        Loss turned = only(SENT, scene(CAPE, map(v -> 1 - v), d -> d), "freedom-changed");
        assertThat(turned.text()).contains("turned round").contains("up to 100 %");
        Loss cut = only(SENT, scene(CAPE, map(v -> Math.clamp(v, 0.2, 0.7)), d -> d), "freedom-changed");
        assertThat(cut.text()).contains("cut off at both ends");
        assertThat(cut.figure().value()).isCloseTo(30, within(1e-6));
        Loss other = only(SENT, scene(CAPE, map(v -> v > 0.5 ? 1 : 0), d -> d), "freedom-changed");
        assertThat(other.text()).contains("is another");
        only(SENT, scene(CAPE, m -> flat(m).withLayers(List.of()), d -> d), "freedom-lost");
    }

    @Test
    void settingsAndTheFlatCutThatStayBehindAreTold() {
        Scene none = scene(
                CAPE,
                GarmentTopicTest::flat,
                d -> Drape.of(Mannequin.garment("x", CAPE).nodes().getFirst()));
        assertThat(only(SENT, none, "drape-lost").figure().value()).isEqualTo(7);
        Scene dense = scene(CAPE, GarmentTopicTest::flat, d -> d.with(Drape.Setting.DENSITY, 0.4));
        assertThat(only(SENT, dense, "drape-changed").text()).contains("density 0.200 became 0.400 kg/m²");
        Loss cut = only(SENT, scene(CAPE, m -> m, d -> d), "garment-panels-lost");
        assertThat(cut.text()).isEqualTo("cape came back without its flat cut");
    }

    @Test
    void aLostShellAndLostTrimsAreToldWithTheirFigures() {
        Scene sent = scene(JACKET, m -> m, d -> d);
        // the rivets come last in its points
        int cloth = JACKET.pointCount() - 1190;
        int[] without = Arrays.stream(JACKET.triangles()).toArray();
        TriangleMesh bare = JACKET.only(f -> without[3 * f] < cloth);
        Scene noTrims =
                scene(new TriangleMesh(Arrays.copyOf(JACKET.points(), 3 * cloth), bare.triangles()), m -> m, d -> d);
        Comparison c = compared(sent, noTrims);
        assertThat(c.losses()).extracting(Loss::code).contains("garment-trims-lost");
        TriangleMesh outer =
                JACKET.only(f -> without[3 * f] < 4302 && without[3 * f + 1] < 4302 && without[3 * f + 2] < 4302);
        Comparison one = compared(sent, scene(outer, m -> m, d -> d));
        Loss shell = one.losses().stream()
                .filter(l -> l.code().equals("garment-shell-lost"))
                .findFirst()
                .orElseThrow();
        assertThat(shell.figure().value()).isCloseTo(12.07, within(0.01));
    }

    @Test
    void pointsThatCameBackTwiceAreTold() {
        int n = CAPE.pointCount();
        double[] p = Arrays.copyOf(CAPE.points(), 3 * n + 3);
        int[] t = CAPE.triangles().clone();
        System.arraycopy(CAPE.points(), 3 * t[0], p, 3 * n, 3);
        t[0] = n;
        Scene split = scene(new TriangleMesh(p, t), m -> m, d -> d);
        assertThat(compared(scene(CAPE, m -> m, d -> d), split).losses())
                .filteredOn(l -> l.code().equals("garment-seams-split"))
                .singleElement()
                .satisfies(l -> assertThat(l.figure().value()).isEqualTo(1));
    }

    @Test
    void onABodyHowItLiesIsHeldAgainstHowItLay() {
        Scene body = Mannequin.scene();
        Scene sent = Dressing.of(body, SENT).scene();
        double[] p = CAPE.points().clone();
        for (int i = 2; i < p.length; i += 3) {
            p[i] += 0.05;
        }
        Scene returned = Dressing.of(body, scene(CAPE.at(p), GarmentTopicTest::flat, d -> d))
                .scene();
        TopicResult t = topic(compared(sent, returned));
        assertThat(t.summary()).contains("deepest inside");
        assertThat(t.evidence().rows()).anyMatch(r -> r.subject().equals("cape, deepest inside") && r.over());
        TopicResult gone = topic(compared(sent, body));
        assertThat(gone.verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(gone.summary()).isEqualTo("cape did not come back.");
    }
}
