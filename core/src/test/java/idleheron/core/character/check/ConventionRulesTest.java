package idleheron.core.character.check;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** A chain of four joints, each one unit along Y from the one above, asked for one thing at a time. */
class ConventionRulesTest {
    private static final Convention.Asks NO = Convention.Asks.NOTHING;

    private static Scene chain(String... names) {
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < names.length; i++) {
            nodes.add(Node.of(names[i], i - 1, NodeKind.JOINT, Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE)));
        }
        return Scene.bare("c", Stage.COMMON).withNodes(nodes);
    }

    private static Convention asking(Convention.Asks a) {
        return new Convention("c", "Quay", AxisSystem.COMMON, 1, null, 0, false, true, a);
    }

    private static Convention.Asks asks(
            @Nullable SignedAxis along, String root, String joints, String clips, int bits, boolean controls) {
        return NO.with(new Convention.Skeleton(along, root, joints, bits, controls, false))
                .with(new Convention.Clips(clips, false, List.of()));
    }

    private static Convention.Asks company(boolean cameras, boolean lights, String... pictures) {
        return NO.with(new Convention.Travel(cameras, lights))
                .with(new Convention.Surface(List.of(pictures), true, true));
    }

    private static List<Finding> found(Scene s, Convention.Asks a, String code) {
        return Inspection.of(s, asking(a)).stream()
                .filter(f -> f.code().equals(code))
                .toList();
    }

    @Test
    void bonesAlongAnotherAxisAreCounted() {
        Scene s = chain("a", "b", "c", "d");
        assertThat(found(s, asks(SignedAxis.POSITIVE_Y, "", "", "", 0, true), "bones-along-other-axis"))
                .isEmpty();
        Finding f = found(s, asks(SignedAxis.POSITIVE_X, "", "", "", 0, true), "bones-along-other-axis")
                .getFirst();
        assertThat(f.message()).startsWith("3 of 3 bones run along their joint's Y; Quay has them along X.");
        assertThat(f.figure().value()).isEqualTo(3);
        assertThat(f.remedy()).isNotNull();
        assertThat(found(chain("a"), asks(SignedAxis.POSITIVE_X, "", "", "", 0, true), "bones-along-other-axis"))
                .as("no bone, no axis")
                .isEmpty();
    }

    @Test
    void halfOfTheBonesAlongTheAxisIsNotEnough() {
        Scene s = chain("a", "b", "c");
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(2, nodes.get(2).withTransform(Transform.of(new Vec3(2, 0, 0), Vec3.ZERO, Vec3.ONE)));
        Scene half = s.withNodes(nodes);
        assertThat(found(half, asks(SignedAxis.POSITIVE_X, "", "", "", 0, true), "bones-along-other-axis"))
                .hasSize(1);
        nodes.add(Node.of("d", 2, NodeKind.JOINT, Transform.of(new Vec3(2, 0, 0), Vec3.ZERO, Vec3.ONE)));
        assertThat(found(
                        s.withNodes(nodes), asks(SignedAxis.POSITIVE_X, "", "", "", 0, true), "bones-along-other-axis"))
                .as("two of three are")
                .isEmpty();
    }

    @Test
    void aRootOfAnotherNameIsOfferedTheName() {
        Scene s = chain("hips", "spine");
        Finding f = found(s, asks(null, "root", "", "", 0, true), "root-named-otherwise")
                .getFirst();
        assertThat(f.title()).isEqualTo("The root is called hips");
        assertThat(java.util.Objects.requireNonNull(f.remedy())
                        .apply(s)
                        .nodes()
                        .getFirst()
                        .name())
                .isEqualTo("root");
        assertThat(found(s, asks(null, "hips", "", "", 0, true), "root-named-otherwise"))
                .isEmpty();
        List<Node> two = new ArrayList<>(s.nodes());
        two.add(Node.of("other", -1, NodeKind.JOINT, Transform.IDENTITY));
        assertThat(found(s.withNodes(two), asks(null, "root", "", "", 0, true), "root-named-otherwise"))
                .as("of two roots nobody knows which")
                .isEmpty();
    }

    @Test
    void jointNamesThatBreakTheRuleAreOfferedPlainOnesThatKeepIt() {
        Scene s = chain("ok_one", "Marsh:LeftArm", "9 lives", "fine");
        Finding f = found(s, asks(null, "", "[a-z][a-z_]*", "", 0, true), "joint-names-break-rule")
                .getFirst();
        assertThat(f.title()).isEqualTo("2 joint names break the rule");
        assertThat(f.node()).isEqualTo(1);
        assertThat(f.message()).contains("do not match [a-z][a-z_]*.").endsWith("Marsh:LeftArm would be left_arm.");
        Scene mended = java.util.Objects.requireNonNull(f.remedy()).apply(s);
        assertThat(mended.nodes().stream().map(Node::name)).containsExactly("ok_one", "left_arm", "9 lives", "fine");
        Finding one = found(chain("9"), asks(null, "", "[a-z]+", "", 0, true), "joint-names-break-rule")
                .getFirst();
        assertThat(one.title()).isEqualTo("1 joint name breaks the rule");
        assertThat(one.remedy()).as("no plain name would do").isNull();
        assertThat(found(chain("A", "B"), asks(null, "", "[a-z]+", "", 0, true), "joint-names-break-rule")
                        .getFirst()
                        .message())
                .endsWith("A would be a, and so on.");
        assertThat(ConventionRules.plain("x|ns:UpperArm2L-end.01")).isEqualTo("upper_arm2_l_end_01");
    }

    @Test
    void clipNamesThatBreakTheRuleAreCounted() {
        Scene s = chain("a")
                .withClips(List.of(
                        new Clip("wade", 0, 1, FrameRate.FILM, List.of(), List.of()),
                        new Clip("Take 1", 0, 1, FrameRate.FILM, List.of(), List.of())));
        Finding f = found(s, asks(null, "", "", "[a-z]+", 0, true), "clip-names-break-rule")
                .getFirst();
        assertThat(f.title()).isEqualTo("1 clip name breaks the rule");
        assertThat(f.message()).startsWith("Take 1 do not match");
        assertThat(found(s, asks(null, "", "", ".*", 0, true), "clip-names-break-rule"))
                .isEmpty();
    }

    private static Scene skinned(float... weights) {
        Scene s = chain("a", "b", "c", "d");
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.add(Node.mesh("m", -1, Transform.IDENTITY, 0));
        Skin skin = new Skin(
                "s",
                new int[] {0, 1},
                new Matrix4dc[] {new Matrix4d(), new Matrix4d()},
                new int[] {0, 2},
                new int[] {0, 1},
                weights);
        return s.withNodes(nodes)
                .withMeshes(List.of(new Mesh(
                        "m",
                        new double[] {0, 0, 0},
                        new int[] {0},
                        new int[0],
                        null,
                        List.of(),
                        new int[0],
                        null,
                        null,
                        skin,
                        List.of())));
    }

    @Test
    void jointsThatMoveNothingAreToldWhereNoneAreWanted() {
        Scene s = skinned(0.5f, 0.5f);
        Finding f = found(s, asks(null, "", "", "", 0, false), "joints-without-influence")
                .getFirst();
        assertThat(f.figure().subject()).isEqualTo("/a/b/c");
        assertThat(found(s, asks(null, "", "", "", 0, true), "joints-without-influence"))
                .isEmpty();
    }

    @Test
    void weightsThatTheBitsHoldAreNoMatter() {
        float step = 1f / 255;
        assertThat(found(skinned(51 * step, 204 * step), asks(null, "", "", "", 8, true), "weights-will-be-rounded"))
                .isEmpty();
        Finding f = found(skinned(0.5f, 0.5f), asks(null, "", "", "", 8, true), "weights-will-be-rounded")
                .getFirst();
        assertThat(f.message()).startsWith("2 weights are no whole part of 255; the farthest is off by 0.002");
        assertThat(f.figure().value()).isCloseTo(0.5 / 255, org.assertj.core.api.Assertions.within(1e-9));
        assertThat(found(skinned(0.5f, 0.5f), asks(null, "", "", "", 0, true), "weights-will-be-rounded"))
                .isEmpty();
    }

    @Test
    void camerasLightsAndPicturesThatAreNotTaken() {
        Scene s = chain("a")
                .withCameras(List.of(new Camera("eye", 50, 36, 24, 0.1, 1000)))
                .withLights(
                        List.of(new Light("sun", "directional", Vec3.ONE, 1), new Light("lamp", "point", Vec3.ONE, 1)))
                .withTextures(List.of(
                        new Texture("t", "/x/coat.PNG", "coat.PNG", true, null, "", List.of()),
                        new Texture("u", "/x/hat.psd", "hat.psd", true, null, "", List.of())));
        assertThat(found(s, company(true, true), "cameras-or-lights-come-along"))
                .isEmpty();
        assertThat(found(s, company(false, true), "cameras-or-lights-come-along")
                        .getFirst()
                        .title())
                .isEqualTo("1 camera and 0 lights come along");
        assertThat(found(s, company(true, false), "cameras-or-lights-come-along")
                        .getFirst()
                        .figure()
                        .value())
                .isEqualTo(2);
        assertThat(found(s, company(true, true), "picture-kind-not-taken"))
                .as("any kind is taken")
                .isEmpty();
        Finding f = found(s, company(true, true, "png", "tga"), "picture-kind-not-taken")
                .getFirst();
        assertThat(f.title()).isEqualTo("1 picture is of a kind that is not taken");
        assertThat(f.message()).isEqualTo("hat.psd; the destination takes png, tga.");
    }
}
