package idleheron.core.garment.tryon;

import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Cores;

/**
 * Cloth by extended position based dynamics (Macklin, Müller and Chentanez 2016) with small steps (Macklin et al. 2019): in every step
 * one sweep over all links, then tethers, then what keeps it out of the body, and last the freedom that each point has about the place
 * where its skin puts it. Metres, seconds, kilograms. Equal bit for bit on any number of cores.
 */
final class ClothSolver {
    static final double GRAVITY = 9.81;
    private static final double DAMPING = 0.5;
    private static final double LIGHTEST = 1e-7;
    private static final double HELD = 1e-9;
    private static final double SHORT = 1e-12;
    private static final int SMALLEST = 1024;

    private final ClothSettings set;
    private final double gravity;
    private final Links links;
    private final Tethers tethers;
    private final double[] limit;
    private final double[] inverse;
    private final double[] v;
    private final double[] before;
    private final double[] goal;
    private double[] x;

    /**
     * @param rest with points that lie in one place as one
     * @param limit for each point how far it may leave its place, metres; 0 for held, infinite for free
     * @param gravity metres a second and second, downwards
     */
    ClothSolver(TriangleMesh rest, double[] limit, ClothSettings set, double gravity) {
        this.set = set;
        this.gravity = gravity;
        this.limit = limit;
        links = Links.of(rest);
        double[] areas = SurfaceNormals.of(rest).pointAreas(rest);
        boolean[] held = new boolean[areas.length];
        inverse = new double[areas.length];
        for (int i = 0; i < areas.length; i++) {
            held[i] = limit[i] <= HELD;
            inverse[i] = held[i] ? 0 : 1 / Math.max(LIGHTEST, set.density() * areas[i]);
        }
        tethers = set.tethers() ? Tethers.of(rest, held) : Tethers.none();
        v = new double[3 * areas.length];
        before = new double[v.length];
        goal = new double[v.length];
        x = rest.points().clone();
    }

    /** Puts all points somewhere, at rest. */
    void start(double[] places) {
        x = places.clone();
        java.util.Arrays.fill(v, 0);
    }

    /** Where the points are. */
    double[] places() {
        return x;
    }

    Links links() {
        return links;
    }

    /** Whether all places are numbers. */
    boolean isFinite() {
        double sum = 0;
        for (double d : x) {
            sum += d * 0;
        }
        return sum == 0;
    }

    /** Metres a second. */
    double fastest() {
        double out = 0;
        for (int i = 0; i < v.length; i += 3) {
            out = Math.max(out, v[i] * v[i] + v[i + 1] * v[i + 1] + v[i + 2] * v[i + 2]);
        }
        return Math.sqrt(out);
    }

    /**
     * Goes on by a frame.
     *
     * @param seconds that it lasts
     * @param from where the skin puts the points when it begins
     * @param to and when it ends
     */
    void frame(double seconds, double[] from, double[] to, Contact contact, Contact itself) {
        int n = set.subSteps();
        double h = seconds / n;
        contact.begin(x);
        itself.begin(x);
        int points = limit.length;
        for (int s = 0; s < n; s++) {
            double part = (s + 1.0) / n;
            Cores.split(points, SMALLEST, (a, b) -> predict(a, b, h, part, from, to));
            for (int c = 0; c + 1 < links.colours().length; c++) {
                int first = links.colours()[c];
                Cores.split(links.colours()[c + 1] - first, SMALLEST, (a, b) -> sweep(first + a, first + b, h));
            }
            Cores.split(tethers.points().length, SMALLEST, this::tether);
            itself.keep(x, before, part, 0, points);
            Cores.split(points, SMALLEST, (a, b) -> {
                keep(contact, part, a, b);
                settle(a, b, h);
            });
        }
    }

    private void predict(int a, int b, double h, double part, double[] from, double[] to) {
        double slow = Math.max(0, 1 - DAMPING * h);
        for (int i = 3 * a; i < 3 * b; i++) {
            goal[i] = from[i] + part * (to[i] - from[i]);
            before[i] = x[i];
            if (inverse[i / 3] == 0) {
                x[i] = goal[i];
            } else {
                v[i] = (v[i] - (i % 3 == 1 ? h * gravity : 0)) * slow;
                x[i] += h * v[i];
            }
        }
    }

    private void sweep(int a, int b, double h) {
        double stretch = set.stretch() / (h * h);
        double bend = set.bend() / (h * h);
        int[] ends = links.ends();
        for (int k = a; k < b; k++) {
            int i = ends[2 * k];
            int j = ends[2 * k + 1];
            double w = inverse[i] + inverse[j];
            int p = 3 * i;
            int q = 3 * j;
            double dx = x[p] - x[q];
            double dy = x[p + 1] - x[q + 1];
            double dz = x[p + 2] - x[q + 2];
            double l = Math.sqrt(dx * dx + dy * dy + dz * dz);
            if (w == 0 || !(l > SHORT)) {
                continue;
            }
            double c = (links.lengths()[k] - l) / (w + (links.bends()[k] ? bend : stretch)) / l;
            double ci = inverse[i] * c;
            double cj = inverse[j] * c;
            x[p] += ci * dx;
            x[p + 1] += ci * dy;
            x[p + 2] += ci * dz;
            x[q] -= cj * dx;
            x[q + 1] -= cj * dy;
            x[q + 2] -= cj * dz;
        }
    }

    private void tether(int a, int b) {
        for (int k = a; k < b; k++) {
            pull(tethers.points()[k], x, 3 * tethers.held()[k], tethers.lengths()[k]);
        }
    }

    /** Brings a point within a length of a place. */
    private void pull(int point, double[] to, int at, double length) {
        int p = 3 * point;
        double dx = x[p] - to[at];
        double dy = x[p + 1] - to[at + 1];
        double dz = x[p + 2] - to[at + 2];
        double l = Math.sqrt(dx * dx + dy * dy + dz * dz);
        if (l > length) {
            double k = length / l;
            x[p] = to[at] + k * dx;
            x[p + 1] = to[at + 1] + k * dy;
            x[p + 2] = to[at + 2] + k * dz;
        }
    }

    /** Only what is free is kept out: held points go where their skin does. */
    private void keep(Contact contact, double part, int a, int b) {
        int from = a;
        while (from < b) {
            while (from < b && inverse[from] == 0) {
                from++;
            }
            int to = from;
            while (to < b && inverse[to] != 0) {
                to++;
            }
            if (to > from) {
                contact.keep(x, before, part, from, to);
            }
            from = to;
        }
    }

    private void settle(int a, int b, double h) {
        for (int i = a; i < b; i++) {
            if (limit[i] < Double.POSITIVE_INFINITY) {
                pull(i, goal, 3 * i, limit[i]);
            }
            for (int k = 3 * i; k < 3 * i + 3; k++) {
                v[k] = (x[k] - before[k]) / h;
            }
        }
    }
}
