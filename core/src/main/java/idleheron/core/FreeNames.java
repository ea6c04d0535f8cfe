package idleheron.core;

import java.util.Set;

/** Names of which no two are the same. */
public final class FreeNames {
    private FreeNames() {}

    /**
     * A name, or with "_2", "_3" behind it the first that is not taken; it is taken from then on.
     *
     * @param taken names so far, to which the one found is added
     */
    public static String free(String name, Set<String> taken) {
        String out = name;
        for (int i = 2; !taken.add(out); i++) {
            out = name + "_" + i;
        }
        return out;
    }
}
