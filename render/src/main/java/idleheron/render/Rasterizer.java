package idleheron.render;

import idleheron.core.job.Cores;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * A z-buffer rasteriser for triangles with smooth light, on all cores: the picture is cut into bands of rows, each triangle
 * is filed under the bands it touches, and a band is drawn by one core. Buffers are kept between frames.
 */
final class Rasterizer {
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
        /** Per point 0 to 1 for the heat ramp, or empty to use the colours. */
        float[] heat = {};
    }

    void begin(int w, int h) {
        width = w;
        height = h;
        if (depth.length < w * h) {
            depth = new float[w * h];
        }
        Arrays.fill(depth, 0, w * h, 0);
    }

    /** Inverse distance at a pixel, 0 where nothing was drawn. */
    float depthAt(int x, int y) {
        return x < 0 || y < 0 || x >= width || y >= height ? 0 : depth[y * width + x];
    }

    void draw(Geometry g, Picture into) {
        int bands = (height + BAND - 1) / BAND;
        file(g, bands);
        int[] starts = first;
        int[] order = filed;
        IntStream.range(0, bands).parallel().forEach(b -> {
            int top = b * BAND;
            int bottom = Math.min(height, top + BAND);
            for (int i = starts[b]; i < starts[b + 1]; i++) {
                triangle(g, order[i], top, bottom, into.pixels());
            }
        });
    }

    /** Counting sort of the visible triangles by band. */
    private void file(Geometry g, int bands) {
        int n = g.triangles.length / 3;
        int[] count = new int[bands + 1];
        long[] span = new long[n];
        Cores.split(n, 20_000, (from, to) -> {
            for (int t = from; t < to; t++) {
                span[t] = rows(g, t);
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
                    filed[count[b]++] = t;
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

    private void triangle(Geometry g, int t, int top, int bottom, int[] pixels) {
        int ia = g.triangles[3 * t];
        int ib = g.triangles[3 * t + 1];
        int ic = g.triangles[3 * t + 2];
        float[] s = g.screen;
        float ax = s[3 * ia];
        float ay = s[3 * ia + 1];
        float bx = s[3 * ib];
        float by = s[3 * ib + 1];
        float cx = s[3 * ic];
        float cy = s[3 * ic + 1];
        float area = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
        if (area == 0) {
            return;
        }
        float inv = 1 / area;
        int y0 = Math.max(top, (int) Math.ceil(Math.min(ay, Math.min(by, cy)) - 0.5f));
        int y1 = Math.min(bottom - 1, (int) Math.floor(Math.max(ay, Math.max(by, cy)) - 0.5f));
        int x0 = Math.max(0, (int) Math.ceil(Math.min(ax, Math.min(bx, cx)) - 0.5f));
        int x1 = Math.min(width - 1, (int) Math.floor(Math.max(ax, Math.max(bx, cx)) - 0.5f));
        float za = s[3 * ia + 2];
        float zb = s[3 * ib + 2];
        float zc = s[3 * ic + 2];
        float la = g.light[ia];
        float lb = g.light[ib];
        float lc = g.light[ic];
        boolean hot = g.heat.length > 0;
        float ha = hot ? g.heat[ia] : 0;
        float hb = hot ? g.heat[ib] : 0;
        float hc = hot ? g.heat[ic] : 0;
        int base = hot ? 0 : g.colors[t];
        // How the shares of b and c change by one pixel to the right.
        float stepB = (cy - ay) * inv;
        float stepC = (ay - by) * inv;
        for (int y = y0; y <= y1; y++) {
            float py = y + 0.5f;
            float px = x0 + 0.5f;
            float wb = ((px - ax) * (cy - ay) - (cx - ax) * (py - ay)) * inv;
            float wc = ((bx - ax) * (py - ay) - (px - ax) * (by - ay)) * inv;
            int i = y * width + x0;
            for (int x = x0; x <= x1; x++, i++, wb += stepB, wc += stepC) {
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
                int k = (int) (l * 256);
                int r = Math.min(255, (color >> 16 & 255) * k >> 8);
                int gr = Math.min(255, (color >> 8 & 255) * k >> 8);
                int bl = Math.min(255, (color & 255) * k >> 8);
                pixels[i] = 0xFF000000 | r << 16 | gr << 8 | bl;
            }
        }
    }
}
