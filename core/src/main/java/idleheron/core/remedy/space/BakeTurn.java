package idleheron.core.remedy.space;

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

/**
 * Hands the turn of one still node down to what lies below it, or into its own points, and leaves the node straight.
 *
 * @param node its name
 */
public record BakeTurn(String node) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "bake-turn",
                    BakeTurn.class,
                    Keeps.PICTURE,
                    say("core.remedy.space.BakeTurn.gives-the-turn-of-a-still"))
            .told("=NODE", v -> new BakeTurn(v.text()));

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.space.BakeTurn.bake-the-turn-of", node);
    }

    @Override
    public String describe() {
        return say("core.remedy.space.BakeTurn.gives-the-turn-of-to-what", node);
    }

    @Override
    public Scene apply(Scene scene) {
        int i = scene.find(node);
        if (i < 0
                || scene.clips().stream().anyMatch(c -> c.movedNodes().contains(i))
                || !BakeScale.isUniform(scene.nodes().get(i).transform().scaling())) {
            return scene;
        }
        Matrix3d[] turn = Rebase.noTurns(scene);
        turn[i] = Matrices.rotation(new Pose(scene).local(i));
        Scene turned = new Rebase(scene, Rebase.World.same(), Rebase.sizes(scene, 1), turn).apply();
        List<Node> nodes = new ArrayList<>(turned.nodes());
        Node n = nodes.get(i);
        Vec3 at = Matrices.translation(new Pose(turned).local(i));
        nodes.set(i, n.withTransform(Transform.of(at, Vec3.ZERO, n.transform().scaling())));
        return turned.withNodes(nodes);
    }
}
