package idleheron.formats.fbx.write;

import static idleheron.formats.fbx.document.FbxBuild.leaf;

import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.read.FbxSkinReader;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/** Skins to {@code Deformer} objects, and the bind pose; the layouts stand at {@link FbxSkinReader}. */
final class FbxSkinWriter {
    private final Scene scene;
    private final FbxBuild build;
    private final long[] nodeIds;
    private final Pose rest;

    FbxSkinWriter(Scene scene, FbxBuild build, long[] nodeIds) {
        this.scene = scene;
        this.build = build;
        this.nodeIds = nodeIds;
        this.rest = new Pose(scene);
    }

    void write(int meshIndex, long geometry) {
        Mesh mesh = scene.meshes().get(meshIndex);
        Skin skin = mesh.skin();
        if (skin == null) {
            return;
        }
        int node = scene.nodeOfMesh(meshIndex);
        Matrix4dc meshWorld = node < 0 ? new Matrix4d() : bindWorld(node);
        int[] parts = skin.style().parts();
        Map<Integer, Long> deformers = new HashMap<>();
        int[] count = new int[skin.joints().length];
        for (int s : skin.slots()) {
            count[s]++;
        }
        int[][] points = new int[count.length][];
        double[][] weights = new double[count.length][];
        for (int s = 0; s < count.length; s++) {
            points[s] = new int[count[s]];
            weights[s] = new double[count[s]];
        }
        int[] at = new int[count.length];
        for (int p = 0; p < skin.points(); p++) {
            for (int i = skin.starts()[p]; i < skin.starts()[p + 1]; i++) {
                int s = skin.slots()[i];
                points[s][at[s]] = p;
                weights[s][at[s]++] = skin.weights()[i];
            }
        }
        for (int s = 0; s < count.length; s++) {
            Long deformer = deformers.computeIfAbsent(parts == null ? 0 : parts[s], k -> deformer(skin, geometry));
            cluster(skin, s, points[s], weights[s], meshWorld, deformer);
        }
        if (count.length == 0) {
            deformer(skin, geometry);
        }
    }

    private long deformer(Skin skin, long geometry) {
        String type = switch (skin.style().method()) {
            case LINEAR -> "Linear";
            case DUAL_QUATERNION -> "DualQuaternion";
            case BLENDED -> "Blend";
        };
        List<FbxRecord> c = new ArrayList<>(
                List.of(leaf("Version", 101), leaf("Link_DeformAcuracy", 50.0), leaf("SkinningType", type)));
        float[] share = skin.style().dualShare();
        if (share != null) {
            int[] index = new int[share.length];
            double[] wide = new double[share.length];
            for (int i = 0; i < share.length; i++) {
                index[i] = i;
                wide[i] = share[i];
            }
            c.add(FbxRecord.leaf("Indexes", new FbxValue.Ints(index)));
            c.add(FbxRecord.leaf("BlendWeights", new FbxValue.Doubles(wide)));
        }
        long id = build.object("Deformer", skin.name(), "Deformer", "Skin", c);
        build.connect(id, geometry);
        return id;
    }

    private Matrix4dc bindWorld(int node) {
        Matrix4dc told = scene.nodes().get(node).bindWorld();
        return told == null ? rest.world(node) : told;
    }

    private void cluster(Skin skin, int slot, int[] points, double[] weights, Matrix4dc meshWorld, long deformer) {
        int joint = skin.joints()[slot];
        Matrix4dc toJoint = skin.toJoint()[slot];
        Matrix4d link = new Matrix4d(meshWorld).mul(new Matrix4d(toJoint).invert());
        Matrix4dc told = scene.nodes().get(joint).bindWorld();
        List<FbxRecord> c = new ArrayList<>();
        c.add(leaf("Version", 100));
        c.add(FbxRecord.leaf("UserData", FbxBuild.text(""), FbxBuild.text("")));
        SkinStyle style = skin.style();
        if (style.link() == SkinStyle.Link.TOTAL_ONE) {
            c.add(leaf("Mode", "Total1"));
        } else if (style.link() == SkinStyle.Link.ADDITIVE) {
            c.add(leaf("Mode", "Additive"));
        }
        if (points.length > 0) {
            c.add(FbxRecord.leaf("Indexes", new FbxValue.Ints(points)));
            c.add(FbxRecord.leaf("Weights", new FbxValue.Doubles(weights)));
        }
        c.add(FbxBuild.matrix("Transform", toJoint));
        c.add(FbxBuild.matrix("TransformLink", told == null ? link : told));
        SkinStyle.Associate associate =
                style.associates().isEmpty() ? null : style.associates().get(slot);
        if (associate != null) {
            c.add(FbxBuild.matrix("TransformAssociateModel", new Matrix4d(meshWorld).mul(associate.bind())));
        }
        String name = scene.nodes().get(joint).name();
        long id = build.object("Deformer", name, "SubDeformer", "Cluster", c);
        build.connect(id, deformer);
        build.connect(nodeIds[joint], id);
        if (associate != null) {
            build.connect(nodeIds[associate.node()], id);
        }
    }

    /** One pose with the world matrices of all joints and meshes that know theirs. */
    void bindPose() {
        List<FbxRecord> entries = new ArrayList<>();
        for (int i = 0; i < nodeIds.length; i++) {
            Node n = scene.nodes().get(i);
            Matrix4dc world = n.bindWorld();
            if (world != null && (n.isJoint() || n.kind() == NodeKind.MESH)) {
                entries.add(FbxRecord.scope(
                        "PoseNode",
                        List.of(),
                        List.of(
                                FbxRecord.leaf("Node", new FbxValue.Int64(nodeIds[i])),
                                FbxBuild.matrix("Matrix", world))));
            }
        }
        if (entries.isEmpty()) {
            return;
        }
        List<FbxRecord> c = new ArrayList<>(
                List.of(leaf("Type", "BindPose"), leaf("Version", 100), leaf("NbPoseNodes", entries.size())));
        c.addAll(entries);
        build.object("Pose", "bind", "Pose", "BindPose", c);
    }
}
