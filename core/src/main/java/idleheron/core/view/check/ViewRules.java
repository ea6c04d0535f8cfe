package idleheron.core.view.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.kind.Rule;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.view.DropCamerasAndLights;
import idleheron.core.scene.Camera;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/** Rules about cameras and lights. */
public final class ViewRules {
    public static final List<Rule> ALL = List.of(ViewRules::company, ViewRules::clipPlanes);

    private ViewRules() {}

    /** Cameras and lights where none may come along. */
    private static void company(Facts f, @Nullable Convention c, List<Finding> out) {
        if (c == null) {
            return;
        }
        Scene s = f.scene();
        int cameras = c.more().travel().cameras() ? 0 : s.cameras().size();
        int lights = c.more().travel().lights() ? 0 : s.lights().size();
        if (cameras + lights > 0) {
            out.add(Finding.of("cameras-or-lights-come-along", Severity.NOTE, Topic.CAMERAS_LIGHTS)
                    .says(
                            say("core.view.check.ViewRules.cameras-and-lights-come-along", cameras, lights),
                            say("core.view.check.ViewRules.the-destination-has-its-own"))
                    .measured(Figure.of(cameras + lights, say("core.view.check.ViewRules.nodes")))
                    .mendedBy(new DropCamerasAndLights()));
        }
    }

    /** Cameras whose clip planes cut off what lies before them, at rest: planes that were not scaled with the scene. */
    private static void clipPlanes(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        if (s.cameras().isEmpty() || !(f.bounds()[3] >= f.bounds()[0])) {
            return;
        }
        Pose rest = new Pose(s);
        CanonicalSpace space = CanonicalSpace.of(s.stage());
        Matrix4d m = new Matrix4d();
        for (int i = 0; i < s.nodes().size(); i++) {
            if (s.nodes().get(i).kind() == NodeKind.CAMERA) {
                Camera camera = s.cameras().get(s.nodes().get(i).payload());
                double[] depth = depth(space.matrix(rest.world(i), m), f.bounds());
                double near = camera.near() * s.stage().metersPerUnit();
                double far = camera.far() * s.stage().metersPerUnit();
                if (far < depth[1] || depth[0] > 0 && near > depth[0]) { // behind it nothing is cut off
                    out.add(cut(s, i, near, far, depth));
                }
            }
        }
    }

    private static Finding cut(Scene s, int node, double near, double far, double[] depth) {
        boolean all = far < depth[0] || near > depth[1];
        return Finding.of("camera-cuts-scene", all ? Severity.BREAKS : Severity.DRIFTS, Topic.CAMERAS_LIGHTS)
                .says(
                        s.nodes().get(node).name()
                                + (all
                                        ? say("core.view.check.ViewRules.sees-nothing-of-the-scene")
                                        : say("core.view.check.ViewRules.cuts-off-a-part-of-the")),
                        say(
                                "core.view.check.ViewRules.it-sees-from-to-m-and",
                                Figure.number(near),
                                Figure.number(far),
                                Figure.number(Math.max(0, depth[0])),
                                Figure.number(depth[1])))
                .measured(Figure.of(far < depth[1] ? far : near, "m", s.path(node)))
                .atNode(node)
                .because(say("core.view.check.ViewRules.its-clip-planes-were-left-as"));
    }

    /** How far before a camera a box begins and ends: the least and the greatest depth of its corners, in metres. */
    private static double[] depth(Matrix4d camera, double[] box) {
        Vector3d at = camera.getTranslation(new Vector3d());
        Vector3d ahead = camera.transformDirection(new Vector3d(0, 0, -1)).normalize();
        double[] out = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
        Vector3d corner = new Vector3d();
        for (int k = 0; k < 8; k++) {
            corner.set(box[(k & 1) * 3], box[1 + (k >> 1 & 1) * 3], box[2 + (k >> 2 & 1) * 3]);
            double d = corner.sub(at).dot(ahead);
            out[0] = Math.min(out[0], d);
            out[1] = Math.max(out[1], d);
        }
        return out;
    }
}
