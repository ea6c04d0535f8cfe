package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.app.CompareJob;
import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.compare.Moment;
import idleheron.core.pair.Series;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.paint.PointInfluences;
import idleheron.desktop.paint.ViewRequest;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What the screen that compares two sides says of one topic, and where a row of it leads. */
record CompareModel(CompareJob.Result result, Topic topic) {
    private static final String POINT = "/point ";

    /**
     * Where a row leads.
     *
     * @param clip to be played, or null to stay with what is played
     * @param seconds where to stop, NaN to stay
     * @param joint node of the sent side, or -1 to stay
     */
    record Lead(@Nullable Clip clip, double seconds, int joint) {}

    /** With the first topic at fault, where the one that is chosen is none. */
    CompareModel worst() {
        if (told().verdict().isFault()) {
            return this;
        }
        return result.comparison().topics().stream()
                .filter(t -> t.verdict().isFault())
                .findFirst()
                .map(t -> new CompareModel(result, t.topic()))
                .orElse(this);
    }

    TopicResult told() {
        return result.comparison().topic(topic);
    }

    private Scene sent() {
        return result.sent().scene();
    }

    Lead lead(Evidence.Row r) {
        boolean clip = r.clip() >= 0 && r.clip() < sent().clips().size();
        return new Lead(clip ? sent().clips().get(r.clip()) : null, r.seconds(), r.sentNode());
    }

    /** The clip in which a moment lies. */
    Optional<Clip> clip(Moment m) {
        return m.clip() >= 0 && m.clip() < sent().clips().size()
                ? Optional.of(sent().clips().get(m.clip()))
                : Optional.empty();
    }

    /** The sent node of the mesh and the number of the point, when the row is about a point; else nothing. */
    int[] point(Evidence.Row r) {
        int at = r.subject().lastIndexOf(POINT);
        return !topic.equals(Topic.SKIN_WEIGHTS) || at < 0 || r.sentNode() < 0
                ? new int[0]
                : new int[] {r.sentNode(), Integer.parseInt(r.subject().substring(at + POINT.length()))};
    }

    /** The joints that move a point of a mesh, on both sides. */
    List<PointInfluences.Line> influences(int node, int point) {
        return PointInfluences.of(
                sent(), result.returned().scene(), result.comparison().table(), node, point);
    }

    String name(int node) {
        return sent().nodes().get(node).name();
    }

    /** Whether rows are about objects that the view can show by themselves. */
    boolean hasObjects() {
        return topic.equals(Topic.CACHES);
    }

    /**
     * The figure over time that fits what is played: of the clip, or of one object where it has its own; of this topic, else of
     * the clips. Null where there is none.
     *
     * @param object path of the object, or ""
     */
    @Nullable
    Series plot(@Nullable Clip playing, String object) {
        if (playing == null) {
            return null;
        }
        List<Series> plots = told().plots();
        if (plots.isEmpty()) {
            plots = result.comparison().topic(Topic.CLIPS).plots();
        }
        Series found = null;
        for (Series s : plots) {
            boolean fits = s.clip() < 0
                    ? found == null || !object.isEmpty() && object.endsWith("/" + s.title())
                    : sent().clips().get(s.clip()).name().equals(playing.name());
            found = fits ? s : found;
        }
        return found;
    }

    /** The joint itself, or -1 where the node is none. */
    int joint(int node) {
        return node >= 0
                        && node < sent().nodes().size()
                        && sent().nodes().get(node).isJoint()
                ? node
                : -1;
    }

    /**
     * What the ramp stands for.
     *
     * @param top the figure at its dark end
     * @param node that is chosen, or -1
     */
    String legend(ViewRequest.Arrangement how, double top, int node) {
        int joint = joint(node);
        String name = joint < 0 ? "" : sent().nodes().get(joint).name();
        return switch (how) {
            case WEIGHTS ->
                joint < 0
                        ? say("desktop.compare.CompareModel.choose-a-joint")
                        : say("desktop.compare.CompareModel.0-1-weight-of", name);
            case WEIGHT_GAP ->
                String.format(
                        Locale.ROOT,
                        say("desktop.compare.CompareModel.0-3f-difference-in-weight-s"),
                        top,
                        joint < 0
                                ? say("desktop.compare.CompareModel.all-joints")
                                : say("desktop.compare.CompareModel.of", name));
            default -> String.format(Locale.ROOT, say("desktop.compare.CompareModel.0-3f-mm-between-sent-and"), top);
        };
    }
}
