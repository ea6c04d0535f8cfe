package idleheron.core.remedy.volume;

import idleheron.core.Figure;
import idleheron.core.math.SignedAxis;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.IndexBox;
import idleheron.core.volume.ValueType;
import java.util.Set;
import java.util.TreeSet;
import org.joml.Matrix4d;

/**
 * A change to the grids of all volumes of a scene.
 *
 * @param recipe its code with the value that makes it again
 */
public record ChangeGrids(String code, String recipe, String title, String describe, GridChange change)
        implements Remedy {

    public static ChangeGrids rename(String from, String to) {
        return new ChangeGrids(
                "rename-grid",
                "rename-grid=" + from + ":" + to,
                "Rename grid " + from,
                "Calls the grid " + from + " " + to + " in every frame.",
                new GridChange.Rename(from, to));
    }

    public static ChangeGrids keep(Set<String> names) {
        String all = String.join(",", new TreeSet<>(names));
        return new ChangeGrids(
                "keep-grids",
                "keep-grids=" + all,
                "Keep some grids",
                "Leaves out all grids but " + all.replace(",", ", ") + ".",
                new GridChange.Keep(names));
    }

    public static ChangeGrids halve() {
        return new ChangeGrids(
                "halve-grids",
                "halve-grids",
                "Store halves",
                "Stores numbers with 11 bits of precision in 2 bytes each.",
                new GridChange.Halve(true));
    }

    public static ChangeGrids coarsen(double factor) {
        return new ChangeGrids(
                "coarsen-grids",
                "coarsen-grids=" + Figure.exact(factor),
                factor > 1 ? "Larger voxels" : "Smaller voxels",
                "Makes voxels " + Figure.number(factor) + " times as large and takes the mean in each.",
                new GridChange.Coarsen(factor));
    }

    public static ChangeGrids multiply(String grid, double factor) {
        return new ChangeGrids(
                "multiply-grid",
                "multiply-grid=" + grid + ":" + Figure.exact(factor),
                "Multiply " + grid,
                "Multiplies all values of " + grid + " by " + Figure.number(factor) + ".",
                new GridChange.Multiply(grid, factor));
    }

    public static ChangeGrids prune(double tolerance) {
        return new ChangeGrids(
                "prune-grids",
                "prune-grids=" + Figure.exact(tolerance),
                "Even parts as tiles",
                "Keeps blocks of 8 × 8 × 8 voxels whose values differ by at most " + tolerance + " as one value.",
                new GridChange.Prune(tolerance));
    }

    public static ChangeGrids retype(String grid, ValueType type) {
        return new ChangeGrids(
                "retype-grid",
                "retype-grid=" + grid + ":" + type.id(),
                "Another type for " + grid,
                "Stores " + grid + " as " + type.id() + ".",
                new GridChange.Retype(grid, type));
    }

    /** Both corners are kept. */
    public static ChangeGrids crop(IndexBox b) {
        String box = b.minX() + "," + b.minY() + "," + b.minZ() + "," + b.maxX() + "," + b.maxY() + "," + b.maxZ();
        return new ChangeGrids(
                "crop-grids",
                "crop-grids=" + box,
                "Crop the volume",
                "Keeps only voxels from " + box.replace(",", " ") + ".",
                new GridChange.Crop(b));
    }

    public static ChangeGrids heal() {
        return new ChangeGrids(
                "heal-grids",
                "heal-grids",
                "Replace what is no number",
                "Puts the background where a value is no number or without bound.",
                new GridChange.Heal());
    }

    /** Voxels stay; the numbers of every transform are multiplied. */
    public static ChangeGrids scale(double factor) {
        return new ChangeGrids(
                "scale-volumes",
                "scale-volumes=" + Figure.exact(factor),
                "Scale the volume",
                "Multiplies the transform of every grid by " + Figure.number(factor) + "; no voxel is touched.",
                new GridChange.Place(rows(new Matrix4d().scaling(factor))));
    }

    /** A quarter turn that brings one axis to another; voxels stay. */
    public static ChangeGrids turn(SignedAxis from, SignedAxis to) {
        return new ChangeGrids(
                "turn-volumes",
                "turn-volumes=" + from.label() + ":" + to.label(),
                "Stand the volume up",
                "Turns the transform of every grid so that what points along " + from.label() + " points along "
                        + to.label() + "; no voxel is touched.",
                new GridChange.Place(rows(new Matrix4d(from.turnTo(to)))));
    }

    /**
     * A place in the stage's own space.
     *
     * @param text what it does, as a sentence
     */
    public static ChangeGrids place(Matrix4d matrix, String text) {
        StringBuilder s = new StringBuilder("move-volumes=");
        double[] rows = rows(matrix);
        for (int i = 0; i < 12; i++) {
            s.append(i == 0 ? "" : ",").append(rows[i]);
        }
        return new ChangeGrids("move-volumes", s.toString(), "Move the volume", text, new GridChange.Place(rows));
    }

    /** Row by row for column vectors. */
    static double[] rows(Matrix4d m) {
        double[] out = new double[16];
        for (int r = 0; r < 4; r++) {
            for (int c = 0; c < 4; c++) {
                out[4 * r + c] = m.get(c, r);
            }
        }
        return out;
    }

    @Override
    public Scene apply(Scene scene) {
        return scene.volumes().isEmpty()
                ? scene
                : scene.withVolumes(
                        scene.volumes().stream().map(v -> v.with(change)).toList());
    }
}
