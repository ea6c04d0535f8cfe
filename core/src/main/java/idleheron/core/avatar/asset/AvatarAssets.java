package idleheron.core.avatar.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.check.AvatarRules;
import idleheron.core.avatar.compare.AvatarTopic;
import idleheron.core.avatar.motion.Motion;
import idleheron.core.avatar.role.RoleFinder;
import idleheron.core.avatar.role.RoleFinding;
import idleheron.core.avatar.role.RoleGuess;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kind.Rule;
import idleheron.core.kind.TopicCheck;
import idleheron.core.pair.Held;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.skin.BindAtRest;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Humanoid avatars. What their figure is made of is a character's. */
public final class AvatarAssets implements AssetKind {
    private static final List<FactTable> TABLES = List.of(new FactTable(
            say("core.avatar.asset.AvatarAssets.roles"),
            Set.of(Topic.AVATAR),
            s -> Motion.figure(s) == null ? 0 : Role.values().length,
            f -> roles(f.scene()),
            true));

    private static final List<TopicCheck> TOPICS = List.of(TopicCheck.of(Topic.AVATAR, AvatarTopic::of));

    @Override
    public String code() {
        return "avatar";
    }

    @Override
    public boolean isIn(Scene s) {
        return Motion.figure(s) != null;
    }

    @Override
    public Content content() {
        return Content.NODES;
    }

    @Override
    public String word(Scene s) {
        return Avatar.in(s) == null
                ? say("core.avatar.asset.AvatarAssets.motion-for-avatars")
                : say("core.avatar.asset.AvatarAssets.avatar");
    }

    /** "55 roles · 15 expressions · 1 spring". */
    @Override
    public String summary(Scene s) {
        Avatar a = Motion.figure(s);
        return a == null
                ? ""
                : Wording.counted(a.roles().size(), "role") + " · "
                        + Wording.counted(a.expressions().size(), "expression") + " · "
                        + Wording.counted(a.springs().springs().size(), "spring");
    }

    @Override
    public List<FactLine> lines(Scene s) {
        Avatar a = Motion.figure(s);
        List<FactLine> out = new ArrayList<>();
        if (a == null) {
            return out;
        }
        AvatarMeta m = a.meta();
        String by = m == null ? "" : m.text(MetaField.AUTHORS);
        out.add(new FactLine(
                Avatar.in(s) == null
                        ? say("core.avatar.asset.AvatarAssets.motion")
                        : say("core.avatar.asset.AvatarAssets.avatar"),
                say(
                        "core.avatar.asset.AvatarAssets.version",
                        a.version(),
                        summary(s),
                        (Avatar.in(s) == null
                                ? ""
                                : by.isEmpty()
                                        ? say("core.avatar.asset.AvatarAssets.nobody-named-as-maker")
                                        : say("core.avatar.asset.AvatarAssets.by", by)))));
        for (Role.Limb limb : Role.Limb.values()) {
            List<String> said = limb.roles().stream()
                    .filter(r -> a.roles().containsKey(r))
                    .map(r -> r.shown() + " " + s.nodes().get(a.node(r)).name())
                    .toList();
            if (!said.isEmpty()) {
                out.add(new FactLine(
                        say("core.avatar.asset.AvatarAssets.roles-2"), limb.shown() + ": " + String.join(", ", said)));
            }
        }
        return out;
    }

    @Override
    public List<FactGroup> figures(Facts f) {
        Avatar a = Motion.figure(f.scene());
        if (a == null) {
            return List.of();
        }
        AvatarMeta m = a.meta() == null ? AvatarMeta.NONE : a.meta();
        return List.of(new FactGroup(
                say("core.avatar.asset.AvatarAssets.avatar-2"),
                List.of(
                        new FactLine(say("core.avatar.asset.AvatarAssets.version-2"), a.version()),
                        new FactLine(say("core.avatar.asset.AvatarAssets.by-2"), said(m, MetaField.AUTHORS)),
                        new FactLine(say("core.avatar.asset.AvatarAssets.use"), said(m, MetaField.COMMERCIAL_USAGE)),
                        new FactLine(
                                say("core.avatar.asset.AvatarAssets.roles-2"),
                                say(
                                        "core.avatar.asset.AvatarAssets.of",
                                        a.roles().size(),
                                        Role.values().length)),
                        new FactLine(
                                say("core.avatar.asset.AvatarAssets.expressions"),
                                Integer.toString(a.expressions().size())),
                        new FactLine(
                                say("core.avatar.asset.AvatarAssets.springs"),
                                Integer.toString(a.springs().springs().size())))));
    }

