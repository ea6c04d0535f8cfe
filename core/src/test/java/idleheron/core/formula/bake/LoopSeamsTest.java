package idleheron.core.formula.bake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.formula.Easing;
import idleheron.core.formula.MotionPlan;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LoopSeamsTest {
    private static List<FormulaReport.Seam> of(MotionPlan p) {
        return LoopSeams.of(BoundPlan.of(Plans.cyclic(p), Plans.figure()));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "30 * sin(360 * u)",
                "30 * sin(270 * t)",
                "30 * sin(90 * t) + 5 * cos(270 * t)",
                "abs(sin(45 * t))",
                "7",
                "90 * t",
                "360 * u + 10 * sin(360 * u)",
                "mod(t, 2)",
                "20 * sin(-720 * u + 30)"
            })
    void whatClosesIsSilent(String formula) {
        assertThat(of(Plans.of(4, "arm.turn.z", formula))).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "30 * sin(100 * t), 3.6, 4, 19.28",
        "30 * sin(225 * t), 1.6, 2, 0",
        "100 * t, 3.6, 4, 40",
        "10 * sin(120 * t) + 3 * sin(240 * t), 3, 4, 6.06",
        "'mod(50 * t, 90)', 1.8, 2, 20"
    })
    void thePeriodIsFoundAndTheOneThatFits(String formula, double period, double fits, double gap) {
        List<FormulaReport.Seam> s = of(Plans.of(4, "arm.turn.z", formula));
        assertThat(s).hasSize(1);
        assertThat(s.getFirst().period()).isCloseTo(period, within(1e-6));
        assertThat(s.getFirst().fits()).isCloseTo(fits, within(1e-6));
        assertThat(s.getFirst().gap()).isCloseTo(gap, within(0.1));
        assertThat(s.getFirst().unit()).isEqualTo("°");
    }

    @Test
    void theGapIsFromEndToBeginning() {
        FormulaReport.Seam s =
                of(Plans.of(4, "post.move.y", "0.3 * sin(100 * t)")).getFirst();
        assertThat(s.gap()).isCloseTo(0.3 * Math.sin(Math.toRadians(400)), within(1e-9));
        assertThat(s.channel()).isEqualTo("post.move.y");
        assertThat(s.unit()).isEqualTo("m");
    }

    @Test
    void whatGoesOnForEverHasNoPeriod() {
        FormulaReport.Seam s = of(Plans.of(4, "post.move.y", "0.1 * t")).getFirst();
        assertThat(s.gap()).isCloseTo(0.4, within(1e-9));
        assertThat(s.period()).isNaN();
        assertThat(s.fits()).isNaN();
    }

    @Test
    void keysOnlyHaveToMeet() {
        assertThat(of(Plans.keyed(2, "arm.turn.z", Easing.LINEAR, 0, 5, 1, 40, 2, 5)))
                .isEmpty();
        assertThat(of(Plans.keyed(2, "arm.turn.z", Easing.LINEAR, 0, 5, 1, 40, 2, 365)))
                .isEmpty();
        assertThat(of(Plans.keyed(2, "arm.turn.z", Easing.LINEAR, 0, 5, 2, 15))
                        .getFirst()
                        .gap())
                .isCloseTo(10, within(1e-9));
    }

    @Test
    void aClipThatIsPlayedOnceIsNotAsked() {
        assertThat(LoopSeams.of(BoundPlan.of(Plans.of(4, "arm.turn.z", "33 * t"), Plans.figure())))
                .isEmpty();
    }
}
