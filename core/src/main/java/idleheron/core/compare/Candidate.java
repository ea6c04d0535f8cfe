package idleheron.core.compare;

import idleheron.core.Topic;
import idleheron.core.remedy.Remedy;
import java.util.EnumSet;
import java.util.Set;

/**
 * An explanation that the figures suggest, not yet tried.
 *
 * @param text one sentence without a full stop
 * @param remedy what undoes it on the returned scene
 * @param touches the topics that the remedy can change at all; the others need not be measured again
 */
record Candidate(String code, String text, Remedy remedy, Set<Topic> touches) {
    /** Of a remedy that moves the keys of clips and nothing else. */
    static final Set<Topic> CLIPS = Set.of(Topic.CLIPS);

    /** Of a remedy that moves the points of one mesh; a fit may look at them. */
    static final Set<Topic> POINTS = Set.of(Topic.SURFACES, Topic.BLEND_SHAPES, Topic.UNITS_AND_AXES);

    Candidate {
        touches = Set.copyOf(touches);
    }

    /** One whose remedy can change everything. */
    Candidate(String code, String text, Remedy remedy) {
        this(code, text, remedy, EnumSet.allOf(Topic.class));
    }
}
