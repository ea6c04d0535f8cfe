package idleheron.core.garment;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.crossing.Dressing;
import idleheron.core.finding.Finding;
import idleheron.core.garment.check.ClothRules;
import idleheron.core.garment.check.FitRules;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.freedom.Stroke;
import idleheron.core.garment.tryon.ClothSettings;
import idleheron.core.garment.tryon.TryOn;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.garment.CarryShapes;
import idleheron.core.remedy.garment.CoarsenTrims;
import idleheron.core.remedy.garment.FitColliders;
import idleheron.core.remedy.garment.FitGarments;
import idleheron.core.remedy.garment.FlipFaces;
import idleheron.core.remedy.garment.PaintFreedom;
import idleheron.core.remedy.garment.PartTrims;
import idleheron.core.remedy.garment.SayDrape;
import idleheron.core.remedy.garment.SetFreedom;
import idleheron.core.remedy.garment.SoftenFreedom;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.remedy.garment.UvToFirstTile;
import idleheron.core.remedy.garment.WeldPoints;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Garments as strange as can be, by seed: nothing of them may end in anything but findings, a refusal that says why, or numbers. */
class RandomGarmentsTest {
    /** As many as a build has time for; {@code -Dgarments=1000} asks for more. */
    private static final int SEEDS = Integer.getInteger("garments", 60);

    private static final List<Remedy> REMEDIES = List.of(
            WeldPoints.USUAL,
            new PartTrims(true),
            new PartTrims(false),
            new UvToFirstTile(),
            new FlipFaces(""),
            SetFreedom.usual(20),
            new SetFreedom(10, List.of("gap/1/5", "borders/3", "below/160/40")),
            SoftenFreedom.USUAL,
            new PaintFreedom(
                    "cloth",
                    List.of(new Stroke(
                            new Stroke.Tip(Stroke.How.SET, 1, 12, 0.8, true),
                            List.of(new Vec3(0.2, 1, 0), new Vec3(0, 0.8, 0.2))))),
            new CoarsenTrims(5),
            new CarryShapes(),
            SayDrape.USUAL,
            new FitColliders(),
            TakeWeights.USUAL,
            FitGarments.USUAL);

    /** A post of two joints that bends. */
    private static Scene body() {
        List<Node> nodes = new ArrayList<>();
        nodes.add(Node.of("low", -1, NodeKind.JOINT, Transform.IDENTITY));
        nodes.add(Node.of("high", 0, NodeKind.JOINT, Transform.of(new Vec3(0, 0.9, 0), Vec3.ZERO, Vec3.ONE)));
        nodes.add(Node.mesh("post", -1, Transform.IDENTITY, 0));
        TriangleMesh m = tube(0.15, 0, 1.8, 12, 20, true);
        int n = m.pointCount();
        int[] starts = new int[n + 1];
        int[] slots = new int[n];
        float[] weights = new float[n];
        for (int i = 0; i < n; i++) {
            starts[i + 1] = i + 1;
            slots[i] = m.points()[3 * i + 1] > 0.9 ? 1 : 0;
            weights[i] = 1;
        }
        Matrix4dc[] toJoint = {new Matrix4d(), new Matrix4d().translation(0, -0.9, 0)};
        Skin skin = new Skin("skin", new int[] {0, 1}, toJoint, starts, slots, weights);
        @Nullable Curve[] curves = new Curve[Channel.COUNT];
        curves[5] = Curve.linear(new double[] {0, 0.5}, new double[] {0, 40});
        Clip bow = new Clip("bow", 0, 0.25, FrameRate.FILM, List.of(new Clip.NodeTrack(1, curves)), List.of());
        return Scene.bare("post", Stage.COMMON)
                .withNodes(nodes)
                .withMeshes(List.of(Mannequin.mesh("post", m, skin)))
                .withClips(List.of(bow));
    }

    private static TriangleMesh tube(double radius, double low, double high, int around, int rows, boolean capped) {
        double[] p = new double[3 * (around * rows + (capped ? 2 : 0))];
        List<int[]> t = new ArrayList<>();
        for (int r = 0; r < rows; r++) {
            for (int a = 0; a < around; a++) {
                int i = 3 * (r * around + a);
                p[i] = radius * Math.sin(2 * Math.PI * a / around);
                p[i + 1] = low + (high - low) * r / (rows - 1);
                p[i + 2] = radius * Math.cos(2 * Math.PI * a / around);
                if (r + 1 < rows) {
                    int b = (a + 1) % around;
                    t.add(new int[] {r * around + a, r * around + b, (r + 1) * around + b});
                    t.add(new int[] {r * around + a, (r + 1) * around + b, (r + 1) * around + a});
                }
            }
        }
        if (capped) {
            int end = around * rows;
            p[3 * end + 1] = low;
            p[3 * end + 4] = high;
            for (int a = 0; a < around; a++) {
                t.add(new int[] {end, (a + 1) % around, a});
                t.add(new int[] {end + 1, (rows - 1) * around + a, (rows - 1) * around + (a + 1) % around});
            }
        }
        return new TriangleMesh(p, t.stream().flatMapToInt(Arrays::stream).toArray());
    }

