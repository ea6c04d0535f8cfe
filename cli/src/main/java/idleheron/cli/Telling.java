package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import idleheron.formats.disk.Drafts;
import idleheron.report.Json;
import idleheron.report.build.Checked;
import idleheron.report.build.JUnitXml;
import idleheron.report.build.KnownFindings;
import idleheron.report.build.Noted;
import idleheron.report.build.SarifJson;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** How a result is told to a person, a script or a build server, and what of it fails. */
final class Telling {
    private static final List<String> FORMATS = List.of("text", "json", "junit", "sarif");

    @Option(names = "--json", descriptionKey = "cli.Telling.as-json-the-same-as-format")
    boolean json;

    @Option(
            names = "--format",
            paramLabel = "text|json|junit|sarif",
            descriptionKey = "cli.Telling.output-format-text-json-junit-xml")
    String format = "text";

    @Option(
            names = "--fail-on",
            paramLabel = "will-break|may-drift|never",
            descriptionKey = "cli.Telling.the-least-that-ends-with-1")
    String failOn = "may-drift";

    @Option(names = "--baseline", paramLabel = "FILE", descriptionKey = "cli.Telling.what-is-known-and-fails-no")
    @Nullable
    Path baseline;

    @Option(
            names = "--write-baseline",
            paramLabel = "FILE",
            descriptionKey = "cli.Telling.writes-all-findings-to-file-as")
    @Nullable
    Path accepted;

    /** Says no before any work; of files that are there only known findings are written anew. */
    void check() throws IOException {
        if (!FORMATS.contains(format)) {
            throw new UsageException(say("cli.Telling.format-expected", format, String.join(", ", FORMATS)));
        }
        failing();
        if (accepted != null && Files.exists(accepted)) {
            KnownFindings.read(accepted);
        }
    }

    private Set<Noted.Level> failing() {
        return switch (failOn) {
            case "will-break" -> Set.of(Noted.Level.ERROR);
            case "may-drift" -> Set.of(Noted.Level.ERROR, Noted.Level.WARNING);
            case "never" -> Set.of();
            default -> throw new UsageException(say("cli.Telling.fail-on-expected-will-break-may", failOn));
        };
    }

    /** The result with what is known and what fails. */
    Checked checked(Path file, List<Noted> noted) throws IOException {
        KnownFindings known = baseline == null ? KnownFindings.NONE : KnownFindings.read(baseline);
        return new Checked(file.toString(), noted, known, failing());
    }

    boolean isJson() {
        return json || format.equals("json");
    }

    /** Whether it was told as a build server reads it. */
    boolean isTold(Checked c, PrintWriter out) {
        if (isJson() || format.equals("text")) {
            return false;
        }
        out.println(format.equals("junit") ? JUnitXml.of(c) : Json.text(SarifJson.of(c)));
        return true;
    }

    /**
     * Leaves what is to be known, and gives the exit status.
     *
     * @param sources that were read, which are never written on
     */
    int end(Checked c, List<Path> sources) throws IOException {
        if (accepted != null) {
            byte[] text = (KnownFindings.of(c.noted()).text() + "\n").getBytes(StandardCharsets.UTF_8);
            Drafts.write(accepted, true, sources, o -> o.write(text));
        }
        return c.fails() ? Main.FAULTS : Main.CLEAN;
    }
}
