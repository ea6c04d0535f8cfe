package idleheron.core.scene.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class CurveTest {
    private static final byte C = Curve.CUBIC;

    @Test
    void aCubicSpanIsTheHermitePolynomialOfItsSlopes() {
        // 0 to 1 over two seconds, leaving flat, arriving with 1.5 a second: p(u) = u(0 + u(3 - 3 + u(3 - 2))) = u^3.
        Curve c = new Curve(
                new double[] {0, 2}, new double[] {0, 1}, new byte[] {C, C}, new double[] {0, 0}, new double[] {0, 1.5
                });
        assertThat(c.at(1)).isCloseTo(0.125, within(1e-12));
        assertThat(c.at(1.5)).isCloseTo(0.421875, within(1e-12));
    }

    @Test
    void aCubicSpanThatDoesNotBeginAtNothing() {
        // 10 to 6 over half a second, leaving with 4 and arriving with -2 a second: m0 = 2, m1 = -1, d = -4.
        // u = 1/4: 10 + 1/4·(2 + 1/4·(-12 - 4 + 1 + 1/4·(2 - 1 + 8))) = 10 + 1/4·(2 + 1/4·(-12.75)) = 9.703125
        Curve c = new Curve(
                new double[] {1, 1.5}, new double[] {10, 6}, new byte[] {C, C}, new double[] {4, 9}, new double[] {9, -2
                });
        assertThat(c.at(1.125)).isCloseTo(9.703125, within(1e-12));
    }

    @Test
    void backwardsItIsAtEachTimeWhatItWasAtTheOppositeOne() {
        Handles weighted = new Handles(
                new float[] {0.2f, 0.4f, 0.3f, 0.5f},
                new float[] {0.6f, 0.1f, 0.7f, 0.25f},
                new int[] {1, 2, 4, 8},
                new float[] {1, 2, 3, 4, 5, 6, 7, 8});
        Curve c = new Curve(
                new double[] {1, 2, 4, 5},
                new double[] {3, -1, 2, 8},
                new byte[] {C, Curve.LINEAR, C, C},
                new double[] {2, 1, -3, 4},
                new double[] {1, -2, 5, -1},
                weighted,
                new Extrapolation(Extrapolation.Kind.SLOPE, 0),
                new Extrapolation(Extrapolation.Kind.REPEAT, -1));
        Curve back = c.reversed(6);
        for (double t = -4; t < 10; t += 0.0625) {
            assertThat(back.at(t)).as("at " + t).isCloseTo(c.at(6 - t), within(1e-9));
        }
        assertThat(back.handles().kinds()).containsExactly(8, 4, 2, 1);
        assertThat(back.handles().velocities()).containsExactly(8, 7, 6, 5, 4, 3, 2, 1);
        Curve again = back.reversed(6);
        assertThat(again.seconds()).containsExactly(c.seconds());
        assertThat(again.modes()).containsExactly(c.modes());
        assertThat(again.leaving()).containsExactly(2, 1, -3, 4);
        assertThat(again.arriving()).containsExactly(1, -2, 5, -1);
        assertThat(c.isStepped()).isFalse();
    }

    @Test
    void aStepBackwardsTakesTheNextValueAtOnce() {
        Curve step = new Curve(
                new double[] {0, 1, 2},
                new double[] {5, 7, 9},
                new byte[] {Curve.CONSTANT, Curve.NEXT, Curve.CONSTANT},
                null,
                null);
        Curve back = step.reversed(2);
        for (double t : new double[] {0, 0.25, 0.75, 1.25, 1.75, 2}) {
            assertThat(back.at(t)).as("at " + t).isEqualTo(step.at(2 - t));
        }
        assertThat(step.isStepped()).isTrue();
        // how the last key goes on is of no account
        assertThat(new Curve(new double[] {0, 1}, new double[] {0, 1}, new byte[] {C, Curve.CONSTANT}, null, null)
                        .isStepped())
                .isFalse();
    }

    @Test
    void constantSpansHoldLinearOnesGoStraightAndTheEndsStay() {
        Curve c = new Curve(
                new double[] {0, 1, 3},
                new double[] {5, 7, 11},
                new byte[] {Curve.CONSTANT, Curve.LINEAR, Curve.LINEAR},
                null,
                null);
        assertThat(c.at(0.99)).isEqualTo(5);
        assertThat(c.at(1)).isEqualTo(7);
        assertThat(c.at(2)).isEqualTo(9);
        assertThat(c.at(-4)).isEqualTo(5);
        assertThat(c.at(9)).isEqualTo(11);
        assertThat(c.keys()).isEqualTo(3);
        assertThat(c.start()).isEqualTo(0);
        assertThat(c.end()).isEqualTo(3);
    }

    @Test
    void aKeyThatTakesTheNextValueHasItFromItsOwnMomentOn() {
        Curve c = new Curve(
                new double[] {0, 1, 2},
                new double[] {5, 7, 11},
                new byte[] {Curve.LINEAR, Curve.NEXT, Curve.LINEAR},
                null,
                null);
        assertThat(c.at(0.5)).isEqualTo(6);
        assertThat(c.at(1)).isEqualTo(11);
        assertThat(c.at(1.01)).isEqualTo(11);
        assertThat(c.isSimple()).isFalse();
        assertThat(Curve.still(3).isSimple()).isTrue();
    }

    @Test
    void smoothSlopesAreThoseOfTheNeighboursAndFlatAtTheEnds() {
        Curve c = Curve.smooth(new double[] {0, 1, 3}, new double[] {2, 5, 14});
        assertThat(c.leaving()).containsExactly(0, 4, 0);
        assertThat(c.arriving()).containsExactly(0, 4, 0);
    }

    @Test
    void constantIsOneValueAndNoSlopeThatLeadsAway() {
        assertThat(Curve.still(4).isConstant()).isTrue();
        assertThat(Curve.linear(new double[] {0, 1}, new double[] {4, 4}).isConstant())
                .isTrue();
        assertThat(Curve.linear(new double[] {0, 1}, new double[] {4, 4.001}).isConstant())
                .isFalse();
        double[] flat = {0, 0};
        double[] steep = {0, 1};
        double[] times = {0, 1};
        double[] same = {4, 4};
        byte[] cubic = {C, C};
        assertThat(new Curve(times, same, cubic, flat, flat).isConstant()).isTrue();
        assertThat(new Curve(times, same, cubic, steep, flat).isConstant()).isFalse();
        assertThat(new Curve(times, same, cubic, flat, steep).isConstant()).isFalse();
    }

    @Test
    void slopesOnEitherSideOfAKey() {
        Curve c = new Curve(
                new double[] {0, 2, 3, 4},
                new double[] {0, 6, 6, 1},
                new byte[] {Curve.LINEAR, C, Curve.CONSTANT, Curve.LINEAR},
                new double[] {9, 5, 9, 9},
                new double[] {8, 8, 7, 8});
        assertThat(c.slopeInto(0)).as("nothing is before it").isEqualTo(0);
        assertThat(c.slopeOutOf(0)).isEqualTo(3);
        assertThat(c.slopeInto(1)).isEqualTo(3);
        assertThat(c.slopeOutOf(1)).isEqualTo(5);
        assertThat(c.slopeInto(2)).isEqualTo(7);
        assertThat(c.slopeOutOf(2)).isEqualTo(0);
        assertThat(c.slopeInto(3)).isEqualTo(0);
        assertThat(c.slopeOutOf(3)).as("nothing is after it").isEqualTo(0);
    }

    @Test
    void mappingCarriesTheSlopesAlong() {
        Curve whole = Curve.smooth(new double[] {0, 1, 2}, new double[] {0, 4, 0});
        Curve c = whole.mapped(-0.5, 1);
        assertThat(c.at(1)).isEqualTo(-1);
        assertThat(c.at(0.5)).isCloseTo(1 - 0.5 * whole.at(0.5), within(1e-12));
        assertThat(Curve.smooth(new double[] {0, 1, 3}, new double[] {2, 5, 14})
                        .mapped(-2, 7)
                        .leaving())
                .containsExactly(-0.0, -8, -0.0);
    }

    @Test
    void shiftingMovesTimesAndStretchingSlopesAsWell() {
        Curve c = Curve.smooth(new double[] {0, 1, 3}, new double[] {2, 5, 14});
        assertThat(c.shifted(0.5).seconds()).containsExactly(0.5, 1.5, 3.5);
        assertThat(c.shifted(0.5).at(2.25)).isEqualTo(c.at(1.75));
        Curve slow = c.stretched(2);
        assertThat(slow.seconds()).containsExactly(0, 2, 6);
        assertThat(slow.leaving()).containsExactly(0, 2, 0);
        assertThat(slow.arriving()).containsExactly(0, 2, 0);
        assertThat(slow.at(3)).isCloseTo(c.at(1.5), within(1e-12));
    }

    @Test
    void samplingKeysTheValueAtEachTime() {
        Curve c = Curve.linear(new double[] {0, 2}, new double[] {1, 5}).sampled(new double[] {-1, 0.5, 2});
        assertThat(c.seconds()).containsExactly(-1, 0.5, 2);
        assertThat(c.values()).containsExactly(1, 2, 5);
        assertThat(c.at(1.25)).isEqualTo(3.5);
    }

    @Test
    void arraysOfDifferentLengthsAreRefused() {
        assertThatThrownBy(() -> new Curve(new double[2], new double[1], new byte[2], null, null))
                .hasMessageContaining("2 times, 1 values");
        assertThatThrownBy(() -> new Curve(new double[2], new double[2], new byte[1], null, null))
                .hasMessageContaining("1 modes");
        assertThatThrownBy(() -> new Curve(new double[0], new double[0], new byte[0], null, null))
                .hasMessageContaining("0 times");
    }
}
