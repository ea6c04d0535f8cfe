package idleheron.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.Held;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Placement.Wrap;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.obj.ObjFormat;
import idleheron.formats.obj.bridge.ObjPlacement;
import idleheron.formats.obj.document.MtlMap;
import idleheron.formats.spi.SceneFormat;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How a picture lies goes from carrier to carrier, each in its own words. */
class PictureLiesTest {
    @TempDir
    Path folder;

    private static final Placement TILED = Placement.of(3, 0.5, 0, 0.25, -1.5).wrapped(Wrap.CLAMP, Wrap.CLAMP);
    private static final Placement TURNED = Placement.of(3, 0.5, 30, 0.25, -1.5).wrapped(Wrap.CLAMP, Wrap.REPEAT);
    private static final Placement MIRRORED = Placement.of(-2, 4, -110, 0, 0.1).wrapped(Wrap.MIRROR, Wrap.CLAMP);

    /** Two surfaces, whose materials have the same picture: one as given, one plain. */
    private static Scene scene(Placement lies) {
        Mesh m = new Mesh(
                "sail",
                new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0},
                new int[] {0, 3},
                new int[] {0, 1, 2},
                null,
                List.of(new UvSet("map", new float[] {0, 0, 1, 0, 0, 1}, new int[] {0, 1, 2})),
                null,
                null,
                null,
                null,
                List.of());
        Material tarp = new Material(
                "tarp", "phong", new Vec3(1, 1, 1), 1, List.of(new Material.Use(Material.DIFFUSE, 0, lies)), List.of());
        Material plain = new Material("plain", "phong", new Vec3(1, 1, 1), 1, 0);
        return Scene.bare("s", Stage.COMMON)
                .withMeshes(List.of(m))
                .withNodes(List.of(
                        Node.mesh("sail", -1, Transform.IDENTITY, 0, 0),
                        Node.mesh("flag", -1, Transform.IDENTITY, 0, 1)))
                .withMaterials(List.of(tarp, plain))
                .withTextures(List.of(new Texture("oil", "oil.png", "oil.png", false)));
    }

    private Scene through(Scene s, String name) throws Exception {
        Path target = folder.resolve(name);
        SceneFormat f = Objects.requireNonNull(SceneFiles.byName(target));
        SceneFiles.write(s, target, f, f.variant(target), true, Progress.NONE);
        return SceneFiles.read(target, Progress.NONE).scene();
    }

    private static Placement lies(Scene s, String material) {
        Material m = s.materials().stream()
                .filter(x -> x.name().equals(material))
                .findFirst()
                .orElseThrow();
        return m.uses().getFirst().placement();
    }

    private static void same(Placement is, Placement was) {
        assertThat(is.differs(was)).isEqualTo(0, within(1e-6));
        assertThat(is.acrossU()).isEqualTo(was.acrossU());
        assertThat(is.acrossV()).isEqualTo(was.acrossV());
    }

    @ParameterizedTest
    @CsvSource({"a.fbx", "a.usda", "a.gltf"})
    void scaledAndMovedItComesBackFromEach(String name) throws Exception {
        Scene back = through(scene(TILED), name);
        same(lies(back, "tarp"), TILED);
    }

    @ParameterizedTest
    @CsvSource({"a.fbx", "a.usda", "a.gltf"})
    void turnedItComesBackAndOtherMaterialsKeepTheirs(String name) throws Exception {
        Scene back = through(scene(TURNED), name);
        same(lies(back, "tarp"), TURNED);
        assertThat(lies(back, "plain").isPlain()).isTrue();
        if (!name.equals("a.gltf")) {
            // there what is beyond the edges belongs to the picture
            assertThat(lies(back, "plain").acrossU()).isEqualTo(Wrap.REPEAT);
        }
    }

    @ParameterizedTest
    @CsvSource({"a.usda, b.gltf", "a.gltf, b.usda"})
    void mirroredItGoesOnFromOneToTheOther(String first, String second) throws Exception {
        same(lies(through(through(scene(MIRRORED), first), second), "tarp"), MIRRORED);
    }

    @ParameterizedTest
    @CsvSource({"a.fbx, b.usda, c.gltf, d.fbx", "a.gltf, b.fbx, c.usda, d.gltf"})
    void itIsTheSameAfterThreeCarriersMore(String a, String b, String c, String d) throws Exception {
        same(lies(through(through(through(through(scene(TURNED), a), b), c), d), "tarp"), TURNED);
    }

    @Test
    void inALibraryOfMaterialsItIsScaledMovedAndClampedAndLosesItsTurnWhichIsNotCarried() {
        MtlMap map = new MtlMap(ObjPlacement.options(TILED).strip(), "oil.png");
        same(ObjPlacement.of(map), TILED);
        assertThat(ObjPlacement.options(Placement.PLAIN)).isEmpty();
        assertThat(ObjPlacement.options(Placement.PLAIN.wrapped(Wrap.CLAMP, Wrap.REPEAT)))
                .isEmpty();
        ObjFormat obj = new ObjFormat();
        SceneFormat.Form form = obj.form(scene(TURNED), "");
        assertThat(form.told().toString()).contains("1 turn of a picture");
        Placement left = lies(form.scene(), "tarp");
        assertThat(left.parts().degrees()).isZero();
        assertThat(left.differs(Placement.of(3, 0.5, 0, 0.25, -1.5))).isZero();
        assertThat(obj.form(scene(TILED), "").told().toString()).doesNotContain("picture");
        TopicResult t = materials(scene(TURNED), form.scene(), obj.missing());
        assertThat(t.verdict()).isEqualTo(Verdict.NOT_CARRIED);
        assertThat(t.summary())
                .isEqualTo("The carrier has no place for turns of pictures; 1 turn of a picture stayed behind.");
        assertThat(materials(scene(TURNED), form.scene(), Set.of()).verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(materials(scene(TURNED), scene(Placement.PLAIN), obj.missing())
                        .verdict())
                .as("its scale is gone as well")
                .isEqualTo(Verdict.DRIFTED);
        assertThat(materials(scene(TURNED), scene(TURNED), Set.of()).verdict()).isEqualTo(Verdict.CLEAN);
    }

    private static TopicResult materials(Scene sent, Scene returned, Set<Held> missing) {
        return Comparison.of(
                        sent,
                        returned,
                        new CompareSettings(Tolerances.DEFAULT, MatchTable.NONE, missing),
                        true,
                        x -> {},
                        Progress.NONE)
                .topics()
                .stream()
                .filter(t -> t.topic().equals(Topic.MATERIALS))
                .findFirst()
                .orElseThrow();
    }
}
