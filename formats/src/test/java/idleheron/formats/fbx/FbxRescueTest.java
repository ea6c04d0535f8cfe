package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.job.Progress;
import idleheron.core.scene.Lost.What;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A gate on two joints and a post beside it, damaged here and there. */
class FbxRescueTest extends FbxBridgeCase {
    @TempDir
    Path folder;

    private byte[] binary = {};
    private byte[] text = {};

    @BeforeEach
    void document() {
        long gate = mesh("gate", 2000);
        long post = mesh("post", 1500);
        long root = model("root", "LimbNode", vector("Lcl Translation", 0, 5, 0));
        long hinge = model("hinge", "LimbNode", vector("Lcl Translation", 0, 7, 0));
        long gateNode = model("gate_geo", "Mesh");
        long postNode = model("post_geo", "Mesh");
        build.connect(root, 0);
        build.connect(hinge, root);
        build.connect(gateNode, 0);
        build.connect(postNode, 0);
        build.connect(gate, gateNode);
        build.connect(post, postNode);
        long skin = build.object("Deformer", "s", "Deformer", "Skin", List.of());
        build.connect(skin, gate);
        long cluster = build.object(
                "Deformer",
                "c",
                "SubDeformer",
                "Cluster",
                List.of(
                        FbxRecord.leaf("Indexes", new FbxValue.Ints(new int[] {0, 1})),
                        FbxRecord.leaf("Weights", new FbxValue.Doubles(new double[] {1, 1})),
                        FbxBuild.matrix("Transform", new Matrix4d()),
                        FbxBuild.matrix("TransformLink", new Matrix4d())));
        build.connect(cluster, skin);
        build.connect(hinge, cluster);
        settings.add(FbxBuild.number("UnitScaleFactor", 2.54));
        FbxRecord version = FbxBuild.leaf("FBXVersion", 7400);
        FbxDocument d = new FbxDocument(
                7400,
                false,
                List.of(
                        FbxRecord.scope("FBXHeaderExtension", List.of(), List.of(version)),
                        FbxRecord.scope("GlobalSettings", List.of(), List.of(FbxBuild.properties(settings))),
                        FbxRecord.scope("Definitions", List.of(), List.of(FbxBuild.leaf("Version", 100))),
                        FbxRecord.scope("Objects", List.of(), build.objects()),
                        FbxRecord.scope("Connections", List.of(), build.connections())),
                null,
                List.of());
        binary = FbxBytes.binary(d, 7400);
        text = FbxBytes.text(d);
    }

    private long mesh(String name, int points) {
        double[] p = new double[3 * points];
        for (int i = 0; i < p.length; i++) {
            p[i] = Math.sin(i * 0.7) * (name.equals("gate") ? 3 : 11);
        }
        int[] corners = new int[3 * (points - 2)];
        for (int f = 0; f < points - 2; f++) {
            corners[3 * f] = f;
            corners[3 * f + 1] = f + 1;
            corners[3 * f + 2] = -f - 3;
        }
        return build.object(
                "Geometry",
                name,
                "Geometry",
                "Mesh",
                List.of(
                        FbxRecord.leaf("Vertices", new FbxValue.Doubles(p)),
                        FbxRecord.leaf("PolygonVertexIndex", new FbxValue.Ints(corners)),
                        FbxRecord.leaf("GeometryVersion", new FbxValue.Int32(124))));
    }

    private Scene rescued(byte[] bytes) throws IOException {
        Path f = Files.write(folder.resolve("gate.fbx"), bytes);
        assertThatThrownBy(() -> SceneFiles.read(f, Progress.NONE)).isInstanceOf(FormatException.class);
        return SceneFiles.rescue(f, Progress.NONE).scene();
    }

    private static int at(byte[] in, String what) {
        byte[] w = what.getBytes(StandardCharsets.ISO_8859_1);
        for (int i = 0; i <= in.length - w.length; i++) {
            if (Arrays.equals(in, i, i + w.length, w, 0, w.length)) {
                return i;
            }
        }
        throw new AssertionError("no " + what);
    }

    private static List<String> names(Scene s) {
        return s.nodes().stream().map(Node::name).toList();
    }

    private static void noise(byte[] in, int from, int length) {
        for (int i = 0; i < length; i++) {
            in[from + i] = (byte) (151 * i + 200 ^ i >> 3);
        }
    }

    @Test
    void aSoundFileIsReadAsEverAndNotMarked() throws IOException {
        for (byte[] whole : new byte[][] {binary, text}) {
            Path f = Files.write(folder.resolve("sound.fbx"), whole);
            Scene s = SceneFiles.rescue(f, Progress.NONE).scene();
            assertThat(s.isRescued()).isFalse();
            assertThat(names(s)).containsExactlyInAnyOrder("root", "hinge", "gate_geo", "post_geo");
        }
    }

