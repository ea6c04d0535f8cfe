package idleheron.core.character.check;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.clip.RenameClips;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class WantedClipsTest {
    private static Scene scene(String... clips) {
        return Scene.bare("s", Stage.COMMON)
                .withClips(Arrays.stream(clips)
                        .map(n -> new Clip(n, 0, 1, FrameRate.of(24), List.of(), List.of()))
                        .toList());
    }

    private static List<Finding> told(Scene s, String... wanted) {
        Convention.Asks asks = Convention.Asks.NOTHING.with(new Convention.Clips("", false, List.of(wanted)));
        List<Finding> out = new ArrayList<>();
        WantedClips.missing(
                new Facts(s), new Convention("c", "Quay", AxisSystem.COMMON, 1, null, 0, false, true, asks), out);
        return out;
    }

    private static void mends(Finding f, @Nullable Map<String, String> table) {
        assertThat(f.remedy()).isEqualTo(table == null ? null : new RenameClips(table));
    }

    @Test
    void nothingIsToldWhereAllAreThere() {
        assertThat(told(scene("idle", "walk"), "walk", "idle")).isEmpty();
        assertThat(told(scene("idle"))).isEmpty();
        List<Finding> out = new ArrayList<>();
        WantedClips.missing(new Facts(scene("idle")), null, out);
        assertThat(out).isEmpty();
    }

    @Test
    void aMissingOneIsToldWithTheNearestName() {
        Finding f = told(scene("rig|Idle_01", "walk", "throw"), "idle", "walk").getFirst();
        assertThat(f.code()).isEqualTo("wanted-clips-missing");
        assertThat(f.severity()).isEqualTo(Severity.BREAKS);
        assertThat(f.title()).isEqualTo("1 clip that is looked for is missing");
        assertThat(f.message()).isEqualTo("Quay looks for idle by name. rig|Idle_01 may be idle.");
        assertThat(f.figure().value()).isEqualTo(1);
        mends(f, Map.of("rig|Idle_01", "idle"));
    }

    @Test
    void eachNameIsGivenOnceAndTheNearestFirst() {
        Finding f =
                told(scene("walk_slow", "walks", "wade"), "walk", "walk_fast").getFirst();
        assertThat(f.title()).isEqualTo("2 clips that are looked for are missing");
        // walk is a word of walk_slow; walks is a fifth from walk but is left with nothing nearer
        mends(f, Map.of("walk_slow", "walk"));
        assertThat(f.message()).contains("walk_slow may be walk.");
    }

    @Test
    void oneThatIsLookedForItselfKeepsItsName() {
        Finding f = told(scene("run_fast"), "run", "run_fast").getFirst();
        mends(f, null);
        assertThat(f.message()).isEqualTo("Quay looks for run by name. No clip is called like it.");
        assertThat(f.likelyCause()).isEqualTo("They were left out or not made.");
    }

    @Test
    void onceRenamedItIsNotTold() {
        Scene mended = new RenameClips(Map.of("a", "idle")).apply(scene("a", "b"));
        assertThat(told(mended, "idle")).isEmpty();
    }
}
