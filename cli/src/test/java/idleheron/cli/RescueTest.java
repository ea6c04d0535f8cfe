package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.rehearsal.demo.FootbridgeBell;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Damaged files, read as far as they are whole. */
class RescueTest {
    @TempDir
    static Path folder;

    @TempDir
    Path own;

    private static final List<String> KINDS = List.of("bell.fbx", "text.fbx", "bell.usda", "bell.usdc", "bell.usdz");

    @BeforeAll
    static void files() throws IOException {
        for (String name : KINDS) {
            Path f = folder.resolve(name);
            var format = java.util.Objects.requireNonNull(SceneFiles.byName(f));
            String variant = name.equals("text.fbx")
                    ? "text 7.4"
                    : name.endsWith("fbx")
                            ? "binary 7.5"
                            : format.variants().stream()
                                    .filter(v -> v.equals(new idleheron.formats.usd.UsdFormat().variant(f)))
                                    .findFirst()
                                    .orElseThrow();
            SceneFiles.write(FootbridgeBell.scene(), f, format, variant, false, Progress.NONE);
        }
    }

    /** The demo's bell, cut in the middle of its file. */
    private Path cut(String name) throws IOException {
        byte[] b = Files.readAllBytes(folder.resolve(name));
        return Files.write(own.resolve(name), Arrays.copyOf(b, b.length * 3 / 4));
    }

    @ParameterizedTest
    @ValueSource(strings = {"bell.fbx", "text.fbx", "bell.usda", "bell.usdc", "bell.usdz"})
    void whatIsToldToBeWholeIsAsItWas(String name) throws IOException {
        Random random = new Random(name.hashCode());
        byte[] whole = Files.readAllBytes(folder.resolve(name));
        int[] kinds = new int[5];
        List<String> wrong = new ArrayList<>();
        for (int i = 0; i < 24; i++) {
            Path f = Files.write(
                    own.resolve(name), i % 2 == 0 ? RescueRun.cut(whole, random) : RescueRun.noise(whole, random));
            RescueRun.Outcome o = RescueRun.of(f, folder.resolve(name));
            kinds[o.kind()]++;
            if (o.kind() == RescueRun.Outcome.FALSE) {
                wrong.add(i + ": " + o.first());
            }
        }
        assertThat(wrong).isEmpty();
        boolean crate = name.endsWith("usdc") || name.endsWith("usdz");
        int useful = kinds[RescueRun.Outcome.TRUE] + kinds[RescueRun.Outcome.DOUBT];
        assertThat(crate ? useful + kinds[RescueRun.Outcome.ANYWAY] : useful)
                .as("give something true")
                .isGreaterThanOrEqualTo(crate ? 8 : 16);
    }

    @Test
    void withoutTheOptionItIsRefusedAndWithItAllThatIsLostIsListed() throws IOException {
        String f = cut("bell.usda").toString();
        MainTest.Run plain = MainTest.run("facts", f);
        assertThat(plain.status()).isEqualTo(3);
        assertThat(plain.err().strip()).endsWith("; --rescue reads what is whole");
        assertThat(plain.err().lines()).hasSize(1);
        MainTest.Run r = MainTest.run("facts", f, "--rescue");
        assertThat(r.status()).isZero();
        assertThat(r.err()).contains("bell.usda is damaged and was rescued");
        assertThat(r.out()).contains("USD text 1.0, rescued").contains("  lost         ");
        JsonNode j = MainTest.run("facts", f, "--rescue", "--json").json();
        assertThat(j.path("lost")).isNotEmpty();
        assertThat(j.path("lost").findValuesAsText("place")).anyMatch(p -> p.startsWith("byte "));
        assertThat(j.path("meshes")).isNotEmpty();
    }

    @Test
    void aSoundFileIsTheSameWithTheOption() {
        String f = folder.resolve("bell.fbx").toString();
        MainTest.Run plain = MainTest.run("facts", f, "--json");
        MainTest.Run asked = MainTest.run("facts", f, "--json", "--rescue");
        assertThat(asked.out()).isEqualTo(plain.out()).doesNotContain("\"lost\"");
        assertThat(asked.err()).isEmpty();
    }

    @Test
    void nothingAboutItIsClean() throws IOException {
        String f = cut("bell.usda").toString();
        MainTest.Run check = MainTest.run("check", f, "--rescue", "--json");
        assertThat(check.status()).isEqualTo(1);
        assertThat(check.json().path("findings").get(0).path("code").asText()).isEqualTo("file-rescued");
        assertThat(check.json().path("verdict").asText()).isEqualTo("broken");
        MainTest.Run same = MainTest.run("compare", f, f, "--rescue", "--json");
        assertThat(same.status()).isEqualTo(1);
        assertThat(same.json().path("verdict").asText()).isEqualTo("drifted");
        for (JsonNode t : same.json().path("topics")) {
            assertThat(t.path("verdict").asText()).isNotEqualTo("clean");
        }
        assertThat(same.json().path("likelyCauses").findValuesAsText("code")).contains("file-rescued");
    }

    @Test
    void whatIsLeftCanBeWrittenAndIsToldToBeAPart() throws IOException {
        String f = cut("bell.usda").toString();
        Path out = own.resolve("left.fbx");
        MainTest.Run r = MainTest.run("convert", f, out.toString(), "--rescue");
        assertThat(r.err()).contains("damaged and was rescued");
        assertThat(out).exists();
        assertThat(MainTest.run("facts", out.toString()).status()).isZero();
    }
}
