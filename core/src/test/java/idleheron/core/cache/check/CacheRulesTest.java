package idleheron.core.cache.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** Every rule about caches finds its fault, and a sound cache has none. */
class CacheRulesTest {
    private static final Matrix4d HERE = new Matrix4d();

    private static Scene scene(CacheNode... top) {
        return Scene.bare("test.abc", Stage.COMMON).withCaches(List.of(Caches.cache(top)));
    }

    private static List<Finding> all(Scene s) {
        List<Finding> out = new ArrayList<>(Inspection.of(s, null));
        out.addAll(CacheDeepRules.of(s, Progress.NONE));
        return out;
    }

    private static Finding one(Scene s, String code) {
        return all(s).stream()
                .filter(f -> f.code().equals(code))
                .findFirst()
                .orElseThrow(() -> new AssertionError(code + " is not among "
                        + all(s).stream().map(Finding::code).toList()));
    }

    private static CacheNode timed(double... frames) {
        float[][] p = Caches.leaning(frames.length, HERE);
        TimeSampling t = TimeSampling.acyclic(
                java.util.Arrays.stream(frames).map(f -> f / 24).toArray());
        return Caches.mesh("m", p).with(ChannelSemantic.POSITIONS, Samples.floats(3, false, t, List.of(p)));
    }

    @Test
    void aSoundCacheHasNone() {
        assertThat(all(scene(Caches.mesh("m", Caches.leaning(8, HERE))))).isEmpty();
    }

    @Test
    void rangesAreHeldAgainstClips() {
        Scene s = scene(Caches.mesh("m", Caches.leaning(8, HERE)))
                .withClips(List.of(new Clip("sway", 11 / 24.0, 18 / 24.0, FrameRate.FILM, List.of(), List.of())));
        Finding f = one(s, "cache-range");
        assertThat(f.figure().value()).isCloseTo(-10, within(1e-9));
        Scene mended = f.remedy() == null ? s : f.remedy().apply(s);
        assertThat(all(mended)).noneMatch(x -> x.code().equals("cache-range"));
        assertThat(mended.stage().startSeconds()).isCloseTo(11 / 24.0, within(1e-9));
    }

    @Test
    void samplesAreMissingUnevenTwiceOrBetweenFrames() {
        assertThat(one(scene(timed(1, 2, 3, 6, 7, 8)), "cache-samples-missing").message())
                .contains("3 – 6");
        assertThat(one(scene(timed(1, 2, 3, 4, 4.3, 5)), "cache-samples-uneven")
                        .figure()
                        .value())
                .isEqualTo(2);
        assertThat(one(scene(timed(1, 2, 3, 3, 4, 5)), "cache-samples-twice")
                        .figure()
                        .frame())
                .isEqualTo(3);
        assertThat(one(scene(timed(0.5, 1.5, 2.5)), "cache-off-frames").figure().value())
                .isCloseTo(0.5, within(1e-9));
    }

    @Test
    void repeatsInTheMiddleAreTold() {
        float[][] p = Caches.leaning(6, HERE);
        p[3] = p[2];
        assertThat(one(scene(Caches.mesh("m", p)), "cache-samples-repeated")
                        .figure()
                        .frame())
                .isEqualTo(4);
    }

    @Test
    void changesOfTopologyAreToldWithTheirFrame() {
        CacheNode n = Caches.mesh("m", Caches.box(1, 0, 0, 0))
                .with(
                        ChannelSemantic.POSITIONS,
                        Samples.floats(
                                3,
                                false,
                                Caches.TIMES,
                                List.of(new float[24], new float[24], new float[27], new float[27])));
        assertThat(one(scene(n), "cache-topology-changes").figure().frame()).isEqualTo(3);
    }

    @Test
    void namesThatClashOrAreRefused() {
        CacheNode a = Caches.mesh("reed", Caches.box(1, 0, 0, 0));
        Scene s = scene(a, a.withName("Reed"), a.withName("a reed"));
        assertThat(one(s, "cache-names-clash").figure().subject()).isEqualTo("/Reed");
        assertThat(one(s, "cache-names-refused").figure().subject()).isEqualTo("/a reed");
    }

    @Test
    void uvThatAreMissingOrChange() {
        float[] uv = new float[16];
        float[] other = new float[16];
        other[3] = 1;
        CacheNode a = Caches.mesh("a", Caches.box(1, 0, 0, 0));
        CacheNode b = a.withName("b")
                .withParams(List.of(Param.of(
                        "uv", "vtx", true, "vector", Samples.floats(2, false, Caches.TIMES, List.of(uv, other)))));
        Scene s = scene(a, b);
        assertThat(one(s, "cache-uv-missing").figure().subject()).isEqualTo("/a");
        assertThat(one(s, "cache-uv-changes").figure().subject()).isEqualTo("/b");
    }

    @Test
    void instancesThatShowNothing() {
        Scene s = scene(
                Caches.mesh("a", Caches.box(1, 0, 0, 0)),
                CacheNode.instance("lost", "/nowhere"),
                CacheNode.of("ring", CacheKind.GROUP, List.of(CacheNode.instance("me", "/ring"))));
        assertThat(one(s, "cache-instance-lost").figure().value()).isEqualTo(2);
    }

    @Test
    void lumpsRigidMotionAndEqualMeshesAreFoundWithWhatTheyWouldSave() {
        List<float[][]> parts = IntStream.range(0, 20)
                .mapToObj(i -> Caches.swinging(30, Caches.place(0.2 * i, i, 0)))
                .toList();
        Scene s = scene(Caches.mesh("all", Caches.joined(parts)));
        assertThat(one(s, "cache-one-lump").figure().value()).isEqualTo(20);
        Finding rigid = one(s, "cache-rigid-as-points");
        assertThat(rigid.message()).contains("20 of 20 moving pieces");
        Finding equal = one(s, "cache-equal-meshes");
        assertThat(equal.message()).startsWith("19 meshes");
        Scene now = s;
        for (Finding f : List.of(one(s, "cache-one-lump"), rigid, equal)) {
            now = f.remedy() == null ? now : f.remedy().apply(now);
        }
        Cache c = now.caches().getFirst();
        assertThat(c.count(CacheKind.MESH)).isEqualTo(1);
        assertThat(c.count(CacheKind.INSTANCE)).isEqualTo(19);
        assertThat(CacheDeepRules.of(now, Progress.NONE)).isEmpty();
    }

    @Test
    void aUnitThatCannotBeRightIsDeclaredAnew() {
        Scene s = scene(Caches.mesh("m", Caches.box(400, 0, 0, 0)));
        Finding f = one(s, "cache-unit");
        assertThat(f.figure().value()).isCloseTo(800, within(1e-6));
        Scene mended = f.remedy() == null ? s : f.remedy().apply(s);
        assertThat(mended.stage().metersPerUnit()).isEqualTo(0.01);
        assertThat(all(mended)).isEmpty();
    }
}
