package idleheron.core.character.cause;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import idleheron.core.kind.Candidate;
import idleheron.core.math.Similarity;
import idleheron.core.math.Vec3;
import idleheron.core.pair.NamePattern;
import idleheron.core.pair.Pair;
import idleheron.core.remedy.skeleton.RenameNodes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Joints that came under other names. Known before anything is fitted: by one rule over all names first, then down the tree by
 * what a joint moves, carries, how long its bone is and what hangs under it; so that whatever else is wrong, joints are held
 * against their partners.
 */
public final class Renames {
    private static final double LEAST = 0.9;

    /** Another joint must be so much less alike. */
    private static final double MARGIN = 0.02;

    private final Pair p;
    private final Map<Integer, Integer> known = new HashMap<>();
    private final Set<Integer> taken = new HashSet<>();
    private final Map<Integer, Integer> found = new TreeMap<>();
    private @Nullable NamePattern pattern;
    private boolean past;

    private Renames(Pair p) {
        this.p = p;
        for (int i = 0; i < p.matching.nodes().length; i++) {
            if (p.matching.nodes()[i] >= 0) {
                known.put(i, p.matching.nodes()[i]);
                taken.add(p.matching.nodes()[i]);
            }
        }
    }

    /** The joints' new names as one explanation, or null where none that is gone is like one that is new. */
    public static @Nullable Candidate of(Pair p) {
        p.sentPose.rest();
        p.returnedPose.rest();
        return new Renames(p).found();
    }

    private @Nullable Candidate found() {
        List<Integer> gone = alone(p.sent.joints(), false);
        List<Integer> added = alone(p.returned.joints(), true);
        if (gone.isEmpty() || added.isEmpty()) {
            return null;
        }
        byRule(gone, added);
        byTree();
        if (found.isEmpty()) {
            return null;
        }
        Map<String, String> table = new TreeMap<>();
        found.forEach((s, r) -> table.put(
                p.returned.nodes().get(r).name(), p.sent.nodes().get(s).name()));
        others(table);
        int s = found.keySet().iterator().next();
        boolean root = found.size() == 1 && p.sent.skeletonRoots().contains(s);
        return new Candidate(root ? "root-renamed" : "joints-renamed", text(root, s), RenameNodes.table(table));
    }

    private List<Integer> alone(List<Integer> joints, boolean returned) {
        return joints.stream()
                .filter(j -> returned ? !taken.contains(j) : !known.containsKey(j))
                .toList();
    }

    private String text(boolean root, int first) {
        String was = p.sent.nodes().get(first).name();
        String is = p.returned
                .nodes()
                .get(java.util.Objects.requireNonNull(found.get(first)))
                .name();
        if (root) {
            return say("core.character.cause.Renames.the-root-was-renamed-from-to", was, is);
        }
        int all = p.sent.joints().size();
        String which = found.size() == all
                ? say("core.character.cause.Renames.all-joints", all)
                : Wording.counted(found.size(), "joint");
        NamePattern rule = pattern;
        return rule != null && rule.pairs().size() >= 0.8 * found.size()
                ? which
                        + " "
                        + rule.text()
                        + (rule.text().contains("\"") ? "" : say("core.character.cause.Renames.such-as-as", was, is))
                : say(
                        "core.character.cause.Renames.such-as-for",
                        which
                                + " "
                                + (found.size() == 1
                                        ? say("core.character.cause.Renames.has-another-name")
                                        : say("core.character.cause.Renames.have-other-names")),
                        is,
                        was);
    }

    private void pair(int sent, int returned) {
        known.put(sent, returned);
        taken.add(returned);
        found.put(sent, returned);
    }

    private void byRule(List<Integer> gone, List<Integer> added) {
        Map<String, Integer> before = new HashMap<>();
        Map<String, Integer> after = new HashMap<>();
        gone.forEach(j -> before.put(p.sent.nodes().get(j).name(), j));
        added.forEach(j -> after.put(p.returned.nodes().get(j).name(), j));
        NamePattern rule = NamePattern.of(before.keySet(), after.keySet());
        if (rule == null) {
            return;
        }
        Map<Integer, Integer> pairs = new HashMap<>();
        rule.pairs()
                .forEach((was, is) -> pairs.put(
                        java.util.Objects.requireNonNull(before.get(was)),
                        java.util.Objects.requireNonNull(after.get(is))));
        if (hangsAlike(pairs) >= 0.7) {
            pattern = rule;
            pairs.forEach(this::pair);
        }
    }

    /** Of the pairs that hang under a joint with a partner, the share whose partners hang alike; joints put between aside. */
    private double hangsAlike(Map<Integer, Integer> pairs) {
        Map<Integer, Integer> all = new HashMap<>(known);
        all.putAll(pairs);
        int alike = 0;
        int told = 0;
        for (Map.Entry<Integer, Integer> e : pairs.entrySet()) {
            int above = p.sent.jointAbove(e.getKey());
            Integer partner = above < 0 ? null : all.get(above);
            if (partner != null) {
                told++;
                alike += p.returned.isUnder(e.getValue(), partner) ? 1 : 0;
            }
        }
        return told == 0 ? 1 : alike / (double) told;
    }

