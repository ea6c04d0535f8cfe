package idleheron.core.character.cause;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.character.compare.HierarchyTopic;
import idleheron.core.character.compare.RestTopics;
import idleheron.core.character.compare.StageTopic;
import idleheron.core.kind.Candidate;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Similarity;
import idleheron.core.math.SwingTwist;
import idleheron.core.math.Vec3;
import idleheron.core.pair.Pair;
import idleheron.core.pose.BoneAxis;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.RestToBind;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.skeleton.TurnSomeJoints;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/** Explanations about joints: put on top, put at the ends, turned, renamed, at rest elsewhere. */
public final class JointCauses {
    private JointCauses() {}

    /** Turned, re-aimed, added or removed joints, as far as their figures suggest it. */
    public static void find(Pair p, List<Candidate> out) {
        extraRoot(p, out);
        tips(p, out);
        turnedJoints(p, out);
        someTurned(p, out);
        restIsFirstFrame(p, out);
    }

    private static void extraRoot(Pair p, List<Candidate> out) {
        for (int j : p.returned.joints()) {
            if (p.matching.back()[j] < 0 && HierarchyTopic.isExtraRoot(p, j)) {
                String name = p.returned.nodes().get(j).name();
                out.add(new Candidate(
                                "extra-root",
                                say("core.character.cause.JointCauses.a-root-was-put-on-top", name),
                                new SingleRoot(name))
                        .opening());
            }
        }
    }

    private static void tips(Pair p, List<Candidate> out) {
        List<String> names = new ArrayList<>();
        for (int t : DropJoints.ends(p.returned)) {
            if (p.matching.back()[t] < 0 && p.matching.back()[p.returned.jointAbove(t)] >= 0) {
                names.add(p.returned.nodes().get(t).name());
            }
        }
        if (!names.isEmpty()) {
            out.add(new Candidate(
                    "tip-joints-added",
                    say("core.character.cause.JointCauses.tip-joints-were-added", names.size()),
                    new DropJoints(names)));
        }
    }

    private static void turnedJoints(Pair p, List<Candidate> out) {
        Quaterniond k = constantTurn(p);
        if (k == null || SwingTwist.angle(k) <= p.tolerances.orientation()) {
            return;
        }
        Vec3 back = back(p, k);
        String axes = alongChange(p);
        out.add(new Candidate(
                "joints-re-aimed",
                say(
                        "core.character.cause.JointCauses.the-bones-were-re-aimed-every",
                        axes,
                        Figure.number(Math.rint(SwingTwist.angle(k) * 100) / 100),
                        RestTopics.about(k, SwingTwist.angle(k))),
                new TurnJoints(back)));
    }

    /** What undoes a turn of a joint, as angles about its own stored axes. */
    private static Vec3 back(Pair p, Quaterniond turn) {
        Matrix3d m = new Matrix3d().rotation(new Quaterniond(turn).conjugate());
        if (!p.returned.stage().axes().isRightHanded()) {
            // In the common space such a joint has its own X the other way round.
            m.scaleLocal(-1, 1, 1).scale(-1, 1, 1);
        }
        return RotationOrder.XYZ.angles(m);
    }

    /** Some joints turned about themselves, while all rest where they did. */
    private static void someTurned(Pair p, List<Candidate> out) {
        if (RestTopics.constantTurn(p) != null) {
            return;
        }
        Map<String, Vec3> turns = new java.util.TreeMap<>();
        List<String> names = new ArrayList<>();
        double worst = 0;
        int[] joints = p.matched();
        for (int j : joints) {
            int other = p.matching.nodes()[j];
            if (p.sentPosition(j).distance(p.returnedPosition(other)) * 1000 > p.tolerances.joint()) {
                return;
            }
            Quaterniond k = RestTopics.turn(p, j);
            double angle = SwingTwist.angle(k);
            if (angle > p.tolerances.orientation()) {
                turns.put(p.returned.nodes().get(other).name(), back(p, k));
                names.add(p.sent.nodes().get(j).name());
                worst = Math.max(worst, angle);
            }
        }
        if (!turns.isEmpty() && turns.size() < joints.length) {
            out.add(new Candidate(
                    "some-joints-re-aimed",
                    say(
                            "core.character.cause.JointCauses.turned-about-by-up-to",
                            Wording.counted(
                                    names.size(),
                                    say("core.character.cause.JointCauses.joint-was"),
                                    say("core.character.cause.JointCauses.joints-were")),
                            (names.size() == 1
                                    ? say("core.character.cause.JointCauses.itself")
                                    : say("core.character.cause.JointCauses.themselves-not-all-alike")),
                            Figure.number(Math.rint(worst * 100) / 100),
                            Wording.listed(names)),
                    new TurnSomeJoints(turns)));
        }
    }

    /** The turn that at least nine of ten joints share, once the turn of the whole scene is taken out. */
    private static @Nullable Quaterniond constantTurn(Pair p) {
        Similarity fit = StageTopic.fit(p);
        boolean turned = fit != null && fit.angleDegrees() > p.tolerances.turn();
        return turned ? null : RestTopics.constantTurn(p);
    }

    private static String alongChange(Pair p) {
        p.sentPose.rest();
        p.returnedPose.rest();
        Map<String, Integer> count = new java.util.HashMap<>();
        for (int j : p.matched()) {
            SignedAxis a = BoneAxis.of(p.sent, p.sentPose, j);
            SignedAxis b = BoneAxis.of(p.returned, p.returnedPose, p.matching.nodes()[j]);
            if (a != null && b != null) {
                count.merge(
                        say("core.character.cause.JointCauses.ran-along-the-bone-now", a.label(), b.label()),
                        1,
                        Integer::sum);
            }
        }
        return count.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElse("");
    }

    /** Joints bound elsewhere and at rest where a clip begins: bound again, the clip still begins there. */
    private static void restIsFirstFrame(Pair p, List<Candidate> out) {
        p.returnedPose.rest();
        List<Matrix4d> rest = new ArrayList<>();
        boolean elsewhere = false;
        for (int i = 0; i < p.returned.nodes().size(); i++) {
            Node n = p.returned.nodes().get(i);
            rest.add(new Matrix4d(p.returnedPose.world(i)));
            elsewhere |= n.isJoint() && n.bindWorld() != null && !alike(p, n.bindWorld(), rest.get(i));
        }
        if (!elsewhere) {
            return;
        }
        Remedy remedy = new RestToBind();
        Scene bound = remedy.apply(p.returned);
        Pose pose = new Pose(bound);
        for (Clip c : bound.clips()) {
            pose.at(c, c.startSeconds());
            boolean same = true;
            for (int i = 0; same && i < rest.size(); i++) {
                same = !bound.nodes().get(i).isJoint() || alike(p, rest.get(i), pose.world(i));
            }
            if (same) {
                out.add(new Candidate(
                                "rest-is-first-frame",
                                say("core.character.cause.JointCauses.the-rest-pose-is-the-first", c.name()),
                                remedy)
                        .opening());
                return;
            }
        }
    }

    private static boolean alike(Pair p, Matrix4dc a, Matrix4dc b) {
        return p.tolerances.sameJoint(a, b, p.returned.stage().metersPerUnit());
    }
}
