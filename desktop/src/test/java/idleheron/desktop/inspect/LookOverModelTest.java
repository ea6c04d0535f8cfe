package idleheron.desktop.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.app.CheckJob;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.crossing.Asset;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.rehearsal.Conventions;
import idleheron.rehearsal.MadeDemo;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** What is said of an asset and where its findings lead, without a window. */
class LookOverModelTest {
    private static final Scene WOMAN = MadeDemo.postwoman();
    private static final Finding LOOSE = finding("loose", Severity.BREAKS, Topic.SURFACES);
    private static final Finding ODD = finding("odd", Severity.NOTE, Topic.MATERIALS);
    private static final Finding ODDER = finding("odd", Severity.NOTE, Topic.MATERIALS);

    private static Finding finding(String code, Severity severity, Topic topic) {
        return Finding.of(code, severity, topic).says(code, "It is " + code + ".");
    }

    private static LookOverModel model(Scene s, Finding... findings) {
        Asset a = new Asset(s, "woman.fbx", "FBX", "binary 7.5", 1000);
        Facts facts = new Facts(s);
        return new LookOverModel(new CheckJob.Result(a, facts, AssetKinds.figures(facts), List.of(findings)), null);
    }

    @Test
    void theHeadSaysWhatItIsAndHowMuch() {
        LookOverModel m = model(WOMAN);
        assertThat(m.word()).isEqualTo("rigged character");
        assertThat(m.summary())
                .startsWith(String.format("%.3f m high · ", new Facts(WOMAN).height()))
                .contains(WOMAN.joints().size() + " joints")
                .endsWith(WOMAN.clips().size() + " clips");
        assertThat(model(Scene.bare("none", Stage.COMMON)).summary()).isEqualTo("0 points · 0 joints");
    }

    @Test
    void theFiguresBeginWithTheCarrierAndEndWithTheSize() {
        List<FactGroup> all = model(WOMAN).figures();
        assertThat(all.stream().map(FactGroup::title)).containsExactly("As declared", "Measured");
        assertThat(all.getFirst().lines().getFirst()).isEqualTo(new FactLine("file", "FBX binary 7.5"));
        assertThat(all.getLast().lines()).contains(new FactLine("roots", "3"));
        assertThat(all.getLast().lines().getLast()).isEqualTo(new FactLine("on disk", "1 kB"));
    }

    @Test
    void findingsAreCountedAndChosenBySeverity() {
        LookOverModel m = model(WOMAN, LOOSE, ODD, ODDER);
        assertThat(m.filters())
                .containsExactly(
                        new LookOverModel.Filter("All 3", null),
                        new LookOverModel.Filter("1 " + Severity.BREAKS.word(), Severity.BREAKS),
                        new LookOverModel.Filter("2 " + Severity.NOTE.word(), Severity.NOTE));
        assertThat(m.findings(null)).containsExactly(LOOSE, ODD, ODDER);
        assertThat(m.findings(Severity.NOTE)).containsExactly(ODD, ODDER);
        assertThat(m.checked())
                .startsWith("Checked without a destination: 2 of ")
                .endsWith(" rules found something");
        assertThat(new LookOverModel(m.result(), Conventions.all().getFirst()).checked())
                .startsWith("Checked for " + Conventions.all().getFirst().title());
    }

    @Test
    void aFindingLeadsToTheTableOfItsTopic() {
        LookOverModel m = model(WOMAN, LOOSE, ODD);
        assertThat(Objects.requireNonNull(m.lead(LOOSE).table()).title()).isEqualTo("Surfaces");
        assertThat(Objects.requireNonNull(m.lead(ODD).table()).title()).isEqualTo("Materials");
        assertThat(m.lead(ODD).seconds()).isNaN();
        assertThat(m.lead(finding("far", Severity.NOTE, Topic.UNITS_AND_AXES)).table())
                .isNull();
        int joint = WOMAN.joints().getFirst();
        LookOverModel.Lead to =
                m.lead(finding("bent", Severity.NOTE, Topic.CLIPS).atNode(joint));
        assertThat(Objects.requireNonNull(to.table()).title()).isEqualTo("Joints");
        assertThat(to.node()).isEqualTo(joint);
    }

    @Test
    void aFindingInAClipLeadsToItsFrame() {
        Finding f = finding("late", Severity.DRIFTS, Topic.CLIPS)
                .measured(new Figure(1, "frames", "", WOMAN.clips().get(1).name(), 12));
        LookOverModel.Lead to = model(WOMAN, f).lead(f);
        assertThat(to.clip()).isSameAs(WOMAN.clips().get(1));
        assertThat(to.seconds()).isCloseTo(WOMAN.clips().get(1).rate().seconds(12), within(1e-12));
        assertThat(Objects.requireNonNull(to.table()).title()).isEqualTo("Clips");
    }

    @Test
    void aFindingAtAFrameOfNoClipLeadsToTheFrameOfTheScene() {
        Finding f = finding("hole", Severity.DRIFTS, Topic.VOLUMES).measured(new Figure(1, "frames", "smoke", "", 30));
        LookOverModel.Lead to = model(WOMAN, f).lead(f);
        assertThat(to.clip()).isNull();
        assertThat(to.seconds()).isCloseTo(WOMAN.stage().rate().seconds(30), within(1e-12));
    }
}
