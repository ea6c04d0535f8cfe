package idleheron.app.round;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.app.UsageException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RoundExportTest {
    private static final FileResult.Sum SUM = new FileResult.Sum("in/a.fbx", 1_234_567, "ab");
    private static final RoundSummary SUMMARY = new RoundSummary(List.of(
            new FileResult(
                    "in/a.fbx",
                    "a.fbx",
                    FileResult.State.CLEAN,
                    "clean",
                    new FileResult.Worst("a-tip", "may drift", "3 tips: a, b <c>"),
                    Map.of("a-tip", 1, "several-roots", 2),
                    "1 remedy, \"so\"",
                    List.of(SUM),
                    List.of(SUM)),
            new FileResult(
                    "in/b.fbx",
                    "b.fbx",
                    FileResult.State.FAULTS,
                    "drifted",
                    FileResult.Worst.NONE,
                    Map.of("several-roots", 1),
                    "=1+1",
                    List.of(),
                    List.of()),
            new FileResult(
                    "in/c.fbx",
                    "c.fbx",
                    FileResult.State.FAILED,
                    "",
                    FileResult.Worst.NONE,
                    Map.of(),
                    "no",
                    List.of(),
                    List.of())));

    @TempDir
    Path folder;

    @Test
    void totalsAreByFindingThatOfMostFilesFirst() {
        assertThat(SUMMARY.totals())
                .containsExactly(new RoundSummary.Total("several-roots", 2, 3), new RoundSummary.Total("a-tip", 1, 1));
        assertThat(SUMMARY.line()).isEqualTo("3 files: 1 clean, 1 with faults, 1 failed");
    }

    @Test
    void aTableHasALineForEachFile() {
        assertThat(RoundExport.csv(SUMMARY).lines())
                .hasSize(4)
                .contains(
                        "in/a.fbx,a.fbx,clean,clean,may drift,a-tip,\"3 tips: a, b <c>\",\"1 remedy, \"\"so\"\"\",1234567",
                        "in/b.fbx,b.fbx,with faults,drifted,,,,'=1+1,0");
    }

    @Test
    void aPageHoldsTotalsAndFilesEscaped() {
        String html = RoundExport.html(SUMMARY, "r.json, into out");
        assertThat(html)
                .contains("<h1>3 files: 1 clean, 1 with faults, 1 failed</h1>", "r.json, into out")
                .contains("<td>several-roots</td><td class=\"number\">2</td><td class=\"number\">3</td>")
                .contains("may drift: 3 tips: a, b &lt;c&gt;", "1.2 MB", "class=\"faults\">with faults");
    }

    @Test
    void theEndingSaysWhatItBecomes() throws IOException {
        for (String kind : RoundExport.KINDS) {
            RoundExport.write(SUMMARY, "so", folder.resolve("s" + kind));
        }
        assertThat(Files.readString(folder.resolve("s.html"))).startsWith("<!DOCTYPE html>");
        assertThat(Files.readString(folder.resolve("s.csv"))).startsWith("file,target,");
        JsonNode o = new ObjectMapper().readTree(folder.resolve("s.json").toFile());
        assertThat(o.path("schema").asText()).isEqualTo("idle-heron/round-summary/1");
        assertThat(o.path("findings").path(0).path("code").asText()).isEqualTo("several-roots");
        assertThat(o.path("failed").asInt()).isEqualTo(1);
        assertThat(FileResultJson.read(o.path("results").path(0)))
                .isEqualTo(SUMMARY.results().getFirst());
        assertThatThrownBy(() -> RoundExport.check(Path.of("s.xls")))
                .isInstanceOf(UsageException.class)
                .hasMessage("expected a name that ends in .html, .csv, .json, found s.xls");
    }
}
