package idleheron.render.surface;

import idleheron.core.job.Cores;
import idleheron.render.ink.HeatRamp;
import idleheron.render.ink.Picture;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * A z-buffer rasteriser for triangles with smooth light, on all cores: the picture is cut into bands of rows, each triangle
 * is filed under the bands it touches, and a band is drawn by one core. Buffers are kept between frames.
 */
public final class Rasterizer {
    private static final int BAND = 32;

    private int width;
    private int height;
    private float[] depth = {};
    private int[] first = {};
    private int[] filed = {};

    /** One surface, ready to draw. */
    static final class Geometry {
        int[] triangles = {};
        int[] colors = {};
        /** Three per point: pixel x, pixel y, inverse distance. */
        float[] screen = {};
        /** Per point 0 to 1. */
        float[] light = {};
        /** Where its points are, three each, metres. */
        float[] points = {};
        /** Of points, three each, unit length. */
        float[] normals = {};
        /** Whether pictures of normals count: where no light falls they do not. */
        boolean bumpy;
        /** Towards the key light, and towards the viewer. */
        final float[] key = new float[3];

        final float[] viewer = new float[3];
        /** Per point 0 to 1 for the heat ramp, or empty to use the colours. */
        float[] heat = {};
        /** Pictures on it, or null for none. */
        @Nullable
        Dress dress;

        /** Hemisphere light, one key light and a little edge, seen from both sides, on a normal of unit length. */
        float lightOf(float nx, float ny, float nz) {
            float facing = nx * viewer[0] + ny * viewer[1] + nz * viewer[2];
            float side = facing < 0 ? -1 : 1;
            float diffuse = Math.max(0, side * (nx * key[0] + ny * key[1] + nz * key[2]));
            float sky = 0.5f + 0.5f * side * ny;
            float edge = 1 - Math.abs(facing);
            return 0.46f + 0.20f * sky + 0.46f * diffuse - 0.16f * edge * edge;
        }

        /** Triangles that are drawn first, or null for all. */
        int @Nullable [] opaque() {
            return dress == null ? null : dress.opaque();
        }

        int[] mixedByDepth() {
            return dress == null ? new int[0] : dress.mixedByDepth(this);
        }
    }

    /** Begins a picture of so many pixels with nothing in it. */
    public void begin(int w, int h) {
        width = w;
        height = h;
        if (depth.length < w * h) {
            depth = new float[w * h];
        }
        Arrays.fill(depth, 0, w * h, 0);
    }

    /** Inverse distance at a pixel, 0 where nothing was drawn. */
    public float depthAt(int x, int y) {
        return x < 0 || y < 0 || x >= width || y >= height ? 0 : depth[y * width + x];
    }

    /**
     * Draws what is opaque, or what is mixed with what is behind, the farthest first; that leaves the depth as it is.
     */
    public void draw(SurfaceLayer layer, Picture into, boolean mixed) {
        Geometry g = layer.geometry;
        int[] wanted = mixed ? g.mixedByDepth() : g.opaque();
        if (wanted != null && wanted.length == 0) {
            return;
        }
        int bands = (height + BAND - 1) / BAND;
        file(g, wanted, bands);
        int[] starts = first;
        int[] order = filed;
        IntStream.range(0, bands).parallel().forEach(b -> {
            int top = b * BAND;
            int bottom = Math.min(height, top + BAND);
            Span s = new Span();
            CoatFill fill = new CoatFill(width, depth, into.pixels());
            for (int i = starts[b]; i < starts[b + 1]; i++) {
                if (s.set(g, order[i], top, bottom, width)) {
                    if (g.dress != null && g.dress.has(order[i])) {
                        fill.triangle(g, g.dress, s);
                    } else {
                        triangle(g, s, into.pixels());
                    }
                }
            }
        });
    }

    /** Counting sort of the visible triangles by band. */
    private void file(Geometry g, int @Nullable [] wanted, int bands) {
        int n = wanted == null ? g.triangles.length / 3 : wanted.length;
        int[] count = new int[bands + 1];
        long[] span = new long[n];
        Cores.split(n, 20_000, (from, to) -> {
            for (int t = from; t < to; t++) {
                span[t] = rows(g, wanted == null ? t : wanted[t]);
            }
        });
        for (int t = 0; t < n; t++) {
            long s = span[t];
            if (s >= 0) {
                for (int b = (int) (s >>> 32) / BAND; b <= (int) s / BAND; b++) {
                    count[b + 1]++;
                }
            }
        }
        for (int b = 0; b < bands; b++) {
            count[b + 1] += count[b];
        }
        first = count.clone();
        if (filed.length < count[bands]) {
            filed = new int[count[bands] + count[bands] / 4];
        }
        for (int t = 0; t < n; t++) {
            long s = span[t];
            if (s >= 0) {
                for (int b = (int) (s >>> 32) / BAND; b <= (int) s / BAND; b++) {
                    filed[count[b]++] = wanted == null ? t : wanted[t];
                }
            }
        }
    }

    /** First and last row of a triangle, packed, or -1 when it is not to be drawn. */
    private long rows(Geometry g, int t) {
        int a = 3 * g.triangles[3 * t];
        int b = 3 * g.triangles[3 * t + 1];
        int c = 3 * g.triangles[3 * t + 2];
        float[] s = g.screen;
        if (s[a + 2] == 0 || s[b + 2] == 0 || s[c + 2] == 0) {
            return -1;
        }
        float y0 = Math.min(s[a + 1], Math.min(s[b + 1], s[c + 1]));
        float y1 = Math.max(s[a + 1], Math.max(s[b + 1], s[c + 1]));
        float x0 = Math.min(s[a], Math.min(s[b], s[c]));
        float x1 = Math.max(s[a], Math.max(s[b], s[c]));
        if (!(y1 >= 0) || y0 >= height || x1 < 0 || x0 >= width) {
            return -1;
        }
        int from = Math.max(0, (int) Math.ceil(y0 - 0.5f));
        int to = Math.min(height - 1, (int) Math.floor(y1 - 0.5f));
        return from > to ? -1 : ((long) from << 32) | to;
    }

    private void triangle(Geometry g, Span s, int[] pixels) {
        float la = g.light[s.a];
        float lb = g.light[s.b];
        float lc = g.light[s.c];
        boolean hot = g.heat.length > 0;
        float ha = hot ? g.heat[s.a] : 0;
        float hb = hot ? g.heat[s.b] : 0;
        float hc = hot ? g.heat[s.c] : 0;
        int base = hot ? 0 : g.colors[s.number];
        float za = s.za;
        float zb = s.zb;
        float zc = s.zc;
        float stepB = s.stepB;
        float stepC = s.stepC;
        int right = s.right;
        for (int y = s.top; y <= s.bottom; y++) {
            float wb = s.firstB(y);
            float wc = s.firstC(y);
            int i = y * width + s.left;
            for (int x = s.left; x <= right; x++, i++, wb += stepB, wc += stepC) {
                float wa = 1 - wb - wc;
                if (wa < 0 || wb < 0 || wc < 0) {
                    continue;
                }
                float z = wa * za + wb * zb + wc * zc;
                if (z <= depth[i]) {
                    continue;
                }
                depth[i] = z;
                float l = wa * la + wb * lb + wc * lc;
                int color = hot ? HeatRamp.at(wa * ha + wb * hb + wc * hc) : base;
                pixels[i] = Picture.lit(color, l);
            }
        }
    }
}
