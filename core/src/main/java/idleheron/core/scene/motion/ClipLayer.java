package idleheron.core.scene.motion;

import java.util.List;

/**
 * A layer of animation over the lowest one of its clip.
 *
 * @param weight over time, 1 for full
 * @param muted whether it does not count
 * @param solo whether only layers marked so count
 * @param turnsWhole whether rotations are joined as turns; else angle by angle
 * @param scalesMultiply whether scales are multiplied; else added
 */
public record ClipLayer(
        String name,
        Blend blend,
        Curve weight,
        boolean muted,
        boolean solo,
        boolean turnsWhole,
        boolean scalesMultiply,
        List<Clip.NodeTrack> nodes,
        List<Clip.ShapeTrack> shapes,
        List<Clip.ValueTrack> values) {

    /** How a layer joins what is below it. */
    public enum Blend {
        /** Comes on top, in proportion to its weight. */
        ADD,
        /** Takes the place of what is below, whatever its weight. */
        REPLACE,
        /** Takes the place of what is below in proportion to its weight. */
        MIX
    }

    public ClipLayer {
        nodes = List.copyOf(nodes);
        shapes = List.copyOf(shapes);
        values = List.copyOf(values);
    }

    public ClipLayer withTracks(
            Curve newWeight,
            List<Clip.NodeTrack> newNodes,
            List<Clip.ShapeTrack> newShapes,
            List<Clip.ValueTrack> newValues) {
        return new ClipLayer(
                name, blend, newWeight, muted, solo, turnsWhole, scalesMultiply, newNodes, newShapes, newValues);
    }
}
