package idleheron.formats.fbx.read;

import static idleheron.core.Messages.say;

import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.parts.FbxObjects;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * A {@code Deformer} of type Skin with its Clusters to packed weights.
 *
 * <pre>
 * Cluster  Indexes        ints, points
 *          Weights        doubles, one per index
 *          Transform      16 doubles by columns: mesh space to joint space when bound
 *          TransformLink  16 doubles by columns: the joint's world matrix when bound
 *          Mode           "Additive", "Total1", or nothing: weights are divided by their sum
 *          TransformAssociateModel  16 doubles by columns: world matrix of the model it adds to, when bound
 * Model    hangs on the cluster: the joint; a second one is the model it adds to
 * Skin     SkinningType   "Linear", "Rigid", "DualQuaternion", "Blend" with Indexes and BlendWeights
 * </pre>
 */
public final class FbxSkinReader {
    private final FbxObjects objects;
    private final Map<Long, Integer> nodeIndex;
    private final List<String> notes;

    /** World matrices when bound, by node; filled while skins are read. */
    final Map<Integer, Matrix4d> bindWorld = new HashMap<>();

    /** The mesh's own world matrix when bound, by geometry. */
    final Map<Long, Matrix4d> meshBind = new HashMap<>();

    /** Joints whose clusters do not say how the mesh lay on them when bound. */
    final Set<Integer> unbound = new HashSet<>();

    FbxSkinReader(FbxObjects objects, Map<Long, Integer> nodeIndex, List<String> notes) {
        this.objects = objects;
        this.nodeIndex = nodeIndex;
        this.notes = notes;
    }

    private record Cluster(
            int part,
            int joint,
            Matrix4d toJoint,
            int[] points,
            double[] weights,
            String mode,
            SkinStyle.@Nullable Associate associate) {}

    @Nullable
    Skin read(FbxObjects.Item geometry, int pointCount) {
        List<FbxObjects.Item> skins = objects.under(geometry.id(), "Deformer").stream()
                .filter(d -> d.type().equals("Skin"))
                .toList();
        if (skins.isEmpty()) {
            return null;
        }
        if (skins.size() > 1) {
            notes.add(say(
                    "formats.fbx.read.FbxSkinReader.has-skins-their-joints-move-it", geometry.name(), skins.size()));
        }
        List<Cluster> clusters = new ArrayList<>();
        for (int part = 0; part < skins.size(); part++) {
            for (FbxObjects.Item c : objects.under(skins.get(part).id(), "Deformer")) {
                Cluster read = cluster(geometry, c, pointCount, part);
                if (read != null) {
                    clusters.add(read);
                }
            }
        }
        return pack(skins.getFirst().name(), clusters, pointCount).withStyle(style(skins, clusters, pointCount));
    }

    private SkinStyle style(List<FbxObjects.Item> skins, List<Cluster> clusters, int pointCount) {
        FbxRecord first = skins.getFirst().record();
        SkinStyle.Method method = switch (first.childText("SkinningType")) {
            case "DualQuaternion" -> SkinStyle.Method.DUAL_QUATERNION;
            case "Blend" -> SkinStyle.Method.BLENDED;
            default -> SkinStyle.Method.LINEAR;
        };
        float[] share = null;
        if (method == SkinStyle.Method.BLENDED) {
            share = new float[pointCount];
            int[] index = first.childInts("Indexes");
            double[] weights = first.childDoubles("BlendWeights");
            for (int i = 0; i < Math.min(index.length, weights.length); i++) {
                if (index[i] >= 0 && index[i] < pointCount) {
                    share[index[i]] = (float) weights[i];
                }
            }
        }
        List<String> modes = clusters.stream().map(Cluster::mode).distinct().toList();
        if (modes.size() > 1) {
            notes.add(say(
                    "formats.fbx.read.FbxSkinReader.joins-its-weights-in-several-ways",
                    skins.getFirst().name()));
        }
        SkinStyle.Link link = switch (modes.isEmpty() ? "" : modes.getFirst()) {
            case "Additive" -> SkinStyle.Link.ADDITIVE;
            case "Total1", "TotalOne" -> SkinStyle.Link.TOTAL_ONE;
            default -> SkinStyle.Link.NORMALIZED;
        };
        List<SkinStyle.Associate> associates = new ArrayList<>();
        for (Cluster c : clusters) {
            if (c.associate != null) {
                associates.add(c.associate);
            }
        }
        if (link == SkinStyle.Link.ADDITIVE && associates.size() < clusters.size()) {
            notes.add(say(
                    "formats.fbx.read.FbxSkinReader.adds-to-movements-that-are-not",
                    skins.getFirst().name()));
            associates.clear();
        }
        int[] parts = skins.size() < 2
                ? null
                : clusters.stream().mapToInt(Cluster::part).toArray();
        return new SkinStyle(method, share, link, link == SkinStyle.Link.ADDITIVE ? associates : List.of(), parts);
    }

