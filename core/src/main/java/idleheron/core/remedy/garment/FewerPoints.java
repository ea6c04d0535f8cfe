package idleheron.core.remedy.garment;

import idleheron.core.Figure;
import idleheron.core.garment.remesh.Respacing;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;

/**
 * Gives garments of one side the finest spacing at which they have no more than so many points; those that have no more, and what has two
 * sides or blend shapes, stay as they are.
 *
 * @param points at most, of each
 */
public record FewerPoints(int points) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "fewer-points",
                    FewerPoints.class,
                    Keeps.OTHERS,
                    "Gives cloth of one side the spacing at which it has no more than so many points.")
            .told("=POINTS", v -> new FewerPoints(v.whole()))
            .measured("points of garments", FewerPoints::counted);

    public FewerPoints {
        if (points < 20) {
            throw new IllegalArgumentException("at most " + points + " points; 20 or more are needed");
        }
    }

    private static String counted(Scene s) {
        return Figure.thousands(WornMeshes.of(s).stream()
                .mapToLong(g -> s.meshes().get(s.nodes().get(g).payload()).pointCount())
                .sum());
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return "Fewer points";
    }

    @Override
    public String describe() {
        return "Spaces cloth of one side so that it has no more than " + Figure.thousands(points)
                + " points; rims, seams, weights and maps stay.";
    }

    @Override
    public Scene apply(Scene scene) {
        return Respace.spaced(
                scene,
                c -> c.mesh().pointCount() <= points
                        ? c.mesh()
                        : Respacing.within(c, points).mesh());
    }
}
