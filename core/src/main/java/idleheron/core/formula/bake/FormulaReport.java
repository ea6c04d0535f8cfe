package idleheron.core.formula.bake;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.scene.PartKey;
import java.util.List;

/**
 * What became of a plan: how many keys, and how far they are from what is written.
 *
 * @param fewest whether as few keys as keep within the tolerances were set
 * @param keys of all channels
 * @param everyFrame keys that one on every frame of every channel that moves would be
 * @param mm where a joint is farthest from where the formulas have it, millimetres
 * @param degrees where a joint is turned farthest from it
 * @param seams channels of a cyclic plan that do not close
 */
public record FormulaReport(
        String clip, boolean fewest, int keys, int everyFrame, Off mm, Off degrees, List<Seam> seams) {
    /** Under which a scene keeps it, in the order of its plans. */
    public static final PartKey<FormulaReport> KEY =
            new PartKey<>(say("core.formula.bake.FormulaReport.reports-of-motion"), FormulaReport.class);

    public FormulaReport {
        seams = List.copyOf(seams);
    }

    /** How far off, at which joint and at which frame of the clip's own rate. */
    public record Off(double value, String joint, double frame) {
        static final Off NONE = new Off(0, "", Double.NaN);

        private String told(String unit) {
            String where = joint.isEmpty()
                    ? ""
                    : say("core.formula.bake.FormulaReport.frame", Figure.exact(Figure.tenth(frame)), joint);
            return Figure.number(value) + unit + where;
        }
    }

    /**
     * A channel of a cyclic clip that ends elsewhere than it begins.
     *
     * @param channel as it is written
     * @param gap from the end to the beginning
     * @param unit of the gap: m, ° or ""
     * @param period seconds after which the formula repeats, NaN for one that does not within twice the clip
     * @param fits of all periods that the clip holds a whole number of times, the nearest, seconds; NaN with the period
     */
    public record Seam(String channel, double gap, String unit, double period, double fits) {}

    /** "23 keys in place of 194, at most 0.041 mm (frame 12, pen) and 0.008° (frame 30.5, drum) from what is written". */
    public String told() {
        return say(
                "core.formula.bake.FormulaReport.at-most-and-from-what-is",
                Wording.counted(keys, "key")
                        + (fewest
                                ? say("core.formula.bake.FormulaReport.in-place-of", everyFrame)
                                : say("core.formula.bake.FormulaReport.one-on-every-frame")),
                mm.told(" mm"),
                degrees.told("°"));
    }
}
