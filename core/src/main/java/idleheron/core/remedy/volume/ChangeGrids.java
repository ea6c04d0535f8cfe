package idleheron.core.remedy.volume;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Outcome;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.ValueType;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/** A change to the grids of all volumes of a scene. */
public record ChangeGrids(GridChange change) implements Remedy {
    private static final RemedyType RENAME = type(
                    "rename-grid",
                    Keeps.PICTURE,
                    say("core.remedy.volume.ChangeGrids.gives-one-grid-another-name-in"),
                    VolumeMeasures.GRIDS,
                    VolumeMeasures.UNTOUCHED)
            .told("=FROM:TO", v -> rename(v.first().name(), v.second("").name()));
    private static final RemedyType KEEP = type(
                    "keep-grids",
                    Keeps.OTHERS,
                    say("core.remedy.volume.ChangeGrids.leaves-out-all-grids-but-some"),
                    VolumeMeasures.GRIDS,
                    VolumeMeasures.UNTOUCHED)
            .told("=NAME,…", v -> keep(Set.copyOf(v.names())));
    private static final RemedyType HALVE = type(
                    "halve-grids",
                    Keeps.NEARLY,
                    say("core.remedy.volume.ChangeGrids.stores-numbers-with-11-bits-of"),
                    VolumeMeasures.DENSE,
                    VolumeMeasures.LOSS)
            .told("", v -> halve());
    private static final RemedyType COARSEN = type(
                    "coarsen-grids",
                    Keeps.NEARLY,
                    say("core.remedy.volume.ChangeGrids.makes-voxels-so-many-times-as"),
                    VolumeMeasures.DENSE,
                    VolumeMeasures.LOSS)
            .told("=FACTOR", v -> coarsen(v.positive()));
    private static final RemedyType MULTIPLY = type(
                    "multiply-grid",
                    Keeps.OTHERS,
                    say("core.remedy.volume.ChangeGrids.multiplies-all-values-of-one-grid"),
                    VolumeMeasures.GRIDS,
                    VolumeMeasures.LOSS)
            .told("=NAME:FACTOR", v -> multiply(v.first().name(), v.second("").number()));
    private static final RemedyType HEAL = type(
                    "heal-grids",
                    Keeps.OTHERS,
                    say("core.remedy.volume.ChangeGrids.puts-the-background-where-a-value"),
                    VolumeMeasures.GRIDS,
                    VolumeMeasures.LOSS)
            .told("", v -> heal());
    private static final RemedyType PRUNE = type(
                    "prune-grids",
                    Keeps.NEARLY,
                    say("core.remedy.volume.ChangeGrids.keeps-blocks-of-8-8-8"),
                    VolumeMeasures.GRIDS,
                    VolumeMeasures.LOSS)
            .told("[=TOLERANCE]", v -> prune(v.text().isEmpty() ? 0 : v.number()));
    private static final RemedyType RETYPE = type(
                    "retype-grid",
                    Keeps.NEARLY,
                    say("core.remedy.volume.ChangeGrids.stores-one-grid-as-another-type"),
                    VolumeMeasures.DENSE,
                    VolumeMeasures.LOSS)
            .told("=NAME:TYPE", v -> retype(v.first().name(), v.second("").type()));
    private static final RemedyType CROP = type(
                    "crop-grids",
                    Keeps.OTHERS,
                    say("core.remedy.volume.ChangeGrids.keeps-only-voxels-between-two-corners"),
                    VolumeMeasures.BOX,
                    VolumeMeasures.LOSS)
            .told("=I,J,K,I,J,K", v -> crop(v.box()));
    private static final RemedyType TURN = type(
                    "turn-volumes",
                    Keeps.OTHERS,
                    say("core.remedy.volume.ChangeGrids.turns-the-transform-of-every-grid"),
                    VolumeMeasures.BOX,
                    VolumeMeasures.UNTOUCHED)
            .told("=AXIS[:UP]", v -> turn(v.first().axis(), v.second("Y").axis()));
    private static final RemedyType SCALE = type(
                    "scale-volumes",
                    Keeps.OTHERS,
                    say("core.remedy.volume.ChangeGrids.multiplies-the-transform-of-every-grid"),
                    VolumeMeasures.BOX,
                    VolumeMeasures.UNTOUCHED)
            .told("=FACTOR", v -> scale(v.positive()));
    private static final RemedyType MOVE = type(
            "move-volumes",
            Keeps.OTHERS,
            say("core.remedy.volume.ChangeGrids.turns-scales-and-moves-the-transform"),
            VolumeMeasures.BOX,
            VolumeMeasures.UNTOUCHED);

