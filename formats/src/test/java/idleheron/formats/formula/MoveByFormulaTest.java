package idleheron.formats.formula;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.List;
import org.junit.jupiter.api.Test;

class MoveByFormulaTest {
    private static final String TEXT =
            "schema = \"idle-heron/motion/1\"\nclip = \"nod\"\nseconds = 1\n[joints.head.turn]\nx = \"20 * sin(360 * u)\"\n";

    private static Scene figure(String joint) {
        return Scene.bare("f", Stage.COMMON).withNodes(List.of(Node.of(joint, -1, NodeKind.JOINT, Transform.IDENTITY)));
    }

    @Test
    void aFigureGetsTheClipAndOneOfTheSameNameIsReplaced() {
        Scene moved = new MoveByFormula(TEXT).apply(figure("head"));
        assertThat(moved.clips()).hasSize(1);
        assertThat(moved.clips().getFirst().name()).isEqualTo("nod");
        Scene longer = new MoveByFormula(TEXT.replace("seconds = 1", "seconds = 3")).apply(moved);
        assertThat(longer.clips()).hasSize(1);
        assertThat(longer.clips().getFirst().length()).isEqualTo(3);
        assertThat(longer.stage().endSeconds()).isEqualTo(3);
    }

    @Test
    void oneWithoutTheJointsStaysAsItIs() {
        Scene other = figure("tail");
        assertThat(new MoveByFormula(TEXT).apply(other)).isSameAs(other);
        Scene bare = Scene.bare("f", Stage.COMMON);
        assertThat(new MoveByFormula(TEXT).apply(bare)).isSameAs(bare);
    }

    @Test
    void whatIsNoMotionIsRefusedWithItsPlace() {
        assertThatThrownBy(() -> new MoveByFormula(TEXT.replace("sin", "sine")))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("line 5, column 11")
                .hasMessageContaining("nearest is sin");
        assertThat(new MoveByFormula(TEXT).title()).isEqualTo("Move by formula: nod");
    }
}
