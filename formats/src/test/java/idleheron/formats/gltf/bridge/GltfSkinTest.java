package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfDocument;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How joints hold a mesh. */
class GltfSkinTest {
    private static final Matrix4dc UNPACK = new Matrix4d().translation(1, 2, 3).scale(0.5);

    private final List<String> notes = new ArrayList<>();

    /** Two joints that stand somewhere; each is bound by what brings a packed place to it. */
    private static GltfSkin skin(Matrix4dc first, Matrix4dc second) {
        Matrix4d a = new Matrix4d().translation(0, 5, 0).rotateX(0.3);
        Matrix4d b = new Matrix4d().translation(4, 0, 0).rotateY(1.1);
        return new GltfSkin(
                "rig",
                new int[] {0, 1},
                new Matrix4dc[] {
                    a.invert(new Matrix4d()).mul(first),
                    b.invert(new Matrix4d()).mul(second)
                },
                new Matrix4dc[] {a, b});
    }

    @Test
    void whatAllJointsSayAlikeIsTakenOut() {
        Matrix4d out = Objects.requireNonNull(skin(UNPACK, UNPACK).undo(notes));
        assertThat(out.equals(UNPACK, 1e-12)).isTrue();
        assertThat(notes).isEmpty();
    }

    /** One number of the matrix of either joint that is off, in any column and row. */
    @ParameterizedTest
    @CsvSource({"0, 0, 0", "0, 1, 2", "0, 3, 3", "1, 0, 0", "1, 2, 1", "1, 3, 0", "1, 0, 3", "1, 3, 3"})
    void whatTheySayOtherwiseStays(int joint, int column, int row) {
        Matrix4d off = new Matrix4d(UNPACK);
        off.set(column, row, off.get(column, row) + 0.01);
        GltfSkin s = joint == 0 ? skin(off, UNPACK) : skin(UNPACK, off);
        assertThat(s.undo(notes)).isNull();
        assertThat(notes).singleElement().asString().contains("skin rig").contains("cannot be unpacked");
    }

    @Test
    void aThousandthOfItsSizeIsAlike() {
        Matrix4d near = new Matrix4d(UNPACK);
        near.set(3, 0, 1 + 0.9e-3 * 0.5);
        assertThat(skin(UNPACK, near).undo(notes)).isNotNull();
        near.set(3, 0, 1 + 1.1e-3 * 0.5);
        assertThat(skin(UNPACK, near).undo(notes)).isNull();
    }

    @Test
    void aMirrorIsNoEvenSize() {
        Matrix4dc mirror = new Matrix4d().scale(-0.5);
        assertThat(skin(mirror, mirror).undo(notes)).isNull();
        Matrix4dc uneven = new Matrix4d().scale(0.5, 0.5, 0.6);
        assertThat(skin(uneven, uneven).undo(notes)).isNull();
        assertThat(notes).hasSize(2);
    }

    private static final String RIG =
            "'nodes':[{'mesh':0,'skin':0},{'name':'a','children':[2]},{'name':'b','translation':[0,1,0]}],'scenes':[{'nodes':[0,1]}],";

