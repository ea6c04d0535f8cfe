package idleheron.cli;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.Light;
import idleheron.core.scene.Limits;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeAttribute;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** A small mooring post with a flag, made so that everything FBX can hold occurs once. */
final class EveryFeature {
    static final FrameRate RATE = FrameRate.of(24);

    private EveryFeature() {}

    static Scene scene() {
        List<Node> bare = nodes(null);
        Scene still = scene(bare, List.of(), List.of());
        Pose rest = new Pose(still);
        List<Node> nodes = nodes(rest);
        return scene(
                nodes,
                List.of(EveryMesh.flag(rest), EveryMesh.post(rest)),
                List.of(EveryClip.gust(), EveryClip.layered()));
    }

    private static Scene scene(List<Node> nodes, List<Mesh> meshes, List<Clip> clips) {
        Stage stage = new Stage(
                AxisSystem.Z_UP,
                0.01,
                RATE,
                0,
                2,
                "test",
                List.of(
                        new FreeProperty("OriginalUnitScaleFactor", "double", "Number", "", numbers(2.54)),
                        new FreeProperty("OriginalUpAxis", "int", "Integer", "", whole(1)),
                        new FreeProperty("OriginalUpAxisSign", "int", "Integer", "", whole(1)),
                        new FreeProperty("SnapOnFrameMode", "enum", "", "", whole(1))));
        return new Scene(
                "every",
                stage,
                nodes,
                meshes,
                materials(),
                textures(),
                List.of(new Camera("eye", 35, 36, 24, 1, 5000, true, 2.5)),
                List.of(new Light("lamp", "spot", new Vec3(1, 0.75, 0.5), 1.25, 20, 45, 2)),
                clips,
                List.of());
    }

    private static FreeProperty.Value numbers(double... v) {
        return new FreeProperty.Numbers(v);
    }

    private static FreeProperty.Value whole(long... v) {
        return new FreeProperty.Whole(v);
    }

    private static List<Node> nodes(@Nullable Pose rest) {
        Transform turned = new Transform(
                new Vec3(0, 0, 40),
                RotationOrder.ZXY,
                new Vec3(5, 10, 15),
                new Vec3(10, 0, 0),
                new Vec3(0, 5, 0),
                new Vec3(1, 1, 1),
                Vec3.ZERO,
                new Vec3(0, 0, 1),
                Vec3.ZERO,
                new Vec3(0, 0, 2),
                Inherit.ORDINARY);
        Limits limits = new Limits(
                new double[] {-1, 0, 0, -45, 0, 0, 1, 1, 1},
                new double[] {1, 0, 0, 45, 0, 0, 1, 1, 1},
                new boolean[] {true, false, false, true, false, false, false, false, false},
                new boolean[] {true, false, false, true, false, false, false, false, false},
                new boolean[] {true, true, false});
        List<FreeProperty> users = List.of(
                new FreeProperty(
                        "mooring",
                        "Enum",
                        "",
                        "A+U",
                        new FreeProperty.Several(List.of(whole(1), new FreeProperty.Text("rope~chain")))),
                new FreeProperty("owner", "KString", "", "U", new FreeProperty.Text("Mira \"the post\" & son")),
                new FreeProperty("wetness", "Number", "", "A+U", numbers(0.65)));
        return List.of(
                new Node(
                        "quay",
                        -1,
                        NodeKind.GROUP,
                        Transform.IDENTITY,
                        null,
                        true,
                        -1,
                        null,
                        new int[0],
                        users,
                        new NodeAttribute("Null", "quay", List.of()),
                        null),
                joint("foot", 0, Transform.of(new Vec3(1, 2, 0), Vec3.ZERO, Vec3.ONE), "Root", null, rest, 1),
                joint("shaft", 1, turned, "LimbNode", limits, rest, 2),
                joint(
                        "tip",
                        2,
                        Transform.of(new Vec3(0, 0, 30), new Vec3(0, 20, 0), Vec3.ONE)
                                .withInherit(Inherit.WITHOUT_PARENT_SCALE),
                        "LimbNode",
                        null,
                        rest,
                        3),
                bound(Node.mesh("flag", 0, Transform.of(new Vec3(0, 0, 10), Vec3.ZERO, Vec3.ONE), 0, 1, 0), rest, 4),
                bound(
                        Node.mesh("post", 0, Transform.IDENTITY, 1, 0)
                                .withGeometric(new Matrix4d().translation(0, 0, 3)),
                        rest,
                        5),
                bound(Node.mesh("post_again", 0, Transform.of(new Vec3(50, 0, 0), Vec3.ZERO, Vec3.ONE), 1, 1), rest, 6),
                Node.of("eye", 0, NodeKind.CAMERA, Transform.of(new Vec3(0, -90, 30), Vec3.ZERO, Vec3.ONE))
                        .withPayload(NodeKind.CAMERA, 0)
                        .withGeometric(new Matrix4d().rotateY(-Math.PI / 2))
                        .withAttribute(new NodeAttribute(
                                "Camera",
                                "eye",
                                List.of(
                                        new FreeProperty("ApertureMode", "enum", "", "", whole(3)),
                                        new FreeProperty("AspectWidth", "double", "Number", "", numbers(320))))),
                Node.of("lamp", 0, NodeKind.LIGHT, Transform.of(new Vec3(9, 9, 90), Vec3.ZERO, Vec3.ONE))
                        .withPayload(NodeKind.LIGHT, 0)
                        .withGeometric(new Matrix4d().rotateX(-Math.PI / 2))
                        .withAttribute(new NodeAttribute(
                                "Light", "lamp", List.of(new FreeProperty("CastShadows", "bool", "", "", whole(1))))),
                Node.of("mark", 0, NodeKind.GROUP, Transform.of(Vec3.ZERO, new Vec3(0, 0, 30), Vec3.ONE))
                        .withAttribute(new NodeAttribute(
                                "Marker", "mark", List.of(new FreeProperty("Look", "enum", "", "", whole(3))))));
    }

