package idleheron.formats;

import java.io.IOException;
import org.jspecify.annotations.Nullable;

/** A file that does not hold what its format asks for: which file, where in it, what was expected and what was found. */
public final class FormatException extends IOException {
    private final String place;

    private FormatException(String file, String place, String expected, String found, @Nullable Throwable cause) {
        super(file + (place.isEmpty() ? "" : ", " + place) + ": expected " + expected + ", found " + found, cause);
        this.place = place;
    }

    public static FormatException at(String file, long offset, String expected, String found) {
        return new FormatException(file, "byte " + offset, expected, found, null);
    }

    public static FormatException atLine(String file, long line, String expected, String found) {
        return new FormatException(file, "line " + line, expected, found, null);
    }

    public static FormatException in(String file, String expected, String found) {
        return new FormatException(file, "", expected, found, null);
    }

    public static FormatException in(String file, String expected, String found, Throwable cause) {
        return new FormatException(file, "", expected, found, cause);
    }

    /** "byte 4711", "line 12" or "". */
    public String place() {
        return place;
    }
}
