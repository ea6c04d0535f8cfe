package idleheron.core.remedy.space;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;

/**
 * Brings the scale of every node to 1 and puts it into the lengths below: translations, curves, bind matrices, points.
 * A scale that differs along the axes, moves over time, or stands under a node that does not take over scale plainly is
 * left where it is.
 */
public record BakeScale() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "bake-scale",
                    BakeScale.class,
                    Keeps.PICTURE,
                    say("core.remedy.space.BakeScale.brings-uniform-scales-of-nodes-to"))
            .told(new BakeScale())
            .measured(say("core.remedy.space.BakeScale.largest-node-scale"), s -> Figure.number(largest(s)) + " ×");

    private static final double ONE = 1e-9;

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.space.BakeScale.bake-the-scale");
    }

    @Override
    public String describe() {
        return say("core.remedy.space.BakeScale.puts-uniform-node-scales-into-the");
    }

    @Override
    public Scene apply(Scene scene) {
        boolean[] moving = scaleMoves(scene);
        double[] size = new double[scene.nodes().size()];
        boolean any = false;
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < size.length; i++) {
            Node n = scene.nodes().get(i);
            double above = n.parent() < 0 ? 1 : size[n.parent()];
            boolean bakes = !moving[i] && isUniform(n.transform().scaling()) && plainBelow(scene, i);
            double s = bakes ? n.transform().scaling().x() : 1;
            size[i] = above * s;
            any |= Math.abs(s - 1) > ONE;
            nodes.add(bakes ? n.withTransform(withoutScalePivot(n.transform())) : n);
        }
        if (!any) {
            return scene;
        }
        return new Rebase(
                        scene.withNodes(nodes),
                        new Rebase.World(false, 1, new org.joml.Matrix3d(), Vec3.ZERO),
                        size,
                        Rebase.noTurns(scene))
                .apply();
    }

    /** Whether a scale is positive, the same along all axes, and finite. */
    public static boolean isUniform(Vec3 s) {
        return s.x() > 0
                && Math.abs(s.y() - s.x()) <= ONE * s.x()
                && Math.abs(s.z() - s.x()) <= ONE * s.x()
                && Double.isFinite(s.x());
    }

    private static boolean plainBelow(Scene scene, int node) {
        return scene.children(node).stream()
                .allMatch(c -> scene.nodes().get(c).transform().inherit() != Inherit.WITHOUT_PARENT_SCALE);
    }

    /** Sp·S·Sp⁻¹ with a uniform S is an offset of (1-s)·Sp before S. */
    private static Transform withoutScalePivot(Transform t) {
        if (t.scalingPivot().isZero()) {
            return t;
        }
        double s = t.scaling().x();
        return t.withPivots(
                t.rotationOffset(),
                t.rotationPivot(),
                t.scalingOffset().plus(t.scalingPivot().times(1 - s)),
                Vec3.ZERO);
    }

    private static boolean[] scaleMoves(Scene scene) {
        boolean[] out = new boolean[scene.nodes().size()];
        for (Clip c : scene.clips()) {
            for (Clip.NodeTrack t : c.nodes()) {
                double[] rest = scene.nodes().get(t.node()).transform().channels();
                for (int k = Channel.SCALE_X.ordinal(); k < Channel.COUNT; k++) {
                    idleheron.core.scene.motion.Curve curve = t.curves()[k];
                    if (curve != null) {
                        for (double v : curve.values()) {
                            out[t.node()] |= Math.abs(v - rest[k]) > ONE;
                        }
                    }
                }
            }
        }
        return out;
    }

    /** The scale of the node that is farthest from 1. */
    private static double largest(Scene s) {
        double worst = 1;
        for (Node n : s.nodes()) {
            Vec3 v = n.transform().scaling();
            for (int a = 0; a < 3; a++) {
                worst = Math.abs(Math.log(Math.max(1e-12, v.get(a)))) > Math.abs(Math.log(worst)) ? v.get(a) : worst;
            }
        }
        return worst;
    }
}
