package idleheron.formats.alembic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Interpolation;
import idleheron.core.job.Progress;
import idleheron.formats.bytes.DamagedBytes;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Path;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Broken archives: those of others, and by the thousand from a fixed seed: cut, with bytes turned over, with sizes that lie. */
class AbcFuzzTest {
    private static final double SECONDS = 2;
    private static final int EACH = 200;
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
                hold(name + " " + n, DamagedBytes.of(sound, n, random));
            }
        }
        assertThat(refused).isGreaterThan(500);
        assertThat(read).isGreaterThan(100);
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
