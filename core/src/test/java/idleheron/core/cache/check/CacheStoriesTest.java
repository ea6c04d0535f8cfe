package idleheron.core.cache.check;

import static idleheron.core.cache.check.CacheStories.HERE;
import static idleheron.core.cache.check.CacheStories.all;
import static idleheron.core.cache.check.CacheStories.only;
import static idleheron.core.cache.check.CacheStories.scene;
import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** The sentences and figures of findings about the objects and sizes of caches, and where each begins. */
class CacheStoriesTest {
    private static CacheNode changing(String name, int at) {
        List<float[]> p =
                IntStream.range(0, 5).mapToObj(i -> new float[i < at ? 24 : 27]).toList();
        return Caches.mesh(name, Caches.box(1, 0, 0, 0))
                .with(ChannelSemantic.POSITIONS, Samples.floats(3, false, Caches.TIMES, p));
    }

    @Test
    void meshesWhosePointsChangeAreTold() {
        Finding one = only(all(scene(changing("m", 1)), "cache-topology-changes"));
        assertThat(one.message()).startsWith("/m, from frame 2 on.");
        Finding two = only(all(scene(changing("a", 4), changing("b", 2)), "cache-topology-changes"));
        assertThat(two.message()).startsWith("2 meshes, first /a, from frame 5 on.");
        assertThat(two.figure().value()).isEqualTo(2);
    }

    @Test
    void namesThatClashAndThatAreRefused() {
        CacheNode a = Caches.mesh("reed", Caches.box(1, 0, 0, 0));
        Scene s = scene(a, a.withName("Reed"), a.withName("REED"), a.withName("a b"), a.withName("9"));
        Finding clash = only(all(s, "cache-names-clash"));
        assertThat(clash.message()).isEqualTo("2 of them, /Reed for one.");
        Finding refused = only(all(s, "cache-names-refused"));
        assertThat(refused.message()).startsWith("2 with blanks, signs or letters that are not plain, /a b for one");
    }

    private static CacheNode with(CacheNode n, String param, int extent, float[]... samples) {
        List<Param> all = new ArrayList<>(n.params());
        TimeSampling t = samples.length < 2 ? TimeSampling.STILL : Caches.TIMES;
        all.add(Param.of(param, "vtx", true, "vector", Samples.floats(extent, false, t, List.of(samples))));
        return n.withParams(all);
    }

    @Test
    void whatOnlySomeMeshesHaveOrThatChanges() {
        float[] uv = new float[16];
        float[] other = new float[16];
        other[1] = 1;
        float[] n = new float[24];
        float[] turned = new float[24];
        turned[2] = 1;
        CacheNode bare = Caches.mesh("a", Caches.box(1, 0, 0, 0));
        CacheNode still = with(with(bare.withName("b"), "uv", 2, uv), "N", 3, n);
        Scene some = scene(bare, still, bare.withName("c"));
        assertThat(only(all(some, "cache-uv-missing")).message()).isEqualTo("2 of 3, /a for one.");
        Finding normals = only(all(some, "cache-normals-missing"));
        assertThat(normals.title()).isEqualTo("Some meshes have no normals");
        assertThat(all(some, "cache-uv-changes")).isEmpty();
        assertThat(all(some, "cache-normals-change")).isEmpty();
        assertThat(all(scene(bare), "cache-uv-missing")).as("none has any").isEmpty();
        assertThat(all(scene(still), "cache-uv-missing")).isEmpty();

        CacheNode moves = with(with(bare.withName("d"), "uv", 2, uv, other), "N", 3, n, turned);
        Finding uvs = only(all(scene(moves), "cache-uv-changes"));
        assertThat(uvs.title()).isEqualTo("The UV of a mesh change over time");
        assertThat(uvs.message()).isEqualTo("1 mesh, /d. Most receivers keep the first sample.");
        assertThat(only(all(scene(moves, moves.withName("e")), "cache-uv-changes"))
                        .message())
                .startsWith("2 meshes, /d.");
        assertThat(all(scene(moves), "cache-normals-change"))
                .as("the points stand still under them")
                .hasSize(1);
        CacheNode bends = with(Caches.mesh("f", Caches.leaning(2, HERE)), "N", 3, n, turned);
        assertThat(all(scene(bends), "cache-normals-change"))
                .as("normals of what bends must change")
                .isEmpty();
    }

