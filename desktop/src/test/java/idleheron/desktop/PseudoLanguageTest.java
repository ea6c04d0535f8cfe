package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Messages;
import idleheron.rehearsal.MadeDemo;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** With a second language beside it the window says nothing in the first, and nothing is cut where texts are a third longer. */
class PseudoLanguageTest {
    @TempDir
    Path folder;

    @Test
    void everythingIsSaidInTheSecondLanguage() throws Exception {
        MadeDemo.into(folder);
        Path language = folder.resolve("own.properties");
        PseudoWindow.write(language);
        Path said = folder.resolve("said.txt");
        Process p = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "--enable-native-access=ALL-UNNAMED",
                        "--sun-misc-unsafe-memory-access=allow",
                        "-Xmx900m",
                        "-D" + Messages.PROPERTY + "=" + language,
                        "-Dheron.settings=" + folder.resolve("own/settings.json"),
                        "-cp",
                        System.getProperty("java.class.path"),
                        PseudoWindow.class.getName(),
                        folder.toString())
                .redirectOutput(said.toFile())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        assertThat(p.waitFor(180, TimeUnit.SECONDS)).isTrue();
        List<String> wrong = Files.readAllLines(said, StandardCharsets.UTF_8);
        assertThat(wrong).isEmpty();
    }

    @Test
    void aTextOfTheLanguageKeepsItsPlaces() {
        assertThat(PseudoWindow.text("{0} of %.1f mm, one ")).isEqualTo("{0} óf %.1f mm, óné~~~~~~ ");
    }
}
