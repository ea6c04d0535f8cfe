package idleheron.core.character.cause;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** Joints under other names are paired first; what else is wrong is then told as what it is. */
class RenamesTest {
    private static final Scene SENT = SmallCrossing.sent();

    private static Scene renamed(Scene s, UnaryOperator<String> name) {
        Map<String, String> table = new HashMap<>();
        s.joints()
                .forEach(j -> table.put(
                        s.nodes().get(j).name(), name.apply(s.nodes().get(j).name())));
        return RenameNodes.table(table).apply(s);
    }

    private static Scene numbered(Scene s) {
        int[] n = {7};
        return renamed(s, x -> "Bone" + n[0]++);
    }

    private static Comparison compare(Scene returned) {
        return Comparison.of(SENT, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static Scene inUnit(Scene s, double unit) {
        Stage t = s.stage();
        return s.withStage(t.withMetersPerUnit(unit));
    }

    @Test
    void aPrefixOnAllJointsIsOneLineAndTheUnitAnother() {
        Comparison c = compare(inUnit(renamed(SENT, n -> "imp_" + n), 0.01));
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("joints-renamed", "unit-misdeclared");
        assertThat(c.causes().getFirst().text()).isEqualTo("All 4 joints have the prefix \"imp_\"");
        assertThat(c.causes().getLast().left()).isZero();
        assertThat(c.losses()).isEmpty();
        assertThat(c.mend(inUnit(renamed(SENT, n -> "imp_" + n), 0.01)).find("hand"))
                .isEqualTo(2);
    }

    @Test
    void namesWithoutARuleAreFoundByWhatTheJointsMove() {
        Comparison c = compare(inUnit(numbered(SENT), 0.001));
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("joints-renamed", "unit-misdeclared");
        assertThat(c.causes().getFirst().text()).isEqualTo("All 4 joints have other names, such as Bone7 for shoulder");
        assertThat(c.causes().getFirst().remedy().apply(numbered(SENT)).nodes())
                .extracting(Node::name)
                .containsExactly("shoulder", "elbow", "hand", "thumb", "arm");
    }

    @Test
    void withoutASkinTheyAreFoundByTheirBonesAndWhatHangsUnderThem() {
        Scene bare = SENT.withMeshes(List.of()).withNodes(SENT.nodes().subList(0, 4));
        Comparison c = Comparison.of(bare, inUnit(numbered(bare), 0.01), Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("joints-renamed", "unit-misdeclared");
        assertThat(c.verdict().isFault()).isTrue();
    }

    /** Two arms alike but for the side: told apart by where they stand once the rest is known. */
    @Test
    void whatIsAlikeOnBothSidesIsToldApartByItsPlace() {
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("hips", -1, NodeKind.JOINT, SmallCrossing.at(0, 1, 0)));
        nodes.add(Node.of("spine", 0, NodeKind.JOINT, SmallCrossing.at(0, 0.3, 0.02)));
        nodes.add(Node.of("chest", 1, NodeKind.JOINT, SmallCrossing.at(0, 0.25, -0.06)));
        nodes.add(Node.of("head", 2, NodeKind.JOINT, SmallCrossing.at(0, 0.35, 0.03)));
        for (int side : new int[] {1, -1}) {
            nodes.add(Node.of("arm" + side, 2, NodeKind.JOINT, SmallCrossing.at(0.2 * side, 0.1, 0)));
            nodes.add(Node.of("hand" + side, nodes.size() - 1, NodeKind.JOINT, SmallCrossing.at(0.3 * side, 0, 0.05)));
        }
        Scene sent = Scene.bare("two arms", SENT.stage()).withNodes(nodes);
        Scene turned = new MoveScene(new Vec3(0, 70, 0), 1, new Vec3(1, 0, 2)).apply(numbered(sent));
        Comparison c = Comparison.of(sent, turned, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(c.causes().getFirst().text()).startsWith("All 8 joints have other names");
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("joints-renamed", "scene-turned");
        assertThat(c.causes().getLast().left()).isZero();
    }

    @Test
    void theRootAloneIsToldByItsTwoNames() {
        Comparison c = compare(RenameNodes.table(Map.of("shoulder", "pelvis")).apply(SENT));
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("root-renamed");
        assertThat(c.causes().getFirst().text()).isEqualTo("The root was renamed from shoulder to pelvis");
    }

    @Test
    void jointsThatAreNothingAlikeAreNotPairedAndNotDeclaredLost() {
        List<Node> nodes = new ArrayList<>(SENT.nodes());
        nodes.set(2, Node.of("anchor", 1, NodeKind.JOINT, SmallCrossing.at(0, -3, 0)));
        nodes.set(3, Node.of("chain", 2, NodeKind.JOINT, SmallCrossing.at(0, -2, 0)));
        Scene other = SENT.withNodes(nodes)
                .withMeshes(List.of(SENT.meshes().getFirst().withSkin(null)));
        Comparison c = compare(other);
        assertThat(c.causes()).extracting(LikelyCause::code).doesNotContain("joints-renamed", "root-renamed");
        assertThat(c.losses())
                .extracting(Loss::code)
                .contains("joints-unmatched")
                .doesNotContain("joints-lost-with-weight");
    }

    @Test
    void theSurfaceIsNotBlamedWhileJointsHaveNoPartner() {
        Scene half = SENT.withMeshes(List.of(SENT.meshes()
                .getFirst()
                .withPoints(java.util.Arrays.stream(SENT.meshes().getFirst().points())
                        .map(v -> 3 * v)
                        .toArray())));
        List<Node> nodes = new ArrayList<>(half.nodes());
        for (int j = 0; j < 4; j++) {
            nodes.set(
                    j, Node.of("x" + j * j, nodes.get(j).parent(), NodeKind.JOINT, SmallCrossing.at(j, -j, 9 - 2 * j)));
        }
        Comparison c = Comparison.of(
                half.withMeshes(List.of(SENT.meshes().getFirst().withSkin(null)))
                        .withNodes(SENT.nodes()),
                half.withMeshes(List.of(half.meshes().getFirst().withSkin(null)))
                        .withNodes(nodes),
                Tolerances.DEFAULT,
                true,
                Progress.NONE);
        assertThat(c.causes()).extracting(LikelyCause::text).noneMatch(t -> t.contains("skeleton was not"));
        assertThat(c.topic(Topic.REST_POSE).verdict()).isEqualTo(Verdict.NOT_CHECKED);
    }

    @Test
    void aNamespaceOnEverythingIsNotedAndHarmsNobody() {
        Scene spaced = SENT.withNodes(
                SENT.nodes().stream().map(n -> n.withName("marsh:" + n.name())).toList());
        Comparison lost = Comparison.of(spaced, SENT, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(lost.verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(lost.losses()).extracting(Loss::text).containsExactly("5 names lost the namespace marsh:");
        assertThat(compare(spaced).losses()).extracting(Loss::text).containsExactly("5 names got the namespace marsh:");
    }

    @Test
    void onlyUnitsThatSomebodyUsesAreMisdeclaredAndANodeThatScalesIsNamed() {
        Comparison odd = compare(new MoveScene(Vec3.ZERO, 2.5, Vec3.ZERO).apply(SENT));
        assertThat(odd.causes()).extracting(LikelyCause::code).containsExactly("scene-scaled");
        assertThat(compare(inUnit(SENT, 0.3048)).causes())
                .extracting(LikelyCause::text)
                .containsExactly("3.281 times too small: the numbers are metres, the file says feet");
        for (double factor : new double[] {2.5, 100}) {
            Comparison top = compare(under(Transform.of(Vec3.ZERO, Vec3.ZERO, new Vec3(factor, factor, factor))));
            assertThat(top.causes()).extracting(LikelyCause::code).containsExactly("scene-scaled");
            assertThat(top.causes().getFirst().text()).endsWith(": so says the node world");
            assertThat(top.causes().getFirst().left()).isZero();
        }
        Comparison turned = compare(under(Transform.of(Vec3.ZERO, new Vec3(-90, 0, 0), Vec3.ONE)));
        assertThat(turned.causes()).extracting(LikelyCause::code).containsExactly("scene-turned");
        assertThat(turned.causes().getFirst().text()).endsWith(": so says the node world");
    }

    /** Everything under one more node. */
    private static Scene under(Transform t) {
        List<Node> nodes = new ArrayList<>(List.of(Node.of("world", -1, NodeKind.GROUP, t)));
        int[] to = new int[SENT.nodes().size()];
        for (int i = 0; i < to.length; i++) {
            Node n = SENT.nodes().get(i);
            to[i] = i + 1;
            var bind = n.bindWorld();
            nodes.add(n.withParent(n.parent() + 1)
                    .withBindWorld(bind == null ? null : t.matrix().mul(bind)));
        }
        return SENT.withNodes(nodes)
                .withMeshes(SENT.meshes().stream()
                        .map(m -> m.withSkin(m.skin() == null ? null : m.skin().renumbered(to)))
                        .toList())
                .withClips(SENT.clips().stream().map(c -> c.renumbered(to)).toList());
    }
}
