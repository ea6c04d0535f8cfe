package idleheron.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Sums of files, against the ones that the standard prints. */
class PaperTest {
    private static final String ABC = "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";

    @Test
    void aFileIsSummedByItsBytes(@TempDir Path folder) throws Exception {
        Path f = Files.writeString(folder.resolve("abc.txt"), "abc");
        assertThat(Paper.source(f)).isEqualTo(new Paper.Source("abc.txt", 3, ABC));
        assertThat(Paper.sources(List.of(folder, f))).as("folders have none").hasSize(1);
    }

    @Test
    void ofSeveralTheSumsAreSummedInTheirOrder() {
        assertThat(Paper.hash("abc")).isEqualTo(ABC);
        assertThat(Paper.together(List.of(ABC))).isEqualTo(ABC);
        assertThat(Paper.together(List.of("a", "bc"))).isEqualTo(ABC);
        assertThat(Paper.together(List.of("bc", "a"))).isNotEqualTo(ABC);
    }
}
