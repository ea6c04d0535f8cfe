package idleheron.core.remedy.volume;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Outcome;
import idleheron.core.scene.Scene;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.GridSize;
import idleheron.core.volume.measure.VolumeLoss;
import java.util.function.BiFunction;
import org.joml.Matrix4d;

/** The figures by which remedies on volumes are judged. They are those of the first volume. */
public final class VolumeMeasures {
    /** Names of the grids. */
    static final Measure GRIDS = of("grids", (s, v) -> String.join(", ", v.gridNames()));

    /** What the largest frame takes when every voxel of its box is stored. */
    static final Measure DENSE = of(
            say("core.remedy.volume.VolumeMeasures.largest-frame-dense"),
            (s, v) -> say("core.remedy.volume.VolumeMeasures.mb", Figure.number(dense(v) / VolumeMeasures.MEGA)));

    /** Size of the box of active voxels, in metres. */
    static final Measure BOX = of("box", VolumeMeasures::box);

    /** First and last frame. */
    static final Measure FRAMES = of("frames", (s, v) -> v.first() + " – " + v.last());

    /** For what changes no voxel. */
    public static final Outcome UNTOUCHED = (before, after, progress) -> none(before, after)
            ? Outcome.Told.NOTHING
            : new Outcome.Told(say("core.remedy.volume.VolumeMeasures.no-voxel-is-touched"), true);

    /** For what changes voxels: how much was lost. */
    static final Outcome LOSS = VolumeMeasures::loss;

    private static final double MEGA = 1 << 20;

    private VolumeMeasures() {}

    private static boolean none(Scene before, Scene after) {
        return before.volumes().isEmpty() || after.volumes().isEmpty();
    }

    private static Measure of(String name, BiFunction<Scene, Volume, String> figure) {
        return new Measure(
                name,
                s -> s.volumes().isEmpty() ? "–" : figure.apply(s, s.volumes().getFirst()));
    }

    private static Outcome.Told loss(Scene before, Scene after, Progress progress) {
        if (none(before, after)) {
            return Outcome.Told.NOTHING;
        }
        VolumeLoss loss =
                VolumeLoss.of(before.volumes().getFirst(), after.volumes().getFirst(), new Matrix4d(), progress);
        return loss == null
                ? new Outcome.Told(say("core.remedy.volume.VolumeMeasures.no-frame-could-be-read"), true)
                : new Outcome.Told(loss.text(), loss.isNone());
    }

    /** Where a change makes voxels that are not counted yet, by the voxel size: boxes shrink by its cube. */
    private static double dense(Volume v) {
        double most = 0;
        for (Volume.Frame f : v.sound()) {
            double sum = 0;
            for (int i = 0; i < v.headers(f).size(); i++) {
                GridHeader now = v.headers(f).get(i);
                GridHeader counted = now;
                double shrunk = 1;
                for (GridHeader was : f.headers()) {
                    if (now.box() == null && was.type() == now.type() && was.box() != null) {
                        counted = was;
                        shrunk = Math.pow(was.voxelSize() / now.voxelSize(), 3);
                    }
                }
                GridSize size = GridSize.of(counted, 0);
                double bytes = now.half() ? size.denseHalf() : size.dense();
                sum += Double.isNaN(bytes) ? 0 : bytes * shrunk;
            }
            most = Math.max(most, sum);
        }
        return most;
    }

    private static String box(Scene s, Volume v) {
        for (Volume.Frame f : v.sound()) {
            for (GridHeader h : v.headers(f)) {
                if (h.box() != null && !h.box().isEmpty()) {
                    double[] b = h.map().worldBox(h.box());
                    double m = s.stage().metersPerUnit();
                    return Figure.number((b[3] - b[0]) * m) + " × " + Figure.number((b[4] - b[1]) * m) + " × "
                            + Figure.number((b[5] - b[2]) * m) + " m";
                }
            }
        }
        return "–";
    }
}
