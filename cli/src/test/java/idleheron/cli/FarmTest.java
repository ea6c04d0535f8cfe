package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.app.Small;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.api.io.TempDir;

/** A round on a farm of this machine: 200 files in 8 parts on 2 slots, one part killed in the middle; {@code ./heron test --farm}. */
@EnabledIfEnvironmentVariable(named = "SLURM_CONF", matches = ".+")
class FarmTest {
    private static final int FILES = 200;

    @TempDir
    Path folder;

    private Process start(String... args) throws IOException {
        List<String> all = new ArrayList<>(List.of(
                Spawned.project().resolve("heron").toString(),
                "batch",
                folder.resolve("in").toString()));
        all.addAll(List.of(args));
        return new ProcessBuilder(all)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("log").toFile())
                .start();
    }

    /** Kills the first part that is seen at work, once it has done something. */
    private boolean killed(Path out) throws IOException, InterruptedException {
        for (int i = 0; i < 1200; i++) {
            Thread.sleep(50);
            ProcessHandle part = ProcessHandle.allProcesses()
                    .filter(p ->
                            p.info().arguments().stream().flatMap(Stream::of).anyMatch("--part"::equals))
                    .filter(p -> p.info().command().orElse("").endsWith("java"))
                    .findFirst()
                    .orElse(null);
            if (part == null || !Files.isDirectory(out)) {
                continue;
            }
            try (Stream<Path> made = Files.list(out)) {
                if (made.filter(f -> f.toString().endsWith(".fbx")).count() > 5) {
                    return part.destroyForcibly();
                }
            }
        }
        return false;
    }

    @Test
    void aRoundOnAFarmEqualsALocalOneThoughAPartIsKilled() throws IOException, InterruptedException {
        Files.createDirectories(folder.resolve("in"));
        for (int i = 0; i < FILES; i++) {
            Small.file(folder.resolve("in/f" + i + ".fbx"), Small.plank(1 + i * 0.01));
        }
        Process local = start("--out", folder.resolve("local").toString());
        assertThat(local.waitFor(5, TimeUnit.MINUTES)).isTrue();
        assertThat(local.exitValue()).isZero();
        Path out = folder.resolve("farm");
        Process farm = start("--out", out.toString(), "--on", "slurm", "--parts", "8", "--memory", "1G");
        assertThat(killed(out)).as("a part was killed").isTrue();
        assertThat(farm.waitFor(15, TimeUnit.MINUTES)).as("the farm is done").isTrue();
        assertThat(Files.readString(folder.resolve("log"))).contains(FILES + " files: " + FILES + " clean");
        assertThat(farm.exitValue()).isZero();
        assertThat(out.resolve(".round/summary.json"))
                .hasSameBinaryContentAs(folder.resolve("local/.round/summary.json"));
        for (int i = 0; i < FILES; i++) {
            assertThat(out.resolve("f" + i + ".fbx")).hasSameBinaryContentAs(folder.resolve("local/f" + i + ".fbx"));
        }
        int again = 0;
        for (int p = 1; p <= 8; p++) {
            again += Files.readString(out.resolve(".round/part-" + p + ".log")).contains("(done before)") ? 1 : 0;
        }
        assertThat(again).as("one was put back and went on").isEqualTo(1);
    }
}
