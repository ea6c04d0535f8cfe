package idleheron.formats.disk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Numbered files of one ending: those that a pattern names, {@code smoke.####.vdb}, a # for each digit of the number, or all of a
 * folder.
 */
public final class NumberedFiles {
    /** More digits than these are no number of a frame. */
    private static final int MOST_DIGITS = 9;

    private final String ending;
    private final Pattern numbered;

    /**
     * One of several.
     *
     * @param digits of its number, 0 for a file without one
     */
    public record Numbered(Path file, int number, int digits) {}

    /**
     * @param ending without the dot, in small letters
     */
    public NumberedFiles(String ending) {
        this.ending = "." + ending;
        this.numbered = Pattern.compile("(.*?)([._-]?)(-?\\d+)\\." + ending, Pattern.CASE_INSENSITIVE);
    }

    private boolean ends(Path file) {
        return file.toString().toLowerCase(Locale.ROOT).endsWith(ending);
    }

    /** Whether a path stands for several: a name with # and the ending, or a folder with a file of it. */
    public boolean matches(Path path) {
        if (String.valueOf(path.getFileName()).contains("#")) {
            return ends(path);
        }
        if (!Files.isDirectory(path)) {
            return false;
        }
        try (Stream<Path> files = Files.list(path)) {
            return files.anyMatch(this::ends);
        } catch (IOException e) {
            return false;
        }
    }

    /**
     * The pattern of the files that one belongs to; the file itself where it stands alone.
     *
     * @param least digits that its number must have
     */
    public Path around(Path file, int least) {
        Matcher m = numbered.matcher(String.valueOf(file.getFileName()));
        if (!m.matches() || m.group(3).length() < least || Files.isDirectory(file)) {
            return file;
        }
        Path pattern = file.resolveSibling(
                m.group(1) + m.group(2) + "#".repeat(m.group(3).length()) + ending);
        try {
            long n = gather(folder(file), String.valueOf(pattern.getFileName())).values().stream()
                    .mapToLong(List::size)
                    .sum();
            return n > 1 ? pattern : file;
        } catch (IOException e) {
            return file;
        }
    }

    private static Path folder(Path file) {
        return Objects.requireNonNull(file.toAbsolutePath().getParent());
    }

    /**
     * The files that a path stands for, by the name without number, those of each in the order of their numbers.
     *
     * @param path a folder, or a file whose name is a pattern
     */
    public Map<String, List<Numbered>> of(Path path) throws IOException {
        boolean all = Files.isDirectory(path);
        Map<String, List<Numbered>> out =
                all ? gather(path, "") : gather(folder(path), String.valueOf(path.getFileName()));
        out.values()
                .forEach(l -> l.sort(Comparator.comparingInt(Numbered::number).thenComparing(Numbered::file)));
        return out;
    }

    private Map<String, List<Numbered>> gather(Path folder, String pattern) throws IOException {
        Pattern wanted = pattern.isEmpty() ? numbered : wanted(pattern);
        Map<String, List<Numbered>> out = new TreeMap<>();
        if (!Files.isDirectory(folder)) {
            return out;
        }
        try (Stream<Path> files = Files.list(folder)) {
            for (Path f : (Iterable<Path>) files.sorted()::iterator) {
                String name = String.valueOf(f.getFileName());
                Matcher m = wanted.matcher(name);
                if (m.matches() && ends(f)) {
                    String digits = m.group(3);
                    boolean frame = digits.length() <= MOST_DIGITS;
                    out.computeIfAbsent(frame ? m.group(1) : name, k -> new ArrayList<>())
                            .add(new Numbered(f, frame ? Integer.parseInt(digits) : 0, digits.length()));
                } else if (pattern.isEmpty() && ends(f)) {
                    out.computeIfAbsent(name.substring(0, name.length() - ending.length()), k -> new ArrayList<>())
                            .add(new Numbered(f, 0, 0));
                }
            }
        }
        return out;
    }

    /** Any number of digits stands for the #s, so that a frame with other padding is found too. */
    private static Pattern wanted(String pattern) {
        int from = pattern.indexOf('#');
        int to = pattern.lastIndexOf('#') + 1;
        String before = from < 0 ? pattern : pattern.substring(0, from);
        String stem = before.replaceAll("[._-]$", "");
        return Pattern.compile(
                "(" + Pattern.quote(stem) + ")(" + Pattern.quote(before.substring(stem.length())) + ")(\\d+)"
                        + Pattern.quote(pattern.substring(to)),
                Pattern.CASE_INSENSITIVE);
    }
}
