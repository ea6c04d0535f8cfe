package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.character.compare.SkeletonFit;
import idleheron.core.crossing.ExportSelection;
import idleheron.core.finding.Convention;
import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.motion.Curve;
import idleheron.formats.SceneFiles;
import idleheron.formats.delivery.Deliveries;
import idleheron.formats.disk.Drafts;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.pictures.PictureStyle;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Target;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What of a scene goes, in how many files, with its pictures inside or beside. */
class DeliveryTest {
    private static final Scene SCENE = EveryFeature.scene();

    @TempDir
    Path folder;

    private List<Delivery.Part> write(Delivery d, String name) throws IOException {
        return write(d, folder.resolve(name), FbxFormat.BINARY_75);
    }

    private List<Delivery.Part> write(Delivery d, Path target, String variant) throws IOException {
        try (Drafts drafts = new Drafts(false)) {
            Delivery.Outcome out = Deliveries.write(
                    d, SCENE, folder, new Target(target, new FbxFormat(), variant), drafts, Progress.NONE);
            assertThat(out.placed()).isTrue();
            assertThat(out.left()).isEmpty();
            return out.parts();
        }
    }

    /** What is taken for a picture by its opening bytes, and can be told from another. */
    private static byte[] picture(int number) {
        return new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n', (byte) number};
    }

    @Test
    void withoutMeshesTheSkeletonAndItsMotionStay() {
        Scene s = ExportSelection.ALL.withMeshes(false).of(SCENE);
        assertThat(s.meshes()).isEmpty();
        assertThat(s.materials()).isEmpty();
        assertThat(s.nodes()).noneMatch(n -> n.kind() == NodeKind.MESH);
        assertThat(s.joints()).hasSameSizeAs(SCENE.joints());
        assertThat(s.clips().getFirst().shapes()).isEmpty();
        assertThat(s.clips().getFirst().values())
                .as("the wetness of the quay and the lens; not the flag and not the linen")
                .hasSize(2);
        Pose a = new Pose(SCENE).at(SCENE.clips().getFirst(), 0.7);
        Pose b = new Pose(s).at(s.clips().getFirst(), 0.7);
        assertThat(Matrices.difference(a.world(SCENE.find("tip")), b.world(s.find("tip"))))
                .isLessThan(1e-12);
    }

    @Test
    void withoutASkeletonTheMeshesStandWhereTheyStood() {
        Scene s = ExportSelection.ALL.withSkeleton(false).of(SCENE);
        assertThat(s.joints()).isEmpty();
        assertThat(s.meshes()).allMatch(m -> m.skin() == null);
        assertThat(s.nodes()).extracting(Node::name).doesNotContain("shaft");
        assertThat(Matrices.difference(new Pose(SCENE).world(SCENE.find("post")), new Pose(s).world(s.find("post"))))
                .isLessThan(1e-12);
    }

    @Test
    void smoothingTangentsAndSingleClipsAreLeftOutOnRequest() {
        Scene s = ExportSelection.ALL
                .withSmoothing(false)
                .withTangents(false)
                .withClips(Set.of("layered"))
                .of(SCENE);
        assertThat(s.meshes()).allMatch(m -> m.edgeSmoothing() == null && m.smoothingGroups() == null);
        assertThat(s.meshes().getFirst().layers())
                .extracting(MeshLayer::kind)
                .doesNotContain(MeshLayer.Kind.TANGENT, MeshLayer.Kind.BINORMAL)
                .contains(MeshLayer.Kind.COLOR);
        assertThat(s.clips()).hasSize(1);
        assertThat(s.stage().endSeconds()).as("the range is that of the clip").isEqualTo(1);
    }

