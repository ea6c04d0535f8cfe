package idleheron.core.avatar.role;

import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * The joints that matter to a surface, as a tree of places as meant, in metres: those that move points and what lies between them.
 * Places are where the skin was bound, where that is known. Branches without any
 * weight are put aside. Parents come before children.
 */
final class JointTree {
    /** Of the extent: joints that are nearer than this stand at one place. */
    private static final double SAME = 1e-4;

    private final Scene scene;
    private final Vec3[] place;
    private final Vec3[] heart;
    private final double[] own;
    private final int[] parent;
    private final List<List<Integer>> children = new ArrayList<>();
    private final double[] branch;
    private final double[] reach;
    private final int[] size;
    private final boolean[] alive;
    private final int[] order;
    private double extent;

    private JointTree(Scene scene, boolean joined) {
        this.scene = scene;
        int n = scene.nodes().size();
        place = new Vec3[n];
        heart = new Vec3[n];
        own = new double[n];
        parent = new int[n];
        branch = new double[n];
        reach = new double[n];
        size = new int[n];
        alive = new boolean[n];
        for (int i = 0; i < n; i++) {
            children.add(new ArrayList<>());
        }
        boolean[] joint = joints();
        places();
        weights();
        link(joint, joined);
        measure();
        List<Integer> all = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            if (alive[i]) {
                all.add(i);
            }
        }
        order = all.stream().mapToInt(i -> i).toArray();
    }

    /**
     * @param joined whether joints at their parent's place are one with it
     */
    static JointTree of(Scene scene, boolean joined) {
        return new JointTree(scene, joined);
    }

    /** Joints, what skins name, and what lies between two of them. */
    private boolean[] joints() {
        boolean[] out = new boolean[own.length];
        for (int j : scene.joints()) {
            out[j] = true;
        }
        for (Mesh m : scene.meshes()) {
            if (m.skin() != null) {
                for (int j : m.skin().joints()) {
                    out[j] = true;
                }
            }
        }
        boolean[] under = new boolean[own.length];
        for (int i = own.length - 1; i >= 0; i--) {
            int p = scene.nodes().get(i).parent();
            if (p >= 0 && (out[i] || under[i])) {
                under[p] = true;
            }
        }
        for (int i = 0; i < out.length; i++) {
            int p = scene.nodes().get(i).parent();
            out[i] |= p >= 0 && out[p] && under[i] && scene.nodes().get(i).kind() != NodeKind.MESH;
        }
        return out;
    }

    /** Where each was bound; what was not goes with the nearest above that was. */
    private void places() {
        Pose rest = new Pose(scene);
        CanonicalSpace meant = CanonicalSpace.of(scene.stage());
        Matrix4d[] world = new Matrix4d[own.length];
        for (int i = 0; i < own.length; i++) {
            Node n = scene.nodes().get(i);
            Matrix4dc bind = n.bindWorld();
            if (bind != null) {
                world[i] = new Matrix4d(bind);
            } else if (n.parent() >= 0) {
                world[i] = world[n.parent()].mul(rest.local(i), new Matrix4d());
            } else {
                world[i] = new Matrix4d(rest.world(i));
            }
            place[i] = meant.point(world[i].m30(), world[i].m31(), world[i].m32());
        }
    }

    /** How many points go with each, by weight, and where these lie on the whole. */
    private void weights() {
        CanonicalSpace meant = CanonicalSpace.of(scene.stage());
        Vector3d[] sum = new Vector3d[own.length];
        Vector3d at = new Vector3d();
        for (Mesh m : scene.meshes()) {
            Skin s = m.skin();
            if (s == null) {
                continue;
            }
            Matrix4d[] bind = new Matrix4d[s.joints().length];
            for (int j = 0; j < bind.length; j++) {
                Matrix4dc b = scene.nodes().get(s.joints()[j]).bindWorld();
                bind[j] = b == null ? new Matrix4d(s.toJoint()[j]).invert() : new Matrix4d(b);
                bind[j].mul(s.toJoint()[j]);
            }
            double[] points = m.points();
            for (int p = 0; p < s.points(); p++) {
                for (int i = s.starts()[p]; i < s.starts()[p + 1]; i++) {
                    double w = s.weights()[i];
                    if (!(w > 0)) {
                        continue;
                    }
                    int joint = s.joints()[s.slots()[i]];
                    bind[s.slots()[i]].transformPosition(points[3 * p], points[3 * p + 1], points[3 * p + 2], at);
                    if (sum[joint] == null) {
                        sum[joint] = new Vector3d();
                    }
                    sum[joint].fma(w, at);
                    own[joint] += w;
                }
            }
        }
        for (int i = 0; i < own.length; i++) {
            heart[i] = sum[i] == null || !sum[i].isFinite()
                    ? place[i]
                    : meant.point(sum[i].x / own[i], sum[i].y / own[i], sum[i].z / own[i]);
        }
        if (Arrays.stream(own).allMatch(w -> w == 0)) {
            for (int j : scene.joints()) {
                own[j] = 1;
            }
        }
    }

    private void link(boolean[] joint, boolean joined) {
        int n = own.length;
        for (int i = n - 1; i >= 0; i--) {
            branch[i] += joint[i] ? own[i] : 0;
            int p = scene.nodes().get(i).parent();
            if (p >= 0) {
                branch[p] += branch[i];
            }
        }
        Vec3 least = new Vec3(1e300, 1e300, 1e300);
        Vec3 most = least.times(-1);
        for (int i = 0; i < n; i++) {
            alive[i] = joint[i] && branch[i] > 0 && place[i].isFinite();
            if (alive[i]) {
                least = new Vec3(
                        Math.min(least.x(), place[i].x()),
                        Math.min(least.y(), place[i].y()),
                        Math.min(least.z(), place[i].z()));
                most = new Vec3(
                        Math.max(most.x(), place[i].x()),
                        Math.max(most.y(), place[i].y()),
                        Math.max(most.z(), place[i].z()));
            }
        }
        extent = Math.max(0, Math.max(most.x() - least.x(), Math.max(most.y() - least.y(), most.z() - least.z())));
        for (int i = 0; i < n; i++) {
            int p = scene.nodes().get(i).parent();
            while (p >= 0 && !alive[p]) {
                p = scene.nodes().get(p).parent();
            }
            parent[i] = alive[i] ? p : -1;
            if (alive[i] && p >= 0) {
                children.get(p).add(i);
            }
        }
        for (int i = 0; i < n; i++) {
            if (alive[i] && joined) {
                join(i);
            }
        }
    }

    /** Makes one of a joint and the children at its place. */
    private void join(int i) {
        List<Integer> mine = children.get(i);
        int k = 0;
        while (k < mine.size()) {
            int c = mine.get(k);
            if (place[c].distance(place[i]) > SAME * extent) {
                k++;
                continue;
            }
            if (mine.size() == 1 && own[i] == 0) {
                stand(i, c);
                return;
            }
            alive[c] = false;
            List<Integer> kept = new ArrayList<>(mine.subList(0, k));
            kept.addAll(children.get(c));
            kept.addAll(mine.subList(k + 1, mine.size()));
            children.get(c).forEach(g -> parent[g] = i);
            mine.clear();
            mine.addAll(kept);
            own[i] += own[c];
        }
    }

    /** The only child, at the same place, stands for a joint without weight. */
    private void stand(int i, int child) {
        alive[i] = false;
        parent[child] = parent[i];
        if (parent[i] >= 0) {
            List<Integer> siblings = children.get(parent[i]);
            siblings.set(siblings.indexOf(i), child);
        }
    }

    private void measure() {
        for (int i = own.length - 1; i >= 0; i--) {
            if (!alive[i]) {
                continue;
            }
            size[i]++;
            int p = parent[i];
            if (p >= 0) {
                size[p] += size[i];
                reach[p] = Math.max(reach[p], reach[i] + place[i].distance(place[p]));
            }
        }
    }

    /** All joints that count, parents before children. */
    int[] all() {
        return order;
    }

    String name(int joint) {
        return scene.nodes().get(joint).name();
    }

    Vec3 place(int joint) {
        return place[joint];
    }

    /** Where on the whole the points lie that it moves; its own place where it moves none. */
    Vec3 heart(int joint) {
        return heart[joint];
    }

    int parent(int joint) {
        return parent[joint];
    }

    List<Integer> children(int joint) {
        return children.get(joint);
    }

    /** Joints right at it with nothing below that counts, those without weight too: eyes, a jaw, tips. */
    List<Integer> ends(int joint) {
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < own.length; i++) {
            if (scene.nodes().get(i).parent() == joint
                    && reach[i] == 0
                    && branch[i] == own[i]
                    && scene.nodes().get(i).kind() == NodeKind.JOINT
                    && place[i].isFinite()) {
                out.add(i);
            }
        }
        return out;
    }

    /** Weight on it and on all below. */
    double branch(int joint) {
        return branch[joint];
    }

    double own(int joint) {
        return own[joint];
    }

    /** The longest way down from it, metres. */
    double reach(int joint) {
        return reach[joint];
    }

    /** Joints from it on. */
    int size(int joint) {
        return size[joint];
    }

    /** The longest side of the box around all places, metres. */
    double extent() {
        return extent;
    }

    double length(int a, int b) {
        return place[a].distance(place[b]);
    }

    /** From the first to the second, of length 1. */
    Vec3 direction(int a, int b) {
        return place[b].minus(place[a]).unit();
    }

    boolean isUnder(int joint, int top) {
        for (int i = joint; i >= 0; i = parent[i]) {
            if (i == top) {
                return true;
            }
        }
        return false;
    }

    /** From one joint down to another, both in; empty where the second does not lie below. */
    int[] path(int top, int joint) {
        List<Integer> out = new ArrayList<>();
        for (int i = joint; i >= 0; i = parent[i]) {
            out.addFirst(i);
            if (i == top) {
                return out.stream().mapToInt(x -> x).toArray();
            }
        }
        return new int[0];
    }

    /** From a joint down along the longest way, itself first. */
    int[] longest(int joint) {
        List<Integer> out = new ArrayList<>(List.of(joint));
        for (int i = next(joint); i >= 0; i = next(i)) {
            out.add(i);
        }
        return out.stream().mapToInt(x -> x).toArray();
    }

    private int next(int joint) {
        int best = -1;
        for (int c : children.get(joint)) {
            if (best < 0 || reach[c] + length(joint, c) > reach[best] + length(joint, best)) {
                best = c;
            }
        }
        return best;
    }

    /** A joint and all below it, parents first. */
    List<Integer> below(int joint) {
        List<Integer> out = new ArrayList<>(List.of(joint));
        for (int k = 0; k < out.size(); k++) {
            out.addAll(children.get(out.get(k)));
        }
        return out;
    }

    /** The nearest joint that both lie below or are; null where they are of two trees. */
    @Nullable
    Integer shared(int a, int b) {
        for (int i = a; i >= 0; i = parent[i]) {
            if (isUnder(b, i)) {
                return i;
            }
        }
        return null;
    }
}
