package idleheron.core;

import java.util.Locale;

/** How like two names are. */
public final class NearNames {
    private NearNames() {}

    /** Letters to be put in, taken out or changed between two names (Levenshtein), by those of the longer one: 0 to 1. */
    public static double apart(String a, String b) {
        return a.isEmpty() && b.isEmpty() ? 0 : (double) steps(a, b) / Math.max(a.length(), b.length());
    }

    /**
     * The same without regard to capitals, and to what stands before a stroke or colon; low too where one name is a word of the
     * other: "rig|Idle_02" is 0.1 from "idle".
     */
    public static double byWords(String a, String b) {
        String one = tail(a);
        String other = tail(b);
        if (one.equals(other)) {
            return 0;
        }
        return isWordOf(one, other) || isWordOf(other, one) ? 0.1 : apart(one, other);
    }

    private static String tail(String name) {
        return name.substring(Math.max(name.lastIndexOf(':'), name.lastIndexOf('|')) + 1)
                .toLowerCase(Locale.ROOT);
    }

    private static boolean isWordOf(String word, String name) {
        if (word.isEmpty()) {
            return false;
        }
        for (int at = name.indexOf(word); at >= 0; at = name.indexOf(word, at + 1)) {
            int end = at + word.length();
            if ((at == 0 || !Character.isLetter(name.charAt(at - 1)))
                    && (end == name.length() || !Character.isLetter(name.charAt(end)))) {
                return true;
            }
        }
        return false;
    }

    private static int steps(String a, String b) {
        int[] row = new int[b.length() + 1];
        for (int j = 0; j < row.length; j++) {
            row[j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            int before = row[0];
            row[0] = i;
            for (int j = 1; j < row.length; j++) {
                int same = before + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                before = row[j];
                row[j] = Math.min(same, 1 + Math.min(row[j], row[j - 1]));
            }
        }
        return row[b.length()];
    }
}