    private static Mesh garment(Random r) {
        TriangleMesh m = r.nextInt(20) == 0
                ? new TriangleMesh(new double[] {0.2, 1, 0, 0.2, 1.1, 0, 0.2, 1, 0.1}, new int[] {0, 1, 2})
                : tube(
                        0.1 + 0.3 * r.nextDouble(),
                        0.2,
                        0.4 + 1.2 * r.nextDouble(),
                        3 + r.nextInt(20),
                        2 + r.nextInt(20),
                        r.nextInt(4) == 0);
        double[] p = m.points().clone();
        int[] t = m.triangles().clone();
        int n = p.length / 3;
        for (int k = r.nextInt(4); k > 0; k--) {
            switch (r.nextInt(11)) {
                case 0 -> t = Arrays.copyOf(t, 3 * Math.max(1, t.length / 3 - r.nextInt(t.length / 3 + 1)));
                case 1 -> p[3 * r.nextInt(n) + r.nextInt(3)] = r.nextBoolean() ? Double.NaN : Double.POSITIVE_INFINITY;
                case 2 -> {
                    for (int i = 0; i < t.length; i += 3) {
                        int a = t[i];
                        t[i] = t[i + 1];
                        t[i + 1] = r.nextInt(3) == 0 ? t[i + 1] : a;
                    }
                }
                case 3 -> {
                    double s = Math.pow(10, r.nextInt(13) - 6);
                    for (int i = 0; i < p.length; i++) {
                        p[i] *= s;
                    }
                }
                case 4 -> Arrays.fill(p, 3 * (n / 2), p.length, 0.3);
                case 5 -> {
                    for (int i = 0; i < t.length; i++) {
                        t[i] = r.nextInt(n);
                    }
                }
                case 6 -> {
                    for (int i = 0; i < p.length; i++) {
                        p[i] += 0.05 * r.nextGaussian();
                    }
                }
                case 7 -> p[3 * r.nextInt(n)] += 1e9;
                case 8 -> t[r.nextInt(t.length)] = t[0];
                case 9 -> {
                    for (int i = 0; i < p.length; i += 3) {
                        p[i + 1] = 1;
                    }
                }
                default -> {
                    for (int i = 0; i < p.length; i += 3) {
                        p[i] += 5;
                    }
                }
            }
        }
        Mesh out = Mannequin.mesh("cloth", new TriangleMesh(p, t), null);
        if (r.nextInt(3) == 0) {
            double[] v = new double[n];
            Arrays.setAll(v, i -> r.nextInt(10) == 0 ? Double.NaN : 2 * r.nextDouble() - 0.5);
            out = new FreedomMap(v).on(out);
        }
        if (r.nextInt(3) == 0) {
            float[] uv = new float[2 * n];
            for (int i = 0; i < uv.length; i++) {
                uv[i] = r.nextInt(40) == 0 ? Float.NaN : 8 * r.nextFloat() - 4;
            }
            out = out.withUvSets(List.of(new UvSet("map", uv, t.clone())));
        }
        return out;
    }

    @Test
    void nothingOfThemEndsInAnythingButFindingsAndNumbers() {
        Scene body = body();
        int tried = 0;
        for (int seed = 0; seed < SEEDS; seed++) {
            Random r = new Random(seed);
            Mesh m = garment(r);
            Scene cloth = Scene.bare("cloth", Stage.COMMON)
                    .withNodes(List.of(Node.mesh("cloth", -1, Transform.IDENTITY, 0)))
                    .withMeshes(List.of(m));
            Scene s = Dressing.of(body, cloth).scene();
            boolean finite = Arrays.stream(m.points()).allMatch(Double::isFinite);
            look(s, seed);
            for (int k = 0; k < 4; k++) {
                Remedy by = REMEDIES.get(r.nextInt(REMEDIES.size()));
                s = by.apply(s);
                for (Mesh now : s.meshes()) {
                    assertThat(!finite || Arrays.stream(now.points()).allMatch(Double::isFinite))
                            .as("seed " + seed + " after " + by.code())
                            .isTrue();
                }
            }
            look(s, seed);
            tried += tryOn(TakeWeights.USUAL.apply(s), seed);
        }
        assertThat(tried).as("some could be tried on").isGreaterThan(SEEDS / 12);
    }

    private static void look(Scene s, int seed) {
        List<Finding> found = new ArrayList<>(Inspection.of(s, null));
        found.addAll(ClothRules.of(s, Progress.NONE));
        found.addAll(FitRules.of(s, Progress.NONE));
        for (Finding f : found) {
            assertThat(f.title() + f.message())
                    .as("seed " + seed + ", " + f.code())
                    .doesNotContain("NaN")
                    .doesNotContain("Infinity");
        }
    }

    private static int tryOn(Scene s, int seed) {
        Worn worn = Worn.in(s);
        int g = worn == null || worn.garments().isEmpty() ? -1 : worn.garments().getFirst();
        if (worn == null || g < 0) {
            return 0;
        }
        TryOn t;
        try {
            t = new TryOn(
                    s,
                    g,
                    worn.body(),
                    s.clips().getFirst(),
                    ClothSettings.USUAL.withSubSteps(2),
                    TryOn.Against.SURFACE);
        } catch (IllegalArgumentException e) {
            assertThat(e).as("seed " + seed).hasMessageContaining("cloth");
            return 0;
        }
        t.first();
        for (int f = 1; f < 4; f++) {
            t.step(f / 24.0);
        }
        assertThat(t.isFinite()).as("seed " + seed).isTrue();
        return 1;
    }
}
