package idleheron.core.formula.bake;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;

/**
 * From what a plan says, against rest and in metres, to the channels that nodes of a figure have. A turn comes after that of
 * rest: with R the turn at rest, T the turn that is said, X first, the local turn is R·T. Where the channels of a node say that
 * by themselves its angles are those that are written; else they are solved for.
 */
final class Drive {
    private final BoundPlan plan;
    private final List<NodeDrive> nodes = new ArrayList<>();
    private final List<Out> outs = new ArrayList<>();
    private final double[] said;

    /** A channel of a node that moves. */
    record Out(int node, Channel channel) {}

    Drive(BoundPlan plan) {
        this.plan = plan;
        this.said = new double[plan.channels()];
        for (int n : plan.moved()) {
            NodeDrive d = new NodeDrive(n);
            nodes.add(d);
            for (int c = 0; c < Channel.COUNT; c++) {
                if (d.source[c] >= 0 || d.solved && c / 3 == 1) {
                    d.out[c] = outs.size();
                    outs.add(new Out(n, Channel.values()[c]));
                }
            }
        }
    }

    List<Out> outs() {
        return outs;
    }

    /**
     * The values of all channels that move, in the figure's own units.
     *
     * @param t seconds from the start of the clip
     * @param near values shortly before or after: of all angles that give a turn those nearest to these are taken
     * @param out one per channel that moves
     */
    void at(double t, double[] near, double[] out) {
        plan.at(t, said);
        for (NodeDrive d : nodes) {
            d.put(near, out);
        }
    }

    /** At rest. */
    double[] rest() {
        double[] out = new double[outs.size()];
        for (int i = 0; i < out.length; i++) {
            Out o = outs.get(i);
            out[i] = plan.figure().nodes().get(o.node).transform().channels()[o.channel.ordinal()];
        }
        return out;
    }

    private final class NodeDrive {
        final Transform transform;
        final double[] rest;
        final int[] source = new int[Channel.COUNT];
        final int[] out = new int[Channel.COUNT];
        final boolean solved;
        final Matrix3d restTurn;
        final double perMeter;

        NodeDrive(int node) {
            Node n = plan.figure().nodes().get(node);
            transform = n.transform();
            rest = transform.channels();
            perMeter = 1 / plan.figure().stage().metersPerUnit();
            Arrays.fill(source, -1);
            Arrays.fill(out, -1);
            for (int i = 0; i < plan.channels(); i++) {
                if (plan.node(i) == node) {
                    source[plan.channel(i).ordinal()] = i;
                }
            }
            solved = turns() > 0 && !isDirect();
            restTurn = transform.turn(rest, new Matrix4d()).get3x3(new Matrix3d());
        }

        private int turns() {
            return (int) Arrays.stream(source, 3, 6).filter(s -> s >= 0).count();
        }

        /** Whether angles that are added to those of rest give the turn that is said. */
        private boolean isDirect() {
            if (!transform.postRotation().isZero()) {
                return false;
            }
            if (transform.rotation().isZero()) {
                return turns() == 1 || transform.order() == RotationOrder.XYZ;
            }
            for (int c = 3; c < 6; c++) {
                if (source[c] < 0 && rest[c] != 0) {
                    return false;
                }
            }
            return turns() == 1;
        }

        private double said(int channel, double otherwise) {
            return source[channel] < 0 ? otherwise : said[source[channel]];
        }

        void put(double[] near, double[] into) {
            for (int c = 0; c < Channel.COUNT; c++) {
                if (source[c] >= 0 && !(solved && c / 3 == 1)) {
                    into[out[c]] = c < 3
                            ? rest[c] + said(c, 0) * perMeter
                            : c < 6 ? rest[c] + said(c, 0) : rest[c] * said(c, 1);
                }
            }
            if (solved) {
                Matrix3d turn = new Matrix3d(restTurn)
                        .mul(RotationOrder.XYZ.matrix(new Vec3(said(3, 0), said(4, 0), said(5, 0))));
                Vec3 angles = transform.anglesFor(turn, new Vec3(near[out[3]], near[out[4]], near[out[5]]));
                for (int a = 0; a < 3; a++) {
                    into[out[3 + a]] = angles.get(a);
                }
            }
        }
    }
}
