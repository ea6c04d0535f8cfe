package idleheron.app.round;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.report.Json;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/** What became of a file, as JSON. */
public final class FileResultJson {
    private FileResultJson() {}

    /** One file of a round as a line of JSON. */
    public static ObjectNode of(FileResult r) {
        ObjectNode o = Json.object().put("file", r.file()).put("target", r.target());
        o.put("state", r.state().name().toLowerCase(Locale.ROOT)).put("verdict", r.verdict());
        o.putObject("worst")
                .put("code", r.worst().code())
                .put("severity", r.worst().severity())
                .put("message", r.worst().message());
        ObjectNode codes = o.putObject("codes");
        new TreeMap<>(r.codes()).forEach(codes::put);
        o.put("text", r.text());
        sums(o.putArray("sources"), r.sources());
        sums(o.putArray("outputs"), r.outputs());
        return o;
    }

    private static void sums(ArrayNode to, List<FileResult.Sum> all) {
        for (FileResult.Sum s : all) {
            to.addObject().put("file", s.file()).put("bytes", s.bytes()).put("sha256", s.sha256());
        }
    }

    /**
     * @throws IllegalArgumentException when it is none
     */
    static FileResult read(JsonNode o) {
        JsonNode worst = o.path("worst");
        Map<String, Integer> codes = new TreeMap<>();
        o.path("codes")
                .properties()
                .forEach(e -> codes.put(e.getKey(), e.getValue().asInt()));
        return new FileResult(
                o.path("file").asText(),
                o.path("target").asText(),
                FileResult.State.valueOf(o.path("state").asText().toUpperCase(Locale.ROOT)),
                o.path("verdict").asText(),
                new FileResult.Worst(
                        worst.path("code").asText(),
                        worst.path("severity").asText(),
                        worst.path("message").asText()),
                codes,
                o.path("text").asText(),
                sums(o.path("sources")),
                sums(o.path("outputs")));
    }

    private static List<FileResult.Sum> sums(JsonNode all) {
        List<FileResult.Sum> out = new ArrayList<>();
        for (JsonNode n : all) {
            out.add(new FileResult.Sum(
                    n.path("file").asText(),
                    n.path("bytes").asLong(),
                    n.path("sha256").asText()));
        }
        return out;
    }
}
