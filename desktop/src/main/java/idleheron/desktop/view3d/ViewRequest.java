package idleheron.desktop.view3d;

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
 * @param clip name of the clip, or "" for rest
 * @param field name of the grid of a volume that is shown, or "" for the first
 * @param cover what its pictures show
 * @param viewpoint null to look at everything
 * @param start from which side everything is looked at then
 */
public record ViewRequest(
        List<Shown> sides,
        Arrangement arrangement,
        String clip,
        double seconds,
        String field,
        Cover cover,
        @Nullable Viewpoint viewpoint,
        Viewpoint start,
        Palette palette,
        boolean fine,
        int width,
        int height) {

    public enum Arrangement {
        OVER,
        BESIDE,
        DIFFERENCE,
        /** The difference of skin weights, of the chosen joint or of all. */
        WEIGHTS
    }

    public enum Style {
        SURFACE,
        WIRE,
        WEIGHTS,
        JOINTS,
        /** Of garments: how far from the body that wears them. */
        GAP,
        /** Of garments: how much longer than at rest. */
        STRETCH,
        /** Of garments: how far they may leave their skin. */
        FREEDOM,
        /** Of garments: their flat cut beside them, a colour for each panel. */
        PANELS;

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
