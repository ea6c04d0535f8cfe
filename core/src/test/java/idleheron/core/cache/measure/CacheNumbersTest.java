package idleheron.core.cache.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Param;
import idleheron.core.cache.PathPattern;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import idleheron.core.cache.edit.CacheEdits;
import idleheron.core.job.Progress;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** Sizes, gaps, times and joined meshes of caches by numbers that can be worked out by hand. */
class CacheNumbersTest {
    private static final Matrix4d HERE = new Matrix4d();

    private static Samples floats(int extent, double... frames) {
        List<float[]> values = new ArrayList<>();
        for (int i = 0; i < frames.length; i++) {
            float[] v = new float[3 * extent];
            v[0] = i;
            values.add(v);
        }
        double[] t = java.util.Arrays.stream(frames).map(f -> f / 24).toArray();
        return Samples.floats(extent, false, t.length < 2 ? TimeSampling.STILL : TimeSampling.of(t), values);
    }

    @Test
    void bytesAreThoseOfPayloadsPropertiesAndObjects() {
        CacheNode group = CacheNode.of("ab", CacheKind.GROUP, List.of());
        assertThat(CacheSize.of(Caches.cache())).as("two objects of 130").isEqualTo(260);
        assertThat(CacheSize.each(Caches.cache(group))).containsExactly(134);
        CacheNode instance = CacheNode.instance("i", "/abc");
        assertThat(CacheSize.each(Caches.cache(group, instance))).containsExactly(134, 136);
        // A property of 34, two references of 8 and a payload of 24 + 36 for each of two samples.
        CacheNode camera = CacheNode.of("c", CacheKind.CAMERA, List.of()).with(ChannelSemantic.LENS, floats(3, 1, 2));
        assertThat(CacheSize.each(Caches.cache(camera))).containsExactly(132 + 34 + 2 * (16 + 24 + 36));
        CacheNode twice = camera.withName("d");
        assertThat(CacheSize.each(Caches.cache(camera, twice)))
                .as("equal payloads are written once")
                .containsExactly(132 + 34 + 2 * 76, 132 + 34 + 2 * 16);
        assertThat(CacheSize.of(Caches.cache(camera))).isEqualTo(260 + 132 + 34 + 2 * 76);
    }

    @Test
    void pointsHaveTheirBoundsAndTransformsWhatIsAlwaysWritten() {
        CacheNode points =
                CacheNode.of("p", CacheKind.POINTS, List.of()).with(ChannelSemantic.POSITIONS, floats(3, 1, 2));
        long own = 132 + 34 + 2 * 76;
        assertThat(CacheSize.each(Caches.cache(points))).containsExactly(own + 34 + 2 * (24 + 48 + 8));
        CacheNode bounded = points.with(ChannelSemantic.BOUNDS, floats(6, 1));
        assertThat(CacheSize.each(Caches.cache(bounded))).containsExactly(own + 34 + 16 + 24 + 72);
        // Operations 34 + 16 + 24 + 4, channels 34 + 8 + 24 + 24, and two scalars of 34 + 8 that always go along.
        CacheNode moves = CacheNode.of("t", CacheKind.TRANSFORM, List.of())
                .with(ChannelSemantic.OPERATIONS, Samples.still(new int[] {TransformStack.TRANSLATE}))
                .with(
                        ChannelSemantic.CHANNELS,
                        Samples.doubles(3, true, TimeSampling.STILL, List.of(new double[] {1, 2, 3})));
        assertThat(CacheSize.each(Caches.cache(moves))).containsExactly(132 + 78 + 90 + 2 * 42);
        assertThat(CacheSize.each(Caches.cache(moves.with(ChannelSemantic.INHERITS, truth(1)))))
                .containsExactly(132 + 78 + 90 + 42 + 34 + 8 + 24 + 8);
        assertThat(CacheSize.each(Caches.cache(CacheNode.of("t", CacheKind.TRANSFORM, List.of()))))
                .containsExactly(132);
        Param p = Param.of("uv", "vtx", true, "vector", floats(2, 1));
        CacheNode with = CacheNode.of("c", CacheKind.CAMERA, List.of()).withParams(List.of(p));
        assertThat(CacheSize.each(Caches.cache(with))).containsExactly(132 + 34 + 16 + 24 + 24 + 34);
    }

    @Test
    void sizesAreToldShortlyAndTheLargestFirst() {
        assertThat(CacheSize.text(1536)).isEqualTo("1.5 KB");
        assertThat(CacheSize.text((1 << 20) - 1)).isEqualTo("1024.0 KB");
        assertThat(CacheSize.text(1 << 20)).isEqualTo("1.00 MB");
        assertThat(CacheSize.text(5 << 19)).isEqualTo("2.50 MB");
        assertThat(CacheSize.largest(new long[] {5, 9, 1, 7}, 3)).containsExactly(1, 3, 0);
    }

