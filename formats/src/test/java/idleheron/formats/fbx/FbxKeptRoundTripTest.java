package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Light;
import idleheron.core.scene.Limits;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.formats.Sail;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.write.FbxSceneWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What goes along with joints, pictures, lenses and layers comes back with them, and nothing is told of what is as it should be. */
class FbxKeptRoundTripTest extends FbxRoundTripCase {
    @Test
    void nothingIsToldOfARigThatStandsAsItWasBound() throws FormatException {
        Scene s = back(Sail.rigged());
        assertThat(s.notes()).isEmpty();
        for (int j = 0; j < 2; j++) {
            Matrix4dc was = Objects.requireNonNull(Sail.rigged().nodes().get(j).bindWorld());
            assertThat(new Matrix4d(Objects.requireNonNull(s.nodes().get(j).bindWorld())).equals(was, 1e-9))
                    .isTrue();
        }
    }

    /** Joints and meshes that know where they were bound stand in the pose; others, and groups, do not. */
    @Test
    void theBindPoseHoldsJointsAndMeshes() {
        Matrix4d at = new Matrix4d().translation(1, 2, 3);
        Scene s = bare().withNodes(List.of(
                        Node.of("deck", -1, NodeKind.GROUP, Transform.IDENTITY).withBindWorld(at),
                        joint("mast", 0).withBindWorld(at),
                        joint("boom", 1),
                        Node.mesh("sail", 0, Transform.IDENTITY, 0).withBindWorld(at)))
                .withMeshes(List.of(Sail.mesh()));
        List<FbxRecord> poses = objects(s, "Pose");
        assertThat(poses).hasSize(1);
        assertThat(poses.getFirst().children("PoseNode")).hasSize(2);
        assertThat(Objects.requireNonNull(poses.getFirst().child("NbPoseNodes")).integer(0, 0))
                .isEqualTo(2);
        assertThat(objects(shown(Sail.mesh()), "Pose")).isEmpty();
    }

    @Test
    void aSkinWithoutJointsIsASkin() throws FormatException {
        Skin none = new Skin("bare", new int[0], new Matrix4dc[0], new int[6], new int[0], new float[0]);
        Scene s = shown(Sail.mesh().withSkin(none));
        assertThat(objects(s, "Deformer")).hasSize(1);
        assertThat(objects(shown(Sail.mesh().withSkin(Sail.skin(new Matrix4d(), new Matrix4d()))), "Deformer"))
                .as("one and a cluster each")
                .hasSize(3);
    }

    /** A joint that no point follows has its cluster, without points. */
    @Test
    void aClusterWithoutPointsIsKept() throws FormatException {
        Skin one = new Skin(
                "k",
                new int[] {0, 1},
                new Matrix4dc[] {new Matrix4d(), new Matrix4d()},
                new int[] {0, 1, 2, 3, 4, 5},
                new int[5],
                new float[] {1, 1, 1, 1, 1});
        Scene s = shown(Sail.mesh().withSkin(one));
        List<FbxRecord> clusters = objects(s, "Deformer").stream()
                .filter(d -> d.text(2).equals("Cluster"))
                .toList();
        assertThat(clusters).hasSize(2);
        assertThat(clusters.get(0).child("Indexes")).isNotNull();
        assertThat(clusters.get(1).child("Indexes")).isNull();
        assertThat(clusters.get(1).child("Weights")).isNull();
        assertThat(Objects.requireNonNull(back(s).meshes().getFirst().skin()).joints())
                .containsExactly(0, 1);
    }

    @Test
    void weightsThatAddUpOrAreAddedAndSkinsInParts() throws FormatException {
        for (SkinStyle.Link link : SkinStyle.Link.values()) {
            SkinStyle style = new SkinStyle(SkinStyle.Method.LINEAR, null, link, List.of(), new int[] {0, 1});
            Scene s = back(shown(Sail.mesh()
                    .withSkin(Sail.skin(new Matrix4d(), new Matrix4d()).withStyle(style))));
            Skin b = Objects.requireNonNull(s.meshes().getFirst().skin());
            assertThat(b.style().link()).isEqualTo(link);
            assertThat(b.style().parts()).containsExactly(0, 1);
            assertThat(s.notes()).anyMatch(n -> n.contains("has 2 skins"));
        }
    }

