package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.motion.Curve;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfDocument;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.joml.Quaterniond;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Keys of a channel, and the turns between them. */
class GltfSamplerTest {
    private static final double HALF = Math.sqrt(0.5);

    private final List<String> notes = new ArrayList<>();

    private GltfSampler read(String way, float[] times, int width, float... values) throws IOException {
        TinyDocument d = new TinyDocument();
        int in = d.floats("SCALAR", 1, times);
        int out = d.floats(width == 4 ? "VEC4" : width == 3 ? "VEC3" : "SCALAR", width, values);
        GltfDocument doc = d.with("'animations':[{'samplers':[{'input':" + in + ",'output':" + out
                + ",'interpolation':'" + way + "'}]}]");
        return GltfSampler.read(
                doc, doc.root().list("animations").getFirst().list("samplers").getFirst(), width, notes);
    }

    @Test
    void keysWhoseTimesDoNotRiseAreLeftOutWithTheirValues() throws IOException {
        GltfSampler s = read(
                "LINEAR",
                new float[] {0, 1, 1, 0.5f, Float.NaN, 2},
                3,
                0,
                0,
                0,
                1,
                2,
                3,
                9,
                9,
                9,
                8,
                8,
                8,
                7,
                7,
                7,
                4,
                5,
                6);
        assertThat(s.times()).containsExactly(0, 1, 2);
        assertThat(s.values()).containsExactly(0, 0, 0, 1, 2, 3, 4, 5, 6);
        assertThat(notes).containsExactly("/animations/0/samplers/0: times of 3 keys do not rise; left out");
    }

    @Test
    void cubicKeysAreLeftOutWithTheirSlopes() throws IOException {
        GltfSampler s = read("CUBICSPLINE", new float[] {0, 0, 1}, 1, 1, 2, 3, 4, 5, 6, 7, 8, 9);
        assertThat(s.values()).containsExactly(1, 2, 3, 7, 8, 9);
        Curve c = s.curve(0);
        assertThat(c.at(0)).isEqualTo(2);
        assertThat(c.at(1)).isEqualTo(8);
        // 2 + 4.5 + (3 - 7) / 8
        assertThat(c.at(0.5)).isCloseTo((2 + 8) / 2.0 + (3 - 7) / 8.0, within(1e-9));
    }

    @Test
    void oneKeyStaysWhereNoTimeIsANumber() throws IOException {
        GltfSampler s = read("LINEAR", new float[] {Float.NaN, Float.NaN}, 1, 5, 6);
        assertThat(s.times()).containsExactly(0);
        assertThat(s.values()).containsExactly(5);
    }

    @ParameterizedTest
    @CsvSource({"-0.25, 1", "0, 0"})
    void aKeyBeforeTheStartIsTold(float first, int told) throws IOException {
        read("LINEAR", new float[] {first, 1}, 1, 0, 1);
        assertThat(notes)
                .hasSize(told)
                .allMatch(n -> n.equals("/animations/0/samplers/0 has a key before the start, at -0.25 s"));
    }

    @Test
    void turnsGoAlongTheShorterArcAndHoldTheirEnds() throws IOException {
        GltfSampler s =
                read("LINEAR", new float[] {1, 2, 3}, 4, 0, 0, 0, 1, 0, 0, (float) HALF, (float) HALF, 0, 0, -1, 0);
        assertThat(angle(s.turn(0))).isCloseTo(0, within(1e-4));
        assertThat(angle(s.turn(1))).isCloseTo(0, within(1e-4));
        assertThat(angle(s.turn(1.5))).isCloseTo(45, within(1e-4));
        assertThat(angle(s.turn(2))).isCloseTo(90, within(1e-4));
        assertThat(angle(s.turn(2.25))).isCloseTo(112.5, within(1e-4));
        assertThat(angle(s.turn(3))).isCloseTo(180, within(1e-4));
        assertThat(angle(s.turn(9))).isCloseTo(180, within(1e-4));
    }

    private static double angle(Quaterniond q) {
        return Math.toDegrees(2 * Math.atan2(Math.abs(q.z), Math.abs(q.w)));
    }

    /** Halfway of a cubic: the mean of the ends, and an eighth of the span times the slope out less the slope in. */
    @Test
    void cubicTurnsBendByTheirSlopes() throws IOException {
        GltfSampler s = read(
                "CUBICSPLINE",
                new float[] {0, 2},
                4,
                0,
                0,
                0,
                0,
                0,
                0,
                0,
                1,
                0.4f,
                0,
                0,
                0,
                0,
                0,
                -0.8f,
                0,
                0,
                0,
                1,
                0,
                0,
                0,
                0,
                0);
        Quaterniond q = s.turn(1);
        double[] want = {0.4 * 2 / 8, 0, 0.5 + 0.8 * 2 / 8, 0.5};
        double l = Math.sqrt(want[0] * want[0] + want[2] * want[2] + want[3] * want[3]);
        assertThat(new double[] {q.x, q.y, q.z, q.w})
                .containsExactly(new double[] {want[0] / l, 0, want[2] / l, want[3] / l}, within(1e-7));
        Quaterniond early = s.turn(0.5);
        // u = 1/4: 27/32, 9/64 · 2, 5/32, 3/64 · 2
        double[] at = {0.4 * 18 / 64, 0, 5 / 32.0 + 0.8 * 6 / 64, 27 / 32.0};
        double m = Math.sqrt(at[0] * at[0] + at[2] * at[2] + at[3] * at[3]);
        assertThat(new double[] {early.x, early.y, early.z, early.w})
                .containsExactly(new double[] {at[0] / m, 0, at[2] / m, at[3] / m}, within(1e-7));
    }

    @Test
    void whatDoesNotFitIsRefused() {
        assertThatThrownBy(() -> read("BEZIER", new float[] {0}, 1, 1))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("LINEAR, STEP or CUBICSPLINE");
        assertThatThrownBy(() -> read("CUBICSPLINE", new float[] {0, 1}, 1, 1, 2))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("6 numbers for 2 keys");
        assertThatThrownBy(() -> read("LINEAR", new float[] {0, 1}, 1, 1, 2, 3))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("2 numbers for 2 keys");
    }
}
