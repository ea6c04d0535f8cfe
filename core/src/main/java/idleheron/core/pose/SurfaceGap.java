package idleheron.core.pose;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * How far the surfaces of two scenes with the same meshes lie apart, over the frames of a clip. Plain skins over points that do
 * not change run in double precision, two frames at a time, on all cores; others are deformed frame by frame. Belongs to one
 * thread.
 */
public final class SurfaceGap {
    /** Frames whose matrices are made before the points are gone through. */
    private static final int BLOCK = 16;

    private static final int SMALLEST = 2_000;

    private final Pose a;
    private final Pose b;
    private final Matrix4dc afterA;
    private final Matrix4dc afterB;
    private final int[] nodesA;
    private final int[] nodesB;

    /**
     * Mesh nodes are taken in their order; the longer side's rest is left out.
     *
     * @param afterA applied to the first scene's world positions, such as {@link CanonicalSpace#pointMatrix()}
     */
    public SurfaceGap(Scene a, Scene b, Matrix4dc afterA, Matrix4dc afterB) {
        this.a = new Pose(a);
        this.b = new Pose(b);
        this.afterA = afterA;
        this.afterB = afterB;
        int[] all = meshNodes(a);
        int[] other = meshNodes(b);
        int n = Math.min(all.length, other.length);
        this.nodesA = java.util.Arrays.copyOf(all, n);
        this.nodesB = java.util.Arrays.copyOf(other, n);
    }

    private static int[] meshNodes(Scene s) {
        return java.util.stream.IntStream.range(0, s.nodes().size())
                .filter(i -> s.nodes().get(i).kind() == NodeKind.MESH)
                .toArray();
    }

    /**
     * What was found, per sample.
     *
     * @param worst largest distance of a point, in the common unit; NaN where a point has none
     * @param mean largest mean distance of a mesh
     * @param node node of the first scene where it is worst, or -1 where no surface moves apart
     */
    public record Gap(double[] worst, double[] mean, int[] node) {
        private static Gap of(int samples) {
            int[] node = new int[samples];
            java.util.Arrays.fill(node, -1);
            return new Gap(new double[samples], new double[samples], node);
        }

        /** In another unit. */
        public Gap times(double factor) {
            return new Gap(scaled(worst, factor), scaled(mean, factor), node);
        }

        private static double[] scaled(double[] values, double factor) {
            return java.util.Arrays.stream(values).map(v -> v * factor).toArray();
        }

        private void take(int sample, int where, double far, double average) {
            mean[sample] = Math.max(mean[sample], average);
            if (far > worst[sample] || Double.isNaN(far)) {
                worst[sample] = far;
                node[sample] = where;
            }
        }
    }

    /** The two scenes at rest: one sample. */
    public Gap rest() {
        return over(null, null, new double[] {0}, Progress.NONE);
    }

    /**
     * The two scenes at the same moments of a clip each.
     *
     * @param seconds moments, on both sides
     */
    public Gap over(@Nullable Clip clipA, @Nullable Clip clipB, double[] seconds, Progress progress) {
        Gap out = Gap.of(seconds.length);
        for (int i = 0; i < nodesA.length; i++) {
            Progress part = progress.part((double) i / nodesA.length, (i + 1.0) / nodesA.length);
            if (steady(a.scene(), nodesA[i], clipA) && steady(b.scene(), nodesB[i], clipB)) {
                run(i, clipA, clipB, seconds, out, part);
            } else {
                walk(i, clipA, clipB, seconds, out, part);
            }
        }
        return out;
    }

    /** Whether a mesh is plainly skinned, or not at all, and its shapes stand still. */
    private static boolean steady(Scene s, int node, @Nullable Clip clip) {
        int mesh = s.nodes().get(node).payload();
        Mesh m = s.meshes().get(mesh);
        boolean plain = m.skin() == null || m.skin().style().isPlain();
        boolean still = m.shapes().isEmpty()
                || clip == null
                || !clip.isLayered()
                        && clip.shapes().stream()
                                .noneMatch(t -> t.mesh() == mesh && !t.weight().isConstant());
        return plain && still;
    }

