package idleheron.core.cache;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** The mesh of an object: its points and faces by sample. */
public final class CacheMesh {
    private static final Samples NO_FACES = Samples.still();
    private final Samples positions;
    private final Samples indices;
    private final Samples counts;
    private final @Nullable Samples velocities;

    /** A node of kind mesh or subdivision mesh; what it lacks counts as nothing there. */
    public CacheMesh(CacheNode node) {
        Samples p = node.get(ChannelSemantic.POSITIONS);
        Samples i = node.get(ChannelSemantic.FACE_INDICES);
        Samples c = node.get(ChannelSemantic.FACE_COUNTS);
        this.positions = p == null || p.count() == 0 ? Samples.still(3, new float[0]) : p;
        this.indices = i == null || i.count() == 0 ? NO_FACES : i;
        this.counts = c == null || c.count() == 0 ? NO_FACES : c;
        Samples v = node.get(ChannelSemantic.VELOCITIES);
        this.velocities = v == null || v.count() == 0 ? null : v;
    }

    public Samples positions() {
        return positions;
    }

    public Samples indices() {
        return indices;
    }

    public Samples counts() {
        return counts;
    }

    /** Samples of the schema: the most that any of the three has. */
    public int count() {
        return Math.max(positions.count(), Math.max(indices.count(), counts.count()));
    }

    /** The sampling that {@link #count} belongs to. */
    public TimeSampling times() {
        return positions.count() >= Math.max(indices.count(), counts.count())
                ? positions.times()
                : indices.count() >= counts.count() ? indices.times() : counts.times();
    }

    /** Points of a sample, held within those that there are. */
    public int points(int sample) {
        return (int) positions.points(clamp(sample, positions));
    }

    /** Faces in a sample. */
    public int faces(int sample) {
        return (int) counts.points(clamp(sample, counts));
    }

    /** Positions of a sample, three a point, in the object's own space and unit. */
    public float[] floats(int sample) {
        return positions.floats(clamp(sample, positions));
    }

    /** Point of every corner of a sample. */
    public int[] indices(int sample) {
        return indices.ints(clamp(sample, indices));
    }

    /** Corners of every face of a sample. */
    public int[] counts(int sample) {
        return counts.ints(clamp(sample, counts));
    }

    private static int clamp(int sample, Samples s) {
        return Math.min(sample, s.count() - 1);
    }

    /** Whether two samples have the same points and faces, places aside. */
    public boolean sameTopology(int a, int b) {
        return points(a) == points(b)
                && indices.same(clamp(a, indices), indices, clamp(b, indices))
                && counts.same(clamp(a, counts), counts, clamp(b, counts));
    }

    /** What tells the topology of a sample apart from those of others, cheaply. */
    public long topologyKey(int sample) {
        return ((long) indices.slot(clamp(sample, indices)) << 40)
                ^ ((long) counts.slot(clamp(sample, counts)) << 20)
                ^ points(sample);
    }

    /** Whether faces and the number of points stay over all samples. */
    public boolean topologyHolds() {
        if (!indices.constant() || !counts.constant()) {
            return false;
        }
        int n = points(0);
        for (int s = 0; s < positions.slots(); s++) {
            if (positions.points(s == 0 ? 0 : positions.first() + s - 1) != n) {
                return false;
            }
        }
        return true;
    }

    /** "constant", "homogeneous" where only points move, else "heterogeneous". */
    public String topology() {
        return !indices.constant() || !counts.constant()
                ? "heterogeneous"
                : positions.constant() ? "constant" : "homogeneous";
    }

    /** Triangles of a sample as fans over its faces, three points each. */
    public int[] triangles(int sample) {
        int[] c = counts(sample);
        int[] ix = indices(sample);
        int n = 0;
        for (int k : c) {
            n += Math.max(0, k - 2);
        }
        int[] out = new int[3 * n];
        int at = 0;
        int from = 0;
        for (int k : c) {
            for (int j = 1; j + 1 < k; j++) {
                out[at++] = ix[from];
                out[at++] = ix[from + j];
                out[at++] = ix[from + j + 1];
            }
            from += k;
        }
        return out;
    }

    /**
     * Points at a time: between two samples of the same topology by proportion, otherwise by velocity from the sample before,
     * where there is one for every point, else as the sample before has them.
     *
     * @return packed positions in the object's own space
     */
    public float[] at(double seconds, Interpolation mode) {
        int n = positions.count();
        TimeSampling t = positions.times();
        if (mode == Interpolation.NEAREST) {
            return positions.floats(t.nearest(seconds, n));
        }
        int i = t.floor(seconds, n);
        float[] p = positions.floats(i);
        double gap = seconds - t.time(i);
        if (mode == Interpolation.FLOOR || gap <= TimeSampling.CLOSE || i + 1 >= n) {
            return p;
        }
        if (positions.slot(i) == positions.slot(i + 1)) {
            return p;
        }
        if (sameTopology(i, i + 1)) {
            float[] q = positions.floats(i + 1);
            float u = (float) (gap / (t.time(i + 1) - t.time(i)));
            for (int k = 0; k < p.length; k++) {
                p[k] += u * (q[k] - p[k]);
            }
            return p;
        }
        float[] v = velocities == null ? new float[0] : velocities.floats(clamp(i, velocities));
        if (v.length == p.length) {
            for (int k = 0; k < p.length; k++) {
                p[k] += (float) gap * v[k];
            }
        }
        return p;
    }

    /** Which sample's faces hold at a time. */
    public int sampleAt(double seconds) {
        return times().floor(seconds, count());
    }

    /** {x0,y0,z0,x1,y1,z1} of packed points, what is no number left out; null where no point is left. */
    public static double @Nullable [] box(float[] points) {
        double[] b = new double[6];
        Arrays.fill(b, 0, 3, Double.POSITIVE_INFINITY);
        Arrays.fill(b, 3, 6, Double.NEGATIVE_INFINITY);
        for (int i = 0; i < points.length; i++) {
            float p = points[i];
            if (Float.isFinite(p)) {
                int a = i % 3;
                b[a] = Math.min(b[a], p);
                b[a + 3] = Math.max(b[a + 3], p);
            }
        }
        return b[0] <= b[3] ? b : null;
    }
}
