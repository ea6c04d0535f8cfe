package idleheron.formats.gltf.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.scene.motion.Curve;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.Accessor;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import java.util.Arrays;
import java.util.List;
import org.joml.Quaterniond;

/**
 * Keys of an animation. Of a cubic each key has three values: the tangent in, the value, the tangent out.
 *
 * @param times seconds, rising
 * @param values on end
 * @param width numbers of one value
 */
record GltfSampler(double[] times, float[] values, int width, Way way) {
    enum Way {
        LINEAR,
        STEP,
        CUBICSPLINE
    }

    static GltfSampler read(GltfDocument doc, GltfObject s, int width, List<String> notes) throws FormatException {
        String word = s.text("interpolation", "LINEAR");
        Way way;
        try {
            way = Way.valueOf(word);
        } catch (IllegalArgumentException e) {
            throw s.wrong("interpolation", say("formats.gltf.bridge.GltfSampler.linear-step-or-cubicspline"));
        }
        Accessor input = doc.accessor(s, "input");
        Accessor output = doc.accessor(s, "output");
        if (input == null || output == null) {
            throw s.wrong(input == null ? "input" : "output", say("formats.gltf.bridge.GltfSampler.an-accessor"));
        }
        if (input.width() != 1 || input.component() != Accessor.FLOAT) {
            throw input.wrong(
                    say("formats.gltf.bridge.GltfSampler.times-as-single-floats"),
                    say("formats.gltf.bridge.GltfSampler.of", input.type(), input.component()));
        }
        float[] values = output.floats();
        long need = (long) input.count() * width * (way == Way.CUBICSPLINE ? 3 : 1);
        if (values.length != need) {
            throw output.wrong(
                    say("formats.gltf.bridge.GltfSampler.numbers-for-keys", need, input.count()), values.length + "");
        }
        float[] t = input.floats();
        double[] times = new double[t.length];
        for (int i = 0; i < t.length; i++) {
            times[i] = t[i];
        }
        return rising(s, new GltfSampler(times, values, width, way), notes);
    }

    /** Without keys whose times do not rise; that is noted. */
    private static GltfSampler rising(GltfObject of, GltfSampler s, List<String> notes) {
        int[] keep = new int[s.times.length];
        int n = 0;
        double last = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < keep.length; i++) {
            if (Double.isFinite(s.times[i]) && s.times[i] > last) {
                last = s.times[i];
                keep[n++] = i;
            }
        }
        if (n > 0 && s.times[keep[0]] < 0) {
            notes.add(say("formats.gltf.bridge.GltfSampler.has-a-key-before-the-start", of.at(), s.times[keep[0]]));
        }
        if (n == keep.length) {
            return s;
        }
        notes.add(say("formats.gltf.bridge.GltfSampler.times-of-keys-do-not-rise", of.at(), (keep.length - n)));
        int each = s.way == Way.CUBICSPLINE ? 3 * s.width : s.width;
        double[] times = new double[Math.max(1, n)];
        float[] values = new float[each * times.length];
        for (int i = 0; i < n; i++) {
            times[i] = s.times[keep[i]];
            System.arraycopy(s.values, each * keep[i], values, each * i, each);
        }
        if (n == 0) {
            System.arraycopy(s.values, 0, values, 0, each);
        }
        return new GltfSampler(times, values, s.width, s.way);
    }

    /** Place of a value of a key; {@code part} is 0 for the tangent in, 1 for the value, 2 for the tangent out. */
    int at(int key, int part) {
        return way == Way.CUBICSPLINE ? (3 * key + part) * width : key * width;
    }

    Curve curve(int component) {
        int n = times.length;
        double[] v = new double[n];
        double[] in = new double[n];
        double[] out = new double[n];
        for (int i = 0; i < n; i++) {
            v[i] = values[at(i, 1) + component];
            in[i] = way == Way.CUBICSPLINE ? values[at(i, 0) + component] : 0;
            out[i] = way == Way.CUBICSPLINE ? values[at(i, 2) + component] : 0;
        }
        byte[] modes = new byte[n];
        Arrays.fill(modes, way == Way.STEP ? Curve.CONSTANT : way == Way.LINEAR ? Curve.LINEAR : Curve.CUBIC);
        boolean cubic = way == Way.CUBICSPLINE;
        return new Curve(times, v, modes, cubic ? out : null, cubic ? in : null);
    }

    private int segment(double t) {
        int i = Arrays.binarySearch(times, t);
        i = i >= 0 ? i : -i - 2;
        return Math.clamp(i, 0, Math.max(0, times.length - 2));
    }

    Quaterniond turn(double t) {
        int n = times.length;
        int i = segment(t);
        if (n == 1 || t <= times[0] || t >= times[n - 1]) {
            return quaternion(n > 1 && t >= times[n - 1] ? n - 1 : 0, 1);
        }
        double d = times[i + 1] - times[i];
        double u = (t - times[i]) / d;
        if (way == Way.LINEAR) {
            return quaternion(i, 1).slerp(quaternion(i + 1, 1), u);
        }
        double v = u * u;
        double w = v * u;
        double[] q = new double[4];
        for (int k = 0; k < 4; k++) {
            q[k] = (2 * w - 3 * v + 1) * values[at(i, 1) + k]
                    + d * (w - 2 * v + u) * values[at(i, 2) + k]
                    + (3 * v - 2 * w) * values[at(i + 1, 1) + k]
                    + d * (w - v) * values[at(i + 1, 0) + k];
        }
        return unit(q[0], q[1], q[2], q[3]);
    }

    Quaterniond quaternion(int key, int part) {
        int o = at(key, part);
        return unit(values[o], values[o + 1], values[o + 2], values[o + 3]);
    }

    private static Quaterniond unit(double x, double y, double z, double w) {
        double l = Math.sqrt(x * x + y * y + z * z + w * w);
        return l > 0 && l < Double.POSITIVE_INFINITY ? new Quaterniond(x / l, y / l, z / l, w / l) : new Quaterniond();
    }
}
