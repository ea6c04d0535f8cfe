package idleheron.core.garment.weights;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.garment.facts.Thickness;
import idleheron.core.geometry.CotanLaplacian;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.HeldSystem;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.Pieces;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.geometry.Weld;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import java.util.Arrays;

/**
 * Skin weights from a body to a garment: those of the closest place of the body where that can be trusted, and between and beyond
 * a smooth fill, the one that makes L + length² · L · M⁻¹ · L least with the trusted ones held. Small pieces move as one, with their
 * ground; pieces that the body speaks for nowhere follow the nearest of the others.
 *
 * <p>After Abdrashitov, Raichstat, Monsen and Hill 2023, Robust Skin Weights Transfer via Weight Inpainting.
 */
public final class WeightTransfer {
    /** Share of a body's diagonal within which it speaks for a garment. */
    private static final double NEAR = 0.015;

    private static final double CLOSED = 0.98;
    private static final double TWO_SHELLS = 0.5;

    /** More free points than these are filled with L alone. */
    private static final int MOST_SMOOTH = 300_000;

    private final BodyWeights body;
    private final TransferSettings set;
    private final TriangleMesh file;
    private final Weld weld;
    private final TriangleMesh mesh;
    private final Pieces pieces;
    private final boolean[] used;
    private final boolean[] trim;
    private final boolean[] large;

    private WeightTransfer(BodyWeights body, TriangleMesh file, TransferSettings set) {
        this.body = body;
        this.set = set;
        this.file = file;
        weld = Weld.of(file.points(), set.weld());
        mesh = file.welded(weld);
        pieces = Pieces.of(mesh);
        used = mesh.used();
        trim = new boolean[used.length];
        large = large();
    }

    /**
     * What was taken over.
     *
     * @param joints how many there are
     * @param weights per point of the file a number for each joint, sums of 1; all 0 for points without faces
     * @param state what became of each point of the file
     */
    public record Taken(int joints, double[] weights, State[] state, TransferFigures figures) {
        /** Of a point for a joint, 0 to 1. */
        public double weight(int point, int joint) {
            return weights[point * joints + joint];
        }
    }

    /** Where a point has its weights from. */
    public enum State {
        MATCHED,
        FILLED,
        TRIM,
        ORPHAN,
        UNUSED
    }

    /**
     * @param garment metres, in the pose and place in which the body is
     * @throws IllegalArgumentException where the body speaks for no point, with the figures
     */
    public static Taken of(BodyWeights body, TriangleMesh garment, TransferSettings set, Progress progress) {
        if (!garment.isFinite() || !body.body().mesh().isFinite()) {
            throw new IllegalArgumentException(
                    say("core.garment.weights.WeightTransfer.some-places-are-no-numbers-take"));
        }
        if (garment.count() == 0 || body.body().mesh().count() == 0) {
            throw new IllegalArgumentException(say(
                    "core.garment.weights.WeightTransfer.has-no-face",
                    (garment.count() == 0
                            ? say("core.garment.weights.WeightTransfer.the-garment")
                            : say("core.garment.weights.WeightTransfer.the-body"))));
        }
        return new WeightTransfer(body, garment, set).run(progress);
    }

    /** Pieces that are not small; and marks the points of those that are. */
    private boolean[] large() {
        int n = pieces.count();
        double[] box = new double[6 * n];
        for (int p = 0; p < n; p++) {
            Arrays.fill(box, 6 * p, 6 * p + 3, Double.POSITIVE_INFINITY);
            Arrays.fill(box, 6 * p + 3, 6 * p + 6, Double.NEGATIVE_INFINITY);
        }
        boolean[] worn = new boolean[n];
        for (int i = 0; i < used.length; i++) {
            int b = 6 * pieces.of()[i];
            worn[pieces.of()[i]] |= used[i];
            for (int k = 0; k < 3; k++) {
                box[b + k] = Math.min(box[b + k], mesh.points()[3 * i + k]);
                box[b + 3 + k] = Math.max(box[b + 3 + k], mesh.points()[3 * i + k]);
            }
        }
        boolean[] out = new boolean[n];
        boolean any = false;
        for (int p = 0; p < n; p++) {
            double x = box[6 * p + 3] - box[6 * p];
            double y = box[6 * p + 4] - box[6 * p + 1];
            double z = box[6 * p + 5] - box[6 * p + 2];
            out[p] = worn[p] && Math.sqrt(x * x + y * y + z * z) > set.trims();
            any |= out[p];
        }
        for (int i = 0; i < trim.length; i++) {
            trim[i] = any && used[i] && !out[pieces.of()[i]];
        }
        return out;
    }

