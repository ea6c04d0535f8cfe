package idleheron.core.remedy.skin;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.skeleton.KeepInfluencing;
import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/**
 * Hands the weights of some joints to others and takes the joints out.
 *
 * @param table from the name of a joint that goes to the name of the one that takes its weights; "" for the nearest joint
 *     above it that stays
 */
public record HandWeights(Map<String, String> table) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "hand-weights",
                    HandWeights.class,
                    Keeps.NEARLY,
                    say("core.remedy.skin.HandWeights.gives-the-weights-of-a-joint"))
            .told(
                    "=JOINT[:TAKER]",
                    v -> new HandWeights(Map.of(v.first().name(), v.second("").text())))
            .measured(KeepInfluencing.JOINTS);

    public HandWeights {
        table = java.util.Collections.unmodifiableMap(new TreeMap<>(table));
    }

    /** Each to the nearest joint above it that stays. */
    public static HandWeights up(List<String> names) {
        Map<String, String> table = new TreeMap<>();
        names.forEach(n -> table.put(n, ""));
        return new HandWeights(table);
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.skin.HandWeights.hand-weights-over");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.skin.HandWeights.gives-the-weights-of-to-joints",
                table.size(),
                (table.size() == 1
                        ? say("core.remedy.skin.HandWeights.joint")
                        : say("core.remedy.skin.HandWeights.joints")));
    }

    @Override
    public Scene apply(Scene scene) {
        Set<Integer> gone = new HashSet<>();
        for (int j : scene.joints()) {
            if (table.containsKey(scene.nodes().get(j).name())) {
                gone.add(j);
            }
        }
        if (gone.isEmpty()) {
            return scene;
        }
        Map<Integer, Integer> to = new HashMap<>();
        for (int j : gone) {
            int taker = taker(scene, j, gone);
            if (taker >= 0) {
                to.put(j, taker);
            }
        }
        List<Mesh> meshes = new ArrayList<>();
        for (int m = 0; m < scene.meshes().size(); m++) {
            Mesh mesh = scene.meshes().get(m);
            Skin s = mesh.skin();
            meshes.add(s == null ? mesh : mesh.withSkin(handed(scene, m, s, to)));
        }
        return NodeRemoval.remove(scene.withMeshes(meshes), gone);
    }

    private int taker(Scene scene, int joint, Set<Integer> gone) {
        String name = table.getOrDefault(scene.nodes().get(joint).name(), "");
        if (!name.isEmpty()) {
            for (int j : scene.joints()) {
                if (!gone.contains(j) && scene.nodes().get(j).name().equals(name)) {
                    return j;
                }
            }
        }
        int p = scene.jointAbove(joint);
        while (p >= 0 && gone.contains(p)) {
            p = scene.jointAbove(p);
        }
        return p;
    }

    /** The slots of takers get the influences; two of one point become one. */
    private static Skin handed(Scene scene, int mesh, Skin s, Map<Integer, Integer> to) {
        List<Integer> joints = new ArrayList<>();
        List<Matrix4dc> matrices = new ArrayList<>();
        for (int i = 0; i < s.joints().length; i++) {
            joints.add(s.joints()[i]);
            matrices.add(s.toJoint()[i]);
        }
        int[] slotTo = new int[s.joints().length];
        for (int i = 0; i < slotTo.length; i++) {
            Integer taker = to.get(s.joints()[i]);
            slotTo[i] = i;
            if (taker != null) {
                int slot = joints.indexOf(taker);
                if (slot < 0) {
                    slot = joints.size();
                    joints.add(taker);
                    matrices.add(bound(scene, mesh, taker));
                }
                slotTo[i] = slot;
            }
        }
        int[] starts = new int[s.starts().length];
        int[] slots = new int[s.slots().length];
        float[] weights = new float[slots.length];
        int at = 0;
        for (int p = 0; p < s.points(); p++) {
            int from = at;
            for (int i = s.starts()[p]; i < s.starts()[p + 1]; i++) {
                int slot = slotTo[s.slots()[i]];
                int there = from;
                while (there < at && slots[there] != slot) {
                    there++;
                }
                if (there == at) {
                    slots[at] = slot;
                    weights[at++] = 0;
                }
                weights[there] += s.weights()[i];
            }
            starts[p + 1] = at;
        }
        Skin more = s.withJoints(joints.stream().mapToInt(i -> i).toArray(), matrices.toArray(Matrix4dc[]::new));
        return more.withWeights(starts, java.util.Arrays.copyOf(slots, at), java.util.Arrays.copyOf(weights, at));
    }

    /** Where a joint that moved no point of a mesh stands to it: as bound where both say so, else at rest. */
    private static Matrix4dc bound(Scene scene, int mesh, int joint) {
        idleheron.core.pose.Pose rest = new idleheron.core.pose.Pose(scene);
        int node = scene.nodeOfMesh(mesh);
        Matrix4dc j = scene.nodes().get(joint).bindWorld();
        Matrix4dc m = node < 0 ? new Matrix4d() : scene.nodes().get(node).bindWorld();
        Matrix4dc meshWorld = m == null ? rest.world(node) : m;
        return new Matrix4d(j == null ? rest.world(joint) : j).invert().mul(meshWorld);
    }
}
