package idleheron.formats.openvdb;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.fail;

import idleheron.core.job.Progress;
import idleheron.core.volume.Grid;
import idleheron.core.volume.measure.GridStats;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.openvdb.coding.VdbFile;
import idleheron.formats.openvdb.coding.VdbReader;
import idleheron.formats.openvdb.coding.VdbRoom;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Broken files by the thousand, from fixed seeds: cut short, with bytes turned over, with sizes and offsets that lie. */
class VdbFuzzTest {
    private static final double SECONDS = 2;
    private static final int EACH = 24;
    private static final long[] LIES = {0, -1, 1, 7, 255, 65535, 1 << 20, Integer.MAX_VALUE, Integer.MIN_VALUE, 1L << 40
    };

    private int refused;
    private int read;

    @Test
    void brokenFilesAreReadOrRefusedWithTheirPlace() {
        Random random = new Random(20);
        for (String name : References.names()) {
            byte[] sound = References.bytes(name);
            for (int n = 0; n < EACH; n++) {
                hold(name + " " + n, broken(sound, n, random));
            }
        }
        assertThat(refused).isGreaterThan(500);
        assertThat(read).isGreaterThan(200);
    }

    private static byte[] broken(byte[] sound, int n, Random random) {
        if (n % 4 == 0) {
            return Arrays.copyOf(sound, random.nextInt(sound.length));
        }
        byte[] out = sound.clone();
        int reach = n % 2 == 0 ? Math.min(sound.length, 1200) : sound.length;
        for (int i = 0; i < 1 + n / 6; i++) {
            int at = random.nextInt(reach - 8);
            if (n % 4 == 1) {
                out[at] ^= (byte) (1 << random.nextInt(8));
            } else if (n % 4 == 2) {
                ByteBuffer.wrap(out).order(ByteOrder.LITTLE_ENDIAN).putInt(at, (int) LIES[random.nextInt(LIES.length)]);
            } else {
                ByteBuffer.wrap(out).order(ByteOrder.LITTLE_ENDIAN).putLong(at, LIES[random.nextInt(LIES.length)]);
            }
        }
        return out;
    }

    private void hold(String what, byte[] bytes) {
        long start = System.nanoTime();
        try {
            VdbReader reader = VdbReader.open("broken.vdb", MemorySegment.ofArray(bytes));
            List<Grid> grids = reader.grids(Progress.NONE);
            for (Grid g : grids) {
                GridStats.of(g.tree(), Progress.NONE);
            }
            for (VdbFile.Entry e : reader.file().grids()) {
                if (e.isPoints()) {
                    reader.points(e).worldPositions();
                }
            }
            read++;
        } catch (FormatException e) {
            assertThat(e.getMessage())
                    .as(what)
                    .contains("broken.vdb")
                    .contains("expected")
                    .contains("found");
            refused++;
        } catch (RuntimeException | OutOfMemoryError e) {
            fail(what + " ended in " + e, e);
        }
        assertThat((System.nanoTime() - start) / 1e9).as(what).isLessThan(SECONDS);
    }

    @Test
    void saysWhereAndWhatWasExpected() {
        byte[] sound = References.bytes("plain_zip.vdb");
        sound[8] = (byte) 130;
        assertThatThrownBy(() -> VdbReader.open("a.vdb", MemorySegment.ofArray(sound)))
                .isInstanceOf(FormatException.class)
                .hasMessage("a.vdb, byte 8: expected a file version from 220 to 225, found 130");
    }

    @Test
    void refusesATreeThatDoesNotFitIntoMemoryBeforeAllocatingIt() {
        VdbRoom room = new VdbRoom("a.vdb");
        assertThatThrownBy(() -> room.take(1L << 50, 12, "leaves"))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("byte 12")
                .hasMessageContaining("MB in memory");
    }
}
