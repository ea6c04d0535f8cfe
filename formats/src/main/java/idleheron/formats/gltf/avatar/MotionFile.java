package idleheron.formats.gltf.avatar;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.motion.Motion;
import idleheron.core.scene.Scene;
import idleheron.formats.gltf.bridge.GltfSceneReader;
import idleheron.formats.gltf.bridge.GltfSceneWriter;
import idleheron.formats.gltf.document.GltfDocument;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What makes a document a motion for any avatar, {@code VRMC_vrm_animation}: {@code humanoid.humanBones} (role: node), {@code
 * expressions.preset} and {@code custom} (name: node whose translation along X is the weight), {@code lookAt} (node).
 */
public final class MotionFile {
    static final String MOTION = "VRMC_vrm_animation";
    private static final String NODE = "node";

    private MotionFile() {}

    /** The scene with its motion, where the document says that it is one. */
    public static Scene read(GltfDocument doc, GltfSceneReader.Found found, Scene scene) {
        JsonNode told = doc.root().node().path("extensions").path(MOTION);
        if (!told.isObject()) {
            return scene;
        }
        List<String> notes = new ArrayList<>(scene.notes());
        Map<Role, Integer> roles = new EnumMap<>(Role.class);
        told.path("humanoid").path("humanBones").properties().forEach(e -> {
            Role r = Role.of(e.getKey());
            int n = node(found, e.getValue());
            if (r == null || n < 0) {
                notes.add(say(
                        "formats.gltf.avatar.MotionFile.the-role",
                        e.getKey(),
                        (r == null
                                ? say("formats.gltf.avatar.MotionFile.is-none-of-the-standard-s")
                                : say("formats.gltf.avatar.MotionFile.has-a-node-that-is-not"))));
            } else {
                roles.put(r, n);
            }
        });
        Map<String, Integer> faces = new TreeMap<>();
        for (String kind : List.of("preset", "custom")) {
            told.path("expressions").path(kind).properties().forEach(e -> {
                int n = node(found, e.getValue());
                if (n < 0) {
                    notes.add(say("formats.gltf.avatar.MotionFile.the-expression-has-a-node-that", e.getKey()));
                } else {
                    faces.put(e.getKey(), n);
                }
            });
        }
        Motion m = new Motion(roles, faces, node(found, told.path("lookAt")));
        return scene.with(Motion.KEY, List.of(m)).withNotes(notes);
    }

    private static int node(GltfSceneReader.Found found, JsonNode of) {
        int n = of.path(NODE).asInt(-1);
        return n < 0 || n >= found.nodeOf().length ? -1 : found.nodeOf()[n];
    }

    /** Adds the motion of a scene to the document of it. */
    public static void write(Scene scene, GltfSceneWriter.Written written) {
        Motion m = Motion.in(scene);
        if (m == null) {
            return;
        }
        written.doc().uses(MOTION);
        ObjectNode o = written.doc().root().withObject("/extensions").putObject(MOTION);
        o.put("specVersion", Avatar.VERSION);
        ObjectNode bones = o.putObject("humanoid").putObject("humanBones");
        m.roles().forEach((r, n) -> bones.putObject(r.code()).put(NODE, written.nodeOf()[n]));
        m.expressions()
                .forEach((name, n) -> o.withObject(
                                "/expressions/" + (Expression.PRESETS.contains(name) ? "preset" : "custom"))
                        .putObject(name)
                        .put(NODE, written.nodeOf()[n]));
        if (m.gaze() >= 0) {
            o.putObject("lookAt").put(NODE, written.nodeOf()[m.gaze()]);
        }
    }
}
