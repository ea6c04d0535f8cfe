package idleheron.core.garment.remesh;

import static idleheron.core.Messages.say;

import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.Spacing;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.job.Cores;
import idleheron.core.scene.mesh.Mesh;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * Cloth of one side with another spacing of its points (Botsch and Kobbelt 2004): in each round long edges are cut, short ones joined,
 * edges turned towards six at a point, points evened out along the surface and put back onto the old one. Rims, seams of coordinates,
 * borders of materials and creases stay where they are. Weights, freedom and coordinates are those of the old surface at the same place.
 *
 * @param mesh triangles
 * @param spacing of it
 * @param off how far the new surface lies from the old at most, either way, metres
 */
public record Respacing(Mesh mesh, Spacing spacing, double off) {
    private static final int ROUNDS = 5;
    private static final double LONG = 4 / 3.0;
    private static final double SHORT = 4 / 5.0;
    private static final int PASSES = 12;
    private static final int FEWEST = 20;
    private static final int TRIES = 6;
    private static final double CLOSE = 0.95;

    /** More points than this are not made of it: it would take too long, and the target is a mistake. */
    private static final double MOST = 2e6;

    private static final int PIECE = 1024;

    /**
     * @param cloth as it rests
     * @param length of an edge, metres
     * @throws IllegalArgumentException with a line for the user where it cannot be done
     */
    public static Respacing of(Cloth cloth, double length) {
        refuse(cloth, length);
        OldCloth old = OldCloth.of(cloth);
        Weave w = old.weave();
        for (int round = 0; round < ROUNDS; round++) {
            cut(w, LONG * length);
            join(w, SHORT * length, LONG * length);
            turn(w);
            even(w, old);
        }
        Mesh out = old.dressed(w);
        TriangleMesh now = old.surface(w);
        return new Respacing(
                out, Spacing.of(now), Math.max(off(now, old.tree()), off(old.surface(), TriangleTree.of(now))));
    }

    /**
     * With the finest spacing, to a few per cent, at which it has no more than so many points.
     *
     * @param points at most, 20 or more
     * @throws IllegalArgumentException with a line for the user where it cannot be done
     */
    public static Respacing within(Cloth cloth, int points) {
        if (points < FEWEST) {
            throw new IllegalArgumentException(
                    say("core.garment.remesh.Respacing.at-most-points-or-more-are", points, FEWEST));
        }
        double area = cloth.pieces().all().stream().mapToDouble(p -> p.area()).sum();
        double length = Math.sqrt(2 * area / (Math.sqrt(3) * points));
        @Nullable Respacing best = null;
        for (int i = 0; i < TRIES; i++) {
            Respacing now = of(cloth, length);
            int n = now.mesh.pointCount();
            boolean fits = n <= points;
            if (fits && (best == null || n > best.mesh.pointCount())) {
                best = now;
            }
            if (fits && n > CLOSE * points) {
                return now;
            }
            length *= Math.sqrt(n / (0.5 * (1 + CLOSE) * points));
        }
        if (best == null) {
            throw new IllegalArgumentException(say(
                    "core.garment.remesh.Respacing.does-not-come-below-points-its",
                    cloth.mesh().name(),
                    points));
        }
        return best;
    }

    private static void refuse(Cloth c, double length) {
        String name = c.mesh().name();
        if (!(length > 0) || !c.isWhole()) {
            throw new IllegalArgumentException(
                    c.isWhole()
                            ? say("core.garment.remesh.Respacing.a-spacing-of-m", length)
                            : say("core.garment.remesh.Respacing.has-no-face-or-places-that", name));
        }
        if (c.hasTwoSides()) {
            throw new IllegalArgumentException(say("core.garment.remesh.Respacing.has-two-sides-only-cloth-of", name));
        }
        if (!c.mesh().shapes().isEmpty()) {
            throw new IllegalArgumentException(
                    say("core.garment.remesh.Respacing.has-blend-shapes-which-would-be", name));
        }
        double area = c.pieces().all().stream().mapToDouble(p -> p.area()).sum();
        if (area / (length * length) > MOST) {
            throw new IllegalArgumentException(
                    say("core.garment.remesh.Respacing.would-have-more-than-two-million", name));
        }
    }

