package idleheron.app.round.farm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.app.UsageException;
import idleheron.app.round.PartFiles;
import idleheron.app.round.Round;
import idleheron.app.round.RoundItem;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Isolated;

@Isolated
class SlurmFarmTest {
    private static final String HOME = "heron.home";

    @TempDir
    Path folder;

    private final String before = System.getProperty(HOME, "");

    @BeforeEach
    void home() throws IOException {
        Path home = Files.createDirectories(folder.resolve("it's home"));
        script(home.resolve("heron"), "printf '%s\\n' \"$@\" >>'" + folder + "/asked'; exit ${STATUS:-0}");
        script(folder.resolve("scontrol"), "printf '%s\\n' \"$@\" >>'" + folder + "/asked'; exit 1");
        System.setProperty(HOME, home.toString());
    }

    @AfterEach
    void back() {
        System.setProperty(HOME, before);
    }

    private static void script(Path file, String text) throws IOException {
        Files.writeString(file, "#!/bin/sh\n" + text + "\n");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rwxr-xr-x"));
    }

    private SlurmFarm farm(String memory, String partition) {
        Round r = new Round(folder, List.of("in"), "", "", "", Path.of("an out"), "", "");
        return new SlurmFarm(r, new SlurmFarm.Wish(4, memory, partition, 2, false));
    }

    private SlurmFarm.Scripts written(SlurmFarm farm) throws IOException {
        List<RoundItem> items = new ArrayList<>();
        for (int i = 0; i < 9; i++) {
            items.add(new RoundItem("in/" + i, folder.resolve("in/" + i), String.valueOf(i), 10));
        }
        return farm.write(items);
    }

    private int ran(Path script, Map<String, String> environment) throws IOException, InterruptedException {
        ProcessBuilder b = new ProcessBuilder(script.toString()).redirectErrorStream(true);
        b.environment().put("PATH", folder + ":" + System.getenv("PATH"));
        b.environment().putAll(environment);
        Process p = b.start();
        p.getInputStream().readAllBytes();
        return p.waitFor();
    }

    private List<String> asked() throws IOException {
        return Files.readAllLines(folder.resolve("asked"));
    }

    @Test
    void scriptsSayWhatTheFarmGivesAndDoAPartEach() throws IOException, InterruptedException {
        SlurmFarm.Scripts s = written(farm("4G", "night"));
        String text = Files.readString(s.parts());
        assertThat(text)
                .contains("#SBATCH --array=1-4\n", "#SBATCH --mem=4G\n", "#SBATCH --partition=night\n")
                .contains("#SBATCH --requeue\n", "#SBATCH --cpus-per-task=2\n", "-Xmx2867m")
                .contains("#SBATCH --output=" + folder.toString() + "/an\\ out/.round/part-%a.log\n");
        assertThat(ran(s.parts(), Map.of("SLURM_ARRAY_TASK_ID", "3", "STATUS", "1")))
                .isZero();
        String out = folder.resolve("an out").toString();
        assertThat(asked()).containsExactly("batch", "--planned", out, "--part", "3/4", "--resume", "--jobs", "2");
        Files.delete(folder.resolve("asked"));
        assertThat(ran(s.gather(), Map.of())).isZero();
        assertThat(asked()).containsExactly("batch", "--planned", out);
        assertThat(PartFiles.planned(folder.resolve("an out")).parts()).isEqualTo(4);
        assertThat(s.submit()).contains("sbatch " + s.parts(), "--dependency=afterany:JOB " + s.gather());
    }

    @Test
    void aPartThatWasEndedIsPutBackAFewTimes() throws IOException, InterruptedException {
        SlurmFarm.Scripts s = written(farm("900M", ""));
        assertThat(Files.readString(s.parts())).contains("-Xmx630m").doesNotContain("--partition");
        Map<String, String> killed = Map.of("SLURM_ARRAY_TASK_ID", "1", "SLURM_ARRAY_JOB_ID", "77", "STATUS", "137");
        assertThat(ran(s.parts(), killed)).isEqualTo(137);
        assertThat(asked()).endsWith("requeue", "77_1");
        Files.delete(folder.resolve("asked"));
        Map<String, String> often = new java.util.HashMap<>(killed);
        often.put("SLURM_RESTART_COUNT", "5");
        assertThat(ran(s.parts(), often)).isEqualTo(137);
        assertThat(asked()).doesNotContain("requeue");
    }

    @Test
    void wishesThatCannotBeAreTold() {
        assertThatThrownBy(() -> farm("lots", ""))
                .isInstanceOf(UsageException.class)
                .hasMessage("expected memory such as 4G or 900M, found lots");
        assertThatThrownBy(() -> farm("4G", "x; rm"))
                .isInstanceOf(UsageException.class)
                .hasMessage("expected the name of a partition, found x; rm");
    }
}
