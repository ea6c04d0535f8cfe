package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TimeSamples;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/**
 * The transform of a prim: operations {@code xformOp:KIND[:name]} in the order of {@code xformOpOrder}, the outermost first. KIND
 * is translate, scale, rotateX, rotateY, rotateZ, one of the six orders such as rotateXYZ (the first axis is applied first; all in
 * degrees), orient or transform. {@code !invert!} before a name takes the inverse, {@code !resetXformStack!} leaves out what is
 * above.
 */
public final class UsdXform {
    public static final String PREFIX = "xformOp:";
    public static final String INVERT = "!invert!";
    public static final String RESET = "!resetXformStack!";
    public static final String ORDER = "xformOpOrder";

    private final List<Op> ops = new ArrayList<>();
    private final boolean resets;

    /**
     * One operation.
     *
     * @param name after the prefix: "translate:pivot"
     * @param kind "translate"
     * @param rest its value without time, or null
     * @param times of its samples, in time codes, or null
     * @param values one per time
     */
    record Op(
            String name,
            String kind,
            boolean inverse,
            double @Nullable [] rest,
            double @Nullable [] times,
            double @Nullable [][] values) {

        boolean moves() {
            return times != null && times.length > 1;
        }

        /** The value between samples: by proportion, of quaternions along the arc; the ends are held. */
        double[] at(double time) {
            if (times == null || values == null) {
                return rest == null ? new double[0] : rest;
            }
            int found = Arrays.binarySearch(times, time);
            int i = found >= 0 ? found : Math.max(0, -found - 2);
            if (time <= times[0]) {
                return values[0];
            }
            if (i + 1 >= times.length) {
                return values[times.length - 1];
            }
            double u = (time - times[i]) / (times[i + 1] - times[i]);
            double[] a = values[i];
            double[] b = values[i + 1];
            if (u == 0 || a.length != b.length) {
                return a;
            }
            if (kind.equals("orient")) {
                Quaterniond q =
                        new Quaterniond(a[0], a[1], a[2], a[3]).slerp(new Quaterniond(b[0], b[1], b[2], b[3]), u);
                return new double[] {q.x, q.y, q.z, q.w};
            }
            double[] out = new double[a.length];
            for (int k = 0; k < out.length; k++) {
                out[k] = a[k] + u * (b[k] - a[k]);
            }
            return out;
        }

        /** For column vectors; NaN as time is rest. */
        Matrix4d matrix(double time) {
            Matrix4d m = UsdXform.matrix(kind, Double.isNaN(time) ? still() : at(time));
            return inverse ? m.invert() : m;
        }

        /** At rest: the value without time, else the first sample. */
        double[] still() {
            return rest != null ? rest : values == null ? new double[0] : values[0];
        }
    }

    private UsdXform(boolean resets) {
        this.resets = resets;
    }

    static UsdXform of(ComposedPrim p, List<String> notes) {
        List<String> order = UsdRead.words(p, ORDER);
        int reset = order.lastIndexOf(RESET);
        UsdXform out = new UsdXform(reset >= 0);
        for (String told : order.subList(reset + 1, order.size())) {
            boolean inverse = told.startsWith(INVERT);
            String name = inverse ? told.substring(INVERT.length()) : told;
            ComposedProperty q = p.property(name);
            Op op = q == null || !name.startsWith(PREFIX) ? null : op(name.substring(PREFIX.length()), inverse, q);
            if (op == null) {
                notes.add(say("formats.usd.read.UsdXform.transform-operation-has-no-value-of", p.path(), told));
            } else {
                out.ops.add(op);
            }
        }
        return out;
    }

    private static @Nullable Op op(String name, boolean inverse, ComposedProperty q) {
        int colon = name.indexOf(':');
        String kind = colon < 0 ? name : name.substring(0, colon);
        int width = width(kind);
        double[] rest =
                q.fixed() instanceof Numbers n && n.kind().width() == width && n.count() == 1 ? n.doubles() : null;
        TimeSamples t = q.samplesOrClips();
        double[] times = null;
        double[][] values = null;
        if (t != null && t.count() > 0) {
            times = t.times();
            values = new double[t.count()][];
            for (int i = 0; i < values.length; i++) {
                if (!(t.value(i) instanceof Numbers n) || n.kind().width() != width || n.count() != 1) {
                    return null;
                }
                values[i] = n.doubles();
            }
        }
        return width == 0 || rest == null && values == null ? null : new Op(name, kind, inverse, rest, times, values);
    }

    private static int width(String kind) {
        return switch (kind) {
            case "translate", "scale", "rotateXYZ", "rotateXZY", "rotateYXZ", "rotateYZX", "rotateZXY", "rotateZYX" ->
                3;
            case "rotateX", "rotateY", "rotateZ" -> 1;
            case "orient" -> 4;
            case "transform" -> 16;
            default -> 0;
        };
    }

    List<Op> ops() {
        return ops;
    }

    /** Whether what is above does not count. */
    boolean resets() {
        return resets;
    }

    boolean moves() {
        return ops.stream().anyMatch(Op::moves);
    }

    /** Times of all samples, in time codes, ascending. */
    double[] times() {
        TreeSet<Double> all = new TreeSet<>();
        for (Op o : ops) {
            if (o.times != null) {
                for (double t : o.times) {
                    all.add(t);
                }
            }
        }
        return all.stream().mapToDouble(d -> d).toArray();
    }

    /** The matrix for column vectors; NaN as time is rest. */
    Matrix4d matrix(double time) {
        Matrix4d out = new Matrix4d();
        for (Op o : ops) {
            out.mul(o.matrix(time));
        }
        return out;
    }

    private static Matrix4d matrix(String kind, double[] v) {
        Matrix4d m = new Matrix4d();
        return switch (kind) {
            case "translate" -> m.translate(v[0], v[1], v[2]);
            case "scale" -> m.scale(v[0], v[1], v[2]);
            case "rotateX" -> m.rotateX(Math.toRadians(v[0]));
            case "rotateY" -> m.rotateY(Math.toRadians(v[0]));
            case "rotateZ" -> m.rotateZ(Math.toRadians(v[0]));
            case "orient" -> m.rotate(new Quaterniond(v[0], v[1], v[2], v[3]).normalize());
            case "transform" -> m.set(v);
            default ->
                idleheron.core.math.RotationOrder.valueOf(kind.substring("rotate".length()))
                        .rotate(v[0], v[1], v[2], m);
        };
    }
}
