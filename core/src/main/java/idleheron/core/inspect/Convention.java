package idleheron.core.inspect;

import idleheron.core.math.AxisSystem;
import idleheron.core.time.FrameRate;
import org.jspecify.annotations.Nullable;

/**
 * How a place writes things.
 *
 * @param code for the command line
 * @param rate its frame rate, or null for any
 * @param maxInfluences joints per point that it takes, 0 for any number
 * @param oneRoot whether it wants one skeleton root
 * @param tipJoints whether it takes joints that end a chain and carry nothing
 */
public record Convention(
        String code,
        String title,
        AxisSystem axes,
        double metersPerUnit,
        @Nullable FrameRate rate,
        int maxInfluences,
        boolean oneRoot,
        boolean tipJoints) {}
