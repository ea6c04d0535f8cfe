package idleheron.desktop.prepare;

import static idleheron.core.Messages.say;

import idleheron.core.Verdict;
import idleheron.core.avatar.Avatar;
import idleheron.core.crossing.Crossing;
import idleheron.core.crossing.Preparation;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Paused;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.core.remedy.avatar.SayMeta;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** What the screen that makes an asset ready says and changes. */
final class ReadyModel {
    private ReadyModel() {}

    /** Findings with a remedy of which none of that code is taken yet. */
    static List<Finding> open(List<Finding> findings, Crossing c) {
        List<Finding> out = new ArrayList<>();
        for (Finding f : findings) {
            Remedy offered = f.remedy();
            if (offered != null && c.remedies().stream().noneMatch(r -> r.code().equals(offered.code()))) {
                out.add(f);
            }
        }
        return out;
    }

    /** All that was noticed, without that for which the very remedy was taken. */
    static List<Finding> unmended(List<Finding> findings, Crossing c) {
        return findings.stream()
                .filter(f -> f.remedy() == null || !c.remedies().contains(f.remedy()))
                .toList();
    }

    /** The remedies with all that are offered after them. */
    static List<Remedy> withAll(Crossing c, List<Finding> open) {
        Crossing next = c;
        for (Finding f : open) {
            next = next.withRemedy(Objects.requireNonNull(f.remedy()));
        }
        return next.remedies();
    }

    /** The remedies with one switched off where it stands, or on again. */
    static List<Remedy> paused(List<Remedy> of, int index) {
        List<Remedy> all = new ArrayList<>(of);
        all.set(index, all.get(index) instanceof Paused p ? p.remedy() : new Paused(all.get(index)));
        return all;
    }

    /** Whether roles and terms can be asked for: a figure that is an avatar or is to become one. */
    static boolean isFigure(Scene s, @Nullable Convention to) {
        return Avatar.in(s) != null
                || to != null && to.more().skeleton().humanoid() && !s.joints().isEmpty();
    }

    /** The remedies with roles that were given by hand: over those that were before, else at the end. */
    static List<Remedy> withRoles(List<Remedy> of, GiveRoles given) {
        List<Remedy> all = new ArrayList<>(of);
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i) instanceof GiveRoles before) {
                Map<String, String> joints = new TreeMap<>(before.joints());
                joints.putAll(given.joints());
                all.set(i, new GiveRoles(joints));
                return all;
            }
        }
        all.add(given);
        return all;
    }

    /** The remedies with what was said of an avatar, each in the place of what was said of the same before. */
    static List<Remedy> withTerms(List<Remedy> of, List<SayMeta> said) {
        List<Remedy> all = new ArrayList<>(of);
        for (SayMeta s : said) {
            all.removeIf(r -> r instanceof SayMeta m && m.field().equals(s.field()));
            all.add(s);
        }
        return all;
    }

    /** The remedies with one moved by that many places, or without it when {@code by} is 0. */
    static List<Remedy> moved(List<Remedy> of, int index, int by) {
        List<Remedy> all = new ArrayList<>(of);
        Remedy r = all.remove(index);
        if (by != 0) {
            all.add(index + by, r);
        }
        return all;
    }

    /** What became of the surface or the voxels, and whether that was asked for. */
    static String effect(Preparation.Step s) {
        if (!s.outcome().text().isEmpty() || !s.proof().isFinite()) {
            return s.effect();
        }
        return say(
                "desktop.prepare.ReadyModel.surface-moves-in-poses",
                String.format(
                        Locale.ROOT,
                        say("desktop.prepare.ReadyModel.4f-mm"),
                        s.proof().worst().value()),
                s.proof().frames(),
                (s.remedy().type().keeps() == Keeps.OTHERS && !s.proof().isStill()
                        ? say("desktop.prepare.ReadyModel.as-asked-for")
                        : ""));
    }

    /**
     * What the whole of it came to.
     *
     * @param figure to be seen from afar, or ""
     * @param text in a few words
     * @param more beneath it
     */
    record Proof(Verdict verdict, String figure, String text, String more) {}

    static Proof proof(Preparation p) {
        Preparation.Step farthest = p.farthest();
        if (farthest == null) {
            return new Proof(
                    Verdict.NOT_CHECKED,
                    "",
                    "",
                    say("desktop.prepare.ReadyModel.nothing-was-changed-so-nothing-needs"));
        }
        if (p.scene().nodes().isEmpty() && !p.scene().caches().isEmpty()) {
            Preparation.Step last = p.steps().getLast();
            String told = last.outcome().text().isEmpty()
                    ? last.remedy().title()
                    : last.outcome().text();
            return new Proof(Verdict.CLEAN, "", told, p.steps().getFirst().before() + "  →  " + last.after());
        }
        boolean still = farthest.proof().isStill();
        boolean kept = p.steps().stream().allMatch(Preparation.Step::kept);
        int poses = p.steps().stream().mapToInt(s -> s.proof().frames()).sum();
        return new Proof(
                still || kept ? Verdict.CLEAN : Verdict.DRIFTED,
                String.format(
                        Locale.ROOT,
                        say("desktop.prepare.ReadyModel.4f-mm"),
                        farthest.proof().worst().value()),
                still
                        ? say("desktop.prepare.ReadyModel.the-picture-did-not-move")
                        : kept
                                ? say("desktop.prepare.ReadyModel.the-picture-moved-as-asked-for")
                                : say("desktop.prepare.ReadyModel.the-picture-moved"),
                say("desktop.prepare.ReadyModel.the-farthest-any-point-of-the", poses));
    }
}
