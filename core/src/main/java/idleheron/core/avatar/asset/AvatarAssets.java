package idleheron.core.avatar.asset;

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
            "Roles",
            Set.of(Topic.AVATAR),
            s -> Motion.figure(s) == null ? 0 : Role.values().length,
            f -> roles(f.scene())));

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
        return Avatar.in(s) == null ? "motion for avatars" : "avatar";
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
                Avatar.in(s) == null ? "motion" : "avatar",
                "version " + a.version() + ", " + summary(s)
                        + (Avatar.in(s) == null ? "" : by.isEmpty() ? ", nobody named as maker" : ", by " + by)));
        for (Role.Limb limb : Role.Limb.values()) {
            List<String> said = limb.roles().stream()
                    .filter(r -> a.roles().containsKey(r))
                    .map(r -> r.shown() + " " + s.nodes().get(a.node(r)).name())
                    .toList();
            if (!said.isEmpty()) {
                out.add(new FactLine("roles", limb.shown() + ": " + String.join(", ", said)));
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
                "Avatar",
                List.of(
                        new FactLine("version", a.version()),
                        new FactLine("by", said(m, MetaField.AUTHORS)),
                        new FactLine("use", said(m, MetaField.COMMERCIAL_USAGE)),
                        new FactLine("roles", a.roles().size() + " of " + Role.values().length),
                        new FactLine(
                                "expressions", Integer.toString(a.expressions().size())),
                        new FactLine(
                                "springs",
                                Integer.toString(a.springs().springs().size())))));
    }

    private static String said(AvatarMeta m, MetaField field) {
        return m.text(field).isEmpty() ? "not said" : m.text(field);
    }

    @Override
    public List<FactGroup> cargo(Scene s) {
        return isIn(s) ? List.of(new FactGroup("Avatar", List.of(new FactLine("holds", summary(s))))) : List.of();
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
                "Rests in T-pose and was bound in another",
                f.message() + " Receivers of avatars take it as it is; to bind it where it rests moves what blends.",
                f.figure(),
                "The T-pose was taken after the skin was bound.",
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
                        "The carrier has no place for " + Held.ROLES.shown() + "; " + summary(p.sent)
                                + " stayed behind.")
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
        return new Evidence("role", List.of("joint", "by shape", "certain %", "what speaks for it"), rows);
    }
}
