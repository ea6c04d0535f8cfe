package idleheron.core.remedy.garment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.garment.Worn;
import idleheron.core.garment.collide.Collider;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;

/** What is done to the surface of a cape, of its button and of the body that wears it. */
class ClothRemediesTest extends CapeCase {
    @Test
    void turnedRoundEveryFaceKeepsItsFirstCornerAndItsNormalsLookBack() {
        float[] n = new float[96];
        for (int i = 2; i < n.length; i += 3) {
            n[i] = 1;
        }
        Scene s = shown(cape().withNormals(n).withUvSets(List.of(new UvSet("map", new float[64], corners(32)))));
        Mesh m = mesh(new FlipFaces("").apply(s));
        assertThat(m.corners()).startsWith(0, 1, 4, 3, 1, 2, 5, 4);
        assertThat(m.uvSets().getFirst().indices()).startsWith(0, 3, 2, 1, 4, 7, 6, 5);
        assertThat(m.normals()).startsWith(-0f, -0f, -1f).endsWith(-0f, -0f, -1f);
        assertThat(mesh(new FlipFaces("").apply(new FlipFaces("").apply(s))).corners())
                .isEqualTo(cape().corners());
        assertThat(new FlipFaces("shirt").apply(s)).isSameAs(s);
        assertThat(mesh(new FlipFaces("cape").apply(s)).corners()).isEqualTo(m.corners());
        assertThat(new FlipFaces("cape").describe()).contains("of cape round");
        assertThat(new FlipFaces("").describe()).contains("of garments round");
    }

    private static int[] corners(int n) {
        int[] out = new int[n];
        for (int i = 0; i < n; i++) {
            out[i] = i;
        }
        return out;
    }

    @Test
    void aTrimBecomesAMeshOfItsOwnOrGoes() {
        RemedyType part = PartTrims.TYPES.get(0);
        assertThat(figure(part, CAPE)).isEqualTo("1 trim in cloth");
        Scene own = told(part, "").apply(CAPE);
        assertThat(own.nodes()).extracting(Node::name).containsExactly("cape", "cape_trims");
        assertThat(own.nodes().get(1).payload()).isEqualTo(1);
        assertThat(own.meshes()).extracting(Mesh::name).containsExactly("cape", "cape_trims");
        assertThat(own.meshes()).extracting(Mesh::pointCount).containsExactly(CLOTH, CLOTH);
        assertThat(own.meshes().get(1).points()[0]).isEqualTo(0.3);
        assertThat(figure(part, own)).as("what is only a trim is none in cloth").isEqualTo("0 trims in cloth");
        Scene none = told(PartTrims.TYPES.get(1), "").apply(CAPE);
        assertThat(none.meshes()).hasSize(1);
        assertThat(mesh(none).pointCount()).isEqualTo(CLOTH);
        assertThat(mesh(none).faceCount()).isEqualTo(4);
        assertThat(told(part, "").code()).isEqualTo("part-trims");
        assertThat(told(PartTrims.TYPES.get(1), "").code()).isEqualTo("drop-trims");
    }

    @Test
    void trimsOfWhatIsWornAreWorn() {
        Scene worn = worn(CAPE);
        Scene own = new PartTrims(true).apply(worn);
        assertThat(Objects.requireNonNull(Worn.in(own)).garments()).containsExactly(0, 2);
        assertThat(Objects.requireNonNull(Worn.in(own)).body()).isEqualTo(1);
        assertThat(Objects.requireNonNull(Worn.in(new PartTrims(false).apply(worn)))
                        .garments())
                .containsExactly(0);
    }

    /** Cells are no larger than a third of the button, 4.7 mm: its points 2.5 mm apart fall into three rows and columns of cells. */
    @Test
    void aTrimKeepsOnePointOfEachCell() {
        Scene fine = shown(mesh(CLOTH_SHEET, new Sheet(5, 0.3, 1, 0.0025)));
        assertThat(figure(CoarsenTrims.TYPE, fine)).isEqualTo("25 points");
        Mesh m = mesh(told(CoarsenTrims.TYPE, "100").apply(fine));
        assertThat(m.pointCount()).isEqualTo(CLOTH + 9);
        assertThat(IntStream.range(CLOTH, CLOTH + 9)
                        .mapToDouble(i -> m.points()[3 * i])
                        .distinct()
                        .sorted()
                        .toArray())
                .as("the first of two that are as near to their middle")
                .containsExactly(new double[] {0.3, 0.3025, 0.3075}, within(1e-12));
        assertThat(mesh(told(CoarsenTrims.TYPE, "1").apply(fine)).pointCount()).isEqualTo(CLOTH + 25);
        Scene cloth = CLOTH_ALONE;
        assertThat(told(CoarsenTrims.TYPE, "100").apply(cloth)).isSameAs(cloth);
        for (double no : new double[] {0, -1, Double.NaN, Double.POSITIVE_INFINITY}) {
            assertThatThrownBy(() -> new CoarsenTrims(no)).hasMessageContaining("they are above 0");
        }
    }

