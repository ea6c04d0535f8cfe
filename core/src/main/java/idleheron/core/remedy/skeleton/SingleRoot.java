package idleheron.core.remedy.skeleton;

import static idleheron.core.Messages.say;

import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.Rebase;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * Leaves one root: joints at the top that move no point go with all below them, and a joint that was put on top, stands
 * still, moves no point and has a single joint below it is taken out.
 *
 * @param extra name of the joint on top that is to go, or "" when no such joint is to be taken out
 */
public record SingleRoot(String extra) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "single-root",
                    SingleRoot.class,
                    Keeps.PICTURE,
                    say("core.remedy.skeleton.SingleRoot.takes-out-roots-that-move-no"))
            .told(new SingleRoot(""))
            .measured("roots", s -> Integer.toString(s.skeletonRoots().size()));

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return extra.isEmpty()
                ? say("core.remedy.skeleton.SingleRoot.keep-one-root")
                : say("core.remedy.skeleton.SingleRoot.take-out-the-extra-root");
    }

    @Override
    public String describe() {
        return extra.isEmpty()
                ? say("core.remedy.skeleton.SingleRoot.takes-out-the-skeletons-that-move")
                : say("core.remedy.skeleton.SingleRoot.takes-out-and-gives-its-place", extra);
    }

    @Override
    public Scene apply(Scene scene) {
        return extra.isEmpty() ? withoutControls(scene) : withoutExtra(scene);
    }

    /** Roots of skeletons none of whose joints moves a point, in a scene where another one does. */
    public static List<Integer> idleRoots(Scene scene) {
        boolean[] weighted = NodeRemoval.weighted(scene);
        List<Integer> roots = scene.skeletonRoots();
        List<Integer> idle = roots.stream()
                .filter(r -> {
                    for (int i = r; i < weighted.length; i++) {
                        if (weighted[i] && scene.isUnder(i, r)) {
                            return false;
                        }
                    }
                    return true;
                })
                .toList();
        return idle.size() == roots.size() ? List.of() : idle;
    }

    private static Scene withoutControls(Scene scene) {
        Set<Integer> gone = new HashSet<>();
        for (int r : idleRoots(scene)) {
            for (int i = r; i < scene.nodes().size(); i++) {
                if (scene.isUnder(i, r) && scene.nodes().get(i).isJoint()) {
                    gone.add(i);
                }
            }
        }
        return gone.isEmpty() ? scene : NodeRemoval.remove(scene, gone);
    }

    private Scene withoutExtra(Scene scene) {
        int root = scene.find(extra);
        if (root < 0 || !isStill(scene, root)) {
            return scene;
        }
        if (!BakeScale.isUniform(scene.nodes().get(root).transform().scaling())) {
            return scene;
        }
        Matrix4d m = new Matrix4d(new Pose(scene).local(root));
        Matrix3d[] turn = Rebase.noTurns(scene);
        turn[root] = Matrices.rotation(m);
        double[] size = Rebase.sizes(scene, 1);
        size[root] = Matrices.scale(m).x();
        Scene turned = new Rebase(scene, Rebase.World.same(), size, turn).apply();
        return NodeRemoval.remove(moved(turned, root, Matrices.translation(m)), Set.of(root));
    }

    /** The children of a node moved by an offset, at rest and in every clip. */
    private static Scene moved(Scene layered, int parent, Vec3 by) {
        Scene scene = FlattenLayers.of(layered);
        List<Node> nodes = new ArrayList<>(scene.nodes());
        List<Integer> children = scene.children(parent);
        for (int c : children) {
            Node n = nodes.get(c);
            nodes.set(
                    c,
                    n.withTransform(
                            n.transform().withTranslation(n.translation().plus(by))));
        }
        List<Clip> clips = new ArrayList<>();
        for (Clip clip : scene.clips()) {
            List<Clip.NodeTrack> tracks = new ArrayList<>();
            for (Clip.NodeTrack t : clip.nodes()) {
                tracks.add(children.contains(t.node()) ? moved(t, by) : t);
            }
            clips.add(clip.withTracks(tracks, clip.shapes()));
        }
        return scene.withNodes(nodes).withClips(clips);
    }

    private static Clip.NodeTrack moved(Clip.NodeTrack t, Vec3 by) {
        @Nullable Curve[] out = t.curves().clone();
        for (int a = 0; a < 3; a++) {
            Curve c = out[a];
            if (c != null) {
                out[a] = c.mapped(1, by.get(a));
            }
        }
        return new Clip.NodeTrack(t.node(), out);
    }

    private static boolean isStill(Scene scene, int node) {
        for (Clip c : scene.clips()) {
            for (Clip.NodeTrack t : c.nodes()) {
                if (t.node() == node && moves(t, scene.nodes().get(node))) {
                    return false;
                }
            }
        }
        return true;
    }

    private static boolean moves(Clip.NodeTrack t, Node node) {
        double[] rest = node.transform().channels();
        for (int k = 0; k < rest.length; k++) {
            Curve c = t.curves()[k];
            if (c != null) {
                for (double v : c.values()) {
                    if (Math.abs(v - rest[k]) > 1e-6 * Math.max(1, Math.abs(rest[k]))) {
                        return true;
                    }
                }
            }
        }
        return false;
    }
}
