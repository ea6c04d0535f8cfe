package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.remedy.RemedyType;
import idleheron.formats.SceneFiles;
import idleheron.report.RemediesJson;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The list of remedies, in text, as JSON and in the documents, is that of the catalogue. */
class RemediesCommandTest {
    @Test
    void everyRemedyIsListedWithWhatItDoesAndKeeps() {
        MainTest.Run r = MainTest.run("remedies");
        assertThat(r.status()).isZero();
        assertThat(r.out())
                .contains(
                        "limit-influences=N\n    Keeps the strongest influences of each point and makes them sum to 1.")
                .contains("convert-stage   (needs --for)")
                .contains("move-scene   (in a recipe, as an object)")
                .contains("set-subdivision[=SCHEME]");
        assertThat(r.out().lines().filter(l -> !l.startsWith(" ")))
                .hasSize(SceneFiles.remedies().types().size());
    }

    @Test
    void asJsonItHasItsParameters() throws IOException {
        MainTest.Run r = MainTest.run("remedies", "--json");
        JsonNode all = new ObjectMapper().readTree(r.out());
        assertThat(all.path("schema").asText()).isEqualTo("idle-heron/remedies/1");
        JsonNode move = null;
        for (JsonNode n : all.path("remedies")) {
            move = n.path("code").asText().equals("move-scene") ? n : move;
            for (JsonNode p : n.path("parameters")) {
                assertThat(p.path("type").asText()).as(n.toString()).doesNotContain("idleheron");
            }
        }
        assertThat(move).isNotNull();
        assertThat(move.path("word").asBoolean()).isFalse();
        assertThat(move.path("parameters").toString())
                .isEqualTo("[{\"name\":\"degrees\",\"type\":\"three numbers\"},{\"name\":\"factor\",\"type\":\"a"
                        + " number\"},{\"name\":\"meters\",\"type\":\"three numbers\"}]");
    }

    @Test
    void theDocumentsListTheSame() throws IOException {
        List<String> rows = SceneFiles.remedies().types().stream()
                .map(RemediesCommandTest::row)
                .toList();
        String codes = Files.readString(Path.of("..", "docs", "codes.md"));
        assertThat(codes.lines().filter(l -> l.endsWith(" |") && l.contains("| keeps ")))
                .as("docs/codes.md, under Remedies, is to hold\n" + String.join("\n", rows))
                .containsExactlyElementsOf(rows);
    }

    private static String row(RemedyType t) {
        String told = t.word() == null
                ? "only in a recipe, as an object"
                : RemediesJson.needsDestination(t) ? "needs `--for`" : "";
        return "| `" + t.usage() + "` | " + t.text() + " | keeps " + t.keeps().label() + " | " + told + " |";
    }
}
