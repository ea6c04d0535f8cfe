package idleheron.core.garment.facts;

/** Triangles of a set of coordinates on a raster over their box: how much of what they cover they cover more than once. */
final class UvRaster {
    private static final int SIDE = 1024;

    /** More texels than this are not looked at: so many large triangles lie over each other anyhow. */
    private static final long MOST = 400_000_000L;

    /** So that neighbours share no texel. */
    private static final double LEAN_U = 0.5 + 1.3e-7;

    private static final double LEAN_V = 0.5 + 1.7e-7;

    private final byte[] covered = new byte[SIDE * SIDE];
    private final double u0;
    private final double v0;
    private final double scale;

    private UvRaster(double u0, double v0, double side) {
        this.u0 = u0;
        this.v0 = v0;
        scale = (SIDE - 1) / side;
    }

    /**
     * @param uv two numbers for each corner
     * @param box least u and v, greatest u and v
     * @return share of what is covered that is covered more than once, 0 to 1
     */
    static double overlap(float[] uv, double[] box) {
        double side = Math.max(box[2] - box[0], box[3] - box[1]);
        if (!(side > 0) || !Double.isFinite(side)) {
            return 0;
        }
        UvRaster r = new UvRaster(box[0], box[1], side);
        long left = MOST;
        for (int i = 0; i + 5 < uv.length && left > 0; i += 6) {
            left -= r.put(uv, i);
        }
        long once = 0;
        long more = 0;
        for (byte b : r.covered) {
            once += b > 0 ? 1 : 0;
            more += b > 1 ? 1 : 0;
        }
        return once == 0 ? 0 : (double) more / once;
    }

    private long put(float[] uv, int at) {
        double ax = (uv[at] - u0) * scale;
        double ay = (uv[at + 1] - v0) * scale;
        double bx = (uv[at + 2] - u0) * scale;
        double by = (uv[at + 3] - v0) * scale;
        double cx = (uv[at + 4] - u0) * scale;
        double cy = (uv[at + 5] - v0) * scale;
        if (!Double.isFinite(ax + ay + bx + by + cx + cy)) {
            return 0;
        }
        int x0 = (int) Math.max(0, Math.ceil(Math.min(ax, Math.min(bx, cx)) - 0.5));
        int x1 = (int) Math.min(SIDE - 1.0, Math.floor(Math.max(ax, Math.max(bx, cx)) - 0.5));
        int y0 = (int) Math.max(0, Math.ceil(Math.min(ay, Math.min(by, cy)) - 0.5));
        int y1 = (int) Math.min(SIDE - 1.0, Math.floor(Math.max(ay, Math.max(by, cy)) - 0.5));
        for (int x = x0; x <= x1; x++) {
            for (int y = y0; y <= y1; y++) {
                double px = x + LEAN_U;
                double py = y + LEAN_V;
                double a = (bx - ax) * (py - ay) - (by - ay) * (px - ax);
                double b = (cx - bx) * (py - by) - (cy - by) * (px - bx);
                double c = (ax - cx) * (py - cy) - (ay - cy) * (px - cx);
                if (a > 0 && b > 0 && c > 0 || a < 0 && b < 0 && c < 0) {
                    int i = x * SIDE + y;
                    covered[i] = (byte) Math.min(2, covered[i] + 1);
                }
            }
        }
        return Math.max(0, (long) (x1 - x0 + 1) * (y1 - y0 + 1));
    }
}
