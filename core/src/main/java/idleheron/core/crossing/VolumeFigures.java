package idleheron.core.crossing;

import idleheron.core.Figure;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.scene.Scene;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.GridSize;
import idleheron.core.volume.Volume;
import idleheron.core.volume.VolumeLoss;
import org.joml.Matrix4d;

/** The figures by which remedies on volumes are judged. */
final class VolumeFigures {
    private static final double MEGA = 1 << 20;

    private VolumeFigures() {}

    static String measure(String code) {
        return switch (code) {
            case "rename-grid", "keep-grids" -> "grids";
            case "halve-grids", "coarsen-grids" -> "largest frame, dense";
            case "turn-volumes", "scale-volumes", "move-volumes" -> "box";
            case "renumber-frames" -> "frames";
            default -> "nodes";
        };
    }

    static String figure(String code, Scene s) {
        if (s.volumes().isEmpty()) {
            return Integer.toString(s.nodes().size());
        }
        Volume v = s.volumes().getFirst();
        return switch (code) {
            case "rename-grid", "keep-grids" -> String.join(", ", v.gridNames());
            case "halve-grids", "coarsen-grids" -> Figure.number(dense(v) / MEGA) + " MB";
            case "turn-volumes", "scale-volumes", "move-volumes" -> box(s, v);
            case "renumber-frames" -> v.first() + " – " + v.last();
            default -> Integer.toString(s.nodes().size());
        };
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

    /** What became of the voxels. */
    static String voxels(Remedy r, Scene before, Scene after, Progress progress) {
        if (before.volumes().isEmpty() || after.volumes().isEmpty()) {
            return "";
        }
        boolean values = r instanceof ChangeGrids c
                && !(c.change() instanceof GridChange.Rename
                        || c.change() instanceof GridChange.Place
                        || c.change() instanceof GridChange.Keep);
        if (!values) {
            return "no voxel is touched";
        }
        VolumeLoss loss =
                VolumeLoss.of(before.volumes().getFirst(), after.volumes().getFirst(), new Matrix4d(), progress);
        return loss == null ? "no frame could be read" : loss.text();
    }
}
