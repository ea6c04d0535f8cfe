package idleheron.core.character.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.compare.Comparison;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Matching;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.clip.ResampleClips;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** What is told of motion, and moments that are found by it. */
class MotionTest {
    private static final Scene SENT = SmallCrossing.sent();

    private static Comparison compare(Scene returned) {
        return Comparison.of(SENT, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    @Test
    void aTwistThatOnlyMotionShowsIsToldWithItsMoment() {
        List<Clip> clips = new ArrayList<>(SENT.clips());
        Clip first = clips.getFirst();
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        double mid = (first.startSeconds() + first.endSeconds()) / 2;
        c[Channel.ROTATE_X.ordinal()] =
                Curve.linear(new double[] {first.startSeconds(), mid, first.endSeconds()}, new double[] {0, 25, 0});
        List<Clip.NodeTrack> tracks = new ArrayList<>(first.nodes());
        tracks.removeIf(t -> t.node() == 3);
        tracks.add(new Clip.NodeTrack(3, c));
        clips.set(0, first.withTracks(tracks, first.shapes()));
        Comparison k = compare(SENT.withClips(clips));
        Loss loss = k.losses().stream()
                .filter(l -> l.code().equals("twist-while-moving"))
                .findFirst()
                .orElseThrow();
        assertThat(loss.figure().value()).isCloseTo(25, within(2.5));
        assertThat(loss.figure().subject()).endsWith("thumb");
        assertThat(loss.figure().clip()).isEqualTo(first.name());
    }

    @Test
    void aLoopThatNoLongerClosesAndKeysThatLayBetweenFramesAreTold() {
        Clip wave = SmallCrossing.wave(0, 1);
        Scene looped = SENT.withClips(List.of(wave));
        Clip open = wave.mapCurves(k -> Curve.linear(k.seconds(), new double[] {0, 45, 3}));
        Comparison c = Comparison.of(looped, SENT.withClips(List.of(open)), Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(c.losses()).extracting(Loss::code).contains("loop-opened");
        Clip between = wave.mapCurves(k -> k.sampled(new double[] {0, 0.11, 0.23, 0.5, 0.77, 1}));
        Comparison d = Comparison.of(SENT.withClips(List.of(between)), looped, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(d.losses()).extracting(Loss::code).contains("sub-frames-rounded");
        assertThat(d.losses().stream()
                        .filter(l -> l.code().equals("sub-frames-rounded"))
                        .findFirst()
                        .orElseThrow()
                        .figure()
                        .value())
                .isEqualTo(3);
    }

    @Test
    void aRootThatWasTakenOutIsToldWithWhatWentWithIt() {
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("top", -1, NodeKind.JOINT, Transform.of(new Vec3(0, 0, 2), Vec3.ZERO, Vec3.ONE.times(0.5))));
        Scene bare = SENT.withClips(List.of()).withMeshes(List.of());
        for (int i = 0; i < 4; i++) {
            nodes.add(bare.nodes().get(i).withParent(i));
        }
        Scene under = bare.withNodes(nodes);
        Scene without = bare.withNodes(bare.nodes().subList(0, 4));
        Comparison c = Comparison.of(under, without, Tolerances.DEFAULT, true, Progress.NONE);
        Loss loss = c.losses().stream()
                .filter(l -> l.code().equals("root-removed"))
                .findFirst()
                .orElseThrow();
        assertThat(loss.text()).contains("scale of 0.5").contains("2 m off");
        Comparison back = Comparison.of(without, under, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(back.losses()).extracting(Loss::code).doesNotContain("root-removed");
    }

    /** A wave of two joints whose moments can be told apart, with a key on every frame. */
    static Clip wave(int hip, int knee) {
        double[] t = new double[25];
        double[] v = new double[25];
        double[] w = new double[25];
        for (int i = 0; i < 25; i++) {
            t[i] = i / 24.0;
            v[i] = 40 * Math.sin(0.02 * i * i);
            w[i] = 20 * Math.cos(0.5 * i);
        }
        @Nullable Curve[] a = new Curve[Channel.COUNT];
        a[Channel.ROTATE_Z.ordinal()] = Curve.linear(t, v);
        @Nullable Curve[] b = new Curve[Channel.COUNT];
        b[Channel.ROTATE_Y.ordinal()] = Curve.linear(t, w);
        return new Clip(
                "wave",
                0,
                1,
                FrameRate.FILM,
                List.of(new Clip.NodeTrack(hip, a), new Clip.NodeTrack(knee, b)),
                List.of());
    }

    private static Scene moving() {
        return SENT.withClips(List.of(wave(0, 1)));
    }

    private static MotionMatch match(Scene sent, Scene returned, double stretch) {
        Pair p = new Pair(sent, returned, true, Tolerances.DEFAULT, MatchTable.NONE);
        return Objects.requireNonNull(MotionMatch.of(p, 0, 0, stretch));
    }

    @Test
    void aShiftIsFoundByWhatMovesToAPartOfAFrame() {
        Scene s = moving();
        for (double frames : new double[] {0, 1, -3, 4, 0.5, -1.25}) {
            Scene later = new ShiftClips(frames / 24).apply(s);
            MotionMatch m = match(s, later, 1);
            assertThat(m.shift() * 24).as("shift " + frames).isCloseTo(frames, within(0.02));
            assertThat(m.convinces()).isTrue();
        }
        Scene thin = new ResampleClips(FrameRate.of(12)).apply(new ShiftClips(2 / 24.0).apply(s));
        assertThat(match(s, thin, 1).shift() * 24).isCloseTo(2, within(0.6));
    }

    @Test
    void motionThatWasShiftedUnderARangeThatStayedIsToldAndMended() {
        Scene s = moving();
        Scene under = new ShiftClips(2 / 24.0, Map.of(), false).apply(s);
        Comparison c = Comparison.of(s, under, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("motion-shifted");
        assertThat(c.causes().getFirst().text()).contains("wave by 2 frames");
        assertThat(c.mend(under).clips().getFirst().startSeconds()).isZero();
    }

    @Test
    void clipsThatStartAtNoughtEachByTheirOwnFramesAreToldAsThat() {
        Clip first = moving().clips().getFirst();
        Clip second = first.withName("bow");
        Scene two = SENT.withClips(List.of(
                new ShiftClips(3 / 24.0)
                        .apply(SENT.withClips(List.of(first)))
                        .clips()
                        .getFirst(),
                new ShiftClips(30 / 24.0)
                        .apply(SENT.withClips(List.of(second)))
                        .clips()
                        .getFirst()));
        Scene zero = SENT.withClips(List.of(first, second));
        Comparison c = Comparison.of(two, zero, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("clips-shifted");
        assertThat(c.causes().getFirst().text())
                .contains("start at frame 0")
                .contains("wave by -3 frames")
                .contains("bow by -30 frames");
        assertThat(Comparison.of(two, c.mend(zero), Tolerances.DEFAULT, true, Progress.NONE)
                        .verdict()
                        .isFault())
                .isFalse();
    }

    @Test
    void aTableBringsTogetherWhatNoNameDoesAndTakesApartWhatNamesSay() {
        List<Node> nodes = new ArrayList<>(SENT.nodes());
        nodes.set(3, nodes.get(3).withName("daumen"));
        nodes.set(2, nodes.get(2).withName("thumb"));
        Scene odd = SENT.withNodes(nodes);
        MatchTable told = MatchTable.NONE.withNode("hand", "thumb").withNode("thumb", "daumen");
        Matching m = Matching.of(SENT, odd, told);
        assertThat(m.nodes()).containsExactly(0, 1, 2, 3, 4);
        assertThat(Comparison.of(SENT, odd, new CompareSettings(Tolerances.DEFAULT, told), true, t -> {}, Progress.NONE)
                        .verdict()
                        .isFault())
                .isFalse();
        Matching apart =
                Matching.of(SENT, SENT, MatchTable.NONE.withNode("hand", "").withClip("wave", ""));
        assertThat(apart.nodes()[2]).isEqualTo(-1);
        assertThat(apart.clips()).containsOnly(-1);
        assertThat(told.withNode("hand", null).nodes()).containsOnlyKeys("thumb");
    }

    @Test
    void aSurfaceThatWasScaledAloneIsToldFromASceneThatWas() {
        Scene alone = new idleheron.core.remedy.mesh.MovePoints("arm", new Matrix4d().scale(25)).apply(SENT);
        Comparison c = compare(alone);
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("mesh-scaled");
        assertThat(c.causes().getFirst().text()).contains("scaled by 25").contains("skeleton was not");
        assertThat(compare(c.mend(alone)).verdict().isFault()).isFalse();
        Scene all = new idleheron.core.remedy.space.MoveScene(Vec3.ZERO, 25, Vec3.ZERO).apply(SENT);
        assertThat(compare(all).causes()).extracting(LikelyCause::code).doesNotContain("mesh-scaled");
    }

    @Test
    void topicsAreToldAsTheyBecomeKnown() {
        List<TopicResult> told = new ArrayList<>();
        Comparison c = Comparison.of(
                SENT, SENT, new CompareSettings(Tolerances.DEFAULT, MatchTable.NONE), true, told::add, Progress.NONE);
        assertThat(told).hasSameSizeAs(c.topics());
        assertThat(told.getFirst().topic()).isEqualTo(c.topics().getFirst().topic());
    }
}