    @Test
    void instancesWithoutASource() {
        CacheNode a = Caches.mesh("a", Caches.box(1, 0, 0, 0));
        Finding one = only(all(scene(a, CacheNode.instance("i", "/nowhere")), "cache-instance-lost"));
        assertThat(one.title()).isEqualTo("An instance shows nothing");
        assertThat(one.message()).isEqualTo("/i of /nowhere: the source is not there, or holds the instance itself.");
        Finding two = only(all(
                scene(a, CacheNode.instance("i", "/nowhere"), CacheNode.instance("j", "/no")), "cache-instance-lost"));
        assertThat(two.title()).isEqualTo("2 instances show nothing");
        assertThat(two.message()).startsWith("/i of /nowhere and others:");
        assertThat(all(scene(a, CacheNode.instance("i", "/a")), "cache-instance-lost"))
                .isEmpty();
    }

    /** So many boxes side by side in one mesh, all swinging. */
    private static CacheNode lump(String name, int boxes, int samples) {
        return Caches.mesh(
                name,
                Caches.joined(IntStream.range(0, boxes)
                        .mapToObj(i -> Caches.swinging(samples, Caches.place(0.2 * i, i, 0)))
                        .toList()));
    }

    @Test
    void aLumpHasAtLeastEightPieces() {
        assertThat(all(scene(lump("m", 7, 3)), "cache-one-lump")).isEmpty();
        Finding one = only(all(scene(lump("m", 8, 3)), "cache-one-lump"));
        assertThat(one.title()).isEqualTo("One mesh is many pieces");
        assertThat(one.message()).startsWith("/m has 8 pieces that are not connected.");
        assertThat(one.remedy()).isEqualTo(ChangeCache.of("split-pieces", "/m"));
        Finding two = only(all(scene(lump("m", 8, 3), lump("n", 9, 3)), "cache-one-lump"));
        assertThat(two.title()).isEqualTo("2 meshes are many pieces");
        assertThat(two.figure().value()).isEqualTo(17);
        assertThat(two.figure().subject()).isEqualTo("/m");
        assertThat(two.remedy()).isEqualTo(ChangeCache.of("split-pieces", "**"));
    }

    @Test
    void rigidMotionIsCountedAmongWhatMoves() {
        CacheNode swings = Caches.mesh("a", Caches.swinging(20, HERE));
        CacheNode leans = Caches.mesh("b", Caches.leaning(20, HERE));
        CacheNode still = Caches.mesh("c", Caches.box(1, 0, 0, 0));
        Finding f = only(all(scene(swings, leans, still), "cache-rigid-as-points"));
        assertThat(f.message())
                .startsWith("1 of 2 moving meshes never bend, to within ")
                .endsWith(".");
        assertThat(f.message()).doesNotContain("once it is taken apart");
        assertThat(f.figure().value()).isBetween(1.0, 99.0);
        assertThat(f.remedy()).isEqualTo(ChangeCache.of("rigid-to-transforms", "0.01"));
        Finding apart = only(all(scene(lump("m", 9, 20)), "cache-rigid-as-points"));
        assertThat(apart.message())
                .startsWith("9 of 9 moving pieces never bend")
                .endsWith(", once it is taken apart.");
        assertThat(all(scene(leans, still), "cache-rigid-as-points")).isEmpty();
    }

    @Test
    void theLeewayIsAHundredthOfAMillimetreWhateverTheUnit() {
        float[][] p = Caches.swinging(20, HERE);
        for (int i = 0; i < p.length; i++) {
            p[i][0] += (float) (i % 2 == 0 ? 2e-4 : 0);
        }
        CacheNode jitters = Caches.mesh("a", p);
        assertThat(all(scene(jitters), "cache-rigid-as-points")).isEmpty();
        Scene small = scene(jitters).withStage(Stage.COMMON.withMetersPerUnit(0.001));
        assertThat(all(small, "cache-rigid-as-points"))
                .as("the same numbers in millimetres")
                .hasSize(1);
    }

