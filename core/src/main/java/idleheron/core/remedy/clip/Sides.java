package idleheron.core.remedy.clip;

import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * What of a figure is on the other side: by names, else by place, and only where what is above it is too.
 *
 * @param other of each node; itself in the middle, -1 where there is none
 * @param mirror the reflection at the plane between the sides, in the space of the scene
 */
record Sides(int[] other, Matrix4d mirror) {
    /** Two places are the same within this share of the figure's size. */
    private static final double NEAR = 0.01;

    /** A direction so near to an axis of the scene is that axis. */
    private static final double ALONG = 0.98;

    /** Null where no joint has another side by its name. */
    static @Nullable Sides of(Scene s) {
        Pose rest = new Pose(s);
        Vec3[] place = new Vec3[s.nodes().size()];
        for (int i = 0; i < place.length; i++) {
            place[i] = Matrices.translation(rest.world(i));
        }
        int[] other = named(s);
        Vec3 across = Vec3.ZERO;
        List<Vec3> middles = new ArrayList<>();
        for (int i = 0; i < other.length; i++) {
            if (other[i] > i) {
                Vec3 d = place[other[i]].minus(place[i]);
                across = across.plus(d.dot(across) < 0 ? d.times(-1) : d);
                middles.add(place[i].plus(place[other[i]]).times(0.5));
            }
        }
        if (middles.isEmpty() || across.length() == 0) {
            return null;
        }
        Vec3 normal = straight(across.unit());
        double at =
                median(middles.stream().mapToDouble(m -> m.dot(normal)).sorted().toArray());
        Matrix4d mirror = reflection(normal, at);
        byPlace(s, place, normal, at, other);
        return new Sides(other, mirror);
    }

    /** So that one limb out of place moves nothing. */
    private static double median(double[] sorted) {
        int half = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    }

    /** An axis of the scene where it is almost one. */
    private static Vec3 straight(Vec3 d) {
        for (Vec3 axis : new Vec3[] {new Vec3(1, 0, 0), new Vec3(0, 1, 0), new Vec3(0, 0, 1)}) {
            if (Math.abs(axis.dot(d)) > ALONG) {
                return axis;
            }
        }
        return d;
    }

    /** I - 2 n nᵀ about the plane n·p = at. */
    private static Matrix4d reflection(Vec3 n, double at) {
        Matrix4d m = new Matrix4d();
        for (int column = 0; column < 3; column++) {
            for (int row = 0; row < 3; row++) {
                m.set(column, row, (row == column ? 1 : 0) - 2 * n.get(row) * n.get(column));
            }
            m.set(3, column, 2 * at * n.get(column));
        }
        return m;
    }

    /** By names; -2 where the name tells no side. */
    private static int[] named(Scene s) {
        Map<String, List<Integer>> byName = new HashMap<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            byName.computeIfAbsent(s.nodes().get(i).name(), k -> new ArrayList<>())
                    .add(i);
        }
        int[] out = new int[s.nodes().size()];
        Arrays.fill(out, -2);
        for (int i = 0; i < out.length; i++) {
            Node n = s.nodes().get(i);
            String name = SideNames.other(n.name());
            if (!name.equals(n.name())) {
                int above = n.parent() < 0 ? -1 : out[n.parent()] < 0 ? n.parent() : out[n.parent()];
                out[i] = byName.getOrDefault(name, List.of()).stream()
                        .filter(j -> s.nodes().get(j).parent() == above)
                        .findFirst()
                        .orElse(-1);
            }
        }
        for (int i = 0; i < out.length; i++) {
            out[i] = out[i] >= 0 && out[out[i]] != i ? -1 : out[i];
        }
        return out;
    }

    /** Those whose names tell no side: themselves in the middle, else those that lie where they would; parents come first. */
    private static void byPlace(Scene s, Vec3[] place, Vec3 normal, double at, int[] other) {
        double size = 0;
        for (Vec3 p : place) {
            size = Math.max(size, p.minus(place[0]).length());
        }
        for (int i = 0; i < other.length; i++) {
            int parent = s.nodes().get(i).parent();
            int above = parent < 0 ? -1 : other[parent];
            if (parent >= 0 && above < 0) {
                other[i] = -1; // what is above has no other side
            } else if (other[i] == -2) {
                Vec3 there = place[i].minus(normal.times(2 * (place[i].dot(normal) - at)));
                boolean middle = above == parent && there.minus(place[i]).length() <= NEAR * size;
                int found = middle ? i : at(s, place, there, NEAR * size, i, above);
                other[i] = found < 0 && above == parent ? i : found;
            }
        }
    }

    /** The node of the same kind below {@code above} that lies nearest to a place, -1 where none is near. */
    private static int at(Scene s, Vec3[] place, Vec3 there, double near, int node, int above) {
        int best = -1;
        double far = near;
        for (int j = 0; j < place.length; j++) {
            Node n = s.nodes().get(j);
            double d = place[j].minus(there).length();
            boolean may = j != node
                    && n.parent() == above
                    && n.kind() == s.nodes().get(node).kind()
                    && SideNames.other(n.name()).equals(n.name());
            if (may && d <= far) {
                best = j;
                far = d;
            }
        }
        return best;
    }
}
