package idleheron.cli;

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
@Command(
        name = "remedies",
        mixinStandardHelpOptions = true,
        description = "Lists every remedy: its syntax, what it does and what it keeps.")
@SuppressWarnings("NullAway.Init")
final class RemediesCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Option(names = "--json", description = "as JSON, with all parameters as a recipe holds them")
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
                    + (RemediesJson.needsDestination(t) ? "   (needs --for)" : "")
                    + (t.word() == null ? "   (in a recipe, as an object)" : ""));
            out.println("    " + t.text() + " Keeps " + t.keeps().label() + ".");
        }
        return Main.CLEAN;
    }
}
