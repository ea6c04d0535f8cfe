package idleheron.app.round.farm;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import idleheron.app.round.Part;
import idleheron.app.round.PartFiles;
import idleheron.app.round.Round;
import idleheron.app.round.RoundItem;
import idleheron.core.Wording;
import idleheron.core.job.Progress;
import idleheron.formats.disk.Drafts;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CancellationException;

/**
 * A round on a farm that Slurm runs: an array job whose tasks do a part each, and one that joins them when all have ended.
 *
 * @param wish what each part gets
 */
public record SlurmFarm(Round round, Wish wish) {
    private static final long LOOK = 1000;
    /** Of the memory of a part, in hundredths, what Java may take for its objects. */
    private static final int HEAP = 70;

    /**
     * @param memory of a part as Slurm takes it, such as 4G
     * @param partition of the farm, or ""
     * @param jobs files at once in each part
     * @param overwrite whether what is there may be replaced
     */
    public record Wish(int parts, String memory, String partition, int jobs, boolean overwrite) {
        public Wish {
            if (!memory.matches("[1-9][0-9]{0,6}[MG]")) {
                throw new UsageException(say("app.round.farm.SlurmFarm.expected-memory-such-as-4g-or", memory));
            }
            if (!partition.matches("[A-Za-z0-9_.-]*")) {
                throw new UsageException(say("app.round.farm.SlurmFarm.expected-the-name-of-a-partition", partition));
            }
        }

        private long heap() {
            long n = Long.parseLong(memory.substring(0, memory.length() - 1));
            return (memory.endsWith("G") ? n * 1024 : n) * HEAP / 100;
        }
    }

    /**
     * What is submitted.
     *
     * @param submit how, for a person
     */
    public record Scripts(Path parts, Path gather, String submit) {}

    /** Numbers of the jobs. */
    public record Submitted(String parts, String gather) {}

    /** Writes which files each part has, and the two scripts. */
    public Scripts write(List<RoundItem> items) throws IOException {
        PartFiles.plan(round, items, wish.parts);
        for (int p = 1; p <= wish.parts; p++) {
            PartFiles.forget(round.folder(), new Part(p, wish.parts));
        }
        Path folder = PartFiles.folder(round.folder());
        Path parts = script(folder.resolve("parts.sh"), partsText(folder));
        Path gather = script(folder.resolve("gather.sh"), gatherText(folder));
        return new Scripts(parts, gather, "sbatch " + parts + ", then sbatch --dependency=afterany:JOB " + gather);
    }

    private static Path script(Path file, String text) throws IOException {
        Drafts.write(file, true, List.of(), o -> o.write(text.getBytes(StandardCharsets.UTF_8)));
        try {
            Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rwxr-xr-x"));
        } catch (UnsupportedOperationException e) {
            // a disk without such permissions
        }
        return file.toAbsolutePath().normalize();
    }

    private String head(Path folder, String log) {
        return "#!/usr/bin/env bash\n#SBATCH --job-name=heron\n#SBATCH --requeue\n#SBATCH --open-mode=append\n"
                + "#SBATCH --output="
                + quoted(folder.toAbsolutePath().normalize().toString(), false) + "/" + log + "\n"
                + (wish.partition.isEmpty() ? "" : "#SBATCH --partition=" + wish.partition + "\n");
    }

