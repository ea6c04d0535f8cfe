package idleheron.core.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Verdict;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

public class InspectionTest {
    public static Clip clip(double last) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[Channel.ROTATE_Z.ordinal()] = Curve.linear(new double[] {0, 0.5, 1}, new double[] {0, 40, last});
        return new Clip("sway", 0, 1, FrameRate.FILM, List.of(new Clip.NodeTrack(1, c)), List.of());
    }

    /** Two joints and a strip of points 1.8 m high, nothing wrong with it. */
    public static Scene sound() {
        List<Node> nodes = new ArrayList<>(List.of(
                Node.of("root", -1, NodeKind.JOINT, Transform.IDENTITY),
                Node.of("top", 0, NodeKind.JOINT, Transform.of(new Vec3(0, 0.9, 0), Vec3.ZERO, Vec3.ONE)),
                Node.mesh("strip", -1, Transform.IDENTITY, 0)));
        Skin skin = new Skin(
                "k",
                new int[] {0, 1},
                new Matrix4dc[] {new Matrix4d(), new Matrix4d().translation(0, -0.9, 0)},
                new int[] {0, 1, 2, 4},
                new int[] {0, 1, 0, 1},
                new float[] {1, 1, 0.5f, 0.5f});
        Mesh mesh = Mesh.bare(
                        "strip", new double[] {0, 0, 0, 0, 1.8, 0, 0.2, 0.9, 0}, new int[] {0, 3}, new int[] {0, 2, 1})
                .withSkin(skin);
        Stage stage = new Stage(AxisSystem.COMMON, 1, FrameRate.FILM, 0, 1, "");
        Scene s = new Scene(
                "s",
                stage,
                nodes,
                List.of(mesh),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(clip(0)),
                List.of());
        Pose rest = new Pose(s);
        nodes.set(0, nodes.get(0).withBindWorld(new Matrix4d(rest.world(0))));
        nodes.set(1, nodes.get(1).withBindWorld(new Matrix4d(rest.world(1))));
        return s.withNodes(nodes);
    }

    private static List<String> codes(Scene s) {
        return Inspection.of(s, null).stream().map(Finding::code).toList();
    }

    public static Scene with(Scene s, int node, Node n) {
        List<Node> nodes = new ArrayList<>(s.nodes());
        if (node == nodes.size()) {
            nodes.add(n);
        } else {
            nodes.set(node, n);
        }
        return s.withNodes(nodes);
    }

    public static Scene weights(float... w) {
        Mesh m = sound().meshes().getFirst();
        Skin k = java.util.Objects.requireNonNull(m.skin());
        return sound().withMeshes(List.of(m.withSkin(k.withWeights(k.starts(), k.slots(), w))));
    }

    @Test
    void aSoundSceneGivesNoFinding() {
        assertThat(Inspection.of(sound(), null)).isEmpty();
        assertThat(Inspection.verdict(List.of())).isEqualTo(Verdict.CLEAN);
    }

    @Test
    void aScaleAboveTheSkeletonBreaksAndCanBeBaked() {
        Scene s = sound();
        Node scaled = s.nodes().getFirst().withTransform(Transform.IDENTITY.withScaling(Vec3.ONE.times(25)));
        Finding f = Inspection.of(with(s, 0, scaled), null).stream()
                .filter(x -> x.code().equals("node-scale"))
                .findFirst()
                .orElseThrow();
        assertThat(f.severity()).isEqualTo(Severity.BREAKS);
        assertThat(f.figure().value()).isEqualTo(25);
        assertThat(f.remedy()).isNotNull();
        assertThat(f.message()).contains("25 times too small");
    }

    @Test
    void aFigureInTheWrongUnitHasAnImplausibleHeightAndTheFactorIsTold() {
        Scene s = sound().withStage(sound().stage().withMetersPerUnit(0.01));
        Finding f = Inspection.of(s, null).getFirst();
        assertThat(f.code()).isEqualTo("implausible-height");
        assertThat(f.figure().value()).isCloseTo(0.018, within(1e-6));
        assertThat(f.likelyCause()).contains("a hundred times too small");
    }

    @Test
    void rootsTipsAndZeroBonesAreFound() {
        Scene two = with(
                sound(), 3, Node.of("loose", -1, NodeKind.JOINT, Transform.of(new Vec3(1, 0, 0), Vec3.ZERO, Vec3.ONE)));
        assertThat(codes(two)).containsExactly("several-roots");
        Scene tip = with(
                sound(), 3, Node.of("tip", 1, NodeKind.JOINT, Transform.of(new Vec3(0, 0.5, 0), Vec3.ZERO, Vec3.ONE)));
        assertThat(codes(tip)).containsExactly("tip-joints");
        Scene zero = with(sound(), 3, Node.of("twin", 1, NodeKind.JOINT, Transform.IDENTITY));
        assertThat(codes(zero)).containsExactly("tip-joints", "zero-length-bone");
    }

    @Test
    void weightsThatAreMissingOrOffAreFoundWithTheirFigure() {
        assertThat(codes(weights(0, 1, 0.5f, 0.5f))).containsExactly("unweighted-points");
        Finding f = Inspection.of(weights(1, 1, 0.5f, 0.4f), null).getFirst();
        assertThat(f.code()).isEqualTo("weights-off-one");
        assertThat(f.figure().value()).isCloseTo(0.9, within(1e-6));
        Mesh bare = sound().meshes().getFirst().withSkin(null);
        assertThat(codes(sound().withMeshes(List.of(bare)))).contains("nothing-skinned");
    }

    @Test
    void aMissingBindPoseIsFound() {
        assertThat(codes(with(sound(), 1, sound().nodes().get(1).withBindWorld(null))))
                .containsExactly("missing-bind-pose");
    }

    @Test
    void clipsThatLeaveTheRangeOrNearlyCloseAreFound() {
        Scene open = sound().withClips(List.of(clip(0.8)));
        Finding f = Inspection.of(open, null).getFirst();
        assertThat(f.code()).isEqualTo("loop-open");
        assertThat(f.figure().value()).isCloseTo(0.8, within(1e-9));
        assertThat(codes(sound().withClips(List.of(clip(35)))))
                .as("not meant as a loop")
                .isEmpty();
        Scene longer = sound().withStage(sound().stage().withRange(0, 0.5));
        Finding r = Inspection.of(longer, null).getFirst();
        assertThat(r.code()).isEqualTo("clip-leaves-range");
        assertThat(r.figure().value()).isCloseTo(12, within(1e-9));
    }

    @Test
    void aPictureThatIsNotThereIsFound() {
        Scene s = sound().withTextures(List.of(new Texture("t", "C:\\maps\\skin.png", "skin.png", false)));
        assertThat(Inspection.of(s, null).getFirst().title()).isEqualTo("skin.png is not found");
        Texture again = new Texture("u", "C:\\maps\\skin.png", "skin.png", false);
        Texture other = new Texture("v", "C:\\maps\\hat.png", "hat.png", false);
        Scene three = sound().withTextures(List.of(s.textures().getFirst(), again, other));
        assertThat(Inspection.of(three, null).stream().map(Finding::title))
                .as("one line for a picture, however many materials use it")
                .containsExactly("skin.png is not found", "hat.png is not found");
    }

    @Test
    void aConventionAddsWhatItWants() {
        Convention c = new Convention("c", "C", AxisSystem.Z_UP, 0.01, FrameRate.of(30), 1, true, false);
        assertThat(Inspection.of(sound(), c))
                .extracting(Finding::code)
                .containsExactlyInAnyOrder("other-axes-or-unit", "too-many-influences", "other-rate");
    }

    @Test
    void keysOutsideOfTheirSpanAndSpansWithoutKeysAreToldApart() {
        Clip c = clip(0);
        Scene longer = sound().withClips(List.of(c.withRange(0, 0.75, c.rate())));
        Finding f = Inspection.of(longer, null).stream()
                .filter(x -> x.code().equals("keys-leave-clip"))
                .findFirst()
                .orElseThrow();
        assertThat(f.figure().value()).isCloseTo(6, within(1e-9));
        assertThat(f.message()).contains("keys run 0 – 24, the clip is declared as 0 – 18");
        Scene shorter = sound().withClips(List.of(c.withRange(-1, 1, c.rate())));
        assertThat(codes(shorter)).contains("clip-longer-than-keys").doesNotContain("keys-leave-clip");
        assertThat(codes(sound().withClips(List.of(c)))).doesNotContain("clip-longer-than-keys", "keys-leave-clip");
    }

    @Test
    void aClipThatIsMoreThanPlainKeysIsToldAndBakingMendsIt() {
        Curve plain = Curve.linear(new double[] {0, 1}, new double[] {0, 90});
        Curve goesOn = new Curve(
                plain.seconds(),
                plain.values(),
                plain.modes(),
                null,
                null,
                idleheron.core.scene.motion.Handles.NONE,
                idleheron.core.scene.motion.Extrapolation.HOLD,
                new idleheron.core.scene.motion.Extrapolation(
                        idleheron.core.scene.motion.Extrapolation.Kind.REPEAT, -1));
        @Nullable Curve[] nine = new Curve[Channel.COUNT];
        nine[Channel.ROTATE_Z.ordinal()] = goesOn;
        Clip c = new Clip("sway", 0, 2, FrameRate.FILM, List.of(new Clip.NodeTrack(1, nine)), List.of());
        Scene s = sound().withClips(List.of(c));
        Finding f = Inspection.of(s, null).stream()
                .filter(x -> x.code().equals("clip-needs-baking"))
                .findFirst()
                .orElseThrow();
        Scene baked = java.util.Objects.requireNonNull(f.remedy()).apply(s);
        assertThat(codes(baked)).doesNotContain("clip-needs-baking");
        assertThat(new Pose(baked).at(baked.clips().getFirst(), 1.5).channels(1)[5])
                .isCloseTo(45, within(1e-9));
        assertThat(codes(sound().withClips(List.of(clip(0))))).doesNotContain("clip-needs-baking");
    }

    private static Scene rig(Vec3 top) {
        List<Node> nodes = new ArrayList<>(List.of(
                Node.of("top", -1, NodeKind.GROUP, Transform.of(Vec3.ZERO, top, Vec3.ONE)),
                Node.of("hips", 0, NodeKind.JOINT, Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE)),
                Node.of("chest", 1, NodeKind.JOINT, Transform.of(new Vec3(0, 0.4, 0), Vec3.ZERO, Vec3.ONE)),
                Node.mesh("body", -1, Transform.IDENTITY, 0)));
        Scene bare = new Scene(
                "s", Stage.COMMON, nodes, List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of());
        Pose rest = new Pose(bare.withNodes(nodes.subList(0, 3)));
        Matrix4dc[] toJoint = new Matrix4dc[2];
        for (int j = 1; j < 3; j++) {
            nodes.set(j, nodes.get(j).withBindWorld(new Matrix4d(rest.world(j))));
            toJoint[j - 1] = new Matrix4d(rest.world(j)).invert();
        }
        Skin skin = new Skin(
                "k", new int[] {1, 2}, toJoint, new int[] {0, 1, 2, 3}, new int[] {0, 1, 1}, new float[] {1, 1, 1});
        Mesh mesh = Mesh.bare(
                        "body", new double[] {0, 0, 0, 0, 1.7, 0, 0.3, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 2})
                .withSkin(skin);
        return bare.withNodes(nodes).withMeshes(List.of(mesh));
    }

    @Test
    void aSquareTurnAboveTheSkeletonIsFoundAndBakedAndASlantIsNotMeant() {
        Scene turned = rig(new Vec3(-90, 0, 0));
        Finding f = Inspection.of(turned, null).stream()
                .filter(x -> x.code().equals("square-turn-on-node"))
                .findFirst()
                .orElseThrow();
        assertThat(f.figure().value()).isEqualTo(90);
        Scene mended = java.util.Objects.requireNonNull(f.remedy()).apply(turned);
        assertThat(Inspection.of(mended, null)).extracting(Finding::code).doesNotContain("square-turn-on-node");
        assertThat(Inspection.of(rig(Vec3.ZERO), null))
                .extracting(Finding::code)
                .doesNotContain("square-turn-on-node");
        assertThat(Inspection.of(rig(new Vec3(20, 0, 0)), null))
                .extracting(Finding::code)
                .doesNotContain("square-turn-on-node");
    }

    @Test
    void jointsThatRestElsewhereThanBoundAreFoundAndPutBack() {
        Scene sound = rig(Vec3.ZERO);
        assertThat(Inspection.of(sound, null)).extracting(Finding::code).doesNotContain("rest-is-not-bind");
        List<Node> nodes = new ArrayList<>(sound.nodes());
        nodes.set(2, nodes.get(2).withTransform(nodes.get(2).transform().withRotation(new Vec3(0, 0, 12))));
        Scene posed = sound.withNodes(nodes);
        Finding f = Inspection.of(posed, null).stream()
                .filter(x -> x.code().equals("rest-is-not-bind"))
                .findFirst()
                .orElseThrow();
        assertThat(f.figure().value()).isCloseTo(12, org.assertj.core.api.Assertions.within(1e-6));
        assertThat(f.figure().subject()).endsWith("chest");
        Scene mended = java.util.Objects.requireNonNull(f.remedy()).apply(posed);
        assertThat(Inspection.of(mended, null)).extracting(Finding::code).doesNotContain("rest-is-not-bind");
    }
}
