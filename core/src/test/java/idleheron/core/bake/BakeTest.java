package idleheron.core.bake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class BakeTest {
    private static final double[] TIMES = {1 / 24.0, 2 / 24.0, 3 / 24.0};

    /** A quad and a triangle, with two UV sets. */
    private static Mesh mesh(String name, @Nullable Skin skin, BlendShape... shapes) {
        return new Mesh(
                name,
                new double[] {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 2, 0, 5},
                new int[] {0, 4, 7},
                new int[] {0, 1, 2, 3, 1, 4, 2},
                null,
                List.of(
                        new UvSet("map", new float[] {0, 0, 1, 0, 1, 1, 0, 1}, new int[] {0, 1, 2, 3, 1, 2, 3}),
                        new UvSet("light", new float[] {.5f, .25f}, new int[] {0, 0, -1, 0, 0, 0, 0})),
                new int[] {0, 1},
                null,
                null,
                skin,
                List.of(shapes));
    }

    private static Skin skin() {
        return new Skin(
                "k",
                new int[] {0},
                new Matrix4dc[] {new Matrix4d()},
                new int[] {0, 1, 2, 3, 4, 5},
                new int[5],
                new float[] {1, 1, 1, 1, 1});
    }

    private static Scene scene() {
        BlendShape shape =
                new BlendShape("b", 0, List.of(new BlendShape.Target(1, new int[] {4}, new float[] {0, 0, 2}, null)));
        @Nullable Curve[] x = new Curve[Channel.COUNT];
        x[0] = Curve.linear(new double[] {1 / 24.0, 3 / 24.0}, new double[] {0, 8});
        @Nullable Curve[] y = new Curve[Channel.COUNT];
        y[1] = Curve.linear(new double[] {1 / 24.0, 3 / 24.0}, new double[] {0, 2});
        Clip clip = new Clip(
                "c",
                TIMES[0],
                TIMES[2],
                FrameRate.FILM,
                List.of(new Clip.NodeTrack(0, x), new Clip.NodeTrack(2, y)),
                List.of(new Clip.ShapeTrack(
                        2, 0, Curve.linear(new double[] {TIMES[0], TIMES[2]}, new double[] {0, 1}))));
        return Scene.bare("shot.one.fbx", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("joint", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.mesh("a/b:c", -1, Transform.IDENTITY, 0, 0, 1),
                        Node.mesh("rigid", -1, Transform.of(new Vec3(0, 0, 3), Vec3.ZERO, Vec3.ONE), 1, 1)
                                .withGeometric(new Matrix4d().translation(0, 0, 4)),
                        Node.mesh("rigid", -1, Transform.IDENTITY, 2, -1)))
                .withMeshes(List.of(mesh("skinned", skin()), mesh("stiff", null), mesh("shaped", null, shape)))
                .withMaterials(List.of(
                        new Material("red", "lambert", Vec3.ONE, 1, -1),
                        new Material("blue", "lambert", Vec3.ONE, 1, -1)))
                .withClips(List.of(clip));
    }

    private static Cache baked(double... times) throws IOException {
        Scene s = scene();
        return Bake.of(s, s.clips().getFirst(), times, Progress.NONE);
    }

    private static CacheNode shape(Cache c, int i) {
        return c.root().children().get(i).children().getFirst();
    }

    private static Samples samples(CacheNode n, ChannelSemantic r) {
        return Objects.requireNonNull(n.get(r), r.name());
    }

    @Test
    void whatBendsGoesAsPointsAndWhatOnlyMovesAsAMatrix() throws IOException {
        Cache c = baked(TIMES);
        assertThat(c.name()).as("the last ending goes").isEqualTo("shot.one");
        assertThat(c.root().children()).extracting(CacheNode::name).containsExactly("a_b_c", "rigid", "rigid_2");
        assertThat(shape(c, 0).name()).isEqualTo("a_b_cShape");
        Samples p = samples(shape(c, 0), ChannelSemantic.POSITIONS);
        assertThat(p.count()).isEqualTo(3);
        assertThat(p.times()).isEqualTo(TimeSampling.of(TIMES));
        assertThat(p.floats(0)).startsWith(0, 0, 0, 1);
        assertThat(p.floats(1)).startsWith(4, 0, 0, 5);
        assertThat(p.floats(2)).startsWith(8, 0, 0, 9).endsWith(10, 0, 5);
        Samples shaped = samples(shape(c, 1), ChannelSemantic.POSITIONS);
        assertThat(shaped.floats(1)).endsWith(2, 0, 6);
        CacheNode stiff = c.root().children().get(2);
        assertThat(stiff.kind()).isEqualTo(CacheKind.TRANSFORM);
        assertThat(samples(shape(c, 2), ChannelSemantic.POSITIONS).constant()).isTrue();
        CachePose pose = new CachePose(c);
        pose.at(TIMES[2], Interpolation.LINEAR);
        float[] q = pose.points(pose.meshes()[2], TIMES[2], Interpolation.LINEAR);
        // (0, 2, 3) and 4 of its own.
        assertThat(q).startsWith(0, 2, 7);
        assertThat(samples(stiff, ChannelSemantic.CHANNELS).count()).isEqualTo(3);
    }

    @Test
    void facesRunTheOtherWayAndUvGoAlong() throws IOException {
        CacheNode n = shape(baked(TIMES), 0);
        CacheMesh m = new CacheMesh(n);
        assertThat(m.counts(0)).containsExactly(4, 3);
        assertThat(m.indices(0)).containsExactly(0, 3, 2, 1, 1, 2, 4);
        assertThat(n.params()).extracting(Param::name).containsExactly("uv", "light");
        Param uv = n.params().getFirst();
        assertThat(uv.own()).isTrue();
        assertThat(Objects.requireNonNull(uv.indices()).ints(0)).containsExactly(0, 3, 2, 1, 1, 3, 2);
        assertThat(uv.values().floats(0)).hasSize(8);
        Param light = n.params().get(1);
        assertThat(light.own()).isFalse();
        assertThat(Objects.requireNonNull(light.indices()).ints(0))
                .as("the corner without a place")
                .containsExactly(0, 0, 1, 0, 0, 0, 0);
        assertThat(light.values().floats(0)).containsExactly(.5f, .25f, 0, 0);
    }

    @Test
    void materialsGoByNameOrAsFaceSets() throws IOException {
        Cache c = baked(TIMES);
        CacheNode two = shape(c, 0);
        assertThat(two.get(ChannelSemantic.MATERIAL)).isNull();
        assertThat(two.children()).extracting(CacheNode::name).containsExactly("red", "blue");
        assertThat(two.children()).extracting(CacheNode::kind).containsOnly(CacheKind.FACE_SET);
        assertThat(samples(two.children().get(1), ChannelSemantic.FACES).ints(0))
                .containsExactly(1);
        assertThat(samples(two.children().get(1), ChannelSemantic.MATERIAL).string())
                .isEqualTo("/materials/blue");
        assertThat(samples(shape(c, 2), ChannelSemantic.MATERIAL).string()).isEqualTo("/materials/blue");
        assertThat(shape(c, 1).get(ChannelSemantic.MATERIAL)).as("none").isNull();
        assertThat(shape(c, 2).children()).isEmpty();
    }

    @Test
    void oneMomentIsStillAndProgressIsTold() throws IOException {
        Scene s = scene();
        List<String> told = new ArrayList<>();
        List<Double> shares = new ArrayList<>();
        Cache c = Bake.of(s, null, new double[] {0.5}, (share, what) -> {
            told.add(what);
            shares.add(share);
        });
        assertThat(told).containsExactly("baking 1 of 1", "baked");
        assertThat(shares).containsExactly(0.0, 1.0);
        Samples p = samples(shape(c, 0), ChannelSemantic.POSITIONS);
        assertThat(p.count()).isEqualTo(1);
        assertThat(p.times().time(0)).isEqualTo(0.5);
        assertThat(p.floats(0)).startsWith(0, 0, 0, 1);
        List<Double> three = new ArrayList<>();
        Bake.of(s, s.clips().getFirst(), TIMES, (share, what) -> three.add(share));
        assertThat(three).containsExactly(new Double[] {0.0, 1 / 3.0, 2 / 3.0, 1.0});
    }

    @Test
    void aSceneWithoutMeshesIsAnEmptyCache() throws IOException {
        Cache c = Bake.of(Scene.bare("none", Stage.COMMON), null, new double[] {0}, Progress.NONE);
        assertThat(c.entries()).isEmpty();
    }

    @Test
    void aLongBakeOfManyPointsIsTheSameAsAPose() throws IOException {
        int n = 60_000;
        double[] points = new double[3 * n];
        for (int i = 0; i < points.length; i++) {
            points[i] = 0.001 * i;
        }
        int[] starts = new int[n + 1];
        for (int i = 0; i <= n; i++) {
            starts[i] = i;
        }
        float[] ones = new float[n];
        java.util.Arrays.fill(ones, 1);
        Skin skin = new Skin("k", new int[] {0}, new Matrix4dc[] {new Matrix4d()}, starts, new int[n], ones);
        Mesh big = Mesh.bare("big", points, new int[] {0}, new int[0]).withSkin(skin);
        Scene s = scene().withMeshes(
                        List.of(big, scene().meshes().get(1), scene().meshes().get(2)));
        double[] times = new double[100];
        for (int i = 0; i < times.length; i++) {
            times[i] = TIMES[0] + i * (TIMES[2] - TIMES[0]) / 99;
        }
        // 60,000 points of 12 bytes, 100 times: more than is kept in memory.
        Cache c = Bake.of(s, s.clips().getFirst(), times, Progress.NONE);
        Samples p = samples(shape(c, 0), ChannelSemantic.POSITIONS);
        float[] last = p.floats(99);
        assertThat(last[0]).isCloseTo(8f, within(1e-5f));
        assertThat(last[3 * n - 3]).isCloseTo((float) (0.001 * (3 * n - 3)) + 8, within(1e-3f));
        assertThat(p.floats(0)[0]).isZero();
    }
}
