package idleheron.core.bake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import org.junit.jupiter.api.Test;

/** Room for a bake, in memory and on the disk. */
class RoomTest {
    private static final long LARGE = (64L << 20) + 8;

    private static void holds(MemorySegment room, long bytes) {
        assertThat(room.byteSize()).isEqualTo(bytes);
        room.set(ValueLayout.JAVA_BYTE, bytes - 1, (byte) 7);
        assertThat(room.get(ValueLayout.JAVA_BYTE, bytes - 1)).isEqualTo((byte) 7);
        assertThat(room.get(ValueLayout.JAVA_BYTE, 0)).isEqualTo(bytes == 1 ? (byte) 7 : 0);
    }

    @Test
    void smallRoomIsMemoryAndLargeRoomIsAFile() throws IOException {
        holds(Room.of(0), 1);
        holds(Room.of(40), 40);
        MemorySegment all = Room.of(LARGE - 8);
        assertThat(all.isMapped()).isFalse();
        holds(all, LARGE - 8);
        MemorySegment file = Room.of(LARGE);
        assertThat(file.isMapped()).isTrue();
        holds(file, LARGE);
    }

    @Test
    void whatTheDiskHasNotIsRefusedInMegabytes() {
        assertThatThrownBy(() -> Room.of(8L << 50))
                .isInstanceOf(IOException.class)
                .hasMessageContaining(Long.toString(8L << 30));
    }
}
