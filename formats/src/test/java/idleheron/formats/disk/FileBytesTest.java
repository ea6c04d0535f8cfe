package idleheron.formats.disk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.bytes.Bytes;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.lang.foreign.Arena;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.concurrent.TimeUnit;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FileBytesTest {
    @TempDir
    Path folder;

    private Path file(int size) throws IOException {
        Path f = folder.resolve("file");
        byte[] b = new byte[size];
        for (int i = 0; i < size; i++) {
            b[i] = (byte) (31 * i);
        }
        Files.write(f, b);
        Files.setLastModifiedTime(f, FileTime.from(1_000_000, TimeUnit.SECONDS));
        return f;
    }

    private static void cut(Path f, long size) throws IOException {
        try (RandomAccessFile r = new RandomAccessFile(f.toFile(), "rw")) {
            r.setLength(size);
        }
    }

    @Test
    void aSmallFileIsCopiedAndStaysAsItWasRead() throws IOException {
        Path f = file(100_000);
        MemorySegment m = FileBytes.of(f);
        assertThat(m.isMapped()).isFalse();
        cut(f, 10);
        assertThat(m.byteSize()).isEqualTo(100_000);
        assertThat(m.get(ValueLayout.JAVA_BYTE, 99_999)).isEqualTo((byte) (31 * 99_999));
        FileBytes.settled();
    }

    @Test
    void aLargeFileIsMappedAndWatchedUntilItIsLetGo() throws IOException {
        Path f = file(100_000);
        // what is left of it in the end is a slice
        MemorySegment m = FileBytes.of(f, Arena.ofAuto(), 1000).asSlice(10);
        assertThat(m.isMapped()).isTrue();
        for (int i = 0; i < 5; i++) {
            System.gc();
            FileBytes.settled();
        }
        Files.setLastModifiedTime(f, FileTime.from(1_000_001, TimeUnit.SECONDS));
        assertThatThrownBy(FileBytes::settled).hasMessage("file: the file changed while it was read");
        FileBytes.settled(); // told once
        assertThat(m.byteSize()).isEqualTo(99_990);
    }

    @Test
    void aCutFileIsTheReasonForWhatGoesWrongWithIt() throws IOException {
        Path f = file(1 << 20);
        MemorySegment m = FileBytes.of(f, Arena.ofAuto(), 1000);
        cut(f, 5000);
        Throwable wrong = null;
        try {
            m.toArray(ValueLayout.JAVA_BYTE);
        } catch (InternalError e) {
            wrong = e;
        }
        assertThat(wrong).isNotNull();
        assertThat(FileBytes.reason(wrong)).isInstanceOf(FileChangedException.class);
        IllegalStateException other = new IllegalStateException();
        assertThat(FileBytes.reason(other)).isSameAs(other);
    }

    /** Sums and comparisons over a file that was cut end in an error of Java's, where they would end the process. */
    @Test
    void whatRunsOverACutFileDoesNotEndTheProcess() throws IOException, InterruptedException {
        Path f = file(1 << 20);
        Process p = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        Cut.class.getName(),
                        f.toString())
                .redirectErrorStream(true)
                .start();
        String out = new String(p.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(p.waitFor(20, TimeUnit.SECONDS)).isTrue();
        assertThat(out).isEqualTo("sum equal held ");
        assertThat(p.exitValue()).isZero();
    }

    static final class Cut {
        private Cut() {}

        public static void main(String[] args) throws IOException {
            MemorySegment m = FileBytes.of(Path.of(args[0]), Arena.ofAuto(), 1000);
            cut(Path.of(args[0]), 5000);
            runs("sum ", () -> Bytes.add(new CRC32(), m));
            runs("equal ", () -> Bytes.equal(m, m.asSlice(0)));
            runs("held ", () -> Bytes.held(m.asSlice(100_000)));
        }

        private static void runs(String name, Runnable work) {
            try {
                work.run();
            } catch (InternalError e) {
                System.out.print(name);
            }
        }
    }

    @Test
    void aLargeFileThatWasLetGoMayChange() throws IOException {
        Path f = file(3 << 20);
        assertThat(FileBytes.using(f, MemorySegment::isMapped)).isTrue();
        Files.setLastModifiedTime(f, FileTime.from(1_000_002, TimeUnit.SECONDS));
        FileBytes.settled();
    }

    @Test
    void workOverAFileThatChangesMeanwhileSaysSo() throws IOException {
        Path f = file(100);
        assertThat(FileBytes.using(f, MemorySegment::byteSize)).isEqualTo(100);
        assertThatThrownBy(() -> FileBytes.using(f, m -> {
                    cut(f, 50);
                    return 0;
                }))
                .isInstanceOf(FileChangedException.class);
        assertThatThrownBy(() -> FileBytes.using(f, m -> {
                    throw new IOException("its own fault");
                }))
                .hasMessage("its own fault");
    }
}
