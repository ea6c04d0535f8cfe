package idleheron.rehearsal.demo;

import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** What the postwoman wears in the rain, as it was sewn and as it came from elsewhere. */
public final class LowTideGarments {
    private static final double UNIT = 100;
    private static final double HELD = 0.22;
    private static final int FINE = 8192;
    private static final int COARSE = 256;

    /** How far the hem may swing, metres. */
    private static final double SWING = 0.25;

    private LowTideGarments() {}

    /** Her cape and her shirt, right, in centimetres. */
    public static Scene scene() {
        CapeCut cape = CapeCut.cut();
        Scene s = scene(List.of(mesh("cape", cape, false), shirt()), 1 / UNIT, UNIT, 1);
        return dressed(s, cape, false);
    }

    /**
     * Her cape as it came back: made for a shorter body with lower arms, in metres that are called centimetres, its inner shell gone, its
     * map hard-edged, nothing said of its cloth.
     */
    public static Scene fromElsewhere() {
        CapeCut cape = CapeCut.cut();
        Scene s = scene(List.of(mesh("cape", cape, true)), 1 / UNIT, 1, 0.93);
        return dressed(s, cape, true);
    }

    private static Scene scene(List<Mesh> meshes, double metres, double unit, double tall) {
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("garments", -1, NodeKind.GROUP, Transform.IDENTITY));
        List<Mesh> out = new ArrayList<>();
        for (Mesh m : meshes) {
            nodes.add(Node.mesh(m.name(), 0, Transform.IDENTITY, out.size(), out.size()));
            double[] p = m.points().clone();
            for (int i = 0; i < p.length; i += 3) {
                // lower arms: what lies far out at the side hangs lower and farther in
                double off = tall == 1 ? 0 : Math.max(0, Math.abs(p[i]) - 0.16);
                p[i] *= 1 - 0.25 * (off > 0 ? off / Math.abs(p[i]) : 0);
                p[i + 1] = p[i + 1] * tall - 0.3 * off;
            }
            for (int i = 0; i < p.length; i++) {
                p[i] = Math.rint(p[i] * 102_400) / 102_400 * unit;
            }
            out.add(m.withPoints(p));
        }
        Stage stage = new Stage(AxisSystem.COMMON, metres, idleheron.core.time.FrameRate.FILM, 0, 0, "Idle Heron demo");
        return Scene.bare("cape", stage)
                .withNodes(nodes)
                .withMeshes(out)
                .withMaterials(List.of(
                        new Material("oilskin_cape", "phong", new Vec3(0.30, 0.42, 0.40), 1, -1),
                        new Material("linen", "lambert", new Vec3(0.80, 0.76, 0.68), 1, -1)));
    }

    /** With maps of freedom and, where it is right, what is said of the cloth. */
    private static Scene dressed(Scene s, CapeCut cut, boolean elsewhere) {
        List<Mesh> meshes = new ArrayList<>(s.meshes());
        double[] v = new double[meshes.getFirst().pointCount()];
        int shell = CapeCut.COLUMNS * CapeCut.ROWS;
        for (int i = 0; i < v.length; i++) {
            double fall = cut.fall()[elsewhere ? i + shell : i];
            double t = Math.clamp((fall - HELD) / (1 - HELD), 0, 1);
            v[i] = elsewhere ? fall > 0.5 ? 1 : 0 : step((float) (t * t * (3 - 2 * t)), COARSE);
        }
        meshes.set(0, new FreedomMap(v).on(meshes.getFirst()));
        if (elsewhere) {
            return s.withMeshes(meshes);
        }
        List<Node> nodes = new ArrayList<>(s.nodes());
        Drape d = Drape.of(nodes.get(1));
        for (Drape.Setting x : Drape.Setting.values()) {
            d = d.with(x, x.usual());
        }
        nodes.set(
                1,
                d.with(Drape.Setting.DENSITY, 0.45)
                        .with(Drape.Setting.THICKNESS, 0.004)
                        .with(Drape.Setting.FREEDOM, SWING)
                        .on(nodes.get(1)));
        return s.withNodes(nodes).withMeshes(meshes);
    }

    /** @param outer only its outer shell and its buckles */
    private static Mesh mesh(String name, CapeCut cut, boolean outer) {
        int shell = CapeCut.COLUMNS * CapeCut.ROWS;
        int[] quads = cut.quads();
        int[] keep = java.util.stream.IntStream.range(0, quads.length / 4)
                .filter(f -> !outer || Arrays.stream(quads, 4 * f, 4 * f + 4).allMatch(p -> p >= shell))
                .toArray();
        int[] corners = new int[4 * keep.length];
        float[] flat = new float[8 * keep.length];
        for (int i = 0; i < keep.length; i++) {
            for (int k = 0; k < 4; k++) {
                corners[4 * i + k] = quads[4 * keep[i] + k] - (outer ? shell : 0);
            }
            for (int k = 0; k < 8; k++) {
                flat[8 * i + k] = step(cut.flat()[8 * keep[i] + k], FINE);
            }
        }
        double[] points = outer ? Arrays.copyOfRange(cut.points(), 3 * shell, cut.points().length) : cut.points();
        int[] at = new int[corners.length];
        Arrays.setAll(at, i -> i);
        List<UvSet> uvs = outer
                ? List.of(new UvSet("map1", square(flat), at))
                : List.of(new UvSet("map1", square(flat), at), new UvSet("panels", flat, at));
        return new Mesh(
                name, points, fours(keep.length), corners, null, uvs, null, null, null, null, List.of(), List.of());
    }

    /** To the nearest so-manieth, so that numbers are short and files small. */
    private static float step(float v, int parts) {
        return (float) (Math.rint((double) v * parts) / parts);
    }

    /** Into the unit square, as one picture. */
    private static float[] square(float[] flat) {
        float[] box = {Float.POSITIVE_INFINITY, Float.POSITIVE_INFINITY, 0, 0};
        for (int i = 0; i < flat.length; i++) {
            box[i % 2] = Math.min(box[i % 2], flat[i]);
        }
        for (int i = 0; i < flat.length; i++) {
            box[2 + i % 2] = Math.max(box[2 + i % 2], flat[i] - box[i % 2]);
        }
        float[] out = new float[flat.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = step(0.01f + 0.98f * (flat[i] - box[i % 2]) / box[2 + i % 2], FINE);
        }
        return out;
    }

    private static int[] fours(int faces) {
        int[] out = new int[faces + 1];
        Arrays.setAll(out, i -> 4 * i);
        return out;
    }

    /** A sleeveless shirt: a level of what it lies on, cut at the neck, the arms and the waist. */
    private static Mesh shirt() {
        List<PostwomanBody.Part> parts = PostwomanBody.parts();
        List<PostwomanBody.Part> under = List.of(parts.getFirst(), parts.getLast());
        Blob level = new Blob("chest", 0, 0, p -> {
            double d = Double.POSITIVE_INFINITY;
            for (PostwomanBody.Part part : under) {
                d = Math.min(d, SurfaceNet.field(part.blobs(), p));
            }
            return d - 0.009;
        });
        SurfaceNet net =
                SurfaceNet.of(List.of(level), new Vec3(-0.36, 1.60, -0.26), new Vec3(0.36, 2.16, 0.26), 0.0163);
        int faces = net.quads().length / 4;
        int[] keep = java.util.stream.IntStream.range(0, faces)
                .filter(f -> {
                    boolean all = true;
                    for (int k = 0; k < 4; k++) {
                        all &= inside(net.points(), net.quads()[4 * f + k]);
                    }
                    return all;
                })
                .toArray();
        int[] to = new int[net.points().length / 3];
        Arrays.fill(to, -1);
        List<double[]> points = new ArrayList<>();
        int[] corners = new int[4 * keep.length];
        for (int i = 0; i < corners.length; i++) {
            int p = net.quads()[4 * keep[i / 4] + i % 4];
            if (to[p] < 0) {
                to[p] = points.size();
                points.add(Arrays.copyOfRange(net.points(), 3 * p, 3 * p + 3));
            }
            corners[i] = to[p];
        }
        double[] all = points.stream().flatMapToDouble(Arrays::stream).toArray();
        return Mesh.bare("shirt", all, fours(keep.length), corners);
    }

    private static boolean inside(double[] p, int i) {
        double x = Math.abs(p[3 * i]);
        double y = p[3 * i + 1];
        double arm = 0.64 * (x - 0.20) - 0.77 * (y - 2.02);
        return y > 1.665 && y < 2.075 && arm < 0.02;
    }
}
