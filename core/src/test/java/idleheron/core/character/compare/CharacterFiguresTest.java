package idleheron.core.character.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.compare.Comparison;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Figures of a small arm that was changed in one way, worked out by hand. */
class CharacterFiguresTest {
    private static final Scene SENT = SmallCrossing.sent();
    private static final Tolerances T = Tolerances.DEFAULT;

    private static Comparison compare(Scene sent, Scene returned) {
        return Comparison.of(sent, returned, T, true, Progress.NONE);
    }

    private static Evidence.Row row(Object... cells) {
        return new Evidence.Row("wave", -1, -1, 0, 0, true, List.of(cells));
    }

    /** Range, distance and angle of a clip count by themselves; a clip that is not there counts for all three. */
    @Test
    void figuresOverToleranceOfEveryClip() {
        double f = T.frames();
        double mm = T.clipPosition();
        double a = T.clipAngle();
        Evidence e = new Evidence("clip", List.of(), List.of(row("0 → 0", "1 → 1", "24", f, mm, 0.0, a)));
        assertThat(ClipTopic.over(e, T)).as("at the bound").isZero();
        for (double[] over : new double[][] {{1, 0, 0, 1}, {0, 1, 0, 1}, {0, 0, 1, 1}, {1, 1, 1, 3}}) {
            Evidence one = new Evidence(
                    "clip",
                    List.of(),
                    List.of(row("0 → 0", "1 → 1", "24", f + over[0], mm + over[1], 0.0, a + over[2])));
            assertThat(ClipTopic.over(one, T)).isEqualTo((long) over[3]);
        }
        Evidence gone = new Evidence(
                "clip",
                List.of(),
                List.of(row("–", "–", "–", "–", "–", "–", "–"), row("0", "1", "24", f + 1, mm, 0.0, a)));
        assertThat(ClipTopic.over(gone, T)).isEqualTo(4);
    }

    private static Scene shaped(BlendShape... shapes) {
        return SENT.withMeshes(List.of(SENT.meshes().getFirst().withShapes(List.of(shapes))));
    }

    private static BlendShape shape(String name, float x) {
        return new BlendShape(name, 0, List.of(new BlendShape.Target(1, new int[] {3}, new float[] {x, 0, 0}, null)));
    }

    /** Of several shapes of one name the first is the first there, the second the second. */
    @Test
    void shapesOfOneNameArePairedInTheirOrder() {
        Scene sent = shaped(shape("open", 0.1f), shape("fist", -0.02f), shape("fist", 0.05f));
        TopicResult same = topic(compare(sent, sent), Topic.BLEND_SHAPES);
        assertThat(same.worst().value()).isZero();
        Scene turned = shaped(shape("open", 0.1f), shape("fist", 0.05f), shape("fist", -0.02f));
        assertThat(topic(compare(sent, turned), Topic.BLEND_SHAPES).worst().value())
                .isCloseTo(70, within(1e-3));
    }

    private static TopicResult topic(Comparison c, Topic t) {
        return c.topics().stream().filter(r -> r.topic() == t).findFirst().orElseThrow();
    }

    /** Its joints in another order, and the shoulder moves otherwise than the elbow. */
    @Test
    void motionIsFoundWhateverTheOrderOfTheJoints() {
        Scene sent = SENT.withNodes(List.of(
                        Node.of("hip", -1, NodeKind.JOINT, SmallCrossing.at(0, 1, 0)),
                        Node.of("knee", 0, NodeKind.JOINT, SmallCrossing.at(0, -0.4, 0))))
                .withMeshes(List.of())
                .withClips(List.of(MotionTest.wave(0, 1)));
        Scene back = SENT.withNodes(List.of(
                        Node.of("stage", -1, NodeKind.GROUP, SmallCrossing.at(0, 0, 0)),
                        Node.of("hip", 0, NodeKind.JOINT, SmallCrossing.at(0, 1, 0)),
                        Node.of("knee", 1, NodeKind.JOINT, SmallCrossing.at(0, -0.4, 0))))
                .withMeshes(List.of())
                .withClips(List.of(MotionTest.wave(1, 2)));
        MotionMatch m = Objects.requireNonNull(MotionMatch.of(new Pair(sent, back, true, T, MatchTable.NONE), 0, 0, 1));
        assertThat(m.shift() * 24).isCloseTo(0, within(0.02));
        assertThat(m.convinces()).isTrue();
        assertThat(m.apart()).isLessThan(1e-3 * m.spread());
    }

