package idleheron.core.character.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Joints that are missing, added or hang elsewhere. */
public final class HierarchyTopic {
    private HierarchyTopic() {}

    /** Names and parents of joints; of nodes where there are no joints. */
    public static TopicResult of(Pair p) {
        if (p.sent.nodes().isEmpty()) {
            return TopicResult.notSent(
                    Topic.HIERARCHY, say("core.character.compare.HierarchyTopic.the-sent-scene-has-no-node"));
        }
        List<Evidence.Row> rows = new ArrayList<>();
        Set<Integer> weighted = weighted(p.sent);
        Set<Integer> tips = new HashSet<>(DropJoints.ends(p.returned));
        int missing = 0;
        int lostWeight = 0;
        int added = 0;
        int moved = 0;
        for (int j : p.sent.joints()) {
            int other = p.matching.nodes()[j];
            if (other < 0) {
                missing++;
                lostWeight += weighted.contains(j) ? 1 : 0;
                rows.add(row(
                        p.sent.path(j),
                        j,
                        -1,
                        say("core.character.compare.HierarchyTopic.missing"),
                        weighted.contains(j)
                                ? say("core.character.compare.HierarchyTopic.moves-points")
                                : say("core.character.compare.HierarchyTopic.moves-no-point")));
            } else if (reparented(p, j, other)) {
                moved++;
                int above = p.returned.jointAbove(other);
                rows.add(row(
                        p.sent.path(j),
                        j,
                        other,
                        say("core.character.compare.HierarchyTopic.hangs-elsewhere"),
                        above < 0
                                ? say("core.character.compare.HierarchyTopic.at-the-top")
                                : say(
                                        "core.character.compare.HierarchyTopic.under",
                                        p.returned.nodes().get(above).name())));
            }
        }
        List<Evidence.Row> extra = new ArrayList<>();
        for (int j : p.returned.joints()) {
            if (p.matching.back()[j] < 0) {
                added++;
                String kind = isExtraRoot(p, j)
                        ? say("core.character.compare.HierarchyTopic.a-root-on-top")
                        : tips.contains(j)
                                ? say("core.character.compare.HierarchyTopic.a-tip-joint")
                                : say("core.character.compare.HierarchyTopic.a-joint");
                Evidence.Row r =
                        row(p.returned.path(j), -1, j, say("core.character.compare.HierarchyTopic.added"), kind);
                if (isExtraRoot(p, j)) {
                    rows.addFirst(r);
                } else {
                    extra.add(r);
                }
            }
        }
        rows.addAll(extra);
        int roots = p.returned.skeletonRoots().size();
        int all = missing + added + moved;
        Verdict v = all == 0 ? Verdict.CLEAN : lostWeight > 0 || moved > 0 ? Verdict.BROKEN : Verdict.DRIFTED;
        Figure worst = missing > 0
                ? Figure.of(missing, say("core.character.compare.HierarchyTopic.missing"))
                : added > 0
                        ? Figure.of(added, say("core.character.compare.HierarchyTopic.added"))
                        : moved > 0
                                ? Figure.of(moved, say("core.character.compare.HierarchyTopic.moved"))
                                : Figure.of(0, say("core.character.compare.HierarchyTopic.changed"));
        if (all == 0 && p.sent.joints().isEmpty()) {
            return TopicResult.notSent(
                    Topic.HIERARCHY, say("core.character.compare.HierarchyTopic.the-sent-scene-has-no-joint"));
        }
        String summary = all == 0
                ? say(
                        "core.character.compare.HierarchyTopic.where-did",
                        Wording.all(
                                p.sent.joints().size(),
                                say("core.character.compare.HierarchyTopic.joint-is-there-and-hangs"),
                                say("core.character.compare.HierarchyTopic.joints-are-there-and-hang")))
                : say(
                        "core.character.compare.HierarchyTopic.joints-missing-added-hanging-elsewhere",
                        missing,
                        added,
                        moved,
                        roots,
                        (roots == 1 ? " root." : " roots."));
        return TopicResult.of(
                Topic.HIERARCHY,
                v,
                worst,
                summary,
                new Evidence(
                        say("core.character.compare.HierarchyTopic.joint"),
                        List.of(
                                say("core.character.compare.HierarchyTopic.change"),
                                say("core.character.compare.HierarchyTopic.what")),
                        rows));
    }

    /** Whether an added joint stands above the returned partner of a sent root. */
    public static boolean isExtraRoot(Pair p, int returnedJoint) {
        if (p.returned.jointAbove(returnedJoint) >= 0) {
            return false;
        }
        for (int r : p.sent.skeletonRoots()) {
            int other = p.matching.nodes()[r];
            if (other >= 0 && p.returned.jointAbove(other) == returnedJoint) {
                return true;
            }
        }
        return false;
    }

    /** Joints between that were added are looked through. */
    private static boolean reparented(Pair p, int sentJoint, int returnedJoint) {
        int a = p.sent.jointAbove(sentJoint);
        while (a >= 0 && p.matching.nodes()[a] < 0) {
            a = p.sent.jointAbove(a);
        }
        int b = p.returned.jointAbove(returnedJoint);
        while (b >= 0 && p.matching.back()[b] < 0) {
            b = p.returned.jointAbove(b);
        }
        return (a < 0 ? -1 : p.matching.nodes()[a]) != b;
    }

    private static Set<Integer> weighted(Scene s) {
        Set<Integer> out = new HashSet<>();
        for (Mesh m : s.meshes()) {
            Skin skin = m.skin();
            if (skin != null) {
                int[] n = skin.pointsPerSlot();
                for (int i = 0; i < n.length; i++) {
                    if (n[i] > 0) {
                        out.add(skin.joints()[i]);
                    }
                }
            }
        }
        return out;
    }

    private static Evidence.Row row(String path, int sent, int returned, String change, String what) {
        return new Evidence.Row(path, sent, returned, -1, Double.NaN, true, List.of(change, what));
    }
}
