package idleheron.core.remedy.view;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.compare.SmallCrossing;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.view.compare.Views;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The arm with a camera on its hand and a lamp on the ground, and with something that hangs on the lamp. */
class DropCamerasAndLightsTest {
    private static final DropCamerasAndLights REMEDY = new DropCamerasAndLights();

    private static String measured(Scene s) {
        return DropCamerasAndLights.TYPE.measure().figure().apply(s);
    }

    @Test
    void bothGoAndNothingElseDoes() {
        Scene s = Views.scene();
        Scene out = REMEDY.apply(s);
        assertThat(out.nodes()).extracting(Node::name).containsExactly("shoulder", "elbow", "hand", "thumb", "arm");
        assertThat(out.clips()).isEqualTo(s.clips());
        assertThat(measured(s)).isEqualTo("2");
        assertThat(measured(out)).isEqualTo("0");
    }

    @Test
    void aSceneWithoutAnyStaysItself() {
        Scene s = SmallCrossing.sent();
        assertThat(REMEDY.apply(s)).isSameAs(s);
    }

    @Test
    void whatHangsOnALightKeepsItsPlaceUnderAGroup() {
        Scene s = Views.scene();
        int lamp = s.find("lamp");
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.add(Node.of("moth", lamp, NodeKind.GROUP, SmallCrossing.at(0, 1, 0)));
        Scene out = REMEDY.apply(s.withNodes(nodes));
        int group = out.find("lamp");
        assertThat(out.nodes().get(group).kind()).isEqualTo(NodeKind.GROUP);
        assertThat(out.nodes().get(out.find("moth")).parent()).isEqualTo(group);
        assertThat(out.find("shot")).isEqualTo(-1);
        nodes.set(
                nodes.size() - 1,
                Node.of("second", lamp, NodeKind.GROUP, SmallCrossing.at(0, 1, 0))
                        .withPayload(NodeKind.LIGHT, 0));
        assertThat(REMEDY.apply(s.withNodes(nodes)).find("lamp"))
                .as("only lights hang on it")
                .isEqualTo(-1);
    }
}
