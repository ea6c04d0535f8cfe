package idleheron.core.character.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.math.Matrices;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.SwingTwist;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.pose.BoneAxis;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/** Where joints rest and how they are turned there. */
public final class RestTopics {
    /** Turns closer than this to each other count as one and the same, degrees. */
    public static final double SAME_TURN = 0.5;

    private static final double FAR = 10;

    private RestTopics() {}

    /** Where joints rest, millimetres, and how long their bones are. */
    public static TopicResult positions(Pair p) {
        TopicResult none = nothing(p, Topic.REST_POSE);
        if (none != null) {
            return none;
        }
        JointRows rows = new JointRows(p);
        for (int j : p.matched()) {
            int other = p.matching.nodes()[j];
            double mm = p.sentPosition(j).distance(p.returnedPosition(other)) * 1000;
            double ratio = lengthRatio(p, j, other);
            boolean over = mm > p.tolerances.joint() || Math.abs(ratio - 1) > p.tolerances.boneLength();
            rows.add(j, mm, over, List.of(mm, ratio));
        }
        Evidence e = rows.evidence(List.of(
                say("core.character.compare.RestTopics.off-by-mm"),
                say("core.character.compare.RestTopics.bone-length")));
        double worst = rows.worst();
        Verdict v = e.over() == 0
                ? Verdict.CLEAN
                : worst > Math.max(FAR, p.tolerances.joint()) ? Verdict.BROKEN : Verdict.DRIFTED;
        String summary = e.over() == 0
                ? told(
                        p,
                        rows.size(),
                        say("core.character.compare.RestTopics.rests-where-it-did"),
                        say("core.character.compare.RestTopics.rest-where-they-did"))
                : say(
                        "core.character.compare.RestTopics.of-joints-rest-elsewhere",
                        e.over(),
                        rows.size(),
                        alone(p, rows.size()));
        return TopicResult.of(Topic.REST_POSE, v, Figure.of(worst, "mm", rows.subject()), summary, e);
    }

    /** What is told where there is nothing to hold against each other; else both stand at rest, and null. */
    private static @Nullable TopicResult nothing(Pair p, Topic topic) {
        if (p.sent.nodes().isEmpty()) {
            return TopicResult.notSent(topic, say("core.character.compare.RestTopics.the-sent-scene-has-no-joint"));
        }
        if (p.matched().length == 0) {
            return TopicResult.notChecked(topic, say("core.character.compare.RestTopics.no-joint-has-a-partner"));
        }
        p.sentPose.rest();
        p.returnedPose.rest();
        return null;
    }

    /** "All 25 joints rest where they did", with how many have no partner. */
    private static String told(Pair p, int compared, String one, String many) {
        String what = p.sent.joints().isEmpty() ? "node" : "joint";
        return Wording.all(compared, what + " " + one, what + "s " + many) + alone(p, compared) + ".";
    }

    private static String alone(Pair p, int compared) {
        int left = p.sent.joints().size() - compared;
        return left <= 0
                ? ""
                : say(
                        "core.character.compare.RestTopics.no-partner",
                        Wording.counted(
                                left,
                                say("core.character.compare.RestTopics.other-has"),
                                say("core.character.compare.RestTopics.others-have")));
    }

    private static double lengthRatio(Pair p, int j, int other) {
        int a = p.sent.jointAbove(j);
        int b = a < 0 ? -1 : p.matching.nodes()[a];
        if (b < 0) {
            return 1;
        }
        double s = p.sentPosition(j).distance(p.sentPosition(a));
        double r = p.returnedPosition(other).distance(p.returnedPosition(b));
        return s < 1e-6 ? 1 : r / s;
    }

    /** The turn from the sent to the returned axes of a joint at rest, in the joint's own space. */
    public static Quaterniond turn(Pair p, int sentJoint) {
        Matrix4d m = new Matrix4d();
        Quaterniond s = Matrices.quaternion(p.sentWorld(sentJoint, m));
        Quaterniond r = Matrices.quaternion(p.returnedWorld(p.matching.nodes()[sentJoint], m));
        return s.conjugate().mul(r);
    }

    /** The one turn that all joints share, or null when they do not share one. */
    public static @Nullable Quaterniond constantTurn(Pair p) {
        p.sentPose.rest();
        p.returnedPose.rest();
        Quaterniond first = null;
        for (int j : p.matched()) {
            Quaterniond k = turn(p, j);
            if (first == null) {
                first = k;
            } else if (SwingTwist.angle(new Quaterniond(first).conjugate().mul(k)) > SAME_TURN) {
                return null;
            }
        }
        return first;
    }

    /** How joints are turned at rest, degrees, split into swing and twist. */
    public static TopicResult orientation(Pair p) {
        TopicResult none = nothing(p, Topic.JOINT_ORIENTATION);
        if (none != null) {
            return none;
        }
        JointRows rows = new JointRows(p);
        for (int j : p.matched()) {
            Quaterniond k = turn(p, j);
            double angle = SwingTwist.angle(k);
            SignedAxis a = BoneAxis.of(p.sent, p.sentPose, j);
            SignedAxis b = BoneAxis.of(p.returned, p.returnedPose, p.matching.nodes()[j]);
            SwingTwist split = SwingTwist.of(k, BoneAxis.direction(a));
            rows.add(
                    j,
                    angle,
                    angle > p.tolerances.orientation(),
                    List.of(
                            angle,
                            split.swingDegrees(),
                            split.twistDegrees(),
                            about(k, angle),
                            label(a) + " → " + label(b)));
        }
        Evidence e = rows.evidence(List.of(
                say("core.character.compare.RestTopics.angle"),
                say("core.character.compare.RestTopics.swing"),
                say("core.character.compare.RestTopics.twist"),
                say("core.character.compare.RestTopics.about"),
                say("core.character.compare.RestTopics.along-the-bone")));
        boolean over = e.over() > 0;
        Quaterniond same = over ? constantTurn(p) : null;
        String summary = !over
                ? told(
                        p,
                        rows.size(),
                        say("core.character.compare.RestTopics.keeps-its-axes"),
                        say("core.character.compare.RestTopics.keep-their-axes"))
                : same != null
                        ? say(
                                "core.character.compare.RestTopics.every-joint-is-turned-by-the",
                                Figure.number(SwingTwist.angle(same)),
                                about(same, SwingTwist.angle(same)))
                        : say("core.character.compare.RestTopics.of-joints-are-turned-each-by", e.over(), rows.size());
        Verdict v = !over ? Verdict.CLEAN : rows.worst() > 1 ? Verdict.BROKEN : Verdict.DRIFTED;
        return TopicResult.of(Topic.JOINT_ORIENTATION, v, Figure.of(rows.worst(), "°", rows.subject()), summary, e);
    }

    private static String label(@Nullable SignedAxis a) {
        return a == null ? "end" : a.label().toLowerCase(java.util.Locale.ROOT);
    }

    /** The own axis that a turn goes about, when it is one; else "own". */
    public static String about(Quaterniond k, double angle) {
        if (angle < 1e-3) {
            return "none";
        }
        double sign = k.w < 0 ? -1 : 1;
        double length = Math.sqrt(k.x * k.x + k.y * k.y + k.z * k.z);
        SignedAxis a = SignedAxis.nearest(sign * k.x, sign * k.y, sign * k.z);
        double part = Math.max(Math.abs(k.x), Math.max(Math.abs(k.y), Math.abs(k.z))) / length;
        return part > 0.999
                ? a.label().toLowerCase(java.util.Locale.ROOT)
                : say("core.character.compare.RestTopics.slanted-axis");
    }
}
