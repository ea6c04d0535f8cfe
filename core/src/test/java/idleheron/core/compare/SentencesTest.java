package idleheron.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.cache.Caches;
import idleheron.core.character.compare.SkeletonFit;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** What is said of a small arm that came back with one fault, word by word and figure by figure. */
class SentencesTest {
    private static final Scene SENT = SmallCrossing.sent();

    private static Comparison compare(Scene sent, Scene back) {
        return Comparison.of(sent, back, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static Comparison compare(Scene back) {
        return compare(SENT, back);
    }

    private static List<String> losses(Comparison c) {
        return c.losses().stream().map(Loss::text).toList();
    }

    private static Scene with(Scene s, int index, Transform t) {
        return SmallCrossing.withNode(s, index, s.nodes().get(index).withTransform(t));
    }

    @Test
    void aCleanCrossingIsToldTopicByTopic() {
        List<TopicResult> told = new ArrayList<>();
        List<Double> shares = new ArrayList<>();
        Comparison c = Comparison.of(
                SENT,
                SENT,
                new CompareSettings(Tolerances.DEFAULT, MatchTable.NONE),
                true,
                told::add,
                (share, what) -> shares.add(share));
        assertThat(told).isEqualTo(c.topics());
        assertThat(c.topics())
                .extracting(TopicResult::topic)
                .doesNotHaveDuplicates()
                .hasSize(12);
        assertThat(shares).isSorted().startsWith(0.0).endsWith(1.0).contains(0.95);
        assertThat(c.faults()).isZero();
        assertThat(c.lossSentence()).isEmpty();
        assertThat(c.remedies()).isEmpty();
        assertThat(c.topic(Topic.HIERARCHY).summary()).isEqualTo("All 4 joints are there with the same parents.");
        assertThat(c.topic(Topic.UNITS_AND_AXES).summary()).isEqualTo("Both sides match; 0 mm left after the fit.");
        assertThat(c.topic(Topic.UNITS_AND_AXES).evidence().rows())
                .extracting(r -> r.subject() + ": " + r.cells())
                .containsExactly(
                        "up axis, declared: [Y, Y]",
                        "front axis, declared: [Z, Z]",
                        "handedness, declared: [right, right]",
                        "unit, declared: [1 m, 1 m]",
                        "scale, fitted ×: [1.0, 1.0]",
                        "turn, fitted °: [0.0, 0.0]",
                        "offset, fitted mm: [0.0, 0.0]",
                        "mirrored: [no, no]");
    }

    @Test
    void causesAreJoinedIntoOneSentence() {
        Scene back = new ShiftClips(2 / 24.0).apply(new MoveScene(Vec3.ZERO, 25, Vec3.ZERO).apply(SENT));
        Comparison c = compare(back);
        assertThat(c.causes()).hasSize(2);
        assertThat(c.causeSentence())
                .isEqualTo(c.causes().get(0).text() + ", and "
                        + Character.toLowerCase(c.causes().get(1).text().charAt(0))
                        + c.causes().get(1).text().substring(1) + ".");
        assertThat(c.faults()).isGreaterThan(1);
        assertThat(c.remedies()).extracting(r -> r.code()).containsExactlyInAnyOrder("move-scene", "shift-clips");
        assertThat(compare(c.mend(back)).verdict()).isEqualTo(Verdict.CLEAN);
        Scene three = new RenameNodes(Map.of(), "^", "x_").apply(back);
        String s = compare(three).causeSentence();
        assertThat(s).contains(", and ").endsWith(".");
        assertThat(s.indexOf(", ")).isLessThan(s.indexOf(", and "));
    }

    @Test
    void sizesTurnsAndMovesAreToldWithTheirFigures() {
        assertThat(compare(new MoveScene(new Vec3(0, 37, 0), 1, Vec3.ZERO).apply(SENT))
                        .causeSentence())
                .startsWith("Everything was turned by 0.0°, 37.0°, 0.0° about X, Y, Z");
        assertThat(compare(new MoveScene(Vec3.ZERO, 3, Vec3.ZERO).apply(SENT)).causeSentence())
                .startsWith("Everything was scaled by 3");
        assertThat(compare(new MoveScene(Vec3.ZERO, 1, new Vec3(0.1, 0, -0.25)).apply(SENT))
                        .causeSentence())
                .isEqualTo("Everything was moved by 100.0 mm, 0.0 mm, -250.0 mm.");
        assertThat(compare(new MoveScene(new Vec3(0, 37, 0), 3, Vec3.ZERO).apply(SENT))
                        .causeSentence())
                .startsWith("Everything was turned by 0.0°, 37.0°, 0.0° about X, Y, Z and scaled by 3");
        TopicResult t = compare(new MoveScene(new Vec3(0, 37, 0), 3, new Vec3(0, 0.5, 0)).apply(SENT))
                .topic(Topic.UNITS_AND_AXES);
        assertThat(t.summary())
                .startsWith(
                        "Returned is 3 times the size, turned by 37.00° (0.0°, 37.0°, 0.0° about X, Y, Z), moved by ");
        assertThat(t.worst().text()).isEqualTo("3 ×");
        assertThat(t.evidence().over()).isEqualTo(3);
        Scene moved = new MoveScene(new Vec3(0, 37, 0), 3, new Vec3(0, 0.5, 0)).apply(SENT);
        assertThat(compare(compare(moved).mend(moved)).verdict()).isEqualTo(Verdict.CLEAN);
    }

    @Test
    void unitsThatWereMisreadAreCalledByTheirNames() {
        Scene cm = SENT.withStage(SENT.stage().withMetersPerUnit(0.01));
        assertThat(compare(cm).causeSentence())
                .contains("100 times too small: the numbers are metres, the file says centimetres");
        Scene inch = SENT.withStage(SENT.stage().withMetersPerUnit(0.0254));
        assertThat(compare(inch).causeSentence())
                .contains("39.37 times too small")
                .contains("the file says inches");
        Scene odd = SENT.withStage(SENT.stage().withMetersPerUnit(7));
        assertThat(compare(odd).causes()).isNotEmpty();
        Scene z = SENT.withStage(SENT.stage().withAxes(AxisSystem.Z_UP));
        assertThat(compare(z).causes()).extracting(LikelyCause::code).containsExactly("axes-misdeclared");
        assertThat(compare(compare(z).mend(z)).verdict()).isEqualTo(Verdict.CLEAN);
    }

    @Test
    void jointsThatAreAddedAreToldByWhatTheyAre() {
        List<Node> nodes = new ArrayList<>(SENT.nodes());
        nodes.add(Node.of("tip", 3, NodeKind.JOINT, SmallCrossing.at(0.01, 0, 0)));
        Comparison tip = compare(SENT.withNodes(nodes));
        TopicResult t = tip.topic(Topic.HIERARCHY);
        assertThat(t.summary()).isEqualTo("0 joints missing, 1 added, 0 with another parent; 1 root.");
        assertThat(t.worst().text()).isEqualTo("1 added");
        assertThat(t.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(t.evidence().rows().getFirst().cells()).containsExactly("added", "a tip joint");
        List<Node> two = new ArrayList<>(SENT.nodes());
        two.add(Node.of("other", -1, NodeKind.JOINT, SmallCrossing.at(5, 0, 0)));
        two.add(Node.of("below", 5, NodeKind.JOINT, SmallCrossing.at(1, 0, 0)));
        TopicResult roots = compare(SENT.withNodes(two)).topic(Topic.HIERARCHY);
        assertThat(roots.summary()).endsWith("2 roots.");
        assertThat(roots.evidence().rows()).extracting(r -> r.cells().get(1)).contains("a joint", "a tip joint");
    }

    /** A joint on top of the shoulder. */
    private static Scene underARoot(Transform t) {
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("top", -1, NodeKind.JOINT, t));
        for (Node n : SENT.nodes()) {
            nodes.add(n.isJoint() ? n.withParent(n.parent() + 1) : n);
        }
        Mesh m = SENT.meshes().getFirst();
        Skin k = Objects.requireNonNull(m.skin());
        int[] to = {1, 2, 3, 4, 5};
        return SENT.withNodes(nodes)
                .withMeshes(List.of(m.withSkin(k.renumbered(to))))
                .withClips(SENT.clips().stream().map(c -> c.renumbered(to)).toList());
    }

    @Test
    void aRootOnTopIsTheFirstThatIsTold() {
        Comparison c = compare(underARoot(Transform.IDENTITY));
        assertThat(c.topic(Topic.HIERARCHY).evidence().rows().getFirst().cells())
                .containsExactly("added", "a root on top");
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("extra-root");
    }

    @Test
    void aRootThatWasTakenOutIsToldWithWhatWentAlong() {
        Scene still = underARoot(Transform.IDENTITY);
        assertThat(losses(compare(still, SENT)))
                .contains("The root, top, was taken out, which stood still at the origin");
        Transform hard = Transform.of(new Vec3(0.5, 0, 0), new Vec3(0, 90, 0), Vec3.ONE.times(2));
        assertThat(losses(compare(underARoot(hard), SENT)))
                .anySatisfy(t -> assertThat(t)
                        .isEqualTo(
                                "The root, top, was taken out, and its scale of 2, its turn of 90°, its place 0.500 m"
                                        + " off with it"));
    }

    @Test
    void jointsThatMovedNoPointAndAreGoneAreListed() {
        List<Node> nodes = new ArrayList<>(SENT.nodes());
        for (String n : List.of("a", "b", "c", "d")) {
            nodes.add(Node.of(n, 3, NodeKind.JOINT, SmallCrossing.at(0.01, 0, 0)));
        }
        Scene more = SENT.withNodes(nodes);
        assertThat(losses(compare(more, DropJoints.all().apply(more))))
                .containsExactly("4 joints that moved no point did not arrive: a, b, c and 1 more");
        assertThat(losses(compare(more, new DropJoints(List.of("b")).apply(more))))
                .containsExactly("1 joint that moved no point did not arrive: b");
    }

    @Test
    void namespacesThatCameOrWentAreCounted() {
        Scene named = SENT.withNodes(
                SENT.nodes().stream().map(n -> n.withName("marsh:" + n.name())).toList());
        assertThat(losses(compare(named))).containsExactly("5 names got the namespace marsh:");
        assertThat(losses(compare(named, SENT))).containsExactly("5 names lost the namespace marsh:");
        Scene other = SENT.withNodes(
                SENT.nodes().stream().map(n -> n.withName("fen:" + n.name())).toList());
        assertThat(losses(compare(named, other))).containsExactly("5 names lost the namespace marsh: and have fen:");
    }

    @Test
    void bindPosesThatWereForgottenAreCounted() {
        List<Node> nodes = new ArrayList<>(SENT.nodes());
        nodes.set(1, nodes.get(1).withBindWorld(null));
        nodes.set(2, nodes.get(2).withBindWorld(null));
        Comparison c = compare(SENT.withNodes(nodes));
        assertThat(losses(c))
                .containsExactly(
                        "2 joints that move points do not say any more where they were bound; the pose at rest is taken");
        assertThat(c.losses().getFirst().figure().subject()).isEqualTo("/shoulder/elbow");
        nodes.set(1, SENT.nodes().get(1));
        assertThat(losses(compare(SENT.withNodes(nodes))))
                .containsExactly(
                        "1 joint that moves points does not say any more where they were bound; the pose at rest is taken");
    }

    @Test
    void turnsOfSomeJointsAreToldWithTheirNames() {
        Scene one = with(SENT, 3, SENT.nodes().get(3).transform().withRotation(new Vec3(0, 33, 0)));
        assertThat(compare(one).causeSentence())
                .contains("1 joint was turned about itself")
                .contains("33°: thumb");
        List<Node> all = new ArrayList<>(SENT.nodes());
        all.set(3, one.nodes().get(3));
        Scene two = SENT.withNodes(all);
        Node hand = two.nodes().get(2);
        // The hand turns by 20°, and what hangs on it is brought back to where it was.
        Vec3 thumb = SENT.nodes().get(3).translation();
        double r = Math.toRadians(-20);
        Vec3 back = new Vec3(
                thumb.x() * Math.cos(r) + thumb.z() * Math.sin(r),
                0,
                -thumb.x() * Math.sin(r) + thumb.z() * Math.cos(r));
        all.set(2, hand.withTransform(hand.transform().withRotation(new Vec3(0, 20, 0))));
        all.set(
                3,
                two.nodes().get(3).withTransform(two.nodes().get(3).transform().withTranslation(back)));
        Comparison c = compare(SENT.withNodes(all));
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("some-joints-re-aimed");
        assertThat(c.causeSentence()).contains("2 joints were turned about themselves, not all alike, by up to ");
        assertThat(compare(c.mend(SENT.withNodes(all)))
                        .topic(Topic.JOINT_ORIENTATION)
                        .verdict())
                .isEqualTo(Verdict.CLEAN);
    }

    private record Note(String name) implements OpaqueData {
        @Override
        public String format() {
            return "FBX";
        }

        @Override
        public String kind() {
            return "Constraint";
        }
    }

    @Test
    void settingsThatDidNotComeBackAreListed() {
        Scene with = SENT.withKeepsakes(List.of(new Note("/cloth/settings"), new Note("/rope"), new Note("/x:wind")));
        assertThat(losses(compare(with, with))).isEmpty();
        Comparison c = compare(with, SENT.withKeepsakes(List.of(new Note("/other/rope"))));
        assertThat(losses(c)).containsExactly("Settings and custom attributes did not come back: settings, wind");
        assertThat(c.losses().getFirst().figure().value()).isEqualTo(2);
        assertThat(c.lossSentence()).isEqualTo(losses(c).getFirst() + ".");
    }

    @Test
    void aRigAgainstACacheIsHeldOnlyByItsSurface() {
        Scene cache = Scene.bare("c.abc", SENT.stage())
                .withCaches(List.of(Caches.cache(Caches.mesh("arm", Caches.box(1, 0, 0, 0)))));
        Comparison c = compare(cache);
        assertThat(c.topic(Topic.HIERARCHY).summary()).isEqualTo("A cache holds none of this.");
        assertThat(c.topic(Topic.UNITS_AND_AXES).summary()).isNotEqualTo("A cache holds none of this.");
        assertThat(c.topic(Topic.CACHES).verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(c.losses()).isEmpty();
    }

    @Test
    void materialsUnderOtherNamesAreCounted() {
        List<Material> m = new ArrayList<>(SENT.materials());
        m.set(0, new Material("cloth", "lambert", Vec3.ONE, 1, -1));
        Comparison one = compare(SENT.withMaterials(m));
        assertThat(losses(one)).containsExactly("1 material came under another name: sleeve to cloth");
        m.set(1, new Material("hide", "phong", Vec3.ONE, 1, -1));
        assertThat(losses(compare(SENT.withMaterials(m))).getFirst())
                .contains("2 materials")
                .contains("other names: ");
    }

    @Test
    void clipsFitADeliveredSkeletonOrAreToldWhyNot() {
        SkeletonFit same = SkeletonFit.of(SENT, SENT);
        assertThat(same.fits()).isTrue();
        assertThat(same.text())
                .isEqualTo(
                        "fits the delivered skeleton: every joint is there, under the same joint, with the same rest pose");
        assertThat(same.worstMm()).isZero();
        Scene renamed = RenameNodes.table(Map.of("elbow", "cubit")).apply(SENT);
        SkeletonFit gone = SkeletonFit.of(SENT, renamed);
        assertThat(gone.missing()).containsExactly("elbow");
        assertThat(gone.elsewhere()).containsExactly("hand");
        assertThat(gone.text())
                .isEqualTo("does not fit the delivered skeleton: 1 moving joint is not there (elbow);"
                        + " 1 joint has another parent (hand)");
        assertThat(SkeletonFit.of(
                                SENT, RenameNodes.table(Map.of("thumb", "toe")).apply(SENT))
                        .missing())
                .as("what no clip moves need not be there")
                .isEmpty();
        Scene apart = with(SENT, 0, SmallCrossing.at(0, 1.002, 0));
        SkeletonFit off = SkeletonFit.of(SENT, apart);
        assertThat(off.otherRest()).containsExactly("shoulder", "elbow", "hand", "thumb");
        assertThat(off.worstMm()).isCloseTo(2, within(1e-9));
        assertThat(off.text()).endsWith("4 joints have another rest pose (shoulder, elbow, hand, …)");
        assertThat(SkeletonFit.of(SENT, with(SENT, 0, SmallCrossing.at(0, 1.00009, 0)))
                        .fits())
                .isTrue();
        Scene turned = with(SENT, 3, SENT.nodes().get(3).transform().withRotation(new Vec3(0, 0.06, 0)));
        assertThat(SkeletonFit.of(SENT, turned).otherRest()).containsExactly("thumb");
        assertThat(SkeletonFit.of(SENT, turned).worstDegrees()).isCloseTo(0.06, within(1e-9));
        assertThat(SkeletonFit.of(SENT, turned).worstMm()).isCloseTo(0, within(1e-9));
    }

    @Test
    void tolerancesAndTermsAreTakenOneByOne() {
        CompareSettings t = CompareSettings.USUAL.with(MatchTable.NONE.withNode("a", "b"));
        assertThat(t.tolerances()).isEqualTo(Tolerances.DEFAULT);
        assertThat(t.with(Tolerances.DEFAULT).table()).isEqualTo(t.table());
        Matrix4d here = new Matrix4d();
        assertThat(Tolerances.DEFAULT.sameJoint(here, new Matrix4d().translation(0, 0.09, 0), 0.001))
                .isTrue();
        assertThat(Tolerances.DEFAULT.sameJoint(here, new Matrix4d().translation(0, 0.11, 0), 0.001))
                .isFalse();
        assertThat(Tolerances.DEFAULT.sameJoint(here, new Matrix4d().translation(0, 0.009, 0), 0.01))
                .isTrue();
        assertThat(Tolerances.DEFAULT.sameJoint(here, new Matrix4d().rotateX(Math.toRadians(0.04)), 1))
                .isTrue();
        assertThat(Tolerances.DEFAULT.sameJoint(here, new Matrix4d().rotateX(Math.toRadians(0.06)), 1))
                .isFalse();
    }

    @Test
    void lossesOfSeveralMeshesAreOneLineWithTheWorst() {
        List<Loss> all = new ArrayList<>();
        for (int i = 1; i <= 6; i++) {
            all.add(new Loss(
                    "x", Topic.SURFACES, "m" + i + " bent", idleheron.core.Figure.of(i == 4 ? 9 : i, "mm", "m" + i)));
        }
        List<Loss> one = Losses.grouped(all);
        assertThat(one).hasSize(1);
        assertThat(one.getFirst().text()).isEqualTo("m4 bent; the same on 5 others: m1, m2, m3 and 2 more");
        assertThat(one.getFirst().figure().value()).isEqualTo(9);
        assertThat(Losses.grouped(all.subList(0, 2)).getFirst().text()).isEqualTo("m2 bent; the same on 1 other: m1");
        assertThat(Wording.listed(List.of("a", "b", "c"))).isEqualTo("a, b, c");
        assertThat(Wording.all(1, "joint rests", "joints rest")).isEqualTo("The 1 joint rests");
    }
}
