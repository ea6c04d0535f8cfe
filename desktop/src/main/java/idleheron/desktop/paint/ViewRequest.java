package idleheron.desktop.paint;

import static idleheron.core.Messages.say;

import idleheron.core.pair.MatchTable;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Viewpoint;
import idleheron.render.surface.Cover;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a viewport is to paint.
 *
 * @param table what the user said belongs together
 * @param clip name of the clip, or "" for rest
 * @param field name of the grid of a volume that is shown, or "" for the first
 * @param cover what its pictures show
 * @param viewpoint null to look at everything
 * @param start from which side everything is looked at then
 * @param room what of the picture everything is to lie in then
 * @param lens where a lens lies over it, or null
 * @param fine whether there is time to smooth it
 */
public record ViewRequest(
        List<Shown> sides,
        MatchTable table,
        Arrangement arrangement,
        String clip,
        double seconds,
        String field,
        Cover cover,
        @Nullable Viewpoint viewpoint,
        Viewpoint start,
        Room room,
        Palette palette,
        @Nullable Place lens,
        boolean fine,
        Size size) {

    /**
     * How large a picture is.
     *
     * @param width pixels
     * @param height pixels
     * @param grain pixels to a point of the window
     */
    public record Size(int width, int height, double grain) {}

    /** A place in a picture, points from its top left corner. */
    public record Place(double x, double y) {}

    /** What lies at the edges of a view over it, in points. */
    public record Room(double top, double right, double bottom, double left) {
        public static final Room ALL = new Room(0, 0, 0, 0);

        /**
         * A viewpoint from which a box is seen whole in what is free of a picture.
         *
         * @param box {x0,y0,z0,x1,y1,z1}, common space, metres
         * @param width of the picture, points
         * @param height of the picture, points
         */
        public Viewpoint framing(Viewpoint from, double[] box, double width, double height) {
            double w = Math.max(width / 4, width - left - right);
            double h = Math.max(height / 4, height - top - bottom);
            return from.framing(box)
                    .holding(box, w / h)
                    .zoomed(height / h)
                    .panned((right - left) / 2 / height, (top - bottom) / 2 / height);
        }
    }

    public enum Arrangement {
        OVER(say("desktop.paint.ViewRequest.sent-and-returned-over-each-other")),
        BESIDE(say("desktop.paint.ViewRequest.sent-at-the-left-returned-at")),
        DIFFERENCE(say("desktop.paint.ViewRequest.how-far-each-point-of-the")),
        /** The skin weights of the chosen joint on both sides. */
        WEIGHTS(say("desktop.paint.ViewRequest.the-skin-weights-of-the-chosen-2")),
        /** The difference of skin weights, of the chosen joint or of all. */
        WEIGHT_GAP(say("desktop.paint.ViewRequest.how-far-the-skin-weights-differ"));

        private final String tip;

        Arrangement(String tip) {
            this.tip = tip;
        }

        public String tip() {
            return tip;
        }

        /** Whether it shows figures as heat. */
        public boolean isHeat() {
            return this == DIFFERENCE || isOfWeights();
        }

        public boolean isOfWeights() {
            return this == WEIGHTS || this == WEIGHT_GAP;
        }
    }

    public enum Style {
        SURFACE(say("desktop.paint.ViewRequest.the-surface-with-its-materials")),
        WIRE(say("desktop.paint.ViewRequest.the-surface-with-the-edges-of")),
        WEIGHTS(say("desktop.paint.ViewRequest.the-skin-weights-of-the-chosen")),
        JOINTS(say("desktop.paint.ViewRequest.the-joints-over-the-surface")),
        /** Of garments: how far from the body that wears them. */
        GAP(say("desktop.paint.ViewRequest.how-far-the-garment-is-from")),
        /** Of garments: how much longer than at rest. */
        STRETCH(say("desktop.paint.ViewRequest.how-much-longer-the-cloth-is")),
        /** Of garments: how far they may leave their skin. */
        FREEDOM(say("desktop.paint.ViewRequest.how-far-each-point-may-leave")),
        /** Of garments: their flat cut beside them, a colour for each panel. */
        PANELS(say("desktop.paint.ViewRequest.the-flat-cut-beside-the-garment"));

        private final String tip;

        Style(String tip) {
            this.tip = tip;
        }

        public String tip() {
            return tip;
        }

        /** Whether it shows something of garments alone, as heat. */
        public boolean isOfGarments() {
            return this == GAP || this == STRETCH || this == FREEDOM;
        }
    }

    /**
     * One side.
     *
     * @param chosen node that is marked, or -1
     * @param tinted whether it is painted in its side's colour instead of its materials'
     * @param heat what one of its surfaces shows in place of what its style says, or null
     */
    public record Shown(
            Scene scene,
            CanonicalSpace space,
            Style style,
            int chosen,
            boolean returned,
            boolean tinted,
            @Nullable Heat heat) {
        public Shown(Scene scene, CanonicalSpace space, Style style, int chosen, boolean returned, boolean tinted) {
            this(scene, space, style, chosen, returned, tinted, null);
        }
    }

    /**
     * Heat of one surface.
     *
     * @param node that shows it
     * @param values one a point, 0 to 1; nobody writes to them any more
     */
    public record Heat(int node, float[] values) {}
}
