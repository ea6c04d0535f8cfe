package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Isolated;

/** References that double are followed no farther than to so many places, and that is told; alone, for it is held to the second. */
@Isolated
class UsdDoublingTest {
    @TempDir
    Path folder = Path.of("");

    @Test
    void referencesThatDoubleDoNotGoOff() throws IOException {
        StringBuilder arcs = new StringBuilder("#usda 1.0\n");
        for (int i = 0; i < 40; i++) { // each refers twice to the next: two to the fortieth places
            arcs.append("def \"P")
                    .append(i)
                    .append("\" (\n    references = [</P")
                    .append(i + 1)
                    .append(">, </P")
                    .append(i + 1)
                    .append("> (offset = 1)]\n)\n{\n}\n");
        }
        Path file = folder.resolve("broken.usd");
        Files.writeString(file, arcs.append("def \"P40\"\n{\n}\n"));
        long start = spent();
        Scene s = SceneFiles.read(file, Progress.NONE).scene();
        assertThat(s.nodes()).hasSize(41);
        assertThat(s.notes())
                .contains("/P0: more than 4000 places have a say in it; the others are left out")
                .noneMatch(n -> n.startsWith("/P35:"));
        assertThat((spent() - start) / 1e9).isLessThan(2);
    }

    /** What this thread, which does all the work, has taken of a core so far; nanoseconds. */
    private static long spent() {
        return ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime();
    }
}
