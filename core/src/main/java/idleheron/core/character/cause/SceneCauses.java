package idleheron.core.character.cause;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.character.compare.StageTopic;
import idleheron.core.character.compare.TopTransforms;
import idleheron.core.kind.Candidate;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Similarity;
import idleheron.core.math.Vec3;
import idleheron.core.pair.Pair;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.Redeclare;
import idleheron.core.scene.Stage;
import java.util.List;
import java.util.Set;
import org.joml.Matrix3d;
import org.jspecify.annotations.Nullable;

/** Explanations that take the whole scene: its declarations, or a turn, scale and move of everything. */
public final class SceneCauses {
    private static final double SQUARE = 0.5;

    /** Units that somebody uses, in metres. */
    private static final double[] UNITS = {1, 0.1, 0.01, 0.001, 1000, 0.0254, 0.3048, 0.9144};

    private static final String[] UNIT_NAMES = {
        "metres", "decimetres", "centimetres", "millimetres", "kilometres", "inches", "feet", "yards"
    };

    private SceneCauses() {}

    /** Another unit, other axes, a scale or a move of everything, as far as the figures suggest it. */
    public static void find(Pair p, List<Candidate> out) {
        Similarity fit = StageTopic.fit(p);
        if (fit == null) {
            return;
        }
        boolean scaled = Math.abs(fit.scale() - 1) > p.tolerances.scale();
        boolean turned = fit.angleDegrees() > p.tolerances.turn() || fit.mirrored();
        Stage stage = p.returned.stage();
        TopTransforms tops = new TopTransforms(p);
        String scaledBy = scaled ? tops.scaledBy(fit.scale()) : "";
        AxisSystem squares = turned ? redeclared(stage.axes(), fit) : null;
        String turnedBy = turned && !fit.mirrored() ? tops.turnedBy(fit, squares != null) : "";
        // what a node above everything says outright is no wrong declaration, and no unit is one that nobody uses
        double unit = scaled && scaledBy.isEmpty() ? knownUnit(stage.metersPerUnit() / fit.scale()) : 0;
        AxisSystem axes = turnedBy.isEmpty() ? squares : null;
        if (unit > 0) {
            out.add(new Candidate("unit-misdeclared", unitText(stage, unit), new Redeclare(stage.axes(), unit))
                    .opening());
        }
        if (axes != null) {
            out.add(new Candidate(
                    fit.mirrored() ? "handedness-misdeclared" : "axes-misdeclared",
                    say(
                            "core.character.cause.SceneCauses.the-data-are-where-is-declared",
                            axes.describe(),
                            stage.axes().describe()),
                    new Redeclare(axes, stage.metersPerUnit()),
                    Set.of(),
                    !fit.mirrored()));
            if (unit > 0) {
                out.add(new Candidate(
                        "unit-and-axes-misdeclared",
                        say(
                                "core.character.cause.SceneCauses.and-the-data-are-where-is",
                                unitText(stage, unit),
                                axes.describe(),
                                stage.axes().describe()),
                        new Redeclare(axes, unit)));
            }
        }
        if (!fit.mirrored() && fit.invertible()) {
            moves(p, fit, new Part(scaled && unit == 0, scaledBy), new Part(turned && axes == null, turnedBy), out);
        }
    }

    /**
     * A scale or a turn of everything.
     *
     * @param there whether it is to be undone
     * @param node above everything that says it, or ""
     */
    private record Part(boolean there, String node) {
        String by() {
            return node.isEmpty() ? "" : say("core.character.cause.SceneCauses.so-says-the-node", node);
        }
    }

