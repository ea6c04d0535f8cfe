package idleheron.formats.alembic.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.cache.Cache;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Samples;
import idleheron.core.job.Progress;
import idleheron.core.scene.Lost.What;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.alembic.ReferenceFiles;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Archives of another writer, damaged where a sample or a group lies. */
class AbcRescueTest {
    @TempDir
    Path folder;

    static List<String> sound() {
        return ReferenceFiles.sound();
    }

    @ParameterizedTest
    @MethodSource("sound")
    void everyKeyOfAnotherWriterIsTheHashOfItsSample(String name) throws IOException {
        Path f = Files.write(folder.resolve("sound.abc"), ReferenceFiles.bytes(name));
        assertThat(SceneFiles.rescue(f, Progress.NONE).scene().lost()).isEmpty();
    }

    private Scene rescued(byte[] bytes) throws IOException {
        return SceneFiles.rescue(Files.write(folder.resolve("w.abc"), bytes), Progress.NONE)
                .scene();
    }

    /** Where the bytes of a sample lie in a file. */
    private static int place(byte[] in, MemorySegment sample) {
        byte[] w = sample.toArray(java.lang.foreign.ValueLayout.JAVA_BYTE);
        for (int i = 16; i <= in.length - w.length; i++) {
            if (Arrays.equals(in, i, i + w.length, w, 0, w.length)) {
                return i;
            }
        }
        throw new AssertionError("no such sample");
    }

    private static Cache.Entry moving(Cache c) {
        return c.entries().stream()
                .filter(e -> {
                    Samples s = e.node().get(ChannelSemantic.POSITIONS);
                    return s != null && s.count() > 2 && !s.constant();
                })
                .findFirst()
                .orElseThrow();
    }

    private static Samples positions(Cache.Entry e) {
        return java.util.Objects.requireNonNull(e.node().get(ChannelSemantic.POSITIONS));
    }

    @Test
    void aDamagedSampleGoesWithItsMomentAndTheOthersStand() throws IOException {
        byte[] b = ReferenceFiles.bytes("02_deforming_mesh.abc");
        Cache whole = ReferenceFiles.cache("02_deforming_mesh.abc");
        Cache.Entry e = moving(whole);
        Samples was = positions(e);
        b[place(b, was.bytes(1)) + 5] ^= 0x40;
        assertThat(SceneFiles.read(Files.write(folder.resolve("r.abc"), b), Progress.NONE)
                        .scene()
                        .isRescued())
                .as("nobody looks at keys while all goes well")
                .isFalse();
        Scene s = rescued(b);
        Cache.Entry left = s.caches().getFirst().entries().stream()
                .filter(x -> x.path().equals(e.path()))
                .findFirst()
                .orElseThrow();
        Samples is = positions(left);
        assertThat(is.count()).isEqualTo(was.count() - 1);
        assertThat(is.times().time(0)).isEqualTo(was.times().time(0));
        assertThat(is.times().time(1)).isEqualTo(was.times().time(2));
        assertThat(is.bytes(1).mismatch(was.bytes(2))).isEqualTo(-1);
        assertThat(s.stands(What.OBJECT, e.path())).isFalse();
        assertThat(s.lost().getFirst().why())
                .isEqualTo("1 of " + was.count() + " samples are damaged, the first [1]; the others stand");
    }

    @Test
    void anObjectWhoseFacesAreDamagedGoesAndTheOthersStand() throws IOException {
        byte[] b = ReferenceFiles.bytes("16_many_objects.abc");
        Cache whole = ReferenceFiles.cache("16_many_objects.abc");
        List<String> before = whole.entries().stream().map(Cache.Entry::path).toList();
        long root = java.nio.ByteBuffer.wrap(b)
                .order(java.nio.ByteOrder.LITTLE_ENDIAN)
                .getLong(8);
        // A group that lies in the middle of the file gets a count that no file holds.
        int at = (int) root / 2;
        java.nio.ByteBuffer in = java.nio.ByteBuffer.wrap(b).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < 400; i += 8) {
            in.putLong(at + i, 0x7abcdef012345678L + i);
        }
        Scene s = rescued(b);
        List<String> left = s.caches().getFirst().entries().stream()
                .map(Cache.Entry::path)
                .filter(p -> s.stands(What.OBJECT, p))
                .toList();
        assertThat(left).isNotEmpty().hasSizeLessThan(before.size());
        assertThat(before).containsAll(left);
        assertThat(s.lost()).anyMatch(l -> l.what() == What.OBJECT);
    }

    @Test
    void anArchiveWhoseRootIsCutOffHasNoNamesLeft() throws IOException {
        byte[] b = ReferenceFiles.bytes("16_many_objects.abc");
        assertThatThrownBy(() -> rescued(Arrays.copyOf(b, b.length / 2))).isInstanceOf(FormatException.class);
    }
}