    @Test
    void bakedClipsHaveAKeyOnEveryFrameAndStandWhereTheyStood() {
        Scene s = ExportSelection.ALL.withBaked(true).of(SCENE);
        for (int c = 0; c < 2; c++) {
            double length = s.clips().get(c).length();
            assertThat(s.clips().get(c).isLayered()).isFalse();
            s.clips().get(c).nodes().forEach(t -> {
                for (Curve k : t.curves()) {
                    assertThat(k == null || k.keys() == Math.round(length * 24) + 1)
                            .isTrue();
                }
            });
            for (int f = 0; f <= length * 24; f++) {
                Pose a = new Pose(SCENE).at(SCENE.clips().get(c), f / 24.0);
                Pose b = new Pose(s).at(s.clips().get(c), f / 24.0);
                assertThat(Matrices.difference(a.world(3), b.world(3))).isLessThan(1e-6);
            }
        }
    }

    @Test
    void eachClipGoesIntoAFileOfItsOwnThatFitsTheCharacter() throws IOException {
        Delivery apart = new Delivery(ExportSelection.ALL, true, PictureFiles.Travel.AS_THEY_ARE);
        List<Delivery.Part> parts = write(apart, "post.fbx");
        assertThat(parts)
                .extracting(p -> p.file().getFileName().toString())
                .containsExactly("post.fbx", "post_gust.fbx", "post_layered.fbx");
        Scene character = parts.getFirst().back().scene();
        assertThat(character.clips()).isEmpty();
        assertThat(character.meshes()).hasSize(2);
        for (Delivery.Part p : parts.subList(1, 3)) {
            assertThat(p.back().scene().clips()).hasSize(1);
            assertThat(p.back().scene().meshes()).isEmpty();
            assertThat(SkeletonFit.of(p.back().scene(), character).fits()).isTrue();
        }
        assertThatThrownBy(() -> write(apart, "post.fbx")).hasMessageContaining("already there");
        Files.delete(folder.resolve("post.fbx"));
        assertThatThrownBy(() -> write(apart, "post.fbx"))
                .as("nothing is written when any of the files is there")
                .hasMessageContaining("post_gust.fbx is already there");
        assertThat(folder.resolve("post.fbx")).doesNotExist();
    }

    @Test
    void aSkeletonThatDoesNotFitIsToldJointByJoint() {
        List<Node> nodes = new ArrayList<>(SCENE.nodes());
        Node shaft = nodes.get(2);
        nodes.set(2, shaft.withTransform(shaft.transform().withTranslation(new Vec3(0, 0, 41))));
        nodes.set(3, nodes.get(3).withName("top"));
        SkeletonFit fit = SkeletonFit.of(SCENE, SCENE.withNodes(nodes));
        assertThat(fit.fits()).isFalse();
        assertThat(fit.missing()).containsExactly("tip");
        assertThat(fit.otherRest()).containsExactly("shaft");
        assertThat(fit.worstMm()).isCloseTo(10, org.assertj.core.api.Assertions.within(1e-9));
        assertThat(fit.text()).contains("1 moving joint is not there (tip)").contains("another rest pose (shaft)");
    }

    @Test
    void picturesGoInsideOrBesideAndNothingThatIsThereIsLost() throws IOException {
        Files.write(folder.resolve("rough.png"), picture(3));
        Scene inside = write(new Delivery(ExportSelection.ALL, false, PictureFiles.Travel.INSIDE), "inside.fbx")
                .getFirst()
                .back()
                .scene();
        assertThat(inside.textures().get(1).content()).isEqualTo(picture(3));
        Path out = Files.createDirectory(folder.resolve("out"));
        Delivery beside = new Delivery(ExportSelection.ALL, false, PictureFiles.Travel.BESIDE);
        Scene s = write(beside, out.resolve("b.fbx"), FbxFormat.TEXT_74)
                .getFirst()
                .back()
                .scene();
        assertThat(s.textures()).extracting(Texture::path).containsExactly("grain.png", "rough.png");
        assertThat(s.textures()).allMatch(t -> t.found() && t.content() == null);
        assertThat(out.resolve("rough.png")).hasBinaryContent(picture(3));
        assertThat(Files.size(out.resolve("grain.png"))).isEqualTo(70_000);
        Files.write(out.resolve("grain.png"), new byte[] {9});
        assertThatThrownBy(() -> write(beside, out.resolve("c.fbx"), FbxFormat.TEXT_74))
                .hasMessageContaining("grain.png is already there");
        assertThat(out.resolve("c.fbx")).doesNotExist();
        assertThat(out.resolve("grain.png")).hasBinaryContent(new byte[] {9});
    }

