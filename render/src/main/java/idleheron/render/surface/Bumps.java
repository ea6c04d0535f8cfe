package idleheron.render.surface;

/**
 * Light on a triangle by a picture of normals: red, green and blue tell how far the normal leans to where u grows, to where v
 * grows, and outward, each from -1 at 0 to 1 at 255. Where u grows follows from the corners: with edges e, f and their steps on
 * the picture (eu, ev), (fu, fv) it is e·fv - f·ev, and where v grows f·eu - e·fu, over eu·fv - fu·ev, whose sign alone counts.
 */
final class Bumps {
    private final float[] e = new float[3];
    private final float[] f = new float[3];
    private float tx;
    private float ty;
    private float tz;
    private float bx;
    private float by;
    private float bz;

    void set(Rasterizer.Geometry g, float[] uv, Span s) {
        float[] p = g.points;
        int k = 6 * s.number;
        float eu = uv[k + 2] - uv[k];
        float ev = uv[k + 3] - uv[k + 1];
        float fu = uv[k + 4] - uv[k];
        float fv = uv[k + 5] - uv[k + 1];
        float sign = eu * fv - fu * ev < 0 ? -1 : 1;
        for (int a = 0; a < 3; a++) {
            e[a] = sign * (p[3 * s.b + a] - p[3 * s.a + a]);
            f[a] = sign * (p[3 * s.c + a] - p[3 * s.a + a]);
        }
        tx = e[0] * fv - f[0] * ev;
        ty = e[1] * fv - f[1] * ev;
        tz = e[2] * fv - f[2] * ev;
        bx = f[0] * eu - e[0] * fu;
        by = f[1] * eu - e[1] * fu;
        bz = f[2] * eu - e[2] * fu;
        float t = length(tx, ty, tz);
        float b = length(bx, by, bz);
        tx /= t;
        ty /= t;
        tz /= t;
        bx /= b;
        by /= b;
        bz /= b;
    }

    float light(Rasterizer.Geometry g, Span s, float wa, float wb, float wc, int rgb) {
        float[] n = g.normals;
        float nx = wa * n[3 * s.a] + wb * n[3 * s.b] + wc * n[3 * s.c];
        float ny = wa * n[3 * s.a + 1] + wb * n[3 * s.b + 1] + wc * n[3 * s.c + 1];
        float nz = wa * n[3 * s.a + 2] + wb * n[3 * s.b + 2] + wc * n[3 * s.c + 2];
        float l = length(nx, ny, nz);
        float x = (rgb >> 16 & 255) / 127.5f - 1;
        float y = (rgb >> 8 & 255) / 127.5f - 1;
        float z = ((rgb & 255) / 127.5f - 1) / l;
        float mx = x * tx + y * bx + z * nx;
        float my = x * ty + y * by + z * ny;
        float mz = x * tz + y * bz + z * nz;
        float m = length(mx, my, mz);
        return g.lightOf(mx / m, my / m, mz / m);
    }

    private static float length(float x, float y, float z) {
        return Math.max(1e-20f, (float) Math.sqrt(x * x + y * y + z * z));
    }
}
