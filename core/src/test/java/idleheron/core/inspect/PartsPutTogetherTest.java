package idleheron.core.inspect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Verdict;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** What becomes of every number by which a part calls its meshes, materials, pictures, cameras and lights. */
class PartsPutTogetherTest {
    private static Clip.NodeTrack track(int node, double value) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[0] = Curve.still(value);
        return new Clip.NodeTrack(node, c);
    }

    private static Scene part(String name, double neck, Clip... clips) {
        BlendShape shape =
                new BlendShape("b", 0, List.of(new BlendShape.Target(1, new int[] {0}, new float[] {1, 0, 0}, null)));
        Mesh mesh = new Mesh(
                name,
                new double[] {0, 0, 0},
                new int[] {0},
                new int[0],
                null,
                List.of(),
                null,
                null,
                null,
                null,
                List.of(shape));
        return Scene.bare(name, Stage.COMMON)
                .withNodes(List.of(
                        Node.of("root", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.of("neck", 0, NodeKind.JOINT, Transform.of(new Vec3(0, neck, 0), Vec3.ZERO, Vec3.ONE)),
                        Node.of("cam_" + name, -1, NodeKind.CAMERA, Transform.IDENTITY)
                                .withPayload(NodeKind.CAMERA, 0),
                        Node.of("lamp_" + name, 1, NodeKind.LIGHT, Transform.IDENTITY)
                                .withPayload(NodeKind.LIGHT, 0),
                        Node.mesh(name, 1, Transform.IDENTITY, 0, 0, -1)))
                .withMeshes(List.of(mesh))
                .withCameras(List.of(new Camera(name, 40, 36, 24, 0.1, 100)))
                .withLights(List.of(new Light(name, "point", Vec3.ONE, 1)))
                .withTextures(List.of(new Texture(name, name + ".png", "", false)))
                .withMaterials(List.of(
                        new Material("m_" + name, "lambert", Vec3.ONE, 1, 0),
                        new Material("n_" + name, "lambert", Vec3.ONE, 1, -1)))
                .withClips(List.of(clips));
    }

    private static Node named(Scene s, String name) {
        return s.nodes().get(s.find(name));
    }

    @Test
    void nodesOfThePartCallWhatTheyBrought() {
        Scene s = SceneMerge.of(List.of(part("head", 1), part("body", 1))).scene();
        assertThat(s.nodes()).hasSize(8);
        assertThat(named(s, "body").payload()).isEqualTo(1);
        assertThat(named(s, "body").materials()).containsExactly(2, -1);
        assertThat(named(s, "body").parent()).isEqualTo(1);
        assertThat(named(s, "cam_body").payload()).isEqualTo(1);
        assertThat(named(s, "cam_body").parent()).isEqualTo(-1);
        assertThat(named(s, "lamp_body").payload()).isEqualTo(1);
        assertThat(named(s, "lamp_body").parent()).isEqualTo(1);
        assertThat(named(s, "cam_head").payload()).isZero();
        assertThat(s.cameras()).extracting(Camera::name).containsExactly("head", "body");
        assertThat(s.lights()).extracting(Light::name).containsExactly("head", "body");
        assertThat(s.materials().get(2).texture()).isEqualTo(1);
        assertThat(s.materials().get(3).texture()).isEqualTo(-1);
        assertThat(s.textures()).extracting(Texture::name).containsExactly("head", "body");
    }

    private static Clip clip(String name, List<Clip.NodeTrack> nodes, double weight) {
        Curve w = Curve.still(weight);
        List<Clip.ShapeTrack> shapes = List.of(new Clip.ShapeTrack(0, 0, w));
        List<Clip.ValueTrack> values = List.of(
                new Clip.ValueTrack(Clip.Subject.MATERIAL, 1, "Opacity", "", w),
                new Clip.ValueTrack(Clip.Subject.NODE, 4, "Visibility", "", w));
        ClipLayer layer = new ClipLayer(
                "over", ClipLayer.Blend.ADD, Curve.still(1), false, false, false, false, List.of(), shapes, values);
        return new Clip(name, 0, 1, FrameRate.FILM, nodes, shapes)
                .withValues(values)
                .withLayers(List.of(layer));
    }

    @Test
    void clipsOfOneNameBecomeOneWithAllThatEitherMoves() {
        Scene s = SceneMerge.of(List.of(
                        part("head", 1, clip("nod", List.of(track(1, 5)), 0.25)),
                        part(
                                "body",
                                1,
                                clip("nod", List.of(track(0, 6), track(1, 7)), 0.75),
                                clip("own", List.of(), 1))))
                .scene();
        assertThat(s.clips()).extracting(Clip::name).containsExactly("nod", "own");
        Clip nod = s.clips().getFirst();
        assertThat(nod.nodes()).extracting(Clip.NodeTrack::node).containsExactlyInAnyOrder(0, 1);
        for (Clip.NodeTrack t : nod.nodes()) {
            Curve x = t.curves()[0];
            assertThat(x == null ? -1 : x.at(0))
                    .as("of what both move the first counts")
                    .isEqualTo(t.node() == 1 ? 5.0 : 6.0);
        }
        assertThat(nod.shapes()).extracting(Clip.ShapeTrack::mesh).containsExactly(0, 1);
        assertThat(nod.shapes()).extracting(t -> t.weight().at(0)).containsExactly(0.25, 0.75);
        int body = s.find("body");
        assertThat(nod.values()).extracting(Clip.ValueTrack::index).containsExactly(1, 4, 3, body);
        assertThat(nod.layers()).hasSize(2);
        assertThat(nod.layers().get(1).shapes().getFirst().mesh()).isEqualTo(1);
        assertThat(nod.layers().get(1).values())
                .extracting(Clip.ValueTrack::index)
                .containsExactly(3, body);
        Clip own = s.clips().get(1);
        assertThat(own.shapes().getFirst().mesh()).isEqualTo(1);
        assertThat(own.values()).extracting(Clip.ValueTrack::index).containsExactly(3, body);
        assertThat(own.layers().getFirst().shapes().getFirst().mesh()).isEqualTo(1);
    }

    @Test
    void jointsThatRestApartAreHeldAgainstEachOther() {
        assertThat(SceneMerge.of(List.of(part("head", 1), part("body", 1.00009)))
                        .apart())
                .isEmpty();
        SceneMerge t = SceneMerge.of(List.of(part("head", 1), part("body", 1.002)));
        assertThat(t.apart()).hasSize(1);
        assertThat(t.apart().getFirst().joint()).isEqualTo("neck");
        assertThat(t.apart().getFirst().part()).isEqualTo("body");
        assertThat(t.apart().getFirst().mm()).isCloseTo(2, within(1e-6));
        assertThat(t.apart().getFirst().degrees()).isCloseTo(0, within(1e-6));
        Finding f = Inspection.apart(t).getFirst();
        assertThat(f.message())
                .isEqualTo(
                        "1 joint of body has another rest pose: neck is off by 2 mm and 0°. On one skeleton one of the"
                                + " parts will not fit.");
        assertThat(f.node()).isEqualTo(1);
        assertThat(f.figure().subject()).isEqualTo("/root/neck");
        Scene body = part("body", 1);
        List<Node> nodes = new java.util.ArrayList<>(body.nodes());
        nodes.set(0, nodes.getFirst().withTransform(Transform.of(Vec3.ZERO, new Vec3(0.1, 0, 0), Vec3.ONE)));
        SceneMerge turned = SceneMerge.of(List.of(part("head", 1), body.withNodes(nodes)));
        assertThat(turned.apart()).extracting(SceneMerge.Apart::joint).containsExactly("root", "neck");
        assertThat(turned.apart().getFirst().degrees()).isCloseTo(0.1, within(1e-6));
        assertThat(Inspection.apart(SceneMerge.of(List.of(part("head", 1))))).isEmpty();
    }

    @Test
    void nothingCannotBePutTogetherAndOtherUnitsAreRefused() {
        assertThatThrownBy(() -> SceneMerge.of(List.of()))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("nothing to put together");
        Scene cm = part("body", 1).withStage(Stage.COMMON.withMetersPerUnit(0.01));
        assertThatThrownBy(() -> SceneMerge.of(List.of(part("head", 1), cm)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("body is in other axes or another unit than head");
    }

    private static Finding of(Severity s) {
        return Finding.of("x", s, idleheron.core.Topic.CLIPS).says("", "").measured(idleheron.core.Figure.NONE);
    }

    @Test
    void theVerdictIsThatOfTheWorstFinding() {
        assertThat(Inspection.verdict(List.of())).isEqualTo(Verdict.CLEAN);
        assertThat(Inspection.verdict(List.of(of(Severity.NOTE)))).isEqualTo(Verdict.CLEAN);
        assertThat(Inspection.verdict(List.of(of(Severity.NOTE), of(Severity.DRIFTS))))
                .isEqualTo(Verdict.DRIFTED);
        assertThat(Inspection.verdict(List.of(of(Severity.DRIFTS), of(Severity.BREAKS))))
                .isEqualTo(Verdict.BROKEN);
        assertThat(Inspection.ruleCount()).isGreaterThan(30);
        Facts f = new Facts(part("head", 1));
        assertThat(f.height()).as("a point").isZero();
        assertThat(new Facts(Scene.bare("s", Stage.COMMON)).height()).isNaN();
        assertThat(f.restToBind(0)).isNaN();
        Scene bound = part("head", 1);
        List<Node> nodes = new java.util.ArrayList<>(bound.nodes());
        nodes.set(0, nodes.getFirst().withBindWorld(new Matrix4d().rotateY(Math.toRadians(30))));
        assertThat(new Facts(bound.withNodes(nodes)).restToBind(0)).isCloseTo(30, within(1e-9));
        assertThat(f.boneLength(1)).isCloseTo(1, within(1e-12));
        assertThat(f.boneLength(0)).isNaN();
    }
}
