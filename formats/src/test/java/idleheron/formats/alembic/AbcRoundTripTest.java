package idleheron.formats.alembic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Param;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is written to an archive comes back from it, with what readers expect and a cache may lack. */
class AbcRoundTripTest {
    private static final TimeSampling TWO = TimeSampling.uniform(0.5, 1);

    @TempDir
    Path folder = Path.of("");

    private CacheNode back(CacheNode n) throws IOException {
        return back(new Cache("quay", Meta.of("told", "by hand"), CacheNode.of("ABC", CacheKind.GROUP, List.of(n))))
                .entries()
                .getFirst()
                .node();
    }

    private Cache back(Cache c) throws IOException {
        Scene s = Scene.bare("quay", new Stage(AxisSystem.Z_UP, 0.01, FrameRate.of(24), 0, 2, "test"))
                .withCaches(List.of(c));
        Path file = folder.resolve("quay.abc");
        SceneFiles.write(s, file, new AbcFormat(), AbcFormat.OGAWA, true, Progress.NONE);
        return SceneFiles.read(file, Progress.NONE).scene().caches().getFirst();
    }

    private static Samples told(CacheNode n, ChannelSemantic role) {
        return Objects.requireNonNull(n.get(role), role.name());
    }

    /** A triangle and a quad whose points rise. */
    private static CacheNode flag() {
        return CacheNode.of("flag", CacheKind.MESH, List.of())
                .with(
                        ChannelSemantic.POSITIONS,
                        Samples.floats(
                                3,
                                false,
                                TWO,
                                List.of(
                                        new float[] {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 2, 0, -1, 1, 0},
                                        new float[] {0, 0, 4, 1, 0, 4, 1, 1, 4, 0, 2, 4, -1, 1, 5})))
                .with(ChannelSemantic.FACE_COUNTS, Samples.still(3, 4))
                .with(ChannelSemantic.FACE_INDICES, Samples.still(0, 1, 2, 0, 2, 3, 4));
    }

    @Test
    void pointsFacesAndTheBoundsThatWereNotTold() throws IOException {
        CacheNode b = back(flag());
        assertThat(b.kind()).isEqualTo(CacheKind.MESH);
        Samples p = told(b, ChannelSemantic.POSITIONS);
        assertThat(p.times().times(2)).containsExactly(new double[] {1, 1.5}, within(1e-12));
        assertThat(p.floats(1))
                .isEqualTo(told(flag(), ChannelSemantic.POSITIONS).floats(1));
        assertThat(told(b, ChannelSemantic.FACE_COUNTS).ints(0)).containsExactly(3, 4);
        assertThat(told(b, ChannelSemantic.FACE_INDICES).ints(0)).containsExactly(0, 1, 2, 0, 2, 3, 4);
        Samples bounds = told(b, ChannelSemantic.BOUNDS);
        assertThat(bounds.count()).isEqualTo(2);
        assertThat(bounds.doubles(0)).containsExactly(-1, 0, 0, 1, 2, 0);
        assertThat(bounds.doubles(1)).containsExactly(-1, 0, 4, 1, 2, 5);
        Samples own = Samples.doubles(6, true, TimeSampling.STILL, List.of(new double[] {-9, -9, -9, 9, 9, 9}));
        assertThat(told(back(flag().with(ChannelSemantic.BOUNDS, own)), ChannelSemantic.BOUNDS)
                        .doubles(0))
                .as("those that are told stay")
                .containsExactly(-9, -9, -9, 9, 9, 9);
    }

    private static CacheNode hook(Samples channels) {
        return CacheNode.of("hook", CacheKind.TRANSFORM, List.of())
                .with(
                        ChannelSemantic.OPERATIONS,
                        Samples.bytes(
                                ElementType.UINT8,
                                2,
                                true,
                                1,
                                TimeSampling.STILL,
                                TransformStack.TRANSLATE,
                                TransformStack.SCALE))
                .with(ChannelSemantic.CHANNELS, channels);
    }

