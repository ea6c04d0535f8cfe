package idleheron.formats.gltf.avatar;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Springs;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Scene;
import idleheron.formats.gltf.bridge.GltfSceneReader;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * What swings in an avatar of version 0: {@code secondaryAnimation} with {@code boneGroups} of {@code {comment, stiffiness,
 * gravityPower, gravityDir, dragForce, center, hitRadius, bones, colliderGroups}}, where every joint below those of {@code bones} swings
 * with them, and {@code colliderGroups} of {@code {node, colliders: [{offset, radius}]}}. Offsets have their Z the other way; the
 * direction of gravity has not (measured with an independent reader). The newer version has one chain per spring: from where joints
 * part, the first goes on and the others begin chains of their own.
 */
final class OlderSprings {
    private static final Vec3 DOWN = new Vec3(0, -1, 0);

    private final GltfSceneReader.Found found;
    private final List<Avatar.Fault> faults;
    private final List<List<Integer>> below = new ArrayList<>();
    private final Set<Integer> swings = new HashSet<>();

    /**
     * @param faults takes what is wrong
     */
    OlderSprings(GltfSceneReader.Found found, List<Avatar.Fault> faults) {
        this.found = found;
        this.faults = faults;
        Scene s = found.scene();
        for (int i = 0; i < s.nodes().size(); i++) {
            below.add(new ArrayList<>());
        }
        for (int i = 0; i < s.nodes().size(); i++) {
            int parent = s.nodes().get(i).parent();
            if (parent >= 0) {
                below.get(parent).add(i);
            }
        }
    }

    /** What swings, and what keeps it out. */
    Springs read(JsonNode told) {
        List<Springs.Collider> colliders = new ArrayList<>();
        List<Springs.Group> groups = new ArrayList<>();
        for (JsonNode g : told.path("colliderGroups")) {
            int n = node(g.path("node"));
            List<Integer> of = new ArrayList<>();
            for (JsonNode c : g.path("colliders")) {
                if (n < 0) {
                    wrong(say("formats.gltf.avatar.OlderSprings.collider-group", groups.size()), g.path("node"));
                    break;
                }
                of.add(colliders.size());
                colliders.add(new Springs.Collider(
                        n,
                        mirrored(vector(c.path("offset"), Vec3.ZERO)),
                        null,
                        c.path("radius").asDouble(0)));
            }
            groups.add(new Springs.Group("", of));
        }
        List<Springs.Spring> springs = new ArrayList<>();
        for (JsonNode g : told.path("boneGroups")) {
            for (JsonNode root : g.path("bones")) {
                int n = node(root);
                if (n < 0) {
                    wrong(
                            say(
                                    "formats.gltf.avatar.OlderSprings.spring",
                                    g.path("comment").asText("")),
                            root);
                } else {
                    chains(n, g, springs);
                }
            }
        }
        return new Springs(colliders, groups, springs);
    }

    private void wrong(String where, JsonNode node) {
        faults.add(new Avatar.Fault(
                AvatarReader.SPRING_FAULT, where, say("formats.gltf.avatar.OlderSprings.node-is-not-there", node)));
    }

    private int node(JsonNode of) {
        int i = of.isInt() ? of.intValue() : -1;
        return i >= 0 && i < found.nodeOf().length ? found.nodeOf()[i] : -1;
    }

    /** The chains at a joint and below it; a joint that swings already is left to the chain that has it. */
    private void chains(int root, JsonNode told, List<Springs.Spring> into) {
        List<Integer> begins = new ArrayList<>(List.of(root));
        for (int next = 0; next < begins.size(); next++) {
            List<Springs.Joint> joints = new ArrayList<>();
            int at = begins.get(next);
            while (at >= 0 && swings.add(at)) {
                joints.add(joint(at, told));
                List<Integer> on = below.get(at);
                at = on.isEmpty() ? -1 : on.getFirst();
                begins.addAll(on.subList(Math.min(1, on.size()), on.size()));
            }
            if (!joints.isEmpty()) {
                List<Integer> groups = new ArrayList<>();
                told.path("colliderGroups").forEach(g -> groups.add(g.asInt(-1)));
                into.add(
                        new Springs.Spring(told.path("comment").asText(""), joints, groups, node(told.path("center"))));
            }
        }
    }

    private static Springs.Joint joint(int node, JsonNode told) {
        return new Springs.Joint(
                node,
                told.path("hitRadius").asDouble(0),
                told.path("stiffiness").asDouble(1),
                told.path("gravityPower").asDouble(0),
                vector(told.path("gravityDir"), DOWN),
                told.path("dragForce").asDouble(0.5));
    }

    /** Of {@code {x, y, z}}. */
    static Vec3 vector(JsonNode of, Vec3 otherwise) {
        return of.isObject()
                ? new Vec3(
                        of.path("x").asDouble(0),
                        of.path("y").asDouble(0),
                        of.path("z").asDouble(0))
                : otherwise;
    }

    /** An offset of version 0, whose Z is the other way. */
    static Vec3 mirrored(Vec3 offset) {
        return new Vec3(offset.x(), offset.y(), -offset.z());
    }
}
