package idleheron.core.pose;

import idleheron.core.scene.Inherit;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * Local and world matrices of all nodes at a time, in the stage's own space and unit. The buffers are reused: one Pose
 * belongs to one thread at a time.
 */
public final class Pose {
    private final Scene scene;
    private final Matrix4d[] locals;
    private final Matrix4d[] worlds;
    private final Clip.@Nullable NodeTrack[] tracks;
    private final double[] channels = new double[Channel.COUNT];
    private final boolean plainScale;
    private final Matrix3d[] turns;
    private @Nullable Clip clip;
    private @Nullable LayerBlend blend;
    private double seconds;

    public Pose(Scene scene) {
        this.scene = scene;
        int n = scene.nodes().size();
        locals = matrices(n);
        worlds = matrices(n);
        tracks = new Clip.NodeTrack[n];
        plainScale = scene.nodes().stream().allMatch(x -> x.transform().inherit() == Inherit.ORDINARY);
        turns = new Matrix3d[plainScale ? 0 : n];
        for (int i = 0; i < turns.length; i++) {
            turns[i] = new Matrix3d();
        }
        rest();
    }

    private static Matrix4d[] matrices(int n) {
        Matrix4d[] out = new Matrix4d[n];
        for (int i = 0; i < n; i++) {
            out[i] = new Matrix4d();
        }
        return out;
    }

    /** The pose without animation. */
    public Pose rest() {
        return at(null, 0);
    }

    /** The pose of a clip at a time in seconds; null for rest. */
    public Pose at(@Nullable Clip newClip, double time) {
        if (newClip != clip) {
            blend = newClip == null || !newClip.isLayered()
                    ? null
                    : new LayerBlend(newClip, scene.nodes().size());
            java.util.Arrays.fill(tracks, null);
            if (newClip != null) {
                for (Clip.NodeTrack t : newClip.nodes()) {
                    tracks[t.node()] = t;
                }
            }
        }
        clip = newClip;
        seconds = time;
        List<Node> nodes = scene.nodes();
        for (int i = 0; i < nodes.size(); i++) {
            Node node = nodes.get(i);
            channelsOf(i, node.transform());
            node.transform().matrix(channels, locals[i]);
            if (plainScale) {
                if (node.parent() < 0) {
                    worlds[i].set(locals[i]);
                } else {
                    worlds[node.parent()].mul(locals[i], worlds[i]);
                }
            } else {
                inherit(i, node);
            }
        }
        return this;
    }

    private void channelsOf(int i, Transform t) {
        channels[0] = t.translation().x();
        channels[1] = t.translation().y();
        channels[2] = t.translation().z();
        channels[3] = t.rotation().x();
        channels[4] = t.rotation().y();
        channels[5] = t.rotation().z();
        channels[6] = t.scaling().x();
        channels[7] = t.scaling().y();
        channels[8] = t.scaling().z();
        Clip.NodeTrack track = tracks[i];
        if (track != null) {
            @Nullable Curve[] curves = track.curves();
            for (int c = 0; c < Channel.COUNT; c++) {
                Curve curve = curves[c];
                if (curve != null) {
                    channels[c] = curve.at(seconds);
                }
            }
        }
        if (blend != null) {
            blend.apply(i, t.order(), seconds, channels);
        }
    }

    /** World matrix under the three ways of taking over scale; the translation always goes through the parent's whole matrix. */
    private void inherit(int i, Node node) {
        Matrix3d turn = node.transform().turn(channels, new Matrix4d()).get3x3(new Matrix3d());
        if (node.parent() < 0) {
            worlds[i].set(locals[i]);
            turns[i].set(turn);
            return;
        }
        Matrix4d parent = worlds[node.parent()];
        parent.mul(locals[i], worlds[i]);
        turns[node.parent()].mul(turn, turns[i]);
        if (node.transform().inherit() == Inherit.ORDINARY) {
            return;
        }
        Matrix3d stretch = new Matrix3d(turns[node.parent()]).transpose().mul(parent.get3x3(new Matrix3d()));
        if (node.transform().inherit() == Inherit.WITHOUT_PARENT_SCALE) {
            Matrix4d above = locals[node.parent()];
            org.joml.Vector3d s = above.getScale(new org.joml.Vector3d());
            stretch.scale(inverse(s.x), inverse(s.y), inverse(s.z));
        }
        Matrix3d linear = new Matrix3d(turns[i]).mul(stretch).scale(channels[6], channels[7], channels[8]);
        double x = worlds[i].m30();
        double y = worlds[i].m31();
        double z = worlds[i].m32();
        worlds[i].set(linear).setTranslation(x, y, z);
    }

    private static double inverse(double s) {
        return s == 0 ? 1 : 1 / s;
    }

    public Scene scene() {
        return scene;
    }

    /** What is played, or null at rest. */
    public @Nullable Clip clip() {
        return clip;
    }

    /** The moment it stands at. */
    public double seconds() {
        return seconds;
    }

    /** Local matrix; valid until the next call of {@link #at}. */
    public Matrix4dc local(int node) {
        return locals[node];
    }

    /** World matrix; valid until the next call of {@link #at}. */
    public Matrix4dc world(int node) {
        return worlds[node];
    }

    /** The nine channels of a node now, in the order of {@link Channel}. */
    public double[] channels(int node) {
        channelsOf(node, scene.nodes().get(node).transform());
        return channels.clone();
    }

    /** The weight of a blend shape now, 1 for full. */
    public double shapeWeight(int mesh, int shape) {
        double w = scene.meshes().get(mesh).shapes().get(shape).weight();
        if (clip != null) {
            for (Clip.ShapeTrack t : clip.shapes()) {
                if (t.mesh() == mesh && t.shape() == shape) {
                    w = t.weight().at(seconds);
                }
            }
        }
        return blend == null ? w : blend.shape(mesh, shape, seconds, w);
    }
}