    private static void cut(Weave w, double longest) {
        for (int pass = 0; pass < PASSES; pass++) {
            int[] e = w.edges();
            boolean any = false;
            for (int i = 0; i < e.length; i += 2) {
                if (w.length(e[i], e[i + 1]) > longest && w.of(e[i], e[i + 1]).length > 0) {
                    w.split(e[i], e[i + 1]);
                    any = true;
                }
            }
            if (!any) {
                return;
            }
        }
    }

    private static void join(Weave w, double shortest, double longest) {
        int[] e = w.edges();
        for (int i = 0; i < e.length; i += 2) {
            int a = e[i];
            int b = e[i + 1];
            if (w.count(a) == 0 || w.count(b) == 0 || w.of(a, b).length == 0 || w.length(a, b) >= shortest) {
                continue;
            }
            if (!w.join(a, b, longest)) {
                w.join(b, a, longest);
            }
        }
    }

    private static void turn(Weave w) {
        int[] e = w.edges();
        for (int i = 0; i < e.length; i += 2) {
            w.flip(e[i], e[i + 1]);
        }
    }

    /** Moves points that no border holds to the middle of their neighbours, along the surface, and back onto the old one. */
    private static void even(Weave w, OldCloth old) {
        double[] to = w.p.clone();
        Cores.split(w.points(), PIECE, (from, until) -> {
            Foot foot = new Foot();
            for (int v = from; v < until; v++) {
                if (w.count(v) > 0 && w.borders(v) == 0) {
                    even(w, old, v, foot);
                    if (foot.triangle >= 0) {
                        to[3 * v] = foot.x;
                        to[3 * v + 1] = foot.y;
                        to[3 * v + 2] = foot.z;
                    }
                }
            }
        });
        w.p = to;
    }

    private static void even(Weave w, OldCloth old, int v, Foot foot) {
        int[] around = w.neighbours(v);
        double[] mid = new double[3];
        for (int q : around) {
            for (int k = 0; k < 3; k++) {
                mid[k] += w.p[3 * q + k] / around.length;
            }
        }
        double[] n = new double[3];
        for (int i = 0; i < w.count(v); i++) {
            int f = 3 * w.around(v)[i];
            double[] own = w.normal(w.t[f], w.t[f + 1], w.t[f + 2]);
            for (int k = 0; k < 3; k++) {
                n[k] += own[k];
            }
        }
        double l = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
        double out = 0;
        for (int k = 0; k < 3 && l > 0; k++) {
            out += (mid[k] - w.p[3 * v + k]) * n[k] / l;
        }
        double[] x = new double[3];
        for (int k = 0; k < 3; k++) {
            x[k] = mid[k] - (l > 0 ? out * n[k] / l : 0);
        }
        old.tree(w.label[w.around(v)[0]]).closest(x[0], x[1], x[2], Double.POSITIVE_INFINITY, foot);
    }

    /** The farthest that points and middles of triangles lie from a surface, metres. */
    private static double off(TriangleMesh m, TriangleTree from) {
        double[] p = m.points();
        int[] t = m.triangles();
        boolean[] used = m.used();
        int points = m.pointCount();
        double[] far = new double[points + m.count()];
        Cores.split(far.length, PIECE, (first, until) -> {
            Foot f = new Foot();
            double[] x = new double[3];
            for (int i = first; i < until; i++) {
                if (i < points && !used[i]) {
                    continue;
                }
                for (int k = 0; k < 3; k++) {
                    int at = 3 * (i - points);
                    x[k] = i < points
                            ? p[3 * i + k]
                            : p[3 * t[at] + k] / 3 + p[3 * t[at + 1] + k] / 3 + p[3 * t[at + 2] + k] / 3;
                }
                from.closest(x[0], x[1], x[2], Double.POSITIVE_INFINITY, f);
                far[i] = f.distance;
            }
        });
        return Arrays.stream(far).max().orElse(0);
    }
}
