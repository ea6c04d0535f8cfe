package idleheron.core.avatar.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.avatar.motion.Motion;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Whether every joint has its role still, and whether terms, expressions, springs and followers came back. */
public final class AvatarTopic {
    private final Pair p;
    private final Avatar a;
    private final Avatar b;
    private final List<Evidence.Row> rows = new ArrayList<>();
    private final List<String> told = new ArrayList<>();
    private int roles;
    private int others;

    private AvatarTopic(Pair p, Avatar a, Avatar b) {
        this.p = p;
        this.a = a;
        this.b = b;
    }

    /** Roles, terms and expressions held against each other; not asked where nothing sent is an avatar. */
    public static TopicResult of(Pair p) {
        Avatar a = Motion.figure(p.sent);
        Avatar b = Motion.figure(p.returned);
        if (a == null) {
            return TopicResult.notSent(
                    Topic.AVATAR, say("core.avatar.compare.AvatarTopic.the-sent-scene-has-no-avatar"));
        }
        if (b == null) {
            return TopicResult.of(
                    Topic.AVATAR,
                    Verdict.BROKEN,
                    Figure.of(a.roles().size(), say("core.avatar.compare.AvatarTopic.roles")),
                    say(
                            "core.avatar.compare.AvatarTopic.no-joint-has-a-role-any",
                            Wording.counted(a.roles().size(), "role"),
                            Wording.counted(a.expressions().size(), "expression"),
                            Wording.counted(a.springs().springs().size(), "spring")),
                    Evidence.NONE);
        }
        return new AvatarTopic(p, a, b).result();
    }

    private TopicResult result() {
        a.roles().forEach(this::role);
        b.roles().forEach((role, node) -> {
            if (!a.roles().containsKey(role)) {
                row(
                        say("core.avatar.compare.AvatarTopic.role", role.shown()),
                        -1,
                        node,
                        "–",
                        name(p.returned.nodes().get(node).name()));
                others++;
            }
        });
        meta();
        names(
                "expression",
                a.expressions().stream().map(Expression::name).toList(),
                b.expressions().stream().map(Expression::name).toList());
        names(
                "spring",
                a.springs().springs().stream().map(Springs.Spring::name).toList(),
                b.springs().springs().stream().map(Springs.Spring::name).toList());
        if (a.follows().size() != b.follows().size()) {
            row(
                    say("core.avatar.compare.AvatarTopic.followers"),
                    -1,
                    -1,
                    Integer.toString(a.follows().size()),
                    Integer.toString(b.follows().size()));
            told.add(say(
                    "core.avatar.compare.AvatarTopic.became",
                    Wording.counted(a.follows().size(), "follower"),
                    b.follows().size()));
            others++;
        }
        if (roles > 0) {
            told.addFirst(
                    say("core.avatar.compare.AvatarTopic.not-with-the-same-joint", Wording.counted(roles, "role")));
        }
        Verdict v = roles > 0 ? Verdict.BROKEN : others > 0 ? Verdict.DRIFTED : Verdict.CLEAN;
        return TopicResult.of(
                Topic.AVATAR,
                v,
                roles > 0
                        ? Figure.of(roles, say("core.avatar.compare.AvatarTopic.roles"))
                        : Figure.of(others, say("core.avatar.compare.AvatarTopic.differences")),
                told.isEmpty()
                        ? others == 0
                                ? say(
                                        "core.avatar.compare.AvatarTopic.all-roles-expressions-and-springs-are",
                                        a.roles().size())
                                : say("core.avatar.compare.AvatarTopic.came-besides", Wording.counted(others, "role"))
                        : String.join("; ", told) + ".",
                new Evidence(
                        say("core.avatar.compare.AvatarTopic.of-the-avatar"),
                        List.of(
                                say("core.avatar.compare.AvatarTopic.sent"),
                                say("core.avatar.compare.AvatarTopic.returned")),
                        rows));
    }

    private void role(Role role, int node) {
        int back = b.node(role);
        int partner = p.matching.nodes()[node];
        if (back >= 0 && back == partner) {
            return;
        }
        roles++;
        row(
                say("core.avatar.compare.AvatarTopic.role", role.shown()),
                node,
                back,
                name(p.sent.nodes().get(node).name()),
                back < 0 ? "–" : name(p.returned.nodes().get(back).name()));
    }

    private static String name(String told) {
        return told.isEmpty() ? say("core.avatar.compare.AvatarTopic.a-joint-without-a-name") : told;
    }

    private void row(String subject, int sent, int returned, String before, String after) {
        rows.add(new Evidence.Row(subject, sent, returned, -1, Double.NaN, true, List.of(before, after)));
    }

    private void meta() {
        Map<MetaField, List<String>> before = (a.meta() == null ? AvatarMeta.NONE : a.meta()).said();
        Map<MetaField, List<String>> after = (b.meta() == null ? AvatarMeta.NONE : b.meta()).said();
        List<String> changed = new ArrayList<>();
        for (MetaField f : MetaField.values()) {
            String x = String.join(", ", before.getOrDefault(f, List.of()));
            String y = String.join(", ", after.getOrDefault(f, List.of()));
            if (!x.equals(y)) {
                changed.add(f.shown());
                row(
                        f.shown(),
                        -1,
                        -1,
                        x.isEmpty() ? say("core.avatar.compare.AvatarTopic.not-said") : x,
                        y.isEmpty() ? say("core.avatar.compare.AvatarTopic.not-said") : y);
            }
        }
        if (!changed.isEmpty()) {
            told.add(say("core.avatar.compare.AvatarTopic.its-maker-and-terms-say-otherwise", Wording.listed(changed)));
            others += changed.size();
        }
    }

    private void names(String what, List<String> before, List<String> after) {
        List<String> lost = before.stream().filter(n -> !after.contains(n)).toList();
        lost.forEach(n -> row(what + " " + n, -1, -1, say("core.avatar.compare.AvatarTopic.there"), "–"));
        if (!lost.isEmpty()) {
            told.add(say(
                    "core.avatar.compare.AvatarTopic.did-not-arrive",
                    Wording.counted(lost.size(), what),
                    Wording.listed(lost)));
            others += lost.size();
        }
    }
}
