package idleheron.formats.bytes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.Random;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** With the system's library where it is there, and with Java's own: both must do the same. */
class UnzlibTest {
    private static byte[] pack(byte[] plain, int level) {
        try (Deflater d = new Deflater(level)) {
            d.setInput(plain);
            d.finish();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            byte[] piece = new byte[5000];
            while (!d.finished()) {
                out.write(piece, 0, d.deflate(piece));
            }
            return out.toByteArray();
        }
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void numbersOfEveryWidthComeBack(boolean preferNative) throws DataFormatException {
        ByteBuffer b = ByteBuffer.allocate(8 * 50_000).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < 50_000; i++) {
            b.putDouble(Math.sin(i * 1e-3));
        }
        MemorySegment packed = MemorySegment.ofArray(pack(b.array(), 6));
        double[] doubles = new double[50_000];
        float[] floats = new float[100_000];
        int[] ints = new int[100_000];
        long[] longs = new long[50_000];
        byte[] bytes = new byte[400_000];
        try (Unzlib u = new Unzlib(preferNative)) {
            u.unpack(packed, MemorySegment.ofArray(doubles));
            u.unpack(packed, MemorySegment.ofArray(floats));
            u.unpack(packed, MemorySegment.ofArray(ints));
            u.unpack(packed, MemorySegment.ofArray(longs));
            u.unpack(packed, MemorySegment.ofArray(bytes));
        }
        assertThat(doubles[12_345]).isEqualTo(Math.sin(12.345));
        assertThat(longs[777]).isEqualTo(Double.doubleToRawLongBits(Math.sin(0.777)));
        assertThat(ints[1555]).isEqualTo((int) (longs[777] >>> 32));
        assertThat(Float.floatToRawIntBits(floats[1555])).isEqualTo(ints[1555]);
        assertThat(bytes).isEqualTo(b.array());
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void damagedShortAndLongStreamsAreRefused(boolean preferNative) throws DataFormatException {
        Random random = new Random(6);
        int kept = 0;
        try (Unzlib u = new Unzlib(preferNative)) {
            for (int i = 0; i < 1500; i++) {
                byte[] plain = new byte[20 + random.nextInt(900)];
                for (int k = 0; k < plain.length; k++) {
                    plain[k] = (byte) random.nextInt(1 + i % 200);
                }
                byte[] packed = pack(plain, 1 + i % 9);
                int cut = i % 3 == 0 ? random.nextInt(packed.length) : packed.length;
                byte[] hurt = Arrays.copyOf(packed, cut);
                if (i % 3 == 1) {
                    hurt[2 + random.nextInt(cut - 2)] ^= (byte) (1 << random.nextInt(8));
                }
                int size = plain.length + (i % 3 == 2 ? random.nextInt(9) - 4 : 0);
                byte[] out = new byte[size];
                try {
                    u.unpack(MemorySegment.ofArray(hurt), MemorySegment.ofArray(out));
                    assertThat(out).as("run " + i).isEqualTo(plain);
                    kept++;
                } catch (DataFormatException e) {
                    assertThat(e.getMessage()).isNotBlank();
                }
            }
        }
        // One in nine of the last kind keeps its size, and a few flips change nothing that counts.
        assertThat(kept).isBetween(20, 90);
    }

    @ParameterizedTest
    @ValueSource(ints = {9_999_999, 10_000_001})
    void aStreamIsWeighedWithoutBeingKept(int wrong) throws DataFormatException {
        MemorySegment bomb = MemorySegment.ofArray(pack(new byte[10_000_000], 9));
        Unzlib.weigh(bomb, 10_000_000);
        assertThatThrownBy(() -> Unzlib.weigh(bomb, wrong)).isInstanceOf(DataFormatException.class);
    }
}
