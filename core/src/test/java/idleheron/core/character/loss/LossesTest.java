package idleheron.core.character.loss;

import static idleheron.core.character.loss.LossCase.SENT;
import static idleheron.core.character.loss.LossCase.clip;
import static idleheron.core.character.loss.LossCase.compare;
import static idleheron.core.character.loss.LossCase.mesh;
import static idleheron.core.character.loss.LossCase.only;
import static idleheron.core.character.loss.LossCase.told;
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
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** Each story is told by its own numbers, with its figure, and none is told of a sound crossing. */
class LossesTest {
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
}
