package idleheron.cli;

import idleheron.app.BatchJob;
import idleheron.app.Recipe;
import idleheron.core.job.Progress;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Makes many files ready by one recipe, several at a time. */
@Command(
        name = "batch",
        mixinStandardHelpOptions = true,
        description = "Makes files, or all files of folders, ready by one recipe.")
@SuppressWarnings("NullAway.Init")
final class BatchCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "FILE|FOLDER", arity = "1..*")
    List<Path> in = new ArrayList<>();

    @Option(
            names = "--recipe",
            paramLabel = "RECIPE",
            required = true,
            description = "remedies in order, as JSON, or plain-body or humanoid-avatar")
    Path recipe;

    @Option(names = "--out", paramLabel = "FOLDER", required = true, description = "where they go, under their names")
    Path out;

    @Option(names = "--variant", paramLabel = "VARIANT", description = "such as \"binary 7.4\"")
    @Nullable
    String variant;

    @Option(names = "--overwrite", description = "targets may be replaced")
    boolean overwrite;

    @Override
    public Integer call() throws IOException {
        List<BatchJob.Done> done = new BatchJob(in, Recipe.read(recipe), out, variant, overwrite).run(Progress.NONE);
        PrintWriter writer = spec.commandLine().getOut();
        Map<BatchJob.State, Integer> count = new EnumMap<>(BatchJob.State.class);
        for (BatchJob.Done d : done) {
            writer.println(d.file().getFileName() + ": " + d.text());
            count.merge(d.state(), 1, Integer::sum);
        }
        int faults = count.getOrDefault(BatchJob.State.FAULTS, 0);
        int unread = count.getOrDefault(BatchJob.State.UNREADABLE, 0);
        writer.println(done.size() + " files: " + (done.size() - faults - unread) + " clean, " + faults
                + " with faults, " + unread + " not read");
        return unread > 0 ? Main.UNREADABLE : faults > 0 ? Main.FAULTS : Main.CLEAN;
    }
}
