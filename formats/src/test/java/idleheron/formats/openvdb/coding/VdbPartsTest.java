package idleheron.formats.openvdb.coding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.volume.tree.ValueType;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Numbers of points, streams of repeats put together by hand, and the room of a file. */
class VdbPartsTest {
    private static MemorySegment bytes(int... v) {
        byte[] out = new byte[v.length];
        for (int i = 0; i < v.length; i++) {
            out[i] = (byte) v[i];
        }
        return MemorySegment.ofArray(out);
    }

    @Test
    void numbersOfPointsInEveryCodec() {
        MemorySegment raw = bytes(9, 0x00, 0x3c, 0xff, 0xff, 51, 0, 0x80);
        assertThat(VdbPointCodec.number(ValueType.FLOAT, "trnc", 0, raw, 1)).isEqualTo(1);
        assertThat(VdbPointCodec.number(ValueType.FLOAT, "fxpt16", 0.5f, raw, 3))
                .isCloseTo(0.5, within(1e-7));
        assertThat(VdbPointCodec.number(ValueType.FLOAT, "fxpt16", 0.5f, raw, 6))
                .isCloseTo(32768 / 65535.0 - 0.5, within(1e-6));
        assertThat(VdbPointCodec.number(ValueType.FLOAT, "fxpt8", 0.25f, raw, 5))
                .isCloseTo(51 / 255.0 - 0.25, within(1e-7));
        MemorySegment plain = bytes(0, 0, 0x80, 0x3f, 0xfe, 0xff, 0xff, 0xff, 0, 0, 0, 0, 0, 0, 0xf0, 0xbf);
        assertThat(VdbPointCodec.number(ValueType.FLOAT, "null", 0, plain, 0)).isEqualTo(1);
        assertThat(VdbPointCodec.number(ValueType.INT32, "null", 0, plain, 4)).isEqualTo(-2);
        assertThat(VdbPointCodec.number(ValueType.VEC3D, "null", 0, plain, 8)).isEqualTo(-1);
    }

    @ParameterizedTest
    @CsvSource({"null, 4, 8, 4", "trnc, 2, 2, 2", "fxpt16, 2, 2, 2", "fxpt8, 1, 1, 1", "own, 0, 0, 0"})
    void bytesOfANumberInEveryCodec(String codec, int single, int wide, int whole) {
        assertThat(VdbPointCodec.bytes(codec, ValueType.VEC3S)).isEqualTo(single);
        assertThat(VdbPointCodec.bytes(codec, ValueType.DOUBLE)).isEqualTo(wide);
        assertThat(VdbPointCodec.bytes(codec, ValueType.INT32)).isEqualTo(whole);
    }

    @Test
    void membersOfEveryBitOfAGroup() {
        byte[] bits = {(byte) 0b10000001, 0b00000011, 0b00000001, 0};
        assertThat(VdbPointCodec.members(bits, 0)).isEqualTo(3);
        assertThat(VdbPointCodec.members(bits, 1)).isEqualTo(1);
        assertThat(VdbPointCodec.members(bits, 2)).isZero();
        assertThat(VdbPointCodec.members(bits, 7)).isEqualTo(1);
        assertThat(VdbPointCodec.members(null, 0)).isZero();
    }

    private static byte[] unpacked(int room, int... stream) throws BloscException {
        byte[] in = new byte[stream.length + 3];
        for (int i = 0; i < stream.length; i++) {
            in[i + 2] = (byte) stream[i];
        }
        byte[] out = new byte[room + 2];
        int n = BloscLz.unpack(in, 2, stream.length, out, 1, room);
        assertThat(out[0]).isZero();
        return Arrays.copyOfRange(out, 1, 1 + n);
    }

