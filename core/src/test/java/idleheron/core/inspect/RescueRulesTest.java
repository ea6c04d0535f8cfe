package idleheron.core.inspect;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Verdict;
import idleheron.core.finding.Finding;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Lost;
import idleheron.core.scene.Lost.What;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class RescueRulesTest {
    private static Scene with(Lost... lost) {
        return Scene.bare("gate.fbx", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("gate", -1, NodeKind.GROUP, Transform.IDENTITY),
                        Node.of("post", 0, NodeKind.GROUP, Transform.of(Vec3.ONE, Vec3.ZERO, Vec3.ONE)),
                        Node.of("lamp", -1, NodeKind.GROUP, Transform.IDENTITY)))
                .withLost(List.of(lost));
    }

    @Test
    void aRescuedSceneIsBrokenAndTheFindingComesFirst() {
        List<Finding> f =
                Inspection.of(with(new Lost(What.MESH, "coat", "byte 8 to 99", "its record is damaged")), null);
        assertThat(f.getFirst().code()).isEqualTo("file-rescued");
        assertThat(f.getFirst().message())
                .isEqualTo("This is what could still be read. Lost or in part: mesh coat, byte 8 to 99:"
                        + " its record is damaged.");
        assertThat(f.getFirst().figure().value()).isEqualTo(1);
        assertThat(Inspection.verdict(f)).isEqualTo(Verdict.BROKEN);
        assertThat(Inspection.of(with(), null)).noneMatch(x -> x.code().equals("file-rescued"));
    }

    @Test
    void ofManyLossesTheFirstFiveAreNamed() {
        List<Lost> all = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            all.add(new Lost(What.NODE, "reed" + i, "byte " + i, "gone"));
        }
        all.add(2, new Lost(What.MESH, "reed1", "byte 1", "gone"));
        Finding f = Inspection.of(with(all.toArray(Lost[]::new)), null).getFirst();
        assertThat(f.message())
                .contains("node reed1, mesh reed1, byte 1: gone;")
                .contains("node reed4, byte 4: gone; and 3 more.")
                .doesNotContain("reed5");
        assertThat(f.figure().unit()).isEqualTo("things lost");
    }

    @Test
    void aNodeStandsWhereNeitherItNorWhatItHangsUnderIsLost() {
        Scene s = with(new Lost(What.NODE, "gate", "", "gone"), new Lost(What.MESH, "", "", "gone"));
        assertThat(s.isRescued()).isTrue();
        assertThat(s.stands(0)).isFalse();
        assertThat(s.stands(1)).as("it hangs under the gate").isFalse();
        assertThat(s.stands(2)).isTrue();
        assertThat(s.stands(What.MESH, "any")).as("all of a kind").isFalse();
        assertThat(s.stands(What.NODE, "lamp")).isTrue();
        assertThat(s.withName("other")
                        .withNotes(List.of())
                        .withStage(Stage.COMMON)
                        .isRescued())
                .as("whatever is done to it")
                .isTrue();
    }

    @Test
    void scenesPutTogetherKeepWhatEachOfThemLost() {
        Scene a = with(new Lost(What.NODE, "gate", "", "gone"));
        Scene b = with(new Lost(What.CLIP, "", "", "gone"));
        assertThat(SceneMerge.of(List.of(a, b)).scene().lost()).hasSize(2);
        assertThat(SceneMerge.of(List.of(with(), b)).scene().isRescued()).isTrue();
    }
}
