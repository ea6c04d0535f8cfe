package idleheron.core.character.compare;

import idleheron.core.math.Matrices;
import idleheron.core.math.Similarity;
import idleheron.core.math.SwingTwist;
import idleheron.core.pair.Pair;
import java.util.LinkedHashSet;
import java.util.Set;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Quaterniond;

/** Nodes above all joints whose own scale or turn is what everything was scaled or turned by. */
public final class TopTransforms {
    private static final double SAME = 1e-3;
    private static final double DEGREES = 0.1;

    private final Pair p;
    private final Set<Integer> tops = new LinkedHashSet<>();

    public TopTransforms(Pair p) {
        this.p = p;
        for (int root : p.returned.skeletonRoots()) {
            for (int n = root; n >= 0; n = p.returned.nodes().get(n).parent()) {
                tops.add(n);
            }
        }
        for (int i = 0; i < p.returned.nodes().size(); i++) {
            if (p.returned.joints().isEmpty() && p.returned.nodes().get(i).parent() < 0) {
                tops.add(i);
            }
        }
    }

    /** How a node's own matrix differs from that of its partner, or from none at all. */
    private Matrix4d change(int node) {
        Matrix4d is = new Matrix4d(p.returnedPose.local(node));
        int was = p.matching.back()[node];
        return was < 0 ? is : is.mul(new Matrix4d(p.sentPose.local(was)).invert());
    }

    /** The node that scales by so much, or "". */
    public String scaledBy(double factor) {
        for (int n : tops) {
            double s = Math.cbrt(Math.abs(change(n).determinant3x3()));
            if (Math.abs(s / factor - 1) < SAME) {
                return p.returned.nodes().get(n).name();
            }
        }
        return "";
    }

    /**
     * The node that turns as a fit does, or "".
     *
     * @param added only a node that was not sent: one that was may hold the turn of a conversion to other axes
     */
    public String turnedBy(Similarity fit, boolean added) {
        for (int n : tops) {
            if (added && p.matching.back()[n] >= 0) {
                continue;
            }
            Quaterniond turn = Matrices.quaternion(change(n));
            // from the stage's own axes to the common ones
            Matrix3d axes = p.returned.stage().axes().toCommon();
            Matrix3d common =
                    new Matrix3d(axes).mul(new Matrix3d().rotation(turn)).mul(new Matrix3d(axes).transpose());
            Quaterniond told = common.getNormalizedRotation(new Quaterniond());
            Quaterniond found = new Matrix3d(fit.rotation()).getNormalizedRotation(new Quaterniond());
            if (SwingTwist.angle(told) > DEGREES
                    && SwingTwist.angle(found.conjugate().mul(told)) < DEGREES) {
                return p.returned.nodes().get(n).name();
            }
        }
        return "";
    }
}
