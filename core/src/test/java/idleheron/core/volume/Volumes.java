package idleheron.core.volume;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.measure.GridStats;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.ValueType;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;

/** Made volumes for tests. */
public final class Volumes {
    private Volumes() {}

    /** A ball of radius r voxels around a voxel, densest in its middle. */
    public static SparseTree ball(int r, int x, int y, int z, double peak) {
        return ball(ValueType.FLOAT, r, x, y, z, peak);
    }

    /** The same of another type. */
    public static SparseTree ball(ValueType type, int r, int x, int y, int z, double peak) {
        return FieldPainter.paint(type, new IndexBox(x - r, y - r, z - r, x + r, y + r, z + r), (i, j, k, out) -> {
            double d = Math.sqrt(Math.pow(i - x, 2) + Math.pow(j - y, 2) + Math.pow(k - z, 2)) / r;
            out[0] = peak * (1.1 - d);
            return d <= 1;
        });
    }

    public static Grid density(SparseTree tree) {
        return Grid.of("density", Grid.FOG, GridMap.scale(0.1), tree);
    }

    /** A column that stands on y = 0 and grows by two voxels a frame. */
    public static Grid plume(int frame) {
        SparseTree tree =
                FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 7, 6 + 2 * frame, 7), (i, j, k, out) -> {
                    out[0] = 1 + 0.01 * i + 0.02 * j;
                    return true;
                });
        return density(tree);
    }

    public static Volume.Frame frame(int number, Grid... grids) {
        Map<String, Grid> all = new LinkedHashMap<>();
        List<GridHeader> headers = new ArrayList<>();
        for (Grid g : grids) {
            all.put(g.name(), g);
            TreeStats c = TreeStats.of(g.tree());
            headers.add(new GridHeader(
                    g.name(),
                    g.name(),
                    g.type().id(),
                    g.type(),
                    g.gridClass(),
                    g.map(),
                    g.half(),
                    "none",
                    c.activeVoxels(),
                    c.box()));
        }
        return new Volume.Frame(number, "f" + number + ".vdb", 1000, headers, "", false, (label, progress) -> {
            Grid g = all.get(label);
            if (g == null) {
                throw new java.io.IOException("no grid " + label);
            }
            return g;
        });
    }

    /** Frames 1 to n. */
    public static Volume sequence(int n, IntFunction<Grid[]> grids) {
        List<Volume.Frame> frames = new ArrayList<>();
        for (int f = 1; f <= n; f++) {
            frames.add(frame(f, grids.apply(f)));
        }
        return new Volume("smoke", 4, frames, List.of());
    }

    public static Scene scene(Volume v) {
        return Scene.bare(v.name(), Stage.COMMON).withVolumes(List.of(v));
    }

    public static double sum(SparseTree tree) {
        return GridStats.of(tree, Progress.NONE).sum()[0];
    }
}