    private double thickness(SurfaceNormals normals) {
        if (!set.shells() || MeshEdges.of(mesh).inside() <= CLOSED) {
            return 0;
        }
        Thickness t = Thickness.of(mesh, normals, TriangleTree.of(mesh));
        int all = 0;
        for (boolean u : used) {
            all += u ? 1 : 0;
        }
        return t.points() > TWO_SHELLS * all ? t.median() : 0;
    }

    private Taken run(Progress progress) {
        SurfaceNormals normals = SurfaceNormals.of(mesh);
        double thick = Double.isNaN(set.distance()) ? thickness(normals) : 0;
        double distance =
                Double.isNaN(set.distance()) ? NEAR * body.body().mesh().diagonal() + thick : set.distance();
        progress.at(0.05, say("core.garment.weights.WeightTransfer.matching-points"));
        Matching match = Matching.of(body, mesh, set, distance);
        boolean[] known = new boolean[used.length];
        boolean[] has = new boolean[pieces.count()];
        int matched = 0;
        for (int i = 0; i < known.length; i++) {
            boolean found = match.matched()[i] && used[i];
            matched += found ? 1 : 0;
            known[i] = found && !trim[i];
            has[pieces.of()[i]] |= known[i];
        }
        boolean any = false;
        for (boolean h : has) {
            any |= h;
        }
        if (!any) {
            throw new IllegalArgumentException(refusal(match, distance));
        }
        double[][] columns = match.weights();
        boolean[] free = new boolean[known.length];
        int filled = 0;
        for (int i = 0; i < free.length; i++) {
            free[i] = used[i] && !known[i] && has[pieces.of()[i]];
            filled += free[i] ? 1 : 0;
        }
        progress.at(0.3, say("core.garment.weights.WeightTransfer.filling-in-weights"));
        if (filled > 0) {
            fill(columns, known, free, filled, progress.part(0.3, 0.9));
        }
        double[] range = range(columns, known, free);
        progress.at(0.9, say("core.garment.weights.WeightTransfer.limiting-influences"));
        host(columns, known, free, has);
        State[] states = new State[used.length];
        int trims = 0;
        int orphans = 0;
        for (int i = 0; i < states.length; i++) {
            states[i] = !used[i]
                    ? State.UNUSED
                    : trim[i] ? State.TRIM : known[i] ? State.MATCHED : free[i] ? State.FILLED : State.ORPHAN;
            trims += states[i] == State.TRIM ? 1 : 0;
            orphans += states[i] == State.ORPHAN ? 1 : 0;
        }
        double[] areas = normals.pointAreas(mesh);
        double all = 0;
        double spoken = 0;
        int flipped = 0;
        int torn = 0;
        for (int i = 0; i < areas.length; i++) {
            all += areas[i];
            spoken += match.matched()[i] ? areas[i] : 0;
            flipped += match.flipped()[i] ? 1 : 0;
            torn += match.torn()[i] ? 1 : 0;
        }
        int joints = body.joints();
        double[] rows = new double[joints * used.length];
        double limited = limit(columns, rows);
        double[] out = new double[joints * file.pointCount()];
        State[] state = new State[file.pointCount()];
        for (int p = 0; p < state.length; p++) {
            state[p] = states[weld.to()[p]];
            System.arraycopy(rows, joints * weld.to()[p], out, joints * p, joints);
        }
        boolean[] worn = new boolean[pieces.count()];
        for (int i = 0; i < used.length; i++) {
            worn[pieces.of()[i]] |= used[i];
        }
        int count = 0;
        for (boolean w : worn) {
            count += w ? 1 : 0;
        }
        TransferFigures figures = new TransferFigures(
                file.pointCount(),
                mesh.pointCount(),
                distance,
                thick,
                matched,
                all > 0 ? spoken / all : 0,
                flipped,
                torn,
                filled,
                trims,
                orphans,
                count,
                range[0],
                range[1],
                limited);
        progress.at(1, say("core.garment.weights.WeightTransfer.weights-taken-over"));
        return new Taken(joints, out, state, figures);
    }

