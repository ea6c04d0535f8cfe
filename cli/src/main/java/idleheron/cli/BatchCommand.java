package idleheron.cli;

import static idleheron.core.Messages.say;

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
@Command(name = "batch", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class BatchCommand implements Callable<Integer> {
    private static final int MOST_NAMED = 10;

    @Spec
    CommandSpec spec;

    @Parameters(
            paramLabel = "FILE|FOLDER|PATTERN|ROUND",
            arity = "0..*",
            descriptionKey = "cli.BatchCommand.or-one-name-round-json-which")
    List<String> in = new ArrayList<>();

    @Option(names = "--list", paramLabel = "FILE", descriptionKey = "cli.BatchCommand.a-text-with-a-file-folder")
    List<String> lists = new ArrayList<>();

    @Option(names = "--recipe", paramLabel = "RECIPE", descriptionKey = "cli.BatchCommand.remedies-in-order-as-json-or")
    String recipe = "";

    @Option(
            names = "--for",
            paramLabel = "CONVENTION",
            descriptionKey = "cli.BatchCommand.the-destination-in-place-of-that")
    String destination = "";

    @Option(
            names = "--tolerance",
            paramLabel = "FILE",
            descriptionKey = "cli.BatchCommand.tolerances-as-json-for-what-is")
    String tolerance = "";

    @Option(names = "--out", paramLabel = "FOLDER", descriptionKey = "cli.BatchCommand.where-they-go-under-their-names")
    @Nullable
    Path out;

    @Option(names = "--as", paramLabel = "ENDING", descriptionKey = "cli.BatchCommand.the-carrier-they-become-such-as")
    String carrier = "";

    @Option(names = "--variant", paramLabel = "VARIANT", descriptionKey = "cli.BatchCommand.such-as-binary-7-4")
    String variant = "";

    @Option(
            names = "--save",
            paramLabel = "NAME.round.json",
            descriptionKey = "cli.BatchCommand.keeps-the-round-and-does-nothing")
    @Nullable
    Path save;

    @Option(names = "--overwrite", descriptionKey = "cli.BatchCommand.targets-may-be-replaced")
    boolean overwrite;

    @Option(names = "--resume", descriptionKey = "cli.BatchCommand.goes-on-with-a-round-that")
    boolean resume;

    @Option(names = "--jobs", paramLabel = "N", descriptionKey = "cli.BatchCommand.files-at-once-by-default-one")
    @Nullable
    Integer jobs;

    @Option(
            names = "--time-limit",
            paramLabel = "SECONDS",
            descriptionKey = "cli.BatchCommand.after-which-one-file-is-given")
    double seconds = RoundTerms.LONGEST;

    @Option(
            names = "--apart-over",
            paramLabel = "MB",
            descriptionKey = "cli.BatchCommand.larger-files-run-in-a-separate")
    double apartOver = RoundTerms.APART >> 20;

    @Option(names = "--json", descriptionKey = "cli.BatchCommand.each-file-as-a-line-of")
    boolean json;

    @Option(names = "--summary", paramLabel = "FILE", descriptionKey = "cli.BatchCommand.what-became-of-all-as-a")
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
            spec.commandLine().getErr().println(say("cli.BatchCommand.heron-round-in", save));
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
                throw new UsageException(say("cli.BatchCommand.says-what-is-done-and-where", in.getFirst()));
            }
            return RoundFile.read(Path.of(in.getFirst()));
        }
        if (out == null) {
            throw new UsageException(say("cli.BatchCommand.expected-out-folder-where-the-files"));
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
            err.println(say(
                    "cli.BatchCommand.heron-of-left-no-results",
                    Wording.counted(all.missing().size(), "part"),
                    parts,
                    named(all.missing().stream().map(String::valueOf).toList())));
        }
        List<String> files = all.summary().results().stream()
                .filter(r -> r.state() == FileResult.State.MISSING)
                .map(FileResult::file)
                .toList();
        if (!files.isEmpty()) {
            err.println(say("cli.BatchCommand.heron-missing", Wording.counted(files.size(), "file"), named(files)));
        }
        return told(round, all.summary());
    }

    private static String named(List<String> all) {
        int more = all.size() - MOST_NAMED;
        return all.stream().limit(MOST_NAMED).collect(Collectors.joining(", "))
                + (more > 0 ? say("cli.BatchCommand.and-more", more) : "");
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
            err.println(say(
                    "cli.BatchCommand.heron-and-are-written-submit-them",
                    scripts.parts(),
                    scripts.gather(),
                    scripts.submit()));
            return Main.CLEAN;
        }
        SlurmFarm.Submitted handed = slurm.submit(scripts);
        err.println(say("cli.BatchCommand.heron-parts-are-job-joining-them", handed.parts(), handed.gather()));
        if (farm.detach) {
            err.println(say("cli.BatchCommand.heron-ask-later-with-heron-batch", round.folder()));
            return Main.CLEAN;
        }
        BatchTelling telling = new BatchTelling(spec.commandLine().getOut(), err, json, items.size());
        slurm.await(handed, telling);
        telling.clear();
        return gathered(round, items, slurm.wish().parts());
    }
}
