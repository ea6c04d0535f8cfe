package idleheron.app.round;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.app.UsageException;
import idleheron.formats.disk.Leftovers;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What a round did so far, kept while it runs so that one that is ended in any way can be gone on with.
 *
 * <p>A text below {@code OUT/.round}, one object on a line: {@code {"process": WHO}} when a process opens it, {@code {"begin":
 * TARGET}} before anything of a file is written, {@code {"key": KEY, "seconds": 0.5, "open": false, "result": {…}}} after all of
 * it is in place or has failed; open where it failed and left something at its target all the same. What is not a whole line
 * was being written when the process ended, and is passed over.
 */
final class Journal implements AutoCloseable {
    /** The folder that a round keeps for itself. */
    static final String FOLDER = ".round";

    private static final String ENDING = ".jsonl";

    private static final ObjectMapper MAPPER = new ObjectMapper();

    private final FileChannel channel;
    private final FileLock lock;
    private final String key;
    private final Set<String> former;

    /**
     * What was done.
     *
     * @param results by target, those of this round
     * @param begun targets that a round was writing when it ended, whichever it was
     * @param outputs of any round, by target: its files may be replaced where they are as they were
     */
    record Past(Map<String, FileResult> results, Set<String> begun, Map<String, List<FileResult.Sum>> outputs) {
        static final Past NONE = new Past(Map.of(), Set.of(), Map.of());
    }

    private Journal(FileChannel channel, FileLock lock, String key, Set<String> former) {
        this.former = former;
        this.channel = channel;
        this.lock = lock;
        this.key = key;
    }

    static Path folder(Path out) {
        return out.resolve(FOLDER);
    }

    /**
     * What one journal of a round says.
     *
     * @param key of the deed whose results count
     */
    static Past past(Path out, String name, String key) throws IOException {
        Path file = folder(out).resolve(name + ENDING);
        return Files.isRegularFile(file) ? past(List.of(file), key) : Past.NONE;
    }

    /** What all journals of a round say. */
    static Past past(Path out, String key) throws IOException {
        if (!Files.isDirectory(folder(out))) {
            return Past.NONE;
        }
        try (Stream<Path> all = Files.list(folder(out))) {
            return past(all.filter(f -> f.toString().endsWith(ENDING)).sorted().toList(), key);
        }
    }

    private static Past past(List<Path> files, String key) throws IOException {
        Past out = new Past(new HashMap<>(), new HashSet<>(), new HashMap<>());
        for (Path f : files) {
            try (Stream<String> lines = Files.lines(f, StandardCharsets.ISO_8859_1)) {
                lines.forEach(l -> {
                    Line told = line(l);
                    FileResult r = told == null ? null : told.result;
                    if (told != null && !told.begun.isEmpty()) {
                        out.begun.add(told.begun);
                    }
                    if (told != null && r != null) {
                        ended(r, told, key, out);
                    }
                });
            }
        }
        return out;
    }

    private static void ended(FileResult r, Line told, String key, Past out) {
        if (r.isDone()) {
            out.outputs.put(r.target(), r.outputs());
        }
        if (!told.open) {
            out.begun.remove(r.target());
        }
        if (told.key.equals(key)) {
            out.results.put(r.target(), r);
        } else {
            out.results.remove(r.target());
        }
    }

    /**
     * What a line says; what it does not say is empty.
     */
    private record Line(
            String process,
            String begun,
            String key,
            boolean open,
            @Nullable FileResult result) {}

    private static @Nullable Line line(String l) {
        try {
            JsonNode o = MAPPER.readTree(l.getBytes(StandardCharsets.ISO_8859_1));
            JsonNode result = o.path("result");
            return new Line(
                    o.path("process").asText(),
                    o.path("begin").asText(),
                    o.path("key").asText(),
                    o.path("open").asBoolean(),
                    result.has("state") ? FileResultJson.read(result) : null);
        } catch (IllegalArgumentException | IOException e) {
            return null;
        }
    }

    /**
     * Opens one to go on with, or a new one.
     *
     * @param name without ending
     * @param anew whether what it says is forgotten
     * @throws UsageException when another process writes it
     */
    static Journal open(Path out, String name, String key, boolean anew) throws IOException {
        Path folder = Files.createDirectories(folder(out));
        FileChannel c = FileChannel.open(
                folder.resolve(name + ENDING),
                StandardOpenOption.CREATE,
                StandardOpenOption.WRITE,
                StandardOpenOption.READ);
        FileLock lock = null;
        try {
            lock = c.tryLock();
        } catch (OverlappingFileLockException e) {
            // told below
        } finally {
            if (lock == null) {
                c.close();
            }
        }
        if (lock == null) {
            throw new UsageException(say("app.round.Journal.another-round-is-writing-to-wait", out));
        }
        Journal j = new Journal(c, lock, key, processes(folder.resolve(name + ENDING)));
        if (anew) {
            c.truncate(0);
        }
        c.position(c.size());
        if (c.size() > 0) {
            j.append("\n"); // ends a line that was cut
        }
        j.append(MAPPER.writeValueAsString(MAPPER.createObjectNode().put("process", Leftovers.own())) + "\n");
        return j;
    }

    private static Set<String> processes(Path file) throws IOException {
        Set<String> out = new HashSet<>();
        try (Stream<String> lines = Files.lines(file, StandardCharsets.ISO_8859_1)) {
            lines.filter(l -> l.startsWith("{\"process\"")).forEach(l -> {
                Line told = line(l);
                if (told != null) {
                    out.add(told.process);
                }
            });
        }
        out.remove(Leftovers.own());
        return out;
    }

    /** Processes that wrote it before: none of them runs any more, for they hold a lock as long as they do. */
    Set<String> former() {
        return former;
    }

    /** Says that a file is about to be written. */
    void begin(RoundItem item) throws IOException {
        ObjectNode o = MAPPER.createObjectNode().put("begin", item.target());
        append(MAPPER.writeValueAsString(o) + "\n");
    }

    /**
     * Says what became of it.
     *
     * @param open whether it failed and left something at its target all the same
     */
    void done(FileResult r, double seconds, boolean open) throws IOException {
        ObjectNode o = MAPPER.createObjectNode()
                .put("key", key)
                .put("seconds", seconds)
                .put("open", open);
        o.set("result", FileResultJson.of(r));
        append(MAPPER.writeValueAsString(o) + "\n");
    }

    private synchronized void append(String text) throws IOException {
        ByteBuffer b = ByteBuffer.wrap(text.getBytes(StandardCharsets.UTF_8));
        while (b.hasRemaining()) {
            channel.write(b);
        }
    }

    @Override
    public void close() throws IOException {
        lock.close();
        channel.close();
    }
}
