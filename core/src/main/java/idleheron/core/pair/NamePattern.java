package idleheron.core.pair;

import static idleheron.core.Messages.say;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One rule by which many names became others: a prefix or a suffix that was put on or taken off, a part that was replaced, other
 * separators or capitals. Namespaces are looked past.
 */
public final class NamePattern {
    /** A rule counts when it explains at least this share of the names that have no partner. */
    private static final double MOST = 0.6;

    /** Parts shorter than this are found in too many names. */
    private static final int LEAST_PART = 2;

    private final String text;
    private final Map<String, String> pairs;

    private NamePattern(String text, Map<String, String> pairs) {
        this.text = text;
        this.pairs = pairs;
    }

    /** What became of a name: "have the prefix \"imp_\"". */
    public String text() {
        return text;
    }

    /** Per old name the new one. */
    public Map<String, String> pairs() {
        return pairs;
    }

    /**
     * The rule that explains the most names, or null.
     *
     * @param before names that are gone
     * @param after names that are new
     */
    public static @Nullable NamePattern of(Collection<String> before, Collection<String> after) {
        Map<String, String> there = new HashMap<>();
        for (String a : after) {
            there.merge(Matching.plain(a), a, (x, y) -> "");
        }
        Map<String, Integer> votes = new HashMap<>();
        for (String b : before) {
            String old = Matching.plain(b);
            for (String is : there.keySet()) {
                vote(old, is, votes);
            }
        }
        NamePattern best = null;
        List<Map.Entry<String, Integer>> rules = new ArrayList<>(votes.entrySet());
        rules.sort(Map.Entry.<String, Integer>comparingByValue().reversed().thenComparing(Map.Entry.comparingByKey()));
        for (Map.Entry<String, Integer> rule : rules.subList(0, Math.min(8, rules.size()))) {
            best = better(best, made(rule.getKey(), before, there));
        }
        best = better(best, plainLetters(before, there));
        double least = Math.max(2, MOST * Math.min(before.size(), after.size()));
        return best != null && best.pairs.size() >= least ? best : null;
    }

    private static @Nullable NamePattern better(@Nullable NamePattern a, @Nullable NamePattern b) {
        return a == null ? b : b == null || b.pairs.size() <= a.pairs.size() ? a : b;
    }

    /** Rules are written as {@code from \n to}: what stands between what both names share at their ends. */
    private static void vote(String old, String is, Map<String, Integer> votes) {
        int head = 0;
        while (head < Math.min(old.length(), is.length()) && old.charAt(head) == is.charAt(head)) {
            head++;
        }
        int tail = 0;
        while (tail < Math.min(old.length(), is.length()) - head
                && old.charAt(old.length() - 1 - tail) == is.charAt(is.length() - 1 - tail)) {
            tail++;
        }
        if (head + tail < LEAST_PART) {
            return;
        }
        String from = old.substring(head, old.length() - tail);
        String to = is.substring(head, is.length() - tail);
        String place = head == 0 ? "^" : tail == 0 ? "$" : from.isEmpty() ? "" : "*";
        if (!place.isEmpty() && !(from.isEmpty() && to.isEmpty())) {
            votes.merge(place + from + "\n" + to, 1, Integer::sum);
        }
        if (is.endsWith(old)) {
            votes.merge("^\n" + is.substring(0, is.length() - old.length()), 1, Integer::sum);
        }
        if (old.endsWith(is)) {
            votes.merge("^" + old.substring(0, old.length() - is.length()) + "\n", 1, Integer::sum);
        }
    }

    private static NamePattern made(String rule, Collection<String> before, Map<String, String> there) {
        char place = rule.charAt(0);
        int line = rule.indexOf('\n');
        String from = rule.substring(1, line);
        String to = rule.substring(line + 1);
        Map<String, String> pairs = new HashMap<>();
        for (String b : before) {
            String old = Matching.plain(b);
            String is = place == '^' && old.startsWith(from)
                    ? to + old.substring(from.length())
                    : place == '$' && old.endsWith(from)
                            ? old.substring(0, old.length() - from.length()) + to
                            : place == '*' ? old.replace(from, to) : "";
            put(b, there.get(is), pairs);
        }
        return new NamePattern(told(place, from, to), unique(pairs));
    }

    private static String told(char place, String from, String to) {
        String what = place == '^' ? say("core.pair.NamePattern.prefix") : say("core.pair.NamePattern.suffix");
        if (place == '*' || !from.isEmpty() && !to.isEmpty()) {
            return say("core.pair.NamePattern.have-in-the-place-of", to, from);
        }
        return from.isEmpty()
                ? say("core.pair.NamePattern.have-the", what, to)
                : say("core.pair.NamePattern.lost-the", what, from);
    }

    /** Names that are equal but for capitals and whatever is no letter or digit. */
    private static NamePattern plainLetters(Collection<String> before, Map<String, String> there) {
        Map<String, String> bare = new HashMap<>();
        there.forEach((plain, full) -> bare.merge(letters(plain), full, (x, y) -> ""));
        Map<String, String> pairs = new HashMap<>();
        for (String b : before) {
            put(b, bare.get(letters(Matching.plain(b))), pairs);
        }
        return new NamePattern(say("core.pair.NamePattern.are-written-with-other-separators-or"), unique(pairs));
    }

    private static String letters(String name) {
        return name.replaceAll("[^\\p{L}\\p{N}]", "").toLowerCase(Locale.ROOT);
    }

    private static void put(String old, @Nullable String is, Map<String, String> pairs) {
        if (is != null && !is.isEmpty()) {
            pairs.put(old, is);
        }
    }

    /** Without those that would share a partner. */
    private static Map<String, String> unique(Map<String, String> pairs) {
        Map<String, Integer> count = new HashMap<>();
        pairs.values().forEach(v -> count.merge(v, 1, Integer::sum));
        pairs.values().removeIf(v -> count.getOrDefault(v, 0) > 1);
        return pairs;
    }
}
