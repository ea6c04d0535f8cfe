package idleheron.core.pose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.clip.BakeClips;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.remedy.space.ConvertStage;
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
import idleheron.core.time.FrameRate;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class LayersTest {
    private static Clip.NodeTrack track(double... nine) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        for (int i = 0; i < nine.length; i++) {
            c[i] = Double.isNaN(nine[i]) ? null : Curve.still(nine[i]);
        }
        return new Clip.NodeTrack(0, c);
    }

    private static ClipLayer layer(
            ClipLayer.Blend blend, double weight, boolean whole, boolean multiply, Clip.NodeTrack track) {
        return new ClipLayer(
                "l", blend, Curve.still(weight), false, false, whole, multiply, List.of(track), List.of(), List.of());
    }

    private static Scene scene(Clip.NodeTrack base, ClipLayer... layers) {
        Clip c = new Clip("c", 0, 1, FrameRate.FILM, List.of(base), List.of()).withLayers(List.of(layers));
        return new Scene(
                "s",
                Stage.COMMON,
                List.of(Node.of("n", -1, NodeKind.JOINT, Transform.IDENTITY)),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(c),
                List.of());
    }

    private static double[] channels(Scene s) {
        return new Pose(s).at(s.clips().getFirst(), 0).channels(0);
    }

    private static final double NO = Double.NaN;

    @Test
    void aLayerAddsInProportionToItsWeightAndScalesMultiplyOrAdd() {
        Clip.NodeTrack base = track(1, 2, 3, 10, 0, 0, 2, 2, 2);
        double[] c = channels(
                scene(base, layer(ClipLayer.Blend.ADD, 0.5, false, true, track(4, NO, NO, 20, NO, NO, 4, NO, NO))));
        assertThat(c).containsExactly(new double[] {3, 2, 3, 20, 0, 0, 4, 2, 2}, within(1e-12));
        c = channels(scene(base, layer(ClipLayer.Blend.ADD, 0.5, false, false, track(NO, NO, NO, NO, NO, NO, 4))));
        assertThat(c[6]).isCloseTo(4, within(1e-12));
    }

    @Test
    void aLayerReplacesWholeOrMixes() {
        Clip.NodeTrack base = track(10, 10, 10);
        assertThat(channels(scene(base, layer(ClipLayer.Blend.REPLACE, 0.2, false, true, track(2, NO, NO)))))
                .startsWith(2, 10, 10);
        assertThat(channels(scene(base, layer(ClipLayer.Blend.MIX, 0.25, false, true, track(2, NO, NO)))))
                .startsWith(8, 10, 10);
    }

    @Test
    void wholeTurnsFollowEachOtherAndAreNotSumsOfAngles() {
        Scene s = scene(
                track(NO, NO, NO, 90, 0, 0), layer(ClipLayer.Blend.ADD, 1, true, true, track(NO, NO, NO, 0, 90, 0)));
        Matrix3d expected =
                RotationOrder.XYZ.matrix(new Vec3(90, 0, 0)).mul(RotationOrder.XYZ.matrix(new Vec3(0, 90, 0)));
        double[] c = channels(s);
        Matrix3d got = RotationOrder.XYZ.matrix(new Vec3(c[3], c[4], c[5]));
        assertThat(got.equals(expected, 1e-9)).isTrue();
        Scene half = scene(
                track(NO, NO, NO, 0, 0, 0), layer(ClipLayer.Blend.MIX, 0.5, true, true, track(NO, NO, NO, 0, 0, 80)));
        assertThat(channels(half)[5]).isCloseTo(40, within(1e-9));
    }

    @Test
    void mutedLayersDoNotCountAndSoloOnesAloneDo() {
        ClipLayer loud = layer(ClipLayer.Blend.ADD, 1, false, true, track(1, NO, NO));
        ClipLayer muted = new ClipLayer(
                "m", ClipLayer.Blend.ADD, Curve.still(1), true, false, false, true, loud.nodes(), List.of(), List.of());
        ClipLayer solo = new ClipLayer(
                "s", ClipLayer.Blend.ADD, Curve.still(1), false, true, false, true, loud.nodes(), List.of(), List.of());
        assertThat(channels(scene(track(5), loud, muted))[0]).isEqualTo(6);
        assertThat(channels(scene(track(5), loud, solo, loud))[0]).isEqualTo(6);
    }

    @Test
    void withoutAnythingBelowTheLowestLayerStandsForItself() {
        Clip c = new Clip("c", 0, 1, FrameRate.FILM, List.of(), List.of())
                .withLayers(List.of(layer(ClipLayer.Blend.ADD, 1, false, true, track(7, NO, NO))));
        Scene s = scene(track(1)).withClips(List.of(c));
        assertThat(channels(s)[0]).isEqualTo(7);
    }

    private static Scene waving() {
        Curve turn = Curve.smooth(new double[] {0, 0.4, 1}, new double[] {0, 70, -20});
        @Nullable Curve[] a = new Curve[Channel.COUNT];
        a[Channel.ROTATE_X.ordinal()] = turn;
        @Nullable Curve[] b = new Curve[Channel.COUNT];
        b[Channel.ROTATE_Z.ordinal()] = turn;
        b[Channel.TRANSLATE_Y.ordinal()] = turn;
        ClipLayer over = new ClipLayer(
                "over",
                ClipLayer.Blend.ADD,
                Curve.linear(new double[] {0, 1}, new double[] {0, 1}),
                false,
                false,
                true,
                true,
                List.of(new Clip.NodeTrack(0, b)),
                List.of(new Clip.ShapeTrack(0, 0, Curve.linear(new double[] {0, 1}, new double[] {0, 1}))),
                List.of());
        BlendShape shape =
                new BlendShape("s", 0.2, List.of(new BlendShape.Target(1, new int[] {0}, new float[] {1, 0, 0}, null)));
        Mesh mesh = new Mesh(
                "m",
                new double[9],
                new int[] {0, 3},
                new int[] {0, 1, 2},
                null,
                List.of(),
                null,
                null,
                null,
                null,
                List.of(shape));
        Scene s = scene(new Clip.NodeTrack(0, a), over);
        return s.withMeshes(List.of(mesh));
    }

    @Test
    void flattenedLayersStandWhereTheyStoodAtEveryFrame() {
        Scene layered = waving();
        for (Scene flat : List.of(new FlattenLayers().apply(layered), new BakeClips().apply(layered))) {
            assertThat(flat.clips().getFirst().isLayered()).isFalse();
            Pose a = new Pose(layered);
            Pose b = new Pose(flat);
            for (int f = 0; f <= 24; f++) {
                a.at(layered.clips().getFirst(), f / 24.0);
                b.at(flat.clips().getFirst(), f / 24.0);
                assertThat(Matrices.difference(a.world(0), b.world(0))).isLessThan(1e-9);
                assertThat(b.shapeWeight(0, 0)).isCloseTo(a.shapeWeight(0, 0), within(1e-12));
            }
        }
        assertThat(new Pose(layered).at(layered.clips().getFirst(), 0.5).shapeWeight(0, 0))
                .as("a half of its weight on the rest")
                .isCloseTo(0.2 + 0.5 * 0.5, within(1e-12));
    }

    @Test
    void convertingALayeredClipKeepsItsMotion() {
        Scene layered = waving();
        Scene other = new ConvertStage(idleheron.core.math.AxisSystem.Z_UP, 0.01).apply(layered);
        Pose a = new Pose(layered);
        Pose b = new Pose(other);
        CanonicalSpace sa = CanonicalSpace.of(layered.stage());
        CanonicalSpace sb = CanonicalSpace.of(other.stage());
        for (int f = 0; f <= 24; f++) {
            a.at(layered.clips().getFirst(), f / 24.0);
            b.at(other.clips().getFirst(), f / 24.0);
            Matrix4d x = sa.matrix(a.world(0), new Matrix4d());
            Matrix4d y = sb.matrix(b.world(0), new Matrix4d());
            assertThat(Matrices.difference(x, y)).isLessThan(1e-6);
        }
    }
}
