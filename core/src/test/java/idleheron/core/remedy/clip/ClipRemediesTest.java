package idleheron.core.remedy.clip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class ClipRemediesTest {
    private static Scene scene(Curve x, Curve turn) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[Channel.TRANSLATE_X.ordinal()] = x;
        c[Channel.ROTATE_Z.ordinal()] = turn;
        Clip clip = new Clip("walk", 0, 2, FrameRate.FILM, List.of(new Clip.NodeTrack(0, c)), List.of());
        Stage stage = Stage.COMMON.withRange(0, 2);
        return new Scene(
                "s",
                stage,
                List.of(Node.of("n", -1, NodeKind.JOINT, Transform.of(Vec3.ZERO, Vec3.ZERO, Vec3.ONE))),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(clip),
                List.of());
    }

    private static Scene usual() {
        return scene(
                Curve.linear(new double[] {0, 2}, new double[] {0, 10}),
                Curve.smooth(new double[] {0, 0.5, 1.5, 2}, new double[] {0, 30, -30, 0.6}));
    }

    private static Clip clip(Scene s) {
        return s.clips().getFirst();
    }

    private static Curve curve(Scene s, Channel c) {
        return Objects.requireNonNull(clip(s).nodes().getFirst().curve(c));
    }

    @Test
    void backwardsEveryFrameIsWhatItsOppositeWas() {
        Curve steps = new Curve(
                new double[] {0, 0.5, 2},
                new double[] {1, 4, 2},
                new byte[] {Curve.CONSTANT, Curve.CONSTANT, 0},
                null,
                null);
        Scene s = scene(steps, curve(usual(), Channel.ROTATE_Z));
        Scene back = new ReverseClips(List.of("walk")).apply(s);
        for (int f = 0; f <= 48; f++) {
            for (Channel c : List.of(Channel.TRANSLATE_X, Channel.ROTATE_Z)) {
                assertThat(curve(back, c).at(f / 24.0))
                        .as(c + " at " + f)
                        .isCloseTo(curve(s, c).at((48 - f) / 24.0), within(1e-9));
            }
        }
        // slopes stay slopes; steps stay steps between frames
        assertThat(curve(back, Channel.ROTATE_Z).keys()).isEqualTo(4);
        assertThat(curve(back, Channel.TRANSLATE_X).at(1.01)).isIn(1.0, 4.0);
        assertThat(clip(back).endSeconds()).isEqualTo(2);
        assertThat(new ReverseClips(List.of("run")).apply(s)).isSameAs(s);
        assertThatThrownBy(() -> new ReverseClips(List.of())).hasMessage("reverse-clips needs the name of a clip");
    }

    @Test
    void retimingKeepsFrameNumbersAndChangesSeconds() {
        Scene s = new RetimeClips(FrameRate.of(30)).apply(usual());
        assertThat(clip(s).lastFrame()).isEqualTo(48);
        assertThat(clip(s).endSeconds()).isCloseTo(1.6, within(1e-12));
        assertThat(s.stage().endSeconds()).isCloseTo(1.6, within(1e-12));
        for (int f = 0; f <= 48; f++) {
            assertThat(curve(s, Channel.ROTATE_Z).at(f / 30.0))
                    .as("slopes go along")
                    .isCloseTo(curve(usual(), Channel.ROTATE_Z).at(f / 24.0), within(1e-9));
        }
        Scene back = new RetimeClips(FrameRate.FILM).apply(s);
        assertThat(clip(back).endSeconds()).isCloseTo(2, within(1e-12));
    }

    @Test
    void resamplingKeepsSecondsAndChangesFrameNumbers() {
        Scene s = new ResampleClips(FrameRate.of(30)).apply(usual());
        assertThat(clip(s).endSeconds()).isEqualTo(2);
        assertThat(clip(s).lastFrame()).isEqualTo(60);
        assertThat(curve(s, Channel.TRANSLATE_X).keys()).isEqualTo(61);
        assertThat(curve(s, Channel.ROTATE_Z).at(1.3))
                .isCloseTo(curve(usual(), Channel.ROTATE_Z).at(1.3), within(1e-9));
    }

    @Test
    void aCutLeavesTheFramesInsideAsTheyWere() {
        Scene s = new CutClips(6, 30, List.of("walk")).apply(usual());
        assertThat(clip(s).firstFrame()).isEqualTo(6);
        assertThat(clip(s).lastFrame()).isEqualTo(30);
        assertThat(curve(s, Channel.TRANSLATE_X).keys())
                .as("straight stays two keys")
                .isEqualTo(2);
        for (int f = 6; f <= 30; f++) {
            for (Channel c : List.of(Channel.TRANSLATE_X, Channel.ROTATE_Z)) {
                assertThat(curve(s, c).at(f / 24.0)).isCloseTo(curve(usual(), c).at(f / 24.0), within(1e-9));
            }
        }
        assertThat(new CutClips(6, 30, List.of("other"))
                        .apply(usual())
                        .clips()
                        .getFirst()
                        .lastFrame())
                .isEqualTo(48);
        assertThatThrownBy(() -> new CutClips(3, 2, List.of())).hasMessageContaining("do not go forward");
    }

    @Test
    void aLoopIsClosedWhereItNearlyDoesAndWhatRunsOnRunsOn() {
        Scene s = new CloseLoops(List.of("walk"), 0.25).apply(usual());
        Curve turn = curve(s, Channel.ROTATE_Z);
        assertThat(turn.at(2)).isCloseTo(turn.at(0), within(1e-9));
        assertThat(turn.at(1.5)).as("the first three quarters stay").isCloseTo(-30, within(1e-9));
        assertThat(curve(s, Channel.TRANSLATE_X).at(2))
                .as("the way of the root")
                .isEqualTo(10);
        Pose a = new Pose(usual()).at(clip(usual()), 1);
        Pose b = new Pose(s).at(clip(s), 1);
        assertThat(idleheron.core.math.Matrices.difference(a.world(0), b.world(0)))
                .isLessThan(1e-9);
        assertThatThrownBy(() -> new CloseLoops(List.of(), 0)).hasMessageContaining("share of 0");
    }
}
