package idleheron.formats.formula;

import static idleheron.core.Messages.say;

import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.Place;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.tomlj.Toml;
import org.tomlj.TomlParseError;
import org.tomlj.TomlParseResult;
import org.tomlj.TomlPosition;
import org.tomlj.TomlTable;

/**
 * The text of a motion: TOML 1.0 in UTF-8, at most 1 MB, with where each of its values stands.
 *
 * <pre>
 * schema = "idle-heron/motion/1"    what it is
 * clip = "tide"                     name of the clip; that of the file where it is not told
 * figure = "tide_gauge.fbx"         beside this file; optional
 * seconds = 8.0                     length
 * rate = 24                         frames a second, or a fraction: "30000/1001"
 * first = 0                         frame at which t is 0; optional
 * cyclic = true                     whether it is played over and over; optional
 * keys = "every frame"              or "fewest"; optional
 * within = { mm = 0.05, degrees = 0.01 }   for the fewest; optional
 * [joints.NAME.move|turn|scale]
 * x|y|z = 1.5 | "formula" | [[time, value, "easing"], …] | { formula = "…" | keys = [[…]], over = "share", unit = "cm" }
 * </pre>
 */
final class MotionDocument {
    static final String SCHEMA = "idle-heron/motion/1";
    private static final long LARGEST = 1 << 20;
    private static final Pattern UNEXPECTED = Pattern.compile("(?s)Unexpected (.*?), expected (.*)");

    private final String file;
    private final String text;
    private final TomlParseResult root;

    private MotionDocument(String file, String text, TomlParseResult root) {
        this.file = file;
        this.text = text;
        this.root = root;
    }

    /**
     * @throws FormatException where it is too large or no text
     * @throws FormulaFault where it is no TOML
     */
    static MotionDocument read(String file, MemorySegment bytes) throws FormatException {
        if (bytes.byteSize() > LARGEST) {
            throw FormatException.in(
                    file,
                    say("formats.formula.MotionDocument.a-motion-of-at-most-1"),
                    say("formats.formula.MotionDocument.bytes", bytes.byteSize()));
        }
        try {
            return of(
                    file,
                    StandardCharsets.UTF_8
                            .newDecoder()
                            .decode(ByteBuffer.wrap(bytes.toArray(ValueLayout.JAVA_BYTE)))
                            .toString());
        } catch (CharacterCodingException e) {
            throw FormatException.in(
                    file,
                    say("formats.formula.MotionDocument.text-in-utf-8"),
                    say("formats.formula.MotionDocument.other-bytes"),
                    e);
        }
    }

    /** @throws FormulaFault where it is no TOML */
    static MotionDocument of(String file, String text) {
        TomlParseResult root = Toml.parse(text);
        if (root.hasErrors()) {
            throw broken(file, root.errors().getFirst());
        }
        return new MotionDocument(file, text, root);
    }

    /** What the library says, "Unexpected x, expected y", as it is told here. */
    private static FormulaFault broken(String file, TomlParseError e) {
        String said = String.valueOf(e.getMessage());
        Matcher m = UNEXPECTED.matcher(said);
        boolean both = m.matches();
        return new FormulaFault(
                        new Place(e.position().line(), e.position().column()),
                        both ? m.group(2) : "TOML",
                        both
                                ? m.group(1)
                                : said.isEmpty()
                                        ? "something else"
                                        : Character.toLowerCase(said.charAt(0)) + said.substring(1))
                .in(file);
    }

    String file() {
        return file;
    }

    String text() {
        return text;
    }

    TomlTable root() {
        return root;
    }

    /** Where a key stands; the beginning where there is none. */
    Place place(List<String> path) {
        TomlPosition p = root.inputPositionOf(path);
        return p == null ? new Place(1, 1) : new Place(p.line(), p.column());
    }

    /** Where the first character of a text stands that is the value of a key; the key where the text is split over lines. */
    Place textPlace(List<String> path) {
        Place key = place(path);
        List<String> lines = text.lines().skip(key.line() - 1L).limit(2).toList();
        int value = lines.isEmpty() ? -1 : valueAt(lines.getFirst(), key.column() - 1);
        if (value < 0) {
            return key;
        }
        String line = lines.getFirst();
        char quote = line.charAt(value);
        boolean several = line.startsWith(String.valueOf(quote).repeat(3), value);
        if (!several) {
            return new Place(key.line(), value + 2);
        }
        return value + 3 < line.length() ? new Place(key.line(), value + 4) : new Place(key.line() + 1, 1);
    }

    /** Where the quotes behind the equals sign of a key begin, or -1. */
    private static int valueAt(String line, int from) {
        char open = 0;
        for (int i = from; i < line.length(); i++) {
            char c = line.charAt(i);
            if (open != 0) {
                open = c == open ? 0 : open;
            } else if (c == '"' || c == '\'') {
                open = c;
            } else if (c == '=') {
                int at = i + 1;
                while (at < line.length() && Character.isWhitespace(line.charAt(at))) {
                    at++;
                }
                return at < line.length() && (line.charAt(at) == '"' || line.charAt(at) == '\'') ? at : -1;
            }
        }
        return -1;
    }

    /** The value of a key, or null. */
    @Nullable
    Object value(List<String> path) {
        return root.get(path);
    }
}
