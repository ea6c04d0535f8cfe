package idleheron.rehearsal.demo;

import static idleheron.rehearsal.demo.PostwomanRig.v;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The footbridge bell of Low Tide Post: a rigid prop of six parts with two clips on smooth keys. Centimetres, Y up. */
public final class FootbridgeBell {
    private static final FrameRate RATE = FrameRate.FILM;
    private static final int WOOD = 0;
    private static final int BRONZE = 1;
    private static final int IRON = 2;

    private FootbridgeBell() {}

    /** The scene, the same at every call. */
    public static Scene scene() {
        List<Mesh> meshes = List.of(
                net("post", List.of(Blob.box("", WOOD, 0, v(0, 0.85, 0), v(0.055, 0.86, 0.055), 0.014)), 0.02),
                net(
                        "beam",
                        List.of(
                                Blob.box("", WOOD, 0, v(0, 0, 0), v(0.62, 0.05, 0.06), 0.014),
                                Blob.box("", WOOD, 0.01, v(0, 0.062, 0), v(0.68, 0.018, 0.13), 0.010)),
                        0.018),
                lathe("bell", new double[][] {
                    {0.0, 0.0}, {0.05, -0.004}, {0.085, -0.03}, {0.105, -0.09}, {0.115, -0.16}, {0.135, -0.22},
                    {0.175, -0.27}, {0.178, -0.285}, {0.165, -0.285}, {0.125, -0.22}, {0.10, -0.10}, {0.0, -0.02}
                }),
                net(
                        "clapper",
                        List.of(
                                Blob.cone(
                                        "",
                                        IRON,
                                        0,
                                        new Blob.Ball(v(0, 0, 0), 0.009),
                                        new Blob.Ball(v(0, -0.21, 0), 0.010)),
                                Blob.ellipsoid("", IRON, 0.01, v(0, -0.235, 0), v(0.03, 0.034, 0.03))),
                        0.008));
        List<Node> nodes = List.of(
                Node.of("footbridge", -1, NodeKind.GROUP, Transform.IDENTITY),
                Node.mesh("post_l", 0, at(v(54, 0, 0)), 0, WOOD),
                Node.mesh("post_r", 0, at(v(-54, 0, 0)), 0, WOOD),
                Node.mesh("beam", 0, at(v(0, 172, 0)), 1, WOOD),
                Node.of("yoke", 0, NodeKind.GROUP, at(v(0, 166, 0))),
                Node.mesh("bell", 4, at(v(0, -4, 0)), 2, BRONZE),
                Node.mesh("clapper", 5, at(v(0, -4, 0)), 3, IRON));
        List<Material> materials = List.of(
                new Material("bridge_wood", "lambert", new Vec3(0.55, 0.45, 0.34), 1, -1),
                new Material("bronze", "phong", new Vec3(0.62, 0.48, 0.24), 1, -1),
                new Material("iron", "phong", new Vec3(0.24, 0.25, 0.27), 1, -1));
        Stage stage = new Stage(AxisSystem.COMMON, 0.01, RATE, RATE.seconds(0), RATE.seconds(96), "Idle Heron demo");
        return new Scene(
                "footbridge_bell",
                stage,
                nodes,
                meshes,
                materials,
                List.of(),
                List.of(),
                List.of(),
                List.of(swing("ring", 4, 26, 12, 96), swing("tide_wind", 4, 3.5, 24, 96)),
                List.of());
    }

    private static Transform at(Vec3 p) {
        return Transform.of(p, Vec3.ZERO, Vec3.ONE);
    }

    /** The yoke swings to and fro; the clapper lags behind it. */
    private static Clip swing(String name, int yoke, double degrees, int step, int last) {
        int n = last / step + 1;
        double[] seconds = new double[n];
        double[] angle = new double[n];
        double[] lag = new double[n];
        for (int i = 0; i < n; i++) {
            seconds[i] = RATE.seconds(i * step);
            boolean end = i == 0 || i == n - 1;
            angle[i] = end ? 0 : (i % 2 == 0 ? -degrees : degrees);
            lag[i] = end ? 0 : -0.7 * angle[i];
        }
        return new Clip(
                name,
                0,
                RATE.seconds(last),
                RATE,
                List.of(turn(yoke, seconds, angle), turn(6, seconds, lag)),
                List.of());
    }

    private static Clip.NodeTrack turn(int node, double[] seconds, double[] values) {
        @Nullable Curve[] curves = new Curve[Channel.COUNT];
        curves[Channel.ROTATE_X.ordinal()] = Curve.smooth(seconds, values);
        return new Clip.NodeTrack(node, curves);
    }

    private static Mesh net(String name, List<Blob> blobs, double cell) {
        SurfaceNet s = SurfaceNet.of(blobs, v(-0.75, -0.32, -0.2), v(0.75, 1.78, 0.2), cell);
        float[] normals = new float[3 * s.quads().length];
        for (int c = 0; c < s.quads().length; c++) {
            System.arraycopy(s.normals(), 3 * s.quads()[c], normals, 3 * c, 3);
        }
        return quads(name, s.points(), s.quads(), normals);
    }

    private static Mesh quads(String name, double[] meters, int[] corners, float @Nullable [] normals) {
        double[] points = meters.clone();
        for (int i = 0; i < points.length; i++) {
            points[i] *= 100;
        }
        int[] starts = new int[corners.length / 4 + 1];
        for (int f = 0; f < starts.length; f++) {
            starts[f] = 4 * f;
        }
        return new Mesh(name, points, starts, corners, normals, List.of(), null, null, null, null, List.of());
    }

    /** Turns a profile of {radius, height} about the upright axis. */
    private static Mesh lathe(String name, double[][] profile) {
        int around = 40;
        int rows = profile.length;
        double[] points = new double[3 * around * rows];
        List<Integer> corners = new ArrayList<>();
        for (int r = 0; r < rows; r++) {
            for (int a = 0; a < around; a++) {
                double angle = 2 * Math.PI * a / around;
                double radius = Math.max(0.0005, profile[r][0]);
                int p = 3 * (r * around + a);
                points[p] = radius * Math.cos(angle);
                points[p + 1] = profile[r][1];
                points[p + 2] = radius * Math.sin(angle);
                if (r + 1 < rows) {
                    int next = (a + 1) % around;
                    corners.addAll(
                            List.of(r * around + a, r * around + next, (r + 1) * around + next, (r + 1) * around + a));
                }
            }
        }
        return quads(name, points, corners.stream().mapToInt(i -> i).toArray(), null);
    }
}
