package idleheron.rehearsal;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.dataformat.toml.TomlMapper;
import idleheron.core.finding.Convention;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.time.FrameRate;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import org.jspecify.annotations.Nullable;

/**
 * Conventions as files that a person can read and change.
 *
 * <pre>
 * schema  "idle-heron/convention/1"
 * title   text
 * [stage]     up, front, right: "X", "-X", …; metersPerUnit; framesPerSecond, left out for any
 * [skeleton]  oneRoot, tips, controls: true or false; root: a name; joints: a regular expression; bonesAlong: an axis;
 *             humanoid: true where a figure comes only as an avatar
 * [weights]   influences, bits: 0 for any
 * [clips]     names: a regular expression; apart: true or false; wanted: list of names that are looked for
 * [surface]   smoothing, tangents: true or false; pictures: list of endings; pictureSize: largest width or height, 0 for any;
 *             powerOfTwo: true where sides must be powers of two; green: which way that of normals runs, up or down
 * [travel]    cameras, lights: true or false
 * [carrier]   format, variant
 * [volumes]   grids: list of names, each with ":" and a type where that counts; megabytes per frame, 0 for any; half
 * [delivery]  file, clip: names with {name} and {clip}; pictures: a folder
 * </pre>
 *
 * What is left out asks for nothing. A key that is not known is an error, so that a slip of the pen is not overlooked.
 */
public final class ConventionFiles {
    private static final Map<String, Set<String>> KEYS = Map.ofEntries(
            Map.entry(
                    "",
                    Set.of(
                            "schema",
                            "title",
                            "stage",
                            "skeleton",
                            "weights",
                            "clips",
                            "surface",
                            "travel",
                            "carrier",
                            "volumes",
                            "budget",
                            "delivery")),
            Map.entry("stage", Set.of("up", "front", "right", "metersPerUnit", "framesPerSecond")),
            Map.entry("skeleton", Set.of("oneRoot", "tips", "controls", "root", "joints", "bonesAlong", "humanoid")),
            Map.entry("weights", Set.of("influences", "bits")),
            Map.entry("clips", Set.of("names", "apart", "wanted")),
            Map.entry("surface", Set.of("smoothing", "tangents", "pictures", "pictureSize", "powerOfTwo", "green")),
            Map.entry("travel", Set.of("cameras", "lights")),
            Map.entry("carrier", Set.of("format", "variant")),
            Map.entry("budget", Set.of("materials", "triangles", "pictureMegabytes")),
            Map.entry("volumes", Set.of("grids", "megabytes", "half")),
            Map.entry("delivery", Set.of("file", "clip", "pictures")));
    private static final String SCHEMA = "idle-heron/convention/1";
    private static final long LARGEST = 1 << 20;

    private final String file;
    private final JsonNode root;

    private ConventionFiles(String file, JsonNode root) {
        this.file = file;
        this.root = root;
    }

    /**
     * @throws FormatException when it is no convention, with the key and what was expected of it
     */
    public static Convention read(Path path) throws IOException {
        String name = String.valueOf(path.getFileName());
        if (Files.size(path) > LARGEST) {
            throw FormatException.in(
                    name,
                    say("rehearsal.ConventionFiles.a-convention-of-at-most-1"),
                    say("rehearsal.ConventionFiles.bytes", Files.size(path)));
        }
        String code = name.endsWith(".toml") ? name.substring(0, name.length() - 5) : name;
        try {
            return read(code, name, Files.readString(path, StandardCharsets.UTF_8));
        } catch (CharacterCodingException e) {
            throw FormatException.in(
                    name,
                    say("rehearsal.ConventionFiles.text-in-utf-8"),
                    say("rehearsal.ConventionFiles.other-bytes"),
                    e);
        }
    }

    /**
     * @param code its name on the command line
     * @param file the name for messages
     */
    public static Convention read(String code, String file, String text) throws FormatException {
        try {
            return new ConventionFiles(file, new TomlMapper().readTree(text)).convention(code);
        } catch (JacksonException e) {
            int line = e.getLocation() == null ? 1 : e.getLocation().getLineNr();
            throw FormatException.atLine(file, line, "TOML", e.getOriginalMessage());
        }
    }

    private Convention convention(String code) throws FormatException {
        for (Map.Entry<String, Set<String>> section : KEYS.entrySet()) {
            JsonNode s = section.getKey().isEmpty() ? root : root.path(section.getKey());
            for (Map.Entry<String, JsonNode> e : s.properties()) {
                if (!section.getValue().contains(e.getKey())) {
                    throw FormatException.in(
                            file,
                            say(
                                    "rehearsal.ConventionFiles.one-of",
                                    String.join(
                                            ", ",
                                            section.getValue().stream().sorted().toList()),
                                    (section.getKey().isEmpty()
                                            ? ""
                                            : say("rehearsal.ConventionFiles.in", section.getKey()))),
                            e.getKey());
                }
            }
        }
        if (!text("", "schema").equals(SCHEMA)) {
            throw FormatException.in(
                    file, say("rehearsal.ConventionFiles.schema", SCHEMA), '"' + text("", "schema") + '"');
        }
        double unit = number("stage", "metersPerUnit", 1);
        if (!(unit > 0)) {
            throw FormatException.in(
                    file, say("rehearsal.ConventionFiles.metersperunit-above-0"), Double.toString(unit));
        }
        return new Convention(
                code,
                text("", "title").isEmpty() ? code : text("", "title"),
                axes(),
                unit,
                rate(),
                (int) number("weights", "influences", 0),
                flag("skeleton", "oneRoot", false),
                flag("skeleton", "tips", true),
                asks());
    }

