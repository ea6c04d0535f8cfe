package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.time.FrameRate;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.parts.FbxKeepsake;
import idleheron.formats.fbx.read.FbxSceneReader;
import idleheron.formats.fbx.write.FbxSceneWriter;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** Documents put together record by record, and what scene they mean. */
class FbxBridgeTest extends FbxBridgeCase {
    @Test
    void withoutSettingsAFileIsYUpInCentimetresAtThirty() throws FormatException {
        Scene s = read();
        assertThat(s.stage().axes()).isEqualTo(AxisSystem.COMMON);
        assertThat(s.stage().metersPerUnit()).isEqualTo(0.01);
        assertThat(s.stage().rate()).isEqualTo(FrameRate.of(30));
    }

    @Test
    void settingsAreCentimetresPerUnitAndAxesWithSigns() throws FormatException {
        settings.add(FbxBuild.number("UnitScaleFactor", 2.54));
        settings.add(FbxBuild.integer("UpAxis", 2));
        settings.add(FbxBuild.integer("FrontAxis", 1));
        settings.add(FbxBuild.integer("FrontAxisSign", -1));
        settings.add(FbxBuild.choice("TimeMode", 14));
        settings.add(FbxBuild.number("CustomFrameRate", 12.5));
        Scene s = read();
        assertThat(s.stage().metersPerUnit()).isCloseTo(0.0254, within(1e-12));
        assertThat(s.stage().axes()).isEqualTo(AxisSystem.Z_UP);
        assertThat(s.stage().rate().perSecond()).isEqualTo(12.5);
    }

    @Test
    void axesThatLieOnEachOtherAreToldAndNotTaken() throws FormatException {
        settings.add(FbxBuild.integer("UpAxis", 2));
        settings.add(FbxBuild.integer("FrontAxis", 2));
        Scene s = read();
        assertThat(s.stage().axes()).isEqualTo(AxisSystem.COMMON);
        assertThat(s.notes()).anyMatch(n -> n.contains("not usable"));
    }

    @Test
    void theWholeTransformIsRead() throws FormatException {
        model(
                "n",
                "Null",
                vector("Lcl Translation", 1, 2, 3),
                vector("PreRotation", 10, 0, 0),
                vector("PostRotation", 0, 20, 0),
                vector("RotationPivot", 1, 1, 1),
                vector("ScalingOffset", 0, 0, 4),
                FbxBuild.choice("RotationOrder", 4),
                FbxBuild.choice("InheritType", 2));
        var t = read().nodes().getFirst().transform();
        assertThat(t.translation()).isEqualTo(new Vec3(1, 2, 3));
        assertThat(t.preRotation().x()).isEqualTo(10);
        assertThat(t.postRotation().y()).isEqualTo(20);
        assertThat(t.order()).isEqualTo(RotationOrder.ZXY);
        assertThat(t.inherit()).isEqualTo(Inherit.WITHOUT_PARENT_SCALE);
        assertThat(t.scaling()).as("missing is one, not nothing").isEqualTo(Vec3.ONE);
        assertThat(read().notes()).anyMatch(n -> n.contains("not enabled"));
    }

    @Test
    void nodesThatAreTheirOwnAncestorsAreLeftOutAndTold() throws FormatException {
        long a = model("a", "Null");
        long b = model("b", "Null");
        model("free", "Null");
        build.connect(a, b);
        build.connect(b, a);
        Scene s = read();
        assertThat(s.nodes()).hasSize(1);
        assertThat(s.notes()).anyMatch(n -> n.contains("2 nodes are their own ancestors"));
    }

    @Test
    void aThousandNodesInAChainAreFine() throws FormatException {
        long above = 0;
        for (int i = 0; i < 5000; i++) {
            long id = model("n" + i, "LimbNode");
            build.connect(id, above);
            above = id;
        }
        assertThat(read().nodes()).hasSize(5000);
    }

