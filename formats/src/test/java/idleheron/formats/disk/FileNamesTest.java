package idleheron.formats.disk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;

class FileNamesTest {
    @Test
    void theLastDotOfTheNamePartsIt() {
        assertThat(FileNames.stem("clips/walk.v2.fbx")).isEqualTo("clips/walk.v2");
        assertThat(FileNames.end("clips/walk.v2.fbx")).isEqualTo(".fbx");
        assertThat(FileNames.stem(Path.of("clips", "walk.fbx"))).isEqualTo("walk");
    }

    @Test
    void aDotOfAFolderOrAtTheBeginningPartsNothing() {
        assertThat(FileNames.stem("shot.12/walk")).isEqualTo("shot.12/walk");
        assertThat(FileNames.end("shot.12/walk")).isEmpty();
        assertThat(FileNames.stem("a\\shot.12\\walk")).isEqualTo("a\\shot.12\\walk");
        assertThat(FileNames.stem("in/.hidden")).isEqualTo("in/.hidden");
        assertThat(FileNames.end(".hidden")).isEmpty();
    }

    @Test
    void placesForDigitsGoWithTheSignBeforeThem() {
        assertThat(FileNames.unnumbered("smoke.####")).isEqualTo("smoke");
        assertThat(FileNames.unnumbered("smoke##")).isEqualTo("smoke");
        assertThat(FileNames.unnumbered("smoke_1")).isEqualTo("smoke_1");
    }
}