    @Test
    void eachPieceMovesIntoTheFirstTileByWholeTiles() {
        float[] uv = new float[64];
        for (int i = 0; i < 32; i++) {
            uv[2 * i] = i < 16 ? 0.25f : 2.5f;
            uv[2 * i + 1] = i < 16 ? 0.5f : -0.25f;
        }
        Scene s = shown(cape().withUvSets(List.of(new UvSet("map", uv, corners(32)))));
        assertThat(figure(UvToFirstTile.TYPE, s)).isEqualTo("1");
        UvSet now = mesh(new UvToFirstTile().apply(s)).uvSets().getFirst();
        assertThat(now.uv()[0]).isEqualTo(0.25f);
        assertThat(now.uv()[32]).isEqualTo(0.5f);
        assertThat(now.uv()[33]).isEqualTo(0.75f);
        assertThat(now.indices()).isEqualTo(corners(32));
        assertThat(figure(UvToFirstTile.TYPE, new UvToFirstTile().apply(s))).isEqualTo("0");
        assertThat(new UvToFirstTile().apply(CAPE)).isSameAs(CAPE);
    }

    @Test
    void pointsWithinALengthBecomeOne() {
        assertThat(figure(WeldPoints.TYPE, CAPE)).isEqualTo("18");
        assertThat(told(WeldPoints.TYPE, "").apply(CAPE)).isSameAs(CAPE);
        // 6 mm: each row and column of the button lies within 5 mm of the next
        assertThat(mesh(told(WeldPoints.TYPE, "6").apply(CAPE)).pointCount())
                .as("a button that is one point has no face")
                .isEqualTo(CLOTH);
        assertThat(mesh(told(WeldPoints.TYPE, "4").apply(CAPE)).pointCount()).isEqualTo(2 * CLOTH);
        assertThatThrownBy(() -> new WeldPoints(0)).hasMessageContaining("it is above 0");
        assertThatThrownBy(() -> new WeldPoints(Double.POSITIVE_INFINITY)).hasMessageContaining("it is above 0");
    }

    @Test
    void collidersAreSetByTheirJointsInTheUnitOfTheStage() {
        Scene s = Scene.bare("arm", Stage.COMMON.withMetersPerUnit(0.01))
                .withNodes(List.of(Node.of("arm", -1, NodeKind.JOINT, Transform.IDENTITY)));
        SetColliders.OnJoint one =
                new SetColliders.OnJoint("arm", new Vec3(0, 0.1, 0), 0.05, new Vec3(0, 0.3, 0), 0.04);
        SetColliders.OnJoint gone = new SetColliders.OnJoint("leg", Vec3.ZERO, 0.05, new Vec3(0, 0.3, 0), 0.04);
        Scene now = new SetColliders(List.of(one, gone)).apply(s);
        assertThat(Collider.in(now)).hasSize(1);
        Collider c = Collider.in(now).getFirst();
        assertThat(c.node()).isZero();
        assertThat(c.shape().a().y()).isCloseTo(10, within(1e-12));
        assertThat(c.shape().b().y()).isCloseTo(30, within(1e-12));
        assertThat(c.shape().ra()).isCloseTo(5, within(1e-12));
        assertThat(c.shape().rb()).isCloseTo(4, within(1e-12));
        SetColliders.OnJoint back = SetColliders.OnJoint.of(now, c);
        assertThat(back.joint()).isEqualTo("arm");
        assertThat(back.b().y()).isCloseTo(0.3, within(1e-12));
        assertThat(back.ra()).isCloseTo(0.05, within(1e-12));
        assertThat(back.rb()).isCloseTo(0.04, within(1e-12));
        assertThat(new SetColliders(List.of(one, gone)).describe()).contains("2 colliders");
        assertThat(figure(SetColliders.TYPE, s)).isEqualTo("0");
    }

