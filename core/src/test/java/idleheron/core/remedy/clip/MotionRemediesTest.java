package idleheron.core.remedy.clip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.skeleton.RestAtFrame;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import idleheron.core.scene.motion.Extrapolation;
import idleheron.core.scene.motion.Handles;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** What remedies do to curves, ranges and layers, key by key. */
class MotionRemediesTest {
    private static final double[] ONE_SECOND = {0, 1};

    private static @Nullable Curve[] curves(Channel channel, Curve curve) {
        @Nullable Curve[] out = new Curve[Channel.COUNT];
        out[channel.ordinal()] = curve;
        return out;
    }

    private static Clip.NodeTrack track(int node, Channel channel, Curve curve) {
        return new Clip.NodeTrack(node, curves(channel, curve));
    }

    private static Clip clip(String name, double start, double end, Clip.NodeTrack... tracks) {
        return new Clip(name, start, end, FrameRate.FILM, List.of(tracks), List.of());
    }

    /** Two joints and a mesh with two shapes. */
    private static Scene scene(Clip... clips) {
        BlendShape.Target t = new BlendShape.Target(1, new int[] {0}, new float[] {1, 0, 0}, null);
        Mesh mesh = new Mesh(
                "m",
                new double[] {0, 0, 0},
                new int[] {0},
                new int[0],
                null,
                List.of(),
                null,
                null,
                null,
                null,
                List.of(new BlendShape("a", 0.25, List.of(t)), new BlendShape("b", 0, List.of(t))));
        return Scene.bare("s", Stage.COMMON.withRange(0, 1))
                .withNodes(List.of(
                        Node.of("root", -1, NodeKind.JOINT, Transform.of(new Vec3(0, 5, 0), Vec3.ZERO, Vec3.ONE)),
                        Node.of("hand", 0, NodeKind.JOINT, Transform.of(new Vec3(1, 0, 0), Vec3.ZERO, Vec3.ONE)),
                        Node.mesh("m", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(mesh))
                .withClips(List.of(clips));
    }

    private static Curve line(double from, double to) {
        return Curve.linear(ONE_SECOND, new double[] {from, to});
    }

    private static Curve curve(Scene s, int clip, int track, Channel channel) {
        return Objects.requireNonNull(s.clips().get(clip).nodes().get(track).curve(channel));
    }

    private static Clip walk() {
        return clip(
                "walk", 0, 1, track(0, Channel.TRANSLATE_X, line(0, 10)), track(1, Channel.TRANSLATE_Z, line(0, 2)));
    }

    @Test
    void translationKeysOfAllOrOfSomeAreScaled() {
        Scene all = new ScaleMotion(0.01).apply(scene(walk()));
        assertThat(curve(all, 0, 0, Channel.TRANSLATE_X).values()).containsExactly(0, 0.1);
        assertThat(curve(all, 0, 1, Channel.TRANSLATE_Z).values()).containsExactly(0, 0.02);
        Scene some = new ScaleMotion(3, List.of("hand")).apply(scene(walk()));
        assertThat(curve(some, 0, 0, Channel.TRANSLATE_X).values()).containsExactly(0, 10);
        assertThat(curve(some, 0, 1, Channel.TRANSLATE_Z).values()).containsExactly(0, 6);
        Clip turns =
                clip("t", 0, 1, track(0, Channel.ROTATE_X, line(0, 90)), track(1, Channel.TRANSLATE_Y, line(1, 2)));
        Scene kept = new ScaleMotion(2).apply(scene(turns));
        assertThat(curve(kept, 0, 0, Channel.ROTATE_X).values()).containsExactly(0, 90);
        assertThat(curve(kept, 0, 1, Channel.TRANSLATE_Y).values()).containsExactly(2, 4);
    }

    @Test
    void clipsMoveEachByItsOwnTimeWithOrWithoutTheirRange() {
        Clip run = walk().withName("run");
        ShiftClips own = new ShiftClips(0.5, Map.of("run", 2.0, "walk", 0.0), true);
        Scene s = scene(walk(), run, walk().withName("jump"));
        Scene out = own.apply(s);
        assertThat(out.clips().get(0)).as("not at all").isSameAs(s.clips().get(0));
        assertThat(out.clips().get(1).startSeconds()).isEqualTo(2);
        assertThat(out.clips().get(1).endSeconds()).isEqualTo(3);
        assertThat(curve(out, 1, 0, Channel.TRANSLATE_X).seconds()).containsExactly(2, 3);
        assertThat(out.clips().get(2).endSeconds()).isEqualTo(1.5);
        Scene inside = new ShiftClips(0.5, Map.of(), false).apply(s);
        assertThat(inside.clips().get(0).startSeconds()).isZero();
        assertThat(inside.clips().get(0).endSeconds()).isEqualTo(1);
        assertThat(curve(inside, 0, 0, Channel.TRANSLATE_X).seconds()).containsExactly(0.5, 1.5);
    }

    @Test
    void bakedClipsHaveAKeyOnEveryFrame() {
        Curve bent = Curve.smooth(new double[] {0, 0.3, 1}, new double[] {0, 5, 1});
        Scene out = new BakeClips().apply(scene(clip("c", 0, 1, track(0, Channel.ROTATE_Y, bent))));
        Curve c = curve(out, 0, 0, Channel.ROTATE_Y);
        assertThat(c.keys()).isEqualTo(25);
        for (int f = 0; f < 25; f++) {
            assertThat(c.values()[f]).isCloseTo(bent.at(f / 24.0), within(1e-12));
            assertThat(c.modes()[f]).isEqualTo(Curve.LINEAR);
        }
    }

    private static ClipLayer over(List<Clip.NodeTrack> nodes, List<Clip.ShapeTrack> shapes) {
        return new ClipLayer(
                "over", ClipLayer.Blend.ADD, Curve.still(0.5), false, false, false, false, nodes, shapes, List.of());
    }

    @Test
    void layersAreFlattenedIntoTheGroupsOfChannelsThatAnyOfThemMoves() {
        Clip below = clip("c", 0, 1, track(0, Channel.TRANSLATE_X, line(0, 10)))
                .withTracks(
                        List.of(track(0, Channel.TRANSLATE_X, line(0, 10))),
                        List.of(new Clip.ShapeTrack(0, 0, line(0, 1))));
        ClipLayer layer = over(
                List.of(track(0, Channel.TRANSLATE_X, line(4, 4)), track(1, Channel.ROTATE_Z, line(0, 30))),
                List.of(new Clip.ShapeTrack(0, 1, line(0.5, 0.5)), new Clip.ShapeTrack(0, 0, line(0, 0))));
        Scene s = scene(below.withLayers(List.of(layer)), walk());
        Scene out = new FlattenLayers().apply(s);
        Clip flat = out.clips().getFirst();
        assertThat(flat.isLayered()).isFalse();
        assertThat(flat.nodes()).extracting(Clip.NodeTrack::node).containsExactly(0, 1);
        Curve x = curve(out, 0, 0, Channel.TRANSLATE_X);
        assertThat(x.keys()).isEqualTo(25);
        assertThat(x.at(0)).isCloseTo(2, within(1e-9));
        assertThat(x.at(1)).isCloseTo(12, within(1e-9));
        assertThat(curve(out, 0, 0, Channel.TRANSLATE_Y).at(0.5))
                .as("the whole group")
                .isEqualTo(5);
        assertThat(flat.nodes().get(0).curve(Channel.ROTATE_X)).isNull();
        assertThat(flat.nodes().get(1).curve(Channel.TRANSLATE_X)).isNull();
        assertThat(curve(out, 0, 1, Channel.ROTATE_Z).at(1)).isCloseTo(15, within(1e-9));
        assertThat(flat.shapes()).extracting(Clip.ShapeTrack::shape).containsExactly(0, 1);
        assertThat(flat.shapes().get(0).weight().at(1)).isCloseTo(1, within(1e-9));
        assertThat(flat.shapes().get(1).weight().at(0.3)).isCloseTo(0.25, within(1e-9));
        assertThat(out.clips().get(1)).as("one layer stays").isSameAs(s.clips().get(1));
        Scene plain = scene(walk());
        assertThat(new FlattenLayers().apply(plain)).isSameAs(plain);
        Pose a = new Pose(s);
        Pose b = new Pose(out);
        for (int f = 0; f <= 24; f++) {
            Vector3d p = a.at(s.clips().getFirst(), f / 24.0).world(1).getTranslation(new Vector3d());
            Vector3d q = b.at(flat, f / 24.0).world(1).getTranslation(new Vector3d());
            assertThat(p.distance(q)).isLessThan(1e-9);
        }
    }

    @Test
    void joinedClipsFollowEachOtherByAFrame() {
        Clip first = clip("a", 1, 2, track(0, Channel.TRANSLATE_X, Curve.linear(new double[] {1, 2}, new double[] {0, 8
                })))
                .withTracks(
                        List.of(track(0, Channel.TRANSLATE_X, Curve.linear(new double[] {1, 2}, new double[] {0, 8}))),
                        List.of(new Clip.ShapeTrack(0, 1, Curve.linear(new double[] {1, 2}, new double[] {0, 1}))));
        Clip second = clip("b", 0, 0.5, track(1, Channel.ROTATE_Z, line(0, 60)));
        Clip other = walk();
        Scene out = new JoinClips(List.of("a", "b"), "both").apply(scene(other, first, second));
        assertThat(out.clips()).extracting(Clip::name).containsExactly("walk", "both");
        Clip both = out.clips().get(1);
        assertThat(both.startSeconds()).isEqualTo(1);
        // 24 frames, one more, and 12.
        assertThat(both.endSeconds()).isCloseTo(1 + 37 / 24.0, within(1e-12));
        Curve x = curve(out, 1, 0, Channel.TRANSLATE_X);
        assertThat(x.keys()).isEqualTo(25 + 13);
        assertThat(x.at(2)).isCloseTo(8, within(1e-9));
        assertThat(x.at(1 + 25 / 24.0)).as("at rest in the second").isCloseTo(0, within(1e-9));
        assertThat(both.nodes().getFirst().curve(Channel.TRANSLATE_Y))
                .as("no clip moves it")
                .isNull();
        Curve z = curve(out, 1, 1, Channel.ROTATE_Z);
        assertThat(z.at(1.5)).isCloseTo(0, within(1e-9));
        assertThat(z.at(1 + 37 / 24.0)).isCloseTo(30, within(1e-9));
        assertThat(both.shapes()).hasSize(1);
        Clip.ShapeTrack shape = both.shapes().getFirst();
        assertThat(shape.mesh()).isZero();
        assertThat(shape.shape()).isEqualTo(1);
        assertThat(shape.weight().at(1.5)).isCloseTo(0.5, within(1e-9));
        assertThat(shape.weight().at(1 + 30 / 24.0)).isCloseTo(0, within(1e-9));
        Scene s = scene(walk());
        assertThat(new JoinClips(List.of("walk", "nobody"), "x").apply(s)).isSameAs(s);
    }

    @Test
    void cutClipsKeepWhatLiesInside() {
        Curve inside = Curve.linear(new double[] {0.3, 0.6}, new double[] {1, 2});
        Curve kinks = Curve.linear(new double[] {0, 0.4, 1}, new double[] {0, 4, 10});
        Curve loops = new Curve(
                new double[] {0, 0.1},
                new double[] {0, 1},
                new byte[] {Curve.LINEAR, Curve.LINEAR},
                null,
                null,
                Handles.NONE,
                Extrapolation.HOLD,
                new Extrapolation(Extrapolation.Kind.REPEAT, -1));
        Scene s = scene(clip(
                "c",
                0,
                1,
                track(0, Channel.TRANSLATE_X, inside),
                track(1, Channel.TRANSLATE_X, kinks),
                track(2, Channel.TRANSLATE_X, loops)));
        Scene out = new CutClips(6, 18, List.of()).apply(s);
        assertThat(out.clips().getFirst().startSeconds()).isEqualTo(0.25);
        assertThat(out.clips().getFirst().endSeconds()).isEqualTo(0.75);
        assertThat(curve(out, 0, 0, Channel.TRANSLATE_X)).as("all inside").isSameAs(inside);
        Curve cut = curve(out, 0, 1, Channel.TRANSLATE_X);
        assertThat(cut.seconds()).containsExactly(0.25, 0.4, 0.75);
        assertThat(cut.values()).containsExactly(new double[] {2.5, 4, 7.5}, within(1e-12));
        assertThat(curve(out, 0, 2, Channel.TRANSLATE_X).keys())
                .as("every frame")
                .isEqualTo(13);
        Scene at = new CutClips(0, 24, List.of("c")).apply(s);
        assertThat(curve(at, 0, 1, Channel.TRANSLATE_X)).isSameAs(kinks);
        Scene one = new CutClips(12, 12, List.of()).apply(s);
        assertThat(one.clips().getFirst().length()).isZero();
        Curve still = Curve.still(3);
        Scene held = new CutClips(12, 18, List.of()).apply(scene(clip("c", 0, 1, track(0, Channel.SCALE_X, still))));
        assertThat(curve(held, 0, 0, Channel.SCALE_X)).isSameAs(still);
    }

    @Test
    void aClipIsSplitOnlyAtFramesInsideOfIt() {
        Scene s = scene(walk(), walk().withName("other"));
        Scene out = new SplitClip("walk", List.of(0.0, 12.0, 24.0, 30.0)).apply(s);
        assertThat(out.clips()).extracting(Clip::name).containsExactly("walk_1", "walk_2", "other");
        assertThat(out.clips().get(0).lastFrame()).isEqualTo(12);
        assertThat(out.clips().get(1).firstFrame()).isEqualTo(12);
        assertThat(out.clips().get(1).lastFrame()).isEqualTo(24);
        assertThat(curve(out, 1, 0, Channel.TRANSLATE_X).at(0.5)).isCloseTo(5, within(1e-12));
        assertThat(new SplitClip("walk", List.of(0.0, 24.0)).apply(s)).isSameAs(s);
        assertThat(new SplitClip("nobody", List.of(12.0)).apply(s)).isSameAs(s);
        assertThatThrownBy(() -> new SplitClip("walk", List.of(5.0, 5.0)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("frames [5.0, 5.0] do not go forward");
    }

    @Test
    void aFrameOfAClipBecomesTheRestPoseOfJointsAlone() {
        Scene s = scene(walk());
        Scene out = new RestAtFrame("walk", 12).apply(s);
        assertThat(out.nodes().get(0).translation().distance(new Vec3(5, 5, 0))).isLessThan(1e-9);
        assertThat(out.nodes().get(1).translation().distance(new Vec3(1, 0, 1))).isLessThan(1e-9);
        assertThat(out.nodes().get(2)).isEqualTo(s.nodes().get(2));
        assertThat(out.clips()).isEqualTo(s.clips());
    }

    @Test
    void retimingToTheSameRateOnlyDeclaresIt() {
        Scene s = scene(walk());
        Scene same = new RetimeClips(FrameRate.FILM).apply(s);
        assertThat(curve(same, 0, 0, Channel.TRANSLATE_X)).isSameAs(curve(s, 0, 0, Channel.TRANSLATE_X));
        Scene half = new RetimeClips(FrameRate.of(12)).apply(s);
        assertThat(half.clips().getFirst().endSeconds()).isEqualTo(2);
        assertThat(curve(half, 0, 0, Channel.TRANSLATE_X).seconds()).containsExactly(0, 2);
        assertThat(half.stage().endSeconds()).isEqualTo(2);
        assertThat(half.stage().rate()).isEqualTo(FrameRate.of(12));
        Clip late = clip("c", 1, 2, track(0, Channel.TRANSLATE_X, line(0, 1)));
        Scene moved = new RetimeClips(FrameRate.of(48)).apply(scene(late));
        assertThat(moved.clips().getFirst().startSeconds()).isEqualTo(0.5);
        assertThat(moved.clips().getFirst().endSeconds()).isEqualTo(1);
    }

    @Test
    void resamplingDeclaresTheNewRate() {
        Scene out = new ResampleClips(FrameRate.of(10)).apply(scene(walk()));
        assertThat(curve(out, 0, 0, Channel.TRANSLATE_X).keys()).isEqualTo(11);
        assertThat(out.clips().getFirst().rate()).isEqualTo(FrameRate.of(10));
        assertThat(out.stage().rate()).isEqualTo(FrameRate.of(10));
    }

    @Test
    void aLoopIsClosedShapeByShapeToo() {
        Curve nearly = Curve.linear(new double[] {0, 0.5, 1}, new double[] {0, 1, 0.2});
        Clip c = clip("c", 0, 1, track(0, Channel.ROTATE_X, nearly))
                .withTracks(List.of(track(0, Channel.ROTATE_X, nearly)), List.of(new Clip.ShapeTrack(0, 1, nearly)));
        Clip shifted =
                c.mapCurves(k -> k.shifted(2)).withRange(2, 3, FrameRate.FILM).withName("late");
        Scene out = new CloseLoops(List.of("c", "late"), 0.5).apply(scene(c, shifted));
        for (int i = 0; i < 2; i++) {
            double start = 2.0 * i;
            Clip.ShapeTrack s = out.clips().get(i).shapes().getFirst();
            assertThat(s.shape()).isEqualTo(1);
            assertThat(s.weight().at(start + 1)).isCloseTo(0, within(1e-9));
            assertThat(s.weight().at(start + 0.5)).as("before the last half").isCloseTo(1, within(1e-9));
            // Half way through the easing u = 1/2: u²(3 - 2u) = 1/2 of -0.2 is added to 0.6.
            assertThat(s.weight().at(start + 0.75)).isCloseTo(0.5, within(1e-9));
        }
        Curve closed = line(0, 0);
        Scene done = new CloseLoops(List.of("c"), 1).apply(scene(clip("c", 0, 1, track(0, Channel.ROTATE_X, closed))));
        assertThat(curve(done, 0, 0, Channel.ROTATE_X)).isSameAs(closed);
    }

    @Test
    void plainTransformsAreSampledAtAnotherRateWhereOneIsTold() {
        Transform turned = Transform.of(new Vec3(1, 0, 0), new Vec3(10, 20, 30), Vec3.ONE)
                .withTurns(new Vec3(0, 0, 45), Vec3.ZERO);
        Curve fade = Curve.smooth(new double[] {0, 0.5, 1}, new double[] {0, 1, 0.3});
        Clip c = clip("c", 0, 1, track(1, Channel.ROTATE_Y, line(0, 90)))
                .withValues(List.of(new Clip.ValueTrack(Clip.Subject.NODE, 0, "Visibility", "", fade)));
        Scene s = scene(c);
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(1, nodes.get(1).withTransform(turned));
        s = s.withNodes(nodes);
        Scene out = new PlainTransforms(FrameRate.of(10)).apply(s);
        assertThat(out.nodes().get(1).transform().isPlain()).isTrue();
        assertThat(out.nodes().get(1).transform().order()).isEqualTo(RotationOrder.XYZ);
        assertThat(out.nodes().get(0)).as("plain already").isEqualTo(s.nodes().get(0));
        assertThat(curve(out, 0, 0, Channel.ROTATE_X).keys()).isEqualTo(11);
        assertThat(out.clips().getFirst().nodes().getFirst().curve(Channel.TRANSLATE_X))
                .as("no pivots")
                .isNull();
        Curve v = out.clips().getFirst().values().getFirst().curve();
        assertThat(v.keys()).isEqualTo(11);
        assertThat(v.at(0.5)).isCloseTo(fade.at(0.5), within(1e-12));
        Pose a = new Pose(s);
        Pose b = new Pose(out);
        for (int f = 0; f <= 10; f++) {
            assertThat(a.at(s.clips().getFirst(), f / 10.0)
                            .world(1)
                            .equals(b.at(out.clips().getFirst(), f / 10.0).world(1), 1e-9))
                    .isTrue();
        }
    }

    @Test
    void clipsComeOnWholeFramesOfARate() {
        Clip c = clip("c", 0.02, 1.03, track(1, Channel.TRANSLATE_Y, line(0, 90)));
        Clip short1 = clip("d", 0.01, 0.012, track(1, Channel.TRANSLATE_Y, line(0, 90)));
        Scene out = PlainTransforms.onWholeFrames(scene(c, short1), FrameRate.FILM);
        assertThat(out.clips().getFirst().firstFrame()).isEqualTo(0);
        assertThat(out.clips().getFirst().lastFrame()).isEqualTo(25);
        assertThat(curve(out, 0, 0, Channel.TRANSLATE_Y).keys()).isEqualTo(26);
        assertThat(out.clips().get(1).length()).isZero();
        assertThat(out.stage().rate()).isEqualTo(FrameRate.FILM);
    }
}
