package idleheron.cli;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.app.round.FileResult;
import idleheron.app.round.FileResultJson;
import idleheron.app.round.RoundItem;
import idleheron.app.round.RoundListener;
import idleheron.core.Wording;
import idleheron.core.job.Progress;
import java.io.PrintWriter;

/**
 * Tells how a round goes: each file as it ends, and how far all of it is, to standard error: over and over on one line of a
 * terminal, else a line now and then.
 */
final class BatchTelling implements RoundListener, Progress {
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final long LINES = 10_000_000_000L;
    private static final long LOOKS = 200_000_000L;
    private static final String CLEARED = "\r\u001b[K";

    private final PrintWriter out;
    private final PrintWriter err;
    private final boolean json;
    private final boolean terminal;
    private final long every;
    private final int files;
    private final long start = System.nanoTime();
    private long told = start;
    private int ended;
    private boolean shown;

    /**
     * @param json whether a file is a line of JSON
     */
    BatchTelling(PrintWriter out, PrintWriter err, boolean json, int files) {
        // the script that starts the program knows, Java does not
        this(
                out,
                err,
                json,
                files,
                Boolean.getBoolean("heron.terminal"),
                Boolean.getBoolean("heron.terminal") ? LOOKS : LINES);
    }

    /**
     * @param terminal whether what is told takes the place of what was told before
     * @param every so many nanoseconds
     */
    BatchTelling(PrintWriter out, PrintWriter err, boolean json, int files, boolean terminal, long every) {
        this.out = out;
        this.err = err;
        this.json = json;
        this.files = files;
        this.terminal = terminal;
        this.every = every;
    }

    @Override
    public synchronized void ended(RoundItem item, FileResult r, double seconds, boolean already) {
        ended++;
        clear();
        if (json) {
            ObjectNode o = FileResultJson.of(r);
            o.put("seconds", Math.round(seconds * 1000) / 1000.0).put("already", already);
            out.println(line(o));
        } else {
            String told = r.state() == FileResult.State.FAILED ? say("cli.BatchTelling.failed", r.text()) : r.text();
            out.println(r.file() + ": " + told
                    + (r.worst().severity().isEmpty()
                            ? ""
                            : "; " + r.worst().severity() + ": " + r.worst().message())
                    + (already ? say("cli.BatchTelling.done-before") : ""));
        }
        out.flush();
    }

    static String line(ObjectNode o) {
        try {
            return MAPPER.writeValueAsString(o);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public synchronized void at(double done, String what) {
        long now = System.nanoTime();
        if (now - told < every) {
            return;
        }
        told = now;
        String far = what.isEmpty()
                ? say("cli.BatchTelling.of-files-of-the-bytes", ended, files, Math.round(done * 100))
                : what;
        String text = far + Wording.left(done, (now - start) / 1e9);
        if (terminal) {
            err.print(CLEARED + text);
            err.flush();
            shown = true;
        } else {
            err.println(say("cli.BatchTelling.heron", text));
        }
    }

    /** Takes the line of a terminal away. */
    synchronized void clear() {
        if (shown) {
            err.print(CLEARED);
            err.flush();
            shown = false;
        }
    }
}
