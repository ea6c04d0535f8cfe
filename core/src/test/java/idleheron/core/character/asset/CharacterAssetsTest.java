package idleheron.core.character.asset;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Topic;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.finding.Facts;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Light;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is shown of an arm of four joints, four points, two materials and one clip of a second. */
class CharacterAssetsTest {
    private static final CharacterAssets KIND = new CharacterAssets();
    private static final Scene ARM = SmallCrossing.sent();
    private static final Scene EMPTY = Scene.bare("nothing", Stage.COMMON);

    private static Scene bareNode() {
        return EMPTY.withNodes(List.of(Node.of("group", -1, NodeKind.GROUP, Transform.IDENTITY)));
    }

    private static List<String> texts(FactGroup g) {
        return g.lines().stream().map(FactLine::text).toList();
    }

    @Test
    void anythingButCamerasAndLightsAloneIsOne() {
        assertThat(KIND.isIn(ARM)).isTrue();
        assertThat(KIND.isIn(EMPTY)).isFalse();
        assertThat(KIND.isIn(bareNode())).isTrue();
        assertThat(KIND.isIn(bareNode().withCameras(List.of(new Camera("eye", 50, 36, 24, 0.1, 100)))))
                .isFalse();
        assertThat(KIND.isIn(bareNode().withLights(List.of(new Light("sun", "point", Vec3.ONE, 1, 0, 0, 0)))))
                .isFalse();
        assertThat(KIND.isIn(EMPTY.withClips(ARM.clips()))).isTrue();
        assertThat(KIND.isIn(ARM.withCameras(List.of(new Camera("eye", 50, 36, 24, 0.1, 100)))))
                .isTrue();
    }

    @Test
    void aSkinASkeletonAndAPropHaveTheirWords() {
        assertThat(KIND.word(ARM)).isEqualTo("rigged character");
        Scene bones = ARM.withMeshes(List.of()).withNodes(ARM.nodes().subList(0, 4));
        assertThat(KIND.word(bones)).isEqualTo("skeleton");
        assertThat(KIND.word(bareNode())).isEqualTo("prop");
        assertThat(KIND.summary(ARM)).isEqualTo("4 points · 4 joints");
        assertThat(KIND.playables(ARM)).isEqualTo(ARM.clips());
    }

    @Test
    void whatIsDeclaredAndMeasuredStandsApart() {
        List<FactGroup> g = KIND.figures(new Facts(ARM));
        assertThat(texts(g.get(0))).containsExactly("Y", "Z", "right", "1 m", "24 /s", "0 – 24");
        assertThat(texts(g.get(1)).subList(1, 6))
                .containsExactly("x (2 of 3)", "max 2", "1.000 – 1.000", "1", "0 of 0");
        List<FactGroup> nothing = KIND.figures(new Facts(EMPTY));
        assertThat(texts(nothing.get(1))).containsExactly("–", "–", "–", "–", "0", "0 of 0");
    }

    @Test
    void sumsOfWeightsAreTheLeastAndTheGreatest() {
        Mesh m = ARM.meshes().getFirst();
        var skin = java.util.Objects.requireNonNull(m.skin());
        float[] weights = {1, .5f, .25f, .25f, 1, 1};
        Scene odd = ARM.withMeshes(List.of(m.withSkin(skin.withWeights(skin.starts(), skin.slots(), weights))));
        assertThat(texts(KIND.figures(new Facts(odd)).get(1)).get(3)).isEqualTo("0.750 – 1.250");
    }

    @Test
    void whatGoesAreItsMeshesAndShapes() {
        List<FactGroup> g = KIND.cargo(ARM);
        assertThat(g).hasSize(3);
        assertThat(texts(g.get(0)).subList(0, 2)).containsExactly("4", "4");
        assertThat(g.get(1).lines()).containsExactly(new FactLine("arm", "4 points"));
        assertThat(texts(g.get(2))).containsExactly("fist");
        assertThat(KIND.cargo(bareNode())).hasSize(1);
    }

