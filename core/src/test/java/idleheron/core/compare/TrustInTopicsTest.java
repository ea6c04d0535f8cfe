package idleheron.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.character.compare.FaceMatch;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** What is told is what happened: no order for a fault, no cause for what followed its carrier, nothing for what is alike. */
class TrustInTopicsTest {
    private static final Scene SENT = SmallCrossing.sent();

    private static Comparison compare(Scene sent, Scene returned) {
        return Comparison.of(sent, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static List<String> told(Comparison c) {
        List<String> out =
                new ArrayList<>(c.causes().stream().map(LikelyCause::code).toList());
        out.addAll(c.losses().stream().map(Loss::code).toList());
        return out;
    }

    @Test
    void anotherOrderOfMaterialsIsNobodysFaultAndOtherMaterialsOnTheFacesAreCounted() {
        Scene ordered = SENT.withMaterials(SENT.materials().reversed())
                .withNodes(SENT.nodes().stream()
                        .map(n -> n.kind() == NodeKind.MESH ? n.withMaterials(new int[] {1, 0}) : n)
                        .toList());
        assertThat(compare(SENT, ordered).verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(told(compare(SENT, ordered))).isEmpty();
        Scene crossed = SENT.withNodes(SENT.nodes().stream()
                .map(n -> n.kind() == NodeKind.MESH ? n.withMaterials(new int[] {1, 0}) : n)
                .toList());
        Comparison c = compare(SENT, crossed);
        assertThat(c.topic(Topic.MATERIALS).verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(c.losses())
                .extracting(Loss::text)
                .containsExactly(
                        "2 faces carry another material: skin in the place of sleeve, sleeve in the place of skin");
    }

    @Test
    void facesOfTrianglesAreHeldAgainstTheFacesTheyWere() {
        Mesh quads = Mesh.bare("m", new double[18], new int[] {0, 4, 7}, new int[] {0, 1, 2, 3, 3, 2, 4});
        Mesh three = Mesh.bare("m", new double[18], new int[] {0, 3, 6, 9}, new int[] {0, 1, 2, 0, 2, 3, 3, 2, 4});
        assertThat(FaceMatch.of(quads, three)).containsExactly(0, 0, 1);
        assertThat(FaceMatch.of(quads, quads)).containsExactly(0, 1);
        assertThat(FaceMatch.of(three, quads)).isEmpty();
    }

    /** Rest and bind are the first frame, and the bones were aimed anew besides: both are told. */
    @Test
    void bonesAimedAnewAreToldInThePoseThatBothSidesAreIn() {
        Scene sent = SENT.withClips(List.of(SmallCrossing.wave(-0.25, 1.25)));
        Pose first = new Pose(sent).at(sent.clips().getFirst(), 0.1);
        List<Node> nodes = new ArrayList<>(sent.nodes());
        Matrix4d turn = new Matrix4d().rotateY(Math.PI / 2);
        for (int j = 0; j < 4; j++) {
            Matrix4d world = new Matrix4d(first.world(j)).mul(turn);
            int parent = nodes.get(j).parent();
            Matrix4d local = parent < 0
                    ? world
                    : new Matrix4d(first.world(parent)).mul(turn).invert().mul(world);
            nodes.set(
                    j, nodes.get(j).withTransform(placed(local)).withBindWorld(new Matrix4d(first.world(j)).mul(turn)));
        }
        Clip moved = sent.clips().getFirst();
        Scene posed = sent.withClips(List.of(moved.withRange(0.1, 1.25, moved.rate())));
        Comparison c = compare(posed, posed.withNodes(nodes));
        assertThat(told(c)).contains("rest-is-first-frame", "joints-re-aimed");
    }

    private static Transform placed(Matrix4d m) {
        Vec3 at = new Vec3(m.m30(), m.m31(), m.m32());
        return Transform.of(
                at, idleheron.core.math.RotationOrder.XYZ.angles(m.get3x3(new org.joml.Matrix3d())), Vec3.ONE);
    }

    @Test
    void twoShapesUnderEachOthersNamesAreTold() {
        Mesh m = SENT.meshes().getFirst();
        BlendShape.Target fist = m.shapes().getFirst().targets().getFirst();
        BlendShape.Target other =
                new BlendShape.Target(1, new int[] {0, 2}, new float[] {0, 0.1f, 0, 0, 0.3f, 0}, null);
        Scene two = SENT.withMeshes(List.of(m.withShapes(List.of(shape("fist", fist), shape("bend", other)))));
        Scene back = SENT.withMeshes(List.of(m.withShapes(List.of(shape("fist", other), shape("bend", fist)))));
        Comparison c = compare(two, back);
        assertThat(c.topic(Topic.BLEND_SHAPES).verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(c.losses())
                .extracting(Loss::text)
                .containsExactly("2 blend shapes came under each other's names: fist as bend, bend as fist");
        Scene same = SENT.withMeshes(List.of(m.withShapes(List.of(shape("", fist), shape("", other)))));
        assertThat(told(compare(same, same))).as("two without a name").isEmpty();
    }

    private static BlendShape shape(String name, BlendShape.Target t) {
        return new BlendShape(name, 0, List.of(t));
    }

    /** The root travels 2 m; its keys came back as centimetres, and every joint was given keys where it rests. */
    @Test
    void translationsOfTheRootAloneAreScaledWhoeverBakedTheOthers() {
        Scene sent = SENT.withClips(List.of(travel(1, false)));
        for (boolean baked : new boolean[] {false, true}) {
            Comparison c = compare(sent, SENT.withClips(List.of(travel(0.01, baked))));
            assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("motion-scaled");
            assertThat(c.causes().getFirst().text())
                    .isEqualTo("Animated translations of shoulder were scaled by 0.010 and the bones were not");
            assertThat(c.causes().getFirst().left()).isZero();
        }
    }

    private static Clip travel(double factor, boolean baked) {
        double[] t = {0, 0.5, 1};
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (int j = 0; j < 4; j++) {
            @Nullable Curve[] c = new Curve[Channel.COUNT];
            Vec3 rest = SENT.nodes().get(j).translation();
            for (int k = 0; k < 3; k++) {
                double r = rest.get(k);
                Channel ch = Channel.values()[Channel.TRANSLATE_X.ordinal() + k];
                c[ch.ordinal()] = j == 0
                        ? Curve.linear(t, new double[] {r * factor, (r + 1) * factor, (r + 2) * factor})
                        : baked ? Curve.linear(t, new double[] {r, r, r}) : null;
            }
            if (j == 0 || baked) {
                tracks.add(new Clip.NodeTrack(j, c));
            }
        }
        return new Clip("walk", 0, 1, FrameRate.FILM, tracks, List.of());
    }

    @Test
    void aMeshThatAJointCarriesIsJudgedAgainstItsJoint() {
        Mesh collar = Mesh.bare(
                "collar", new double[] {0, 0, 0, 0.1, 0, 0, 0, 0.2, 0, 0, 0, 0.3}, new int[] {0, 3, 6}, new int[] {
                    0, 1, 2, 1, 3, 2
                });
        List<Node> nodes = new ArrayList<>(SENT.nodes());
        nodes.add(Node.mesh("collar", 2, SmallCrossing.at(0.1, 0, 0), 1));
        Scene sent = SENT.withNodes(nodes).withMeshes(List.of(SENT.meshes().getFirst(), collar));
        // rest and bind became the pose of the second key: the elbow bent by 45°
        Scene bent = SmallCrossing.withNode(
                sent,
                1,
                sent.nodes()
                        .get(1)
                        .withTransform(sent.nodes().get(1).transform().withRotation(new Vec3(0, 0, 45))));
        Comparison c = compare(sent, bent);
        assertThat(c.causes()).extracting(LikelyCause::code).noneMatch(k -> k.startsWith("mesh-"));
        Scene off = SmallCrossing.withNode(sent, 5, Node.mesh("collar", 2, SmallCrossing.at(0.4, 0, 0), 1));
        assertThat(compare(sent, off).causes())
                .extracting(LikelyCause::text)
                .containsExactly("The surface of collar was moved by 300.0 mm and the skeleton was not");
    }

    @Test
    void normalsMadeAnewAreSeenAfterTriangulationToo() {
        float[] flat = new float[12];
        float[] bent = new float[18];
        for (int c = 0; c < 6; c++) {
            if (c < 4) {
                flat[3 * c + 2] = 1;
            }
            bent[3 * c + 1] = 0.6f;
            bent[3 * c + 2] = 0.8f;
        }
        float[] kept = new float[18];
        for (int c = 0; c < 6; c++) {
            kept[3 * c + 2] = 1;
        }
        double[] p = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0};
        Scene quad = prop(new Mesh(
                "flag",
                p,
                new int[] {0, 4},
                new int[] {0, 1, 2, 3},
                flat,
                List.of(),
                null,
                null,
                null,
                null,
                List.of()));
        int[] corners = {0, 1, 2, 0, 2, 3};
        Scene two = prop(
                new Mesh("flag", p, new int[] {0, 3, 6}, corners, kept, List.of(), null, null, null, null, List.of()));
        Scene anew = prop(
                new Mesh("flag", p, new int[] {0, 3, 6}, corners, bent, List.of(), null, null, null, null, List.of()));
        assertThat(told(compare(quad, two))).containsExactly("faces-triangulated");
        Comparison c = compare(quad, anew);
        assertThat(told(c)).containsExactly("faces-triangulated", "normals-recomputed");
        assertThat(c.losses().getLast().figure().value())
                .isCloseTo(36.87, org.assertj.core.api.Assertions.within(0.01));
    }

    private static Scene prop(Mesh m) {
        return Scene.bare("prop", SENT.stage())
                .withNodes(List.of(Node.mesh("flag", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(m));
    }

    /** Two skins on one mesh: a joint of both has a slot in each, and a file of it is equal to itself. */
    @Test
    void aJointInTwoSkinsOfOneMeshIsHeldAgainstItself() {
        Mesh m = SENT.meshes().getFirst();
        Skin k = Objects.requireNonNull(m.skin());
        int[] joints = {0, 1, 2, 3, 0, 1};
        Matrix4dc[] bind = Arrays.copyOf(k.toJoint(), 6);
        bind[4] = k.toJoint()[0];
        bind[5] = k.toJoint()[1];
        Skin two = new Skin(
                "skin",
                joints,
                bind,
                new int[] {0, 1, 3, 5, 7},
                new int[] {0, 0, 1, 1, 2, 3, 5},
                new float[] {1, .5f, .5f, .25f, .75f, .5f, .5f},
                new SkinStyle(
                        SkinStyle.Method.LINEAR, null, SkinStyle.Link.NORMALIZED, List.of(), new int[] {0, 0, 0, 0, 1, 1
                        }));
        Scene sent = SENT.withMeshes(List.of(m.withSkin(two)));
        Comparison c = compare(sent, sent);
        assertThat(c.topic(Topic.SKIN_WEIGHTS).summary()).startsWith("0 points are off");
        assertThat(told(c)).isEmpty();
        Skin less = two.withWeights(two.starts(), two.slots(), new float[] {1, .5f, .5f, .25f, .75f, .9f, .1f});
        assertThat(compare(sent, SENT.withMeshes(List.of(m.withSkin(less))))
                        .topic(Topic.SKIN_WEIGHTS)
                        .worst()
                        .value())
                .as("0.4 more on the hand and 0.4 less on the elbow")
                .isCloseTo(0.8, org.assertj.core.api.Assertions.within(1e-6));
    }

    @Test
    void jointsThatLostTheirBindPoseAreToldAsThat() {
        Scene unbound = SENT.withNodes(
                SENT.nodes().stream().map(n -> n.withBindWorld(null)).toList());
        Comparison c = compare(SENT, unbound);
        assertThat(told(c)).containsExactly("missing-bind-pose");
        assertThat(c.losses().getFirst().text())
                .isEqualTo(
                        "4 joints that move points do not say any more where they were bound; the pose at rest is taken");
    }

    @Test
    void whatHappenedAlikeToSeveralMeshesIsOneLine() {
        List<Loss> all = Losses.grouped(List.of(
                new Loss(
                        "normals-lost",
                        Topic.SURFACES,
                        "cape came back without normals",
                        idleheron.core.Figure.of(3, "corners", "cape")),
                new Loss(
                        "normals-lost",
                        Topic.SURFACES,
                        "shirt came back without normals",
                        idleheron.core.Figure.of(9, "corners", "shirt")),
                new Loss(
                        "uv-flipped",
                        Topic.SURFACES,
                        "UV set 1 of cape stands on its head",
                        idleheron.core.Figure.of(1, "UV", "cape"))));
        assertThat(all)
                .extracting(Loss::text)
                .containsExactly(
                        "shirt came back without normals; the same on 1 other: cape",
                        "UV set 1 of cape stands on its head");
    }

    @Test
    void whatWasNotComparedMakesNoVerdictBetter() {
        Scene nothing = Scene.bare("nothing", SENT.stage());
        assertThat(compare(nothing, nothing).verdict()).isEqualTo(Verdict.NOT_CHECKED);
    }

    /** The chain lies on a line, so that its joints alone do not tell a turn about it. */
    @Test
    void aChainOnALineIsFittedWithItsSurface() {
        List<Node> nodes = new ArrayList<>();
        double[] points = new double[15];
        for (int j = 0; j < 5; j++) {
            nodes.add(Node.of("link_" + j, j - 1, NodeKind.JOINT, SmallCrossing.at(0, 0, j == 0 ? 0 : 0.2)));
            points[3 * j] = 0.05 * j;
            points[3 * j + 1] = 0.1;
            points[3 * j + 2] = 0.2 * j;
        }
        nodes.add(Node.mesh("rope", -1, Transform.IDENTITY, 0));
        Mesh rope = Mesh.bare("rope", points, new int[] {0, 5}, new int[] {0, 1, 2, 3, 4});
        Scene sent = Scene.bare("chain", SENT.stage()).withNodes(nodes).withMeshes(List.of(rope));
        Scene turned = new idleheron.core.remedy.space.MoveScene(new Vec3(0, 0, 90), 1, Vec3.ZERO).apply(sent);
        Comparison c = compare(sent, turned);
        assertThat(c.causes()).hasSize(1);
        assertThat(c.causes().getFirst().left()).isZero();
        assertThat(new Pose(c.mend(turned)).world(4)).isNotEqualTo(new Matrix4d());
    }
}
