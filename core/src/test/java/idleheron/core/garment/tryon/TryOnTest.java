package idleheron.core.garment.tryon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.crossing.Dressing;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.garment.FitColliders;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A cape on a body that walks, against a reference program and against what must hold of any cloth. */
class TryOnTest {
    private static final TriangleMesh CAPE = Mannequin.mesh("cape");
    private static final Scene WORN = TakeWeights.USUAL.apply(
            Dressing.of(Mannequin.scene(), Mannequin.garment("cape", CAPE)).scene());
    private static final int NODE = WORN.find("cape");
    private static final int BODY = WORN.find("body");
    private static final Clip WALK = WORN.clips().stream()
            .filter(c -> c.name().equals("walk"))
            .findFirst()
            .orElseThrow();
    private static final double[] TIMES = SampleTimes.frames(WALK.startSeconds(), WALK.endSeconds(), WALK.rate());
    private static final JsonNode TOLD = Mannequin.json("expected/cape.sim.json");

    /** The cape with the map of the reference, lowered by a factor. */
    private static Scene with(double factor) {
        JsonNode v = Mannequin.json("cape.freedom-height.json");
        double[] map = new double[v.size()];
        Arrays.setAll(map, i -> factor * v.get(i).asDouble());
        List<Mesh> meshes = new ArrayList<>(WORN.meshes());
        int at = WORN.nodes().get(NODE).payload();
        meshes.set(at, new FreedomMap(map).on(meshes.get(at)));
        List<Node> nodes = new ArrayList<>(WORN.nodes());
        nodes.set(
                NODE, Drape.of(nodes.get(NODE)).with(Drape.Setting.FREEDOM, 0.3).on(nodes.get(NODE)));
        return WORN.withMeshes(meshes).withNodes(nodes);
    }

    private record Run(List<TryOnFrame> frames, double[] places) {
        double most() {
            return frames.stream().mapToDouble(TryOnFrame::stretchMost).max().orElse(0);
        }

        double worst() {
            return frames.stream().mapToDouble(TryOnFrame::stretch).max().orElse(0);
        }

        double deepest() {
            return frames.stream().mapToDouble(TryOnFrame::depth).max().orElse(0);
        }

        double fastest() {
            return frames.stream().mapToDouble(TryOnFrame::fastest).max().orElse(0);
        }
    }

    private static Run run(Scene s, ClothSettings set, TryOn.Against against, int settle) {
        TryOn t = new TryOn(s, NODE, BODY, WALK, set, against);
        List<TryOnFrame> out = new ArrayList<>();
        for (int i = 0; i < TIMES.length; i++) {
            out.add(i == 0 ? t.first(settle) : t.step(TIMES[i]));
        }
        return new Run(out, t.places());
    }

    /** The cape with all of its freedom, on the surface of the body, worked out once for whoever asks about it. */
    private static final class Known {
        static final Run FIVE = run(with(1), ClothSettings.USUAL.withSubSteps(5), TryOn.Against.SURFACE, 3);
        static final Run TEN = run(with(1), ClothSettings.USUAL.withSubSteps(10), TryOn.Against.SURFACE, 3);
    }

    private static void same(String name, Run r) {
        JsonNode told = TOLD.path(name);
        assertThat(r.most()).as(name).isCloseTo(told.path("stretchP99Worst").asDouble(), within(0.02));
        assertThat(r.worst()).as(name).isCloseTo(told.path("stretchWorst").asDouble(), within(0.2));
        assertThat(r.deepest()).as(name).isCloseTo(told.path("worstDepth").asDouble(), within(0.003));
        assertThat(r.fastest()).as(name).isBetween(1.0, 4.0);
        double[] sum = new double[3];
        for (int i = 0; i < r.places.length; i++) {
            sum[i % 3] += r.places[i];
        }
        for (int a = 0; a < 3; a++) {
            assertThat(sum[a] / CAPE.pointCount())
                    .as(name + ", middle " + a)
                    .isCloseTo(told.path("lastSum").get(a).asDouble() / CAPE.pointCount(), within(0.002));
        }
    }

    @Test
    void itFallsAsThatOfTheReference() {
        Scene s = with(1);
        same("substeps5", Known.FIVE);
        same("substeps10", Known.TEN);
        same(
                "substeps10NoTether",
                run(s, ClothSettings.USUAL.withSubSteps(10).withoutTethers(), TryOn.Against.SURFACE, 3));
        same("substeps10Half", run(with(0.5), ClothSettings.USUAL.withSubSteps(10), TryOn.Against.SURFACE, 3));
    }

    @Test
    void moreStepsStretchItLess() {
        Scene s = with(1);
        double few = run(s, ClothSettings.USUAL.withSubSteps(1), TryOn.Against.SURFACE, 3)
                .most();
        double many = run(s, ClothSettings.USUAL.withSubSteps(20), TryOn.Against.SURFACE, 3)
                .most();
        assertThat(many).isLessThan(1.3).isLessThan(few - 0.1);
        TryOn t = new TryOn(s, NODE, BODY, WALK, ClothSettings.USUAL, TryOn.Against.SURFACE);
        assertThat(t.steadySteps()).isBetween(25, 60);
    }

