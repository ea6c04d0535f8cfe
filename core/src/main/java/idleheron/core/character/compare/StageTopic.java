package idleheron.core.character.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Similarity;
import idleheron.core.math.Vec3;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix3d;
import org.jspecify.annotations.Nullable;

/** Units and axes: what both sides declare, and the similarity between their rest joints. */
public final class StageTopic {
    /** A fit counts when it leaves at most this share of the distance; a few moved joints are not a moved scene. */
    private static final double EXPLAINS = 0.1;

    /** What leaves more than this share of the size is another pose, not a moved scene. */
    private static final double LOOSE = 0.02;

    /** What is off by no more than this share of the size is not off: there is nothing to fit but the last digits. */
    private static final double NOTHING = 1e-6;

    /** What leaves less than this share of the size leaves nothing. */
    private static final double EXACT = 1e-4;

    private StageTopic() {}

    /**
     * The similarity from the sent rest joints to the returned ones, or null when it explains nothing. Where too few joints have
     * partners, or all lie on a line, from the points of the meshes as well.
     */
    public static @Nullable Similarity fit(Pair p) {
        return p.once(StageTopic.class, StageTopic::fitted);
    }

    /** Worked out once for a pair. */
    private static @Nullable Similarity fitted(Pair p) {
        p.sentPose.rest();
        p.returnedPose.rest();
        Cloud joints = Cloud.of(p);
        Cloud all = joints.size() < 3 || joints.lies() ? joints.with(p) : joints;
        if (all.size() < 3 || all.apart() <= NOTHING * all.spread()) {
            return null;
        }
        Similarity rest = all.fit();
        if (rest == null && joints.size() >= 3) {
            rest = joints.fit();
        }
        if (rest != null && all.bears(rest)) {
            return rest;
        }
        Similarity first = joints.size() < 3 ? null : byFirstFrames(p);
        return first != null ? first : rest != null && rest.residual() < LOOSE * joints.spread() ? rest : null;
    }

    /** Where what came back rests as a clip that was sent begins, the similarity between those. */
    private static @Nullable Similarity byFirstFrames(Pair p) {
        try {
            for (Clip c : p.sent.clips()) {
                p.sentPose.at(c, c.startSeconds());
                Cloud posed = Cloud.of(p);
                Similarity f = posed.any();
                if (posed.bears(f) && !posed.lies()) {
                    return f;
                }
            }
            return null;
        } finally {
            p.sentPose.rest();
        }
    }

    /** Places on both sides. */
    private static final class Cloud {
        /** Of a mesh, so many points are enough. */
        private static final int MOST = 300;

        /** What is so much thinner than long lies on a line. */
        private static final double THIN = 1e-3;

        private final List<Vec3> sent = new ArrayList<>();
        private final List<Vec3> returned = new ArrayList<>();

        void add(Vec3 a, Vec3 b) {
            sent.add(a);
            returned.add(b);
        }

        /** Places of both sides that belong together, metres as meant. */
        public static Cloud of(Pair p) {
            Cloud out = new Cloud();
            for (int j : p.matched()) {
                out.add(p.sentPosition(j), p.returnedPosition(p.matching.nodes()[j]));
            }
            return out;
        }

        int size() {
            return sent.size();
        }

        /** Root mean square distance of the returned places from their middle. */
        double spread() {
            double[] middle = new double[3];
            for (Vec3 v : returned) {
                for (int k = 0; k < 3; k++) {
                    middle[k] += v.get(k) / size();
                }
            }
            double sum = 0;
            for (Vec3 v : returned) {
                sum += Math.pow(v.distance(new Vec3(middle[0], middle[1], middle[2])), 2);
            }
            return Math.sqrt(sum / Math.max(1, size()));
        }

        /** Whether a fit leaves next to nothing. */
        boolean bears(Similarity f) {
            return f.residual() <= EXACT * spread();
        }

        /** Whether all sent places lie on a line. */
        boolean lies() {
            Vec3 first = sent.getFirst();
            Vec3 far = first;
            for (Vec3 v : sent) {
                far = v.distance(first) > far.distance(first) ? v : far;
            }
            Vec3 way = far.minus(first);
            double off = 0;
            for (Vec3 v : sent) {
                Vec3 d = v.minus(first);
                double x = d.y() * way.z() - d.z() * way.y();
                double y = d.z() * way.x() - d.x() * way.z();
                double z = d.x() * way.y() - d.y() * way.x();
                off = Math.max(off, new Vec3(x, y, z).length() / Math.max(1e-300, way.length()));
            }
            return off < THIN * way.length();
        }

        /** Together with the rest points of meshes that are numbered alike. */
        Cloud with(Pair p) {
            Cloud out = new Cloud();
            out.sent.addAll(sent);
            out.returned.addAll(returned);
            for (int m = 0; m < p.sent.meshes().size(); m++) {
                int other = p.matching.meshes()[m];
                if (other < 0) {
                    continue;
                }
                double[] a = RestPoints.of(p.sent, p.sentSpace, p.sent.nodeOfMesh(m));
                double[] b = RestPoints.of(p.returned, p.returnedSpace, p.returned.nodeOfMesh(other));
                int step = 3 * Math.max(1, a.length / 3 / MOST);
                for (int i = 0; a.length == b.length && i + 2 < a.length; i += step) {
                    out.add(new Vec3(a[i], a[i + 1], a[i + 2]), new Vec3(b[i], b[i + 1], b[i + 2]));
                }
            }
            return out;
        }

        /** The one move, turn and size that brings one side to the other; null where it explains too little. */
        @Nullable
        public Similarity fit() {
            if (size() < 3) {
                return null;
            }
            Similarity f = any();
            return f.residual() <= EXPLAINS * apart() ? f : null;
        }

