package idleheron.formats.openvdb.coding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.Objects;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BloscTest {
    /** What the buffers of the resource were made from. */
    private static byte[] plain() {
        byte[] out = new byte[10_000];
        for (int i = 0; i < out.length; i++) {
            out[i] = (byte) (i / 7 % 31 + (i % 13 == 0 ? i / 100 : 0));
        }
        return out;
    }

    private static byte[] resource(String name) throws IOException {
        try (InputStream in = BloscTest.class.getResourceAsStream("/openvdb/blosc/" + name)) {
            return Objects.requireNonNull(in, name).readAllBytes();
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"blosclz", "lz4", "lz4hc", "zlib", "zstd"})
    void unpacksWhatTheReferenceCoderPacked(String coder) throws Exception {
        for (String kind : new String[] {"4_shuffled", "4_plain", "8_shuffled"}) {
            byte[] packed = resource(coder + "_" + kind + ".bin");
            byte[] out = new byte[10_000];
            new Blosc().unpack(packed, packed.length, out, out.length);
            assertThat(out).as(coder + " " + kind).isEqualTo(plain());
        }
    }

    @Test
    void unpacksWhatItPacks() throws BloscException {
        Random random = new Random(3);
        for (int size : new int[] {0, 1, 3, 4, 17, 511, 512, 2048, 2050, 6144}) {
            for (boolean noise : new boolean[] {false, true}) {
                byte[] in = new byte[size];
                if (noise) {
                    random.nextBytes(in);
                }
                byte[] packed = new byte[Blosc.room(size)];
                int n = new Blosc().pack(in, size, packed);
                assertThat(n).isLessThanOrEqualTo(size + Blosc.HEADER);
                byte[] out = new byte[size];
                new Blosc().unpack(packed, n, out, size);
                assertThat(out).isEqualTo(in);
            }
        }
    }

    @Test
    void refusesABufferThatIsCutOrLies() throws BloscException {
        byte[] in = plain();
        byte[] packed = new byte[Blosc.room(in.length)];
        int n = new Blosc().pack(in, in.length, packed);
        byte[] out = new byte[in.length];
        assertThatThrownBy(() -> new Blosc().unpack(Arrays.copyOf(packed, n - 9), n - 9, out, out.length))
                .isInstanceOf(BloscException.class)
                .hasMessageContaining("bytes packed");
        assertThatThrownBy(() -> new Blosc().unpack(packed, n, out, 9_999)).isInstanceOf(BloscException.class);
        byte[] split = packed.clone();
        split[16] = 127;
        split[17] = 127;
        assertThatThrownBy(() -> new Blosc().unpack(split, n, out, out.length)).isInstanceOf(BloscException.class);
    }
}
