package idleheron.core.remedy.parts;

import idleheron.core.geometry.Pieces;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.Weld;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * A prop like a door: every point follows one joint, which turns about one axis. One piece hangs on the axis: it lies within a
 * wedge from it. Another goes round it, as far and as high as the first, with the axis at its side: that one should stand still.
 * Small pieces belong to the one that hangs where they lie in its wedge, else to the other. A wheel (the axis is in the middle of
 * its rim) and a propeller (nothing goes round its blades) are no doors.
 *
 * @param joint the node that all follows
 * @param hangs name of the mesh node with the piece that hangs
 * @param stands name of the mesh node with the piece that goes round
 * @param points how many stand
 * @param still per mesh of the scene which of its points should stand still; empty for meshes that no node shows with a skin
 */
public record Hinge(int joint, String hangs, String stands, int points, boolean[][] still) {
    /** Points nearer than this share of a mesh's size are one, so that corners with edges of their own hang together. */
    private static final double WELD = 1e-6;

    /** Points nearer to the axis than this share of the farthest say nothing of its direction. */
    private static final double NEAR = 0.08;

    /** Directions are told apart by so many fields of a whole turn. */
    private static final int FIELDS = 720;

    private static final double FIELD = 2 * Math.PI / FIELDS;
    /** What has more pieces is no door. */
    private static final int MOST = 200;

    private static final double WEDGE = Math.toRadians(150);
    /** A piece hangs that comes nearer to the axis than this share of its width. */
    private static final double TOUCHES = 0.2;

    private static final double ASIDE = 0.25;
    private static final double AS_FAR = 0.9;
    private static final double SMALL = 0.3;
    private static final double WIDER = Math.toRadians(20);

    /** A piece around the axis: from the axis to where, along it from where to where, between which angles. */
    private static final class Part {
        final int node;
        double nearest = Double.MAX_VALUE;
        double farthest;
        double low = Double.MAX_VALUE;
        double high = -Double.MAX_VALUE;
        final double[] box = {1e300, 1e300, -1e300, -1e300};
        final BitSet angles = new BitSet(FIELDS);
        double from;
        double extent;

        Part(int node) {
            this.node = node;
        }

        void add(double x, double y, double along) {
            double r = Math.hypot(x, y);
            nearest = Math.min(nearest, r);
            farthest = Math.max(farthest, r);
            low = Math.min(low, along);
            high = Math.max(high, along);
            box[0] = Math.min(box[0], x);
            box[1] = Math.min(box[1], y);
            box[2] = Math.max(box[2], x);
            box[3] = Math.max(box[3], y);
        }

        /** Marks the direction of a point, once all were added. */
        void direct(double x, double y) {
            if (Math.hypot(x, y) > NEAR * farthest) {
                double turn = Math.atan2(y, x) / (2 * Math.PI);
                angles.set((int) (FIELDS * (turn - Math.floor(turn))) % FIELDS);
            }
        }

        /** Finds the widest gap between directions. */
        void close() {
            int gap = 0;
            int after = 0;
            for (int i = angles.nextSetBit(0); i >= 0; i = angles.nextSetBit(i + 1)) {
                int next = angles.nextSetBit(i + 1);
                int here = next < 0 ? angles.nextSetBit(0) + FIELDS - i : next - i;
                if (here > gap) {
                    gap = here;
                    after = (i + here) % FIELDS;
                }
            }
            from = after * FIELD;
            extent = angles.isEmpty() ? 0 : (FIELDS + 1 - gap) * FIELD;
        }

        boolean hangs() {
            return extent < WEDGE && nearest < TOUCHES * farthest;
        }

        boolean goesRound(Part other) {
            double middle = Math.hypot((box[0] + box[2]) / 2, (box[1] + box[3]) / 2);
            double height = other.high - other.low;
            return extent >= WEDGE
                    && middle >= ASIDE * farthest
                    && farthest >= AS_FAR * other.farthest
                    && Math.min(high, other.high) - Math.max(low, other.low) >= AS_FAR * height;
        }

