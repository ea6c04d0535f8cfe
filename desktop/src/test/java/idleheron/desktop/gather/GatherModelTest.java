package idleheron.desktop.gather;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.pair.CompareSettings;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.rehearsal.MadeDemo;
import idleheron.report.CrossingFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What lies on the bench and what could, without a window. */
class GatherModelTest {
    private static final Scene WOMAN = MadeDemo.postwoman();

    private static Asset asset(String name) {
        return new Asset(WOMAN, name, "FBX", "binary 7.5", 2_500_000);
    }

    @Test
    void theCrossingIsToldInTheOrderOfItsWay() {
        assertThat(GatherModel.placed(Crossing.EMPTY)).isEmpty();
        Crossing c = Crossing.EMPTY.withSent(asset("b.fbx")).withReturned(asset("c.fbx"), "");
        assertThat(GatherModel.placed(c).stream().map(GatherModel.Placed::role))
                .containsExactly("was sent", "came back");
        Asset one = asset("a.fbx");
        assertThat(GatherModel.placed(Crossing.of(one, null)).stream().map(GatherModel.Placed::role))
                .containsExactly("will be sent");
        assertThat(GatherModel.placed(Crossing.of(one, null).withSent(one)).stream()
                        .map(GatherModel.Placed::role))
                .as("sent as it was")
                .containsExactly("was sent");
    }

    @Test
    void aFolderGivesWhatSomeCarrierReads(@TempDir Path folder) throws Exception {
        for (String n : List.of("b.fbx", "a.usda", "notes.txt")) {
            Files.createFile(folder.resolve(n));
        }
        Files.createDirectory(folder.resolve("deeper"));
        assertThat(GatherModel.files(folder).stream().map(p -> p.getFileName().toString()))
                .containsExactly("a.usda", "b.fbx");
        assertThat(GatherModel.files(folder.resolve("gone"))).isEmpty();
        assertThat(GatherModel.files(null)).isEmpty();
    }

    @Test
    void theDemoIsNotToldAgainUnderLately() {
        Path demo = Path.of("/data/demo");
        List<Path> recent = List.of(Path.of("/data/demo/a.fbx"), Path.of("/work/b.fbx"));
        assertThat(GatherModel.lately(recent, demo)).containsExactly(Path.of("/work/b.fbx"));
        assertThat(GatherModel.lately(recent, null)).isEqualTo(recent);
    }

    @Test
    void aCardTellsTheAssetInTwoLines() {
        assertThat(GatherModel.facts(WOMAN))
                .matches("\\d\\.\\d{3} m high · .*points · .*joints · .*")
                .endsWith(String.join(
                        ", ", WOMAN.clips().stream().map(c -> c.name()).toList()));
        assertThat(GatherModel.facts(Scene.bare("x", Stage.COMMON))).isEqualTo("0 points · 0 joints");
        assertThat(GatherModel.more(asset("a.fbx"))).startsWith("FBX binary 7.5, 2.5 MB, ");
        assertThat(GatherModel.cameBack(Path.of("a_from_elsewhere.fbx"))).isTrue();
        assertThat(GatherModel.cameBack(Path.of("a.fbx"))).isFalse();
    }

    @Test
    void thePictureIsTakenWhereSomethingMoves() {
        assertThat(GatherModel.moment(WOMAN))
                .isCloseTo(
                        WOMAN.clips().getFirst().startSeconds()
                                + 0.3 * WOMAN.clips().getFirst().length(),
                        within(1e-12));
        Stage s = Stage.COMMON.withRange(1, 3);
        assertThat(GatherModel.moment(Scene.bare("x", s))).isCloseTo(2.2, within(1e-12));
    }

    private static CrossingFile kept(String returned, String signedBy) {
        return new CrossingFile(
                "a.fbx",
                "sent.fbx",
                "",
                returned,
                "",
                List.of(),
                List.of(),
                "drifted",
                signedBy,
                "",
                CompareSettings.USUAL);
    }

    @Test
    void aKeptCrossingTellsItsFilesAndWhoSignedIt() {
        assertThat(GatherModel.sides(kept("", ""))).isEqualTo("sent.fbx → nothing yet");
        assertThat(GatherModel.sides(kept("back.fbx", ""))).isEqualTo("sent.fbx → back.fbx");
        assertThat(GatherModel.verdict(kept("", ""))).isEqualTo("drifted, not signed off");
        assertThat(GatherModel.verdict(kept("", "Mira"))).isEqualTo("drifted, signed off by Mira");
    }
}
