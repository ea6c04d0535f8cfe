package idleheron.core.character.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.kind.Rule;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.parts.PartsToJoints;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class BlockRulesTest {
    private static final List<Rule> RULES = List.of(BlockRules::figure, BlockRules::torn);

    /** A box of a metre with its lower corner at the origin. */
    private static Mesh box() {
        double[] p = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 0, 0, 1, 1, 0, 1, 1, 1, 1, 0, 1, 1};
        int[] c = {0, 3, 2, 1, 4, 5, 6, 7, 0, 1, 5, 4, 2, 3, 7, 6, 1, 2, 6, 5, 0, 4, 7, 3};
        return Mesh.bare("box", p, new int[] {0, 4, 8, 12, 16, 20, 24}, c);
    }

    private static Transform at(double x) {
        return Transform.of(new Vec3(x, 0, 0), Vec3.ZERO, Vec3.ONE);
    }

    private static Clip turn(int node) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[Channel.ROTATE_Y.ordinal()] = Curve.linear(new double[] {0, 1}, new double[] {0, 90});
        return new Clip("turn", 0, 1, FrameRate.of(24), List.of(new Clip.NodeTrack(node, c)), List.of());
    }

    /** A post and an arm that turns, each a box in a group. */
    private static Scene gauge() {
        List<Node> nodes = List.of(
                Node.of("gauge", -1, NodeKind.GROUP, Transform.IDENTITY),
                Node.of("post", 0, NodeKind.GROUP, Transform.IDENTITY),
                Node.mesh("post_box", 1, Transform.IDENTITY, 0),
                Node.of("arm", 0, NodeKind.GROUP, at(2)),
                Node.mesh("arm_box", 3, Transform.IDENTITY, 0));
        return new Scene(
                "gauge",
                Stage.COMMON,
                nodes,
                List.of(box()),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(turn(3)),
                List.of());
    }

    private static List<Finding> told(Scene s) {
        List<Finding> out = new ArrayList<>();
        RULES.forEach(r -> r.look(new Facts(s), null, out));
        return out;
    }

    private static List<String> codes(Scene s) {
        return told(s).stream().map(Finding::code).toList();
    }

    private static Finding one(Scene s, String code) {
        return told(s).stream().filter(f -> f.code().equals(code)).findFirst().orElseThrow();
    }

    private static Scene with(Scene s, Node... more) {
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.addAll(List.of(more));
        return s.withNodes(nodes);
    }

    private static Scene changed(Scene s, int node, UnaryOperator<Node> by) {
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(node, by.apply(nodes.get(node)));
        return s.withNodes(nodes);
    }

    @Test
    void partsThatMoveInGroupsCanBecomeJoints() {
        assertThat(codes(gauge())).containsExactly("parts-without-joints");
        Finding f = one(gauge(), "parts-without-joints");
        assertThat(f.severity()).isEqualTo(Severity.NOTE);
        assertThat(f.title()).isEqualTo("2 rigid parts, no joint");
        assertThat(f.remedy()).isEqualTo(new PartsToJoints(false));
        assertThat(codes(Objects.requireNonNull(f.remedy()).apply(gauge()))).isEmpty();
    }

    @Test
    void whatDoesNotMoveOrHasJointsIsNoFigureOfParts() {
        assertThat(codes(gauge().withClips(List.of()))).isEmpty();
        assertThat(codes(with(gauge(), Node.of("j", -1, NodeKind.JOINT, Transform.IDENTITY))))
                .isEmpty();
        assertThat(codes(changed(gauge(), 4, n -> n.withParent(1)).withClips(List.of(turn(0)))))
                .isEmpty();
    }

    @Test
    void aPartAtTheTopStaysBehind() {
        Scene s = with(gauge(), Node.mesh("lamp", -1, at(4), 0), Node.mesh("hook", -1, at(6), 0));
        assertThat(one(s, "part-without-group").title()).isEqualTo("2 parts in no group");
        assertThat(one(s, "part-without-group").figure().value()).isEqualTo(2);
        assertThat(one(s, "part-without-group").node()).isEqualTo(5);
        // one that moves by itself is its own group
        assertThat(codes(with(gauge(), Node.mesh("lamp", -1, at(4), 0)).withClips(List.of(turn(3), turn(5)))))
                .doesNotContain("part-without-group");
    }

    @Test
    void groupsWithNothingInThemAreTold() {
        Scene s = with(
                gauge(),
                Node.of("hooks", 0, NodeKind.GROUP, Transform.IDENTITY),
                Node.of("hook_l", 5, NodeKind.GROUP, Transform.IDENTITY));
        Finding f = one(s, "group-without-part");
        assertThat(f.figure().value()).isEqualTo(2);
        assertThat(f.message()).startsWith("hooks, hook_l.");
        assertThat(codes(with(gauge(), Node.of("mark", 0, NodeKind.LOCATOR, Transform.IDENTITY))))
                .doesNotContain("group-without-part");
    }

    @Test
    void groupsOfOneNameAreTold() {
        Finding f = one(changed(gauge(), 3, n -> n.withName("post")), "group-names-twice");
        assertThat(f.title()).isEqualTo("Two groups of one name");
        assertThat(f.node()).isEqualTo(3);
    }

    @Test
    void aPivotFartherThanItsPartIsLargeIsTold() {
        // the box is 1.732 m from corner to corner
        double size = Math.sqrt(3);
        for (double far : new double[] {size * 0.99, size * 1.01}) {
            Scene s = changed(
                    gauge(),
                    3,
                    n -> n.withTransform(
                            n.transform().withPivots(Vec3.ZERO, new Vec3(-far, 0.5, 0.5), Vec3.ZERO, Vec3.ZERO)));
            assertThat(codes(s).contains("pivot-far-from-part")).as("at " + far).isEqualTo(far > size);
        }
        Scene s = changed(
                gauge(),
                3,
                n -> n.withTransform(n.transform().withPivots(Vec3.ZERO, new Vec3(4, 5, 0), Vec3.ZERO, Vec3.ZERO)));
        // 3 beside the box and 4 above it
        assertThat(one(s, "pivot-far-from-part").figure().value()).isCloseTo(5, within(1e-6));
        // of a group that does not turn nothing comes
        assertThat(codes(s.withClips(List.of(turn(1))))).doesNotContain("pivot-far-from-part");
    }

    /** Two boxes in one mesh, each on a joint of its own, and which joint each point follows. */
    private static Scene skinned(int... slots) {
        Mesh b = box();
        double[] p = Arrays.copyOf(b.points(), 48);
        int[] corners = Arrays.copyOf(b.corners(), 48);
        int[] starts = new int[13];
        for (int i = 0; i < 24; i++) {
            p[24 + i] = b.points()[i] + 3;
            corners[24 + i] = b.corners()[i] + 8;
        }
        Arrays.setAll(starts, i -> 4 * i);
        int[] at = new int[17];
        Arrays.setAll(at, i -> i);
        float[] weights = new float[16];
        Arrays.fill(weights, 1);
        Skin skin = new Skin(
                "skin",
                new int[] {0, 1},
                new org.joml.Matrix4dc[] {new org.joml.Matrix4d(), new org.joml.Matrix4d()},
                at,
                slots,
                weights);
        List<Node> nodes = List.of(
                Node.of("a", -1, NodeKind.JOINT, Transform.IDENTITY),
                Node.of("b", 0, NodeKind.JOINT, Transform.IDENTITY),
                Node.mesh("boxes", -1, Transform.IDENTITY, 0));
        return new Scene(
                "s",
                Stage.COMMON,
                nodes,
                List.of(Mesh.bare("boxes", p, starts, corners).withSkin(skin)),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    @Test
    void aPieceThatHangsTogetherFollowsOneJoint() {
        assertThat(codes(skinned(0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1, 1, 1)))
                .isEmpty();
        Finding f = one(skinned(0, 0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1, 1, 1, 1), "piece-follows-two");
        // three faces meet in a corner
        assertThat(f.figure().value()).isEqualTo(3);
        assertThat(f.title()).isEqualTo("A rigid piece of boxes follows 2 joints");
        assertThat(f.message()).startsWith("a, b:");
        // where every piece does so, it was meant
        assertThat(codes(skinned(0, 0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1, 1, 1, 0)))
                .isEmpty();
    }
}
