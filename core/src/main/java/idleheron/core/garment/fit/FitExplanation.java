package idleheron.core.garment.fit;

import static idleheron.core.Messages.say;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/**
 * Whether a garment was made for a body, in its pose, size and unit; and if not, what explains it, the simplest first: another unit or
 * other axes, another size or place, another pose, another body. Each is fitted and held against what is left of the unsteadiness of
 * its gap.
 *
 * @param verdict what explains it
 * @param factor times which its numbers are in the unit of the body, for {@link Verdict#UNIT}
 * @param turned how its axes are to be turned, a clause, or ""
 * @param scale times which it fits, for {@link Verdict#SIZE}
 * @param degrees by which it is turned, for {@link Verdict#SIZE}
 * @param shift by which it is moved, metres, for {@link Verdict#SIZE}
 * @param turns of joints of the body in the pose it was made in, the largest first, for {@link Verdict#POSE}
 * @param before badness as it lies, metres
 * @param after badness with the explanation applied
 * @param mend what brings its places to the body, for {@link Verdict#UNIT} and {@link Verdict#SIZE}; else it changes nothing
 * @param moves what each joint of the body's skin did with places at rest when it was made, for {@link Verdict#POSE}; else none
 */
public record FitExplanation(
        Verdict verdict,
        double factor,
        String turned,
        double scale,
        double degrees,
        double shift,
        List<Turn> turns,
        double before,
        double after,
        Matrix4dc mend,
        List<Matrix4dc> moves) {
    /** What explains how a garment lies. */
    public enum Verdict {
        FITS,
        UNIT,
        SIZE,
        POSE,
        BODY,
        /** It hangs too freely to tell. */
        LOOSE
    }

    /**
     * A joint of the body in the pose that a garment was made in.
     *
     * @param degrees against how it rests
     * @param higher whether what hangs on it points higher
     */
    public record Turn(String joint, double degrees, boolean higher) {}

    public FitExplanation {
        turns = List.copyOf(turns);
        moves = List.copyOf(moves);
    }

    private static final Matrix4dc SAME = new Matrix4d();

    /** Below this a garment fits, metres. */
    private static final double FITS = 0.006;

    private static final int PLACES = 2500;
    private static final double CLOSED = 0.98;
    private static final double INNER = 0.25;
    private static final double LARGEST = 1.6;
    private static final double SMALLEST = 0.12;
    private static final double GROWN = 0.02;
    private static final double TURNED = 2;
    private static final double SHIFTED = 0.01;
    private static final double POSED = 8;
    private static final double TOLD = 3;
    private static final double DRY = 0.005;
    private static final double UNSTEADY = 0.015;

    private static final double[] UNITS = {1, 0.01, 0.001, 100, 1000, 0.0254, 39.37007874, 0.1, 10, 0.3048};

    /**
     * A turn of axes.
     *
     * @param shown what is said of it, a clause
     * @param rows of its matrix
     */
    private record Axes(String shown, double... rows) {
        static final Axes SAME = new Axes("", 1, 0, 0, 0, 1, 0, 0, 0, 1);
        static final Axes MIRROR =
                new Axes(say("core.garment.fit.FitExplanation.it-is-mirrored"), -1, 0, 0, 0, 1, 0, 0, 0, 1);
        static final List<Axes> ALL = List.of(
                SAME,
                new Axes(say("core.garment.fit.FitExplanation.its-z-is-up"), 1, 0, 0, 0, 0, 1, 0, -1, 0),
                new Axes(say("core.garment.fit.FitExplanation.its-y-was-taken-for-z"), 1, 0, 0, 0, 0, -1, 0, 1, 0),
                new Axes(say("core.garment.fit.FitExplanation.it-faces-the-other-way"), -1, 0, 0, 0, 1, 0, 0, 0, -1),
                MIRROR);

        double[] applied(double[] p, double factor) {
            double[] out = new double[p.length];
            for (int i = 0; i < p.length; i++) {
                int at = i - i % 3;
                int r = 3 * (i % 3);
                out[i] = factor * (rows[r] * p[at] + rows[r + 1] * p[at + 1] + rows[r + 2] * p[at + 2]);
            }
            return out;
        }

        Matrix4d matrix(double factor) {
            return new Matrix4d(new Matrix3d(
                            rows[0], rows[3], rows[6], rows[1], rows[4], rows[7], rows[2], rows[5], rows[8]))
                    .scale(factor);
        }
    }

    private record Tried(double badness, double factor, Axes axes) {
        double rank() {
            return badness + (factor == 1 ? 0 : 0.001) + (axes == Axes.SAME ? 0 : 0.001);
        }
    }

    private static FitExplanation of(Verdict v, double before, double after) {
        return new FitExplanation(v, 1, "", 1, 0, 0, List.of(), before, after, SAME, List.of());
    }

    /**
     * @param wearer the node that shows the body
     * @param garment metres, as it lies
     */
    public static FitExplanation of(Scene scene, int wearer, TriangleMesh garment) {
        FitBody body = FitBody.of(scene, wearer);
        BodyDistance distance = body.distance();
        SurfaceNormals normals = SurfaceNormals.of(garment);
        int step = Math.max(1, garment.pointCount() / PLACES);
        int n = (garment.pointCount() + step - 1) / step;
        double[] q = new double[3 * n];
        double[] qn = new double[3 * n];
        for (int i = 0; i < n; i++) {
            System.arraycopy(garment.points(), 3 * i * step, q, 3 * i, 3);
            System.arraycopy(normals.points(), 3 * i * step, qn, 3 * i, 3);
        }
        if (MeshEdges.of(garment).inside() > CLOSED) {
            double[][] inner = inner(Feet.of(distance, q), q, qn);
            if (inner[0].length > INNER * q.length) {
                q = inner[0];
                qn = inner[1];
            }
        }
        Feet lies = Feet.of(distance, q);
        double before = lies.badness();
        List<Tried> tried = units(distance, body.mesh().box(), q);
        boolean told = !tried.isEmpty() && tried.getFirst().badness < FITS;
        if (told) {
            Tried t = tried.getFirst();
            boolean same = t.factor == 1 && t.axes == Axes.SAME;
            return new FitExplanation(
                    same ? Verdict.FITS : Verdict.UNIT,
                    t.factor,
                    t.axes.shown,
                    1,
                    0,
                    0,
                    List.of(),
                    before,
                    t.badness,
                    t.axes.matrix(t.factor),
                    List.of());
        }
        if (lies.inside() < DRY && lies.spread() > UNSTEADY) {
            return of(Verdict.LOOSE, before, before);
        }
        Matrix4dc first = SAME;
        if (!tried.isEmpty() && tried.getFirst().badness < 0.25 * before) {
            Tried t = tried.getFirst();
            first = t.axes.matrix(t.factor);
            q = t.axes.applied(q, t.factor);
            qn = t.axes.applied(qn, t.axes == Axes.MIRROR ? -1 : 1);
        }
        return fitted(body, distance, q, qn, before, first);
    }

    private static FitExplanation fitted(
            FitBody body, BodyDistance distance, double[] q, double[] qn, double before, Matrix4dc first) {
        double good = Math.max(0.5 * FITS, 0.25 * before);
        SimilarityFit s = SimilarityFit.of(distance, q);
        double after = Feet.of(distance, s.moved()).badness();
        boolean moved = Math.abs(s.scale() - 1) >= GROWN || s.degrees() >= TURNED || s.shift() >= SHIFTED;
        if (moved && after < good) {
            return new FitExplanation(
                    Verdict.SIZE,
                    1,
                    "",
                    s.scale(),
                    s.degrees(),
                    s.shift(),
                    List.of(),
                    before,
                    after,
                    new Matrix4d(s.all()).mul(first),
                    List.of());
        }
        if (body.skin() == null) {
            return of(Verdict.BODY, before, before);
        }
        PoseFit p = PoseFit.of(body, q, qn);
        List<Turn> turns = new ArrayList<>();
        for (int j = 0; j < body.joints(); j++) {
            if (p.degrees(j) >= TOLD) {
                turns.add(new Turn(body.names().get(j), p.degrees(j), higher(body, p, j)));
            }
        }
        turns.sort(Comparator.comparingDouble(Turn::degrees).reversed());
        double posed = p.feet().badness();
        boolean helps = !turns.isEmpty() && turns.getFirst().degrees >= POSED && posed < good;
        return helps
                ? new FitExplanation(
                        Verdict.POSE, 1, "", 1, 0, 0, turns, before, posed, first, List.of((Matrix4dc[]) p.moves()))
                : of(Verdict.BODY, before, before);
    }

    /** Whether the next joint below is higher above this one than at rest. */
    private static boolean higher(FitBody body, PoseFit p, int joint) {
        for (int c = 0; c < body.joints(); c++) {
            if (body.parents()[c] == joint) {
                org.joml.Vector3d at = new org.joml.Vector3d(
                        body.places()[3 * joint], body.places()[3 * joint + 1], body.places()[3 * joint + 2]);
                org.joml.Vector3d end =
                        new org.joml.Vector3d(body.places()[3 * c], body.places()[3 * c + 1], body.places()[3 * c + 2]);
                double rest = end.y - at.y;
                p.moves()[joint].transformPosition(at);
                p.moves()[joint].transformPosition(end);
                return end.y - at.y > rest;
            }
        }
        return false;
    }

    /** The places that look at the body, their normals turned round. */
    private static double[][] inner(Feet f, double[] q, double[] qn) {
        double[] a = new double[q.length];
        double[] b = new double[q.length];
        int n = 0;
        for (int i = 0; i < q.length; i += 3) {
            double dot = f.normals()[i] * qn[i] + f.normals()[i + 1] * qn[i + 1] + f.normals()[i + 2] * qn[i + 2];
            if (dot < 0) {
                for (int k = 0; k < 3; k++) {
                    a[n] = q[i + k];
                    b[n++] = -qn[i + k];
                }
            }
        }
        return new double[][] {Arrays.copyOf(a, n), Arrays.copyOf(b, n)};
    }

    private static List<Tried> units(BodyDistance body, double[] box, double[] q) {
        double tall = Math.max(box[3] - box[0], Math.max(box[4] - box[1], box[5] - box[2]));
        List<Tried> out = new ArrayList<>();
        for (double u : UNITS) {
            for (Axes a : Axes.ALL) {
                double[] x = a.applied(q, u);
                double[] b = new TriangleMesh(x, new int[0]).box();
                double most = Math.max(b[3] - b[0], Math.max(b[4] - b[1], b[5] - b[2]));
                boolean meets = true;
                for (int k = 0; k < 3; k++) {
                    meets &= b[k] <= box[3 + k] && b[3 + k] >= box[k];
                }
                if (meets && most <= LARGEST * tall && most >= SMALLEST * tall) {
                    out.add(new Tried(Feet.of(body, x).badness(), u, a));
                }
            }
        }
        out.sort(Comparator.comparingDouble(Tried::rank));
        return out;
    }
}