    /** Whole numbers of three points that stand at tenths of them, unpacked in the bind matrices. */
    @Test
    void packedPlacesStandWhereTheyStood() throws IOException {
        TinyDocument d = new TinyDocument();
        int p = d.shorts("VEC3", 3, 0, 0, 0, 10, 0, 0, 0, 20, 0);
        int j = d.bytes("VEC4", 4, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0);
        int w = d.floats("VEC4", 4, 1, 0, 0, 0, 1, 0, 0, 0, 0.25f, 0.75f, 0, 0);
        int b = d.floats(
                "MAT4", 16, 0.1f, 0, 0, 0, 0, 0.1f, 0, 0, 0, 0, 0.1f, 0, 2, 0, 0, 1, 0.1f, 0, 0, 0, 0, 0.1f, 0, 0, 0, 0,
                0.1f, 0, 2, -1, 0, 1);
        GltfDocument doc = d.with(
                RIG + "'extensionsUsed':['KHR_mesh_quantization'],'skins':[{'joints':[1,2],'inverseBindMatrices':" + b
                        + "}],'meshes':[{'primitives':[{'attributes':{'POSITION':" + p + ",'JOINTS_0':" + j
                        + ",'WEIGHTS_0':" + w
                        + "}}]}]");
        var scene = GltfSceneReader.read(doc, "s", null);
        Mesh m = scene.meshes().getFirst();
        assertThat(m.points())
                .containsExactly(
                        new double[] {2, 0, 0, 3, 0, 0, 2, 2, 0}, org.assertj.core.api.Assertions.within(1e-6));
        Skin s = Objects.requireNonNull(m.skin());
        assertThat(s.toJoint()[0].equals(new Matrix4d(), 1e-6)).isTrue();
        assertThat(s.toJoint()[1].equals(new Matrix4d().translation(0, -1, 0), 1e-6))
                .isTrue();
        assertThat(s.starts()).containsExactly(0, 1, 2, 4);
        assertThat(s.weights()).containsExactly(1, 1, 0.25f, 0.75f);
    }

    /** A weight on a joint that is not there, one below zero, one joint named twice by a point. */
    @Test
    void whatWeightsSaySeveralWays() throws IOException {
        TinyDocument d = new TinyDocument();
        int p = d.floats("VEC3", 3, 0, 0, 0, 1, 0, 0, 0, 1, 0);
        int j = d.bytes("VEC4", 4, 0, 7, 0, 0, 1, 1, 0, 0, 0, 1, 2, 9);
        int w = d.floats("VEC4", 4, 0.5f, 0.5f, 0, 0, 0.25f, 0.5f, 0.25f, 0, 1.5f, -0.5f, 0.25f, 0);
        GltfDocument doc = d.with(RIG
                + "'skins':[{'name':'rig','joints':[1,2]}],'meshes':[{'name':'sail','primitives':[{'attributes':{'POSITION':"
                + p + ",'JOINTS_0':" + j + ",'WEIGHTS_0':" + w + "}}]}]");
        var scene = GltfSceneReader.read(doc, "s", null);
        Skin s = Objects.requireNonNull(scene.meshes().getFirst().skin());
        assertThat(s.starts()).containsExactly(0, 1, 3, 5);
        assertThat(s.slots()).containsExactly(0, 1, 0, 0, 1);
        assertThat(s.weights()).containsExactly(0.5f, 0.75f, 0.25f, 1.5f, -0.5f);
        assertThat(scene.notes())
                .contains(
                        "mesh sail: 2 weights are on joints that its skin does not have; left out",
                        "mesh sail: 1 weight is below zero");
    }

    @Test
    void aSkinSaysWhatIsWrongWithIt() throws IOException {
        TinyDocument d = new TinyDocument();
        int b = d.floats(
                "MAT4", 16, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0, 0, 0, 0,
                1);
        int few = d.floats("MAT4", 16, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1);
        GltfDocument doc = d.with(RIG + "'skins':[{'name':'rig','joints':[1,1],'inverseBindMatrices':" + b
                + "},{'joints':[1,2],'inverseBindMatrices':" + few + "},{'joints':[]}]");
        var skins = doc.root().list("skins");
        Matrix4dc[] worlds = {new Matrix4d(), new Matrix4d(), new Matrix4d()};
        GltfSkin s = GltfSkin.read(doc, skins.getFirst(), new int[] {0, 1, 2}, worlds, notes);
        assertThat(s.joints()).containsExactly(1, 1);
        assertThat(notes).containsExactly("skin rig names a joint twice", "skin rig: 1 bind matrix cannot be inverted");
        assertThatThrownBy(() -> GltfSkin.read(doc, skins.get(1), new int[3], worlds, notes))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("2 matrices of 16 numbers");
        assertThatThrownBy(() -> GltfSkin.read(doc, skins.get(2), new int[3], worlds, notes))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("at least one joint");
    }
}