    /** The same rule over whatever else has no partner: meshes and groups. */
    private void others(Map<String, String> table) {
        NamePattern rule = pattern;
        if (rule == null) {
            return;
        }
        Map<String, Integer> before = new HashMap<>();
        Map<String, Integer> after = new HashMap<>();
        for (int i = 0; i < p.sent.nodes().size(); i++) {
            if (!p.sent.nodes().get(i).isJoint() && !known.containsKey(i)) {
                before.put(p.sent.nodes().get(i).name(), i);
            }
        }
        for (int i = 0; i < p.returned.nodes().size(); i++) {
            if (!p.returned.nodes().get(i).isJoint() && !taken.contains(i)) {
                after.put(p.returned.nodes().get(i).name(), i);
            }
        }
        NamePattern same = NamePattern.of(before.keySet(), after.keySet());
        if (same != null && same.text().equals(rule.text())) {
            same.pairs().forEach((was, is) -> table.putIfAbsent(is, was));
        }
    }

    /** Down the tree, joints with partners first; what is not clear at once is looked at again once more is known. */
    private void byTree() {
        for (boolean again = true; again || !past; ) {
            past = !again; // where nothing more is found, joints above may have been taken out
            again = false;
            JointLikeness like = new JointLikeness(p, joints());
            Similarity fit = fit();
            for (int s : p.sent.joints()) {
                if (known.containsKey(s)) {
                    continue;
                }
                int r = partner(s, like, fit);
                if (r >= 0 && partnerBack(r, s, like, fit)) {
                    pair(s, r);
                    again = true;
                }
            }
        }
    }

    private Map<Integer, Integer> joints() {
        Map<Integer, Integer> out = new HashMap<>(known);
        out.keySet().removeIf(s -> !p.sent.nodes().get(s).isJoint());
        return out;
    }

    /** Returned joints without a partner that hang where a sent one does: under its partner, joints put between aside. */
    private List<Integer> candidates(int sent) {
        int above = p.sent.jointAbove(sent);
        if (above >= 0 && !known.containsKey(above) && !past) {
            return List.of(); // its own joint above is to be found first
        }
        while (above >= 0 && !known.containsKey(above)) {
            above = p.sent.jointAbove(above);
        }
        int under = above < 0 ? -1 : java.util.Objects.requireNonNull(known.get(above));
        List<Integer> out = new ArrayList<>();
        for (int r : p.returned.joints()) {
            if (!taken.contains(r) && knownAbove(r) == under) {
                out.add(r);
            }
        }
        return out;
    }

    private int knownAbove(int returned) {
        int above = p.returned.jointAbove(returned);
        while (above >= 0 && !taken.contains(above)) {
            above = p.returned.jointAbove(above);
        }
        return above;
    }

    private int partner(int sent, JointLikeness like, @Nullable Similarity fit) {
        int best = -1;
        double most = LEAST;
        double next = 0;
        for (int r : candidates(sent)) {
            double v = like.of(sent, r, fit);
            if (v > most) {
                next = best < 0 ? 0 : most;
                most = v;
                best = r;
            } else {
                next = Math.max(next, v);
            }
        }
        return best >= 0 && most - next > MARGIN ? best : -1;
    }

    /** Whether no other sent joint that hangs alike is as much like the returned one. */
    private boolean partnerBack(int returned, int sent, JointLikeness like, @Nullable Similarity fit) {
        double own = like.of(sent, returned, fit);
        int above = p.sent.jointAbove(sent);
        for (int s : p.sent.joints()) {
            if (s != sent
                    && !known.containsKey(s)
                    && p.sent.jointAbove(s) == above
                    && like.of(s, returned, fit) > own - MARGIN) {
                return false;
            }
        }
        return true;
    }

    /** Where what is known lies on the other side, when that is clear. */
    private @Nullable Similarity fit() {
        List<Vec3> a = new ArrayList<>();
        List<Vec3> b = new ArrayList<>();
        joints().forEach((s, r) -> {
            a.add(p.sentPosition(s));
            b.add(p.returnedPosition(r));
        });
        if (a.size() < 4) {
            return null;
        }
        double[] x = new double[3 * a.size()];
        double[] y = new double[x.length];
        for (int i = 0; i < a.size(); i++) {
            for (int k = 0; k < 3; k++) {
                x[3 * i + k] = a.get(i).get(k);
                y[3 * i + k] = b.get(i).get(k);
            }
        }
        Similarity f = Similarity.fit(x, y, false);
        double size = 0;
        for (Vec3 v : b) {
            size = Math.max(size, v.distance(b.getFirst()));
        }
        return f.residual() < 0.02 * size ? f : null;
    }
}
