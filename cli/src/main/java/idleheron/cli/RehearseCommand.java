package idleheron.cli;

import idleheron.core.job.Progress;
import idleheron.formats.disk.FileNames;
import idleheron.formats.spi.SceneFormat;
import idleheron.rehearsal.Habit;
import idleheron.rehearsal.StandIn;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Sends a file through a simulated receiving tool. */
@Command(name = "rehearse", mixinStandardHelpOptions = true, description = "Sends a file through a stand-in.")
@SuppressWarnings("NullAway.Init")
final class RehearseCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "FILE")
    Path file;

    @Option(names = "--with", paramLabel = "STAND-IN", required = true)
    String standIn;

    @Option(names = "--out", paramLabel = "OUT", description = "where it goes; beside the file otherwise")
    @Nullable
    Path out;

    @Option(names = "--behaved", description = "without its habits")
    boolean behaved;

    @Option(names = "--overwrite", description = "the target may be replaced")
    boolean overwrite;

    @Override
    public Integer call() throws IOException {
        StandIn chosen = Choices.standIn(standIn);
        StandIn s = behaved ? chosen.behaved() : chosen;
        String name = String.valueOf(file.getFileName());
        Path target = out != null
                ? out
                : file.resolveSibling(FileNames.stem(name) + "_from_" + s.code() + FileNames.end(name));
        if (Files.exists(target) && !overwrite) {
            throw new UsageException(target + " is already there; --overwrite replaces it");
        }
        SceneFormat.ReadScene back = s.rehearse(file, target, Progress.NONE);
        for (Habit h : s.habits()) {
            spec.commandLine().getErr().println(s.title() + " " + h.text());
        }
        spec.commandLine()
                .getOut()
                .println(target + ": " + back.format() + " " + back.variant() + ", " + back.bytes() + " bytes");
        return Main.CLEAN;
    }
}
