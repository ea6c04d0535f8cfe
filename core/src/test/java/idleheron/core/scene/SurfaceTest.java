package idleheron.core.scene;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.mesh.EdgeSmoothing;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.mesh.UvSet;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** A mesh of a triangle and a pentagon, its layers and its skin. */
class SurfaceTest {
    private static final int[] FACES = {0, 3, 8};

    private static Mesh mesh(@Nullable EdgeSmoothing edges, MeshLayer... layers) {
        float[] normals = new float[24];
        for (int i = 0; i < 24; i++) {
            normals[i] = i;
        }
        return new Mesh(
                "m",
                new double[18],
                FACES,
                new int[] {0, 1, 2, 1, 3, 4, 5, 2},
                normals,
                List.of(new UvSet("uv", new float[16], new int[] {10, 11, 12, 13, 14, 15, 16, 17})),
                new int[] {4, 2},
                null,
                edges,
                null,
                List.of(),
                List.of(layers));
    }

    private static MeshLayer layer(MeshLayer.Domain domain, int @Nullable [] indices, int @Nullable [] edges) {
        return new MeshLayer(MeshLayer.Kind.COLOR, "l", domain, 2, new double[8], indices, edges);
    }

    @Test
    void facesBecomeFansWithTheMaterialOfTheFace() {
        Mesh m = mesh(null);
        assertThat(m.pointCount()).isEqualTo(6);
        assertThat(m.faceCount()).isEqualTo(2);
        assertThat(m.triangles()).containsExactly(0, 1, 2, 1, 3, 4, 1, 4, 5, 1, 5, 2);
        assertThat(m.triangleMaterials()).containsExactly(4, 2, 2, 2);
    }

    @Test
    void edgesAreThoseOfTheSmoothingElseOfALayer() {
        int[] own = {0, 4};
        assertThat(mesh(null).edgeStarts()).isNull();
        assertThat(mesh(null, layer(MeshLayer.Domain.POINT, null, null), layer(MeshLayer.Domain.EDGE, null, own))
                        .edgeStarts())
                .isSameAs(own);
        int[] smooth = {1};
        assertThat(mesh(new EdgeSmoothing(smooth, new int[] {1}), layer(MeshLayer.Domain.EDGE, null, own))
                        .edgeStarts())
                .isSameAs(smooth);
    }

    @Test
    void cornersInAnotherOrderTakeAllThatLiesOnThemAlong() {
        int[] from = {2, 1, 0, 7, 6, 5, 4, 3};
        Mesh m = mesh(
                        new EdgeSmoothing(new int[] {0}, new int[] {1}),
                        layer(MeshLayer.Domain.CORNER, null, null),
                        layer(MeshLayer.Domain.CORNER, new int[] {20, 21, 22, 23, 24, 25, 26, 27}, null),
                        layer(MeshLayer.Domain.POINT, new int[] {3}, null),
                        layer(MeshLayer.Domain.EDGE, null, new int[] {0}))
                .reordered(from, new int[] {5});
        assertThat(m.corners()).containsExactly(2, 1, 0, 2, 5, 4, 3, 1);
        assertThat(m.normals()).startsWith(6, 7, 8, 3, 4, 5, 0, 1, 2, 21, 22, 23);
        assertThat(m.uvSets().getFirst().indices()).containsExactly(12, 11, 10, 17, 16, 15, 14, 13);
        assertThat(m.layers().get(0).indices()).containsExactly(from);
        assertThat(m.layers().get(1).indices()).containsExactly(22, 21, 20, 27, 26, 25, 24, 23);
        assertThat(m.layers().get(2).indices()).containsExactly(3);
        assertThat(m.layers().get(3).edges()).containsExactly(5);
        assertThat(java.util.Objects.requireNonNull(m.edgeSmoothing()).corners())
                .containsExactly(5);
        Mesh plain = mesh(new EdgeSmoothing(new int[] {0}, new int[] {1}))
                .withNormals(null)
                .reordered(from, null);
        assertThat(plain.normals()).isNull();
        assertThat(java.util.Objects.requireNonNull(plain.edgeSmoothing()).corners())
                .containsExactly(0);
    }

