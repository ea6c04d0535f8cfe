package idleheron.formats.gltf.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

/** Packed layouts put together by hand; whole files are held against another reader elsewhere. */
class MeshoptStreamTest {
    /** Numbers of 7 bits: the lowest bit is the run, then the folded difference. */
    @Test
    void indicesGoInTwoRuns() throws Exception {
        byte[] in = {(byte) 0xD1, 5 << 3, 1, 1 | 2 << 2, 1 << 1, 0, 0, 0, 0};
        assertThat(MeshoptStream.indices(in, 4)).containsExactly(10, 0, 2, 9);
    }

    @Test
    void aHeadOfAnotherKindIsRefused() {
        byte[] in = new byte[40];
        in[0] = (byte) 0xB0;
        assertThatThrownBy(() -> MeshoptStream.vertices(in, 1, 4)).hasMessageContaining("0xa0");
        assertThatThrownBy(() -> MeshoptStream.triangles(in, 3)).hasMessageContaining("0xe0");
        assertThatThrownBy(() -> MeshoptStream.indices(in, 1)).hasMessageContaining("0xd0");
        assertThatThrownBy(() -> MeshoptStream.vertices(new byte[] {(byte) 0xA0, 1, 2}, 1, 4))
                .hasMessageContaining("packed bytes");
    }

    /** Version 0: a column of one group: a head byte with its width, then 16 values. */
    @Test
    void columnsAddUpTheirDifferences() throws Exception {
        ByteBuffer b = ByteBuffer.allocate(1 + 1 + 16 + 1 + 4 + 1 + 1 + 32);
        b.put((byte) 0xA0);
        b.put((byte) 3); // 8 bits
        for (int i = 0; i < 16; i++) {
            b.put((byte) (i == 0 ? 0 : 2)); // 0, then +1
        }
        b.put((byte) 1); // 2 bits: all 1, which is -1
        b.put(new byte[] {0x55, 0x55, 0x55, 0x55});
        b.put((byte) 0); // nothing
        b.put((byte) 0);
        byte[] tail = new byte[32];
        tail[28] = 10; // the element before the first
        tail[29] = 20;
        tail[30] = 30;
        tail[31] = 40;
        b.put(tail);
        byte[] out = MeshoptStream.vertices(b.array(), 3, 4);
        assertThat(out).containsExactly(10, 19, 30, 40, 11, 18, 30, 40, 12, 17, 30, 40);
        assertThatThrownBy(() -> MeshoptStream.vertices(Arrays.copyOf(b.array(), b.capacity() - 8), 3, 4))
                .isInstanceOf(MeshoptStream.Unfit.class);
    }

    /** Two triangles: one that stands by itself, of three new points, and one on its last edge with a new one. */
    @Test
    void trianglesShareEdges() throws Exception {
        byte[] in = new byte[1 + 2 + 16];
        in[0] = (byte) 0xE1;
        in[1] = (byte) 0xF0; // table entry 0: all new
        in[2] = 0; // the newest edge, a new point
        assertThat(MeshoptStream.triangles(in, 6)).containsExactly(0, 1, 2, 0, 2, 3);
    }

    @Test
    void filtersAreUndone() throws Exception {
        ByteBuffer q = ByteBuffer.allocate(8).order(ByteOrder.LITTLE_ENDIAN);
        q.putShort((short) 0).putShort((short) 0).putShort((short) 0).putShort((short) 0x7FFF);
        byte[] turn = q.array();
        MeshoptFilter.undo(turn, 1, 8, "QUATERNION");
        ByteBuffer t = ByteBuffer.wrap(turn).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(t.getShort(6)).isEqualTo((short) 32767); // all of it in the part that was left out
        ByteBuffer e = ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN).putInt(0xFE000003);
        byte[] number = e.array();
        MeshoptFilter.undo(number, 1, 4, "EXPONENTIAL");
        assertThat(ByteBuffer.wrap(number).order(ByteOrder.LITTLE_ENDIAN).getFloat())
                .isEqualTo(0.75f);
        byte[] up = {0, 0, 127, 9};
        MeshoptFilter.undo(up, 1, 4, "OCTAHEDRAL");
        assertThat(up).containsExactly(0, 0, 127, 9);
        byte[] below = {100, 0, 60, 5}; // 60 - 100 is below: 60, -40, -40, brought to a length of 127
        MeshoptFilter.undo(below, 1, 4, "OCTAHEDRAL");
        assertThat(below).containsExactly(92, -62, -62, 5);
        byte[] grey = {100, 0, 0, (byte) 0xFF};
        MeshoptFilter.undo(grey, 1, 4, "COLOR");
        assertThat(grey).containsExactly(100, 100, 100, -1);
        assertThatThrownBy(() -> MeshoptFilter.undo(new byte[4], 1, 4, "FOLD")).hasMessageContaining("a filter");
        assertThatThrownBy(() -> MeshoptFilter.undo(new byte[12], 1, 12, "OCTAHEDRAL"))
                .hasMessageContaining("4 or 8 bytes");
    }
}
