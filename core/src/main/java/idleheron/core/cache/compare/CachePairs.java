package idleheron.core.cache.compare;

import idleheron.core.bake.Bake;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.measure.CacheSpeed;
import idleheron.core.job.Progress;
import idleheron.core.pair.Pair;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * Both caches of a pair and which placed mesh belongs to which: by path, then by a name that is there once on both sides, then
 * by as many points in the same place at the first sample. A rig held against a cache is baked at the cache's times first.
 */
final class CachePairs {
    /** Middles farther apart than this share of the whole do not belong together. */
    private static final double NEAR = 2e-3;

    final Cache sent;
    final Cache back;
    /** At which both sides are held together. */
    final double[] times;

    final Matrix4d sentSpace;
    final Matrix4d backSpace;

    /** Placed meshes of the sent cache. */
    final int[] meshes;

    /** Per sent mesh the placed mesh that came back, or -1. */
    final int[] partner;

    /** Per sent mesh how it was found: "path", "name", "place" or "". */
    final String[] found;

    /** Placed meshes that came back and belong to none. */
    final List<Integer> added = new ArrayList<>();

    private CachePairs(Cache sent, Cache back, Pair p) {
        this.sent = sent;
        this.back = back;
        this.times = shared(CacheSpeed.times(sent), back);
        this.sentSpace = p.sentSpace.pointMatrix();
        this.backSpace = p.returnedSpace.pointMatrix();
        CachePose a = new CachePose(sent);
        CachePose b = new CachePose(back);
        this.meshes = a.meshes();
        this.partner = new int[meshes.length];
        this.found = new String[meshes.length];
        Arrays.fill(partner, -1);
        Arrays.fill(found, "");
        match(a, b);
    }

    /** Null where one side has neither cache nor, for the other's cache, a rig. */
    static @Nullable CachePairs of(Pair p, Progress progress) throws IOException {
        Cache s = first(p.sent);
        Cache r = first(p.returned);
        if (s == null && r == null) {
            return null;
        }
        if (s == null && r != null) {
            s = baked(p.sent, r, progress);
        } else if (r == null && s != null) {
            r = baked(p.returned, s, progress);
        }
        return s == null || r == null ? null : new CachePairs(s, r, p);
    }

    /** Times at which the other side has something to show; all where it never has. */
    private static double[] shared(double[] times, Cache back) {
        double[] r = back.range();
        double[] in = Arrays.stream(times)
                .filter(t -> t >= r[0] - TimeSampling.CLOSE && t <= r[1] + TimeSampling.CLOSE)
                .toArray();
        return in.length == 0 || r[1] <= r[0] ? times : in;
    }

    private static @Nullable Cache first(Scene s) {
        return s.caches().isEmpty() ? null : s.caches().getFirst();
    }

    /** The clip whose range is that of the cache, else the first. */
    private static @Nullable Cache baked(Scene rig, Cache like, Progress progress) throws IOException {
        if (rig.meshes().isEmpty()) {
            return null;
        }
        double[] times = CacheSpeed.times(like);
        Clip best = null;
        double off = Double.POSITIVE_INFINITY;
        for (Clip c : rig.clips()) {
            double d = Math.abs(c.startSeconds() - times[0]) + Math.abs(c.endSeconds() - times[times.length - 1]);
            if (d < off) {
                off = d;
                best = c;
            }
        }
        return Bake.of(rig, best, times, progress);
    }

    private void match(CachePose a, CachePose b) {
        Map<String, Integer> paths = new HashMap<>();
        Map<String, Integer> names = new HashMap<>();
        for (int m : b.meshes()) {
            String path = b.placed().get(m).path();
            paths.put(path, m);
            names.merge(name(path), m, (x, y) -> -1);
        }
        Map<String, Integer> own = new HashMap<>();
        for (int m : meshes) {
            own.merge(name(a.placed().get(m).path()), 1, Integer::sum);
        }
        Set<Integer> free =
                new LinkedHashSet<>(Arrays.stream(b.meshes()).boxed().toList());
        for (int i = 0; i < meshes.length; i++) {
            String path = a.placed().get(meshes[i]).path();
            pair(i, paths.getOrDefault(path, -1), "path", free);
        }
        for (int i = 0; i < meshes.length; i++) {
            String n = name(a.placed().get(meshes[i]).path());
            if (partner[i] < 0 && own.getOrDefault(n, 0) == 1 && free.contains(names.getOrDefault(n, -1))) {
                pair(i, names.getOrDefault(n, -1), "name", free);
            }
        }
        places(a, b, free);
        added.addAll(free);
    }

    private void pair(int i, int with, String how, Set<Integer> free) {
        if (with >= 0 && free.remove(with)) {
            partner[i] = with;
            found[i] = how;
        }
    }

    private static String name(String path) {
        String last = path.substring(path.lastIndexOf('/') + 1);
        return last.substring(last.lastIndexOf(':') + 1);
    }

    private void places(CachePose a, CachePose b, Set<Integer> free) {
        if (free.isEmpty() || Arrays.stream(partner).noneMatch(x -> x < 0)) {
            return;
        }
        a.at(times[0], Interpolation.LINEAR);
        b.at(times[0], Interpolation.LINEAR);
        Map<Integer, double[]> middles = new HashMap<>();
        double[] box = {1e300, 1e300, 1e300, -1e300, -1e300, -1e300};
        for (int m : free) {
            double[] c = middle(b, m, times[0], backSpace);
            middles.put(m, new double[] {c[0], c[1], c[2], new CacheMesh(b.node(m)).points(0)});
            for (int k = 0; k < 3; k++) {
                box[k] = Math.min(box[k], c[k]);
                box[k + 3] = Math.max(box[k + 3], c[k]);
            }
        }
        double limit = NEAR * Math.max(0.5, Math.max(box[3] - box[0], Math.max(box[4] - box[1], box[5] - box[2])));
        for (int i = 0; i < meshes.length; i++) {
            if (partner[i] < 0) {
                double[] c = middle(a, meshes[i], times[0], sentSpace);
                int points = new CacheMesh(a.node(meshes[i])).points(0);
                int best = -1;
                double least = limit * limit;
                for (int m : free) {
                    double[] d = middles.getOrDefault(m, new double[4]);
                    double dist = (c[0] - d[0]) * (c[0] - d[0])
                            + (c[1] - d[1]) * (c[1] - d[1])
                            + (c[2] - d[2]) * (c[2] - d[2]);
                    if (dist < least && d[3] == points) {
                        least = dist;
                        best = m;
                    }
                }
                pair(i, best, "place", free);
            }
        }
    }

    private static double[] middle(CachePose pose, int mesh, double seconds, Matrix4d space) {
        float[] p = pose.points(mesh, seconds, Interpolation.LINEAR);
        CachePose.move(space, p);
        double[] c = new double[3];
        for (int k = 0; k < p.length; k++) {
            c[k % 3] += p[k] / (p.length / 3.0);
        }
        return c;
    }

    /** Whether each sent mesh has a partner and nothing came besides. */
    boolean complete() {
        return added.isEmpty() && Arrays.stream(partner).allMatch(x -> x >= 0);
    }
}
