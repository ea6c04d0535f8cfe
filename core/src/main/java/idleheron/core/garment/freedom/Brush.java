package idleheron.core.garment.freedom;

import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.Thickness;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.PointRings;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Paints freedom onto a garment. A brush reaches what hangs together within its radius, so that it does not run over from a sleeve to the
 * side beside it; where cloth has two sides, both get the same. However often a stroke goes over a place, it counts there once: the
 * nearest it came. Not for several threads.
 */
public final class Brush {
    private static final double CM = 100;
    private static final double WIDER = 1.5;

    private final TriangleMesh mesh;
    private final TriangleTree tree;
    private final PointRings rings;
    private final int[] across;
    private final double middle;
    private final double[] values;
    private final double[] before;
    private final float[] touched;
    private final int[] queue;
    private final int[] seen;
    private final Foot foot = new Foot();
    private final List<Vec3> places = new ArrayList<>();
    private int round;
    private double radius;
    private Stroke.Tip tip = new Stroke.Tip(Stroke.How.SET, 1, 4, 1, false);

    /**
     * @param cloth that is whole
     * @param start one value a point of its joined surface; what is no number counts as held
     * @param middle what is mirrored lies as far on the other side of this x, metres
     */
    public Brush(Cloth cloth, double[] start, double middle) {
        mesh = cloth.joined();
        tree = TriangleTree.of(mesh);
        rings = PointRings.of(mesh);
        Thickness t = Thickness.of(mesh, SurfaceNormals.of(mesh), tree);
        across = cloth.hasTwoSides(t) ? t.across() : new int[0];
        this.middle = middle;
        values = start.clone();
        restart(start);
        before = values.clone();
        touched = new float[values.length];
        queue = new int[values.length];
        seen = new int[values.length];
    }

    /** What strokes make of values, one a point of the joined surface. */
    public static double[] painted(Cloth cloth, double[] start, double middle, List<Stroke> strokes) {
        Brush b = new Brush(cloth, start, middle);
        strokes.forEach(b::draw);
        return b.values;
    }

    /** Forgets what was drawn. */
    public void restart(double[] start) {
        for (int i = 0; i < values.length; i++) {
            values[i] = start[i] >= 0 ? Math.min(1, start[i]) : 0;
        }
    }

    /** Begins a stroke. */
    public void begin(Stroke.Tip with) {
        tip = with;
        places.clear();
        System.arraycopy(values, 0, before, 0, values.length);
        Arrays.fill(touched, 0);
    }

    /** Goes over a place. */
    public void over(Vec3 place) {
        places.add(place);
        touch(place.x(), place.y(), place.z());
        if (tip.mirrored()) {
            touch(2 * middle - place.x(), place.y(), place.z());
        }
    }

    /** What was drawn since it began. */
    public Stroke stroke() {
        return new Stroke(tip, places);
    }

    /** Draws a whole stroke. */
    public void draw(Stroke s) {
        begin(s.tip());
        s.places().forEach(this::over);
    }

    /** As they are now, one a point of the joined surface, 0 to 1: not a copy. */
    public double[] values() {
        return values;
    }

    private void touch(double x, double y, double z) {
        double tipRadius = tip.centimetres() / CM;
        tree.closest(x, y, z, tipRadius, foot);
        int f = foot.triangle;
        if (f < 0) {
            return;
        }
        round++;
        int from = 3 * f;
        int corner = nearestCorner(from);
        radius = Math.max(tipRadius, WIDER * toFoot(corner));
        flood(mesh.triangles(), from, from + 3, foot.x, foot.y, foot.z);
        int other = across.length == 0 ? -1 : across[corner];
        if (other >= 0) {
            round++;
            double[] p = mesh.points();
            flood(across, corner, corner + 1, p[3 * other], p[3 * other + 1], p[3 * other + 2]);
        }
    }

    private int nearestCorner(int from) {
        int best = mesh.triangles()[from];
        for (int k = from + 1; k < from + 3; k++) {
            best = toFoot(mesh.triangles()[k]) < toFoot(best) ? mesh.triangles()[k] : best;
        }
        return best;
    }

    private double toFoot(int point) {
        double dx = mesh.points()[3 * point] - foot.x;
        double dy = mesh.points()[3 * point + 1] - foot.y;
        double dz = mesh.points()[3 * point + 2] - foot.z;
        return Math.sqrt(dx * dx + dy * dy + dz * dz);
    }

    /** Touches what hangs together with some points within the radius of a place; the first are touched wherever they lie. */
    private void flood(int[] some, int from, int to, double x, double y, double z) {
        int end = 0;
        for (int k = from; k < to; k++) {
            if (seen[some[k]] != round) {
                seen[some[k]] = round;
                queue[end++] = some[k];
            }
        }
        double[] p = mesh.points();
        for (int at = 0; at < end; at++) {
            int i = queue[at];
            double dx = p[3 * i] - x;
            double dy = p[3 * i + 1] - y;
            double dz = p[3 * i + 2] - z;
            double d = Math.sqrt(dx * dx + dy * dy + dz * dz);
            if (d >= radius) {
                continue;
            }
            float w = (float) FreedomRule.step(1 - d / radius);
            if (w > touched[i]) {
                touched[i] = w;
                values[i] = changed(i, tip.strength() * w);
            }
            for (int k = rings.starts()[i]; k < rings.starts()[i + 1]; k++) {
                int n = rings.points()[k];
                if (seen[n] != round) {
                    seen[n] = round;
                    queue[end++] = n;
                }
            }
        }
    }

    private double changed(int i, double share) {
        double v = before[i];
        return Math.clamp(
                switch (tip.how()) {
                    case SET -> v + share * (tip.value() - v);
                    case ADD -> v + share * tip.value();
                    case SOFTEN -> v + share * (around(i) - v);
                },
                0,
                1);
    }

    private double around(int i) {
        double sum = 0;
        int n = rings.starts()[i + 1] - rings.starts()[i];
        for (int k = rings.starts()[i]; k < rings.starts()[i + 1]; k++) {
            sum += before[rings.points()[k]];
        }
        return n == 0 ? before[i] : sum / n;
    }
}
