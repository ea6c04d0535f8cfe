package idleheron.app.round;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RoundWatchTest {
    @TempDir
    Path folder;

    private static List<String> look(RoundWatch w) throws IOException {
        return w.look().stream().map(RoundItem::target).toList();
    }

    @Test
    void aFileIsToldOnceItHasStoppedGrowingAndAgainWhenItIsNewer() throws IOException {
        Path in = Files.createDirectories(folder.resolve("in"));
        RoundWatch watch = new RoundWatch(Rounds.of(folder, "out", "in"));
        assertThat(look(watch)).as("nothing is there").isEmpty();
        Path a = Files.writeString(in.resolve("a.fbx"), "x");
        assertThat(look(watch)).isEmpty();
        Files.writeString(a, "y", StandardOpenOption.APPEND);
        assertThat(look(watch)).as("it grows").isEmpty();
        assertThat(look(watch)).containsExactly("a.fbx");
        assertThat(look(watch)).isEmpty();
        Files.setLastModifiedTime(a, FileTime.fromMillis(5000));
        assertThat(look(watch)).isEmpty();
        assertThat(look(watch)).as("written anew").containsExactly("a.fbx");
        Files.writeString(in.resolve("b.fbx"), "x");
        look(watch);
        assertThat(look(watch)).containsExactly("b.fbx");
    }
}