    /** A scale, a turn and a move of everything; what a declaration explains is left to it. */
    private static void moves(Pair p, Similarity fit, Part size, Part turn, List<Candidate> out) {
        boolean scaled = size.there;
        boolean turned = turn.there;
        Matrix3d back = turned ? new Matrix3d(fit.rotation()).transpose() : new Matrix3d();
        double factor = scaled ? 1 / fit.scale() : 1;
        org.joml.Vector3d o = back.transform(new org.joml.Vector3d(
                        fit.offset().x(), fit.offset().y(), fit.offset().z()))
                .mul(-factor);
        Vec3 offset = new Vec3(o.x, o.y, o.z);
        Vec3 angles = turned ? RotationOrder.XYZ.angles(back) : Vec3.ZERO;
        boolean moved = offset.length() * 1000 > p.tolerances.offset();
        if (turned) {
            Vec3 t = StageTopic.turn(fit);
            out.add(new Candidate(
                    "scene-turned",
                    String.format(
                                    java.util.Locale.ROOT,
                                    say("core.character.cause.SceneCauses.everything-was-turned-by-1f-1f"),
                                    Figure.tenth(t.x()),
                                    Figure.tenth(t.y()),
                                    Figure.tenth(t.z()),
                                    scaled
                                            ? say(
                                                    "core.character.cause.SceneCauses.and-scaled-by",
                                                    Figure.number(fit.scale()))
                                            : "")
                            + (turn.node.isEmpty() ? size : turn).by(),
                    new MoveScene(angles, factor, moved ? offset : Vec3.ZERO)));
        } else if (scaled) {
            out.add(new Candidate(
                    "scene-scaled",
                    say(
                            "core.character.cause.SceneCauses.everything-was-scaled-by",
                            Figure.number(fit.scale()),
                            size.by()),
                    new MoveScene(Vec3.ZERO, factor, moved ? offset : Vec3.ZERO)));
        } else if (moved) {
            out.add(new Candidate(
                    "scene-moved",
                    String.format(
                            java.util.Locale.ROOT,
                            say("core.character.cause.SceneCauses.everything-was-moved-by-1f-mm"),
                            Figure.tenth(fit.offset().x() * 1000),
                            Figure.tenth(fit.offset().y() * 1000),
                            Figure.tenth(fit.offset().z() * 1000)),
                    new MoveScene(Vec3.ZERO, 1, offset)));
        }
    }

    /** The unit that somebody uses, or 0. */
    private static double knownUnit(double unit) {
        for (double known : UNITS) {
            if (Math.abs(unit / known - 1) < 1e-3) {
                return known;
            }
        }
        return 0;
    }

    private static String unitName(double unit, Stage stage) {
        for (int i = 0; i < UNITS.length; i++) {
            if (Math.abs(unit / UNITS[i] - 1) < 1e-3) {
                return UNIT_NAMES[i];
            }
        }
        return say(
                "core.character.cause.SceneCauses.units-of",
                stage.withMetersPerUnit(unit).unitLabel());
    }

    private static String unitText(Stage stage, double unit) {
        double times = unit / stage.metersPerUnit();
        return say(
                "core.character.cause.SceneCauses.times-too-the-numbers-are-the",
                Figure.number(times > 1 ? times : 1 / times),
                (times > 1
                        ? say("core.character.cause.SceneCauses.small")
                        : say("core.character.cause.SceneCauses.large")),
                unitName(unit, stage),
                unitName(stage.metersPerUnit(), stage));
    }

    /** The axes that the data must be in: the declared ones with the fitted turn taken back, when that is a turn by squares. */
    private static @Nullable AxisSystem redeclared(AxisSystem declared, Similarity fit) {
        Matrix3d m = new Matrix3d(fit.rotation()).transpose().mul(declared.toCommon());
        SignedAxis[] rows = new SignedAxis[3];
        for (int r = 0; r < 3; r++) {
            double x = m.get(0, r);
            double y = m.get(1, r);
            double z = m.get(2, r);
            rows[r] = SignedAxis.nearest(x, y, z);
            double largest = Math.max(Math.abs(x), Math.max(Math.abs(y), Math.abs(z)));
            if (Math.toDegrees(Math.acos(Math.min(1, largest))) > SQUARE) {
                return null;
            }
        }
        return new AxisSystem(rows[1], rows[2], rows[0]);
    }
}
