package idleheron.core.picture;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.core.scene.Placement;
import java.util.ArrayList;
import java.util.List;

/**
 * A picture to be looked up on a surface, with smaller copies of itself, each half as wide and high (down to one texel), so that
 * a distant surface does not flicker. Texels are 0xAARRGGBB, row by row from the top, not multiplied by their alpha.
 */
public final class Texels {
    /** What a wholly clear texel counts, so that what is clear all over keeps its colour. */
    private static final float CLEAREST = 1e-6f;

    /** Stands for a picture that is not here yet. */
    public static final Texels COMING = of(1, 1, new int[] {-1}, true);

    /** Stands for a picture that is not there. */
    public static final Texels MISSING = of(1, 1, new int[] {-1}, true);

    private final int[][] levels;
    private final int[] widths;
    private final int[] heights;
    private final boolean clear;

    private Texels(List<int[]> levels, int width, int height) {
        this.levels = levels.toArray(int[][]::new);
        widths = new int[this.levels.length];
        heights = new int[this.levels.length];
        for (int i = 0; i < widths.length; i++) {
            widths[i] = Math.max(1, width >> i);
            heights[i] = Math.max(1, height >> i);
        }
        clear = isClear(this.levels[0]);
    }

    /**
     * Copies are averages of light, each texel as much as its alpha tells.
     *
     * @param argb width times height of them; kept, not copied
     * @param asNumbers whether the values are no colours but numbers, which are averaged as they stand
     */
    public static Texels of(int width, int height, int[] argb, boolean asNumbers) {
        check(width, height, argb);
        List<int[]> all = new ArrayList<>();
        all.add(argb);
        int w = width;
        int h = height;
        while (w > 1 || h > 1) {
            all.add(halved(all.getLast(), w, h, asNumbers));
            w = Math.max(1, w / 2);
            h = Math.max(1, h / 2);
        }
        return new Texels(all, width, height);
    }

    /** Without smaller copies, to be measured. */
    public static Texels alone(int width, int height, int[] argb) {
        check(width, height, argb);
        return new Texels(List.of(argb), width, height);
    }

    private static void check(int width, int height, int[] argb) {
        if (width < 1 || height < 1 || argb.length != width * height) {
            throw new IllegalArgumentException(say("core.picture.Texels.texels-for-by", argb.length, width, height));
        }
    }

    private static boolean isClear(int[] argb) {
        for (int c : argb) {
            if (c >>> 24 != 255) {
                return true;
            }
        }
        return false;
    }

    private static int[] halved(int[] from, int w, int h, boolean asNumbers) {
        int w2 = Math.max(1, w / 2);
        int h2 = Math.max(1, h / 2);
        int[] out = new int[w2 * h2];
        Cores.split(h2, 64, (top, bottom) -> {
            Mean mean = new Mean(asNumbers);
            for (int y = top; y < bottom; y++) {
                for (int x = 0; x < w2; x++) {
                    mean.clear();
                    // an odd side leaves out no row: the last of its copy stands for three
                    for (int v = y * h / h2; v < (y + 1) * h / h2; v++) {
                        for (int u = x * w / w2; u < (x + 1) * w / w2; u++) {
                            mean.add(from[v * w + u]);
                        }
                    }
                    out[y * w2 + x] = mean.get();
                }
            }
        });
        return out;
    }

    /** The mean of some texels. */
    private static final class Mean {
        private final boolean asNumbers;
        private float alpha;
        private float red;
        private float green;
        private float blue;
        private float counted;
        private int n;

        Mean(boolean asNumbers) {
            this.asNumbers = asNumbers;
        }

        void clear() {
            alpha = 0;
            red = 0;
            green = 0;
            blue = 0;
            counted = 0;
            n = 0;
        }

        void add(int argb) {
            float a = (argb >>> 24) / 255f;
            float counts = a + CLEAREST;
            alpha += a;
            counted += counts;
            red += counts * value(argb >> 16 & 255);
            green += counts * value(argb >> 8 & 255);
            blue += counts * value(argb & 255);
            n++;
        }

        int get() {
            return Math.round(255 * alpha / n) << 24
                    | stored(red / counted) << 16
                    | stored(green / counted) << 8
                    | stored(blue / counted);
        }

        private float value(int stored) {
            return asNumbers ? stored : Light.of(stored);
        }

        private int stored(float value) {
            return asNumbers ? Math.clamp(Math.round(value), 0, 255) : Light.stored(value);
        }
    }

    public int width() {
        return widths[0];
    }

    public int height() {
        return heights[0];
    }

    /** Whether any texel is less than opaque. */
    public boolean isClear() {
        return clear;
    }

    /** Copies, the picture itself among them. */
    public int levels() {
        return levels.length;
    }

    /** A texel of a copy, row 0 at the top. */
    public int at(int level, int x, int y) {
        return levels[level][y * widths[level] + x];
    }

    /** Bytes that it takes. */
    public long bytes() {
        long out = 0;
        for (int[] l : levels) {
            out += 4L * l.length;
        }
        return out;
    }

    /**
     * The copy to be taken where a step of one pixel is so many texels of the picture.
     *
     * @param squared the longer step, squared
     */
    public int level(float squared) {
        // log2 of the step, rounded: half the exponent of twice its square
        return Math.clamp(Math.getExponent(2 * squared) >> 1, 0, levels.length - 1);
    }

    /**
     * The colour at a place, between the four texels whose centres are around it.
     *
     * @param u from the left edge, 1 at the right one; any number
     * @param v from the bottom edge
     */
    public int sample(float u, float v, int level, Placement.Wrap acrossU, Placement.Wrap acrossV) {
        int w = widths[level];
        int h = heights[level];
        float x = within(u, acrossU) * w - 0.5f;
        float y = (1 - within(v, acrossV)) * h - 0.5f;
        int x0 = (int) Math.floor(x);
        int y0 = (int) Math.floor(y);
        int fx = (int) ((x - x0) * 256);
        int fy = (int) ((y - y0) * 256);
        int left = beside(x0, w, acrossU);
        int right = beside(x0 + 1, w, acrossU);
        int top = beside(y0, h, acrossV) * w;
        int bottom = beside(y0 + 1, h, acrossV) * w;
        int[] t = levels[level];
        return between(
                between(t[top + left], t[top + right], fx), between(t[bottom + left], t[bottom + right], fx), fy);
    }

    /** The place on the picture itself, 0 to 1. */
    private static float within(float at, Placement.Wrap across) {
        float f = at - (float) Math.floor(at);
        return switch (across) {
            case REPEAT -> f;
            case CLAMP -> at > 0 ? Math.min(at, 1) : 0; // also where it is no number
            case MIRROR -> ((int) Math.floor(at) & 1) == 0 ? f : 1 - f;
        };
    }

    /** A texel beside the edge comes from the other side where the picture repeats. */
    private static int beside(int i, int n, Placement.Wrap across) {
        if (i >= 0 && i < n) {
            return i;
        }
        if (across == Placement.Wrap.REPEAT) {
            return i < 0 ? n - 1 : 0;
        }
        return i < 0 ? 0 : n - 1;
    }

    /** Two channels at a time; f of 256 is b. */
    private static int between(int a, int b, int f) {
        int even = (a & 0xFF00FF) * (256 - f) + (b & 0xFF00FF) * f;
        int odd = (a >>> 8 & 0xFF00FF) * (256 - f) + (b >>> 8 & 0xFF00FF) * f;
        return even >>> 8 & 0xFF00FF | odd & 0xFF00FF00;
    }
}
