package idleheron.core.volume.measure;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.job.Progress;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.VoxelReader;
import java.io.IOException;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * What a change takes from a volume, over a few frames from the first to the last.
 *
 * @param worst largest difference of a voxel, of the range of values
 * @param rms root mean square of the differences, of the range
 * @param mass total of all values after, over before
 * @param detail share of the fine detail that is left: the integral of the squared gradient after, over before
 * @param grid where it is worst
 * @param frame where it is worst
 * @param frames how many frames were looked at
 */
public record VolumeLoss(double worst, double rms, double mass, double detail, String grid, int frame, int frames) {
    private static final int MOST = 5;

    /**
     * Null where no frame could be held against itself.
     *
     * @param world of before to that of after
     */
    public static @Nullable VolumeLoss of(Volume before, Volume after, Matrix4d world, Progress progress) {
        List<Volume.Frame> frames = before.sound();
        int n = Math.min(MOST, frames.size());
        VolumeLoss out = null;
        for (int i = 0; i < n; i++) {
            progress.at((double) i / n, say("core.volume.measure.VolumeLoss.holding-voxels-against-what-they-were"));
            Volume.Frame f = frames.get(n == 1 ? 0 : i * (frames.size() - 1) / (n - 1));
            List<GridHeader> was = before.headers(f);
            List<GridHeader> is = after.headers(f);
            for (int g = 0; g < Math.min(was.size(), is.size()); g++) {
                if (was.size() == is.size() && was.get(g).type() != null) {
                    VolumeLoss one = one(before, after, f, g, world, n);
                    out = one != null && (out == null || one.worst > out.worst) ? one : out;
                }
            }
        }
        return out;
    }

    private static @Nullable VolumeLoss one(
            Volume before, Volume after, Volume.Frame f, int grid, Matrix4d world, int frames) {
        GridHeader was = before.headers(f).get(grid);
        GridHeader is = after.headers(f).get(grid);
        try {
            Grid a = before.grid(f, was.label(), Progress.NONE);
            Grid b = after.grid(f, is.label(), Progress.NONE);
            boolean aligned = Math.abs(is.voxelSize() / was.voxelSize() - 1) < 1e-9;
            GridDifference d = aligned ? GridDifference.byIndex(a, b) : GridDifference.inWorld(a, b, world);
            double volumes =
                    aligned ? 1 : Math.abs(is.map().determinant() / was.map().determinant());
            double detail = detail(a);
            return new VolumeLoss(
                    d.relative(),
                    d.range() == 0 ? 0 : d.rms() / d.range(),
                    d.massRatio() * volumes,
                    detail == 0 ? 1 : detail(b) / detail,
                    was.name(),
                    f.number(),
                    frames);
        } catch (IOException | ArithmeticException e) {
            return null;
        }
    }

    /** Integral of the squared gradient over active voxels; the gradient by the next voxel along each index axis. */
    public static double detail(Grid g) {
        SparseTree t = g.tree();
        int[] o = t.leafOrigins();
        double[] h = g.map().voxelSize();
        VoxelReader r = new VoxelReader(t);
        double sum = 0;
        for (int leaf = 0; leaf < t.leaves(); leaf++) {
            for (int v = Bits.nextOn(t.leafMasks(), 8 * leaf, 0, 512);
                    v < 512;
                    v = Bits.nextOn(t.leafMasks(), 8 * leaf, v + 1, 512)) {
                int i = o[3 * leaf] + (v >> 6);
                int j = o[3 * leaf + 1] + (v >> 3 & 7);
                int k = o[3 * leaf + 2] + (v & 7);
                double here = t.leafValues().scalar(((long) leaf << 9) + v);
                sum += square((r.to(i + 1, j, k).scalar() - here) / h[0])
                        + square((r.to(i, j + 1, k).scalar() - here) / h[1])
                        + square((r.to(i, j, k + 1).scalar() - here) / h[2]);
            }
        }
        return sum * h[0] * h[1] * h[2];
    }

    private static double square(double v) {
        return v * v;
    }

    /** Whether every voxel is as it was. */
    public boolean isNone() {
        return worst == 0;
    }

    /** For a person: "worst voxel 3.2 % of the range, RMS 0.4 %, mass 0.998 ×, 12 % of the fine detail lost". */
    public String text() {
        if (isNone()) {
            return say("core.volume.measure.VolumeLoss.every-voxel-as-it-was-in", frames);
        }
        return say(
                "core.volume.measure.VolumeLoss.worst-voxel-of-the-range-frame",
                Figure.number(100 * worst),
                grid,
                frame,
                Figure.number(100 * rms),
                Figure.number(mass),
                Figure.number(Math.max(0, 100 * (1 - detail))),
                frames);
    }
}