    @ParameterizedTest
    @CsvSource({"CAMERA", "LIGHT"})
    void whatLooksAnotherWayIsTurnedSoThatItLooksThere(NodeKind kind) throws FormatException {
        Transform stands = Transform.of(new Vec3(1, 2, 3), new Vec3(10, 20, 30), Vec3.ONE)
                .withTurns(Vec3.ZERO, new Vec3(5, -6, 7));
        for (Matrix4d looks :
                List.of(new Matrix4d(), new Matrix4d().rotateX(0.5).rotateY(1))) {
            Scene s = bare().withNodes(List.of(Node.of("eye", -1, NodeKind.GROUP, stands)
                            .withPayload(kind, 0)
                            .withGeometric(looks)))
                    .withCameras(List.of(new Camera("eye", 35, 36, 24, 1, 100)))
                    .withLights(List.of(new Light("eye", "point", Vec3.ONE, 1, 0, 45, 2)));
            Scene b = back(s);
            Node n = b.nodes().getFirst();
            assertThat(n.kind()).isEqualTo(kind);
            Matrix4d was = new Matrix4d(new Pose(s).world(0)).mul(looks);
            Matrix4d is = new Matrix4d(new Pose(b).world(0)).mul(Objects.requireNonNull(n.geometric()));
            assertThat(Matrices.difference(is, was)).isLessThan(1e-9);
            // written again it looks the usual way and keeps its turns
            assertThat(back(b).nodes().getFirst().transform()).isEqualTo(n.transform());
        }
    }

    @Test
    void aNodeOfAnotherKindKeepsItsTurnsWhateverItsGeometry() throws FormatException {
        Node n = Node.mesh("sail", -1, Transform.IDENTITY, 0).withGeometric(new Matrix4d().rotateX(0.5));
        Node b = back(bare().withNodes(List.of(n)).withMeshes(List.of(Sail.mesh())))
                .nodes()
                .getFirst();
        assertThat(b.transform()).isEqualTo(Transform.IDENTITY);
        assertThat(new Matrix4d(Objects.requireNonNull(b.geometric())).equals(new Matrix4d().rotateX(0.5), 1e-9))
                .isTrue();
    }

    private static boolean active(Scene s) {
        FbxRecord p = Objects.requireNonNull(objects(s, "Model").getFirst().child("Properties70"));
        return p.children().stream()
                        .filter(r -> r.text(0).equals("RotationActive"))
                        .findFirst()
                        .orElseThrow()
                        .integer(4, -1)
                == 1;
    }

    /** Turns before and after, another order and bounds on turns are in force only where a node says so. */
    @Test
    void aNodeSaysThatItsTurnsAreInForceWhereTheyAre() {
        Vec3 turn = new Vec3(1, 0, 0);
        assertThat(active(bare().withNodes(List.of(Node.of("a", -1, NodeKind.GROUP, Transform.IDENTITY)))))
                .isFalse();
        assertThat(active(bare().withNodes(List.of(
                        Node.of("a", -1, NodeKind.GROUP, Transform.IDENTITY.withTurns(turn, Vec3.ZERO))))))
                .isTrue();
        assertThat(active(bare().withNodes(List.of(
                        Node.of("a", -1, NodeKind.GROUP, Transform.IDENTITY.withTurns(Vec3.ZERO, turn))))))
                .isTrue();
        for (int g = 0; g < 3; g++) {
            boolean[] on = {g == 0, g == 1, g == 2};
            boolean[] all = {true, true, true, true, true, true, true, true, true};
            Limits l = new Limits(new double[9], new double[9], all, all, on);
            assertThat(active(bare().withNodes(List.of(
                            Node.of("a", -1, NodeKind.GROUP, Transform.IDENTITY).withLimits(l)))))
                    .isEqualTo(g == 1);
        }
    }

