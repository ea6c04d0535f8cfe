package idleheron.core.avatar;

import idleheron.core.math.Vec3;
import java.util.List;

/**
 * How an avatar looks at things.
 *
 * @param type "bone" or "expression"
 * @param offset of the point between the eyes from the head's joint, in its space, stage units
 * @param ranges how far eyes follow: inward, outward, down and up
 */
public record Gaze(String type, Vec3 offset, List<Range> ranges) {
    /** Names of the ranges in the standard, in their order here. */
    public static final List<String> RANGES =
            List.of("rangeMapHorizontalInner", "rangeMapHorizontalOuter", "rangeMapVerticalDown", "rangeMapVerticalUp");

    public Gaze {
        ranges = List.copyOf(ranges);
    }

    /**
     * @param input angle to the thing looked at from which on the eyes follow no more, degrees
     * @param output how far the eyes turn then, degrees, or how much of the expression is on
     */
    public record Range(double input, double output) {}
}
