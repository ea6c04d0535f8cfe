package idleheron.core.character.loss;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.remedy.clip.ResampleClips;
import idleheron.core.remedy.clip.RetimeClips;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skin.HandWeights;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Each story is told by its own numbers, with its figure, and none is told of a sound crossing. */
class LossesTest {
    /** An arm with quads, UV, normals, smoothing, tangents, four influences, three shapes, three clips and a picture. */
    private static Scene sent() {
        Scene s = SmallCrossing.sent();
        Skin k = Objects.requireNonNull(s.meshes().getFirst().skin());
        int n = 12;
        double[] points = new double[3 * n];
        int[] starts = new int[n + 1];
        int[] slots = new int[4 * n];
        float[] weights = new float[4 * n];
        float[] uv = new float[2 * n];
        int at = 0;
        for (int i = 0; i < n; i++) {
            points[3 * i] = 0.1 * (i / 2);
            points[3 * i + 1] = 1 + 0.001 * i * i;
            points[3 * i + 2] = i % 2 == 0 ? 0.1 : -0.1;
            uv[2 * i] = i % 2;
            uv[2 * i + 1] = i / 12f;
            if (i < 4) {
                slots[at] = 0;
                weights[at++] = 1;
            } else {
                float[] w = {0.41f, 0.31f, 0.1723f, 0.1077f};
                for (int j = 0; j < 4; j++) {
                    slots[at] = j;
                    weights[at++] = w[(j + i) % 4];
                }
            }
            starts[i + 1] = at;
        }
        int[] corners = new int[4 * (n / 2 - 1)];
        int[] faces = new int[n / 2];
        float[] normals = new float[3 * corners.length];
        double[] tangents = new double[3 * corners.length];
        for (int q = 0; q + 1 < n / 2; q++) {
            int[] around = {2 * q, 2 * q + 1, 2 * q + 3, 2 * q + 2};
            System.arraycopy(around, 0, corners, 4 * q, 4);
            faces[q + 1] = 4 * (q + 1);
        }
        for (int c = 0; c < corners.length; c++) {
            normals[3 * c + 1] = 1;
            tangents[3 * c] = 1;
        }
        Mesh mesh = new Mesh(
                "arm",
                points,
                faces,
                corners,
                normals,
                List.of(new UvSet("map", uv, corners), new UvSet("light", uv, corners)),
                new int[] {0, 1, 0, 1, 0},
                new int[] {1, 1, 2, 2, 2},
                null,
                k.withWeights(starts, java.util.Arrays.copyOf(slots, at), java.util.Arrays.copyOf(weights, at)),
                List.of(shape("fist", 1, 2), shape("bend", 3, 4), shape("swell", 5, 6)),
                List.of(new MeshLayer(MeshLayer.Kind.TANGENT, "", MeshLayer.Domain.CORNER, 3, tangents, null, null)));
        return s.withMeshes(List.of(mesh))
                .withClips(List.of(clip("wave", 24), clip("nod", 36), clip("rest", 12)))
                .withStage(s.stage().withRange(0, 2))
                .withTextures(List.of(new Texture("t", "a.png", "a.png", true)));
    }

    private static BlendShape shape(String name, int a, int b) {
        float[] d = {0.01f * a, 0, 0.02f, 0, 0.01f * b, 0};
        BlendShape.Target half =
                new BlendShape.Target(0.5, new int[] {a, b}, new float[] {0, 0.01f, 0, 0, 0, 0.01f}, null);
        return new BlendShape(name, 0, List.of(half, new BlendShape.Target(1, new int[] {a, b}, d, null)));
    }

    private static Clip clip(String name, int frames) {
        double[] t = new double[frames + 1];
        double[] v = new double[t.length];
        for (int i = 0; i < t.length; i++) {
            t[i] = i / 24.0;
            v[i] = 40 * Math.sin(i * 0.3) + i;
        }
        v[0] = 20;
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[Channel.ROTATE_Z.ordinal()] = Curve.linear(t, v);
        return new Clip(name, 0, frames / 24.0, FrameRate.FILM, List.of(new Clip.NodeTrack(1, c)), List.of());
    }

    private static final Scene SENT = sent();

