package idleheron.core.cache;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** A quad that becomes a quad and a triangle, at the seconds 0, 1 and 3. */
class CacheMeshTest {
    private static final TimeSampling TIMES = TimeSampling.acyclic(new double[] {0, 1, 3});
    private static final float[] FOUR = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0};
    private static final float[] MOVED = {0, 0, 4, 1, 0, 4, 1, 1, 4, 0, 1, 4};
    private static final float[] FIVE = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 2, 2, 0};

    private static Samples ints(int[]... all) {
        return Samples.lazy(
                new Samples.Layout(ElementType.INT32, 1, false),
                all.length,
                TIMES,
                i -> Samples.segment(all[i]),
                i -> all[i].length);
    }

    private static CacheMesh mesh(Samples points, Samples indices, Samples counts, @Nullable Samples velocities) {
        return new CacheMesh(CacheNode.of("m", CacheKind.MESH, List.of())
                .with(ChannelSemantic.POSITIONS, points)
                .with(ChannelSemantic.FACE_INDICES, indices)
                .with(ChannelSemantic.FACE_COUNTS, counts)
                .with(ChannelSemantic.VELOCITIES, velocities));
    }

    private static CacheMesh changing(@Nullable Samples velocities) {
        return mesh(
                Samples.floats(3, false, TIMES, List.of(FOUR, MOVED, FIVE)),
                ints(new int[] {0, 1, 2, 3}, new int[] {0, 1, 2, 3}, new int[] {0, 1, 2, 3, 2, 4, 3})
                        .settled(),
                ints(new int[] {4}, new int[] {4}, new int[] {4, 3}).settled(),
                velocities);
    }

    @Test
    void whatIsNotThereCountsAsNothing() {
        CacheMesh m = new CacheMesh(CacheNode.of("m", CacheKind.MESH, List.of()));
        assertThat(m.points(0)).isEqualTo(0);
        assertThat(m.faces(5)).isEqualTo(0);
        assertThat(m.triangles(0)).isEmpty();
        assertThat(m.topology()).isEqualTo("constant");
        assertThat(m.count()).isEqualTo(1);
    }

    @Test
    void pointsAndFacesBySample() {
        CacheMesh m = changing(null);
        assertThat(m.count()).isEqualTo(3);
        assertThat(m.times()).isEqualTo(TIMES);
        assertThat(m.points(1)).isEqualTo(4);
        assertThat(m.points(2)).isEqualTo(5);
        assertThat(m.points(9)).as("past the last").isEqualTo(5);
        assertThat(m.faces(1)).isEqualTo(1);
        assertThat(m.faces(2)).isEqualTo(2);
        assertThat(m.counts(2)).containsExactly(4, 3);
        assertThat(m.triangles(0)).containsExactly(0, 1, 2, 0, 2, 3);
        assertThat(m.triangles(2)).containsExactly(0, 1, 2, 0, 2, 3, 2, 4, 3);
        assertThat(m.sampleAt(2.9)).isEqualTo(1);
        assertThat(m.sampleAt(3)).isEqualTo(2);
    }

    @Test
    void topologyHoldsOrChangesWithFacesOrWithTheNumberOfPoints() {
        CacheMesh m = changing(null);
        assertThat(m.sameTopology(0, 1)).isTrue();
        assertThat(m.sameTopology(1, 2)).isFalse();
        assertThat(m.topologyKey(0)).isEqualTo(m.topologyKey(1)).isNotEqualTo(m.topologyKey(2));
        assertThat(m.topologyHolds()).isFalse();
        assertThat(m.topology()).isEqualTo("heterogeneous");
        Samples still = Samples.still(0, 1, 2, 3);
        CacheMesh growing =
                mesh(Samples.floats(3, false, TIMES, List.of(FOUR, MOVED, FIVE)), still, Samples.still(4), null);
        assertThat(growing.topologyHolds()).as("a point more").isFalse();
        CacheMesh moving =
                mesh(Samples.floats(3, false, TIMES, List.of(FOUR, MOVED, FOUR)), still, Samples.still(4), null);
        assertThat(moving.topologyHolds()).isTrue();
        assertThat(moving.topology()).isEqualTo("homogeneous");
        assertThat(mesh(Samples.still(3, FOUR), still, Samples.still(4), null).topology())
                .isEqualTo("constant");
        CacheMesh counts = mesh(
                Samples.still(3, FOUR),
                still,
                ints(new int[] {4}, new int[] {4}, new int[] {2, 2}).settled(),
                null);
        assertThat(counts.topology()).isEqualTo("heterogeneous");
        assertThat(counts.topologyHolds()).isFalse();
        assertThat(counts.times()).as("that of what has most samples").isEqualTo(TIMES);
        assertThat(counts.count()).isEqualTo(3);
    }

    @Test
    void betweenSamplesOfOneTopologyPointsGoStraight() {
        CacheMesh m = changing(null);
        assertThat(m.at(0.25, Interpolation.LINEAR)[2]).isEqualTo(1);
        assertThat(m.at(0.25, Interpolation.FLOOR)[2]).isEqualTo(0);
        assertThat(m.at(0.75, Interpolation.NEAREST)[2]).isEqualTo(4);
        assertThat(m.at(1 - 5e-7, Interpolation.LINEAR)[2])
                .as("the same moment")
                .isEqualTo(4);
        assertThat(m.at(9, Interpolation.LINEAR)).hasSize(15);
        assertThat(m.at(-1, Interpolation.LINEAR)[2]).isEqualTo(0);
    }

    @Test
    void acrossAChangePointsGoOnWithTheirVelocityWhereEachHasOne() {
        assertThat(changing(null).at(2, Interpolation.LINEAR)[2])
                .as("they stay")
                .isEqualTo(4);
        float[] v = new float[12];
        v[2] = 3;
        Samples fast = Samples.floats(3, false, TIMES, List.of(v, v, new float[15]));
        assertThat(changing(fast).at(2.5, Interpolation.LINEAR)[2]).isEqualTo(8.5f);
        Samples few = Samples.floats(3, false, TIMES, List.of(new float[3], new float[3], new float[3]));
        assertThat(changing(few).at(2.5, Interpolation.LINEAR)[2])
                .as("too few of them")
                .isEqualTo(4);
        float[] along = changing(fast).at(0.5, Interpolation.LINEAR);
        assertThat(along[2]).as("within one topology velocity does not count").isEqualTo(2);
    }

    @Test
    void aBoxLeavesOutWhatIsNoNumber() {
        assertThat(CacheMesh.box(new float[] {1, 2, 3, -1, 5, Float.NaN, 0, Float.POSITIVE_INFINITY, 9}))
                .containsExactly(-1, 2, 3, 1, 5, 9);
        assertThat(CacheMesh.box(new float[0])).isNull();
        assertThat(CacheMesh.box(new float[] {Float.NaN, Float.NaN, Float.NaN})).isNull();
    }
}
