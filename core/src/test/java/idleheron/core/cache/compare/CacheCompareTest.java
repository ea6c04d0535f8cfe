package idleheron.core.cache.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** Caches held against each other: figures, causes, what is left after mending. */
class CacheCompareTest {
    private static Scene scene() {
        List<CacheNode> top = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            Matrix4d at = Caches.place(i, 3.0 * i + 0.1 * i * i, i);
            top.add(Caches.mesh("n" + i, i % 2 == 0 ? Caches.swinging(12, at) : Caches.leaning(12, at)));
        }
        return of(Caches.cache(top.toArray(CacheNode[]::new)));
    }

    private static Scene of(Cache c) {
        return Scene.bare("test.abc", Stage.COMMON).withCaches(List.of(c));
    }

    private static Comparison compare(Scene sent, Scene back) {
        return Comparison.of(sent, back, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static List<String> causes(Comparison c) {
        return c.causes().stream().map(LikelyCause::code).toList();
    }

    @Test
    void theSameIsClean() {
        TopicResult t = compare(scene(), scene()).topic(Topic.CACHES);
        assertThat(t.verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(t.worst().value()).isZero();
        assertThat(t.evidence().rows()).hasSize(6);
    }

    @Test
    void distancesAreWorstMeanRmsAndNinetyFivePercent() {
        float[] a = Caches.box(1, 0, 0, 0);
        float[] b = a.clone();
        b[0] += 0.003f;
        b[4] += 0.004f;
        Scene sent = of(Caches.cache(Caches.mesh("m", a, a)));
        Scene back = of(Caches.cache(Caches.mesh("m", a, b)));
        Evidence.Row r = compare(sent, of(Caches.cache(Caches.mesh("m", b, b))))
                .topic(Topic.CACHES)
                .evidence()
                .rows()
                .getFirst();
        assertThat((Double) r.cells().get(0)).isCloseTo(4, within(1e-3));
        assertThat((Double) r.cells().get(2)).isCloseTo(4, within(0.05));
        assertThat((Double) r.cells().get(3)).isCloseTo(7 / 8.0, within(1e-3));
        assertThat((Double) r.cells().get(4)).isCloseTo(Math.sqrt(25 / 8.0), within(1e-3));
        TopicResult t = compare(of(Caches.cache(Caches.mesh("m", b, b))), back).topic(Topic.CACHES);
        assertThat(t.worst().frame()).isEqualTo(1);
        assertThat(sent.caches()).hasSize(1);
    }

    private static void mended(Scene sent, Remedy damage, String cause) {
        Comparison c = compare(sent, damage.apply(sent));
        assertThat(c.topic(Topic.CACHES).verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(causes(c)).as(c.causeSentence()).containsExactly(cause);
        assertThat(compare(sent, c.mend(damage.apply(sent)))
                        .topic(Topic.CACHES)
                        .evidence()
                        .over())
                .isZero();
    }

    @Test
    void aShiftASizeATurnAndALumpAreExplainedAndMended() {
        mended(scene(), ChangeCache.shift(7), "cache-shifted");
        mended(scene(), ChangeCache.scale(0.01), "cache-scaled");
        mended(scene(), new MoveScene(new Vec3(-90, 0, 0), 1, Vec3.ZERO), "cache-turned");
        mended(scene(), new MoveScene(Vec3.ZERO, 1, new Vec3(0, 2, 0)), "cache-moved");
        mended(scene(), ChangeCache.of("join-meshes", "**=>all"), "cache-joined");
    }

    @Test
    void movementThatComesLateInTheSameRangeIsFound() {
        Scene sent = scene();
        Cache late = sent.caches()
                .getFirst()
                .map(n -> n.mapSamples(s -> s.count() < 2 ? s : s.pick(s.count(), i -> Math.max(0, i - 3), s.times())));
        Comparison c = compare(sent, of(late));
        assertThat(causes(c)).contains("cache-shifted");
        assertThat(c.causes().getFirst().text()).contains("3 frames late");
    }

    @Test
    void lumpAndShiftTogetherAreBothFound() {
        Scene back = ChangeCache.shift(10)
                .apply(ChangeCache.of("join-meshes", "**=>all").apply(scene()));
        back = ChangeCache.drop("/all/*").apply(back);
        Comparison c = compare(scene(), back);
        assertThat(causes(c)).containsExactlyInAnyOrder("cache-shifted", "cache-joined");
        Comparison after = compare(scene(), c.mend(back));
        assertThat(after.topic(Topic.CACHES).evidence().over()).isZero();
        assertThat(after.losses()).extracting(Loss::code).contains("cache-names-lost");
        assertThat(after.topic(Topic.CACHES).verdict()).isEqualTo(Verdict.DRIFTED);
    }

    @Test
    void whatHasAPlaceButNoPointsIsHeldTogetherToo() {
        Cache c = scene().caches().getFirst();
        List<CacheNode> with = new ArrayList<>(c.root().children());
        with.add(Caches.transform("eye", Caches.place(0, 1, 0)));
        List<CacheNode> turned = new ArrayList<>(c.root().children());
        turned.add(Caches.transform("eye", Caches.place(Math.toRadians(3), 1, 0.002)));
        Scene sent = of(c.withRoot(c.root().withChildren(with)));
        assertThat(compare(sent, sent).topic(Topic.CACHES).evidence().over()).isZero();
        Evidence.Row r = compare(sent, of(c.withRoot(c.root().withChildren(turned))))
                .topic(Topic.CACHES)
                .evidence()
                .rows()
                .getFirst();
        assertThat(r.subject()).isEqualTo("/eye");
        assertThat((Double) r.cells().getFirst()).isCloseTo(2, within(1e-6));
        assertThat(r.cells().get(1)).isEqualTo("turned by 3°");
        assertThat(compare(sent, of(c)).topic(Topic.CACHES).verdict()).isEqualTo(Verdict.BROKEN);
    }

    @Test
    void whatIsMissingHiddenOrWithoutItsAttributesIsTold() {
        Cache c = scene().caches().getFirst();
        CacheNode first = c.root().children().getFirst();
        CacheNode with = first.withParams(List.of(Param.of("tone", "vtx", false, "", Samples.still(1, new float[8]))));
        List<CacheNode> others = c.root().children().subList(1, 6);
        List<CacheNode> sent = new ArrayList<>(List.of(with));
        sent.addAll(others);
        Scene a = of(c.withRoot(c.root().withChildren(sent)));
        assertThat(compare(a, of(c)).losses()).extracting(Loss::code).containsExactly("cache-attributes-lost");
        Comparison gone = compare(of(c), of(c.withRoot(c.root().withChildren(others))));
        assertThat(gone.topic(Topic.CACHES).summary()).contains("1 of 6 objects did not come back");
        CacheNode hidden = first.with(
                ChannelSemantic.VISIBLE, Samples.bytes(ElementType.INT8, 1, true, 1, TimeSampling.STILL, (byte) 0));
        List<CacheNode> dark = new ArrayList<>(List.of(hidden));
        dark.addAll(others);
        Comparison h = compare(of(c), of(c.withRoot(c.root().withChildren(dark))));
        assertThat((String) h.topic(Topic.CACHES)
                        .evidence()
                        .rows()
                        .getFirst()
                        .cells()
                        .get(1))
                .contains("visible at other times: 12 samples");
    }
}
