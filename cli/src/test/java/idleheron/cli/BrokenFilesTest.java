package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Damaged files end in one clear line, whatever is asked of them. */
class BrokenFilesTest {
    @TempDir
    Path folder;

    private Path file(String name) throws IOException {
        Path f = folder.resolve(name);
        try (InputStream in = Objects.requireNonNull(getClass().getResourceAsStream("broken/" + name), name)) {
            Files.copy(in, f);
        }
        return f;
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "5b679a1.usdz",
                "241f2996.usdc",
                "a5c58879.usda",
                "7e91cfa8.abc",
                "a4ecf1c4.abc",
                "bda188d6.abc",
                "228d3a51.usdc",
                "39ecd4b7.usdc",
                "6a2641e3.usdc",
                "ffe719e6.usdc",
                "6744759.usdc",
                "c3aaaeaf.usda",
                "inst.usda",
                "range.usda",
                "wide.usda"
            })
    void everyCommandEndsClearly(String name) throws IOException {
        String f = file(name).toString();
        String out = folder.resolve("out.usda").toString();
        String report = folder.resolve("report.json").toString();
        for (String[] command : new String[][] {
            {"facts", f, "--json", "--checksums"},
            {"check", f, "--json", "--for", "z-up-left-centimetres"},
            {"compare", f, f, "--report", report},
            {"convert", f, out, "--flatten"}
        }) {
            MainTest.Run r = MainTest.run(command);
            String what = String.join(" ", command) + ": " + r.err();
            assertThat(r.status()).as(what).isIn(0, 1, 2, 3);
            assertThat(r.err()).as(what).doesNotContain("Exception").doesNotContain("MemorySegment");
            if (r.status() == 3) {
                assertThat(r.err().lines()).as(what).hasSize(1);
                assertThat(r.out()).as(what).isEmpty();
            }
        }
        try {
            SceneFiles.outline(Path.of(f), Progress.NONE);
        } catch (FormatException e) {
            assertThat(e.getMessage()).contains("expected").contains("found").doesNotContain("Index ");
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "inst.usda|placed objects (--most places=N allows more), found 22,692,520,775,611",
                "range.usda|expected clips of at most 2,600,000 frames, found range of 2,000,000,000",
                "wide.usda|prims (--most prims=N allows more), found",
                "241f2996.usdc|expected 16 corners in the faces of /World/Mesh, sample 0, found 11",
                "a4ecf1c4.abc|transform operation 255 is of no known type",
                "bda188d6.abc|byte 114: expected 16 channels for the transform operations of /proto, sample 0, found 3",
                "5b679a1.usdz|expected the name of a field of I1, found \"referenc?\""
            })
    void theLineSaysWhatWasExpectedAndWhatWasFound(String name, String said) throws IOException {
        assertThat(MainTest.run("facts", file(name).toString()).err()).contains(said);
    }

    @Test
    void aBudgetCanBeRaisedAndLowered() throws IOException {
        Path f = folder.resolve("two.usda");
        Files.writeString(f, "#usda 1.0\ndef Xform \"a\" {\n def Xform \"b\" {}\n}\n");
        try {
            assertThat(MainTest.run("facts", f.toString(), "--most", "prims=1").err())
                    .contains("expected at most 1 prims (--most prims=N allows more), found 2");
            assertThat(MainTest.run("facts", f.toString(), "--most", "prims=2").status())
                    .isZero();
            assertThat(MainTest.run("facts", f.toString(), "--most", "reeds=2").err())
                    .startsWith(
                            "--most reeds=2, expected a number from 1 for one of prims, places, samples, texels, bake");
        } finally {
            System.clearProperty("heron.most.prims");
        }
    }

    @Test
    void anInstancerThatPlacesItselfIsToldAndRead() throws IOException {
        Path f = folder.resolve("self.usda");
        Files.writeString(f, """
                #usda 1.0
                def PointInstancer "I" {
                 rel prototypes = [</I>]
                 int[] protoIndices = [0]
                 point3f[] positions = [(0,0,0)]
                }
                """);
        MainTest.Run r = MainTest.run("facts", f.toString());
        assertThat(r.status()).as(r.err()).isZero();
        assertThat(r.out()).contains("/I: it instances itself; the inner instance is left out");
    }
}
