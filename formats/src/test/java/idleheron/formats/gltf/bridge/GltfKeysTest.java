package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;

/** Which keys are written of what moves. */
class GltfKeysTest {
    private static final double STEP = 1e-4;

    private static GltfKeys.Written keys(int frames, DoubleUnaryOperator f, boolean steps) {
        double[] times = new double[frames];
        for (int i = 0; i < frames; i++) {
            times[i] = i / 10.0;
        }
        GltfKeys k = new GltfKeys(times, 1);
        for (int i = 0; i < frames; i++) {
            double[][] around = new double[5][1];
            for (int j = 0; j < 5; j++) {
                around[j][0] = f.applyAsDouble(times[i] + (j - 2) * STEP);
            }
            k.set(i, around, STEP);
        }
        return k.written(1e-6, steps);
    }

    @Test
    void oneCubicIsTwoKeys() {
        GltfKeys.Written w = keys(11, t -> t * t * t - 2 * t, false);
        assertThat(w.way()).isEqualTo("CUBICSPLINE");
        assertThat(w.times()).containsExactly(0, 1);
        assertThat(w.values()[1]).isZero();
        assertThat(w.values()[2]).isCloseTo(-2f, org.assertj.core.api.Assertions.within(1e-4f));
        assertThat(w.values()[3]).isCloseTo(1f, org.assertj.core.api.Assertions.within(1e-4f));
        assertThat(w.values()[4]).isCloseTo(-1f, org.assertj.core.api.Assertions.within(1e-6f));
    }

    /** A corner between two cubics keeps its key, with another slope on either side. */
    @Test
    void aCornerIsAKey() {
        GltfKeys.Written w = keys(11, t -> Math.abs(t - 0.4) + t * t, false);
        assertThat(w.way()).isEqualTo("CUBICSPLINE");
        assertThat(w.times()).containsExactly(0, 0.4f, 1);
        assertThat(w.values()[3]).isCloseTo(-0.2f, org.assertj.core.api.Assertions.within(1e-5f));
        assertThat(w.values()[5]).isCloseTo(1.8f, org.assertj.core.api.Assertions.within(1e-5f));
    }

    @Test
    void straightLinesAreToldAsSuch() {
        GltfKeys.Written w = keys(11, t -> Math.abs(t - 0.4), false);
        assertThat(w.way()).isEqualTo("LINEAR");
        assertThat(w.times()).containsExactly(0, 0.4f, 1);
        assertThat(w.values()).containsExactly(0.4f, 0, 0.6f);
    }

    /** A corner halfway between two frames is seen by its slopes: frames alone would draw a line through it. */
    @Test
    void aWaveBetweenFramesIsNoLine() {
        GltfKeys.Written w = keys(11, t -> Math.sin(20 * Math.PI * t), false);
        assertThat(w.way()).isEqualTo("CUBICSPLINE");
    }

    private static GltfKeys turns(java.util.function.DoubleUnaryOperator degrees) {
        double[] times = new double[11];
        GltfKeys k = GltfKeys.ofTurns(times);
        for (int i = 0; i < times.length; i++) {
            times[i] = i / 10.0;
        }
        for (int i = 0; i < times.length; i++) {
            double[][] around = new double[5][];
            for (int j = 0; j < 5; j++) {
                double a = Math.toRadians(degrees.applyAsDouble(times[i] + (j - 2) * STEP)) / 2;
                around[j] = new double[] {0, Math.sin(a), 0, Math.cos(a)};
            }
            k.set(i, around, STEP);
        }
        return k;
    }

    @Test
    void anEvenTurnIsTwoKeys() {
        GltfKeys.Written w = turns(t -> 100 * t).written(1e-6, false);
        assertThat(w.way()).isEqualTo("LINEAR");
        assertThat(w.times()).containsExactly(0, 1);
        assertThat(turns(t -> 100 * t * t).written(1e-6, false).way()).isEqualTo("CUBICSPLINE");
    }

    /** Readers take the shorter way between two keys: more than half a turn needs one between. */
    @Test
    void moreThanHalfATurnHasKeysBetween() {
        GltfKeys.Written w = turns(t -> 350 * t).written(1e-6, false);
        assertThat(w.way()).isEqualTo("LINEAR");
        assertThat(w.times()).hasSizeBetween(3, 4);
        for (int k = 4; k < w.values().length; k += 4) {
            double dot = 0;
            for (int i = 0; i < 4; i++) {
                dot += w.values()[k + i] * w.values()[k - 4 + i];
            }
            assertThat(dot).isPositive();
        }
    }

    @Test
    void whatIsDrawnStraightGoesThroughAllFrames() {
        GltfKeys.Written w = turns(t -> 100 * t * t).written(1e-6, false, true);
        assertThat(w.way()).isEqualTo("LINEAR");
        assertThat(w.times()).hasSize(11);
        assertThat(w.values()).hasSize(44);
    }

    @Test
    void whatStandsStillTellsItsEnds() {
        GltfKeys.Written w = keys(5, t -> 3, false);
        assertThat(w.way()).isEqualTo("LINEAR");
        assertThat(w.times()).containsExactly(0, 0.4f);
        assertThat(w.values()).containsExactly(3, 3);
        assertThat(keys(1, t -> 3, false).times()).containsExactly(0);
    }

    @Test
    void stepsAreToldWhereTheyAre() {
        GltfKeys.Written w = keys(6, t -> t < 0.3 - 1e-9 ? 1 : 2, true);
        assertThat(w.way()).isEqualTo("STEP");
        assertThat(w.times()).containsExactly(0, 0.3f, 0.5f);
        assertThat(w.values()).containsExactly(1, 2, 2);
    }

    /** A wave is no cubic: keys remain where it bends. */
    @Test
    void aWaveKeepsKeys() {
        assertThat(keys(60, t -> Math.sin(5 * t), false).times().length).isGreaterThan(30);
    }
}
