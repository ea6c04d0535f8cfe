package idleheron.core.pose;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/**
 * Joins the layers of a clip to what is below them, channel by channel.
 *
 * <p>Adding: translations and angles add weight times the layer's value; scales are multiplied by value to the power of the
 * weight, or added; with whole turns the rotation below is followed by the layer's own, cut to its weight. Replacing: the
 * layer's value stands. Mixing: the value below and the layer's in proportion to the weight, turns along the shortest arc.
 * Layers that are muted, or not solo where another is, do not count; nor does a channel that a layer has no curve on.
 */
final class LayerBlend {
    private final List<ClipLayer> layers = new ArrayList<>();
    private final List<Clip.@Nullable NodeTrack[]> tracks = new ArrayList<>();
    private final double[] own = new double[Channel.COUNT];
    private final boolean[] told = new boolean[Channel.COUNT];
    private final boolean lowestReplaces;

    LayerBlend(Clip clip, int nodeCount) {
        boolean solo = clip.layers().stream().anyMatch(ClipLayer::solo);
        for (ClipLayer l : clip.layers()) {
            if (l.muted() || solo && !l.solo()) {
                continue;
            }
            Clip.@Nullable NodeTrack[] byNode = new Clip.NodeTrack[nodeCount];
            l.nodes().forEach(t -> byNode[t.node()] = t);
            layers.add(l);
            tracks.add(byNode);
        }
        lowestReplaces = clip.nodes().isEmpty() && clip.shapes().isEmpty();
    }

    /** Changes the nine channels of a node at a time. */
    void apply(int node, RotationOrder order, double seconds, double[] channels) {
        for (int l = 0; l < layers.size(); l++) {
            Clip.NodeTrack track = tracks.get(l)[node];
            if (track != null) {
                join(layers.get(l), blend(l), track, order, seconds, channels);
            }
        }
    }

    private ClipLayer.Blend blend(int layer) {
        return layer == 0 && lowestReplaces
                ? ClipLayer.Blend.REPLACE
                : layers.get(layer).blend();
    }

    private void join(
            ClipLayer layer,
            ClipLayer.Blend blend,
            Clip.NodeTrack track,
            RotationOrder order,
            double seconds,
            double[] c) {
        double weight = layer.weight().at(seconds);
        for (int k = 0; k < Channel.COUNT; k++) {
            Curve curve = track.curves()[k];
            told[k] = curve != null;
            own[k] = curve != null
                    ? curve.at(seconds)
                    : blend != ClipLayer.Blend.ADD ? c[k] : k >= 6 && layer.scalesMultiply() ? 1 : 0;
        }
        boolean whole = layer.turnsWhole() && (told[3] || told[4] || told[5]) && blend != ClipLayer.Blend.REPLACE;
        for (int k = 0; k < Channel.COUNT; k++) {
            if (!told[k] || whole && k >= 3 && k < 6) {
                continue;
            }
            c[k] = switch (blend) {
                case REPLACE -> own[k];
                case MIX -> c[k] + weight * (own[k] - c[k]);
                case ADD ->
                    k >= 6 && layer.scalesMultiply()
                            ? c[k] * Math.copySign(Math.pow(Math.abs(own[k]), weight), own[k])
                            : c[k] + weight * own[k];
            };
        }
        if (whole) {
            turn(blend, order, weight, c);
        }
    }

    private void turn(ClipLayer.Blend blend, RotationOrder order, double weight, double[] c) {
        Vec3 below = new Vec3(c[3], c[4], c[5]);
        Quaterniond a = Matrices.quaternion(new org.joml.Matrix4d(order.matrix(below)));
        Quaterniond b = Matrices.quaternion(new org.joml.Matrix4d(order.matrix(new Vec3(own[3], own[4], own[5]))));
        Quaterniond q = blend == ClipLayer.Blend.ADD ? a.mul(new Quaterniond().slerp(b, weight)) : a.slerp(b, weight);
        Vec3 angles = order.anglesNear(q.get(new Matrix3d()), below);
        c[3] = angles.x();
        c[4] = angles.y();
        c[5] = angles.z();
    }

    /** The weight of a blend shape at a time, given what is below. */
    double shape(int mesh, int shape, double seconds, double below) {
        double w = below;
        for (int l = 0; l < layers.size(); l++) {
            ClipLayer layer = layers.get(l);
            for (Clip.ShapeTrack t : layer.shapes()) {
                if (t.mesh() == mesh && t.shape() == shape) {
                    double own = t.weight().at(seconds);
                    double weight = layer.weight().at(seconds);
                    w = switch (blend(l)) {
                        case REPLACE -> own;
                        case MIX -> w + weight * (own - w);
                        case ADD -> w + weight * own;
                    };
                }
            }
        }
        return w;
    }
}
