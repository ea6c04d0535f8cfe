package idleheron.core.garment.collide;

import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.NodeBound;
import idleheron.core.scene.PartKey;
import idleheron.core.scene.Scene;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Vector3d;

/**
 * A capsule that keeps cloth out of a body, and goes along with a joint.
 *
 * @param node the joint, -1 where it is gone
 * @param shape in its own space, in the stage's unit
 */
public record Collider(int node, Capsule shape) implements NodeBound<Collider> {
    public static final PartKey<Collider> KEY = new PartKey<>("colliders", Collider.class);

    /** Those of a scene whose joints are there. */
    public static List<Collider> in(Scene s) {
        return s.parts().of(KEY).stream().filter(c -> c.node >= 0).toList();
    }

    /** Where it lies in a pose, metres, as meant. */
    public Capsule placed(Pose pose) {
        Matrix4d m = new Matrix4d(CanonicalSpace.of(pose.scene().stage()).pointMatrix()).mul(pose.world(node));
        return moved(shape, m);
    }

    /** A capsule elsewhere. */
    static Capsule moved(Capsule c, Matrix4d by) {
        double size = Math.cbrt(Math.abs(by.determinant3x3()));
        return new Capsule(at(by, c.a()), size * c.ra(), at(by, c.b()), size * c.rb());
    }

    private static Vec3 at(Matrix4d m, Vec3 p) {
        Vector3d v = m.transformPosition(new Vector3d(p.x(), p.y(), p.z()));
        return new Vec3(v.x, v.y, v.z);
    }

    @Override
    public Collider renumbered(int[] to) {
        return new Collider(node < 0 ? -1 : to[node], shape);
    }

    @Override
    public Collider moved(Spaces spaces) {
        return node < 0
                ? this
                : new Collider(
                        node,
                        new Capsule(
                                spaces.own(node, shape.a()),
                                spaces.size() * shape.ra(),
                                spaces.own(node, shape.b()),
                                spaces.size() * shape.rb()));
    }
}
