package idleheron.desktop.paint;

import idleheron.core.math.Vec3;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What was painted.
 *
 * @param viewpoint from where
 * @param panes from left to right
 * @param nodes joints by their nodes of the first side, each as often as it is seen
 * @param at per joint x and y, points
 * @param heatTop what the dark end of the ramp stands for, mm, or 0
 * @param worst where the heat is greatest, common space, metres; null where none is shown
 * @param missing files of the first side's pictures that were not found
 * @param note what the lens says of what is under it, or ""
 */
public record Painted(
        Picture picture,
        Viewpoint viewpoint,
        List<Pane> panes,
        int[] nodes,
        float[] at,
        double heatTop,
        @Nullable Vec3 worst,
        List<String> missing,
        String note) {

    /**
     * A part of the picture, as high as all of it.
     *
     * @param side which of the sides is seen in it first
     * @param all whether the others are seen in it too
     * @param left where it begins, points
     * @param width points
     * @param from from where
     * @param seen common positions to its own points
     */
    public record Pane(int side, boolean all, double left, double width, Viewpoint from, Projection seen) {}

    /** The joint nearest to a place, points, within a radius; -1 where none is. */
    public int nearest(double x, double y, double radius) {
        int best = -1;
        double least = radius;
        for (int i = 0; i < nodes.length; i++) {
            double d = Math.hypot(at[2 * i] - x, at[2 * i + 1] - y);
            if (d < least) {
                least = d;
                best = nodes[i];
            }
        }
        return best;
    }
}
