package idleheron.core.character.compare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.compare.SmallCrossing;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Slots of skins whose joints stand in them more than once. */
class SlotMatchTest {
    private static final Scene SENT = SmallCrossing.sent();

    private static Skin skin(int[] joints, int @Nullable [] parts) {
        Matrix4dc[] bind = new Matrix4dc[joints.length];
        java.util.Arrays.fill(bind, new Matrix4d());
        Skin k = new Skin("k", joints, bind, new int[] {0}, new int[0], new float[0]);
        return k.withStyle(new SkinStyle(SkinStyle.Method.LINEAR, null, SkinStyle.Link.NORMALIZED, List.of(), parts));
    }

    private static Pair pair(Scene returned) {
        return new Pair(SENT, returned, true, Tolerances.DEFAULT, MatchTable.NONE);
    }

    @Test
    void theSlotOfTheSamePartElseTheFirstOfTheJoint() {
        Skin sent = skin(new int[] {0, 1, 0, 1, 2}, new int[] {0, 0, 1, 1, 0});
        Skin back = skin(new int[] {1, 0, 1, 0, 2, 0}, new int[] {1, 1, 0, 0, 1, 7});
        assertThat(SlotMatch.of(pair(SENT), sent, back)).containsExactly(3, 2, 1, 0, 4, 0);
        assertThat(SlotMatch.of(pair(SENT), sent, skin(new int[] {1, 0, 3}, null)))
                .containsExactly(1, 0, -1);
    }

    @Test
    void jointsArePairedWhateverTheirNumbers() {
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("stage", -1, NodeKind.GROUP, SmallCrossing.at(0, 0, 0)));
        for (Node n : SENT.nodes()) {
            nodes.add(n.withParent(n.parent() + 1));
        }
        Scene returned = SENT.withNodes(nodes).withMeshes(List.of()).withClips(List.of());
        Pair p = pair(returned);
        assertThat(SlotMatch.of(p, skin(new int[] {0, 1, 2}, null), skin(new int[] {3, 1, 2, 0}, null)))
                .containsExactly(2, 0, 1, -1);
    }

    @Test
    void everySlotHasTheFirstOfItsJoint() {
        assertThat(SlotMatch.first(skin(new int[] {5, 3, 5, 3, 4}, null))).containsExactly(0, 1, 0, 1, 4);
    }
}
