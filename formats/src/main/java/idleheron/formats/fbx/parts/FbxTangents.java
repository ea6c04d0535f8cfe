package idleheron.formats.fbx.parts;

import idleheron.formats.fbx.document.FbxKeyFlags;

/**
 * Slopes of cubic keys from what a file says of them.
 *
 * <pre>
 * by hand   the slope on the right stands at the key, the one on the left at the key before
 * by rule   from the neighbours: (v₊ - v₋) / (t₊ - t₋); when the rule looks at distances, the two neighbouring slopes, each
 *           in proportion to how near it is; flat at the ends of the curve; cut so that nothing overshoots, or flat where a
 *           neighbour is as high
 * tension   d = v₊ - v, b = v - v₋:  right (1-T)(1+C)(1+B)/2 · b + (1-T)(1-C)(1-B)/2 · d
 *                                    left  (1-T)(1-C)(1+B)/2 · b + (1-T)(1+C)(1-B)/2 · d, over the mean of the two spans
 * </pre>
 *
 * The rule of tension, continuity and bias is that of Kochanek and Bartels, "Interpolating Splines with Local Tension,
 * Continuity, and Bias Control" (1984).
 */
final class FbxTangents {
    private static final double THIRD = 1 / 3.0;
    private static final double FLAT = 1e-6;

    private FbxTangents() {}

    /** {leaving, arriving}, value per second, one per key. */
    static double[][] slopes(double[] t, double[] v, int[] flags, float[] data) {
        int n = t.length;
        double[] leaving = new double[n];
        double[] arriving = new double[n];
        for (int i = 0; i < n; i++) {
            boolean cubic = (flags[i] & FbxKeyFlags.CUBIC) != 0;
            boolean before = i > 0 && (flags[i - 1] & FbxKeyFlags.CUBIC) != 0;
            if (!cubic && !before) {
                continue;
            }
            int rule = cubic ? flags[i] : flags[i - 1];
            if ((rule & FbxKeyFlags.TENSION) != 0) {
                tension(t, v, i, data, leaving, arriving);
            } else if (isByHand(rule)) {
                leaving[i] = cubic ? data[4 * i] : 0;
                arriving[i] = before && isByHand(flags[i - 1]) ? data[4 * i - 3] : leaving[i];
            } else {
                double slope = byRule(t, v, i, rule);
                leaving[i] = slope;
                arriving[i] = before && isByHand(flags[i - 1]) ? data[4 * i - 3] : slope;
            }
        }
        return new double[][] {leaving, arriving};
    }

    /** A key that says nothing of how its slope was made has it by hand. */
    private static boolean isByHand(int flags) {
        return (flags & FbxKeyFlags.USER) != 0 || (flags & (FbxKeyFlags.AUTO | FbxKeyFlags.TENSION)) == 0;
    }

    private static double byRule(double[] t, double[] v, int i, int flags) {
        if (i == 0 || i + 1 == t.length) {
            return 0;
        }
        double before = v[i] - v[i - 1];
        double after = v[i + 1] - v[i];
        double left = t[i] - t[i - 1];
        double right = t[i + 1] - t[i];
        double slope = (before + after) / (left + right);
        if ((flags & FbxKeyFlags.TIME_INDEPENDENT) == 0) {
            double share = left / (left + right);
            slope = before / left * (1 - share) + after / right * share;
        }
        if ((flags & FbxKeyFlags.CLAMPED) != 0) {
            double height = FLAT * Math.max(1, Math.abs(v[i]));
            if (Math.abs(before) < height || Math.abs(after) < height) {
                return 0;
            }
        }
        if ((flags & FbxKeyFlags.PROGRESSIVE) != 0) {
            double sign = Math.signum(slope);
            double most = Math.min(sign * before / (THIRD * left), sign * after / (THIRD * right));
            slope = sign * Math.min(Math.abs(slope), Math.max(0, most));
        }
        return slope;
    }

    private static void tension(double[] t, double[] v, int i, float[] data, double[] leaving, double[] arriving) {
        double tension = 1 - data[4 * i];
        double continuity = data[4 * i + 1];
        double bias = data[4 * i + 2];
        boolean first = i == 0;
        boolean last = i + 1 == t.length;
        double before = first ? 0 : v[i] - v[i - 1];
        double after = last ? 0 : v[i + 1] - v[i];
        double span = first && last ? 1 : first ? t[i + 1] - t[i] : last ? t[i] - t[i - 1] : (t[i + 1] - t[i - 1]) / 2;
        leaving[i] =
                tension / 2 * ((1 + continuity) * (1 + bias) * before + (1 - continuity) * (1 - bias) * after) / span;
        arriving[i] =
                tension / 2 * ((1 - continuity) * (1 + bias) * before + (1 + continuity) * (1 - bias) * after) / span;
    }
}
