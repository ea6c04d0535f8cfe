package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.picture.PictureHome;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.Proof;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.fbx.FbxFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Everything that FBX can hold, written in each form and read back: nothing is lost and nothing is moved. */
class EveryFeatureTest {
    private static final Scene SCENE = EveryFeature.scene();

    @TempDir
    Path folder;

    private Scene back(String variant) throws IOException {
        Path f = folder.resolve(variant.replace(' ', '_') + ".fbx");
        return SceneFiles.write(SCENE, f, new FbxFormat(), variant, false, Progress.NONE)
                .scene()
                .with(PictureHome.KEY, List.of());
    }

    @ParameterizedTest
    @ValueSource(strings = {FbxFormat.BINARY_75, FbxFormat.BINARY_74, FbxFormat.TEXT_74})
    void everyPartOfTheSceneComesBack(String variant) throws IOException {
        Scene b = back(variant);
        assertThat(b.notes()).containsExactly("flag has 2 skins; their joints move it together");
        assertThat(b)
                .usingRecursiveComparison()
                .ignoringFields("name", "notes", "nodes.geometric")
                .withComparatorForType(
                        (x, y) -> Math.abs(x - y) <= 1e-5 * Math.max(1, Math.abs(x)) ? 0 : 1, Double.class)
                .withComparatorForType(
                        (x, y) -> Math.abs(x - y) <= 2e-4 * Math.max(1, Math.abs(x)) ? 0 : 1, Float.class)
                .withEqualsForType((x, y) -> Matrices.difference(x, y) < 1e-9, Matrix4d.class)
                .isEqualTo(SCENE);
        for (int i = 0; i < SCENE.nodes().size(); i++) {
            Matrix4dc told = SCENE.nodes().get(i).geometric();
            Matrix4dc got = b.nodes().get(i).geometric();
            if (told != null && got != null) {
                assertThat(Matrices.difference(told, got)).isLessThan(1e-9);
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {FbxFormat.BINARY_75, FbxFormat.TEXT_74})
    void everyPointIsWhereItWasAtEveryFrame(String variant) throws IOException {
        Scene b = back(variant);
        assertThat(Proof.of(SCENE, b, Progress.NONE).worst().value()).isLessThan(1e-3);
        Pose one = new Pose(SCENE);
        Pose two = new Pose(b);
        for (Clip c : SCENE.clips()) {
            Clip other = b.clips().get(SCENE.clips().indexOf(c));
            // Also far outside of the keys, where curves go on in their own ways.
            for (double t = -3; t < 9; t += 0.07) {
                one.at(c, t);
                two.at(other, t);
                for (int n = 0; n < SCENE.nodes().size(); n++) {
                    assertThat(Matrices.difference(one.world(n), two.world(n)))
                            .as(c.name() + " " + t + " " + n)
                            .isLessThan(0.01);
                }
            }
        }
    }

    @Test
    void theSameSceneGivesTheSameBytes() throws IOException {
        for (String variant : new FbxFormat().variants()) {
            Path a = folder.resolve("a.fbx");
            Path b = folder.resolve("b.fbx");
            SceneFiles.write(SCENE, a, new FbxFormat(), variant, true, Progress.NONE);
            SceneFiles.write(EveryFeature.scene(), b, new FbxFormat(), variant, true, Progress.NONE);
            assertThat(Files.mismatch(a, b)).as(variant).isEqualTo(-1);
        }
    }

    @Test
    void aFileThatWasReadAndWrittenAgainIsTheSameFile() throws IOException {
        for (String variant : new FbxFormat().variants()) {
            Path first = folder.resolve("first.fbx");
            Path second = folder.resolve("second.fbx");
            Scene read = SceneFiles.write(SCENE, first, new FbxFormat(), variant, true, Progress.NONE)
                    .scene();
            SceneFiles.write(read, second, new FbxFormat(), variant, true, Progress.NONE);
            Path third = folder.resolve("third.fbx");
            SceneFiles.write(
                    SceneFiles.read(second, Progress.NONE).scene(),
                    third,
                    new FbxFormat(),
                    variant,
                    true,
                    Progress.NONE);
            assertThat(Files.mismatch(second, third)).as(variant).isEqualTo(-1);
        }
    }

    @Test
    void theMeshIsNotMadeOfTrianglesInTheFile() throws IOException {
        Scene b = back(FbxFormat.BINARY_74);
        assertThat(b.meshes().getFirst().faceCount()).isEqualTo(15);
        assertThat(Surface.all(new Pose(b))).hasSize(3);
    }
}