    @Test
    void aShapeOfTheBodyIsCarriedByTheSameAmount() {
        BlendShape up = new BlendShape("shrug", 0, List.of(new BlendShape.Target(1, all(18), lift(18, 0.02f), null)));
        Scene s = worn(CAPE);
        Scene body = s.withMeshes(List.of(mesh(s), cape().withShapes(List.of(up))));
        Scene now = new CarryShapes().apply(body);
        assertThat(figure(CarryShapes.TYPE, body)).isEqualTo("0");
        assertThat(figure(CarryShapes.TYPE, now)).isEqualTo("1");
        BlendShape.Target t = mesh(now).shapes().getFirst().targets().getFirst();
        assertThat(t.points()).isEqualTo(all(18));
        for (int i = 0; i < 18; i++) {
            assertThat(t.deltas()[3 * i + 1]).isCloseTo(0.02f, within(1e-6f));
            assertThat(t.deltas()[3 * i]).isCloseTo(0f, within(1e-6f));
        }
        assertThat(new CarryShapes().apply(now).meshes().getFirst().shapes())
                .as("put in the place of its name")
                .hasSize(1);
        assertThat(new CarryShapes().apply(s)).isSameAs(s);
        assertThat(new CarryShapes().apply(CAPE)).isSameAs(CAPE);
        BlendShape still = new BlendShape("still", 0, List.of(new BlendShape.Target(1, all(18), lift(18, 0), null)));
        Scene quiet = s.withMeshes(List.of(mesh(s), cape().withShapes(List.of(still))));
        assertThat(new CarryShapes().apply(quiet)).isSameAs(quiet);
    }

    private static int[] all(int n) {
        return corners(n);
    }

    private static float[] lift(int n, float y) {
        float[] out = new float[3 * n];
        for (int i = 1; i < out.length; i += 3) {
            out[i] = y;
        }
        return out;
    }

    @Test
    void numbersThatMeanNothingAreRefused() {
        for (double no : new double[] {0, -1, Double.NaN, Double.POSITIVE_INFINITY}) {
            assertThatThrownBy(() -> new Respace(no)).hasMessageContaining("it is above 0");
        }
        assertThatThrownBy(() -> new FewerPoints(19)).hasMessageContaining("20 or more");
        assertThat(new FewerPoints(20).points()).isEqualTo(20);
        assertThatThrownBy(() -> new FitGarments(-0.1)).isInstanceOf(IllegalArgumentException.class);
        assertThat(new FitGarments(0).describe()).endsWith(".").doesNotContain("mm");
        assertThat(new FitGarments(2).describe()).contains("2 mm");
        assertThat(figure(FitGarments.TYPE, CAPE)).isEqualTo("no garment");
        assertThat(figure(FewerPoints.TYPE, CAPE)).isEqualTo("18");
        assertThat(figure(Respace.TYPE, CAPE)).endsWith(" mm");
        assertThat(new FitGarments(2).apply(CAPE)).isSameAs(CAPE);
        assertThat(new FewerPoints(20).apply(CAPE)).isSameAs(CAPE);
    }

    @Test
    void aBodyIsTheOneThatWearsElseTheLargestThatIsSkinned() {
        assertThat(FitColliders.body(CAPE)).isEqualTo(-1);
        assertThat(new FitColliders().apply(CAPE)).isSameAs(CAPE);
        assertThat(figure(FitColliders.TYPE, CAPE)).isEqualTo("0");
        Scene two = Scene.bare("two", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("root", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.mesh("small", -1, Transform.IDENTITY, 0),
                        Node.mesh("large", -1, Transform.IDENTITY, 1)))
                .withMeshes(List.of(skinned(mesh(CLOTH_ALONE)), skinned(cape())));
        assertThat(FitColliders.body(two)).isEqualTo(2);
        assertThat(FitColliders.body(two.with(Worn.KEY, List.of(new Worn(1, List.of(2))))))
                .isEqualTo(1);
    }

    private static Mesh skinned(Mesh m) {
        int n = m.pointCount();
        int[] starts = new int[n + 1];
        float[] w = new float[n];
        for (int i = 0; i < n; i++) {
            starts[i + 1] = i + 1;
            w[i] = 1;
        }
        return m.withSkin(new Skin("skin", new int[] {0}, new Matrix4dc[] {new Matrix4d()}, starts, new int[n], w));
    }

    @Test
    void whatNobodyWearsIsAllTaken() {
        assertThat(Worn.in(CAPE)).isNull();
        assertThat(WornMeshes.of(CAPE)).containsExactly(0);
        assertThat(WornMeshes.of(worn(CAPE))).containsExactly(0);
        Scene twice = CAPE.withNodes(List.of(CAPE.nodes().getFirst(), Node.mesh("again", -1, Transform.IDENTITY, 0)));
        assertThat(WornMeshes.of(twice)).as("each mesh once").containsExactly(0);
    }
}
