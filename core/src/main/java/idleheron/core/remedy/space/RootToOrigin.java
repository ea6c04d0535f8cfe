package idleheron.core.remedy.space;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * Puts the first skeleton root over the origin of the ground, its height kept, by moving the whole scene.
 *
 * @param withMotion whether the root goes on moving; without, its translation keys go and it stays where it rests
 */
public record RootToOrigin(boolean withMotion) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "root-to-origin",
                    RootToOrigin.class,
                    Keeps.OTHERS,
                    say("core.remedy.space.RootToOrigin.moves-everything-so-that-the-first"))
            .told("[=still]", RootToOrigin::told)
            .measured("root", RootToOrigin::place);

    private static RootToOrigin told(RemedyValue v) {
        if (!v.or("still").equals("still")) {
            throw new IllegalArgumentException(
                    say("core.remedy.space.RootToOrigin.expected-still-or-nothing-found", v.text()));
        }
        return new RootToOrigin(v.text().isEmpty());
    }

    private static String place(Scene s) {
        List<Integer> roots = s.skeletonRoots();
        if (roots.isEmpty()) {
            return "–";
        }
        Vec3 at = at(s, roots.getFirst());
        return Figure.number(at.x()) + ", " + Figure.number(at.y()) + ", " + Figure.number(at.z()) + " m";
    }

    /** Where a node rests, as meant. */
    private static Vec3 at(Scene s, int node) {
        return Matrices.translation(CanonicalSpace.of(s.stage()).matrix(new Pose(s).world(node), new Matrix4d()));
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return withMotion
                ? say("core.remedy.space.RootToOrigin.put-the-root-over-the-origin")
                : say("core.remedy.space.RootToOrigin.keep-the-root-over-the-origin");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.space.RootToOrigin.moves-everything-so-that-the-root",
                (withMotion ? "." : say("core.remedy.space.RootToOrigin.and-takes-the-keys-of-its")));
    }

    @Override
    public Scene apply(Scene scene) {
        List<Integer> roots = scene.skeletonRoots();
        if (roots.isEmpty()) {
            return scene;
        }
        int root = roots.getFirst();
        Vec3 at = at(scene, root);
        Scene moved = Math.hypot(at.x(), at.z()) < 1e-9
                ? scene
                : new MoveScene(Vec3.ZERO, 1, new Vec3(-at.x(), 0, -at.z())).apply(scene);
        return withMotion ? moved : still(moved, root);
    }

    private static Scene still(Scene layered, int root) {
        Scene scene = FlattenLayers.of(layered);
        Node n = scene.nodes().get(root);
        List<Clip> clips = new ArrayList<>();
        boolean any = false;
        for (Clip c : scene.clips()) {
            List<Clip.NodeTrack> tracks = new ArrayList<>();
            for (Clip.NodeTrack t : c.nodes()) {
                @Nullable Curve[] curves = t.curves();
                if (t.node() == root) {
                    curves = curves.clone();
                    for (int a = 0; a < 3; a++) {
                        any |= curves[a] != null;
                        curves[a] = curves[a] == null
                                ? null
                                : Curve.still(n.translation().get(a));
                    }
                }
                tracks.add(new Clip.NodeTrack(t.node(), curves));
            }
            clips.add(c.withTracks(tracks, c.shapes()));
        }
        return any ? scene.withClips(clips) : layered;
    }
}
