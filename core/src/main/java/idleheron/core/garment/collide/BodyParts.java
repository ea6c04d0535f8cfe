package idleheron.core.garment.collide;

import static idleheron.core.Messages.say;

import idleheron.core.garment.RestSurface;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.joml.Matrix4d;

/**
 * A skinned body by what moves it.
 *
 * @param scene that it is in
 * @param surface as it rests, metres
 * @param skin of its mesh
 * @param strongest for each point the slot of the joint that moves it most, -1 for none
 */
public record BodyParts(Scene scene, TriangleMesh surface, Skin skin, int[] strongest) {
    private static final int FEWEST = 20;

    /**
     * @param node that shows a skinned mesh
     * @throws IllegalArgumentException where no joint moves it
     */
    public static BodyParts of(Scene s, int node) {
        Skin skin = s.meshes().get(s.nodes().get(node).payload()).skin();
        if (skin == null) {
            throw new IllegalArgumentException(say(
                    "core.garment.collide.BodyParts.no-joint-moves",
                    s.nodes().get(node).name()));
        }
        int[] strongest = new int[skin.points()];
        Arrays.setAll(strongest, skin::strongest);
        return new BodyParts(s, RestSurface.of(s, node), skin, strongest);
    }

    /**
     * The joint that moves a body most where a place is nearest to it; "" where none does.
     *
     * @param wearer the node that shows the body
     * @param body as it stands
     * @param places x, y, z on end
     * @param point which of them
     */
    public static String jointAt(Scene s, int wearer, BodyDistance body, double[] places, int point) {
        Skin skin = s.meshes().get(s.nodes().get(wearer).payload()).skin();
        Foot f = new Foot();
        body.tree()
                .closest(places[3 * point], places[3 * point + 1], places[3 * point + 2], Double.POSITIVE_INFINITY, f);
        if (skin == null || f.triangle < 0) {
            return "";
        }
        int corner = f.u >= f.v && f.u >= f.w ? 0 : f.v >= f.w ? 1 : 2;
        int slot = skin.strongest(body.mesh().triangles()[3 * f.triangle + corner]);
        return slot < 0 ? "" : s.nodes().get(skin.joints()[slot]).name();
    }

    /** The joint of a slot by name. */
    public String name(int slot) {
        return scene.nodes().get(skin.joints()[slot]).name();
    }

    /** Colliders fitted to every part, hung on its joint. */
    public List<Collider> fitted() {
        double[] areas = SurfaceNormals.of(surface).pointAreas(surface);
        Pose rest = new Pose(scene);
        List<Collider> out = new ArrayList<>();
        for (int j = 0; j < skin.joints().length; j++) {
            int slot = j;
            int[] own = IntStream.range(0, strongest.length)
                    .filter(i -> strongest[i] == slot && areas[i] > 0)
                    .toArray();
            if (own.length < FEWEST) {
                continue;
            }
            Matrix4d toOwn = new Matrix4d(CanonicalSpace.of(scene.stage()).pointMatrix())
                    .mul(rest.world(skin.joints()[j]))
                    .invert();
            if (!toOwn.isFinite()) {
                continue;
            }
            double[] some = IntStream.of(own).mapToDouble(i -> areas[i]).toArray();
            for (Capsule c : CapsuleFit.of(CapsuleFit.points(surface.points(), own), some)) {
                out.add(new Collider(skin.joints()[j], Collider.moved(c, toOwn)));
            }
        }
        return out;
    }

    /** How well colliders stand for the body at rest. */
    public Coverage coverage(List<Collider> colliders) {
        Pose rest = new Pose(scene);
        return Coverage.of(
                surface, colliders.stream().map(c -> c.placed(rest)).toList(), strongest, skin.joints().length);
    }
}