    private String refusal(Matching match, double distance) {
        double[] gaps = match.distances().clone();
        Arrays.sort(gaps);
        return say(
                "core.garment.weights.WeightTransfer.the-body-speaks-for-no-point",
                Figure.number(1000 * gaps[gaps.length / 2]),
                Figure.number(1000 * distance));
    }

    private void fill(double[][] columns, boolean[] known, boolean[] free, int filled, Progress progress) {
        CotanLaplacian l = CotanLaplacian.of(mesh);
        HeldSystem system =
                new HeldSystem(l.energy(filled > MOST_SMOOTH ? 0 : set.length()), mesh.points(), known, free);
        java.util.List<double[]> some = new java.util.ArrayList<>();
        for (double[] column : columns) {
            boolean occurs = false;
            for (int i = 0; i < column.length; i++) {
                occurs |= known[i] && column[i] > 0;
            }
            if (occurs) {
                some.add(column);
            } else {
                for (int i = 0; i < column.length; i++) {
                    column[i] = free[i] ? 0 : column[i];
                }
            }
        }
        system.solve(some.toArray(new double[0][]), progress);
    }

    /** Least and greatest of all weights that count, before any is cut. */
    private static double[] range(double[][] columns, boolean[] known, boolean[] free) {
        double[] out = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        for (double[] column : columns) {
            for (int i = 0; i < column.length; i++) {
                if (known[i] || free[i]) {
                    out[0] = Math.min(out[0], column[i]);
                    out[1] = Math.max(out[1], column[i]);
                }
                column[i] = Math.max(0, column[i]);
            }
        }
        return out;
    }

    /** Gives small pieces and those without a match the weights of what is nearest of the others. */
    private void host(double[][] columns, boolean[] known, boolean[] free, boolean[] has) {
        int[] t = mesh.triangles();
        TriangleMesh ground = mesh.only(f -> {
            boolean all = true;
            for (int k = 0; k < 3; k++) {
                all &= known[t[3 * f + k]] || free[t[3 * f + k]];
            }
            return all;
        });
        TriangleTree tree = TriangleTree.of(ground);
        if (tree.isEmpty()) {
            return;
        }
        double[] centre = new double[3 * pieces.count()];
        int[] count = new int[pieces.count()];
        for (int i = 0; i < used.length; i++) {
            int p = pieces.of()[i];
            count[p]++;
            for (int k = 0; k < 3; k++) {
                centre[3 * p + k] += mesh.points()[3 * i + k];
            }
        }
        Foot f = new Foot();
        for (int i = 0; i < used.length; i++) {
            int p = pieces.of()[i];
            if (!used[i] || has[p]) {
                continue;
            }
            double[] from = large[p] ? mesh.points() : centre;
            double by = large[p] ? 1 : 1.0 / count[p];
            int at = 3 * (large[p] ? i : p);
            tree.closest(from[at] * by, from[at + 1] * by, from[at + 2] * by, Double.POSITIVE_INFINITY, f);
            int a = ground.triangles()[3 * f.triangle];
            int b = ground.triangles()[3 * f.triangle + 1];
            int c = ground.triangles()[3 * f.triangle + 2];
            for (double[] column : columns) {
                column[i] = f.u * column[a] + f.v * column[b] + f.w * column[c];
            }
        }
    }

    /** Rows with few influences and sums of 1; gives the largest change by it. */
    private double limit(double[][] columns, double[] rows) {
        int joints = columns.length;
        double[] worst = new double[used.length];
        Cores.split(used.length, 512, (from, to) -> {
            double[] row = new double[joints];
            double[] before = new double[joints];
            for (int i = from; i < to; i++) {
                double sum = 0;
                for (int j = 0; j < joints; j++) {
                    row[j] = used[i] ? columns[j][i] : 0;
                    sum += row[j];
                }
                for (int j = 0; j < joints; j++) {
                    row[j] = sum > 0 ? row[j] / sum : 0;
                    before[j] = row[j];
                }
                InfluenceLimit.apply(row, set.influences());
                for (int j = 0; j < joints; j++) {
                    worst[i] += Math.abs(row[j] - before[j]);
                }
                System.arraycopy(row, 0, rows, joints * i, joints);
            }
        });
        return Arrays.stream(worst).max().orElse(0);
    }
}
