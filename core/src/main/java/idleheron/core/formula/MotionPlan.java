package idleheron.core.formula;

import static idleheron.core.Messages.say;

import idleheron.core.scene.PartKey;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A clip as it is written: what moves, and by which keys or formulas. It knows no figure; joints are found by name on whatever
 * figure it is put.
 *
 * @param file name of the file that it is written in, for messages
 * @param text as it is written
 * @param clip name of the clip
 * @param figure path of the file with the figure it was written for, beside its own file; "" where none is told
 * @param firstFrame the frame at which the time of the formulas is 0
 * @param seconds length of the clip, above 0
 * @param cyclic whether it is played over and over
 */
public record MotionPlan(
        String file,
        String text,
        String clip,
        String figure,
        double firstFrame,
        double seconds,
        FrameRate rate,
        boolean cyclic,
        KeyWish keys,
        List<Said> channels) {
    /** Under which a scene keeps what its clips were written as. */
    public static final PartKey<MotionPlan> KEY =
            new PartKey<>(say("core.formula.MotionPlan.plans-of-motion"), MotionPlan.class);

    /** Under which a scene that holds nothing but a plan, and the joints that it names, keeps it. */
    public static final PartKey<MotionPlan> ALONE =
            new PartKey<>(say("core.formula.MotionPlan.plans-alone"), MotionPlan.class);

    public MotionPlan {
        channels = List.copyOf(channels);
    }

    /**
     * How a plan becomes keys.
     *
     * @param fewest whether as few as keep within the tolerances; else one on every frame
     * @param mm how far a joint may be off, millimetres
     * @param degrees how far a joint may be turned off
     */
    public record KeyWish(boolean fewest, double mm, double degrees) {
        public static final KeyWish EVERY_FRAME = new KeyWish(false, 0.05, 0.01);
    }

    /**
     * What is said of a channel: moves are added to where the joint rests, along the axes of what it hangs on; turns come on top
     * of how it rests, about its own axes, X first; scales multiply.
     *
     * @param place of the channel in the text
     * @param factor from what is written to metres, degrees or times
     */
    public record Said(ChannelName name, Place place, double factor, Source source) {}

    /** Of a scene that is a plan alone, or null. */
    public static @Nullable MotionPlan alone(Scene scene) {
        List<MotionPlan> all = scene.parts().of(ALONE);
        return all.isEmpty() ? null : all.getFirst();
    }

    /** Of its first moment. */
    public double startSeconds() {
        return rate.seconds(firstFrame);
    }
}
