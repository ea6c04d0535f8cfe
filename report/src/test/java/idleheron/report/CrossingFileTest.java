package idleheron.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.Verdict;
import idleheron.core.compare.MatchTable;
import idleheron.core.compare.Terms;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.remedy.BakeScale;
import idleheron.core.remedy.SingleRoot;
import idleheron.rehearsal.demo.FootbridgeBell;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CrossingFileTest {
    @TempDir
    Path folder;

    private Asset asset(String name) {
        return new Asset(FootbridgeBell.scene(), folder.resolve(name).toString(), "FBX", "binary 7.5", 1);
    }

    @Test
    void a_crossing_is_kept_with_relative_paths_and_comes_back() throws IOException {
        Crossing c = Crossing.of(asset("bell.fbx"), null)
                .withRemedy(new BakeScale())
                .withRemedy(new SingleRoot(""))
                .withSent(asset("out/bell_ready.fbx"))
                .withReturned(asset("bell_back.fbx"), "stand-in Alder")
                .signed("Mira", "rope \"left\"");
        Path file = CrossingFile.beside(folder.resolve("bell_ready.fbx"));
        assertThat(file.getFileName().toString()).isEqualTo("bell_ready.crossing.json");
        CrossingFile.of(c, Verdict.DRIFTED, folder).write(file);
        CrossingFile back = CrossingFile.read(file);
        assertThat(back).isEqualTo(CrossingFile.of(c, Verdict.DRIFTED, folder));
        assertThat(back.sent()).isEqualTo(Path.of("out", "bell_ready.fbx").toString());
        assertThat(back.remedies()).containsExactly("bake-scale", "single-root");
        assertThat(back.verdict()).isEqualTo("drifted");
        assertThat(back.note()).isEqualTo("rope \"left\"");
    }

    @Test
    void something_else_is_refused_with_its_name() throws IOException {
        Path file = folder.resolve("x.crossing.json");
        Files.writeString(file, "{\"schema\":\"other/1\"}");
        assertThatThrownBy(() -> CrossingFile.read(file))
                .hasMessageContaining("x.crossing.json")
                .hasMessageContaining("other/1");
        Files.writeString(file, "not json");
        assertThatThrownBy(() -> CrossingFile.read(file))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("as JSON");
    }

    @Test
    void terms_are_kept_and_a_wrong_tolerance_is_named() throws IOException {
        Terms terms = new Terms(
                TermsJson.tolerances(new com.fasterxml.jackson.databind.ObjectMapper().readTree("{\"joint\": 2}"), "t"),
                MatchTable.NONE.withNode("rope", "seil").withClip("ring", ""));
        Crossing c =
                Crossing.of(asset("bell.fbx"), null).withSent(asset("bell.fbx")).withTerms(terms);
        Path file = folder.resolve("bell.crossing.json");
        CrossingFile.of(c, null, folder).write(file);
        assertThat(CrossingFile.read(file).terms()).isEqualTo(terms);
        assertThat(terms.tolerances().joint()).isEqualTo(2);
        Path own = folder.resolve("mine.json");
        Files.writeString(own, TermsJson.text(terms.tolerances()));
        assertThat(TermsJson.read(own)).isEqualTo(terms.tolerances());
        Files.writeString(own, "{\"joints\": 1}");
        assertThatThrownBy(() -> TermsJson.read(own))
                .hasMessageContaining("mine.json")
                .hasMessageContaining("joints");
        Files.writeString(own, "{\"joint\": -1}");
        assertThatThrownBy(() -> TermsJson.read(own)).hasMessageContaining("from 0 for joint");
    }
}
