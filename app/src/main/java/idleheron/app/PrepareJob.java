package idleheron.app;

import idleheron.core.crossing.Preparation;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Makes a scene ready: applies remedies one after the other, each proved.
 *
 * @param earlier what was made ready before; what it did alike is taken from it
 */
public record PrepareJob(
        Scene scene, List<Remedy> remedies, @Nullable Preparation earlier) {
    public PrepareJob {
        remedies = List.copyOf(remedies);
    }

    public PrepareJob(Scene scene, List<Remedy> remedies) {
        this(scene, remedies, null);
    }

    /** @throws UsageException when a remedy cannot be applied to this scene; the message begins with its code */
    public Preparation run(Progress progress) {
        try {
            return Preparation.of(scene, remedies, earlier, progress);
        } catch (IllegalArgumentException e) {
            throw new UsageException(String.valueOf(e.getMessage()));
        }
    }
}