    /** A wavy sheet of 40 by 40 points in one piece. */
    private static CacheNode sheet(String name, Matrix4d place) {
        float[] p = new float[3 * 1600];
        for (int i = 0; i < 1600; i++) {
            p[3 * i] = 0.05f * (i % 40);
            p[3 * i + 1] = (float) (0.2 * Math.sin(0.7 * (i % 40)) * Math.cos(0.3 * (i / 40)));
            p[3 * i + 2] = 0.03f * (i / 40);
        }
        int[] counts = new int[39 * 39];
        int[] indices = new int[4 * counts.length];
        for (int f = 0; f < counts.length; f++) {
            int at = f / 39 * 40 + f % 39;
            counts[f] = 4;
            indices[4 * f] = at;
            indices[4 * f + 1] = at + 1;
            indices[4 * f + 2] = at + 41;
            indices[4 * f + 3] = at + 40;
        }
        return Caches.mesh(name, Caches.box(1, 0, 0, 0))
                .with(ChannelSemantic.POSITIONS, Samples.still(3, Caches.moved(p, place)))
                .with(ChannelSemantic.FACE_COUNTS, Samples.still(counts))
                .with(ChannelSemantic.FACE_INDICES, Samples.still(indices));
    }

    @Test
    void equalMeshesAreToldWhereItSaves() {
        CacheNode a = sheet("a", HERE);
        CacheNode b = sheet("b", Caches.place(0.4, 3, 1));
        Finding one = only(all(scene(a, b), "cache-equal-meshes"));
        assertThat(one.message()).startsWith("1 mesh is another one in another place, to within ");
        // The points of the second go, its faces were shared before: 19,200 of some 75,000 bytes.
        assertThat(one.figure().value()).isBetween(65.0, 80.0);
        assertThat(only(all(scene(a, b, sheet("c", Caches.place(1, 5, 2))), "cache-equal-meshes"))
                        .message())
                .startsWith("2 meshes are another one");
        CacheNode other = Caches.mesh("c", Caches.leaning(1, HERE)[0]);
        assertThat(all(scene(a, other), "cache-equal-meshes")).isEmpty();
        CacheNode box = Caches.mesh("d", Caches.box(1, 0, 0, 0));
        CacheNode same = Caches.mesh("e", Caches.box(1, 5, 0, 0));
        assertThat(all(scene(a, box, same), "cache-equal-meshes"))
                .as("a box is not worth it")
                .isEmpty();
    }

    @Test
    void whereTheBytesAreIsToldFromAMegabyteOn() {
        Scene s = scene(Caches.mesh("small", Caches.box(1, 0, 0, 0)), lump("big", 60, 300));
        Finding f = only(all(s, "cache-size"));
        assertThat(f.severity()).isEqualTo(Severity.NOTE);
        assertThat(f.figure().subject()).isEqualTo("/big");
        // 60 · 8 points of 12 bytes, 300 times: 1.65 MB and what goes with it.
        assertThat(f.figure().value()).isBetween(1.64, 1.8);
        assertThat(f.message()).contains(" MB in all: /big ").contains(", /small ");
        assertThat(all(scene(lump("m", 8, 3)), "cache-size")).isEmpty();
    }

    private static Scene measuring(double size) {
        return scene(Caches.mesh("m", Caches.box(size / 2, 0, 0, 0)));
    }

