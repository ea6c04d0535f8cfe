package idleheron.core.compare;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Similarity;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Stage;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix3d;

/** Units and axes: what both sides declare, and the similarity between their rest joints. */
final class StageTopic {
    /** A fit counts when it leaves at most this share of the distance; a few moved joints are not a moved scene. */
    private static final double EXPLAINS = 0.1;

    private StageTopic() {}

    /**
     * The similarity from the sent rest joints to the returned ones, or null when it explains nothing.
     */
    static @org.jspecify.annotations.Nullable Similarity fit(Pair p) {
        int[] joints = p.matched();
        if (joints.length < 3) {
            return null;
        }
        double[] a = new double[3 * joints.length];
        double[] b = new double[3 * joints.length];
        double before = 0;
        p.sentPose.rest();
        p.returnedPose.rest();
        for (int i = 0; i < joints.length; i++) {
            Vec3 s = p.sentPosition(joints[i]);
            Vec3 r = p.returnedPosition(p.matching.nodes()[joints[i]]);
            for (int k = 0; k < 3; k++) {
                a[3 * i + k] = s.get(k);
                b[3 * i + k] = r.get(k);
            }
            before += Math.pow(s.distance(r), 2);
        }
        before = Math.sqrt(before / joints.length);
        Similarity f = Similarity.fit(a, b, true);
        return f.residual() <= EXPLAINS * before ? f : null;
    }

    static TopicResult of(Pair p, @org.jspecify.annotations.Nullable Similarity fit) {
        Stage s = p.sent.stage();
        Stage r = p.returned.stage();
        List<Evidence.Row> rows = new ArrayList<>();
        told(rows, "up axis, declared", s.axes().up().label(), r.axes().up().label());
        told(
                rows,
                "front axis, declared",
                s.axes().front().label(),
                r.axes().front().label());
        told(rows, "handedness, declared", s.axes().handedness(), r.axes().handedness());
        told(rows, "unit, declared", s.unitLabel(), r.unitLabel());
        double scale = fit == null ? 1 : fit.scale();
        double angle = fit == null ? 0 : fit.angleDegrees();
        double offset = fit == null ? 0 : fit.offset().length() * 1000;
        boolean mirrored = fit != null && fit.mirrored();
        boolean overScale = Math.abs(scale - 1) > p.tolerances.scale();
        boolean overTurn = angle > p.tolerances.turn();
        boolean overOffset = offset > p.tolerances.offset();
        measured(rows, "scale, fitted ×", 1, scale, overScale);
        measured(rows, "turn, fitted °", 0, angle, overTurn);
        measured(rows, "offset, fitted mm", 0, offset, overOffset);
        rows.add(row("mirrored", "no", mirrored ? "yes" : "no", mirrored));
        Figure worst = overScale
                ? Figure.of(scale, "×")
                : mirrored
                        ? Figure.of(1, "mirror")
                        : overTurn
                                ? Figure.of(angle, "°")
                                : overOffset ? Figure.of(offset, "mm") : Figure.of(scale, "×");
        Verdict v = overScale || overTurn || mirrored ? Verdict.BROKEN : overOffset ? Verdict.DRIFTED : Verdict.CLEAN;
        String summary = v == Verdict.CLEAN
                ? "The two sides lie on each other; left after the fit "
                        + Figure.number(fit == null ? 0 : fit.worst() * 1000) + " mm."
                : describe(scale, angle, offset, mirrored, fit);
        return TopicResult.of(
                Topic.UNITS_AND_AXES, v, worst, summary, new Evidence("what", List.of("sent", "returned"), rows));
    }

    private static String describe(
            double scale,
            double angle,
            double offset,
            boolean mirrored,
            @org.jspecify.annotations.Nullable Similarity fit) {
        Vec3 turn = fit == null ? Vec3.ZERO : turn(fit);
        List<String> parts = new ArrayList<>();
        if (Math.abs(scale - 1) > 1e-6) {
            parts.add(String.format(java.util.Locale.ROOT, "%.6g times the size", scale));
        }
        if (angle > 1e-4) {
            parts.add(String.format(
                    java.util.Locale.ROOT,
                    "turned by %.2f° (%.1f°, %.1f°, %.1f° about X, Y, Z)",
                    angle,
                    turn.x(),
                    turn.y(),
                    turn.z()));
        }
        if (mirrored) {
            parts.add("mirrored");
        }
        if (offset > 1e-3) {
            parts.add(String.format(java.util.Locale.ROOT, "moved by %.3f mm", offset));
        }
        return "Returned is " + String.join(", ", parts) + ".";
    }

    /** Degrees about X, then Y, then Z; for a mirrored fit, of what is left when X is mirrored. */
    static Vec3 turn(Similarity fit) {
        Matrix3d r = new Matrix3d(fit.rotation());
        if (fit.mirrored()) {
            r.scaleLocal(-1, 1, 1);
        }
        return RotationOrder.XYZ.angles(r);
    }

    private static void told(List<Evidence.Row> rows, String what, String sent, String returned) {
        rows.add(row(what, sent, returned, false));
    }

    private static void measured(List<Evidence.Row> rows, String what, double sent, double returned, boolean over) {
        rows.add(row(what, sent, returned, over));
    }

    private static Evidence.Row row(String what, Object sent, Object returned, boolean over) {
        return new Evidence.Row(what, -1, -1, -1, Double.NaN, over, List.of(sent, returned));
    }
}
