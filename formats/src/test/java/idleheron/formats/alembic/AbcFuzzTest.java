package idleheron.formats.alembic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Interpolation;
import idleheron.core.job.Progress;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Broken archives: those of others, and by the thousand from a fixed seed: cut, with bytes turned over, with sizes that lie. */
class AbcFuzzTest {
    private static final double SECONDS = 2;
    private static final int EACH = 200;
    private static final long[] LIES = {
        0, -1, 1, 7, 255, 65_535, 1 << 20, Integer.MAX_VALUE, Integer.MIN_VALUE, 1L << 40, Long.MIN_VALUE, 16
    };
    private int refused;
    private int read;

    @Test
    void theBrokenOnesOfOthersAreRefusedButWhereTheyAreSound() {
        for (String name : ReferenceFiles.broken()) {
            int before = refused;
            hold(name, ReferenceFiles.bytes(name));
            boolean mayPass = name.contains("c26");
            assertThat(refused > before).as(name).isEqualTo(!mayPass);
        }
    }

    @Test
    void brokenArchivesAreReadOrRefusedWithTheirPlace() {
        Random random = new Random(41);
        for (String name : ReferenceFiles.sound()) {
            byte[] sound = ReferenceFiles.bytes(name);
            for (int n = 0; n < (sound.length > 1 << 18 ? EACH / 10 : EACH); n++) {
                hold(name + " " + n, broken(sound, n, random));
            }
        }
        assertThat(refused).isGreaterThan(500);
        assertThat(read).isGreaterThan(100);
    }

    private static byte[] broken(byte[] sound, int n, Random random) {
        if (n % 5 == 0) {
            return Arrays.copyOf(sound, random.nextInt(sound.length));
        }
        byte[] out = sound.clone();
        ByteBuffer b = ByteBuffer.wrap(out).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i <= n % 3; i++) {
            int at = 8 + random.nextInt(out.length - 16);
            switch (n % 5) {
                case 1 -> out[at] ^= (byte) (1 << random.nextInt(8));
                case 2 -> b.putLong(at, LIES[random.nextInt(LIES.length)]);
                case 3 -> b.putInt(at, (int) LIES[random.nextInt(LIES.length)]);
                default -> b.putLong(at, b.getLong(8 + 8 * random.nextInt((out.length - 16) / 8)));
            }
        }
        return out;
    }

    private void hold(String name, byte[] bytes) {
        long start = System.nanoTime();
        try {
            Cache c = new AbcFormat()
                    .read(Path.of("broken.abc"), MemorySegment.ofArray(bytes), Progress.NONE)
                    .scene()
                    .caches()
                    .getFirst();
            CachePose pose = new CachePose(c);
            for (int m : pose.meshes()) {
                pose.points(m, 0.5, Interpolation.LINEAR);
            }
            read++;
        } catch (FormatException e) {
            assertThat(e.getMessage())
                    .as(name)
                    .contains("broken.abc")
                    .contains("expected")
                    .contains("found");
            refused++;
        } catch (RuntimeException e) {
            fail(name + ": " + e, e);
        }
        assertThat((System.nanoTime() - start) / 1e9).as(name).isLessThan(SECONDS);
    }
}
