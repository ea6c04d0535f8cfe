package idleheron.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.app.UsageException;
import idleheron.app.round.FileResult;
import idleheron.app.round.Part;
import idleheron.app.round.PartFiles;
import idleheron.app.round.Round;
import idleheron.app.round.RoundExport;
import idleheron.app.round.RoundFile;
import idleheron.app.round.RoundItem;
import idleheron.app.round.RoundRun;
import idleheron.app.round.RoundSummary;
import idleheron.app.round.RoundTerms;
import idleheron.app.round.farm.SlurmFarm;
import idleheron.core.Wording;
import idleheron.core.job.Cores;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Makes many files ready by one recipe, several at a time. */
@Command(
        name = "batch",
        mixinStandardHelpOptions = true,
        description = "A round: makes files, or all files of folders, ready by one recipe.")
@SuppressWarnings("NullAway.Init")
final class BatchCommand implements Callable<Integer> {
    private static final int MOST_NAMED = 10;

    @Spec
    CommandSpec spec;

    @Parameters(
            paramLabel = "FILE|FOLDER|PATTERN|ROUND",
            arity = "0..*",
            description = "or one NAME.round.json, which says all of it")
    List<String> in = new ArrayList<>();

    @Option(
            names = "--list",
            paramLabel = "FILE",
            description = "a text with a file, folder or pattern on each line; folders on the way are kept")
    List<String> lists = new ArrayList<>();

    @Option(
            names = "--recipe",
            paramLabel = "RECIPE",
            description = "remedies in order, as JSON, or plain-body or humanoid-avatar")
    String recipe = "";

    @Option(names = "--for", paramLabel = "CONVENTION", description = "the destination, in place of that of the recipe")
    String destination = "";

    @Option(names = "--tolerance", paramLabel = "FILE", description = "tolerances as JSON, for what is read back")
    String tolerance = "";

    @Option(names = "--out", paramLabel = "FOLDER", description = "where they go, under their names")
    @Nullable
    Path out;

    @Option(names = "--as", paramLabel = "ENDING", description = "the carrier they become, such as usdc or glb")
    String carrier = "";

    @Option(names = "--variant", paramLabel = "VARIANT", description = "such as \"binary 7.4\"")
    String variant = "";

    @Option(names = "--save", paramLabel = "NAME.round.json", description = "keeps the round, and does nothing else")
    @Nullable
    Path save;

    @Option(names = "--overwrite", description = "targets may be replaced")
    boolean overwrite;

    @Option(names = "--resume", description = "goes on with a round that was ended; what is done and unchanged is kept")
    boolean resume;

    @Option(
            names = "--jobs",
            paramLabel = "N",
            description = "files at once, by default one per core; 1 in a part of a farm")
    @Nullable
    Integer jobs;

    @Option(
            names = "--time-limit",
            paramLabel = "SECONDS",
            description = "after which one file is given up, 5400 by default")
    double seconds = RoundTerms.LONGEST;

    @Option(
            names = "--apart-over",
            paramLabel = "MB",
            description = "larger files run in a separate process, 256 by default")
    double apartOver = RoundTerms.APART >> 20;

    @Option(names = "--json", description = "each file as a line of JSON as it ends, and the summary as the last")
    boolean json;

    @Option(
            names = "--summary",
            paramLabel = "FILE",
            description = "what became of all, as a page (.html), a table (.csv) or .json; as often as wanted")
    List<Path> summaries = new ArrayList<>();

    @Mixin
    FarmOptions farm = new FarmOptions();

    @Override
    public Integer call() throws IOException {
        farm.check();
        summaries.forEach(RoundExport::check);
        PartFiles.Planned planned = farm.planned == null ? null : PartFiles.planned(farm.planned);
        Round round = planned == null ? asked() : planned.round();
        if (save != null) {
            RoundFile.write(round, save);
            spec.commandLine().getErr().println("heron: round in " + save);
            return Main.CLEAN;
        }
        String told = farm.part;
        if (farm.on != null) {
            return handOver(round);
        }
        if (told != null) {
            Part part = Part.of(told);
            return part(round, part, planned);
        }
        if (planned != null || farm.gather > 0) {
            int parts = planned == null ? new Part(1, farm.gather).count() : planned.parts();
            List<RoundItem> items =
                    planned == null ? RoundRun.of(round, terms()).items() : PartFiles.planned(round.folder(), parts);
            return gathered(round, items, parts);
        }
        RoundRun run = RoundRun.of(round, terms());
        return told(round, new RoundSummary(done(run)));
    }

    private RoundTerms terms() {
        return new RoundTerms(
                jobs == null ? Cores.count() : jobs, (long) (apartOver * (1 << 20)), seconds, resume, overwrite);
    }

