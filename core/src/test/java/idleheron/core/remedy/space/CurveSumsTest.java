package idleheron.core.remedy.space;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.motion.Curve;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class CurveSumsTest {
    private static final double[] STILL = {10, 20, 30};

    private static @Nullable Curve combine(double[] factors, double offset, @Nullable Curve... curves) {
        return CurveSums.combine(curves, STILL, factors, offset);
    }

    private static Curve sum(double[] factors, double offset, @Nullable Curve... curves) {
        return Objects.requireNonNull(combine(factors, offset, curves));
    }

    private static final Curve UP = Curve.linear(new double[] {0, 2}, new double[] {0, 10});
    private static final Curve KINK = Curve.linear(new double[] {0, 1, 2}, new double[] {0, 4, 0});
    private static final Curve ROUND = Curve.smooth(new double[] {0, 1, 3}, new double[] {0, 6, 3});

    @Test
    void ofNothingThatMovesThereIsNoCurve() {
        assertThat(combine(new double[] {1, 0, 0}, 5, null, null, null)).isNull();
        assertThat(combine(new double[] {1, 0, 0}, 5, null, UP, KINK))
                .as("what moves counts nothing")
                .isNull();
    }

    @Test
    void aCurveThatIsTakenAsItIsStaysTheSame() {
        assertThat(combine(new double[] {0, 1, 0}, 0, null, UP, null)).isSameAs(UP);
        assertThat(sum(new double[] {0, 1, 0}, 3, null, UP, null).values()).containsExactly(3, 13);
        assertThat(sum(new double[] {0, -2, 0}, 0, null, UP, null).values()).containsExactly(0, -20);
    }

    @Test
    void whatStandsStillIsAddedAtItsRestValue() {
        Curve c = sum(new double[] {1, 0.5, 0.1}, 100, null, UP, null);
        // 1·10 + 0.1·30 + 100 = 113, and half of the curve.
        assertThat(c.values()).containsExactly(113, 118);
    }

    @Test
    void aFactorThatIsOnlyRoundingCountsAsNone() {
        assertThat(combine(new double[] {1, 1e-13, -1e-13}, 0, UP, KINK, KINK)).isSameAs(UP);
        assertThat(sum(new double[] {1, 1e-11, 0}, 0, UP, KINK, null).keys()).isEqualTo(3);
    }

    @Test
    void straightCurvesAreJoinedAtTheKeysOfAll() {
        Curve c = sum(new double[] {1, 2, 0}, 1, UP, KINK, null);
        assertThat(c.seconds()).containsExactly(0, 1, 2);
        // 1 + t·5 + 2·kink
        assertThat(c.values()).containsExactly(1, 14, 11);
        assertThat(c.modes()).containsExactly(Curve.LINEAR, Curve.LINEAR, Curve.CONSTANT);
        assertThat(c.leaving()).as("nothing is bent").isNull();
        assertThat(c.at(0.5)).isCloseTo(1 + 2.5 + 4, within(1e-12));
    }

    @Test
    void stepsStaySteps() {
        Curve step = new Curve(
                new double[] {0, 1, 2},
                new double[] {0, 5, 7},
                new byte[] {Curve.CONSTANT, Curve.CONSTANT, 0},
                null,
                null);
        Curve c = sum(new double[] {1, 1, 0}, 0, step, step, null);
        assertThat(c.at(0.99)).isZero();
        assertThat(c.at(1.5)).isEqualTo(10);
        assertThat(c.at(2)).isEqualTo(14);
    }

    @Test
    void bentCurvesAreExactBetweenTheirKeysWhereTheOtherHasOne() {
        Curve c = sum(new double[] {2, -1, 0.5}, 7, ROUND, KINK, UP);
        assertThat(c.seconds()).containsExactly(0, 1, 2, 3);
        for (double t = 0; t <= 3; t += 0.05) {
            double wanted = 7 + 2 * ROUND.at(t) - KINK.at(t) + 0.5 * UP.at(t);
            assertThat(c.at(t)).as("at %s s", t).isCloseTo(wanted, within(1e-12));
        }
    }

    @Test
    void twoBentCurvesWithKeysBetweenEachOthersAreExact() {
        Curve other = Curve.smooth(new double[] {0.5, 1.7, 2.2}, new double[] {1, -3, 2});
        Curve c = sum(new double[] {1, 1, 0}, 0, ROUND, other, null);
        for (double t = 0; t <= 3; t += 0.05) {
            assertThat(c.at(t)).as("at %s s", t).isCloseTo(ROUND.at(t) + other.at(t), within(1e-12));
        }
    }

    private static Curve step(double... seconds) {
        double[] values = new double[seconds.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = 3 * i;
        }
        return new Curve(seconds, values, new byte[seconds.length], null, null);
    }

    @Test
    void aStepThatRestsWhileOthersMoveIsExact() {
        Curve late = step(0, 3.5);
        assertThat(CurveSums.canAdd(late, new Curve[] {late, ROUND, UP})).isTrue();
        Curve c = sum(new double[] {1, 1, 1}, 0, late, ROUND, UP);
        for (double t : new double[] {0, 0.4, 1, 1.2, 1.9, 2.5, 3, 3.4, 3.5}) {
            assertThat(c.at(t)).as("at %s s", t).isCloseTo(late.at(t) + ROUND.at(t) + UP.at(t), within(1e-12));
        }
    }

    @Test
    void aJumpInTheMiddleOfAWayCannotBeAdded() {
        Curve jump = step(0, 1.5);
        assertThat(CurveSums.canAdd(jump, new Curve[] {jump, UP, null})).isFalse();
        assertThat(CurveSums.canAdd(UP, new Curve[] {jump, UP, null})).isTrue();
        assertThat(CurveSums.canAdd(jump, new Curve[] {jump, step(0, 1), null}))
                .as("steps and steps")
                .isTrue();
        assertThat(CurveSums.canAdd(step(0, 2), new Curve[] {UP}))
                .as("it jumps where the other arrives")
                .isFalse();
        assertThat(CurveSums.canAdd(step(-1, 0), new Curve[] {UP}))
                .as("it jumps where the other sets out")
                .isTrue();
        Curve flat = new Curve(new double[] {0, 1.5}, new double[] {4, 4}, new byte[2], null, null);
        assertThat(CurveSums.canAdd(flat, new Curve[] {flat, UP, null}))
                .as("no jump between equal values")
                .isTrue();
    }
}
