package idleheron.report.build;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.report.Json;
import idleheron.report.Paper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.Set;

/**
 * Findings, and topics over tolerance, that are known and accepted: by code, by what they are about, and by the sum of their figure, so that one that gets
 * worse is new.
 *
 * <pre>
 * { "schema": "idle-heron/baseline/1",
 *   "findings": [{ "code": "tip-joints", "subject": "head_tip", "figure": "5f3a…" }] }
 * </pre>
 */
public record KnownFindings(Set<Known> all) {
    public static final KnownFindings NONE = new KnownFindings(Set.of());

    private static final String SCHEMA = "baseline";
    private static final int DIGITS = 16;
    private static final long LARGEST = 64L << 20;

    /**
     * One of them.
     *
     * @param figure the first 16 hexadecimal digits of the SHA-256 of its figure as it is told, with its unit
     */
    public record Known(String code, String subject, String figure) {
        static Known of(Noted f) {
            return new Known(
                    f.code(),
                    f.figure().subject(),
                    Paper.hash(f.figure().text()).substring(0, DIGITS));
        }

        /** By which it is told from all others, on one line. */
        String print() {
            return Paper.hash(code + "\n" + subject + "\n" + figure);
        }
    }

    public KnownFindings {
        all = Set.copyOf(all);
    }

    /** Those that are there. */
    public static KnownFindings of(Collection<Noted> noted) {
        Set<Known> out = new LinkedHashSet<>();
        noted.forEach(f -> out.add(Known.of(f)));
        return new KnownFindings(out);
    }

    public boolean has(Noted f) {
        return all.contains(Known.of(f));
    }

    /** In a stable order. */
    public String text() {
        ObjectNode o = Json.of(SCHEMA);
        ArrayNode list = o.putArray("findings");
        all.stream()
                .sorted(Comparator.comparing(Known::code)
                        .thenComparing(Known::subject)
                        .thenComparing(Known::figure))
                .forEach(k -> list.addObject()
                        .put("code", k.code)
                        .put("subject", k.subject)
                        .put("figure", k.figure));
        return Json.text(o);
    }

    /**
     * @throws IOException when the file cannot be read or holds something else
     */
    public static KnownFindings read(Path file) throws IOException {
        String name = String.valueOf(file.getFileName());
        if (Files.size(file) > LARGEST) {
            throw new IOException(
                    say("report.build.KnownFindings.expected-known-findings-found-bytes", name, Files.size(file)));
        }
        try {
            JsonNode o = new ObjectMapper().readTree(Files.readAllBytes(file));
            String schema = Json.of(SCHEMA).path("schema").asText();
            if (!o.path("schema").asText().equals(schema)) {
                throw new IOException(
                        say("report.build.KnownFindings.expected-schema-found", name, schema, o.path("schema")));
            }
            Set<Known> out = new LinkedHashSet<>();
            for (JsonNode n : o.path("findings")) {
                out.add(new Known(text(name, n, "code"), text(name, n, "subject"), text(name, n, "figure")));
            }
            return new KnownFindings(out);
        } catch (JacksonException e) {
            throw new IOException(
                    say(
                            "report.build.KnownFindings.expected-known-findings-as-json-found",
                            name,
                            e.getOriginalMessage()),
                    e);
        }
    }

    private static String text(String name, JsonNode n, String key) throws IOException {
        if (!n.path(key).isTextual()) {
            throw new IOException(say("report.build.KnownFindings.expected-a-text-under-found", name, key, n));
        }
        return n.path(key).asText();
    }
}
