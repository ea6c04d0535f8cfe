package idleheron.render.surface;

import idleheron.core.picture.Texels;
import idleheron.render.ink.Picture;
import org.jspecify.annotations.Nullable;

/**
 * Fills triangles with their pictures, for one core. Places on the picture are divided by distance, so that they stay right in
 * perspective: u/z, v/z and 1/z run evenly over the screen. Which copy of the picture is taken follows from how far a step of one
 * pixel goes on it, asked every eighth pixel.
 */
final class CoatFill {
    private static final int RUN = 8;
    /** Of the lines over what has no picture: so many pixels from one to the next. */
    private static final int HATCH = 14;

    private static final float QUIET = 0.8f;

    private final int width;
    private final float[] depth;
    private final int[] pixels;

    // of the triangle that is being filled
    private float ua;
    private float ub;
    private float uc;
    private float va;
    private float vb;
    private float vc;
    private final Bumps bumps = new Bumps();

    CoatFill(int width, float[] depth, int[] pixels) {
        this.width = width;
        this.depth = depth;
        this.pixels = pixels;
    }

    void triangle(Rasterizer.Geometry g, Dress dress, Span s) {
        Dress.Worn worn = dress.worn(s.number);
        if (worn.missing()) {
            hatched(g, s);
            return;
        }
        int k = 6 * s.number;
        float[] uv = dress.uv;
        ua = uv[k] * s.za;
        va = uv[k + 1] * s.za;
        ub = uv[k + 2] * s.zb;
        vb = uv[k + 3] * s.zb;
        uc = uv[k + 4] * s.zc;
        vc = uv[k + 5] * s.zc;
        if (g.bumpy && worn.normal() != null) {
            bumps.set(g, uv, s);
        }
        for (int y = s.top; y <= s.bottom; y++) {
            row(g, dress.cover(), worn, s, y);
        }
    }

    private void row(Rasterizer.Geometry g, Cover cover, Dress.Worn worn, Span s, int y) {
        Texels colour = worn.colour();
        Texels normal = g.bumpy ? worn.normal() : null;
        Texels opacity = worn.opacity();
        boolean channel = cover.isChannel();
        boolean mixed = worn.mixed();
        int cutoff = worn.cutoff();
        int base = g.colors[s.number];
        float la = g.light[s.a];
        float lb = g.light[s.b];
        float lc = g.light[s.c];
        float stepB = s.stepB;
        float stepC = s.stepC;
        float wb = s.firstB(y);
        float wc = s.firstC(y);
        int right = s.right;
        int i = y * width + s.left;
        int level = 0;
        int asked = 0;
        for (int x = s.left; x <= right; x++, i++, wb += stepB, wc += stepC) {
            float wa = 1 - wb - wc;
            if (wa < 0 || wb < 0 || wc < 0) {
                continue;
            }
            float z = wa * s.za + wb * s.zb + wc * s.zc;
            if (z <= depth[i]) {
                continue;
            }
            float far = 1 / z;
            float u = (wa * ua + wb * ub + wc * uc) * far;
            float v = (wa * va + wb * vb + wc * vc) * far;
            if (asked == 0) {
                level = level(worn.first(), s, u, v, far);
                asked = RUN;
            }
            asked--;
            int argb = colour == null ? 0xFF000000 | base : colour.sample(u, v, level, worn.acrossU(), worn.acrossV());
            int alpha = 255;
            if (opacity != null) {
                alpha = opacity == colour
                        ? argb >>> 24
                        : clear(opacity, opacity.sample(u, v, level, worn.acrossU(), worn.acrossV()));
                if (alpha < cutoff) {
                    continue;
                }
            }
            int rgb = channel ? grey(cover, argb) : colour == null ? argb : times(argb, worn.factor());
            float l = channel ? 1 : wa * la + wb * lb + wc * lc;
            if (normal != null) {
                l = bumps.light(g, s, wa, wb, wc, normal.sample(u, v, level, worn.acrossU(), worn.acrossV()));
            }
            int lit = Picture.lit(rgb, l);
            if (mixed) {
                pixels[i] = Picture.mix(pixels[i], lit, alpha / 255f);
            } else {
                depth[i] = z;
                pixels[i] = lit;
            }
        }
    }

    /** By how far u and v go with one pixel to the right and one down, by the rule of the quotient. */
    private int level(@Nullable Texels of, Span s, float u, float v, float far) {
        if (of == null) {
            return 0;
        }
        float zx = s.stepB * (s.zb - s.za) + s.stepC * (s.zc - s.za);
        float zy = s.downB * (s.zb - s.za) + s.downC * (s.zc - s.za);
        float ux = (s.stepB * (ub - ua) + s.stepC * (uc - ua) - u * zx) * far * of.width();
        float uy = (s.downB * (ub - ua) + s.downC * (uc - ua) - u * zy) * far * of.width();
        float vx = (s.stepB * (vb - va) + s.stepC * (vc - va) - v * zx) * far * of.height();
        float vy = (s.downB * (vb - va) + s.downC * (vc - va) - v * zy) * far * of.height();
        return of.level(Math.max(ux * ux + vx * vx, uy * uy + vy * vy));
    }

    /** The alpha of a picture that has one, else how light it is. */
    private static int clear(Texels of, int argb) {
        return of.isClear() ? argb >>> 24 : (2 * (argb >> 16 & 255) + 5 * (argb >> 8 & 255) + (argb & 255)) >> 3;
    }

    private static int grey(Cover channel, int argb) {
        int v = switch (channel) {
            case RED -> argb >> 16 & 255;
            case GREEN -> argb >> 8 & 255;
            case BLUE -> argb & 255;
            default -> argb >>> 24;
        };
        return v << 16 | v << 8 | v;
    }

    private static int times(int argb, int[] factor) {
        return ((argb >> 16 & 255) * factor[0] >> 8) << 16
                | ((argb >> 8 & 255) * factor[1] >> 8) << 8
                | (argb & 255) * factor[2] >> 8;
    }

    /** The material's colour with quiet lines over it, which stand still on the screen. */
    private void hatched(Rasterizer.Geometry g, Span s) {
        int base = g.colors[s.number];
        for (int y = s.top; y <= s.bottom; y++) {
            float wb = s.firstB(y);
            float wc = s.firstC(y);
            int i = y * width + s.left;
            for (int x = s.left; x <= s.right; x++, i++, wb += s.stepB, wc += s.stepC) {
                float wa = 1 - wb - wc;
                if (wa < 0 || wb < 0 || wc < 0) {
                    continue;
                }
                float z = wa * s.za + wb * s.zb + wc * s.zc;
                if (z > depth[i]) {
                    depth[i] = z;
                    float l = wa * g.light[s.a] + wb * g.light[s.b] + wc * g.light[s.c];
                    pixels[i] = Picture.lit(base, (x + y) % HATCH < 2 ? QUIET * l : l);
                }
            }
        }
    }
}
