package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.Curve;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class FbxCurveCodingTest {
    private static Curve back(Curve c, double factor) {
        FbxRecord r = FbxRecord.scope("AnimationCurve", List.of(), FbxCurveCoding.write(c, factor));
        return java.util.Objects.requireNonNull(FbxCurveCoding.read(r, FbxTime.USUAL, 1 / factor, new ArrayList<>()));
    }

    @Test
    void constant_linear_and_cubic_keys_come_back_with_their_slopes() {
        Curve c = new Curve(
                new double[] {0, 0.5, 1, 1.5},
                new double[] {1, 2, 4, 8},
                new byte[] {Curve.CONSTANT, Curve.LINEAR, Curve.CUBIC, Curve.LINEAR},
                new double[] {0, 0, 3, 0},
                new double[] {0, 0, 0, -2});
        Curve b = back(c, 1);
        assertThat(b.modes()).isEqualTo(c.modes());
        assertThat(b.values()).isEqualTo(c.values());
        for (double t = -0.1; t < 1.7; t += 0.01) {
            assertThat(b.at(t)).isCloseTo(c.at(t), within(1e-6));
        }
    }

    @Test
    void runs_of_equal_keys_are_counted_and_the_counts_sum_to_the_keys() {
        Curve c = Curve.linear(new double[] {0, 1, 2, 3}, new double[4]);
        List<FbxRecord> r = FbxCurveCoding.write(c, 1);
        assertThat(((FbxValue.Ints) r.getLast().values().getFirst()).values()).containsExactly(4);
        assertThat(((FbxValue.Ints) r.get(4).values().getFirst()).values()).containsExactly(0x6104);
    }

    @Test
    void a_factor_scales_values_and_slopes_alike() {
        Curve c = Curve.smooth(new double[] {0, 1, 2}, new double[] {0, 0.5, 0});
        assertThat(back(c, 100).at(0.7)).isCloseTo(c.at(0.7), within(1e-6));
    }

    @Test
    void keys_out_of_order_are_left_out_and_noted() {
        FbxRecord r = FbxRecord.scope(
                "AnimationCurve",
                List.of(),
                List.of(
                        FbxRecord.leaf("KeyTime", new FbxValue.Longs(new long[] {
                            0, FbxTime.TICKS, FbxTime.TICKS / 2, 2 * FbxTime.TICKS
                        })),
                        FbxRecord.leaf("KeyValueFloat", new FbxValue.Floats(new float[] {1, 2, 3, 4}))));
        List<String> notes = new ArrayList<>();
        Curve c = java.util.Objects.requireNonNull(FbxCurveCoding.read(r, FbxTime.USUAL, 1, notes));
        assertThat(c.seconds()).containsExactly(0, 1, 2);
        assertThat(notes).hasSize(1);
    }

    @Test
    void time_modes_and_rates_belong_together() {
        for (int mode : new int[] {1, 2, 3, 4, 5, 6, 9, 10, 11, 13, 15, 16, 17}) {
            assertThat(FbxTime.mode(FbxTime.rate(mode, -1))).isEqualTo(mode);
        }
        assertThat(FbxTime.mode(idleheron.core.time.FrameRate.nearest(12.5))).isEqualTo(14);
        assertThat(FbxTime.rate(14, 12.5).perSecond()).isEqualTo(12.5);
        assertThat(FbxTime.ticks(1.0 / 24)).isEqualTo(1_924_423_250L);
    }
}
