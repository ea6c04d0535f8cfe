package idleheron.core.remedy.garment;

import idleheron.core.Figure;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomFigures;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.freedom.Shaping;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;

/**
 * Lowers freedom where it changes too fast along the cloth, and brings it within 0 and 1; what is held stays held.
 *
 * @param slope centimetres of freedom per centimetre of cloth that are left
 */
public record SoftenFreedom(double slope) implements Remedy {
    public static final SoftenFreedom USUAL = new SoftenFreedom(1);

    public static final RemedyType TYPE = RemedyType.of(
                    "soften-freedom",
                    SoftenFreedom.class,
                    Keeps.PICTURE,
                    "Lowers freedom where it changes by more than so many cm per cm of cloth.")
            .told("[=SLOPE]", v -> new SoftenFreedom(RemedyValue.of(v.or("1")).positive()))
            .measured("steepest freedom", SoftenFreedom::steepest);

    public SoftenFreedom {
        if (!(slope > 0) || !Double.isFinite(slope)) {
            throw new IllegalArgumentException("a slope of " + slope + "; it is above 0");
        }
    }

    private static String steepest(Scene s) {
        double worst = 0;
        for (int g : WornMeshes.of(s)) {
            Cloth c = Cloth.of(s, g);
            FreedomMap map = FreedomMap.of(c.mesh());
            if (map != null && c.isWhole()) {
                double length = Drape.of(s.nodes().get(g)).get(Drape.Setting.FREEDOM);
                worst = Math.max(
                        worst,
                        FreedomFigures.of(c.joined(), map.joined(c.weld()), length)
                                .steepest());
            }
        }
        return Figure.number(worst) + " cm a cm";
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return "Soften what may move";
    }

    @Override
    public String describe() {
        return "Lowers freedom until it changes by no more than " + Figure.number(slope) + " cm per cm of cloth.";
    }

    @Override
    public Scene apply(Scene scene) {
        return WornMeshes.changed(scene, g -> softened(scene, g));
    }

    private Mesh softened(Scene s, int g) {
        Cloth c = Cloth.of(s, g);
        FreedomMap map = FreedomMap.of(c.mesh());
        if (map == null || !c.isWhole()) {
            return c.mesh();
        }
        double[] v = new double[c.joined().pointCount()];
        java.util.Arrays.fill(v, Double.POSITIVE_INFINITY);
        for (int p = 0; p < map.values().length; p++) {
            double own = map.values()[p];
            int at = c.weld().to()[p];
            v[at] = Math.min(v[at], own >= 0 ? Math.min(1, own) : 0);
        }
        double length = Drape.of(s.nodes().get(g)).get(Drape.Setting.FREEDOM);
        double[] soft = Shaping.softened(c.joined(), v, length > 0 ? length : Drape.Setting.FREEDOM.usual(), slope);
        return FreedomMap.parted(c.weld(), soft).on(c.mesh());
    }
}
