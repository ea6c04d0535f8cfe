package idleheron.formats.fbx.coding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.FbxBytes;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.read.FbxSceneReader;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** A version 6 file by hand, as text and as the records of the binary form. */
class FbxUpgradeTest {
    private static final String TEXT = """
            ; FBX 6.1.0 project file
            FBXHeaderExtension:  {
            \tFBXVersion: 6100
            \tCreator: "by hand"
            }
            Objects:  {
            \tModel: "Model::reed", "Mesh" {
            \t\tVersion: 232
            \t\tProperties60:  {
            \t\t\tProperty: "Lcl Translation", "Lcl Translation", "A+",1,2,3
            \t\t\tProperty: "Visibility", "Visibility", "A+",1
            \t\t\tProperty: "sway", "double", "AU",0.5
            \t\t\tProperty: "bent", "Shape", "A+",25
            \t\t}
            \t\tVertices: 0,0,0,1,0,0,1,1,0,0,1,0
            \t\t,0.5,0.5,2
            \t\tPolygonVertexIndex: 0,1,2,-4,0,1,-5,1,2,-5,2,3,-5,3,0,-5
            \t\tGeometryVersion: 124
            \t\tLayerElementMaterial: 0 {
            \t\t\tMappingInformationType: "AllSame"
            \t\t\tReferenceInformationType: "IndexToDirect"
            \t\t\tMaterials: 0
            \t\t}
            \t\tShape: "bent" {
            \t\t\tIndexes: 4
            \t\t\tVertices: 1,0,0
            \t\t\tNormals: 0,0,0
            \t\t}
            \t}
            \tModel: "Model::root", "LimbNode" {
            \t\tProperties60:  {
            \t\t\tProperty: "Lcl Translation", "Lcl Translation", "A+",0,0,0
            \t\t\tProperty: "Size", "double", "",33
            \t\t}
            \t\tTypeFlags: "Skeleton"
            \t}
            \tModel: "Model::eye", "Camera" {
            \t\tProperties60:  {
            \t\t\tProperty: "Lcl Translation", "Lcl Translation", "A+",0,0,9
            \t\t\tProperty: "FocalLength", "Number", "A+",50
            \t\t}
            \t}
            \tModel: "Model::Camera Switcher", "CameraSwitcher" {
            \t}
            \tModel: "Model::Producer Top", "Camera" {
            \t}
            \tDeformer: "Deformer::Skin reed", "Skin" {
            \t\tLink_DeformAcuracy: 50
            \t}
            \tDeformer: "SubDeformer::Cluster root", "Cluster" {
            \t\tIndexes: 3,4
            \t\tWeights: 1,0.5
            \t\tTransform: 1,0,0,0,0,1,0,0,0,0,1,0,1,2,3,1
            \t\tTransformLink: 1,0,0,0,0,1,0,0,0,0,1,0,0,0,0,1
            \t}
            \tMaterial: "Material::green", "" {
            \t\tShadingModel: "lambert"
            \t\tProperties60:  {
            \t\t\tProperty: "DiffuseColor", "ColorRGB", "",0.1,0.6,0.2
            \t\t}
            \t}
            \tTexture: "Texture::leaf", "" {
            \t\tFileName: "leaf.png"
            \t\tRelativeFilename: "leaf.png"
            \t}
            \tPose: "Pose::BIND_POSES", "BindPose" {
            \t\tPoseNode:  {
            \t\t\tNode: "Model::root"
            \t\t\tMatrix: 1,0,0,0,0,1,0,0,0,0,1,0,0,0,0,1
            \t\t}
            \t}
            \tGlobalSettings:  {
            \t\tProperties60:  {
            \t\t\tProperty: "UpAxis", "int", "",2
            \t\t\tProperty: "FrontAxis", "int", "",1
            \t\t\tProperty: "FrontAxisSign", "int", "",-1
            \t\t\tProperty: "UnitScaleFactor", "double", "",100
            \t\t}
            \t}
            }
            Connections:  {
            \tConnect: "OO", "Model::reed", "Model::Scene"
            \tConnect: "OO", "Model::root", "Model::Scene"
            \tConnect: "OO", "Model::eye", "Model::root"
            \tConnect: "OO", "Model::Camera Switcher", "Model::Scene"
            \tConnect: "OO", "Model::Producer Top", "Model::Camera Switcher"
            \tConnect: "OO", "Deformer::Skin reed", "Model::reed"
            \tConnect: "OO", "SubDeformer::Cluster root", "Deformer::Skin reed"
            \tConnect: "OO", "Model::root", "SubDeformer::Cluster root"
            \tConnect: "OO", "Material::green", "Model::reed"
            \tConnect: "OO", "Texture::leaf", "Model::reed"
            }
            Takes:  {
            \tCurrent: "wind"
            \tTake: "wind" {
            \t\tLocalTime: 0,46186158000
            \t\tReferenceTime: 0,46186158000
            \t\tModel: "Model::root" {
            \t\t\tVersion: 1.1
            \t\t\tChannel: "Transform" {
            \t\t\t\tChannel: "T" {
            \t\t\t\t\tChannel: "X" {
            \t\t\t\t\t\tDefault: 4
            \t\t\t\t\t\tKeyVer: 4005
            \t\t\t\t\t\tKeyCount: 3
            \t\t\t\t\t\tKey: 0,0,L,23093079000,10,C,n
            \t\t\t\t\t\t,46186158000,20,L
            \t\t\t\t\t}
            \t\t\t\t\tChannel: "Y" {
            \t\t\t\t\t\tDefault: 7
            \t\t\t\t\t}
            \t\t\t\t\tChannel: "Z" {
            \t\t\t\t\t\tKey: 0,0,U,s,2,-2,n,46186158000,0,U,b,0,0,a,0.5,0.25
            \t\t\t\t\t}
            \t\t\t\t}
            \t\t\t}
            \t\t}
            \t\tModel: "Model::reed" {
            \t\t\tChannel: "bent" {
            \t\t\t\tKey: 0,0,L,46186158000,100,L
            \t\t\t}
            \t\t\tChannel: "Visibility" {
            \t\t\t\tKey: 0,1,C,s,23093079000,0,C,s
            \t\t\t}
            \t\t}
            \t\tModel: "Model::eye" {
            \t\t\tChannel: "FocalLength" {
            \t\t\t\tKey: 0,50,L,46186158000,100,L
            \t\t\t}
            \t\t}
            \t}
            }
            Version5:  {
            \tSettings:  {
            \t\tFrameRate: "25"
            \t}
            }
            """;

