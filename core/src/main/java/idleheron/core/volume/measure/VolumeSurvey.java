package idleheron.core.volume.measure;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.SparseTree;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What all voxels of a volume come to, frame by frame and grid by grid.
 *
 * @param entries by frame, then by grid
 * @param faults frames whose voxels could not be read, each with the reason
 */
public record VolumeSurvey(List<Entry> entries, List<String> faults) {
    public VolumeSurvey {
        entries = List.copyOf(entries);
        faults = List.copyOf(faults);
    }

    /**
     * One grid of one frame.
     *
     * @param mass sum of all values times the volume of a voxel, world unit³; of vectors, of their lengths
     * @param centre of the mass, x, y, z in the world
     * @param depth optical depth along the widest line through the middle; 0 of vectors
     */
    public record Entry(
            int frame, GridHeader header, GridStats stats, double mass, double[] centre, double depth, GridSize size) {}

    /**
     * @param names of the grids to look at, or null for all
     */
    public static VolumeSurvey of(Volume volume, @Nullable List<String> names, Progress progress) {
        List<Entry> out = new ArrayList<>();
        List<String> faults = new ArrayList<>();
        List<Volume.Frame> frames = volume.sound();
        for (int i = 0; i < frames.size(); i++) {
            Volume.Frame f = frames.get(i);
            progress.at((double) i / frames.size(), say("core.volume.measure.VolumeSurvey.looking-into", f.file()));
            for (GridHeader h : volume.headers(f)) {
                if (h.type() != null && (names == null || names.contains(h.name()))) {
                    try {
                        out.add(entry(f.number(), h, volume.grid(f, h.label(), Progress.NONE)));
                    } catch (IOException e) {
                        faults.add(String.valueOf(e.getMessage()));
                    }
                }
            }
        }
        return new VolumeSurvey(out, faults);
    }

    private static Entry entry(int frame, GridHeader h, Grid g) {
        GridStats s = GridStats.of(g.tree(), Progress.NONE);
        double[] centre = centre(g);
        double depth = 0;
        for (int a = 0; a < 3; a++) {
            depth = Math.max(depth, OpticalDepth.through(g, a));
        }
        GridHeader known = new GridHeader(
                h.label(),
                h.name(),
                h.typeName(),
                h.type(),
                h.gridClass(),
                h.map(),
                h.half(),
                h.compression(),
                s.census().activeVoxels(),
                s.census().box());
        return new Entry(
                frame,
                known,
                s,
                s.magnitude() * Math.abs(h.map().determinant()),
                centre,
                depth,
                GridSize.of(known, s.census().leaves()));
    }

    /** Weighted by the value's length, leaf by leaf. */
    private static double[] centre(Grid g) {
        SparseTree t = g.tree();
        int[] o = t.leafOrigins();
        double[] sum = new double[3];
        double weight = 0;
        for (int leaf = 0; leaf < t.leaves(); leaf++) {
            for (int v = Bits.nextOn(t.leafMasks(), 8 * leaf, 0, 512);
                    v < 512;
                    v = Bits.nextOn(t.leafMasks(), 8 * leaf, v + 1, 512)) {
                double w = Math.abs(t.leafValues().scalar(((long) leaf << 9) + v));
                if (w <= Double.MAX_VALUE) {
                    sum[0] += w * (o[3 * leaf] + (v >> 6));
                    sum[1] += w * (o[3 * leaf + 1] + (v >> 3 & 7));
                    sum[2] += w * (o[3 * leaf + 2] + (v & 7));
                    weight += w;
                }
            }
        }
        return weight == 0
                ? new double[] {Double.NaN, Double.NaN, Double.NaN}
                : g.map().apply(sum[0] / weight, sum[1] / weight, sum[2] / weight);
    }

    /** Entries of one grid, by frame. */
    public List<Entry> of(String name) {
        return entries.stream().filter(e -> e.header.name().equals(name)).toList();
    }
}