    private Convention.Asks asks() throws FormatException {
        return Convention.Asks.NOTHING
                .with(new Convention.Skeleton(
                        axis("skeleton", "bonesAlong"),
                        text("skeleton", "root"),
                        pattern("skeleton", "joints"),
                        (int) number("weights", "bits", 0),
                        flag("skeleton", "controls", true),
                        flag("skeleton", "humanoid", false)))
                .with(new Convention.Clips(
                        pattern("clips", "names"), flag("clips", "apart", false), list("clips", "wanted")))
                .with(new Convention.Surface(
                        list("surface", "pictures"),
                        flag("surface", "smoothing", true),
                        flag("surface", "tangents", true)))
                .with(new Convention.Travel(flag("travel", "cameras", true), flag("travel", "lights", true)))
                .with(text("carrier", "variant"))
                .with(new Convention.Layout(
                        inside("file"),
                        inside("clip"),
                        inside("pictures"),
                        (int) number("surface", "pictureSize", 0),
                        flag("surface", "powerOfTwo", false),
                        green()))
                .with(new Convention.Grids(
                        list("volumes", "grids"), number("volumes", "megabytes", 0), flag("volumes", "half", false)))
                .with(new Convention.Budget(
                        (int) number("budget", "materials", 0),
                        (int) number("budget", "triangles", 0),
                        number("budget", "pictureMegabytes", 0)));
    }

    private String green() throws FormatException {
        String way = text("surface", "green");
        if (!Set.of("", "up", "down").contains(way)) {
            throw FormatException.in(file, say("rehearsal.ConventionFiles.up-or-down-for-green-in"), way);
        }
        return way;
    }

    /** A path of the delivery; it must not lead out of its folder. */
    private String inside(String key) throws FormatException {
        String path = text("delivery", key).replace('\\', '/');
        if (path.startsWith("/")
                || path.contains(":")
                || List.of(path.split("/")).contains("..")) {
            throw FormatException.in(file, say("rehearsal.ConventionFiles.a-path-below-the-delivery-s", key), path);
        }
        return path;
    }

    /** The file that {@link #read} reads back as the same convention. */
    public static String text(Convention c) {
        Convention.Asks a = c.more();
        StringBuilder s = new StringBuilder();
        s.append("schema = ").append(quoted(SCHEMA)).append('\n');
        s.append("title = ").append(quoted(c.title())).append('\n');
        s.append("\n[stage]\nup = ").append(quoted(c.axes().up().label()));
        s.append("\nfront = ").append(quoted(c.axes().front().label()));
        s.append("\nright = ").append(quoted(c.axes().right().label()));
        s.append("\nmetersPerUnit = ").append(c.metersPerUnit()).append('\n');
        if (c.rate() != null) {
            s.append("framesPerSecond = ").append(c.rate().perSecond()).append('\n');
        }
        s.append("\n[skeleton]\noneRoot = ").append(c.oneRoot());
        s.append("\ntips = ").append(c.tipJoints());
        s.append("\ncontrols = ").append(a.skeleton().controls()).append('\n');
        if (a.skeleton().humanoid()) {
            s.append("humanoid = true\n");
        }
        told(s, "root", a.skeleton().root());
        told(s, "joints", a.skeleton().jointNames());
        told(
                s,
                "bonesAlong",
                a.skeleton().bonesAlong() == null
                        ? ""
                        : a.skeleton().bonesAlong().label());
        s.append("\n[weights]\ninfluences = ").append(c.maxInfluences());
        s.append("\nbits = ").append(a.skeleton().weightBits()).append('\n');
        s.append("\n[clips]\n");
        told(s, "names", a.clips().names());
        s.append("apart = ").append(a.clips().apart()).append('\n');
        if (!a.clips().wanted().isEmpty()) {
            s.append("wanted = [").append(quoted(a.clips().wanted())).append("]\n");
        }
        s.append("\n[surface]\nsmoothing = ").append(a.surface().smoothing());
        s.append("\ntangents = ").append(a.surface().tangents());
        s.append("\npictures = [")
                .append(quoted(a.surface().pictures()))
                .append("]\npictureSize = ")
                .append(a.layout().pictureSize())
                .append('\n');
        if (a.layout().powerOfTwo()) {
            s.append("powerOfTwo = true\n");
        }
        told(s, "green", a.layout().green());
        s.append("\n[travel]\ncameras = ").append(a.travel().cameras());
        s.append("\nlights = ").append(a.travel().lights()).append('\n');
        s.append("\n[carrier]\n");
        told(s, "variant", a.variant());
        s.append("\n[volumes]\ngrids = [")
                .append(String.join(
                        ",",
                        a.volumes().names().stream()
                                .map(ConventionFiles::quoted)
                                .toList()))
                .append("]\nmegabytes = ")
                .append(a.volumes().megabytes())
                .append("\nhalf = ")
                .append(a.volumes().half())
                .append('\n');
        s.append("\n[budget]\nmaterials = ").append(a.budget().materials());
        s.append("\ntriangles = ").append(a.budget().triangles());
        s.append("\npictureMegabytes = ").append(a.budget().pictureMegabytes()).append('\n');
        s.append("\n[delivery]\n");
        told(s, "file", a.layout().file());
        told(s, "clip", a.layout().clip());
        told(s, "pictures", a.layout().pictures());
        return s.toString();
    }