    private static Comparison compare(Scene returned) {
        return Comparison.of(SENT, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static Scene mesh(UnaryOperator<Mesh> change) {
        return SENT.withMeshes(List.of(change.apply(SENT.meshes().getFirst())));
    }

    private static List<String> told(Scene returned) {
        return compare(returned).losses().stream().map(Loss::code).toList();
    }

    private static Loss only(Scene returned) {
        Comparison c = compare(returned);
        assertThat(c.losses()).hasSize(1);
        assertThat(c.verdict().isFault()).isTrue();
        return c.losses().getFirst();
    }

    @Test
    void nothingIsToldOfASoundCrossingInAnyStage() {
        for (Scene s : List.of(
                SENT,
                new ConvertStage(AxisSystem.Z_UP, 0.01).apply(SENT),
                new ConvertStage(AxisSystem.Z_UP_LEFT, 1).apply(SENT))) {
            Comparison c = compare(s);
            assertThat(c.losses()).isEmpty();
            assertThat(c.verdict()).isEqualTo(Verdict.CLEAN);
        }
    }

    @Test
    void weightsCutToANumberAreToldWithHowMuchWasLost() {
        Loss l = only(TuneWeights.limit(2).apply(SENT));
        assertThat(l.code()).isEqualTo("influences-cut");
        assertThat(l.figure().value()).isEqualTo(8);
        assertThat(l.text())
                .contains("cut to 2 influences")
                .contains("which 4 were before")
                .contains("0.280");
    }

    @Test
    void weightsRoundedToEightOrSixteenBitsAreToldApart() {
        Loss eight = only(TuneWeights.quantise(8).apply(SENT));
        assertThat(eight.code()).isEqualTo("weights-rounded");
        assertThat(eight.text()).contains("8 bits");
        assertThat(eight.figure().value()).isBetween(0.0005, 0.004);
    }

    @Test
    void weightsThatLostTheirSumOrTheirPointAreTold() {
        Skin k = Objects.requireNonNull(SENT.meshes().getFirst().skin());
        float[] half = k.weights().clone();
        for (int i = k.starts()[6]; i < half.length; i++) {
            half[i] *= 0.7f;
        }
        Loss open = only(mesh(m -> m.withSkin(k.withWeights(k.starts(), k.slots(), half))));
        assertThat(open.code()).isEqualTo("weights-not-normalised");
        assertThat(open.figure().value()).isCloseTo(0.7, org.assertj.core.api.Assertions.within(1e-6));
        float[] none = k.weights().clone();
        java.util.Arrays.fill(none, k.starts()[7], k.starts()[9], 0);
        Loss lost = only(mesh(m -> m.withSkin(k.withWeights(k.starts(), k.slots(), none))));
        assertThat(lost.code()).isEqualTo("weights-lost");
        assertThat(lost.figure().value()).isEqualTo(2);
        assertThat(told(mesh(m -> m.withSkin(null)))).containsExactly("skin-lost");
    }

    @Test
    void aRigidPartThatWasSmearedIsToldWithItsJoint() {
        Skin k = Objects.requireNonNull(SENT.meshes().getFirst().skin());
        int[] starts = k.starts().clone();
        List<Integer> slots = new ArrayList<>();
        List<Float> weights = new ArrayList<>();
        for (int p = 0; p < k.points(); p++) {
            for (int i = k.starts()[p]; i < k.starts()[p + 1]; i++) {
                slots.add(k.slots()[i]);
                weights.add(p == 2 ? 0.8f : k.weights()[i]);
            }
            if (p == 2) {
                slots.add(3);
                weights.add(0.2f);
            }
            starts[p + 1] = slots.size();
        }
        float[] w = new float[weights.size()];
        for (int i = 0; i < w.length; i++) {
            w[i] = weights.get(i);
        }
        Loss l = only(mesh(m ->
                m.withSkin(k.withWeights(starts, slots.stream().mapToInt(i -> i).toArray(), w))));
        assertThat(l.code()).isEqualTo("rigid-part-smeared");
        assertThat(l.text()).contains("1 point").contains("shoulder").contains("0.2");
    }

    @Test
    void jointsThatDidNotArriveAreToldWithTheirPointsAndWhoIsNext() {
        Scene s = HandWeights.up(List.of("thumb")).apply(SENT);
        Comparison c = compare(s);
        Loss l = c.losses().getFirst();
        assertThat(l.code()).isEqualTo("joints-lost-with-weight");
        assertThat(l.text()).contains("thumb (to hand)").contains("8 points stay behind");
    }

    @Test
    void aRestPoseTakenFromTheFirstFrameIsTold() {
        Scene s = SENT;
        for (int i : new int[] {1}) {
            s = SmallCrossing.withNode(
                    s,
                    i,
                    s.nodes().get(i).withTransform(s.nodes().get(i).transform().withRotation(new Vec3(0, 0, 20))));
        }
        Comparison c = compare(s);
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("rest-is-first-frame");
        assertThat(c.causes().getFirst().left()).isZero();
        assertThat(c.losses()).isEmpty();
        Scene unbound =
                s.withNodes(s.nodes().stream().map(n -> n.withBindWorld(null)).toList());
        assertThat(compare(unbound).causes()).isEmpty();
        assertThat(told(unbound)).contains("rest-is-first-frame");
    }

    @Test
    void aSingleJointThatWasTurnedIsNotATurnOfAll() {
        Scene s = SmallCrossing.withNode(
                SENT,
                3,
                SENT.nodes()
                        .get(3)
                        .withTransform(SENT.nodes().get(3).transform().withRotation(new Vec3(0, 33, 0))));
        Comparison c = compare(s);
        assertThat(c.losses()).isEmpty();
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("some-joints-re-aimed");
        assertThat(c.causes().getFirst().text()).contains("thumb").contains("33°");
        assertThat(compare(c.mend(s)).topic(Topic.JOINT_ORIENTATION).verdict()).isEqualTo(Verdict.CLEAN);
    }

    @Test
    void clipsThatWereLostMergedOrCutAreToldApart() {
        assertThat(only(SENT.withClips(SENT.clips().subList(0, 1))).code()).isEqualTo("only-first-clip");
        assertThat(only(SENT.withClips(SENT.clips().subList(1, 3))).code()).isEqualTo("clips-missing");
        Loss merged = only(SENT.withClips(List.of(clip("all", 72))));
        assertThat(merged.code()).isEqualTo("clips-merged");
        assertThat(merged.text()).contains("3 clips were merged into one, all");
        Loss end = only(new CutClips(0, 23, List.of("wave")).apply(SENT));
        assertThat(end.code()).isEqualTo("clip-cut-at-end");
        assertThat(end.text()).isEqualTo("wave ends 1 frame early");
        assertThat(only(new CutClips(1, 36, List.of("nod")).apply(SENT)).text()).isEqualTo("nod begins 1 frame late");
        Clip rest = SENT.clips().get(2);
        Loss range = only(
                SENT.withClips(List.of(SENT.clips().get(0), SENT.clips().get(1), rest.withRange(0, 2, rest.rate()))));
        assertThat(range.code()).isEqualTo("scene-range-taken");
    }

    @Test
    void keysThatWereThinnedAreToldByHow() {
        List<Clip> half = new ResampleClips(FrameRate.of(12))
                .apply(SENT).clips().stream()
                        .map(c -> c.withRange(c.startSeconds(), c.endSeconds(), FrameRate.FILM))
                        .toList();
        assertThat(told(SENT.withClips(half)))
                .contains("resampled-at-half-rate")
                .doesNotContain("keys-reduced");
        Clip wave = SENT.clips().getFirst();
        Clip fewer = wave.mapCurves(k -> k.sampled(new double[] {0, 0.1, 0.35, 0.8, 1}));
        Loss l = compare(SENT.withClips(
                        List.of(fewer, SENT.clips().get(1), SENT.clips().get(2))))
                .losses()
                .getFirst();
        assertThat(l.code()).isEqualTo("keys-reduced");
        assertThat(l.text()).contains("from 25 to 5");
    }

    @Test
    void aRateThatWasMisreadIsACauseAndIsMendedWhole() {
        Comparison c = compare(new RetimeClips(FrameRate.of(30)).apply(SENT));
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("rate-misread");
        assertThat(c.causes().getFirst().left()).isZero();
        assertThat(c.losses()).isEmpty();
        assertThat(c.causeSentence()).contains("24 frames a second were read as 30");
    }

    @Test
    void renamedJointsAreACauseAndAreMendedWhole() {
        Comparison root = compare(RenameNodes.table(Map.of("shoulder", "Root")).apply(SENT));
        assertThat(root.causes()).extracting(LikelyCause::code).containsExactly("root-renamed");
        assertThat(root.causeSentence()).contains("from shoulder to Root");
        assertThat(root.losses()).isEmpty();
        Comparison all = compare(new RenameNodes(Map.of(), "^", "x_").apply(SENT));
        assertThat(all.causes()).extracting(LikelyCause::code).contains("joints-renamed");
        assertThat(all.causes().getLast().left()).isZero();
    }

    @Test
    void shapesThatWereDroppedRenamedMovedOrThinnedAreToldApart() {
        List<BlendShape> all = SENT.meshes().getFirst().shapes();
        assertThat(only(mesh(m -> m.withShapes(all.subList(0, 2)))).text()).contains("did not arrive: swell");
        BlendShape other = new BlendShape("grow", 0, all.get(2).targets());
        Loss renamed = only(mesh(m -> m.withShapes(List.of(all.get(0), all.get(1), other))));
        assertThat(renamed.code()).isEqualTo("shapes-renamed");
        assertThat(renamed.text()).contains("swell to grow");
        assertThat(only(mesh(m -> m.withShapes(List.of(all.get(2), all.get(0), all.get(1)))))
                        .code())
                .isEqualTo("shapes-reordered");
        BlendShape thin =
                new BlendShape("fist", 0, List.of(all.getFirst().targets().getLast()));
        assertThat(only(mesh(m -> m.withShapes(List.of(thin, all.get(1), all.get(2)))))
                        .code())
                .isEqualTo("in-betweens-lost");
    }

    private static Mesh with(Mesh m, int[] faceStarts, int[] corners, float @Nullable [] normals, List<UvSet> uvs) {
        return new Mesh(
                m.name(), m.points(), faceStarts, corners, normals, uvs, null, null, null, m.skin(), m.shapes());
    }

    @Test
    void quadsThatBecameTrianglesAreTold() {
        assertThat(told(mesh(m -> {
                    int[] t = m.triangles();
                    int[] starts = new int[t.length / 3 + 1];
                    for (int i = 0; i < starts.length; i++) {
                        starts[i] = 3 * i;
                    }
                    return with(m, starts, t, null, List.of());
                })))
                .startsWith("faces-triangulated")
                .contains("normals-lost", "uv-sets-dropped", "smoothing-lost", "tangents-lost");
    }

    @Test
    void facesTurnedRoundNormalsMadeAnewAndLostLayersAreToldApart() {
        Loss turned = only(mesh(m -> {
            int[] from = new int[m.corners().length];
            for (int c = 0; c < from.length; c++) {
                from[c] = c / 4 * 4 + (4 - c % 4) % 4;
            }
            return m.reordered(from, null);
        }));
        assertThat(turned.code()).isEqualTo("winding-flipped");
        assertThat(turned.figure().value()).isEqualTo(5);
        Loss anew = only(mesh(m -> {
            float[] n = Objects.requireNonNull(m.normals()).clone();
            n[1] = 0.8f;
            n[2] = 0.6f;
            return m.withNormals(n);
        }));
        assertThat(anew.code()).isEqualTo("normals-recomputed");
        assertThat(anew.figure().value()).isCloseTo(36.87, org.assertj.core.api.Assertions.within(0.01));
        assertThat(only(mesh(m -> m.withSmoothing(null, null))).code()).isEqualTo("smoothing-lost");
        assertThat(only(mesh(m -> m.withLayers(List.of()))).code()).isEqualTo("tangents-lost");
        assertThat(only(mesh(m -> m.withNormals(null))).code()).isEqualTo("normals-lost");
    }

    @Test
    void uvSetsThatStandOnTheirHeadAreNotJustOtherOnes() {
        Loss l = only(mesh(m -> {
            UvSet u = m.uvSets().getFirst();
            float[] f = u.uv().clone();
            for (int i = 1; i < f.length; i += 2) {
                f[i] = 1 - f[i];
            }
            return new Mesh(
                    m.name(),
                    m.points(),
                    m.faceStarts(),
                    m.corners(),
                    m.normals(),
                    List.of(new UvSet("map", f, u.indices()), m.uvSets().get(1)),
                    m.faceMaterials(),
                    m.smoothingGroups(),
                    null,
                    m.skin(),
                    m.shapes(),
                    m.layers());
        }));
        assertThat(l.code()).isEqualTo("uv-flipped");
    }

    @Test
    void materialsAndPicturesAreToldByWhatBecameOfThem() {
        Material a = SENT.materials().get(0);
        Material b = SENT.materials().get(1);
        Material c = new Material("cloth", a.model(), a.diffuse(), 1, -1);
        assertThat(told(SENT.withMaterials(List.of(c, b)))).containsExactly("materials-renamed");
        assertThat(told(SENT.withMaterials(List.of(b, a)))).contains("materials-reordered");
        assertThat(told(SENT.withTextures(List.of()))).containsExactly("pictures-dropped");
        assertThat(told(SENT.withTextures(List.of(new Texture("t", "b.png", "", false)))))
                .containsExactly("pictures-not-found");
    }

    @Test
    void materialsThatAreAllGoneAreLostAndNotMerged() {
        Scene bare = SENT.withMaterials(List.of())
                .withNodes(SENT.nodes().stream()
                        .map(n -> n.withMaterials(new int[0]))
                        .toList());
        assertThat(told(bare)).contains("materials-lost").doesNotContain("materials-merged");
    }

    @Test
    void weightsDividedByTheirSumAreToldWithTheSumTheyHad() {
        Skin k = Objects.requireNonNull(SENT.meshes().getFirst().skin());
        float[] half = k.weights().clone();
        for (int i = 0; i < half.length; i++) {
            half[i] *= 0.5f;
        }
        Scene open = mesh(m -> m.withSkin(k.withWeights(k.starts(), k.slots(), half)));
        List<Loss> losses = Comparison.of(open, SENT, Tolerances.DEFAULT, true, Progress.NONE)
                .losses();
        assertThat(losses).extracting(Loss::code).containsExactly("weights-normalised");
        assertThat(losses.getFirst().figure().value()).isCloseTo(0.5, org.assertj.core.api.Assertions.within(1e-6));
    }

    /** A point for every corner, all on places that were there. */
    private static Scene split() {
        return mesh(m -> {
            int n = m.corners().length;
            double[] points = new double[3 * n];
            for (int c = 0; c < n; c++) {
                System.arraycopy(m.points(), 3 * m.corners()[c], points, 3 * c, 3);
            }
            int[] own = java.util.stream.IntStream.range(0, n).toArray();
            return new Mesh(
                    m.name(),
                    points,
                    m.faceStarts(),
                    own,
                    m.normals(),
                    m.uvSets(),
                    m.faceMaterials(),
                    null,
                    null,
                    null,
                    List.of());
        });
    }

    @Test
    void pointsSplitAtSeamsAndPointsWeldedAreToldApart() {
        int more = SENT.meshes().getFirst().corners().length
                - SENT.meshes().getFirst().pointCount();
        Loss apart = compare(split()).losses().stream()
                .filter(l -> l.code().equals("points-split"))
                .findFirst()
                .orElseThrow();
        assertThat(apart.figure().value()).isEqualTo(more);
        assertThat(Comparison.of(split(), SENT, Tolerances.DEFAULT, true, Progress.NONE)
                        .losses())
                .extracting(Loss::code)
                .contains("points-welded")
                .doesNotContain("points-split");
    }

    private static Scene withPoints(Scene s, double[] points) {
        return s.withMeshes(List.of(s.meshes().getFirst().withPoints(points)));
    }

    @Test
    void aShapeThatIsInThePointsAsWellCountsTwice() {
        Mesh m = SENT.meshes().getFirst();
        BlendShape.Target full = m.shapes().getFirst().targets().getLast();
        double[] points = m.points().clone();
        for (int i = 0; i < full.points().length; i++) {
            for (int k = 0; k < 3; k++) {
                points[3 * full.points()[i] + k] += full.deltas()[3 * i + k];
            }
        }
        Comparison c = compare(withPoints(SENT, points));
        assertThat(c.losses()).extracting(Loss::code).contains("shape-applied-twice");
        double[] elsewhere = m.points().clone();
        elsewhere[0] += 0.05;
        assertThat(told(withPoints(SENT, elsewhere))).doesNotContain("shape-applied-twice");
    }
}