    private static String said(AvatarMeta m, MetaField field) {
        return m.text(field).isEmpty() ? say("core.avatar.asset.AvatarAssets.not-said") : m.text(field);
    }

    @Override
    public List<FactGroup> cargo(Scene s) {
        return isIn(s)
                ? List.of(new FactGroup(
                        say("core.avatar.asset.AvatarAssets.avatar-2"),
                        List.of(new FactLine(say("core.avatar.asset.AvatarAssets.holds"), summary(s)))))
                : List.of();
    }

    @Override
    public List<FactTable> tables() {
        return TABLES;
    }

    @Override
    public List<Rule> rules() {
        return AvatarRules.ALL;
    }

    /** An avatar rests in T-pose whatever it was bound in: what takes it back from there is no remedy. */
    @Override
    public Finding judged(Facts facts, Finding f) {
        if (!f.code().equals("rest-is-not-bind") || !AvatarRules.standsInT(facts.scene())) {
            return f;
        }
        return new Finding(
                f.code(),
                Severity.NOTE,
                f.topic(),
                f.node(),
                say("core.avatar.asset.AvatarAssets.rests-in-t-pose-and-was"),
                say("core.avatar.asset.AvatarAssets.receivers-of-avatars-take-it-as", f.message()),
                f.figure(),
                say("core.avatar.asset.AvatarAssets.the-t-pose-was-taken-after"),
                new BindAtRest());
    }

    @Override
    public List<TopicCheck> topics() {
        return TOPICS;
    }

    @Override
    public boolean isAsked(Scene sent) {
        return isIn(sent);
    }

    @Override
    public TopicResult carried(Pair p, TopicResult t, Set<Held> missing) {
        return t.topic().equals(Topic.AVATAR) && missing.contains(Held.ROLES) && !isIn(p.returned)
                ? t.as(
                        Verdict.NOT_CARRIED,
                        say(
                                "core.avatar.asset.AvatarAssets.the-carrier-has-no-place-for",
                                Held.ROLES.shown(),
                                summary(p.sent)))
                : t;
    }

    /** Every role, by limbs: its joint, the joint that the shape tells, and how certain that is. */
    static Evidence roles(Scene s) {
        Avatar a = Motion.figure(s);
        RoleFinding found = RoleFinder.find(s);
        List<Evidence.Row> rows = new ArrayList<>();
        for (Role.Limb limb : Role.Limb.values()) {
            for (Role r : limb.roles()) {
                int node = a == null ? -1 : a.node(r);
                RoleGuess g = found.guess(r);
                String joint = node < 0 ? "–" : s.nodes().get(node).name();
                String guess = g == null ? "–" : s.nodes().get(g.node()).name();
                Object certain = g == null ? "–" : (Object) Math.rint(100 * g.certainty());
                rows.add(new Evidence.Row(
                        r.shown(),
                        node,
                        -1,
                        -1,
                        Double.NaN,
                        node < 0 && r.isRequired(),
                        List.of(joint, guess, certain, g == null ? "" : String.join(", ", g.why()))));
            }
        }
        return new Evidence(
                say("core.avatar.asset.AvatarAssets.role"),
                List.of(
                        say("core.avatar.asset.AvatarAssets.joint"),
                        say("core.avatar.asset.AvatarAssets.by-shape"),
                        say("core.avatar.asset.AvatarAssets.certain"),
                        say("core.avatar.asset.AvatarAssets.what-speaks-for-it")),
                rows);
    }
}
