package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Broken files end in one clear message, soon, and without using up memory. This module's tests run with 512 MB. */
class HostileFilesTest {
    private static final ThreadMXBean CLOCK = ManagementFactory.getThreadMXBean();
    private static final double SECONDS = 2;

    @TempDir
    static Path folder;

    static byte[] bell;
    static List<int[]> heads = new ArrayList<>();

    @BeforeAll
    static void data() throws IOException {
        MadeDemo.into(folder);
        bell = Files.readAllBytes(folder.resolve(DemoData.BELL));
        heads(27, bell.length);
    }

    /** Where records start and where their packed arrays lie, {start, 0} or {data, length}; found without our reader. */
    private static void heads(int from, int end) {
        ByteBuffer b = ByteBuffer.wrap(bell).order(ByteOrder.LITTLE_ENDIAN);
        int at = from;
        while (at + 25 <= end) {
            int stop = (int) b.getLong(at);
            if (stop == 0) {
                return;
            }
            heads.add(new int[] {at, 0});
            int name = b.get(at + 24);
            int values = at + 25 + name;
            int children = values + (int) b.getLong(at + 16);
            if (b.getLong(at + 8) == 1 && "fdlibc".indexOf(b.get(values)) >= 0 && b.getInt(values + 5) == 1) {
                heads.add(new int[] {values + 13, b.getInt(values + 9)});
            }
            heads(children, stop);
            at = stop;
        }
    }

    private static MainTest.Run facts(byte[] bytes, String name) throws IOException {
        Path f = folder.resolve(name);
        Files.write(f, bytes);
        // the time that this thread works: what else the machine does is not the file's fault
        long start = CLOCK.getCurrentThreadCpuTime();
        MainTest.Run r = MainTest.run("facts", f.toString());
        assertThat((CLOCK.getCurrentThreadCpuTime() - start) / 1e9).as(name).isLessThan(SECONDS);
        return r;
    }

    private static void refused(byte[] bytes, String name) throws IOException {
        MainTest.Run r = facts(bytes, name);
        assertThat(r.status()).as(name + ": " + r.err() + r.out()).isEqualTo(3);
        assertThat(r.err()).as(name).hasLineCount(1).contains("expected").contains("found");
        assertThat(r.out()).as(name).isEmpty();
    }

    @Test
    void truncatedFilesAreRefused() throws IOException {
        Random random = new Random(11);
        // The footer is not needed, so the cut lies before it.
        int before = bell.length - 200;
        for (int i = 0; i < 70; i++) {
            int cut = i < 30 ? i : 30 + random.nextInt(before - 30);
            refused(java.util.Arrays.copyOf(bell, cut), "cut_" + cut + ".fbx");
        }
    }

    @Test
    void flippedBitsInTheStructureOrInPackedDataAreRefused() throws IOException {
        Random random = new Random(12);
        int packed = 0;
        for (int[] h : heads) {
            byte[] b = bell.clone();
            if (h[1] == 0) {
                // A high byte of the end offset, the count or the length of the values.
                b[h[0] + 8 * random.nextInt(3) + 3 + random.nextInt(4)] ^= (byte) (1 << random.nextInt(8));
            } else {
                packed++;
                b[h[0] + h[1] / 2] ^= (byte) (1 << random.nextInt(8));
                b[h[0] + h[1] - 1] ^= 0x40;
            }
            if (heads.indexOf(h) % 7 == 0 || h[1] > 0) {
                refused(b, "flip_" + h[0] + ".fbx");
            }
        }
        assertThat(packed).isGreaterThan(5);
    }

    @Test
    void bitsFlippedAnywhereNeverDoHarm() throws IOException {
        Random random = new Random(13);
        for (int i = 0; i < 120; i++) {
            byte[] b = bell.clone();
            int flips = 1 + random.nextInt(8);
            for (int k = 0; k < flips; k++) {
                b[random.nextInt(b.length)] ^= (byte) (1 << random.nextInt(8));
            }
            MainTest.Run r = facts(b, "any.fbx");
            assertThat(r.status()).as(r.err()).isIn(0, 3);
            assertThat(r.status() == 0 ? r.err() : r.out()).isEmpty();
        }
    }

    @Test
    void hugeCountsAreRefusedBeforeMemoryIsTaken() throws IOException {
        int done = 0;
        for (int[] h : heads) {
            if (h[1] > 0 && done < 30) {
                byte[] b = bell.clone();
                ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).putInt(h[0] - 12, 0x7FFFFFFF - done);
                refused(b, "huge_" + h[0] + ".fbx");
                // A count that packed data could just unpack to is not believed either.
                ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).putInt(h[0] - 12, h[1] * 1000 / 8);
                refused(b, "large_" + h[0] + ".fbx");
                done++;
            }
        }
        assertThat(done).isGreaterThan(5);
    }

    @Test
    void otherThingsUnderTheNameAreRefused() throws IOException {
        refused(new byte[0], "empty.fbx");
        refused(new byte[100_000], "zeros.fbx");
        refused("# a text\nthat is no scene\n".getBytes(java.nio.charset.StandardCharsets.UTF_8), "notes.fbx");
        byte[] noise = new byte[50_000];
        new Random(14).nextBytes(noise);
        refused(noise, "noise.fbx");
        refused(
                "; FBX 7.4.0 project file\nFBXHeaderExtension: {\n FBXVersion: 7400\n"
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8),
                "open.fbx");
        refused(
                ("; FBX 7.4.0 project file\n" + "A: {\n".repeat(100_000))
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8),
                "deep.fbx");
        assertThat(MainTest.run("facts", folder.resolve("missing.fbx").toString())
                        .status())
                .isEqualTo(3);
    }
}