    /** Turns, sizes and moves that are told are larger. */
    private static final double LEAST = 1e-9;

    /** One for each change. */
    public static final List<RemedyType> TYPES =
            List.of(RENAME, KEEP, HALVE, COARSEN, MULTIPLY, HEAL, PRUNE, RETYPE, CROP, TURN, SCALE, MOVE);

    private static RemedyType type(String code, Keeps keeps, String text, Measure measure, Outcome outcome) {
        return RemedyType.of(code, ChangeGrids.class, keeps, text)
                .measured(measure)
                .outcome(outcome);
    }

    /** Another name for a grid. */
    public static ChangeGrids rename(String from, String to) {
        return new ChangeGrids(new GridChange.Rename(from, to));
    }

    /** Only these grids, by name. */
    public static ChangeGrids keep(Set<String> names) {
        return new ChangeGrids(new GridChange.Keep(names));
    }

    /** Every grid stored as halves. */
    public static ChangeGrids halve() {
        return new ChangeGrids(new GridChange.Halve(true));
    }

    /** Makes voxels that many times as large. */
    public static ChangeGrids coarsen(double factor) {
        return new ChangeGrids(new GridChange.Coarsen(factor));
    }

    /** Multiplies the values of a grid. */
    public static ChangeGrids multiply(String grid, double factor) {
        return new ChangeGrids(new GridChange.Multiply(grid, factor));
    }

    /** Leaves whose values differ by no more become tiles. */
    public static ChangeGrids prune(double tolerance) {
        return new ChangeGrids(new GridChange.Prune(tolerance));
    }

    /** A grid in another type of numbers. */
    public static ChangeGrids retype(String grid, ValueType type) {
        return new ChangeGrids(new GridChange.Retype(grid, type));
    }

    /** Both corners are kept. */
    public static ChangeGrids crop(IndexBox b) {
        return new ChangeGrids(new GridChange.Crop(b));
    }

    /** Sets what is no number to the background. */
    public static ChangeGrids heal() {
        return new ChangeGrids(new GridChange.Heal());
    }

    /** Voxels stay; the numbers of every transform are multiplied. */
    public static ChangeGrids scale(double factor) {
        return new ChangeGrids(new GridChange.Scale(factor));
    }

    /** The shortest turn that brings one axis to another; voxels stay. */
    public static ChangeGrids turn(SignedAxis from, SignedAxis to) {
        return new ChangeGrids(new GridChange.Turn(from, to));
    }

    /** A place in the stage's own space; voxels stay. */
    public static ChangeGrids place(Matrix4dc matrix) {
        return new ChangeGrids(GridChange.Place.of(matrix));
    }

    @Override
    public RemedyType type() {
        return switch (change) {
            case GridChange.Rename c -> RENAME;
            case GridChange.Keep c -> KEEP;
            case GridChange.Halve c -> HALVE;
            case GridChange.Coarsen c -> COARSEN;
            case GridChange.Multiply c -> MULTIPLY;
            case GridChange.Heal c -> HEAL;
            case GridChange.Prune c -> PRUNE;
            case GridChange.Retype c -> RETYPE;
            case GridChange.Crop c -> CROP;
            case GridChange.Turn c -> TURN;
            case GridChange.Scale c -> SCALE;
            case GridChange.Place c -> MOVE;
        };
    }

    @Override
    public String title() {
        return switch (change) {
            case GridChange.Rename c -> say("core.remedy.volume.ChangeGrids.rename-grid", c.from());
            case GridChange.Keep c -> say("core.remedy.volume.ChangeGrids.keep-some-grids");
            case GridChange.Halve c -> say("core.remedy.volume.ChangeGrids.store-halves");
            case GridChange.Coarsen c ->
                c.factor() > 1
                        ? say("core.remedy.volume.ChangeGrids.larger-voxels")
                        : say("core.remedy.volume.ChangeGrids.smaller-voxels");
            case GridChange.Multiply c -> say("core.remedy.volume.ChangeGrids.multiply", c.name());
            case GridChange.Heal c -> say("core.remedy.volume.ChangeGrids.replace-what-is-no-number");
            case GridChange.Prune c -> say("core.remedy.volume.ChangeGrids.even-parts-as-tiles");
            case GridChange.Retype c -> say("core.remedy.volume.ChangeGrids.another-type-for", c.name());
            case GridChange.Crop c -> say("core.remedy.volume.ChangeGrids.crop-the-volume");
            case GridChange.Turn c -> say("core.remedy.volume.ChangeGrids.stand-the-volume-up");
            case GridChange.Scale c -> say("core.remedy.volume.ChangeGrids.scale-the-volume");
            case GridChange.Place c -> say("core.remedy.volume.ChangeGrids.move-the-volume");
        };
    }