        double size() {
            return Math.hypot(Math.hypot(box[2] - box[0], box[3] - box[1]), high - low);
        }

        /** Whether its middle lies in the wedge of another, a little wider. */
        boolean isIn(Part other) {
            double x = (box[0] + box[2]) / 2;
            double y = (box[1] + box[3]) / 2;
            double turned = Math.atan2(y, x) - other.from + WIDER;
            turned -= 2 * Math.PI * Math.floor(turned / (2 * Math.PI));
            double along = (low + high) / 2;
            return Math.hypot(x, y) <= other.farthest
                    && along >= other.low
                    && along <= other.high
                    && turned <= other.extent + 2 * WIDER;
        }
    }

    /** What a scene is, or null where it is no such prop. */
    public static @Nullable Hinge of(Scene s) {
        int joint = joint(s);
        Vector3d axis = joint < 0 ? null : axis(s, joint);
        if (axis == null) {
            return null;
        }
        int[][] pieces = new int[s.meshes().size()][];
        List<Part> parts = parts(s, axis, pieces);
        Part hangs = null;
        for (Part p : parts) {
            if (p.hangs() && (hangs == null || p.size() > hangs.size())) {
                hangs = p;
            }
        }
        Part stands = null;
        for (Part p : parts) {
            if (hangs != null && p != hangs && p.goesRound(hangs)) {
                stands = stands == null ? p : hangs; // two go round: no door
            }
        }
        if (hangs == null || stands == null || stands == hangs) {
            return null;
        }
        boolean[] stays = new boolean[parts.size()];
        for (int i = 0; i < stays.length; i++) {
            Part p = parts.get(i);
            if (p != hangs && p != stands && p.size() > SMALL * hangs.size()) {
                return null;
            }
            stays[i] = p == stands || p != hangs && !p.isIn(hangs);
        }
        boolean[][] still = new boolean[pieces.length][];
        int points = 0;
        for (int m = 0; m < pieces.length; m++) {
            still[m] = new boolean[pieces[m] == null ? 0 : pieces[m].length];
            for (int p = 0; p < still[m].length; p++) {
                still[m][p] = stays[pieces[m][p]];
                points += still[m][p] ? 1 : 0;
            }
        }
        return new Hinge(
                joint,
                s.nodes().get(hangs.node).name(),
                s.nodes().get(stands.node).name(),
                points,
                still);
    }

    /** The joint that every point of every mesh follows alone, or -1. */
    private static int joint(Scene s) {
        int joint = -1;
        boolean[] seen = new boolean[s.meshes().size()];
        for (Node n : s.nodes()) {
            if (n.kind() != NodeKind.MESH) {
                continue;
            }
            Mesh m = s.meshes().get(n.payload());
            Skin skin = m.skin();
            if (skin == null || seen[n.payload()] || m.pointCount() == 0) {
                return -1;
            }
            seen[n.payload()] = true;
            for (int slot : RigidParts.followed(m)) {
                int own = slot < 0 ? -1 : skin.joints()[slot];
                if (own < 0 || joint >= 0 && own != joint) {
                    return -1;
                }
                joint = own;
            }
        }
        return joint;
    }

    /** In the joint's own space the axis that it turns about through its origin, of unit length; null where it does otherwise. */
    private static @Nullable Vector3d axis(Scene s, int joint) {
        for (Clip c : s.clips()) {
            double[] span = span(c, joint);
            if (span == null) {
                continue;
            }
            Pose pose = new Pose(s);
            Matrix4d first = new Matrix4d(pose.at(c, span[0]).local(joint));
            Matrix4d last = new Matrix4d(pose.at(c, span[1]).local(joint));
            Matrix4d between = first.invert(new Matrix4d()).mul(last);
            Quaterniond q = between.getNormalizedRotation(new Quaterniond());
            Vector3d axis = new Vector3d(q.x, q.y, q.z);
            boolean turns = axis.length() > 1e-3;
            boolean stays = between.getTranslation(new Vector3d()).length() < 1e-6;
            return turns && stays ? axis.normalize() : null;
        }
        return null;
    }

