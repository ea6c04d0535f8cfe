package idleheron.core.remedy.garment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Dressing;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.PosedDepth;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** A jacket on a body: it stays at rest as it was, and moves with the body. */
class TakeWeightsTest {
    private static final Scene BODY = Mannequin.scene();
    private static final TriangleMesh JACKET = Mannequin.mesh("jacket");

    private static Dressing dressed() {
        return Dressing.of(BODY, Mannequin.garment("jacket", JACKET));
    }

    private static double apart(double[] a, double[] b) {
        double worst = 0;
        for (int i = 0; i < a.length; i++) {
            worst = Math.max(worst, Math.abs(a[i] - b[i]));
        }
        return worst;
    }

    private static Worn worn(Scene s) {
        return Objects.requireNonNull(Worn.in(s));
    }

    @Test
    void itRestsWhereItLayAndGoesAlongWithoutGoingIn() {
        Scene s = TakeWeights.USUAL.apply(dressed().scene());
        int jacket = s.find("jacket");
        assertThat(worn(s).garments()).containsExactly(jacket);
        Skin skin = Objects.requireNonNull(
                s.meshes().get(s.nodes().get(jacket).payload()).skin());
        assertThat(skin.maxInfluences()).isLessThanOrEqualTo(4);
        assertThat(apart(RestSurface.of(s, jacket).points(), JACKET.points())).isLessThan(1e-9);
        Clip walk = s.clips().stream()
                .filter(c -> c.name().equals("walk"))
                .findFirst()
                .orElseThrow();
        Pose mid = new Pose(s).at(walk, 0.5);
        assertThat(apart(RestSurface.posed(mid, jacket), JACKET.points())).isGreaterThan(0.1);
        for (PosedDepth p : PosedDepth.of(s, worn(s), 6, Progress.NONE)) {
            assertThat(p.worst()).as(p.toString()).isLessThan(0.03);
            assertThat(p.stretch()).as(p.toString()).isLessThan(2);
            assertThat(p.frames()).isBetween(5, 6);
        }
    }

    /** Wherever the garment's own node stands, in whatever stage: the same places, the same weights. */
    @Test
    void itsOwnPlaceAndStageDoNotMatter() {
        Scene moved = Mannequin.garment("jacket", shifted(JACKET, -2))
                .withNodes(java.util.List.of(
                        Node.mesh("jacket", -1, Transform.of(new Vec3(2, 0, 0), Vec3.ZERO, Vec3.ONE), 0)));
        Scene inches = new ConvertStage(
                        new idleheron.core.math.AxisSystem(
                                idleheron.core.math.SignedAxis.POSITIVE_Z,
                                idleheron.core.math.SignedAxis.NEGATIVE_Y,
                                idleheron.core.math.SignedAxis.POSITIVE_X),
                        0.0254)
                .apply(moved);
        Scene s = TakeWeights.USUAL.apply(Dressing.of(BODY, inches).scene());
        Scene t = TakeWeights.USUAL.apply(dressed().scene());
        int a = s.find("jacket");
        int b = t.find("jacket");
        assertThat(apart(RestSurface.of(s, a).points(), JACKET.points())).isLessThan(1e-6);
        Clip raise = s.clips().stream()
                .filter(c -> c.name().equals("raise"))
                .findFirst()
                .orElseThrow();
        double[] x = RestSurface.posed(new Pose(s).at(raise, 0.5), a);
        double[] y = RestSurface.posed(new Pose(t).at(raise, 0.5), b);
        assertThat(apart(x, y)).isLessThan(1e-4);
    }

    private static TriangleMesh shifted(TriangleMesh m, double x) {
        double[] p = m.points().clone();
        for (int i = 0; i < p.length; i += 3) {
            p[i] += x;
        }
        return m.at(p);
    }

