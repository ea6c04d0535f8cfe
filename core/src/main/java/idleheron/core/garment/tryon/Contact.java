package idleheron.core.garment.tryon;

import java.util.List;

/** What keeps cloth out of a body while a frame goes by. */
interface Contact {
    /** Nothing does. */
    Contact NONE = new Contact() {
        @Override
        public void begin(double[] x) {}

        @Override
        public void keep(double[] x, double[] before, double part, int from, int to) {}
    };

    /** Several, one after the other. */
    static Contact all(List<? extends Contact> some) {
        return new Contact() {
            @Override
            public void begin(double[] x) {
                some.forEach(c -> c.begin(x));
            }

            @Override
            public void keep(double[] x, double[] before, double part, int from, int to) {
                some.forEach(c -> c.keep(x, before, part, from, to));
            }
        };
    }

    /** Before the steps of a frame: where the points are. */
    void begin(double[] x);

    /**
     * Moves points that went in out again.
     *
     * @param x their places, in place
     * @param before where they were before this step
     * @param part of the frame that has gone by, 0 to 1
     * @param from the first of those to look at
     * @param to behind the last
     */
    void keep(double[] x, double[] before, double part, int from, int to);

    /**
     * Pushes a point out along a direction and takes some of what it moved along the surface back.
     *
     * @param lift how far out, metres
     * @param friction at most this times the lift is taken back
     */
    static void push(double[] x, double[] before, int i, double[] n, double lift, double friction) {
        int p = 3 * i;
        double mx = 0;
        for (int a = 0; a < 3; a++) {
            x[p + a] += lift * n[a];
            mx += (x[p + a] - before[p + a]) * n[a];
        }
        double tx = x[p] - before[p] - mx * n[0];
        double ty = x[p + 1] - before[p + 1] - mx * n[1];
        double tz = x[p + 2] - before[p + 2] - mx * n[2];
        double along = Math.sqrt(tx * tx + ty * ty + tz * tz);
        double take = Math.min(1, friction * lift / Math.max(along, 1e-12));
        x[p] -= tx * take;
        x[p + 1] -= ty * take;
        x[p + 2] -= tz * take;
    }
}
