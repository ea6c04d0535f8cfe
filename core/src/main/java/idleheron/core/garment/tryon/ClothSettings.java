package idleheron.core.garment.tryon;

import static idleheron.core.Messages.say;

import idleheron.core.garment.freedom.Drape;

/**
 * How cloth is tried on.
 *
 * @param stretch compliance along edges, m/N
 * @param bend compliance across edges, m/N
 * @param density kg/m²
 * @param friction on the body
 * @param thickness that stays between cloth and body, metres
 * @param subSteps of a frame
 * @param tethers whether cloth is kept from growing longer than its way to what holds it
 * @param itself whether it is kept out of itself
 */
public record ClothSettings(
        double stretch,
        double bend,
        double density,
        double friction,
        double thickness,
        int subSteps,
        boolean tethers,
        boolean itself) {
    /** Of a middling cotton. */
    public static final ClothSettings USUAL = new ClothSettings(1e-7, 1e-5, 0.2, 0.3, 0.003, 20, true, false);

    private static final int MOST = 1000;

    public ClothSettings {
        if (!(stretch >= 0) || !(bend >= 0) || !(density > 0) || !(friction >= 0) || !(thickness >= 0)) {
            throw new IllegalArgumentException(say(
                    "core.garment.tryon.ClothSettings.cloth-with-stretch-bend-density-friction",
                    stretch,
                    bend,
                    density,
                    friction,
                    thickness));
        }
        if (subSteps < 1 || subSteps > MOST) {
            throw new IllegalArgumentException(say("core.garment.tryon.ClothSettings.sub-steps-1-to", subSteps, MOST));
        }
    }

    /** As the garment says, and what is usual where it says nothing plausible. */
    public static ClothSettings of(Drape d) {
        return new ClothSettings(
                said(d, Drape.Setting.STRETCH),
                said(d, Drape.Setting.BEND),
                said(d, Drape.Setting.DENSITY),
                said(d, Drape.Setting.FRICTION),
                said(d, Drape.Setting.THICKNESS),
                (int) Math.round(said(d, Drape.Setting.SUB_STEPS)),
                true,
                false);
    }

    private static double said(Drape d, Drape.Setting s) {
        return s.isPlausible(d.get(s)) ? d.get(s) : s.usual();
    }

    public ClothSettings withSubSteps(int value) {
        return new ClothSettings(stretch, bend, density, friction, thickness, value, tethers, itself);
    }

    public ClothSettings withThickness(double value) {
        return new ClothSettings(stretch, bend, density, friction, value, subSteps, tethers, itself);
    }

    public ClothSettings withoutTethers() {
        return new ClothSettings(stretch, bend, density, friction, thickness, subSteps, false, itself);
    }

    public ClothSettings withItself(boolean value) {
        return new ClothSettings(stretch, bend, density, friction, thickness, subSteps, tethers, value);
    }
}
