package idleheron.formats.fbx.parts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.motion.Curve;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxKeyFlags;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class FbxCurveCodingTest {
    private static Curve back(Curve c, double factor) {
        FbxRecord r = FbxRecord.scope("AnimationCurve", List.of(), FbxCurveCoding.write(c, factor));
        return java.util.Objects.requireNonNull(FbxCurveCoding.read(r, FbxTime.USUAL, 1 / factor, new ArrayList<>()));
    }

    @Test
    void constantLinearAndCubicKeysComeBackWithTheirSlopes() {
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
    void runsOfEqualKeysAreCountedAndTheCountsSumToTheKeys() {
        Curve c = Curve.linear(new double[] {0, 1, 2, 3}, new double[4]);
        List<FbxRecord> r = FbxCurveCoding.write(c, 1);
        assertThat(((FbxValue.Ints) r.getLast().values().getFirst()).values()).containsExactly(4);
        assertThat(((FbxValue.Ints) r.get(4).values().getFirst()).values()).containsExactly(0x6104);
    }

    @Test
    void aFactorScalesValuesAndSlopesAlike() {
        Curve c = Curve.smooth(new double[] {0, 1, 2}, new double[] {0, 0.5, 0});
        assertThat(back(c, 100).at(0.7)).isCloseTo(c.at(0.7), within(1e-6));
    }

    @Test
    void keysOutOfOrderAreLeftOutAndNoted() {
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
    void timeModesAndRatesBelongTogether() {
        for (int mode : new int[] {1, 2, 3, 4, 5, 6, 9, 10, 11, 13, 15, 16, 17}) {
            assertThat(FbxTime.mode(FbxTime.rate(mode, -1))).isEqualTo(mode);
        }
        assertThat(FbxTime.mode(idleheron.core.time.FrameRate.nearest(12.5))).isEqualTo(14);
        assertThat(FbxTime.rate(14, 12.5).perSecond()).isEqualTo(12.5);
        assertThat(FbxTime.ticks(1.0 / 24)).isEqualTo(1_924_423_250L);
    }

    static FbxRecord curve(long[] ticks, float[] values, int[] flags, float[] data, int[] counts) {
        return FbxRecord.scope(
                "AnimationCurve",
                List.of(),
                List.of(
                        FbxRecord.leaf("KeyTime", new FbxValue.Longs(ticks)),
                        FbxRecord.leaf("KeyValueFloat", new FbxValue.Floats(values)),
                        FbxRecord.leaf("KeyAttrFlags", new FbxValue.Ints(flags)),
                        FbxRecord.leaf("KeyAttrDataFloat", new FbxValue.Floats(data)),
                        FbxRecord.leaf("KeyAttrRefCount", new FbxValue.Ints(counts))));
    }

    static long[] seconds(double... s) {
        long[] out = new long[s.length];
        for (int i = 0; i < s.length; i++) {
            out[i] = FbxTime.ticks(s[i]);
        }
        return out;
    }

    private static Curve read(FbxRecord r) {
        return java.util.Objects.requireNonNull(FbxCurveCoding.read(r, FbxTime.USUAL, 1, new ArrayList<>()));
    }

    private static double[] slopes(int flags, float... values) {
        Curve c = read(curve(seconds(0, 1, 3), values, new int[] {flags}, new float[4], new int[] {3}));
        return java.util.Objects.requireNonNull(c.leaving());
    }

    @Test
    void slopesMadeByRuleComeFromTheNeighbours() {
        int auto = FbxKeyFlags.CUBIC | FbxKeyFlags.AUTO;
        // Rises of 1 a second and then 2 a second, over one and two seconds.
        assertThat(slopes(auto | FbxKeyFlags.TIME_INDEPENDENT, 0, 1, 5)).containsExactly(0, 5 / 3.0, 0);
        // The nearer side counts more: 1 · 2/3 + 2 · 1/3.
        assertThat(slopes(auto, 0, 1, 5)[1]).isCloseTo(4 / 3.0, within(1e-9));
        // A plateau on one side is kept flat.
        assertThat(slopes(auto | FbxKeyFlags.CLAMPED, 0, 5, 5)[1]).isZero();
        assertThat(slopes(auto, 0, 5, 5)[1]).isGreaterThan(1);
        // At a peak nothing may overshoot, and on a gentle side only three times its slope.
        assertThat(slopes(auto | FbxKeyFlags.PROGRESSIVE, 0, 5, 1)[1]).isZero();
        assertThat(slopes(auto | FbxKeyFlags.PROGRESSIVE, 0, 10, 10.2f)[1]).isCloseTo(0.3, within(1e-6));
    }

    @Test
    void tensionContinuityAndBiasGiveTheSlopesOfTheirRule() {
        float[] data = {0, 0, 0, 0, 0.5f, 0.2f, -0.1f, 0, 0, 0, 0, 0};
        int tcb = FbxKeyFlags.CUBIC | FbxKeyFlags.TENSION;
        Curve c = read(
                curve(seconds(0, 1, 2), new float[] {0, 2, 3}, new int[] {tcb, tcb, tcb}, data, new int[] {1, 1, 1}));
        // 0.5/2 · (1.2 · 0.9 · 2 + 0.8 · 1.1 · 1) and 0.5/2 · (0.8 · 0.9 · 2 + 1.2 · 1.1 · 1)
        assertThat(java.util.Objects.requireNonNull(c.leaving())[1]).isCloseTo(0.76, within(1e-6));
        assertThat(java.util.Objects.requireNonNull(c.arriving())[1]).isCloseTo(0.69, within(1e-6));
    }

    @Test
    void theTwoSidesOfABrokenKeyAreReadFromTwoPlaces() {
        int hand = FbxKeyFlags.CUBIC | FbxKeyFlags.USER | FbxKeyFlags.BROKEN;
        float[] data = {1, 2, 0, 0, 3, 4, 0, 0};
        Curve c = read(curve(seconds(0, 1, 2), new float[3], new int[] {hand, hand}, data, new int[] {1, 2}));
        assertThat(c.leaving()).containsExactly(1, 3, 3);
        assertThat(c.arriving()).containsExactly(1, 2, 4);
    }

    @Test
    void aRuleThatMadeTheSlopesIsWrittenAsTheRuleAgain() {
        int auto = FbxKeyFlags.CUBIC | FbxKeyFlags.AUTO | FbxKeyFlags.PROGRESSIVE;
        Curve c = read(
                curve(seconds(0, 1, 2, 4), new float[] {0, 3, 4, 9}, new int[] {auto}, new float[4], new int[] {4}));
        List<FbxRecord> written = FbxCurveCoding.write(c, 1);
        assertThat(((FbxValue.Ints) written.get(4).values().getFirst()).values())
                .containsExactly(auto);
        // A slope that the rule does not give is written as it stands.
        java.util.Objects.requireNonNull(c.leaving())[1] += 2;
        for (int flags :
                ((FbxValue.Ints) FbxCurveCoding.write(c, 1).get(4).values().getFirst()).values()) {
            assertThat(flags & (FbxKeyFlags.AUTO | FbxKeyFlags.USER)).isEqualTo(FbxKeyFlags.USER);
        }
        assertThat(back(c, 1).at(1.2)).isCloseTo(c.at(1.2), within(1e-5));
    }

    @Test
    void lengthsOfHandlesAreSharesOf9999PackedInTwoHalves() {
        assertThat(Float.floatToRawIntBits(FbxKeyFlags.pack(1 / 3.0, 0.5))).isEqualTo(5000 << 16 | 3333);
        int f = FbxKeyFlags.CUBIC | FbxKeyFlags.USER | FbxKeyFlags.WEIGHTED_RIGHT;
        float[] data = {1, 1, FbxKeyFlags.pack(0.8, 0.1), 0};
        Curve c = read(curve(seconds(0, 1), new float[] {0, 1}, new int[] {f}, data, new int[] {2}));
        assertThat(java.util.Objects.requireNonNull(c.handles().leaving())[0]).isCloseTo(0.8f, within(1e-4f));
        assertThat(java.util.Objects.requireNonNull(c.handles().arriving())[1])
                .as("that side has no length of its own")
                .isEqualTo(1 / 3f);
        // In a text file the halves stand as one whole number.
        FbxRecord text = curve(seconds(0, 1), new float[] {0, 1}, new int[] {f}, new float[0], new int[] {2});
        List<FbxRecord> children = new ArrayList<>(text.children());
        children.set(3, FbxRecord.leaf("KeyAttrDataFloat", new FbxValue.Doubles(new double[] {
            1, 1, Float.floatToRawIntBits(data[2]), 0
        })));
        assertThat(read(text.withChildren(children)).at(0.3)).isCloseTo(c.at(0.3), within(1e-12));
    }

    @Test
    void velocitiesAreCarriedAndTold() {
        int f = FbxKeyFlags.CUBIC | FbxKeyFlags.USER | FbxKeyFlags.VELOCITY_RIGHT | FbxKeyFlags.VELOCITY_NEXT_LEFT;
        float[] data = {1, 1, FbxKeyFlags.pack(1 / 3.0, 1 / 3.0), FbxKeyFlags.pack(0.25, 0.75)};
        List<String> notes = new ArrayList<>();
        FbxRecord r = curve(seconds(0, 1), new float[] {0, 1}, new int[] {f}, data, new int[] {2});
        Curve c = java.util.Objects.requireNonNull(FbxCurveCoding.read(r, FbxTime.USUAL, 1, notes));
        assertThat(notes).singleElement().asString().contains("velocity");
        FbxValue.Floats written =
                (FbxValue.Floats) FbxCurveCoding.write(c, 1).get(5).values().getFirst();
        assertThat(Float.floatToRawIntBits(written.values()[3])).isEqualTo(Float.floatToRawIntBits(data[3]));
    }

    @Test
    void theLengthOfATickIsToldByTheHeaderOrTheVersion() {
        FbxRecord flags = FbxRecord.scope("OtherFlags", List.of(), List.of(FbxBuild.leaf("TCDefinition", 127)));
        FbxRecord header = FbxRecord.scope("FBXHeaderExtension", List.of(), List.of(flags));
        assertThat(FbxTime.of(new FbxDocument(7700, true, List.of(header), null, List.of())))
                .isEqualTo(FbxTime.USUAL);
        FbxRecord other = FbxRecord.scope("OtherFlags", List.of(), List.of(FbxBuild.leaf("TCDefinition", 0)));
        FbxTime shorter = FbxTime.of(new FbxDocument(
                7700,
                true,
                List.of(FbxRecord.scope("FBXHeaderExtension", List.of(), List.of(other))),
                null,
                List.of()));
        assertThat(shorter.seconds(141_120_000)).isEqualTo(1);
        assertThat(FbxTime.of(new FbxDocument(8000, true, List.of(), null, List.of())))
                .isEqualTo(shorter);
    }
}
