package idleheron.core.avatar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What an avatar says of nodes and lengths follows the scene. */
class AvatarTest {
    private static final Vec3 DOWN = new Vec3(0, -1, 0);

    private static Scene scene() {
        List<Node> nodes = List.of(
                Node.of("tip", -1, NodeKind.JOINT, Transform.IDENTITY),
                Node.of("hips", -1, NodeKind.JOINT, Transform.IDENTITY),
                Node.of("hair", 1, NodeKind.JOINT, Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE)),
                Node.of("hair_end", 2, NodeKind.JOINT, Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE)));
        Springs springs = new Springs(
                List.of(
                        new Springs.Collider(0, Vec3.ZERO, null, 1),
                        new Springs.Collider(1, new Vec3(0, 0.5, 0), new Vec3(1, 0, 0), 0.25)),
                List.of(new Springs.Group("all", List.of(0, 1, -1))),
                List.of(new Springs.Spring(
                        "hair",
                        List.of(
                                new Springs.Joint(2, 0.02, 1, 0.5, DOWN, 0.4),
                                new Springs.Joint(3, 0.01, 1, 0, DOWN, 0.4)),
                        List.of(0),
                        1)));
        Avatar a = new Avatar(
                "1.0",
                AvatarMeta.NONE.with(MetaField.NAME, List.of("Figure")),
                Map.of(Role.HIPS, 1, Role.HEAD, 2),
                List.of(new Expression(
                        "blink",
                        true,
                        false,
                        Expression.NO_OVERRIDES,
                        List.of(new Expression.Shape(0, "lid", 1), new Expression.Shape(3, "lid", 1)),
                        List.of(),
                        List.of())),
                new Gaze("bone", new Vec3(0, 0.06, 0), List.of()),
                Map.of(0, "auto", 3, "both"),
                springs,
                List.of(new Follow(3, "roll", 2, SignedAxis.POSITIVE_Y, 0.5), new Follow(0, "rotation", 1, null, 1)),
                List.of());
        return Scene.bare("figure", Stage.COMMON).withNodes(nodes).with(Avatar.KEY, List.of(a));
    }

    private static Avatar of(Scene s) {
        return Objects.requireNonNull(Avatar.in(s));
    }

    @Test
    void numbersOfNodesFollowWhenSomeAreTakenOut() {
        Avatar a = of(NodeRemoval.remove(scene(), Set.of(0)));

        assertThat(a.roles()).isEqualTo(Map.of(Role.HIPS, 0, Role.HEAD, 1));
        assertThat(a.views()).isEqualTo(Map.of(2, "both"));
        assertThat(a.expressions().getFirst().shapes()).containsExactly(new Expression.Shape(2, "lid", 1));
        assertThat(a.follows()).containsExactly(new Follow(2, "roll", 1, SignedAxis.POSITIVE_Y, 0.5));
        assertThat(a.springs().colliders()).hasSize(1);
        assertThat(a.springs().colliders().getFirst().node()).isZero();
        assertThat(a.springs().groups().getFirst().colliders()).containsExactly(0);
        assertThat(a.springs().springs().getFirst().joints())
                .extracting(Springs.Joint::node)
                .containsExactly(1, 2);
        assertThat(a.springs().springs().getFirst().center()).isZero();
    }

    @Test
    void lengthsAndDirectionsFollowUnitAndAxes() {
        Avatar a = of(new ConvertStage(AxisSystem.Z_UP, 0.01).apply(scene()));
        Springs.Joint j = a.springs().springs().getFirst().joints().getFirst();

        assertThat(j.radius()).isEqualTo(2, within(1e-12));
        assertThat(j.stiffness()).isEqualTo(100, within(1e-9));
        assertThat(j.gravity()).isEqualTo(50, within(1e-9));
        assertThat(j.drag()).isEqualTo(0.4);
        assertThat(j.down().z()).isEqualTo(-1, within(1e-12));
        assertThat(a.springs().colliders().get(1).radius()).isEqualTo(25, within(1e-9));
        assertThat(a.springs().colliders().get(1).offset().length()).isEqualTo(50, within(1e-9));
        assertThat(Objects.requireNonNull(a.springs().colliders().get(1).tail()).length())
                .isEqualTo(100, within(1e-9));
        assertThat(Objects.requireNonNull(a.gaze()).offset().length()).isEqualTo(6, within(1e-9));
        Avatar back = of(new ConvertStage(AxisSystem.COMMON, 1)
                .apply(new ConvertStage(AxisSystem.Z_UP_LEFT, 0.01).apply(scene())));
        assertThat(Objects.requireNonNull(back.gaze()).offset().distance(new Vec3(0, 0.06, 0)))
                .isLessThan(1e-12);
    }

    @Test
    void aFigureOfTwiceTheSizeHasSpringsOfTwiceTheLength() {
        Avatar a = of(new MoveScene(Vec3.ZERO, 2, Vec3.ZERO).apply(scene()));

        assertThat(a.springs().springs().getFirst().joints().getFirst().radius())
                .isEqualTo(0.04, within(1e-12));
        assertThat(a.springs().colliders().get(1).offset().y()).isEqualTo(1, within(1e-12));
    }

    @Test
    void anAxisTurnsWithItsJointOrIsToldToBeLost() {
        Avatar square = of(new TurnJoints(new Vec3(0, 0, -90)).apply(scene()));
        assertThat(square.follows()).hasSize(2);
        assertThat(square.follows().getFirst().axis()).isEqualTo(SignedAxis.POSITIVE_X);
        assertThat(square.faults()).isEmpty();

        Avatar slanted = of(new TurnJoints(new Vec3(0, 0, 30)).apply(scene()));
        assertThat(slanted.follows()).extracting(Follow::kind).containsExactly("rotation");
        assertThat(slanted.faults()).extracting(Avatar.Fault::code).containsExactly("avatar-constraint");
    }

    @Test
    void theRoleAboveIsTheNearestThatSomeJointHas() {
        Avatar a = of(scene());

        assertThat(a.above(Role.HEAD)).isEqualTo(Role.HIPS);
        assertThat(a.above(Role.HIPS)).isNull();
        assertThat(a.node(Role.NECK)).isEqualTo(-1);
    }
}
