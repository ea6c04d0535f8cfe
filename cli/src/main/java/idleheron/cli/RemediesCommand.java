package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.RemedyType;
import idleheron.formats.SceneFiles;
import idleheron.report.Json;
import idleheron.report.RemediesJson;
import java.io.IOException;
import java.io.PrintWriter;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Lists every remedy with its arguments. */
@Command(name = "remedies", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class RemediesCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Option(names = "--json", descriptionKey = "cli.RemediesCommand.as-json-with-all-parameters-as")
    boolean json;

    @Override
    public Integer call() throws IOException {
        PrintWriter out = spec.commandLine().getOut();
        if (json) {
            out.println(Json.text(RemediesJson.of(SceneFiles.remedies())));
            return Main.CLEAN;
        }
        for (RemedyType t : SceneFiles.remedies().types()) {
            out.println(t.usage()
                    + (RemediesJson.needsDestination(t) ? say("cli.RemediesCommand.needs-for") : "")
                    + (t.word() == null ? say("cli.RemediesCommand.in-a-recipe-as-an-object") : ""));
            out.println(say("cli.RemediesCommand.keeps", t.text(), t.keeps().label()));
        }
        return Main.CLEAN;
    }
}
