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
    void aWordIsTheOneForOneOrForOthers() {
        String bind = "core.character.check.SkeletonRules.no-bind-pose-on-joints";
        assertThat(Messages.say(bind, 1)).isEqualTo("No bind pose on 1 joint");
        assertThat(Messages.say(bind, "1")).isEqualTo("No bind pose on 1 joint");
        assertThat(Messages.say(bind, 0)).isEqualTo("No bind pose on 0 joints");
        assertThat(Messages.say(bind, 11)).isEqualTo("No bind pose on 11 joints");
        assertThat(Messages.say("core.character.check.SkinRules.influences-on-points", 1, 2))
                .isEqualTo("1 influence on 2 points");
        assertThat(Messages.say("core.character.compare.ClipTopic.all-clips-are-there", 1L))
                .isEqualTo("The 1 clip is there.");
        assertThat(Messages.say("core.character.compare.ClipTopic.all-clips-are-there", 3L))
                .isEqualTo("All 3 clips are there.");
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
