package idleheron.core.cache;

import idleheron.core.cache.measure.RigidMotion;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Vector3d;

/** Small caches for tests. */
public final class Caches {
    public static final TimeSampling TIMES = TimeSampling.uniform(1 / 24.0, 1 / 24.0);

    private Caches() {}

    /** A box of eight points and six faces, as wide as told, with a corner where told. */
    public static float[] box(double size, double x, double y, double z) {
        float[] out = new float[24];
        for (int c = 0; c < 8; c++) {
            out[3 * c] = (float) (x + ((c & 1) == 0 ? 0 : size));
            out[3 * c + 1] = (float) (y + ((c & 2) == 0 ? 0 : 1.5 * size));
            out[3 * c + 2] = (float) (z + ((c & 4) == 0 ? 0 : 2 * size));
        }
        return out;
    }

    private static final int[] BOX_FACES = {0, 1, 3, 2, 4, 6, 7, 5, 0, 4, 5, 1, 2, 3, 7, 6, 0, 2, 6, 4, 1, 5, 7, 3};

    /** A mesh of boxes on end, eight points each. */
    public static CacheNode mesh(String name, float[]... samples) {
        Map<ChannelSemantic, Samples> roles = new EnumMap<>(ChannelSemantic.class);
        roles.put(
                ChannelSemantic.POSITIONS,
                Samples.floats(3, false, samples.length < 2 ? TimeSampling.STILL : TIMES, List.of(samples)));
        int boxes = samples[0].length / 24;
        int[] counts = new int[6 * boxes];
        int[] indices = new int[24 * boxes];
        for (int b = 0; b < boxes; b++) {
            for (int k = 0; k < 24; k++) {
                indices[24 * b + k] = 8 * b + BOX_FACES[k];
            }
        }
        java.util.Arrays.fill(counts, 4);
        roles.put(ChannelSemantic.FACE_COUNTS, Samples.still(counts));
        roles.put(ChannelSemantic.FACE_INDICES, Samples.still(indices));
        return new CacheNode(name, CacheKind.MESH, Meta.NONE, roles, List.of(), List.of(), List.of(), "", List.of());
    }

    public static CacheNode transform(String name, Matrix4d m, CacheNode... children) {
        return RigidMotion.place(name, m, List.of(children));
    }

    public static Cache cache(CacheNode... top) {
        return new Cache("test", Meta.NONE, CacheNode.of("", CacheKind.GROUP, List.of(top)));
    }

    /** Points through a matrix. */
    public static float[] moved(float[] p, Matrix4d m) {
        float[] out = p.clone();
        CachePose.move(m, out);
        return out;
    }

    /** A box that swings about its corner, n samples. */
    public static float[][] swinging(int n, Matrix4d place) {
        float[][] out = new float[n][];
        for (int i = 0; i < n; i++) {
            out[i] = moved(
                    box(0.5, 0, 0, 0), new Matrix4d(place).rotateZ(0.07 * i).translate(0.01 * i, 0, 0));
        }
        return out;
    }

    /** A box whose top leans more and more, n samples. */
    public static float[][] leaning(int n, Matrix4d place) {
        float[][] out = new float[n][];
        for (int i = 0; i < n; i++) {
            float[] p = box(0.5, 0, 0, 0);
            for (int k = 0; k < p.length; k += 3) {
                p[k] += (float) (0.1 * i * p[k + 1]);
            }
            out[i] = moved(p, place);
        }
        return out;
    }

    /** Arrays of the same sample on end. */
    public static float[][] joined(List<float[][]> parts) {
        int n = parts.getFirst().length;
        float[][] out = new float[n][];
        for (int i = 0; i < n; i++) {
            List<Float> all = new ArrayList<>();
            for (float[][] p : parts) {
                for (float v : p[i]) {
                    all.add(v);
                }
            }
            out[i] = new float[all.size()];
            for (int k = 0; k < out[i].length; k++) {
                out[i][k] = all.get(k);
            }
        }
        return out;
    }

    /** A place by angle and offset. */
    public static Matrix4d place(double angle, double x, double z) {
        return new Matrix4d().translate(new Vector3d(x, 0, z)).rotateY(angle);
    }
}