    private static CacheNode points(String name, float... p) {
        return CacheNode.of(name, CacheKind.MESH, List.of())
                .with(ChannelSemantic.POSITIONS, Samples.still(3, p))
                .with(ChannelSemantic.FACE_COUNTS, Samples.still(new int[0]))
                .with(ChannelSemantic.FACE_INDICES, Samples.still(new int[0]));
    }

    private static CacheGap gap(Cache a, Cache b) {
        return CacheGap.of(a, b, HERE, HERE, Progress.NONE);
    }

    @Test
    void theGapIsTheWorstBothWaysAndTheMeanOfAll() {
        Cache a = Caches.cache(points("a", 0, 0, 0, 10, 0, 0));
        Cache b = Caches.cache(points("b", 0, 3, 0, 10, 4, 0, 10, 0, 1));
        CacheGap g = gap(a, b);
        // There: 3, 1; back: 3, 4, 1.
        assertThat(g.worst()).isEqualTo(4);
        assertThat(g.meanAt()[0]).isCloseTo(12.0 / 5, within(1e-6));
        assertThat(g.moments()).isEqualTo(1);
        assertThat(gap(b, a).worst()).isEqualTo(4);
        CacheGap scaled = CacheGap.of(a, b, new Matrix4d().scaling(2), HERE, Progress.NONE);
        // (10, 4, 0) is √(100 + 16) from both (0, 0, 0) and (20, 0, 0).
        assertThat(scaled.worst()).isCloseTo(Math.sqrt(116), within(1e-5));
        CacheGap moved = CacheGap.of(a, b, HERE, new Matrix4d().translation(0, 0, 1), Progress.NONE);
        assertThat(moved.worst()).isCloseTo(Math.sqrt(17), within(1e-5));
    }

    @Test
    void nothingAgainstSomethingIsWithoutBound() {
        Cache a = Caches.cache(points("a", 0, 0, 0));
        Cache none = Caches.cache();
        assertThat(gap(a, none).worst()).isEqualTo(Double.POSITIVE_INFINITY);
        assertThat(gap(none, a).worst()).isEqualTo(Double.POSITIVE_INFINITY);
        assertThat(gap(none, none).worst()).isZero();
        Cache odd = Caches.cache(points("a", 0, 0, 0, Float.NaN, 0, 0, 0, Float.POSITIVE_INFINITY, 0, 0, 0, Float.NaN));
        assertThat(gap(a, odd).worst()).as("what is no number is left out").isZero();
    }

    @Test
    void theWorstMomentIsToldAmongAtMostThirteen() {
        float[][] still = new float[25][];
        float[][] jumps = new float[25][];
        for (int i = 0; i < 25; i++) {
            still[i] = Caches.box(1, 0, 0.001f * i, 0);
            jumps[i] = Caches.box(1, i == 12 ? 5 : 0, 0.001f * i, 0);
        }
        List<Double> told = new ArrayList<>();
        CacheGap g = CacheGap.of(
                Caches.cache(Caches.mesh("a", still)),
                Caches.cache(Caches.mesh("a", jumps)),
                HERE,
                HERE,
                (share, what) -> told.add(share));
        assertThat(g.moments()).isEqualTo(13);
        assertThat(g.times()[0]).isCloseTo(1 / 24.0, within(1e-6));
        assertThat(g.times()[1]).isCloseTo(3 / 24.0, within(1e-6));
        assertThat(g.times()[12]).isCloseTo(25 / 24.0, within(1e-6));
        assertThat(g.seconds()).isCloseTo(13 / 24.0, within(1e-6));
        assertThat(g.worstAt()[6]).isEqualTo(g.worst());
        assertThat(g.worstAt()[5]).isZero();
        assertThat(told).hasSize(13).isSorted().startsWith(0.0).endsWith(12 / 13.0);
        CacheGap some = CacheGap.of(
                Caches.cache(Caches.mesh("a", still)),
                Caches.cache(Caches.mesh("a", still)),
                HERE,
                HERE,
                new double[] {0.1, 0.2},
                Progress.NONE);
        assertThat(some.times()).containsExactly(0.1, 0.2);
    }

    @Test
    void hiddenMeshesAreNotHeldTogether() {
        CacheNode hidden = points("h", 100, 0, 0)
                .with(ChannelSemantic.VISIBLE, Samples.doubles(1, true, TimeSampling.STILL, List.of(new double[] {0})));
        Cache a = Caches.cache(points("a", 0, 0, 0), hidden);
        assertThat(gap(a, Caches.cache(points("a", 0, 0, 0))).worst()).isZero();
    }

