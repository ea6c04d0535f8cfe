package idleheron.core.scene.mesh;

import static idleheron.core.Messages.say;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A named shape that a weight blends in.
 *
 * @param weight at rest, 1 for full
 * @param targets one, or several in-betweens in ascending order of weight
 */
public record BlendShape(String name, double weight, List<Target> targets) {

    public BlendShape {
        targets = List.copyOf(targets);
        if (targets.isEmpty()) {
            throw new IllegalArgumentException(say("core.scene.mesh.BlendShape.blend-shape-has-no-target", name));
        }
    }

    /**
     * Offsets from the mesh's points.
     *
     * @param fullWeight the weight at which this target is reached, 1 for the last
     * @param points indices into the mesh's points
     * @param deltas three per index, in the stage's unit, in mesh space
     * @param normals three per index or null
     */
    public record Target(double fullWeight, int[] points, float[] deltas, float @Nullable [] normals) {
        public Target(double fullWeight, int[] points, float[] deltas, float @Nullable [] normals) {
            if (deltas.length != 3 * points.length) {
                throw new IllegalArgumentException(
                        say("core.scene.mesh.BlendShape.points-but-offsets", points.length, deltas.length));
            }
            this.fullWeight = fullWeight;
            this.points = points;
            this.deltas = deltas;
            this.normals = normals;
        }
    }
}
