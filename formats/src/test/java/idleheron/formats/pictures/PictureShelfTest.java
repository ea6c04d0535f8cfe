package idleheron.formats.pictures;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.picture.PictureHome;
import idleheron.core.picture.Texels;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PictureShelfTest {
    private static final int RED = 0xFFFF0000;
    private static final int BLUE = 0xFF0000FF;

    @TempDir
    Path folder;

    private final Deque<Runnable> waiting = new ArrayDeque<>();
    private final AtomicInteger arrived = new AtomicInteger();
    private final PictureShelf shelf = new PictureShelf(waiting::add, arrived::incrementAndGet, 1 << 30);

    private Scene scene(Texture... textures) {
        Scene s = Scene.bare("s", Stage.COMMON).withTextures(List.of(textures));
        return PictureHome.around(folder.resolve("hero.fbx"), s);
    }

    private static Texture link(String path) {
        return new Texture("t", path, path, true);
    }

    private void put(String name, int argb) throws IOException {
        Files.write(folder.resolve(name), PictureWriter.png(1, 1, new int[] {argb}));
    }

    @Test
    void aPictureComesWhenItWasReadAndThenTheSameOne() throws IOException {
        put("a.png", RED);
        Scene s = scene(link("a.png"), link("sub/a.png"));
        long before = shelf.version();
        assertThat(shelf.of(s, 0, false)).isSameAs(Texels.COMING);
        assertThat(shelf.of(s, 1, false)).isSameAs(Texels.COMING);
        assertThat(waiting).hasSize(1);
        assertThat(shelf.version()).isEqualTo(before);
        waiting.remove().run();
        assertThat(arrived).hasValue(1);
        assertThat(shelf.version()).isNotEqualTo(before);
        Texels had = shelf.of(s, 0, false);
        assertThat(had.at(0, 0, 0)).isEqualTo(RED);
        assertThat(shelf.of(scene(link("a.png")), 0, false)).isSameAs(had);
        assertThat(waiting).isEmpty();
    }

    @Test
    void aFileThatChangedIsReadAgain() throws IOException {
        put("a.png", RED);
        Scene s = scene(link("a.png"));
        PictureShelf now = PictureShelf.waiting();
        assertThat(now.of(s, 0, false).at(0, 0, 0)).isEqualTo(RED);
        put("a.png", BLUE);
        Files.setLastModifiedTime(folder.resolve("a.png"), FileTime.fromMillis(1_000_000));
        assertThat(now.of(s, 0, false).at(0, 0, 0)).isEqualTo(BLUE);
    }

    @Test
    void oneThatAFileCarriesNeedsNoFolder() {
        byte[] inside = PictureWriter.png(1, 1, new int[] {BLUE});
        Scene s = scene(link("gone.png").withContent(inside));
        assertThat(PictureShelf.waiting()
                        .of(s.with(PictureHome.KEY, List.of()), 0, false)
                        .at(0, 0, 0))
                .isEqualTo(BLUE);
    }

    @Test
    void whatIsNotThereOrNoPictureIsMissing() throws IOException {
        Files.writeString(folder.resolve("words.png"), "no picture");
        Scene s = scene(link("gone.png"), link("words.png"));
        assertThat(shelf.of(s, 0, false)).isSameAs(Texels.MISSING);
        assertThat(waiting).isEmpty();
        assertThat(PictureShelf.waiting().of(s, 1, false)).isSameAs(Texels.MISSING);
    }

    @Test
    void aScenePutTogetherLooksInAllItsFolders() throws IOException {
        Files.createDirectory(folder.resolve("other"));
        Files.write(folder.resolve("other/a.png"), PictureWriter.png(1, 1, new int[] {BLUE}));
        Scene s = scene(link("a.png"))
                .with(PictureHome.KEY, List.of(new PictureHome(folder), new PictureHome(folder.resolve("other"))));
        assertThat(PictureShelf.waiting().of(s, 0, false).at(0, 0, 0)).isEqualTo(BLUE);
    }

    @Test
    void theOldestGoesWhenAllTakeTooMuchButNotWhileItIsDrawn() throws IOException {
        List<Integer> reads = new ArrayList<>();
        PictureShelf small = new PictureShelf(
                r -> {
                    reads.add(1);
                    r.run();
                },
                () -> {},
                10);
        put("a.png", RED);
        put("b.png", BLUE);
        put("c.png", 0xFF00FF00);
        Scene s = scene(link("a.png"), link("b.png"), link("c.png"));
        Texels a = small.of(s, 0, false);
        Texels b = small.of(s, 1, false);
        Texels c = small.of(s, 2, false);
        // 4 bytes each, and room for two: the first went, and is had again without being read
        assertThat(reads).hasSize(3);
        for (int i = 0; i < 4; i++) {
            assertThat(small.of(s, 0, false)).isSameAs(a);
            assertThat(small.of(s, 1, false)).isSameAs(b);
            assertThat(small.of(s, 2, false)).isSameAs(c);
        }
        assertThat(reads).hasSize(3);
    }

    @Test
    void picturesOfOneSceneAreReadAsSmallAsAllOfThemFit() throws IOException {
        int side = 512;
        Files.write(folder.resolve("a.png"), PictureWriter.png(side, side, new int[side * side]));
        long room = 4L << 20;
        PictureShelf small = new PictureShelf(Runnable::run, () -> {}, room);
        Texture[] many = new Texture[50];
        java.util.Arrays.fill(many, link("a.png"));
        Texels one = small.of(scene(many), 0, false);
        assertThat(one.width()).isEqualTo(64); // 50 of 128 would take 4.4 MB
        assertThat(50 * one.bytes()).isLessThan(room / 2);
        assertThat(small.of(scene(link("a.png")), 0, false).width()).isEqualTo(512);
    }

    @Test
    void aPictureThatSaysItIsEndlessTakesNoMemory() {
        // a PNG head of 20,000 by 20,000 texels and nothing behind it
        byte[] head = PictureWriter.png(1, 1, new int[] {RED});
        for (int at : new int[] {16, 20}) {
            head[at + 2] = 0x4E;
            head[at + 3] = 0x20;
        }
        assertThat(PictureReader.texels(head, false, 4096, List.of())).isNull();
        assertThat(PictureReader.read(head)).isNull();
    }
}
