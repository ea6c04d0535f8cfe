package idleheron.formats.fbx.coding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.FbxBytes;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.zip.Deflater;
import org.junit.jupiter.api.Test;

/** Small files that unpack to much: what is promised is weighed before it is made. */
class FbxBombTest {
    /** A file with one array of so many doubles, whose stream is given. */
    private static byte[] oneArray(int count, byte[] stream) {
        ByteBuffer b =
                ByteBuffer.allocate(27 + 13 + 1 + 13 + stream.length + 13).order(ByteOrder.LITTLE_ENDIAN);
        b.put(FbxBinaryReader.MAGIC).putInt(7400);
        b.putInt(27 + 13 + 1 + 13 + stream.length)
                .putInt(1)
                .putInt(13 + stream.length)
                .put((byte) 1)
                .put((byte) 'V');
        b.put((byte) 'd').putInt(count).putInt(1).putInt(stream.length).put(stream);
        return b.array();
    }

    private static byte[] zeros(int bytes) {
        try (Deflater d = new Deflater(9)) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            byte[] none = new byte[1 << 20];
            byte[] piece = new byte[1 << 16];
            for (int left = bytes; left > 0; left -= none.length) {
                d.setInput(none, 0, Math.min(left, none.length));
                while (!d.needsInput()) {
                    out.write(piece, 0, d.deflate(piece));
                }
            }
            d.finish();
            while (!d.finished()) {
                out.write(piece, 0, d.deflate(piece));
            }
            return out.toByteArray();
        }
    }

    @Test
    void streamsThatUnpackToMoreThanTheySayOrThanThereIsMemoryForAreRefused() {
        byte[] packed = zeros(64 << 20);
        assertThat(packed.length).isLessThan(70_000);
        refused(oneArray(1000, packed), "expected", "found");
        refused(oneArray((64 << 17) - 1, packed), "expected", "found");
        refused(oneArray((64 << 17) + 1, packed), "expected", "found");
        refused(oneArray(Integer.MAX_VALUE - 20, packed), "expected", "found");
        assertThatCode(() -> FbxBytes.read(oneArray(64 << 17, packed)))
                .as("says the truth")
                .doesNotThrowAnyException();
        // Each of these is true, and all together are more than there is memory for.
        ByteArrayOutputStream many = new ByteArrayOutputStream();
        byte[] one = oneArray(64 << 17, packed);
        many.write(one, 0, 27);
        int size = one.length - 27 - 13;
        for (int i = 0; i < 40; i++) {
            byte[] record = java.util.Arrays.copyOfRange(one, 27, 27 + size);
            ByteBuffer.wrap(record).order(ByteOrder.LITTLE_ENDIAN).putInt(0, 27 + (i + 1) * size);
            many.write(record, 0, size);
        }
        many.write(new byte[13], 0, 13);
        refused(many.toByteArray(), "expected", "found", "MB", "memory");
    }

    /** Refused soon, with the place. */
    private static void refused(byte[] file, String... words) {
        long start = System.nanoTime();
        assertThatThrownBy(() -> FbxBytes.read(file))
                .isInstanceOf(FormatException.class)
                .hasMessageContainingAll(words);
        assertThat((System.nanoTime() - start) / 1e9).isLessThan(2);
    }
}