    @Test
    void whatIsHeldFollowsItsSkinExactly() {
        Run r = run(with(0), ClothSettings.USUAL.withSubSteps(10), TryOn.Against.SURFACE, 3);
        Pose pose = new Pose(with(0));
        double[] skinned = RestSurface.posed(pose.at(WALK, TIMES[TIMES.length - 1]), NODE);
        assertThat(r.places).containsExactly(skinned, within(0.0));
        assertThat(r.most())
                .isCloseTo(
                        TOLD.path("substeps10Nothing").path("stretchP99Worst").asDouble(), within(2e-4));
    }

    @Test
    void noPointLeavesItsFreedom() {
        Scene s = with(1);
        TryOn t = new TryOn(s, NODE, BODY, WALK, ClothSettings.USUAL.withSubSteps(5), TryOn.Against.SURFACE);
        t.first();
        Pose pose = new Pose(s);
        JsonNode v = Mannequin.json("cape.freedom-height.json");
        for (int f = 1; f < 8; f++) {
            t.step(TIMES[f]);
            double[] skinned = RestSurface.posed(pose.at(WALK, TIMES[f]), NODE);
            double[] x = t.places();
            for (int i = 0; i < CAPE.pointCount(); i++) {
                double far = Math.sqrt(Math.pow(x[3 * i] - skinned[3 * i], 2)
                        + Math.pow(x[3 * i + 1] - skinned[3 * i + 1], 2)
                        + Math.pow(x[3 * i + 2] - skinned[3 * i + 2], 2));
                assertThat(far).isLessThanOrEqualTo(0.3 * v.get(i).asDouble() + 1e-9);
            }
        }
    }

    @Test
    void theSameComesOutAgainBitForBit() {
        Run again = run(with(1), ClothSettings.USUAL.withSubSteps(5), TryOn.Against.SURFACE, 3);
        assertThat(again.places).containsExactly(Known.FIVE.places, within(0.0));
    }

    @Test
    void withoutABodyItGoesInAndCollidersKeepItOutWhereTheyAre() {
        Scene s = new FitColliders().apply(with(1));
        ClothSettings set = ClothSettings.USUAL.withSubSteps(10);
        double none = run(s, set, TryOn.Against.NOTHING, 3).deepest();
        double capsules = run(s, set, TryOn.Against.COLLIDERS, 3).deepest();
        double body = Known.TEN.deepest();
        assertThat(none).isGreaterThan(0.03);
        assertThat(body).isLessThan(0.006);
        assertThat(capsules).isLessThan(none / 2);
    }

    @Test
    void clothOfItselfStaysApart() {
        Scene s = with(1);
        Run r = run(s, ClothSettings.USUAL.withSubSteps(5).withItself(true), TryOn.Against.SURFACE, 1);
        assertThat(r.most()).isLessThan(2);
        double[] x = {0, 0, 0, 0.001, 0, 0};
        SelfContact two = new SelfContact(new double[] {0, 0, 0, 1, 0, 0}, new boolean[] {true, false}, 0.004);
        two.begin(x);
        two.keep(x, x.clone(), 1, 0, 2);
        assertThat(x).containsExactly(new double[] {0, 0, 0, 0.004, 0, 0}, within(1e-12));
    }

    @Test
    void whatCannotBeTriedOnIsRefused() {
        Scene bare =
                Dressing.of(Mannequin.scene(), Mannequin.garment("cape", CAPE)).scene();
        assertThatThrownBy(() -> new TryOn(
                        bare, bare.find("cape"), bare.find("body"), WALK, ClothSettings.USUAL, TryOn.Against.SURFACE))
                .hasMessage("no joint moves cape; it takes weights from the body first");
        assertThatThrownBy(() -> new TryOn(WORN, NODE, BODY, WALK, ClothSettings.USUAL, TryOn.Against.COLLIDERS))
                .hasMessageContaining("has no colliders");
        assertThatThrownBy(() -> ClothSettings.USUAL.withSubSteps(0)).hasMessageContaining("1 to 1000");
    }

    @Test
    void linksOfOneColourShareNoPoint() {
        Links l = Links.of(CAPE);
        assertThat(l.count()).isEqualTo(28800);
        assertThat(l.edges()).isEqualTo(14540);
        assertThat(l.colours()).hasSize(TOLD.path("substeps5").path("colours").asInt() + 1);
        for (int c = 0; c + 1 < l.colours().length; c++) {
            boolean[] seen = new boolean[CAPE.pointCount()];
            for (int k = 2 * l.colours()[c]; k < 2 * l.colours()[c + 1]; k++) {
                assertThat(seen[l.ends()[k]]).isFalse();
                seen[l.ends()[k]] = true;
            }
        }
    }
}
