package idleheron.core.kind;

import idleheron.core.Topic;
import idleheron.core.remedy.Remedy;
import java.util.Set;

/**
 * An explanation that the figures suggest, not yet tried.
 *
 * @param text one sentence without a full stop
 * @param remedy what undoes it on the returned scene
 * @param touches the topics that the remedy can change at all, the others need not be measured again; empty for all
 * @param opens whether the returned file bears it out by itself, or it only brings partners together: it may show no gain of
 *     its own where something else is wrong as well, and is tried with a second one after it
 */
public record Candidate(String code, String text, Remedy remedy, Set<Topic> touches, boolean opens) {
    /** Of a remedy that moves the keys of clips and nothing else. */
    public static final Set<Topic> CLIPS = Set.of(Topic.CLIPS);

    /** Of a remedy that moves the points of one mesh; a fit may look at them. */
    public static final Set<Topic> POINTS = Set.of(Topic.SURFACES, Topic.BLEND_SHAPES, Topic.UNITS_AND_AXES);

    public Candidate {
        touches = Set.copyOf(touches);
    }

    public Candidate(String code, String text, Remedy remedy, Set<Topic> touches) {
        this(code, text, remedy, touches, false);
    }

    /** One whose remedy can change everything. */
    public Candidate(String code, String text, Remedy remedy) {
        this(code, text, remedy, Set.of(), false);
    }

    /** The same as one that opens the way for others. */
    public Candidate opening() {
        return new Candidate(code, text, remedy, touches, true);
    }

    /** Whether the verdict of a topic can change by it. */
    public boolean touches(Topic topic) {
        return touches.isEmpty() || touches.contains(topic);
    }
}
