package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * Transform operations as the parts of a node's transform, and their samples as curves. Operations that stand in the order
 * translation, rotation offset, rotation pivot, turn before, rotation, turn after, scaling offset, scaling pivot, scale become
 * those parts as they are; any other list becomes translation, rotation and scale of its matrix.
 */
final class UsdTransforms {
    private static final double SHEAR = 1e-5;

    private UsdTransforms() {}

    /**
     * A node's transform.
     *
     * @param curves by {@link Channel}, null where a channel does not move
     */
    record Read(Transform rest, @Nullable Curve[] curves) {
        boolean moves() {
            for (Curve c : curves) {
                if (c != null) {
                    return true;
                }
            }
            return false;
        }
    }

    static Read read(UsdXform x, double timeCodesPerSecond, String path, List<String> notes) {
        Read parts = new Parts(timeCodesPerSecond).match(x.ops());
        return parts != null ? parts : ofMatrices(x, timeCodesPerSecond, path, notes);
    }

    private static Read ofMatrices(UsdXform x, double tcps, String path, List<String> notes) {
        Transform rest = of(x.matrix(Double.NaN), Vec3.ZERO);
        if (Matrices.difference(rest.matrix(), x.matrix(Double.NaN))
                > SHEAR * Math.max(1, rest.translation().length())) {
            notes.add(say("formats.usd.read.UsdTransforms.its-transform-shears-and-that-part", path));
        }
        @Nullable Curve[] curves = new Curve[Channel.COUNT];
        double[] times = x.times();
        if (times.length > 1) {
            double[][] values = new double[Channel.COUNT][times.length];
            Vec3 near = rest.rotation();
            for (int i = 0; i < times.length; i++) {
                Transform t = of(x.matrix(times[i]), near);
                near = t.rotation();
                double[] c = t.channels();
                for (int k = 0; k < c.length; k++) {
                    values[k][i] = c[k];
                }
            }
            double[] seconds = seconds(times, tcps);
            for (int k = 0; k < values.length; k++) {
                curves[k] = curve(seconds, values[k], rest.channels()[k]);
            }
        }
        return new Read(rest, curves);
    }

    /** Translation, rotation near some angles, and scale of a matrix; a mirror goes into the scale of X. */
    static Transform of(Matrix4d m, Vec3 near) {
        Vec3 s = Matrices.scale(m);
        boolean mirror = m.determinant3x3() < 0;
        Matrix3d r = Matrices.rotation(m);
        return Transform.of(
                Matrices.translation(m),
                RotationOrder.XYZ.anglesNear(r, near),
                new Vec3(mirror ? -s.x() : s.x(), s.y(), s.z()));
    }

    static double[] seconds(double[] times, double tcps) {
        double[] out = new double[times.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = seconds(times[i], tcps);
        }
        return out;
    }

    /** Time codes as seconds: a whole number of frames of a fraction's rate comes out exact. */
    static double seconds(double time, double tcps) {
        return FrameRate.nearest(tcps).perSecond() == tcps || Math.abs(tcps - Math.rint(tcps)) > 1e-9
                ? FrameRate.nearest(tcps).seconds(time)
                : time / tcps;
    }

    /** Straight lines through all samples, or null where they are all what the channel rests at. */
    static @Nullable Curve curve(double[] seconds, double[] values, double rest) {
        for (double v : values) {
            if (v != rest) {
                return Curve.linear(seconds, values);
            }
        }
        return null;
    }

    /** The operations met so far, put in their places. */
    private static final class Parts {
        private final double tcps;
        private final @Nullable Curve[] curves = new Curve[Channel.COUNT];
        private Vec3 translation = Vec3.ZERO;
        private Vec3 rotation = Vec3.ZERO;
        private Vec3 scaling = Vec3.ONE;
        private Vec3 before = Vec3.ZERO;
        private Vec3 after = Vec3.ZERO;
        private Vec3 rotationOffset = Vec3.ZERO;
        private Vec3 rotationPivot = Vec3.ZERO;
        private Vec3 scalingOffset = Vec3.ZERO;
        private Vec3 scalingPivot = Vec3.ZERO;
        private RotationOrder order = RotationOrder.XYZ;

        Parts(double tcps) {
            this.tcps = tcps;
        }

        private static boolean is(List<UsdXform.Op> ops, int at, String kind, boolean inverse) {
            return at < ops.size()
                    && ops.get(at).kind().equals(kind)
                    && ops.get(at).inverse() == inverse;
        }

        private static Vec3 vec(UsdXform.Op op) {
            double[] v = op.still();
            return new Vec3(v[0], v[1], v[2]);
        }

        /** Whether a later operation takes the one at {@code at} back. */
        private static int inverse(List<UsdXform.Op> ops, int at) {
            for (int i = at + 1; i < ops.size(); i++) {
                if (ops.get(i).inverse() && ops.get(i).name().equals(ops.get(at).name())) {
                    return i;
                }
            }
            return -1;
        }