    private static FbxDocument document() throws FormatException {
        return FbxBytes.read(TEXT.getBytes(StandardCharsets.UTF_8));
    }

    private static Scene scene(FbxDocument d) throws FormatException {
        return FbxSceneReader.read("t.fbx", d, null);
    }

    private static void check(Scene s) {
        assertThat(s.stage().axes()).isEqualTo(AxisSystem.Z_UP);
        assertThat(s.stage().metersPerUnit()).isEqualTo(1);
        assertThat(s.stage().rate()).isEqualTo(FrameRate.of(25));
        assertThat(s.stage().writer()).isEqualTo("by hand");
        assertThat(s.paths()).containsExactly("/reed", "/root", "/root/eye");
        assertThat(s.nodes().getFirst().kind()).isEqualTo(NodeKind.MESH);
        assertThat(s.nodes().getFirst().translation()).isEqualTo(new Vec3(1, 2, 3));
        assertThat(s.nodes().getFirst().properties())
                .extracting(p -> p.name() + " " + p.shown())
                .contains("sway 0.5");
        assertThat(s.nodes().get(1).kind()).isEqualTo(NodeKind.JOINT);
        assertThat(Objects.requireNonNull(s.nodes().get(1).attribute()).properties())
                .extracting(p -> p.name())
                .containsExactly("Size");
        assertThat(s.cameras().getFirst().focalLength()).isEqualTo(50);
        Mesh m = s.meshes().getFirst();
        assertThat(m.pointCount()).isEqualTo(5);
        assertThat(m.faceStarts()).containsExactly(0, 4, 7, 10, 13, 16);
        Skin k = Objects.requireNonNull(m.skin());
        assertThat(k.joints()).containsExactly(1);
        assertThat(k.starts()).containsExactly(0, 0, 0, 0, 1, 2);
        assertThat(k.weights()).containsExactly(1, 0.5f);
        assertThat(k.toJoint()[0].m32()).isEqualTo(3);
        assertThat(m.shapes().getFirst().weight()).isEqualTo(0.25);
        assertThat(m.shapes().getFirst().targets().getFirst().points()).containsExactly(4);
        assertThat(s.materials().getFirst().diffuse()).isEqualTo(new Vec3(0.1, 0.6, 0.2));
        assertThat(s.textures().get(s.materials().getFirst().texture()).path()).isEqualTo("leaf.png");
        assertThat(s.notes()).anyMatch(n -> n.contains("1 camera of a tool's own views"));
    }

