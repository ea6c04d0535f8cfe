package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Attributes of vertices, as they are written and as they are read. */
class GltfSurfacesTest {
    private static final float[] UP = {0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1};

    /** Two triangles on a square, in corners 0 1 2 and 0 2 3. */
    private static Mesh square() {
        return Mesh.bare("net", new double[] {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0}, new int[] {0, 3, 6}, new int[] {
            0, 1, 2, 0, 2, 3
        });
    }

    private static Scene shown(Mesh... meshes) {
        List<Node> nodes = new java.util.ArrayList<>();
        for (int i = 0; i < meshes.length; i++) {
            nodes.add(Node.mesh("n" + i, -1, Transform.IDENTITY, i));
        }
        return Scene.bare("t", Stage.COMMON).withNodes(nodes).withMeshes(List.of(meshes));
    }

    private static GltfDocument written(Scene s) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        GltfSceneWriter.write(s, "test").doc().binary(out);
        return GltfDocument.read("d.glb", null, MemorySegment.ofArray(out.toByteArray()));
    }

    private static GltfObject attributes(GltfDocument d) throws IOException {
        return d.root().list("meshes").getFirst().list("primitives").getFirst().child("attributes");
    }

    private static float[] attribute(GltfDocument d, String name) throws IOException {
        return Objects.requireNonNull(d.accessor(attributes(d), name), name).floats();
    }

    private static MeshLayer layer(
            MeshLayer.Kind kind, MeshLayer.Domain domain, int width, int[] indices, double... v) {
        return new MeshLayer(kind, "l", domain, width, v, indices.length == 0 ? null : indices, null);
    }

    @ParameterizedTest
    @CsvSource({"ALL, 1", "POINT, 4", "CORNER, 6"})
    void coloursOfAllOfPointsAndOfCorners(MeshLayer.Domain domain, int count) throws IOException {
        double[] v = new double[3 * count];
        for (int i = 0; i < count; i++) {
            v[3 * i] = i / 8.0;
            v[3 * i + 1] = 2; // more than there is
            v[3 * i + 2] = -1;
        }
        Mesh m = square().withLayers(List.of(layer(MeshLayer.Kind.COLOR, domain, 3, new int[0], v)));
        Mesh b = GltfSceneReader.read(written(shown(m)), "s", null).meshes().getFirst();
        MeshLayer l = b.layers().getFirst();
        for (int c = 0; c < 6; c++) {
            int e = Objects.requireNonNull(l.indices())[c];
            int was = domain == MeshLayer.Domain.ALL ? 0 : domain == MeshLayer.Domain.POINT ? m.corners()[c] : c;
            assertThat(Arrays.copyOfRange(l.values(), 4 * e, 4 * e + 4)).containsExactly(was / 8.0, 1, 0, 1);
        }
    }

    @Test
    void whatHasNoPlaceOnVerticesIsNotWritten() throws IOException {
        Mesh m = square().withLayers(List.of(
                layer(MeshLayer.Kind.COLOR, MeshLayer.Domain.FACE, 3, new int[0], 1, 0, 0, 0, 1, 0),
                layer(MeshLayer.Kind.COLOR, MeshLayer.Domain.POINT, 2, new int[0], 1, 0, 1, 0, 1, 0, 1, 0),
                layer(MeshLayer.Kind.GROUP, MeshLayer.Domain.POINT, 4, new int[0], new double[16])));
        assertThat(attributes(written(shown(m))).has("COLOR_0")).isFalse();
    }

    /** The side of the third direction is that on which it lies of normal times tangent. */
    @ParameterizedTest
    @CsvSource({"1, 1", "-1, -1"})
    void tangentsWithTheSideOfTheThirdDirection(double side, float w) throws IOException {
        Mesh m = square().withNormals(UP)
                .withLayers(List.of(
                        layer(
                                MeshLayer.Kind.TANGENT,
                                MeshLayer.Domain.POINT,
                                3,
                                new int[0],
                                2,
                                0,
                                0,
                                2,
                                0,
                                0,
                                2,
                                0,
                                0,
                                2,
                                0,
                                0),
                        layer(MeshLayer.Kind.BINORMAL, MeshLayer.Domain.ALL, 3, new int[0], 0, side, 0)));
        GltfDocument d = written(shown(m));
        float[] t = attribute(d, "TANGENT");
        assertThat(t).hasSize(16);
        for (int v = 0; v < 4; v++) {
            assertThat(Arrays.copyOfRange(t, 4 * v, 4 * v + 4)).containsExactly(1, 0, 0, w);
        }
        List<MeshLayer> back =
                GltfSceneReader.read(d, "s", null).meshes().getFirst().layers();
        assertThat(back).extracting(MeshLayer::kind).containsExactly(MeshLayer.Kind.TANGENT, MeshLayer.Kind.BINORMAL);
        assertThat(Arrays.copyOf(back.get(0).values(), 3)).containsExactly(1, 0, 0);
        assertThat(Arrays.copyOf(back.get(1).values(), 3)).containsExactly(new double[] {0, side, 0}, within(0.0));
    }

    @Test
    void tangentsOfFourNumbersSayTheirSideThemselves() throws IOException {
        Mesh m = square().withNormals(UP)
                .withLayers(List.of(layer(MeshLayer.Kind.TANGENT, MeshLayer.Domain.ALL, 4, new int[0], 0, 1, 0, -1)));
        assertThat(Arrays.copyOf(attribute(written(shown(m)), "TANGENT"), 4)).containsExactly(0, 1, 0, -1);
    }

    @Test
    void aTangentThatIsNoneLiesAcrossTheNormal() throws IOException {
        float[] side = {1, 0, 0, 1, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 1, 0, 0, 1};
        Mesh m = square().withNormals(side)
                .withLayers(List.of(layer(MeshLayer.Kind.TANGENT, MeshLayer.Domain.ALL, 3, new int[0], 0, 0, 0)));
        GltfDocument d = written(shown(m));
        float[] t = attribute(d, "TANGENT");
        float[] n = attribute(d, "NORMAL");
        for (int v = 0; v < t.length / 4; v++) {
            double dot = t[4 * v] * n[3 * v] + t[4 * v + 1] * n[3 * v + 1] + t[4 * v + 2] * n[3 * v + 2];
            double length = Math.hypot(Math.hypot(t[4 * v], t[4 * v + 1]), t[4 * v + 2]);
            assertThat(dot).isCloseTo(0, within(1e-6));
            assertThat(length).isCloseTo(1, within(1e-6));
            assertThat(t[4 * v + 3]).isEqualTo(1);
        }
    }

    @Test
    void withoutATangentForEveryCornerThereIsNone() throws IOException {
        Mesh m = square().withNormals(UP)
                .withLayers(List.of(layer(
                        MeshLayer.Kind.TANGENT, MeshLayer.Domain.CORNER, 3, new int[] {0, 0, 0, 0, 0, -1}, 1, 0, 0)));
        assertThat(attributes(written(shown(m))).has("TANGENT")).isFalse();
        Mesh faces = square().withNormals(UP)
                .withLayers(
                        List.of(layer(MeshLayer.Kind.TANGENT, MeshLayer.Domain.FACE, 3, new int[0], 1, 0, 0, 1, 0, 0)));
        assertThat(attributes(written(shown(faces))).has("TANGENT")).isFalse();
    }

    @Test
    void normalsAreBroughtToLengthOne() throws IOException {
        float[] n = {0, 0, 2, 0, 3, 4, 0, 0, 0, 0, 0, 2, 0, 0, 0, 1, 0, 0};
        float[] out = attribute(written(shown(square().withNormals(n))), "NORMAL");
        // corner 1, (0, 3, 4); corners 2 and 4, none: up
        assertThat(out).hasSize(12);
        assertThat(Arrays.copyOf(out, 3)).containsExactly(0, 0, 1);
        assertThat(Arrays.copyOfRange(out, 3, 6)).containsExactly(new float[] {0, 0.6f, 0.8f}, within(1e-6f));
        assertThat(Arrays.copyOfRange(out, 6, 9)).containsExactly(0, 1, 0);
        assertThat(Arrays.copyOfRange(out, 9, 12)).containsExactly(1, 0, 0);
    }

    /** A point that no face has goes behind the others, with a direction of length 1 and no joint but the first. */
    @Test
    void aPointWithoutAFaceHasAttributesToo() throws IOException {
        Mesh m = Mesh.bare(
                        "net", new double[] {5, 5, 5, 0, 0, 0, 1, 0, 0, 0, 1, 0}, new int[] {0, 3}, new int[] {1, 2, 3})
                .withNormals(new float[] {0, 0, 1, 0, 0, 1, 0, 0, 1})
                .withUvSets(List.of(new UvSet("uv", new float[] {0.5f, 0.25f}, new int[] {0, 0, 0})))
                .withLayers(List.of(layer(MeshLayer.Kind.TANGENT, MeshLayer.Domain.ALL, 4, new int[0], 0, 1, 0, -1)));
        GltfDocument d = written(shown(m));
        assertThat(Arrays.copyOfRange(attribute(d, "POSITION"), 9, 12)).containsExactly(5, 5, 5);
        assertThat(Arrays.copyOfRange(attribute(d, "NORMAL"), 9, 12)).containsExactly(1, 0, 0);
        assertThat(Arrays.copyOfRange(attribute(d, "TANGENT"), 12, 16)).containsExactly(1, 0, 0, 1);
        Mesh full = square();
        assertThat(attribute(written(shown(full)), "POSITION"))
                .as("no more where all are used")
                .hasSize(12);
    }

    /** Weights of one point by their size, those of the same size as they stood; a point without any is on the first joint. */
    @Test
    void weightsGoBySizeAndSumToOne() throws IOException {
        Skin skin = new Skin(
                "rig",
                new int[] {0, 1, 2, 3, 4},
                new Matrix4dc[] {new Matrix4d(), new Matrix4d(), new Matrix4d(), new Matrix4d(), new Matrix4d()},
                new int[] {0, 5, 7, 7, 10},
                new int[] {0, 1, 2, 3, 4, 3, 1, 0, 1, 2},
                new float[] {0.1f, 0.3f, 0.1f, 0.3f, 0.2f, 1, 3, 0, 0, 0});
        List<Node> nodes = new java.util.ArrayList<>();
        for (int i = 0; i < 5; i++) {
            nodes.add(Node.of("j" + i, -1, NodeKind.JOINT, Transform.IDENTITY));
        }
        nodes.add(Node.mesh("net", -1, Transform.IDENTITY, 0));
        GltfDocument d =
                written(Scene.bare("t", Stage.COMMON).withNodes(nodes).withMeshes(List.of(square().withSkin(skin))));
        int[] first =
                Objects.requireNonNull(d.accessor(attributes(d), "JOINTS_0")).ints();
        float[] w = attribute(d, "WEIGHTS_0");
        assertThat(first).startsWith(1, 3, 4, 0, 1, 3, 0, 0);
        assertThat(Arrays.copyOf(w, 8))
                .containsExactly(new float[] {0.3f, 0.3f, 0.2f, 0.1f, 0.75f, 0.25f, 0, 0}, within(1e-6f));
        assertThat(Arrays.copyOfRange(w, 8, 16)).as("points on nothing").containsExactly(1, 0, 0, 0, 1, 0, 0, 0);
        float[] rest = attribute(d, "WEIGHTS_1");
        assertThat(rest)
                .containsExactly(new float[] {0.1f, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0}, within(1e-6f));
        assertThat(Objects.requireNonNull(d.accessor(attributes(d), "JOINTS_1")).ints())
                .startsWith(2, 0, 0, 0);
        assertThat(attributes(d).has("WEIGHTS_2")).isFalse();
    }

    private static final String NET = "'nodes':[{'mesh':0}],'scenes':[{'nodes':[0]}],'meshes':[{";

    /** Numbers of points that contradict what the vertices are, or leave one out, are not believed. */
    @ParameterizedTest
    @CsvSource({
        "0 1 2 0 2 3, 4",
        "0 1 2 0 2 1, 4",
        "0 1 2 0 2 2, 4",
        "0 1 2 0 2 9, 4",
        "0 1 2 0 2 4, 4",
        "0 1 2 0 2 -1, 4",
        "0 1 2 0 2 3.5, 4"
    })
    void pointsAreAsTheySayWhereThatCanBe(String numbers, int points) throws IOException {
        TinyDocument t = new TinyDocument();
        String[] words = numbers.split(" ");
        float[] told = new float[6];
        for (int i = 0; i < 6; i++) {
            told[i] = Float.parseFloat(words[i]);
        }
        int p = t.floats("VEC3", 3, 0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 0, 0, 1, 1, 0, 0, 1, 0);
        int n = t.floats("SCALAR", 1, told);
        Mesh m = GltfSceneReader.read(
                        t.with(NET + "'primitives':[{'attributes':{'POSITION':" + p + ",'_HERON_POINT':" + n + "}}]}]"),
                        "s",
                        null)
                .meshes()
                .getFirst();
        assertThat(m.pointCount()).isEqualTo(points);
        assertThat(m.corners()).containsExactly(0, 1, 2, 0, 2, 3);
    }

    @Test
    void pointsInAnotherOrderThanTheirVertices() throws IOException {
        TinyDocument t = new TinyDocument();
        int p = t.floats("VEC3", 3, 0, 0, 0, 1, 0, 0, 1, 1, 0);
        int n = t.floats("SCALAR", 1, 2, 0, 1);
        Mesh m = GltfSceneReader.read(
                        t.with(NET + "'primitives':[{'attributes':{'POSITION':" + p + ",'_HERON_POINT':" + n + "}}]}]"),
                        "s",
                        null)
                .meshes()
                .getFirst();
        assertThat(m.corners()).containsExactly(2, 0, 1);
        assertThat(m.points()).containsExactly(1, 0, 0, 1, 1, 0, 0, 0, 0);
    }

    /** Two primitives, of which one has less than the other: what it lacks is not there, is white, does not move. */
    @Test
    void primitivesOfOneMeshNeedNotHaveTheSame() throws IOException {
        TinyDocument t = new TinyDocument();
        int p = t.floats("VEC3", 3, 0, 0, 0, 1, 0, 0, 1, 1, 0);
        int q = t.floats("VEC3", 3, 5, 0, 0, 6, 0, 0, 6, 1, 0);
        int uv = t.floats("VEC2", 2, 0, 0, 1, 0, 1, 0.25f);
        int c = t.floats("VEC3", 3, 1, 0, 0, 0, 1, 0, 0, 0, 1);
        int up = t.floats("VEC3", 3, 0, 0, 1, 0, 0, 1, 0, 0, 1);
        int move = t.floats("VEC3", 3, 0, 0, 0, 0, 0, 2, 0, 0, 0);
        int turn = t.floats("VEC3", 3, 0, 0, 0, 0, 0, 0, 0.5f, 0, 0);
        Mesh m = GltfSceneReader.read(
                        t.with(NET
                                + "'weights':[0.5],'extras':{'targetNames':['billow']},'primitives':[{'attributes':{'POSITION':"
                                + p + ",'NORMAL':" + up
                                + ",'TEXCOORD_0':" + uv + ",'COLOR_0':" + c + "},'targets':[{'POSITION':" + move
                                + ",'NORMAL':" + turn
                                + "}]},{'attributes':{'POSITION':" + q + "}}]}]"),
                        "s",
                        null)
                .meshes()
                .getFirst();
        assertThat(m.pointCount()).isEqualTo(6);
        assertThat(m.normals()).as("one primitive is flat").isNull();
        UvSet u = m.uvSets().getFirst();
        assertThat(u.indices()).containsExactly(0, 1, 2, -1, -1, -1);
        assertThat(u.uv()[5]).isEqualTo(0.75f);
        MeshLayer l = m.layers().getFirst();
        assertThat(Arrays.copyOfRange(l.values(), 8, 16)).containsExactly(0, 0, 1, 1, 1, 1, 1, 1);
        BlendShape b = m.shapes().getFirst();
        assertThat(b.name()).isEqualTo("billow");
        assertThat(b.weight()).isEqualTo(0.5);
        BlendShape.Target target = b.targets().getFirst();
        assertThat(target.points()).containsExactly(1, 2);
        assertThat(target.deltas()).containsExactly(0, 0, 2, 0, 0, 0);
        assertThat(Objects.requireNonNull(target.normals())).containsExactly(0, 0, 0, 0.5f, 0, 0);
    }

    @Test
    void shapesWithoutNormalsHaveNone() throws IOException {
        TinyDocument t = new TinyDocument();
        int p = t.floats("VEC3", 3, 0, 0, 0, 1, 0, 0, 1, 1, 0);
        int move = t.floats("VEC3", 3, 0, 0, 0, 0, 0, 2, 0, 0, 0);
        Mesh m = GltfSceneReader.read(
                        t.with(
                                "'nodes':[{'mesh':0,'weights':[0.25,0.75]}],'scenes':[{'nodes':[0]}],'meshes':[{'weights':[1,1],'extras':{'targetNames':['a','']},"
                                        + "'primitives':[{'attributes':{'POSITION':" + p + "},'targets':[{'POSITION':"
                                        + move + "},{'POSITION':" + move + "}]}]}]"),
                        "s",
                        null)
                .meshes()
                .getFirst();
        assertThat(m.shapes()).extracting(BlendShape::name).containsExactly("a", "target_1");
        assertThat(m.shapes())
                .extracting(BlendShape::weight)
                .as("those of the node")
                .containsExactly(0.25, 0.75);
        assertThat(m.shapes().getFirst().targets().getFirst().normals()).isNull();
    }
}
