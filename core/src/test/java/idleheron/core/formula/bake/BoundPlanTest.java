package idleheron.core.formula.bake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.formula.Easing;
import idleheron.core.formula.FormulaFault;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

class BoundPlanTest {
    private static FormulaFault fault(Scene figure, String... said) {
        return catchThrowableOfType(FormulaFault.class, () -> BoundPlan.of(Plans.of(1, said), figure));
    }

    @Test
    void jointsAreFoundByPathThenByNameThenWithoutTheirNamespace() {
        Scene f = Plans.figure();
        BoundPlan p = BoundPlan.of(
                Plans.of(
                        1,
                        "post/rig:arm.turn.x",
                        "t",
                        "arm.turn.y",
                        "2*t",
                        "rig:arm.turn.z",
                        "3*t",
                        "hand.move.x",
                        "1"),
                f);
        assertThat(new int[] {p.node(0), p.node(1), p.node(2), p.node(3)}).containsExactly(1, 1, 1, 2);
        assertThat(p.moved()).containsExactly(1, 2);
    }

    @Test
    void anUnknownJointIsToldWithTheNearest() {
        assertThat(fault(Plans.figure(), "post.move.y", "1", "hnad.turn.x", "1"))
                .hasMessage("line 2, column 1: expected a joint of figure, found hnad, nearest is hand");
        assertThat(fault(Plans.figure(), "zzzzzzz.turn.x", "1")).hasMessageEndingWith("found zzzzzzz");
    }

    @Test
    void aNameThatTwoHaveIsRefused() {
        List<Node> nodes = new ArrayList<>(Plans.figure().nodes());
        nodes.add(Node.of("hand", 0, NodeKind.JOINT, Transform.IDENTITY));
        Scene two = Plans.figure().withNodes(nodes);
        assertThat(fault(two, "hand.turn.x", "1"))
                .hasMessage("line 1, column 1: expected a joint of one name, found 2 called hand, such as "
                        + "/post/rig:arm/hand");
        assertThat(BoundPlan.of(Plans.of(1, "/post/hand.turn.x", "1"), two).node(0))
                .isEqualTo(3);
    }

    @Test
    void channelsMayAskEachOtherInAnyOrder() {
        BoundPlan p = BoundPlan.of(
                Plans.of(
                        4,
                        "arm.turn.z",
                        "2 * {hand.move.x} + {post.turn.y}",
                        "hand.move.x",
                        "{post.turn.y} + u",
                        "post.turn.y",
                        "10 * t"),
                Plans.figure());
        double[] out = new double[3];
        p.at(2, out);
        assertThat(out).containsExactly(61, 20.5, 20);
        assertThat(p.at(1, 2)).isEqualTo(20.5);
    }

    @Test
    void ringsAndStrangersAreRefused() {
        assertThat(fault(Plans.figure(), "arm.turn.z", "{hand.move.x}", "hand.move.x", "1 + {rig:arm.turn.z}"))
                .hasMessage("line 1, column 1: expected channels that do not ask for themselves, found "
                        + "arm.turn.z → hand.move.x → arm.turn.z");
        assertThat(fault(Plans.figure(), "arm.turn.z", "1 + {arm.turn.z}"))
                .hasMessageContaining("arm.turn.z → arm.turn.z");
        assertThat(fault(Plans.figure(), "arm.turn.z", "1 + {hand.move.y}"))
                .hasMessage("line 1, column 9: expected a channel that is said here: arm.turn.z, found hand.move.y");
        assertThat(fault(Plans.figure(), "arm.turn.z", "1 + {hant.move.y}"))
                .hasMessageContaining("found hant, nearest is hand");
        assertThat(fault(Plans.figure(), "arm.turn.z", "1", "rig:arm.turn.z", "2"))
                .hasMessage("line 2, column 1: expected a channel once, found rig:arm.turn.z, which line 1, column 1 "
                        + "says already");
    }

    @Test
    void keysStayBeforeTheFirstAndAfterTheLast() {
        BoundPlan p = BoundPlan.of(
                Plans.keyed(4, "arm.turn.z", Objects.requireNonNull(Easing.of("ease-in-out")), 1, 10, 3, 30),
                Plans.figure());
        assertThat(p.at(0, 0)).isEqualTo(10);
        assertThat(p.at(0, 1)).isEqualTo(10);
        assertThat(p.at(0, 2)).isCloseTo(20, within(1e-9));
        assertThat(p.at(0, 3)).isEqualTo(30);
        assertThat(p.at(0, 3.5)).isEqualTo(30);
    }
}
