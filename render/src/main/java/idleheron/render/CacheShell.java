package idleheron.render;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Interpolation;
import idleheron.core.job.Cores;
import idleheron.core.pose.CanonicalSpace;
import idleheron.render.surface.SurfaceLayer;
import java.util.Arrays;

/**
 * All shown meshes of a cache at one moment as one surface. Triangles are made anew only where the faces of a mesh, or what is
 * shown, change. Belongs to one thread at a time.
 */
final class CacheShell {
    private static final int PLAIN = 0xC3C8B4;
    private static final int OTHER = 0xB4BDA6;
    private final CachePose pose;
    private final CanonicalSpace space;
    private final int[] meshes;
    private long[] keys = new long[0];
    private int[] starts = new int[0];
    private float[] points = new float[0];
    private SurfaceLayer layer = new SurfaceLayer(new int[0], new int[0], 0);
    private String chosen = "";
    private String colored = "";

    CacheShell(Cache cache, CanonicalSpace space) {
        this.pose = new CachePose(cache);
        this.space = space;
        this.meshes = pose.meshes();
    }

    /** The object that is marked, with all under it; "" for none. */
    void choose(String path) {
        chosen = path;
    }

    Shell at(double seconds) {
        pose.at(seconds, Interpolation.LINEAR);
        long[] now = new long[meshes.length];
        int[] first = new int[meshes.length + 1];
        for (int i = 0; i < meshes.length; i++) {
            CacheMesh m = new CacheMesh(pose.node(meshes[i]));
            int s = m.sampleAt(seconds);
            boolean shown = pose.shown(meshes[i]);
            now[i] = shown ? m.topologyKey(s) : -1;
            first[i + 1] = first[i] + (shown ? count(m, seconds) : 0);
        }
        if (!Arrays.equals(now, keys) || !Arrays.equals(first, starts) || !colored.equals(chosen)) {
            build(seconds, now, first);
        }
        Cores.each(meshes.length, i -> {
            if (starts[i + 1] > starts[i]) {
                float[] p = pose.points(meshes[i], seconds, Interpolation.LINEAR);
                CachePose.move(space.pointMatrix(), p);
                System.arraycopy(p, 0, points, 3 * starts[i], Math.min(p.length, 3 * (starts[i + 1] - starts[i])));
            }
        });
        return new Shell(layer, points);
    }

    private static int count(CacheMesh m, double seconds) {
        int n = m.positions().count();
        return (int) m.positions().points(m.positions().times().floor(seconds, n));
    }

    private void build(double seconds, long[] now, int[] first) {
        keys = now;
        starts = first;
        colored = chosen;
        int[][] triangles = new int[meshes.length][];
        int all = 0;
        for (int i = 0; i < meshes.length; i++) {
            CacheMesh m = new CacheMesh(pose.node(meshes[i]));
            triangles[i] = first[i + 1] > first[i] ? m.triangles(m.sampleAt(seconds)) : new int[0];
            all += triangles[i].length;
        }
        int[] merged = new int[all];
        int[] colors = new int[all / 3];
        int at = 0;
        for (int i = 0; i < meshes.length; i++) {
            String path = pose.placed().get(meshes[i]).path();
            boolean marked = !chosen.isEmpty() && (path.equals(chosen) || path.startsWith(chosen + "/"));
            int color = marked ? SurfaceLayer.MARK : i % 2 == 0 ? PLAIN : OTHER;
            int most = first[i + 1] - first[i];
            for (int k = 0; k + 2 < triangles[i].length; k += 3) {
                colors[at / 3] = color;
                for (int c = 0; c < 3; c++) {
                    merged[at++] = first[i] + Math.min(triangles[i][k + c], Math.max(0, most - 1));
                }
            }
        }
        points = new float[3 * first[meshes.length]];
        layer = new SurfaceLayer(merged, colors, first[meshes.length]);
    }
}