    @Test
    void twoPicturesOfOneNameDoNotBecomeOne() throws IOException {
        Scene s = SCENE.withTextures(List.of(
                new Texture("a", "x/map.png", "", true, picture(1), "", List.of()),
                new Texture("b", "y/map.png", "", true, picture(2), "", List.of()),
                new Texture("c", "z/map.png", "", true, picture(1), "", List.of())));
        try (Drafts drafts = new Drafts(false)) {
            Scene t = new PictureFiles.Travelling(null, List.of(), PictureStyle.AS_IT_IS, drafts)
                    .travel(s, PictureFiles.Travel.BESIDE, folder);
            drafts.place();
            drafts.keep();
            assertThat(folder.resolve("map_2.png")).hasBinaryContent(picture(2));
            assertThat(t.textures()).extracting(Texture::path).containsExactly("map.png", "map_2.png", "map.png");
        }
    }

    @Test
    void theCommandLineWritesInAllTheseWays() throws IOException {
        Path in = folder.resolve("in.fbx");
        SceneFiles.write(SCENE, in, new FbxFormat(), FbxFormat.TEXT_74, false, Progress.NONE);
        Path out = folder.resolve("out.fbx");
        MainTest.Run r = MainTest.run(
                "convert",
                in.toString(),
                out.toString(),
                "--clips-apart",
                "--without",
                "tangents,smoothing",
                "--bake",
                "--pictures",
                "beside");
        assertThat(r.status()).as(r.err()).isZero();
        assertThat(r.out()).hasLineCount(3).contains("out_gust.fbx").contains("read back clean");
        assertThat(folder.resolve("grain.png")).exists();
        MainTest.Run fits = MainTest.run(
                "convert",
                in.toString(),
                folder.resolve("g.fbx").toString(),
                "--without",
                "meshes",
                "--fits",
                out.toString());
        assertThat(fits.status()).isZero();
        assertThat(fits.err()).contains("fits the delivered skeleton");
        assertThat(MainTest.run("convert", in.toString(), out.toString(), "--clips-apart")
                        .status())
                .isEqualTo(2);
        assertThat(MainTest.run("convert", in.toString(), "x.fbx", "--without", "hope")
                        .status())
                .isEqualTo(2);
        assertThat(MainTest.run("convert", in.toString(), "x.fbx", "--pictures", "sent")
                        .status())
                .isEqualTo(2);
        MainTest.Run facts = MainTest.run("facts", in.toString());
        assertThat(facts.out())
                .contains("linear and dual quaternion")
                .contains("edge creases by edge")
                .contains("3 layers on top")
                .contains("5 other properties move")
                .contains("grain.png: inside, 70000 bytes");
    }

    @Test
    void aRecipeRunsOnAFolderAndTellsOfEachFile() throws IOException {
        Path box = Files.createDirectory(folder.resolve("box"));
        for (String name : List.of("a.fbx", "b.fbx")) {
            SceneFiles.write(SCENE, box.resolve(name), new FbxFormat(), FbxFormat.BINARY_74, false, Progress.NONE);
        }
        Path recipe = folder.resolve("r.json");
        Files.writeString(
                recipe,
                "{\"schema\": \"idle-heron/recipe/1\", \"for\": \"y-up-metres\", \"remedies\": [\"limit-influences=2\"]}");
        Path out = folder.resolve("made");
        MainTest.Run r = MainTest.run("batch", box.toString(), "--recipe", recipe.toString(), "--out", out.toString());
        assertThat(r.status()).as(r.out() + r.err()).isZero();
        assertThat(r.out()).contains("a.fbx: 2 remedies").contains("2 files: 2 clean, 0 with faults, 0 failed");
        Scene made = SceneFiles.read(out.resolve("b.fbx"), Progress.NONE).scene();
        assertThat(made.stage().metersPerUnit()).isEqualTo(1);
        assertThat(java.util.Objects.requireNonNull(made.meshes().getFirst().skin())
                        .maxInfluences())
                .isEqualTo(2);
        assertThat(MainTest.run("batch", box.toString(), "--recipe", recipe.toString(), "--out", out.toString())
                        .status())
                .as("nothing is replaced unasked")
                .isEqualTo(2);
        Files.writeString(box.resolve("c.fbx"), "no scene");
        MainTest.Run broken = MainTest.run(
                "batch", box.toString(), "--recipe", recipe.toString(), "--out", out.toString(), "--overwrite");
        assertThat(broken.status()).isEqualTo(3);
        assertThat(broken.out()).contains("c.fbx: ").contains("3 files: 2 clean, 0 with faults, 1 failed");
        Files.writeString(recipe, "{}");
        assertThat(MainTest.run("batch", box.toString(), "--recipe", recipe.toString(), "--out", out.toString())
                        .err())
                .contains("expected schema idle-heron/recipe/2");
    }

