package idleheron.core.garment.fit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Dressing;
import idleheron.core.garment.GapFigures;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.tryon.PushOut;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.garment.FitGarments;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;

/** A jacket brought back from another size, another pose and another body. */
class RefitTest {
    private static final Scene BODY = Mannequin.scene();
    private static final TriangleMesh SKIN = Mannequin.mesh("mannequin");
    private static final TriangleMesh JACKET = Mannequin.mesh("jacket");

    private static double[] apart(double[] a, double[] b) {
        double[] out = new double[a.length / 3];
        for (int i = 0; i < out.length; i++) {
            out[i] = new Vec3(a[3 * i], a[3 * i + 1], a[3 * i + 2])
                    .distance(new Vec3(b[3 * i], b[3 * i + 1], b[3 * i + 2]));
        }
        Arrays.sort(out);
        return out;
    }

    private static double[] fitted(TriangleMesh m, double gap) {
        Scene s = new FitGarments(gap)
                .apply(Dressing.of(BODY, Mannequin.garment("jacket", m)).scene());
        return RestSurface.of(s, s.find("jacket")).points();
    }

    @Test
    void sizeUnitAndAxesAreUndone() {
        double[] p = JACKET.points().clone();
        for (int i = 0; i < p.length; i++) {
            p[i] *= 1.12;
        }
        double[] off = apart(fitted(JACKET.at(p), 0), JACKET.points());
        assertThat(off[off.length / 2]).isLessThan(0.006);
        double[] turned = JACKET.points().clone();
        for (int i = 0; i < turned.length; i += 3) {
            double y = turned[i + 1];
            turned[i] *= 100;
            turned[i + 1] = -100 * turned[i + 2];
            turned[i + 2] = 100 * y;
        }
        double[] same = apart(fitted(JACKET.at(turned), 0), JACKET.points());
        assertThat(same[same.length - 1]).isLessThan(1e-9);
    }

    @Test
    void aPoseIsUndoneWhereTheBodyRests() {
        Scene dressed = TakeWeights.USUAL.apply(
                Dressing.of(BODY, Mannequin.garment("jacket", JACKET)).scene());
        Clip raise = dressed.clips().stream()
                .filter(c -> c.name().equals("raise"))
                .findFirst()
                .orElseThrow();
        TriangleMesh up = JACKET.at(RestSurface.posed(new Pose(dressed).at(raise, 0.4), dressed.find("jacket")));
        double[] before = apart(up.points(), JACKET.points());
        double[] after = apart(fitted(up, 0), JACKET.points());
        assertThat(before[before.length * 9 / 10]).isGreaterThan(0.06);
        assertThat(after[after.length / 2]).isLessThan(0.008);
        assertThat(after[after.length * 9 / 10]).isLessThan(0.03);
    }

    /** The mannequin broader and shorter. */
    private static double[] broad(double[] points) {
        double[] p = points.clone();
        for (int i = 0; i < p.length; i += 3) {
            p[i] *= 1.05;
            p[i + 1] *= 0.93;
            p[i + 2] *= 1.12;
        }
        return p;
    }

    private static Scene broadScene(TriangleMesh mesh) {
        List<Node> nodes = new ArrayList<>(BODY.nodes());
        for (int i = 0; i < nodes.size(); i++) {
            Vec3 t = nodes.get(i).transform().translation();
            Vec3 there = new Vec3(1.05 * t.x(), 0.93 * t.y(), 1.12 * t.z());
            nodes.set(i, nodes.get(i).withTransform(nodes.get(i).transform().withTranslation(there)));
        }
        Skin skin = Objects.requireNonNull(BODY.meshes().getFirst().skin());
        Scene moved = BODY.withNodes(nodes);
        Matrix4dc[] toJoint = new Matrix4dc[skin.joints().length];
        Pose rest = new Pose(moved);
        for (int j = 0; j < toJoint.length; j++) {
            toJoint[j] = new Matrix4d(rest.world(skin.joints()[j])).invert();
        }
        Skin bound = new Skin(skin.name(), skin.joints(), toJoint, skin.starts(), skin.slots(), skin.weights());
        return moved.withMeshes(List.of(Mannequin.mesh("body", mesh, bound)));
    }

    private static void lies(TriangleMesh body, double[] places, double likeness) {
        GapFigures was = GapFigures.of(BodyDistance.of(SKIN), JACKET);
        GapFigures is = GapFigures.of(BodyDistance.of(body), JACKET.at(places));
        assertThat(is.median()).isCloseTo(was.median(), within(likeness));
        assertThat(is.low()).isCloseTo(was.low(), within(2 * likeness));
        assertThat(is.worst()).isLessThan(2 * likeness);
    }

    @Test
    void itGoesOverToABodyOfTheSameFacesWithItsGaps() {
        TriangleMesh broad = SKIN.at(broad(SKIN.points()));
        double[] there = Refit.correspondence(BODY, BODY.find("body"), broadScene(broad), BODY.find("body"));
        assertThat(apart(there, broad.points())[there.length / 3 - 1]).isLessThan(1e-12);
        lies(broad, Refit.onto(SKIN, there, JACKET), 0.001);
    }

    @Test
    void itGoesOverToABodyOfOtherFacesByTheSkeletons() {
        int[] t = SKIN.triangles().clone();
        for (int i = 0; i < 3; i++) {
            t[i] = SKIN.triangles()[i + 3];
            t[i + 3] = SKIN.triangles()[i];
        }
        TriangleMesh broad = new TriangleMesh(broad(SKIN.points()), t);
        double[] there = Refit.correspondence(BODY, BODY.find("body"), broadScene(broad), BODY.find("body"));
        BodyDistance on = BodyDistance.of(broad);
        GapFigures off = GapFigures.of(on, SKIN.at(there));
        assertThat(Math.max(off.worst(), off.high()))
                .as("it lies on the second body")
                .isLessThan(0.004);
        lies(broad, Refit.onto(SKIN, there, JACKET), 0.003);
        Scene stone = Mannequin.garment("stone", broad);
        assertThatThrownBy(() -> Refit.correspondence(BODY, BODY.find("body"), stone, 0))
                .hasMessageContaining("neither the same faces nor a joint of the same name");
    }

    @Test
    void whatLiesInsideComesOutToTheGapAndKeepsItsLengths() {
        double[] p = JACKET.points().clone();
        for (int i = 2; i < p.length; i += 3) {
            p[i] += 0.02;
        }
        BodyDistance body = BodyDistance.of(SKIN);
        PushOut out = PushOut.of(JACKET, p, body, 0.002);
        assertThat(out.before()).isGreaterThan(0.005);
        assertThat(out.after()).isZero();
        assertThat(out.stretch()).isBetween(0.99, 1.02);
        assertThat(out.moved()).isLessThan(0.08);
        assertThat(GapFigures.of(body, JACKET.at(out.places())).worst()).isZero();
        PushOut still = PushOut.of(JACKET, JACKET.points(), body, 0.001);
        assertThat(still.moved()).isZero();
        Scene s = Dressing.of(BODY, Mannequin.garment("jacket", JACKET.at(p))).scene();
        Scene now = FitGarments.USUAL.apply(s);
        assertThat(GapFigures.of(body, RestSurface.of(now, now.find("jacket"))).worst())
                .isZero();
    }
}
