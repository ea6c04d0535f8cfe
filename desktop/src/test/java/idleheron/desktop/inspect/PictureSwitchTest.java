package idleheron.desktop.inspect;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import java.util.List;
import org.junit.jupiter.api.Test;

class PictureSwitchTest {
    @Test
    void whatIsHatchedIsToldByName() {
        assertThat(PictureSwitch.text(List.of())).isEmpty();
        assertThat(PictureSwitch.text(List.of("a.png"))).isEqualTo("Hatched: a.png is missing or cannot be read");
        assertThat(PictureSwitch.text(List.of("a.png", "b.png", "c.png", "d.png", "e.png")))
                .isEqualTo("Hatched: a.png, b.png, c.png and 2 more are missing or cannot be read");
    }

    @Test
    void itIsThereForScenesWithPictures() {
        Scene bare = Scene.bare("s", Stage.COMMON);
        assertThat(PictureSwitch.isFor(bare.withMaterials(List.of(new Material("m", "phong", Vec3.ONE, 1, -1)))))
                .isFalse();
        assertThat(PictureSwitch.isFor(bare.withMaterials(List.of(new Material("m", "phong", Vec3.ONE, 1, 0)))))
                .isTrue();
    }
}
