package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.formats.SceneFiles;
import idleheron.formats.fbx.FbxFormat;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A coat and a hat of one picture, each into a file of its own. */
class MeshesApartTest {
    @TempDir
    Path folder;

    private Path source;

    private static Mesh mesh(String name, double at) {
        return Mesh.bare(name, new double[] {at, 0, 0, at + 1, 0, 0, at, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 2});
    }

    @BeforeEach
    void data() throws IOException {
        ImageIO.write(
                new BufferedImage(4, 4, BufferedImage.TYPE_INT_RGB),
                "png",
                folder.resolve("wool.png").toFile());
        Scene s = Scene.bare("clothes", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("root", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.mesh("coat", -1, Transform.IDENTITY, 0, 0),
                        Node.mesh("a/hat", -1, Transform.IDENTITY, 1, 1)))
                .withMeshes(List.of(mesh("coat", 0), mesh("hat", 2)))
                .withMaterials(List.of(
                        new Material("wool", "phong", new Vec3(1, 1, 1), 1, 0),
                        new Material("felt", "phong", new Vec3(1, 1, 1), 1, 0)))
                .withTextures(List.of(new Texture("wool", "wool.png", "wool.png", true)));
        source = folder.resolve("clothes.fbx");
        FbxFormat fbx = new FbxFormat();
        SceneFiles.write(s, source, fbx, fbx.variants().getFirst(), true, Progress.NONE);
    }

    private List<String> files(Path in) throws IOException {
        try (Stream<Path> all = Files.list(in)) {
            return all.map(f -> String.valueOf(f.getFileName())).sorted().toList();
        }
    }

    @ParameterizedTest
    @CsvSource({"fbx", "glb", "usda", "obj"})
    void eachHasItsOwnMeshMaterialAndPicture(String end) throws IOException {
        Path out = Files.createDirectories(folder.resolve("out"));
        MainTest.Run r = MainTest.run(
                "convert",
                source.toString(),
                out.resolve("c." + end).toString(),
                "--meshes-apart",
                "--pictures",
                end.equals("glb") ? "inside" : "beside");
        assertThat(r.status()).as(r.err()).isZero();
        assertThat(files(out)).contains("c_coat." + end).doesNotContain("c." + end);
        String hat = files(out).stream()
                .filter(f -> f.contains("hat") && f.endsWith(end))
                .findFirst()
                .orElseThrow();
        Scene one = SceneFiles.read(out.resolve(hat), Progress.NONE).scene();
        assertThat(one.meshes()).hasSize(1);
        assertThat(one.materials()).extracting(Material::name).containsExactly("felt");
        assertThat(one.textures()).hasSize(1);
        assertThat(one.textures().getFirst().found()).isTrue();
        Scene two = SceneFiles.read(out.resolve("c_coat." + end), Progress.NONE).scene();
        assertThat(two.materials()).extracting(Material::name).containsExactly("wool");
        assertThat(MainTest.run(
                                "convert",
                                source.toString(),
                                out.resolve("c." + end).toString(),
                                "--meshes-apart")
                        .err())
                .contains("is already there");
    }

    @Test
    void oneMeshIsOneFile() throws IOException {
        Path out = Files.createDirectories(folder.resolve("out"));
        MainTest.run(
                "convert", source.toString(), out.resolve("c.glb").toString(), "--meshes-apart", "--without", "meshes");
        assertThat(files(out)).containsExactly("c.glb");
    }
}
