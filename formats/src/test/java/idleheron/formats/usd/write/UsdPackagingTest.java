package idleheron.formats.usd.write;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.formats.Sail;
import idleheron.formats.SceneFiles;
import idleheron.formats.usd.UsdFormat;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a stage takes along, and how the parts of a prim are written. */
class UsdPackagingTest {
    private static final byte[] PNG = png();

    private static byte[] png() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(new BufferedImage(2, 2, BufferedImage.TYPE_INT_RGB), "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    @TempDir
    Path folder;

    private Scene worn(Texture... textures) {
        List<Material.Use> uses = new java.util.ArrayList<>();
        String[] properties = {Material.DIFFUSE, "NormalMap", "EmissiveColor"};
        for (int i = 0; i < textures.length; i++) {
            uses.add(new Material.Use(properties[i], i));
        }
        return Sail.bare(Sail.stage())
                .withNodes(List.of(Node.mesh("sail", -1, Transform.IDENTITY, 0, 0)))
                .withMeshes(List.of(Sail.dressed()))
                .withTextures(List.of(textures))
                .withMaterials(List.of(new Material("tar", "phong", Vec3.ONE, 1, uses, List.of())));
    }

    private Scene written(Scene s, String variant, String name) throws IOException {
        Path file = folder.resolve(name);
        SceneFiles.write(s, file, new UsdFormat(), variant, true, Progress.NONE);
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    @Test
    void aPackageTakesWhatLiesBesideItAndNothingFromOutside() throws IOException {
        Files.createDirectories(folder.resolve("maps"));
        Files.write(folder.resolve("maps/my wax.png"), PNG);
        Path outside = Files.createTempFile("wax", ".png");
        Files.write(outside, PNG);
        Scene s = written(
                worn(
                        new Texture("wax", "maps/my wax.png", "maps/my wax.png", true),
                        new Texture("far", outside.toString(), "", true),
                        new Texture("gone", "gone.png", "gone.png", false)),
                UsdFormat.PACKAGE,
                "ship.usdz");
        Files.delete(outside);
        assertThat(s.textures())
                .extracting(Texture::fileName)
                .containsExactlyInAnyOrder("my_wax.png", String.valueOf(outside.getFileName()), "gone.png");
        for (Texture t : s.textures()) {
            assertThat(t.content()).isEqualTo(t.fileName().equals("my_wax.png") ? PNG : null);
        }
    }

    @Test
    void aLayerHasItsPicturesBesideIt() throws IOException {
        Scene inside = worn(new Texture("wax", "wax.png", "wax.png", true).withContent(PNG));
        Scene s = written(inside, UsdFormat.CRATE, "ship.usdc");
        Texture t = s.textures().getFirst();
        assertThat(t.content()).isNull();
        assertThat(Files.readAllBytes(folder.resolve(t.relative()))).isEqualTo(PNG);
        Scene beside = worn(new Texture("wax", "wax.png", "wax.png", true));
        assertThat(UsdPackaging.picturesBeside(beside, folder)).isSameAs(beside);
        assertThat(UsdPackaging.picturesBeside(inside, null)).isSameAs(inside);
    }

    private static Spec prim(Transform t, boolean... moves) {
        Spec out = Spec.prim("p", Specifier.DEF, "Xform");
        UsdXformWriter.write(t, moves, out);
        return out;
    }

    private static Spec op(Spec s, String name) {
        return Objects.requireNonNull(s.properties().get(name), name);
    }

    private static List<String> order(Spec s) {
        Spec order = s.properties().get("xformOpOrder");
        return order == null ? List.of() : ((TextValue) Objects.requireNonNull(order.get(Field.DEFAULT))).items();
    }

    @Test
    void onlyWhatIsMoreThanNothingOrMovesIsWritten() {
        assertThat(order(prim(Transform.IDENTITY, false, false, false))).isEmpty();
        assertThat(order(prim(Transform.IDENTITY, true, false, false))).containsExactly("xformOp:translate");
        assertThat(order(prim(Transform.IDENTITY, false, true, false))).containsExactly("xformOp:rotateXYZ");
        assertThat(order(prim(Transform.IDENTITY, false, false, true))).containsExactly("xformOp:scale");
        Transform turned = Transform.IDENTITY.withTurns(new Vec3(1, 0, 0), Vec3.ZERO);
        assertThat(order(prim(turned, false, false, false)))
                .containsExactly("xformOp:rotateXYZ:before", "xformOp:rotateXYZ");
        Transform after = Transform.IDENTITY.withTurns(Vec3.ZERO, new Vec3(1, 0, 0));
        assertThat(order(prim(after, false, false, false)))
                .containsExactly("xformOp:rotateXYZ", "!invert!xformOp:rotateXYZ:after");
        Transform around = Transform.IDENTITY.withPivots(Vec3.ZERO, Vec3.ZERO, Vec3.ZERO, new Vec3(0, 1, 0));
        assertThat(order(prim(around, false, false, false)))
                .containsExactly(
                        "xformOp:translate:scalingPivot", "xformOp:scale", "!invert!xformOp:translate:scalingPivot");
    }

    /** Angles and sizes that a single float holds are single floats; places always have double precision. */
    @ParameterizedTest
    @CsvSource({"0.5, 0.25, 2, float3", "0.1, 0.25, 2, double3", "0.5, 0.1, 2, double3", "0.5, 0.25, 0.1, double3"})
    void numbersAreAsWideAsTheyMustBe(double x, double y, double z, String type) {
        Vec3 v = new Vec3(x, y, z);
        Spec s = prim(Transform.of(v, v, v), false, false, false);
        assertThat(op(s, "xformOp:translate").text(Field.TYPE_NAME)).isEqualTo("double3");
        assertThat(op(s, "xformOp:rotateXYZ").text(Field.TYPE_NAME)).isEqualTo(type);
        assertThat(op(s, "xformOp:scale").text(Field.TYPE_NAME)).isEqualTo(type);
    }

    @Test
    void samplesMakeAnOperationAsWideAsTheyAre() {
        Spec s = prim(Transform.of(Vec3.ZERO, new Vec3(0.5, 0, 0), Vec3.ONE), false, false, false);
        UsdXformWriter.samples(s, "rotateXYZ", new double[] {0, 5}, new double[][] {{0, 0, 0}, {0.1, 0, 0}});
        UsdXformWriter.samples(s, "translate", new double[] {0, 5}, new double[][] {{1, 0, 0}, {2, 0, 0}});
        Spec turn = op(s, "xformOp:rotateXYZ");
        assertThat(turn.text(Field.TYPE_NAME)).isEqualTo("double3");
        assertThat(((Numbers) Objects.requireNonNull(turn.get(Field.DEFAULT))).doubles())
                .containsExactly(0.5, 0, 0);
        assertThat(((Numbers) Objects.requireNonNull(turn.get(Field.DEFAULT)))
                        .kind()
                        .text())
                .isEqualTo("double3");
        TimeSamples t = (TimeSamples) Objects.requireNonNull(turn.get(Field.TIME_SAMPLES));
        assertThat(t.times()).containsExactly(0, 5);
        assertThat(((Numbers) t.value(1)).doubles()).containsExactly(0.1, 0, 0);
        Spec move = op(s, "xformOp:translate");
        assertThat(move.text(Field.TYPE_NAME)).isEqualTo("double3");
        assertThat(move.get(Field.DEFAULT)).isNull();
    }

    /** One normal for each point where all corners of a point agree, else each once with numbers for the corners. */
    @Test
    void normalsOfPointsAndOfCorners() throws IOException {
        Mesh m = Sail.mesh();
        float[] smooth = new float[21];
        for (int c = 0; c < 7; c++) {
            int p = m.corners()[c];
            smooth[3 * c + p % 3] = 1;
        }
        Scene s = written(Sail.shown(m.withNormals(smooth)), UsdFormat.TEXT, "smooth.usda");
        assertThat(Files.readString(folder.resolve("smooth.usda")))
                .contains("interpolation = \"vertex\"")
                .doesNotContain("primvars:normals:indices");
        assertThat(s.meshes().getFirst().normals()).isEqualTo(smooth);
        float[] hard = smooth.clone();
        hard[3 * 4] = 0;
        hard[3 * 4 + 1] = 0;
        hard[3 * 4 + 2] = 1; // the point 1 in the second face
        Scene h = written(Sail.shown(m.withNormals(hard)), UsdFormat.TEXT, "hard.usda");
        assertThat(Files.readString(folder.resolve("hard.usda")))
                .contains("int[] primvars:normals:indices = [0, 1, 2, 3, 4, 5, 2]");
        assertThat(h.meshes().getFirst().normals()).isEqualTo(hard);
        Mesh loose = Mesh.bare(
                        "net", new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0, 9, 9, 9}, new int[] {0, 3}, new int[] {0, 1, 2})
                .withNormals(new float[] {0, 0, 1, 0, 0, 1, 0, 0, 1});
        Scene l = written(Sail.shown(loose), UsdFormat.TEXT, "loose.usda");
        assertThat(Files.readString(folder.resolve("loose.usda"))).contains("primvars:normals:indices");
        assertThat(l.meshes().getFirst().normals()).isEqualTo(loose.normals());
    }
}
