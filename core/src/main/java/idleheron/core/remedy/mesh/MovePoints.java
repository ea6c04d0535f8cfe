package idleheron.core.remedy.mesh;

import static idleheron.core.Messages.say;

import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/**
 * Scales, turns and moves the surface of one mesh as it lies at rest, and leaves the skeleton where it is. Exact where the mesh
 * rests as it was bound; shapes and normals go with the points.
 *
 * @param mesh its name
 * @param common what is done, in the common space, in metres
 */
public record MovePoints(String mesh, Matrix4dc common) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
            "move-points",
            MovePoints.class,
            Keeps.OTHERS,
            say("core.remedy.mesh.MovePoints.turns-scales-and-moves-the-points"));

    public MovePoints {
        if (!new Matrix4d(common).isFinite() || common.determinant() == 0) {
            throw new IllegalArgumentException(
                    say("core.remedy.mesh.MovePoints.points-of-cannot-be-moved-by", mesh, common));
        }
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.mesh.MovePoints.put-the-surface-where-the-skeleton");
    }

    @Override
    public String describe() {
        return say("core.remedy.mesh.MovePoints.scales-turns-and-moves-the-points", mesh);
    }

    @Override
    public Scene apply(Scene scene) {
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        boolean any = false;
        for (int m = 0; m < meshes.size(); m++) {
            int node = scene.nodeOfMesh(m);
            if (node >= 0 && meshes.get(m).name().equals(mesh)) {
                meshes.set(m, moved(scene, node, meshes.get(m)));
                any = true;
            }
        }
        return any ? scene.withMeshes(meshes) : scene;
    }

    private Mesh moved(Scene scene, int node, Mesh m) {
        Matrix4d k = toCommon(scene, node, m.skin());
        Matrix4d own = new Matrix4d(k).invert().mul(common).mul(k);
        return MeshMove.of(m, own);
    }

    /** Mesh points to the common space at rest; by the joint that moves the most points where there is a skin. */
    private static Matrix4d toCommon(Scene scene, int node, @org.jspecify.annotations.Nullable Skin skin) {
        Pose rest = new Pose(scene);
        Node n = scene.nodes().get(node);
        Matrix4d out = new Matrix4d(CanonicalSpace.of(scene.stage()).pointMatrix());
        if (skin == null) {
            out.mul(rest.world(node));
        } else {
            int[] per = skin.pointsPerSlot();
            int most = 0;
            for (int s = 1; s < per.length; s++) {
                most = per[s] > per[most] ? s : most;
            }
            out.mul(rest.world(skin.joints()[most])).mul(skin.toJoint()[most]);
        }
        return n.geometric() == null ? out : out.mul(n.geometric());
    }
}