    /** A joint that is not there counts where a clip moves it; place and turn count from a tenth of a millimetre on. */
    @Test
    void howClipsFitASkeletonThatWasDeliveredBefore() {
        SkeletonFit same = SkeletonFit.of(SENT, SENT);
        assertThat(same.missing()).isEmpty();
        assertThat(same.elsewhere()).isEmpty();
        assertThat(same.otherRest()).isEmpty();
        assertThat(same.worstMm()).isZero();
        List<Node> fewer = new ArrayList<>(SENT.nodes());
        fewer.set(1, Node.of("ulna", 0, NodeKind.JOINT, fewer.get(1).transform()));
        fewer.set(3, Node.of("pollex", 2, NodeKind.JOINT, fewer.get(3).transform()));
        SkeletonFit other = SkeletonFit.of(SENT, SENT.withNodes(fewer));
        assertThat(other.missing()).as("the elbow moves, the thumb does not").containsExactly("elbow");
        assertThat(other.elsewhere()).as("the hand hangs under another").containsExactly("hand");
        List<Node> moved = new ArrayList<>(SENT.nodes());
        moved.set(3, moved.get(3).withTransform(SmallCrossing.at(0.0505, 0, 0.06)));
        SkeletonFit far = SkeletonFit.of(SENT, SENT.withNodes(moved));
        assertThat(far.otherRest()).containsExactly("thumb");
        assertThat(far.worstMm()).isCloseTo(0.5, within(1e-9));
        moved.set(3, moved.get(3).withTransform(SmallCrossing.at(0.05009, 0, 0.06)));
        assertThat(SkeletonFit.of(SENT, SENT.withNodes(moved)).otherRest()).isEmpty();
        moved.set(
                3,
                SENT.nodes()
                        .get(3)
                        .withTransform(SmallCrossing.at(0.05, 0, 0.06).withRotation(new Vec3(0, 0, 0.06))));
        SkeletonFit turned = SkeletonFit.of(SENT, SENT.withNodes(moved));
        assertThat(turned.otherRest()).containsExactly("thumb");
        assertThat(turned.worstDegrees()).isCloseTo(0.06, within(1e-6));
    }

    /** Data in one system under the name of another: the axes in which they are read off the turn. */
    @ParameterizedTest
    @CsvSource({"Z_UP, axes-misdeclared", "Z_UP_LEFT, handedness-misdeclared"})
    void axesThatWereMisdeclaredAreNamed(String system, String code) {
        AxisSystem z = system.equals("Z_UP") ? AxisSystem.Z_UP : AxisSystem.Z_UP_LEFT;
        Scene other = new ConvertStage(z, 1).apply(SENT);
        Scene lied = other.withStage(other.stage().withAxes(AxisSystem.COMMON));
        Comparison c = compare(SENT, lied);
        assertThat(c.causes()).extracting(LikelyCause::code).contains(code);
        assertThat(c.mend(lied).stage().axes()).isEqualTo(z);
        boolean mirrored = code.startsWith("handedness");
        Evidence.Row row = c.topic(Topic.UNITS_AND_AXES).evidence().rows().stream()
                .filter(r -> r.subject().equals("mirrored"))
                .findFirst()
                .orElseThrow();
        assertThat(row.over()).isEqualTo(mirrored);
        assertThat(row.cells()).containsExactly("no", mirrored ? "yes" : "no");
    }

    @Test
    void aTurnThatIsNoneByAQuarterIsOneOfTheScene() {
        List<Node> all = new ArrayList<>();
        all.add(Node.of("turned", -1, NodeKind.GROUP, SmallCrossing.at(0, 0, 0).withRotation(new Vec3(0, 30, 0))));
        for (Node n : SENT.nodes()) {
            all.add(n.withParent(n.parent() + 1));
        }
        Mesh m = SENT.meshes().getFirst();
        Skin k = Objects.requireNonNull(m.skin());
        Scene turned = SENT.withNodes(all)
                .withMeshes(List.of(m.withSkin(k.withJoints(new int[] {1, 2, 3, 4}, k.toJoint()))))
                .withClips(List.of());
        Comparison c = compare(SENT.withClips(List.of()), turned);
        assertThat(c.causes()).extracting(LikelyCause::code).doesNotContain("axes-misdeclared");
    }

    /** How many points that followed one joint alone follow others as well, in words for one and for several. */
    @Test
    void pointsOfARigidPartThatWereSmeared() {
        Mesh m = SENT.meshes().getFirst();
        Skin k = Objects.requireNonNull(m.skin());
        Skin one = k.withWeights(new int[] {0, 2, 4, 6, 7}, new int[] {0, 1, 0, 1, 1, 2, 3}, new float[] {
            0.75f, 0.25f, .5f, .5f, .25f, .75f, 1
        });
        Loss l = loss(one);
        assertThat(l.text()).contains("1 point ", "shoulder", "follows others by up to 0.25");
        assertThat(l.figure().value()).isEqualTo(1);
        Skin two = k.withWeights(new int[] {0, 2, 4, 6, 8}, new int[] {0, 1, 0, 1, 1, 2, 3, 2}, new float[] {
            0.75f, 0.25f, .5f, .5f, .25f, .75f, 0.5f, 0.5f
        });
        Loss both = loss(two);
        assertThat(both.text()).contains("2 points ", "follow others by up to 0.5");
        assertThat(both.figure().value()).isEqualTo(2);
    }

    private static Loss loss(Skin skin) {
        Scene back = SENT.withMeshes(List.of(SENT.meshes().getFirst().withSkin(skin)));
        return compare(SENT, back).losses().stream()
                .filter(x -> x.code().equals("rigid-part-smeared"))
                .findFirst()
                .orElseThrow();
    }
}
