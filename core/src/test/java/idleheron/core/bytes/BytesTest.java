package idleheron.core.bytes;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.lang.foreign.Arena;
import java.lang.foreign.MemorySegment;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BytesTest {
    @TempDir
    Path folder;

    private MemorySegment mapped(byte[] bytes, Arena arena) throws IOException {
        Path f = folder.resolve("b" + bytes.length + bytes[bytes.length - 1]);
        Files.write(f, bytes);
        try (FileChannel c = FileChannel.open(f)) {
            return c.map(FileChannel.MapMode.READ_ONLY, 0, bytes.length, arena);
        }
    }

    @Test
    void mappedMemoryGivesTheSameAsAnArrayOverSeveralPieces() throws IOException {
        byte[] bytes = new byte[200_003];
        for (int i = 0; i < bytes.length; i++) {
            bytes[i] = (byte) (i * 31 + i / 700);
        }
        byte[] other = bytes.clone();
        other[200_002]++;
        try (Arena arena = Arena.ofConfined()) {
            MemorySegment m = mapped(bytes, arena);
            CRC32 told = new CRC32();
            told.update(bytes);
            CRC32 found = new CRC32();
            Bytes.add(found, m);
            assertThat(found.getValue()).isEqualTo(told.getValue());
            CRC32 heap = new CRC32();
            Bytes.add(heap, MemorySegment.ofArray(bytes));
            assertThat(heap.getValue()).isEqualTo(told.getValue());
            assertThat(Bytes.equal(m, MemorySegment.ofArray(bytes))).isTrue();
            assertThat(Bytes.equal(m, mapped(other, arena))).isFalse();
            assertThat(Bytes.equal(MemorySegment.ofArray(bytes), MemorySegment.ofArray(other)))
                    .isFalse();
            assertThat(Bytes.equal(m, m.asSlice(0, 200_002))).isFalse();
            assertThat(Bytes.held(m).isMapped()).isFalse();
            assertThat(Bytes.held(m).mismatch(m)).isEqualTo(-1);
        }
    }
}
