package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Channel;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Skin;
import idleheron.core.time.FrameRate;
import idleheron.formats.FormatException;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** Documents put together record by record, and what scene they mean. */
class FbxBridgeTest {
    private final FbxBuild build = new FbxBuild();
    private final List<FbxRecord> settings = new ArrayList<>();

    private Scene read() throws FormatException {
        List<FbxRecord> top = List.of(
                FbxRecord.scope("GlobalSettings", List.of(), List.of(FbxBuild.properties(settings))),
                FbxRecord.scope("Objects", List.of(), build.objects()),
                FbxRecord.scope("Connections", List.of(), build.connections()));
        return FbxSceneReader.read("t.fbx", new FbxDocument(7400, false, top, null, List.of()), null);
    }

    private long model(String name, String type, FbxRecord... properties) {
        return build.object("Model", name, "Model", type, List.of(FbxBuild.properties(List.of(properties))));
    }

    private static FbxRecord vector(String name, double x, double y, double z) {
        return FbxBuild.vector(name, "Vector3D", "", new Vec3(x, y, z));
    }

    @Test
    void without_settings_a_file_is_y_up_in_centimetres_at_thirty() throws FormatException {
        Scene s = read();
        assertThat(s.stage().axes()).isEqualTo(AxisSystem.COMMON);
        assertThat(s.stage().metersPerUnit()).isEqualTo(0.01);
        assertThat(s.stage().rate()).isEqualTo(FrameRate.of(30));
    }

    @Test
    void settings_are_centimetres_per_unit_and_axes_with_signs() throws FormatException {
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
    void axes_that_lie_on_each_other_are_told_and_not_taken() throws FormatException {
        settings.add(FbxBuild.integer("UpAxis", 2));
        settings.add(FbxBuild.integer("FrontAxis", 2));
        Scene s = read();
        assertThat(s.stage().axes()).isEqualTo(AxisSystem.COMMON);
        assertThat(s.notes()).anyMatch(n -> n.contains("not usable"));
    }

    @Test
    void the_whole_transform_is_read() throws FormatException {
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
        assertThat(read().notes()).anyMatch(n -> n.contains("not switched on"));
    }

    @Test
    void nodes_that_are_their_own_ancestors_are_left_out_and_told() throws FormatException {
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
    void a_thousand_nodes_in_a_chain_are_fine() throws FormatException {
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
    void clusters_become_packed_weights_and_a_group_that_moves_points_is_a_joint() throws FormatException {
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
        assertThat(s.notes()).anyMatch(n -> n.contains("has no joint") && n.contains("1 points"));
    }

    @Test
    void shapes_with_in_betweens_are_sorted_by_their_full_weight_and_the_weight_is_read_in_either_place()
            throws FormatException {
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
    void a_clip_takes_its_own_range_and_a_curve_nodes_value_where_a_curve_is_missing() throws FormatException {
        long node = model("n", "LimbNode", vector("Lcl Translation", 1, 1, 1));
        long stack = build.object(
                "AnimationStack",
                "sway",
                "AnimStack",
                "",
                List.of(FbxBuild.properties(
                        List.of(FbxBuild.time("LocalStart", 0.5), FbxBuild.time("LocalStop", 1.5)))));
        long layer = build.object("AnimationLayer", "l", "AnimLayer", "", List.of());
        build.connect(layer, stack);
        long curveNode = build.object(
                "AnimationCurveNode",
                "T",
                "AnimCurveNode",
                "",
                List.of(FbxBuild.properties(List.of(FbxBuild.animated("d|X", 1), FbxBuild.animated("d|Y", 9)))));
        build.connect(curveNode, layer);
        build.connect(curveNode, node, "Lcl Translation");
        long curve = build.object(
                "AnimationCurve",
                "",
                "AnimCurve",
                "",
                List.of(
                        FbxRecord.leaf("KeyTime", new FbxValue.Longs(new long[] {0, FbxTime.TICKS})),
                        FbxRecord.leaf("KeyValueFloat", new FbxValue.Floats(new float[] {0, 4})),
                        FbxRecord.leaf("KeyAttrFlags", new FbxValue.Ints(new int[] {4})),
                        FbxRecord.leaf("KeyAttrDataFloat", new FbxValue.Floats(new float[4])),
                        FbxRecord.leaf("KeyAttrRefCount", new FbxValue.Ints(new int[] {2}))));
        build.connect(curve, curveNode, "d|Z");
        Clip c = read().clips().getFirst();
        assertThat(c.startSeconds()).isEqualTo(0.5);
        assertThat(c.endSeconds()).isEqualTo(1.5);
        var t = c.nodes().getFirst();
        assertThat(t.curve(Channel.TRANSLATE_X)).as("says what the node says").isNull();
        assertThat(java.util.Objects.requireNonNull(t.curve(Channel.TRANSLATE_Y))
                        .at(7))
                .isEqualTo(9);
        assertThat(java.util.Objects.requireNonNull(t.curve(Channel.TRANSLATE_Z))
                        .at(0.25))
                .isEqualTo(1);
    }

    @Test
    void a_clip_without_a_range_takes_that_of_its_keys_and_more_layers_are_told() throws FormatException {
        long stack = build.object("AnimationStack", "s", "AnimStack", "", List.of());
        for (int i = 0; i < 2; i++) {
            build.connect(build.object("AnimationLayer", "l" + i, "AnimLayer", "", List.of()), stack);
        }
        Scene s = read();
        assertThat(s.clips().getFirst().length()).isZero();
        assertThat(s.notes()).anyMatch(n -> n.contains("2 layers"));
    }

    @Test
    void materials_find_their_colour_and_their_picture() throws FormatException {
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
                        FbxBuild.leaf("RelativeFilename", "grain.png")));
        build.connect(t, m, "DiffuseColor");
        Scene s = read();
        assertThat(s.materials().getFirst().diffuse()).isEqualTo(new Vec3(0.4, 0.2, 0.1));
        assertThat(s.materials().getFirst().opacity()).isEqualTo(0.5);
        assertThat(s.textures().get(s.materials().getFirst().texture()).found()).isFalse();
    }
}