    @Test
    void aTransformThatMovesTellsWhichOfItsChannelsDo() throws IOException {
        CacheNode b = back(hook(Samples.doubles(
                6, true, TWO, List.of(new double[] {1, 2, 3, 1, 1, 1}, new double[] {1, 5, 3, 1, 1, 2}))));
        assertThat(told(b, ChannelSemantic.CHANNELS).doubles(1)).containsExactly(1, 5, 3, 1, 1, 2);
        assertThat(told(b, ChannelSemantic.MOVING_CHANNELS).ints(0)).containsExactly(1, 5);
        assertThat(told(b, ChannelSemantic.NOT_IDENTITY).doubles(1)).containsExactly(1);
        assertThat(told(b, ChannelSemantic.INHERITS).count()).isEqualTo(2);
        assertThat(told(b, ChannelSemantic.INHERITS).doubles(1)).containsExactly(1);
        assertThat(told(b, ChannelSemantic.OPERATIONS).count()).isEqualTo(2);
        assertThat(told(b, ChannelSemantic.OPERATIONS).ints(1))
                .containsExactly(TransformStack.TRANSLATE, TransformStack.SCALE);
    }

    @Test
    void aTransformThatStandsTellsNoneAndOneThatBreaksOffStaysSo() throws IOException {
        Samples still = Samples.doubles(6, true, TimeSampling.STILL, List.of(new double[] {1, 2, 3, 1, 1, 1}));
        CacheNode b = back(hook(still));
        assertThat(b.get(ChannelSemantic.MOVING_CHANNELS)).isNull();
        assertThat(told(b, ChannelSemantic.INHERITS).doubles(0)).containsExactly(1);
        Samples off = Samples.bytes(ElementType.BOOL, 1, true, 1, TimeSampling.STILL, (byte) 0);
        Samples moving = Samples.doubles(
                6, true, TWO, List.of(new double[] {1, 2, 3, 1, 1, 1}, new double[] {2, 2, 3, 1, 1, 1}));
        CacheNode apart = back(hook(moving).with(ChannelSemantic.INHERITS, off));
        assertThat(told(apart, ChannelSemantic.INHERITS).count()).isEqualTo(2);
        assertThat(told(apart, ChannelSemantic.INHERITS).doubles(1)).containsExactly(0);
        CacheNode bare = back(CacheNode.of("hook", CacheKind.TRANSFORM, List.of()));
        assertThat(told(bare, ChannelSemantic.INHERITS).doubles(0)).containsExactly(1);
        assertThat(bare.get(ChannelSemantic.NOT_IDENTITY)).isNull();
    }

    @Test
    void aTransformOfMoreChannelsThanAnArchiveHoldsIsRefused() {
        CacheNode many = CacheNode.of("hook", CacheKind.TRANSFORM, List.of())
                .with(
                        ChannelSemantic.OPERATIONS,
                        Samples.bytes(ElementType.UINT8, 86, true, 1, TimeSampling.STILL, new byte[86]))
                .with(
                        ChannelSemantic.CHANNELS,
                        Samples.doubles(258, true, TimeSampling.STILL, List.of(new double[258])));
        assertThatThrownBy(() -> back(many)).hasMessageContaining("hook").hasMessageContaining("258");
    }

    @Test
    void parametersWithAndWithoutAnIndexInTheirPlaces() throws IOException {
        Samples two = Samples.still(2, new float[] {0, 0, 1, 0});
        Samples corners = Samples.still(0, 1, 0, 0, 1, 1, 0);
        CacheNode b = back(flag().withParams(List.of(
                Param.of("uv", "fvr", true, "vector", two).with(two, corners),
                Param.of("N", "uni", true, "normal", Samples.still(3, new float[] {0, 0, 1, 0, 1, 0})),
                Param.of("dye", "con", false, "rgb", Samples.still(3, 1, 0.5f, 0)))));
        assertThat(b.params()).extracting(Param::name).containsExactlyInAnyOrder("uv", "N", "dye");
        Param uv = Objects.requireNonNull(b.param("uv"));
        assertThat(uv.own()).isTrue();
        assertThat(uv.scope()).isEqualTo("fvr");
        assertThat(Objects.requireNonNull(uv.indices()).ints(0)).containsExactly(0, 1, 0, 0, 1, 1, 0);
        assertThat(uv.values().floats(0)).containsExactly(0, 0, 1, 0);
        assertThat(Objects.requireNonNull(b.param("N")).indices()).isNull();
        Param dye = Objects.requireNonNull(b.param("dye"));
        assertThat(dye.own()).isFalse();
        assertThat(dye.meta().get("interpretation")).isEqualTo("rgb");
        assertThat(dye.values().floats(0)).containsExactly(1, 0.5f, 0);
    }

