package idleheron.core.cache.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** A mesh of one point along x: at 0, 1, 3 and 7 at the seconds 1, 1.5, 2 and 2.5. */
class CacheTimeTest {
    private static final TimeSampling HALVES = TimeSampling.uniform(0.5, 1);

    private static Cache cache(TimeSampling times, float... x) {
        List<float[]> all = new java.util.ArrayList<>();
        for (float v : x) {
            all.add(new float[] {v, 2, 3});
        }
        CacheNode n = CacheNode.of("p", CacheKind.MESH, List.of())
                .with(ChannelSemantic.POSITIONS, Samples.floats(3, false, times, all))
                .with(ChannelSemantic.FACE_COUNTS, Samples.still(new int[0]))
                .with(ChannelSemantic.FACE_INDICES, Samples.still(new int[0]))
                .with(
                        ChannelSemantic.BOUNDS,
                        Samples.doubles(
                                6,
                                true,
                                times,
                                all.stream()
                                        .map(v -> new double[] {v[0], 2, 3, v[0], 2, 3})
                                        .toList()));
        return Caches.cache(n);
    }

    private static Cache cache() {
        return cache(HALVES, 0, 1, 3, 7);
    }

    private static Samples of(Cache c, ChannelSemantic role) {
        return Objects.requireNonNull(c.root().children().getFirst().get(role), role.toString());
    }

    private static double[] x(Cache c) {
        Samples s = of(c, ChannelSemantic.POSITIONS);
        double[] out = new double[s.count()];
        for (int i = 0; i < out.length; i++) {
            out[i] = s.doubles(i)[0];
        }
        return out;
    }

    private static double[] times(Cache c) {
        Samples s = of(c, ChannelSemantic.POSITIONS);
        return s.times().times(s.count());
    }

    @Test
    void shiftingMovesWhatMovesAndLeavesWhatHoldsForAllTimes() {
        Cache c = CacheTime.shift(cache(), 0.25);
        assertThat(times(c)).containsExactly(1.25, 1.75, 2.25, 2.75);
        assertThat(x(c)).containsExactly(0, 1, 3, 7);
        assertThat(of(c, ChannelSemantic.FACE_COUNTS).times()).isEqualTo(TimeSampling.STILL);
    }

    @Test
    void cuttingKeepsBothEnds() {
        Cache c = CacheTime.cut(cache(), 1.5, 2);
        assertThat(times(c)).containsExactly(1.5, 2);
        assertThat(x(c)).containsExactly(1, 3);
        assertThat(of(c, ChannelSemantic.POSITIONS).times().isUniform()).isTrue();
        assertThat(x(CacheTime.cut(cache(), 1.4, 2.4))).containsExactly(1, 3);
        assertThat(x(CacheTime.cut(cache(), 1.5 + 5e-7, 2 - 5e-7)))
                .as("the same moments")
                .containsExactly(1, 3);
        assertThat(x(CacheTime.cut(cache(), -9, 99))).containsExactly(0, 1, 3, 7);
        assertThat(x(CacheTime.cut(cache(), 2.5, 99))).containsExactly(7);
    }

    @Test
    void whereNoSampleIsTheOneThatHoldsAtTheStartStays() {
        Cache c = CacheTime.cut(cache(), 1.6, 1.9);
        assertThat(x(c)).containsExactly(1);
        assertThat(of(c, ChannelSemantic.POSITIONS).times()).isEqualTo(TimeSampling.STILL);
        assertThat(x(CacheTime.cut(cache(), 50, 60))).containsExactly(7);
        assertThat(x(CacheTime.cut(cache(), -2, -1))).containsExactly(0);
    }

    @Test
    void cuttingUnevenTimesKeepsThem() {
        Cache c = CacheTime.cut(cache(TimeSampling.acyclic(new double[] {1, 2, 4, 8}), 0, 1, 3, 7), 2, 8);
        assertThat(times(c)).containsExactly(2, 4, 8);
        assertThat(x(c)).containsExactly(1, 3, 7);
    }

    @Test
    void resamplingPutsPointsInBetweenAndHoldsTheRest() {
        Cache c = CacheTime.resample(cache(), new double[] {0.5, 1.25, 1.5, 2.25, 3});
        double[] x = x(c);
        assertThat(x).hasSize(5);
        assertThat(x[0]).as("before the first it holds").isEqualTo(0);
        assertThat(x[1]).isCloseTo(0.5, within(1e-6));
        assertThat(x[2]).isEqualTo(1);
        assertThat(x[3]).isCloseTo(5, within(1e-6));
        assertThat(x[4]).as("after the last it holds").isEqualTo(7);
        assertThat(c.root().children().getFirst().get(ChannelSemantic.BOUNDS))
                .as("they would be of other times")
                .isNull();
        assertThat(of(c, ChannelSemantic.FACE_COUNTS).count()).isEqualTo(1);
    }

    @Test
    void whereAnObjectStandsIsTheProductOfWhatIsAbove() {
        CacheNode inner =
                Caches.transform("b", new Matrix4d().translation(0, 2, 0), Caches.mesh("m", Caches.box(1, 0, 0, 0)));
        Cache c = Caches.cache(
                Caches.transform("a", new Matrix4d().translation(1, 0, 0).rotateZ(Math.PI / 2), inner));
        int mesh = c.entries().size() - 1;
        assertThat(c.entries().get(mesh).path()).isEqualTo("/a/b/m");
        Matrix4d m = CacheTime.world(c, mesh, 0);
        assertThat(m.m30()).isCloseTo(-1, within(1e-9));
        assertThat(m.m31()).isCloseTo(0, within(1e-9));
        assertThat(m.m01()).isCloseTo(1, within(1e-9));
    }

    /** Halves stay halves and doubles doubles, between samples as well. */
    @Test
    void placesBetweenSamplesHaveTheTypeOfTheSamples() {
        double[] at = {1.25, 1.5, 2.25};
        for (ElementType type : List.of(ElementType.FLOAT16, ElementType.FLOAT32, ElementType.FLOAT64)) {
            Samples typed = Samples.computed(new Samples.Layout(type, 3, false), 4, HALVES, i -> point(type, i));
            CacheNode n = cache().root().children().getFirst().with(ChannelSemantic.POSITIONS, typed);
            Cache c = CacheTime.resample(Caches.cache(n), at);
            assertThat(of(c, ChannelSemantic.POSITIONS).type()).isEqualTo(type);
            assertThat(x(c)).as(type.toString()).containsExactly(0.5, 1, 5);
            assertThat(of(c, ChannelSemantic.POSITIONS).doubles(0)[2]).isEqualTo(3);
            assertThat(c.root().children().getFirst().get(ChannelSemantic.BOUNDS))
                    .isNull();
        }
    }

    private static MemorySegment point(ElementType type, int sample) {
        double[] v = {new double[] {0, 1, 3, 7}[sample], 2, 3};
        ByteBuffer b = ByteBuffer.allocate(3 * type.bytes()).order(ByteOrder.LITTLE_ENDIAN);
        for (double d : v) {
            switch (type) {
                case FLOAT16 -> b.putShort(Float.floatToFloat16((float) d));
                case FLOAT32 -> b.putFloat((float) d);
                default -> b.putDouble(d);
            }
        }
        return MemorySegment.ofArray(b.array());
    }
}
