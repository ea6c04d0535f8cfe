package idleheron.core.garment.facts;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.compare.SmallCrossing;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;

/** A triangle whose corners follow joints of a chain of five, and one of another root. */
class TearsTest {
    private static final int LONE = 5;

    private static Tears tears(int[] starts, int[] slots, float[] weights) {
        List<Node> nodes = new ArrayList<>();
        for (int j = 0; j < 5; j++) {
            nodes.add(Node.of("j" + j, j - 1, NodeKind.JOINT, SmallCrossing.at(1, 0, 0)));
        }
        nodes.add(Node.of("lone", -1, NodeKind.JOINT, SmallCrossing.at(0, 1, 0)));
        nodes.add(Node.mesh("cloth", -1, Transform.IDENTITY, 0));
        Matrix4dc[] toJoint = new Matrix4dc[6];
        java.util.Arrays.fill(toJoint, new Matrix4d());
        Mesh m = Mesh.bare("cloth", new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 2})
                .withSkin(new Skin("skin", new int[] {0, 1, 2, 3, 4, LONE}, toJoint, starts, slots, weights));
        Scene s = Scene.bare("cloth", Stage.COMMON).withNodes(nodes).withMeshes(List.of(m));
        return Tears.of(s, Cloth.of(s, 6));
    }

    private static Tears whole(int a, int b, int c) {
        return tears(new int[] {0, 1, 2, 3}, new int[] {a, b, c}, new float[] {1, 1, 1});
    }

    @Test
    void neighboursThatFollowJointsFarApartTear() {
        Tears t = whole(0, 0, 3);
        assertThat(t.edges()).isEqualTo(2);
        assertThat(List.of(t.from(), t.to())).containsExactlyInAnyOrder(0, 3);
        assertThat(whole(0, 0, 2).edges()).as("two steps apart").isZero();
        assertThat(whole(0, 0, LONE).edges()).as("nothing joins them").isEqualTo(2);
        assertThat(whole(4, 4, 4)).isEqualTo(new Tears(0, -1, -1, -1));
    }

    /** A quarter of the other joint leaves 1.5 of 2 apart, a third leaves 1.3. */
    @Test
    void weightsThatGoOverIntoEachOtherDoNot() {
        int[] starts = {0, 1, 2, 4};
        int[] slots = {0, 0, 0, 4};
        assertThat(tears(starts, slots, new float[] {1, 1, 0.25f, 0.75f}).edges())
                .isEqualTo(2);
        assertThat(tears(starts, slots, new float[] {1, 1, 0.35f, 0.65f}).edges())
                .isZero();
    }

    @Test
    void clothWithoutASkinCannot() {
        Scene s = Scene.bare("cloth", Stage.COMMON)
                .withNodes(List.of(Node.mesh("cloth", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(Mesh.bare(
                        "cloth", new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 2})));
        assertThat(Tears.of(s, Cloth.of(s, 0)).edges()).isZero();
    }
}
