package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.geometry.Weld;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.remedy.mesh.MeshParts;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;

/**
 * Makes one point of points of garments that lie together, and takes out points that no face has. The first stays where it is with its
 * weights; coordinates, normals and colours of corners stay.
 *
 * @param millimetres within which points are one
 */
public record WeldPoints(double millimetres) implements Remedy {
    private static final double MM = 1000;

    public static final RemedyType TYPE = RemedyType.of(
                    "weld-points",
                    WeldPoints.class,
                    Keeps.OTHERS,
                    say("core.remedy.garment.WeldPoints.makes-one-point-of-points-of"))
            .told("[=MM]", WeldPoints::told)
            .measured("points", WeldPoints::points);

    /** Points in one place. */
    public static final WeldPoints USUAL = new WeldPoints(MM * Cloth.ONE);

    public WeldPoints {
        if (!(millimetres > 0) || !Double.isFinite(millimetres)) {
            throw new IllegalArgumentException(
                    say("core.remedy.garment.WeldPoints.points-within-mm-it-is-above", millimetres));
        }
    }

    private static Remedy told(RemedyValue v) {
        return new WeldPoints(new RemedyValue(v.or(Double.toString(MM * Cloth.ONE)), v.place()).positive());
    }

    private static String points(Scene s) {
        return Long.toString(s.meshes().stream().mapToLong(Mesh::pointCount).sum());
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.WeldPoints.join-points-that-lie-together");
    }

    @Override
    public String describe() {
        return say("core.remedy.garment.WeldPoints.makes-one-point-of-those-within", Figure.number(millimetres));
    }

    @Override
    public Scene apply(Scene scene) {
        return WornMeshes.changed(scene, node -> welded(scene, node));
    }

    private Mesh welded(Scene s, int node) {
        Cloth c = Cloth.of(s, node);
        Weld w = Weld.of(c.surface().points(), millimetres / MM);
        if (w.keep().length == c.surface().pointCount() && c.unused() == 0) {
            return c.mesh();
        }
        int[] stands = new int[w.to().length];
        for (int p = 0; p < stands.length; p++) {
            stands[p] = w.keep()[w.to()[p]];
        }
        return MeshParts.joined(c.mesh(), stands);
    }
}
