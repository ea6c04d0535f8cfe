package idleheron.core.cache.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Param;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Series;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** The table, sentence, causes and losses of caches that came back, figure by figure. */
class CacheTablesTest {
    private static final Matrix4d HERE = new Matrix4d();

    private static Scene scene(CacheNode... top) {
        return Scene.bare("test.abc", Stage.COMMON).withCaches(List.of(Caches.cache(top)));
    }

    private static Comparison compare(Scene sent, Scene back) {
        return Comparison.of(sent, back, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static TopicResult topic(Scene sent, Scene back) {
        return compare(sent, back).topic(Topic.CACHES);
    }

    private static List<Object> cells(TopicResult t, int row) {
        return t.evidence().rows().get(row).cells();
    }

    private static CacheNode moving(String name, double x) {
        return Caches.mesh(name, Caches.leaning(4, new Matrix4d().translation(x, 0, 0)));
    }

    @Test
    void theSameIsToldByObjectsAndSamples() {
        TopicResult one = topic(scene(moving("a", 0)), scene(moving("a", 0)));
        assertThat(one.summary()).isEqualTo("1 object at 4 samples: nothing moved by more than 0 mm.");
        assertThat(cells(one, 0)).containsExactly(0.0, "there", 0.0, 0.0, 0.0, 0.0, 1.0, 4.0, 8.0, "path");
        TopicResult two = topic(scene(moving("a", 0), moving("b", 9)), scene(moving("a", 0), moving("b", 9)));
        assertThat(two.summary()).startsWith("2 objects at 4 samples");
        assertThat(topic(Scene.bare("s", Stage.COMMON), Scene.bare("s", Stage.COMMON))
                        .summary())
                .isEqualTo("No cache was sent.");
        TopicResult gone = topic(scene(moving("a", 0)), Scene.bare("s", Stage.COMMON));
        assertThat(gone.verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(gone.summary()).isEqualTo("The cache did not come back.");
    }

    /** The third sample 2 mm off in one of eight points. */
    private static CacheNode dented(String name, double x, double mm) {
        float[][] p = Caches.leaning(4, new Matrix4d().translation(x, 0, 0));
        p[2][1] += (float) (mm / 1000);
        return Caches.mesh(name, p);
    }

    @Test
    void distancesAreToldInMillimetresWithTheirFrame() {
        Scene sent = scene(moving("a", 0), moving("b", 9));
        TopicResult t = topic(sent, scene(moving("a", 0), dented("b", 9, 0.5)));
        assertThat(t.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(t.summary()).isEqualTo("Points are up to 0.500 mm off.");
        assertThat(t.worst().value()).isCloseTo(0.5, within(1e-4));
        assertThat(t.worst().frame()).isCloseTo(3, within(1e-6));
        assertThat(t.worst().subject()).isEqualTo("/b");
        Evidence.Row r = t.evidence().rows().getFirst();
        assertThat(r.subject()).as("the worst first").isEqualTo("/b");
        assertThat(r.seconds()).isCloseTo(3 / 24.0, within(1e-6));
        // One of 32 distances: mean 0.5 / 32, root of 0.25 / 32.
        assertThat((Double) r.cells().get(3)).isCloseTo(0.5 / 32, within(1e-5));
        assertThat((Double) r.cells().get(4)).isCloseTo(Math.sqrt(0.25 / 32), within(1e-4));
        assertThat((Double) r.cells().get(2)).as("95 % are not off").isZero();
        assertThat((Double) r.cells().get(5)).isCloseTo(0.5, within(1e-4));
        assertThat(t.plots()).extracting(Series::title).containsExactly("All objects, worst in b", "b");
        assertThat(t.plots().get(0).worst()[2]).isCloseTo(0.5, within(1e-4));
        assertThat(t.plots().get(0).worst()[1]).isZero();
        assertThat(t.plots().get(0).mean()[2]).as("of two objects").isCloseTo(0.5 / 16, within(1e-5));
        assertThat(t.plots().get(1).mean()[2]).isCloseTo(0.5 / 8, within(1e-5));
        assertThat(topic(sent, scene(moving("a", 0), dented("b", 9, 2))).verdict())
                .as("beyond ten times the tolerance")
                .isEqualTo(Verdict.BROKEN);
        assertThat(topic(sent, scene(moving("a", 0), dented("b", 9, 0.05))).verdict())
                .isEqualTo(Verdict.CLEAN);
    }

    @Test
    void pointsThatSwappedPlacesAreNearTheSameSurface() {
        float[] p = Caches.box(1, 0, 0, 0);
        float[] q = p.clone();
        for (int a = 0; a < 3; a++) {
            q[a] = p[3 + a];
            q[3 + a] = p[a];
        }
        List<Object> c = cells(topic(scene(Caches.mesh("a", p)), scene(Caches.mesh("a", q))), 0);
        assertThat((Double) c.get(0)).isCloseTo(1000, within(1e-3));
        assertThat((Double) c.get(5)).as("to the nearest").isZero();
    }

    @Test
    void objectsThatAreMissingOrNew() {
        Scene sent = scene(moving("a", 0), moving("b", 9));
        TopicResult t = topic(sent, scene(moving("a", 0), dented("q", 40, 0)));
        assertThat(t.summary()).startsWith("1 of 2 objects did not come back. Points are up to ");
        assertThat(t.evidence().rows())
                .extracting(r -> r.subject() + ": " + r.cells().get(1))
                .contains("/b: missing", "/q: new", "everything: 2 for 2 objects", "/a: there");
        Evidence.Row all = t.evidence().rows().stream()
                .filter(r -> r.subject().equals("everything"))
                .findFirst()
                .orElseThrow();
        assertThat((Double) all.cells().get(0)).isGreaterThan(30_000);
        assertThat(all.over()).isTrue();
        assertThat(t.plots()).extracting(Series::title).contains("Everything, to the closest point");
    }

    @Test
    void objectsAreFoundByPathByNameOrByPlace() {
        Scene sent =
                scene(Caches.transform("g", HERE, moving("a", 0), moving("z", 3)), moving("b", 9), moving("c", 20));
        Scene back = scene(
                moving("a", 0),
                Caches.transform("h", HERE, moving("ns:b", 9)),
                moving("else", 20),
                Caches.transform("g", HERE, moving("z", 3)));
        Comparison c = compare(sent, back);
        TopicResult t = c.topic(Topic.CACHES);
        assertThat(t.evidence().rows())
                .extracting(r -> r.subject() + " " + r.cells().get(9))
                .contains("/g/a name", "/g/z path", "/b name", "/c place");
        assertThat(t.evidence().rows())
                .filteredOn(r -> r.subject().equals("/c"))
                .extracting(r -> r.cells().get(1))
                .containsExactly("now else");
        assertThat(c.losses()).extracting(Loss::text).contains("1 object came back under other names");
    }

    @Test
    void twoOfOneNameAreNotFoundByIt() {
        Scene sent = scene(
                Caches.transform("g", HERE, moving("a", 0), moving("x", 30)),
                Caches.transform("h", HERE, moving("a", 9), moving("y", 40)));
        Scene back = scene(
                Caches.transform("p", HERE, moving("a", 9), moving("x", 30)),
                Caches.transform("q", HERE, moving("a", 0), moving("y", 40)));
        TopicResult t = topic(sent, back);
        assertThat(t.evidence().rows())
                .extracting(r -> r.subject() + " " + r.cells().get(9))
                .contains("/g/a place", "/h/a place", "/g/x name");
        assertThat(t.evidence().over()).isZero();
    }

    private static CacheNode with(CacheNode n, float... values) {
        return n.withParams(List.of(Param.of("w", "vtx", false, "", Samples.still(1, values))));
    }

    @Test
    void attributesThatChangedOrWereLost() {
        Scene sent = scene(with(moving("a", 0), 1f, 2, 3));
        assertThat(cells(topic(sent, scene(with(moving("a", 0), 1f, 2, 3.0001f))), 0)
                        .get(1))
                .isEqualTo("there");
        assertThat(cells(topic(sent, scene(with(moving("a", 0), 1f, 2, 3.01f))), 0)
                        .get(1))
                .isEqualTo("w changed");
        assertThat(cells(topic(sent, scene(with(moving("a", 0), 1f, 2))), 0).get(1))
                .isEqualTo("w changed");
        Comparison lost = compare(sent, scene(moving("a", 0)));
        assertThat(cells(lost.topic(Topic.CACHES), 0).get(1)).isEqualTo("w lost");
        assertThat(lost.losses().getFirst().text()).isEqualTo("Attributes did not come back: w");
        assertThat(lost.losses().getFirst().figure().value()).isEqualTo(1);
        assertThat(lost.losses().getFirst().figure().subject()).isEqualTo("w");
    }

    private static CacheNode owned(CacheNode n) {
        Property p = new Property.Values("tag", idleheron.core.cache.Meta.NONE, Samples.still(1, 1f));
        return new CacheNode(
                n.name(), n.kind(), n.meta(), n.samples(), n.params(), List.of(p), n.other(), n.source(), n.children());
    }

    @Test
    void theUsersPropertiesThatWereLost() {
        Comparison c = compare(scene(owned(moving("a", 0))), scene(moving("a", 0)));
        assertThat(cells(c.topic(Topic.CACHES), 0).get(1)).isEqualTo("user properties lost");
        assertThat(c.losses()).extracting(Loss::text).containsExactly("The user's properties of /a did not come back");
        assertThat(compare(scene(owned(moving("a", 0))), scene(owned(moving("a", 0))))
                        .losses())
                .isEmpty();
    }

    @Test
    void instancesThatCameBackAsMeshes() {
        CacheNode a = moving("a", 0);
        CacheNode placed = Caches.transform("t", new Matrix4d().translation(9, 0, 0), CacheNode.instance("i", "/a"));
        Scene sent = scene(a, placed);
        Scene back = scene(a, Caches.transform("t", new Matrix4d().translation(9, 0, 0), a.withName("i")));
        Comparison c = compare(sent, back);
        assertThat(c.losses()).extracting(Loss::text).containsExactly("1 instance came back as meshes of their own");
        assertThat(compare(sent, sent).losses()).isEmpty();
    }

    @Test
    void anotherNumberOfPointsIsAnotherTopology() {
        float[] p = Caches.box(1, 0, 0, 0);
        CacheNode more = Caches.mesh("a", Caches.joined(List.of(new float[][] {p}, new float[][] {p})));
        TopicResult t = topic(scene(Caches.mesh("a", p)), scene(more));
        assertThat(cells(t, 0).get(1)).isEqualTo("now 16 points");
        assertThat(t.verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(t.worst().value()).as("on the same places").isZero();
    }

    private static CacheNode hidden(CacheNode n) {
        return n.with(ChannelSemantic.VISIBLE, Samples.doubles(1, true, TimeSampling.STILL, List.of(new double[] {0})));
    }

    @Test
    void whatIsShownElseIsOver() {
        TopicResult t = topic(scene(moving("a", 0)), scene(hidden(moving("a", 0))));
        assertThat(cells(t, 0).get(1)).isEqualTo("visible at other times: 4 samples");
        assertThat(t.evidence().rows().getFirst().over()).isTrue();
        assertThat(t.verdict()).isEqualTo(Verdict.DRIFTED);
    }

    @Test
    void aRangeThatIsAnotherIsTold() {
        Scene sent = scene(moving("a", 0));
        Scene late = ChangeCache.cut(1, 3).apply(sent);
        TopicResult t = topic(sent, late);
        Evidence.Row r = t.evidence().rows().stream()
                .filter(x -> x.subject().equals("range"))
                .findFirst()
                .orElseThrow();
        assertThat(r.cells().get(1)).isEqualTo("frames 1 – 4 became 1 – 3");
        assertThat(t.verdict()).isEqualTo(Verdict.BROKEN);
    }

    private static CacheNode eye(double x, double degrees) {
        return CacheNode.of("eye", CacheKind.TRANSFORM, List.of())
                .with(
                        ChannelSemantic.OPERATIONS,
                        Samples.still(new int[] {idleheron.core.cache.TransformStack.TRANSLATE, 80}))
                .with(
                        ChannelSemantic.CHANNELS,
                        Samples.doubles(
                                4, true, Caches.TIMES, List.of(new double[] {0, 0, 0, 0}, new double[] {x, 0, 0, degrees
                                })));
    }

    @Test
    void camerasAndBareTransformsAreHeldByTheirPath() {
        Scene sent = scene(moving("a", 0), eye(0, 0));
        Scene back = scene(moving("a", 0), eye(0.0005, 2));
        TopicResult t = topic(sent, back);
        Evidence.Row r = t.evidence().rows().getFirst();
        assertThat(r.subject()).isEqualTo("/eye");
        assertThat((Double) r.cells().get(0)).isCloseTo(0.5, within(1e-9));
        assertThat(r.cells().get(1)).isEqualTo("turned by 2°");
        assertThat((Double) r.cells().get(6)).as("the second sample").isCloseTo(2, within(1e-6));
        assertThat(t.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(t.worst().value()).isCloseTo(0.5, within(1e-9));
        assertThat(topic(sent, scene(moving("a", 0), eye(0.0005, 0))).evidence().over())
                .isEqualTo(1);
        assertThat(topic(sent, scene(moving("a", 0), eye(0.00005, 0)))
                        .evidence()
                        .over())
                .isZero();
        assertThat(topic(sent, scene(moving("a", 0), eye(0, 0.2))).evidence().over())
                .isEqualTo(1);
        assertThat(topic(sent, scene(moving("a", 0), eye(0.002, 0))).verdict()).isEqualTo(Verdict.BROKEN);
        TopicResult gone = topic(sent, scene(moving("a", 0)));
        assertThat(gone.verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(cells(gone, 0).get(1)).isEqualTo("missing");
    }

    private static Scene several() {
        List<CacheNode> top = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            Matrix4d at = Caches.place(i, 3.0 * i + 0.1 * i * i, i);
            top.add(Caches.mesh("n" + i, i % 2 == 0 ? Caches.swinging(12, at) : Caches.leaning(12, at)));
        }
        return scene(top.toArray(CacheNode[]::new));
    }

    private static String only(Comparison c) {
        assertThat(c.causes()).hasSize(1);
        return c.causes().getFirst().code() + ": " + c.causes().getFirst().text();
    }

    @Test
    void causesAreToldWithTheirFigure() {
        Scene s = several();
        assertThat(only(compare(s, ChangeCache.shift(7).apply(s))))
                .isEqualTo("cache-shifted: The cache comes 7 frames late");
        assertThat(only(compare(s, ChangeCache.shift(-1).apply(s))))
                .isEqualTo("cache-shifted: The cache comes 1 frame early");
        assertThat(only(compare(s, ChangeCache.scale(100).apply(s))))
                .isEqualTo("cache-scaled: The cache came back 100.0 times as large");
        assertThat(only(compare(s, new MoveScene(new Vec3(-90, 0, 0), 1, Vec3.ZERO).apply(s))))
                .isEqualTo("cache-turned: The cache came back turned by 90°");
        assertThat(only(compare(s, new MoveScene(Vec3.ZERO, 1, new Vec3(0, 2, 0)).apply(s))))
                .isEqualTo("cache-moved: The cache came back in another place");
        assertThat(only(compare(s, ChangeCache.of("join-meshes", "**=>all").apply(s))))
                .isEqualTo("cache-joined: 5 objects came back as one mesh");
        LikelyCause c = compare(s, ChangeCache.scale(100).apply(s)).causes().getFirst();
        assertThat(c.explains()).containsExactly(Topic.CACHES);
        assertThat(c.left()).isZero();
        assertThat(c.before()).isEqualTo(5);
    }

    @Test
    void sizesAndQuartersAreFoundByTheBoxesWhereNoObjectIsKnown() {
        Scene s = several();
        Scene lump = ChangeCache.of("join-meshes", "**=>all")
                .apply(new MoveScene(new Vec3(90, 0, 0), 0.01, new Vec3(1, 2, 3)).apply(s));
        Comparison c = compare(s, lump);
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactlyInAnyOrder("cache-scaled", "cache-joined");
        assertThat(compare(s, c.mend(lump)).topic(Topic.CACHES).evidence().over())
                .isZero();
    }

    /** Two samples a frame: a movement that comes four samples late comes two frames late. */
    @Test
    void latenessIsToldInFramesHoweverManySamplesThereAre() {
        TimeSampling half = TimeSampling.uniform(1 / 48.0, 1 / 24.0);
        List<CacheNode> top = new ArrayList<>();
        List<CacheNode> late = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            float[][] p = Caches.swinging(24, Caches.place(i, 3.0 * i, i));
            for (int k = 0; k < p.length; k++) {
                for (int a = 0; a < p[k].length; a += 3) {
                    p[k][a] += (float) (Math.sin(0.05 * k * k) * 0.4);
                }
            }
            float[][] q = new float[24][];
            for (int k = 0; k < 24; k++) {
                q[k] = p[Math.max(0, k - 4)];
            }
            top.add(Caches.mesh("n" + i, p)
                    .with(ChannelSemantic.POSITIONS, Samples.floats(3, false, half, List.of(p))));
            late.add(Caches.mesh("n" + i, q)
                    .with(ChannelSemantic.POSITIONS, Samples.floats(3, false, half, List.of(q))));
        }
        Cache back = Caches.cache(late.toArray(CacheNode[]::new));
        Scene sent = scene(top.toArray(CacheNode[]::new));
        Comparison c = compare(sent, sent.withCaches(List.of(back)));
        assertThat(c.causes()).extracting(LikelyCause::text).contains("The cache comes 2 frames late");
    }
}
