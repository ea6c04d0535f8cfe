package idleheron.core.cache.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

class CacheSpaceTest {
    private static Vector3d place(Cache c, String path) {
        for (int i = 0; i < c.entries().size(); i++) {
            if (c.entries().get(i).path().equals(path)) {
                return CacheTime.world(c, i, 0).getTranslation(new Vector3d());
            }
        }
        throw new AssertionError("no " + path);
    }

    private static Samples of(Cache c, int entry, ChannelSemantic r) {
        return Objects.requireNonNull(c.entries().get(entry).node().get(r));
    }

    @Test
    void lengthsAreScaledAndNothingElse() {
        CacheNode mesh = Caches.mesh("m", Caches.box(1, 1, 2, 3))
                .with(ChannelSemantic.BOUNDS, Samples.doubles(6, true, TimeSampling.STILL, List.of(new double[] {
                    1, 2, 3, 4, 5, 1e308 * 10
                })))
                .withParams(List.of(
                        new Param("width", "con", true, Meta.NONE, Samples.still(1, 2f), null),
                        new Param("width", "con", false, Meta.NONE, Samples.still(1, 2f), null),
                        new Param("uv", "con", true, Meta.NONE, Samples.still(1, 2f), null)));
        CacheNode lens = CacheNode.of("eye", CacheKind.CAMERA, List.of())
                .with(ChannelSemantic.LENS, Samples.doubles(16, true, TimeSampling.STILL, List.of(ones())));
        Cache c = Caches.cache(
                Caches.transform("t", new Matrix4d().translation(1, 2, 3).rotateY(1), mesh, lens));
        Cache big = CacheSpace.scaled(c, 10);
        assertThat(CacheSpace.scaled(c, 1)).isSameAs(c);
        assertThat(place(big, "/t/m").distance(10, 20, 30)).isLessThan(1e-9);
        assertThat(of(big, 1, ChannelSemantic.POSITIONS).floats(0)).startsWith(10, 20, 30);
        assertThat(of(big, 1, ChannelSemantic.BOUNDS).doubles(0))
                .startsWith(10, 20, 30, 40, 50)
                .endsWith(Double.POSITIVE_INFINITY);
        assertThat(of(big, 1, ChannelSemantic.FACE_INDICES).ints(0))
                .isEqualTo(of(c, 1, ChannelSemantic.FACE_INDICES).ints(0));
        assertThat(big.entries().get(1).node().params().stream()
                        .map(p -> p.values().floats(0)[0]))
                .containsExactly(20f, 2f, 2f);
        double[] l = of(big, 2, ChannelSemantic.LENS).doubles(0);
        int scaled = 0;
        for (double v : l) {
            assertThat(v).isIn(1.0, 10.0);
            scaled += v == 10 ? 1 : 0;
        }
        assertThat(scaled).as("focus, near and far").isEqualTo(3);
        Matrix4d turn = new Matrix4d();
        CachePose.local(big.entries().get(0).node(), 0, Interpolation.LINEAR, turn);
        assertThat(turn.m00()).as("a turn is no length").isCloseTo(Math.cos(1), within(1e-12));
    }

    private static double[] ones() {
        double[] out = new double[16];
        java.util.Arrays.fill(out, 1);
        return out;
    }

    @Test
    void whatIsMovedMovesOnceWhetherItHasATransformOrNot() {
        Matrix4d by = new Matrix4d().translation(0, 0, 7);
        CacheNode inner =
                Caches.transform("b", new Matrix4d().translation(0, 2, 0), Caches.mesh("m", Caches.box(1, 0, 0, 0)));
        Cache c = Caches.cache(
                Caches.transform("a", new Matrix4d().translation(1, 0, 0), inner),
                Caches.mesh("bare", Caches.box(1, 0, 0, 0)));
        Cache moved = CacheSpace.moved(c, by);
        assertThat(place(moved, "/a/b/m").distance(1, 2, 7)).isLessThan(1e-9);
        assertThat(place(moved, "/barePlace/bare").distance(0, 0, 7)).isLessThan(1e-9);
        assertThat(CacheSpace.moved(c, new Matrix4d())).isSameAs(c);
        assertThat(CacheSpace.moved(c, new Matrix4d().translation(0, 0, 0))).isSameAs(c);
    }

    @Test
    void whatTakesNothingFromAboveIsMovedOnItsOwn() {
        CacheNode alone = Caches.transform(
                        "b", new Matrix4d().translation(0, 2, 0), Caches.mesh("m", Caches.box(1, 0, 0, 0)))
                .with(ChannelSemantic.INHERITS, Samples.bytes(ElementType.BOOL, 1, true, 1, TimeSampling.STILL, (byte)
                        0));
        Cache c = Caches.cache(Caches.transform("a", new Matrix4d().translation(1, 0, 0), alone));
        assertThat(place(c, "/a/b/m").distance(0, 2, 0)).isLessThan(1e-9);
        assertThat(place(CacheSpace.moved(c, new Matrix4d().translation(0, 0, 7)), "/a/b/m")
                        .distance(0, 2, 7))
                .isLessThan(1e-9);
    }

    @Test
    void instancesOfWhatIsWrappedFindItAgain() {
        Cache c = Caches.cache(
                Caches.mesh("reed", Caches.box(1, 0, 0, 0)),
                Caches.transform("row", new Matrix4d().translation(4, 0, 0), CacheNode.instance("copy", "/reed")),
                Caches.transform("other", new Matrix4d(), CacheNode.instance("copy", "/reeds")));
        Cache moved = CacheSpace.moved(c, new Matrix4d().translation(0, 0, 7));
        assertThat(moved.entries().stream().map(e -> e.node().source()).filter(s -> !s.isEmpty()))
                .containsExactly("/reedPlace/reed", "/reeds");
    }
}
