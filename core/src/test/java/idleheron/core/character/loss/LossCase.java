package idleheron.core.character.loss;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.compare.Comparison;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.job.Progress;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Objects;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/** A rig that loses things. */
final class LossCase {
    private LossCase() {}

    /** An arm with quads, UV, normals, smoothing, tangents, four influences, three shapes, three clips and a picture. */
    static Scene sent() {
        Scene s = SmallCrossing.sent();
        Skin k = Objects.requireNonNull(s.meshes().getFirst().skin());
        int n = 12;
        double[] points = new double[3 * n];
        int[] starts = new int[n + 1];
        int[] slots = new int[4 * n];
        float[] weights = new float[4 * n];
        float[] uv = new float[2 * n];
        int at = 0;
        for (int i = 0; i < n; i++) {
            points[3 * i] = 0.1 * (i / 2);
            points[3 * i + 1] = 1 + 0.001 * i * i;
            points[3 * i + 2] = i % 2 == 0 ? 0.1 : -0.1;
            uv[2 * i] = i % 2;
            uv[2 * i + 1] = i / 12f;
            if (i < 4) {
                slots[at] = 0;
                weights[at++] = 1;
            } else {
                float[] w = {0.41f, 0.31f, 0.1723f, 0.1077f};
                for (int j = 0; j < 4; j++) {
                    slots[at] = j;
                    weights[at++] = w[(j + i) % 4];
                }
            }
            starts[i + 1] = at;
        }
        int[] corners = new int[4 * (n / 2 - 1)];
        int[] faces = new int[n / 2];
        float[] normals = new float[3 * corners.length];
        double[] tangents = new double[3 * corners.length];
        for (int q = 0; q + 1 < n / 2; q++) {
            int[] around = {2 * q, 2 * q + 1, 2 * q + 3, 2 * q + 2};
            System.arraycopy(around, 0, corners, 4 * q, 4);
            faces[q + 1] = 4 * (q + 1);
        }
        for (int c = 0; c < corners.length; c++) {
            normals[3 * c + 1] = 1;
            tangents[3 * c] = 1;
        }
        Mesh mesh = new Mesh(
                "arm",
                points,
                faces,
                corners,
                normals,
                List.of(new UvSet("map", uv, corners), new UvSet("light", uv, corners)),
                new int[] {0, 1, 0, 1, 0},
                new int[] {1, 1, 2, 2, 2},
                null,
                k.withWeights(starts, java.util.Arrays.copyOf(slots, at), java.util.Arrays.copyOf(weights, at)),
                List.of(shape("fist", 1, 2), shape("bend", 3, 4), shape("swell", 5, 6)),
                List.of(new MeshLayer(MeshLayer.Kind.TANGENT, "", MeshLayer.Domain.CORNER, 3, tangents, null, null)));
        return s.withMeshes(List.of(mesh))
                .withClips(List.of(clip("wave", 24), clip("nod", 36), clip("rest", 12)))
                .withStage(s.stage().withRange(0, 2))
                .withTextures(List.of(new Texture("t", "a.png", "a.png", true)));
    }

    static BlendShape shape(String name, int a, int b) {
        float[] d = {0.01f * a, 0, 0.02f, 0, 0.01f * b, 0};
        BlendShape.Target half =
                new BlendShape.Target(0.5, new int[] {a, b}, new float[] {0, 0.01f, 0, 0, 0, 0.01f}, null);
        return new BlendShape(name, 0, List.of(half, new BlendShape.Target(1, new int[] {a, b}, d, null)));
    }

    static Clip clip(String name, int frames) {
        double[] t = new double[frames + 1];
        double[] v = new double[t.length];
        for (int i = 0; i < t.length; i++) {
            t[i] = i / 24.0;
            v[i] = 40 * Math.sin(i * 0.3) + i;
        }
        v[0] = 20;
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[Channel.ROTATE_Z.ordinal()] = Curve.linear(t, v);
        return new Clip(name, 0, frames / 24.0, FrameRate.FILM, List.of(new Clip.NodeTrack(1, c)), List.of());
    }

    static final Scene SENT = sent();

    static Comparison compare(Scene returned) {
        return Comparison.of(SENT, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    static Scene mesh(UnaryOperator<Mesh> change) {
        return SENT.withMeshes(List.of(change.apply(SENT.meshes().getFirst())));
    }

    static List<String> told(Scene returned) {
        return compare(returned).losses().stream().map(Loss::code).toList();
    }

    static Loss only(Scene returned) {
        Comparison c = compare(returned);
        assertThat(c.losses()).hasSize(1);
        assertThat(c.verdict().isFault()).isTrue();
        return c.losses().getFirst();
    }

    static Mesh with(Mesh m, int[] faceStarts, int[] corners, float @Nullable [] normals, List<UvSet> uvs) {
        return new Mesh(
                m.name(), m.points(), faceStarts, corners, normals, uvs, null, null, null, m.skin(), m.shapes());
    }
}
