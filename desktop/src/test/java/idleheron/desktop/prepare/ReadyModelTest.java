package idleheron.desktop.prepare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.crossing.Crossing;
import idleheron.core.crossing.Preparation;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Paused;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.core.remedy.avatar.SayMeta;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Scene;
import idleheron.rehearsal.MadeDemo;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** The order of remedies, what is offered and what is proved, without a window. */
class ReadyModelTest {
    private static final Scene WOMAN = MadeDemo.postwoman();
    private static final Remedy FOUR = TuneWeights.limit(4);
    private static final Remedy TWO = TuneWeights.limit(2);
    private static final Remedy SCALE = new BakeScale();

    private static Finding offering(Remedy r) {
        return Finding.of("f", Severity.NOTE, Topic.SKIN_WEIGHTS).mendedBy(r);
    }

    @Test
    void whatIsTakenIsNotOfferedAgain() {
        Crossing c = Crossing.EMPTY.withRemedies(List.of(FOUR));
        Finding other = offering(SCALE);
        Finding plain = Finding.of("g", Severity.NOTE, Topic.CLIPS);
        assertThat(ReadyModel.open(List.of(offering(TWO), plain, other), c)).containsExactly(other);
        assertThat(ReadyModel.withAll(c, List.of(other))).containsExactly(FOUR, SCALE);
    }

    @Test
    void remediesMoveAndGoAndRest() {
        List<Remedy> all = List.of(FOUR, SCALE);
        assertThat(ReadyModel.moved(all, 1, -1)).containsExactly(SCALE, FOUR);
        assertThat(ReadyModel.moved(all, 0, 1)).containsExactly(SCALE, FOUR);
        assertThat(ReadyModel.moved(all, 0, 0)).containsExactly(SCALE);
        List<Remedy> off = ReadyModel.paused(all, 1);
        assertThat(off).containsExactly(FOUR, new Paused(SCALE));
        assertThat(ReadyModel.paused(off, 1)).isEqualTo(all);
    }

    @Test
    void whatIsSaidAgainTakesThePlaceOfWhatWasSaid() {
        GiveRoles jaw = new GiveRoles(Map.of("jaw", "head_tip", "hips", "root"));
        GiveRoles hips = new GiveRoles(Map.of("hips", "hips"));
        assertThat(ReadyModel.withRoles(List.of(FOUR), jaw)).containsExactly(FOUR, jaw);
        assertThat(ReadyModel.withRoles(List.of(jaw, FOUR), hips))
                .containsExactly(new GiveRoles(Map.of("jaw", "head_tip", "hips", "hips")), FOUR);
        SayMeta mira = new SayMeta("authors", "Mira");
        SayMeta name = new SayMeta("name", "Postwoman");
        SayMeta post = new SayMeta("authors", "Low Tide Post");
        assertThat(ReadyModel.withTerms(List.of(mira, name, FOUR), List.of(post)))
                .containsExactly(name, FOUR, post);
        assertThat(ReadyModel.isFigure(WOMAN, null)).isFalse();
    }

    private static Preparation prepared(Remedy... remedies) {
        return Preparation.of(WOMAN, List.of(remedies), Progress.NONE);
    }

    @Test
    void nothingChangedNeedsNoProof() {
        ReadyModel.Proof p = ReadyModel.proof(prepared());
        assertThat(p.text()).isEmpty();
        assertThat(p.more()).isEqualTo("Nothing was changed.");
    }

    @Test
    void aPictureThatStaysIsClean() {
        ReadyModel.Proof p = ReadyModel.proof(prepared(SCALE));
        assertThat(p.verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(p.figure()).isEqualTo("0.0000 mm");
        assertThat(p.text()).isEqualTo("The picture did not move");
    }

    @Test
    void aPictureThatWasToMoveIsCleanAndSaysSo() {
        Preparation p = prepared(new MoveScene(Vec3.ZERO, 1, new Vec3(1, 0, 0)));
        assertThat(ReadyModel.proof(p).verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(ReadyModel.proof(p).text()).isEqualTo("The picture moved as asked for");
        assertThat(ReadyModel.effect(p.steps().getFirst()))
                .startsWith("surface moves ")
                .endsWith(", as asked for");
    }

    @Test
    void aPictureThatMovedUnaskedHasDrifted() {
        ReadyModel.Proof p = ReadyModel.proof(prepared(TuneWeights.limit(1)));
        assertThat(p.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(p.text()).isEqualTo("The picture moved");
        assertThat(p.figure()).isNotEqualTo("0.0000 mm").endsWith(" mm");
    }
}
