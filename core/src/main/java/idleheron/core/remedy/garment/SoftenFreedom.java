package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomFigures;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.freedom.Shaping;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;

/**
 * Makes freedom change gently along the cloth, and brings it within 0 and 1.
 *
 * @param how lowered where it is too steep, so that what is held stays held; raised, so that what is free stays free; or made as smooth
 *     as can be between what is held and what is wholly free
 * @param slope centimetres of freedom per centimetre of cloth that are left; of no account where it is smoothed
 */
public record SoftenFreedom(How how, double slope) implements Remedy {
    /** What becomes of freedom between what is held and what is free. */
    public enum How {
        LOWER,
        RAISE,
        SMOOTH
    }

    public static final SoftenFreedom USUAL = new SoftenFreedom(How.LOWER, 1);

    private static final RemedyType LOWER = type(
                    "soften-freedom", say("core.remedy.garment.SoftenFreedom.lowers-freedom-where-it-changes-by"))
            .told("[=SLOPE]", v -> told(How.LOWER, v));
    private static final RemedyType RAISE = type(
                    "raise-freedom", say("core.remedy.garment.SoftenFreedom.raises-freedom-where-it-changes-by"))
            .told("[=SLOPE]", v -> told(How.RAISE, v));
    private static final RemedyType SMOOTH = type(
                    "smooth-freedom", say("core.remedy.garment.SoftenFreedom.makes-freedom-as-smooth-as-can"))
            .told(new SoftenFreedom(How.SMOOTH, 1));

    public static final List<RemedyType> TYPES = List.of(LOWER, RAISE, SMOOTH);

    public SoftenFreedom {
        if (!(slope > 0) || !Double.isFinite(slope)) {
            throw new IllegalArgumentException(say("core.remedy.garment.SoftenFreedom.a-slope-of-it-is-above", slope));
        }
    }

    private static RemedyType type(String code, String text) {
        return RemedyType.of(code, SoftenFreedom.class, Keeps.PICTURE, text)
                .measured(say("core.remedy.garment.SoftenFreedom.steepest-freedom"), SoftenFreedom::steepest);
    }

    private static Remedy told(How how, RemedyValue v) {
        return new SoftenFreedom(how, RemedyValue.of(v.or("1")).positive());
    }

    private static String steepest(Scene s) {
        double worst = 0;
        for (int g : WornMeshes.of(s)) {
            Cloth c = Cloth.of(s, g);
            FreedomMap map = FreedomMap.of(c.mesh());
            if (map != null && c.isWhole()) {
                double length = Drape.of(s.nodes().get(g)).freedom();
                worst = Math.max(
                        worst,
                        FreedomFigures.of(c.joined(), map.joined(c.weld()), length)
                                .steepest());
            }
        }
        return say("core.remedy.garment.SoftenFreedom.cm-per-cm", Figure.number(worst));
    }

    @Override
    public RemedyType type() {
        return TYPES.get(how.ordinal());
    }

    @Override
    public String title() {
        return switch (how) {
            case LOWER -> say("core.remedy.garment.SoftenFreedom.soften-what-may-move");
            case RAISE -> say("core.remedy.garment.SoftenFreedom.raise-what-may-move");
            case SMOOTH -> say("core.remedy.garment.SoftenFreedom.smooth-what-may-move");
        };
    }

    @Override
    public String describe() {
        String limit = say("core.remedy.garment.SoftenFreedom.freedom-until-it-changes-by-no", Figure.number(slope));
        return switch (how) {
            case LOWER -> "Lowers" + limit;
            case RAISE -> "Raises" + limit;
            case SMOOTH -> say("core.remedy.garment.SoftenFreedom.makes-freedom-as-smooth-as-can");
        };
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
        double length = Drape.of(s.nodes().get(g)).freedom();
        return FreedomMap.parted(c.weld(), shaped(c.joined(), v, length)).on(c.mesh());
    }

    private double[] shaped(TriangleMesh m, double[] v, double length) {
        return switch (how) {
            case LOWER -> Shaping.softened(m, v, length, slope);
            case RAISE -> Shaping.raised(m, v, length, slope);
            case SMOOTH -> smoothed(m, v);
        };
    }

    private static double[] smoothed(TriangleMesh m, double[] v) {
        try {
            return Shaping.smoothed(m, v);
        } catch (IllegalArgumentException e) {
            return v; // a piece of it is neither held nor wholly free anywhere: there is nothing to smooth between
        }
    }
}
