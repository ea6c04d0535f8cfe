package idleheron.formats.bytes;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import java.io.IOException;
import org.jspecify.annotations.Nullable;

/** A file that does not hold what its format asks for: which file, where in it, what was expected and what was found. */
public final class FormatException extends IOException {
    private final String place;

    private FormatException(String file, String place, String expected, String found, @Nullable Throwable cause) {
        super(
                say(
                        "formats.bytes.FormatException.expected-found",
                        Wording.plain(file + (place.isEmpty() ? "" : ", " + place)),
                        Wording.plain(expected),
                        Wording.plain(found)),
                cause);
        this.place = place;
    }

    /** "file: at byte 12 expected x, found y". */
    public static FormatException at(String file, long offset, String expected, String found) {
        return new FormatException(file, "byte " + offset, expected, found, null);
    }

    /** "file: in line 3 expected x, found y". */
    public static FormatException atLine(String file, long line, String expected, String found) {
        return new FormatException(file, "line " + line, expected, found, null);
    }

    /** "file: in line 3, column 14 expected x, found y". */
    public static FormatException atColumn(String file, long line, long column, String expected, String found) {
        return new FormatException(file, "line " + line + ", column " + column, expected, found, null);
    }

    /** "file, /accessors/3: expected x, found y": a place within a tree of values. */
    public static FormatException within(String file, String path, String expected, String found) {
        return new FormatException(file, path, expected, found, null);
    }

    /** A refusal of a whole file. */
    public static FormatException in(String file, String expected, String found) {
        return new FormatException(file, "", expected, found, null);
    }

    /** The same with what led to it. */
    public static FormatException in(String file, String expected, String found, Throwable cause) {
        return new FormatException(file, "", expected, found, cause);
    }

    /** "byte 4711", "line 12" or "". */
    public String place() {
        return place;
    }
}
