package idleheron.core.cache.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

/** Which meshes are the same one in another place, and which only look so. */
class LikeMeshesTest {
    private static final Matrix4d PLACE = Caches.place(0.7, 3, 1);

    private static List<EqualMeshes.Match> matches(double tolerance, CacheNode... top) {
        return EqualMeshes.of(Caches.cache(top), tolerance).matches();
    }

    private static CacheNode box(String name) {
        return Caches.mesh(name, Caches.box(1, 0, 0, 0));
    }

    private static CacheNode moved(String name) {
        return Caches.mesh(name, Caches.moved(Caches.box(1, 0, 0, 0), PLACE));
    }

    @Test
    void aMeshInAnotherPlaceIsFoundWithItsPlace() {
        EqualMeshes e = EqualMeshes.of(Caches.cache(box("a"), moved("b")), 1e-5);
        assertThat(e.matches()).hasSize(1);
        EqualMeshes.Match m = e.matches().getFirst();
        assertThat(m.path()).isEqualTo("/b");
        assertThat(m.source()).isEqualTo("/a");
        assertThat(PLACE.equals(m.place(), 1e-5)).isTrue();
        assertThat(e.worst()).isBetween(0.0, 1e-5);
        float[] dented = Caches.box(1, 0, 0, 0);
        dented[0] += 0.01f;
        assertThat(matches(1e-5, box("a"), Caches.mesh("b", dented))).isEmpty();
        assertThat(matches(0.02, box("a"), Caches.mesh("b", dented))).hasSize(1);
        assertThat(EqualMeshes.of(Caches.cache(box("a"), Caches.mesh("b", dented)), 0.02)
                        .worst())
                .isBetween(0.004, 0.011);
    }

    @Test
    void otherFacesOrKindsAreNoLikeness() {
        assertThat(matches(1e-5, box("a"), box("b").with(ChannelSemantic.FACE_COUNTS, Samples.still(new int[] {
                    8, 4, 4, 4, 4
                }))))
                .isEmpty();
        CacheNode smooth = new CacheNode(
                "b",
                CacheKind.SUBDIVISION,
                Meta.NONE,
                box("b").samples(),
                List.of(),
                List.of(),
                List.of(),
                "",
                List.of());
        assertThat(matches(1e-5, box("a"), smooth)).isEmpty();
        assertThat(matches(
                        1e-5,
                        box("a"),
                        box("b").withChildren(List.of(CacheNode.of("s", CacheKind.FACE_SET, List.of())))))
                .isEmpty();
    }

    private static Param still(String name, float... values) {
        return Param.of(name, "vtx", false, "", Samples.still(1, values));
    }

    private static Param indexed(int... at) {
        return still("w", 5, 6).with(Samples.still(1, 5, 6), Samples.still(at));
    }

    @Test
    void attributesMustBeTheSame() {
        CacheNode a = box("a").withParams(List.of(still("w", 1, 2, 3)));
        assertThat(matches(1e-5, a, moved("b").withParams(List.of(still("w", 1, 2, 3)))))
                .hasSize(1);
        assertThat(matches(1e-5, a, moved("b").withParams(List.of(still("w", 1, 2, 4)))))
                .isEmpty();
        assertThat(matches(1e-5, a, moved("b").withParams(List.of(still("v", 1, 2, 3)))))
                .isEmpty();
        assertThat(matches(1e-5, a, moved("b"))).isEmpty();
        Param wide = Param.of("w", "uni", false, "", Samples.still(1, 1, 2, 3));
        assertThat(matches(1e-5, a, moved("b").withParams(List.of(wide)))).isEmpty();
        CacheNode looked = box("a").withParams(List.of(indexed(0, 1, 0)));
        assertThat(matches(1e-5, looked, moved("b").withParams(List.of(indexed(0, 1, 0)))))
                .hasSize(1);
        assertThat(matches(1e-5, looked, moved("b").withParams(List.of(indexed(0, 1, 1)))))
                .isEmpty();
        assertThat(matches(1e-5, looked, moved("b").withParams(List.of(still("w", 5, 6)))))
                .isEmpty();
    }

    private static Param normals(Matrix4d turn, double off) {
        float[] n = new float[24];
        for (int i = 0; i < 8; i++) {
            Vector3d v = turn.transformDirection(new Vector3d(0, 0, 1));
            n[3 * i] = (float) (v.x + (i == 7 ? off : 0));
            n[3 * i + 1] = (float) v.y;
            n[3 * i + 2] = (float) v.z;
        }
        return Param.of("N", "vtx", true, "normal", Samples.still(3, n));
    }