    @ParameterizedTest
    @CsvSource({"5, vtx", "7, fvr", "2, uni", "1, con", "3, unk"})
    void aScopeThatIsNotToldIsSeenFromTheNumberOfValues(int values, String scope) throws IOException {
        Param p = Param.of("wear", "", false, "", Samples.still(1, new float[values]));
        assertThat(Objects.requireNonNull(back(flag().withParams(List.of(p))).param("wear"))
                        .scope())
                .isEqualTo(scope);
        Samples one = Samples.still(1, 4f);
        Param indexed = p.with(one, Samples.still(new int[values]));
        assertThat(Objects.requireNonNull(
                                back(flag().withParams(List.of(indexed))).param("wear"))
                        .scope())
                .isEqualTo(scope);
    }

    @Test
    void whatTheUserAddedAndWhatNobodyKnowsStaysWhereItWas() throws IOException {
        Property mass = new Property.Values("mass", Meta.NONE, Samples.still(1, 2.5f));
        Property owner = new Property.Values("owner", Meta.NONE, Samples.text("Mira"));
        Property beside = new Property.Values("beside", Meta.of("a", "b"), Samples.still(7));
        Property inside = new Property.Values("inside", Meta.NONE, Samples.still(8));
        Property strange = new Property.Group(
                "strange", Meta.NONE, List.of(new Property.Values("odd", Meta.NONE, Samples.still(9))));
        Property among = new Property.Group(".arbGeomParams", Meta.NONE, List.of(strange));
        CacheNode f = flag();
        CacheNode sent = new CacheNode(
                f.name(),
                f.kind(),
                Meta.of("mark", "7"),
                f.samples(),
                List.of(Param.of("dye", "con", false, "rgb", Samples.still(3, new float[] {1, 0, 0}))),
                List.of(mass, owner),
                List.of(beside, new Property.Group(".geom", Meta.NONE, List.of(inside, among))),
                "",
                List.of());
        CacheNode b = back(sent);
        assertThat(b.meta().get("mark")).isEqualTo("7");
        assertThat(b.user()).extracting(Property::name).containsExactlyInAnyOrder("mass", "owner");
        for (Property p : b.user()) {
            Samples s = ((Property.Values) p).samples();
            assertThat(p.name().equals("mass") ? s.floats(0)[0] + "" : s.string())
                    .isEqualTo(p.name().equals("mass") ? "2.5" : "Mira");
        }
        Map<String, Property> other = new java.util.HashMap<>();
        b.other().forEach(p -> other.put(p.name(), p));
        assertThat(other).containsOnlyKeys("beside", ".geom");
        assertThat(((Property.Values) Objects.requireNonNull(other.get("beside")))
                        .samples()
                        .ints(0))
                .containsExactly(7);
        List<Property> geom = ((Property.Group) Objects.requireNonNull(other.get(".geom"))).properties();
        assertThat(geom).extracting(Property::name).containsExactlyInAnyOrder("inside", ".arbGeomParams");
        assertThat(b.params()).extracting(Param::name).containsExactly("dye");
    }

    @Test
    void whatIsRepeatedIsMarkedAndTheTreeKeepsItsKinds() throws IOException {
        CacheNode sub = new CacheNode(
                        "hull",
                        CacheKind.SUBDIVISION,
                        Meta.NONE,
                        flag().samples(),
                        List.of(),
                        List.of(),
                        List.of(),
                        "",
                        List.of())
                .with(ChannelSemantic.SCHEME, Samples.text("loop"));
        CacheNode first = CacheNode.of("first", CacheKind.TRANSFORM, List.of(flag(), sub));
        Cache b = back(new Cache(
                "quay",
                Meta.NONE,
                CacheNode.of("ABC", CacheKind.GROUP, List.of(first, CacheNode.instance("second", "/first")))));
        assertThat(b.entries())
                .extracting(e -> e.path() + " " + e.node().kind())
                .containsExactlyInAnyOrder(
                        "/first TRANSFORM", "/first/flag MESH", "/first/hull SUBDIVISION", "/second INSTANCE");
        CacheNode second = b.entries().get(b.find("/second")).node();
        assertThat(second.source()).isEqualTo("/first");
        assertThat(second.meta().get("isInstance")).isEqualTo("1");
        assertThat(told(b.entries().get(b.find("/first/hull")).node(), ChannelSemantic.SCHEME)
                        .string())
                .isEqualTo("loop");
    }
}
