package idleheron.rehearsal.demo;

import idleheron.core.math.Vec3;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.joml.Matrix4dc;

/** Meshes the parts, weighs the points and sculpts the blend shapes. Lengths in metres until {@link #mesh} scales them. */
final class PostwomanMesh {
    private static final int MOST_INFLUENCES = 6;
    private static final double LEAST_WEIGHT = 0.01;

    private final List<SurfaceNet> nets = new ArrayList<>();
    private final List<PostwomanBody.Part> parts = PostwomanBody.parts();
    private final double[] points;
    private final float[] pointNormals;
    private final int[] corners;
    private final int[] faceMaterials;

    PostwomanMesh() {
        for (PostwomanBody.Part p : parts) {
            nets.add(SurfaceNet.of(p.blobs(), p.low(), p.high(), p.cell()));
        }
        int n = nets.stream().mapToInt(s -> s.points().length).sum();
        int q = nets.stream().mapToInt(s -> s.quads().length).sum();
        points = new double[n];
        pointNormals = new float[n];
        corners = new int[q];
        faceMaterials = new int[q / 4];
        int at = 0;
        int corner = 0;
        for (int i = 0; i < nets.size(); i++) {
            SurfaceNet s = nets.get(i);
            System.arraycopy(s.points(), 0, points, at, s.points().length);
            System.arraycopy(s.normals(), 0, pointNormals, at, s.points().length);
            for (int c = 0; c < s.quads().length; c++) {
                corners[corner + c] = s.quads()[c] + at / 3;
            }
            for (int f = 0; f < s.quads().length / 4; f++) {
                faceMaterials[corner / 4 + f] = material(parts.get(i).blobs(), s, f);
            }
            at += s.points().length;
            corner += s.quads().length;
        }
    }

    private static int material(List<Blob> blobs, SurfaceNet s, int face) {
        Vec3 c = Vec3.ZERO;
        for (int k = 0; k < 4; k++) {
            int p = 3 * s.quads()[4 * face + k];
            c = c.plus(new Vec3(s.points()[p], s.points()[p + 1], s.points()[p + 2]).times(0.25));
        }
        double least = Double.POSITIVE_INFINITY;
        int material = 0;
        for (Blob b : blobs) {
            double d = b.at(c);
            if (d < least) {
                least = d;
                material = b.material();
            }
        }
        return material;
    }

    private Vec3 point(int i) {
        return new Vec3(points[3 * i], points[3 * i + 1], points[3 * i + 2]);
    }

    /**
     * @param unit stored units per metre
     * @param slots per joint name its slot in the skin
     * @param toJoint per slot the inverse bind matrix, stored units
     */
    Mesh mesh(double unit, Map<String, Integer> slots, int[] joints, Matrix4dc[] toJoint) {
        double[] scaled = points.clone();
        for (int i = 0; i < scaled.length; i++) {
            scaled[i] = step(scaled[i] * unit);
        }
        int[] starts = new int[corners.length / 4 + 1];
        float[] normals = new float[3 * corners.length];
        for (int f = 0; f < starts.length; f++) {
            starts[f] = 4 * f;
        }
        for (int c = 0; c < corners.length; c++) {
            for (int a = 0; a < 3; a++) {
                normals[3 * c + a] = (float) step(pointNormals[3 * corners[c] + a]);
            }
        }
        return new Mesh(
                "postwoman_body",
                scaled,
                starts,
                corners,
                normals,
                List.of(uv()),
                faceMaterials,
                null,
                null,
                skin(slots, joints, toJoint),
                shapes(unit));
    }

    /** To the nearest 1024th, so that numbers are short and the demo's files small. */
    private static double step(double v) {
        return Math.rint(v * 1024) / 1024;
    }

    /** Wrapped around the upright axis through the body. What lies over the seam behind goes on beyond 1. */
    private UvSet uv() {
        int n = points.length / 3;
        float[] uv = new float[4 * n];
        for (int i = 0; i < n; i++) {
            float u = (float) step(0.5 + Math.atan2(points[3 * i], points[3 * i + 2]) / (2 * Math.PI));
            float v = (float) step(points[3 * i + 1] / 2.5);
            uv[2 * i] = u;
            uv[2 * i + 1] = v;
            uv[2 * (n + i)] = u + 1;
            uv[2 * (n + i) + 1] = v;
        }
        int[] at = corners.clone();
        int[] entries = new int[2 * n];
        for (int face = 0; face < corners.length; face += 4) {
            float most = 0;
            for (int c = face; c < face + 4; c++) {
                most = Math.max(most, uv[2 * corners[c]]);
            }
            for (int c = face; c < face + 4; c++) {
                at[c] = most - uv[2 * corners[c]] > 0.5 ? n + corners[c] : corners[c];
                entries[at[c]] = 1;
            }
        }
        return packed(uv, at, entries);
    }

