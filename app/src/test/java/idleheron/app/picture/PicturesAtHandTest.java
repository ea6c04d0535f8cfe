package idleheron.app.picture;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.PictureHome;
import idleheron.core.picture.Pixels;
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
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PicturesAtHandTest {
    @TempDir
    Path folder;

    /** 8 by 4 texels: red 40 on the left half and 200 on the right one, green 100, blue 7, alpha 250. */
    private static byte[] picture() throws IOException {
        Pixels p = Pixels.empty(8, 4, 4, 8);
        for (int i = 0; i < 32; i++) {
            p.values()[4 * i] = (char) (i % 8 < 4 ? 40 : 200);
            p.values()[4 * i + 1] = 100;
            p.values()[4 * i + 2] = 7;
            p.values()[4 * i + 3] = 250;
        }
        return PictureWriter.written(p, "png");
    }

    private Path put(String name) throws IOException {
        Path file = folder.resolve(name);
        Files.createDirectories(Objects.requireNonNull(file.getParent()));
        return Files.write(file, picture());
    }

    private Scene scene() throws IOException {
        put("maps/tar.png");
        put("deck_normal.png");
        put("maps/deep/er/far.png");
        Material m = new Material(
                "hull",
                "phong",
                new Vec3(1, 1, 1),
                1,
                List.of(new Material.Use(Material.DIFFUSE, 0), new Material.Use("NormalMap", 1)),
                List.of());
        return Scene.bare("hull", Stage.COMMON)
                .withTextures(List.of(
                        new Texture("tar", "maps\\tar.png", "maps\\tar.png", true),
                        new Texture("inside", "inside.png", "", true).withContent(picture()),
                        new Texture("gone", "C:/work/gone.png", "", false),
                        new Texture("tar again", "maps\\tar.png", "maps\\tar.png", true)))
                .withMaterials(List.of(m))
                .with(PictureHome.KEY, List.of(new PictureHome(folder)));
    }

    @Test
    void linksAreToldOnceAndWhatLiesBesideIsNotLinked() throws IOException {
        PicturesAtHand all = PicturesAtHand.of(scene(), Progress.NONE);
        assertThat(all.linked())
                .extracting(PicturesAtHand.Picture::name)
                .containsExactly("tar.png", "inside.png", "gone.png");
        PicturesAtHand.Picture tar = all.linked().getFirst();
        assertThat(tar.path()).isEqualTo("maps/tar.png");
        assertThat(tar.users()).containsExactly("hull: colour");
        assertThat(Objects.requireNonNull(Objects.requireNonNull(tar.look()).before())
                        .width())
                .isEqualTo(8);
        assertThat(tar.look().small()).hasSize(1);
        PicturesAtHand.Picture inside = all.linked().get(1);
        assertThat(Objects.requireNonNull(Objects.requireNonNull(inside.look()).before())
                        .height())
                .isEqualTo(4);
        assertThat(inside.path()).isEqualTo("inside.png");
        assertThat(all.linked().getLast().look()).isNull();
        assertThat(all.linked().getLast().users()).isEmpty();
        // three folders deep: maps/deep/er is one too many
        assertThat(all.beside()).extracting(PicturesAtHand.Picture::path).containsExactly("deck_normal.png");
        assertThat(all.more()).isZero();
    }

    @Test
    void whatBecomesOfOneIsToldWithItsFigures() throws IOException {
        Scene scene = PictureEdit.added(scene(), new PictureEdit("tar.png", PictureEdit.Change.TURN_GREEN));
        PicturesAtHand all = PicturesAtHand.of(scene, Progress.NONE);
        // green 100 becomes 155: 55 of 255 in one of four channels
        assertThat(all.linked().getFirst().sent())
                .startsWith("green turned; differs by 13.75 of 255 on average, by 55 at worst, at 0, 0; ")
                .contains(" bytes → ");
        assertThat(all.linked().get(1).sent()).isEmpty();
    }

    @Test
    void ofManyOnlySomeAreLookedAt() throws IOException {
        for (int i = 0; i < 65; i++) {
            put("many/p" + i + ".png");
        }
        PicturesAtHand all = PicturesAtHand.of(scene(), Progress.NONE);
        assertThat(all.beside()).hasSize(60);
        assertThat(all.beside().getFirst().path()).isEqualTo("deck_normal.png");
        assertThat(all.more()).isEqualTo(6);
    }

    @Test
    void aChannelIsGreyAndOpaque() throws IOException {
        PicturesJob.Seen seen = new PicturesJob.Seen(put("a.png"), null);
        PictureChannel.Shown all = Objects.requireNonNull(PictureChannel.ALL.of(seen, 512, List.of()));
        assertThat(all.argb()[0]).isEqualTo(0xfa286407);
        assertThat(Objects.requireNonNull(PictureChannel.RED.of(seen, 512, List.of()))
                        .argb())
                .startsWith(0xff282828)
                .endsWith(0xffc8c8c8);
        assertThat(Objects.requireNonNull(PictureChannel.BLUE.of(seen, 512, List.of()))
                        .argb())
                .containsOnly(0xff070707);
        assertThat(Objects.requireNonNull(PictureChannel.ALPHA.of(seen, 512, List.of()))
                        .argb())
                .containsOnly(0xfffafafa);
        assertThat(Objects.requireNonNull(PictureChannel.GREEN.of(seen, 512, List.of(PictureEdit.Change.TURN_GREEN)))
                        .argb())
                .as("as it will be sent")
                .containsOnly(0xff9b9b9b);
        assertThat(Objects.requireNonNull(PictureChannel.ALL.of(seen, 4, List.of()))
                        .width())
                .isEqualTo(4);
        assertThat(PictureChannel.ALL.of(new PicturesJob.Seen(folder.resolve("no.png"), null), 4, List.of()))
                .isNull();
    }
}
