package idleheron.formats.disk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SafeNamesTest {
    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '"',
            value = {
                "walk, walk",
                "walk fast, walk_fast",
                "../../etc/passwd, __.._etc_passwd",
                "a/b\\c:d, a_b_c_d",
                ".bashrc, _bashrc",
                "CON, _CON",
                "nul.fbx, _nul.fbx",
                "lpt9, _lpt9",
                "console, console",
                "\"\", clip",
                "..., clip",
                "stilt., stilt",
                "Wäterin_ö.png, Wäterin_ö.png",
                "a:$DATA, a_DATA"
            })
    void namesOutOfFilesBecomeNamesOfFiles(String name, String safe) {
        assertThat(SafeNames.of(name, "clip")).isEqualTo(safe);
    }

    @Test
    void longNamesAreCutAndKeepTheirEndingAndWholeLetters() {
        String out = SafeNames.of("ö".repeat(300) + ".png", "picture");
        assertThat(out).endsWith("ö.png");
        assertThat(out.getBytes(StandardCharsets.UTF_8).length).isBetween(SafeNames.MOST - 2, SafeNames.MOST);
    }

    @Test
    void noTwoNamesOfASetDifferInNothingButCapitals() {
        SafeNames set = new SafeNames();
        assertThat(set.free("Walk", "clip")).isEqualTo("Walk");
        assertThat(set.free("walk", "clip")).isEqualTo("walk_2");
        assertThat(set.free("wa?lk", "clip")).isEqualTo("wa_lk");
        assertThat(set.free("WALK.png", "clip")).isEqualTo("WALK.png");
        assertThat(set.free("walk.PNG", "clip")).isEqualTo("walk_2.PNG");
    }

    @Test
    void failuresSayWhatIsWrongWithWhichFile() {
        assertThat(Failures.text(new NoSuchFileException("/tide/out.fbx")))
                .isEqualTo("/tide/out.fbx: there is no such file or folder");
        assertThat(Failures.text(new java.nio.file.AccessDeniedException("/tide")))
                .isEqualTo("/tide: permission is denied");
        assertThat(Failures.written(
                                Path.of("/a"), new java.nio.file.FileSystemException("/.x.part", null, "No space left"))
                        .getMessage())
                .isEqualTo("/a could not be written: No space left");
        assertThat(Failures.told(new ArrayIndexOutOfBoundsException("Index 3 out of bounds for length 2")))
                .doesNotContain("Index");
    }
}
