package idleheron.formats.disk;

import static idleheron.core.Messages.say;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;

/** Keeps what happened where this program is at fault, so that it can be reported. */
public final class FaultLog {
    private FaultLog() {}

    /**
     * Writes a log of its own for a fault.
     *
     * @param what was being done
     * @return one line for a person, with where the log is
     */
    public static String tell(Throwable e, String what) {
        return say(
                "formats.disk.FaultLog.a-fault-of-this-program-your",
                e.getClass().getSimpleName(),
                where(e, what));
    }

    private static String where(Throwable e, String what) {
        StringWriter text = new StringWriter();
        text.append(what).append('\n');
        text.append("Java ").append(System.getProperty("java.vm.version")).append('\n');
        e.printStackTrace(new PrintWriter(text));
        String name = "fault-"
                + LocalDateTime.now(ZoneId.systemDefault()).format(DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss-SSS"))
                + "-" + ProcessHandle.current().pid() + ".log";
        for (Path folder : new Path[] {
            Path.of(System.getProperty("user.home", "."), ".cache", "idle-heron"),
            Path.of(System.getProperty("java.io.tmpdir", "."))
        }) {
            try {
                Files.createDirectories(folder);
                Path log = folder.resolve(name);
                Files.writeString(log, text.toString());
                return say("formats.disk.FaultLog.the-log-is-in", log);
            } catch (IOException x) {
                // the next place
            }
        }
        return say("formats.disk.FaultLog.a-log-could-not-be-written");
    }
}
