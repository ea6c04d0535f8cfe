package idleheron.desktop.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FileWatchTest {
    @Test
    void aFileIsNewOnceItRests(@TempDir Path folder) throws Exception {
        Path a = Files.writeString(folder.resolve("a"), "1");
        Path b = Files.writeString(folder.resolve("b"), "1");
        FileWatch w = new FileWatch();
        assertThat(w.isNew(null)).isFalse();
        assertThat(w.isNew(a)).isFalse();
        assertThat(w.isNew(a)).isFalse();
        Files.writeString(a, "22");
        assertThat(w.isNew(a)).as("it may still grow").isFalse();
        Files.writeString(a, "333");
        assertThat(w.isNew(a)).as("it grew").isFalse();
        assertThat(w.isNew(a)).as("it rests").isTrue();
        assertThat(w.isNew(a)).isFalse();
        assertThat(w.isNew(b)).as("another file").isFalse();
        Files.delete(b);
        assertThat(w.isNew(b)).as("gone").isFalse();
    }
}
