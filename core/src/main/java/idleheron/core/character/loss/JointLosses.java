package idleheron.core.character.loss;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.character.compare.RestTopics;
import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Matching;
import idleheron.core.pair.Pair;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joml.Matrix4d;
import org.joml.Quaterniond;

/** Joints that are gone with the points they moved, rest poses that are frames of a clip, single joints that were re-aimed. */
public final class JointLosses {
    /** Of the joints that rest elsewhere, so many must stand where a frame puts them. */
    private static final double MOST = 0.95;

    private JointLosses() {}

    /** Joints that were merged, dropped, flattened or renamed one by one. */
    public static void find(Pair p, List<Loss> out) {
        missing(p, out);
        dropped(p, out);
        firstFrame(p, out);
        scattered(p, out);
        namespaces(p, out);
        unbound(p, out);
    }

    /** Joints that knew where they were bound and do not any more; readers then take them as they rest. */
    private static void unbound(Pair p, List<Loss> out) {
        int n = 0;
        int first = -1;
        for (int j : p.sent.joints()) {
            int other = p.matching.nodes()[j];
            if (other >= 0
                    && p.sent.nodes().get(j).bindWorld() != null
                    && p.returned.nodes().get(other).bindWorld() == null
                    && movesPoints(p.returned, other)) {
                first = n++ == 0 ? j : first;
            }
        }
        if (n > 0) {
            out.add(new Loss(
                    "missing-bind-pose",
                    Topic.REST_POSE,
                    say(
                            "core.character.loss.JointLosses.not-say-any-more-where-they",
                            Wording.counted(
                                    n,
                                    say("core.character.loss.JointLosses.joint-that-moves-points-does"),
                                    say("core.character.loss.JointLosses.joints-that-move-points-do"))),
                    Figure.of(n, say("core.character.loss.JointLosses.joints"), p.sent.path(first))));
        }
    }

