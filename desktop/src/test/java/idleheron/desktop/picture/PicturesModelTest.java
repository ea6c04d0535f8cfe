package idleheron.desktop.picture;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.app.picture.PicturesAtHand;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureHome;
import idleheron.core.picture.Pixels;
import idleheron.core.remedy.material.PutPicture;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.formats.pictures.PictureWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PicturesModelTest {
    @TempDir
    Path folder;

    private PicturesModel model;

    @BeforeEach
    void look() throws IOException {
        Files.write(folder.resolve("deck_color.png"), PictureWriter.written(Pixels.empty(8, 4, 3, 8), "png"));
        Material hull = new Material(
                "hull",
                "phong",
                new Vec3(1, 1, 1),
                1,
                List.of(new Material.Use(Material.DIFFUSE, 0), new Material.Use("Shine", 0)),
                List.of());
        Scene scene = Scene.bare("hull", Stage.COMMON)
                .withTextures(List.of(new Texture("tar", "tar.png", "tar.png", false)))
                .withMaterials(List.of(hull, new Material("deck", "phong", new Vec3(1, 1, 1), 1, -1)))
                .with(PictureHome.KEY, List.of(new PictureHome(folder)))
                .with(PictureEdit.KEY, List.of(new PictureEdit("tar.png", PictureEdit.Change.FILL_ALPHA)));
        Finding note = Finding.of("n", Severity.NOTE, Topic.MATERIALS)
                .says("Twice", "It is there twice.")
                .measured(Figure.of(1, "files", "deck_color.png"));
        Finding drift = Finding.of("d", Severity.DRIFTS, Topic.MATERIALS)
                .says("Dark", "It is dark.")
                .measured(Figure.of(1, "files", "deck_color.png"));
        Finding other = drift.measured(Figure.of(1, "files", "other.png"));
        model = PicturesModel.of(scene, List.of(note, other, drift), Progress.NONE);
    }

    private PicturesAtHand.Picture deck() {
        return model.all().beside().getFirst();
    }

    @Test
    void everyMaterialHasTheUsualPlacesBesideThoseThatItHas() {
        assertThat(model.slots().keySet()).containsExactly("hull", "deck");
        assertThat(Objects.requireNonNull(model.slots().get("hull")))
                .extracting(PicturesModel.Slot::text)
                .containsExactly(
                        "colour: tar.png", "Shine: tar.png", "normals: none", "emission: none", "opacity: none");
        List<PicturesModel.Slot> deck = Objects.requireNonNull(model.slots().get("deck"));
        assertThat(deck).extracting(PicturesModel.Slot::property).startsWith("DiffuseColor", "NormalMap");
        assertThat(PicturesModel.suits(deck.getFirst(), deck())).isTrue();
        assertThat(PicturesModel.suits(deck.get(1), deck())).isFalse();
        assertThat(PicturesModel.put(deck.getFirst(), deck()))
                .isEqualTo(new PutPicture("deck", "DiffuseColor", "deck_color.png"));
    }

    @Test
    void aPictureIsToldWithWhatIsNoticedAndDone() {
        PicturesAtHand.Picture tar = model.all().linked().getFirst();
        assertThat(PicturesModel.told(tar)).containsExactly("not found");
        assertThat(model.mark(tar)).isEqualTo(Verdict.DRIFTED);
        assertThat(model.lines(tar)).containsExactly("There is no file at tar.png.", "hull: colour, Shine");
        assertThat(PicturesModel.told(deck())).containsExactly("colour", "8 × 4 px");
        assertThat(model.findings(deck())).extracting(Finding::code).containsExactly("n", "d");
        assertThat(model.mark(deck())).isEqualTo(Verdict.DRIFTED);
        assertThat(model.lines(deck())).contains("On no material.");
    }
}
