package idleheron.formats.obj.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.scene.Stage;
import java.util.List;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * What comments at the top say of unit and axes. The format has no word for either; what this program writes says it in a comment, "1
 * unit is 0.01 m, Y up, Z to the front, X to the right", and takes it from there.
 */
final class ObjHead {
    /** Note on a file that says nothing of its unit and axes. */
    static final String UNDECLARED = say("formats.obj.bridge.ObjHead.an-obj-declares-neither-unit-nor");

    private static final Pattern OURS =
            Pattern.compile("1 unit is ([0-9.eE+-]+) m, (-?[XYZ]) up, (-?[XYZ]) to the front, (-?[XYZ]) to the right");
    private static final Pattern HINT = Pattern.compile(
            "(?i)\\b(units?|centimet(er|re)s?|met(er|re)s?|millimet(er|re)s?|inch(es)?|cm|mm|[xyz][- ]up|up[- ]axis)\\b");

    private static final Pattern WRITER = Pattern.compile("(?i)\\b(export(ed|er)?|written|created|generated)\\b");

    private ObjHead() {}

    static String line(Stage s) {
        AxisSystem a = s.axes();
        return "1 unit is " + Figure.exact(s.metersPerUnit()) + " m, " + a.up().label() + " up, "
                + a.front().label() + " to the front, " + a.right().label() + " to the right";
    }

    /** The stage that a comment of ours declares; null where none does. */
    static @Nullable Stage declared(List<String> comments) {
        for (String c : comments) {
            Matcher m = OURS.matcher(c);
            if (m.find()) {
                try {
                    AxisSystem axes = new AxisSystem(axis(m.group(2)), axis(m.group(3)), axis(m.group(4)));
                    return Stage.COMMON.withAxes(axes).withMetersPerUnit(Double.parseDouble(m.group(1)));
                } catch (IllegalArgumentException e) {
                    return null;
                }
            }
        }
        return null;
    }

    private static SignedAxis axis(String label) {
        return Objects.requireNonNull(SignedAxis.named(label));
    }

    /** A comment that seems to speak of unit or axes; "" for none. */
    static String hint(List<String> comments) {
        return comments.stream()
                .filter(c -> HINT.matcher(c).find() && c.length() < 120)
                .findFirst()
                .orElse("");
    }

    /** The program that a comment names, or "". */
    static String writer(List<String> comments) {
        return comments.stream()
                .filter(c -> c.startsWith("Idle Heron") || WRITER.matcher(c).find())
                .findFirst()
                .orElse("");
    }
}
