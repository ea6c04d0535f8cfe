package idleheron.core.picture;

import idleheron.core.job.Cores;
import java.util.Arrays;

/**
 * Pictures in another size. Smaller, a texel is the mean of all that it covers, each by the share that is covered; larger, it
 * lies between its neighbours.
 */
public final class PixelSize {
    /** What a wholly clear texel counts, so that what is clear all over keeps its colour. */
    private static final float CLEAREST = 1e-6f;

    private final Pixels from;
    private final Pixels to;
    private final Meaning meaning;
    private final Taps across;
    private final Taps down;
    /** Whether colours count by their alpha. */
    private final boolean weighted;

    /** @param to what rows are stored in, of that size; or any where none are */
    private PixelSize(Pixels from, int width, int height, Pixels to, Meaning meaning) {
        this.from = from;
        this.meaning = from.bands() < 3 && meaning == Meaning.NORMALS ? Meaning.NUMBERS : meaning;
        this.to = to;
        across = Taps.of(from.width(), width);
        down = Taps.of(from.height(), height);
        weighted = from.hasAlpha() && meaning == Meaning.COLOURS;
    }

    /** The same picture where it has that size. */
    public static Pixels of(Pixels from, int width, int height, Meaning meaning) {
        if (from.width() == width && from.height() == height) {
            return from;
        }
        PixelSize size =
                new PixelSize(from, width, height, Pixels.empty(width, height, from.bands(), from.bits()), meaning);
        Cores.split(height, 16, (top, bottom) -> size.rows(top, bottom, 1, size::store));
        return size.to;
    }

    /** Takes a row of what comes of it: channels beside each other, 0 to 1. */
    interface Row {
        void take(float[] values, int y);
    }

    /**
     * Row by row as numbers, in another size, and kept nowhere.
     *
     * @param step from one row that is taken to the next
     */
    static void each(Pixels from, int width, int height, int step, Row to) {
        new PixelSize(from, width, height, from, Meaning.NUMBERS).rows(0, height, step, to);
    }

    /** In the same proportions with no side longer than this; the same picture where it fits. */
    public static Pixels within(Pixels from, int most, Meaning meaning) {
        double f = Math.min(1, (double) most / Math.max(from.width(), from.height()));
        int width = (int) Math.max(1, Math.round(f * from.width()));
        int height = (int) Math.max(1, Math.round(f * from.height()));
        return of(from, width, height, meaning);
    }

    /**
     * Which texels make one, and how much each.
     *
     * @param first of each
     * @param weights of each, from the first on; they sum to 1
     * @param pairs the same beside each other where each has two; else none
     */
    private record Taps(int[] first, float[][] weights, float[] pairs) {
        static Taps of(int from, int to) {
            int[] first = new int[to];
            float[][] weights = new float[to][];
            double step = (double) from / to;
            for (int i = 0; i < to; i++) {
                if (step >= 1) {
                    double begin = i * step;
                    double end = Math.min(from, begin + step);
                    first[i] = (int) begin;
                    float[] w = new float[(int) Math.ceil(end - 1e-9) - first[i]];
                    for (int k = 0; k < w.length; k++) {
                        w[k] = (float) ((Math.min(end, first[i] + k + 1.0) - Math.max(begin, first[i] + k)) / step);
                    }
                    weights[i] = w;
                } else {
                    double at = Math.clamp((i + 0.5) * step - 0.5, 0, from - 1);
                    first[i] = Math.min((int) at, Math.max(0, from - 2));
                    float f = (float) (at - first[i]);
                    weights[i] = from == 1 ? new float[] {1} : new float[] {1 - f, f};
                }
            }
            return new Taps(first, weights, inPairs(weights));
        }
    }

    private static float[] inPairs(float[][] weights) {
        float[] out = new float[2 * weights.length];
        for (int i = 0; i < weights.length; i++) {
            if (weights[i].length != 2) {
                return new float[0];
            }
            out[2 * i] = weights[i][0];
            out[2 * i + 1] = weights[i][1];
        }
        return out;
    }

    /** Rows of the picture that comes of it, from the first to the last. */
    private void rows(int top, int bottom, int step, Row into) {
        int n = across.first.length * (from.bands() + (weighted ? 1 : 0));
        float[][] kept = {new float[n], new float[n]};
        int[] keptOf = {-1, -1};
        float[] wide = new float[from.width() * (from.bands() + (weighted ? 1 : 0))];
        float[] sum = new float[n];
        for (int y = top; y < bottom; y += step) {
            Arrays.fill(sum, 0);
            float[] w = down.weights[y];
            for (int k = 0; k < w.length; k++) {
                int row = down.first[y] + k;
                float[] line = kept[row & 1];
                if (keptOf[row & 1] != row) {
                    load(row, wide);
                    narrow(wide, line);
                    keptOf[row & 1] = row;
                }
                float share = w[k];
                for (int i = 0; i < n; i++) {
                    sum[i] += share * line[i];
                }
            }
            into.take(sum, y);
        }
    }

