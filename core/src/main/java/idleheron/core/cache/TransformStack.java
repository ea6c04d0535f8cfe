package idleheron.core.cache;

import static idleheron.core.Messages.say;

import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/**
 * A transform as operations and their channel values. Each operation is a byte, type times 16 plus a hint that does not change
 * the result. Types and channels: 0 scale 3, 1 translate 3, 2 rotate about an axis 3 and degrees 1, 3 matrix 16 (row by row for
 * row vectors), 4 5 6 rotate about x y z by degrees 1. The first operation is outermost.
 */
public final class TransformStack {
    public static final byte SCALE = 0;
    public static final byte TRANSLATE = 1 << 4;
    public static final byte MATRIX = 3 << 4;
    private static final int[] CHANNELS = {3, 3, 4, 16, 1, 1, 1};

    private TransformStack() {}

    /**
     * Channels that operations take.
     *
     * @throws IllegalArgumentException when one is of no known type
     */
    public static int channels(int[] operations) {
        int n = 0;
        for (int op : operations) {
            int type = (op & 255) >> 4;
            if (type >= CHANNELS.length) {
                throw new IllegalArgumentException(
                        say("core.cache.TransformStack.transform-operation-is-of-no-known", (op & 255)));
            }
            n += CHANNELS[type];
        }
        return n;
    }

    /** Which channels are lengths: all of translations, the place in matrices. */
    public static boolean[] lengths(int[] operations) {
        boolean[] out = new boolean[channels(operations)];
        int at = 0;
        for (int op : operations) {
            int type = (op & 255) >> 4;
            for (int k = 0; k < 3 && (type == 1 || type == 3); k++) {
                out[at + (type == 1 ? k : 12 + k)] = true;
            }
            at += CHANNELS[type];
        }
        return out;
    }

    /** The matrix for column vectors, in {@code dest}. */
    public static Matrix4d matrix(int[] operations, double[] v, Matrix4d dest) {
        dest.identity();
        int at = 0;
        for (int op : operations) {
            int type = (op & 255) >> 4;
            switch (type) {
                case 0 -> dest.scale(v[at], v[at + 1], v[at + 2]);
                case 1 -> dest.translate(v[at], v[at + 1], v[at + 2]);
                case 2 -> rotate(dest, v[at], v[at + 1], v[at + 2], v[at + 3]);
                case 3 -> dest.mul(stored(v, at));
                case 4 -> rotate(dest, 1, 0, 0, v[at]);
                case 5 -> rotate(dest, 0, 1, 0, v[at]);
                default -> rotate(dest, 0, 0, 1, v[at]);
            }
            at += CHANNELS[type];
        }
        return dest;
    }

    private static void rotate(Matrix4d m, double x, double y, double z, double degrees) {
        double l = Math.sqrt(x * x + y * y + z * z);
        if (l > 0) {
            m.rotate(Math.toRadians(degrees), x / l, y / l, z / l);
        }
    }

    /** Sixteen numbers row by row for row vectors are the columns for column vectors. */
    private static Matrix4d stored(double[] v, int at) {
        return new Matrix4d(
                v[at],
                v[at + 1],
                v[at + 2],
                v[at + 3],
                v[at + 4],
                v[at + 5],
                v[at + 6],
                v[at + 7],
                v[at + 8],
                v[at + 9],
                v[at + 10],
                v[at + 11],
                v[at + 12],
                v[at + 13],
                v[at + 14],
                v[at + 15]);
    }

    /** A matrix as the sixteen channels of one matrix operation. */
    public static double[] channels(Matrix4d m) {
        return m.get(new double[16]);
    }

    /**
     * Channels between two samples: numbers by proportion, matrices by their place, turn and size. Where a matrix holds more
     * than that, its numbers by proportion.
     */
    public static double[] between(int[] operations, double[] a, double[] b, double u) {
        double[] out = new double[a.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = a[i] + u * (b[i] - a[i]);
        }
        int at = 0;
        for (int op : operations) {
            int type = (op & 255) >> 4;
            if (type == 3) {
                Matrix4d m = between(stored(a, at), stored(b, at), u);
                if (m.isFinite()) {
                    m.get(out, at);
                }
            }
            at += CHANNELS[type];
        }
        return out;
    }

    private static Matrix4d between(Matrix4d a, Matrix4d b, double u) {
        Matrix4d nan = new Matrix4d().scale(Double.NaN);
        if (a.determinant3x3() <= 0 || b.determinant3x3() <= 0) {
            return nan;
        }
        Quaterniond qa = a.getUnnormalizedRotation(new Quaterniond());
        Quaterniond qb = b.getUnnormalizedRotation(new Quaterniond());
        Vector3d sa = a.getScale(new Vector3d());
        Vector3d sb = b.getScale(new Vector3d());
        Vector3d ta = a.getTranslation(new Vector3d());
        Vector3d tb = b.getTranslation(new Vector3d());
        if (!built(ta, qa, sa).equals(a, 1e-6 * sa.length())
                || !built(tb, qb, sb).equals(b, 1e-6 * sb.length())) {
            return nan;
        }
        return built(ta.lerp(tb, u), qa.slerp(qb, u), sa.lerp(sb, u));
    }

    private static Matrix4d built(Vector3d t, Quaterniond q, Vector3d s) {
        return new Matrix4d().translationRotateScale(t, q, s);
    }
}
