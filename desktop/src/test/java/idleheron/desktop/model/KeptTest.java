package idleheron.desktop.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class KeptTest {
    @TempDir
    Path folder;

    @Test
    void textsAreThereAgainUnderTheirKey() throws Exception {
        Path file = folder.resolve("a/kept.json");
        Kept k = new Kept(file);
        assertThat(k.of("one")).isEmpty();
        k.keep("one", Map.of("jaw", "head_tip", "hips", ""));
        k.keep("two", Map.of("x", "y"));
        assertThat(new Kept(file).of("one")).isEqualTo(Map.of("jaw", "head_tip", "hips", ""));
        k.keep("one", Map.of());
        assertThat(new Kept(file).of("one")).isEmpty();
        assertThat(new Kept(file).of("two")).isEqualTo(Map.of("x", "y"));
        try (var left = Files.list(file.getParent())) {
            assertThat(left).as("no drafts are left").hasSize(1);
        }
    }

    @Test
    void aFileThatDoesNotReadGivesNothingAndIsReplaced() throws Exception {
        Path file = folder.resolve("kept.json");
        Files.writeString(file, "{\"one\":");
        Kept k = new Kept(file);
        assertThat(k.of("one")).isEmpty();
        k.keep("one", Map.of("a", "b"));
        assertThat(k.of("one")).isEqualTo(Map.of("a", "b"));
    }

    @Test
    void whatCannotBeWrittenIsTold() throws Exception {
        Path blocked = folder.resolve("file");
        Files.writeString(blocked, "");
        assertThatThrownBy(() -> new Kept(blocked.resolve("kept.json")).keep("one", Map.of("a", "b")))
                .isInstanceOf(IOException.class);
    }
}
