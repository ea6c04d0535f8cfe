package idleheron.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Matching;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

class ComparisonTest {
    private static final Scene SENT = SmallCrossing.sent();

    private static Comparison compare(Scene returned) {
        return Comparison.of(SENT, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static Set<Topic> faults(Comparison c) {
        Set<Topic> out = new HashSet<>();
        c.topics().stream().filter(t -> t.verdict().isFault()).forEach(t -> out.add(t.topic()));
        return out;
    }

    private static List<String> causes(Comparison c) {
        return c.causes().stream().map(LikelyCause::code).toList();
    }

    @Test
    void theSameSceneIsCleanInEveryTopic() {
        Comparison c = compare(SENT);
        assertThat(c.verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(faults(c)).isEmpty();
        assertThat(c.causeSentence()).isEmpty();
    }

    @Test
    void anotherConventionIsCleanAsMeantAndBrokenAsStored() {
        Scene z = new ConvertStage(AxisSystem.Z_UP_LEFT, 0.01).apply(SENT);
        assertThat(faults(compare(z))).isEmpty();
        Comparison raw = Comparison.of(SENT, z, Tolerances.DEFAULT, false, Progress.NONE);
        assertThat(raw.topic(Topic.UNITS_AND_AXES).verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(raw.topic(Topic.UNITS_AND_AXES).worst().value()).isCloseTo(100, within(1e-6));
    }

    @Test
    void aMissingJointThatMovesPointsBreaksTheHierarchyAndItsPointsAreCounted() {
        Scene cut = remove(SENT, 3);
        Comparison c = compare(cut);
        assertThat(c.topic(Topic.HIERARCHY).verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(c.topic(Topic.HIERARCHY).worst().text()).isEqualTo("1 missing");
        assertThat(c.topic(Topic.SKIN_WEIGHTS).verdict().isFault()).isTrue();
        // The thumb's point has lost all of its weight: 1 in sum.
        assertThat((Double) c.topic(Topic.SKIN_WEIGHTS)
                        .evidence()
                        .rows()
                        .getFirst()
                        .cells()
                        .getFirst())
                .isCloseTo(1, within(1e-6));
    }

    /** Takes the last joint and its weights out. */
    private static Scene remove(Scene s, int joint) {
        Mesh m = s.meshes().getFirst();
        Skin k = java.util.Objects.requireNonNull(m.skin());
        Skin fewer = k.withWeights(
                new int[] {0, 1, 3, 5, 5}, new int[] {0, 0, 1, 1, 2}, new float[] {1, .5f, .5f, .25f, .75f});
        Scene idle = s.withMeshes(List.of(m.withSkin(fewer)));
        return new DropJoints(List.of(s.nodes().get(joint).name())).apply(idle);
    }

    @Test
    void aJointThatHangsElsewhereIsTold() {
        Node thumb = SENT.nodes().get(3);
        Scene s =
                SmallCrossing.withNode(SENT, 3, thumb.withParent(1).withTransform(SmallCrossing.at(0.30, -0.05, 0.06)));
        Comparison c = compare(s);
        assertThat(c.topic(Topic.HIERARCHY).summary()).contains("1 with another parent");
        assertThat(c.topic(Topic.HIERARCHY).evidence().rows().getFirst().cells())
                .contains("under elbow");
        assertThat(c.topic(Topic.REST_POSE).verdict()).isEqualTo(Verdict.CLEAN);
    }

    @Test
    void oneJointMovedIsADriftOfTheRestPoseWithItsDistanceAndNoCauseIsMadeUp() {
        Node hand = SENT.nodes().get(2);
        Scene s = SmallCrossing.withNode(SENT, 2, hand.withTransform(SmallCrossing.at(0.252, -0.05, 0)));
        Comparison c = compare(s);
        TopicResult t = c.topic(Topic.REST_POSE);
        assertThat(t.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(t.worst().value()).isCloseTo(2, within(1e-6));
        assertThat(t.evidence().over()).isEqualTo(2);
        assertThat(c.topic(Topic.UNITS_AND_AXES).verdict())
                .as(c.topic(Topic.UNITS_AND_AXES).summary())
                .isEqualTo(Verdict.CLEAN);
        assertThat(c.causes()).isEmpty();
    }

    @Test
    void scatteredTurnsAreToldApartFromOneConstantTurn() {
        Comparison all = compare(new TurnJoints(new Vec3(0, 90, 0)).apply(SENT));
        assertThat(all.topic(Topic.JOINT_ORIENTATION).summary()).contains("the same 90° about its own y");
        assertThat(causes(all)).containsExactly("joints-re-aimed");
        assertThat(faults(all)).containsExactly(Topic.JOINT_ORIENTATION);
        Transform twisted = SENT.nodes().get(3).transform().withRotation(new Vec3(30, 0, 0));
        Comparison one =
                compare(SmallCrossing.withNode(SENT, 3, SENT.nodes().get(3).withTransform(twisted)));
        assertThat(one.topic(Topic.JOINT_ORIENTATION).summary()).contains("1 of 4 joints are turned");
        assertThat(one.topic(Topic.JOINT_ORIENTATION).worst().value()).isCloseTo(30, within(1e-6));
        assertThat(causes(one)).containsExactly("some-joints-re-aimed");
    }

    @Test
    void weightsAreMeasuredPointByPointAndByWhatTheyDoToTheSurface() {
        Comparison c = compare(SmallCrossing.withWeights(SENT, 1, .5f, .5f, .45f, .55f, 1));
        TopicResult t = c.topic(Topic.SKIN_WEIGHTS);
        assertThat((Double) t.evidence().rows().getFirst().cells().getFirst()).isCloseTo(0.4, within(1e-6));
        assertThat(t.worst().unit())
                .as("shoulder and elbow part only when the elbow bends; elbow and hand never do")
                .isEmpty();
        Comparison d = compare(SmallCrossing.withWeights(SENT, 1, .8f, .2f, .25f, .75f, 1));
        // Point 1 lies at (0, 0, 0.08) of the elbow, on its axis: 45 degrees move it by nothing.
        assertThat(d.topic(Topic.SKIN_WEIGHTS).worst().value()).isCloseTo(0.6, within(1e-6));
    }

    @Test
    void aClipThatIsGoneShortOrShiftedIsTold() {
        Comparison gone = compare(SENT.withClips(List.of(
                new Clip("other", 0, 1, FrameRate.FILM, List.of(), List.of()),
                new Clip("third", 0, 1, FrameRate.FILM, List.of(), List.of()))));
        assertThat(gone.topic(Topic.CLIPS).worst().text()).isEqualTo("1 missing");
        Comparison shorter =
                compare(SENT.withClips(List.of(SENT.clips().getFirst().withRange(0, 23.0 / 24, FrameRate.FILM))));
        assertThat(shorter.topic(Topic.CLIPS).verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(shorter.topic(Topic.CLIPS).worst().text()).isEqualTo("1 frame");
        Comparison late = compare(new ShiftClips(2.0 / 24).apply(SENT));
        assertThat(causes(late)).containsExactly("clips-shifted");
        assertThat(late.causeSentence()).contains("2 frames");
        assertThat(faults(compare(late.mend(new ShiftClips(2.0 / 24).apply(SENT)))))
                .isEmpty();
    }

    @Test
    void aClipAtHalfTheSwingIsMeasuredInDegreesAndMillimetresAtItsFrame() {
        Clip c = SENT.clips().getFirst();
        Scene half = SENT.withClips(List.of(c.withTracks(
                List.of(new Clip.NodeTrack(1, half(c.nodes().getFirst().curves()))), c.shapes())));
        TopicResult t = compare(half).topic(Topic.CLIPS);
        assertThat(t.worst().frame()).isEqualTo(12);
        assertThat(t.summary()).contains("worst angle 22.50 °");
        // The chord of 22.5 degrees at the thumb's 0.304 m from the elbow's axis: 2 r sin(11.25°).
        assertThat(t.worst().value())
                .isCloseTo(2 * Math.hypot(0.3, 0.05) * Math.sin(Math.toRadians(11.25)) * 1000, within(0.01));
        assertThat(t.plots().getFirst().worst()[0]).isCloseTo(0, within(1e-9));
    }

    private static idleheron.core.scene.motion.@org.jspecify.annotations.Nullable Curve[] half(
            idleheron.core.scene.motion.@org.jspecify.annotations.Nullable Curve[] curves) {
        var out = curves.clone();
        for (int i = 0; i < out.length; i++) {
            var k = out[i];
            out[i] = k == null ? null : k.mapped(0.5, 0);
        }
        return out;
    }

    @Test
    void everythingTurnedScaledOrMovedIsOneCauseWithItsExactRemedy() {
        Comparison turned = compare(new MoveScene(new Vec3(0, 37, 0), 1, Vec3.ZERO).apply(SENT));
        assertThat(causes(turned)).containsExactly("scene-turned");
        Scene big = new MoveScene(Vec3.ZERO, 25, Vec3.ZERO).apply(SENT);
        Comparison scaled = compare(big);
        assertThat(scaled.topic(Topic.UNITS_AND_AXES).worst().text()).isEqualTo("25 ×");
        assertThat(scaled.causes().getFirst().left()).isZero();
        assertThat(faults(compare(scaled.mend(big)))).isEmpty();
        Scene aside = new MoveScene(Vec3.ZERO, 1, new Vec3(0.1, 0, 0)).apply(SENT);
        Comparison moved = compare(aside);
        assertThat(causes(moved)).containsExactly("scene-moved");
        assertThat(moved.topic(Topic.UNITS_AND_AXES).worst().text()).isEqualTo("100 mm");
        assertThat(faults(compare(moved.mend(aside)))).isEmpty();
    }

    @Test
    void blendShapesSurfacesAndMaterialsThatChangedAreTold() {
        Mesh m = SENT.meshes().getFirst();
        Comparison gone = compare(SENT.withMeshes(List.of(m.withShapes(List.of()))));
        assertThat(gone.topic(Topic.BLEND_SHAPES).worst().text()).isEqualTo("1 missing");
        BlendShape fist = m.shapes().getFirst();
        BlendShape weaker = new BlendShape(
                "fist", 0, List.of(new BlendShape.Target(1, new int[] {3}, new float[] {-0.015f, 0, 0}, null)));
        Comparison weak = compare(SENT.withMeshes(List.of(m.withShapes(List.of(weaker)))));
        assertThat(weak.topic(Topic.BLEND_SHAPES).worst().value()).isCloseTo(5, within(1e-4));
        assertThat(fist.targets()).hasSize(1);
        double[] points = m.points().clone();
        points[1] += 0.003;
        Comparison dent = compare(SENT.withMeshes(List.of(m.withPoints(points))));
        assertThat(faults(dent)).containsExactly(Topic.SURFACES);
        assertThat(dent.topic(Topic.SURFACES).worst().value()).isCloseTo(3, within(1e-3));
        Node swapped = Node.mesh("arm", -1, Transform.IDENTITY, 0, 1, 0);
        Comparison paint = compare(SmallCrossing.withNode(SENT, 4, swapped));
        assertThat(paint.topic(Topic.MATERIALS).summary()).contains("2 faces changed theirs");
    }

    @Test
    void namesWithANamespaceAreMatchedWithoutIt() {
        List<Node> named = new ArrayList<>();
        SENT.nodes().forEach(n -> named.add(n.withName("Marsh:" + n.name())));
        assertThat(faults(compare(SENT.withNodes(named)))).isEmpty();
        assertThat(Matching.plain("a|b:c")).isEqualTo("c");
    }

    @Test
    void pointsAreMatchedByPlaceWhenTheirNumberChanged() {
        Mesh m = SENT.meshes().getFirst();
        // The third point is split in two at the same place; the last keeps its own.
        double[] p = new double[15];
        System.arraycopy(m.points(), 0, p, 0, 9);
        System.arraycopy(m.points(), 6, p, 9, 3);
        System.arraycopy(m.points(), 9, p, 12, 3);
        Skin k = java.util.Objects.requireNonNull(m.skin());
        Skin split = new Skin(
                "skin",
                k.joints(),
                k.toJoint(),
                new int[] {0, 1, 3, 5, 7, 8},
                new int[] {0, 0, 1, 1, 2, 1, 2, 3},
                new float[] {1, .5f, .5f, .25f, .75f, .25f, .75f, 1});
        Mesh more = new Mesh(
                "arm",
                p,
                new int[] {0, 3, 6},
                new int[] {0, 1, 2, 1, 4, 3},
                null,
                List.of(),
                new int[] {0, 1},
                null,
                null,
                split,
                List.of());
        Comparison c = compare(SENT.withMeshes(List.of(more)));
        assertThat(c.topic(Topic.SKIN_WEIGHTS).verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(c.topic(Topic.SKIN_WEIGHTS).summary()).contains("by rest position");
        assertThat(c.topic(Topic.SURFACES).verdict()).isEqualTo(Verdict.BROKEN);
    }

    @Test
    void aReturnedFileWithoutAnyJointBreaksAndDoesNotFail() {
        Scene prop = SENT.withNodes(List.of(Node.of("thing", -1, NodeKind.GROUP, Transform.IDENTITY)))
                .withMeshes(List.of())
                .withClips(List.of());
        Comparison c = compare(prop);
        assertThat(c.verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(c.topic(Topic.HIERARCHY).worst().text()).isEqualTo("4 missing");
        for (Topic t : List.of(Topic.REST_POSE, Topic.JOINT_ORIENTATION)) {
            assertThat(c.topic(t).verdict()).isEqualTo(Verdict.NOT_CHECKED);
            assertThat(c.topic(t).summary()).isEqualTo("No joint has a partner.");
            assertThat(c.topic(t).unchecked()).isEqualTo("not checked");
        }
        assertThat(c.topic(Topic.CACHES).unchecked()).isEqualTo("not sent");
        assertThat(c.losses())
                .extracting(Loss::text)
                .as("what was not compared is not told as whole")
                .noneMatch(t -> t.contains("0 influences"));
    }

    @Test
    void aComparisonCanBeStopped() {
        Progress stop = (done, what) -> {
            throw new CancellationException(what);
        };
        org.assertj.core.api.Assertions.assertThatThrownBy(
                        () -> Comparison.of(SENT, SENT, Tolerances.DEFAULT, true, stop))
                .isInstanceOf(CancellationException.class);
    }

    @Test
    void mendingNothingChangesNothing() {
        assertThat(compare(SENT).mend(SENT)).isSameAs(SENT);
        assertThat(new BakeScale().apply(SENT)).isSameAs(SENT);
        assertThat(DropJoints.all().apply(SENT)).isSameAs(SENT);
    }
}
