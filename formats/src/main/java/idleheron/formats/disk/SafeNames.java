package idleheron.formats.disk;

import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Names out of files as names for files, by one rule: letters, digits, {@code _ - .} stay, all else becomes {@code _}; no name
 * begins with a dot or ends with one, none is longer than {@link #MOST} bytes, none is reserved on another system, and no two of
 * one set differ in nothing but capitals.
 */
public final class SafeNames {
    /** Bytes in UTF-8 that a name has at most; disks take 255, and endings and numbers come on top. */
    public static final int MOST = 120;

    private static final Pattern RESERVED =
            Pattern.compile("(con|prn|aux|nul|com[0-9]|lpt[0-9])(\\..*)?", Pattern.CASE_INSENSITIVE);

    private final Set<String> taken = new HashSet<>();

    /**
     * @param otherwise the name of what has none
     */
    public static String of(String name, String otherwise) {
        String plain = name.replaceAll("[^\\p{L}\\p{M}\\p{N}_.-]+", "_")
                .replaceAll("^\\.+", "_")
                .replaceAll("\\.+$", "");
        if (plain.isBlank() || plain.replaceAll("[_.-]", "").isEmpty()) {
            plain = otherwise;
        }
        plain = RESERVED.matcher(plain).matches() ? "_" + plain : plain;
        int dot = plain.lastIndexOf('.');
        String end = dot > 0 && plain.length() - dot <= 8 ? plain.substring(dot) : "";
        return cut(plain.substring(0, plain.length() - end.length()), MOST - end.length()) + end;
    }

    /** The beginning of a name that has no more than so many bytes, letters whole. */
    private static String cut(String name, int most) {
        int end = name.length();
        while (name.substring(0, end).getBytes(StandardCharsets.UTF_8).length > most) {
            end = name.offsetByCodePoints(end, -1);
        }
        return name.substring(0, end);
    }

    /** A safe name that this set has not given yet: {@code walk}, {@code walk_2}. */
    public String free(String name, String otherwise) {
        String safe = of(name, otherwise);
        String base = FileNames.stem(safe);
        String end = FileNames.end(safe);
        String out = safe;
        for (int i = 2; !taken.add(out.toLowerCase(Locale.ROOT)); i++) {
            out = base + "_" + i + end;
        }
        return out;
    }
}
