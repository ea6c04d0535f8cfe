package idleheron.formats.alembic;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.formats.alembic.archive.Murmur3;
import idleheron.formats.alembic.archive.Ogawa;
import idleheron.formats.alembic.bridge.AbcWriter;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What is written is node for node what an independent writer wrote: headers, keys and hashes too. */
class AbcWriteTest {
    static List<String> sound() {
        return ReferenceFiles.sound();
    }

    @ParameterizedTest
    @MethodSource("sound")
    void writesTheSameTree(String name, @TempDir Path folder) throws IOException {
        Path file = folder.resolve(name);
        AbcWriter.write(ReferenceFiles.archive(name), file, Progress.NONE);
        byte[] written = Files.readAllBytes(file);
        Ogawa a = Ogawa.open(name, MemorySegment.ofArray(ReferenceFiles.bytes(name)));
        Ogawa b = Ogawa.open("written", MemorySegment.ofArray(written));
        same(a, a.root(), b, b.root(), "root");
        assertThat(written.length).isLessThanOrEqualTo(ReferenceFiles.bytes(name).length);
    }

    private static void same(Ogawa a, long ra, Ogawa b, long rb, String at) throws IOException {
        assertThat(Ogawa.isData(rb)).as(at).isEqualTo(Ogawa.isData(ra));
        if (Ogawa.isData(ra)) {
            byte[] wanted = a.data(ra, at).toArray(ValueLayout.JAVA_BYTE);
            byte[] found = b.data(rb, at).toArray(ValueLayout.JAVA_BYTE);
            assertThat(found).as(at).isEqualTo(wanted);
            return;
        }
        long[] wanted = a.group(ra, at);
        long[] found = b.group(rb, at);
        assertThat(found).as(at).hasSameSizeAs(wanted);
        for (int i = 0; i < wanted.length; i++) {
            same(a, wanted[i], b, found[i], at + "/" + i);
        }
    }

    @Test
    void hashesAreThoseOfTheirDescriptions() {
        byte[] text = "The quick brown fox jumps over the lazy dog".getBytes(StandardCharsets.US_ASCII);
        Murmur3.Key k = Murmur3.of(MemorySegment.ofArray(text));
        assertThat(k.low()).isEqualTo(0xe34bbc7bbc071b6cL);
        assertThat(k.high()).isEqualTo(0x7a433ca9c49a9347L);
        assertThat(Murmur3.of(MemorySegment.ofArray(new byte[0]))).isEqualTo(new Murmur3.Key(0, 0));
    }
}
