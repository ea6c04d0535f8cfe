package idleheron.report.build;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.pair.Loss;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.skeleton.DropJoints;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Element;

/** Findings as a build server reads them. */
class BuildReportsTest {
    private static final Finding BREAKS = Finding.of("several-roots", Severity.BREAKS, Topic.HIERARCHY)
            .says("3 roots", "root & <ctl> \u0001are apart")
            .measured(Figure.of(3, "roots", "rig/root"));
    private static final Finding DRIFTS = Finding.of("tip-joints", Severity.DRIFTS, Topic.HIERARCHY)
            .says("13 tip joints", "They move nothing")
            .measured(Figure.of(13, "joints", "head_tip"));
    private static final Finding NOTE =
            Finding.of("clip-is-reverse", Severity.NOTE, Topic.CLIPS).says("A clip backwards", "wade");
    private static final List<Finding> ALL = List.of(BREAKS, DRIFTS, NOTE);

    private static final Set<Noted.Level> DRIFTING = Set.of(Noted.Level.ERROR, Noted.Level.WARNING);

    @TempDir
    Path folder;

    private static Checked checked(KnownFindings known, Set<Noted.Level> failing) {
        return new Checked("out/wo man.fbx", Noted.findings(ALL), known, failing);
    }

    private static Element suite(Checked c) throws Exception {
        byte[] xml = JUnitXml.of(c).getBytes(StandardCharsets.UTF_8);
        Element all = DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(xml))
                .getDocumentElement();
        assertThat(all.getTagName()).isEqualTo("testsuites");
        return (Element) all.getElementsByTagName("testsuite").item(0);
    }

    @Test
    void aFindingIsACaseThatFailsFromItsSeverityOn() throws Exception {
        Element s = suite(checked(KnownFindings.NONE, DRIFTING));
        assertThat(List.of(s.getAttribute("tests"), s.getAttribute("failures"), s.getAttribute("skipped")))
                .containsExactly("3", "2", "0");
        Element first = (Element) s.getElementsByTagName("testcase").item(0);
        assertThat(first.getAttribute("name")).isEqualTo("several-roots: 3 roots");
        assertThat(first.getAttribute("classname")).isEqualTo("out/wo man.fbx");
        assertThat(first.getElementsByTagName("failure").item(0).getTextContent())
                .isEqualTo("will break: 3 roots. root & <ctl> ?are apart");
        assertThat(suite(checked(KnownFindings.NONE, Set.of(Noted.Level.ERROR))).getAttribute("failures"))
                .isEqualTo("1");
        assertThat(suite(checked(KnownFindings.NONE, Set.of())).getAttribute("failures"))
                .isEqualTo("0");
        Element none = suite(new Checked("a.fbx", List.of(), KnownFindings.NONE, DRIFTING));
        assertThat(none.getAttribute("tests")).isEqualTo("1");
        assertThat(none.getElementsByTagName("testcase").getLength()).isEqualTo(1);
    }

    @Test
    void knownOnesFailNoMoreUntilTheirFigureIsAnother() throws Exception {
        KnownFindings known = KnownFindings.of(Noted.findings(List.of(DRIFTS, BREAKS)));
        Checked c = checked(known, DRIFTING);
        assertThat(c.fails()).isFalse();
        Element s = suite(c);
        assertThat(s.getAttribute("skipped")).isEqualTo("2");
        assertThat(s.getElementsByTagName("skipped").getLength()).isEqualTo(2);
        Finding worse = DRIFTS.measured(Figure.of(14, "joints", "head_tip"));
        assertThat(known.has(Noted.of(worse))).isFalse();
        assertThat(known.has(Noted.of(DRIFTS.measured(Figure.of(13, "joints", "hand_tip")))))
                .isFalse();
        assertThat(known.has(Noted.of(DRIFTS.says("other words", "")))).isTrue();
        assertThat(new Checked("a", Noted.findings(List.of(worse)), known, DRIFTING).fails())
                .isTrue();
    }

    @Test
    void theyAreReadAgainAsTheyWereWritten() throws Exception {
        KnownFindings known = KnownFindings.of(Noted.findings(ALL));
        Path file = Files.writeString(folder.resolve("known.json"), known.text());
        assertThat(KnownFindings.read(file)).isEqualTo(known);
        assertThat(known.text())
                .isEqualTo(KnownFindings.of(Noted.findings(ALL.reversed())).text());
        Files.writeString(file, known.text().replace("baseline/1", "baseline/2"));
        assertThatThrownBy(() -> KnownFindings.read(file))
                .hasMessageContaining("expected schema idle-heron/baseline/1");
        Files.writeString(file, known.text().replace("\"tip-joints\"", "3"));
        assertThatThrownBy(() -> KnownFindings.read(file)).hasMessageContaining("expected a text under code");
        Files.writeString(file, "{{");
        assertThatThrownBy(() -> KnownFindings.read(file)).hasMessageContaining("known findings as JSON");
    }

    @Test
    void sarifTellsRuleLevelPlaceAndWhetherItIsNew() {
        Finding mended = DRIFTS.mendedBy(DropJoints.all());
        Checked c = new Checked(
                "out/wo man.fbx",
                Noted.findings(List.of(BREAKS, mended, NOTE)),
                KnownFindings.of(Noted.findings(List.of(BREAKS))),
                DRIFTING);
        JsonNode o = SarifJson.of(c);
        assertThat(o.path("version").asText()).isEqualTo("2.1.0");
        JsonNode run = o.path("runs").path(0);
        assertThat(run.path("tool").path("driver").path("name").asText()).isEqualTo("Idle Heron");
        assertThat(run.path("tool").path("driver").path("rules").findValuesAsText("id"))
                .containsExactly("several-roots", "tip-joints", "clip-is-reverse");
        JsonNode results = run.path("results");
        assertThat(results.findValuesAsText("level")).containsExactly("error", "warning", "note");
        assertThat(results.findValuesAsText("baselineState")).containsExactly("unchanged", "new", "new");
        assertThat(results.findValuesAsText("ruleIndex")).containsExactly("0", "1", "2");
        JsonNode place = results.path(0).path("locations").path(0);
        assertThat(place.path("physicalLocation")
                        .path("artifactLocation")
                        .path("uri")
                        .asText())
                .isEqualTo("out/wo%20man.fbx");
        assertThat(place.path("logicalLocations")
                        .path(0)
                        .path("fullyQualifiedName")
                        .asText())
                .isEqualTo("rig/root");
        assertThat(results.path(1).path("properties").path("remedy").asText()).isEqualTo("drop-tips");
        assertThat(results.path(1).path("properties").path("figure").asDouble()).isEqualTo(13);
        assertThat(results.path(2).path("locations").path(0).has("logicalLocations"))
                .isFalse();
    }

    @Test
    void topicsOfAComparisonAreCasesAndThoseThatAreCleanPass() throws Exception {
        List<Noted> topics = Noted.topics(List.of(
                topic(Topic.REST_POSE, Verdict.BROKEN),
                topic(Topic.CLIPS, Verdict.DRIFTED),
                topic(Topic.CAMERAS_LIGHTS, Verdict.NOT_CARRIED),
                topic(Topic.HIERARCHY, Verdict.CLEAN),
                topic(Topic.VOLUMES, Verdict.NOT_CHECKED)));
        Checked c = new Checked("back.fbx", topics, KnownFindings.of(topics.subList(1, 4)), DRIFTING);
        Element s = suite(c);
        assertThat(List.of(s.getAttribute("tests"), s.getAttribute("failures"), s.getAttribute("skipped")))
                .containsExactly("4", "1", "2");
        JsonNode results = SarifJson.of(c).path("runs").path(0).path("results");
        assertThat(results.findValuesAsText("ruleId")).containsExactly("rest-pose", "clips", "cameras-lights");
        assertThat(results.findValuesAsText("level")).containsExactly("error", "warning", "note");
    }

    @Test
    void whatIsLostOfADamagedFileFailsWhereNoTopicDoes() {
        Loss cut = new Loss("file-rescued", Topic.HIERARCHY, "it is damaged", Figure.of(2, "things"));
        List<TopicResult> none = List.of(topic(Topic.CLIPS, Verdict.NOT_CHECKED));
        Comparison damaged = new Comparison(Verdict.DRIFTED, none, List.of(), List.of(cut), true);
        Checked c = new Checked("back.fbx", Noted.comparison(damaged), KnownFindings.NONE, DRIFTING);
        assertThat(c.fails()).isTrue();
        assertThat(c.noted()).extracting(Noted::code).containsExactly("file-rescued");
        List<TopicResult> one = List.of(topic(Topic.CLIPS, Verdict.BROKEN));
        Comparison told = new Comparison(Verdict.BROKEN, one, List.of(), List.of(cut), true);
        assertThat(Noted.comparison(told)).extracting(Noted::code).containsExactly("clips");
    }

    private static TopicResult topic(Topic t, Verdict v) {
        return TopicResult.of(t, v, Figure.of(1, "mm"), "told", Evidence.NONE);
    }
}
