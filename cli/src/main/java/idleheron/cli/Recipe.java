package idleheron.cli;

import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.inspect.Convention;
import idleheron.core.remedy.ConvertStage;
import idleheron.core.remedy.Remedy;
import idleheron.formats.FormatException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Remedies in their order, and where it all is going: what is done to one file after the other.
 *
 * <pre>
 * { "schema": "idle-heron/recipe/1", "for": "game-centimetres", "remedies": ["bake-scale", "limit-influences=4"] }
 * </pre>
 *
 * @param remedies codes, with a value where they take one
 */
record Recipe(@Nullable Convention destination, List<Remedy> remedies) {
    private static final String SCHEMA = "idle-heron/recipe/1";
    private static final List<String> KEYS = List.of("schema", "for", "remedies");

    Recipe {
        remedies = List.copyOf(remedies);
    }

    /** The remedies that are named, and last the conversion to the destination, unless it is named at another place. */
    static Recipe of(@Nullable String destination, List<String> codes) throws IOException {
        Convention c = Choices.convention(destination);
        List<Remedy> all = new ArrayList<>();
        codes.forEach(r -> all.add(Choices.remedy(r, c)));
        if (c != null && !codes.contains("convert-stage")) {
            all.add(new ConvertStage(c.axes(), c.metersPerUnit()));
        }
        return new Recipe(c, all);
    }

    static Recipe read(Path file) throws IOException {
        String name = String.valueOf(file.getFileName());
        try {
            JsonNode n = new ObjectMapper().readTree(file.toFile());
            if (!n.path("schema").asText().equals(SCHEMA)) {
                throw FormatException.in(
                        name, "schema " + SCHEMA, n.path("schema").toString());
            }
            for (Map.Entry<String, JsonNode> e : n.properties()) {
                if (!KEYS.contains(e.getKey())) {
                    throw FormatException.in(name, "one of " + String.join(", ", KEYS), e.getKey());
                }
            }
            JsonNode destination = n.path("for");
            if (!destination.isMissingNode() && !destination.isNull() && !destination.isTextual()) {
                throw FormatException.in(name, "the name of a convention under \"for\"", destination.toString());
            }
            if (n.has("remedies") && !n.path("remedies").isArray()) {
                throw FormatException.in(
                        name, "a list under \"remedies\"", n.path("remedies").toString());
            }
            List<String> codes = new ArrayList<>();
            for (JsonNode r : n.path("remedies")) {
                if (!r.isTextual()) {
                    throw FormatException.in(name, "remedies as text, such as \"drop-tips\"", r.toString());
                }
                codes.add(r.asText());
            }
            return of(destination.isTextual() ? destination.asText() : null, codes);
        } catch (JacksonException e) {
            throw FormatException.in(name, "a recipe as JSON", e.getOriginalMessage());
        }
    }
}
