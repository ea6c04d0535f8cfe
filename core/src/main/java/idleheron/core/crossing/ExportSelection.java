package idleheron.core.crossing;

import idleheron.core.pose.Pose;
import idleheron.core.remedy.clip.BakeClips;
import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What of a scene is sent.
 *
 * @param meshes meshes, with their skins, blend shapes, materials and pictures
 * @param skeleton joints; without them meshes go in their bind pose and nothing moves them
 * @param clips names of the clips that go, or null for all
 * @param baked whether every channel that moves gets a key on every frame
 * @param smoothing what says which edges are hard
 * @param tangents tangents and binormals
 */
public record ExportSelection(
        boolean meshes,
        boolean skeleton,
        @Nullable Set<String> clips,
        boolean baked,
        boolean smoothing,
        boolean tangents) {
    public static final ExportSelection ALL = new ExportSelection(true, true, null, false, true, true);

    /** One clip alone with the skeleton that it moves: fits a character that was delivered before. */
    public ExportSelection onlyClip(String name) {
        return new ExportSelection(false, true, Set.of(name), baked, smoothing, tangents);
    }

    /** Only these clips by name; null for all. */
    public ExportSelection withClips(@Nullable Set<String> value) {
        return new ExportSelection(meshes, skeleton, value, baked, smoothing, tangents);
    }

    public ExportSelection withMeshes(boolean value) {
        return new ExportSelection(value, skeleton, clips, baked, smoothing, tangents);
    }

    public ExportSelection withSkeleton(boolean value) {
        return new ExportSelection(meshes, value, clips, baked, smoothing, tangents);
    }

    public ExportSelection withBaked(boolean value) {
        return new ExportSelection(meshes, skeleton, clips, value, smoothing, tangents);
    }

    public ExportSelection withSmoothing(boolean value) {
        return new ExportSelection(meshes, skeleton, clips, baked, value, tangents);
    }

    public ExportSelection withTangents(boolean value) {
        return new ExportSelection(meshes, skeleton, clips, baked, smoothing, value);
    }

    /** The scene with only what goes. */
    public Scene of(Scene scene) {
        Scene s = scene;
        if (clips != null) {
            s = s.withClips(
                    s.clips().stream().filter(c -> clips.contains(c.name())).toList());
            if (s.clips().size() == 1 && scene.clips().size() > 1) {
                Clip only = s.clips().getFirst();
                s = s.withStage(s.stage().withRange(only.startSeconds(), only.endSeconds()));
            }
        }
        if (!meshes) {
            s = withoutMeshes(s);
        }
        if (!skeleton) {
            s = withoutSkeleton(s);
        }
        if (baked) {
            s = new BakeClips().apply(s);
        }
        if (!smoothing || !tangents) {
            s = s.withMeshes(s.meshes().stream().map(this::lighter).toList());
        }
        return s;
    }

    private Mesh lighter(Mesh mesh) {
        Mesh m = smoothing ? mesh : mesh.withSmoothing(null, null);
        return tangents
                ? m
                : m.withLayers(m.layers().stream()
                        .filter(l -> l.kind() != MeshLayer.Kind.TANGENT && l.kind() != MeshLayer.Kind.BINORMAL)
                        .toList());
    }

    /** A node that shows a mesh as one that shows nothing. */
    static Node asGroup(Node n) {
        return n.withPayload(NodeKind.GROUP, -1).withMaterials(new int[0]).withGeometric(null);
    }

    /** Mesh nodes with nothing else below them go; others stay as groups, so that what hangs on them keeps its place. */
    private static Scene withoutMeshes(Scene scene) {
        boolean[] needed = needed(scene, n -> n.kind() != NodeKind.MESH);
        Set<Integer> gone = new HashSet<>();
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            if (n.kind() == NodeKind.MESH) {
                n = asGroup(n);
                if (!needed[i]) {
                    gone.add(i);
                }
            }
            nodes.add(n);
        }
        List<Clip> clips = scene.clips().stream().map(Clip::withoutSurfaces).toList();
        Scene bare = scene.withNodes(nodes)
                .withMeshes(List.of())
                .withMaterials(List.of())
                .withTextures(List.of())
                .withClips(clips);
        return gone.isEmpty() ? bare : NodeRemoval.remove(bare, gone);
    }

    /** Joints with nothing else below them go; others become groups, which move as they did. */
    private static Scene withoutSkeleton(Scene scene) {
        boolean[] needed = needed(scene, n -> !n.isJoint());
        Set<Integer> gone = new HashSet<>();
        List<Node> nodes = new ArrayList<>();
        Pose rest = new Pose(scene);
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            if (n.isJoint()) {
                n = n.withPayload(NodeKind.GROUP, -1).withBindWorld(null).withAttribute(null);
                if (!needed[i]) {
                    gone.add(i);
                }
            } else if (n.kind() == NodeKind.MESH && n.bindWorld() != null) {
                n = n.withBindWorld(new org.joml.Matrix4d(rest.world(i)));
            }
            nodes.add(n);
        }
        Scene bare = scene.withNodes(nodes)
                .withMeshes(scene.meshes().stream().map(m -> m.withSkin(null)).toList());
        return gone.isEmpty() ? bare : NodeRemoval.remove(bare, gone);
    }

    /** Per node, whether it or anything below it is wanted. */
    static boolean[] needed(Scene scene, java.util.function.Predicate<Node> wanted) {
        boolean[] out = new boolean[scene.nodes().size()];
        for (int i = out.length - 1; i >= 0; i--) {
            Node n = scene.nodes().get(i);
            out[i] |= wanted.test(n);
            if (out[i] && n.parent() >= 0) {
                out[n.parent()] = true;
            }
        }
        return out;
    }
}
