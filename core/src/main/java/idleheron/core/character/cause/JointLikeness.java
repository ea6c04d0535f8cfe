package idleheron.core.character.cause;

import idleheron.core.character.compare.RestPoints;
import idleheron.core.math.Similarity;
import idleheron.core.pair.Pair;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How alike two joints are by what no name, unit, axis, turn or pose changes: the points they move, the meshes they carry, how
 * long their bone is in its skeleton, what hangs under them.
 */
final class JointLikeness {
    /** Bones of lengths closer than this to each other count as equal. */
    private static final double LENGTH = 0.03;

    private final Pair p;
    private final Map<Integer, Map<Long, Float>> sentWeights = new HashMap<>();
    private final Map<Integer, Map<Long, Float>> returnedWeights = new HashMap<>();
    private final int[] sentUnder;
    private final int[] returnedUnder;
    private final double[] scales;

    JointLikeness(Pair p, Map<Integer, Integer> known) {
        this.p = p;
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            int other = p.matching.meshes()[m];
            Skin a = p.sent.meshes().get(m).skin();
            Skin b = other < 0 ? null : p.returned.meshes().get(other).skin();
            if (a != null && b != null && a.points() == b.points() && numberedAlike(p, m, other)) {
                gather(m, a, sentWeights);
                gather(m, b, returnedWeights);
            }
        }
        sentUnder = under(p.sent);
        returnedUnder = under(p.returned);
        scales = scales(known);
    }

    /** Faces of as many corners that name other points were numbered anew. */
    private static boolean numberedAlike(Pair p, int mesh, int other) {
        int[] a = p.sent.meshes().get(mesh).corners();
        int[] b = p.returned.meshes().get(other).corners();
        return a.length != b.length || Arrays.equals(a, b);
    }

    private static void gather(int mesh, Skin s, Map<Integer, Map<Long, Float>> into) {
        for (int i = 0; i < s.points(); i++) {
            for (int k = s.starts()[i]; k < s.starts()[i + 1]; k++) {
                into.computeIfAbsent(s.joints()[s.slots()[k]], x -> new HashMap<>())
                        .merge((long) mesh << 32 | i, s.weights()[k], Float::sum);
            }
        }
    }

    /** Joints under each node, itself left out; joints without any under them count half, for tips come and go. */
    private static int[] under(Scene s) {
        int[] out = new int[s.nodes().size()];
        for (int i = out.length - 1; i > 0; i--) {
            int parent = s.nodes().get(i).parent();
            if (parent >= 0) {
                boolean joint = s.nodes().get(i).isJoint();
                out[parent] += out[i] + (joint ? out[i] == 0 ? 1 : 2 : 0);
            }
        }
        return out;
    }

    /** How many times longer the returned bones may be: the middle one of the known, else the same, by all bones or by spread. */
    private double[] scales(Map<Integer, Integer> known) {
        List<Double> ratios = new ArrayList<>();
        known.forEach((s, r) -> {
            double a = length(p.sent, s, true);
            double b = length(p.returned, r, false);
            if (a > 1e-9 && b > 1e-9) {
                ratios.add(b / a);
            }
        });
        if (!ratios.isEmpty()) {
            ratios.sort(null);
            return new double[] {ratios.get(ratios.size() / 2)};
        }
        double a = spread(p.sent, true);
        double b = spread(p.returned, false);
        double c = bones(p.sent, true);
        double d = bones(p.returned, false);
        return new double[] {1, a > 0 && b > 0 ? b / a : 1, c > 0 && d > 0 ? d / c : 1};
    }

    /** All bones that end in a joint with others under it, for tips come and go. */
    private double bones(Scene s, boolean sent) {
        double sum = 0;
        for (int j : s.joints()) {
            int above = s.jointAbove(j);
            boolean inner = above >= 0
                    && s.jointAbove(above) >= 0
                    && s.children(j).stream().anyMatch(c -> s.nodes().get(c).isJoint());
            sum += inner ? length(s, j, sent) : 0;
        }
        return sum;
    }

    /** Of meshes that match, else of joints: their root mean square distance from their middle. */
    private double spread(Scene s, boolean sent) {
        double[] all = new double[0];
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            int other = p.matching.meshes()[m];
            if (other >= 0
                    && p.sent.meshes().get(m).pointCount()
                            == p.returned.meshes().get(other).pointCount()) {
                double[] part = sent
                        ? RestPoints.of(p.sent, p.sentSpace, p.sent.nodeOfMesh(m))
                        : RestPoints.of(p.returned, p.returnedSpace, p.returned.nodeOfMesh(other));
                int at = all.length;
                all = Arrays.copyOf(all, at + part.length);
                System.arraycopy(part, 0, all, at, part.length);
            }
        }
        if (all.length == 0) {
            List<Integer> joints = s.joints();
            all = new double[3 * joints.size()];
            for (int i = 0; i < joints.size(); i++) {
                var v = sent ? p.sentPosition(joints.get(i)) : p.returnedPosition(joints.get(i));
                all[3 * i] = v.x();
                all[3 * i + 1] = v.y();
                all[3 * i + 2] = v.z();
            }
        }
        double sum = 0;
        int n = all.length / 3;
        double[] middle = new double[3];
        for (int i = 0; i < all.length; i++) {
            middle[i % 3] += all[i] / Math.max(1, n);
        }
        for (int i = 0; i < all.length; i++) {
            sum += Math.pow(all[i] - middle[i % 3], 2);
        }
        return Math.sqrt(sum / Math.max(1, n));
    }

    private double length(Scene s, int joint, boolean sent) {
        int above = s.jointAbove(joint);
        if (above < 0) {
            return 0;
        }
        return sent
                ? p.sentPosition(joint).distance(p.sentPosition(above))
                : p.returnedPosition(joint).distance(p.returnedPosition(above));
    }

    /**
     * 0 where they cannot be the same joint, else up to about 4.
     *
     * @param fit from sent places to returned ones by what is known, or null
     */
    double of(int sent, int returned, @Nullable Similarity fit) {
        Map<Long, Float> a = sentWeights.get(sent);
        Map<Long, Float> b = returnedWeights.get(returned);
        double skin = 0;
        if (a != null && b != null) {
            skin = cosine(a, b);
            if (skin < 0.3) {
                return 0;
            }
        } else if ((a == null) != (b == null) && !sentWeights.isEmpty() && !returnedWeights.isEmpty()) {
            return 0;
        }
        double bone = p.sent.jointAbove(sent) < 0 ? bonesUnder(sent, returned) : 0.5;
        double x = length(p.sent, sent, true);
        double y = length(p.returned, returned, false);
        if (x > 1e-9 && y > 1e-9 && p.sent.jointAbove(sent) >= 0) {
            bone = 0;
            for (double scale : scales) {
                bone = Math.max(bone, 1 - Math.abs(Math.log(y / x / scale)) / LENGTH);
            }
            if (bone == 0 && skin < 0.7) {
                return 0;
            }
        }
        double tree = 1
                - Math.abs(sentUnder[sent] - returnedUnder[returned])
                        / (double) Math.max(4, Math.max(sentUnder[sent], returnedUnder[returned]));
        if (tree < 0.4 && skin < 0.7) {
            return 0;
        }
        double place = 0;
        if (fit != null) {
            org.joml.Vector3d q = fit.matrix().transformPosition(vector(p.sentPosition(sent)));
            double off = q.distance(vector(p.returnedPosition(returned)));
            place = Math.max(0, 1 - off / Math.max(1e-9, 0.2 * spreadOf(fit)));
        }
        return skin
                + 0.5 * bone
                + 0.5 * tree
                + place
                + (carriesTheSame(sent, returned) ? 1 : 0)
                + 0.1
                        * nameLikeness(
                                p.sent.nodes().get(sent).name(),
                                p.returned.nodes().get(returned).name());
    }

    /** Of a root, which has no bone of its own: the share of the bones right under it that the other one has too. */
    private double bonesUnder(int sent, int returned) {
        double most = 0;
        for (double scale : scales) {
            int all = 0;
            int alike = 0;
            for (int c : p.sent.children(sent)) {
                double a = p.sent.nodes().get(c).isJoint() ? length(p.sent, c, true) : 0;
                if (a <= 1e-9) {
                    continue;
                }
                all++;
                boolean found = false;
                for (int d : p.returned.children(returned)) {
                    double b = p.returned.nodes().get(d).isJoint() ? length(p.returned, d, false) : 0;
                    found |= b > 1e-9 && Math.abs(Math.log(b / a / scale)) < LENGTH;
                }
                alike += found ? 1 : 0;
            }
            most = Math.max(most, all == 0 ? 0.5 : alike / (double) all);
        }
        return most;
    }

    private double spreadOf(Similarity fit) {
        double a = spread(p.sent, true);
        return a * fit.scale();
    }

    private static org.joml.Vector3d vector(idleheron.core.math.Vec3 v) {
        return new org.joml.Vector3d(v.x(), v.y(), v.z());
    }

    private static double cosine(Map<Long, Float> a, Map<Long, Float> b) {
        double dot = 0;
        double aa = 0;
        double bb = 0;
        for (Map.Entry<Long, Float> e : a.entrySet()) {
            dot += (double) e.getValue() * b.getOrDefault(e.getKey(), 0f);
            aa += (double) e.getValue() * e.getValue();
        }
        for (float v : b.values()) {
            bb += (double) v * v;
        }
        return aa == 0 || bb == 0 ? 0 : dot / Math.sqrt(aa * bb);
    }

    private boolean carriesTheSame(int sent, int returned) {
        for (int c : p.sent.children(sent)) {
            if (p.sent.nodes().get(c).kind() == NodeKind.MESH) {
                int mesh = p.sent.nodes().get(c).payload();
                int other = p.matching.meshes()[mesh];
                Mesh m = other < 0 ? null : p.returned.meshes().get(other);
                int node = m == null ? -1 : p.returned.nodeOfMesh(other);
                if (node >= 0 && p.returned.nodes().get(node).parent() == returned) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Share of letter pairs that both names have. */
    private static double nameLikeness(String a, String b) {
        int hits = 0;
        String x = a.toLowerCase(java.util.Locale.ROOT);
        String y = b.toLowerCase(java.util.Locale.ROOT);
        for (int i = 0; i + 2 <= x.length(); i++) {
            hits += y.contains(x.substring(i, i + 2)) ? 1 : 0;
        }
        return hits / (double) Math.max(1, Math.max(x.length(), y.length()) - 1);
    }
}
