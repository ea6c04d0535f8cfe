package idleheron.core.cache.measure;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * Meshes that are the same but for where they stand: one still turn and move brings all samples of one to those of the other.
 * A mesh counts with the transform over it where that has nothing else under it, so that those that move alike are found too.
 */
public final class EqualMeshes {
    /** So many different meshes of one topology are told apart; beyond that new ones are not compared. */
    private static final int KINDS = 256;

    private static final double NORMALS = 2e-3;

    private final double tolerance;
    private final Map<Integer, List<Unit>> known = new HashMap<>();
    private final List<Match> matches = new ArrayList<>();
    private double worst;

    /**
     * One that is like another.
     *
     * @param path of the unit that can become an instance
     * @param source path of the unit it is like
     * @param place brings the source, in its parent's space, to this one in its own
     */
    public record Match(String path, String source, Matrix4d place) {}

    /** A mesh, or a transform with one mesh under it. */
    private record Unit(String path, CacheNode top, CacheNode mesh, float[] rest) {
        int count() {
            Samples c = top.get(ChannelSemantic.CHANNELS);
            return Math.max(new CacheMesh(mesh).positions().count(), top == mesh || c == null ? 1 : c.count());
        }

        TimeSampling times() {
            Samples c = top == mesh ? null : top.get(ChannelSemantic.CHANNELS);
            Samples p = new CacheMesh(mesh).positions();
            return c != null && c.count() > p.count() ? c.times() : p.times();
        }

        float[] points(double seconds) {
            float[] p = new CacheMesh(mesh).at(seconds, Interpolation.LINEAR);
            if (top != mesh) {
                CachePose.move(CachePose.local(top, seconds, Interpolation.LINEAR, new Matrix4d()), p);
            }
            return p;
        }

        boolean moves() {
            Samples c = top == mesh ? null : top.get(ChannelSemantic.CHANNELS);
            return !new CacheMesh(mesh).positions().constant() || c != null && !c.constant();
        }
    }

    private final Set<String> sources;

    private EqualMeshes(double tolerance, Set<String> sources) {
        this.tolerance = tolerance;
        this.sources = sources;
    }

    /**
     * @param tolerance largest distance, in the stage's unit
     */
    public static EqualMeshes of(Cache cache, double tolerance) {
        EqualMeshes out = new EqualMeshes(tolerance, cache.sources());
        for (CacheNode c : cache.root().children()) {
            out.look(c, "/" + c.name());
        }
        return out;
    }

    /** Each mesh that is a moved copy of an earlier one. */
    public List<Match> matches() {
        return List.copyOf(matches);
    }

    /** Largest distance between a match and its source at any sample, in the stage's unit. */
    public double worst() {
        return worst;
    }

    private void look(CacheNode n, String path) {
        CacheNode mesh = n.kind().isMesh() ? n : under(n);
        if (mesh != null) {
            CacheMesh m = new CacheMesh(mesh);
            boolean repeated = mesh != n && sources.contains(path + "/" + mesh.name());
            if (m.points(0) > 0 && m.topologyHolds() && !repeated) {
                unit(new Unit(path, n, mesh, new float[0]), m);
            }
            return;
        }
        for (CacheNode c : n.children()) {
            look(c, path + "/" + c.name());
        }
    }

    private static @Nullable CacheNode under(CacheNode n) {
        boolean one = n.kind() == CacheKind.TRANSFORM
                && n.children().size() == 1
                && n.get(ChannelSemantic.VISIBLE) == null
                && n.user().isEmpty()
                && n.children().getFirst().kind().isMesh();
        return one ? n.children().getFirst() : null;
    }

    private void unit(Unit told, CacheMesh m) {
        Unit u = new Unit(
                told.path, told.top, told.mesh, told.points(told.times().time(0)));
        int[] counts = m.counts(0);
        int[] indices = m.indices(0);
        int key = 31 * (31 * Arrays.hashCode(counts) + Arrays.hashCode(indices)) + u.rest.length;
        List<Unit> alike = known.computeIfAbsent(key, k -> new ArrayList<>());
        for (Unit a : alike) {
            Matrix4d place = place(a, u);
            if (place != null) {
                matches.add(new Match(u.path, a.path, place));
                return;
            }
        }
        if (alike.size() < KINDS) {
            alike.add(u);
        }
    }