    @Test
    void literalsAndRepeatsNearAndFar() throws BloscException {
        assertThat(unpacked(4, 3, 'a', 'b', 'c', 'd')).containsExactly('a', 'b', 'c', 'd');
        // four literals, the first with its upper bits set; then three bytes from two back
        assertThat(unpacked(8, 0xe0 | 3, 'a', 'b', 'c', 'd', 1 << 5, 1))
                .containsExactly('a', 'b', 'c', 'd', 'c', 'd', 'c');
        // a repeat of 3 + 6 + 4 bytes of the last one, then a literal
        assertThat(new String(unpacked(20, 0, 'x', 7 << 5, 4, 0, 0, 'y'), StandardCharsets.US_ASCII))
                .isEqualTo("x" + "x".repeat(13) + "y");
        // 255 says that more is added
        assertThat(unpacked(400, 0, 'x', 7 << 5, 255, 1, 0)).hasSize(1 + 3 + 6 + 255 + 1);
        // a distance of 256 + 1 + 2
        byte[] long300 = unpacked(600, long300(259));
        assertThat(long300).hasSize(300 + 3);
        assertThat(long300[300]).isEqualTo(long300[300 - 259]);
    }

    /** 300 literals that differ from their neighbours, and three bytes from a distance. */
    private static int[] long300(int distance) {
        int[] out = new int[300 + 10 + 2];
        int at = 0;
        for (int i = 0; i < 300; i++) {
            if (i % 30 == 0) {
                out[at++] = 29;
            }
            out[at++] = i % 251;
        }
        out[at++] = 1 << 5 | distance - 1 >> 8;
        out[at++] = distance - 1 & 255;
        return out;
    }

    /** All bits of the distance set: two more bytes count on from 8,192. */
    @ParameterizedTest
    @CsvSource({"8192", "8500", "9000"})
    void repeatsFromVeryFar(int distance) throws BloscException {
        int[] in = new int[9020 + 9020 / 20 + 4];
        int at = 0;
        for (int i = 0; i < 9020; i++) {
            if (i % 20 == 0) {
                in[at++] = 19;
            }
            in[at++] = i / 20 % 256;
        }
        in[at++] = 1 << 5 | 31;
        in[at++] = 255;
        in[at++] = distance - 8192 >> 8;
        in[at] = distance - 8192 & 255;
        byte[] out = unpacked(9100, in);
        assertThat(out).hasSize(9023);
        for (int k = 0; k < 3; k++) {
            assertThat(out[9020 + k]).isEqualTo(out[9020 + k - distance]);
        }
    }

    @Test
    void streamsThatLeadOutsideAreRefused() {
        assertThatThrownBy(() -> unpacked(8, 1, 'a', 'b', 1 << 5, 2))
                .isInstanceOf(BloscException.class)
                .hasMessageContaining("a repeat inside the data");
        assertThatThrownBy(() -> unpacked(4, 1, 'a', 'b', 1 << 5, 1)).hasMessageContaining("a repeat inside the data");
        assertThatThrownBy(() -> unpacked(8, 3, 'a', 'b')).hasMessageContaining("literals");
        assertThatThrownBy(() -> unpacked(2, 2, 'a', 'b', 'c')).hasMessageContaining("literals");
        assertThatThrownBy(() -> unpacked(8, 1, 'a', 'b', 1 << 5)).hasMessageContaining("more of a stream");
        assertThatThrownBy(() -> unpacked(8, 1, 'a', 'b', 7 << 5, 255)).hasMessageContaining("more of a stream");
    }

    @Test
    void aFileTakesNoMoreThanThereIs() throws FormatException {
        VdbRoom room = new VdbRoom("smoke.vdb");
        long most = Runtime.getRuntime().maxMemory() / 4 * 3;
        room.take(most / 2, 0, "tiles");
        room.take(most / 2, 0, "tiles");
        assertThatThrownBy(() -> room.take(16, 77, "voxels"))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("smoke.vdb, byte 77")
                .hasMessageContaining("voxels");
        assertThatThrownBy(() -> new VdbRoom("smoke.vdb").take(-1, 5, "tiles")).isInstanceOf(FormatException.class);
    }
}