    @Test
    void aRecipeKeepsTheLayoutOfItsDestination() throws IOException {
        Path box = Files.createDirectory(folder.resolve("box"));
        SceneFiles.write(SCENE, box.resolve("a.fbx"), new FbxFormat(), FbxFormat.BINARY_74, false, Progress.NONE);
        Path toml = folder.resolve("hall.toml");
        Files.writeString(toml, """
                schema = "idle-heron/convention/1"
                title = "The hall"
                [stage]
                up = "Z"
                front = "-Y"
                right = "X"
                metersPerUnit = 0.01
                [clips]
                apart = true
                [delivery]
                file = "rigs/{name}"
                clip = "moves/{name}_{clip}"
                """);
        Path recipe = folder.resolve("r.json");
        Files.writeString(
                recipe,
                "{\"schema\": \"idle-heron/recipe/2\", \"for\": \"" + toml + "\", \"remedies\": [\"bake-scale\","
                        + " {\"remedy\": \"move-scene\", \"degrees\": [0, 0, 0], \"factor\": 1, \"meters\": [0, 1, 0]}]}");
        Path out = folder.resolve("made");
        MainTest.Run r = MainTest.run("batch", box.toString(), "--recipe", recipe.toString(), "--out", out.toString());
        assertThat(r.status()).as(r.out() + r.err()).isZero();
        assertThat(out.resolve("rigs/a.fbx")).exists();
        String clip = SCENE.clips().getFirst().name();
        assertThat(out.resolve("moves/a_" + clip + ".fbx")).exists();
        Scene made = SceneFiles.read(out.resolve("rigs/a.fbx"), Progress.NONE).scene();
        assertThat(made.stage().metersPerUnit()).isEqualTo(0.01);
        assertThat(made.clips()).isEmpty();
        MainTest.Run c = MainTest.run(
                "convert",
                box.resolve("a.fbx").toString(),
                folder.resolve("one/b.fbx").toString(),
                "--recipe",
                recipe.toString());
        assertThat(c.status()).as(c.out() + c.err()).isZero();
        assertThat(folder.resolve("one/rigs/b.fbx")).exists();
        assertThat(folder.resolve("one/moves/b_" + clip + ".fbx")).exists();
        assertThat(c.err()).contains("surface moves 1000");
    }

    @Test
    void aDeliveryGoesIntoTheLayoutThatIsAsked() throws IOException {
        Delivery d = new Delivery(ExportSelection.ALL, true, PictureFiles.Travel.AS_THEY_ARE)
                .laidOut(new Convention.Layout("{name}/{name}", "{name}/clips/{clip}", "maps", 0));
        List<Delivery.Part> parts = write(d, "heron.fbx");
        assertThat(parts.getFirst().file()).isEqualTo(folder.resolve("heron/heron.fbx"));
        assertThat(parts).hasSize(1 + SCENE.clips().size());
        for (Delivery.Part p : parts.subList(1, parts.size())) {
            assertThat(p.file().getParent()).isEqualTo(folder.resolve("heron/clips"));
            assertThat(p.file()).exists();
            assertThat(p.back().scene().clips()).hasSize(1);
        }
        assertThat(d.style().folder()).isEqualTo("maps");
    }
}