    @Override
    public String describe() {
        return switch (change) {
            case GridChange.Rename c ->
                say("core.remedy.volume.ChangeGrids.calls-the-grid-in-every-frame", c.from(), c.to());
            case GridChange.Keep c ->
                say(
                        "core.remedy.volume.ChangeGrids.leaves-out-all-grids-but",
                        String.join(", ", new TreeSet<>(c.names())));
            case GridChange.Halve c -> HALVE.text();
            case GridChange.Coarsen c ->
                say("core.remedy.volume.ChangeGrids.makes-voxels-times-as-large-and", Figure.number(c.factor()));
            case GridChange.Multiply c ->
                say("core.remedy.volume.ChangeGrids.multiplies-all-values-of-by", c.name(), Figure.number(c.factor()));
            case GridChange.Heal c -> HEAL.text();
            case GridChange.Prune c -> say("core.remedy.volume.ChangeGrids.keeps-blocks-of-8-8-8-2", c.tolerance());
            case GridChange.Retype c ->
                say(
                        "core.remedy.volume.ChangeGrids.stores-as",
                        c.name(),
                        c.type().id());
            case GridChange.Crop c -> say("core.remedy.volume.ChangeGrids.keeps-only-voxels-from", box(c.box()));
            case GridChange.Turn c ->
                say(
                        "core.remedy.volume.ChangeGrids.turns-the-transform-of-every-grid-2",
                        c.from().label(),
                        c.to().label());
            case GridChange.Scale c ->
                say(
                        "core.remedy.volume.ChangeGrids.multiplies-the-transform-of-every-grid-2",
                        Figure.number(c.factor()));
            case GridChange.Place c -> say("core.remedy.volume.ChangeGrids.no-voxel-is-touched", place(c));
        };
    }

    private static String box(IndexBox b) {
        return say("core.remedy.volume.ChangeGrids.to", b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ());
    }

    private static String place(GridChange.Place c) {
        Matrix4d m = new Matrix4d().set(c.matrix()).transpose();
        double size = Math.cbrt(m.determinant3x3());
        Vec3 turn = RotationOrder.XYZ.angles(Matrices.rotation(m));
        Vec3 by = Matrices.translation(m);
        List<String> parts = new ArrayList<>();
        if (size < 0) {
            parts.add("mirrors");
        }
        if (Math.abs(turn.x()) + Math.abs(turn.y()) + Math.abs(turn.z()) > LEAST) {
            parts.add(say("core.remedy.volume.ChangeGrids.turns-by-about-x-y-z", three("%.2f°", turn)));
        }
        if (Math.abs(Math.abs(size) - 1) > LEAST) {
            parts.add(say(
                    "core.remedy.volume.ChangeGrids.scales-by", String.format(Locale.ROOT, "%.6g", Math.abs(size))));
        }
        if (by.length() > LEAST) {
            parts.add(say("core.remedy.volume.ChangeGrids.moves-by-units", three("%.4f", by)));
        }
        String all = parts.isEmpty() ? "leaves" : String.join(", ", parts);
        return say(
                "core.remedy.volume.ChangeGrids.the-transform-of-every-grid",
                Character.toUpperCase(all.charAt(0)) + all.substring(1));
    }

    private static String three(String form, Vec3 v) {
        return String.format(Locale.ROOT, form + ", " + form + ", " + form, v.x() + 0.0, v.y() + 0.0, v.z() + 0.0);
    }

    @Override
    public Scene apply(Scene scene) {
        return scene.volumes().isEmpty()
                ? scene
                : scene.withVolumes(
                        scene.volumes().stream().map(v -> v.with(change)).toList());
    }
}
