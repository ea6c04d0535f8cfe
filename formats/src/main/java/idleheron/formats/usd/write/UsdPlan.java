package idleheron.formats.usd.write;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Where the nodes of a scene come to lie in a stage. Joints, and whatever lies under them, become joints of a Skeleton prim under
 * the prim above the topmost joints; what has a mesh, a camera or a light there gets a prim beside the skeleton.
 */
final class UsdPlan {
    final Scene scene;

    /** Path of the prim that wraps everything, or "" where a node is at the top. */
    final String wrapper;

    /** Per node the path of its prim, or null where it is a joint alone. */
    final @Nullable String[] paths;

    final List<Bones> skeletons = new ArrayList<>();

    /** Per node its skeleton, or null. */
    final @Nullable Bones[] boneOf;

    /**
     * A skeleton.
     *
     * @param parent node above, -1 for none
     * @param path of the Skeleton prim
     * @param nodes in order, parents first
     * @param tokens per node
     * @param slot node to its place
     */
    record Bones(int parent, String path, List<Integer> nodes, List<String> tokens, Map<Integer, Integer> slot) {}

    UsdPlan(Scene scene) {
        this.scene = scene;
        int n = scene.nodes().size();
        this.paths = new String[n];
        this.boneOf = new Bones[n];
        boolean joints = scene.nodes().stream().anyMatch(Node::isJoint)
                || scene.meshes().stream().anyMatch(m -> !m.shapes().isEmpty());
        long tops = scene.nodes().stream().filter(x -> x.parent() < 0).count();
        boolean wrapped = joints
                || tops > 1
                || scene.clips().size() > 1
                || !scene.volumes().isEmpty() && tops > 0;
        this.wrapper = wrapped
                ? "/"
                        + UsdNames.plain(
                                scene.name().replaceFirst("\\.[^.]*$", "").replaceFirst("^\\.heron-.*", "Scene"))
                : "";
        Map<Integer, Set<String>> taken = new HashMap<>();
        for (int i = 0; i < n; i++) {
            Node node = scene.nodes().get(i);
            Bones above = node.parent() < 0 ? null : boneOf[node.parent()];
            if (above == null && !node.isJoint()) {
                paths[i] = under(node.parent()) + "/" + UsdNames.free(node.name(), taken(taken, node.parent()));
            } else {
                bone(i, node, above, taken);
            }
        }
        if (joints && skeletons.isEmpty()) {
            skeletons.add(new Bones(
                    -1, under(-1) + "/" + UsdNames.free("Skeleton", taken(taken, -1)), List.of(), List.of(), Map.of()));
        }
    }

    private static Set<String> taken(Map<Integer, Set<String>> all, int parent) {
        return all.computeIfAbsent(parent, p -> new HashSet<>());
    }

    /** Path of the prim above the children of a node. */
    String under(int parent) {
        String p = parent < 0 ? wrapper : paths[parent];
        return p == null ? wrapper : p;
    }

    private void bone(int i, Node node, @Nullable Bones above, Map<Integer, Set<String>> taken) {
        Bones bones = above;
        if (bones == null) {
            for (Bones b : skeletons) {
                bones = b.parent == node.parent() ? b : bones;
            }
        }
        if (bones == null) {
            String path = under(node.parent()) + "/" + UsdNames.free("Skeleton", taken(taken, node.parent()));
            bones = new Bones(node.parent(), path, new ArrayList<>(), new ArrayList<>(), new LinkedHashMap<>());
            skeletons.add(bones);
        }
        // names of joints are apart from those of prims
        Set<String> own = taken(
                taken,
                -2 - (above == null ? Math.max(0, node.parent() + 1) : node.parent()) * 2 - (above == null ? 1 : 0));
        String name = UsdNames.free(node.name(), own);
        Integer parentSlot = above == null ? null : bones.slot.get(node.parent());
        bones.slot.put(i, bones.nodes.size());
        bones.nodes.add(i);
        bones.tokens.add(parentSlot == null ? name : bones.tokens.get(parentSlot) + "/" + name);
        boneOf[i] = bones;
        if (node.kind() == NodeKind.MESH || node.kind() == NodeKind.CAMERA || node.kind() == NodeKind.LIGHT) {
            paths[i] = under(bones.parent) + "/" + UsdNames.free(node.name(), taken(taken, bones.parent));
        }
    }

    /** The skeleton whose joints a mesh's skin is on; the first one for a mesh that has only shapes. */
    @Nullable
    Bones bonesOf(int meshIndex) {
        var skin = scene.meshes().get(meshIndex).skin();
        if (skin == null || skin.joints().length == 0) {
            return scene.meshes().get(meshIndex).shapes().isEmpty() || skeletons.isEmpty()
                    ? null
                    : skeletons.getFirst();
        }
        Bones first = boneOf[skin.joints()[0]];
        for (int j : skin.joints()) {
            if (boneOf[j] != first || first == null) {
                throw new IllegalArgumentException(say(
                        "formats.usd.write.UsdPlan.is-bound-to-joints-under-several",
                        scene.meshes().get(meshIndex).name()));
            }
        }
        return first;
    }
}
