package idleheron.report;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Tolerances;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;

/** Tolerances as a file, and the terms of a crossing within its own. */
public final class TermsJson {
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final String SCHEMA = "idle-heron/tolerances/1";
    private static final long LARGEST = 1 << 20;

    private TermsJson() {}

    static JsonNode of(Tolerances t) {
        return MAPPER.valueToTree(t);
    }

    /** A file that {@link #read} reads back. */
    public static String text(Tolerances t) {
        ObjectNode o = Json.of("tolerances");
        o.setAll((ObjectNode) of(t));
        return Json.text(o);
    }

    /**
     * What is left out is as usual.
     *
     * @throws IOException when it is no object of tolerances; the message names the file and the key
     */
    public static Tolerances read(Path file) throws IOException {
        String name = String.valueOf(file.getFileName());
        if (Files.size(file) > LARGEST) {
            throw new IOException(say("report.TermsJson.expected-tolerances-of-at-most-1", name));
        }
        try {
            return tolerances(MAPPER.readTree(file.toFile()), name);
        } catch (JacksonException e) {
            throw new IOException(
                    say("report.TermsJson.expected-tolerances-as-json-found", name, e.getOriginalMessage()), e);
        }
    }

    static Tolerances tolerances(JsonNode node, String file) throws IOException {
        ObjectNode all = MAPPER.valueToTree(Tolerances.DEFAULT);
        if (!(node instanceof ObjectNode told)) {
            throw new IOException(say("report.TermsJson.expected-an-object-of-tolerances-found", file));
        }
        if (told.has("schema") && !told.path("schema").asText().equals(SCHEMA)) {
            throw new IOException(say("report.TermsJson.expected-schema-found", file, SCHEMA, told.path("schema")));
        }
        for (Map.Entry<String, JsonNode> e : told.properties()) {
            if (e.getKey().equals("schema")) {
                continue;
            }
            if (!all.has(e.getKey())) {
                throw new IOException(say(
                        "report.TermsJson.expected-one-of-found",
                        file,
                        String.join(
                                ", ",
                                all.propertyStream().map(Map.Entry::getKey).toList()),
                        e.getKey()));
            }
            if (!e.getValue().isNumber() || !(e.getValue().asDouble() >= 0)) {
                throw new IOException(
                        say("report.TermsJson.expected-a-number-from-0-for", file, e.getKey(), e.getValue()));
            }
            all.set(e.getKey(), e.getValue());
        }
        try {
            return MAPPER.treeToValue(all, Tolerances.class);
        } catch (JacksonException e) {
            throw new IOException(say("report.TermsJson.expected-tolerances-found", file, e.getOriginalMessage()), e);
        }
    }

    static void put(ObjectNode o, CompareSettings t) {
        o.set("tolerances", of(t.tolerances()));
        ObjectNode table = o.putObject("matching");
        table.set("nodes", MAPPER.valueToTree(t.table().nodes()));
        table.set("meshes", MAPPER.valueToTree(t.table().meshes()));
        table.set("clips", MAPPER.valueToTree(t.table().clips()));
    }

    static CompareSettings terms(JsonNode o, String file) throws IOException {
        JsonNode t = o.path("tolerances");
        JsonNode m = o.path("matching");
        return new CompareSettings(
                t.isMissingNode() ? Tolerances.DEFAULT : tolerances(t, file),
                new MatchTable(map(m.path("nodes")), map(m.path("meshes")), map(m.path("clips"))));
    }

    private static Map<String, String> map(JsonNode n) {
        Map<String, String> out = new TreeMap<>();
        n.propertyStream().forEach(e -> out.put(e.getKey(), e.getValue().asText()));
        return out;
    }
}