    private @Nullable Cluster cluster(FbxObjects.Item geometry, FbxObjects.Item item, int pointCount, int part) {
        List<FbxObjects.Item> models = objects.under(item.id(), "Model");
        Integer joint =
                models.isEmpty() ? null : nodeIndex.get(models.getFirst().id());
        int[] points = item.record().childInts("Indexes");
        double[] weights = item.record().childDoubles("Weights");
        if (joint == null) {
            notes.add(say(
                    "formats.fbx.read.FbxSkinReader.cluster-of-has-no-joint-its",
                    item.name(),
                    geometry.name(),
                    points.length));
            return null;
        }
        if (points.length != weights.length) {
            notes.add(say(
                    "formats.fbx.read.FbxSkinReader.cluster-has-points-but-weights",
                    item.name(),
                    points.length,
                    weights.length));
        }
        int n = Math.min(points.length, weights.length);
        for (int i = 0; i < n; i++) {
            if (points[i] < 0 || points[i] >= pointCount || !Double.isFinite(weights[i])) {
                notes.add(say(
                        "formats.fbx.read.FbxSkinReader.cluster-names-point-of", item.name(), points[i], pointCount));
                n = i;
            }
        }
        double[] stored = item.record().childDoubles("Transform");
        double[] linked = item.record().childDoubles("TransformLink");
        if (stored.length < 16 || linked.length < 16) {
            notes.add(say("formats.fbx.read.FbxSkinReader.cluster-does-not-say-where-its", item.name()));
        }
        Matrix4d link = matrix(linked);
        Matrix4d transform = matrix(stored);
        if (linked.length >= 16) {
            bindWorld.putIfAbsent(joint, link);
        }
        if (linked.length >= 16 && stored.length >= 16) {
            meshBind.putIfAbsent(geometry.id(), new Matrix4d(link).mul(transform));
        } else if (stored.length < 16) {
            unbound.add(joint);
        }
        return new Cluster(
                part,
                joint,
                transform,
                points.length == n ? points : java.util.Arrays.copyOf(points, n),
                weights.length == n ? weights : java.util.Arrays.copyOf(weights, n),
                item.record().childText("Mode"),
                associate(item, models, new Matrix4d(link).mul(transform)));
    }

    private SkinStyle.@Nullable Associate associate(
            FbxObjects.Item item, List<FbxObjects.Item> linked, Matrix4d meshWorld) {
        double[] stored = item.record().childDoubles("TransformAssociateModel");
        Integer node = linked.size() < 2 ? null : nodeIndex.get(linked.get(1).id());
        return node == null || stored.length < 16
                ? null
                : new SkinStyle.Associate(node, meshWorld.invert().mul(matrix(stored)));
    }

    static Matrix4d matrix(double[] columns) {
        Matrix4d m = new Matrix4d();
        if (columns.length >= 16) {
            m.set(columns);
        }
        return m.isFinite() ? m : new Matrix4d();
    }

    /** Counting sort of the influences by point, in the order of the clusters. */
    private static Skin pack(String name, List<Cluster> clusters, int pointCount) {
        int[] starts = new int[pointCount + 1];
        for (Cluster c : clusters) {
            for (int i = 0; i < c.points.length; i++) {
                if (c.weights[i] != 0) {
                    starts[c.points[i] + 1]++;
                }
            }
        }
        for (int p = 0; p < pointCount; p++) {
            starts[p + 1] += starts[p];
        }
        int[] next = starts.clone();
        int[] slots = new int[starts[pointCount]];
        float[] weights = new float[slots.length];
        int[] joints = new int[clusters.size()];
        Matrix4dc[] toJoint = new Matrix4dc[joints.length];
        for (int s = 0; s < joints.length; s++) {
            Cluster c = clusters.get(s);
            joints[s] = c.joint;
            toJoint[s] = c.toJoint;
            for (int i = 0; i < c.points.length; i++) {
                if (c.weights[i] != 0) {
                    int at = next[c.points[i]]++;
                    slots[at] = s;
                    weights[at] = (float) c.weights[i];
                }
            }
        }
        return new Skin(name, joints, toJoint, starts, slots, weights);
    }
}
