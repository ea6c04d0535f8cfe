package idleheron.core.compare;

import idleheron.core.Topic;
import idleheron.core.pair.Series;
import idleheron.core.pair.TopicResult;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * A moment at which two sides differ, with the figure that says by how much.
 *
 * @param topic whose figure it is
 * @param clip index of the sent clip, or -1 where the figure is of no clip
 * @param seconds time of the sample
 * @param worst largest figure of that moment
 * @param unit of the figure
 * @param share the figure as a multiple of its tolerance
 * @param node the sent node where it is worst, or -1
 */
public record Moment(Topic topic, int clip, double seconds, double worst, String unit, double share, int node) {
    /** Two moments of one clip are at least this share of the clip apart, so that eight cover it. */
    private static final double APART = 1.0 / 9;

    /**
     * The worst moments of a comparison: those whose figure exceeds its tolerance most, apart from each other, of all topics
     * that have figures over time. In the order in which they are played: by clip, then by time.
     *
     * @param most how many at most
     */
    public static List<Moment> worst(Comparison c, int most) {
        return worst(c.topics(), most);
    }

    static List<Moment> worst(List<TopicResult> topics, int most) {
        List<Moment> out = new ArrayList<>();
        List<Candidate> all = new ArrayList<>();
        for (TopicResult t : topics) {
            t.plots().forEach(s -> add(t.topic(), s, all));
        }
        all.sort(Comparator.comparingDouble((Candidate k) -> -k.moment.share)
                .thenComparingInt(k -> k.moment.clip)
                .thenComparingDouble(k -> k.moment.seconds));
        List<Candidate> taken = new ArrayList<>();
        for (Candidate k : all) {
            if (taken.size() == most) {
                break;
            }
            if (taken.stream().noneMatch(k::near)) {
                taken.add(k);
            }
        }
        taken.forEach(k -> out.add(k.moment));
        out.sort(Comparator.comparingInt(Moment::clip).thenComparingDouble(Moment::seconds));
        return List.copyOf(out);
    }

    /** A moment that may be taken, and how far the next one of its clip has to be from it, seconds. */
    private record Candidate(Moment moment, double apart) {
        boolean near(Candidate other) {
            return moment.clip == other.moment.clip
                    && Math.abs(moment.seconds - other.moment.seconds) < Math.max(apart, other.apart) - 1e-9;
        }
    }

    private static void add(Topic topic, Series s, List<Candidate> to) {
        double[] t = s.seconds();
        if (t.length == 0) {
            return;
        }
        double apart = (t[t.length - 1] - t[0]) * APART;
        for (int i = 0; i < t.length; i++) {
            double worst = s.worst()[i];
            if (worst > s.tolerance()) {
                double share = s.tolerance() > 0 ? worst / s.tolerance() : Double.POSITIVE_INFINITY;
                to.add(new Candidate(
                        new Moment(topic, s.clip(), t[i], worst, s.unit(), share, s.worstNode()[i]), apart));
            }
        }
    }
}
