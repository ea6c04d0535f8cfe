package idleheron.app.round;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.app.UsageException;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RoundFileTest {
    @TempDir
    Path folder;

    /** Without a link above it, as it is on some systems. */
    @BeforeEach
    void real() throws IOException {
        folder = folder.toRealPath();
    }

    private Round round() {
        return new Round(
                folder,
                List.of("clips", "more/*.fbx", "@list.txt"),
                "to-game.recipe.json",
                "game-centimetres",
                "wide.json",
                Path.of("ready"),
                "glb",
                "binary");
    }

    @Test
    void whatIsKeptComesBack() throws IOException {
        Path file = folder.resolve("ours.round.json");
        RoundFile.write(round(), file);
        assertThat(RoundFile.isOne(file)).isTrue();
        assertThat(RoundFile.isOne(folder.resolve("ours.json"))).isFalse();
        assertThat(RoundFile.read(file)).isEqualTo(round());
        assertThat(RoundFile.whole(RoundFile.whole(round())))
                .isEqualTo(new Round(
                        folder,
                        round().inputs(),
                        "to-game.recipe.json",
                        "game-centimetres",
                        "wide.json",
                        folder.resolve("ready"),
                        "glb",
                        "binary"));
    }

    @Test
    void keptElsewhereItsPathsLeadToTheSame() throws IOException {
        Path file = folder.resolve("rounds/ours.round.json");
        RoundFile.write(round(), file);
        Round back = RoundFile.read(file);
        assertThat(back.inputs()).containsExactly("../clips", "../more/*.fbx", "@../list.txt");
        assertThat(back.recipe()).isEqualTo("../to-game.recipe.json");
        assertThat(back.destination()).as("a name stays one").isEqualTo("game-centimetres");
        assertThat(back.tolerances()).isEqualTo("../wide.json");
        assertThat(back.folder().normalize()).isEqualTo(folder.resolve("ready"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{}|expected schema idle-heron/round/1",
                "{\"schema\": \"idle-heron/round/1\"}|expected a folder under out, found nothing",
                "{\"schema\": \"idle-heron/round/1\", \"out\": 5}|expected a text under out, found 5",
                "{\"schema\": \"idle-heron/round/1\", \"out\": \"x\", \"inputs\": [1]}|expected texts under inputs, found 1",
                "{\"schema\": \"idle-heron/round/1\", \"out\": \"x\", \"output\": \"y\"}|found output",
                "{\"schema\": |expected a round as JSON"
            })
    void whatIsNoneIsToldWithItsName(String text, String said) throws IOException {
        Path file = Files.writeString(folder.resolve("x.round.json"), text);
        assertThatThrownBy(() -> RoundFile.read(file))
                .isInstanceOf(FormatException.class)
                .hasMessageStartingWith("x.round.json")
                .hasMessageContaining(said);
    }

    @Test
    void theKeyOfADeedTellsOneFromAnother() throws IOException {
        Files.writeString(
                folder.resolve("r.json"), "{\"schema\": \"idle-heron/recipe/2\", \"remedies\": [\"bake-scale\"]}");
        Files.writeString(folder.resolve("t.json"), "{\"joint\": 5}");
        Round plain = Rounds.recipe(folder, "r.json", "out", "a.fbx");
        String key = plain.deed().key();
        assertThat(Rounds.recipe(folder, "r.json", "elsewhere", "b.fbx").deed().key())
                .as("files and folder are no part of it")
                .isEqualTo(key);
        assertThat(Rounds.of(folder, "out", "a.fbx").deed().key()).isNotEqualTo(key);
        assertThat(new Round(folder, List.of(), "r.json", "game-centimetres", "", Path.of("out"), "", "")
                        .deed()
                        .key())
                .isNotEqualTo(key);
        assertThat(new Round(folder, List.of(), "r.json", "", "t.json", Path.of("out"), "", "")
                        .deed()
                        .key())
                .isNotEqualTo(key);
        assertThat(new Round(folder, List.of(), "r.json", "", "", Path.of("out"), "usdc", "")
                        .deed()
                        .key())
                .isNotEqualTo(key);
        Files.writeString(
                folder.resolve("r.json"), "{\"schema\": \"idle-heron/recipe/2\", \"remedies\": [\"drop-tips\"]}");
        assertThat(plain.deed().key()).as("another recipe of that name").isNotEqualTo(key);
    }

    @Test
    void namesThatMeanNothingAreTold() {
        assertThatThrownBy(() -> new Round(folder, List.of(), "", "nowhere", "", Path.of("out"), "", "").deed())
                .isInstanceOf(UsageException.class)
                .hasMessageStartingWith("no convention nowhere");
        assertThatThrownBy(() -> new Round(folder, List.of(), "", "", "", Path.of("out"), "xyz", "").deed())
                .isInstanceOf(UsageException.class);
        assertThatThrownBy(() -> new Round(folder, List.of(), "", "", "", Path.of("out"), "fbx", "binary 1").deed())
                .isInstanceOf(UsageException.class)
                .hasMessageStartingWith("no variant binary 1");
    }
}
