package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.DamagedBytes;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Broken layers end in an error that says where, soon and in little memory. */
class UsdFuzzTest {
    private static final double SECONDS = 2;
    private static final int EACH = 250;
    private static final String[] WORDS = {
        "def",
        "{",
        "}",
        "(",
        ")",
        "[",
        "]",
        "=",
        "\"",
        "'",
        "@",
        "<",
        ">",
        "None",
        ".timeSamples",
        "rel",
        "-",
        "1e999",
        "#",
        "/*",
        "variantSet",
        "int[]",
        ",",
        ":",
        "\\",
        "prepend",
        "token",
        "\0"
    };

    @TempDir
    Path folder;

    private int refused;
    private int read;

    @Test
    void brokenCratesAndPackagesAreReadOrRefusedWithTheirPlace() throws IOException {
        Random random = new Random(7);
        for (String name : List.of("rig_small-ref22.usdc", "types-ref22.usdc", "rig_ts-ref22.usdz")) {
            byte[] sound = UsdSamples.bytes(name);
            for (int n = 0; n < EACH; n++) {
                hold(name + " " + n, DamagedBytes.of(sound, n, random));
            }
        }
        assertThat(refused).isGreaterThan(250);
        assertThat(read).isGreaterThan(50);
    }

    @Test
    void brokenTextsAreReadOrRefusedWithTheirLine() throws IOException {
        Random random = new Random(11);
        for (String name : UsdSamples.TEXTS) {
            String sound = new String(UsdSamples.bytes(name), StandardCharsets.UTF_8);
            for (int n = 0; n < EACH; n++) {
                int at = 12 + random.nextInt(sound.length() - 12);
                String with = switch (n % 4) {
                    case 0 -> sound.substring(0, at);
                    case 1 -> sound.substring(0, at) + WORDS[random.nextInt(WORDS.length)] + sound.substring(at);
                    case 2 ->
                        sound.substring(0, at) + sound.substring(Math.min(sound.length(), at + 1 + random.nextInt(40)));
                    default -> sound.substring(0, at) + (char) random.nextInt(256) + sound.substring(at + 1);
                };
                hold(name + " " + n, with.getBytes(StandardCharsets.UTF_8));
            }
        }
        assertThat(refused).isGreaterThan(300);
    }

    @Test
    void bombsDoNotGoOff() throws IOException {
        hold("brackets", ("#usda 1.0\n(\n    a = " + "[".repeat(1_000_000)).getBytes(StandardCharsets.UTF_8));
        hold(
                "dictionaries",
                ("#usda 1.0\n(\n    customLayerData = " + "{ dictionary d = ".repeat(100_000))
                        .getBytes(StandardCharsets.UTF_8));
        hold("prims", ("#usda 1.0\n" + "def \"A\" {".repeat(100_000)).getBytes(StandardCharsets.UTF_8));
        assertThat(refused).isGreaterThanOrEqualTo(3);
    }

    private void hold(String name, byte[] bytes) {
        long start = spent();
        try {
            Path file = folder.resolve("broken.usd");
            Files.write(file, bytes);
            Scene s = SceneFiles.read(file, Progress.NONE).scene();
            assertThat(s.nodes()).isNotNull();
            read++;
        } catch (FormatException e) {
            assertThat(e.getMessage())
                    .as(name)
                    .contains("broken.usd")
                    .contains("expected")
                    .contains("found");
            refused++;
        } catch (IOException | RuntimeException | StackOverflowError e) {
            fail(name + ": " + e, e);
        }
        assertThat((spent() - start) / 1e9).as(name).isLessThan(SECONDS);
    }

    /** What this thread, which does all the work, has taken of a core so far, whatever else the machine does; nanoseconds. */
    private static long spent() {
        return ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime();
    }
}
