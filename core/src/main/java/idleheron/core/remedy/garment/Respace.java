package idleheron.core.remedy.garment;

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
                    "Gives cloth of one side another spacing of points; borders, panels, weights and maps are kept.")
            .told("=MM", v -> new Respace(v.positive()))
            .measured("middle spacing", Respace::spacing);

    public Respace {
        if (!(millimetres > 0) || !Double.isFinite(millimetres)) {
            throw new IllegalArgumentException("a spacing of " + millimetres + " mm; it is above 0");
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
        return out + " mm";
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return "Space the points anew";
    }

    @Override
    public String describe() {
        return "Gives cloth of one side points " + Figure.number(millimetres)
                + " mm apart; rims, seams, weights and maps stay.";
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
