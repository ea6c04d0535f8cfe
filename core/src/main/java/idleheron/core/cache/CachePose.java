package idleheron.core.cache;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.joml.Matrix4d;

/**
 * A cache at one moment: where every object stands, instances followed. An instance stands for its source with all that is
 * under it, in the instance's place. Belongs to one thread at a time.
 */
public final class CachePose {
    /** More than this many placed objects are not followed: instances of instances can be without end. */
    public static final int MOST = 2_000_000;

    private final Cache cache;
    private final List<Placed> placed = new ArrayList<>();
    private Matrix4d[] worlds = new Matrix4d[0];
    private boolean[] shown = new boolean[0];
    private double now = Double.NaN;

    /**
     * An object in a place where it is seen.
     *
     * @param entry of the cache
     * @param parent index of what it stands under, -1 for nothing
     * @param path with instances by their own names
     * @param instanced whether it is seen through an instance
     */
    public record Placed(int entry, int parent, String path, boolean instanced) {}

    public CachePose(Cache cache) {
        this.cache = cache;
        Set<String> following = new HashSet<>();
        for (CacheNode c : cache.root().children()) {
            place("/" + c.name(), cache.find("/" + c.name()), -1, "/" + c.name(), false, following);
        }
        worlds = new Matrix4d[placed.size()];
        shown = new boolean[placed.size()];
        for (int i = 0; i < worlds.length; i++) {
            worlds[i] = new Matrix4d();
        }
        at(0, Interpolation.FLOOR);
    }

    private void place(String real, int entry, int parent, String path, boolean instanced, Set<String> following) {
        if (placed.size() >= MOST || entry < 0) {
            return;
        }
        CacheNode n = cache.entries().get(entry).node();
        if (n.kind() == CacheKind.INSTANCE) {
            int source = cache.find(n.source());
            if (source >= 0 && !(real + "/").startsWith(n.source() + "/") && following.add(n.source())) {
                place(n.source(), source, parent, path, true, following);
                following.remove(n.source());
            }
            return;
        }
        int at = placed.size();
        placed.add(new Placed(entry, parent, path, instanced));
        for (CacheNode c : n.children()) {
            String below = real + "/" + c.name();
            place(below, cache.find(below), at, path + "/" + c.name(), instanced, following);
        }
    }

    public Cache cache() {
        return cache;
    }

    /** All that is seen, parents first. */
    public List<Placed> placed() {
        return java.util.Collections.unmodifiableList(placed);
    }

    /** The object of a place in the flat list of all objects. */
    public CacheNode node(int index) {
        return cache.entries().get(placed.get(index).entry()).node();
    }

    /** Moves everything to a time. */
    public void at(double seconds, Interpolation mode) {
        if (now == seconds && mode == Interpolation.LINEAR) {
            return;
        }
        now = mode == Interpolation.LINEAR ? seconds : Double.NaN;
        for (int i = 0; i < placed.size(); i++) {
            Placed p = placed.get(i);
            CacheNode n = node(i);
            boolean above = p.parent() < 0 || shown[p.parent()];
            Samples v = n.get(ChannelSemantic.VISIBLE);
            int told =
                    v == null || v.count() == 0 ? -1 : (int) v.doubles(v.times().floor(seconds, v.count()))[0];
            shown[i] = told < 0 ? above : told > 0;
            local(n, seconds, mode, worlds[i]);
            if (p.parent() >= 0 && inherits(n, seconds)) {
                worlds[p.parent()].mul(worlds[i], worlds[i]);
            }
        }
    }

    /** The own matrix of an object at a time, in {@code dest}. */
    public static Matrix4d local(CacheNode n, double seconds, Interpolation mode, Matrix4d dest) {
        Samples ops = n.get(ChannelSemantic.OPERATIONS);
        Samples v = n.get(ChannelSemantic.CHANNELS);
        if (ops == null || v == null || ops.count() == 0 || v.count() == 0) {
            return dest.identity();
        }
        int[] o = ops.ints(0);
        TimeSampling t = v.times();
        int i = mode == Interpolation.NEAREST ? t.nearest(seconds, v.count()) : t.floor(seconds, v.count());
        double[] c = v.doubles(i);
        if (mode == Interpolation.LINEAR && i + 1 < v.count() && v.slot(i) != v.slot(i + 1)) {
            double u = (seconds - t.time(i)) / (t.time(i + 1) - t.time(i));
            if (u > 1e-9) {
                c = TransformStack.between(o, c, v.doubles(i + 1), Math.min(1, u));
            }
        }
        return TransformStack.matrix(o, c, dest);
    }

    private static boolean inherits(CacheNode n, double seconds) {
        Samples s = n.get(ChannelSemantic.INHERITS);
        return s == null || s.count() == 0 || s.doubles(s.times().floor(seconds, s.count()))[0] != 0;
    }

    /** World matrix of a placed object, for column vectors, in the stage's unit; valid until the next {@link #at}. */
    public Matrix4d world(int index) {
        return worlds[index];
    }

    /** Whether an object and all above it are visible at the time of the pose. */
    public boolean shown(int index) {
        return shown[index];
    }

    /** Placed objects that are meshes. */
    public int[] meshes() {
        return java.util.stream.IntStream.range(0, placed.size())
                .filter(i -> node(i).kind().isMesh())
                .toArray();
    }

    /** World points of a placed mesh at the time of the last {@link #at}. */
    public float[] points(int index, double seconds, Interpolation mode) {
        float[] p = new CacheMesh(node(index)).at(seconds, mode);
        move(worlds[index], p);
        return p;
    }

    /** Packed points through a matrix, in place. */
    public static void move(Matrix4d m, float[] p) {
        for (int k = 0; k + 2 < p.length; k += 3) {
            double x = p[k];
            double y = p[k + 1];
            double z = p[k + 2];
            p[k] = (float) (m.m00() * x + m.m10() * y + m.m20() * z + m.m30());
            p[k + 1] = (float) (m.m01() * x + m.m11() * y + m.m21() * z + m.m31());
            p[k + 2] = (float) (m.m02() * x + m.m12() * y + m.m22() * z + m.m32());
        }
    }
}
