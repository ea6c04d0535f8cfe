package idleheron.core.remedy.space;

import static idleheron.core.Messages.say;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/**
 * Declares other axes and another unit, and puts one node over everything whose turn and scale keep the picture: no point and no
 * key is touched. What reads the declaration and what does not agree on the size of the parts only if both follow transforms.
 */
public record CorrectStage(AxisSystem axes, double metersPerUnit) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "correct-stage",
                    CorrectStage.class,
                    Keeps.PICTURE,
                    say("core.remedy.space.CorrectStage.declares-the-axes-and-unit-of"))
            .toldFor(d -> new CorrectStage(d.axes(), d.metersPerUnit()))
            .measured(Redeclare.DECLARED);

    static final String NAME = "stage_correction";

    public CorrectStage {
        Stage.COMMON.withMetersPerUnit(metersPerUnit); // says no to what is no unit
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.space.CorrectStage.declare-axes-and-unit-with-one");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.space.CorrectStage.declares-and-to-the-unit-and",
                axes.describe(),
                Stage.COMMON.withMetersPerUnit(metersPerUnit).unitLabel());
    }

    /** @throws IllegalArgumentException when the handedness would change, which no transform sets right for every reader */
    @Override
    public Scene apply(Scene scene) {
        AxisSystem from = scene.stage().axes();
        double factor = scene.stage().metersPerUnit() / metersPerUnit;
        if (from.equals(axes) && factor == 1) {
            return scene;
        }
        if (from.isRightHanded() != axes.isRightHanded()) {
            throw new IllegalArgumentException(
                    say("core.remedy.space.CorrectStage.another-handedness-cannot-be-put-into"));
        }
        Matrix3d turn = from.to(axes);
        Matrix4d move = new Matrix4d(turn).scaleLocal(factor);
        List<Node> nodes = new ArrayList<>();
        int[] to = new int[scene.nodes().size()];
        boolean any = to.length > 0;
        if (any) {
            Vec3 angles = RotationOrder.XYZ.angles(Matrices.rotation(new Matrix4d(turn)));
            Transform t = Transform.of(Vec3.ZERO, angles, new Vec3(factor, factor, factor));
            nodes.add(Node.of(NAME, -1, NodeKind.GROUP, t));
        }
        for (int i = 0; i < to.length; i++) {
            to[i] = i + 1;
            Node n = scene.nodes().get(i);
            Matrix4dc bind = n.bindWorld();
            nodes.add(n.withParent(n.parent() + 1).withBindWorld(bind == null ? null : move.mul(bind, new Matrix4d())));
        }
        Scene moved = scene.withParts(scene.parts().renumbered(to))
                .withNodes(nodes)
                .withMeshes(scene.meshes().stream()
                        .map(m -> {
                            var skin = m.skin();
                            return skin == null ? m : m.withSkin(skin.renumbered(to));
                        })
                        .toList())
                .withClips(scene.clips().stream().map(c -> c.renumbered(to)).toList());
        Scene placed = ChangeGrids.place(move).apply(moved);
        return ChangeCache.moved(placed, factor, new Matrix4d(turn))
                .withStage(scene.stage().withAxes(axes).withMetersPerUnit(metersPerUnit));
    }
}
