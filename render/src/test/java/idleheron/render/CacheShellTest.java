package idleheron.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Viewpoint;
import idleheron.render.surface.SurfaceLayer;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A cache in the view: all shown meshes as one surface, at any moment. */
class CacheShellTest {
    private static final TimeSampling TIMES = TimeSampling.uniform(1, 0);

    /** A square that rises by one each second, two triangles. */
    private static CacheNode square(String name, double x, int seconds) {
        Map<ChannelSemantic, Samples> roles = new EnumMap<>(ChannelSemantic.class);
        List<float[]> samples = java.util.stream.IntStream.rangeClosed(0, seconds)
                .mapToObj(s ->
                        new float[] {(float) x, s, 0, (float) x + 1, s, 0, (float) x + 1, s + 1, 0, (float) x, s + 1, 0
                        })
                .toList();
        roles.put(ChannelSemantic.POSITIONS, Samples.floats(3, false, TIMES, samples));
        roles.put(ChannelSemantic.FACE_COUNTS, Samples.still(4));
        roles.put(ChannelSemantic.FACE_INDICES, Samples.still(0, 1, 2, 3));
        return new CacheNode(name, CacheKind.MESH, Meta.NONE, roles, List.of(), List.of(), List.of(), "", List.of());
    }

    private static Side side(CacheNode... top) {
        Cache c = new Cache("c", Meta.NONE, CacheNode.of("", CacheKind.GROUP, List.of(top)));
        Scene s = Scene.bare("c", Stage.COMMON.withMetersPerUnit(0.5)).withCaches(List.of(c));
        return new Side(s, CanonicalSpace.of(s.stage()));
    }

    @Test
    void meshesAndInstancesAreOneSurfaceInTheCommonSpace() {
        Side side = side(square("a", 0, 2), square("b", 10, 2), CacheNode.instance("again", "/a"));
        side.pose(null, 1.5);
        assertThat(side.shells()).hasSize(1);
        assertThat(side.triangleCount()).isEqualTo(6);
        float[] p = side.shells().getFirst().points();
        assertThat(p).hasSize(36);
        assertThat(p[1]).isCloseTo(0.75f, within(1e-6f));
        assertThat(p[12]).isCloseTo(5f, within(1e-6f));
        assertThat(side.bounds()).containsExactly(0, 0.75, 0, 5.5, 1.25, 0);
    }

    @Test
    void whatIsHiddenIsLeftOutFromThatMomentOn() {
        CacheNode a = square("a", 0, 2)
                .with(
                        ChannelSemantic.VISIBLE,
                        Samples.computed(
                                        new Samples.Layout(ElementType.INT8, 1, true),
                                        3,
                                        TIMES,
                                        i -> java.lang.foreign.MemorySegment.ofArray(
                                                new byte[] {(byte) (i == 1 ? 0 : 1)}))
                                .settled());
        Side side = side(a, square("b", 10, 2));
        side.pose(null, 0.5);
        assertThat(side.triangleCount()).isEqualTo(4);
        side.pose(null, 1.5);
        assertThat(side.triangleCount()).isEqualTo(2);
        side.pose(null, 2);
        assertThat(side.triangleCount()).isEqualTo(4);
    }

    @Test
    void facesThatChangeAreBuiltAnew() {
        CacheNode a = square("a", 0, 1)
                .with(ChannelSemantic.POSITIONS, Samples.floats(3, false, TIMES, List.of(new float[12], new float[] {
                    0, 0, 0, 1, 0, 0, 0, 1, 0
                })))
                .with(ChannelSemantic.FACE_COUNTS, changing(new int[] {4}, new int[] {3}))
                .with(ChannelSemantic.FACE_INDICES, changing(new int[] {0, 1, 2, 3}, new int[] {0, 1, 2}));
        Side side = side(a);
        side.pose(null, 0.5);
        assertThat(side.triangleCount()).isEqualTo(2);
        side.pose(null, 1);
        assertThat(side.triangleCount()).isEqualTo(1);
        assertThat(side.shells().getFirst().points()).hasSize(9);
    }

    private static Samples changing(int[]... values) {
        return Samples.computed(
                new Samples.Layout(ElementType.INT32, 1, false), values.length, TIMES, i -> Samples.segment(values[i]));
    }

    @Test
    void theChosenObjectKeepsItsMarkUnderATint() {
        Side side = side(square("a", 0, 1), square("b", 10, 1));
        side.field("/b");
        side.pose(null, 0);
        SurfaceLayer layer = side.shells().getFirst().layer();
        layer.tint(0x123456);
        assertThat(layer.colors()).containsExactly(0x123456, 0x123456, SurfaceLayer.MARK, SurfaceLayer.MARK);
        Picture p = new Picture(200, 150);
        new Painter()
                .paint(
                        p,
                        Viewpoint.start().framing(side.bounds()),
                        Palette.DAY,
                        4,
                        List.of(new Painter.Drawn(side, Look.SURFACE, -1)));
        int marked = 0;
        for (int c : p.pixels()) {
            int r = c >> 16 & 255;
            int b = c & 255;
            marked += r > b + 60 ? 1 : 0;
        }
        assertThat(marked).isGreaterThan(20);
    }
}
