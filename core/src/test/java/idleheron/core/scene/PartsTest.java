package idleheron.core.scene;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Lost.What;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Small parts of a scene and what they tell of themselves. */
class PartsTest {
    @Test
    void whatIsLostNamesAThingOrAllOfItsKind() {
        Lost coat = new Lost(What.MESH, "coat", "byte 8 to 99", "its record is damaged");
        Lost clips = new Lost(What.CLIP, "", "", "connections are gone");
        assertThat(coat.text()).isEqualTo("mesh coat, byte 8 to 99: its record is damaged");
        assertThat(clips.text()).isEqualTo("all clips: connections are gone");
        assertThat(new Lost(What.PART, "", "byte 3", "noise").subject()).isEqualTo("part of the file");
        assertThat(coat.covers(What.MESH, "coat")).isTrue();
        assertThat(coat.covers(What.MESH, "hat")).isFalse();
        assertThat(coat.covers(What.CLIP, "coat")).isFalse();
        assertThat(clips.covers(What.CLIP, "wade")).isTrue();
        assertThat(What.LAYERS.word()).isEqualTo("what lies over mesh");
        Lost skins = new Lost(What.SKIN, "", "", "connections are gone");
        assertThat(Lost.grouped(List.of(clips, coat, skins)))
                .containsExactly("all clips, all skins: connections are gone", coat.text());
    }

