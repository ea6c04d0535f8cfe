package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

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
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.EdgeSmoothing;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.time.FrameRate;
import idleheron.formats.Sail;
import idleheron.formats.bytes.FormatException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;

/** What is put into a document comes out of it, field by field. */
class FbxRoundTripTest extends FbxRoundTripCase {
    private static final Transform FULL = new Transform(
            new Vec3(1, 2, 3),
            RotationOrder.ZXY,
            new Vec3(10, 20, 30),
            new Vec3(4, 5, 6),
            new Vec3(7, 8, 9),
            new Vec3(2, 0.5, 1.5),
            new Vec3(0.1, 0.2, 0.3),
            new Vec3(0.4, 0.5, 0.6),
            new Vec3(0.7, 0.8, 0.9),
            new Vec3(1.1, 1.2, 1.3),
            Inherit.WITHOUT_PARENT_SCALE);

    @Test
    void aStageWithItsAxesUnitRateAndRange() throws FormatException {
        for (AxisSystem axes : List.of(AxisSystem.Z_UP, AxisSystem.COMMON)) {
            for (double unit : new double[] {0.0254, 1}) {
                Stage s = new Stage(axes, unit, FrameRate.of(60), 0.5, 3.25, "test");
                Stage b = back(Scene.bare("t", s)).stage();
                assertThat(b.axes()).isEqualTo(axes);
                assertThat(b.metersPerUnit()).isCloseTo(unit, within(1e-12));
                assertThat(b.rate().perSecond()).isEqualTo(60);
                assertThat(b.startSeconds()).isCloseTo(0.5, within(1e-9));
                assertThat(b.endSeconds()).isCloseTo(3.25, within(1e-9));
            }
        }
    }

    @Test
    void everyPartOfATransformAndWhatLimitsIt() throws FormatException {
        Limits limits = new Limits(
                new double[] {-1, -2, -3, -10, -20, -30, 0.5, 0.25, 0.125},
                new double[] {1, 2, 3, 10, 20, 30, 2, 4, 8},
                new boolean[] {true, false, true, false, true, false, true, true, false},
                new boolean[] {false, true, true, false, false, true, true, false, false},
                new boolean[] {true, true, false});
        List<FreeProperty> own = List.of(
                new FreeProperty("owner", "KString", new FreeProperty.Text("Mira")),
                new FreeProperty("reach", "double", new FreeProperty.Numbers(new double[] {0.65})),
                new FreeProperty("lamps", "int", new FreeProperty.Whole(new long[] {3})));
        Node n = new Node("hull", -1, NodeKind.GROUP, FULL, null, false, -1, null, new int[0], own).withLimits(limits);
        Node b = back(bare().withNodes(List.of(n))).nodes().getFirst();
        assertThat(b.name()).isEqualTo("hull");
        assertThat(b.kind()).isEqualTo(NodeKind.GROUP);
        assertThat(b.visible()).isFalse();
        assertThat(b.transform()).isEqualTo(FULL);
        assertThat(b.properties().stream().filter(FreeProperty::isUsers).map(p -> p.name() + " " + p.shown()))
                .containsExactlyInAnyOrder("owner Mira", "reach 0.65", "lamps 3");
        Limits l = Objects.requireNonNull(b.limits());
        assertThat(l.low()).isEqualTo(limits.low());
        assertThat(l.high()).isEqualTo(limits.high());
        assertThat(l.lowOn()).isEqualTo(limits.lowOn());
        assertThat(l.highOn()).isEqualTo(limits.highOn());
        assertThat(l.on()).isEqualTo(limits.on());
        for (RotationOrder order : RotationOrder.values()) {
            for (Inherit inherit : Inherit.values()) {
                Transform t = new Transform(
                        Vec3.ZERO, order, Vec3.ONE, Vec3.ZERO, Vec3.ZERO, Vec3.ONE, Vec3.ZERO, Vec3.ZERO, Vec3.ZERO,
                        Vec3.ZERO, inherit);
                Scene two = bare().withNodes(List.of(joint("a", -1), Node.of("b", 0, NodeKind.JOINT, t)));
                assertThat(back(two).nodes().get(1).transform()).isEqualTo(t);
                assertThat(back(two).nodes().get(1).parent()).isZero();
            }
        }
    }

    @Test
    void aTurnBeforeOrAfterTheOwnCountsByItself() throws FormatException {
        Vec3 turn = new Vec3(10, 20, 30);
        for (Transform t :
                List.of(Transform.IDENTITY.withTurns(turn, Vec3.ZERO), Transform.IDENTITY.withTurns(Vec3.ZERO, turn))) {
            Scene s = back(bare().withNodes(List.of(Node.of("hull", -1, NodeKind.GROUP, t))));
            assertThat(s.nodes().getFirst().transform()).isEqualTo(t);
            assertThat(new Pose(s).world(0).equals(t.matrix(), 1e-9)).isTrue();
        }
    }

