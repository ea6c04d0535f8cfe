package idleheron.core.cache.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Param;
import idleheron.core.cache.PathPattern;
import idleheron.core.cache.Samples;
import idleheron.core.cache.measure.CacheGap;
import idleheron.core.cache.measure.CacheSize;
import idleheron.core.cache.measure.EqualMeshes;
import idleheron.core.cache.measure.RigidMotion;
import idleheron.core.job.Progress;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** Changes to caches: the tree becomes another, the surface stays. */
class CacheEditsTest {
    private static final Matrix4d HERE = new Matrix4d();

    private static double gap(Cache a, Cache b) {
        return CacheGap.of(a, b, HERE, HERE, Progress.NONE).worst();
    }

    /** Three boxes on end: one swings, one leans, one stands still. */
    private static Cache lump() {
        float[][] still = new float[12][];
        java.util.Arrays.fill(still, Caches.box(0.5, 6, 0, 0));
        float[][] all = Caches.joined(List.of(
                Caches.swinging(12, Caches.place(0.3, 0, 0)), Caches.leaning(12, Caches.place(1, 3, 0)), still));
        CacheNode n = Caches.mesh("all", all);
        float[] ids = new float[18];
        float[] corners = new float[72];
        for (int f = 0; f < 18; f++) {
            ids[f] = f / 6;
            java.util.Arrays.fill(corners, 4 * f, 4 * f + 4, f);
        }
        return Caches.cache(n.withParams(List.of(
                        Param.of("part", "uni", false, "", Samples.still(1, ids)),
                        Param.of("tone", "fvr", false, "", Samples.still(1, corners)),
                        Param.of("height", "vtx", false, "", Samples.still(1, new float[24]))))
                .withChildren(List.of(
                        CacheNode.of("leaf", CacheKind.FACE_SET, List.of())
                                .with(ChannelSemantic.FACES, Samples.still(6, 7, 8, 9, 10, 11)),
                        CacheNode.of("edge", CacheKind.FACE_SET, List.of())
                                .with(ChannelSemantic.FACES, Samples.still(5, 12)))));
    }

    @Test
    void piecesTakeTheirPointsAttributesAndNamesAlong() {
        Cache before = lump();
        Cache after = CacheEdits.split(before, new PathPattern("**"), n -> new MeshSplit(n).byConnectivity());
        assertThat(after.entries().stream()
                        .filter(e -> e.node().kind().isMesh())
                        .map(Cache.Entry::path))
                .containsExactly("/all_001", "/leaf", "/all_003");
        CacheNode third = after.root().children().get(2);
        assertThat(new CacheMesh(third).positions().constant()).isTrue();
        Param tone = third.param("tone");
        assertThat(tone == null ? new double[0] : tone.values().doubles(0)).startsWith(12, 12, 12, 12, 13);
        assertThat(third.children().getFirst().name()).isEqualTo("edge");
        Samples faces = third.children().getFirst().get(ChannelSemantic.FACES);
        assertThat(faces == null ? new int[0] : faces.ints(0)).containsExactly(0);
        assertThat(gap(before, after)).isZero();
    }