    /** A row as what is summed: light by alpha, numbers, or parts of vectors; what colours count comes last. */
    private void load(int y, float[] into) {
        int bands = from.bands();
        int width = from.width();
        char[] v = from.values();
        int at = y * width * bands;
        float one = 1f / from.most();
        if (meaning != Meaning.COLOURS) {
            for (int i = 0; i < width * bands; i++) {
                into[i] = v[at + i] * one;
            }
            return;
        }
        float[] light = Light.ofAll(from.bits());
        int colours = from.colours();
        if (colours == bands) {
            for (int i = 0; i < width * bands; i++) {
                into[i] = light[v[at + i]];
            }
            return;
        }
        int out = 0;
        for (int x = 0; x < width; x++) {
            float counts = weighted ? v[at + colours] * one + CLEAREST : 1;
            for (int b = 0; b < colours; b++) {
                into[out++] = light[v[at + b]] * counts;
            }
            if (weighted) {
                into[out++] = v[at + colours] * one;
                into[out++] = counts;
            }
            at += bands;
        }
    }

    private void narrow(float[] wide, float[] into) {
        switch (wide.length / from.width()) {
            case 1 -> narrowOne(wide, into);
            case 3 -> narrowThree(wide, into);
            default -> narrowSome(wide, into);
        }
    }

    private void narrowOne(float[] wide, float[] into) {
        for (int x = 0; x < into.length; x++) {
            float[] w = across.weights[x];
            int at = across.first[x];
            float sum = 0;
            for (int k = 0; k < w.length; k++) {
                sum += w[k] * wide[at + k];
            }
            into[x] = sum;
        }
    }

    private void narrowThree(float[] wide, float[] into) {
        int[] first = across.first;
        float[] pairs = across.pairs;
        for (int x = 0; 2 * x < pairs.length; x++) {
            int at = first[x] * 3;
            float p = pairs[2 * x];
            float q = pairs[2 * x + 1];
            into[3 * x] = p * wide[at] + q * wide[at + 3];
            into[3 * x + 1] = p * wide[at + 1] + q * wide[at + 4];
            into[3 * x + 2] = p * wide[at + 2] + q * wide[at + 5];
        }
        if (pairs.length > 0) {
            return;
        }
        for (int x = 0; x < first.length; x++) {
            float[] w = across.weights[x];
            int at = first[x] * 3;
            int to = 3 * x;
            float a = w[0] * wide[at];
            float b = w[0] * wide[at + 1];
            float c = w[0] * wide[at + 2];
            for (int k = 1; k < w.length; k++) {
                at += 3;
                a += w[k] * wide[at];
                b += w[k] * wide[at + 1];
                c += w[k] * wide[at + 2];
            }
            into[to] = a;
            into[to + 1] = b;
            into[to + 2] = c;
        }
    }

    private void narrowSome(float[] wide, float[] into) {
        int n = wide.length / from.width();
        for (int x = 0; x < across.first.length; x++) {
            float[] w = across.weights[x];
            int at = across.first[x] * n;
            for (int b = 0; b < n; b++) {
                float sum = 0;
                for (int k = 0; k < w.length; k++) {
                    sum += w[k] * wide[at + k * n + b];
                }
                into[x * n + b] = sum;
            }
        }
    }

    private void store(float[] sum, int y) {
        int bands = to.bands();
        int n = sum.length / to.width();
        int most = to.most();
        char[] v = to.values();
        int colours = to.colours();
        for (int x = 0; x < to.width(); x++) {
            int s = x * n;
            int at = (y * to.width() + x) * bands;
            if (meaning == Meaning.NORMALS) {
                normal(sum, s, v, at, most);
            } else if (meaning == Meaning.NUMBERS) {
                for (int b = 0; b < colours; b++) {
                    v[at + b] = rounded(sum[s + b], most);
                }
            } else {
                float counts = weighted ? sum[s + n - 1] : 1;
                for (int b = 0; b < colours; b++) {
                    float value = sum[s + b] / counts;
                    v[at + b] = to.bits() == 8 ? (char) Light.stored(value) : rounded(Light.back(value), most);
                }
            }
            if (to.hasAlpha()) {
                v[at + colours] = rounded(sum[s + colours], most);
            }
        }
    }

    /** Of unit length; outward where what it is the mean of cancels out. */
    private static void normal(float[] sum, int s, char[] v, int at, int most) {
        float x = 2 * sum[s] - 1;
        float y = 2 * sum[s + 1] - 1;
        float z = 2 * sum[s + 2] - 1;
        float length = (float) Math.sqrt(x * x + y * y + z * z);
        boolean none = length < 1e-3f;
        v[at] = rounded(none ? 0.5f : x / length / 2 + 0.5f, most);
        v[at + 1] = rounded(none ? 0.5f : y / length / 2 + 0.5f, most);
        v[at + 2] = rounded(none ? 1 : z / length / 2 + 0.5f, most);
    }

    private static char rounded(float value, int most) {
        return (char) Math.max(0, Math.min(most, (int) (value * most + 0.5f)));
    }
}
