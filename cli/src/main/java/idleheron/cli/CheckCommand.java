package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.app.Known;
import idleheron.app.OpenJob;
import idleheron.app.UsageException;
import idleheron.core.Wording;
import idleheron.core.crossing.Asset;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.scene.Scene;
import idleheron.formats.disk.FileBytes;
import idleheron.report.CheckJson;
import idleheron.report.Json;
import idleheron.report.build.Checked;
import idleheron.report.build.Noted;
import idleheron.report.build.Rules;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Says what will go wrong with a file. */
@Command(name = "check", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class CheckCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(
            paramLabel = "FILE",
            arity = "0..*",
            descriptionKey = "cli.CheckCommand.one-file-or-several-that-belong")
    List<Path> files = new ArrayList<>();

    @Option(names = "--for", paramLabel = "CONVENTION", descriptionKey = "cli.CheckCommand.the-destination")
    @Nullable
    String destination;

    @Option(
            names = "--worn-by",
            paramLabel = "BODY",
            descriptionKey = "cli.CheckCommand.the-body-that-wears-the-garment")
    @Nullable
    Path wornBy;

    @Option(names = "--list-rules", descriptionKey = "cli.CheckCommand.every-code-with-its-severity-what")
    boolean listRules;

    @Mixin
    Reading reading = new Reading();

    @Mixin
    Telling telling = new Telling();

    private Path one() {
        if (files.size() > 1) {
            throw new UsageException(say("cli.CheckCommand.worn-by-takes-one-garment-file", files.size()));
        }
        return files.getFirst();
    }

    @Override
    public Integer call() throws IOException {
        telling.check();
        if (listRules) {
            rules(spec.commandLine().getOut());
            return Main.CLEAN;
        }
        if (files.isEmpty()) {
            throw new UsageException(say("cli.CheckCommand.expected-file-the-file-to-check"));
        }
        Convention convention = Known.convention(destination);
        Path body = wornBy;
        Asset asset = body == null
                ? new OpenJob(files, reading.rescue).run(reading.way(), reading.progress())
                : OpenJob.worn(one(), body, reading.way(), reading.progress());
        Scene scene = asset.scene();
        Reading.mark(scene, spec.commandLine().getErr());
        CheckJob.Result result = new CheckJob(asset, files, convention).run(reading.progress());
        List<Finding> findings = result.findings();
        FileBytes.settled();
        PrintWriter out = spec.commandLine().getOut();
        Checked checked = telling.checked(files.getFirst(), Noted.findings(findings));
        if (telling.isJson()) {
            out.println(Json.text(CheckJson.of(findings)));
        } else if (!telling.isTold(checked, out)) {
            print(scene, result, checked, out);
        }
        return telling.end(checked, files);
    }

    private void rules(PrintWriter out) {
        if (telling.isJson()) {
            out.println(Json.text(Rules.json()));
            return;
        }
        for (Rules.Rule r : Rules.all()) {
            out.println(r.code() + " (" + r.severity() + "): " + r.means()
                    + (r.remedy().isEmpty() ? "" : say("cli.CheckCommand.remedy-2", r.remedy())));
        }
    }

    private static void print(Scene scene, CheckJob.Result result, Checked checked, PrintWriter out) {
        List<Finding> findings = result.findings();
        out.println(say(
                "cli.CheckCommand.of-rules",
                scene.name(),
                result.verdict().word(),
                Wording.counted(findings.size(), "finding"),
                Inspection.ruleCount()));
        for (int i = 0; i < findings.size(); i++) {
            Finding f = findings.get(i);
            boolean known = checked.known().has(checked.noted().get(i));
            out.println("  " + f.severity().word() + ": " + f.title() + " [" + f.code() + "]"
                    + (known ? say("cli.CheckCommand.known") : ""));
            out.println("      " + f.message());
            if (f.remedy() != null) {
                out.println(say(
                        "cli.CheckCommand.remedy", f.remedy().code(), f.remedy().describe()));
            }
        }
    }
}