    @Test
    void timesAreThoseOfAllSamplesOnce() {
        CacheNode a = Caches.mesh("a", Caches.leaning(3, HERE));
        CacheNode b =
                CacheNode.of("b", CacheKind.POINTS, List.of()).with(ChannelSemantic.POSITIONS, floats(3, 2.5, 3, 9));
        assertThat(CacheSpeed.times(Caches.cache(a, b, a.withName("c"))))
                .containsExactly(new double[] {1 / 24.0, 2 / 24.0, 2.5 / 24, 3 / 24.0, 9 / 24.0}, within(1e-6));
        CacheNode longer = Caches.mesh("d", Caches.leaning(5, HERE));
        assertThat(CacheSpeed.times(Caches.cache(a, longer)))
                .as("one step, more samples")
                .hasSize(5);
        assertThat(CacheSpeed.times(Caches.cache(points("p", 0, 0, 0)))).containsExactly(0);
        assertThat(CacheSpeed.measure(Caches.cache(a))).isGreaterThan(1);
    }

    private static Samples truth(double... values) {
        List<double[]> all = new ArrayList<>();
        for (double v : values) {
            all.add(new double[] {v});
        }
        return Samples.doubles(1, true, values.length < 2 ? TimeSampling.STILL : Caches.TIMES, all);
    }

    @Test
    void visibilityGoesDownUnlessToldOtherwise() {
        CacheNode leaf = points("leaf", 1, 2, 3);
        CacheNode shown = leaf.withName("shown").with(ChannelSemantic.VISIBLE, truth(1));
        CacheNode as = leaf.withName("as").with(ChannelSemantic.VISIBLE, truth(-1));
        CacheNode group =
                CacheNode.of("g", CacheKind.GROUP, List.of(leaf, shown, as)).with(ChannelSemantic.VISIBLE, truth(1, 0));
        CachePose pose = new CachePose(Caches.cache(group));
        assertThat(pose.placed())
                .extracting(CachePose.Placed::path)
                .containsExactly("/g", "/g/leaf", "/g/shown", "/g/as");
        pose.at(1 / 24.0, Interpolation.LINEAR);
        for (int i = 0; i < 4; i++) {
            assertThat(pose.shown(i)).isTrue();
        }
        pose.at(2 / 24.0, Interpolation.LINEAR);
        assertThat(pose.shown(0)).isFalse();
        assertThat(pose.shown(1)).isFalse();
        assertThat(pose.shown(2)).isTrue();
        assertThat(pose.shown(3)).as("as above").isFalse();
        assertThat(pose.cache().find("/g/as")).isPositive();
    }

    /** Moves along X from 0 to 8 in one frame and stays. */
    private static CacheNode sliding(String name, CacheNode... children) {
        List<double[]> v = List.of(new double[] {0, 0, 0}, new double[] {8, 0, 0}, new double[] {8, 0, 0});
        return CacheNode.of(name, CacheKind.TRANSFORM, List.of(children))
                .with(ChannelSemantic.OPERATIONS, Samples.still(new int[] {TransformStack.TRANSLATE}))
                .with(ChannelSemantic.CHANNELS, Samples.doubles(3, true, Caches.TIMES, v));
    }

    private static double x(CachePose p, int i, double frame, Interpolation mode) {
        p.at(frame / 24, mode);
        return p.world(i).m30();
    }

    @Test
    void betweenSamplesAMatrixIsBlendedHeldOrTheNearer() {
        CachePose p = new CachePose(Caches.cache(sliding("t", points("m", 1, 0, 0))));
        assertThat(x(p, 1, 1.25, Interpolation.LINEAR)).isCloseTo(2, within(1e-9));
        assertThat(x(p, 1, 1.25, Interpolation.FLOOR)).isZero();
        assertThat(x(p, 1, 1.25, Interpolation.NEAREST)).isZero();
        assertThat(x(p, 1, 1.75, Interpolation.NEAREST)).isEqualTo(8);
        assertThat(x(p, 1, 1.75, Interpolation.LINEAR)).isCloseTo(6, within(1e-9));
        assertThat(x(p, 1, 1.75, Interpolation.LINEAR)).isCloseTo(6, within(1e-9));
        assertThat(x(p, 1, 2.5, Interpolation.LINEAR)).isEqualTo(8);
        assertThat(x(p, 1, 99, Interpolation.LINEAR)).isEqualTo(8);
        assertThat(x(p, 1, -5, Interpolation.LINEAR)).isZero();
        p.at(1.5 / 24, Interpolation.LINEAR);
        assertThat(p.points(1, 1.5 / 24, Interpolation.LINEAR)).containsExactly(5, 0, 0);
    }

