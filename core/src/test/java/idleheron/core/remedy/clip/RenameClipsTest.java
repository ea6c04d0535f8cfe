package idleheron.core.remedy.clip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class RenameClipsTest {
    private static final Scene THREE = Scene.bare("s", Stage.COMMON)
            .withClips(Stream.of("a", "b", "c")
                    .map(n -> new Clip(n, 0, 1, FrameRate.of(24), List.of(), List.of()))
                    .toList());

    private static List<String> names(Map<String, String> table) {
        return new RenameClips(table)
                .apply(THREE).clips().stream().map(Clip::name).toList();
    }

    @Test
    void namesAreGivenAndNobodysIsTaken() {
        assertThat(names(Map.of("a", "idle"))).containsExactly("idle", "b", "c");
        assertThat(names(Map.of("a", "idle", "c", "b"))).containsExactly("idle", "b", "c");
        assertThat(names(Map.of("a", "b", "b", "a"))).as("two change places").containsExactly("b", "a", "c");
        assertThat(new RenameClips(Map.of("x", "y")).apply(THREE)).isSameAs(THREE);
    }

    @Test
    void saysWhatItDoes() {
        RenameClips one = new RenameClips(Map.of("a", "idle"));
        assertThat(one.title()).isEqualTo("Call it idle");
        assertThat(one.describe()).isEqualTo("a is called idle.");
        assertThat(one.type()).isSameAs(RenameClips.TYPE);
        RenameClips two = new RenameClips(Map.of("b", "walk", "a", "idle"));
        assertThat(two.title()).isEqualTo("Rename the clips");
        assertThat(two.describe()).isEqualTo("a is called idle, b is called walk.");
        assertThatThrownBy(() -> new RenameClips(Map.of("a", " ")))
                .hasMessage("rename-clips needs the name of a clip and another one, found a: ");
        assertThatThrownBy(() -> new RenameClips(Map.of("", "x"))).isInstanceOf(IllegalArgumentException.class);
    }
}
