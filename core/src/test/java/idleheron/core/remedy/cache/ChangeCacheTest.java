package idleheron.core.remedy.cache;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Interpolation;
import idleheron.core.math.SignedAxis;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

class ChangeCacheTest {
    private static Scene scene(CacheNode... top) {
        return Scene.bare("s", Stage.COMMON).withCaches(List.of(Caches.cache(top)));
    }

    private static Cache after(ChangeCache change, CacheNode... top) {
        return change.apply(scene(top)).caches().getFirst();
    }

    private static CacheNode child(CacheNode n, int i) {
        return n.children().get(i);
    }

    private static float[] points(CacheNode n, int sample) {
        return Objects.requireNonNull(n.get(ChannelSemantic.POSITIONS)).floats(sample);
    }

    /** Two boxes a metre apart, in one mesh. */
    private static CacheNode pair() {
        return Caches.mesh("pair", Caches.joined(List.of(new float[][] {Caches.box(0.5, 0, 0, 0)}, new float[][] {
            Caches.box(0.5, 3, 0, 0)
        })));
    }

    @Test
    void everyKindIsFoundByItsCodeAndOthersAreRefused() {
        assertThat(ChangeCache.TYPES.stream().map(RemedyType::code))
                .hasSize(ChangeCache.Kind.values().length)
                .contains("cut-cache", "regroup");
        for (ChangeCache.Kind k : ChangeCache.Kind.values()) {
            assertThat(ChangeCache.Kind.named(k.code())).isEqualTo(k);
        }
        assertThatThrownBy(() -> ChangeCache.Kind.named("shrink"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("no change of caches is called shrink");
    }

    @Test
    void aSceneWithoutCachesIsLeftAsItIs() {
        Scene s = Scene.bare("s", Stage.COMMON);
        assertThat(ChangeCache.scale(2).apply(s)).isSameAs(s);
        assertThat(ChangeCache.moved(s, 2, new Matrix4d())).isSameAs(s);
    }

    private static List<CacheNode> objects(Cache c) {
        return c.root().children();
    }

    @Test
    void twoBoxesInOneMeshBecomeTwoObjects() {
        List<CacheNode> split = objects(after(ChangeCache.pieces("**"), pair()));
        assertThat(split).extracting(CacheNode::name).containsExactly("pair_001", "pair_002");
        assertThat(points(split.getFirst(), 0)).hasSize(24);
        assertThat(objects(after(ChangeCache.pieces(""), pair()))).hasSize(2);
        assertThat(objects(after(ChangeCache.pieces("/other"), pair())))
                .as("the pattern means another")
                .extracting(CacheNode::name)
                .containsExactly("pair");
    }

    @Test
    void theCellsOfRegionsAreInMetresWhateverTheUnit() {
        assertThat(objects(after(ChangeCache.of("split-regions", "2"), pair()))).hasSize(2);
        assertThat(objects(after(ChangeCache.of("split-regions", "100"), pair())))
                .hasSize(1);
        CacheNode large =
                Caches.mesh("pair", Caches.joined(List.of(new float[][] {Caches.box(50, 0, 0, 0)}, new float[][] {
                    Caches.box(50, 300, 0, 0)
                })));
        Scene cm = scene(large).withStage(Stage.COMMON.withMetersPerUnit(0.01));
        assertThat(objects(
                        ChangeCache.of("split-regions", "2").apply(cm).caches().getFirst()))
                .hasSize(2);
        assertThat(objects(ChangeCache.of("split-regions", "100")
                        .apply(cm)
                        .caches()
                        .getFirst()))
                .hasSize(1);
    }

    @Test
    void faceSetsBecomeObjectsOfTheirName() {
        CacheNode set = CacheNode.of("lid", CacheKind.FACE_SET, List.of())
                .with(ChannelSemantic.FACES, idleheron.core.cache.Samples.still(new int[] {0, 1}));
        List<CacheNode> out = objects(after(ChangeCache.of("split-face-sets", ""), pair().withChildren(List.of(set))));
        assertThat(out).extracting(CacheNode::name).containsExactlyInAnyOrder("lid", "rest");
    }

    @Test
    void anAttributeThatIsNotThereSplitsNothing() {
        CacheNode out =
                child(after(ChangeCache.of("split-attribute", "id"), pair()).root(), 0);
        assertThat(points(out.kind() == CacheKind.MESH ? out : child(out, 0), 0))
                .hasSize(48);
    }

    @Test
    void objectsAreLeftOutByPattern() {
        CacheNode a = Caches.mesh("a", Caches.box(1, 0, 0, 0));
        CacheNode b = Caches.mesh("b", Caches.box(1, 0, 0, 0));
        assertThat(after(ChangeCache.drop("/a"), a, b).root().children())
                .extracting(CacheNode::name)
                .containsExactly("b");
    }

    @Test
    void joiningAndRegroupingNeedAPatternAndWhatItBecomes() {
        CacheNode a = Caches.mesh("a", Caches.box(1, 0, 0, 0));
        CacheNode b = Caches.mesh("b", Caches.box(1, 4, 0, 0));
        Cache joined = after(ChangeCache.of("join-meshes", " /* => wall "), a, b);
        assertThat(joined.root().children()).extracting(CacheNode::name).contains("wall");
        Cache moved = after(ChangeCache.regroup("/*", "/set/{1}_x"), a, b);
        assertThat(child(moved.root(), 0).name()).isEqualTo("set");
        assertThat(child(moved.root(), 0).children())
                .extracting(CacheNode::name)
                .containsExactly("a_x", "b_x");
        for (String wrong : List.of("/*", "=>wall", "/*=>", " => ")) {
            assertThatThrownBy(() -> after(ChangeCache.of("join-meshes", wrong), a, b))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessage("join-meshes needs a pattern, => and what it becomes, found \"" + wrong + "\"");
        }
    }

    @Test
    void lengthsAreMultipliedAndTurned() {
        CacheNode box = Caches.mesh("box", Caches.box(1, 2, 0, 0));
        float[] large = points(child(after(ChangeCache.scale(10), box).root(), 0), 0);
        assertThat(large[0]).isEqualTo(20f);
        Cache turned = after(ChangeCache.turn(SignedAxis.POSITIVE_X, SignedAxis.POSITIVE_Y), box);
        float[] p = allPoints(turned);
        // (2, 0, 0) comes to (0, 2, 0).
        assertThat(p[0]).isCloseTo(0, within(1e-6f));
        assertThat(p[1]).isCloseTo(2, within(1e-6f));
        assertThatThrownBy(() -> after(ChangeCache.of("turn-cache", "X:W"), box))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("expected an axis: X, Y, Z, -X, -Y or -Z, found W");
    }

    /** Of the first mesh, in the space of the cache. */
    private static float[] allPoints(Cache c) {
        CachePose pose = new CachePose(c);
        pose.at(0, Interpolation.LINEAR);
        return pose.points(pose.meshes()[0], 0, Interpolation.LINEAR);
    }

    private static CacheNode moving() {
        return Caches.mesh("m", Caches.leaning(5, new Matrix4d()));
    }

    @Test
    void cutShiftAndResampleTakeTheRangeOfTheStageAlong() {
        Scene s = scene(moving());
        double[] before = s.caches().getFirst().range();
        Scene later = ChangeCache.shift(24).apply(s);
        assertThat(later.caches().getFirst().range())
                .containsExactly(new double[] {before[0] + 1, before[1] + 1}, within(1e-12));
        assertThat(later.stage().startSeconds()).isCloseTo(before[0] + 1, within(1e-12));
        assertThat(later.stage().endSeconds()).isCloseTo(before[1] + 1, within(1e-12));

        double first = Math.rint(before[0] * 24);
        Scene cut = ChangeCache.cut(first + 1, first + 3).apply(s);
        assertThat(cut.stage().startSeconds()).isCloseTo((first + 1) / 24, within(1e-12));
        assertThat(cut.stage().endSeconds()).isCloseTo((first + 3) / 24, within(1e-12));

        Scene twice = ChangeCache.resample(FrameRate.of(48)).apply(s);
        assertThat(twice.stage().rate()).isEqualTo(FrameRate.of(48));
        assertThat(Objects.requireNonNull(
                                child(twice.caches().getFirst().root(), 0).get(ChannelSemantic.POSITIONS))
                        .count())
                .isEqualTo(9);
        Scene scaled = ChangeCache.scale(2).apply(s);
        assertThat(scaled.stage()).as("nothing about time").isEqualTo(s.stage());
    }

    @Test
    void whatSwingsWithoutBendingBecomesATransformWithinMillimetres() {
        CacheNode swings = Caches.mesh("m", Caches.swinging(5, new Matrix4d()));
        CacheNode top = child(after(ChangeCache.rigid(0.01), swings).root(), 0);
        assertThat(top.kind()).isEqualTo(CacheKind.TRANSFORM);
        CacheNode bends = child(after(ChangeCache.rigid(0.01), moving()).root(), 0);
        assertThat(bends.kind()).isEqualTo(CacheKind.MESH);
        CacheNode loose = child(after(ChangeCache.rigid(10_000), moving()).root(), 0);
        assertThat(loose.kind()).as("ten metres are enough for everything").isEqualTo(CacheKind.TRANSFORM);
        CacheNode standard =
                child(after(ChangeCache.of("rigid-to-transforms", ""), swings).root(), 0);
        assertThat(standard.kind()).isEqualTo(CacheKind.TRANSFORM);
    }

    @Test
    void equalMeshesAreKeptOnce() {
        CacheNode a = Caches.mesh("a", Caches.box(1, 0, 0, 0));
        CacheNode b = Caches.mesh("b", Caches.moved(Caches.box(1, 0, 0, 0), Caches.place(0.5, 3, 1)));
        Cache shared = after(ChangeCache.share(0.1), a, b);
        assertThat(instances(shared.root())).isEqualTo(1);
        CacheNode other = Caches.mesh("b", Caches.box(1.2, 0, 0, 0));
        assertThat(instances(after(ChangeCache.share(0.1), a, other).root())).isZero();
    }

    private static int instances(CacheNode n) {
        int sum = n.source().isEmpty() ? 0 : 1;
        for (CacheNode c : n.children()) {
            sum += instances(c);
        }
        return sum;
    }

    @Test
    void onlyPositionsStay() {
        CacheNode m = Caches.mesh("m", Caches.box(1, 0, 0, 0))
                .with(ChannelSemantic.VELOCITIES, idleheron.core.cache.Samples.still(new int[] {0}));
        CacheNode out = child(after(ChangeCache.of("positions-only", ""), m).root(), 0);
        assertThat(out.get(ChannelSemantic.VELOCITIES)).isNull();
        assertThat(points(out, 0)).hasSize(24);
    }
}