    @Test
    void aCameraKeepsTheWayInWhichItTellsItsLens() throws FormatException {
        for (int mode = 0; mode < 4; mode++) {
            FreeProperty own =
                    new FreeProperty("ApertureMode", "enum", "", "", new FreeProperty.Whole(new long[] {mode}));
            Scene s = bare().withNodes(List.of(Node.of("eye", -1, NodeKind.GROUP, Transform.IDENTITY)
                            .withPayload(NodeKind.CAMERA, 0)
                            .withAttribute(new idleheron.core.scene.NodeAttribute("Camera", "eye", List.of(own)))))
                    .withCameras(List.of(new Camera("eye", 35, 36, 24, 0.25, 100)));
            Camera c = back(s).cameras().getFirst();
            assertThat(c.focalLength()).as("mode " + mode).isCloseTo(35, within(1e-6));
            assertThat(c.apertureWidth()).isCloseTo(36, within(1e-6));
            assertThat(named(objects(s, "NodeAttribute").getFirst(), "FieldOfViewX"))
                    .isEqualTo(mode == 0 ? 1 : 0);
        }
    }

    @Test
    void aStageKeepsRatesThatHaveNoNumberAndWhatItSaysBesides() throws FormatException {
        FreeProperty once = new FreeProperty(
                "OriginalUnitScaleFactor", "double", "Number", "", new FreeProperty.Numbers(new double[] {2.54}));
        Stage was = new Stage(
                idleheron.core.math.AxisSystem.COMMON, 0.01, FrameRate.nearest(12.5), 0, 1, "test", List.of(once));
        FbxRecord settings = Objects.requireNonNull(
                FbxSceneWriter.write(Scene.bare("t", was), 7400).record("GlobalSettings"));
        List<FbxRecord> p =
                Objects.requireNonNull(settings.child("Properties70")).children();
        assertThat(p.stream().filter(r -> r.text(0).equals("OriginalUnitScaleFactor")))
                .hasSize(1);
        assertThat(p.stream().filter(r -> r.text(0).equals("OriginalUpAxis"))).hasSize(1);
        assertThat(p.stream()
                        .filter(r -> r.text(0).equals("CustomFrameRate"))
                        .findFirst()
                        .orElseThrow()
                        .number(4, 0))
                .isEqualTo(12.5);
        Stage b = back(Scene.bare("t", was)).stage();
        assertThat(b.rate().perSecond()).isEqualTo(12.5);
        FbxRecord plain =
                Objects.requireNonNull(FbxSceneWriter.write(bare(), 7400).record("GlobalSettings"));
        assertThat(Objects.requireNonNull(plain.child("Properties70")).children().stream()
                        .filter(r -> r.text(0).equals("CustomFrameRate"))
                        .findFirst()
                        .orElseThrow()
                        .number(4, 0))
                .isEqualTo(-1);
    }

    private static ClipLayer layer(String name, ClipLayer.Blend blend, boolean solo, Clip.NodeTrack... tracks) {
        return new ClipLayer(
                name,
                blend,
                Curve.linear(new double[] {0}, new double[] {1}),
                false,
                solo,
                false,
                false,
                List.of(tracks),
                List.of(),
                List.of());
    }

