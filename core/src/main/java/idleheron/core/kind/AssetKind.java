package idleheron.core.kind;

import idleheron.core.Topic;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.pair.Held;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A kind of asset: what the program knows of it alone. The engines (inspection, comparison, search for causes, facts, tables)
 * ask every kind in turn and know none by name.
 */
public interface AssetKind {
    /** "cache": one plain word, stable. */
    String code();

    /** Whether a scene holds anything of it. */
    boolean isIn(Scene scene);

    /** In which form a carrier must be able to hold it. */
    Content content();

    /** What a scene that is about this kind is called: "rigged character". */
    String word(Scene scene);

    /** The figures that tell one asset of this kind from another, on one line: "2 frames · density, heat". */
    String summary(Scene scene);

    /** For a person who asks what a file holds, a line each. */
    List<FactLine> lines(Scene scene);

    /** What is declared of a scene and measured on it: what stands beside its picture. */
    default List<FactGroup> figures(Facts facts) {
        return List.of();
    }

    /** What of a scene goes when it is sent, but for its clips. */
    default List<FactGroup> cargo(Scene scene) {
        return List.of();
    }

    /** Tables of what a scene holds. */
    List<FactTable> tables();

    /** What of a scene can be played. */
    default List<Clip> playables(Scene scene) {
        return List.of();
    }

    /** What is noticed at once. */
    default List<Rule> rules() {
        return List.of();
    }

    /** What another kind noticed, as it is to be taken where this kind is; the same for most. */
    default Finding judged(Facts facts, Finding finding) {
        return finding;
    }

    /** Whether more is noticed by reading all of it. */
    default boolean hasDeepRules() {
        return false;
    }

    /** What is noticed by reading all of it: every voxel, every sample. */
    default List<Finding> deepFindings(Scene scene, Progress progress) {
        return List.of();
    }

    /** What two sides are held against each other by, in the order in which it is told. */
    default List<TopicCheck> topics() {
        return List.of();
    }

    /** Whether its topics are told of where this is sent. */
    default boolean isAsked(Scene sent) {
        return true;
    }

    /**
     * A topic of its own as it is, or as not carried where it is at fault for what a carrier has no place for alone.
     *
     * @param missing what the carrier of the returned side has no place for
     */
    default TopicResult carried(Pair pair, TopicResult topic, Set<Held> missing) {
        return topic;
    }

    /** What must be put right on the returned side before anything else can be told; null where nothing must. */
    default @Nullable Candidate first(Pair pair) {
        return null;
    }

    /** Explanations that its figures suggest, each tried over all topics that can be searched. */
    default List<Candidate> candidates(Pair pair) {
        return List.of();
    }

    /** Causes that are worked out, not tried against each other; what others found is mended in the pair. */
    default List<LikelyCause> causes(Pair pair) {
        return List.of();
    }

    /** What no remedy brings back, once what can be mended is. */
    default List<Loss> losses(Pair pair) {
        return List.of();
    }

    /** What can still be told where nodes were sent and came back as this alone; empty where it does not stand for nodes. */
    default Set<Topic> standsFor() {
        return Set.of();
    }
}