    @Test
    void splittingByFaceSetAttributeAndRegionGivesTheSameSurface() {
        Cache before = lump();
        PathPattern every = new PathPattern("**");
        Cache sets = CacheEdits.split(before, every, n -> new MeshSplit(n).byFaceSets());
        assertThat(names(sets)).containsExactly("rest", "leaf", "edge");
        Cache values = CacheEdits.split(before, every, n -> new MeshSplit(n).byParam("part"));
        assertThat(names(values)).containsExactly("all_0", "all_1", "all_2");
        Cache regions = CacheEdits.split(before, every, n -> new MeshSplit(n).byRegion(3));
        assertThat(names(regions).size()).isBetween(3, 6);
        for (Cache c : List.of(sets, values, regions)) {
            assertThat(gap(before, c)).isZero();
        }
        assertThatThrownBy(() -> new MeshSplit(before.root().children().getFirst()).byParam("nothing"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("nothing");
    }

    private static List<String> names(Cache c) {
        return c.root().children().stream().map(CacheNode::name).toList();
    }

    /** A part that is called as what stands beside it, and pieces of one name in two places. */
    @Test
    void noTwoAreCalledTheSameAfterwards() {
        CacheNode other = Caches.mesh("all_1", Caches.box(0.5, 9, 0, 0));
        Cache beside = Caches.cache(lump().root().children().getFirst(), other);
        assertThat(names(CacheEdits.split(beside, new PathPattern("/all"), n -> new MeshSplit(n).byParam("part"))))
                .containsExactly("all_0", "all_1", "all_2", "all_1_2");
        Cache first = Caches.cache(other, lump().root().children().getFirst());
        assertThat(names(CacheEdits.split(first, new PathPattern("/all"), n -> new MeshSplit(n).byParam("part"))))
                .containsExactly("all_1", "all_0", "all_1_2", "all_2");
        Cache sails = Caches.cache(
                Caches.transform("fore", HERE, Caches.mesh("sail", Caches.box(0.5, 0, 0, 0))),
                Caches.transform("aft", HERE, Caches.mesh("sail", Caches.box(0.5, 3, 0, 0))));
        assertThat(CacheEdits.join(sails, new PathPattern("**"), "one").entries().stream()
                        .map(Cache.Entry::node)
                        .filter(n -> n.kind() == CacheKind.FACE_SET)
                        .map(CacheNode::name))
                .containsExactly("sail", "sail_2");
    }

    @Test
    void joiningIsTheReverseOfSplitting() {
        Cache parts = CacheEdits.split(lump(), new PathPattern("**"), n -> new MeshSplit(n).byConnectivity());
        Cache joined = CacheEdits.join(parts, new PathPattern("**"), "one");
        assertThat(joined.count(CacheKind.MESH)).isEqualTo(1);
        assertThat(joined.count(CacheKind.FACE_SET)).isEqualTo(3);
        assertThat(gap(parts, joined)).isLessThan(1e-6);
        Cache again = CacheEdits.split(joined, new PathPattern("**"), n -> new MeshSplit(n).byConnectivity());
        assertThat(names(again)).containsExactly("all_001", "leaf", "all_003");
        assertThatThrownBy(() -> CacheEdits.join(parts, new PathPattern("/leaf"), "x"))
                .hasMessageContaining("at least two");
    }

    @Test
    void whatOnlySwingsBecomesATransformAndWhatLeansStays() {
        Cache parts = CacheEdits.split(lump(), new PathPattern("**"), n -> new MeshSplit(n).byConnectivity());
        double[] worst = new double[1];
        Cache after = CacheEdits.rigid(parts, 1e-5, worst);
        assertThat(worst[0]).isGreaterThan(0).isLessThan(1e-6);
        assertThat(after.count(CacheKind.TRANSFORM)).isEqualTo(1);
        CacheNode swing = after.root().children().getFirst();
        assertThat(swing.kind()).isEqualTo(CacheKind.TRANSFORM);
        assertThat(new CacheMesh(swing.children().getFirst()).positions().constant())
                .isTrue();
        assertThat(gap(parts, after)).isLessThan(1e-6);
        assertThat(CacheSize.of(after)).isLessThan(CacheSize.of(parts));
    }

    @Test
    void randomPlacesOfTheSameMotionAreFoundAgain() {
        Random r = new Random(5);
        CacheNode[] top = new CacheNode[30];
        for (int i = 0; i < top.length; i++) {
            Matrix4d at = Caches.place(6 * r.nextDouble(), 20 * r.nextDouble(), 20 * r.nextDouble());
            float[][] p = i % 3 == 0
                    ? Caches.leaning(10, at)
                    : i % 3 == 1 ? Caches.swinging(10, at) : new float[][] {Caches.moved(Caches.box(0.5, 0, 0, 0), at)};
            top[i] = Caches.mesh("n" + i, p);
        }
        Cache before = Caches.cache(top);
        Cache rigid = CacheEdits.rigid(before, 1e-5, new double[1]);
        EqualMeshes equal = EqualMeshes.of(rigid, 1e-5);
        Cache after = equal.shared(rigid);
        assertThat(equal.matches()).hasSize(27);
        assertThat(after.count(CacheKind.MESH)).isEqualTo(3);
        assertThat(gap(before, after)).isLessThan(1e-5);
    }

    @Test
    void aMirroredOrLargerMeshIsNoOtherPlaceOfTheSame() {
        float[] p = Caches.box(0.5, 0, 0, 0);
        p[0] -= 0.2f;
        p[4] += 0.1f;
        p[11] -= 0.3f;
        Cache c = Caches.cache(
                Caches.mesh("a", p),
                Caches.mesh("mirrored", Caches.moved(p, new Matrix4d().scale(-1, 1, 1))),
                Caches.mesh("larger", Caches.moved(p, new Matrix4d().scale(1.01))),
                Caches.mesh("same", Caches.moved(p, new Matrix4d().rotateX(1))));
        assertThat(EqualMeshes.of(c, 1e-5).matches())
                .extracting(EqualMeshes.Match::path)
                .containsExactly("/same");
    }

    /** Other attributes make another mesh; normals that only turn along do not. */
    @Test
    void attributesTellEqualMeshesApart() {
        Matrix4d turn = new Matrix4d().rotateY(0.7).translate(3, 0, 0);
        float[] p = Caches.box(0.5, 0, 0, 0);
        float[] up = new float[24];
        for (int k = 0; k < 8; k++) {
            up[3 * k] = 0.6f;
            up[3 * k + 1] = 0.8f;
        }
        float[] turned = Caches.moved(up, new Matrix4d(turn).setTranslation(0, 0, 0));
        CacheNode a = Caches.mesh("a", p).withParams(List.of(normals(up), tone(1)));
        CacheNode same = Caches.mesh("same", Caches.moved(p, turn)).withParams(List.of(normals(turned), tone(1)));
        CacheNode bent = Caches.mesh("bent", Caches.moved(p, turn)).withParams(List.of(normals(up), tone(1)));
        CacheNode other = Caches.mesh("other", Caches.moved(p, turn)).withParams(List.of(normals(turned), tone(2)));
        assertThat(EqualMeshes.of(Caches.cache(a, same, bent, other), 1e-5).matches())
                .extracting(EqualMeshes.Match::path)
                .containsExactly("/same");
    }

    private static Param normals(float[] v) {
        return Param.of("N", "vtx", true, "normal", Samples.still(3, v));
    }

    private static Param tone(float v) {
        return Param.of("tone", "con", false, "", Samples.still(1, v));
    }

    @Test
    void regroupingKeepsEverythingInItsPlace() {
        CacheNode moving = RigidMotion.transform(
                "carrier",
                Samples.doubles(7, true, Caches.TIMES, List.of(new double[] {0, 0, 0, 0, 1, 0, 0}, new double[] {
                    5, 1, 0, 0, 1, 0, 90
                })),
                List.of(
                        Caches.mesh("left_a", Caches.box(1, 0, 0, 0)),
                        Caches.mesh("right_b", Caches.box(1, 3, 0, 0)),
                        CacheNode.instance("right_c", "/carrier/left_a")));
        Cache before = Caches.cache(moving);
        Map<String, String> plan = CacheEdits.plan(before, new PathPattern("/carrier/*_*"), "/{1}/{2}");
        assertThat(plan).containsEntry("/carrier/left_a", "/left/a").containsEntry("/carrier/right_c", "/right/c");
        Cache after = CacheEdits.regroup(before, plan);
        assertThat(after.find("/left/a")).isNotNegative();
        assertThat(after.find("/carrier")).isNegative();
        assertThat(gap(
                        CacheEdits.drop(before, new PathPattern("/carrier/right_c")),
                        CacheEdits.drop(after, new PathPattern("/right/c"))))
                .isLessThan(1e-6);
        assertThatThrownBy(() ->
                        CacheEdits.regroup(before, CacheEdits.plan(before, new PathPattern("/carrier/*"), "/one")))
                .hasMessageContaining("same path");
    }

    /** An instance needs its source where it is. */
    @Test
    void whatInstancesRepeatStaysWhole() {
        float[] two = new float[48];
        System.arraycopy(Caches.box(1, 0, 0, 0), 0, two, 0, 24);
        System.arraycopy(Caches.box(1, 5, 0, 0), 0, two, 24, 24);
        Cache c = Caches.cache(
                Caches.mesh("a", two),
                Caches.mesh("b", two),
                Caches.transform("t", Caches.place(0, 9, 0), CacheNode.instance("i", "/a")));
        Cache after = CacheEdits.split(c, new PathPattern("**"), n -> new MeshSplit(n).byConnectivity());
        assertThat(names(after)).containsExactly("a", "b_001", "b_002", "t");
        assertThat(gap(c, after)).isZero();
        CacheNode inside = Caches.transform("u", Caches.place(0, 20, 0), Caches.mesh("m", two));
        Cache repeated = Caches.cache(
                Caches.transform("s", Caches.place(0, 0, 0), Caches.mesh("m", two)),
                inside,
                Caches.transform("v", Caches.place(0, 40, 0), CacheNode.instance("i", "/u/m")));
        assertThat(gap(repeated, EqualMeshes.of(repeated, 1e-5).shared(repeated)))
                .isLessThan(1e-5);
    }

    @Test
    void droppingASourceDropsWhatRepeatsIt() {
        Cache c = Caches.cache(
                Caches.mesh("a", Caches.box(1, 0, 0, 0)), CacheNode.instance("b", "/a"), CacheNode.instance("c", "/a"));
        assertThat(CacheEdits.drop(c, new PathPattern("/a")).entries()).isEmpty();
        assertThat(CacheEdits.drop(c, new PathPattern("/b")).entries()).hasSize(2);
    }

    @Test
    void timeIsShiftedCutAndSampledAnew() {
        Cache c = lump();
        assertThat(CacheTime.shift(c, 1).range()).containsExactly(1 + 1 / 24.0, 1 + 12 / 24.0);
        Cache cut = CacheTime.cut(c, 3 / 24.0, 6 / 24.0);
        assertThat(cut.range()).containsExactly(3 / 24.0, 6 / 24.0);
        assertThat(new CacheMesh(cut.root().children().getFirst()).floats(0))
                .isEqualTo(new CacheMesh(c.root().children().getFirst()).floats(2));
        Cache half = CacheTime.resample(c, new double[] {1 / 24.0, 1.5 / 24, 2 / 24.0});
        CacheMesh before = new CacheMesh(c.root().children().getFirst());
        CacheMesh after = new CacheMesh(half.root().children().getFirst());
        assertThat(after.floats(0)).isEqualTo(before.floats(0));
        assertThat(after.floats(2)).isEqualTo(before.floats(1));
        assertThat((double) after.floats(1)[27])
                .isCloseTo((before.floats(0)[27] + before.floats(1)[27]) / 2, within(1e-6));
    }

    @Test
    void scalingAndMovingTheWholeIsUndoneByTheReverse() {
        Cache c = Caches.cache(
                Caches.transform("t", Caches.place(1, 2, 3), Caches.mesh("m", Caches.swinging(4, HERE))),
                Caches.mesh("bare", Caches.box(1, 0, 0, 0)),
                CacheNode.instance("again", "/bare"));
        Matrix4d m = new Matrix4d().translate(3, 4, 5).rotateX(Math.PI / 2);
        Cache moved = CacheSpace.moved(CacheSpace.scaled(c, 100), m);
        Matrix4d back = new Matrix4d(m).scale(100).invert();
        assertThat(CacheGap.of(c, moved, HERE, back, Progress.NONE).worst()).isLessThan(1e-5);
        assertThat(new CachePose(moved).meshes()).hasSize(3);
    }

    @Test
    void onlyPositionsAreLeft() {
        Cache c = CacheEdits.positionsOnly(lump());
        assertThat(c.root().children().getFirst().params()).isEmpty();
        assertThat(gap(c, lump())).isZero();
    }

    @Test
    void starsStandForWhatTheySay() {
        PathPattern one = new PathPattern("/a/*");
        assertThat(one.matches("/a/b")).isTrue();
        assertThat(one.matches("/a/b/c")).isFalse();
        assertThat(new PathPattern("**_l").matches("/a/b/c_l")).isTrue();
        assertThat(new PathPattern("/x.*").matches("/xyz")).isFalse();
        assertThat(new PathPattern("/*_*").apply("/reed_7", "/{2}/{1}")).isEqualTo("/7/reed");
        assertThatThrownBy(() -> one.apply("/a/b", "/{2}")).hasMessageContaining("it has 1");
    }
}