    @Test
    void normalsThatDifferInOneNumberAtAPointStayByCorner() throws FormatException {
        for (int k = 0; k < 3; k++) {
            Mesh m = Sail.mesh();
            float[] normals = new float[21];
            for (int c = 0; c < 7; c++) {
                normals[3 * c + (k + 1) % 3] = 1;
            }
            normals[3 * 4 + k] = 0.5f; // the first corner of the triangle shares its point with the quad
            assertThat(meshBack(m.withNormals(normals)).normals()).isEqualTo(normals);
        }
    }

    private static Mesh meshBack(Mesh m) throws FormatException {
        Scene s = back(shown(m));
        return s.meshes().get(s.nodes().get(2).payload());
    }

    @Test
    void whatMovesASurfaceButNotWhatHangsBelow() throws FormatException {
        Matrix4d geometric =
                new Matrix4d().translate(1, 2, 3).rotateX(0.5).rotateZ(-1).scale(2, 3, 4);
        Scene s = shown(Sail.mesh());
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(2, nodes.get(2).withGeometric(geometric));
        Node b = back(s.withNodes(nodes)).nodes().get(2);
        assertThat(new Matrix4d(Objects.requireNonNull(b.geometric())).equals(geometric, 1e-9))
                .isTrue();
        assertThat(back(s).nodes().get(2).geometric()).isNull();
    }

    @Test
    void facesNormalsCoordinatesAndLayers() throws FormatException {
        float[] normals = new float[21];
        for (int i = 0; i < normals.length; i++) {
            normals[i] = i % 3 == i / 3 % 3 ? 1 : 0;
        }
        Mesh m = Sail.mesh()
                .withNormals(normals)
                .withUvSets(List.of(
                        new UvSet("first", new float[] {0, 0, 1, 0, 1, 1, 0, 1}, new int[] {0, 1, 2, 3, 1, 2, 3}),
                        new UvSet("second", new float[] {.5f, .25f}, new int[] {0, 0, -1, 0, 0, 0, 0})))
                .withFaceMaterials(new int[] {1, 0})
                .withSmoothing(new int[] {4, 2}, null)
                .withLayers(List.of(
                        new MeshLayer(
                                MeshLayer.Kind.COLOR,
                                "paint",
                                MeshLayer.Domain.CORNER,
                                4,
                                new double[] {1, 0, 0, 1, 0, 1, 0, 0.5},
                                new int[] {0, 1, 0, 1, 0, 1, 0},
                                null),
                        new MeshLayer(
                                MeshLayer.Kind.HOLE,
                                "hole",
                                MeshLayer.Domain.FACE,
                                1,
                                new double[] {0, 1},
                                null,
                                null)));
        Mesh b = meshBack(m);
        assertThat(b.name()).isEqualTo("sail");
        assertThat(b.points()).isEqualTo(m.points());
        assertThat(b.faceStarts()).isEqualTo(m.faceStarts());
        assertThat(b.corners()).isEqualTo(m.corners());
        assertThat(b.normals()).isEqualTo(normals);
        assertThat(b.faceMaterials()).containsExactly(1, 0);
        assertThat(b.smoothingGroups()).containsExactly(4, 2);
        assertThat(b.uvSets()).extracting(UvSet::name).containsExactly("first", "second");
        assertThat(b.uvSets().get(0).uv()).isEqualTo(m.uvSets().get(0).uv());
        assertThat(b.uvSets().get(0).indices()).isEqualTo(m.uvSets().get(0).indices());
        assertThat(b.uvSets().get(1).indices()).isEqualTo(m.uvSets().get(1).indices());
        MeshLayer paint = b.layers().stream()
                .filter(l -> l.kind() == MeshLayer.Kind.COLOR)
                .findFirst()
                .orElseThrow();
        assertThat(paint.name()).isEqualTo("paint");
        assertThat(paint.domain()).isEqualTo(MeshLayer.Domain.CORNER);
        assertThat(paint.values()).containsExactly(1, 0, 0, 1, 0, 1, 0, 0.5);
        assertThat(paint.indices()).containsExactly(0, 1, 0, 1, 0, 1, 0);
        assertThat(b.layers()).extracting(MeshLayer::kind).contains(MeshLayer.Kind.HOLE);
    }

    @Test
    void edgesAreHardOrSmoothOneByOne() throws FormatException {
        EdgeSmoothing edges = new EdgeSmoothing(new int[] {0, 1, 2, 3, 4, 5}, new int[] {1, 0, 1, 1, 0, 1});
        EdgeSmoothing b = Objects.requireNonNull(
                meshBack(Sail.mesh().withSmoothing(null, edges)).edgeSmoothing());
        assertThat(b.corners()).isEqualTo(edges.corners());
        assertThat(b.smooth()).isEqualTo(edges.smooth());
    }