    private static void told(StringBuilder s, String key, String value) {
        if (!value.isEmpty()) {
            s.append(key).append(" = ").append(quoted(value)).append('\n');
        }
    }

    /** A basic TOML string. */
    private static String quoted(List<String> all) {
        return String.join(", ", all.stream().map(ConventionFiles::quoted).toList());
    }

    private static String quoted(String v) {
        return '"'
                + v.replace("\\", "\\\\")
                        .replace("\"", "\\\"")
                        .replace("\n", "\\n")
                        .replace("\t", "\\t")
                + '"';
    }

    private JsonNode at(String section, String key) {
        return section.isEmpty() ? root.path(key) : root.path(section).path(key);
    }

    private FormatException wrong(String key, String expected, JsonNode found) {
        return FormatException.in(file, say("rehearsal.ConventionFiles.for", expected, key), found.toString());
    }

    private String text(String section, String key) throws FormatException {
        JsonNode n = at(section, key);
        if (!n.isMissingNode() && !n.isTextual()) {
            throw wrong(key, "text", n);
        }
        return n.asText("");
    }

    private double number(String section, String key, double otherwise) throws FormatException {
        JsonNode n = at(section, key);
        if (!n.isMissingNode() && !n.isNumber()) {
            throw wrong(key, say("rehearsal.ConventionFiles.a-number"), n);
        }
        return n.asDouble(otherwise);
    }

    private boolean flag(String section, String key, boolean otherwise) throws FormatException {
        JsonNode n = at(section, key);
        if (!n.isMissingNode() && !n.isBoolean()) {
            throw wrong(key, say("rehearsal.ConventionFiles.true-or-false"), n);
        }
        return n.asBoolean(otherwise);
    }

    private List<String> list(String section, String key) throws FormatException {
        JsonNode n = at(section, key);
        List<String> out = new ArrayList<>();
        if (!n.isMissingNode() && !n.isArray()) {
            throw wrong(key, say("rehearsal.ConventionFiles.a-list"), n);
        }
        for (JsonNode e : n) {
            out.add(e.asText());
        }
        return out;
    }

    private String pattern(String section, String key) throws FormatException {
        String p = text(section, key);
        try {
            Pattern.compile(p);
            return p;
        } catch (PatternSyntaxException e) {
            throw FormatException.in(
                    file,
                    say("rehearsal.ConventionFiles.a-regular-expression-for", key),
                    p + " (" + e.getDescription() + ")");
        }
    }

    private @Nullable SignedAxis axis(String section, String key) throws FormatException {
        String s = text(section, key);
        SignedAxis a = SignedAxis.named(s);
        if (a == null && !s.isEmpty()) {
            throw FormatException.in(file, say("rehearsal.ConventionFiles.x-y-z-x-y-or", key), s);
        }
        return a;
    }

    private AxisSystem axes() throws FormatException {
        SignedAxis up = axis("stage", "up");
        SignedAxis front = axis("stage", "front");
        SignedAxis right = axis("stage", "right");
        if (up == null || front == null || right == null) {
            throw FormatException.in(file, say("rehearsal.ConventionFiles.up-front-and-right-in-stage"), "fewer");
        }
        try {
            return new AxisSystem(up, front, right);
        } catch (IllegalArgumentException e) {
            throw FormatException.in(
                    file, say("rehearsal.ConventionFiles.three-axes-that-stand-on-each"), e.getMessage() + "");
        }
    }

    private @Nullable FrameRate rate() throws FormatException {
        double perSecond = number("stage", "framesPerSecond", 0);
        if (perSecond < 0 || perSecond > 1e6) {
            throw FormatException.in(
                    file, say("rehearsal.ConventionFiles.framespersecond-above-0"), Double.toString(perSecond));
        }
        return perSecond == 0 ? null : FrameRate.nearest(perSecond);
    }
}