    private static Node joint(
            String name,
            int parent,
            Transform t,
            String type,
            @Nullable Limits limits,
            @Nullable Pose rest,
            int index) {
        NodeAttribute attribute =
                new NodeAttribute(type, name, List.of(new FreeProperty("Size", "double", "Number", "", numbers(33.5))));
        Matrix4d bind = rest == null ? null : new Matrix4d(rest.world(index));
        return new Node(
                name, parent, NodeKind.JOINT, t, null, true, -1, bind, new int[0], List.of(), attribute, limits);
    }

    private static Node bound(Node n, @Nullable Pose rest, int index) {
        return rest == null ? n : n.withBindWorld(new Matrix4d(rest.world(index)));
    }

    private static List<Material> materials() {
        return List.of(
                new Material(
                        "oak",
                        "phong",
                        new Vec3(0.5, 0.4, 0.3),
                        1,
                        List.of(
                                new Material.Use("DiffuseColor", 0, Placement.of(2, 2, 0, 0, 0)),
                                new Material.Use("Bump", 1)),
                        List.of(
                                new FreeProperty("Shininess", "double", "Number", "", numbers(12)),
                                new FreeProperty("SpecularColor", "Color", "", "A", numbers(0.2, 0.2, 0.25)))),
                new Material(
                        "linen",
                        "unknown",
                        new Vec3(0.9, 0.2, 0.2),
                        0.75,
                        List.of(),
                        List.of(new FreeProperty("Weave|Count", "int", "Integer", "", whole(42)))));
    }

    private static List<Texture> textures() {
        byte[] picture = new byte[70_000];
        new java.util.Random(3).nextBytes(picture);
        System.arraycopy("\u0089PNG\r\n\u001a\n".getBytes(StandardCharsets.ISO_8859_1), 0, picture, 0, 8);
        return List.of(
                new Texture(
                        "grain",
                        "grain.png",
                        "grain.png",
                        true,
                        picture,
                        "salt",
                        List.of(new FreeProperty("Scaling", "Vector", "", "A", numbers(2, 2, 1)))),
                new Texture("rough", "C:\\maps\\rough.png", "maps\\rough.png", false));
    }
}
