package idleheron.core.character.loss;

import static idleheron.core.character.loss.LossCase.SENT;
import static idleheron.core.character.loss.LossCase.compare;
import static idleheron.core.character.loss.LossCase.mesh;
import static idleheron.core.character.loss.LossCase.only;
import static idleheron.core.character.loss.LossCase.told;
import static idleheron.core.character.loss.LossCase.with;
import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** What is told of surfaces, shapes and materials that came back otherwise. */
class SurfaceLossesTest {
    @Test
    void shapesThatWereDroppedRenamedMovedOrThinnedAreToldApart() {
        List<BlendShape> all = SENT.meshes().getFirst().shapes();
        assertThat(only(mesh(m -> m.withShapes(all.subList(0, 2)))).text()).contains("did not arrive: swell");
        BlendShape other = new BlendShape("grow", 0, all.get(2).targets());
        Loss renamed = only(mesh(m -> m.withShapes(List.of(all.get(0), all.get(1), other))));
        assertThat(renamed.code()).isEqualTo("shapes-renamed");
        assertThat(renamed.text()).contains("swell to grow");
        assertThat(only(mesh(m -> m.withShapes(List.of(all.get(2), all.get(0), all.get(1)))))
                        .code())
                .isEqualTo("shapes-reordered");
        BlendShape thin =
                new BlendShape("fist", 0, List.of(all.getFirst().targets().getLast()));
        assertThat(only(mesh(m -> m.withShapes(List.of(thin, all.get(1), all.get(2)))))
                        .code())
                .isEqualTo("in-betweens-lost");
    }

    @Test
    void quadsThatBecameTrianglesAreTold() {
        assertThat(told(mesh(m -> {
                    int[] t = m.triangles();
                    int[] starts = new int[t.length / 3 + 1];
                    for (int i = 0; i < starts.length; i++) {
                        starts[i] = 3 * i;
                    }
                    return with(m, starts, t, null, List.of());
                })))
                .startsWith("faces-triangulated")
                .contains("normals-lost", "uv-sets-dropped", "smoothing-lost", "tangents-lost");
    }

    @Test
    void facesTurnedRoundNormalsMadeAnewAndLostLayersAreToldApart() {
        Loss turned = only(mesh(m -> {
            int[] from = new int[m.corners().length];
            for (int c = 0; c < from.length; c++) {
                from[c] = c / 4 * 4 + (4 - c % 4) % 4;
            }
            return m.reordered(from, null);
        }));
        assertThat(turned.code()).isEqualTo("winding-flipped");
        assertThat(turned.figure().value()).isEqualTo(5);
        Loss anew = only(mesh(m -> {
            float[] n = Objects.requireNonNull(m.normals()).clone();
            n[1] = 0.8f;
            n[2] = 0.6f;
            return m.withNormals(n);
        }));
        assertThat(anew.code()).isEqualTo("normals-recomputed");
        assertThat(anew.figure().value()).isCloseTo(36.87, org.assertj.core.api.Assertions.within(0.01));
        assertThat(only(mesh(m -> m.withSmoothing(null, null))).code()).isEqualTo("smoothing-lost");
        assertThat(only(mesh(m -> m.withLayers(List.of()))).code()).isEqualTo("tangents-lost");
        assertThat(only(mesh(m -> m.withNormals(null))).code()).isEqualTo("normals-lost");
    }

    @Test
    void uvSetsThatStandOnTheirHeadAreNotJustOtherOnes() {
        Loss l = only(mesh(m -> {
            UvSet u = m.uvSets().getFirst();
            float[] f = u.uv().clone();
            for (int i = 1; i < f.length; i += 2) {
                f[i] = 1 - f[i];
            }
            return new Mesh(
                    m.name(),
                    m.points(),
                    m.faceStarts(),
                    m.corners(),
                    m.normals(),
                    List.of(new UvSet("map", f, u.indices()), m.uvSets().get(1)),
                    m.faceMaterials(),
                    m.smoothingGroups(),
                    null,
                    m.skin(),
                    m.shapes(),
                    m.layers());
        }));
        assertThat(l.code()).isEqualTo("uv-flipped");
    }

    @Test
    void materialsAndPicturesAreToldByWhatBecameOfThem() {
        Material a = SENT.materials().get(0);
        Material b = SENT.materials().get(1);
        Material c = new Material("cloth", a.model(), a.diffuse(), 1, -1);
        assertThat(told(SENT.withMaterials(List.of(c, b)))).containsExactly("materials-renamed");
        assertThat(told(SENT.withMaterials(List.of(b, a)))).contains("materials-reordered");
        assertThat(told(SENT.withTextures(List.of()))).containsExactly("pictures-dropped");
        assertThat(told(SENT.withTextures(List.of(new Texture("t", "b.png", "", false)))))
                .containsExactly("pictures-not-found");
    }

    @Test
    void materialsThatAreAllGoneAreLostAndNotMerged() {
        Scene bare = SENT.withMaterials(List.of())
                .withNodes(SENT.nodes().stream()
                        .map(n -> n.withMaterials(new int[0]))
                        .toList());
        assertThat(told(bare)).contains("materials-lost").doesNotContain("materials-merged");
    }

    /** A point for every corner, all on places that were there. */
    private static Scene split() {
        return mesh(m -> {
            int n = m.corners().length;
            double[] points = new double[3 * n];
            for (int c = 0; c < n; c++) {
                System.arraycopy(m.points(), 3 * m.corners()[c], points, 3 * c, 3);
            }
            int[] own = java.util.stream.IntStream.range(0, n).toArray();
            return new Mesh(
                    m.name(),
                    points,
                    m.faceStarts(),
                    own,
                    m.normals(),
                    m.uvSets(),
                    m.faceMaterials(),
                    null,
                    null,
                    null,
                    List.of());
        });
    }

    @Test
    void pointsSplitAtSeamsAndPointsWeldedAreToldApart() {
        int more = SENT.meshes().getFirst().corners().length
                - SENT.meshes().getFirst().pointCount();
        Loss apart = compare(split()).losses().stream()
                .filter(l -> l.code().equals("points-split"))
                .findFirst()
                .orElseThrow();
        assertThat(apart.figure().value()).isEqualTo(more);
        assertThat(Comparison.of(split(), SENT, Tolerances.DEFAULT, true, Progress.NONE)
                        .losses())
                .extracting(Loss::code)
                .contains("points-welded")
                .doesNotContain("points-split");
    }

    private static Scene withPoints(Scene s, double[] points) {
        return s.withMeshes(List.of(s.meshes().getFirst().withPoints(points)));
    }

    @Test
    void aShapeThatIsInThePointsAsWellCountsTwice() {
        Mesh m = SENT.meshes().getFirst();
        BlendShape.Target full = m.shapes().getFirst().targets().getLast();
        double[] points = m.points().clone();
        for (int i = 0; i < full.points().length; i++) {
            for (int k = 0; k < 3; k++) {
                points[3 * full.points()[i] + k] += full.deltas()[3 * i + k];
            }
        }
        Comparison c = compare(withPoints(SENT, points));
        assertThat(c.losses()).extracting(Loss::code).contains("shape-applied-twice");
        double[] elsewhere = m.points().clone();
        elsewhere[0] += 0.05;
        assertThat(told(withPoints(SENT, elsewhere))).doesNotContain("shape-applied-twice");
    }
}
