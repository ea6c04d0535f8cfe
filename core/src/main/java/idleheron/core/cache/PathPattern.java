package idleheron.core.cache;

import static idleheron.core.Messages.say;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * A pattern of object paths: {@code *} is any part of one name, {@code **} any part of a path, all else is itself. What the
 * stars stand for can be used in another path as {1}, {2}, and so on.
 */
public final class PathPattern {
    private final String text;
    private final Pattern pattern;

    public PathPattern(String text) {
        this.text = text;
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < text.length(); ) {
            if (text.startsWith("**", i)) {
                out.append("(.*)");
                i += 2;
            } else if (text.charAt(i) == '*') {
                out.append("([^/]*)");
                i++;
            } else {
                out.append(Pattern.quote(text.substring(i, i + 1)));
                i++;
            }
        }
        this.pattern = Pattern.compile(out.toString());
    }

    /** Whether a path of the cache, "/rig/coat", is meant. */
    public boolean matches(String path) {
        return pattern.matcher(path).matches();
    }

    /**
     * A path by a template, or null where {@code path} does not match.
     *
     * @throws IllegalArgumentException when the template names a star that is not there
     */
    public @Nullable String apply(String path, String template) {
        Matcher m = pattern.matcher(path);
        if (!m.matches()) {
            return null;
        }
        String out = template;
        for (int i = 1; i <= m.groupCount(); i++) {
            out = out.replace("{" + i + "}", m.group(i));
        }
        if (out.matches(".*\\{\\d+}.*")) {
            throw new IllegalArgumentException(
                    say("core.cache.PathPattern.names-a-star-that-does-not", template, text, m.groupCount()));
        }
        return out;
    }

    /** Names of a path, from the top. */
    public static List<String> names(String path) {
        List<String> out = new ArrayList<>();
        for (String s : path.split("/")) {
            if (!s.isEmpty()) {
                out.add(s);
            }
        }
        return out;
    }
}
