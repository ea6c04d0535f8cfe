package idleheron.app.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.formats.disk.Drafts;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class DeliveryTreeTest {
    private static final Path TOP = Path.of("out").toAbsolutePath();

    private static Drafts.Placing file(String name, Drafts.Change change, long bytes) {
        return new Drafts.Placing(TOP.resolve(name), change, bytes);
    }

    @Test
    void filesStandInTheirFolders() {
        assertThat(DeliveryTree.lines(
                        Path.of("out/woman.fbx"),
                        List.of(
                                file("pictures/b.png", Drafts.Change.SAME, 1_500),
                                file("woman.fbx", Drafts.Change.NEW, 12),
                                file("pictures/a.png", Drafts.Change.CHANGED, 2_000_000),
                                new Drafts.Placing(TOP.resolveSibling("elsewhere/c.png"), Drafts.Change.NEW, 7))))
                .containsExactly(
                        "woman.fbx: 12 bytes, new",
                        TOP.resolveSibling("elsewhere") + "/",
                        "  c.png: 7 bytes, new",
                        "pictures/",
                        "  a.png: 2.0 MB, changed",
                        "  b.png: 2 kB, same");
    }
}
