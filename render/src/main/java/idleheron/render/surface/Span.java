package idleheron.render.surface;

/**
 * A triangle on its way to pixels: which it touches of a band of rows, and the shares of its corners at a pixel. One for each
 * core, set again for each triangle.
 */
final class Span {
    /** Which triangle. */
    int number;

    int a;
    int b;
    int c;
    int left;
    int right;
    int top;
    int bottom;
    /** Inverse distances of the corners. */
    float za;

    float zb;
    float zc;
    /** How the shares of b and c change by one pixel to the right, and by one down. */
    float stepB;

    float stepC;
    float downB;
    float downC;
    private float ax;
    private float ay;

    /** False where nothing of it is drawn. */
    boolean set(Rasterizer.Geometry g, int t, int from, int until, int width) {
        number = t;
        a = g.triangles[3 * t];
        b = g.triangles[3 * t + 1];
        c = g.triangles[3 * t + 2];
        float[] s = g.screen;
        ax = s[3 * a];
        ay = s[3 * a + 1];
        float bx = s[3 * b];
        float by = s[3 * b + 1];
        float cx = s[3 * c];
        float cy = s[3 * c + 1];
        float area = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
        if (area == 0) {
            return false;
        }
        float inv = 1 / area;
        top = Math.max(from, (int) Math.ceil(Math.min(ay, Math.min(by, cy)) - 0.5f));
        bottom = Math.min(until - 1, (int) Math.floor(Math.max(ay, Math.max(by, cy)) - 0.5f));
        left = Math.max(0, (int) Math.ceil(Math.min(ax, Math.min(bx, cx)) - 0.5f));
        right = Math.min(width - 1, (int) Math.floor(Math.max(ax, Math.max(bx, cx)) - 0.5f));
        za = s[3 * a + 2];
        zb = s[3 * b + 2];
        zc = s[3 * c + 2];
        stepB = (cy - ay) * inv;
        stepC = (ay - by) * inv;
        downB = (ax - cx) * inv;
        downC = (bx - ax) * inv;
        return true;
    }

    /** The share of b at the first pixel of a row. */
    float firstB(int y) {
        return (left + 0.5f - ax) * stepB + (y + 0.5f - ay) * downB;
    }

    /** The share of c at the first pixel of a row. */
    float firstC(int y) {
        return (left + 0.5f - ax) * stepC + (y + 0.5f - ay) * downC;
    }
}
