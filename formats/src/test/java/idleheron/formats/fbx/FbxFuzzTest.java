package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxDocument;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * Broken files by the hundred, from fixed seeds: records whose values are of another kind, number or length, objects that hang
 * on themselves, sizes and offsets that lie, streams that unpack to what they should not. Each is read to the end or refused
 * with its place, soon, and what was read can be looked over and written again.
 */
class FbxFuzzTest {
    private static final double SECONDS = 2;

    private int refused;
    private int read;

    /** Reads; whatever comes out must be a scene that stands up to use, or a refusal that says where. */
    private void hold(String what, byte[] bytes) {
        long start = System.nanoTime();
        try {
            Scene s = new FbxFormat()
                    .read(Path.of("f.fbx"), MemorySegment.ofArray(bytes), Progress.NONE)
                    .scene();
            read++;
            Inspection.of(s, null);
            new FbxFormat().write(s, FbxFormat.BINARY_75, new ByteArrayOutputStream(), Progress.NONE);
        } catch (FormatException e) {
            refused++;
            assertThat(e.getMessage())
                    .as(what)
                    .startsWith("f.fbx")
                    .contains("expected")
                    .contains("found");
        } catch (IOException | RuntimeException | StackOverflowError e) {
            fail(what + ": " + e, e);
        }
        assertThat((System.nanoTime() - start) / 1e9).as(what).isLessThan(SECONDS);
    }

    @Test
    void recordsThatContradictEachOtherNeverDoHarm() {
        FbxDocument sound = FuzzedStrip.sound();
        hold("sound", FbxBytes.binary(sound, 7400));
        assertThat(read).isEqualTo(1);
        for (int seed = 0; seed < 1500; seed++) {
            FbxDocument d = new RecordMutation(seed).of(sound);
            hold("binary " + seed, FbxBytes.binary(d, seed % 2 == 0 ? 7400 : 7500));
            if (seed % 5 == 0) {
                hold("text " + seed, FbxBytes.text(d));
            }
        }
        assertThat(read).as("most are odd and not broken").isGreaterThan(800);
        assertThat(refused).isGreaterThan(50);
    }

    @Test
    void sizesOffsetsAndBytesThatLieAreRefusedOrRead() {
        byte[] good = FbxBytes.binary(FuzzedStrip.sound(), 7400);
        Random random = new Random(21);
        for (int i = 0; i < 1500; i++) {
            byte[] b = good.clone();
            int changes = 1 + random.nextInt(3);
            for (int k = 0; k < changes; k++) {
                int at = 27 + random.nextInt(b.length - 31);
                switch (random.nextInt(4)) {
                    case 0 -> b[at] ^= (byte) (1 << random.nextInt(8));
                    case 1 -> ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).putInt(at, random.nextInt());
                    case 2 ->
                        ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).putInt(at, at + random.nextInt(200) - 100);
                    default -> b[at] = 0;
                }
            }
            hold("bytes " + i, random.nextInt(5) == 0 ? java.util.Arrays.copyOf(b, random.nextInt(b.length)) : b);
        }
        assertThat(refused).isGreaterThan(700);
    }

    @Test
    void textWithPiecesMissingDoubledOrChangedIsRefusedOrRead() {
        String good = new String(FbxBytes.text(FuzzedStrip.sound()), StandardCharsets.ISO_8859_1);
        Random random = new Random(22);
        String[] pieces = {
            "{", "}", ":", ",", "*", "\"", "a: ", "999999999999", "-", "1e999", "\n", ";", "nan", "&quot;"
        };
        for (int i = 0; i < 800; i++) {
            StringBuilder s = new StringBuilder(good);
            for (int k = 0; k <= random.nextInt(3); k++) {
                int at = random.nextInt(s.length() - 20);
                switch (random.nextInt(3)) {
                    case 0 -> s.delete(at, at + 1 + random.nextInt(20));
                    case 1 -> s.insert(at, pieces[random.nextInt(pieces.length)]);
                    default -> s.insert(at, s.substring(at, at + random.nextInt(20)));
                }
            }
            hold("text " + i, s.toString().getBytes(StandardCharsets.ISO_8859_1));
        }
        assertThat(refused).isGreaterThan(200);
    }
}
