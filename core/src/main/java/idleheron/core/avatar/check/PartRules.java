package idleheron.core.avatar.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.ExpressionFinder;
import idleheron.core.avatar.Follow;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Springs;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.remedy.avatar.GiveExpressions;
import idleheron.core.remedy.avatar.RaiseAvatar;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Rules about what an avatar has besides its joints: who made it, faces, springs, followers. */
final class PartRules {
    private PartRules() {}

    /** Who made it and under what terms must be said, and only somebody who knows can say it. */
    static void meta(Facts f, @Nullable Convention c, List<Finding> out) {
        Avatar a = Avatar.in(f.scene());
        if (a == null || a.isOlder()) {
            return;
        }
        AvatarMeta m = a.meta();
        List<String> wrong = m == null
                ? List.of("name", "authors", "licenseUrl")
                : m.wrong().stream().map(MetaField::code).toList();
        if (wrong.isEmpty()) {
            return;
        }
        out.add(Finding.of("avatar-meta", Severity.BREAKS, Topic.AVATAR)
                .says(
                        m == null
                                ? say("core.avatar.check.PartRules.nobody-is-named-as-its-maker")
                                : say("core.avatar.check.PartRules.its-terms-are-incomplete"),
                        say("core.avatar.check.PartRules.an-avatar-says-who-made-it", String.join(", ", wrong)))
                .measured(Figure.of(
                        wrong.size(),
                        wrong.size() == 1
                                ? say("core.avatar.check.PartRules.field")
                                : say("core.avatar.check.PartRules.fields")))
                .because(say("core.avatar.check.PartRules.only-its-maker-knows")));
    }

    /** Expressions that move nothing, or move what is not there. */
    static void expressions(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Avatar a = Avatar.in(s);
        if (a == null) {
            return;
        }
        List<String> empty = new ArrayList<>();
        List<String> lost = new ArrayList<>();
        for (Expression e : a.expressions()) {
            if (e.isEmpty() && !e.name().equals("neutral")) {
                empty.add(e.name());
            }
            for (Expression.Shape x : e.shapes()) {
                int mesh = s.nodes().get(x.node()).payload();
                boolean there = mesh >= 0
                        && mesh < s.meshes().size()
                        && s.meshes().get(mesh).shapes().stream()
                                .anyMatch(b -> b.name().equals(x.shape()));
                if (!there) {
                    lost.add(say(
                            "core.avatar.check.PartRules.moves-of",
                            e.name(),
                            x.shape(),
                            s.nodes().get(x.node()).name()));
                }
            }
            for (Expression.Color x : e.colors()) {
                if (s.materials().stream().noneMatch(m -> m.name().equals(x.material()))) {
                    lost.add(say("core.avatar.check.PartRules.colours", e.name(), x.material()));
                }
            }
        }
        if (!lost.isEmpty()) {
            out.add(Finding.of("avatar-expression", Severity.BREAKS, Topic.BLEND_SHAPES)
                    .says(
                            say(
                                    "core.avatar.check.PartRules.of-expressions-not-there",
                                    Wording.counted(lost.size(), "part")),
                            say("core.avatar.check.PartRules.what-expressions-move-is-not-in", Wording.listed(lost)))
                    .measured(Figure.of(
                            lost.size(),
                            lost.size() == 1
                                    ? say("core.avatar.check.PartRules.part")
                                    : say("core.avatar.check.PartRules.parts"))));
        }
        if (!empty.isEmpty()) {
            out.add(Finding.of("avatar-expression-empty", Severity.NOTE, Topic.BLEND_SHAPES)
                    .says(
                            say(
                                    "core.avatar.check.PartRules.without-effect",
                                    Wording.counted(empty.size(), "expression")),
                            say("core.avatar.check.PartRules.move-nothing", Wording.listed(empty)))
                    .measured(Figure.of(
                            empty.size(),
                            empty.size() == 1
                                    ? say("core.avatar.check.PartRules.expression")
                                    : say("core.avatar.check.PartRules.expressions"))));
        }
    }

    /** Blend shapes that are named like expressions, and no expression. */
    static void faces(Facts f, @Nullable Convention c, List<Finding> out) {
        Avatar a = Avatar.in(f.scene());
        if (a == null || !a.expressions().isEmpty()) {
            return;
        }
        Map<String, List<String>> found = ExpressionFinder.find(f.scene());
        int shapes = ExpressionFinder.shapes(f.scene()).size();
        if (!found.isEmpty()) {
            List<String> told = found.entrySet().stream()
                    .map(e -> say("core.avatar.check.PartRules.as", String.join(" and ", e.getValue()), e.getKey()))
                    .toList();
            out.add(Finding.of("avatar-expressions-missing", Severity.NOTE, Topic.BLEND_SHAPES)
                    .says(
                            say(
                                    "core.avatar.check.PartRules.no-expression-and",
                                    Wording.counted(shapes, "blend shape")),
                            say(
                                    "core.avatar.check.PartRules.receivers-move-faces-by-expressions-and",
                                    Wording.listed(told)))
                    .measured(Figure.of(
                            found.size(),
                            found.size() == 1
                                    ? say("core.avatar.check.PartRules.expression")
                                    : say("core.avatar.check.PartRules.expressions")))
                    .because(say("core.avatar.check.PartRules.the-carrier-that-it-comes-from"))
                    .mendedBy(new GiveExpressions(Map.of())));
        }
    }