        /** Root mean square distance between both sides. */
        double apart() {
            double sum = 0;
            for (int i = 0; i < size(); i++) {
                sum += Math.pow(sent.get(i).distance(returned.get(i)), 2);
            }
            return Math.sqrt(sum / Math.max(1, size()));
        }

        /** The best, however much it leaves. */
        Similarity any() {
            double[] a = new double[3 * size()];
            double[] b = new double[a.length];
            for (int i = 0; i < size(); i++) {
                for (int k = 0; k < 3; k++) {
                    a[3 * i + k] = sent.get(i).get(k);
                    b[3 * i + k] = returned.get(i).get(k);
                }
            }
            return Similarity.fit(a, b, true);
        }
    }

    private static boolean fittable(Pair p) {
        p.sentPose.rest();
        p.returnedPose.rest();
        Cloud joints = Cloud.of(p);
        return joints.size() >= 3 || joints.with(p).size() >= 3;
    }

    /** Unit, axes and size: what is declared, and what the places say. */
    public static TopicResult of(Pair p, @Nullable Similarity fit) {
        Stage s = p.sent.stage();
        Stage r = p.returned.stage();
        List<Evidence.Row> rows = new ArrayList<>();
        told(
                rows,
                say("core.character.compare.StageTopic.up-axis-declared"),
                s.axes().up().label(),
                r.axes().up().label());
        told(
                rows,
                say("core.character.compare.StageTopic.front-axis-declared"),
                s.axes().front().label(),
                r.axes().front().label());
        told(
                rows,
                say("core.character.compare.StageTopic.handedness-declared"),
                s.axes().handedness(),
                r.axes().handedness());
        told(rows, say("core.character.compare.StageTopic.unit-declared"), s.unitLabel(), r.unitLabel());
        double scale = fit == null ? 1 : fit.scale();
        double angle = fit == null ? 0 : fit.angleDegrees();
        double offset = fit == null ? 0 : fit.offset().length() * 1000;
        boolean mirrored = fit != null && fit.mirrored();
        boolean overScale = Math.abs(scale - 1) > p.tolerances.scale();
        boolean overTurn = angle > p.tolerances.turn();
        boolean overOffset = offset > p.tolerances.offset();
        measured(rows, say("core.character.compare.StageTopic.scale-fitted"), 1, scale, overScale);
        measured(rows, say("core.character.compare.StageTopic.turn-fitted"), 0, angle, overTurn);
        measured(rows, say("core.character.compare.StageTopic.offset-fitted-mm"), 0, offset, overOffset);
        rows.add(row(
                say("core.character.compare.StageTopic.mirrored"),
                say("core.character.compare.StageTopic.no"),
                mirrored ? say("core.character.compare.StageTopic.yes") : say("core.character.compare.StageTopic.no"),
                mirrored));
        Figure worst = overScale
                ? Figure.of(scale, "×")
                : mirrored
                        ? Figure.of(1, say("core.character.compare.StageTopic.mirror"))
                        : overTurn
                                ? Figure.of(angle, "°")
                                : overOffset ? Figure.of(offset, "mm") : Figure.of(scale, "×");
        Verdict v = overScale || overTurn || mirrored ? Verdict.BROKEN : overOffset ? Verdict.DRIFTED : Verdict.CLEAN;
        if (fit == null && !fittable(p)) {
            return TopicResult.of(
                    Topic.UNITS_AND_AXES,
                    Verdict.NOT_CHECKED,
                    Figure.NONE,
                    say("core.character.compare.StageTopic.only-what-is-declared-was-looked"),
                    new Evidence(
                            say("core.character.compare.StageTopic.what"),
                            List.of(
                                    say("core.character.compare.StageTopic.sent"),
                                    say("core.character.compare.StageTopic.returned")),
                            rows));
        }
        String summary = v == Verdict.CLEAN
                ? say(
                        "core.character.compare.StageTopic.the-two-sides-lie-on-each",
                        Figure.number(fit == null ? 0 : fit.worst() * 1000))
                : describe(scale, angle, offset, mirrored, fit);
        return TopicResult.of(
                Topic.UNITS_AND_AXES,
                v,
                worst,
                summary,
                new Evidence(
                        say("core.character.compare.StageTopic.what"),
                        List.of(
                                say("core.character.compare.StageTopic.sent"),
                                say("core.character.compare.StageTopic.returned")),
                        rows));
    }

    private static String describe(
            double scale, double angle, double offset, boolean mirrored, @Nullable Similarity fit) {
        Vec3 turn = fit == null ? Vec3.ZERO : turn(fit);
        List<String> parts = new ArrayList<>();
        if (Math.abs(scale - 1) > 1e-6) {
            parts.add(say("core.character.compare.StageTopic.times-the-size", Figure.number(scale)));
        }
        if (angle > 1e-4) {
            parts.add(String.format(
                    java.util.Locale.ROOT,
                    say("core.character.compare.StageTopic.turned-by-2f-1f-1f-1f"),
                    angle,
                    Figure.tenth(turn.x()),
                    Figure.tenth(turn.y()),
                    Figure.tenth(turn.z())));
        }
        if (mirrored) {
            parts.add("mirrored");
        }
        if (offset > 1e-3) {
            parts.add(String.format(
                    java.util.Locale.ROOT, say("core.character.compare.StageTopic.moved-by-3f-mm"), offset));
        }
        return say("core.character.compare.StageTopic.returned-is", String.join(", ", parts));
    }

    /** Degrees about X, then Y, then Z; for a mirrored fit, of what is left when X is mirrored. */
    public static Vec3 turn(Similarity fit) {
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
