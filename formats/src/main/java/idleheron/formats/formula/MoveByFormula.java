package idleheron.formats.formula;

import static idleheron.core.Messages.say;

import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.bake.FormulaTransfer;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;

/**
 * Gives a figure a clip that is written as keys and formulas; one of the same name is replaced. A figure that does not have the
 * joints stays as it is.
 *
 * @param text of the motion, as in its file
 */
public record MoveByFormula(String text) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "move-by-formula",
                    MoveByFormula.class,
                    Keeps.OTHERS,
                    say("formats.formula.MoveByFormula.gives-a-figure-a-clip-that"))
            .measured("clips", s -> Integer.toString(s.clips().size()));

    private static final String NAME = "motion.toml";

    /** @throws FormulaFault for a text that is no motion, with line and column */
    public MoveByFormula {
        plan(text);
    }

    private static MotionPlan plan(String text) {
        return MotionText.plan(NAME, text);
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("formats.formula.MoveByFormula.move-by-formula", plan(text).clip());
    }

    @Override
    public String describe() {
        return say(
                "formats.formula.MoveByFormula.makes-keys-of-the-clip-which",
                plan(text).clip());
    }

    @Override
    public Scene apply(Scene scene) {
        try {
            return scene.nodes().isEmpty() ? scene : FormulaTransfer.onto(plan(text), scene);
        } catch (FormulaFault f) {
            return scene;
        }
    }
}