        private static int rotations(List<UsdXform.Op> ops) {
            int last = -1;
            for (int i = 0; i < ops.size(); i++) {
                if (ops.get(i).kind().startsWith("rotate") && !ops.get(i).inverse()) {
                    last = i;
                }
            }
            return last;
        }

        @Nullable
        Read match(List<UsdXform.Op> ops) {
            int main = rotations(ops);
            int i = 0;
            if (is(ops, i, "translate", false) && inverse(ops, i) < 0) {
                translation = vec(ops.get(i));
                move(ops.get(i++), 0);
            }
            if (main >= 0 && is(ops, i, "translate", false) && inverse(ops, i) < 0 && still(ops.get(i))) {
                rotationOffset = vec(ops.get(i++));
            }
            int pivotEnd = -1;
            if (main >= 0 && is(ops, i, "translate", false) && inverse(ops, i) > main && still(ops.get(i))) {
                rotationPivot = vec(ops.get(i));
                pivotEnd = inverse(ops, i++);
            }
            if (is(ops, i, "rotateXYZ", false) && i < main && still(ops.get(i)) && single(ops, i + 1, main)) {
                before = vec(ops.get(i++));
            }
            i = turn(ops, i);
            if (is(ops, i, "rotateXYZ", true) && still(ops.get(i))) {
                after = vec(ops.get(i++));
            }
            boolean around = pivotEnd > i;
            if (pivotEnd == i) {
                i++;
            }
            if (is(ops, i, "translate", false) && inverse(ops, i) < 0 && still(ops.get(i)) && !around) {
                scalingOffset = vec(ops.get(i++));
            }
            String pivot = "";
            if (is(ops, i, "translate", false) && still(ops.get(i)) && inverse(ops, i) > i && !around) {
                scalingPivot = vec(ops.get(i));
                pivot = ops.get(i++).name();
            }
            if (is(ops, i, "scale", false)) {
                scaling = vec(ops.get(i));
                move(ops.get(i++), 6);
            }
            if (around && pivotEnd == i) {
                scalingPivot = rotationPivot;
                i++;
            } else if (!pivot.isEmpty()
                    && is(ops, i, "translate", true)
                    && ops.get(i).name().equals(pivot)) {
                i++;
            } else if (around || !pivot.isEmpty()) {
                return null;
            }
            return i == ops.size() ? read() : null;
        }

        private static boolean single(List<UsdXform.Op> ops, int from, int main) {
            return from == main && ops.get(main).kind().length() > "rotateX".length();
        }

        private static boolean still(UsdXform.Op op) {
            return !op.moves();
        }

        /** One rotation of three angles, or up to three of one angle each about different axes. */
        private int turn(List<UsdXform.Op> ops, int from) {
            int i = from;
            if (i < ops.size() && !ops.get(i).inverse() && ops.get(i).kind().startsWith("rotate")) {
                UsdXform.Op op = ops.get(i);
                String axes = op.kind().substring("rotate".length());
                if (axes.length() == 3) {
                    order = RotationOrder.valueOf(axes);
                    rotation = vec(op);
                    move(op, 3);
                    return i + 1;
                }
                StringBuilder seen = new StringBuilder();
                double[] angles = new double[3];
                while (i < ops.size()
                        && !ops.get(i).inverse()
                        && ops.get(i).kind().matches("rotate[XYZ]")
                        && seen.indexOf(ops.get(i).kind().substring(6)) < 0) {
                    UsdXform.Op one = ops.get(i++);
                    int axis = one.kind().charAt(6) - 'X';
                    angles[axis] = one.still()[0];
                    seen.insert(0, one.kind().substring(6));
                    move(one, 3 + axis);
                }
                for (String a : new String[] {"X", "Y", "Z"}) {
                    seen.append(seen.indexOf(a) < 0 ? a : "");
                }
                order = RotationOrder.valueOf(seen.toString());
                rotation = new Vec3(angles[0], angles[1], angles[2]);
            }
            return i;
        }

        private void move(UsdXform.Op op, int channel) {
            double[] times = op.times();
            double[][] values = op.values();
            if (!op.moves() || times == null || values == null) {
                return;
            }
            double[] seconds = seconds(times, tcps);
            for (int k = 0; k < op.still().length; k++) {
                double[] v = new double[times.length];
                for (int i = 0; i < v.length; i++) {
                    v[i] = values[i][k];
                }
                curves[channel + k] = curve(seconds, v, op.still()[k]);
            }
        }

        private Read read() {
            return new Read(
                    new Transform(
                            translation,
                            order,
                            rotation,
                            before,
                            after,
                            scaling,
                            rotationOffset,
                            rotationPivot,
                            scalingOffset,
                            scalingPivot,
                            Inherit.ORDINARY),
                    curves);
        }
    }
}