    /**
     * Status 0 to 4 says what became of the files; any other is an end that nobody asked for, as when memory ran out, and the
     * part is put back and does what is not done. So is one that is preempted.
     */
    private String partsText(Path folder) {
        String out = quoted(round.folder().toAbsolutePath().normalize().toString(), true);
        return head(folder, "part-%a.log") + "#SBATCH --array=1-" + wish.parts + "\n#SBATCH --mem=" + wish.memory
                + "\n#SBATCH --cpus-per-task=" + wish.jobs + "\n"
                + "export HERON_JAVA_OPTS=\"-Xmx" + wish.heap() + "m ${HERON_JAVA_OPTS:-}\"\n"
                + heron() + " batch --planned " + out + " --part \"$SLURM_ARRAY_TASK_ID/" + wish.parts
                + "\" --resume --jobs " + wish.jobs + (wish.overwrite ? " --overwrite" : "") + "\n"
                + "status=$?\n"
                + "[ $status -le 4 ] && exit 0\n"
                + "if [ \"${SLURM_RESTART_COUNT:-0}\" -lt 5 ]; then\n"
                + "  scontrol requeue \"${SLURM_ARRAY_JOB_ID}_$SLURM_ARRAY_TASK_ID\" && sleep 600\n"
                + "fi\n"
                + "exit $status\n";
    }

    private String gatherText(Path folder) {
        String out = quoted(round.folder().toAbsolutePath().normalize().toString(), true);
        return head(folder, "gather.log") + heron() + " batch --planned " + out + "\nexit 0\n";
    }

    private static String heron() {
        String home = System.getProperty("heron.home", "");
        return home.isEmpty() ? "heron" : quoted(Path.of(home, "heron").toString(), true);
    }

    /** For a shell, or as a value of Slurm's own, which knows no quotes but escapes. */
    private static String quoted(String text, boolean shell) {
        if (text.indexOf('\n') >= 0) {
            throw new UsageException(say("app.round.farm.SlurmFarm.a-folder-whose-name-holds-a"));
        }
        return shell
                ? "'" + text.replace("'", "'\\''") + "'"
                : text.replace("%", "%%").replace(" ", "\\ ");
    }

    /**
     * Hands both over.
     *
     * @throws UsageException when the farm says no, or is not there
     */
    public Submitted submit(Scripts scripts) throws IOException {
        String parts = said("sbatch", "--parsable", scripts.parts.toString()).split(";", 2)[0];
        String gather = said("sbatch", "--parsable", "--dependency=afterany:" + parts, scripts.gather.toString())
                .split(";", 2)[0];
        return new Submitted(parts, gather);
    }

    /** Waits until both have ended; the jobs go on when this is stopped. */
    public void await(Submitted jobs, Progress progress) throws IOException {
        while (true) {
            int there = 0;
            for (int p = 1; p <= wish.parts; p++) {
                there += PartFiles.isDone(round.folder(), new Part(p, wish.parts)) ? 1 : 0;
            }
            progress.at((double) there / wish.parts, there + " of " + Wording.counted(wish.parts, "part"));
            String left = said("squeue", "--noheader", "--states=all", "--format=%i %T", "--me");
            boolean going = Arrays.stream(left.split("\n"))
                    .map(l -> l.strip().split(" ", 2))
                    .filter(l -> l.length == 2)
                    .filter(l -> l[0].equals(jobs.gather) || l[0].startsWith(jobs.parts + "_"))
                    .anyMatch(l -> !isOver(l[1]));
            if (!going) {
                return;
            }
            try {
                Thread.sleep(LOOK);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new CancellationException();
            }
        }
    }

    /** States in which a job does nothing more. */
    private static boolean isOver(String state) {
        return List.of("COMPLETED", "FAILED", "CANCELLED", "TIMEOUT", "OUT_OF_MEMORY", "NODE_FAIL", "DEADLINE")
                .contains(state.strip().toUpperCase(Locale.ROOT));
    }

    private static String said(String... command) throws IOException {
        List<String> all = new ArrayList<>(List.of(command));
        try {
            Process p = new ProcessBuilder(all).redirectErrorStream(true).start();
            p.getOutputStream().close();
            String text = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
            if (p.waitFor() != 0) {
                throw new UsageException(say("app.round.farm.SlurmFarm.says", command[0], text));
            }
            return text;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException();
        } catch (IOException e) {
            throw new UsageException(say("app.round.farm.SlurmFarm.there-is-no-here-a-farm", command[0]));
        }
    }
}
