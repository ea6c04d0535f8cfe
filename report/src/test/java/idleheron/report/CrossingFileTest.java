package idleheron.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.Verdict;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.math.Vec3;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.MatchTable;
import idleheron.core.remedy.catalogue.RemedyCatalogue;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.MoveScene;
import idleheron.rehearsal.Conventions;
import idleheron.rehearsal.demo.FootbridgeBell;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CrossingFileTest {
    private static final RemedyJson FORM = new RemedyJson(new RemedyCatalogue(List.of()));

    @TempDir
    Path folder;

    private Asset asset(String name) {
        return new Asset(FootbridgeBell.scene(), folder.resolve(name).toString(), "FBX", "binary 7.5", 1);
    }

    @Test
    void aCrossingIsKeptWithRelativePathsAndComesBack() throws IOException {
        Crossing c = Crossing.of(asset("bell.fbx"), Conventions.Z_UP_METRES)
                .withRemedy(new BakeScale())
                .withRemedy(new SingleRoot(""))
                .withSent(asset("out/bell_ready.fbx"))
                .withReturned(asset("bell_back.fbx"), "stand-in Alder")
                .withMends(List.of(new MoveScene(new Vec3(-90, 0, 0), 0.0254, Vec3.ZERO)))
                .signed("Mira", "rope \"left\"");
        Path file = CrossingFile.beside(folder.resolve("bell_ready.fbx"));
        assertThat(file.getFileName().toString()).isEqualTo("bell_ready.crossing.json");
        CrossingFile.of(c, Verdict.DRIFTED, folder).write(file, FORM);
        CrossingFile back = CrossingFile.read(file, FORM);
        assertThat(back).isEqualTo(CrossingFile.of(c, Verdict.DRIFTED, folder));
        assertThat(back.sent()).isEqualTo(Path.of("out", "bell_ready.fbx").toString());
        assertThat(back.remedies()).containsExactly(new BakeScale(), new SingleRoot(""));
        assertThat(back.mends()).containsExactly(new MoveScene(new Vec3(-90, 0, 0), 0.0254, Vec3.ZERO));
        assertThat(back.destination()).isEqualTo("z-up-metres");
        assertThat(back.verdict()).isEqualTo("drifted");
        assertThat(back.note()).isEqualTo("rope \"left\"");
    }

    @Test
    void aCrossingOfTheFirstVersionHasNoRemediesToGiveBack() throws IOException {
        Path file = folder.resolve("old.crossing.json");
        Files.writeString(
                file,
                "{\"schema\":\"idle-heron/crossing/1\",\"sent\":\"a.fbx\",\"remedies\":[\"move-scene\"],\"mends\":[]}");
        CrossingFile old = CrossingFile.read(file, FORM);
        assertThat(old.sent()).isEqualTo("a.fbx");
        assertThat(old.remedies()).isEmpty();
        assertThat(old.destination()).isEmpty();
        Files.writeString(file, "{\"schema\":\"idle-heron/crossing/2\",\"mends\":[{\"remedy\":\"split-clip\"}]}");
        assertThatThrownBy(() -> CrossingFile.read(file, FORM))
                .isInstanceOf(IOException.class)
                .hasMessage(
                        "old.crossing.json: expected a remedy with its parameters, found split-clip: clip cannot be left out");
    }

    @Test
    void somethingElseIsRefusedWithItsName() throws IOException {
        Path file = folder.resolve("x.crossing.json");
        Files.writeString(file, "{\"schema\":\"other/1\"}");
        assertThatThrownBy(() -> CrossingFile.read(file, FORM))
                .hasMessageContaining("x.crossing.json")
                .hasMessageContaining("other/1");
        Files.writeString(file, "not json");
        assertThatThrownBy(() -> CrossingFile.read(file, FORM))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("as JSON");
    }

    @Test
    void termsAreKeptAndAWrongToleranceIsNamed() throws IOException {
        CompareSettings terms = new CompareSettings(
                TermsJson.tolerances(new com.fasterxml.jackson.databind.ObjectMapper().readTree("{\"joint\": 2}"), "t"),
                MatchTable.NONE.withNode("rope", "seil").withClip("ring", ""));
        Crossing c =
                Crossing.of(asset("bell.fbx"), null).withSent(asset("bell.fbx")).withTerms(terms);
        Path file = folder.resolve("bell.crossing.json");
        CrossingFile.of(c, null, folder).write(file, FORM);
        assertThat(CrossingFile.read(file, FORM).terms()).isEqualTo(terms);
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
