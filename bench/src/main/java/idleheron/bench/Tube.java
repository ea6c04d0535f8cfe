package idleheron.bench;

import idleheron.core.geometry.TriangleMesh;
import java.util.function.DoubleUnaryOperator;

/** Tubes about the vertical, for garments and what wears them. */
final class Tube {
    private Tube() {}

    /**
     * @param around points of a ring
     * @param up rings
     * @param low height of the first ring, metres
     * @param high height of the last
     * @param radius by height, 0 at the first ring and 1 at the last
     * @param closed by a point at either end
     */
    static TriangleMesh of(int around, int up, double low, double high, boolean closed, DoubleUnaryOperator radius) {
        double[] p = new double[3 * (around * up + (closed ? 2 : 0))];
        int[] t = new int[6 * around * (up - 1) + (closed ? 6 * around : 0)];
        for (int y = 0; y < up; y++) {
            double h = (double) y / (up - 1);
            for (int i = 0; i < around; i++) {
                int at = 3 * (y * around + i);
                double a = 2 * Math.PI * i / around;
                p[at] = radius.applyAsDouble(h) * Math.sin(a);
                p[at + 1] = low + (high - low) * h;
                p[at + 2] = radius.applyAsDouble(h) * Math.cos(a);
            }
        }
        int n = 0;
        for (int y = 0; y + 1 < up; y++) {
            for (int i = 0; i < around; i++) {
                int a = y * around + i;
                int b = y * around + (i + 1) % around;
                for (int k : new int[] {a, b, b + around, a, b + around, a + around}) {
                    t[n++] = k;
                }
            }
        }
        int end = around * up;
        for (int i = 0; i < around && closed; i++) {
            int top = (up - 1) * around;
            for (int k : new int[] {end, (i + 1) % around, i, end + 1, top + i, top + (i + 1) % around}) {
                t[n++] = k;
            }
        }
        if (closed) {
            p[3 * end + 1] = low;
            p[3 * end + 4] = high;
        }
        return new TriangleMesh(p, t);
    }
}
