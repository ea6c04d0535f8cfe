package idleheron.core.character.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Stage;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Rules about unit, axes and size. */
public final class StageRules {
    private static final double SMALLEST = 0.3;
    private static final double LARGEST = 10;

    private StageRules() {}

    /** A skinned figure lower than 30 cm or higher than 10 m. */
    static void height(Facts f, @Nullable Convention c, List<Finding> out) {
        double h = f.height();
        if (!f.isSkinned() || !Double.isFinite(h) || h >= SMALLEST && h <= LARGEST) {
            return;
        }
        double times = h < SMALLEST ? 1.7 / h : h / 1.7;
        Stage s = f.scene().stage();
        String cause = Math.abs(Math.log10(times) - 2) < 0.35
                ? say(
                        "core.character.check.StageRules.the-unit-is-declared-a-hundred",
                        (h < SMALLEST
                                ? say("core.character.check.StageRules.small")
                                : say("core.character.check.StageRules.large")))
                : say("core.character.check.StageRules.the-declared-unit-of-does-not", s.unitLabel());
        out.add(Finding.of("implausible-height", Severity.BREAKS, Topic.UNITS_AND_AXES)
                .says(
                        say("core.character.check.StageRules.implausible-height"),
                        say("core.character.check.StageRules.by-its-own-unit-the-figure", Figure.number(h)))
                .measured(Figure.of(h, "m"))
                .because(cause));
    }

    /** Axes or unit other than the destination's. */
    static void convention(Facts f, @Nullable Convention c, List<Finding> out) {
        if (c == null) {
            return;
        }
        Stage s = f.scene().stage();
        double factor = s.metersPerUnit() / c.metersPerUnit();
        AxisSystem a = s.axes();
        if (a.equals(c.axes()) && Math.abs(factor - 1) < 1e-9) {
            return;
        }
        out.add(Finding.of("other-axes-or-unit", Severity.DRIFTS, Topic.UNITS_AND_AXES)
                .says(
                        say("core.character.check.StageRules.other-axes-or-unit-than-the"),
                        say(
                                "core.character.check.StageRules.the-file-is-writes",
                                a.describe(),
                                s.unitLabel(),
                                c.title(),
                                c.axes().describe(),
                                Stage.COMMON
                                        .withMetersPerUnit(c.metersPerUnit())
                                        .unitLabel()))
                .measured(Figure.of(factor, "×"))
                .mendedBy(new ConvertStage(c.axes(), c.metersPerUnit())));
    }
}
