package idleheron.rehearsal.demo;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.Volume;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import java.util.ArrayList;
import java.util.List;

/**
 * Smoke over a peat fire: a column that rises from a hearth at the origin, leans with the wind and curls. Y up, metres, a voxel
 * of 6.25 cm; density, temperature in kelvin over the air, and velocity in metres per second.
 */
final class PeatSmoke {
    static final int FIRST = 1;
    static final int LAST = 24;

    /** The frame that the bake lost. */
    static final int LOST = 17;

    private static final double VOXEL = 0.0625;

    /** Voxels from the grid's corner to the hearth, along X and Z; so one upper node holds all. */
    private static final int MARGIN = 12;

    private static final GridMap MAP = GridMap.scale(VOXEL, -MARGIN * VOXEL, 0, -MARGIN * VOXEL);
    private static final double RATE = 24;
    private static final double RISE = 1.1;
    private static final double WIND = 0.35;
    private static final double THIN = 0.02;

    private PeatSmoke() {}

    static Volume volume() {
        List<Volume.Frame> frames = new ArrayList<>();
        for (int f = FIRST; f <= LAST; f++) {
            if (f != LOST) {
                frames.add(frame(f));
            }
        }
        return new Volume("peat_smoke", 4, frames, List.of());
    }

    private static Volume.Frame frame(int number) {
        List<GridHeader> headers = new ArrayList<>();
        for (String name : new String[] {"density", "temperature", "velocity"}) {
            ValueType type = name.equals("velocity") ? ValueType.VEC3S : ValueType.FLOAT;
            headers.add(new GridHeader(name, name, type.id(), type, cls(name), MAP, true, "none", -1, null));
        }
        return new Volume.Frame(number, "", 0, headers, "", false, (label, progress) -> grid(label, number, progress));
    }

    private static String cls(String name) {
        return name.equals("density") ? Grid.FOG : "unknown";
    }

    private static Grid grid(String name, int frame, Progress progress) {
        progress.at(0, say("rehearsal.demo.PeatSmoke.burning-peat"));
        double t = 0.9 + frame / RATE;
        double top = RISE * t;
        IndexBox box =
                new IndexBox(0, 0, 0, 2 * MARGIN + (int) (WIND * t / VOXEL), (int) (top / VOXEL) + 8, 2 * MARGIN);
        SparseTree tree =
                FieldPainter.paint(name.equals("velocity") ? ValueType.VEC3S : ValueType.FLOAT, box, (i, j, k, out) -> {
                    double x = (i - MARGIN) * VOXEL;
                    double y = j * VOXEL;
                    double z = (k - MARGIN) * VOXEL;
                    double d = density(x, y, z, t, top);
                    if (d < THIN) {
                        return false;
                    }
                    double age = y / RISE;
                    if (name.equals("density")) {
                        out[0] = d;
                    } else if (name.equals("temperature")) {
                        out[0] = 420 * Math.exp(-1.4 * age) * Math.min(1, d);
                    } else {
                        out[0] = WIND * Math.min(1, age) + 0.2 * Math.sin(4 * y - 3 * t);
                        out[1] = RISE;
                        out[2] = 0.2 * Math.cos(4 * y - 3 * t);
                    }
                    return true;
                });
        return Grid.of(name, cls(name), MAP, tree).withHalf(true);
    }

    /** A leaning column with billows that travel up with it. */
    private static double density(double x, double y, double z, double t, double top) {
        double age = y / RISE;
        double lean = WIND * age * Math.min(1, 0.5 * age + 0.2);
        double curl = 0.06 * age * Math.sin(5.2 * (y - RISE * t));
        double sway = 0.06 * age * Math.cos(4.4 * (y - RISE * t) + 1);
        double r = Math.hypot(x - lean - curl, z - sway);
        double billow = 1 + 0.28 * Math.sin(9 * (y - RISE * t) + 3 * Math.atan2(z, x - lean));
        double width = (0.14 + 0.16 * age) * billow;
        double edge = 1 - r / width;
        double fade = Math.min(1, Math.max(0, (top - y) / 0.35));
        return edge <= 0 ? 0 : 2.2 * edge * fade / (1 + 0.9 * age);
    }
}
