package idleheron.app.round;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.Drafts;
import idleheron.report.Json;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * A round as it is kept, {@code NAME.round.json}; paths are from its folder.
 *
 * <pre>
 * { "schema": "idle-heron/round/1", "inputs": ["clips", "more/*.fbx", "@list.txt"], "recipe": "to-game.recipe.json",
 *   "for": "game-centimetres", "tolerances": "", "out": "ready", "carrier": "", "variant": "" }
 * </pre>
 */
public final class RoundFile {
    /** How its name ends. */
    public static final String ENDING = ".round.json";

    private static final String SCHEMA = "idle-heron/round/1";
    private static final long LARGEST = 1L << 26;
    private static final List<String> KEYS =
            List.of("schema", "inputs", "recipe", "for", "tolerances", "out", "carrier", "variant");

    private RoundFile() {}

    /** Whether a name is that of a round. */
    public static boolean isOne(Path file) {
        return String.valueOf(file.getFileName()).endsWith(ENDING);
    }

    /** Writes it, with its paths from the folder of the file. */
    public static void write(Round round, Path file) throws IOException {
        Path folder = folder(file);
        ObjectNode o = Json.object().put("schema", SCHEMA);
        round.inputs().forEach(o.putArray("inputs")::add);
        boolean moved = !folder.equals(round.base().toAbsolutePath().normalize());
        if (moved) {
            o.putArray("inputs");
            round.inputs().forEach(i -> o.withArray("inputs").add(moved(round, folder, i)));
        }
        o.put("recipe", isName(round.recipe()) ? round.recipe() : moved(round, folder, round.recipe()));
        o.put("for", isName(round.destination()) ? round.destination() : moved(round, folder, round.destination()));
        o.put("tolerances", moved(round, folder, round.tolerances()));
        o.put("out", moved(round, folder, round.out().toString()));
        o.put("carrier", round.carrier()).put("variant", round.variant());
        byte[] text = (Json.text(o) + "\n").getBytes(StandardCharsets.UTF_8);
        Drafts.write(file, true, List.of(), out -> out.write(text));
    }

    /** All of it with the folder from which its paths are, for another process. */
    static ObjectNode whole(Round r) {
        ObjectNode o =
                Json.object().put("base", r.base().toAbsolutePath().normalize().toString());
        r.inputs().forEach(o.putArray("inputs")::add);
        o.put("recipe", r.recipe()).put("for", r.destination()).put("tolerances", r.tolerances());
        return o.put("out", r.folder().toAbsolutePath().normalize().toString())
                .put("carrier", r.carrier())
                .put("variant", r.variant());
    }

    /** From {@link #whole(Round)}. */
    static Round whole(JsonNode o) throws FormatException {
        return new Round(
                Path.of(o.path("base").asText()),
                inputs(say("app.round.RoundFile.a-round"), o.path("inputs")),
                o.path("recipe").asText(),
                o.path("for").asText(),
                o.path("tolerances").asText(),
                Path.of(o.path("out").asText()),
                o.path("carrier").asText(),
                o.path("variant").asText());
    }

    /** What stands for itself and is no file: no name, or one that ships. */
    private static boolean isName(String told) {
        return !told.contains(".");
    }

    private static String moved(Round round, Path folder, String told) {
        if (told.isEmpty()) {
            return told;
        }
        String list = told.startsWith("@") ? "@" : "";
        Path at = round.base()
                .toAbsolutePath()
                .normalize()
                .resolve(told.substring(list.length()))
                .normalize();
        boolean near = at.getRoot() != null && at.getRoot().equals(folder.getRoot());
        return list + (near ? folder.relativize(at) : at).toString().replace('\\', '/');
    }

    private static Path folder(Path file) {
        Path in = file.toAbsolutePath().normalize().getParent();
        return in == null ? Path.of("").toAbsolutePath() : in;
    }

    /**
     * @throws FormatException where it is none, or says what cannot be
     */
    public static Round read(Path file) throws IOException {
        String name = String.valueOf(file.getFileName());
        if (Files.size(file) > LARGEST) {
            throw FormatException.in(
                    name, say("app.round.RoundFile.a-round"), say("app.round.RoundFile.bytes", Files.size(file)));
        }
        try {
            JsonNode o = new ObjectMapper().readTree(Files.readAllBytes(file));
            if (!o.path("schema").asText().equals(SCHEMA)) {
                throw FormatException.in(
                        name,
                        say("app.round.RoundFile.schema", SCHEMA),
                        o.path("schema").toString());
            }
            for (Map.Entry<String, JsonNode> e : o.properties()) {
                if (!KEYS.contains(e.getKey())) {
                    throw FormatException.in(
                            name, say("app.round.RoundFile.one-of", String.join(", ", KEYS)), e.getKey());
                }
            }
            String out = text(name, o, "out");
            if (out.isEmpty()) {
                throw FormatException.in(name, say("app.round.RoundFile.a-folder-under-out"), "nothing");
            }
            return new Round(
                    folder(file),
                    inputs(name, o.path("inputs")),
                    text(name, o, "recipe"),
                    text(name, o, "for"),
                    text(name, o, "tolerances"),
                    Path.of(out),
                    text(name, o, "carrier"),
                    text(name, o, "variant"));
        } catch (JacksonException e) {
            throw FormatException.in(name, say("app.round.RoundFile.a-round-as-json"), e.getOriginalMessage());
        }
    }

    private static List<String> inputs(String name, JsonNode all) throws FormatException {
        List<String> out = new ArrayList<>();
        for (JsonNode n : all) {
            if (!n.isTextual()) {
                throw FormatException.in(name, say("app.round.RoundFile.texts-under-inputs"), n.toString());
            }
            out.add(n.asText());
        }
        return out;
    }

    private static String text(String name, JsonNode o, String key) throws FormatException {
        JsonNode n = o.path(key);
        if (!n.isMissingNode() && !n.isTextual()) {
            throw FormatException.in(name, say("app.round.RoundFile.a-text-under", key), n.toString());
        }
        return n.asText("");
    }
}
