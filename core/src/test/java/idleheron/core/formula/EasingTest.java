package idleheron.core.formula;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Objects;
import org.junit.jupiter.api.Test;

class EasingTest {
    private static double at(String easing, double share) {
        return Objects.requireNonNull(Easing.of(easing), easing).at(share);
    }

    /** By hand: with s = 1/2, "ease-in-out" has x = 3/8·0.42 + 3/8·0.58 + 1/8 = 1/2 and y = 3/8 + 1/8 = 1/2. */
    @Test
    void namedCurvesAreThoseOfTheStandard() {
        assertThat(at("linear", 0.3)).isEqualTo(0.3);
        assertThat(at("ease-in-out", 0.5)).isCloseTo(0.5, within(1e-12));
        // s = 1/2: x = 3/8·0.42 + 3/8 + 1/8 = 0.6575, y = 0 + 3/8 + 1/8
        assertThat(at("ease-in", 0.6575)).isCloseTo(0.5, within(1e-12));
        // s = 1/2: x = 3/8·0.58 + 1/8 = 0.3425, y = 3/8 + 1/8
        assertThat(at("ease-out", 0.3425)).isCloseTo(0.5, within(1e-12));
        // s = 1/2: x = 3/8·0.25 + 3/8·0.25 + 1/8 = 0.3125, y = 3/8·0.1 + 3/8 + 1/8 = 0.5375
        assertThat(at(" Ease ", 0.3125)).isCloseTo(0.5375, within(1e-12));
    }

    @Test
    void aCurveOfOnesOwnMayGoBeyondItsEnds() {
        // s = 1/2: x = 3/8·(0.3 + 0.7) + 1/8 = 1/2, y = 3/8·(-1 + 2) + 1/8 = 1/2
        assertThat(at("cubic-bezier(0.3, -1, 0.7, 2)", 0.5)).isCloseTo(0.5, within(1e-12));
        assertThat(at("cubic-bezier(0.3, -1, 0.7, 2)", 0.1)).isNegative();
        assertThat(at("cubic-bezier(0, 1, 1, 0)", 0)).isZero();
        assertThat(at("cubic-bezier(0, 1, 1, 0)", 1)).isEqualTo(1);
    }

    @Test
    void stairsJumpWhereTheyAreToldTo() {
        assertThat(at("step-start", 0)).isEqualTo(1);
        assertThat(at("step-end", 0.999)).isZero();
        assertThat(at("steps(4)", 0.49)).isEqualTo(0.25);
        assertThat(at("steps(4, jump-start)", 0.49)).isEqualTo(0.5);
        assertThat(at("steps(3, jump-none)", 0.5)).isEqualTo(0.5);
        assertThat(at("steps(3, jump-both)", 0.5)).isEqualTo(0.5);
        assertThat(at("steps(3, jump-both)", 0)).isEqualTo(0.25);
        assertThat(at("steps(2, end)", 1)).isEqualTo(1);
    }

    @Test
    void whatIsNoneIsNull() {
        for (String bad : new String[] {
            "",
            "bounce",
            "steps(0)",
            "steps(1, jump-none)",
            "steps(2, middle)",
            "steps(2, end, 3)",
            "steps(x)",
            "cubic-bezier(1,2,3)",
            "cubic-bezier(-0.1, 0, 1, 1)",
            "cubic-bezier(0, 0, 1.1, 1)",
            "cubic-bezier(0, NaN, 1, 1)",
            "ease(1)"
        }) {
            assertThat(Easing.of(bad)).as(bad).isNull();
        }
    }
}
