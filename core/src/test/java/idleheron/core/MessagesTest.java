package idleheron.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MessagesTest {
    @Test
    void valuesStandInTheirPlaces() {
        assertThat(Messages.say("core.Verdict.not-carried")).isEqualTo("not carried");
        assertThat(Messages.say("core.Wording.and-more", "a, b", 3)).isEqualTo("a, b and 3 more");
        assertThat(Messages.say("core.Wording.and-more", "{1}", 3))
                .as("values are not looked into")
                .isEqualTo("{1} and 3 more");
        assertThat(Messages.say("core.Wording.and-more", "a"))
                .as("a place without a value stays")
                .isEqualTo("a and {1} more");
    }

    @Test
    void aKeyWithoutATextIsAFault() {
        assertThatThrownBy(() -> Messages.say("core.Nothing.at-all"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("core.Nothing.at-all");
        assertThatThrownBy(() -> Messages.all("nowhere")).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void textsOfAnotherLanguageAreReadAndABrokenFileIsLeftAside(@TempDir Path folder) throws Exception {
        Path file = folder.resolve("m.properties");
        Files.writeString(file, "core.Verdict.clean = sauber\n# a remark\ncore.x = \\ mit {0}\n");
        assertThat(Messages.other(file.toString()))
                .containsEntry("core.Verdict.clean", "sauber")
                .containsEntry("core.x", " mit {0}");
        assertThat(Messages.other(folder.resolve("gone").toString())).isEmpty();
        assertThat(Messages.other(null)).isEmpty();
        Files.writeString(file, "a = \\u12");
        assertThat(Messages.other(file.toString())).isEmpty();
    }
}
