package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.render.Side;
import java.util.List;
import org.junit.jupiter.api.Test;

class JointFactsTest {
    /** An arm of two joints, a stage unit apart; the lower one stands and turns as told. */
    private static Side arm(String lower, double x, double turn) {
        return Figures.side(Scene.bare("arm", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("shoulder", -1, NodeKind.JOINT, Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE)),
                        Node.of(
                                lower,
                                0,
                                NodeKind.JOINT,
                                Transform.of(new Vec3(x, 0, 0), new Vec3(0, 0, turn), Vec3.ONE)))));
    }

    @Test
    void oneSideSaysHowTheJointStands() {
        Side side = arm("elbow", 0.25, 0);
        assertThat(JointFacts.of(side, 1)).containsExactly("elbow", "0° from rest, 250 mm to shoulder");
        assertThat(JointFacts.of(side, 0)).containsExactly("shoulder", "0° from rest");
    }

    @Test
    void bothSidesSayHowFarTheyAreApart() {
        Side sent = arm("elbow", 0.25, 0);
        Side back = arm("imp_elbow", 0.26, 30);
        assertThat(JointFacts.of(sent, 1, back, 1))
                .containsExactly(
                        "elbow → imp_elbow",
                        "0° and 10 mm between sent and returned",
                        "axes at rest 30° apart",
                        "sent: 0° from rest, 250 mm to shoulder",
                        "returned: 0° from rest, 260 mm to shoulder");
        assertThat(JointFacts.of(sent, 1, arm("elbow", 0.25, 0), 1))
                .as("the same on both")
                .startsWith("elbow", "0° and 0 mm between sent and returned")
                .hasSize(4);
    }

    @Test
    void aJointThatDidNotReturnIsToldAsSent() {
        assertThat(JointFacts.of(arm("elbow", 0.25, 0), 1, arm("elbow", 0.25, 0), -1))
                .containsExactly("elbow", "did not return", "sent: 0° from rest, 250 mm to shoulder");
    }

    @Test
    void aClipTurnsItFromRestAndAwayFromTheOtherSide() {
        Side plays = Figures.side(Figures.SENT);
        int joint = Figures.joint("upperarm_l");
        plays.pose(Figures.SENT.clips().getFirst(), 0.7);
        assertThat(JointFacts.of(plays, joint).getLast()).matches("[1-9][0-9.]*° from rest, [0-9.]+ mm to clavicle_l");
        Side rests = Figures.side(Figures.SENT);
        assertThat(JointFacts.of(plays, joint, rests, joint))
                .hasSize(4)
                .satisfies(l -> assertThat(l.get(1)).matches("[1-9][0-9.]*° and [1-9].* between sent and returned"));
    }
}
