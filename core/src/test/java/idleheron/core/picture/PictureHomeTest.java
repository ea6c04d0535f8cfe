package idleheron.core.picture;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Where pictures of a scene are looked for. */
class PictureHomeTest {
    private static final Path FILE = Path.of("/rig/tide/postwoman.fbx");
    private static final Scene BARE = Scene.bare("s", Stage.COMMON);
    private static final Scene SHOWN = BARE.withTextures(List.of(new Texture("t", "a.png", "a.png", true)));

    private static List<Path> homes(Scene s) {
        return s.parts().of(PictureHome.KEY).stream().map(PictureHome::folder).toList();
    }

    @Test
    void besideTheFileFirstAndThenWhereItsReaderKnows() {
        Path inside = Path.of("/rig/tide/maps");
        Scene known = SHOWN.with(PictureHome.KEY, List.of(new PictureHome(inside)));
        assertThat(homes(PictureHome.around(FILE, SHOWN))).containsExactly(Path.of("/rig/tide"));
        assertThat(homes(PictureHome.around(FILE, known))).containsExactly(Path.of("/rig/tide"), inside);
        assertThat(homes(PictureHome.around(FILE, PictureHome.around(FILE, known))))
                .as("once")
                .containsExactly(Path.of("/rig/tide"), inside);
        assertThat(homes(PictureHome.around(Path.of("here.fbx"), SHOWN)))
                .containsExactly(Path.of("").toAbsolutePath());
    }

    @Test
    void withoutPicturesOrAFolderThereIsNothingToLookFor() {
        assertThat(PictureHome.around(FILE, BARE)).isSameAs(BARE);
        assertThat(PictureHome.around(Path.of("/"), SHOWN)).isSameAs(SHOWN);
    }
}