    @Test
    void weightsBindMatricesAndTheirWayOfJoining() throws FormatException {
        Matrix4dc[] bind = {
            new Matrix4d().translate(0, -1, 0),
            new Matrix4d().translate(0, -2, 0).rotateZ(0.4)
        };
        for (SkinStyle.Method method : SkinStyle.Method.values()) {
            float[] share = method == SkinStyle.Method.BLENDED ? new float[] {0, 0.25f, 0.5f, 0.75f, 1} : null;
            Skin skin =
                    Sail.skin(bind).withStyle(new SkinStyle(method, share, SkinStyle.Link.NORMALIZED, List.of(), null));
            Skin b = Objects.requireNonNull(meshBack(Sail.mesh().withSkin(skin)).skin());
            assertThat(b.joints()).containsExactly(0, 1);
            assertThat(b.starts()).isEqualTo(skin.starts());
            assertThat(b.slots()).isEqualTo(skin.slots());
            assertThat(b.weights()).isEqualTo(skin.weights());
            assertThat(b.style().method()).isEqualTo(method);
            assertThat(b.style().dualShare()).isEqualTo(share);
            for (int j = 0; j < 2; j++) {
                assertThat(new Matrix4d(b.toJoint()[j]).equals(bind[j], 1e-9)).isTrue();
            }
        }
    }

    @Test
    void shapesWithWhatLiesBetween() throws FormatException {
        BlendShape b = meshBack(Sail.mesh().withShapes(List.of(Sail.billow(0.25))))
                .shapes()
                .getFirst();
        assertThat(b.name()).isEqualTo("billow");
        assertThat(b.weight()).isCloseTo(0.25, within(1e-9));
        assertThat(b.targets()).hasSize(2);
        assertThat(b.targets().get(0).fullWeight()).isCloseTo(0.5, within(1e-9));
        assertThat(b.targets().get(0).points()).containsExactly(2);
        assertThat(b.targets().get(1).points()).containsExactly(1, 3);
        assertThat(b.targets().get(1).deltas()).containsExactly(1, 2, 3, 4, 5, 6);
    }

    @Test
    void materialsTheirPicturesAndHowThoseLie() throws FormatException {
        Scene s = shown(Sail.mesh().withFaceMaterials(new int[] {0, 1}));
        Scene b = back(s);
        assertThat(b.materials()).extracting(Material::name).containsExactly("tar", "cloth");
        Material tar = b.materials().getFirst();
        assertThat(tar.model()).isEqualTo("phong");
        assertThat(tar.diffuse().distance(new Vec3(0.1, 0.2, 0.3))).isLessThan(1e-9);
        assertThat(tar.opacity()).isCloseTo(0.5, within(1e-9));
        assertThat(b.materials().get(1).model()).isEqualTo("lambert");
        assertThat(b.materials().get(1).uses()).isEmpty();
        assertThat(tar.uses()).extracting(Material.Use::property).containsExactly(Material.DIFFUSE, "NormalMap");
        Placement p = tar.uses().getFirst().placement();
        assertThat(p.uu()).isCloseTo(2, within(1e-9));
        assertThat(p.vv()).isCloseTo(3, within(1e-9));
        assertThat(p.u0()).isCloseTo(0.25, within(1e-9));
        assertThat(p.v0()).isCloseTo(0.5, within(1e-9));
        Texture canvas = b.textures().get(tar.uses().get(0).texture());
        assertThat(canvas.path()).isEqualTo("C:/work/canvas.png");
        assertThat(canvas.relative()).isEqualTo("maps/canvas.png");
        assertThat(canvas.uvSet()).isEqualTo("second");
        assertThat(canvas.content()).isNull();
        assertThat(b.textures().get(tar.uses().get(1).texture()).content()).containsExactly(1, 2, 3, 4, 5);
        assertThat(b.nodes().get(2).materials()).containsExactly(1, 0);
    }

    @Test
    void camerasAndLights() throws FormatException {
        Camera lens = new Camera("lens", 35, 36, 24, 0.5, 900);
        Light spot = new Light("spot", "spot", new Vec3(1, 0.5, 0.25), 2, 20, 45, 2);
        Scene s = bare().withNodes(List.of(
                        Node.of("eye", -1, NodeKind.CAMERA, Transform.IDENTITY).withPayload(NodeKind.CAMERA, 0),
                        Node.of("lamp", -1, NodeKind.LIGHT, Transform.IDENTITY).withPayload(NodeKind.LIGHT, 0)))
                .withCameras(List.of(lens))
                .withLights(List.of(spot));
        Scene b = back(s);
        Camera c = b.cameras().get(b.nodes().get(0).payload());
        assertThat(c.focalLength()).isCloseTo(35, within(1e-6));
        assertThat(c.apertureWidth()).isCloseTo(36, within(1e-6));
        assertThat(c.apertureHeight()).isCloseTo(24, within(1e-6));
        assertThat(c.near()).isCloseTo(0.5, within(1e-9));
        assertThat(c.far()).isCloseTo(900, within(1e-9));
        assertThat(c.orthographic()).isFalse();
        Light l = b.lights().get(b.nodes().get(1).payload());
        assertThat(l.kind()).isEqualTo("spot");
        assertThat(l.color().distance(spot.color())).isLessThan(1e-9);
        assertThat(l.intensity()).isCloseTo(2, within(1e-9));
        assertThat(l.innerAngle()).isCloseTo(20, within(1e-9));
        assertThat(l.outerAngle()).isCloseTo(45, within(1e-9));
        assertThat(l.decay()).isEqualTo(2);
    }
}
