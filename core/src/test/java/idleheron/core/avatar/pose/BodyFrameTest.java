package idleheron.core.avatar.pose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.avatar.Role;
import idleheron.core.avatar.TFigure;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** The directions of a figure in T-pose, and of one that is turned. */
class BodyFrameTest {
    private static BodyFrame body(Scene s) {
        return Objects.requireNonNull(BodyFrame.of(new Pose(s), TFigure.avatar().roles()));
    }

    @Test
    void upIsToTheHeadLeftToTheLeftHipAndFrontAcross() {
        BodyFrame b = body(TFigure.scene());
        assertThat(b.up()).isEqualTo(new Vec3(0, 1, 0));
        assertThat(b.left()).isEqualTo(new Vec3(1, 0, 0));
        assertThat(b.front()).isEqualTo(new Vec3(0, 0, 1));
        assertThat(b.torso()).isCloseTo(0.7, within(1e-12));
        assertThat(b.swapped()).isFalse();
        assertThat(b.lean()).isZero();
        assertThat(b.turned()).isZero();
    }

    @Test
    void aTurnedFigureIsTurnedAndALeaningOneLeans() {
        assertThat(body(TFigure.with(Role.HIPS, t -> t.withRotation(new Vec3(0, 40, 0))))
                        .turned())
                .isCloseTo(40, within(1e-9));
        BodyFrame leaning = body(TFigure.with(Role.HIPS, t -> t.withRotation(new Vec3(25, 0, 0))));
        assertThat(leaning.lean()).isCloseTo(25, within(1e-9));
        assertThat(leaning.turned()).isCloseTo(0, within(1e-9));
    }

    @Test
    void withoutHipsHeadOrLegsThereIsNone() {
        Pose rest = new Pose(TFigure.scene());
        for (Role r : List.of(Role.HIPS, Role.HEAD, Role.LEFT_UPPER_LEG, Role.RIGHT_UPPER_LEG)) {
            Map<Role, Integer> less = new EnumMap<>(TFigure.avatar().roles());
            less.remove(r);
            assertThat(BodyFrame.of(rest, less)).as(r.code()).isNull();
        }
        Map<Role, Integer> flat = new EnumMap<>(TFigure.avatar().roles());
        flat.put(Role.HEAD, TFigure.node(Role.HIPS));
        assertThat(BodyFrame.of(rest, flat)).as("head where the hips are").isNull();
        Map<Role, Integer> thin = new EnumMap<>(TFigure.avatar().roles());
        thin.put(Role.LEFT_UPPER_LEG, TFigure.node(Role.RIGHT_UPPER_LEG));
        assertThat(BodyFrame.of(rest, thin)).as("both legs in one place").isNull();
    }

    /** One foot alone is turned round by a fault of its own; both say that sides are exchanged. */
    @Test
    void bothFeetMustSayThatSidesAreExchanged() {
        Scene one = TFigure.with(Role.LEFT_TOES, t -> t.withTranslation(new Vec3(0, -0.1, -0.2)));
        assertThat(body(one).swapped()).isFalse();
        Map<Role, Integer> bare = new EnumMap<>(TFigure.avatar().roles());
        bare.remove(Role.RIGHT_TOES);
        assertThat(Objects.requireNonNull(BodyFrame.of(new Pose(one), bare)).swapped())
                .as("the only foot with toes")
                .isTrue();
        bare.remove(Role.LEFT_TOES);
        assertThat(Objects.requireNonNull(BodyFrame.of(new Pose(one), bare)).swapped())
                .isFalse();
    }

    @Test
    void everyLimbHasAWayToPoint() {
        Scene s = TFigure.with(Role.RIGHT_UPPER_ARM, t -> t.withRotation(new Vec3(0, 0, 20)));
        List<LimbAim> all = LimbAim.of(new Pose(s), TFigure.avatar().roles(), body(s));
        assertThat(all).hasSize(8);
        assertThat(all.getFirst().role()).isEqualTo(Role.LEFT_UPPER_ARM);
        assertThat(all.getFirst().wanted()).isEqualTo(new Vec3(1, 0, 0));
        assertThat(all.getFirst().degrees()).isZero();
        LimbAim right = all.get(4);
        assertThat(right.role()).isEqualTo(Role.RIGHT_UPPER_ARM);
        assertThat(right.towards()).isEqualTo(Role.RIGHT_LOWER_ARM);
        assertThat(right.wanted().x()).isEqualTo(-1);
        assertThat(right.degrees()).isCloseTo(20, within(1e-9));
        assertThat(all.get(2).wanted().y()).isEqualTo(-1);
    }
}
