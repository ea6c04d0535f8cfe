package idleheron.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.math.SignedAxis;
import idleheron.core.remedy.Paused;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.clip.JoinClips;
import idleheron.core.remedy.clip.SplitClip;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.remedy.skeleton.AimJoints;
import idleheron.core.remedy.skeleton.RestAtFrame;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.BakeTurn;
import idleheron.core.remedy.space.RootToOrigin;
import idleheron.core.remedy.view.DropCamerasAndLights;
import idleheron.formats.SceneFiles;
import idleheron.rehearsal.Conventions;
import idleheron.report.RecipeJson;
import idleheron.report.RemedyJson;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is saved as a recipe is what the command line reads. */
class RecipeTest {
    @TempDir
    Path folder;

    @Test
    void recipesThatShipAreReadByTheirNameUnlessAFileHasIt() throws IOException {
        for (String name : Recipe.SHIPPED) {
            assertThat(Recipe.read(Path.of(name)).remedies()).as(name).isNotEmpty();
        }
        Recipe body = Recipe.read(Path.of("plain-body"));
        assertThat(body.remedies())
                .extracting(Remedy::code)
                .containsExactly("bake-scale", "merge-meshes", "convert-stage");
        Path own = folder.resolve("plain-body");
        Files.writeString(own, "{\"schema\": \"idle-heron/recipe/2\", \"remedies\": [\"drop-tips\"]}");
        assertThat(Recipe.read(own).remedies()).extracting(Remedy::code).containsExactly("drop-tips");
        assertThatThrownBy(() -> Recipe.read(folder.resolve("nowhere"))).isInstanceOf(IOException.class);
    }

    private static final RemedyJson FORM = new RemedyJson(SceneFiles.remedies());

    private static final List<Remedy> ALL = List.of(
            new BakeScale(),
            TuneWeights.limit(4),
            TuneWeights.prune(0.01),
            TuneWeights.quantise(8),
            TuneWeights.normalised(),
            new AimJoints(SignedAxis.of(1, -1), SignedAxis.of(2, 1)),
            new BakeTurn("rig"),
            new RootToOrigin(false),
            new RootToOrigin(true),
            new RestAtFrame("wade", 3),
            new SplitClip("bow", List.of(4.0, 9.5)),
            new JoinClips(List.of("bow", "wade"), "both"),
            new SplitMeshes(),
            new DropCamerasAndLights(),
            ChangeCache.pieces("/reeds/*"),
            ChangeCache.regroup("/*_*", "/all/{1}/{2}"),
            ChangeCache.rigid(0.01),
            ChangeCache.share(0.05),
            ChangeCache.drop("**_l"),
            ChangeCache.shift(-10),
            ChangeCache.cut(1, 24),
            ChangeCache.scale(0.01),
            ChangeCache.of("positions-only", ""));

    @Test
    void everyRemedyComesBackFromItsRecipe() throws IOException {
        Path file = folder.resolve("all.recipe.json");
        List<Remedy> with = new ArrayList<>(ALL);
        with.add(new Paused(new BakeScale()));
        Files.writeString(file, RecipeJson.text(FORM, null, with));
        assertThat(Recipe.read(file).remedies()).isEqualTo(ALL);
    }

    @Test
    void aDestinationIsKeptByItsCode() throws IOException {
        Path file = folder.resolve("to.recipe.json");
        Files.writeString(file, RecipeJson.text(FORM, Conventions.Z_UP_METRES, List.of(new BakeScale())));
        assertThat(Recipe.read(file).destination()).isEqualTo(Conventions.Z_UP_METRES);
        assertThat(Recipe.read(file).remedies()).hasSize(2);
    }

    @Test
    void aDestinationInAFileIsBesideTheRecipe() throws IOException {
        try (InputStream in = Conventions.class.getResourceAsStream("conventions/z-up-metres.toml")) {
            Files.write(folder.resolve("own.toml"), Objects.requireNonNull(in).readAllBytes());
        }
        Path file = Files.writeString(
                folder.resolve("to.recipe.json"), "{\"schema\": \"idle-heron/recipe/2\", \"for\": \"own.toml\"}");
        Recipe recipe = Recipe.read(file);
        assertThat(recipe.named()).isEqualTo(folder.resolve("own.toml").toString());
        assertThat(recipe.remedies()).hasSize(1);
        Files.delete(folder.resolve("own.toml"));
        assertThatThrownBy(() -> Recipe.read(file)).hasMessageContaining("no convention at own.toml");
    }

    @Test
    void aSlipIsToldWithWhatThereIs() {
        assertThatThrownBy(() -> Known.remedy("bake-scales", null))
                .hasMessageContaining("no remedy bake-scales")
                .hasMessageContaining("aim-joints")
                .hasMessageContaining("split-clip");
        assertThatThrownBy(() -> Known.remedy("aim-joints=W", null))
                .hasMessageContaining("aim-joints=W: expected an axis")
                .hasMessageContaining("found W");
        assertThatThrownBy(() -> Known.remedy("aim-joints=X:X", null)).hasMessageContaining("one axis");
    }
}
