package idleheron.formats.usd.compose;

import idleheron.formats.usd.layer.SpecPath;
import org.jspecify.annotations.Nullable;

/**
 * Where the paths of what is brought in come to lie in what brings it in: those under {@code from} under {@code to}.
 *
 * @param others whether all other paths stay what they are; else they have no place
 */
record PathMap(String from, String to, boolean others) {
    static final PathMap SAME = new PathMap("/", "/", true);

    PathMap withOthers() {
        return new PathMap(from, to, true);
    }

    /** The outer path, or null where there is none. */
    @Nullable
    String out(String path) {
        if (SpecPath.isUnder(path, from)) {
            return SpecPath.moved(path, from, to);
        }
        return others ? path : null;
    }
}
