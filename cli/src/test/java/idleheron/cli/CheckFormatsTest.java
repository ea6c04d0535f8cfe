package idleheron.cli;

import static idleheron.cli.MainTest.run;
import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What build servers get of {@code check}. */
class CheckFormatsTest {
    @TempDir
    static Path demo;

    private static String woman;

    @BeforeAll
    static void data() throws IOException {
        MadeDemo.into(demo, DemoData.POSTWOMAN, DemoData.SENT, "postwoman_from_alder.fbx");
        woman = demo.resolve(DemoData.POSTWOMAN).toString();
    }

    @Test
    void theLeastSeverityThatFailsIsChosen() {
        assertThat(run("check", woman).status()).isEqualTo(1);
        assertThat(run("check", woman, "--fail-on", "will-break").status()).isEqualTo(1);
        assertThat(run("check", woman, "--fail-on", "never").status()).isZero();
        MainTest.Run wrong = run("check", woman, "--fail-on", "often");
        assertThat(wrong.status()).isEqualTo(2);
        assertThat(wrong.err()).contains("expected will-break, may-drift or never");
    }

    @Test
    void knownFindingsFailNoMore() throws IOException {
        String known = demo.resolve("known.json").toString();
        assertThat(run("check", woman, "--write-baseline", known).status()).isEqualTo(1);
        MainTest.Run again = run("check", woman, "--baseline", known);
        assertThat(again.status()).isZero();
        assertThat(again.out()).contains("[tip-joints], known");
        // another destination asks for more
        MainTest.Run more = run("check", woman, "--baseline", known, "--for", "game-centimetres");
        assertThat(more.status()).isEqualTo(1);
        assertThat(run("check", woman, "--baseline", demo.resolve("none.json").toString())
                        .status())
                .isEqualTo(3);
        assertThat(run("check", woman, "--write-baseline", woman).status()).isNotZero();
        Path own = Files.writeString(demo.resolve("own.txt"), "mine");
        assertThat(run("check", woman, "--write-baseline", own.toString()).status())
                .isEqualTo(3);
        assertThat(own).hasContent("mine");
        assertThat(run("check", woman, "--write-baseline", known).status()).isEqualTo(1);
    }

    @Test
    void itIsToldAsXmlAndAsSarif() throws IOException {
        MainTest.Run xml = run("check", woman, "--format", "junit");
        assertThat(xml.status()).isEqualTo(1);
        assertThat(xml.out()).startsWith("<?xml").contains("<testcase ", "tip-joints: 13 tip joints");
        MainTest.Run sarif = run("check", woman, "--format", "sarif");
        assertThat(sarif.json().path("runs").path(0).path("results").findValuesAsText("ruleId"))
                .contains("several-roots", "tip-joints");
        assertThat(run("check", woman, "--format", "json").out())
                .isEqualTo(run("check", woman, "--json").out());
        assertThat(run("check", woman, "--format", "yaml").status()).isEqualTo(2);
    }

    @Test
    void comparisonsAreToldSoAsWell() throws IOException {
        String sent = demo.resolve(DemoData.SENT).toString();
        String back = demo.resolve("postwoman_from_alder.fbx").toString();
        MainTest.Run sarif = run("compare", sent, back, "--format", "sarif");
        assertThat(sarif.status()).isEqualTo(1);
        assertThat(sarif.json()
                        .path("runs")
                        .path(0)
                        .path("results")
                        .path(0)
                        .path("locations")
                        .toString())
                .contains("postwoman_from_alder.fbx");
        assertThat(run("compare", sent, sent, "--format", "junit").out()).contains("failures=\"0\"");
        String known = demo.resolve("topics.json").toString();
        run("compare", sent, back, "--write-baseline", known);
        assertThat(run("compare", sent, back, "--baseline", known).status()).isZero();
    }
}
