package idleheron.formats.fbx;

import idleheron.core.math.Vec3;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.document.FbxValue;
import java.util.List;
import org.joml.Matrix4d;

/** A sound document in which all that is broken on purpose occurs: two joints, a mesh, its skin, a blend shape and a clip. */
final class FuzzedStrip {
    private FuzzedStrip() {}

    /** A skinned and shaped strip with two layers of animation. */
    static FbxDocument sound() {
        FbxBuild b = new FbxBuild();
        long root = b.object(
                "Model",
                "root",
                "Model",
                "LimbNode",
                List.of(FbxBuild.properties(List.of(
                        FbxBuild.vector("Lcl Translation", "Lcl Translation", "A", new Vec3(0, 1, 0)),
                        FbxBuild.choice("RotationOrder", 2),
                        FbxBuild.property("mud", "Number", "", "A+U", new FbxValue.Real64(0.5))))));
        long tip = b.object(
                "Model",
                "tip",
                "Model",
                "LimbNode",
                List.of(FbxBuild.properties(
                        List.of(FbxBuild.vector("Lcl Rotation", "Lcl Rotation", "A", new Vec3(10, 20, 30))))));
        long mesh = b.object("Model", "strip", "Model", "Mesh", List.of());
        b.connect(root, 0);
        b.connect(tip, root);
        b.connect(mesh, 0);
        int n = 40;
        double[] points = new double[3 * n];
        double[] normals = new double[3 * n];
        int[] corners = new int[4 * (n / 2 - 1)];
        for (int i = 0; i < n; i++) {
            points[3 * i] = i % 2;
            points[3 * i + 1] = i / 2;
            normals[3 * i + 2] = 1;
        }
        for (int q = 0; q < n / 2 - 1; q++) {
            corners[4 * q] = 2 * q;
            corners[4 * q + 1] = 2 * q + 1;
            corners[4 * q + 2] = 2 * q + 3;
            corners[4 * q + 3] = -1 - (2 * q + 2);
        }
        long geometry = b.object(
                "Geometry",
                "strip",
                "Geometry",
                "Mesh",
                List.of(
                        FbxRecord.leaf("Vertices", new FbxValue.Doubles(points)),
                        FbxRecord.leaf("PolygonVertexIndex", new FbxValue.Ints(corners)),
                        FbxRecord.leaf("Edges", new FbxValue.Ints(new int[] {0, 1, 2, 3})),
                        layer(
                                "LayerElementNormal",
                                "ByVertice",
                                FbxRecord.leaf("Normals", new FbxValue.Doubles(normals))),
                        layer(
                                "LayerElementColor",
                                "AllSame",
                                FbxRecord.leaf("Colors", new FbxValue.Doubles(new double[4]))),
                        layer(
                                "LayerElementSmoothing",
                                "ByEdge",
                                FbxRecord.leaf("Smoothing", new FbxValue.Ints(new int[4]))),
                        layer(
                                "LayerElementMaterial",
                                "ByPolygon",
                                FbxRecord.leaf("Materials", new FbxValue.Ints(new int[19])))));
        b.connect(geometry, mesh);
        long skin = b.object(
                "Deformer",
                "skin",
                "Deformer",
                "Skin",
                List.of(
                        FbxBuild.leaf("SkinningType", "Blend"),
                        FbxRecord.leaf("Indexes", new FbxValue.Ints(new int[] {0, 1})),
                        FbxRecord.leaf("BlendWeights", new FbxValue.Doubles(new double[] {1, 0.5}))));
        b.connect(skin, geometry);
        int[] all = new int[n];
        double[] half = new double[n];
        for (int i = 0; i < n; i++) {
            all[i] = i;
            half[i] = 0.5;
        }
        for (long joint : new long[] {root, tip}) {
            long cluster = b.object(
                    "Deformer",
                    "c",
                    "SubDeformer",
                    "Cluster",
                    List.of(
                            FbxRecord.leaf("Indexes", new FbxValue.Ints(all)),
                            FbxRecord.leaf("Weights", new FbxValue.Doubles(half)),
                            FbxBuild.matrix("Transform", new Matrix4d()),
                            FbxBuild.matrix("TransformLink", new Matrix4d())));
            b.connect(cluster, skin);
            b.connect(joint, cluster);
        }
        long blend = b.object("Deformer", "b", "Deformer", "BlendShape", List.of());
        long channel = b.object(
                "Deformer",
                "smile",
                "SubDeformer",
                "BlendShapeChannel",
                List.of(
                        FbxBuild.leaf("DeformPercent", 10.0),
                        FbxRecord.leaf("FullWeights", new FbxValue.Doubles(new double[] {100}))));
        long shape = b.object(
                "Geometry",
                "smile",
                "Geometry",
                "Shape",
                List.of(
                        FbxRecord.leaf("Indexes", new FbxValue.Ints(new int[] {1, 2})),
                        FbxRecord.leaf("Vertices", new FbxValue.Doubles(new double[6]))));
        b.connect(blend, geometry);
        b.connect(channel, blend);
        b.connect(shape, channel);
        long pose = b.object(
                "Pose",
                "p",
                "Pose",
                "BindPose",
                List.of(FbxRecord.scope(
                        "PoseNode",
                        List.of(),
                        List.of(
                                FbxRecord.leaf("Node", new FbxValue.Int64(root)),
                                FbxBuild.matrix("Matrix", new Matrix4d())))));
        b.connect(pose, 0);
        long stack = b.object(
                "AnimationStack",
                "sway",
                "AnimStack",
                "",
                List.of(FbxBuild.properties(List.of(FbxBuild.time("LocalStart", 0), FbxBuild.time("LocalStop", 1)))));
        for (int l = 0; l < 2; l++) {
            long layer = b.object(
                    "AnimationLayer",
                    "l" + l,
                    "AnimLayer",
                    "",
                    List.of(FbxBuild.properties(
                            List.of(FbxBuild.animated("Weight", 50), FbxBuild.choice("BlendMode", l)))));
            b.connect(layer, stack);
            long node = b.object(
                    "AnimationCurveNode",
                    "R",
                    "AnimCurveNode",
                    "",
                    List.of(FbxBuild.properties(List.of(FbxBuild.animated("d|X", 1)))));
            b.connect(node, layer);
            b.connect(node, tip, "Lcl Rotation");
            long curve = b.object(
                    "AnimationCurve",
                    "",
                    "AnimCurve",
                    "",
                    List.of(
                            FbxRecord.leaf(
                                    "KeyTime", new FbxValue.Longs(new long[] {0, FbxTime.TICKS / 2, FbxTime.TICKS})),
                            FbxRecord.leaf("KeyValueFloat", new FbxValue.Floats(new float[] {0, 5, 1})),
                            FbxRecord.leaf("KeyAttrFlags", new FbxValue.Ints(new int[] {0x03000408, 0x108})),
                            FbxRecord.leaf("KeyAttrDataFloat", new FbxValue.Floats(new float[8])),
                            FbxRecord.leaf("KeyAttrRefCount", new FbxValue.Ints(new int[] {1, 2})),
                            FbxRecord.scope(
                                    "Post-Extrapolation",
                                    List.of(),
                                    List.of(
                                            FbxRecord.leaf("Type", new FbxValue.Flag((byte) 'R')),
                                            FbxBuild.leaf("Repetition", 2)))));
            b.connect(curve, node, "d|X");
        }
        return new FbxDocument(
                7400,
                false,
                List.of(
                        FbxRecord.scope("FBXHeaderExtension", List.of(), List.of(FbxBuild.leaf("FBXVersion", 7400))),
                        FbxRecord.scope(
                                "GlobalSettings",
                                List.of(),
                                List.of(FbxBuild.properties(List.of(
                                        FbxBuild.integer("UpAxis", 1), FbxBuild.number("UnitScaleFactor", 1))))),
                        FbxRecord.scope("Objects", List.of(), b.objects()),
                        FbxRecord.scope("Connections", List.of(), b.connections())),
                null,
                List.of());
    }

    private static FbxRecord layer(String kind, String mapping, FbxRecord data) {
        return FbxRecord.scope(
                kind,
                List.of(new FbxValue.Int32(0)),
                List.of(
                        FbxBuild.leaf("MappingInformationType", mapping),
                        FbxBuild.leaf("ReferenceInformationType", "Direct"),
                        data));
    }
}