    /** Springs that no receiver can swing. */
    static void springs(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Avatar a = Avatar.in(s);
        if (a == null) {
            return;
        }
        List<String> bad = new ArrayList<>();
        Set<Integer> used = new HashSet<>();
        for (Springs.Spring spring : a.springs().springs()) {
            String name = spring.name().isEmpty() ? say("core.avatar.check.PartRules.a-spring") : spring.name();
            // the last joint of an older one swings too
            if (spring.joints().size() < 2 && !a.isOlder()) {
                bad.add(say("core.avatar.check.PartRules.has-no-second-joint", name));
            }
            int above = -1;
            for (Springs.Joint j : spring.joints()) {
                String joint = s.nodes().get(j.node()).name();
                if (!used.add(j.node())) {
                    bad.add(say("core.avatar.check.PartRules.swings-in-two-springs", joint));
                }
                if (above >= 0 && (above == j.node() || !s.isUnder(j.node(), above))) {
                    bad.add(say("core.avatar.check.PartRules.of-does-not-lie-below-the", joint, name));
                }
                if (j.radius() < 0 || j.stiffness() < 0 || j.drag() < 0 || j.drag() > 1) {
                    bad.add(say("core.avatar.check.PartRules.of-has-a-figure-out-of", joint, name));
                }
                above = j.node();
            }
            for (int g : spring.groups()) {
                if (g < 0 || g >= a.springs().groups().size()) {
                    bad.add(say("core.avatar.check.PartRules.keeps-clear-of-a-group-that", name));
                }
            }
        }
        for (Springs.Group g : a.springs().groups()) {
            if (g.colliders().stream()
                    .anyMatch(x -> x < 0 || x >= a.springs().colliders().size())) {
                bad.add(say("core.avatar.check.PartRules.the-group-names-a-collider-that", g.name()));
            }
        }
        if (!bad.isEmpty()) {
            out.add(Finding.of("avatar-spring", Severity.DRIFTS, Topic.AVATAR)
                    .says(
                            say("core.avatar.check.PartRules.in-what-swings", Wording.counted(bad.size(), "fault")),
                            say("core.avatar.check.PartRules.receivers-leave-such-springs-out-or", Wording.listed(bad)))
                    .measured(Figure.of(
                            bad.size(),
                            bad.size() == 1
                                    ? say("core.avatar.check.PartRules.fault")
                                    : say("core.avatar.check.PartRules.faults"))));
        }
    }

    /** Followers that follow themselves in the end. */
    static void circles(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Avatar a = Avatar.in(s);
        if (a == null) {
            return;
        }
        Map<Integer, Integer> source = new HashMap<>();
        for (Follow x : a.follows()) {
            source.put(x.node(), x.source());
        }
        for (int start : source.keySet()) {
            Set<Integer> seen = new HashSet<>();
            Integer at = start;
            while (at != null && seen.add(at)) {
                at = source.get(at);
            }
            if (at != null && at == start) {
                out.add(Finding.of("avatar-constraint", Severity.BREAKS, Topic.AVATAR)
                        .says(
                                say(
                                        "core.avatar.check.PartRules.follows-itself",
                                        s.nodes().get(start).name()),
                                say(
                                        "core.avatar.check.PartRules.what-follows-leads-back-to-it",
                                        s.nodes().get(start).name()))
                        .measured(Figure.of(seen.size(), say("core.avatar.check.PartRules.nodes"), s.path(start)))
                        .atNode(start));
            }
        }
    }

    /** What a file said that has no place in an avatar, all of a kind together. */
    static void faults(Facts f, @Nullable Convention c, List<Finding> out) {
        Avatar a = Avatar.in(f.scene());
        Map<String, List<String>> by = new LinkedHashMap<>();
        for (Avatar.Fault x : a == null ? List.<Avatar.Fault>of() : a.faults()) {
            by.computeIfAbsent(x.code(), k -> new ArrayList<>()).add(x.where() + ": " + x.text());
        }
        by.forEach((code, all) -> {
            boolean breaks = !code.equals("avatar-mesh-node") && !code.equals("avatar-spring");
            out.add(Finding.of(code, breaks ? Severity.BREAKS : Severity.DRIFTS, Topic.AVATAR)
                    .says(
                            all.size() == 1
                                    ? all.getFirst()
                                    : say("core.avatar.check.PartRules.and-more", all.getFirst(), (all.size() - 1)),
                            say(
                                    "core.avatar.check.PartRules.the-file-says-something-that-cannot",
                                    String.join("; ", all)))
                    .measured(Figure.of(
                            all.size(),
                            all.size() == 1
                                    ? say("core.avatar.check.PartRules.fault")
                                    : say("core.avatar.check.PartRules.faults"))));
        });
    }

    /** Versions other than the one that is written. */
    static void version(Facts f, @Nullable Convention c, List<Finding> out) {
        Avatar a = Avatar.in(f.scene());
        if (a == null || a.version().equals(Avatar.VERSION) || a.version().equals("1.0-beta")) {
            return;
        }
        boolean older = a.isOlder();
        out.add(Finding.of("avatar-version", older ? Severity.DRIFTS : Severity.BREAKS, Topic.AVATAR)
                .says(
                        older
                                ? say("core.avatar.check.PartRules.an-older-avatar-version", a.version())
                                : say("core.avatar.check.PartRules.version-is-not-known", a.version()),
                        older
                                ? say("core.avatar.check.PartRules.version-0-looks-along-z-names")
                                : say("core.avatar.check.PartRules.avatars-are-of-version-1-0"))
                .measured(Figure.of(1, say("core.avatar.check.PartRules.file")))
                .because(older ? say("core.avatar.check.PartRules.it-was-written-before-the-standard") : "")
                .mendedBy(older ? new RaiseAvatar() : null));
    }
}