    /** What is asked for here, or by the round that is named. */
    private Round asked() throws IOException {
        if (in.size() == 1 && RoundFile.isOne(Path.of(in.getFirst()))) {
            boolean more = !recipe.isEmpty() || !destination.isEmpty() || !carrier.isEmpty() || !variant.isEmpty();
            if (more || out != null || !lists.isEmpty() || !tolerance.isEmpty()) {
                throw new UsageException(in.getFirst() + " says what is done and where it goes; leave that out here");
            }
            return RoundFile.read(Path.of(in.getFirst()));
        }
        if (out == null) {
            throw new UsageException("expected --out FOLDER, where the files go");
        }
        List<String> inputs = new ArrayList<>(in);
        lists.forEach(l -> inputs.add("@" + l));
        return new Round(Path.of(""), inputs, recipe, destination, tolerance, out, carrier, variant);
    }

    private List<FileResult> done(RoundRun run) throws IOException {
        PrintWriter err = spec.commandLine().getErr();
        BatchTelling telling = new BatchTelling(
                spec.commandLine().getOut(), err, json, run.items().size());
        try {
            return run.run(telling, telling);
        } finally {
            telling.clear();
        }
    }

    private int part(Round round, Part part, PartFiles.@Nullable Planned planned) throws IOException {
        List<RoundItem> items = planned == null
                ? part.of(RoundRun.of(round, terms()).items())
                : PartFiles.planned(round.folder(), part);
        PartFiles.forget(round.folder(), part);
        List<FileResult> results = done(RoundRun.of(round, terms(), items, part));
        PartFiles.keep(round, part, results);
        RoundSummary summary = new RoundSummary(results);
        tell(summary);
        return status(summary);
    }

    private int gathered(Round round, List<RoundItem> items, int parts) throws IOException {
        PartFiles.Gathered all = PartFiles.gather(round, items, parts);
        PrintWriter err = spec.commandLine().getErr();
        if (!all.missing().isEmpty()) {
            err.println(
                    "heron: " + Wording.counted(all.missing().size(), "part") + " of " + parts + " left no results: "
                            + named(all.missing().stream().map(String::valueOf).toList()));
        }
        List<String> files = all.summary().results().stream()
                .filter(r -> r.state() == FileResult.State.MISSING)
                .map(FileResult::file)
                .toList();
        if (!files.isEmpty()) {
            err.println("heron: " + Wording.counted(files.size(), "file") + " missing: " + named(files));
        }
        return told(round, all.summary());
    }

    private static String named(List<String> all) {
        int more = all.size() - MOST_NAMED;
        return all.stream().limit(MOST_NAMED).collect(Collectors.joining(", "))
                + (more > 0 ? " and " + more + " more" : "");
    }

    private int told(Round round, RoundSummary summary) throws IOException {
        summary.keep(round.folder());
        for (Path f : summaries) {
            RoundExport.write(summary, round.text(), f);
        }
        tell(summary);
        return status(summary);
    }

    private void tell(RoundSummary summary) {
        PrintWriter to = spec.commandLine().getOut();
        if (!json) {
            to.println(summary.line());
            return;
        }
        ObjectNode o = summary.json();
        o.remove("results");
        to.println(BatchTelling.line(o));
    }

    private static int status(RoundSummary s) {
        return s.count(FileResult.State.FAILED) + s.count(FileResult.State.MISSING) > 0
                ? Main.UNREADABLE
                : s.count(FileResult.State.FAULTS) > 0 ? Main.FAULTS : Main.CLEAN;
    }

    /** Plans the parts and gives them to the farm. */
    private int handOver(Round round) throws IOException {
        new Part(1, farm.parts);
        List<RoundItem> items = RoundRun.of(round, terms()).items();
        SlurmFarm slurm = new SlurmFarm(
                round,
                new SlurmFarm.Wish(
                        Math.min(farm.parts, items.size()),
                        farm.memory,
                        farm.partition,
                        jobs == null ? 1 : jobs,
                        overwrite));
        PrintWriter err = spec.commandLine().getErr();
        SlurmFarm.Scripts scripts = slurm.write(items);
        if (farm.scriptOnly) {
            err.println("heron: " + scripts.parts() + " and " + scripts.gather() + " are written; submit them with "
                    + scripts.submit());
            return Main.CLEAN;
        }
        SlurmFarm.Submitted handed = slurm.submit(scripts);
        err.println("heron: parts are job " + handed.parts() + ", joining them is job " + handed.gather());
        if (farm.detach) {
            err.println("heron: ask later with heron batch --planned " + round.folder());
            return Main.CLEAN;
        }
        BatchTelling telling = new BatchTelling(spec.commandLine().getOut(), err, json, items.size());
        slurm.await(handed, telling);
        telling.clear();
        return gathered(round, items, slurm.wish().parts());
    }
}
