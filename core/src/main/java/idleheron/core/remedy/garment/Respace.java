package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.Spacing;
import idleheron.core.garment.remesh.Respacing;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.function.Function;

/**
 * Gives garments of one side another spacing of points; what has two sides, or blend shapes, stays as it is.
 *
 * @param millimetres that edges are to be long
 */
public record Respace(double millimetres) implements Remedy {
    private static final double MM = 1000;

    public static final RemedyType TYPE = RemedyType.of(
                    "respace",
                    Respace.class,
                    Keeps.OTHERS,
                    say("core.remedy.garment.Respace.gives-cloth-of-one-side-another"))
            .told("=MM", v -> new Respace(v.positive()))
            .measured(say("core.remedy.garment.Respace.middle-spacing"), Respace::spacing);

    public Respace {
        if (!(millimetres > 0) || !Double.isFinite(millimetres)) {
            throw new IllegalArgumentException(say("core.remedy.garment.Respace.a-spacing-of-mm-it-is", millimetres));
        }
    }

    private static String spacing(Scene s) {
        StringBuilder out = new StringBuilder();
        for (int g : WornMeshes.of(s)) {
            Cloth c = Cloth.of(s, g);
            if (c.isWhole()) {
                out.append(out.isEmpty() ? "" : ", ")
                        .append(Figure.number(MM * Spacing.of(c.joined()).median()));
            }
        }
        return say("core.remedy.garment.Respace.mm", out);
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.Respace.space-the-points-anew");
    }

    @Override
    public String describe() {
        return say("core.remedy.garment.Respace.gives-cloth-of-one-side-points", Figure.number(millimetres));
    }

    @Override
    public Scene apply(Scene scene) {
        return spaced(scene, c -> Respacing.of(c, millimetres / MM).mesh());
    }

    /** Every garment that can be spaced anew; the others stay, and the figure of the remedy says so. */
    static Scene spaced(Scene scene, Function<Cloth, Mesh> way) {
        return WornMeshes.changed(scene, g -> {
            Cloth c = Cloth.of(scene, g);
            try {
                return way.apply(c);
            } catch (IllegalArgumentException e) {
                return c.mesh(); // two sides, shapes, or no cloth
            }
        });
    }
}
