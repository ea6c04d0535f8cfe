package idleheron.app.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.job.Progress;
import idleheron.core.picture.Pixels;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.SceneFiles;
import idleheron.formats.pictures.PictureWish;
import idleheron.formats.pictures.PictureWriter;
import idleheron.formats.spi.SceneFormat;
import idleheron.rehearsal.demo.FootbridgeBell;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PicturesJobTest {
    private static final PictureWish HALF = new PictureWish("tga", 0, 4, false, "", List.of(), 0);

    @TempDir
    Path folder;

    private Path flat(String name, int value) throws IOException {
        Pixels p = Pixels.empty(8, 8, 3, 8);
        Arrays.fill(p.values(), (char) value);
        Path file = folder.resolve(name);
        Files.createDirectories(Objects.requireNonNull(file.getParent()));
        return Files.write(file, PictureWriter.written(p, "png"));
    }

    private PicturesJob job(Path... in) {
        return new PicturesJob(List.of(in), HALF, folder.resolve("out"), PicturesJob.SAME, false, false);
    }

    @Test
    void whatIsCancelledLeavesWhatIsDone() throws IOException {
        for (int i = 0; i < 12; i++) {
            flat("in/p" + i + ".png", i * 20);
        }
        AtomicInteger told = new AtomicInteger();
        assertThatThrownBy(() -> job(folder.resolve("in")).run((done, what) -> {
                    assertThat(done).isBetween(0.0, 1.0);
                    assertThat(what).contains(".png, ").endsWith(" MB");
                    if (told.incrementAndGet() > 4) {
                        throw new CancellationException("enough");
                    }
                }))
                .isInstanceOf(CancellationException.class);
        try (var files = Files.list(folder.resolve("out"))) {
            assertThat(files.map(f -> String.valueOf(f.getFileName())).toList())
                    .isNotEmpty()
                    .hasSizeLessThan(12)
                    .allMatch(f -> f.endsWith(".tga"));
        }
    }

    @Test
    void whatLooksTheSameIsToldOfBoth() throws IOException {
        List<PictureDone> done = job(flat("a.png", 100), flat("b.png", 103), flat("c.png", 160), flat("d.png", 100))
                .run(Progress.NONE);
        assertThat(done.get(0).alike())
                .containsExactlyInAnyOrder(
                        new PictureDone.Alike(folder.resolve("b.png"), false),
                        new PictureDone.Alike(folder.resolve("d.png"), true));
        assertThat(done.get(2).alike()).isEmpty();
        assertThat(done.get(0).lines())
                .contains("resized, written as tga; no texel differs")
                .anyMatch(l -> l.equals("the same as " + folder.resolve("d.png")));
    }

    /** Of two pictures of one name the one that the path tells of; a name that is almost the same; and one like none. */
    @Test
    void aModelIsLinkedByPathThenByNameThenByTheNearest() throws IOException {
        Path in = folder.resolve("in");
        flat("in/hull/wood.png", 50);
        flat("in/mast/wood.png", 90);
        flat("in/sail_colour.png", 200);
        List<Texture> textures = List.of(
                new Texture("w", "mast/wood.png", "mast/wood.png", true),
                new Texture("s", "sail_color.png", "sail_color.png", true),
                new Texture("n", "anchor.png", "anchor.png", true));
        Path model = folder.resolve("boat.fbx");
        Scene s = FootbridgeBell.scene();
        Material wood = s.materials().getFirst();
        List<Material.Use> uses = List.of(
                new Material.Use("EmissiveColor", 0),
                new Material.Use(Material.DIFFUSE, 1),
                new Material.Use("Bump", 2));
        List<Material> all = new ArrayList<>(s.materials());
        all.set(0, new Material(wood.name(), wood.model(), wood.diffuse(), 1, uses, List.of()));
        SceneFormat fbx = SceneFiles.named("FBX");
        SceneFiles.write(s.withTextures(textures).withMaterials(all), model, fbx, "binary 7.5", true, Progress.NONE);
        List<PictureDone> done = job(in).run(Progress.NONE);
        PictureLinks links = new PictureLinks(model, folder.resolve("out"), false);
        links.check();
        PictureLinks.Result r = links.run(done, Progress.NONE);
        assertThat(r.linked())
                .containsEntry("wood.png", "mast/wood.tga")
                .containsEntry("sail_color.png", "sail_colour.tga");
        assertThat(r.near()).containsExactly("sail_color.png");
        assertThat(r.missing()).containsExactly("anchor.png");
        assertThat(SceneFiles.read(folder.resolve("out/boat.fbx"), Progress.NONE)
                        .scene()
                        .textures())
                .extracting(Texture::relative)
                .contains("mast/wood.tga", "sail_colour.tga");
    }
}
