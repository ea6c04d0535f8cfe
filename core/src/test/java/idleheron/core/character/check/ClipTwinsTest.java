package idleheron.core.character.check;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.clip.ReverseClips;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class ClipTwinsTest {
    private static Clip clip(String name, double seconds, double degrees, double meters, double bulge) {
        double[] times = {0, seconds / 3, seconds};
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[Channel.ROTATE_Z.ordinal()] = Curve.smooth(times, new double[] {0, degrees, 10});
        c[Channel.TRANSLATE_X.ordinal()] = Curve.smooth(times, new double[] {0, meters, 0.5});
        return new Clip(
                name,
                0,
                seconds,
                FrameRate.of(24),
                List.of(new Clip.NodeTrack(0, c)),
                List.of(new Clip.ShapeTrack(0, 0, Curve.smooth(times, new double[] {0, bulge, 0}))));
    }

    private static Scene scene(Clip... clips) {
        Mesh m = Mesh.bare("m", new double[9], new int[] {0, 3}, new int[] {0, 1, 2})
                .withShapes(List.of(new BlendShape(
                        "bulge", 0, List.of(new BlendShape.Target(1, new int[] {0}, new float[] {1, 0, 0}, null)))));
        return new Scene(
                "s",
                Stage.COMMON,
                List.of(
                        Node.of("j", -1, NodeKind.JOINT, Transform.of(Vec3.ZERO, Vec3.ZERO, Vec3.ONE)),
                        Node.mesh("m", -1, Transform.IDENTITY, 0)),
                List.of(m),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(clips),
                List.of());
    }

    private static List<String> told(Scene s) {
        List<Finding> out = new ArrayList<>();
        ClipTwins.twins(new Facts(s), null, out);
        return out.stream().map(f -> f.code() + ": " + f.title()).toList();
    }

    @Test
    void theSameClipUnderTwoNamesIsToldOnce() {
        Clip bow = clip("bow", 2, 30, 1, 1);
        assertThat(told(scene(bow, bow.withName("bow_2"), clip("wave", 2, 40, 1, 1))))
                .containsExactly("clip-repeats-other: bow_2 is the same as bow");
    }

    @Test
    void aClipThatRunsAnotherBackwardsIsTold() {
        Clip bow = clip("bow", 2, 30, 1, 1);
        Scene both = scene(bow, bow.withName("rise"));
        assertThat(told(new ReverseClips(List.of("rise")).apply(both)))
                .containsExactly("clip-is-reverse: rise is bow backwards");
    }

    @Test
    void aLittleOfATurnAPlaceAShapeOrAFrameMakesThemTwo() {
        Clip bow = clip("bow", 2, 30, 1, 1);
        assertThat(told(scene(bow, clip("b", 2, 30.05, 1.00005, 1.0005)))).hasSize(1);
        assertThat(told(scene(bow, clip("b", 2, 30.3, 1, 1)))).isEmpty();
        assertThat(told(scene(bow, clip("b", 2, 30, 1.0005, 1)))).isEmpty();
        assertThat(told(scene(bow, clip("b", 2, 30, 1, 1.01)))).isEmpty();
        assertThat(told(scene(bow, clip("b", 2.05, 30, 1, 1)))).isEmpty();
    }

    @Test
    void moreThanCanBeHeldAgainstEachOtherSoonAreNot() {
        Clip bow = clip("bow", 2, 30, 1, 1);
        Clip[] many = new Clip[130];
        java.util.Arrays.setAll(many, i -> bow.withName("bow_" + i));
        Scene s = scene(many);
        assertThat(told(s)).hasSize(129);
        List<Node> nodes = new ArrayList<>(s.nodes());
        for (int i = 0; i < 3000; i++) {
            nodes.add(Node.of("n" + i, -1, NodeKind.GROUP, Transform.IDENTITY));
        }
        assertThat(told(s.withNodes(nodes))).isEmpty();
    }

    @Test
    void clipsInWhichNothingMovesAreNoTwins() {
        Clip still = new Clip("a", 0, 1, FrameRate.of(24), List.of(), List.of());
        assertThat(told(scene(still, still.withName("b")))).isEmpty();
    }
}
