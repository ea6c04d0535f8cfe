package idleheron.report;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.Verdict;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.pair.CompareSettings;
import idleheron.core.remedy.Remedy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One crossing as a small JSON file beside what was sent, {@code NAME.crossing.json}: which files, which tool, which
 * remedies, the verdict and who signed it off. Paths are relative to the file.
 *
 * @param original what was put on the bench, or ""
 * @param sent what went out, or ""
 * @param returned what came back, or ""
 * @param destination the convention it was made ready for, or ""
 * @param remedies in their order; none of a file of the first version, which had only names of them
 * @param mends what was done to what came back, in order; as the remedies
 * @param terms tolerances and table that it was compared under
 */
public record CrossingFile(
        String original,
        String sent,
        String via,
        String returned,
        String destination,
        List<Remedy> remedies,
        List<Remedy> mends,
        String verdict,
        String signedBy,
        String note,
        CompareSettings terms) {
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final String FIRST = "idle-heron/crossing/1";
    private static final String SECOND = "idle-heron/crossing/2";
    public static final String ENDING = ".crossing.json";

    public CrossingFile {
        remedies = List.copyOf(remedies);
        mends = List.copyOf(mends);
    }

    /** Where the crossing of a sent file is kept. */
    public static Path beside(Path sent) {
        String name = String.valueOf(sent.getFileName());
        int dot = name.lastIndexOf('.');
        return sent.resolveSibling((dot < 0 ? name : name.substring(0, dot)) + ENDING);
    }

    /** The crossing as it stands, for a file in {@code folder}. */
    public static CrossingFile of(Crossing c, @Nullable Verdict verdict, Path folder) {
        return new CrossingFile(
                name(c.original(), folder),
                name(c.sent(), folder),
                c.via(),
                name(c.returned(), folder),
                c.destination() == null ? "" : c.destination().code(),
                c.remedies(),
                c.mends(),
                verdict == null ? Verdict.NOT_CHECKED.word() : verdict.word(),
                c.signedBy(),
                c.note(),
                c.terms());
    }

    private static String name(@Nullable Asset a, Path folder) {
        if (a == null) {
            return "";
        }
        Path absolute = Path.of(a.path()).toAbsolutePath().normalize();
        Path from = folder.toAbsolutePath().normalize();
        return absolute.startsWith(from) ? from.relativize(absolute).toString() : absolute.toString();
    }

    /** Writes beside the target first and then replaces it in one step. */
    public void write(Path target, RemedyJson form) throws IOException {
        ObjectNode o = Json.of("crossing", 2);
        o.put("original", original).put("sent", sent).put("via", via).put("returned", returned);
        o.put("for", destination);
        o.set("remedies", form.write(remedies));
        o.set("mends", form.write(mends));
        o.put("verdict", verdict).put("signedBy", signedBy).put("note", note);
        TermsJson.put(o, terms);
        Path draft = target.resolveSibling(target.getFileName() + ".part");
        Files.writeString(draft, Json.text(o));
        Files.move(draft, target, StandardCopyOption.REPLACE_EXISTING);
    }

    /**
     * @throws IOException when the file cannot be read or is no crossing
     */
    public static CrossingFile read(Path file, RemedyJson form) throws IOException {
        JsonNode o;
        try {
            o = MAPPER.readTree(file.toFile());
        } catch (JsonProcessingException e) {
            throw new IOException(
                    say(
                            "report.CrossingFile.expected-a-crossing-as-json-found",
                            file.getFileName(),
                            e.getOriginalMessage()),
                    e);
        }
        String name = String.valueOf(file.getFileName());
        String schema = o.path("schema").asText();
        if (!schema.equals(FIRST) && !schema.equals(SECOND)) {
            throw new IOException(say("report.CrossingFile.expected-schema-found", name, SECOND, schema));
        }
        boolean bare = schema.equals(FIRST);
        return new CrossingFile(
                o.path("original").asText(),
                o.path("sent").asText(),
                o.path("via").asText(),
                o.path("returned").asText(),
                o.path("for").asText(),
                bare ? List.of() : remedies(o.path("remedies"), name, form),
                bare ? List.of() : remedies(o.path("mends"), name, form),
                o.path("verdict").asText(),
                o.path("signedBy").asText(),
                o.path("note").asText(),
                TermsJson.terms(o, name));
    }

    private static List<Remedy> remedies(JsonNode list, String name, RemedyJson form) throws IOException {
        try {
            return form.readAll(list);
        } catch (IllegalArgumentException e) {
            throw new IOException(
                    say("report.CrossingFile.expected-a-remedy-with-its-parameters", name, e.getMessage()), e);
        }
    }
}
