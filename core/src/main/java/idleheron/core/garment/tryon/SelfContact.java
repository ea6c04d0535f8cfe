package idleheron.core.garment.tryon;

import idleheron.core.geometry.Places;
import idleheron.core.geometry.Weld;
import java.util.Arrays;

/**
 * Cloth against itself: once a frame pairs of points are looked for that are near each other and were not at rest; in every step they
 * are kept a thickness apart, one pair after the other.
 */
final class SelfContact implements Contact {
    private static final double SEEN = 2;

    private final double[] rest;
    private final double[] inverse;
    private final double thickness;
    private int[] pairs = new int[0];
    private int count;

    /** @param fixed which points nothing moves */
    SelfContact(double[] rest, boolean[] fixed, double thickness) {
        this.rest = rest;
        this.thickness = thickness;
        inverse = new double[fixed.length];
        for (int i = 0; i < fixed.length; i++) {
            inverse[i] = fixed[i] ? 0 : 1;
        }
    }

    @Override
    public void begin(double[] x) {
        count = 0;
        double reach = SEEN * thickness;
        if (!(reach > 0)) {
            return;
        }
        int n = x.length / 3;
        int[] head = new int[Integer.highestOneBit(Math.max(1, n)) << 1];
        int[] next = new int[n];
        Arrays.fill(head, -1);
        for (int i = 0; i < n; i++) {
            long a = (long) Math.floor(x[3 * i] / reach);
            long b = (long) Math.floor(x[3 * i + 1] / reach);
            long c = (long) Math.floor(x[3 * i + 2] / reach);
            for (int k = 0; k < 27; k++) {
                int h = Weld.hash(a + k % 3 - 1, b + k / 3 % 3 - 1, c + k / 9 - 1) & head.length - 1;
                for (int o = head[h]; o >= 0; o = next[o]) {
                    if (Places.distance(x, i, o) < reach && Places.distance(rest, i, o) > reach) {
                        add(o, i);
                    }
                }
            }
            int h = Weld.hash(a, b, c) & head.length - 1;
            next[i] = head[h];
            head[h] = i;
        }
    }

    private void add(int a, int b) {
        if (2 * count + 2 > pairs.length) {
            pairs = Arrays.copyOf(pairs, Math.max(64, 2 * pairs.length));
        }
        pairs[2 * count] = a;
        pairs[2 * count + 1] = b;
        count++;
    }

    @Override
    public void keep(double[] x, double[] before, double part, int from, int to) {
        for (int k = 0; k < count; k++) {
            int i = pairs[2 * k];
            int j = pairs[2 * k + 1];
            double w = inverse[i] + inverse[j];
            double l = Places.distance(x, i, j);
            if (l >= thickness || w == 0 || l == 0) {
                continue;
            }
            double c = (thickness - l) / (w * l);
            for (int a = 0; a < 3; a++) {
                double d = x[3 * i + a] - x[3 * j + a];
                x[3 * i + a] += inverse[i] * c * d;
                x[3 * j + a] -= inverse[j] * c * d;
            }
        }
    }
}
