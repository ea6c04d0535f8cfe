package idleheron.core.formula.bake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.formula.Easing;
import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.SwingTwist;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormulaBakeTest {
    private static Curve curve(Clip clip, int node, Channel channel) {
        return Objects.requireNonNull(clip.nodes().stream()
                .filter(t -> t.node() == node)
                .findFirst()
                .orElseThrow()
                .curve(channel));
    }

    @Test
    void movesAreMetresFromRestAndScalesMultiply() {
        Scene f = Plans.figure();
        Clip c = FormulaBake.of(
                        Plans.of(1, "arm.move.y", "0.5 * t", "arm.scale.x", "1 + u", "arm.turn.z", "720 * t"), f)
                .clip();
        assertThat(curve(c, 1, Channel.TRANSLATE_Y).at(1)).isCloseTo(60, within(1e-9));
        assertThat(curve(c, 1, Channel.SCALE_X).at(0.5)).isCloseTo(1.5, within(1e-9));
        assertThat(curve(c, 1, Channel.ROTATE_Z).at(1)).isCloseTo(720, within(1e-9));
        assertThat(curve(c, 1, Channel.ROTATE_Z).keys()).isEqualTo(25);
        assertThat(c.endSeconds()).isEqualTo(1);
    }

    @Test
    void scalesMultiplyThatOfRest() {
        Scene f = Plans.figure(Transform.of(Vec3.ZERO, Vec3.ZERO, new Vec3(2, 3, 4)));
        Clip c = FormulaBake.of(Plans.of(1, "arm.scale.y", "1 + t"), f).clip();
        assertThat(curve(c, 1, Channel.SCALE_Y).at(1)).isCloseTo(6, within(1e-9));
    }

    /** Straight between frames, the middle of a bow of radius r over 2a is off by r·(1 − cos a): here a is 90°/48 on 100 cm. */
    @Test
    void straightKeysOfACircleAreOffByTheSagOfTheBow() {
        FormulaReport r = FormulaBake.of(
                        Plans.of(1, "hand.move.x", "cos(90 * t) - 1", "hand.move.y", "sin(90 * t)"), Plans.figure())
                .report();
        double sag = 1000 * (1 - Math.cos(Math.toRadians(90.0 / 48)));
        assertThat(r.mm().value()).isCloseTo(sag, within(sag / 1000));
        assertThat(r.mm().joint()).isEqualTo("hand");
        assertThat(r.mm().frame() % 1).isCloseTo(0.5, within(1e-3));
        assertThat(r.degrees().value()).isZero();
        assertThat(r.keys()).isEqualTo(50);
    }

    /** A turn comes after that of rest, whatever the node's order, fixed turns and angles are. */
    @ParameterizedTest
    @CsvSource({"XYZ,0,0,0,0", "XYZ,20,-30,40,0", "ZYX,0,0,0,0", "YXZ,15,0,80,25", "ZXY,0,50,0,-70"})
    void turnsComeAfterRest(RotationOrder order, double x, double y, double z, double post) {
        Transform rest = new Transform(
                new Vec3(0, 10, 0),
                order,
                new Vec3(x, y, z),
                new Vec3(12, -7, 33),
                new Vec3(0, post, 0),
                Vec3.ONE,
                Vec3.ZERO,
                Vec3.ZERO,
                Vec3.ZERO,
                Vec3.ZERO,
                Transform.IDENTITY.inherit());
        Scene f = Plans.figure(rest);
        Clip c = FormulaBake.of(
                        Plans.of(
                                1,
                                "arm.turn.x",
                                "80 * t",
                                "arm.turn.y",
                                "-50 * t^2",
                                "arm.turn.z",
                                "30 * sin(400 * t)"),
                        f)
                .clip();
        Pose pose = new Pose(f);
        Matrix3d still = rest.turn(rest.channels(), new Matrix4d()).get3x3(new Matrix3d());
        for (double t : new double[] {0, 0.25, 0.5, 1}) {
            Matrix3d said =
                    RotationOrder.XYZ.matrix(new Vec3(80 * t, -50 * t * t, 30 * Math.sin(Math.toRadians(400 * t))));
            Matrix3d turn = new Matrix3d(still).mul(said);
            Quaterniond q = turn.getNormalizedRotation(new Quaterniond());
            double off = SwingTwist.angle(
                    q.conjugate().mul(Matrices.quaternion(pose.at(c, t).local(1))));
            assertThat(off).as("at %s", t).isLessThan(1e-6);
        }
    }

    /** Many whole turns of a node whose rest has other angles stay many. */
    @Test
    void solvedAnglesDoNotJump() {
        Scene f = Plans.figure(Transform.of(Vec3.ZERO, new Vec3(0, 0, 30), Vec3.ONE));
        Clip c = FormulaBake.of(Plans.of(2, "arm.turn.x", "500 * t"), f).clip();
        for (Channel ch : new Channel[] {Channel.ROTATE_X, Channel.ROTATE_Y, Channel.ROTATE_Z}) {
            Curve k = curve(c, 1, ch);
            for (int i = 1; i < k.keys(); i++) {
                assertThat(Math.abs(k.values()[i] - k.values()[i - 1])).isLessThan(60);
            }
        }
    }

    @Test
    void fewestKeysKeepWithinTheirTolerances() {
        MotionPlan wave = Plans.of(4, "arm.turn.z", "40 * sin(90 * t)", "post.move.y", "0.2 * sin(180 * t)");
        FormulaBake.Baked b = FormulaBake.of(Plans.fewest(wave, 0.5, 0.05), Plans.figure());
        assertThat(b.report().mm().value()).isLessThanOrEqualTo(0.5);
        assertThat(b.report().degrees().value()).isLessThanOrEqualTo(0.05);
        assertThat(b.report().keys()).isLessThan(60);
        assertThat(b.report().everyFrame()).isEqualTo(2 * 97);
        int closer = FormulaBake.of(Plans.fewest(wave, 0.01, 0.001), Plans.figure())
                .report()
                .keys();
        assertThat(closer).isGreaterThan(b.report().keys());
    }

    /** What is told is what somebody measures who looks 64 times from frame to frame. */
    @ParameterizedTest
    @CsvSource({"0.5,0.05", "5,0.5", "0.05,0.01", "0,0"})
    void theErrorThatIsToldIsTheErrorThatIsThere(double mm, double degrees) {
        MotionPlan p = Plans.of(
                3,
                "arm.turn.z",
                "25 * sin(100 * t) + 8 * cos(333 * t)",
                "arm.turn.x",
                "12 * sin(77 * t)",
                "post.move.y",
                "0.3 * abs(sin(90 * t))");
        if (mm > 0) {
            p = Plans.fewest(p, mm, degrees);
        }
        Scene f = Plans.figure();
        FormulaBake.Baked b = FormulaBake.of(p, f);
        Pose keyed = new Pose(f);
        double worstMm = 0;
        double worstDegrees = 0;
        for (int i = 0; i <= 72 * 64; i++) {
            double t = i / (24.0 * 64);
            keyed.at(b.clip(), t);
            Matrix4d post = new Matrix4d().translation(0, 30 * Math.abs(Math.sin(Math.toRadians(90 * t))), 0);
            Matrix3d turn = RotationOrder.XYZ.matrix(new Vec3(
                    12 * Math.sin(Math.toRadians(77 * t)),
                    0,
                    25 * Math.sin(Math.toRadians(100 * t)) + 8 * Math.cos(Math.toRadians(333 * t))));
            Matrix4d hand = post.translate(0, 10, 0, new Matrix4d())
                    .mul(new Matrix4d(turn))
                    .translate(100, 0, 0);
            worstMm = Math.max(worstMm, 10 * Matrices.translation(hand).distance(Matrices.translation(keyed.world(2))));
            worstDegrees = Math.max(
                    worstDegrees,
                    SwingTwist.angle(Matrices.quaternion(hand).conjugate().mul(Matrices.quaternion(keyed.world(2)))));
        }
        assertThat(b.report().mm().value()).isCloseTo(worstMm, within(worstMm / 100));
        assertThat(b.report().degrees().value()).isCloseTo(worstDegrees, within(worstDegrees / 100));
        if (mm > 0) {
            assertThat(worstMm).isLessThanOrEqualTo(mm * 1.001);
            assertThat(worstDegrees).isLessThanOrEqualTo(degrees * 1.001);
        }
    }

    @Test
    void whatJumpsBetweenFramesIsToldAsItIs() {
        MotionPlan p = Plans.fewest(Plans.of(1, "post.move.y", "floor(t * 24 * 0.9) / 100"), 0.1, 0.1);
        FormulaReport r = FormulaBake.of(p, Plans.figure()).report();
        assertThat(r.mm().value()).isGreaterThan(1);
    }

    @Test
    void tooMuchIsRefusedBeforeItIsWorkedOut() {
        assertThatThrownBy(() -> FormulaBake.of(Plans.of(900_000, "post.move.y", "t"), Plans.figure()))
                .isInstanceOf(FormulaFault.class)
                .hasMessageContaining("at most 250000 channels times frames")
                .hasMessageEndingWith("found 21600000");
        // 2,000 characters count as fifty channels
        String longest = "t" + "+t".repeat(999) + " ";
        assertThatThrownBy(() -> FormulaBake.of(Plans.of(300, "post.move.y", longest), Plans.figure()))
                .hasMessageEndingWith("found 360000");
    }

    @Test
    void itCanBeStopped() {
        Progress stop = (share, text) -> {
            throw new CancellationException(text);
        };
        assertThatThrownBy(() -> FormulaBake.of(Plans.of(1, "post.move.y", "t"), Plans.figure(), stop))
                .isInstanceOf(CancellationException.class);
    }

    @Test
    void easedKeysOfStairsBecomeSteps() {
        MotionPlan p = Plans.fewest(
                Plans.keyed(1, "post.move.y", Objects.requireNonNull(Easing.of("steps(4)")), 0, 0, 1, 1), 0.1, 0.1);
        FormulaBake.Baked b = FormulaBake.of(p, Plans.figure());
        assertThat(b.report().mm().value()).isLessThan(1e-9);
        assertThat(b.report().keys()).isEqualTo(5);
        assertThat(curve(b.clip(), 0, Channel.TRANSLATE_Y).modes()[0]).isEqualTo(Curve.CONSTANT);
    }
}
