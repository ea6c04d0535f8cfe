package idleheron.core.compare;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.job.Progress;
import idleheron.core.math.Similarity;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;

/**
 * What was sent held against what came back.
 *
 * @param topics in their order
 * @param causes in the order in which they are to be mended
 * @param losses what is left once they are, and no remedy brings back
 */
public record Comparison(
        Verdict verdict, List<TopicResult> topics, List<LikelyCause> causes, List<Loss> losses, boolean asMeant) {
    public Comparison {
        topics = List.copyOf(topics);
        causes = List.copyOf(causes);
        losses = List.copyOf(losses);
    }

    /**
     * @param asMeant in the common space, or the raw numbers against each other
     */
    public static Comparison of(Scene sent, Scene returned, Tolerances tolerances, boolean asMeant, Progress progress) {
        return of(sent, returned, tolerances, MatchTable.NONE, asMeant, t -> {}, progress);
    }

    /**
     * @param table what the user says belongs together
     * @param asMeant in the common space, or the raw numbers against each other
     * @param told takes every topic as soon as it is known, on the thread that compares
     */
    public static Comparison of(
            Scene sent,
            Scene returned,
            Tolerances tolerances,
            MatchTable table,
            boolean asMeant,
            Consumer<TopicResult> told,
            Progress progress) {
        Pair p = new Pair(sent, returned, asMeant, tolerances, table);
        List<TopicResult> topics = new Telling(told);
        progress.at(0, "matching");
        Similarity fit = StageTopic.fit(p);
        topics.add(StageTopic.of(p, fit));
        topics.add(HierarchyTopic.of(p));
        topics.add(RestTopics.positions(p));
        topics.add(RestTopics.orientation(p));
        topics.add(SkinTopic.of(p, true, progress.part(0.05, 0.5)));
        topics.add(ClipTopic.of(p, progress.part(0.5, 0.6)));
        topics.add(SurfaceTopics.shapes(p));
        topics.add(SurfaceTopics.surfaces(p));
        topics.add(SurfaceTopics.materials(p));
        topics.add(CacheTopic.of(p, progress.part(0.6, 0.65)));
        VolumePairs volumes = new VolumePairs();
        topics.add(VolumeTopic.of(p, volumes, progress.part(0.65, 0.7)));
        topics.add(TopicResult.notChecked(Topic.CAMERAS_LIGHTS, "No camera or light was sent."));
        if (onlyCaches(returned) && !sent.nodes().isEmpty()) {
            topics.replaceAll(Comparison::notInACache);
        }
        boolean fault = topics.stream().anyMatch(t -> t.verdict().isFault());
        List<LikelyCause> causes = new ArrayList<>();
        if (fault) {
            causes.addAll(new CauseSearch(sent, tolerances, table, progress.part(0.7, 0.95)).search(returned));
            causes.addAll(CacheCauses.search(sent, mend(returned, causes), tolerances, table));
            causes.addAll(VolumeCauses.search(sent, mend(returned, causes), tolerances, table, volumes));
        }
        progress.at(0.95, "looking for what was lost");
        Scene mended = mend(returned, causes);
        List<Loss> losses = new ArrayList<>(rescued(sent, returned));
        if (!onlyCaches(returned) || sent.nodes().isEmpty()) {
            losses.addAll(Losses.of(
                    mended == returned && asMeant ? p : new Pair(sent, mended, true, tolerances, table), volumes));
        }
        topics.replaceAll(t -> told(t, losses));
        Verdict v = Verdict.NOT_CHECKED; // what was not compared makes nothing better
        if (sent.isRescued() || returned.isRescued()) {
            topics.replaceAll(Comparison::ofWhatIsLeft);
            v = Verdict.DRIFTED;
        }
        for (TopicResult t : topics) {
            v = v.worse(t.verdict());
        }
        progress.at(1, "compared");
        return new Comparison(v, topics, causes, losses, asMeant);
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
                        "The " + (s == sent ? "sent" : "returned") + " file is damaged and was rescued, " + n
                                + (n == 1 ? " thing is" : " things are") + " missing or in part, first "
                                + s.lost().getFirst().text(),
                        Figure.of(n, n == 1 ? "thing lost" : "things lost", s.name())));
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
                        "Only what was rescued could be compared: " + t.summary(),
                        t.evidence(),
                        t.plots())
                : t;
    }

    private static boolean onlyCaches(Scene s) {
        return s.nodes().isEmpty() && !s.caches().isEmpty();
    }

    /** What a cache has no place for is not held against it. */
    private static TopicResult notInACache(TopicResult t) {
        return t.topic() == Topic.CACHES || t.topic() == Topic.UNITS_AND_AXES
                ? t
                : TopicResult.notChecked(t.topic(), "A cache holds none of this.");
    }

    /** Tells what is added. */
    private static final class Telling extends ArrayList<TopicResult> {
        private static final long serialVersionUID = 1;
        private final transient Consumer<TopicResult> told;

        private Telling(Consumer<TopicResult> told) {
            this.told = told;
        }

        @Override
        public boolean add(TopicResult t) {
            told.accept(t);
            return super.add(t);
        }
    }

    /** Topics whose figures hold places and names, not all that lies over a mesh: what was lost there has drifted. */
    private static final Set<Topic> MORE_THAN_MEASURED =
            EnumSet.of(Topic.SURFACES, Topic.MATERIALS, Topic.BLEND_SHAPES, Topic.CACHES);

    /** A topic whose own figures are within tolerance and that lost what they do not measure has drifted. */
    private static TopicResult told(TopicResult t, List<Loss> losses) {
        if (!MORE_THAN_MEASURED.contains(t.topic())) {
            return t;
        }
        for (Loss l : losses) {
            if (l.topic() == t.topic() && t.verdict() == Verdict.CLEAN) {
                return new TopicResult(t.topic(), Verdict.DRIFTED, l.figure(), l.text() + ".", t.evidence(), t.plots());
            }
        }
        return t;
    }

    public TopicResult topic(Topic topic) {
        return topics.stream().filter(t -> t.topic() == topic).findFirst().orElseThrow();
    }

    public long faults() {
        return topics.stream().filter(t -> t.verdict().isFault()).count();
    }

    /** The causes as one sentence, or "" when there is none. */
    public String causeSentence() {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < causes.size(); i++) {
            String text = causes.get(i).text();
            s.append(i == 0 ? text : (i == causes.size() - 1 ? ", and " : ", ") + lower(text));
        }
        return s.isEmpty() ? "" : s.append('.').toString();
    }

    /** The losses as one sentence, or "" when there is none. */
    public String lossSentence() {
        return losses.isEmpty()
                ? ""
                : String.join("; ", losses.stream().map(Loss::text).toList()) + ".";
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

    public List<Remedy> remedies() {
        return causes.stream().map(LikelyCause::remedy).toList();
    }
}
