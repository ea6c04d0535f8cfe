package idleheron.core.view.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class ViewTopicTest {
    private static Comparison compare(Scene sent, Scene back) {
        return Comparison.of(sent, back, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static TopicResult topic(Scene sent, Scene back) {
        return compare(sent, back).topic(Topic.CAMERAS_LIGHTS);
    }

    @Test
    void nothingSentIsNotChecked() {
        TopicResult t = topic(SmallCrossing.sent(), Views.scene());
        assertThat(t.verdict()).isEqualTo(Verdict.NOT_CHECKED);
        assertThat(t.unchecked()).isEqualTo("not sent");
    }

    @Test
    void theSameIsClean() {
        TopicResult t = topic(Views.scene(), Views.scene());
        assertThat(t.verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(t.summary()).isEqualTo("1 camera and 1 light stand where they did, and see and shine as they did.");
        assertThat(t.evidence().rows()).hasSize(2).allSatisfy(r -> {
            assertThat(r.over()).isFalse();
            assertThat(r.cells()).containsExactly(0.0, 0.0, "at rest", "nothing");
        });
    }

    @Test
    void aLampThatStandsElsewhereIsToldInMillimetresAndDegrees() {
        Scene back =
                Views.placed(Views.scene(), "lamp", Transform.of(new Vec3(2, 0, 0.005), new Vec3(0, 30, 0), Vec3.ONE));
        TopicResult t = topic(Views.scene(), back);
        assertThat(t.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(t.worst().full()).isEqualTo("5 mm, lamp");
        assertThat(t.summary()).isEqualTo("Of 1 camera and 1 light, 1 is not as sent.");
        assertThat((Double) t.evidence().rows().getFirst().cells().get(0)).isCloseTo(5, within(1e-6));
        assertThat((Double) t.evidence().rows().getFirst().cells().get(1)).isCloseTo(30, within(1e-6));
    }

    @Test
    void aTurnAloneIsToldInDegreesAndALensByHowManyDiffer() {
        Scene turned =
                Views.placed(Views.scene(), "lamp", Transform.of(new Vec3(2, 0, 0), new Vec3(0, 30, 0), Vec3.ONE));
        assertThat(topic(Views.scene(), turned).worst().full()).isEqualTo("30 °, lamp");
        Scene wide = Views.with(new Camera("shot", 35, 36, 24, 0.1, 100), Views.LAMP);
        assertThat(topic(Views.scene(), wide).worst().text()).isEqualTo("1 not as sent");
    }

    @Test
    void farOffIsBroken() {
        Scene back = Views.placed(Views.scene(), "lamp", SmallCrossing.at(2.02, 0, 0));
        assertThat(topic(Views.scene(), back).verdict()).isEqualTo(Verdict.BROKEN);
    }

    /** The elbow swings to 45° at frame 12 and takes the camera, 0.25 m away and 0.05 m up, with it; then only its rest is right. */
    @Test
    void aCameraIsFollowedOverEveryFrame() {
        Scene still = Views.scene();
        still = still.withClips(List.of(still.clips().getFirst().withTracks(List.of(), List.of())));
        TopicResult t = topic(Views.scene(), still);
        assertThat(t.verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(t.worst().frame()).isEqualTo(12);
        assertThat(t.worst().clip()).isEqualTo("wave");
        double radius = Math.hypot(0.25, 0.05);
        assertThat(t.worst().value()).isCloseTo(2 * radius * Math.sin(Math.toRadians(22.5)) * 1000, within(1e-3));
        assertThat((Double) t.evidence().rows().getFirst().cells().get(1)).isCloseTo(45, within(1e-6));
        assertThat(t.evidence().rows().getFirst().cells().get(2)).isEqualTo("wave, 12");
        assertThat(t.evidence().rows().getFirst().seconds()).isEqualTo(0.5);
    }

    @Test
    void anotherLensDriftsAndIsALossByName() {
        Scene back = Views.with(new Camera("shot", 35, 36, 24, 0.1, 100), Views.LAMP);
        Comparison c = compare(Views.scene(), back);
        assertThat(c.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(c.losses()).extracting(Loss::code).containsExactly("camera-changed");
        assertThat(c.lossSentence())
                .isEqualTo("Camera shot came back with focal length 50 → 35 mm, sees 39.60 → 54.43° across.");
    }

    @Test
    void whatDidNotComeBackBreaks() {
        Scene sent = Views.scene();
        Scene back = sent.withNodes(sent.nodes().subList(0, 5))
                .withCameras(List.of())
                .withLights(List.of());
        Comparison c = compare(sent, back);
        TopicResult t = c.topic(Topic.CAMERAS_LIGHTS);
        assertThat(t.verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(t.worst().text()).isEqualTo("2 missing");
        assertThat(t.summary()).isEqualTo("Of 1 camera and 1 light, 2 did not come back.");
        assertThat(c.losses())
                .extracting(Loss::text)
                .contains("1 camera did not come back: shot", "1 light did not come back: lamp");
    }

    @Test
    void aCameraBelowATransformOfItsNameIsFound() {
        Scene sent = Views.scene();
        List<Node> nodes = new ArrayList<>(sent.nodes());
        nodes.set(5, nodes.get(5).withPayload(NodeKind.GROUP, -1));
        nodes.add(Node.of("shotShape", 5, NodeKind.GROUP, Transform.IDENTITY).withPayload(NodeKind.CAMERA, 0));
        assertThat(topic(sent, sent.withNodes(nodes)).verdict()).isEqualTo(Verdict.CLEAN);
        nodes.set(7, nodes.get(7).withPayload(NodeKind.LIGHT, 0));
        assertThat(topic(sent, sent.withNodes(nodes)).summary()).startsWith("Of 1 camera and 1 light, 1 did not");
    }

    /** Cameras alone: what happened to all of them is one cause, and mended. */
    @Test
    void aCauseIsFoundInASceneOfCamerasAlone() {
        List<Node> nodes = new ArrayList<>();
        List<Camera> cameras = new ArrayList<>();
        double[][] places = {{0, 1, 2}, {3, 1.5, 0}, {-2, 1, 1}, {0, 4, -1}};
        for (int i = 0; i < places.length; i++) {
            nodes.add(Node.of("cam" + i, -1, NodeKind.GROUP, SmallCrossing.at(places[i][0], places[i][1], places[i][2]))
                    .withPayload(NodeKind.CAMERA, i));
            cameras.add(Views.CAMERA);
        }
        Scene sent = Scene.bare("shots", Stage.COMMON).withNodes(nodes).withCameras(cameras);
        Scene back = new MoveScene(new Vec3(0, 90, 0), 1, Vec3.ZERO).apply(sent);
        Comparison c = compare(sent, back);
        assertThat(c.topic(Topic.CAMERAS_LIGHTS).verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(c.causes()).extracting(LikelyCause::left).containsExactly(0L);
        assertThat(topic(sent, c.mend(back)).verdict()).isEqualTo(Verdict.CLEAN);
    }
}