    private @Nullable Matrix4d place(Unit a, Unit b) {
        CacheMesh ma = new CacheMesh(a.mesh);
        CacheMesh mb = new CacheMesh(b.mesh);
        if (a.rest.length != b.rest.length
                || a.moves() != b.moves()
                || !ma.indices().same(0, mb.indices(), 0)
                || !ma.counts().same(0, mb.counts(), 0)
                || a.mesh.kind() != b.mesh.kind()) {
            return null;
        }
        RigidFit fit = RigidFit.of(a.rest, b.rest);
        if (!(fit.worst() <= tolerance) || !sameParams(a.mesh, b.mesh, fit.matrix())) {
            return null;
        }
        double left = fit.worst();
        if (a.moves()) {
            if (a.count() != b.count() || !a.times().equals(b.times())) {
                return null;
            }
            for (int i = 1; i < a.count(); i++) {
                double t = a.times().time(i);
                left = Math.max(left, RigidFit.worst(fit.matrix(), a.points(t), b.points(t)));
                if (!(left <= tolerance)) {
                    return null;
                }
            }
        }
        worst = Math.max(worst, left);
        return fit.matrix();
    }

    private static boolean sameParams(CacheNode a, CacheNode b, Matrix4d m) {
        if (a.params().size() != b.params().size()
                || a.children().size() != b.children().size()
                || !a.user().isEmpty()
                || !b.user().isEmpty()) {
            return false;
        }
        for (Param p : a.params()) {
            Param q = b.param(p.name());
            if (q == null
                    || !q.scope().equals(p.scope())
                    || q.values().count() != p.values().count()) {
                return false;
            }
            boolean normals = p.name().equals("N") && p.values().extent() == 3;
            if (normals ? !turned(p, q, m) : !same(p, q)) {
                return false;
            }
        }
        return true;
    }

    private static boolean same(Param p, Param q) {
        Samples at = p.indices();
        Samples other = q.indices();
        if (at == null != (other == null)) {
            return false;
        }
        for (int i = 0; i < p.values().count(); i++) {
            if (!p.values().same(i, q.values(), i)
                    || at != null
                            && other != null
                            && (at.count() != other.count()
                                    || !at.same(Math.min(i, at.count() - 1), other, Math.min(i, at.count() - 1)))) {
                return false;
            }
        }
        return true;
    }

    private static boolean turned(Param p, Param q, Matrix4d m) {
        if (p.values().count() == 0) {
            return true;
        }
        double[] a = p.flat(0);
        double[] b = q.flat(0);
        if (a.length != b.length) {
            return false;
        }
        org.joml.Vector3d v = new org.joml.Vector3d();
        for (int k = 0; k + 2 < a.length; k += 3) {
            m.transformDirection(v.set(a[k], a[k + 1], a[k + 2]));
            if (v.distanceSquared(b[k], b[k + 1], b[k + 2]) > NORMALS * NORMALS) {
                return false;
            }
        }
        return true;
    }

    /** The cache with every match as a placed instance of its source. */
    public Cache shared(Cache cache) {
        Map<String, Match> by = new HashMap<>();
        matches.forEach(m -> by.put(m.path, m));
        return cache.withRoot(replaced(cache.root(), "", by));
    }

    private static CacheNode replaced(CacheNode n, String path, Map<String, Match> by) {
        Match m = by.get(path);
        if (m != null) {
            return RigidMotion.place(n.name(), m.place, List.of(CacheNode.instance(n.name() + "Again", m.source)));
        }
        return n.withChildren(n.children().stream()
                .map(c -> replaced(c, path + "/" + c.name(), by))
                .toList());
    }
}