    @Test
    void whatDoesNotInheritStandsInTheWorld() {
        CacheNode free = sliding("free").with(ChannelSemantic.INHERITS, truth(0));
        CacheNode tied = sliding("tied").with(ChannelSemantic.INHERITS, truth(1));
        CachePose p = new CachePose(Caches.cache(sliding("top", free, tied)));
        assertThat(x(p, 1, 2, Interpolation.LINEAR)).isEqualTo(8);
        assertThat(x(p, 2, 2, Interpolation.LINEAR)).isEqualTo(16);
    }

    @Test
    void instancesStandForTheirSourceAndNotForThemselves() {
        CacheNode a = points("a", 1, 0, 0);
        CacheNode ring = CacheNode.of("ring", CacheKind.GROUP, List.of(CacheNode.instance("me", "/ring")));
        Cache c = Caches.cache(
                a, Caches.transform("t", new Matrix4d().translation(0, 5, 0), CacheNode.instance("i", "/a")), ring);
        CachePose p = new CachePose(c);
        assertThat(p.placed()).extracting(CachePose.Placed::path).containsExactly("/a", "/t", "/t/i", "/ring");
        assertThat(p.placed()).extracting(CachePose.Placed::instanced).containsExactly(false, false, true, false);
        assertThat(p.meshes()).containsExactly(0, 2);
        assertThat(p.points(2, 0, Interpolation.LINEAR)).containsExactly(1, 5, 0);
    }

    @Test
    void channelsAreToldByTheirOperations() {
        assertThat(TransformStack.channels(new int[] {0, 16, 32, 48, 64, 80, 96}))
                .isEqualTo(3 + 3 + 4 + 16 + 3);
        assertThatThrownBy(() -> TransformStack.channels(new int[] {112}))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("transform operation 112 is of no known type");
        boolean[] l = TransformStack.lengths(new int[] {0, 16, 96, 48});
        for (int i = 0; i < l.length; i++) {
            boolean wanted = i >= 3 && i < 6 || i >= 7 + 12 && i < 7 + 15;
            assertThat(l[i]).as("channel %d", i).isEqualTo(wanted);
        }
    }

    private static void same(Matrix4d got, Matrix4d wanted) {
        assertThat(wanted.equals(got, 1e-12)).as("%s and %s", got, wanted).isTrue();
    }

    @Test
    void operationsAreJoinedFromTheOutermostIn() {
        double q = Math.PI / 2;
        Matrix4d d = new Matrix4d();
        same(
                TransformStack.matrix(new int[] {16, 64, 0}, new double[] {1, 2, 3, 90, 2, 3, 4}, d),
                new Matrix4d().translation(1, 2, 3).rotateX(q).scale(2, 3, 4));
        same(
                TransformStack.matrix(new int[] {80, 16}, new double[] {90, 5, 6, 7}, d),
                new Matrix4d().rotateY(q).translate(5, 6, 7));
        same(TransformStack.matrix(new int[] {96}, new double[] {90}, d), new Matrix4d().rotateZ(q));
        same(
                TransformStack.matrix(new int[] {32, 0}, new double[] {0, 0, 5, 90, 1, 2, 1}, d),
                new Matrix4d().rotateZ(q).scale(1, 2, 1));
        same(
                TransformStack.matrix(new int[] {32}, new double[] {1, 2, 2, 40}, d),
                new Matrix4d().rotate(Math.toRadians(40), 1 / 3.0, 2 / 3.0, 2 / 3.0));
        same(TransformStack.matrix(new int[] {32}, new double[] {0, 0, 0, 40}, d), new Matrix4d());
        Matrix4d any =
                new Matrix4d().translation(1, 2, 3).rotateXYZ(0.1, 0.2, 0.3).scale(2, 3, 4);
        same(TransformStack.matrix(new int[] {48}, TransformStack.channels(any), d), any);
    }

