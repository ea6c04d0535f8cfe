package idleheron.formats.fbx.document;

import idleheron.core.scene.motion.Handles;

/**
 * The bits of {@code KeyAttrFlags} and the packed halves of {@code KeyAttrDataFloat}.
 *
 * <pre>
 * 0x2 constant     0x4 linear     0x8 cubic
 * 0x100            cubic: the slope is made from the neighbours; constant: the next value is taken
 * 0x200            tension, continuity and bias in place of slopes
 * 0x400 0x800      slopes set by hand; the two sides differ
 * 0x1000 0x4000    made slopes are cut: flat at a neighbour of equal height; so that nothing overshoots
 * 0x2000           made slopes do not look at how far the neighbours are
 * 0x01000000       the handle on the right has a length; 0x02000000 so has the next key's on the left
 * 0x10000000       the handle on the right has a velocity; 0x20000000 so has the next key's on the left
 *
 * data 2           u16 length on the right, u16 length on the next key's left, share of the span in 1/9999
 * data 3           u16 velocity on the right, u16 on the next key's left, in 1/9999
 * </pre>
 */
public final class FbxKeyFlags {
    public static final int CONSTANT = 0x2;
    public static final int LINEAR = 0x4;
    public static final int CUBIC = 0x8;
    public static final int AUTO = 0x100;
    public static final int NEXT_VALUE = 0x100;
    public static final int TENSION = 0x200;
    public static final int USER = 0x400;
    public static final int BROKEN = 0x800;
    public static final int CLAMPED = 0x1000;
    public static final int TIME_INDEPENDENT = 0x2000;
    public static final int PROGRESSIVE = 0x4000;
    public static final int WEIGHTED_RIGHT = 0x01000000;
    public static final int WEIGHTED_NEXT_LEFT = 0x02000000;
    public static final int VELOCITY_RIGHT = 0x10000000;
    public static final int VELOCITY_NEXT_LEFT = 0x20000000;
    private static final double UNIT = 9999;
    private static final int[][] KINDS = {
        {AUTO, Handles.AUTO},
        {CLAMPED, Handles.CLAMPED},
        {PROGRESSIVE, Handles.PROGRESSIVE},
        {USER, Handles.USER},
        {BROKEN, Handles.BROKEN},
        {TENSION, Handles.TENSION},
        {TIME_INDEPENDENT, Handles.TIME_INDEPENDENT}
    };

    private FbxKeyFlags() {}

    /** The bits of {@link Handles} for the flags of a cubic key. */
    public static int kinds(int flags) {
        int out = 0;
        for (int[] k : KINDS) {
            out |= (flags & k[0]) != 0 ? k[1] : 0;
        }
        return out;
    }

    /** The flags of a cubic key for the bits of {@link Handles}. */
    public static int flags(int kinds) {
        int out = 0;
        for (int[] k : KINDS) {
            out |= (kinds & k[1]) != 0 ? k[0] : 0;
        }
        return out;
    }

    /** Two shares of 0 to 1 in 32 bits, the right one in the lower half, as the file packs weights. */
    public static float pack(double right, double left) {
        return Float.intBitsToFloat(half(right) | half(left) << 16);
    }

    private static int half(double share) {
        return Math.clamp(Math.round(share * UNIT), 0, 0xFFFF);
    }

    /** The lower half of what {@link #pack} packs. */
    public static float right(float packed) {
        return (float) ((Float.floatToRawIntBits(packed) & 0xFFFF) / UNIT);
    }

    /** The upper half of what {@link #pack} packs. */
    public static float left(float packed) {
        return (float) ((Float.floatToRawIntBits(packed) >>> 16) / UNIT);
    }
}
