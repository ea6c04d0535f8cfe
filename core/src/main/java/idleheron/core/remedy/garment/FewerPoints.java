package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

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
                    say("core.remedy.garment.FewerPoints.gives-cloth-of-one-side-the"))
            .told("=POINTS", v -> new FewerPoints(v.whole()))
            .measured(say("core.remedy.garment.FewerPoints.points-of-garments"), FewerPoints::counted);

    public FewerPoints {
        if (points < 20) {
            throw new IllegalArgumentException(
                    say("core.remedy.garment.FewerPoints.at-most-points-20-or-more", points));
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
        return say("core.remedy.garment.FewerPoints.fewer-points");
    }

    @Override
    public String describe() {
        return say("core.remedy.garment.FewerPoints.spaces-cloth-of-one-side-so", Figure.thousands(points));
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
