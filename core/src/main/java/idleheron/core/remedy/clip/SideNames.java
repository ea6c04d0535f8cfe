package idleheron.core.remedy.clip;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Left and right in names: as words ("LeftArm", "arm_left"), or as a letter that stands alone ("arm_l", "R.foot"). */
final class SideNames {
    private static final Pattern SIDE =
            Pattern.compile("(?<![A-Za-z])(?:left|right|LEFT|RIGHT)|(?:Left|Right)|(?<![A-Za-z])[lLrR](?![A-Za-z])");

    private SideNames() {}

    /** The same name on the other side; the same where it tells none. */
    static String other(String name) {
        return SIDE.matcher(name).replaceAll(m -> Matcher.quoteReplacement(exchanged(m.group())));
    }

    private static String exchanged(String side) {
        String other = switch (side.toLowerCase(Locale.ROOT)) {
            case "left" -> "right";
            case "right" -> "left";
            case "l" -> "r";
            default -> "l";
        };
        if (side.equals(side.toUpperCase(Locale.ROOT))) {
            return other.toUpperCase(Locale.ROOT);
        }
        return Character.isUpperCase(side.charAt(0))
                ? other.substring(0, 1).toUpperCase(Locale.ROOT) + other.substring(1)
                : other;
    }
}
