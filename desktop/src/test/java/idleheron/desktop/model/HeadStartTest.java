package idleheron.desktop.model;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.crossing.Asset;
import idleheron.rehearsal.MadeDemo;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HeadStartTest {
    @TempDir
    private Path folder;

    @Test
    void whatWasReadIsTakenOnceAndForItsFileAlone() throws IOException {
        MadeDemo.into(folder, "postwoman.fbx");
        Path file = folder.resolve("postwoman.fbx");
        Asset read = Objects.requireNonNull(HeadStart.on(file));
        assertThat(read.scene().joints()).isNotEmpty();
        assertThat(HeadStart.take(folder.resolve("other.fbx"), true)).isNull();
        assertThat(HeadStart.take(file, false)).isSameAs(read);
        assertThat(HeadStart.take(file, true)).isNull();
    }

    @Test
    void aBrokenFileIsLeftToWhoeverOpensIt() throws IOException {
        Path file = Files.writeString(folder.resolve("broken.fbx"), "no scene");
        assertThat(HeadStart.on(file)).isNull();
        assertThat(HeadStart.take(file, true)).isNull();
    }

    @Test
    void aLargeFileAndOneOfNoCarrierAreNotBegun() throws IOException {
        Path large = folder.resolve("large.fbx");
        try (RandomAccessFile f = new RandomAccessFile(large.toFile(), "rw")) {
            f.setLength(HeadStart.MOST_BYTES + 1);
        }
        assertThat(HeadStart.on(large)).isNull();
        assertThat(HeadStart.on(Files.writeString(folder.resolve("list.txt"), "a.fbx")))
                .isNull();
        assertThat(HeadStart.on(folder.resolve("missing.fbx"))).isNull();
    }
}