    private long triangle() {
        return build.object(
                "Geometry",
                "g",
                "Geometry",
                "Mesh",
                List.of(
                        FbxRecord.leaf("Vertices", new FbxValue.Doubles(new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0})),
                        FbxRecord.leaf("PolygonVertexIndex", new FbxValue.Ints(new int[] {0, 1, -3}))));
    }

    private long cluster(long skin, long joint, int[] points, double[] weights, Matrix4d link) {
        long c = build.object(
                "Deformer",
                "c",
                "SubDeformer",
                "Cluster",
                List.of(
                        FbxRecord.leaf("Indexes", new FbxValue.Ints(points)),
                        FbxRecord.leaf("Weights", new FbxValue.Doubles(weights)),
                        FbxBuild.matrix("Transform", new Matrix4d(link).invert()),
                        FbxBuild.matrix("TransformLink", link)));
        build.connect(c, skin);
        if (joint != 0) {
            build.connect(joint, c);
        }
        return c;
    }

    @Test
    void clustersBecomePackedWeightsAndAGroupThatMovesPointsIsAJoint() throws FormatException {
        long mesh = model("m", "Mesh");
        long bone = model("bone", "LimbNode");
        long group = model("group", "Null");
        long g = triangle();
        build.connect(g, mesh);
        long skin = build.object("Deformer", "s", "Deformer", "Skin", List.of());
        build.connect(skin, g);
        Matrix4d link = new Matrix4d().translation(0, 5, 0);
        cluster(skin, bone, new int[] {0, 2}, new double[] {1, 0.25}, link);
        cluster(skin, group, new int[] {2, 1}, new double[] {0.75, 0}, new Matrix4d());
        cluster(skin, 0, new int[] {1}, new double[] {1}, new Matrix4d());
        Scene s = read();
        Skin k = java.util.Objects.requireNonNull(s.meshes().getFirst().skin());
        assertThat(k.starts()).containsExactly(0, 1, 1, 3);
        assertThat(k.slots()).containsExactly(0, 0, 1);
        assertThat(k.weights()).containsExactly(1, 0.25f, 0.75f);
        assertThat(s.nodes().get(s.find("group")).kind()).isEqualTo(NodeKind.JOINT);
        assertThat(s.nodes().get(s.find("bone")).bindWorld()).isEqualTo(link);
        assertThat(k.toJoint()[0].m31()).isEqualTo(-5);
        assertThat(s.notes()).anyMatch(n -> n.contains("has no joint") && n.contains("1 point "));
    }

    @Test
    void shapesWithInBetweensAreSortedByTheirFullWeightAndTheWeightIsReadInEitherPlace() throws FormatException {
        long mesh = model("m", "Mesh");
        long g = triangle();
        build.connect(g, mesh);
        long deformer = build.object("Deformer", "b", "Deformer", "BlendShape", List.of());
        build.connect(deformer, g);
        long channel = build.object(
                "Deformer",
                "smile",
                "SubDeformer",
                "BlendShapeChannel",
                List.of(
                        FbxBuild.properties(List.of(FbxBuild.animated("DeformPercent", 30))),
                        FbxRecord.leaf("FullWeights", new FbxValue.Doubles(new double[] {100, 50}))));
        build.connect(channel, deformer);
        for (String name : new String[] {"full", "half"}) {
            long shape = build.object(
                    "Geometry",
                    name,
                    "Geometry",
                    "Shape",
                    List.of(
                            FbxRecord.leaf("Indexes", new FbxValue.Ints(new int[] {1})),
                            FbxRecord.leaf("Vertices", new FbxValue.Floats(new float[] {name.length(), 0, 0}))));
            build.connect(shape, channel);
        }
        var s = read().meshes().getFirst().shapes().getFirst();
        assertThat(s.weight()).isCloseTo(0.3, within(1e-12));
        assertThat(s.targets()).extracting(t -> t.fullWeight()).containsExactly(0.5, 1.0);
    }

    @Test
    void whatHasNoPlaceInASceneIsCarriedWithItsTies() throws FormatException {
        long a = model("a", "Null");
        long b = model("b", "Null");
        build.connect(b, a);
        long aim = build.object(
                "Constraint",
                "looks",
                "Constraint",
                "Aim",
                List.of(FbxBuild.leaf("Version", 100), FbxBuild.leaf("Odd", 7)));
        build.connect(aim, b, "Target");
        build.connect(a, aim, "Source");
        long set = build.object("CollectionExclusive", "layer1", "DisplayLayer", "DisplayLayer", List.of());
        build.connect(aim, set);
        Scene s = read();
        assertThat(s.keepsakes())
                .extracting(k -> k.kind() + " " + k.name())
                .containsExactly("Constraint looks", "CollectionExclusive layer1");
        assertThat(s.notes()).anyMatch(n -> n.contains("Constraint Aim is carried"));
        FbxDocument d = FbxSceneWriter.write(s, 7500);
        Scene again = FbxSceneReader.read("t.fbx", d, null);
        assertThat(again.keepsakes())
                .usingRecursiveComparison()
                .ignoringFields("id", "record.values", "ties.which")
                .isEqualTo(s.keepsakes());
        // One whose node is gone is carried still, without that tie.
        FbxDocument fewer = FbxSceneWriter.write(s.withNodes(s.nodes().subList(0, 1)), 7500);
        FbxKeepsake left = (FbxKeepsake)
                FbxSceneReader.read("t.fbx", fewer, null).keepsakes().getFirst();
        assertThat(left.ties()).extracting(FbxKeepsake.Tie::end).containsExactlyInAnyOrder("node", "keepsake");
    }

    @Test
    void bindPosesThatLeaveOutOrContradictAreTold() throws FormatException {
        long mesh = model("m", "Mesh");
        long one = model("one", "LimbNode");
        long two = model("two", "LimbNode");
        long g = triangle();
        build.connect(g, mesh);
        long skin = build.object("Deformer", "s", "Deformer", "Skin", List.of());
        build.connect(skin, g);
        Matrix4d link = new Matrix4d().translation(0, 5, 0);
        cluster(skin, one, new int[] {0}, new double[] {1}, link);
        cluster(skin, two, new int[] {1}, new double[] {1}, link);
        for (double y : new double[] {9, 8}) {
            build.object(
                    "Pose",
                    "p",
                    "Pose",
                    "BindPose",
                    List.of(FbxRecord.scope(
                            "PoseNode",
                            List.of(),
                            List.of(
                                    FbxRecord.leaf("Node", new FbxValue.Int64(one)),
                                    FbxBuild.matrix("Matrix", new Matrix4d().translation(0, y, 0))))));
        }
        Scene s = read();
        assertThat(s.nodes().get(s.find("one")).bindWorld())
                .as("the cluster counts")
                .isEqualTo(link);
        assertThat(s.notes())
                .anyMatch(n -> n.contains("leaves out 1 of 2 joints"))
                .anyMatch(n -> n.contains("puts 1 joint elsewhere than its cluster"))
                .anyMatch(n -> n.contains("contradict each other on 1 node;"));
    }

    @Test
    void severalSkinsAndTheirWaysOfJoiningAreRead() throws FormatException {
        long mesh = model("m", "Mesh");
        long bone = model("bone", "LimbNode");
        long other = model("other", "LimbNode");
        long g = triangle();
        build.connect(g, mesh);
        for (int i = 0; i < 2; i++) {
            long skin = build.object(
                    "Deformer", "s" + i, "Deformer", "Skin", List.of(FbxBuild.leaf("SkinningType", "DualQuaternion")));
            build.connect(skin, g);
            long c = build.object(
                    "Deformer",
                    "c",
                    "SubDeformer",
                    "Cluster",
                    List.of(
                            FbxBuild.leaf("Mode", "Additive"),
                            FbxRecord.leaf("Indexes", new FbxValue.Ints(new int[] {i})),
                            FbxRecord.leaf("Weights", new FbxValue.Doubles(new double[] {1})),
                            FbxBuild.matrix("Transform", new Matrix4d().translation(0, 0, 2)),
                            FbxBuild.matrix("TransformLink", new Matrix4d()),
                            FbxBuild.matrix("TransformAssociateModel", new Matrix4d().translation(1, 0, 0))));
            build.connect(c, skin);
            build.connect(bone, c);
            build.connect(other, c);
        }
        Skin k = java.util.Objects.requireNonNull(read().meshes().getFirst().skin());
        assertThat(k.starts()).containsExactly(0, 1, 2, 2);
        assertThat(k.style().method()).isEqualTo(SkinStyle.Method.DUAL_QUATERNION);
        assertThat(k.style().link()).isEqualTo(SkinStyle.Link.ADDITIVE);
        assertThat(k.style().parts()).containsExactly(0, 1);
        // Mesh bound at z 2, associate at x 1: from one to the other is (1, 0, -2).
        assertThat(k.style().associates().getFirst().node()).isEqualTo(2);
        assertThat(k.style().associates().getFirst().bind()).isEqualTo(new Matrix4d().translation(1, 0, -2));
    }

    @Test
    void theLensIsFoundWhicheverNumberCounts() throws FormatException {
        for (int mode = 0; mode < 4; mode++) {
            long eye = model("eye" + mode, "Camera");
            long lens = build.object(
                    "NodeAttribute",
                    "eye",
                    "NodeAttribute",
                    "Camera",
                    List.of(FbxBuild.properties(List.of(
                            FbxBuild.number("FilmWidth", 1),
                            FbxBuild.number("FilmHeight", 0.5),
                            FbxBuild.choice("ApertureMode", mode),
                            FbxBuild.number("FieldOfView", 90),
                            FbxBuild.number("FieldOfViewX", 60),
                            FbxBuild.number("FocalLength", 77)))));
            build.connect(lens, eye);
        }
        assertThat(read().cameras())
                .extracting(c -> Math.round(c.focalLength() * 1000) / 1000.0)
                .containsExactly(21.997, 12.7, 6.35, 77.0);
    }

    @Test
    void aPictureInPiecesIsJoinedAndOneInLayersIsTold() throws FormatException {
        long m = build.object("Material", "m", "Material", "", List.of());
        long layered = build.object("LayeredTexture", "both", "LayeredTexture", "", List.of());
        long t = build.object(
                "Texture",
                "t",
                "Texture",
                "",
                List.of(FbxBuild.properties(List.of(FbxBuild.words("UVSet", "second")))));
        long v = build.object(
                "Video",
                "v",
                "Video",
                "Clip",
                List.of(
                        FbxBuild.leaf("Filename", "/far/away.png"),
                        FbxRecord.leaf(
                                "Content", new FbxValue.Blob(new byte[] {1, 2}), new FbxValue.Blob(new byte[] {3}))));
        build.connect(v, t);
        build.connect(t, layered);
        build.connect(layered, m, "DiffuseColor");
        Scene s = read();
        assertThat(s.textures().getFirst().content()).containsExactly(1, 2, 3);
        assertThat(s.textures().getFirst().path()).isEqualTo("/far/away.png");
        assertThat(s.textures().getFirst().found()).isTrue();
        assertThat(s.textures().getFirst().uvSet()).isEqualTo("second");
        assertThat(s.materials().getFirst().texture()).isZero();
        assertThat(s.notes()).anyMatch(n -> n.contains("1 picture in layers on DiffuseColor"));
    }

    @Test
    void materialsFindTheirColourAndTheirPicture() throws FormatException {
        long m = build.object(
                "Material",
                "leather",
                "Material",
                "",
                List.of(
                        FbxBuild.leaf("ShadingModel", "phong"),
                        FbxBuild.properties(List.of(
                                FbxBuild.vector("DiffuseColor", "Color", "A", new Vec3(0.4, 0.2, 0.1)),
                                FbxBuild.number("Opacity", 0.5)))));
        long t = build.object(
                "Texture",
                "grain",
                "Texture",
                "",
                List.of(
                        FbxBuild.leaf("FileName", "C:\\maps\\grain.png"),
                        FbxBuild.leaf("RelativeFilename", "grain.png"),
                        FbxBuild.properties(List.of(
                                FbxBuild.vector("Translation", "Vector", "A", new Vec3(0.1, 0.2, 0)),
                                FbxBuild.vector("Rotation", "Vector", "A", new Vec3(0, 0, 30)),
                                FbxBuild.vector("Scaling", "Vector", "A", new Vec3(2, 3, 1)),
                                FbxBuild.number("WrapModeV", 1)))));
        build.connect(t, m, "DiffuseColor");
        Scene s = read();
        assertThat(s.materials().getFirst().uses().getFirst().placement())
                .isEqualTo(Placement.of(2, 3, 30, 0.1, 0.2).wrapped(Placement.Wrap.REPEAT, Placement.Wrap.CLAMP));
        assertThat(s.materials().getFirst().diffuse()).isEqualTo(new Vec3(0.4, 0.2, 0.1));
        assertThat(s.materials().getFirst().opacity()).isEqualTo(0.5);
        assertThat(s.textures().get(s.materials().getFirst().texture()).found()).isFalse();
    }

    @Test
    void withoutAnOpacityItIsWhatTheTransparencyLeaves() throws FormatException {
        build.object(
                "Material",
                "glass",
                "Material",
                "",
                List.of(FbxBuild.properties(List.of(
                        FbxBuild.vector("TransparentColor", "Color", "A", new Vec3(0.6, 0.3, 0)),
                        FbxBuild.number("TransparencyFactor", 0.5)))));
        assertThat(read().materials().getFirst().opacity()).isCloseTo(1 - 0.5 * 0.3, within(1e-12));
    }
}
