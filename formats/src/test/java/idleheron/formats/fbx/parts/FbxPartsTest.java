package idleheron.formats.fbx.parts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.motion.Curve;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxKeyFlags;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Names of objects and bounds, and slopes at the ends of curves. */
class FbxPartsTest {
    private static String tag(String stored) {
        FbxRecord r = FbxRecord.scope(
                "Constraint", List.of(new FbxValue.Int64(1), new FbxValue.Text(stored), FbxBuild.text("")), List.of());
        return new FbxObjects.Item(1, "Constraint", "n", "", r).tag();
    }

    @Test
    void theClassOfAnObjectStandsBehindItsNameOrBeforeIt() {
        assertThat(tag("tie\0\1Aim")).isEqualTo("Aim");
        assertThat(tag("\0\1Aim")).isEqualTo("Aim");
        assertThat(tag("Aim::tie")).isEqualTo("Aim");
        assertThat(tag("::tie")).isEmpty();
        assertThat(tag("tie")).isEqualTo("Constraint");
    }

    @Test
    void everyBoundHasItsName() {
        assertThat(FbxLimits.names())
                .hasSize(27)
                .contains("TranslationActive", "RotationMin", "RotationMinX", "ScalingMaxZ", "TranslationMaxY")
                .doesNotContain("ScalingMin[");
    }

    private static FbxRecord curve(double[] seconds, float[] values, int[] flags, float... data) {
        int[] counts = new int[flags.length];
        Arrays.fill(counts, 1);
        return FbxCurveCodingTest.curve(FbxCurveCodingTest.seconds(seconds), values, flags, data, counts);
    }

    /** At an end the span is the one that there is; of a single key it is a second. */
    @Test
    void tensionAtTheEndsOfACurve() {
        int tcb = FbxKeyFlags.CUBIC | FbxKeyFlags.TENSION;
        float[] data = {0.5f, 0.5f, 0.25f, 0, 0.5f, 0.5f, 0.25f, 0, 0.5f, 0.5f, 0.25f, 0};
        Curve c = Objects.requireNonNull(FbxCurveCoding.read(
                curve(new double[] {0, 2, 6}, new float[] {1, 5, 6}, new int[] {tcb, tcb, tcb}, data),
                FbxTime.USUAL,
                1,
                new ArrayList<>()));
        double[] out = Objects.requireNonNull(c.leaving());
        double[] in = Objects.requireNonNull(c.arriving());
        // first: only the rise after it, 0.25 · 0.5 · 0.75 · 4 over 2 seconds, and 0.25 · 1.5 · 0.75 · 4
        assertThat(out[0]).isCloseTo(0.25 * 0.5 * 0.75 * 4 / 2, within(1e-6));
        assertThat(in[0]).isCloseTo(0.25 * 1.5 * 0.75 * 4 / 2, within(1e-6));
        // in the middle over the mean of 2 and 4 seconds
        assertThat(out[1]).isCloseTo((0.25 * 1.5 * 1.25 * 4 + 0.25 * 0.5 * 0.75 * 1) / 3, within(1e-6));
        assertThat(in[1]).isCloseTo((0.25 * 0.5 * 1.25 * 4 + 0.25 * 1.5 * 0.75 * 1) / 3, within(1e-6));
        // last: only the rise before it, over 4 seconds
        assertThat(out[2]).isCloseTo(0.25 * 1.5 * 1.25 * 1 / 4, within(1e-6));
        assertThat(in[2]).isCloseTo(0.25 * 0.5 * 1.25 * 1 / 4, within(1e-6));
    }

    private static int[] ints(List<FbxRecord> written, int at) {
        return ((FbxValue.Ints) written.get(at).values().getFirst()).values();
    }

    /** Keys that say the same are told once; of two runs each has its own numbers. */
    @Test
    void runsOfKeysEachWithItsNumbers() {
        Curve c = new Curve(
                new double[] {0, 1, 2, 3, 4},
                new double[] {0, 1, 2, 3, 4},
                new byte[] {Curve.LINEAR, Curve.LINEAR, Curve.CUBIC, Curve.CUBIC, Curve.CUBIC},
                new double[] {1, 1, 1, 2, 2},
                new double[] {1, 1, 1, 1, 2});
        List<FbxRecord> w = FbxCurveCoding.write(c, 1);
        int[] counts = ints(w, 6);
        float[] data = ((FbxValue.Floats) w.get(5).values().getFirst()).values();
        assertThat(counts).containsExactly(2, 1, 1, 1);
        assertThat(data).hasSize(16);
        assertThat(new float[] {data[4], data[5], data[8], data[9], data[12]}).containsExactly(1, 1, 2, 2, 2);
    }

    /** A rule gives slopes of what is written, with the factor in it. */
    @ParameterizedTest
    @CsvSource({"1", "100"})
    void aRuleHoldsForWhatIsWritten(double factor) {
        int auto = FbxKeyFlags.CUBIC | FbxKeyFlags.AUTO;
        Curve c = Objects.requireNonNull(FbxCurveCoding.read(
                curve(new double[] {0, 1, 3}, new float[] {0, 1, 5}, new int[] {auto, auto, auto}, new float[12]),
                FbxTime.USUAL,
                1,
                new ArrayList<>()));
        assertThat(ints(FbxCurveCoding.write(c, factor), 4)).containsExactly(auto);
    }

    @Test
    void aVelocityCountsForCubicKeysOnly() {
        List<String> notes = new ArrayList<>();
        int told = FbxKeyFlags.LINEAR | FbxKeyFlags.VELOCITY_RIGHT;
        FbxCurveCoding.read(
                curve(new double[] {0, 1}, new float[] {0, 1}, new int[] {told, told}, new float[8]),
                FbxTime.USUAL,
                1,
                notes);
        assertThat(notes).isEmpty();
        FbxCurveCoding.read(
                curve(
                        new double[] {0, 1},
                        new float[] {0, 1},
                        new int[] {told, FbxKeyFlags.CUBIC | FbxKeyFlags.VELOCITY_RIGHT},
                        new float[8]),
                FbxTime.USUAL,
                1,
                notes);
        assertThat(notes).hasSize(1);
    }
}
