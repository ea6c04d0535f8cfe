package idleheron.core.finding;

import idleheron.core.math.Matrices;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.pose.BoneAxis;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.List;
import org.joml.Matrix4dc;

/** What is measured once on a scene and used by rules, tables and cards. */
public final class Facts {
    private final Scene scene;
    private final Pose rest;
    private final CanonicalSpace space;
    private final double[] bounds;
    private final int[] pointsPerNode;
    private final boolean skinned;

    public Facts(Scene scene) {
        this.scene = scene;
        this.rest = new Pose(scene);
        this.space = CanonicalSpace.of(scene.stage());
        List<Surface> surfaces = Surface.all(rest);
        surfaces.forEach(s -> s.deform(rest, space.pointMatrix()));
        this.bounds = Surface.bounds(surfaces);
        this.pointsPerNode = new int[scene.nodes().size()];
        boolean any = false;
        for (Mesh m : scene.meshes()) {
            Skin s = m.skin();
            if (s != null) {
                any = true;
                int[] per = s.pointsPerSlot();
                for (int i = 0; i < per.length; i++) {
                    pointsPerNode[s.joints()[i]] += per[i];
                }
            }
        }
        this.skinned = any;
    }

    public Scene scene() {
        return scene;
    }

    Pose rest() {
        return rest;
    }

    /** {x0,y0,z0,x1,y1,z1} of the surface at rest, as meant, in metres; infinite without a surface. */
    public double[] bounds() {
        return bounds;
    }

    /** Height at rest, as meant, in metres; NaN without a surface. */
    public double height() {
        return bounds[4] >= bounds[1] ? bounds[4] - bounds[1] : Double.NaN;
    }

    /** Whether any mesh has a skin. */
    public boolean isSkinned() {
        return skinned;
    }

    /** How many points a joint moves. */
    public int points(int node) {
        return pointsPerNode[node];
    }

    /** World position at rest, as meant, in metres. */
    public Vec3 position(int node) {
        Matrix4dc w = rest.world(node);
        return space.point(w.m30(), w.m31(), w.m32());
    }

    /** Distance to the nearest joint above, metres; NaN for a root. */
    public double boneLength(int joint) {
        int above = scene.jointAbove(joint);
        return above < 0 ? Double.NaN : position(joint).distance(position(above));
    }

    /** The own axis of a joint that points to its first child joint, or null when it has none. */
    public @org.jspecify.annotations.Nullable SignedAxis along(int joint) {
        return BoneAxis.of(scene, rest, joint);
    }

    /** Angle between rest and bind pose in degrees; NaN where the bind pose is not told. */
    public double restToBind(int joint) {
        Matrix4dc bind = scene.nodes().get(joint).bindWorld();
        if (bind == null) {
            return Double.NaN;
        }
        org.joml.Quaterniond d =
                Matrices.quaternion(rest.world(joint)).conjugate().mul(Matrices.quaternion(bind));
        return idleheron.core.math.SwingTwist.angle(d);
    }
}