    /** The moments between which the one channel of a joint that moves turns the most, or null. */
    private static double @Nullable [] span(Clip c, int joint) {
        for (Clip.NodeTrack t : c.nodes()) {
            if (t.node() != joint) {
                continue;
            }
            Curve turning = null;
            for (Channel ch : Channel.values()) {
                Curve k = t.curve(ch);
                if (k != null && !k.isConstant()) {
                    boolean turn =
                            ch.ordinal() >= Channel.ROTATE_X.ordinal() && ch.ordinal() <= Channel.ROTATE_Z.ordinal();
                    if (!turn || turning != null) {
                        return null;
                    }
                    turning = k;
                }
            }
            if (turning != null) {
                double[] times = turning.seconds();
                int low = 0;
                int high = 0;
                for (int i = 1; i < times.length; i++) {
                    low = turning.at(times[i]) < turning.at(times[low]) ? i : low;
                    high = turning.at(times[i]) > turning.at(times[high]) ? i : high;
                }
                return new double[] {times[low], times[high]};
            }
        }
        return null;
    }

    /** All pieces; none where there are too many. */
    private static List<Part> parts(Scene s, Vector3d axis, int[][] pieces) {
        List<Part> out = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            if (n.kind() == NodeKind.MESH) {
                int[] of = pieces(s.meshes().get(n.payload()));
                int count = Arrays.stream(of).max().orElse(-1) + 1;
                if (out.size() + count > MOST) {
                    return List.of();
                }
                for (int p = 0; p < of.length; p++) {
                    of[p] += out.size();
                }
                for (int k = 0; k < count; k++) {
                    out.add(new Part(i));
                }
                pieces[n.payload()] = of;
            }
        }
        each(s, axis, pieces, (piece, x, y, along) -> out.get(piece).add(x, y, along));
        each(s, axis, pieces, (piece, x, y, along) -> out.get(piece).direct(x, y));
        out.forEach(Part::close);
        return out;
    }

    /** Takes a point of a piece: two places across the axis, one along it. */
    private interface Taker {
        void take(int piece, double x, double y, double along);
    }

    private static void each(Scene s, Vector3d axis, int[][] pieces, Taker to) {
        Vector3d across = Math.abs(axis.x) < 0.8 ? new Vector3d(1, 0, 0) : new Vector3d(0, 1, 0);
        across.fma(-across.dot(axis), axis).normalize();
        Vector3d third = axis.cross(across, new Vector3d());
        Vector3d v = new Vector3d();
        for (Node n : s.nodes()) {
            if (n.kind() != NodeKind.MESH) {
                continue;
            }
            Mesh m = s.meshes().get(n.payload());
            Skin skin = Objects.requireNonNull(m.skin());
            int[] of = pieces[n.payload()];
            int[] followed = RigidParts.followed(m);
            Matrix4dc g = n.geometric();
            for (int p = 0; p < of.length; p++) {
                v.set(m.points()[3 * p], m.points()[3 * p + 1], m.points()[3 * p + 2]);
                if (g != null) {
                    g.transformPosition(v);
                }
                skin.toJoint()[followed[p]].transformPosition(v);
                to.take(of[p], v.dot(across), v.dot(third), v.dot(axis));
            }
        }
    }

    /** Of each point the piece that it belongs to. */
    public static int[] pieces(Mesh m) {
        double[] b = {1e300, -1e300};
        for (double v : m.points()) {
            b[0] = Math.min(b[0], v);
            b[1] = Math.max(b[1], v);
        }
        Weld weld = Weld.of(m.points(), Math.max(Double.MIN_NORMAL, WELD * (b[1] - b[0])));
        int[] t = m.triangles();
        int[] to = new int[t.length];
        for (int i = 0; i < t.length; i++) {
            to[i] = weld.to()[t[i]];
        }
        Pieces p = Pieces.of(new TriangleMesh(new double[3 * weld.keep().length], to));
        int[] out = new int[m.pointCount()];
        for (int i = 0; i < out.length; i++) {
            out[i] = p.of()[weld.to()[i]];
        }
        return out;
    }
}
