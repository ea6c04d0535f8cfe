package idleheron.core.cache;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.measure.NearPoints;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

/** Where everything stands at a moment. */
class CachePoseTest {
    private static final double SECOND = 2 / 24.0;

    @Test
    void operationsApplyFromTheOutside() {
        int[] ops = {1 << 4, 6 << 4, 0};
        Matrix4d m = TransformStack.matrix(ops, new double[] {10, 0, 0, 90, 2, 3, 1}, new Matrix4d());
        Vector3d p = m.transformPosition(new Vector3d(1, 1, 0));
        assertThat(p.x).isCloseTo(10 - 3, within(1e-12));
        assertThat(p.y).isCloseTo(2, within(1e-12));
        assertThat(TransformStack.channels(ops)).isEqualTo(7);
    }

    @Test
    void matricesAreBlendedByPlaceTurnAndSize() {
        Matrix4d a = new Matrix4d().translate(0, 0, 0).rotateY(0).scale(1);
        Matrix4d b = new Matrix4d().translate(2, 0, 0).rotateY(Math.PI / 2).scale(3);
        double[] mid =
                TransformStack.between(new int[] {3 << 4}, TransformStack.channels(a), TransformStack.channels(b), 0.5);
        Matrix4d m = TransformStack.matrix(new int[] {3 << 4}, mid, new Matrix4d());
        assertThat(m.getTranslation(new Vector3d()).x).isCloseTo(1, within(1e-12));
        assertThat(m.getScale(new Vector3d()).y).isCloseTo(2, within(1e-12));
        assertThat(m.transformDirection(new Vector3d(0, 0, 1)).x).isCloseTo(2 * Math.sqrt(0.5), within(1e-12));
    }

    @Test
    void pointsAreBlendedWhereFacesHoldAndFollowVelocityWhereNot() {
        float[] a = Caches.box(1, 0, 0, 0);
        float[] b = Caches.box(1, 2, 0, 0);
        CacheMesh m = new CacheMesh(Caches.mesh("m", a, b));
        double t = 1.5 / 24;
        assertThat(m.at(t, Interpolation.LINEAR)[0]).isCloseTo(1f, within(1e-6f));
        assertThat(m.at(t, Interpolation.FLOOR)[0]).isZero();
        assertThat(m.at(1.6 / 24, Interpolation.NEAREST)[0]).isEqualTo(2);
        assertThat(m.at(9, Interpolation.LINEAR)[0]).isEqualTo(2);
        assertThat(m.at(-9, Interpolation.LINEAR)[0]).isZero();

        float[] more = new float[48];
        float[] speed = new float[24];
        java.util.Arrays.fill(speed, 24);
        CacheNode fluid = Caches.mesh("f", a, a)
                .with(ChannelSemantic.POSITIONS, Samples.floats(3, false, Caches.TIMES, List.of(a, more)))
                .with(ChannelSemantic.VELOCITIES, Samples.floats(3, false, Caches.TIMES, List.of(speed, more)));
        CacheMesh f = new CacheMesh(fluid);
        assertThat(f.topologyHolds()).isFalse();
        assertThat(f.at(t, Interpolation.LINEAR)[0]).isCloseTo(0.5f, within(1e-6f));
        assertThat(f.at(t, Interpolation.LINEAR)).hasSize(24);
        assertThat(f.at(SECOND, Interpolation.LINEAR)).hasSize(48);
    }

    @Test
    void instancesStandWhereTheyArePlacedAndRingsEnd() {
        CacheNode mesh = Caches.mesh("m", Caches.box(1, 0, 0, 0));
        CacheNode source = Caches.transform("source", Caches.place(0, 1, 0), mesh);
        CacheNode again = Caches.transform("again", Caches.place(0, 10, 0), CacheNode.instance("i", "/source"));
        CacheNode self = CacheNode.of("ring", CacheKind.GROUP, List.of(CacheNode.instance("me", "/ring")));
        CacheNode lost = CacheNode.instance("lost", "/nothing");
        CachePose pose = new CachePose(Caches.cache(source, again, self, lost));
        assertThat(pose.meshes()).hasSize(2);
        int second = pose.meshes()[1];
        assertThat(pose.placed().get(second).path()).isEqualTo("/again/i/m");
        assertThat(pose.placed().get(second).instanced()).isTrue();
        assertThat(pose.points(second, 0, Interpolation.LINEAR)[0]).isEqualTo(11);
    }

    @Test
    void whatIsAboveHidesAndMovesUnlessItDoesNotCount() {
        Samples shown = Samples.bytes(ElementType.INT8, 1, true, 1, TimeSampling.STILL, (byte) 0);
        CacheNode free = Caches.transform("free", Caches.place(0, 1, 0), Caches.mesh("m", Caches.box(1, 0, 0, 0)))
                .with(ChannelSemantic.INHERITS, Samples.bytes(ElementType.BOOL, 1, true, 1, TimeSampling.STILL, (byte)
                        0));
        CacheNode top = Caches.transform("top", Caches.place(0, 100, 0), free).with(ChannelSemantic.VISIBLE, shown);
        CachePose pose = new CachePose(Caches.cache(top));
        int m = pose.meshes()[0];
        assertThat(pose.shown(m)).isFalse();
        assertThat(pose.world(m).m30()).isEqualTo(1);
    }

    @Test
    void closestPointsAreThoseOfALookAtAll() {
        java.util.Random r = new java.util.Random(3);
        float[] a = new float[900];
        float[] b = new float[600];
        for (int i = 0; i < a.length; i++) {
            a[i] = (float) (i % 3 == 1 ? 0.01 * r.nextGaussian() : 5 * r.nextGaussian());
        }
        for (int i = 0; i < b.length; i++) {
            b[i] = (float) (8 * r.nextGaussian());
        }
        float[] near = new NearPoints(a).distances(b);
        for (int p = 0; p < near.length; p++) {
            double best = Double.POSITIVE_INFINITY;
            for (int q = 0; q < a.length; q += 3) {
                best = Math.min(
                        best,
                        Math.hypot(Math.hypot(a[q] - b[3 * p], a[q + 1] - b[3 * p + 1]), a[q + 2] - b[3 * p + 2]));
            }
            assertThat((double) near[p]).isCloseTo(best, within(1e-5));
        }
    }
}
