package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.app.Small;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Rounds on the command line. */
class BatchCommandTest {
    @TempDir
    Path folder;

    private String in = "";
    private String recipe = "";

    @BeforeEach
    void files() throws IOException {
        Path box = Files.createDirectories(folder.resolve("box"));
        for (int i = 0; i < 5; i++) {
            Small.file(box.resolve("f" + i + ".fbx"), Small.plank(i + 1));
        }
        Files.writeString(box.resolve("g.fbx"), "no scene");
        in = box.toString();
        recipe = Files.writeString(
                        folder.resolve("r.json"),
                        "{\"schema\": \"idle-heron/recipe/2\", \"for\": \"game-centimetres\", \"remedies\": []}")
                .toString();
    }

    private String at(String name) {
        return folder.resolve(name).toString();
    }

    @Test
    void eachFileIsALineAsItEndsAndTheSummaryIsTheLast() throws IOException {
        MainTest.Run r = MainTest.run("batch", in, "--recipe", recipe, "--out", at("out"), "--json");
        assertThat(r.status()).isEqualTo(3);
        List<JsonNode> lines = new ArrayList<>();
        for (String l : r.out().lines().toList()) {
            lines.add(new ObjectMapper().readTree(l));
        }
        assertThat(lines).hasSize(7);
        JsonNode last = lines.removeLast();
        assertThat(last.path("schema").asText()).isEqualTo("idle-heron/round-summary/1");
        assertThat(List.of(
                        last.path("files").asInt(),
                        last.path("clean").asInt(),
                        last.path("failed").asInt()))
                .containsExactly(6, 5, 1);
        assertThat(lines).extracting(o -> o.path("file").asText()).allMatch(f -> f.endsWith(".fbx"));
        assertThat(lines)
                .allMatch(
                        o -> o.path("seconds").isNumber() && !o.path("already").asBoolean());
        assertThat(last.path("findings").isArray()).isTrue();
        MainTest.Run again =
                MainTest.run("batch", in, "--recipe", recipe, "--out", at("out"), "--resume", "--jobs", "1");
        assertThat(again.out()).contains("f0.fbx: 1 remedy, ", "(done before)", "g.fbx: failed: g.fbx");
    }

    @Test
    void partsJoinedEqualALocalRunToTheByte() throws IOException {
        MainTest.run("batch", in, "--recipe", recipe, "--out", at("local"));
        for (String p : List.of("2/3", "3/3")) {
            MainTest.run("batch", in, "--recipe", recipe, "--out", at("parted"), "--part", p);
        }
        MainTest.Run missing = MainTest.run("batch", in, "--recipe", recipe, "--out", at("parted"), "--gather", "3");
        assertThat(missing.status()).isEqualTo(3);
        assertThat(missing.err())
                .contains("heron: 1 part of 3 left no results: 1")
                .contains(" missing: ");
        MainTest.run("batch", in, "--recipe", recipe, "--out", at("parted"), "--part", "1/3");
        MainTest.Run all = MainTest.run("batch", in, "--recipe", recipe, "--out", at("parted"), "--gather", "3");
        assertThat(all.out()).isEqualTo("6 files: 5 clean, 0 with faults, 1 failed\n");
        assertThat(all.err()).isEmpty();
        assertThat(folder.resolve("parted/.round/summary.json"))
                .hasSameBinaryContentAs(folder.resolve("local/.round/summary.json"));
    }

    @Test
    void aRoundIsKeptAndDoneFromItsFile() throws IOException {
        String round = at("ours.round.json");
        MainTest.Run kept = MainTest.run(
                "batch", in, "--recipe", recipe, "--for", "y-up-metres", "--out", at("out"), "--save", round);
        assertThat(kept.status()).isZero();
        assertThat(folder.resolve("out")).doesNotExist();
        MainTest.Run r = MainTest.run("batch", round, "--summary", at("s.csv"), "--summary", at("s.html"));
        assertThat(r.out()).endsWith("6 files: 5 clean, 0 with faults, 1 failed\n");
        assertThat(r.out()).as("named from the folder of the round").contains("box/f0.fbx: 1 remedy");
        assertThat(folder.resolve("s.csv")).content().contains("box/f0.fbx,f0.fbx,clean,clean");
        assertThat(folder.resolve("s.html")).content().contains("r.json for y-up-metres, into ");
        JsonNode facts = MainTest.run("facts", at("out/f0.fbx"), "--json").json();
        assertThat(facts.path("stage").path("metersPerUnit").asDouble()).isEqualTo(1);
        assertThat(MainTest.run("batch", round, "--out", at("x")).err())
                .contains("says what is done and where it goes; leave that out here");
    }

