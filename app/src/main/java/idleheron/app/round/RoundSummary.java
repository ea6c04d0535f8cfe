package idleheron.app.round;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.Wording;
import idleheron.formats.disk.Drafts;
import idleheron.report.Json;
import idleheron.report.Paper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/**
 * What became of all files of a round.
 *
 * @param results in the order of the files
 */
public record RoundSummary(List<FileResult> results) {
    public RoundSummary {
        results = List.copyOf(results);
    }

    /**
     * How much of one finding there is.
     *
     * @param files in which it was found
     * @param findings of it in all files
     */
    public record Total(String code, int files, int findings) {}

    /** How many files ended so. */
    public int count(FileResult.State state) {
        return (int) results.stream().filter(r -> r.state() == state).count();
    }

    /** Findings of all files, that of most files first. */
    public List<Total> totals() {
        Map<String, Total> all = new TreeMap<>();
        for (FileResult r : results) {
            r.codes()
                    .forEach((code, n) -> all.merge(
                            code,
                            new Total(code, 1, n),
                            (a, b) -> new Total(code, a.files + 1, a.findings + b.findings)));
        }
        List<Total> out = new ArrayList<>(all.values());
        out.sort((a, b) -> b.files != a.files ? b.files - a.files : a.code.compareTo(b.code));
        return out;
    }

    /** "40 files: 38 clean, 1 with faults, 1 failed". */
    public String line() {
        int missing = count(FileResult.State.MISSING);
        return say(
                "app.round.RoundSummary.clean-with-faults-failed",
                Wording.counted(results.size(), "file"),
                count(FileResult.State.CLEAN),
                count(FileResult.State.FAULTS),
                count(FileResult.State.FAILED),
                (missing == 0 ? "" : say("app.round.RoundSummary.missing", missing)));
    }

    /** The whole summary, as {@code batch --json} prints it. */
    public ObjectNode json() {
        ObjectNode o = Json.of("round-summary").put("program", Paper.PROGRAM).put("files", results.size());
        for (FileResult.State s : FileResult.State.values()) {
            o.put(s.name().toLowerCase(Locale.ROOT), count(s));
        }
        ArrayNode totals = o.putArray("findings");
        for (Total t : totals()) {
            totals.addObject().put("code", t.code).put("files", t.files).put("findings", t.findings);
        }
        ArrayNode all = o.putArray("results");
        results.forEach(r -> all.add(FileResultJson.of(r)));
        return o;
    }

    /** Where a round keeps it. */
    public static Path kept(Path out) {
        return Journal.folder(out).resolve("summary.json");
    }

    /** Keeps it in the folder of a round. */
    public void keep(Path out) throws IOException {
        byte[] text = (Json.text(json()) + "\n").getBytes(StandardCharsets.UTF_8);
        Drafts.write(kept(out), true, List.of(), o -> o.write(text));
    }
}
