package idleheron.app.round;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.app.UsageException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RoundItemsTest {
    @TempDir
    Path folder;

    @BeforeEach
    void files() throws IOException {
        for (String f : List.of(
                "clips/walk.fbx",
                "clips/wade.fbx",
                "clips/night/wade.fbx",
                "clips/night/notes.txt",
                "clips/.hidden/x.fbx",
                "clips/.y.fbx",
                "clips/made/old.fbx",
                "smoke/smoke.0001.vdb",
                "smoke/smoke.0002.vdb",
                "smoke/smoke.0003.vdb",
                "rig.usda")) {
            Path at = folder.resolve(f);
            Files.createDirectories(at.getParent());
            Files.writeString(at, f);
        }
    }

    private List<RoundItem> of(String... inputs) throws IOException {
        return RoundItems.of(Rounds.of(folder, "clips/made", inputs));
    }

    private List<String> targets(String... inputs) throws IOException {
        return of(inputs).stream().map(RoundItem::target).toList();
    }

    @Test
    void aFolderIsTakenWithAllBelowButWhatIsHiddenOrWritten() throws IOException {
        assertThat(targets("clips")).containsExactly("night/wade.fbx", "wade.fbx", "walk.fbx");
        assertThat(of("clips").getFirst())
                .isEqualTo(new RoundItem(
                        "clips/night/wade.fbx", folder.resolve("clips/night/wade.fbx"), "night/wade.fbx", 20));
    }

    @Test
    void aFileGoesUnderItsName() throws IOException {
        assertThat(targets("clips/night/wade.fbx", "rig.usda")).containsExactly("wade.fbx", "rig.usda");
        assertThat(targets("rig.usda", "rig.usda")).as("told twice").containsExactly("rig.usda");
        assertThatThrownBy(() -> of("clips/night/wade.fbx", "clips/wade.fbx"))
                .isInstanceOf(UsageException.class)
                .hasMessage("two files would go to wade.fbx: clips/night/wade.fbx and clips/wade.fbx");
    }

    @Test
    void aPatternKeepsTheFoldersBelowItsFixedPart() throws IOException {
        assertThat(targets("clips/*.fbx")).containsExactly("wade.fbx", "walk.fbx");
        assertThat(targets("clips/**/w*.fbx")).containsExactly("night/wade.fbx");
        assertThat(targets("**.usda")).containsExactly("rig.usda");
        assertThat(targets("cl*/wa?k.fbx")).containsExactly("clips/walk.fbx");
        assertThatThrownBy(() -> of("clips/z*.fbx")).hasMessage("nothing is like clips/z*.fbx");
        assertThatThrownBy(() -> of("clips/[.fbx")).hasMessageContaining("expected a pattern such as clips/*.fbx");
    }

    @Test
    void aListKeepsFoldersAndMayNameWhatAnInputMay() throws IOException {
        Files.writeString(folder.resolve("list.txt"), "# ours\n\nclips/night/wade.fbx\n  clips/walk.fbx\nsmoke\n");
        assertThat(targets("@list.txt")).containsExactly("clips/night/wade.fbx", "clips/walk.fbx", "smoke.####.vdb");
        assertThat(targets("@list.txt", "@list.txt")).as("told twice").hasSize(3);
        Files.writeString(folder.resolve("list.txt"), folder.resolve("clips/walk.fbx") + "\n");
        assertThat(targets("@list.txt")).containsExactly("walk.fbx");
        Files.writeString(folder.resolve("list.txt"), "@list.txt\n");
        assertThatThrownBy(() -> of("@list.txt")).hasMessage("the list list.txt leads back to itself");
        assertThatThrownBy(() -> of("@none.txt")).hasMessageStartingWith("no list at ");
    }

    @Test
    void numberedFilesOfAFolderAreOne() throws IOException {
        RoundItem smoke = of("smoke").getFirst();
        assertThat(of("smoke")).hasSize(1);
        assertThat(smoke.target()).isEqualTo("smoke.####.vdb");
        assertThat(smoke.bytes()).isEqualTo(3 * "smoke/smoke.0001.vdb".length());
        assertThat(targets("smoke/smoke.0002.vdb")).containsExactly("smoke.0002.vdb");
    }

    @Test
    void anotherCarrierGetsAnotherEnding() throws IOException {
        Round r = Rounds.of(folder, "out", "clips");
        List<RoundItem> all = RoundItems.of(new Round(r.base(), r.inputs(), "", "", "", r.out(), "usdc", ""));
        assertThat(all).extracting(RoundItem::target).contains("night/wade.usdc", "made/old.usdc");
    }

    @Test
    void nothingIsToldAsThat() throws IOException {
        Files.createDirectories(folder.resolve("empty"));
        assertThatThrownBy(() -> of("empty")).hasMessage("there is no file to make ready");
        assertThat(targets("gone.fbx")).as("told when it is read").containsExactly("gone.fbx");
    }
}