    @Test
    void listsPatternsAndCarriers() throws IOException {
        Files.writeString(folder.resolve("list.txt"), in + "/f1.fbx\n" + in + "/f[23].fbx\n");
        MainTest.Run r = MainTest.run("batch", "--list", at("list.txt"), "--out", at("out"), "--as", "usda");
        assertThat(r.status()).as(r.out() + r.err()).isZero();
        try (Stream<Path> made = Files.list(folder.resolve("out"))) {
            assertThat(made.map(f -> f.getFileName().toString()).filter(n -> !n.startsWith(".")))
                    .containsExactlyInAnyOrder("f1.usda", "f2.usda", "f3.usda");
        }
    }

    @Test
    void whatCannotBeAskedIsToldBeforeAnyWork() {
        for (String[] asked : new String[][] {
            {"expected --out FOLDER", in},
            {"expected slurm", in, "--out", at("out"), "--on", "moon"},
            {"go one at a time", in, "--out", at("out"), "--part", "1/2", "--gather", "2"},
            {"--detach goes with --on", in, "--out", at("out"), "--detach"},
            {"expected a name that ends in .html", in, "--out", at("out"), "--summary", "s.xls"},
            {"expected a part such as 3/8", in, "--out", at("out"), "--part", "9/8"},
            {"expected 1 or more files at once", in, "--out", at("out"), "--jobs", "0"},
            {"there is no file to make ready", "--out", at("out")}
        }) {
            List<String> args = new ArrayList<>(List.of(asked));
            args.set(0, "batch");
            MainTest.Run r = MainTest.run(args.toArray(String[]::new));
            assertThat(r.status()).as(asked[0]).isEqualTo(2);
            assertThat(r.err()).contains(asked[0]);
            assertThat(folder.resolve("out")).doesNotExist();
        }
    }

    @Test
    void aFarmIsPlannedWithoutOne() throws IOException {
        MainTest.Run r = MainTest.run(
                "batch", in, "--recipe", recipe, "--out", at("out"), "--on", "slurm", "--parts", "2", "--script-only");
        assertThat(r.status()).as(r.err()).isZero();
        assertThat(r.err()).contains("parts.sh").contains("submit them with sbatch ");
        assertThat(folder.resolve("out/.round/parts.sh")).isExecutable();
        for (String p : List.of("1/2", "2/2")) {
            MainTest.run("batch", "--planned", at("out"), "--part", p, "--resume");
        }
        MainTest.Run all = MainTest.run("batch", "--planned", at("out"));
        assertThat(all.out()).isEqualTo("6 files: 5 clean, 0 with faults, 1 failed\n");
    }

    /** Processes are killed where they are, several times, and the next goes on; in the end all is as if none had been. */
    @Test
    void roundsThatAreKilledAreGoneOnWith() throws IOException, InterruptedException {
        MainTest.run("batch", in, "--recipe", recipe, "--out", at("left"));
        Random random = new Random(11);
        int killed = 0;
        for (int i = 0; i < 6; i++) {
            Process p =
                    process("batch", in, "--recipe", recipe, "--out", at("out"), "--resume", "--apart-over", "0.02");
            killed += p.waitFor(400 + random.nextInt(1500), TimeUnit.MILLISECONDS) ? 0 : 1;
            p.destroyForcibly().waitFor();
            try (Stream<Path> made = Files.list(folder.resolve("box"))) {
                for (Path f : (Iterable<Path>) made::iterator) {
                    Path out = folder.resolve("out").resolve(f.getFileName());
                    if (Files.exists(out)) {
                        assertThat(out)
                                .as("none is half")
                                .hasSameBinaryContentAs(folder.resolve("left").resolve(f.getFileName()));
                    }
                }
            }
        }
        assertThat(killed).isPositive();
        Process last = process("batch", in, "--recipe", recipe, "--out", at("out"), "--resume");
        assertThat(last.waitFor(2, TimeUnit.MINUTES)).isTrue();
        assertThat(last.exitValue()).isEqualTo(3);
        assertThat(folder.resolve("out/.round/summary.json"))
                .hasSameBinaryContentAs(folder.resolve("left/.round/summary.json"));
        try (Stream<Path> made = Files.walk(folder.resolve("out"))) {
            assertThat(made.map(f -> f.getFileName().toString())).noneMatch(n -> n.startsWith(".heron-"));
        }
    }

    private Process process(String... args) throws IOException {
        File log = folder.resolve("log").toFile();
        return new ProcessBuilder(Spawned.command(args))
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(log))
                .start();
    }
}
