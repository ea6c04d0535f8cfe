package idleheron.formats.disk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FileReadsTest {
    @TempDir
    Path folder;

    @Test
    void whatIsReadIsKeptOnceInItsOrderAndDraftsAreNot() throws IOException {
        Path a = Files.writeString(folder.resolve("a"), "a");
        Path b = Files.writeString(folder.resolve("b"), "b");
        Path draft = Files.writeString(Leftovers.fresh(folder), "d");
        Set<Path> all = new LinkedHashSet<>();
        Set<Path> inner = new LinkedHashSet<>();
        int value = FileReads.listening(all, () -> {
            FileBytes.of(b);
            FileReads.listening(inner, () -> FileBytes.of(folder.resolve("./a")));
            FileBytes.of(b);
            FileBytes.of(draft);
            FileReads.note(draft.resolve("below"));
            return 7;
        });
        assertThat(value).isEqualTo(7);
        assertThat(all).containsExactly(b.toAbsolutePath(), a.toAbsolutePath());
        assertThat(inner).containsExactly(a.toAbsolutePath());
        FileBytes.of(b);
        assertThat(all).as("nobody listens any more").hasSize(2);
    }

    @Test
    void whatWasReadBeforeItFailedIsKept() throws IOException {
        Path a = Files.writeString(folder.resolve("a"), "a");
        Set<Path> all = new LinkedHashSet<>();
        assertThatThrownBy(() -> FileReads.listening(all, () -> {
                    FileBytes.of(a);
                    return FileBytes.of(folder.resolve("gone"));
                }))
                .isInstanceOf(IOException.class);
        assertThat(all).contains(a.toAbsolutePath());
    }
}
