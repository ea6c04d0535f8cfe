package idleheron.desktop;

import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;

/** Every screen in every size, in one theme or the other, with every kind of asset but characters: nothing overflows, is cut, overlaps, lacks a name or is too faint. */
class KindsLayoutWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private LayoutStory story = new LayoutStory(open, Path.of(""));

    @BeforeAll
    static void data() throws Exception {
        LayoutStory.data(demo);
    }

    @BeforeEach
    void begin() {
        story = new LayoutStory(open, demo);
    }

    @Test
    void aVolumeThatCameBack() throws Exception {
        story.crossing("volume", DemoData.SMOKE, "volume sequence", DemoData.SMOKE_RETURNED);
    }

    @Test
    void aCacheThatCameBack() throws Exception {
        story.crossing("cache", DemoData.REEDS, "cache", DemoData.REEDS_RETURNED);
        story.sheets("cache", KeyCode.DIGIT3, "Change the cache…");
    }

    @Test
    void aGarmentThatCameBack() throws Exception {
        story.crossing("garment", DemoData.CAPE, "points", DemoData.CAPE_RETURNED);
    }

    @Test
    void anAvatarThatCameBack() throws Exception {
        story.crossing("avatar", DemoData.AVATAR, "roles", DemoData.AVATAR_RETURNED);
        story.sheets("avatar", KeyCode.DIGIT3, "Roles…", "Terms…");
    }

    @Test
    void aStage() throws Exception {
        story.open(DemoData.STAGE, "Checked without a destination");
        story.stones("stage");
        story.sheets("stage", KeyCode.DIGIT2, "Layer by layer");
    }
}
