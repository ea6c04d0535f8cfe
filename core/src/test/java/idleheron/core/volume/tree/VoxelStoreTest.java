package idleheron.core.volume.tree;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class VoxelStoreTest {
    @ParameterizedTest
    @EnumSource(ValueType.class)
    void everyComponentOfEveryPlaceIsItsOwnAcrossArrays(ValueType t) {
        int size = VoxelStore.CHUNK + 10;
        VoxelStore s = VoxelStore.of(t, size);
        assertThat(s.type()).isEqualTo(t);
        assertThat(s.size()).isEqualTo(size);
        assertThat(s.isUniform()).isFalse();
        assertThat(s.bytes()).isEqualTo((long) size * t.bytes());
        int[] places = {0, 1, 511, VoxelStore.CHUNK - 1, VoxelStore.CHUNK, VoxelStore.CHUNK + 9};
        boolean truth = t.word() == ValueType.Word.BYTE;
        for (int p : places) {
            for (int c = 0; c < t.components(); c++) {
                s.set(p, c, truth ? p & 1 : p + 100000 * c + 1);
            }
        }
        for (int p : places) {
            for (int c = 0; c < t.components(); c++) {
                assertThat(s.get(p, c)).isEqualTo(truth ? p & 1 : p + 100000.0 * c + 1);
            }
        }
        assertThat(s.get(2, 0)).isZero();
        assertThat(s.place(VoxelStore.CHUNK + 2)).isEqualTo(2 * t.components());
        assertThat(s.offset(VoxelStore.CHUNK + 2)).isEqualTo(2L * t.bytes());
        assertThat(s.segment(VoxelStore.CHUNK).byteSize()).isEqualTo(10L * t.bytes());
        assertThat(s.segment(0).byteSize()).isEqualTo((long) VoxelStore.CHUNK * t.bytes());
    }

    @ParameterizedTest
    @EnumSource(ValueType.class)
    void aStoreOfOneValueIsOneEverywhere(ValueType t) {
        VoxelStore s = VoxelStore.uniform(t, 4096);
        s.set(17, 0, 1);
        assertThat(s.isUniform()).isTrue();
        assertThat(s.size()).isEqualTo(4096);
        assertThat(s.bytes()).isEqualTo(t.bytes());
        assertThat(s.get(4000, 0)).isEqualTo(1);
        assertThat(s.offset(4000)).isZero();
    }

    @Test
    void aSingleValueRepeatsItsLastNumber() {
        VoxelStore s = VoxelStore.single(ValueType.VEC3S, 3, 4);
        assertThat(s.get(0, 0)).isEqualTo(3);
        assertThat(s.get(0, 1)).isEqualTo(4);
        assertThat(s.get(0, 2)).isEqualTo(4);
        assertThat(VoxelStore.single(ValueType.VEC3I, 1, 2, 3).get(0, 2)).isEqualTo(3);
    }

    @Test
    void numbersAreRoundedWhereTheTypeIsWhole() {
        VoxelStore i = VoxelStore.single(ValueType.INT32, 2.6);
        assertThat(i.get(0, 0)).isEqualTo(3);
        assertThat(VoxelStore.single(ValueType.INT64, -2.6).get(0, 0)).isEqualTo(-3);
        assertThat(VoxelStore.single(ValueType.BOOL, 7).get(0, 0)).isEqualTo(1);
        assertThat(VoxelStore.single(ValueType.BOOL, 0).get(0, 0)).isZero();
        assertThat(VoxelStore.single(ValueType.FLOAT, 0.1).get(0, 0)).isEqualTo(0.1f);
        assertThat(VoxelStore.single(ValueType.DOUBLE, 0.1).get(0, 0)).isEqualTo(0.1);
    }

    @Test
    void theLengthOfAVectorAndTheSignOfANumber() {
        assertThat(VoxelStore.single(ValueType.VEC3D, 2, 3, 6).scalar(0)).isEqualTo(7);
        assertThat(VoxelStore.single(ValueType.FLOAT, -3).scalar(0)).isEqualTo(-3);
    }

    @Test
    void bitsAreThoseOfTheNumber() {
        assertThat(VoxelStore.single(ValueType.FLOAT, 1).bits(0, 0)).isEqualTo(0x3f800000L);
        assertThat(VoxelStore.single(ValueType.FLOAT, -1).bits(0, 0))
                .as("without sign")
                .isEqualTo(0xbf800000L);
        assertThat(VoxelStore.single(ValueType.DOUBLE, 1).bits(0, 0)).isEqualTo(0x3ff0000000000000L);
        assertThat(VoxelStore.single(ValueType.INT32, -1).bits(0, 0)).isEqualTo(0xffffffffL);
        assertThat(VoxelStore.single(ValueType.INT64, -1).bits(0, 0)).isEqualTo(-1L);
        assertThat(VoxelStore.single(ValueType.BOOL, 1).bits(0, 0)).isEqualTo(1);
        assertThat(VoxelStore.single(ValueType.MASK, 0).bits(0, 0)).isZero();
        VoxelStore v = VoxelStore.single(ValueType.VEC3S, 1, 2, 4);
        assertThat(v.bits(0, 1)).isEqualTo(0x40000000L);
        assertThat(v.bits(0, 2)).isEqualTo(0x40800000L);
    }

    @ParameterizedTest
    @EnumSource(ValueType.class)
    void valuesAreCopiedAndFilledWhereTold(ValueType t) {
        VoxelStore one = VoxelStore.of(t, 8);
        for (int i = 0; i < 8; i++) {
            for (int c = 0; c < t.components(); c++) {
                one.set(i, c, (i + c) % 2);
            }
        }
        VoxelStore s = VoxelStore.of(t, VoxelStore.CHUNK + 8);
        s.copy(VoxelStore.CHUNK + 2, one, 1, 3);
        for (int i = 0; i < 3; i++) {
            assertThat(s.same(VoxelStore.CHUNK + 2 + i, one, 1 + i)).isTrue();
            assertThat(s.equal(VoxelStore.CHUNK + 2 + i, one, 1 + i)).isTrue();
        }
        assertThat(s.get(VoxelStore.CHUNK + 1, 0)).isZero();
        assertThat(s.get(VoxelStore.CHUNK + 5, 0)).isZero();
        assertThat(s.same(VoxelStore.CHUNK + 2, one, 2)).isFalse();
        assertThat(s.equal(VoxelStore.CHUNK + 2, one, 2)).isFalse();

        VoxelStore f = VoxelStore.of(t, 8);
        f.fill(2, 3, one, 1);
        for (int i = 0; i < 8; i++) {
            assertThat(f.same(i, i >= 2 && i < 5 ? one : VoxelStore.of(t, 1), i >= 2 && i < 5 ? 1 : 0))
                    .as("place %d", i)
                    .isTrue();
        }
        VoxelStore even = VoxelStore.uniform(t, 100);
        even.fill(70, 1, one, 1);
        assertThat(even.same(3, one, 1)).isTrue();
    }

    @Test
    void equalAsNumbersIsNotTheSameBits() {
        VoxelStore zero = VoxelStore.single(ValueType.FLOAT, 0.0);
        VoxelStore minus = VoxelStore.single(ValueType.FLOAT, -0.0);
        assertThat(zero.same(0, minus, 0)).isFalse();
        assertThat(zero.equal(0, minus, 0)).isTrue();
        VoxelStore nan = VoxelStore.single(ValueType.FLOAT, Double.NaN);
        assertThat(nan.same(0, nan, 0)).isTrue();
        assertThat(nan.equal(0, nan, 0)).isFalse();
        VoxelStore big = VoxelStore.of(ValueType.INT64, 2);
        VoxelStore other = VoxelStore.single(ValueType.INT64, 1L << 60);
        big.set(0, 0, 1L << 60);
        big.set(1, 0, 1L << 61);
        assertThat(big.equal(0, other, 0)).isTrue();
        assertThat(big.equal(1, other, 0)).isFalse();
    }

    @ParameterizedTest
    @EnumSource(ValueType.class)
    void theNegationOfEveryType(ValueType t) {
        VoxelStore s = VoxelStore.of(t, 3);
        boolean truth = t.word() == ValueType.Word.BYTE;
        for (int c = 0; c < t.components(); c++) {
            s.set(1, c, truth ? 1 : 5 + c);
        }
        VoxelStore n = VoxelStore.negated(s, 1);
        assertThat(n.size()).isEqualTo(1);
        for (int c = 0; c < t.components(); c++) {
            assertThat(n.get(0, c)).isEqualTo(truth ? 0 : -5.0 - c);
        }
        assertThat(VoxelStore.negated(s, 2).get(0, 0)).isEqualTo(truth ? 1 : 0);
    }
}
