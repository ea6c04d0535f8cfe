package idleheron.desktop.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SettingsTest {
    @AfterEach
    void settle() {
        LaterFile.settle();
    }

    @TempDir
    Path folder;

    @Test
    void whatWasSetIsThereAtTheNextStart() throws IOException {
        Path file = folder.resolve("deep").resolve("settings.json");
        Settings s = new Settings(file);
        s.window(1440, 900, false);
        s.dusk(true);
        Path opened = Files.createFile(folder.resolve("a.fbx"));
        s.remember(opened);
        s.remember(folder.resolve("gone.fbx"));
        Path back = Files.createFile(folder.resolve("b.fbx"));
        s.split("compare-side", 0.4);
        s.split("compare-plot", 7);
        s.crossed(opened, back, "drifted");
        s.crossed(opened, folder.resolve("gone.fbx"), "clean");
        s.crossed(opened, back, "broken");
        Settings t = new Settings(file);
        assertThat(t.width()).isEqualTo(1440);
        assertThat(t.dusk()).isTrue();
        assertThat(t.split("compare-side")).isEqualTo(0.4);
        assertThat(t.split("compare-plot")).as("no place at all").isNaN();
        assertThat(t.crossed())
                .as("once, with what came of it last")
                .containsExactly(new Settings.Crossed(opened.toAbsolutePath(), back.toAbsolutePath(), "broken"));
        assertThat(t.recent()).as("only what is still there").containsExactly(opened.toAbsolutePath());
    }

    @Test
    void aMaximizedWindowKeepsItsFormerSizeAndBrokenSettingsAreForgiven() throws IOException {
        Path file = folder.resolve("settings.json");
        Settings s = new Settings(file);
        s.window(1000, 700, false);
        s.window(1920, 1080, true);
        s.save();
        assertThat(new Settings(file).width()).isEqualTo(1000);
        assertThat(new Settings(file).maximized()).isTrue();
        Files.writeString(file, "{ not json");
        assertThat(new Settings(file).width()).isEqualTo(1280);
    }

    @Test
    void theNewestFileComesFirstOnceAndEightAreKept() throws IOException {
        Settings s = new Settings(folder.resolve("settings.json"));
        for (int i = 0; i < 12; i++) {
            s.remember(Files.createFile(folder.resolve("f" + i + ".fbx")));
        }
        s.remember(folder.resolve("f7.fbx"));
        assertThat(s.recent()).hasSize(8);
        assertThat(s.recent().getFirst().getFileName().toString()).isEqualTo("f7.fbx");
    }

    @Test
    void whatIsSavedIsWholeOrStaysAsItWas() throws IOException {
        Path file = folder.resolve("own/settings.json");
        Settings s = new Settings(file);
        s.dusk(true);
        s.save();
        s.settle();
        assertThat(Files.readString(file)).contains("\"dusk\" : true");
        try (Stream<Path> all = Files.list(folder.resolve("own"))) {
            assertThat(all).as("no draft is left").containsExactly(file);
        }
        Path plain = Files.writeString(folder.resolve("plain"), "no folder");
        Settings nowhere = new Settings(plain.resolve("settings.json"));
        nowhere.save();
        nowhere.settle();
        assertThat(Files.readString(plain)).as("it could not be written").isEqualTo("no folder");
        s.dusk(true);
        s.save();
        s.dusk(false);
        s.save();
        s.settle();
        assertThat(Files.readString(file)).as("the last of several").contains("\"dusk\" : false");
    }
}
