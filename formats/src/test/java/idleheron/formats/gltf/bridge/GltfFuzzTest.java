package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfDocument;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Damaged documents end in a clear error, or in a scene that can be posed and written. */
class GltfFuzzTest {
    private static final Path FILES = Path.of("src/test/resources/gltf");
    private static final Pattern NUMBER = Pattern.compile("(?<=[:\\[,] ?)-?\\d[\\d.eE+-]*(?=[,\\]} ])");
    private static final Pattern WORD = Pattern.compile("\"[A-Za-z_0-9]+\"");
    private static final String[] ODD = {
        "-1",
        "0",
        "1",
        "3",
        "255",
        "65536",
        "2147483647",
        "2147483648",
        "4294967295",
        "1e18",
        "1e300",
        "-0.5",
        "0.5",
        "\"x\"",
        "null",
        "true",
        "[]",
        "{}",
        "[0]"
    };
    private static final String[] WORDS = {
        "\"VEC2\"",
        "\"VEC4\"",
        "\"MAT4\"",
        "\"SCALAR\"",
        "\"POSITION\"",
        "\"JOINTS_0\"",
        "\"WEIGHTS_0\"",
        "\"STEP\"",
        "\"CUBICSPLINE\"",
        "\"rotation\"",
        "\"weights\"",
        "\"sparse\"",
        "\"children\"",
        "\"matrix\"",
        "\"skin\""
    };
    private static final int EACH = Integer.getInteger("heron.fuzz", 250);

    private static byte[] damaged(byte[] file, Random r) {
        if (r.nextInt(3) == 0) {
            byte[] out = r.nextInt(4) == 0 ? java.util.Arrays.copyOf(file, r.nextInt(file.length)) : file.clone();
            for (int i = r.nextInt(8); i >= 0 && out.length > 0; i--) {
                out[r.nextInt(out.length)] = (byte) r.nextInt(256);
            }
            return out;
        }
        int length = ByteBuffer.wrap(file).order(ByteOrder.LITTLE_ENDIAN).getInt(12);
        String text = new String(file, 20, length, StandardCharsets.UTF_8);
        for (int i = r.nextInt(3); i >= 0; i--) {
            boolean number = r.nextInt(3) > 0;
            Matcher m = (number ? NUMBER : WORD).matcher(text);
            int n = (int) m.results().count();
            int at = n == 0 ? 0 : r.nextInt(n);
            m.reset();
            for (int k = 0; k <= at && n > 0; k++) {
                m.find();
            }
            if (n > 0) {
                String by = number ? ODD[r.nextInt(ODD.length)] : WORDS[r.nextInt(WORDS.length)];
                text = text.substring(0, m.start()) + by + text.substring(m.end());
            }
        }
        byte[] t = (text + "   ").getBytes(StandardCharsets.UTF_8);
        int padded = t.length & ~3;
        ByteBuffer b =
                ByteBuffer.allocate(20 + padded + file.length - 20 - length).order(ByteOrder.LITTLE_ENDIAN);
        b.putInt(0x46546C67).putInt(2).putInt(b.capacity()).putInt(padded).putInt(0x4E4F534A);
        b.put(t, 0, padded).put(file, 20 + length, file.length - 20 - length);
        return b.array();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"arm", "skins", "morph", "sparse", "meshopt-arm-high", "instances", "surfaces", "cameras-lights"
            })
    void damageIsToldOrDoesNoHarm(String name) throws IOException {
        byte[] file = Files.readAllBytes(FILES.resolve(name + ".glb"));
        int refused = 0;
        for (int i = 0; i < EACH; i++) {
            byte[] bytes = damaged(file, new Random(31L * i + name.hashCode()));
            try {
                GltfDocument d = GltfDocument.read("f.glb", null, MemorySegment.ofArray(bytes));
                Scene s = GltfSceneReader.read(d, "f", null);
                Pose pose = new Pose(s);
                s.clips().forEach(c -> pose.at(c, c.startSeconds() + c.length() / 3));
                if (s.clips().stream().allMatch(c -> c.length() < 100)) {
                    GltfSceneWriter.write(GltfForm.of(s).scene(), "test").doc().binary(new ByteArrayOutputStream());
                }
            } catch (FormatException e) {
                refused++;
                assertThat(e.getMessage())
                        .startsWith("f.glb")
                        .contains("expected")
                        .contains("found");
            } catch (RuntimeException e) {
                throw new AssertionError(name + ", damage " + i, e);
            }
        }
        assertThat(refused).isBetween(EACH / 10, EACH);
    }
}
