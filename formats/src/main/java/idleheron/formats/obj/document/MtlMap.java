package idleheron.formats.obj.document;

import idleheron.core.scene.Placement;
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

    /** What the options say of where the picture lies: -s times the coordinates, then -o more, and -clamp on. */
    public Placement placement() {
        double[] scale = {1, 1};
        double[] move = {0, 0};
        boolean clamped = false;
        String[] words = options.split(" ");
        for (int i = 0; i + 1 < words.length; i++) {
            switch (words[i].toLowerCase(java.util.Locale.ROOT)) {
                case "-s" -> numbers(words, i + 1, scale);
                case "-o" -> numbers(words, i + 1, move);
                case "-clamp" -> clamped = words[i + 1].equalsIgnoreCase("on");
                default -> {}
            }
        }
        Placement.Wrap beyond = clamped ? Placement.Wrap.CLAMP : Placement.Wrap.REPEAT;
        return Placement.of(scale[0], scale[1], 0, move[0], move[1]).wrapped(beyond, beyond);
    }

    /** The options for how a picture lies, each behind a blank, "" for none; there are none that turn or mirror it. */
    public static String options(Placement lies) {
        Placement.Parts by = lies.parts();
        StringBuilder out = new StringBuilder();
        if (!lies.isPlain()) {
            out.append(" -s ").append(ObjOut.text(by.scaleU())).append(' ');
            out.append(ObjOut.text(by.scaleV())).append(" 1 -o ");
            out.append(ObjOut.text(by.moveU())).append(' ');
            out.append(ObjOut.text(by.moveV())).append(" 0");
        }
        boolean clamped = lies.acrossU() == Placement.Wrap.CLAMP && lies.acrossV() == Placement.Wrap.CLAMP;
        return clamped ? out.append(" -clamp on").toString() : out.toString();
    }

    private static void numbers(String[] words, int from, double[] into) {
        for (int i = 0; i < into.length && from + i < words.length && isNumber(words[from + i]); i++) {
            into[i] = Double.parseDouble(words[from + i]);
        }
    }

    private static boolean isNumber(String word) {
        return word.matches("[-+]?(\\d+\\.?\\d*|\\.\\d+)([eE][-+]?\\d+)?");
    }
}