    private static boolean movesPoints(Scene s, int joint) {
        for (Mesh m : s.meshes()) {
            Skin skin = m.skin();
            int[] per = skin == null ? new int[0] : skin.pointsPerSlot();
            for (int i = 0; skin != null && i < per.length; i++) {
                if (skin.joints()[i] == joint && per[i] > 0) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Names that lost or got a namespace. Nothing is worse for it, but what looks for them by name will not find them. */
    private static void namespaces(Pair p, List<Loss> out) {
        Map<String, Integer> lost = new TreeMap<>();
        Map<String, Integer> got = new TreeMap<>();
        for (int i = 0; i < p.sent.nodes().size(); i++) {
            int other = p.matching.nodes()[i];
            String was = other < 0 ? "" : space(p.sent.nodes().get(i).name());
            String is = other < 0 ? "" : space(p.returned.nodes().get(other).name());
            if (!was.equals(is)) {
                String told = was.isEmpty()
                        ? is
                        : is.isEmpty() ? was : say("core.character.loss.JointLosses.and-have", was, is);
                (was.isEmpty() ? got : lost).merge(told, 1, Integer::sum);
            }
        }
        lost.forEach((n, count) -> out.add(new Loss(
                "namespace-lost",
                Topic.HIERARCHY,
                say("core.character.loss.JointLosses.lost-the-namespace", Wording.counted(count, "name", "names"), n),
                Figure.of(count, say("core.character.loss.JointLosses.names")))));
        got.forEach((n, count) -> out.add(new Loss(
                "namespace-added",
                Topic.HIERARCHY,
                say("core.character.loss.JointLosses.got-the-namespace", Wording.counted(count, "name", "names"), n),
                Figure.of(count, say("core.character.loss.JointLosses.names")))));
    }

    private static String space(String name) {
        return name.substring(0, name.length() - Matching.plain(name).length());
    }

    /** Joints that the returned skeleton lacks, with the points that stay behind. */
    private static void missing(Pair p, List<Loss> out) {
        int[] points = new int[p.sent.nodes().size()];
        for (Mesh m : p.sent.meshes()) {
            Skin s = m.skin();
            int[] per = s == null ? new int[0] : s.pointsPerSlot();
            for (int i = 0; s != null && i < per.length; i++) {
                points[s.joints()[i]] += per[i];
            }
        }
        List<String> names = new ArrayList<>();
        long behind = 0;
        int worst = -1;
        for (int j : p.sent.joints()) {
            if (p.matching.nodes()[j] < 0 && points[j] > 0) {
                int above = p.sent.jointAbove(j);
                while (above >= 0 && p.matching.nodes()[above] < 0) {
                    above = p.sent.jointAbove(above);
                }
                names.add(p.sent.nodes().get(j).name()
                        + (above < 0
                                ? ""
                                : say(
                                        "core.character.loss.JointLosses.to",
                                        p.sent.nodes().get(above).name())));
                behind += points[j];
                worst = worst < 0 || points[j] > points[worst] ? j : worst;
            }
        }
        long others = p.returned.joints().stream()
                .filter(j -> p.matching.back()[j] < 0)
                .count();
        if (!names.isEmpty() && others >= names.size()) {
            out.add(new Loss(
                    "joints-unmatched",
                    Topic.HIERARCHY,
                    say(
                            "core.character.loss.JointLosses.no-partner-and-came-pair-them",
                            Wording.counted(
                                    names.size(),
                                    say("core.character.loss.JointLosses.joint-that-moves-points-has"),
                                    say("core.character.loss.JointLosses.joints-that-move-points-have")),
                            Wording.counted(others, "other one", "others"),
                            Wording.listed(names)),
                    Figure.of(names.size(), say("core.character.loss.JointLosses.joints"), p.sent.path(worst))));
        } else if (!names.isEmpty()) {
            out.add(new Loss(
                    "joints-lost-with-weight",
                    Topic.HIERARCHY,
                    say(
                            "core.character.loss.JointLosses.points-did-not-arrive-behind",
                            Wording.counted(
                                    names.size(),
                                    say("core.character.loss.JointLosses.joint-that-moves"),
                                    say("core.character.loss.JointLosses.joints-that-move")),
                            Wording.listed(names),
                            Wording.counted(
                                    behind,
                                    say("core.character.loss.JointLosses.point-stays"),
                                    say("core.character.loss.JointLosses.points-stay"))),
                    Figure.of((double) behind, say("core.character.loss.JointLosses.points"), p.sent.path(worst))));
        }
    }

    /** Joints that moved no point and are gone: the root, tips, controls. */
    private static void dropped(Pair p, List<Loss> out) {
        boolean[] weighted = new boolean[p.sent.nodes().size()];
        for (Mesh m : p.sent.meshes()) {
            Skin s = m.skin();
            int[] per = s == null ? new int[0] : s.pointsPerSlot();
            for (int i = 0; s != null && i < per.length; i++) {
                weighted[s.joints()[i]] |= per[i] > 0;
            }
        }
        List<String> names = new ArrayList<>();
        for (int j : p.sent.joints()) {
            if (p.matching.nodes()[j] >= 0) {
                continue;
            }
            if (isRemovedRoot(p, j)) {
                root(p, j, out);
            } else if (!weighted[j]) {
                names.add(p.sent.nodes().get(j).name());
            }
        }
        if (!names.isEmpty()) {
            out.add(new Loss(
                    "joints-dropped",
                    Topic.HIERARCHY,
                    say(
                            "core.character.loss.JointLosses.that-moved-no-point-did-not",
                            Wording.counted(names.size(), "joint", "joints"),
                            Wording.listed(names)),
                    Figure.of(names.size(), say("core.character.loss.JointLosses.joints"))));
        }
    }

    /** A root that is gone while a joint right under it has become one. */
    private static boolean isRemovedRoot(Pair p, int joint) {
        if (p.sent.jointAbove(joint) >= 0) {
            return false;
        }
        return p.sent.joints().stream()
                .anyMatch(j -> p.sent.jointAbove(j) == joint
                        && p.matching.nodes()[j] >= 0
                        && p.returned.jointAbove(p.matching.nodes()[j]) < 0);
    }

    private static void root(Pair p, int joint, List<Loss> out) {
        Node n = p.sent.nodes().get(joint);
        double scale = n.transform().scaling().x();
        double turn = SwingTwist.angle(Matrices.quaternion(n.transform().matrix()));
        double far = n.translation().length() * p.sent.stage().metersPerUnit();
        List<String> with = new ArrayList<>();
        if (Math.abs(scale - 1) > p.tolerances.scale()) {
            with.add(say("core.character.loss.JointLosses.its-scale-of", Figure.number(scale)));
        }
        if (turn > p.tolerances.orientation()) {
            with.add(say("core.character.loss.JointLosses.its-turn-of", Figure.number(turn)));
        }
        if (far * 1000 > p.tolerances.joint()) {
            with.add(say("core.character.loss.JointLosses.its-place-m-off", Figure.number(far)));
        }
        if (p.sent.clips().stream().anyMatch(c -> c.movedNodes().contains(joint))) {
            with.add(say("core.character.loss.JointLosses.the-motion-that-was-on-it"));
        }
        out.add(new Loss(
                "root-removed",
                Topic.HIERARCHY,
                say(
                        "core.character.loss.JointLosses.the-root-was-taken-out",
                        n.name(),
                        (with.isEmpty()
                                ? say("core.character.loss.JointLosses.which-stood-still-at-the-origin")
                                : say("core.character.loss.JointLosses.and-with-it", Wording.listed(with)))),
                Figure.of(scale, "×", p.sent.path(joint))));
    }

    private static boolean[] off(Pair p, int[] joints) {
        boolean[] out = new boolean[joints.length];
        p.sentPose.rest();
        p.returnedPose.rest();
        for (int i = 0; i < joints.length; i++) {
            out[i] = apart(p, joints[i]);
        }
        return out;
    }

    /** Whether a joint stands elsewhere; how it is turned there may be another story. */
    private static boolean apart(Pair p, int joint) {
        return p.sentPosition(joint).distance(p.returnedPosition(p.matching.nodes()[joint])) * 1000
                > p.tolerances.joint();
    }

    /** The rest pose that came back is where some clip begins. */
    private static void firstFrame(Pair p, List<Loss> out) {
        int[] joints = p.matched();
        boolean[] off = off(p, joints);
        int elsewhere = 0;
        for (boolean b : off) {
            elsewhere += b ? 1 : 0;
        }
        if (elsewhere < 2) {
            return;
        }
        for (Clip c : p.sent.clips()) {
            p.returnedPose.rest();
            p.sentPose.at(c, c.startSeconds());
            int held = 0;
            for (int i = 0; i < joints.length; i++) {
                held += off[i] && !apart(p, joints[i]) ? 1 : 0;
            }
            p.sentPose.rest();
            if (held >= MOST * elsewhere) {
                out.add(new Loss(
                        "rest-is-first-frame",
                        Topic.REST_POSE,
                        say("core.character.loss.JointLosses.the-rest-pose-is-the-first", c.name()),
                        new Figure(
                                elsewhere,
                                say("core.character.loss.JointLosses.joints"),
                                "",
                                c.name(),
                                c.firstFrame())));
                p.sentPose.at(c, c.startSeconds());
                turnedBesides(p, joints, out);
                p.sentPose.rest();
                return;
            }
        }
    }

    /** Joints that are turned about themselves in the very pose that both sides are in: all alike, or a few. */
    private static void turnedBesides(Pair p, int[] joints, List<Loss> out) {
        List<String> names = new ArrayList<>();
        Quaterniond first = RestTopics.turn(p, joints[0]);
        boolean alike = true;
        double worst = 0;
        for (int j : joints) {
            Quaterniond k = RestTopics.turn(p, j);
            alike &= SwingTwist.angle(new Quaterniond(first).conjugate().mul(k)) <= RestTopics.SAME_TURN;
            if (SwingTwist.angle(k) > RestTopics.SAME_TURN) {
                names.add(p.sent.nodes().get(j).name());
                worst = Math.max(worst, SwingTwist.angle(k));
            }
        }
        Figure by = Figure.of(Math.rint(worst * 100) / 100, "°");
        if (!names.isEmpty() && alike) {
            out.add(new Loss(
                    "joints-re-aimed",
                    Topic.JOINT_ORIENTATION,
                    say("core.character.loss.JointLosses.the-bones-were-re-aimed-besides", by.text()),
                    by));
        } else if (!names.isEmpty() && names.size() < joints.length) {
            out.add(new Loss(
                    "some-joints-re-aimed",
                    Topic.JOINT_ORIENTATION,
                    say(
                            "core.character.loss.JointLosses.turned-about-besides-by-up-to",
                            Wording.counted(
                                    names.size(),
                                    say("core.character.loss.JointLosses.joint-was"),
                                    say("core.character.loss.JointLosses.joints-were")),
                            (names.size() == 1
                                    ? say("core.character.loss.JointLosses.itself")
                                    : say("core.character.loss.JointLosses.themselves")),
                            by.text(),
                            Wording.listed(names)),
                    by));
        }
    }

    /** A few joints turned about themselves, each its own way, while their points rest where they did. */
    private static void scattered(Pair p, List<Loss> out) {
        if (RestTopics.constantTurn(p) != null) {
            return;
        }
        int[] joints = p.matched();
        p.sentPose.rest();
        p.returnedPose.rest();
        List<String> names = new ArrayList<>();
        double worst = 0;
        int where = -1;
        for (int j : joints) {
            Matrix4d a = p.sentWorld(j, new Matrix4d());
            Matrix4d b = p.returnedWorld(p.matching.nodes()[j], new Matrix4d());
            if (Matrices.translation(a).distance(Matrices.translation(b)) * 1000 > p.tolerances.joint()) {
                return;
            }
            Quaterniond d = Matrices.quaternion(a).conjugate().mul(Matrices.quaternion(b));
            double degrees = SwingTwist.angle(d);
            if (degrees > p.tolerances.orientation()) {
                names.add(p.sent.nodes().get(j).name());
                if (degrees > worst) {
                    worst = degrees;
                    where = j;
                }
            }
        }
        if (where >= 0 && names.size() < joints.length) {
            out.add(new Loss(
                    "some-joints-re-aimed",
                    Topic.JOINT_ORIENTATION,
                    names.size() == 1
                            ? say("core.character.loss.JointLosses.turned-about-itself", names.getFirst())
                            : say("core.character.loss.JointLosses.turned-about", names.size(), Wording.listed(names)),
                    Figure.of(worst, "°", p.sent.path(where))));
        }
    }
}