    @Test
    void damagedPointsCostTheirMeshAndWhatBindsItAndNothingElse() throws IOException {
        int gate = at(binary, "Vertices");
        noise(binary, gate + 200, 300);
        Scene s = rescued(binary);
        assertThat(s.meshes()).singleElement().satisfies(m -> {
            assertThat(m.name()).isEqualTo("post");
            assertThat(m.points()[4]).isEqualTo(Math.sin(4 * 0.7) * 11);
        });
        assertThat(s.stands(What.MESH, "post")).isTrue();
        assertThat(s.stands(What.MESH, "gate")).isFalse();
        assertThat(s.stands(s.find("hinge"))).isTrue();
        assertThat(s.nodes().get(s.nodes().get(s.find("hinge")).parent()).name())
                .isEqualTo("root");
        assertThat(s.stage().metersPerUnit()).isEqualTo(0.0254);
        assertThat(s.stands(What.STAGE, "")).isTrue();
        assertThat(s.lost()).anyMatch(l -> l.name().equals("gate") && l.place().startsWith("byte "));
    }

    @Test
    void aFileThatIsCutInItsConnectionsKeepsItsMeshesAndSaysWhatIsUnsure() throws IOException {
        int connections = at(binary, "Connections");
        Scene s = rescued(Arrays.copyOf(binary, connections + 60));
        assertThat(s.meshes()).hasSize(2);
        assertThat(s.stands(What.MESH, "gate")).isTrue();
        assertThat(s.stands(What.SKIN, "gate")).isFalse();
        assertThat(s.stands(What.CLIP, "any")).isFalse();
        assertThat(s.stands(s.find("hinge")))
                .as("nobody knows what it hangs under")
                .isFalse();
        assertThat(s.nodeOfMesh(0)).as("every mesh has a node to stand on").isNotNegative();
        assertThat(s.nodeOfMesh(1)).isNotNegative();
    }

    @Test
    void ofAMeshThatIsCutBehindItsFacesTheSurfaceStands() throws IOException {
        int post = at(binary, "post\0\1Geometry");
        int version = post + at(Arrays.copyOfRange(binary, post, binary.length), "GeometryVersion");
        Scene s = rescued(Arrays.copyOf(binary, version + 4));
        assertThat(s.meshes()).hasSize(2);
        assertThat(s.stands(What.MESH, "post")).isTrue();
        assertThat(s.stands(What.LAYERS, "post")).isFalse();
        assertThat(s.stands(What.LAYERS, "gate")).isTrue();
        assertThat(s.meshes().get(1).pointCount()).isEqualTo(1500);
    }

    @Test
    void aNodeThatIsGoneTakesThePlaceOfWhatHungUnderIt() throws IOException {
        int root = at(binary, "root\0\1Model");
        noise(binary, root - 30, 60);
        Scene s = rescued(binary);
        assertThat(names(s)).doesNotContain("root").contains("hinge");
        assertThat(s.stands(s.find("hinge"))).isFalse();
        assertThat(s.stands(s.find("post_geo"))).isTrue();
        assertThat(s.meshes()).hasSize(2);
    }

    @Test
    void lostSettingsMakeTheUnitUnsure() throws IOException {
        int settings = at(binary, "GlobalSettings");
        noise(binary, settings - 10, 40);
        Scene s = rescued(binary);
        assertThat(s.stands(What.STAGE, "")).isFalse();
        assertThat(s.meshes()).hasSize(2);
        assertThat(s.stands(What.MESH, "gate")).isTrue();
    }

    @Test
    void noiseInTextCostsTheObjectThatItIsIn() throws IOException {
        String t = new String(text, StandardCharsets.ISO_8859_1);
        int root = t.indexOf("Model::hinge") + 40;
        noise(text, root, 12);
        Scene s = rescued(text);
        assertThat(names(s)).contains("root", "gate_geo", "post_geo").doesNotContain("hinge");
        assertThat(s.stands(What.NODE, "hinge")).isFalse();
        assertThat(s.stands(s.find("root"))).isTrue();
        assertThat(s.stands(What.SKIN, "gate")).as("its joint is gone").isFalse();
        assertThat(s.stands(What.MESH, "gate")).isTrue();
    }

    @Test
    void textThatIsCutWithinANumberDoesNotTakeThatNumberForWhole() throws IOException {
        String t = new String(text, StandardCharsets.ISO_8859_1);
        int post = t.indexOf("Geometry::post");
        int points = t.indexOf("a: ", post) + 2000;
        Scene s = rescued(Arrays.copyOf(text, points));
        assertThat(s.meshes())
                .singleElement()
                .satisfies(m -> assertThat(m.name()).isEqualTo("gate"));
        assertThat(s.stands(What.MESH, "post")).isFalse();
    }

    @Test
    void whereNothingIsWholeTheRefusalIsThatOfTheFile() throws IOException {
        Path f = Files.write(folder.resolve("short.fbx"), Arrays.copyOf(binary, 120));
        assertThatThrownBy(() -> SceneFiles.rescue(f, Progress.NONE))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("short.fbx, byte 99");
    }
}
