package idleheron.desktop.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.crossing.Asset;
import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.rehearsal.MadeDemo;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
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
        assertThat(HeadStart.take(folder.resolve("other.fbx"), Progress.NONE)).isNull();
        assertThat(HeadStart.done(file)).isSameAs(read);
        assertThat(HeadStart.take(file, Progress.NONE)).isNull();
    }

    @Test
    void aBrokenFileIsLeftToWhoeverOpensIt() throws IOException {
        Path file = Files.writeString(folder.resolve("broken.fbx"), "no scene");
        assertThat(HeadStart.on(file)).isNull();
        assertThat(HeadStart.take(file, Progress.NONE)).isNull();
    }

    @Test
    void oneOfSeveralNumberedFilesIsNotBegun() throws IOException {
        String triangle = "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n";
        Files.writeString(folder.resolve("kite_0001.obj"), triangle);
        Path second = Files.writeString(folder.resolve("kite_0002.obj"), triangle);
        assertThat(SceneFiles.around(second)).isNotEqualTo(second);
        assertThat(HeadStart.on(second)).isNull();
        assertThat(HeadStart.take(SceneFiles.around(second), Progress.NONE)).isNull();
    }

    @Test
    void whoeverWaitsSeesHowFarItIsAndStopsIt() throws Exception {
        Path file = folder.resolve("slow.fbx");
        CountDownLatch begun = new CountDownLatch(1);
        Thread reads = Thread.ofPlatform()
                .daemon()
                .start(() -> HeadStart.on(file, p -> {
                    while (true) { // until it is stopped
                        p.at(0.5, "half of it");
                        begun.countDown();
                        Thread.sleep(2);
                    }
                }));
        assertThat(begun.await(20, TimeUnit.SECONDS)).isTrue();
        assertThat(HeadStart.done(file)).isNull();
        assertThatThrownBy(() -> HeadStart.take(file, (share, what) -> {
                    assertThat(share).isEqualTo(0.5);
                    assertThat(what).isEqualTo("half of it");
                    throw new CancellationException("stopped");
                }))
                .isInstanceOf(CancellationException.class);
        assertThat(reads.join(Duration.ofSeconds(20))).as("it ends").isTrue();
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
