package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Writes the demo data. */
@Command(name = "demo-data")
@SuppressWarnings("NullAway.Init")
final class DemoDataCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "FOLDER")
    Path folder;

    @Override
    public Integer call() throws IOException {
        DemoData.write(folder, Progress.NONE);
        spec.commandLine().getOut().println(say("cli.DemoDataCommand.demo-data-in", folder));
        return Main.CLEAN;
    }
}
