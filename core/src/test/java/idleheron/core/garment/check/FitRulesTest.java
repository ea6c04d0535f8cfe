package idleheron.core.garment.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Dressing;
import idleheron.core.finding.Finding;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.fit.FitExplanation;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Progress;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A jacket as it should be, and with one thing after the other made wrong. */
class FitRulesTest {
    private static final Scene BODY = Mannequin.scene();
    private static final TriangleMesh JACKET = Mannequin.mesh("jacket");

    private static FitExplanation explained(TriangleMesh m) {
        return FitExplanation.of(BODY, BODY.find("body"), m);
    }

    private static List<Finding> found(TriangleMesh m) {
        return FitRules.of(Dressing.of(BODY, Mannequin.garment("jacket", m)).scene(), Progress.NONE);
    }

    private interface Moves {
        double[] at(double x, double y, double z);
    }

    private static TriangleMesh moved(Moves by) {
        double[] p = JACKET.points().clone();
        for (int i = 0; i < p.length; i += 3) {
            System.arraycopy(by.at(p[i], p[i + 1], p[i + 2]), 0, p, i, 3);
        }
        return JACKET.at(p);
    }

    @Test
    void whatFitsAndWhatHangsFreelyIsToldNothing() {
        FitExplanation e = explained(JACKET);
        assertThat(e.verdict()).isEqualTo(FitExplanation.Verdict.FITS);
        assertThat(e.before()).isCloseTo(0.001570451, within(1e-8));
        assertThat(found(JACKET)).isEmpty();
        assertThat(explained(Mannequin.mesh("cape")).verdict()).isEqualTo(FitExplanation.Verdict.LOOSE);
        assertThat(FitRules.of(BODY, Progress.NONE)).isEmpty();
    }

    @Test
    void anotherSizeIsToldInPerCent() {
        FitExplanation e = explained(moved((x, y, z) -> new double[] {1.12 * x, 1.12 * y, 1.12 * z}));
        assertThat(e.verdict()).isEqualTo(FitExplanation.Verdict.SIZE);
        assertThat(e.scale()).isCloseTo(1 / 1.12, within(0.01));
        Finding f = found(moved((x, y, z) -> new double[] {1.12 * x, 1.12 * y, 1.12 * z}))
                .getFirst();
        assertThat(f.code()).isEqualTo("garment-other-size");
        assertThat(f.title()).matches("jacket is 1[12][.\\d]* % too large");
    }

    @Test
    void anotherPlaceIsToldInMillimetres() {
        Finding f = found(moved((x, y, z) -> new double[] {x, y, z + 0.03})).getFirst();
        assertThat(f.code()).isEqualTo("garment-other-size");
        assertThat(f.title()).matches("jacket is moved by (30|29\\.9)\\d* mm");
    }

    @Test
    void anotherUnitAndOtherAxesAreToldTogether() {
        FitExplanation e = explained(moved((x, y, z) -> new double[] {100 * x, -100 * z, 100 * y}));
        assertThat(e.verdict()).isEqualTo(FitExplanation.Verdict.UNIT);
        assertThat(e.factor()).isEqualTo(0.01);
        assertThat(e.turned()).isEqualTo("its Z is up");
        Finding f = found(moved((x, y, z) -> new double[] {100 * x, -100 * z, 100 * y}))
                .getFirst();
        assertThat(f.code()).isEqualTo("garment-turned");
        assertThat(f.message()).startsWith("Turned back and times 0.010 it fits");
        Finding away = found(moved((x, y, z) -> new double[] {-x, y, -z})).getFirst();
        assertThat(away.title()).isEqualTo("jacket does not fit body: it faces the other way");
    }

    /** The jacket as its weights pose it with the arms raised, on the body at rest. */
    @Test
    void anotherPoseIsToldByJointsAndDegrees() {
        Scene dressed = TakeWeights.USUAL.apply(
                Dressing.of(BODY, Mannequin.garment("jacket", JACKET)).scene());
        Clip raise = dressed.clips().stream()
                .filter(c -> c.name().equals("raise"))
                .findFirst()
                .orElseThrow();
        Pose pose = new Pose(dressed).at(raise, 0.4);
        TriangleMesh up = JACKET.at(RestSurface.posed(pose, dressed.find("jacket")));
        FitExplanation e = explained(up);
        assertThat(e.verdict()).isEqualTo(FitExplanation.Verdict.POSE);
        assertThat(e.after()).isLessThan(0.003);
        assertThat(e.turns().getFirst().joint()).startsWith("upperarm");
        assertThat(e.turns().stream().filter(t -> t.degrees() >= 8 && t.higher()))
                .extracting(FitExplanation.Turn::joint)
                .contains("upperarm_l");
        Finding f = found(up).getFirst();
        assertThat(f.code()).isEqualTo("garment-other-pose");
        assertThat(f.message()).contains("upperarm_l").contains("° higher");
    }

    @Test
    void whatNothingExplainsWasMadeForAnotherBody() {
        TriangleMesh odd = moved((x, y, z) -> new double[] {x, y, z * (1 + 0.35 * Math.sin(9 * y))});
        FitExplanation e = explained(odd);
        assertThat(e.verdict()).isEqualTo(FitExplanation.Verdict.BODY);
        Finding f = found(odd).getFirst();
        assertThat(f.code()).isEqualTo("garment-other-body");
        assertThat(f.message()).contains("By joint: ").contains(" mm");
    }
}