    @Test
    void aSceneStandsButForWhatIsLost() {
        Scene s = Scene.bare("s", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("top", -1, NodeKind.GROUP, Transform.IDENTITY),
                        Node.of("arm", 0, NodeKind.JOINT, Transform.IDENTITY)));
        assertThat(s.isRescued()).isFalse();
        assertThat(s.stands(1)).isTrue();
        Scene part = s.withLost(List.of(new Lost(What.NODE, "top", "", "gone")));
        assertThat(part.isRescued()).isTrue();
        assertThat(part.stands(1)).isFalse();
        assertThat(part.stands(What.NODE, "arm")).isTrue();
        assertThat(part.stands(What.NODE, "top")).isFalse();
        Scene leaf = s.withLost(List.of(new Lost(What.NODE, "arm", "", "gone")));
        assertThat(leaf.stands(0)).isTrue();
        assertThat(leaf.stands(1)).isFalse();
    }

    @Test
    void nodesAreFoundByNameAndByTheMeshTheyShow() {
        Mesh m = new Mesh(
                "m",
                new double[] {0, 0, 0, 1, 1, 1},
                new int[] {0},
                new int[0],
                null,
                List.of(),
                new int[0],
                null,
                null,
                null,
                List.of());
        Scene s = Scene.bare("s", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("eye", -1, NodeKind.CAMERA, Transform.IDENTITY).withPayload(NodeKind.CAMERA, 1),
                        Node.mesh("a", -1, Transform.of(Vec3.ONE, Vec3.ZERO, Vec3.ONE), 0, 4, 5),
                        Node.mesh("b", -1, Transform.IDENTITY, 1),
                        Node.mesh("b", -1, Transform.IDENTITY, 1)))
                .withMeshes(List.of(m, m));
        assertThat(s.nodeOfMesh(1)).isEqualTo(2);
        assertThat(s.nodeOfMesh(0)).isEqualTo(1);
        assertThat(s.nodeOfMesh(7)).isEqualTo(-1);
        assertThat(s.find("b")).as("the first of two").isEqualTo(2);
        assertThat(s.pointCount()).isEqualTo(4);
        assertThat(s.nodes().get(1).materials()).containsExactly(4, 5);
        assertThat(s.nodes().get(1).translation()).isEqualTo(Vec3.ONE);
        assertThat(NodeKind.JOINT.label()).isEqualTo("joint");
    }

    @Test
    void aTransformIsPlainWithoutPivotsTurnsAndOffsetsAndFiniteWithoutStrangeNumbers() {
        Transform t = Transform.of(new Vec3(1, 2, 3), new Vec3(4, 5, 6), new Vec3(7, 8, 9));
        Vec3 one = Vec3.ONE;
        Vec3 no = Vec3.ZERO;
        assertThat(t.isPlain()).isTrue();
        assertThat(t.isFinite()).isTrue();
        Vec3 bad = new Vec3(0, Double.NaN, 0);
        Transform[] odd = {
            t.withTurns(one, no),
            t.withTurns(no, one),
            t.withPivots(one, no, no, no),
            t.withPivots(no, one, no, no),
            t.withPivots(no, no, one, no),
            t.withPivots(no, no, no, one)
        };
        Transform[] strange = {
            t.withTurns(bad, no), t.withTurns(no, bad), t.withPivots(bad, no, no, no), t.withPivots(no, bad, no, no),
            t.withPivots(no, no, bad, no), t.withPivots(no, no, no, bad), t.withTranslation(bad), t.withRotation(bad),
            t.withScaling(bad)
        };
        for (Transform o : odd) {
            assertThat(o.isPlain()).isFalse();
            assertThat(o.isFinite()).isTrue();
        }
        for (Transform o : strange) {
            assertThat(o.isFinite()).isFalse();
        }
    }

    @Test
    void picturesKnowTheirFileAndMaterialsTheOneThatColoursThem() {
        assertThat(new Texture("t", "C:\\a\\coat.png", "x.png", true).fileName())
                .isEqualTo("coat.png");
        assertThat(new Texture("t", "", "sub/hat.png", true).fileName()).isEqualTo("hat.png");
        assertThat(new Texture("t", "", "", false).fileName()).isEqualTo("t");
        assertThat(new Texture("t", "a", "a", false).withContent(new byte[1]).found())
                .isTrue();
        assertThat(new Texture("t", "a", "a", false).withContent(null).found()).isFalse();
        assertThat(new Texture("t", "a", "a", true).withContent(null).found()).isTrue();
        Material.Use bump = new Material.Use("NormalMap", 3);
        Material.Use colour = new Material.Use("DiffuseColor", 5);
        assertThat(new Material("m", "", Vec3.ONE, 1, List.of(bump, colour), List.of()).texture())
                .isEqualTo(5);
        assertThat(new Material("m", "", Vec3.ONE, 1, List.of(bump), List.of()).texture())
                .isEqualTo(3);
        assertThat(new Material("m", "", Vec3.ONE, 1, -1).texture()).isEqualTo(-1);
        assertThat(new Material("m", "", Vec3.ONE, 1, 0).texture()).isEqualTo(0);
    }

    @Test
    void unitsCloseToANamedOneTakeItsName() {
        assertThat(Stage.COMMON.withMetersPerUnit(0.001).unitLabel()).isEqualTo("1 mm");
        assertThat(Stage.COMMON.withMetersPerUnit(1.00001).unitLabel()).isEqualTo("1.00001 m");
        assertThat(Stage.COMMON.withMetersPerUnit(0.0100001).unitLabel()).isEqualTo("0.0100001 m");
        assertThat(Stage.COMMON.withMetersPerUnit(0.3048).unitLabel()).isEqualTo("0.3048 m");
    }

    @Test
    void freePropertiesAreShownAsTheyAre() {
        FreeProperty p = new FreeProperty(
                "mix",
                "Compound",
                new FreeProperty.Several(List.of(
                        new FreeProperty.Text("low"),
                        new FreeProperty.Numbers(new double[] {0.65, 2}),
                        new FreeProperty.Whole(new long[] {7, 8}))));
        assertThat(p.shown()).startsWith("low, 0.65, 2").endsWith("7, 8");
        assertThat(p.flags()).isEqualTo("A+U");
        assertThat(p.isUsers()).isTrue();
        assertThat(new FreeProperty("owner", "KString", new FreeProperty.Text("Mira")).flags())
                .isEqualTo("U");
        assertThat(new FreeProperty("x", "Number", "", "A", new FreeProperty.Text("")).isUsers())
                .isFalse();
    }

    @Test
    void aCameraInAnotherUnitMovesItsPlanesAlone() {
        Camera c = new Camera("eye", 50, 36, 24, 0.1, 1000).scaled(100);
        assertThat(c.near()).isEqualTo(10);
        assertThat(c.far()).isEqualTo(100_000);
        assertThat(c.name()).isEqualTo("eye");
    }

    /** How a picture lies where it is used first; one that nothing uses lies plain, and one that is not there counts for none. */
    @Test
    void howPicturesLieWhereTheyAreUsedFirst() {
        Placement a = Placement.of(2, 2, 0, 0, 0);
        Placement b = Placement.of(3, 3, 0, 0, 0);
        Material first = new Material(
                "m",
                "",
                Vec3.ONE,
                1,
                List.of(new Material.Use("NormalMap", 1, a), new Material.Use("Bump", 1, b)),
                List.of());
        Material second = new Material(
                "n",
                "",
                Vec3.ONE,
                1,
                List.of(
                        new Material.Use("Bump", 1, b),
                        new Material.Use("Bump", 2, b),
                        new Material.Use("Bump", 9, a),
                        new Material.Use("Bump", -1, a)),
                List.of());
        assertThat(Material.firstPlacements(List.of(first, second), 3)).containsExactly(Placement.PLAIN, a, b);
    }
}
