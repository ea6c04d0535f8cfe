package idleheron.core.cache;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.lang.foreign.MemorySegment;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Where samples lie, and when. */
class SamplesTest {
    private static Samples of(double... values) {
        return Samples.doubles(
                1,
                true,
                Caches.TIMES,
                java.util.Arrays.stream(values).mapToObj(v -> new double[] {v}).toList());
    }

    @Test
    void runsAtBothEndsAreKeptOnce() {
        Samples a = of(5, 5, 5, 6, 6, 6);
        assertThat(List.of(a.count(), a.first(), a.last(), a.slots())).containsExactly(6, 3, 3, 2);
        Samples b = of(1, 1, 2, 3, 3, 4, 4, 4);
        assertThat(List.of(b.count(), b.first(), b.last(), b.slots())).containsExactly(8, 2, 5, 5);
        for (int i = 0; i < 8; i++) {
            assertThat(b.doubles(i)).containsExactly(new double[] {1, 1, 2, 3, 3, 4, 4, 4}[i]);
        }
        assertThat(of(7, 7, 7).constant()).isTrue();
        assertThat(of(7, 7, 7).slots()).isEqualTo(1);
    }

    @Test
    void pickingKeepsWhatIsEqualTogether() {
        Samples s = of(1, 2, 3, 3, 4).pick(4, i -> new int[] {0, 0, 2, 3}[i], Caches.TIMES);
        assertThat(List.of(s.count(), s.first(), s.last())).containsExactly(4, 2, 3);
        assertThat(s.doubles(3)).containsExactly(3);
        assertThat(s.settled().last()).isEqualTo(2);
    }

    @Test
    void changesThatContradictTheCountAreRefused() {
        assertThatThrownBy(
                        () -> new Samples(new Samples.Layout(ElementType.INT8, 1, true), 3, 2, 1, Caches.TIMES, none()))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(
                        () -> new Samples(new Samples.Layout(ElementType.INT8, 1, true), 3, 1, 3, Caches.TIMES, none()))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("last changed 3");
    }

    private static Samples.Source none() {
        return new Samples.Source() {
            @Override
            public MemorySegment bytes(int slot) {
                return MemorySegment.NULL;
            }

            @Override
            public long[] shape(int slot) {
                return new long[] {0};
            }
        };
    }

    @Test
    void everyNumberIsReadAsItIs() {
        byte[] b = {(byte) 0xff, (byte) 0xff, 0x00, 0x3c};
        MemorySegment m = MemorySegment.ofArray(b);
        assertThat(one(ElementType.UINT16, m)).containsExactly(65_535, 0x3c00);
        assertThat(one(ElementType.INT16, m)).containsExactly(-1, 0x3c00);
        assertThat(one(ElementType.FLOAT16, m)[1]).isEqualTo(1);
        assertThat(one(ElementType.UINT8, m)).containsExactly(255, 255, 0, 60);
        assertThat(one(ElementType.INT8, m)).containsExactly(-1, -1, 0, 60);
        assertThat(one(ElementType.UINT32, m)).containsExactly(0x3c00ffffL);
        assertThat(Samples.text("Röhricht").string()).isEqualTo("Röhricht");
    }

    private static double[] one(ElementType type, MemorySegment m) {
        return Samples.computed(new Samples.Layout(type, 1, false), 1, TimeSampling.STILL, i -> m)
                .doubles(0);
    }

    @Test
    void timesAreUniformCyclicOrStored() {
        TimeSampling cyclic = new TimeSampling(1, new double[] {0, 0.25});
        assertThat(cyclic.kind()).isEqualTo("cyclic");
        assertThat(cyclic.times(5)).containsExactly(0, 0.25, 1, 1.25, 2);
        assertThat(cyclic.floor(1.2, 5)).isEqualTo(2);
        assertThat(cyclic.nearest(1.2, 5)).isEqualTo(3);
        TimeSampling acyclic = TimeSampling.acyclic(new double[] {1, 1.5, 4});
        assertThat(acyclic.floor(0, 3)).isZero();
        assertThat(acyclic.floor(3.99, 3)).isEqualTo(1);
        assertThat(acyclic.floor(9, 3)).isEqualTo(2);
        assertThat(TimeSampling.of(new double[] {1, 2, 3}).isUniform()).isTrue();
        assertThat(TimeSampling.of(new double[] {1, 2, 4}).isAcyclic()).isTrue();
        assertThat(Caches.TIMES.shifted(1).time(2)).isEqualTo(1 + 3 / 24.0);
    }

    @Test
    void metadataLoseWhatWouldBreakThem() {
        assertThat(Meta.of("b", "x;y=z", "a", "1", "c", "").text()).isEqualTo("a=1;b=x y z");
        assertThat(new Meta("a=1;a=2;").get("a")).isEqualTo("1");
        assertThat(new Meta("a=1").with("b", "2").text()).isEqualTo("a=1;b=2");
    }

    /** Names as archives write them, and which of them are floating point numbers or text. */
    @Test
    void typesOfElementsByTheirNames() {
        assertThat(java.util.Arrays.stream(ElementType.values()).map(ElementType::podName))
                .contains(
                        "bool_t",
                        "uint8_t",
                        "int32_t",
                        "uint64_t",
                        "float16_t",
                        "float32_t",
                        "float64_t",
                        "string",
                        "wstring")
                .doesNotHaveDuplicates();
        for (ElementType t : ElementType.values()) {
            assertThat(t.isReal()).as(t.id()).isEqualTo(t.id().startsWith("float"));
            assertThat(t.isText()).as(t.id()).isEqualTo(t.id().endsWith("string"));
        }
    }
}