    @Test
    void sizesThatNothingHasAreAnotherUnit() {
        // The box is twice as deep as told.
        assertThat(all(measuring(300), "cache-unit")).isEmpty();
        Finding large = only(all(measuring(301), "cache-unit"));
        assertThat(large.message()).isEqualTo("test measures 301 m as 1 m to the unit. As centimetres it is 3.010 m.");
        assertThat(Objects.requireNonNull(large.remedy()).code()).isEqualTo("redeclare");
        assertThat(large.remedy().apply(measuring(301)).stage().metersPerUnit()).isEqualTo(0.01);
        assertThat(all(measuring(0.0201), "cache-unit")).isEmpty();
        Finding small = only(all(measuring(0.0199), "cache-unit"));
        assertThat(small.message()).endsWith("As metres it is 1.990 m.");
        assertThat(Objects.requireNonNull(small.remedy())
                        .apply(measuring(0.0199))
                        .stage()
                        .metersPerUnit())
                .isEqualTo(100);
        assertThat(all(measuring(0), "cache-unit")).as("a point has no size").isEmpty();
    }

    /** With a body of a height beside it. */
    private static Scene beside(Scene s, double tall) {
        Mesh body =
                Mesh.bare("body", new double[] {0, 0, 0, 0.3, 0, 0, 0, tall, 0}, new int[] {0, 3}, new int[] {0, 1, 2});
        return s.withMeshes(List.of(body)).withNodes(List.of(Node.mesh("body", -1, Transform.IDENTITY, 0)));
    }

    @Test
    void besideABodyTheSizeIsHeldAgainstItsHeight() {
        assertThat(all(beside(measuring(2), 1.8), "cache-unit")).isEmpty();
        Finding large = only(all(beside(measuring(180), 1.8), "cache-unit"));
        assertThat(large.message()).endsWith("As centimetres it is 1.800 m. What it goes with is 1.800 m high.");
        assertThat(large.remedy()).isEqualTo(ChangeCache.of("scale-cache", "0.01"));
        Finding small = only(all(beside(measuring(0.04), 1.8), "cache-unit"));
        assertThat(small.remedy()).isEqualTo(ChangeCache.of("scale-cache", "100"));
        assertThat(all(beside(measuring(70), 1.8), "cache-unit"))
                .as("below forty times")
                .isEmpty();
        assertThat(all(beside(measuring(73), 1.8), "cache-unit")).hasSize(1);
    }

    @Test
    void aCacheThatIsAsDeepAsTheBodyIsHighLiesOnItsBack() {
        // 1.35 m high and 1.8 m deep; then flat.
        float[] flat = Caches.box(0.9, 0, 0, 0);
        for (int i = 1; i < flat.length; i += 3) {
            flat[i] *= 0.5f;
        }
        Scene lying = beside(scene(Caches.mesh("m", flat)), 1.8);
        Finding f = only(all(lying, "cache-lying"));
        assertThat(f.message()).isEqualTo("test is 1.800 m deep and 0.675 m high; what it goes with is 1.800 m high.");
        assertThat(f.remedy()).isEqualTo(ChangeCache.of("turn-cache", "Z:Y"));
        assertThat(all(beside(measuring(1.8), 1.8), "cache-lying"))
                .as("it is nearly as high")
                .isEmpty();
        assertThat(all(beside(scene(Caches.mesh("m", flat)), 2.1), "cache-lying"))
                .as("not as deep as the body is high")
                .isEmpty();
        assertThat(all(scene(Caches.mesh("m", flat)), "cache-lying"))
                .as("nothing beside it")
                .isEmpty();
    }

    @Test
    void progressOfSeveralCachesGoesForward() {
        Cache c = Caches.cache(lump("m", 8, 3));
        List<String> told = new ArrayList<>();
        List<Double> shares = new ArrayList<>();
        CacheDeepRules.of(Scene.bare("s", Stage.COMMON).withCaches(List.of(c, c)), (share, what) -> {
            told.add(what);
            shares.add(share);
        });
        assertThat(told.subList(0, 4))
                .containsExactly(
                        "looking into test",
                        "fitting what moves without bending",
                        "looking for equal meshes",
                        "measuring");
        assertThat(shares).isSorted().hasSize(8);
        assertThat(shares.get(4)).isEqualTo(0.5);
        assertThat(c.count(CacheKind.MESH)).isEqualTo(1);
    }
}
