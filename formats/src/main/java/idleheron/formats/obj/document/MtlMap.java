package idleheron.formats.obj.document;

import java.util.Map;
import java.util.function.Predicate;

/**
 * A picture of a material: options, each a dash and a word with what it takes, and then the file, which is all that is left, blanks
 * included.
 *
 * @param options as they stand, "" for none
 * @param file with strokes as the file writes them
 */
public record MtlMap(String options, String file) {
    /** How many words an option takes; of those that take up to three numbers, as many as are numbers. */
    private static final Map<String, Integer> OPTIONS = Map.ofEntries(
            Map.entry("-blendu", 1),
            Map.entry("-blendv", 1),
            Map.entry("-cc", 1),
            Map.entry("-clamp", 1),
            Map.entry("-bm", 1),
            Map.entry("-boost", 1),
            Map.entry("-texres", 1),
            Map.entry("-imfchan", 1),
            Map.entry("-type", 1),
            Map.entry("-mm", 2),
            Map.entry("-o", 3),
            Map.entry("-s", 3),
            Map.entry("-t", 3));

    /**
     * @param exists whether a file of that name is there; a word that only looks like an option belongs to one
     */
    public static MtlMap of(String value, Predicate<String> exists) {
        String left = value.strip();
        StringBuilder options = new StringBuilder();
        while (left.startsWith("-") && !exists.test(left)) {
            String[] words = left.split("\\s+");
            Integer takes = OPTIONS.get(words[0].toLowerCase(java.util.Locale.ROOT));
            if (takes == null || words.length < 2) {
                break;
            }
            int n = 1;
            while (n <= takes && n < words.length && (takes < 3 || isNumber(words[n]))) {
                n++;
            }
            for (int i = 0; i < n; i++) {
                options.append(options.isEmpty() ? "" : " ").append(words[i]);
                left = left.substring(left.indexOf(words[i]) + words[i].length())
                        .stripLeading();
            }
        }
        return new MtlMap(options.toString(), left);
    }

    /** Whether a word of an option is a number. */
    public static boolean isNumber(String word) {
        return word.matches("[-+]?(\\d+\\.?\\d*|\\.\\d+)([eE][-+]?\\d+)?");
    }
}