    private GapKernel kernel(Pose pose, int node) {
        Node n = pose.scene().nodes().get(node);
        Surface s = new Surface(pose, node);
        Matrix4dc geometric = n.geometric() == null ? new Matrix4d() : n.geometric();
        return new GapKernel(node, s.shaped(pose), s.mesh().skin(), geometric);
    }

    private void run(int i, @Nullable Clip clipA, @Nullable Clip clipB, double[] seconds, Gap out, Progress progress) {
        a.at(clipA, seconds[0]);
        b.at(clipB, seconds[0]);
        GapKernel ka = kernel(a, nodesA[i]);
        GapKernel kb = kernel(b, nodesB[i]);
        int points = Math.min(ka.points.length, kb.points.length) / 3;
        int pieces = Math.max(1, points / SMALLEST);
        for (int from = 0; from < seconds.length; from += BLOCK) {
            progress.at(
                    (double) from / seconds.length,
                    clipA == null
                            ? say("core.pose.SurfaceGap.at-rest")
                            : say("core.pose.SurfaceGap.weighing-the-skin-on", clipA.name()));
            int frames = Math.min(BLOCK, seconds.length - from);
            int pairs = (frames + 1) / 2;
            List<double[]> ma = new ArrayList<>();
            List<double[]> mb = new ArrayList<>();
            for (int f = 0; f < 2 * pairs; f++) {
                if (f % 2 == 0) {
                    ma.add(new double[ka.matrixNumbers()]);
                    mb.add(new double[kb.matrixNumbers()]);
                }
                double t = seconds[from + Math.min(f, frames - 1)];
                ka.store(a.at(clipA, t), afterA, ma.getLast(), f % 2);
                kb.store(b.at(clipB, t), afterB, mb.getLast(), f % 2);
            }
            double[] found = new double[4 * pairs * pieces];
            Cores.each(pieces, piece -> {
                double[] one = new double[4];
                int low = (int) ((long) points * piece / pieces);
                int high = (int) ((long) points * (piece + 1) / pieces);
                for (int k = 0; k < pairs; k++) {
                    ka.pair(kb, ma.get(k), mb.get(k), low, high, one);
                    System.arraycopy(one, 0, found, 4 * (pairs * piece + k), 4);
                }
            });
            gather(found, new Block(from, frames, points, pieces), nodesA[i], out);
        }
    }

    /** Frames that were weighed together, two to a pair, their points in pieces. */
    private record Block(int from, int frames, int points, int pieces) {}

    /** Puts together what each piece found of each frame. */
    private static void gather(double[] found, Block b, int node, Gap out) {
        int pairs = (b.frames + 1) / 2;
        for (int f = 0; f < b.frames; f++) {
            double square = 0;
            double sum = 0;
            for (int piece = 0; piece < b.pieces; piece++) {
                int o = 4 * (pairs * piece + f / 2) + 2 * (f % 2);
                square = Math.max(square, found[o]);
                sum += found[o + 1];
            }
            // a sum keeps what is no number, a largest one does not
            out.take(b.from + f, node, Double.isNaN(sum) ? sum : Math.sqrt(square), sum / Math.max(1, b.points));
        }
    }

    private void walk(int i, @Nullable Clip clipA, @Nullable Clip clipB, double[] seconds, Gap out, Progress progress) {
        Surface sa = new Surface(a, nodesA[i]);
        Surface sb = new Surface(b, nodesB[i]);
        for (int t = 0; t < seconds.length; t++) {
            progress.at(
                    (double) t / seconds.length,
                    clipA == null
                            ? say("core.pose.SurfaceGap.at-rest")
                            : say("core.pose.SurfaceGap.weighing-the-skin-on", clipA.name()));
            float[] pa = sa.deform(a.at(clipA, seconds[t]), afterA);
            float[] pb = sb.deform(b.at(clipB, seconds[t]), afterB);
            int n = Math.min(pa.length, pb.length);
            double square = 0;
            double sum = 0;
            for (int k = 0; k < n; k += 3) {
                double x = pa[k] - pb[k];
                double y = pa[k + 1] - pb[k + 1];
                double z = pa[k + 2] - pb[k + 2];
                double d = x * x + y * y + z * z;
                square = Math.max(square, d);
                sum += Math.sqrt(d);
            }
            out.take(t, nodesA[i], Math.sqrt(square), sum / Math.max(1, n / 3));
        }
    }
}
