package idleheron.core.formula;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.List;
import org.junit.jupiter.api.Test;

class FigureJointsTest {
    private static Node node(String name, int parent) {
        return Node.of(name, parent, NodeKind.JOINT, Transform.IDENTITY);
    }

    private static final FigureJoints JOINTS = new FigureJoints(Scene.bare("figure", Stage.COMMON)
            .withNodes(List.of(
                    node("post", -1),
                    node("left:arm", 0),
                    node("right:arm", 0),
                    node("hand", 1),
                    node("left:hand", 2))));

    @Test
    void aWholeNameGoesBeforeOneWithoutItsNamespace() {
        assertThat(JOINTS.find("hand")).isEqualTo(3);
        assertThat(JOINTS.find("left:hand")).isEqualTo(4);
        assertThat(JOINTS.find("post/right:arm/left:hand")).isEqualTo(4);
        assertThat(JOINTS.find("/post")).isZero();
    }

    @Test
    void whatTwoAreCalledIsNotGuessed() {
        assertThat(JOINTS.find("arm")).isEqualTo(-1);
        assertThat(JOINTS.find("foot")).isEqualTo(-1);
        assertThatThrownBy(() -> JOINTS.at("arm", new Place(3, 4)))
                .hasMessage(
                        "line 3, column 4: expected a joint of one name, found 2 called arm, such as /post/left:arm");
    }
}
