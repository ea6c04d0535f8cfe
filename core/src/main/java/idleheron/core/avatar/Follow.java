package idleheron.core.avatar;

import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.scene.NodeBound;
import org.jspecify.annotations.Nullable;

/**
 * A node that follows another: rolls with it about an axis, aims at it, or turns as it does.
 *
 * @param kind "roll", "aim" or "rotation"
 * @param axis of the node, for roll and aim; null for rotation
 * @param weight 0 to 1
 */
public record Follow(
        int node, String kind, int source, @Nullable SignedAxis axis, double weight) {
    private static final double ALONG = 0.9999;

    /** Null where one of its nodes is gone. */
    @Nullable
    Follow renumbered(int[] to) {
        return to[node] < 0 || to[source] < 0 ? null : new Follow(to[node], kind, to[source], axis, weight);
    }

    /** Null where its axis is none of the node's axes any more. */
    @Nullable
    Follow moved(NodeBound.Spaces by) {
        if (axis == null) {
            return this;
        }
        double[] v = new double[3];
        v[axis.axis()] = axis.sign();
        Vec3 turned = by.own(node, new Vec3(v[0], v[1], v[2])).unit();
        for (SignedAxis a : SignedAxis.values()) {
            if (turned.get(a.axis()) * a.sign() > ALONG) {
                SignedAxis kept = kind.equals("roll") && a.sign() < 0 ? SignedAxis.values()[a.ordinal() - 1] : a;
                return new Follow(node, kind, source, kept, weight);
            }
        }
        return null;
    }
}