    @Test
    void normalsTurnWithTheMesh() {
        CacheNode a = box("a").withParams(List.of(normals(new Matrix4d(), 0)));
        assertThat(matches(1e-5, a, moved("b").withParams(List.of(normals(PLACE, 0)))))
                .hasSize(1);
        assertThat(matches(1e-5, a, moved("b").withParams(List.of(normals(PLACE, 0.01)))))
                .isEmpty();
        assertThat(matches(1e-5, a, moved("b").withParams(List.of(normals(new Matrix4d(), 0)))))
                .isEmpty();
    }

    @Test
    void meshesThatMoveMustMoveAlike() {
        CacheNode a = Caches.mesh("a", Caches.leaning(5, new Matrix4d()));
        CacheNode b = Caches.mesh("b", Caches.leaning(5, PLACE));
        assertThat(matches(1e-5, a, b)).hasSize(1);
        assertThat(matches(1e-5, a, box("c"))).as("one of them stands still").isEmpty();
        assertThat(matches(1e-5, a, Caches.mesh("b", Caches.leaning(4, PLACE)))).isEmpty();
        float[][] off = Caches.leaning(5, PLACE);
        off[4][0] += 0.01f;
        assertThat(matches(1e-5, a, Caches.mesh("b", off)))
                .as("only the last sample")
                .isEmpty();
        CacheNode late = b.with(
                ChannelSemantic.POSITIONS,
                java.util.Objects.requireNonNull(b.get(ChannelSemantic.POSITIONS))
                        .withTimes(TimeSampling.uniform(1 / 24.0, 1)));
        assertThat(matches(1e-5, a, late)).as("at other times").isEmpty();
    }

    private static CacheNode riding(String name, double from, double to, CacheNode... below) {
        List<double[]> v = List.of(new double[] {from, 0, 0}, new double[] {to, 0, 0});
        return CacheNode.of(name, CacheKind.TRANSFORM, List.of(below))
                .with(ChannelSemantic.OPERATIONS, Samples.still(new int[] {TransformStack.TRANSLATE}))
                .with(ChannelSemantic.CHANNELS, Samples.doubles(3, true, Caches.TIMES, v));
    }

    @Test
    void aMeshUnderATransformCountsWithIt() {
        CacheNode a = riding("a", 0, 4, box("m"));
        CacheNode b = riding("b", 10, 14, box("m"));
        List<EqualMeshes.Match> m = matches(1e-5, a, b);
        assertThat(m).extracting(EqualMeshes.Match::path).containsExactly("/b");
        assertThat(m.getFirst().place().m30()).isCloseTo(10, within(1e-6));
        assertThat(matches(1e-5, a, riding("b", 10, 15, box("m")))).isEmpty();
        assertThat(matches(1e-5, a, riding("b", 10, 14, box("m"), box("n"))))
                .as("with two meshes under it each counts alone")
                .extracting(EqualMeshes.Match::path)
                .containsExactly("/b/n");
    }

    @Test
    void matchesBecomePlacedInstances() {
        Cache c = Caches.cache(box("a"), moved("b"), CacheNode.of("g", CacheKind.GROUP, List.of(moved("c"))));
        EqualMeshes e = EqualMeshes.of(c, 1e-5);
        Cache shared = e.shared(c);
        CacheNode b = shared.root().children().get(1);
        assertThat(b.kind()).isEqualTo(CacheKind.TRANSFORM);
        assertThat(b.children().getFirst().source()).isEqualTo("/a");
        assertThat(b.children().getFirst().name()).isEqualTo("bAgain");
        CachePose before = new CachePose(c);
        CachePose after = new CachePose(shared);
        List<float[]> x = new ArrayList<>();
        List<float[]> y = new ArrayList<>();
        for (int m : before.meshes()) {
            x.add(before.points(m, 0, Interpolation.LINEAR));
        }
        for (int m : after.meshes()) {
            y.add(after.points(m, 0, Interpolation.LINEAR));
        }
        assertThat(y).hasSize(3);
        for (int i = 0; i < 3; i++) {
            assertThat(y.get(i)).containsExactly(x.get(i), within(1e-5f));
        }
    }

    @Test
    void whatIsRepeatedAlreadyIsLeft() {
        CacheNode t = Caches.transform("t", new Matrix4d().translation(9, 0, 0), box("m"));
        Cache c = Caches.cache(box("a"), t, CacheNode.instance("again", "/t/m"));
        assertThat(EqualMeshes.of(c, 1e-5).matches()).isEmpty();
    }
}
