package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.formats.fbx.FbxFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Nothing the user has is overwritten or lost, and whatever goes wrong is one clear line. */
@Isolated
class TrustTest {
    @TempDir
    Path folder;

    private Path in;
    private byte[] before = {};

    @BeforeEach
    void file() throws IOException {
        in = folder.resolve("a.fbx");
        SceneFiles.write(EveryFeature.scene(), in, new FbxFormat(), FbxFormat.BINARY_75, false, Progress.NONE);
        before = Files.readAllBytes(in);
    }

    private List<String> names() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.map(p -> p.getFileName().toString()).sorted().toList();
        }
    }

    private MainTest.Run run(String... args) {
        for (int i = 0; i < args.length; i++) {
            args[i] = args[i].replace("{}", folder.toString());
        }
        MainTest.Run r = MainTest.run(args);
        assertThat(r.err()).doesNotContain("Exception").doesNotContain("\tat ");
        return r;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "compare {}/a.fbx {}/a.fbx --report {}/a.fbx|expected a name that ends in .html, .htm, .pdf, .json or .csv",
                "compare {}/a.fbx {}/b.json --report {}/b.json|b.json was read from and is not written on",
                "compare {}/a.fbx {}/a.fbx --report {}/notes|expected a name that ends in",
                "convert {}/a.fbx {}/a.fbx|a.fbx is already there; --overwrite replaces it",
                "convert {}/a.fbx {}/a.fbx --overwrite|a.fbx was read from and is not written on",
                "batch {}/a.fbx --recipe {}/r.json --out {}|a.fbx is already there; --overwrite replaces it"
            })
    void aFileThatIsReadIsNeverWrittenOn(String command, String said) throws IOException {
        Files.copy(in, folder.resolve("b.json"));
        Files.writeString(folder.resolve("r.json"), "{\"schema\": \"idle-heron/recipe/1\"}");
        MainTest.Run r = run(command.split(" ", -1));
        assertThat(r.status()).as(r.err()).isIn(2, 3);
        assertThat(r.err()).contains(said);
        assertThat(in).hasBinaryContent(before);
        assertThat(folder.resolve("b.json")).hasBinaryContent(before);
        assertThat(names()).containsExactly("a.fbx", "b.json", "r.json");
    }

    @Test
    void theOldFileStaysWhereTheProofFails() throws IOException {
        Path out = folder.resolve("out.usda");
        Files.writeString(out, "mine");
        MainTest.Run r = run("convert", "{}/a.fbx", "{}/out.usda", "--overwrite");
        assertThat(r.status()).isEqualTo(1);
        assertThat(r.out()).contains("so the file that was there is kept");
        assertThat(out).hasContent("mine");
        assertThat(names()).containsExactly("a.fbx", "out.usda");
        assertThat(run("convert", "{}/a.fbx", "{}/out.fbx").status()).isZero();
        Files.writeString(folder.resolve("out.fbx"), "mine");
        assertThat(run("convert", "{}/a.fbx", "{}/out.fbx", "--overwrite").status())
                .as("a proof that holds replaces it")
                .isZero();
        assertThat(Files.size(folder.resolve("out.fbx"))).isGreaterThan(1000);
    }

    @Test
    void aLinkAsATargetStaysALink() throws IOException {
        Path link = folder.resolve("link.fbx");
        Files.createSymbolicLink(link, folder.resolve("real.fbx"));
        assertThat(run("convert", "{}/a.fbx", "{}/link.fbx").status()).isEqualTo(2);
        assertThat(run("convert", "{}/a.fbx", "{}/link.fbx", "--overwrite").status())
                .isZero();
        assertThat(Files.isSymbolicLink(link)).isTrue();
        assertThat(folder.resolve("real.fbx")).isRegularFile();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "facts ''|expected the name of a file, found nothing",
                "facts /dev/zero|expected an ordinary file, found a device or a pipe",
                "facts {}|expected a file, found a folder",
                "convert {}/a.fbx {}/locked/x.fbx|could not be written: permission is denied",
                "convert {}/a.fbx {}/a.fbx/x.fbx|could not be written",
                "check {}/a.fbx --for {}/binary.toml|binary.toml: expected text in UTF-8, found other bytes",
                "convert {}/a.fbx {}/x.fbx --recipe {}/wrong.json|wrong.json: expected a list under \"remedies\"",
                "convert {}/a.fbx {}/x.fbx --recipe {}/words.json|words.json: expected remedies as text",
                "convert {}/a.fbx {}/x.fbx --recipe {}/key.json|key.json: expected one of schema, for, remedies",
                "convert {}/a.fbx {}/x.abc --frames 0:2000000|points times frames (--most bake=N allows more)",
                "sample {}/a.fbx --clip nothing --frames 1:2 --json|no clip nothing; there are"
            })
    void whatGoesWrongIsOneClearLine(String command, String said) throws IOException {
        Files.write(folder.resolve("binary.toml"), new byte[] {(byte) 0xff, (byte) 0xfe, 0, 1});
        Files.writeString(folder.resolve("wrong.json"), "{\"schema\": \"idle-heron/recipe/1\", \"remedies\": 7}");
        Files.writeString(folder.resolve("words.json"), "{\"schema\": \"idle-heron/recipe/1\", \"remedies\": [7]}");
        Files.writeString(folder.resolve("key.json"), "{\"schema\": \"idle-heron/recipe/1\", \"remedy\": []}");
        System.setProperty("heron.most.bake", "1000");
        try {
            MainTest.Run r = run(command.replace("''", "").split(" ", -1));
            if (command.contains("locked")) {
                return; // whoever runs this may be allowed everything
            }
            assertThat(r.status()).as(r.err()).isIn(2, 3);
            assertThat(r.err()).contains(said).doesNotContain("null");
            assertThat(r.err().lines().filter(l -> l.startsWith("heron: "))).hasSize(1);
        } finally {
            System.clearProperty("heron.most.bake");
        }
    }

    @Test
    void aResultThatCannotBeWrittenIsNoSuccess() throws IOException, InterruptedException {
        Process p = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        Main.class.getName(),
                        "facts",
                        in.toString(),
                        "--json")
                .redirectOutput(Path.of("/dev/full").toFile())
                .start();
        String err = new String(p.getErrorStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(p.waitFor(60, TimeUnit.SECONDS)).isTrue();
        assertThat(p.exitValue()).isEqualTo(3);
        assertThat(err).contains("the result could not be written to standard output");
    }
}
