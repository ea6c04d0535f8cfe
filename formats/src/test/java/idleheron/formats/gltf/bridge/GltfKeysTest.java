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
    void one_cubic_is_two_keys() {
        GltfKeys.Written w = keys(11, t -> t * t * t - 2 * t, false);
        assertThat(w.way()).isEqualTo("CUBICSPLINE");
        assertThat(w.times()).containsExactly(0, 1);
        assertThat(w.values()[1]).isZero();
        assertThat(w.values()[2]).isCloseTo(-2f, org.assertj.core.api.Assertions.within(1e-4f));
        assertThat(w.values()[3]).isCloseTo(1f, org.assertj.core.api.Assertions.within(1e-4f));
        assertThat(w.values()[4]).isCloseTo(-1f, org.assertj.core.api.Assertions.within(1e-6f));
    }

    /** A corner keeps its key, with another slope on either side. */
    @Test
    void a_corner_is_a_key() {
        GltfKeys.Written w = keys(11, t -> Math.abs(t - 0.4), false);
        assertThat(w.times()).containsExactly(0, 0.4f, 1);
        assertThat(w.values()[3]).isCloseTo(-1f, org.assertj.core.api.Assertions.within(1e-5f));
        assertThat(w.values()[5]).isCloseTo(1f, org.assertj.core.api.Assertions.within(1e-5f));
    }

    @Test
    void what_stands_still_tells_its_ends() {
        GltfKeys.Written w = keys(5, t -> 3, false);
        assertThat(w.way()).isEqualTo("LINEAR");
        assertThat(w.times()).containsExactly(0, 0.4f);
        assertThat(w.values()).containsExactly(3, 3);
        assertThat(keys(1, t -> 3, false).times()).containsExactly(0);
    }

    @Test
    void steps_are_told_where_they_are() {
        GltfKeys.Written w = keys(6, t -> t < 0.3 - 1e-9 ? 1 : 2, true);
        assertThat(w.way()).isEqualTo("STEP");
        assertThat(w.times()).containsExactly(0, 0.3f, 0.5f);
        assertThat(w.values()).containsExactly(1, 2, 2);
    }

    /** A wave is no cubic: keys remain where it bends. */
    @Test
    void a_wave_keeps_keys() {
        assertThat(keys(60, t -> Math.sin(5 * t), false).times().length).isGreaterThan(30);
    }
}