    /** The lowest layer says of every group that moves all three numbers; one over others only what it moves. */
    @Test
    void aLayerOverOthersTellsOnlyWhatItMoves() throws FormatException {
        Curve c = Curve.linear(new double[] {0, 2}, new double[] {0, 1});
        Clip both = new Clip(
                "wave",
                0,
                2,
                FrameRate.of(30),
                List.of(Sail.track(0, Channel.ROTATE_X, c)),
                List.of(),
                List.of(),
                List.of(layer("over", ClipLayer.Blend.ADD, false, Sail.track(0, Channel.ROTATE_Z, c))));
        Scene s = shown(Sail.mesh()).withClips(List.of(both));
        List<Integer> told = objects(s, "AnimationCurveNode").stream()
                .map(n -> Objects.requireNonNull(n.child("Properties70"))
                        .children()
                        .size())
                .toList();
        assertThat(told).containsExactly(3, 1);
        Clip over = new Clip(
                "wave",
                0,
                2,
                FrameRate.of(30),
                List.of(),
                List.of(),
                List.of(),
                List.of(
                        layer("low", ClipLayer.Blend.ADD, false, Sail.track(0, Channel.ROTATE_X, c)),
                        layer("high", ClipLayer.Blend.REPLACE, true, Sail.track(0, Channel.ROTATE_Z, c))));
        Scene t = shown(Sail.mesh()).withClips(List.of(over));
        assertThat(objects(t, "AnimationLayer")).hasSize(2);
        assertThat(objects(t, "AnimationCurveNode").stream()
                        .map(n -> Objects.requireNonNull(n.child("Properties70"))
                                .children()
                                .size()))
                .containsExactly(3, 1);
        Clip b = back(s).clips().getFirst();
        assertThat(b.layers()).hasSize(1);
        assertThat(b.layers().getFirst().blend()).isEqualTo(ClipLayer.Blend.ADD);
        assertThat(b.layers().getFirst().solo()).isFalse();
        assertThat(b.layers().getFirst().nodes().getFirst().curve(Channel.ROTATE_X))
                .isNull();
        Clip high = back(t).clips().getFirst();
        assertThat(high.layers()).extracting(ClipLayer::name).containsExactly("low", "high");
        assertThat(high.layers()).extracting(ClipLayer::solo).containsExactly(false, true);
        assertThat(high.nodes())
                .as("where one is heard alone there is no lowest")
                .isEmpty();
    }

    @Test
    void valuesOfLampsAndMaterialsThatMove() throws FormatException {
        Curve c = Curve.linear(new double[] {0, 2}, new double[] {50, 150});
        Clip clip = new Clip(
                "glow",
                0,
                2,
                FrameRate.of(30),
                List.of(),
                List.of(),
                List.of(
                        new Clip.ValueTrack(Clip.Subject.ATTRIBUTE, 0, "Intensity", "Intensity", c),
                        new Clip.ValueTrack(Clip.Subject.MATERIAL, 1, Material.DIFFUSE, "X", c),
                        new Clip.ValueTrack(Clip.Subject.MATERIAL, 1, Material.DIFFUSE, "Z", c)),
                List.of());
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("lamp", -1, NodeKind.GROUP, Transform.IDENTITY).withPayload(NodeKind.LIGHT, 0));
        nodes.add(Node.mesh("sail", -1, Transform.IDENTITY, 0, 0, 1));
        Mesh m = Sail.dressed().withFaceMaterials(new int[] {0, 1});
        Scene s = bare().withNodes(nodes)
                .withMeshes(List.of(m))
                .withLights(List.of(new Light("lamp", "point", Vec3.ONE, 1, 0, 45, 2)))
                .withMaterials(List.of(of("a", List.of()), of("b", List.of())))
                .withClips(List.of(clip));
        Clip b = back(s).clips().getFirst();
        assertThat(b.values().stream()
                        .map(v -> v.subject() + " " + v.index() + " " + v.property() + " " + v.component()))
                .containsExactlyInAnyOrder(
                        "ATTRIBUTE 0 Intensity Intensity", "MATERIAL 1 DiffuseColor X", "MATERIAL 1 DiffuseColor Z");
        for (Clip.ValueTrack v : b.values()) {
            assertThat(v.curve().at(1)).isCloseTo(100, within(1e-4));
        }
    }
}
