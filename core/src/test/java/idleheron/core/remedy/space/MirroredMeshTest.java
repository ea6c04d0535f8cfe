package idleheron.core.remedy.space;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.AxisSystem;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.EdgeSmoothing;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

/** What a change of handedness does to faces: they turn round, and all that hangs on their corners turns with them. */
class MirroredMeshTest {
    private static final float[] UP = {0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1};

    /** A quad and a triangle on it, in the plane of X and Y, facing +Z. */
    private static Scene scene() {
        double[] points = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 0.5, 2, 0};
        int[] corners = {0, 1, 2, 3, 3, 2, 4};
        float[] uv = {0, 0, 1, 0, 1, 1, 0, 1, .5f, 2};
        EdgeSmoothing edges = new EdgeSmoothing(new int[] {0, 1, 2, 3, 5, 6}, new int[] {1, 1, 0, 1, 1, 1});
        Mesh m = new Mesh(
                "m",
                points,
                new int[] {0, 4, 7},
                corners,
                UP,
                List.of(new UvSet("map", uv, corners.clone())),
                null,
                null,
                edges,
                null,
                List.of());
        return new Scene(
                "s",
                Stage.COMMON,
                List.of(Node.mesh("m", -1, Transform.IDENTITY, 0)),
                List.of(m),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    private static Vector3d point(Mesh m, int corner) {
        int p = 3 * m.corners()[corner];
        return new Vector3d(m.points()[p], m.points()[p + 1], m.points()[p + 2]);
    }

    private static Vector3d faceNormal(Mesh m, int face) {
        int s = m.faceStarts()[face];
        Vector3d a = point(m, s);
        return point(m, s + 1).sub(a).cross(point(m, s + 2).sub(a)).normalize();
    }

    @Test
    void facesStillShowTheSideThatTheirNormalsPointTo() {
        for (AxisSystem to : List.of(AxisSystem.Z_UP, AxisSystem.Z_UP_LEFT, AxisSystem.COMMON.mirrored())) {
            Mesh m = new ConvertStage(to, 1).apply(scene()).meshes().getFirst();
            float[] n = java.util.Objects.requireNonNull(m.normals());
            for (int f = 0; f < 2; f++) {
                int c = 3 * m.faceStarts()[f];
                assertThat(faceNormal(m, f).distance(n[c], n[c + 1], n[c + 2]))
                        .as(to.describe())
                        .isLessThan(1e-6);
            }
        }
    }

    @Test
    void textureCoordinatesStayWithTheirPoints() {
        Mesh m = new ConvertStage(AxisSystem.Z_UP_LEFT, 1)
                .apply(scene())
                .meshes()
                .getFirst();
        assertThat(m.uvSets().getFirst().indices()).isEqualTo(m.corners());
        assertThat(m.corners()).containsExactly(0, 3, 2, 1, 3, 4, 2);
    }

    /** The two points of each edge with its smoothing. */
    private static Set<String> edges(Mesh m) {
        Set<String> out = new TreeSet<>();
        EdgeSmoothing e = java.util.Objects.requireNonNull(m.edgeSmoothing());
        for (int i = 0; i < e.corners().length; i++) {
            int c = e.corners()[i];
            int face = c < m.faceStarts()[1] ? 0 : 1;
            int s = m.faceStarts()[face];
            int n = m.faceStarts()[face + 1] - s;
            int a = m.corners()[c];
            int b = m.corners()[s + (c - s + 1) % n];
            out.add(Math.min(a, b) + "-" + Math.max(a, b) + " " + e.smooth()[i]);
        }
        return out;
    }

    @Test
    void theHardEdgeLiesBetweenTheSameTwoPoints() {
        Mesh before = scene().meshes().getFirst();
        Mesh after = new ConvertStage(AxisSystem.Z_UP_LEFT, 1)
                .apply(scene())
                .meshes()
                .getFirst();
        assertThat(edges(before)).contains("2-3 0");
        assertThat(edges(after)).isEqualTo(edges(before));
    }

    @Test
    void twiceIsAsBefore() {
        Scene there = new ConvertStage(AxisSystem.Z_UP_LEFT, 0.01).apply(scene());
        Mesh back = new ConvertStage(AxisSystem.COMMON, 1).apply(there).meshes().getFirst();
        assertThat(back.corners()).isEqualTo(scene().meshes().getFirst().corners());
        List<Double> off = new ArrayList<>();
        for (int i = 0; i < back.points().length; i++) {
            off.add(Math.abs(back.points()[i] - scene().meshes().getFirst().points()[i]));
        }
        assertThat(off).allMatch(d -> d < 1e-12);
    }
}
