package idleheron.render.ink;

/**
 * The ramp for distances and weights: even in lightness from light to dark, so that it reads without colour. The four
 * colours are evenly spaced and mixed linearly between.
 */
public final class HeatRamp {
    private static final int[] STOPS = {0xF3EBD6, 0xC7B58A, 0x8A5A6B, 0x3C1F4A};
    private static final int[] TABLE = new int[256];

    static {
        for (int i = 0; i < TABLE.length; i++) {
            float t = i / 255f * (STOPS.length - 1);
            int s = Math.min(STOPS.length - 2, (int) t);
            TABLE[i] = Picture.mix(STOPS[s], STOPS[s + 1], t - s);
        }
    }

    private HeatRamp() {}

    /** Colour at 0 to 1; beyond, that of the end. */
    public static int at(float t) {
        return TABLE[Math.clamp((int) (t * 255 + 0.5f), 0, 255)];
    }
}
