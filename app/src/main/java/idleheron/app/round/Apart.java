package idleheron.app.round;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.job.Progress;
import idleheron.formats.disk.Leftovers;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;

/**
 * Does one file in a process of its own, so that one that hangs, or needs more memory than there is, takes nobody else with it.
 *
 * <p>The process is told what to do as one line of JSON and answers with one. It ends when its input does, so that it does not
 * outlive the one that started it.
 */
public final class Apart {
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final long LOOK = 100;

    private Apart() {}

    /** What is asked of the process. */
    private static ObjectNode asked(ItemJob job) {
        ObjectNode o = RoundFile.whole(job.round());
        o.put("name", job.item().name()).put("file", job.item().file().toString());
        o.put("target", job.item().target()).put("bytes", job.item().bytes());
        return o.put("overwrite", job.overwrite());
    }

    private static List<String> command() {
        List<String> out = new ArrayList<>();
        out.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        for (String a : ManagementFactory.getRuntimeMXBean().getInputArguments()) {
            boolean own = a.startsWith("-javaagent") || a.startsWith("-agentlib") || a.startsWith("-XX:AOT");
            if (!own && !a.startsWith("-Xlog") && !a.startsWith("-Dheron.most.")) {
                out.add(a);
            }
        }
        System.getProperties().forEach((k, v) -> {
            if (String.valueOf(k).startsWith("heron.most.")) {
                out.add("-D" + k + "=" + v);
            }
        });
        out.addAll(List.of("-cp", System.getProperty("java.class.path"), Apart.class.getName()));
        return out;
    }

    /**
     * Runs a job and waits for it.
     *
     * @param seconds it may take
     * @param progress asked now and then whether to stop
     * @throws CancellationException when it is stopped
     */
    static FileResult run(ItemJob job, double seconds, Progress progress) throws IOException, InterruptedException {
        Process p = new ProcessBuilder(command())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        try (OutputStream to = p.getOutputStream();
                InputStream from = p.getInputStream()) {
            to.write((MAPPER.writeValueAsString(asked(job)) + "\n").getBytes(StandardCharsets.UTF_8));
            to.flush();
            byte[][] told = new byte[1][];
            Thread reader = Thread.startVirtualThread(() -> {
                try {
                    told[0] = from.readAllBytes();
                } catch (IOException e) {
                    told[0] = new byte[0];
                }
            });
            long end = System.nanoTime() + (long) (Math.min(seconds, 1e9) * 1e9);
            while (!p.waitFor(LOOK, TimeUnit.MILLISECONDS)) {
                progress.at(0, job.item().name());
                if (System.nanoTime() - end > 0) {
                    return failed(job, RoundRun.tooLong(seconds));
                }
            }
            reader.join();
            return answer(job, told[0], p.exitValue());
        } finally {
            p.destroyForcibly().waitFor();
            Path folder = job.round().folder().resolve(job.item().target()).getParent();
            if (folder != null) {
                Leftovers.sweep(folder);
            }
        }
    }

    private static FileResult answer(ItemJob job, byte[] told, int status) throws IOException {
        JsonNode o = told.length == 0 ? MAPPER.createObjectNode() : MAPPER.readTree(told);
        return o.has("state")
                ? FileResultJson.read(o)
                : failed(job, say("app.round.Apart.its-own-process-ended-with-status", status));
    }

    private static FileResult failed(ItemJob job, String why) {
        return FileResult.not(job.item(), FileResult.State.FAILED, why);
    }

    /** The other side. */
    public static void main(String[] args) throws IOException {
        PrintStream out = System.out;
        System.setOut(System.err); // what anything else says is no answer
        String line = line(System.in);
        Thread alive = new Thread(Apart::untilClosed, "starter");
        alive.setDaemon(true);
        alive.start();
        JsonNode o = MAPPER.readTree(line);
        Round r = RoundFile.whole(o);
        RoundItem item = new RoundItem(
                o.path("name").asText(),
                Path.of(o.path("file").asText()),
                o.path("target").asText(),
                o.path("bytes").asLong());
        FileResult done;
        try {
            done = new ItemJob(r, r.deed(), item, o.path("overwrite").asBoolean()).run(Progress.NONE);
        } catch (OutOfMemoryError e) {
            done = FileResult.not(item, FileResult.State.FAILED, RoundRun.tooLarge());
        }
        out.println(MAPPER.writeValueAsString(FileResultJson.of(done)));
        out.flush();
        System.exit(0);
    }

    private static String line(InputStream in) throws IOException {
        var bytes = new java.io.ByteArrayOutputStream();
        for (int b = in.read(); b >= 0 && b != '\n'; b = in.read()) {
            bytes.write(b);
        }
        return bytes.toString(StandardCharsets.UTF_8);
    }

    private static void untilClosed() {
        try {
            while (System.in.read() >= 0) {
                // nothing more is told
            }
        } catch (IOException e) {
            // as good as closed
        }
        System.exit(1);
    }
}
