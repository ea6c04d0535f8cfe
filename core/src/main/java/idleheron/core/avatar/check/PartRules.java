package idleheron.core.avatar.check;

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
        if (a == null || a.version().startsWith("0")) {
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
                        m == null ? "Nobody is named as its maker" : "Its terms are incomplete",
                        "An avatar says who made it and under what terms; missing or not allowed: "
                                + String.join(", ", wrong)
                                + ". Receivers find no avatar without. These are asked for and never made up: say-meta=authors:NAME.")
                .measured(Figure.of(wrong.size(), wrong.size() == 1 ? "field" : "fields"))
                .because("Only its maker knows."));
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
                    lost.add(e.name() + " moves " + x.shape() + " of "
                            + s.nodes().get(x.node()).name());
                }
            }
            for (Expression.Color x : e.colors()) {
                if (s.materials().stream().noneMatch(m -> m.name().equals(x.material()))) {
                    lost.add(e.name() + " colours " + x.material());
                }
            }
        }
        if (!lost.isEmpty()) {
            out.add(Finding.of("avatar-expression", Severity.BREAKS, Topic.BLEND_SHAPES)
                    .says(
                            Wording.counted(lost.size(), "part") + " of expressions not there",
                            "What expressions move is not in the scene: " + Wording.listed(lost) + ".")
                    .measured(Figure.of(lost.size(), lost.size() == 1 ? "part" : "parts")));
        }
        if (!empty.isEmpty()) {
            out.add(Finding.of("avatar-expression-empty", Severity.NOTE, Topic.BLEND_SHAPES)
                    .says(
                            Wording.counted(empty.size(), "expression") + " without effect",
                            Wording.listed(empty) + " move nothing.")
                    .measured(Figure.of(empty.size(), empty.size() == 1 ? "expression" : "expressions")));
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
                    .map(e -> String.join(" and ", e.getValue()) + " as " + e.getKey())
                    .toList();
            out.add(Finding.of("avatar-expressions-missing", Severity.NOTE, Topic.BLEND_SHAPES)
                    .says(
                            "No expression, and " + Wording.counted(shapes, "blend shape"),
                            "Receivers move faces by expressions and never by blend shapes alone. By their names: "
                                    + Wording.listed(told) + ".")
                    .measured(Figure.of(found.size(), found.size() == 1 ? "expression" : "expressions"))
                    .because("The carrier that it comes from has none.")
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
            String name = spring.name().isEmpty() ? "a spring" : spring.name();
            if (spring.joints().size() < 2) {
                bad.add(name + " has no second joint");
            }
            int above = -1;
            for (Springs.Joint j : spring.joints()) {
                String joint = s.nodes().get(j.node()).name();
                if (!used.add(j.node())) {
                    bad.add(joint + " swings in two springs");
                }
                if (above >= 0 && (above == j.node() || !s.isUnder(j.node(), above))) {
                    bad.add(joint + " of " + name + " does not lie below the joint before");
                }
                if (j.radius() < 0 || j.stiffness() < 0 || j.drag() < 0 || j.drag() > 1) {
                    bad.add(joint + " of " + name + " has a figure out of range");
                }
                above = j.node();
            }
            for (int g : spring.groups()) {
                if (g < 0 || g >= a.springs().groups().size()) {
                    bad.add(name + " keeps clear of a group that is not there");
                }
            }
        }
        for (Springs.Group g : a.springs().groups()) {
            if (g.colliders().stream()
                    .anyMatch(x -> x < 0 || x >= a.springs().colliders().size())) {
                bad.add("the group " + g.name() + " names a collider that is not there");
            }
        }
        if (!bad.isEmpty()) {
            out.add(Finding.of("avatar-spring", Severity.DRIFTS, Topic.AVATAR)
                    .says(
                            Wording.counted(bad.size(), "fault") + " in what swings",
                            Wording.listed(bad) + ". Receivers leave such springs out, or fail.")
                    .measured(Figure.of(bad.size(), bad.size() == 1 ? "fault" : "faults")));
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
                                s.nodes().get(start).name() + " follows itself",
                                "What " + s.nodes().get(start).name()
                                        + " follows leads back to it. Receivers fail on such circles.")
                        .measured(Figure.of(seen.size(), "nodes", s.path(start)))
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
                            all.size() == 1 ? all.getFirst() : all.getFirst() + ", and " + (all.size() - 1) + " more",
                            "The file says something that cannot be. " + String.join("; ", all) + ".")
                    .measured(Figure.of(all.size(), all.size() == 1 ? "fault" : "faults")));
        });
    }

    /** Versions other than the one that is written. */
    static void version(Facts f, @Nullable Convention c, List<Finding> out) {
        Avatar a = Avatar.in(f.scene());
        if (a == null || a.version().equals(Avatar.VERSION) || a.version().equals("1.0-beta")) {
            return;
        }
        boolean older = a.version().startsWith("0");
        out.add(Finding.of("avatar-version", older ? Severity.DRIFTS : Severity.BREAKS, Topic.AVATAR)
                .says(
                        older ? "An older avatar, version " + a.version() : "Version " + a.version() + " is not known",
                        older
                                ? "Version 0 looks along -Z, names thumbs and expressions otherwise, and says its terms in"
                                        + " other words. Its roles and expressions are read; its terms are asked for anew."
                                : "Avatars are of version 1.0 here.")
                .measured(Figure.of(1, "file"))
                .because(older ? "It was written before the standard was settled." : "")
                .mendedBy(older ? new RaiseAvatar() : null));
    }
}
