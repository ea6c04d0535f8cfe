package idleheron.core.remedy;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;

/** Looks at what became of bulk data that the proof on the surface does not see: points of a cache, voxels of a volume. */
@FunctionalInterface
public interface Outcome {
    Told of(Scene before, Scene after, Progress progress);

    /**
     * What was found.
     *
     * @param text one clause: "no voxel is touched"; "" where there is nothing of the kind
     * @param kept whether all is as it was, or changed only as it was asked for
     */
    record Told(String text, boolean kept) {
        public static final Told NOTHING = new Told("", true);
    }
}