    /** Without the entries that no corner has. */
    private static UvSet packed(float[] uv, int[] at, int[] used) {
        float[] left = new float[uv.length];
        int k = 0;
        for (int i = 0; i < used.length; i++) {
            if (used[i] > 0) {
                left[2 * k] = uv[2 * i];
                left[2 * k + 1] = uv[2 * i + 1];
                used[i] = k++;
            }
        }
        for (int c = 0; c < at.length; c++) {
            at[c] = used[at[c]];
        }
        return new UvSet("map1", Arrays.copyOf(left, 2 * k), at);
    }

    private Skin skin(Map<String, Integer> slots, int[] joints, Matrix4dc[] toJoint) {
        int n = points.length / 3;
        int[] starts = new int[n + 1];
        int[] slot = new int[n * MOST_INFLUENCES];
        float[] weight = new float[n * MOST_INFLUENCES];
        int size = 0;
        int point = 0;
        for (int part = 0; part < parts.size(); part++) {
            for (int i = 0; i < nets.get(part).points().length / 3; i++, point++) {
                List<Map.Entry<String, Double>> pulls = pulls(parts.get(part), point(point));
                for (Map.Entry<String, Double> e : pulls) {
                    slot[size] = java.util.Objects.requireNonNull(slots.get(e.getKey()));
                    weight[size++] = e.getValue().floatValue();
                }
                starts[point + 1] = size;
            }
        }
        return new Skin(
                "postwoman_skin", joints, toJoint, starts, Arrays.copyOf(slot, size), Arrays.copyOf(weight, size));
    }

    /** A joint pulls by how much nearer its piece is than the others; pieces of the other side count as farther away. */
    private static List<Map.Entry<String, Double>> pulls(PostwomanBody.Part part, Vec3 p) {
        double nearest = Double.POSITIVE_INFINITY;
        Map<String, Double> distance = new LinkedHashMap<>();
        for (Blob b : part.blobs()) {
            int side = b.owner().endsWith("_l") ? 1 : b.owner().endsWith("_r") ? -1 : 0;
            double d = b.at(p) + (side * p.x() < 0 ? 2 * Math.abs(p.x()) : 0);
            distance.merge(b.owner(), d, Math::min);
            nearest = Math.min(nearest, d);
        }
        double least = nearest;
        List<Map.Entry<String, Double>> all = new ArrayList<>();
        distance.forEach((k, d) -> {
            double x = (d - least) / part.reach();
            double w = Math.exp(-x * x * 0.5);
            if (w > LEAST_WEIGHT) {
                all.add(Map.entry(k, w));
            }
        });
        all.sort((a, b) -> Double.compare(b.getValue(), a.getValue()));
        List<Map.Entry<String, Double>> kept = all.subList(0, Math.min(MOST_INFLUENCES, all.size()));
        double sum = kept.stream().mapToDouble(Map.Entry::getValue).sum();
        return kept.stream().map(e -> Map.entry(e.getKey(), e.getValue() / sum)).toList();
    }

    private List<BlendShape> shapes(double unit) {
        return List.of(
                shape("smile", unit, p -> {
                    double w = near(p, new Vec3(Math.copySign(0.042, p.x()), 2.215, 0.085), 0.035);
                    return new Vec3(Math.copySign(0.006, p.x()), 0.008, 0.006).times(w);
                }),
                shape("puff", unit, p -> {
                    double w = near(p, new Vec3(Math.copySign(0.05, p.x()), 2.205, 0.07), 0.034);
                    return new Vec3(Math.copySign(0.014, p.x()), 0, 0.010).times(w);
                }),
                shape("breath", unit, p -> {
                    double w = near(p, new Vec3(p.x() * 0.4, 1.96, 0.05), 0.13) * (Math.abs(p.x()) < 0.2 ? 1 : 0);
                    return new Vec3(p.x() * 0.05, 0.006, 0.018).times(w);
                }),
                shape("brim_droop", unit, p -> {
                    double r = Math.hypot(p.x(), p.z());
                    double w = p.y() > 2.285 && r > 0.12 ? (r - 0.12) / 0.11 : 0;
                    return new Vec3(0, -0.045 * w * w, 0);
                }));
    }

    private static double near(Vec3 p, Vec3 centre, double radius) {
        double d = p.distance(centre) / radius;
        return d > 2.2 ? 0 : Math.exp(-d * d);
    }

    private BlendShape shape(String name, double unit, UnaryOperator<Vec3> offset) {
        int n = points.length / 3;
        int[] index = new int[n];
        float[] deltas = new float[3 * n];
        int size = 0;
        for (int i = 0; i < n; i++) {
            Vec3 d = offset.apply(point(i));
            if (d.length() > 1e-5) {
                index[size] = i;
                deltas[3 * size] = (float) step(d.x() * unit);
                deltas[3 * size + 1] = (float) step(d.y() * unit);
                deltas[3 * size + 2] = (float) step(d.z() * unit);
                size++;
            }
        }
        BlendShape.Target t =
                new BlendShape.Target(1, Arrays.copyOf(index, size), Arrays.copyOf(deltas, 3 * size), null);
        return new BlendShape(name, 0, List.of(t));
    }
}
