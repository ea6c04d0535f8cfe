package idleheron.core.remedy.skeleton;

import static idleheron.core.Messages.say;

import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/**
 * Puts every joint at rest where it was bound. Channels that a clip moves are left to the clip; the rest pose changes, and
 * with it what a clip leaves unsaid.
 */
public record RestToBind() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "rest-to-bind",
                    RestToBind.class,
                    Keeps.OTHERS,
                    say("core.remedy.skeleton.RestToBind.makes-the-rest-pose-of-every"))
            .told(new RestToBind());

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.skeleton.RestToBind.rest-where-it-was-bound");
    }

    @Override
    public String describe() {
        return say("core.remedy.skeleton.RestToBind.makes-the-rest-pose-of-every");
    }

    @Override
    public Scene apply(Scene scene) {
        return at(scene, scene.nodes().stream().map(Node::bindWorld).toList());
    }

    /** The scene with joints at rest at the given world matrices; null leaves a joint's own transform as it is. */
    static Scene at(Scene scene, List<? extends @org.jspecify.annotations.Nullable Matrix4dc> worlds) {
        List<Node> nodes = new ArrayList<>(scene.nodes());
        for (int i = 0; i < nodes.size(); i++) {
            Node n = nodes.get(i);
            Matrix4dc wanted = worlds.get(i);
            if (!n.isJoint() || wanted == null) {
                continue;
            }
            Scene now = scene.withNodes(nodes);
            Matrix4d above = n.parent() < 0 ? new Matrix4d() : new Matrix4d(new Pose(now).world(n.parent()));
            Matrix4d local = above.invert().mul(wanted);
            nodes.set(i, n.withTransform(placed(n.transform(), local)));
        }
        return scene.withNodes(nodes);
    }

    /** The transform with rotation, scale and translation changed so that its matrix is {@code local}. */
    private static Transform placed(Transform t, Matrix4d local) {
        Vec3 scale = Matrices.scale(local);
        Matrix3d turn = Matrices.rotation(local);
        Matrix3d pre = idleheron.core.math.RotationOrder.XYZ.matrix(t.preRotation());
        Matrix3d post = idleheron.core.math.RotationOrder.XYZ.matrix(t.postRotation());
        Vec3 angles = t.order().anglesNear(pre.transpose().mul(turn).mul(post), t.rotation());
        boolean same = Math.abs(scale.x() - t.scaling().x()) < 1e-6
                && Math.abs(scale.y() - t.scaling().y()) < 1e-6
                && Math.abs(scale.z() - t.scaling().z()) < 1e-6;
        Transform turned = t.withRotation(angles).withScaling(same ? t.scaling() : scale);
        Vec3 off = Matrices.translation(local).minus(Matrices.translation(turned.matrix()));
        return turned.withTranslation(turned.translation().plus(off));
    }
}