    private static void checkClip(Clip c) {
        assertThat(c.name()).isEqualTo("wind");
        assertThat(c.endSeconds()).isEqualTo(1);
        Clip.NodeTrack t =
                c.nodes().stream().filter(x -> x.node() == 1).findFirst().orElseThrow();
        Curve x = Objects.requireNonNull(t.curve(Channel.TRANSLATE_X));
        assertThat(x.at(0.25)).isEqualTo(5);
        assertThat(x.at(0.6)).as("takes the next value").isEqualTo(20);
        assertThat(Objects.requireNonNull(t.curve(Channel.TRANSLATE_Y)).at(0.3)).isEqualTo(7);
        Curve z = Objects.requireNonNull(t.curve(Channel.TRANSLATE_Z));
        assertThat(z.at(0.5)).as("a cubic with slopes 2 and -2").isCloseTo(0.5, within(1e-6));
        assertThat(c.shapes().getFirst().weight().at(0.5)).isCloseTo(0.5, within(1e-9));
        assertThat(c.values())
                .extracting(Clip.ValueTrack::property)
                .containsExactlyInAnyOrder("Visibility", "FocalLength");
        for (Clip.ValueTrack v : c.values()) {
            boolean lens = v.property().equals("FocalLength");
            assertThat(v.subject()).isEqualTo(lens ? Clip.Subject.ATTRIBUTE : Clip.Subject.NODE);
            assertThat(v.index()).isEqualTo(lens ? 2 : 0);
            assertThat(v.curve().at(0.6)).isCloseTo(lens ? 80 : 0, within(1e-9));
        }
    }

    @Test
    void aTextFileOfVersionSixIsReadWhole() throws FormatException {
        Scene s = scene(document());
        check(s);
        checkClip(s.clips().getFirst());
    }

    /** The binary form of version 6 has the same records, and a value for every number of a list. */
    @Test
    void aBinaryFileOfVersionSixIsReadWhole() throws FormatException {
        byte[] binary = sixBinary(document());
        FbxDocument d = FbxBytes.read(binary);
        assertThat(d.version()).isEqualTo(6100);
        assertThat(d.variant()).isEqualTo("binary 6.1");
        FbxRecord model = Objects.requireNonNull(d.record("Objects")).children().getFirst();
        assertThat(Objects.requireNonNull(model.child("PolygonVertexIndex")).value(0))
                .as("a long list becomes an array")
                .isInstanceOf(FbxValue.Ints.class);
        Scene s = scene(d);
        check(s);
        checkClip(s.clips().getFirst());
    }

    @Test
    void itIsWrittenAsVersionSeven() throws FormatException {
        for (byte[] written : List.of(FbxBytes.binary(document(), 7400), FbxBytes.text(document()))) {
            FbxDocument d = FbxBytes.read(written);
            assertThat(d.version()).isEqualTo(7400);
            Scene s = scene(d);
            assertThat(s.paths()).containsExactly("/reed", "/root", "/root/eye");
            checkClip(s.clips().getFirst());
        }
    }

    /** Binary records of version 6 by hand: 32-bit heads, lists as loose values, whole numbers as I or L. */
    private static byte[] sixBinary(FbxDocument d) {
        ByteBuffer out = ByteBuffer.allocate(1 << 16).order(ByteOrder.LITTLE_ENDIAN);
        out.put(FbxBinaryReader.MAGIC).putInt(6100);
        d.records().forEach(r -> record(r, out));
        out.put(new byte[13]).put(new byte[16]);
        return java.util.Arrays.copyOf(out.array(), out.position());
    }

    private static void record(FbxRecord r, ByteBuffer out) {
        int head = out.position();
        byte[] name = r.name().getBytes(StandardCharsets.UTF_8);
        out.putInt(0).putInt(0).putInt(0).put((byte) name.length).put(name);
        int from = out.position();
        int count = 0;
        for (FbxValue v : r.values()) {
            count += value(v, out);
        }
        out.putInt(head + 4, count).putInt(head + 8, out.position() - from);
        r.children().forEach(c -> record(c, out));
        if (r.scope()) {
            out.put(new byte[13]);
        }
        out.putInt(head, out.position());
    }

    private static int value(FbxValue v, ByteBuffer out) {
        switch (v) {
            case FbxValue.Int64 n
            when n.value() == (int) n.value() -> out.put((byte) 'I').putInt((int) n.value());
            case FbxValue.Int64 n -> out.put((byte) 'L').putLong(n.value());
            case FbxValue.Real64 n -> out.put((byte) 'D').putDouble(n.value());
            case FbxValue.Flag n -> out.put((byte) 'C').put(n.value());
            case FbxValue.Text n -> {
                // "Model::hips" is "hips 00 01 Model" in the binary form.
                String s = n.text();
                int colons = s.indexOf("::");
                byte[] b = (colons < 0 ? s : s.substring(colons + 2) + "\0\1" + s.substring(0, colons))
                        .getBytes(StandardCharsets.UTF_8);
                out.put((byte) 'S').putInt(b.length).put(b);
            }
            case FbxValue.Longs a -> {
                for (long x : a.values()) {
                    out.put((byte) 'I').putInt((int) x);
                }
                return a.length();
            }
            case FbxValue.Doubles a -> {
                for (double x : a.values()) {
                    out.put((byte) 'D').putDouble(x);
                }
                return a.length();
            }
            default -> throw new IllegalStateException(v.toString());
        }
        return 1;
    }
}
