package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** Many files in a real window. */
class RoundWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    @TempDir
    Path folder;

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo);
    }

    @BeforeEach
    void files() throws IOException {
        Files.createDirectories(folder.resolve("clips"));
        Files.copy(demo.resolve(DemoData.BELL), folder.resolve("clips/bell.fbx"));
        Files.copy(demo.resolve("tide_gauge.fbx"), folder.resolve("clips/gauge.fbx"));
        Files.writeString(folder.resolve("clips/torn.fbx"), "torn");
    }

    private TableView<?> table() {
        return robot.lookup(
                        (Node n) -> n instanceof TableView<?> t && "Files of the round".equals(t.getAccessibleText()))
                .queryAs(TableView.class);
    }

    @Test
    void aFolderIsARoundThatIsDoneAgainWhereItFailed() throws Exception {
        open.open(folder.resolve("clips"));
        Reader.until("its files are listed", () -> window.reads("3 files, "));
        assertThat(table().getItems()).hasSize(3);
        TextField out = robot.lookup(
                        (Node n) -> n instanceof TextField t && "Folder they go to".equals(t.getAccessibleText()))
                .queryAs(TextField.class);
        assertThat(out.getText()).isEqualTo(folder.resolve("clips_ready").toString());
        assertThat(folder.resolve("clips_ready"))
                .as("nothing is made by looking")
                .doesNotExist();
        window.press("Start");
        Reader.until("all are done", () -> window.reads("3 files: 2 clean, 0 with faults, 1 failed"));
        assertThat(folder.resolve("clips_ready/bell.fbx")).exists();
        assertThat(folder.resolve("clips_ready/.round/summary.json")).exists();
        assertThat(window.reads("Found in the files as they go: ")).isTrue();
        Files.copy(demo.resolve("tide_gauge.fbx"), folder.resolve("clips/torn2.fbx"));
        Files.move(
                folder.resolve("clips/torn2.fbx"),
                folder.resolve("clips/torn.fbx"),
                java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        window.press("Again");
        Reader.until("the failed one is done", () -> window.reads("3 files: 3 clean, 0 with faults, 0 failed"));
        robot.interact(() -> table().getSelectionModel().select(0));
        window.press("Open on the bench");
        Reader.until("it lies on the bench", () -> window.reads("bell") && !window.hasButton("Start"));
    }

    @Test
    void severalFilesAreOneAssetOrARoundAsIsSaid() throws Exception {
        List<Path> both = List.of(folder.resolve("clips/bell.fbx"), folder.resolve("clips/gauge.fbx"));
        open.open(both.toArray(Path[]::new));
        Reader.until("it is asked", () -> window.hasButton("A round") && window.hasButton("One asset of many files"));
        window.press("A round");
        Reader.until("they are listed", () -> window.reads("2 files, "));
        window.press("Watch");
        Reader.until("they are done", () -> window.reads("2 files: 2 clean"));
        Files.copy(demo.resolve("tide_gauge.fbx"), folder.resolve("clips/other.fbx"));
        window.press("Stop");
        Reader.until("it watches no more", () -> !window.reads("Watching."));
        try (Stream<Path> made = Files.list(folder.resolve("clips/ready"))) {
            assertThat(made.map(f -> f.getFileName().toString()).filter(n -> n.endsWith(".fbx")))
                    .containsExactlyInAnyOrder("bell.fbx", "gauge.fbx");
        }
        window.press("Close");
        open.open(both.toArray(Path[]::new));
        Reader.until("it is asked", () -> window.hasButton("One asset of many files"));
        window.press("One asset of many files");
        Reader.until("they lie on the bench together", () -> window.reads("2 files together"));
    }

    @Test
    void aRoundThatWasKeptIsOpenedAsItWas() throws Exception {
        Path file = folder.resolve("ours.round.json");
        Files.writeString(
                file,
                "{\"schema\": \"idle-heron/round/1\", \"inputs\": [\"clips/*.fbx\"], \"recipe\": \"\","
                        + " \"for\": \"game-centimetres\", \"tolerances\": \"ours.json\", \"out\": \"made\", \"carrier\": \"glb\","
                        + " \"variant\": \"\"}");
        open.open(file);
        Reader.until("its tolerances are missed", () -> window.reads("ours.json"));
        Files.writeString(folder.resolve("ours.json"), "{\"vertex\": 0.1}");
        open.open(file);
        Reader.until("its files are listed", () -> window.reads("3 files, "));
        window.press("Start");
        Reader.until("all are done", () -> window.reads("3 files: 2 clean"));
        assertThat(folder.resolve("made/bell.glb")).exists();
    }
}
