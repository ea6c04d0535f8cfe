package idleheron.core.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.job.Progress;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.TopicCheck;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.Held;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * What was sent held against what came back.
 *
 * @param topics in their order
 * @param causes in the order in which they are to be mended
 * @param losses what is left once they are, and no remedy brings back
 * @param table what the user said belongs together
 */
public record Comparison(
        Verdict verdict,
        List<TopicResult> topics,
        List<LikelyCause> causes,
        List<Loss> losses,
        boolean asMeant,
        MatchTable table) {
    public Comparison {
        topics = List.copyOf(topics);
        causes = List.copyOf(causes);
        losses = List.copyOf(losses);
    }

    /** Where the user said nothing of what belongs together. */
    public Comparison(
            Verdict verdict, List<TopicResult> topics, List<LikelyCause> causes, List<Loss> losses, boolean asMeant) {
        this(verdict, topics, causes, losses, asMeant, MatchTable.NONE);
    }

    /**
     * @param asMeant in the common space, or the raw numbers against each other
     */
    public static Comparison of(Scene sent, Scene returned, Tolerances tolerances, boolean asMeant, Progress progress) {
        return of(sent, returned, CompareSettings.USUAL.with(tolerances), asMeant, t -> {}, progress);
    }

    /**
     * @param terms from where on a difference counts, and what the user says belongs together
     * @param asMeant in the common space, or the raw numbers against each other
     * @param told takes every topic as soon as it is known, on the thread that compares
     */
    public static Comparison of(
            Scene sent,
            Scene returned,
            CompareSettings terms,
            boolean asMeant,
            Consumer<TopicResult> told,
            Progress progress) {
        Pair p = new Pair(sent, returned, asMeant, terms.tolerances(), terms.table());
        List<AssetKind> kinds = AssetKinds.ALL;
        List<TopicCheck> checks = kinds.stream()
                .filter(k -> k.isAsked(sent))
                .flatMap(k -> k.topics().stream())
                .toList();
        progress.at(0, say("core.compare.Comparison.matching"));
        List<TopicResult> topics =
                topics(p, checks, t -> carried(p, t, kinds, terms.missing()), told, progress.part(0.05, 0.7));
        AssetKind standIn = standIn(sent, returned, kinds);
        if (standIn != null) {
            topics.replaceAll(t -> withinReach(t, standIn));
        }
        boolean fault = topics.stream().anyMatch(t -> t.verdict().isFault());
        List<LikelyCause> causes = new ArrayList<>();
        if (fault) {
            causes.addAll(new CauseSearch(p, kinds, progress.part(0.7, 0.95)).search());
            for (AssetKind k : kinds) {
                causes.addAll(k.causes(p.with(mend(returned, causes))));
            }
        }
        progress.at(0.95, say("core.compare.Comparison.looking-for-what-was-lost"));
        Scene mended = mend(returned, causes);
        List<Loss> losses = new ArrayList<>(rescued(sent, returned));
        if (standIn == null) {
            losses.addAll(Losses.of(mended == returned && asMeant ? p : p.with(mended), kinds));
        }
        topics.replaceAll(t -> told(t, checks, losses));
        Verdict v = Verdict.NOT_CHECKED; // what was not compared makes nothing better
        if (sent.isRescued() || returned.isRescued()) {
            topics.replaceAll(Comparison::ofWhatIsLeft);
            v = Verdict.DRIFTED;
        }
        for (TopicResult t : topics) {
            v = v.worse(t.verdict());
        }
        progress.at(1, say("core.compare.Comparison.compared"));
        return new Comparison(v, topics, causes, losses, asMeant, terms.table());
    }

    /** A line for each side that comes from a damaged file. */
    private static List<Loss> rescued(Scene sent, Scene returned) {
        List<Loss> out = new ArrayList<>();
        for (Scene s : new Scene[] {sent, returned}) {
            int n = s.lost().size();
            if (n > 0) {
                out.add(new Loss(
                        "file-rescued",
                        Topic.HIERARCHY,
                        say(
                                "core.compare.Comparison.the-file-is-damaged-and-was",
                                (s == sent
                                        ? say("core.compare.Comparison.sent")
                                        : say("core.compare.Comparison.returned")),
                                n,
                                (n == 1
                                        ? say("core.compare.Comparison.thing-is")
                                        : say("core.compare.Comparison.things-are")),
                                s.lost().getFirst().text()),
                        Figure.of(
                                n,
                                n == 1
                                        ? say("core.compare.Comparison.thing-lost")
                                        : say("core.compare.Comparison.things-lost"),
                                s.name())));
            }
        }
        return out;
    }

    /** What agrees where one side is incomplete is not called clean. */
    private static TopicResult ofWhatIsLeft(TopicResult t) {
        return t.verdict() == Verdict.CLEAN
                ? new TopicResult(
                        t.topic(),
                        Verdict.NOT_CHECKED,
                        t.worst(),
                        say("core.compare.Comparison.only-what-was-rescued-could-be", t.summary()),
                        t.evidence(),
                        t.plots())
                : t;
    }

    private static TopicResult carried(Pair p, TopicResult t, List<AssetKind> kinds, Set<Held> missing) {
        TopicResult out = t;
        for (AssetKind k : kinds) {
            out = missing.isEmpty() ? out : k.carried(p, out, missing);
        }
        return out;
    }

    private static List<TopicResult> topics(
            Pair p,
            List<TopicCheck> checks,
            UnaryOperator<TopicResult> carried,
            Consumer<TopicResult> told,
            Progress progress) {
        List<TopicResult> out = new ArrayList<>();
        int all = checks.stream().mapToInt(TopicCheck::share).sum();
        int done = 0;
        for (TopicCheck c : checks) {
            TopicResult t =
                    carried.apply(c.of(p, progress.part((double) done / all, (double) (done + c.share()) / all)));
            done += c.share();
            told.accept(t);
            out.add(t);
        }
        return out;
    }

    /** The kind that nodes came back as, where nothing else did; null where nodes came back or none were sent. */
    private static @Nullable AssetKind standIn(Scene sent, Scene returned, List<AssetKind> kinds) {
        return sent.nodes().isEmpty() || !returned.nodes().isEmpty()
                ? null
                : kinds.stream()
                        .filter(k -> !k.standsFor().isEmpty() && k.isIn(returned))
                        .findFirst()
                        .orElse(null);
    }

    /** What a kind has no place for is not held against it. */
    private static TopicResult withinReach(TopicResult t, AssetKind standIn) {
        return standIn.standsFor().contains(t.topic())
                ? t
                : TopicResult.notChecked(
                        t.topic(), say("core.compare.Comparison.a-holds-none-of-this", standIn.code()));
    }

    /** A topic whose own figures are within tolerance and that lost what they do not measure has drifted. */
    private static TopicResult told(TopicResult t, List<TopicCheck> checks, List<Loss> losses) {
        if (t.verdict() != Verdict.CLEAN
                || checks.stream().anyMatch(c -> c.whole() && c.topic().equals(t.topic()))) {
            return t;
        }
        for (Loss l : losses) {
            if (l.topic().equals(t.topic())) {
                return new TopicResult(t.topic(), Verdict.DRIFTED, l.figure(), l.text() + ".", t.evidence(), t.plots());
            }
        }
        return t;
    }

    /**
     * What came of a topic.
     *
     * @throws java.util.NoSuchElementException where it is none of the topics that were looked at
     */
    public TopicResult topic(Topic topic) {
        return topics.stream().filter(t -> t.topic().equals(topic)).findFirst().orElseThrow();
    }

    /** Topics that drifted or broke. */
    public long faults() {
        return topics.stream().filter(t -> t.verdict().isFault()).count();
    }

    /** The causes as one sentence, or "" when there is none. */
    public String causeSentence() {
        String s = "";
        for (int i = 0; i < causes.size(); i++) {
            String text = i == 0 ? causes.get(i).text() : lower(causes.get(i).text());
            boolean last = i == causes.size() - 1;
            s = i == 0 ? text : last ? say("core.compare.Comparison.and", s, text) : s + ", " + text;
        }
        return s.isEmpty() ? "" : s + ".";
    }

    /** The losses as one sentence, or "" when there is none. */
    public String lossSentence() {
        StringBuilder s = new StringBuilder();
        for (Loss l : losses) {
            s.append(s.isEmpty() ? l.text() : "; " + lower(l.text()));
        }
        return s.isEmpty() ? "" : s.append('.').toString();
    }

    private static String lower(String text) {
        return Character.toLowerCase(text.charAt(0)) + text.substring(1);
    }

    /** Applies the remedies of all causes, in their order. */
    public Scene mend(Scene returned) {
        return mend(returned, causes);
    }

    private static Scene mend(Scene returned, List<LikelyCause> causes) {
        Scene out = returned;
        for (LikelyCause c : causes) {
            out = c.remedy().apply(out);
        }
        return out;
    }

    /** Of all causes, in the order in which they are to be taken. */
    public List<Remedy> remedies() {
        return causes.stream().map(LikelyCause::remedy).toList();
    }
}