    @Test
    void meshesClipsAndMaterialsAreALineEach() {
        List<String> lines = KIND.lines(ARM).stream().map(FactLine::text).toList();
        assertThat(lines).hasSize(4);
        assertThat(lines.get(0))
                .startsWith("arm: 4 points, 2 faces, 1 blend shape")
                .contains("4 joints", "2");
        assertThat(lines.get(1)).startsWith("wave").contains("0", "24", "1").doesNotContain("layer");
        assertThat(lines.get(2)).startsWith("sleeve").contains("lambert", "0 pictures", "0 values");
    }

    @Test
    void layersOfMeshesAndClipsAreTold() {
        double[] creases = new double[4];
        Mesh bare = Mesh.bare("cloth", new double[12], new int[] {0, 3}, new int[] {0, 1, 2});
        Mesh m = new Mesh(
                "cloth",
                bare.points(),
                bare.faceStarts(),
                bare.corners(),
                null,
                List.of(),
                null,
                null,
                null,
                null,
                List.of(),
                List.of(new MeshLayer(
                        MeshLayer.Kind.POINT_CREASE, "hem", MeshLayer.Domain.POINT, 1, creases, null, null)));
        Clip wave = ARM.clips().getFirst();
        Curve still = Curve.linear(new double[] {0}, new double[] {1});
        Clip layered = wave.withLayers(List.of(new ClipLayer(
                        "over",
                        ClipLayer.Blend.ADD,
                        still,
                        false,
                        false,
                        false,
                        false,
                        List.of(),
                        List.of(),
                        List.of())))
                .withValues(List.of(new Clip.ValueTrack(Clip.Subject.NODE, 0, "mud", "mud", still)));
        List<String> lines = KIND.lines(ARM.withMeshes(List.of(m)).withClips(List.of(layered))).stream()
                .map(FactLine::text)
                .toList();
        assertThat(lines.get(0))
                .startsWith("cloth: 4 points, 1 face, 0 blend shapes")
                .doesNotContain("joint");
        assertThat(lines.get(1)).contains("point", "4 values", "hem");
        assertThat(lines.get(2)).contains("1 layer").contains("1");
    }

    @Test
    void picturesAreInsideFoundOrMissing() {
        Scene s = ARM.withTextures(List.of(
                        new Texture("a", "a.png", "a.png", true, new byte[12], "", List.of()),
                        new Texture("b", "b.png", "b.png", true),
                        new Texture("c", "c.png", "c.png", false)))
                .withMaterials(List.of(new Material(
                        "sleeve",
                        "",
                        Vec3.ONE,
                        1,
                        List.of(new Material.Use(Material.DIFFUSE, 0)),
                        List.of(new FreeProperty(
                                "Shine", "double", "Number", "", new FreeProperty.Numbers(new double[] {1}))))));
        List<String> lines = KIND.lines(s).stream().map(FactLine::text).toList();
        int at = lines.size() - 3;
        assertThat(lines.get(at)).startsWith("a.png: ").contains("12");
        assertThat(lines.get(at + 1)).startsWith("b.png: found");
        assertThat(lines.get(at + 2)).startsWith("c.png: missing");
        assertThat(lines.get(at - 1)).startsWith("sleeve").contains("1 picture", "1 value");
        assertThat(texts(KIND.figures(new Facts(s)).get(1)).getLast()).isEqualTo("2 of 3");
    }

    @Test
    void tablesStandForTheirTopics() {
        assertThat(KIND.tables().stream().map(FactTable::topics).toList().get(1))
                .containsExactly(Topic.SURFACES);
        assertThat(KIND.tables().stream().map(t -> t.count().applyAsInt(ARM))).containsExactly(4, 1, 1, 1, 2);
        for (FactTable t : KIND.tables()) {
            assertThat(t.rows().apply(new Facts(ARM)).rows())
                    .as(t.title())
                    .hasSize(t.count().applyAsInt(ARM));
        }
    }
}
