package idleheron.core.picture;

/**
 * Between stored 8 bit values and the light they stand for, by the curve of sRGB (IEC 61966-2-1): v / 12.92 up to 0.04045, above
 * it ((v + 0.055) / 1.055)^2.4.
 */
public final class Light {
    private static final float[] OF = table(1 << 8);

    /** Steps of light between 0 and 1 that are told apart on the way back. */
    private static final int STEPS = 1 << 14;

    private static final byte[] BACK = new byte[STEPS + 1];

    /** Places on the root of light between which the way back is straight: within 2e-7, where 16 bits have steps of 1.5e-5. */
    private static final int ROOTS = 1 << 12;

    private static final float[] BACK_OF_ROOT = new float[ROOTS + 2];

    /** Of values of 16 bits, made when somebody asks. */
    private static final class Deep {
        static final float[] OF = table(1 << 16);
    }

    static {
        for (int i = 0; i < BACK_OF_ROOT.length; i++) {
            double root = (double) i / ROOTS;
            BACK_OF_ROOT[i] = (float) stored(root * root);
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
        return BACK[Math.max(0, Math.min(STEPS, (int) (light * STEPS + 0.5f)))] & 255;
    }

    private static float[] table(int values) {
        float[] out = new float[values];
        for (int i = 0; i < values; i++) {
            out[i] = (float) of(i / (values - 1.0));
        }
        return out;
    }

    /** Light of every stored value of 8 or 16 bits. */
    static float[] ofAll(int bits) {
        return bits == 8 ? OF : Deep.OF;
    }

    /** The stored value of light, both 0 to 1, to less than a step of 16 bits. */
    static float back(float light) {
        float at = (float) Math.sqrt(Math.clamp(light, 0f, 1f)) * ROOTS;
        int i = (int) at;
        float low = BACK_OF_ROOT[i];
        return low + (at - i) * (BACK_OF_ROOT[i + 1] - low);
    }
}
