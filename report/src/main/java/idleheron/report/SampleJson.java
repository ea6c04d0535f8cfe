package idleheron.report;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** World positions of joints or points over time, as JSON. */
public final class SampleJson {
    private SampleJson() {}

    /**
     * @param clip null for the pose at rest
     * @param seconds the moments
     * @param asMeant metres in the common space, or as stored
     */
    public static ObjectNode of(Scene scene, @Nullable Clip clip, double[] seconds, boolean points, boolean asMeant) {
        ObjectNode out = Json.of("sample");
        ArrayNode frames = out.putArray("frames");
        for (double s : seconds) {
            frames.add(
                    clip == null ? scene.stage().rate().frame(s) : clip.rate().frame(s));
        }
        out.set("seconds", Json.numbers(seconds));
        CanonicalSpace space = CanonicalSpace.of(scene.stage(), asMeant);
        Pose pose = new Pose(scene);
        if (points) {
            points(out.putArray("meshes"), scene, pose, clip, seconds, space);
        } else {
            joints(out.putArray("joints"), scene, pose, clip, seconds, space);
        }
        return out;
    }

    private static void joints(
            ArrayNode out, Scene scene, Pose pose, @Nullable Clip clip, double[] seconds, CanonicalSpace space) {
        List<Integer> joints = scene.joints();
        ArrayNode[] positions = new ArrayNode[joints.size()];
        for (int i = 0; i < positions.length; i++) {
            ObjectNode o = out.addObject().put("path", scene.path(joints.get(i)));
            o.put("name", scene.nodes().get(joints.get(i)).name());
            positions[i] = o.putArray("positions");
        }
        Matrix4d m = new Matrix4d();
        for (double s : seconds) {
            pose.at(clip, s);
            for (int i = 0; i < positions.length; i++) {
                space.matrix(pose.world(joints.get(i)), m);
                positions[i].add(Json.numbers(m.m30(), m.m31(), m.m32()));
            }
        }
    }

    private static void points(
            ArrayNode out, Scene scene, Pose pose, @Nullable Clip clip, double[] seconds, CanonicalSpace space) {
        List<Surface> surfaces = Surface.all(pose);
        ArrayNode[] lists = new ArrayNode[surfaces.size()];
        for (int i = 0; i < lists.length; i++) {
            lists[i] = out.addObject()
                    .put("path", scene.path(surfaces.get(i).node()))
                    .putArray("points");
        }
        for (double s : seconds) {
            pose.at(clip, s);
            for (int i = 0; i < lists.length; i++) {
                ArrayNode frame = lists[i].addArray();
                for (float v : surfaces.get(i).deform(pose, space.pointMatrix())) {
                    frame.add(v);
                }
            }
        }
    }
}
