package idleheron.formats.fbx.read;

import static idleheron.core.Messages.say;

import idleheron.core.math.Matrices;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.parts.FbxObjects;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;

/**
 * The {@code Pose} objects of type BindPose: where nodes were when skins were bound.
 *
 * <pre>
 * NbPoseNodes  how many entries follow
 * PoseNode     Node: i64 number of the model; Matrix: 16 doubles by columns, world
 * </pre>
 *
 * What a cluster says counts before them. Joints that are missing in them, and entries that say something else than the
 * cluster or than another pose, are told.
 */
final class FbxBindPoses {
    /** Of the larger of the two matrices' largest element. */
    private static final double SAME = 1e-4;

    private final FbxObjects objects;
    private final Map<Long, Integer> nodeIndex;
    private final List<String> notes;

    FbxBindPoses(FbxObjects objects, Map<Long, Integer> nodeIndex, List<String> notes) {
        this.objects = objects;
        this.nodeIndex = nodeIndex;
        this.notes = notes;
    }

    /** World matrices by node, those of the clusters and then those that only a pose tells. */
    Map<Integer, Matrix4d> read(Map<Integer, Matrix4d> ofClusters) {
        Map<Integer, Matrix4d> told = new HashMap<>();
        int against = 0;
        int strangers = 0;
        for (FbxObjects.Item pose : objects.all("Pose", "BindPose")) {
            for (FbxRecord entry : pose.record().children("PoseNode")) {
                FbxRecord node = entry.child("Node");
                Integer i = node == null ? null : nodeIndex.get(node.integer(0, -1));
                if (i == null) {
                    strangers++;
                    continue;
                }
                Matrix4d m = FbxSkinReader.matrix(entry.childDoubles("Matrix"));
                Matrix4d before = told.putIfAbsent(i, m);
                against += before != null && differ(before, m) ? 1 : 0;
            }
        }
        int missing = 0;
        int other = 0;
        for (Map.Entry<Integer, Matrix4d> c : ofClusters.entrySet()) {
            Matrix4d m = told.get(c.getKey());
            missing += m == null ? 1 : 0;
            other += m != null && differ(m, c.getValue()) ? 1 : 0;
        }
        if (!told.isEmpty() && missing > 0) {
            notes.add(say("formats.fbx.read.FbxBindPoses.the-bind-pose-leaves-out-of", missing, ofClusters.size()));
        }
        if (other > 0) {
            notes.add(say("formats.fbx.read.FbxBindPoses.the-bind-pose-puts-joints-elsewhere", other));
        }
        if (against > 0) {
            notes.add(say("formats.fbx.read.FbxBindPoses.the-bind-poses-contradict-each-other", against));
        }
        if (strangers > 0) {
            notes.add(say("formats.fbx.read.FbxBindPoses.the-bind-pose-names-nodes-that", strangers));
        }
        told.putAll(ofClusters);
        return told;
    }

    private static boolean differ(Matrix4d a, Matrix4d b) {
        double largest = 1;
        for (double v : a.get(new double[16])) {
            largest = Math.max(largest, Math.abs(v));
        }
        return Matrices.difference(a, b) > SAME * largest;
    }
}
