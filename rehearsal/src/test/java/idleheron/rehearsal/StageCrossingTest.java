package idleheron.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.ExportSelection;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.pair.Tolerances;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.Proof;
import idleheron.core.remedy.material.StripMaterials;
import idleheron.core.remedy.space.CorrectStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.alembic.AbcFormat;
import idleheron.formats.delivery.Deliveries;
import idleheron.formats.disk.Drafts;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Target;
import idleheron.formats.usd.UsdFormat;
import idleheron.rehearsal.demo.DemoData;
import idleheron.rehearsal.demo.FootbridgeBell;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Everything of the demo through stages and back. */
class StageCrossingTest {
    private static final Scene WOMAN = MadeDemo.postwoman();

    @TempDir
    Path folder;

    private static Comparison compared(Scene a, Scene b) {
        return Comparison.of(a, b, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static void clean(Scene a, Scene b) {
        Comparison c = compared(a, b);
        assertThat(c.topics())
                .filteredOn(t -> t.verdict() != Verdict.NOT_CHECKED)
                .allSatisfy(t -> assertThat(t.verdict())
                        .as("%s: %s", t.topic(), t.summary())
                        .isEqualTo(Verdict.CLEAN));
        assertThat(c.topics()).anyMatch(t -> t.verdict() == Verdict.CLEAN);
    }

    @ParameterizedTest
    @ValueSource(strings = {UsdFormat.CRATE, UsdFormat.TEXT, UsdFormat.PACKAGE})
    void thePostwomanComesBackAsSheWent(String variant) throws IOException {
        Path file = folder.resolve("woman.usd");
        Scene back = SceneFiles.write(WOMAN, file, new UsdFormat(), variant, false, Progress.NONE)
                .scene();
        clean(WOMAN, back);
        assertThat(back.clips()).extracting(Clip::name).containsExactly("wade", "bow", "parcel_throw");
        double height = 245;
        for (Clip c : WOMAN.clips()) {
            Clip d = back.clips().stream()
                    .filter(x -> x.name().equals(c.name()))
                    .findFirst()
                    .orElseThrow();
            double middle = c.rate().seconds(Math.floor((c.firstFrame() + c.lastFrame()) / 2));
            float[] p = points(WOMAN, c, middle);
            float[] q = points(back, d, middle);
            double worst = 0;
            for (int i = 0; i < p.length; i++) {
                worst = Math.max(worst, Math.abs(p[i] - q[i]));
            }
            assertThat(worst / height).as(c.name()).isLessThan(2e-6);
        }
    }

    private static float[] points(Scene s, Clip c, double seconds) {
        Pose pose = new Pose(s);
        return Surface.all(pose).getFirst().deform(pose.at(c, seconds), new Matrix4d());
    }

    @Test
    void throughAStageToFbxAndTheBellAsWell() throws IOException {
        for (Scene s : List.of(WOMAN, FootbridgeBell.scene())) {
            Scene stage = SceneFiles.write(
                            s, folder.resolve("x.usdc"), new UsdFormat(), UsdFormat.CRATE, true, Progress.NONE)
                    .scene();
            Scene back = SceneFiles.write(
                            stage, folder.resolve("x.fbx"), new FbxFormat(), FbxFormat.BINARY_75, true, Progress.NONE)
                    .scene();
            clean(s, back);
        }
    }

    @Test
    void theReedsGoToAStageAndBackToTheSameBytes() throws IOException {
        DemoData.reeds(folder, Progress.NONE);
        Path sent = folder.resolve(DemoData.REEDS);
        Scene reeds = SceneFiles.read(sent, Progress.NONE).scene();
        Scene stage = SceneFiles.write(
                        reeds, folder.resolve("reeds.usdc"), new UsdFormat(), UsdFormat.CRATE, false, Progress.NONE)
                .scene();
        clean(reeds, stage);
        Path back = folder.resolve("back.abc");
        SceneFiles.write(stage.withName(reeds.name()), back, new AbcFormat(), AbcFormat.OGAWA, false, Progress.NONE);
        assertThat(Files.mismatch(sent, back)).isEqualTo(-1);
        assertThat(Files.size(folder.resolve("reeds.usdc"))).isLessThan(Files.size(sent) / 2);
    }

    @Test
    void clipsApartAreLightLayersOverTheAsset() throws IOException {
        Delivery apart = new Delivery(ExportSelection.ALL, true, PictureFiles.Travel.AS_THEY_ARE);
        Path target = folder.resolve("woman.usdc");
        List<Delivery.Part> parts;
        try (Drafts drafts = new Drafts(false)) {
            parts = Deliveries.write(
                            apart,
                            WOMAN,
                            null,
                            new Target(target, new UsdFormat(), UsdFormat.CRATE),
                            drafts,
                            Progress.NONE)
                    .parts();
        }
        assertThat(parts)
                .extracting(p -> String.valueOf(p.file().getFileName()))
                .containsExactly("woman.usdc", "woman_wade.usdc", "woman_bow.usdc", "woman_parcel_throw.usdc");
        for (Delivery.Part p : parts) {
            clean(p.sent(), p.back().scene());
        }
        assertThat(Files.size(folder.resolve("woman_wade.usdc"))).isLessThan(Files.size(target) / 10);
        assertThat(parts.get(1).back().scene().meshes().getFirst().pointCount())
                .as("the asset is under the clip")
                .isEqualTo(WOMAN.pointCount());
    }

    @Test
    void theWholeOfLowTidePostIsOneStage() throws IOException {
        MadeDemo.into(folder);
        Scene s = SceneFiles.read(folder.resolve(DemoData.STAGE), Progress.NONE).scene();
        assertThat(s.joints()).hasSize(70);
        assertThat(s.meshes()).hasSize(6);
        assertThat(s.caches().getFirst().count(idleheron.core.cache.CacheKind.INSTANCE))
                .isEqualTo(392);
        assertThat(s.volumes().getFirst().frames()).hasSize(23);
        assertThat(s.volumes().getFirst().missing()).hasSize(1);
        assertThat(s.cameras().getFirst().focalLength()).isBetween(34.9, 35.1);
        assertThat(s.lights().getFirst().kind()).isEqualTo("directional");
        assertThat(s.clips()).hasSize(1);
        assertThat(new idleheron.core.finding.Facts(s).height()).isBetween(2.3, 2.6);
        Scene phone =
                SceneFiles.read(folder.resolve(DemoData.PHONE), Progress.NONE).scene();
        assertThat(phone.stage().metersPerUnit()).isEqualTo(1);
        assertThat(phone.clips()).extracting(Clip::name).containsExactly("bow");
    }

    @Test
    void aCorrectedStageShowsTheSamePicture() {
        Scene turned = new CorrectStage(AxisSystem.Z_UP, 1).apply(WOMAN);
        assertThat(turned.stage().axes()).isEqualTo(AxisSystem.Z_UP);
        assertThat(turned.stage().metersPerUnit()).isEqualTo(1);
        assertThat(turned.meshes().getFirst().points())
                .isSameAs(WOMAN.meshes().getFirst().points());
        assertThat(Proof.of(WOMAN, turned, Progress.NONE).worst().value()).isLessThan(1e-3);
        assertThat(turned.nodes()).hasSize(WOMAN.nodes().size() + 1);
    }

    @Test
    void strippedOfMaterialsTheSurfaceStays() {
        Scene bare = new StripMaterials().apply(WOMAN);
        assertThat(bare.materials()).isEmpty();
        assertThat(bare.textures()).isEmpty();
        assertThat(bare.meshes()).allMatch(m -> m.faceMaterials() == null);
        assertThat(Proof.of(WOMAN, bare, Progress.NONE).worst().value()).isZero();
    }
}
