package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.Known;
import idleheron.app.RehearseJob;
import idleheron.core.crossing.Asset;
import idleheron.core.job.Progress;
import idleheron.rehearsal.Habit;
import idleheron.rehearsal.StandIn;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Sends a file through a simulated receiving tool. */
@Command(name = "rehearse", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class RehearseCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "FILE")
    Path file;

    @Option(names = "--with", paramLabel = "STAND-IN", required = true)
    String standIn;

    @Option(names = "--out", paramLabel = "OUT", descriptionKey = "cli.RehearseCommand.where-it-goes-beside-the-file")
    @Nullable
    Path out;

    @Option(names = "--behaved", descriptionKey = "cli.RehearseCommand.without-its-habits")
    boolean behaved;

    @Option(names = "--overwrite", descriptionKey = "cli.RehearseCommand.the-target-may-be-replaced")
    boolean overwrite;

    @Override
    public Integer call() throws IOException {
        StandIn chosen = Known.standIn(standIn);
        StandIn s = behaved ? chosen.behaved() : chosen;
        RehearseJob job = new RehearseJob(file, s, out, overwrite);
        Asset back = job.run(Progress.NONE);
        for (Habit h : s.habits()) {
            spec.commandLine().getErr().println(s.title() + " " + h.text());
        }
        spec.commandLine()
                .getOut()
                .println(say("cli.RehearseCommand.bytes", job.goesTo(), back.format(), back.variant(), back.bytes()));
        return Main.CLEAN;
    }
}
