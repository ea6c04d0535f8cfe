package idleheron.formats.usd.write;

import java.util.Set;

/** Names that prims may have: letters, digits and underscores, not beginning with a digit. */
final class UsdNames {
    private UsdNames() {}

    static boolean isName(String s) {
        return s.matches("[A-Za-z_][A-Za-z0-9_]*");
    }

    static String plain(String name) {
        String out = name.replaceAll("[^A-Za-z0-9_]", "_");
        return out.isEmpty() ? "unnamed" : Character.isDigit(out.charAt(0)) ? "_" + out : out;
    }

    /** A name that is not taken yet, and is taken from then on. */
    static String free(String name, Set<String> taken) {
        String plain = plain(name);
        String out = plain;
        for (int i = 1; !taken.add(out); i++) {
            out = plain + "_" + i;
        }
        return out;
    }
}
