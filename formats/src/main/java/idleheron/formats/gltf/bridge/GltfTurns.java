package idleheron.formats.gltf.bridge;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Quaterniond;

/**
 * Turns as quaternions over time, as curves of angles. Between two keys the curves of the three angles are cubics that leave and
 * arrive as the angles do; where they would stray from the turn by more than {@link #STRAY}, keys are put between.
 */
final class GltfTurns {
    /** Largest distance of a unit vector from where the turn puts it. */
    static final double STRAY = 1e-6;

    private static final int DEEPEST = 10;
    private static final RotationOrder ORDER = RotationOrder.XYZ;

    /** The turn at a time in seconds, of unit length. */
    interface At {
        Quaterniond at(double seconds);
    }

    private record Key(double time, Vec3 angles, Vec3 leaving, Vec3 arriving) {}

    private final At turn;
    private final List<Key> keys = new ArrayList<>();

    private GltfTurns(At turn) {
        this.turn = turn;
    }

    private static Matrix3d matrix(Quaterniond q) {
        return q.get(new Matrix3d());
    }

    /**
     * @param times of the keys, rising
     * @param near the angles at rest, of which the first key's are the closest, degrees
     * @return curves of the angles about X, Y and Z, degrees
     */
    static Curve[] smooth(double[] times, At turn, Vec3 near) {
        GltfTurns t = new GltfTurns(turn);
        Vec3 angles = ORDER.anglesNear(matrix(turn.at(times[0])), near);
        t.keys.add(new Key(times[0], angles, Vec3.ZERO, Vec3.ZERO));
        for (int i = 1; i < times.length; i++) {
            t.between(times[i - 1], times[i], 0);
        }
        int n = t.keys.size();
        double[] seconds = t.keys.stream().mapToDouble(Key::time).toArray();
        byte[] modes = new byte[n];
        Arrays.fill(modes, Curve.CUBIC);
        Curve[] out = new Curve[3];
        for (int a = 0; a < 3; a++) {
            int axis = a;
            out[a] = new Curve(
                    seconds,
                    t.keys.stream().mapToDouble(k -> k.angles.get(axis)).toArray(),
                    modes,
                    t.keys.stream().mapToDouble(k -> k.leaving.get(axis)).toArray(),
                    t.keys.stream().mapToDouble(k -> k.arriving.get(axis)).toArray());
        }
        return out;
    }

    /** Turns that hold from key to key. */
    static Curve[] held(double[] times, At turn, Vec3 near) {
        double[][] values = new double[3][times.length];
        Vec3 last = near;
        for (int i = 0; i < times.length; i++) {
            last = ORDER.anglesNear(matrix(turn.at(times[i])), last);
            for (int a = 0; a < 3; a++) {
                values[a][i] = last.get(a);
            }
        }
        byte[] modes = new byte[times.length];
        Arrays.fill(modes, Curve.CONSTANT);
        return new Curve[] {
            new Curve(times, values[0], modes, null, null),
            new Curve(times, values[1], modes, null, null),
            new Curve(times, values[2], modes, null, null)
        };
    }

    /** The angles a little after a time, from those at it: by the slope inside an interval. */
    private Vec3 slope(double at, double towards, Vec3 angles) {
        double h = (towards - at) * 1e-4;
        Vec3 one = ORDER.anglesNear(matrix(turn.at(at + h)), angles);
        Vec3 two = ORDER.anglesNear(matrix(turn.at(at + 2 * h)), angles);
        // of second order, so that the step does not show
        return new Vec3(
                (4 * one.x() - 3 * angles.x() - two.x()) / (2 * h),
                (4 * one.y() - 3 * angles.y() - two.y()) / (2 * h),
                (4 * one.z() - 3 * angles.z() - two.z()) / (2 * h));
    }

    private void between(double from, double to, int depth) {
        Key a = keys.getLast();
        Vec3 end = ORDER.anglesNear(matrix(turn.at(to)), a.angles);
        Vec3 leaving = slope(from, to, a.angles);
        Vec3 arriving = slope(to, from, end);
        if (depth < DEEPEST && strays(a.angles, leaving, end, arriving, from, to)) {
            double middle = (from + to) / 2;
            between(from, middle, depth + 1);
            between(middle, to, depth + 1);
            return;
        }
        keys.set(keys.size() - 1, new Key(a.time, a.angles, leaving, a.arriving));
        keys.add(new Key(to, end, Vec3.ZERO, arriving));
    }

    private boolean strays(Vec3 p, Vec3 leaving, Vec3 q, Vec3 arriving, double from, double to) {
        double d = to - from;
        for (double u : new double[] {0.5, 0.25, 0.75}) {
            Vec3 c = new Vec3(
                    cubic(u, p.x(), leaving.x() * d, q.x(), arriving.x() * d),
                    cubic(u, p.y(), leaving.y() * d, q.y(), arriving.y() * d),
                    cubic(u, p.z(), leaving.z() * d, q.z(), arriving.z() * d));
            Matrix3d is = ORDER.matrix(c);
            Matrix3d want = matrix(turn.at(from + u * d));
            for (int k = 0; k < 9; k++) {
                if (Math.abs(is.get(k / 3, k % 3) - want.get(k / 3, k % 3)) > STRAY) {
                    return true;
                }
            }
        }
        return false;
    }

    private static double cubic(double u, double p, double dp, double q, double dq) {
        double v = u * u;
        double w = v * u;
        return (2 * w - 3 * v + 1) * p + (w - 2 * v + u) * dp + (3 * v - 2 * w) * q + (w - v) * dq;
    }
}
