package idleheron.app;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.finding.Convention;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.report.RemedyJson;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Remedies in their order, and where it all is going: what is done to one file after the other.
 *
 * <pre>
 * { "schema": "idle-heron/recipe/2", "for": "game-centimetres", "remedies": ["bake-scale", "limit-influences=4",
 *   { "remedy": "move-scene", "degrees": [90, 0, 0], "factor": 1, "meters": [0, 0, 0] }] }
 * </pre>
 *
 * <p>A remedy is a code, with a value where it takes one, as on the command line; or an object as {@link RemedyJson} has it. A
 * destination is the name of a convention, or its file from the folder of the recipe.
 *
 * @param named the name or the file of the destination, or ""
 */
public record Recipe(@Nullable Convention destination, String named, List<Remedy> remedies) {
    private static final String SCHEMA = "idle-heron/recipe/2";
    private static final String FIRST = "idle-heron/recipe/1";
    private static final RemedyJson FORM = new RemedyJson(SceneFiles.remedies());
    /** Those that ship, by name: a body as a plain surface, in metres, and a figure as an avatar. */
    public static final List<String> SHIPPED = List.of("plain-body", "humanoid-avatar");

    private static final List<String> KEYS = List.of("schema", "for", "remedies");

    public Recipe {
        remedies = List.copyOf(remedies);
    }

    /** The remedies that are named, and last the conversion to the destination, unless it is among them. */
    public static Recipe of(@Nullable String destination, List<String> codes) throws IOException {
        Convention c = Known.convention(destination);
        return closed(
                c,
                destination == null ? "" : destination,
                codes.stream().map(r -> Known.remedy(r, c)).toList());
    }

    /** The same for another destination: a conversion to the former one becomes one to this. */
    public Recipe to(String told) throws IOException {
        Convention c = Objects.requireNonNull(Known.convention(told));
        List<Remedy> all = remedies.stream()
                .map(r -> r instanceof ConvertStage ? new ConvertStage(c.axes(), c.metersPerUnit()) : r)
                .toList();
        return closed(c, told, all);
    }

    private static Recipe closed(@Nullable Convention c, String named, List<Remedy> remedies) {
        List<Remedy> all = new ArrayList<>(remedies);
        if (c != null && all.stream().noneMatch(ConvertStage.class::isInstance)) {
            all.add(new ConvertStage(c.axes(), c.metersPerUnit()));
        }
        return new Recipe(c, named, all);
    }

    /**
     * @param file a recipe, or the name of one that ships where there is no such file
     * @throws UsageException where it is no recipe or holds a remedy that nobody knows
     */
    public static Recipe read(Path file) throws IOException {
        String name = String.valueOf(file.getFileName());
        if (!Files.exists(file) && SHIPPED.contains(name)) {
            try (InputStream in = Recipe.class.getResourceAsStream("recipes/" + name + ".json")) {
                return read(name, file, Objects.requireNonNull(in, name).readAllBytes());
            }
        }
        return read(name, file, Files.readAllBytes(file));
    }

    private static Recipe read(String name, Path file, byte[] text) throws IOException {
        try {
            JsonNode n = new ObjectMapper().readTree(text);
            if (!List.of(SCHEMA, FIRST).contains(n.path("schema").asText())) {
                throw FormatException.in(
                        name, say("app.Recipe.schema", SCHEMA), n.path("schema").toString());
            }
            for (Map.Entry<String, JsonNode> e : n.properties()) {
                if (!KEYS.contains(e.getKey())) {
                    throw FormatException.in(name, say("app.Recipe.one-of", String.join(", ", KEYS)), e.getKey());
                }
            }
            JsonNode destination = n.path("for");
            if (!destination.isMissingNode() && !destination.isNull() && !destination.isTextual()) {
                throw FormatException.in(
                        name, say("app.Recipe.the-name-of-a-convention-under"), destination.toString());
            }
            if (n.has("remedies") && !n.path("remedies").isArray()) {
                throw FormatException.in(
                        name,
                        say("app.Recipe.a-list-under-remedies"),
                        n.path("remedies").toString());
            }
            String named = destination.isTextual() ? found(file, destination.asText()) : "";
            Convention c = Known.convention(named.isEmpty() ? null : named);
            List<Remedy> all = new ArrayList<>();
            for (JsonNode r : n.path("remedies")) {
                all.add(remedy(name, r, c));
            }
            return closed(c, named, all);
        } catch (JacksonException e) {
            throw FormatException.in(name, say("app.Recipe.a-recipe-as-json"), e.getOriginalMessage());
        }
    }

    /** A file is from the folder of the recipe; one that is not there is taken as it is told. */
    private static String found(Path recipe, String destination) {
        Path beside = destination.endsWith(".toml") ? recipe.resolveSibling(destination) : null;
        return beside != null && Files.isRegularFile(beside) ? beside.toString() : destination;
    }

    private static Remedy remedy(String name, JsonNode r, @Nullable Convention c) throws FormatException {
        if (r.isTextual()) {
            return Known.remedy(r.asText(), c);
        }
        if (!r.isObject()) {
            throw FormatException.in(name, say("app.Recipe.remedies-as-text-such-as-drop"), r.toString());
        }
        try {
            return FORM.read(r);
        } catch (IllegalArgumentException e) {
            throw FormatException.in(
                    name, say("app.Recipe.a-remedy-with-its-parameters"), String.valueOf(e.getMessage()));
        }
    }
}
