package idleheron.core.pose;

import idleheron.core.geometry.Weld;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * How far the surfaces of two scenes lie apart whose points are the same ones in other meshes: cut apart, put together, in another
 * order. Each point of the second is held against all points of the first that lie in its place at rest, and the nearest of them
 * counts at each moment; so what was cut and moves as before is not told to move. Belongs to one thread.
 */
public final class RegroupedGap {
    /** Of a place where more points rest than these, those that come about as late are looked at. */
    private static final int CROWD = 64;

    /** Points within this share of the size of the whole lie in one place. */
    private static final double PLACE = 1e-6;

    private final Pose a;
    private final Pose b;
    private final List<Surface> before;
    private final List<Surface> after;
    private final Matrix4dc afterA;
    private final Matrix4dc afterB;
    /** The points of the first by the place in which they rest, and per point of the second its place, -1 for none. */
    private final int[] starts;

    private final int[] inPlace;
    private final int[] placeOf;
    /** Per point of the second how many others of it rest in its place before it. */
    private final int[] order;

    private final float[] from;
    private final float[] to;

    private RegroupedGap(Scene sa, Scene sb, Matrix4dc afterA, Matrix4dc afterB) {
        a = new Pose(sa);
        b = new Pose(sb);
        this.afterA = afterA;
        this.afterB = afterB;
        before = Surface.all(a);
        after = Surface.all(b);
        from = new float[count(before)];
        to = new float[count(after)];
        pose(null, 0, null, 0);
        double[] all = new double[from.length + to.length];
        double[] box = {1e300, -1e300};
        for (int i = 0; i < all.length; i++) {
            all[i] = i < from.length ? from[i] : to[i - from.length];
            box[0] = Math.min(box[0], all[i]);
            box[1] = Math.max(box[1], all[i]);
        }
        Weld weld = Weld.of(all, Math.max(1e-9, PLACE * (box[1] - box[0])));
        int n = from.length / 3;
        starts = new int[weld.keep().length + 1];
        for (int p = 0; p < n; p++) {
            starts[weld.to()[p] + 1]++;
        }
        for (int p = 0; p + 1 < starts.length; p++) {
            starts[p + 1] += starts[p];
        }
        inPlace = new int[n];
        int[] at = starts.clone();
        for (int p = 0; p < n; p++) {
            inPlace[at[weld.to()[p]]++] = p;
        }
        placeOf = new int[to.length / 3];
        order = new int[placeOf.length];
        int[] met = new int[weld.keep().length];
        for (int q = 0; q < placeOf.length; q++) {
            int place = weld.to()[n + q];
            order[q] = met[place]++;
            placeOf[q] = starts[place] == starts[place + 1] ? -1 : place;
        }
    }

    /**
     * Null where a point of the second rests where none of the first does: they are not the same points then.
     */
    public static @Nullable RegroupedGap of(Scene a, Scene b, Matrix4dc afterA, Matrix4dc afterB) {
        RegroupedGap out = new RegroupedGap(a, b, afterA, afterB);
        return Arrays.stream(out.placeOf).anyMatch(p -> p < 0) ? null : out;
    }

    /** Whether two scenes show other meshes one after the other, by name and size: else points are held against their own. */
    public static boolean isRegrouped(Scene a, Scene b) {
        return !shown(a).equals(shown(b));
    }

    private static List<String> shown(Scene s) {
        return s.nodes().stream()
                .filter(n -> n.kind() == NodeKind.MESH)
                .map(n -> s.meshes().get(n.payload()).pointCount() + " " + n.name())
                .toList();
    }

    private static int count(List<Surface> all) {
        return all.stream().mapToInt(s -> s.points().length).sum();
    }

    private void pose(@Nullable Clip ca, double ta, @Nullable Clip cb, double tb) {
        fill(before, a.at(ca, ta), afterA, from);
        fill(after, b.at(cb, tb), afterB, to);
    }

    private static void fill(List<Surface> all, Pose pose, Matrix4dc then, float[] into) {
        int at = 0;
        for (Surface s : all) {
            float[] p = s.deform(pose, then);
            System.arraycopy(p, 0, into, at, p.length);
            at += p.length;
        }
    }

    /**
     * The largest distance at a moment, in the common unit, and the node of the second scene where it is.
     *
     * @param node -1 where nothing is apart
     */
    public record Worst(double far, int node) {}

    /** At a moment of a clip of each; null for rest. */
    public Worst at(@Nullable Clip ca, double ta, @Nullable Clip cb, double tb) {
        pose(ca, ta, cb, tb);
        double worst = 0;
        int where = -1;
        int q = 0;
        for (Surface s : after) {
            for (int i = 0; i < s.points().length / 3; i++, q++) {
                double d = nearest(q);
                if (d > worst || Double.isNaN(d)) {
                    worst = d;
                    where = s.node();
                }
            }
        }
        return new Worst(Math.sqrt(worst), where);
    }

    /** The square of the distance to the nearest point that rested in the same place. */
    private double nearest(int q) {
        double least = Double.POSITIVE_INFINITY;
        int first = starts[placeOf[q]];
        int last = starts[placeOf[q] + 1];
        int about = Math.min(first + order[q], last);
        for (int k = Math.max(first, about - CROWD); k < Math.min(last, about + CROWD); k++) {
            int p = 3 * inPlace[k];
            double x = from[p] - to[3 * q];
            double y = from[p + 1] - to[3 * q + 1];
            double z = from[p + 2] - to[3 * q + 2];
            double d = x * x + y * y + z * z;
            least = d < least || Double.isNaN(d) ? d : least;
        }
        return least;
    }
}