    @Test
    void matricesAreBlendedByPlaceTurnAndSize() {
        Matrix4d a = new Matrix4d().scaling(1, 1, 1);
        Matrix4d b = new Matrix4d().translation(4, 0, 0).rotateZ(Math.PI / 2).scale(3);
        double[] half = TransformStack.between(new int[] {16, 48}, with(2, 0, 0, a), with(6, 0, 0, b), 0.5);
        assertThat(half[0]).isEqualTo(4);
        same(
                stored(half),
                new Matrix4d().translation(2, 0, 0).rotateZ(Math.PI / 4).scale(2));
        Matrix4d mirrored = new Matrix4d().scaling(-1, 1, 1);
        double[] m = TransformStack.between(new int[] {16, 48}, with(0, 0, 0, a), with(0, 0, 0, mirrored), 0.25);
        assertThat(m[3]).as("numbers by proportion").isEqualTo(0.5);
        Matrix4d sheared = new Matrix4d();
        sheared.m10(1);
        double[] s = TransformStack.between(new int[] {16, 48}, with(0, 0, 0, a), with(0, 0, 0, sheared), 0.5);
        assertThat(stored(s).m10()).isEqualTo(0.5);
        assertThat(stored(s).m00()).isEqualTo(1);
        double[] t = TransformStack.between(new int[] {16, 48}, with(0, 0, 0, sheared), with(0, 0, 0, a), 0.25);
        assertThat(stored(t).m10()).isEqualTo(0.75);
    }

    private static double[] with(double x, double y, double z, Matrix4d m) {
        double[] out = new double[19];
        out[0] = x;
        out[1] = y;
        out[2] = z;
        m.get(out, 3);
        return out;
    }

    private static Matrix4d stored(double[] v) {
        return new Matrix4d().set(java.util.Arrays.copyOfRange(v, 3, 19));
    }

    @Test
    void joinedMeshesKeepFacesSetsAndAttributesInOrder() {
        Param weight = Param.of("w", "vtx", false, "", Samples.still(1, 1f, 2, 3, 4, 5, 6, 7, 8));
        Param odd = Param.of("odd", "vtx", false, "", Samples.still(1, 1f, 2, 3, 4, 5, 6, 7, 8));
        Param face = Param.of("f", "uni", false, "", Samples.still(1, 1f, 2, 3, 4, 5, 6));
        Param all = Param.of("c", "con", false, "", Samples.still(1, 9f));
        Param normals = Param.of("N", "vtx", true, "normal", Samples.still(3, new float[24]));
        CacheNode a = Caches.mesh("box", Caches.box(1, 0, 0, 0)).withParams(List.of(weight, odd, face, all, normals));
        CacheNode b = Caches.mesh("box", Caches.box(1, 9, 0, 0)).withParams(List.of(weight, face, all, normals));
        Cache c = CacheEdits.join(
                Caches.cache(a, Caches.transform("t", new Matrix4d().translation(0, 7, 0), b)),
                new PathPattern("**"),
                "wall");
        CacheNode wall = c.root().children().stream()
                .filter(n -> n.name().equals("wall"))
                .findFirst()
                .orElseThrow();
        CacheMesh m = new CacheMesh(wall);
        assertThat(m.points(0)).isEqualTo(16);
        float[] p = m.floats(0);
        assertThat(p[24]).isEqualTo(9);
        assertThat(p[25]).isEqualTo(7);
        int[] i = m.indices(0);
        assertThat(i).hasSize(48);
        for (int k = 0; k < 24; k++) {
            assertThat(i[24 + k]).isEqualTo(i[k] + 8);
        }
        assertThat(wall.params()).extracting(Param::name).containsExactly("w", "f");
        assertThat(Objects.requireNonNull(wall.param("w")).values().floats(0))
                .containsExactly(1, 2, 3, 4, 5, 6, 7, 8, 1, 2, 3, 4, 5, 6, 7, 8);
        assertThat(wall.children()).extracting(CacheNode::name).containsExactly("box", "box_2");
        assertThat(Objects.requireNonNull(wall.children().get(1).get(ChannelSemantic.FACES))
                        .ints(0))
                .containsExactly(6, 7, 8, 9, 10, 11);
        assertThat(Objects.requireNonNull(wall.get(ChannelSemantic.POSITIONS)).times())
                .isEqualTo(TimeSampling.STILL);
    }

    @Test
    void aJoinedMeshMovesWhenEverOneOfItsPartsDoes() {
        CacheNode still = Caches.mesh("a", Caches.box(1, 0, 0, 0));
        Cache c = CacheEdits.join(
                Caches.cache(still, sliding("t", Caches.mesh("b", Caches.box(1, 0, 0, 0)))),
                new PathPattern("**"),
                "wall");
        CacheNode wall = c.root().children().stream()
                .filter(n -> n.name().equals("wall"))
                .findFirst()
                .orElseThrow();
        Samples p = Objects.requireNonNull(wall.get(ChannelSemantic.POSITIONS));
        assertThat(p.count()).isEqualTo(3);
        assertThat(p.floats(1)[24]).isEqualTo(8);
        assertThat(p.floats(0)[24]).isZero();
    }
}
