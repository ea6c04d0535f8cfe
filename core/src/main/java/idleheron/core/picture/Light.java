package idleheron.core.picture;

/**
 * Between stored 8 bit values and the light they stand for, by the curve of sRGB (IEC 61966-2-1): v / 12.92 up to 0.04045, above
 * it ((v + 0.055) / 1.055)^2.4.
 */
public final class Light {
    private static final float[] OF = new float[256];

    /** Steps of light between 0 and 1 that are told apart on the way back. */
    private static final int STEPS = 1 << 14;

    private static final byte[] BACK = new byte[STEPS + 1];

    static {
        for (int i = 0; i < OF.length; i++) {
            OF[i] = (float) of(i / 255.0);
        }
        for (int i = 0; i <= STEPS; i++) {
            BACK[i] = (byte) Math.round(255 * stored((double) i / STEPS));
        }
    }

    private Light() {}

    /** Light of a stored value, both 0 to 1. */
    public static double of(double stored) {
        return stored <= 0.04045 ? stored / 12.92 : Math.pow((stored + 0.055) / 1.055, 2.4);
    }

    /** The stored value of light, both 0 to 1. */
    public static double stored(double light) {
        return light <= 0.04045 / 12.92 ? light * 12.92 : 1.055 * Math.pow(light, 1 / 2.4) - 0.055;
    }

    /** Light of a stored value of 0 to 255. */
    static float of(int stored) {
        return OF[stored];
    }

    /** The nearest stored value of 0 to 255, to half a step of the darkest. */
    static int stored(float light) {
        return BACK[Math.clamp(Math.round(light * STEPS), 0, STEPS)] & 255;
    }
}