    @Test
    void layersCountEntriesByTheirWidthAndKnowWhatTurns() {
        assertThat(layer(MeshLayer.Domain.POINT, null, null).entries()).isEqualTo(4);
        assertThat(MeshLayer.Kind.NORMAL.isDirection()).isTrue();
        assertThat(MeshLayer.Kind.TANGENT.isDirection()).isTrue();
        assertThat(MeshLayer.Kind.BINORMAL.isDirection()).isTrue();
        assertThat(MeshLayer.Kind.COLOR.isDirection()).isFalse();
        assertThat(MeshLayer.Kind.HOLE.label()).isEqualTo("holes");
    }

    private static Skin skin() {
        return new Skin(
                "s",
                new int[] {3, 1},
                new Matrix4dc[] {new Matrix4d(), new Matrix4d()},
                new int[] {0, 2, 2, 5},
                new int[] {0, 1, 1, 0, 1},
                new float[] {0.25f, 0.5f, 0.5f, 0, 0.125f});
    }

    @Test
    void aSkinCountsJointsPerPointAndPointsPerJoint() {
        Skin s = skin();
        assertThat(s.points()).isEqualTo(3);
        assertThat(s.influences(0)).isEqualTo(2);
        assertThat(s.influences(1)).isEqualTo(0);
        assertThat(s.maxInfluences()).isEqualTo(3);
        assertThat(s.sum(0)).isEqualTo(0.75);
        assertThat(s.sum(1)).isEqualTo(0);
        assertThat(s.sum(2)).isEqualTo(0.625);
        assertThat(s.pointsPerSlot()).as("a weight of nothing moves nothing").containsExactly(1, 3);
        assertThat(s.weightsOf(0)).containsExactly(0.25f, 0, 0);
        assertThat(s.weightsOf(1)).as("told twice it counts twice").containsExactly(0.5f, 0, 0.625f);
    }

    @Test
    void aSkinUnderOtherNodeNumbersMovesItsJointsAndAssociates() {
        SkinStyle style = new SkinStyle(
                SkinStyle.Method.LINEAR,
                null,
                SkinStyle.Link.ADDITIVE,
                List.of(
                        new SkinStyle.Associate(2, new Matrix4d().translate(1, 0, 0)),
                        new SkinStyle.Associate(0, new Matrix4d().translate(2, 0, 0))),
                new int[] {8, 9});
        Skin s = skin().withStyle(style).renumbered(new int[] {6, 5, -1, 4});
        assertThat(s.joints()).containsExactly(4, 5);
        assertThat(s.style().associates().get(0).node())
                .as("one that is gone is the first")
                .isEqualTo(0);
        assertThat(s.style().associates().get(1).node()).isEqualTo(6);
        assertThat(s.style().parts()).containsExactly(8, 9);
        SkinStyle one = style.withSlots(new int[] {1}, new int[] {0, 1, 2});
        assertThat(one.associates())
                .singleElement()
                .satisfies(a -> assertThat(a.bind().m30()).isEqualTo(2));
        assertThat(one.parts()).containsExactly(9);
        assertThat(SkinStyle.PLAIN.withSlots(new int[] {0}, new int[0]).parts()).isNull();
        assertThat(SkinStyle.PLAIN.isPlain()).isTrue();
        assertThat(style.isPlain()).as("it adds").isFalse();
        assertThat(new SkinStyle(SkinStyle.Method.DUAL_QUATERNION, null, SkinStyle.Link.NORMALIZED, List.of(), null)
                        .isPlain())
                .isFalse();
        assertThat(SkinStyle.Method.BLENDED.label()).isEqualTo("linear and dual quaternion");
    }

    @Test
    void limitsOfTranslationsGoWithTheUnitAndOthersStay() {
        double[] nine = {1, 2, 3, 4, 5, 6, 7, 8, 9};
        boolean[] on = new boolean[9];
        Limits l = new Limits(nine, nine, on, on, new boolean[3]).scaled(10);
        assertThat(l.low()).containsExactly(10, 20, 30, 4, 5, 6, 7, 8, 9);
        assertThat(l.high()).containsExactly(10, 20, 30, 4, 5, 6, 7, 8, 9);
    }
}
