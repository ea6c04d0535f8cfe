package idleheron.core.view.asset;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.finding.Facts;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.math.Vec3;
import idleheron.core.pair.Held;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Scene;
import idleheron.core.view.compare.Views;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What is shown of a camera with a 50 mm lens and a lamp, and of others beside them. */
class ViewAssetsTest {
    private static final ViewAssets KIND = new ViewAssets();
    private static final Scene BOTH = Views.scene();
    private static final Scene CAMERA = BOTH.withLights(List.of());
    private static final Scene LAMP = BOTH.withCameras(List.of());
    private static final Scene NONE = CAMERA.withCameras(List.of());

    @Test
    void camerasOrLightsAloneMakeIt() {
        assertThat(KIND.isIn(BOTH)).isTrue();
        assertThat(KIND.isIn(CAMERA)).isTrue();
        assertThat(KIND.isIn(LAMP)).isTrue();
        assertThat(KIND.isIn(NONE)).isFalse();
        assertThat(KIND.word(CAMERA)).isEqualTo("camera");
        assertThat(KIND.word(LAMP)).isEqualTo("lights");
        assertThat(KIND.word(BOTH)).isEqualTo("cameras and lights");
        assertThat(KIND.summary(BOTH)).isEqualTo("1 camera · 1 light");
    }

    @Test
    void linesSayLensFilmAndCone() {
        List<String> lines = KIND.lines(BOTH).stream().map(FactLine::text).toList();
        assertThat(lines).hasSize(2);
        assertThat(lines.get(0)).startsWith("shot: ").contains("50 mm", "39.60", "36 × 24", "0.100", "100 m");
        assertThat(lines.get(1)).startsWith("lamp: spot").contains("2", "20", "40");
        Camera flat = new Camera("plan", 50, 36, 24, 0.1, 100, true, 2.5);
        Light sun = new Light("sun", "directional", new Vec3(1, 1, 1), 3, 20, 40, 0);
        List<String> others =
                KIND.lines(Views.with(flat, sun)).stream().map(FactLine::text).toList();
        assertThat(others.get(0)).contains("orthographic").doesNotContain("39.60");
        assertThat(others.get(1)).contains("directional").doesNotContain("40");
    }

    private static Evidence table(Scene s, int at) {
        return KIND.tables().get(at).rows().apply(new Facts(s));
    }

    @Test
    void theTableOfCamerasHasWhatTheySee() {
        FactTable t = KIND.tables().getFirst();
        assertThat(t.topics()).containsExactly(Topic.CAMERAS_LIGHTS);
        Evidence.Row row = table(BOTH, 0).rows().getFirst();
        assertThat(row.subject()).isEqualTo("shot");
        assertThat(row.sentNode()).isEqualTo(BOTH.find("shot"));
        assertThat(row.cells().get(0)).isEqualTo(50.0);
        assertThat((Double) row.cells().get(1)).isBetween(39.59, 39.61);
        assertThat(row.cells().get(2)).isEqualTo("36 × 24");
        assertThat(row.cells().subList(3, 6)).containsExactly(0.1, 100.0, "perspective");
        Camera flat = new Camera("plan", 50, 36, 24, 0.1, 100, true, 2.5);
        Scene centimetres = Views.with(flat, Views.LAMP).withStage(BOTH.stage().withMetersPerUnit(0.01));
        assertThat(table(centimetres, 0).rows().getFirst().cells())
                .containsExactly(50.0, "–", "36 × 24", 0.1 * 0.01, 100 * 0.01, "orthographic");
    }

    @Test
    void theTableOfLightsHasHowTheyShine() {
        Evidence.Row spot = table(BOTH, 1).rows().getFirst();
        assertThat(spot.subject()).isEqualTo("lamp");
        assertThat(spot.cells()).containsExactly("spot", 2.0, "1, 0.900, 0.800", 20.0, 40.0, "the distance squared");
        Light sun = new Light("sun", "directional", new Vec3(1, 1, 1), 3, 20, 40, 0);
        assertThat(table(Views.with(Views.CAMERA, sun), 1).rows().getFirst().cells())
                .containsExactly("directional", 3.0, "1, 1, 1", "–", "–", "nothing");
    }

    @Test
    void whatACarrierHasNoPlaceForIsNotHeldAgainstIt() {
        Scene bare = NONE.withNodes(BOTH.nodes().subList(0, BOTH.nodes().size() - 2));
        Pair gone = new Pair(BOTH, bare, true, Tolerances.DEFAULT, MatchTable.NONE);
        TopicResult broken = new TopicResult(
                Topic.CAMERAS_LIGHTS,
                Verdict.BROKEN,
                idleheron.core.Figure.NONE,
                "All are missing.",
                Evidence.NONE,
                List.of());
        TopicResult told = KIND.carried(gone, broken, Set.of(Held.CAMERAS_LIGHTS));
        assertThat(told.verdict()).isEqualTo(Verdict.NOT_CARRIED);
        assertThat(told.summary()).contains("1 camera · 1 light");
        assertThat(KIND.carried(gone, broken, Set.of())).isSameAs(broken);
        Pair some = new Pair(BOTH, CAMERA, true, Tolerances.DEFAULT, MatchTable.NONE);
        assertThat(KIND.carried(some, broken, Set.of(Held.CAMERAS_LIGHTS)))
                .as("some came back, so there is a place for them")
                .isSameAs(broken);
        TopicResult other =
                new TopicResult(Topic.CLIPS, Verdict.BROKEN, idleheron.core.Figure.NONE, "x", Evidence.NONE, List.of());
        assertThat(KIND.carried(gone, other, Set.of(Held.CAMERAS_LIGHTS))).isSameAs(other);
    }
}