    @Test
    void aloneItKeepsTheSkeletonAndMovesTheSame() {
        Dressing d = dressed();
        Scene both = TakeWeights.USUAL.apply(d.scene());
        Scene alone = d.alone(both);
        assertThat(alone.meshes()).hasSize(1);
        assertThat(alone.joints()).hasSameSizeAs(BODY.joints());
        assertThat(alone.find("body")).isEqualTo(-1);
        Clip walk = both.clips().getFirst();
        double[] x = RestSurface.posed(new Pose(both).at(walk, 0.4), both.find("jacket"));
        double[] y = RestSurface.posed(new Pose(alone).at(alone.clips().getFirst(), 0.4), alone.find("jacket"));
        assertThat(apart(x, y)).isLessThan(1e-9);
    }

    @Test
    void theBodyIsToldKnownOrTheOnlyOne() {
        Scene plain = dressed().scene().with(Worn.KEY, java.util.List.of());
        Scene found = TakeWeights.USUAL.apply(plain);
        assertThat(found.meshes().getLast().skin()).isNotNull();
        assertThat(new TakeWeights("body", 0, 4).apply(plain).meshes().getLast().skin())
                .isNotNull();
        assertThat(new TakeWeights("pelvis", 0, 4).apply(plain)).isSameAs(plain);
        assertThat(new TakeWeights("nobody", 0, 4).apply(plain)).isSameAs(plain);
        assertThat(TakeWeights.USUAL.apply(BODY)).isSameAs(BODY);
        Skin one = new TakeWeights("", 0, 1).apply(plain).meshes().getLast().skin();
        assertThat(Objects.requireNonNull(one).maxInfluences()).isEqualTo(1);
    }

    @Test
    void aGarmentIsKnownByWhereItLies() {
        Scene jacket = Mannequin.garment("jacket", JACKET);
        Dressing d = Objects.requireNonNull(Dressing.recognised(BODY, jacket));
        assertThat(d.scene().nodes().get(worn(d.scene()).body()).name()).isEqualTo("body");
        assertThat(Objects.requireNonNull(Dressing.recognised(jacket, BODY)).body())
                .isSameAs(BODY);
        assertThat(Dressing.recognised(BODY, Mannequin.garment("crate", shifted(JACKET, 1))))
                .isNull();
        assertThat(Dressing.recognised(BODY, BODY)).as("two of them").isNull();
        assertThat(Dressing.recognised(jacket, jacket)).as("nobody wears it").isNull();
    }

    @Test
    void whatIsWornFollowsOtherNumbers() {
        Scene s = dressed().scene();
        Scene less = NodeRemoval.remove(s, Set.of(BODY.find("hand_l")));
        assertThat(less.nodes().get(worn(less).body()).name()).isEqualTo("body");
        assertThat(less.nodes().get(worn(less).garments().getFirst()).name()).isEqualTo("jacket");
        assertThat(Worn.in(NodeRemoval.remove(s, Set.of(s.find("body"))))).isNull();
    }

    @Test
    void whatSpeaksForNothingIsRefusedAndNumbersBelowNoughtToo() {
        Scene far = Dressing.of(BODY, Mannequin.garment("jacket", shifted(JACKET, 3)))
                .scene();
        assertThat(TakeWeights.USUAL.apply(far).meshes().getLast().skin()).isNull();
        Skin skin = Objects.requireNonNull(BODY.meshes().getFirst().skin());
        assertThatThrownBy(() ->
                        TakeWeights.USUAL.taken(far, TakeWeights.body(far, far.find("body"), skin), far.find("jacket")))
                .hasMessageContaining("no point of the garment is close enough");
        assertThatThrownBy(() -> new TakeWeights("", -1, 4)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(
                        () -> Dressing.of(BODY.withMeshes(java.util.List.of()).withNodes(java.util.List.of()), BODY))
                .hasMessageContaining("no surface that could wear something");
        assertThat(PosedDepth.of(dressed().scene(), worn(dressed().scene()), 2, Progress.NONE))
                .as("without weights it stays behind and the body goes through it")
                .anySatisfy(p -> assertThat(p.worst()).isCloseTo(0.05, within(0.02)));
    }
}
