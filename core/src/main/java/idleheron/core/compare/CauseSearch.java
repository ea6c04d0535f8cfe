package idleheron.core.compare;

import idleheron.core.Topic;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Finds what explains the most: every explanation that the figures suggest is tried as a remedy on the returned scene, the
 * one that leaves least over tolerance is kept, and the search goes on from there until nothing helps.
 */
final class CauseSearch {
    private static final int MOST = 8;

    /** A cause must take at least so much off the score; a hair less is chance. */
    private static final double LEAST = 0.5;

    /** What a whole clip counts for each time ten it is over tolerance. */
    private static final double FRAMES = 10;

    private final Scene sent;
    private final Tolerances tolerances;
    private final MatchTable table;
    private final Progress progress;

    CauseSearch(Scene sent, Tolerances tolerances, MatchTable table, Progress progress) {
        this.table = table;
        this.sent = sent;
        this.tolerances = tolerances;
        this.progress = progress;
    }

    /** A candidate that was tried: the scene with its remedy, and what is left over tolerance there. */
    private record Tried(Candidate candidate, Scene mended, Over left) {}

    /**
     * Explanations that the returned file bears out by itself, or that only bring partners together. They may show no gain of
     * their own where something else is wrong as well, so that each is also tried with a second one after it.
     */
    private static final Set<String> OPENERS =
            Set.of("rest-is-first-frame", "extra-root", "rate-misread", "unit-misdeclared", "axes-misdeclared");

    List<LikelyCause> search(Scene returned) {
        List<LikelyCause> out = new ArrayList<>();
        Scene now = returned;
        Over before = over(now);
        while (out.size() < MOST && before.score > 0) {
            progress.at((double) out.size() / MOST, "looking for the likely cause");
            Candidate renamed = Renames.of(new Pair(sent, now, true, tolerances, table));
            if (renamed != null) { // nothing else can be told before joints have their partners
                Scene named = renamed.remedy().apply(now);
                Over after = over(named);
                if (after.total() < before.total()) {
                    out.add(cause(renamed, before, after));
                    now = named;
                    before = after;
                    continue;
                }
            }
            List<Tried> tried = tried(now, before);
            Tried best = least(tried);
            Tried first = null;
            for (Tried opener : tried) {
                if (OPENERS.contains(opener.candidate.code()) && opener.left.score > 0) {
                    Tried second = least(tried(opener.mended, opener.left));
                    if (second != null && second.left.score < (best == null ? before.score : best.left.score) - LEAST) {
                        first = opener;
                        best = second;
                    }
                }
            }
            if (best == null || best.left.score > before.score - LEAST) {
                break;
            }
            if (first != null) {
                Over mid = first.left.score < before.score ? first.left : best.left;
                out.add(cause(first.candidate, before, mid));
                before = mid == first.left ? mid : before;
            }
            out.add(cause(best.candidate, before, best.left));
            now = best.mended;
            before = best.left;
        }
        return out;
    }

    private List<Tried> tried(Scene now, Over before) {
        List<Candidate> all = candidates(now);
        @Nullable Tried[] out = new Tried[all.size()];
        Cores.each(out.length, i -> {
            Candidate c = all.get(i);
            Scene mended = c.remedy().apply(now);
            out[i] = mended == now ? null : new Tried(c, mended, over(mended, c.touches(), before));
        });
        return Arrays.stream(out).filter(Objects::nonNull).toList();
    }

    private static @Nullable Tried least(List<Tried> tried) {
        Tried best = null;
        for (Tried t : tried) {
            best = best == null || t.left.score < best.left.score ? t : best;
        }
        return best;
    }

    private static LikelyCause cause(Candidate c, Over was, Over is) {
        List<Topic> explains = was.counts.keySet().stream()
                .filter(t -> was.counts.getOrDefault(t, 0L) > 0 && is.counts.getOrDefault(t, 0L) == 0)
                .toList();
        return new LikelyCause(c.code(), c.text(), explains, was.total(), is.total(), c.remedy());
    }

    /**
     * What is over tolerance.
     *
     * @param counts figures by topic
     * @param scores the same with the frames of clips, each by how many times ten it is over: so a shift is seen under a loss
     *     that stays
     */
    private record Over(Map<Topic, Long> counts, Map<Topic, Double> scores, double score) {
        long total() {
            return counts.values().stream().mapToLong(Long::longValue).sum();
        }
    }

    /** Weights are left out, since no move of the scene changes them. */
    private Over over(Scene returned) {
        return over(returned, MEASURED.keySet(), new Over(Map.of(), Map.of(), 0));
    }

    /** What moves of the scene can change, each with how it is measured. */
    private static final Map<Topic, Function<Pair, TopicResult>> MEASURED = new EnumMap<>(Map.of(
            Topic.UNITS_AND_AXES, p -> StageTopic.of(p, StageTopic.fit(p)),
            Topic.HIERARCHY, HierarchyTopic::of,
            Topic.REST_POSE, RestTopics::positions,
            Topic.JOINT_ORIENTATION, RestTopics::orientation,
            Topic.CLIPS, p -> ClipTopic.of(p, Progress.NONE),
            Topic.SURFACES, SurfaceTopics::surfaces,
            Topic.BLEND_SHAPES, SurfaceTopics::shapes));

    /** Measures topics that were touched, and takes the others as they were. */
    private Over over(Scene returned, Set<Topic> touched, Over before) {
        Pair p = new Pair(sent, returned, true, tolerances, table);
        Map<Topic, Long> counts = new EnumMap<>(Topic.class);
        Map<Topic, Double> scores = new EnumMap<>(Topic.class);
        for (Map.Entry<Topic, Function<Pair, TopicResult>> m : MEASURED.entrySet()) {
            Long known = touched.contains(m.getKey()) ? null : before.counts.get(m.getKey());
            if (known != null) {
                counts.put(m.getKey(), known);
                scores.put(m.getKey(), before.scores.getOrDefault(m.getKey(), 0.0));
                continue;
            }
            TopicResult t = m.getValue().apply(p);
            long over = t.topic() == Topic.CLIPS
                    ? ClipTopic.over(t.evidence(), tolerances)
                    : t.evidence().over();
            over += uncompared(p, t.topic());
            counts.put(t.topic(), over);
            double score = over;
            for (Series s : t.plots()) {
                for (double w : s.worst()) {
                    score += w > s.tolerance() ? Math.log10(w / s.tolerance()) / s.worst().length * FRAMES : 0;
                }
            }
            scores.put(t.topic(), score);
        }
        double sum = scores.values().stream().mapToDouble(Double::doubleValue).sum();
        return new Over(counts, scores, sum);
    }

    /** What stays without a partner is counted where it could not be held against one. */
    private static long uncompared(Pair p, Topic topic) {
        int joints = p.sent.joints().size();
        int matched = joints == 0 ? 0 : p.matched().length;
        return switch (topic) {
            case REST_POSE, JOINT_ORIENTATION -> joints - matched;
            case UNITS_AND_AXES -> joints >= 3 && matched < 3 ? 4 : 0;
            case CLIPS -> joints > 0 && matched == 0 ? 3L * p.sent.clips().size() : 0;
            default -> 0;
        };
    }

    private List<Candidate> candidates(Scene returned) {
        Pair p = new Pair(sent, returned, true, tolerances, table);
        List<Candidate> out = new ArrayList<>();
        SceneCauses.find(p, out);
        JointCauses.find(p, out);
        ClipCauses.find(p, out);
        MeshCauses.find(p, out);
        return out;
    }
}
