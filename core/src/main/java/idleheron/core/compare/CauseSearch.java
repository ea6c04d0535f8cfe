package idleheron.core.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Topic;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Candidate;
import idleheron.core.kind.TopicCheck;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Series;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
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

    private final Pair pair;
    private final List<AssetKind> kinds;
    private final List<TopicCheck> searched;
    private final Progress progress;

    /**
     * @param pair what was sent, and what came back
     * @param kinds which suggest what to try, and how what is left is measured
     */
    CauseSearch(Pair pair, List<AssetKind> kinds, Progress progress) {
        this.pair = pair;
        this.kinds = kinds;
        this.searched = kinds.stream()
                .flatMap(k -> k.topics().stream())
                .filter(t -> t.over() != null)
                .toList();
        this.progress = progress;
    }

    /** A candidate that was tried: the scene with its remedy, and what is left over tolerance there. */
    private record Tried(Candidate candidate, Scene mended, Over left) {}

    List<LikelyCause> search() {
        List<LikelyCause> out = new ArrayList<>();
        Scene now = pair.returned;
        Over before = over(now);
        while (out.size() < MOST && before.score > 0) {
            progress.at((double) out.size() / MOST, say("core.compare.CauseSearch.looking-for-the-likely-cause"));
            Tried first = first(now);
            if (first != null && first.left.total() < before.total()) {
                out.add(cause(first.candidate, before, first.left));
                now = first.mended;
                before = first.left;
                continue;
            }
            List<Tried> tried = tried(now, before);
            Tried best = least(tried);
            first = null;
            for (Tried opener : tried) {
                if (opener.candidate.opens() && opener.left.score > 0) {
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

    /** What a kind says must come before all else, the first that says so. */
    private @Nullable Tried first(Scene now) {
        for (AssetKind k : kinds) {
            Candidate c = k.first(pair.with(now));
            if (c != null) {
                Scene mended = c.remedy().apply(now);
                return new Tried(c, mended, over(mended));
            }
        }
        return null;
    }

    private List<Tried> tried(Scene now, Over before) {
        List<Candidate> all = candidates(now);
        @Nullable Tried[] out = new Tried[all.size()];
        Cores.each(out.length, i -> {
            Candidate c = all.get(i);
            Scene mended = c.remedy().apply(now);
            out[i] = mended == now ? null : new Tried(c, mended, over(mended, c, before));
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

    private Over over(Scene returned) {
        return over(returned, null, new Over(Map.of(), Map.of(), 0));
    }

    /** Measures topics that were touched, all where no candidate says so, and takes the others as they were. */
    private Over over(Scene returned, @Nullable Candidate by, Over before) {
        Pair p = pair.with(returned);
        Map<Topic, Long> counts = new LinkedHashMap<>();
        Map<Topic, Double> scores = new LinkedHashMap<>();
        for (TopicCheck check : searched) {
            Long known = by == null || by.touches(check.topic()) ? null : before.counts.get(check.topic());
            if (known != null) {
                counts.put(check.topic(), known);
                scores.put(check.topic(), before.scores.getOrDefault(check.topic(), 0.0));
                continue;
            }
            TopicResult t = check.of(p, Progress.NONE);
            long over = Objects.requireNonNull(check.over()).applyAsLong(p, t);
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

    private List<Candidate> candidates(Scene returned) {
        Pair p = pair.with(returned);
        return kinds.stream().flatMap(k -> k.candidates(p).stream()).toList();
    }
}
