package idleheron.app.round;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.Drafts;
import idleheron.report.Json;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What goes between the parts of a round, below {@code OUT/.round}: which files a part has, and what became of them. Each file is
 * written in one step.
 */
public final class PartFiles {
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final String ITEMS = "idle-heron/round-part/1";
    private static final String FARM = "idle-heron/round-farm/1";
    private static final String RESULTS = "idle-heron/round-results/1";

    private PartFiles() {}

    /** The folder that a round keeps for itself. */
    public static Path folder(Path out) {
        return Journal.folder(out);
    }

    /** Whether a part left its results. */
    public static boolean isDone(Path out, Part part) {
        return Files.isRegularFile(file(out, part, "results"));
    }

    private static Path file(Path out, Part part, String what) {
        return Journal.folder(out).resolve(part.file() + "." + what + ".json");
    }

    private static Path farm(Path out) {
        return Journal.folder(out).resolve("farm.json");
    }

    /** A round as it was planned, and in how many parts. */
    public record Planned(Round round, int parts) {}

    /**
     * @param out the folder of the round
     * @throws FormatException when no parts were planned there
     */
    public static Planned planned(Path out) throws IOException {
        if (!Files.isRegularFile(farm(out))) {
            throw FormatException.in(
                    String.valueOf(out), say("app.round.PartFiles.the-folder-of-a-round-that"), "none");
        }
        JsonNode o = read(farm(out), FARM);
        return new Planned(RoundFile.whole(o), o.path("parts").asInt());
    }

    /** Says which files each part has. */
    public static void plan(Round round, List<RoundItem> all, int parts) throws IOException {
        ObjectNode farm = Json.object().put("schema", FARM).put("parts", parts);
        farm.setAll(RoundFile.whole(round));
        write(farm(round.folder()), farm);
        List<List<RoundItem>> shared = Part.shared(all, parts);
        Map<String, Integer> at = new HashMap<>();
        all.forEach(i -> at.put(i.target(), at.size()));
        for (int p = 0; p < parts; p++) {
            ObjectNode o = Json.object().put("schema", ITEMS);
            ArrayNode list = o.putArray("files");
            for (RoundItem i : shared.get(p)) {
                list.addObject()
                        .put("name", i.name())
                        .put("file", i.file().toAbsolutePath().normalize().toString())
                        .put("target", i.target())
                        .put("bytes", i.bytes())
                        .put("at", at.get(i.target()));
            }
            write(file(round.folder(), new Part(p + 1, parts), "files"), o);
        }
    }

    private static void write(Path file, ObjectNode o) throws IOException {
        byte[] text = (Json.text(o) + "\n").getBytes(StandardCharsets.UTF_8);
        Drafts.write(file, true, List.of(), out -> out.write(text));
    }

    private static JsonNode read(Path file, String schema) throws IOException {
        String name = String.valueOf(file.getFileName());
        try {
            JsonNode o = MAPPER.readTree(Files.readAllBytes(file));
            if (!o.path("schema").asText().equals(schema)) {
                throw FormatException.in(
                        name,
                        say("app.round.PartFiles.schema", schema),
                        o.path("schema").toString());
            }
            return o;
        } catch (JacksonException e) {
            throw FormatException.in(name, "JSON", e.getOriginalMessage());
        }
    }

    /** The files of a part, as they were planned. */
    public static List<RoundItem> planned(Path out, Part part) throws IOException {
        List<RoundItem> items = new ArrayList<>();
        for (JsonNode n : read(file(out, part, "files"), ITEMS).path("files")) {
            items.add(item(n));
        }
        return items;
    }

    private static RoundItem item(JsonNode n) {
        return new RoundItem(
                n.path("name").asText(),
                Path.of(n.path("file").asText()),
                n.path("target").asText(),
                n.path("bytes").asLong());
    }

    /** All files of a round whose parts were planned, in their order. */
    public static List<RoundItem> planned(Path out, int parts) throws IOException {
        Map<Integer, RoundItem> all = new java.util.TreeMap<>();
        for (int p = 1; p <= parts; p++) {
            for (JsonNode n :
                    read(file(out, new Part(p, parts), "files"), ITEMS).path("files")) {
                all.put(n.path("at").asInt(), item(n));
            }
        }
        return List.copyOf(all.values());
    }

    /** Keeps what became of the files of a part. */
    public static void keep(Round round, Part part, List<FileResult> results) throws IOException {
        ObjectNode o =
                Json.object().put("schema", RESULTS).put("key", round.deed().key());
        ArrayNode list = o.putArray("results");
        results.forEach(r -> list.add(FileResultJson.of(r)));
        write(file(round.folder(), part, "results"), o);
    }

    /** Forgets what became of them, before they are done anew. */
    public static void forget(Path out, Part part) throws IOException {
        Files.deleteIfExists(file(out, part, "results"));
    }

    /**
     * All results together.
     *
     * @param missing parts that left none, from 1
     */
    public record Gathered(RoundSummary summary, List<Integer> missing) {
        public Gathered {
            missing = List.copyOf(missing);
        }
    }

    /**
     * Joins what all parts left. A file that none tells of is missing.
     *
     * @param items all files of the round
     */
    public static Gathered gather(Round round, List<RoundItem> items, int parts) throws IOException {
        String key = round.deed().key();
        Map<String, FileResult> found = new HashMap<>();
        List<Integer> missing = new ArrayList<>();
        for (int p = 1; p <= parts; p++) {
            Path file = file(round.folder(), new Part(p, parts), "results");
            JsonNode o = Files.isRegularFile(file) ? read(file, RESULTS) : MAPPER.createObjectNode();
            if (!o.path("key").asText().equals(key)) {
                missing.add(p);
                continue;
            }
            for (JsonNode n : o.path("results")) {
                FileResult r = FileResultJson.read(n);
                found.put(r.target(), r);
            }
        }
        List<FileResult> all = new ArrayList<>();
        for (RoundItem i : items) {
            FileResult r = found.get(i.target());
            all.add(
                    r != null && r.file().equals(i.name())
                            ? r
                            : FileResult.not(
                                    i,
                                    FileResult.State.MISSING,
                                    say("app.round.PartFiles.no-part-says-what-became-of")));
        }
        return new Gathered(new RoundSummary(all), missing);
    }
}
