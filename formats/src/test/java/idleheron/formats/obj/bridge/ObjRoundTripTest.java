package idleheron.formats.obj.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Light;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.Sail;
import idleheron.formats.SceneFiles;
import idleheron.formats.obj.ObjFormat;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A surface that rests comes back from its text as it was, in the materials in which it was. */
class ObjRoundTripTest {
    @TempDir
    Path folder;

    private Scene back(Scene s) throws IOException {
        Path file = folder.resolve("sail.obj");
        SceneFiles.write(s.withName("sail"), file, new ObjFormat(), "text", true, Progress.NONE);
        Files.writeString(
                folder.resolve("sail.mtl"), ObjSceneWriter.library(ObjForm.of(s).scene(), "test"));
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    private String text() throws IOException {
        return Files.readString(folder.resolve("sail.obj"));
    }

    /** Per face the material, "" for none. */
    private static List<String> worn(Scene s, int node) {
        Node n = s.nodes().get(node);
        Mesh m = s.meshes().get(n.payload());
        List<String> out = new ArrayList<>();
        for (int f = 0; f < m.faceCount(); f++) {
            int slot = m.faceMaterials() == null ? 0 : Objects.requireNonNull(m.faceMaterials())[f];
            int at = slot >= 0 && slot < n.materials().length ? n.materials()[slot] : -1;
            out.add(at < 0 ? "" : s.materials().get(at).name());
        }
        return out;
    }

    private static Scene two(Mesh first, int[] worn, Mesh second, int... of) {
        Scene s = Sail.shown(first);
        return s.withNodes(List.of(
                        Node.mesh("fore", -1, Transform.IDENTITY, 0, worn),
                        Node.mesh("aft", -1, Transform.IDENTITY, 1, of)))
                .withMeshes(List.of(first, second));
    }

    @Test
    void whatWearsNothingBehindWhatWearsSomethingWearsNothingOfIt() throws IOException {
        Mesh m = Sail.dressed().withFaceMaterials(new int[] {1, 0});
        Scene s = back(two(m, new int[] {0, 1}, Sail.mesh()));
        assertThat(worn(s, 0)).containsExactly("cloth", "tar");
        assertThat(worn(s, 1)).containsExactly("default", "default");
    }

    @Test
    void facesThatWearNothingAreToldAndGetAMaterialWhereOthersWearOne() throws IOException {
        Mesh m = Sail.dressed().withFaceMaterials(new int[] {0, 5});
        Scene sent = two(m, new int[] {1}, Sail.mesh().withFaceMaterials(new int[] {-1, 1}), -1, 0);
        assertThat(new ObjFormat().form(sent, "text").told())
                .contains("faces without a material, which get one called default: 2");
        Scene s = back(sent);
        assertThat(worn(s, 0)).containsExactly("cloth", "default");
        assertThat(worn(s, 1)).containsExactly("default", "tar");
        assertThat(s.notes()).noneMatch(n -> n.contains("no library has"));
        assertThat(text()).containsOnlyOnce("usemtl cloth").containsOnlyOnce("usemtl tar");
        SceneFormat.Form bare = new ObjFormat().form(two(Sail.mesh(), new int[0], Sail.mesh()), "text");
        assertThat(bare.scene().materials()).isEmpty();
        assertThat(bare.told()).noneMatch(n -> n.contains("material"));
    }

    @Test
    void twoMaterialsOfOneNameStayTwo() throws IOException {
        Scene sent = two(Sail.mesh(), new int[] {0}, Sail.mesh(), 1)
                .withMaterials(List.of(
                        new Material("dye", "phong", new Vec3(1, 0, 0), 1, -1),
                        new Material("dye", "phong", new Vec3(0, 0, 1), 0.5, -1)));
        Scene s = back(sent);
        assertThat(worn(s, 0)).containsOnly("dye");
        assertThat(worn(s, 1)).containsOnly("dye_2");
        assertThat(s.materials().get(0).diffuse()).isEqualTo(new Vec3(1, 0, 0));
        assertThat(s.materials().get(1).diffuse()).isEqualTo(new Vec3(0, 0, 1));
        assertThat(s.materials().get(1).opacity()).isEqualTo(0.5);
        assertThat(new ObjFormat().form(sent, "text").told())
                .contains("materials whose name another has and which get one of their own: 1");
    }

    @Test
    void smoothingEndsWithItsMesh() throws IOException {
        Mesh smooth = new Mesh(
                "fore",
                Sail.mesh().points(),
                new int[] {0, 4, 7},
                Sail.mesh().corners(),
                null,
                List.of(),
                null,
                new int[] {4, 4},
                null,
                null,
                List.of());
        Scene s = back(two(smooth, new int[0], Sail.mesh()));
        assertThat(s.meshes().get(0).smoothingGroups()).containsExactly(4, 4);
        assertThat(s.meshes().get(1).smoothingGroups()).containsExactly(0, 0);
        assertThat(text()).containsOnlyOnce("s 3").containsOnlyOnce("s off");
    }

    @Test
    void pointsCoordinatesAndNormalsOfEveryCorner() throws IOException {
        Mesh a = Sail.dressed();
        Mesh b = back(two(a, new int[] {0}, Sail.dressed(), 0)).meshes().get(1);
        assertThat(b.points()).isEqualTo(a.points());
        assertThat(b.faceStarts()).isEqualTo(a.faceStarts());
        assertThat(b.corners()).isEqualTo(a.corners());
        assertThat(b.normals()).isEqualTo(a.normals());
        UvSet u = a.uvSets().getFirst();
        UvSet v = b.uvSets().getFirst();
        for (int c = 0; c < 7; c++) {
            for (int k = 0; k < 2; k++) {
                assertThat(v.uv()[2 * v.indices()[c] + k]).isEqualTo(u.uv()[2 * u.indices()[c] + k]);
            }
        }
        assertThat(text().lines().filter(l -> l.startsWith("vt ")).count())
                .as("each once a mesh")
                .isEqualTo(8);
        assertThat(text().lines().filter(l -> l.startsWith("vn ")).count()).isEqualTo(6);
    }

    @Test
    void aCornerWithoutCoordinatesHasNone() throws IOException {
        Mesh m = Sail.mesh()
                .withUvSets(
                        List.of(new UvSet("st", new float[] {0.5f, 0.25f, 0, 1}, new int[] {0, -1, 1, 0, -1, -1, -1})));
        Mesh b = back(two(m, new int[0], m)).meshes().get(1);
        UvSet v = b.uvSets().getFirst();
        assertThat(v.indices()).containsExactly(0, -1, 1, 0, -1, -1, -1);
        assertThat(v.uv()).containsExactly(0.5f, 0.25f, 0, 1);
    }

    private static MeshLayer layer(MeshLayer.Kind kind, MeshLayer.Domain domain, int width, double... v) {
        return new MeshLayer(kind, "l" + width + domain, domain, width, v, null, null);
    }

    @Test
    void coloursOnPointsStayAndOthersGo() throws IOException {
        double[] rgba = new double[20];
        for (int i = 0; i < 20; i++) {
            rgba[i] = i % 4 == 3 ? i < 8 ? 1 : 0.5 : i / 20.0;
        }
        Mesh m = Sail.mesh()
                .withLayers(List.of(
                        layer(MeshLayer.Kind.COLOR, MeshLayer.Domain.POINT, 3, new double[15]),
                        layer(MeshLayer.Kind.COLOR, MeshLayer.Domain.CORNER, 4, new double[28]),
                        layer(MeshLayer.Kind.TANGENT, MeshLayer.Domain.POINT, 4, new double[20]),
                        layer(MeshLayer.Kind.COLOR, MeshLayer.Domain.POINT, 4, rgba),
                        layer(MeshLayer.Kind.GROUP, MeshLayer.Domain.FACE, 1, 3, 0),
                        layer(MeshLayer.Kind.GROUP, MeshLayer.Domain.POINT, 1, 1, 1, 1, 1, 1)));
        assertThat(new ObjFormat()
                        .form(Sail.shown(m), "text")
                        .scene()
                        .meshes()
                        .getFirst()
                        .layers())
                .hasSize(2);
        Mesh b = back(Sail.shown(m)).meshes().getFirst();
        assertThat(b.layers().getFirst().values()).containsExactly(rgba, within(1e-7));
        assertThat(b.layers()).extracting(MeshLayer::name).containsExactly("colours", "group_3", "group_0");
        assertThat(text().lines().filter(l -> l.startsWith("v ")).map(l -> l.split(" ").length))
                .containsExactly(7, 7, 8, 8, 8);
    }

    /** In the world, moved by its parent and what lies between its points and its node. */
    @Test
    void pointsAndNormalsStandWhereTheyRest() throws IOException {
        Scene s = Sail.shown(Sail.dressed());
        List<Node> nodes = new ArrayList<>(s.nodes());
        Matrix4d inside = new Matrix4d().translation(0, 0, 7);
        nodes.set(2, Node.mesh("sail", 0, Transform.IDENTITY, 0, 1, 0).withGeometric(inside));
        Mesh b = back(s.withNodes(nodes)).meshes().getFirst();
        // the mast stands at (0, 1, 0) and lies on its side: X goes up, Y to the left
        assertThat(new double[] {b.points()[3], b.points()[4], b.points()[5]})
                .containsExactly(new double[] {0, 2, 7}, within(1e-6));
        float[] n = Objects.requireNonNull(b.normals());
        assertThat(new float[] {n[0], n[1], n[2]}).containsExactly(new float[] {0, 1, 0}, within(1e-6f));
        assertThat(new float[] {n[3], n[4], n[5]}).containsExactly(new float[] {-1, 0, 0}, within(1e-6f));
    }

    @Test
    void whatJointsAndShapesDoAtRestIsWritten() throws IOException {
        Scene s = Sail.rigged();
        Mesh m = s.meshes().getFirst();
        Mesh blown = m.withSkin(null).withShapes(List.of(Sail.billow(1)));
        Mesh b = back(Sail.shown(blown)).meshes().getFirst();
        assertThat(b.points()[3]).isEqualTo(m.points()[3] + 1);
        assertThat(b.normals()).isEqualTo(m.normals());
        List<Node> bent = new ArrayList<>(s.nodes());
        Transform t = bent.get(0).transform();
        bent.set(
                0,
                bent.get(0)
                        .withTransform(Transform.of(
                                t.translation().plus(new Vec3(0, 0, 4)),
                                t.rotation().plus(new Vec3(0, 0, 90)),
                                Vec3.ONE)));
        Mesh moved = back(s.withNodes(bent)).meshes().getFirst();
        Matrix4d world = new idleheron.core.pose.Pose(s.withNodes(bent))
                .world(0)
                .mul(Objects.requireNonNull(m.skin()).toJoint()[0], new Matrix4d());
        var p = world.transformPosition(new org.joml.Vector3d(m.points()[0], m.points()[1], m.points()[2]));
        assertThat(new double[] {moved.points()[0], moved.points()[1], moved.points()[2]})
                .containsExactly(new double[] {p.x, p.y, p.z}, within(1e-5));
        float[] n = Objects.requireNonNull(moved.normals());
        var q = world.transformDirection(new org.joml.Vector3d(1, 0, 0));
        assertThat(new float[] {n[0], n[1], n[2]})
                .containsExactly(new float[] {(float) q.x, (float) q.y, (float) q.z}, within(1e-5f));
    }

    @Test
    void whatATextCannotHoldIsCounted() {
        UvSet uv = Sail.dressed().uvSets().getFirst();
        Mesh m = Sail.dressed().withUvSets(List.of(uv, uv, uv)).withShapes(List.of(Sail.billow(0)));
        Scene s = Sail.shown(m)
                .withClips(List.of(Sail.wave()))
                .withCameras(List.of(new Camera("c", 35, 36, 24, 1, 100)))
                .withLights(List.of(new Light("l", "point", Vec3.ONE, 1, 0, 45, 2)));
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.add(Node.mesh("furled", -1, Transform.IDENTITY, 0).hidden());
        SceneFormat.Form f = new ObjFormat().form(s.withNodes(nodes), "text");
        assertThat(f.told())
                .containsExactly(
                        "left out: 2 joints, 1 clip, 1 blend shape, 2 second UV sets, 1 turn of a picture, 1 camera, 1 light, 1 hidden mesh");
        assertThat(f.scene().nodes()).extracting(Node::name).containsExactly("sail");
        assertThat(new ObjFormat()
                        .form(two(Sail.mesh(), new int[0], Sail.mesh()), "text")
                        .told())
                .isEmpty();
    }

    @Test
    void aPictureKeepsItsPlaceAndLosesItsTurn() throws IOException {
        Placement lies = Placement.of(2, 3, 30, 0.25, 0.5).wrapped(Placement.Wrap.CLAMP, Placement.Wrap.CLAMP);
        Placement plain = Placement.of(2, 3, 0, 0.25, 0.5);
        Scene s = two(Sail.dressed(), new int[] {0}, Sail.dressed(), 1);
        Scene sent = s.withMaterials(List.of(
                new Material(
                        "a",
                        "phong",
                        Vec3.ONE,
                        1,
                        List.of(
                                new Material.Use(Material.DIFFUSE, 0, lies),
                                new Material.Use("AmbientColor", 0, plain)),
                        List.of()),
                new Material("b", "phong", Vec3.ONE, 1, List.of(new Material.Use("Bump", 0, plain)), List.of())));
        Scene b = back(sent);
        Placement got = b.materials().get(0).uses().getFirst().placement();
        Placement.Parts by = lies.parts();
        Placement want = Placement.of(by.scaleU(), by.scaleV(), 0, by.moveU(), by.moveV());
        assertThat(new double[] {got.uu(), got.uv(), got.u0(), got.vu(), got.vv(), got.v0()})
                .containsExactly(
                        new double[] {want.uu(), want.uv(), want.u0(), want.vu(), want.vv(), want.v0()}, within(1e-6));
        assertThat(got.acrossU()).isEqualTo(Placement.Wrap.CLAMP);
        assertThat(b.materials().get(0).uses())
                .extracting(Material.Use::property)
                .containsExactly(Material.DIFFUSE);
        Placement bump = b.materials().get(1).uses().getFirst().placement();
        assertThat(bump.u(0.5, 0.5)).isCloseTo(plain.u(0.5, 0.5), within(1e-6));
        assertThat(bump.acrossU()).isEqualTo(Placement.Wrap.REPEAT);
        assertThat(new ObjFormat().form(sent, "text").told()).containsExactly("left out: 1 turn of a picture");
    }

    @Test
    void whatALibrarySaysBesidesIsKept() throws IOException {
        List<FreeProperty> kept = List.of(
                new FreeProperty("mtl:Ns", "KString", "", "", new FreeProperty.Text("10")),
                new FreeProperty("mtl:illum", "KString", "", "", new FreeProperty.Text("")),
                new FreeProperty("other", "KString", "", "", new FreeProperty.Text("gone")));
        Scene s = two(Sail.mesh(), new int[] {0}, Sail.mesh(), 0)
                .withMaterials(
                        List.of(new Material("a b", "phong", new Vec3(0.5, Double.NaN, 0.25), 0.75, List.of(), kept)));
        Scene b = back(s);
        String library = Files.readString(folder.resolve("sail.mtl"));
        assertThat(library)
                .contains("newmtl a b\nKd 0.5 0 0.25\nd 0.75\nNs 10\nillum")
                .doesNotContain("gone");
        assertThat(b.materials().getFirst().opacity()).isEqualTo(0.75);
        assertThat(b.materials().getFirst().properties())
                .extracting(FreeProperty::name)
                .contains("mtl:Ns");
    }
}
