package idleheron.core;

import static idleheron.core.Messages.say;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Counts, sizes and names as they stand in sentences. */
public final class Wording {
    /** So many names are told; the rest is a number. */
    private static final int MOST = 3;

    private static final int LONGEST = 200;

    private Wording() {}

    /** "a, b, c and 4 more". */
    public static String listed(List<String> names) {
        return names.size() <= MOST
                ? String.join(", ", names)
                : say("core.Wording.and-more", String.join(", ", names.subList(0, MOST)), (names.size() - MOST));
    }

    /** Sentences one after the other; an empty one is left out. */
    public static String sentences(String... of) {
        return Stream.of(of).filter(s -> !s.isEmpty()).collect(Collectors.joining(" "));
    }

    /** "All 25 joints rest", "The 1 joint rests". */
    public static String all(int n, String one, String many) {
        return n == 1 ? say("core.Wording.the-1", one) : say("core.Wording.all", n, many);
    }

    /** "1 joint", "2 joints". */
    public static String counted(long n, String one, String many) {
        String forms = Messages.find("core.counted." + one.replace(' ', '-'));
        int middle = forms == null ? -1 : forms.indexOf('|');
        String first = forms == null || middle < 0 ? one : forms.substring(0, middle);
        String other = forms == null || middle < 0 ? many : forms.substring(middle + 1);
        return n + " " + (n == 1 ? first : other);
    }

    /**
     * How long work may still take: ", about 40 s left"; "" as long as nobody can tell.
     *
     * @param done share of the work, 0 to 1
     * @param seconds that it took so far
     */
    public static String left(double done, double seconds) {
        if (done < 0.02 || seconds < 2) {
            return "";
        }
        double left = seconds / done - seconds;
        return left < 90
                ? String.format(Locale.ROOT, say("core.Wording.about-0f-s-left"), left)
                : String.format(Locale.ROOT, say("core.Wording.about-0f-min-left"), left / 60);
    }

    /** The size of a file: "289 kB", "1.8 MB". */
    public static String bytes(long n) {
        if (n < 1000) {
            return counted(n, "byte");
        }
        return n < 1_000_000
                ? String.format(Locale.ROOT, "%.0f kB", n / 1e3)
                : String.format(Locale.ROOT, "%.1f MB", n / 1e6);
    }

    /** "joint" of "joints"; a word that has no such form as it is. */
    static String single(String many) {
        return Forms.SINGLE.getOrDefault(many, many);
    }

    /** Words that are counted, the one by the many. */
    private static final class Forms {
        private static final Map<String, String> SINGLE = new HashMap<>();

        static {
            for (String key : Messages.all("core").keySet()) {
                String text = key.startsWith("core.counted.") ? Messages.say(key) : "";
                int middle = text.indexOf('|');
                if (middle > 0) {
                    SINGLE.put(text.substring(middle + 1), text.substring(0, middle));
                }
            }
        }
    }

    /** "1 joint", "2 joints", of a word that takes an s. */
    public static String counted(long n, String one) {
        return counted(n, one, one + "s");
    }

    /** One line of at most some hundred letters, whatever a file's names hold. */
    public static String plain(String text) {
        String line = text.replaceAll("[\\p{Cntrl}\\u2028\\u2029]+", "?");
        return line.length() <= LONGEST ? line : line.substring(0, LONGEST) + "…";
    }
}
