package idleheron.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.bake.Bake;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Interpolation;
import idleheron.core.cache.check.CacheDeepRules;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.ExportSelection;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.pair.Tolerances;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.alembic.AbcFormat;
import idleheron.formats.alembic.CacheDelivery;
import idleheron.formats.delivery.Deliveries;
import idleheron.formats.disk.Drafts;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Target;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import org.joml.Matrix4d;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A rigged character and a prop baked into caches, and held against the rigs that made them. */
class BakeTest {
    @TempDir
    static Path folder;

    private static Scene woman = Scene.bare("", idleheron.core.scene.Stage.COMMON);
    private static Scene bell = woman;

    @BeforeAll
    static void make() throws IOException {
        MadeDemo.into(folder);
        woman = SceneFiles.read(folder.resolve(DemoData.POSTWOMAN), Progress.NONE)
                .scene();
        bell = SceneFiles.read(folder.resolve(DemoData.BELL), Progress.NONE).scene();
    }

    @Test
    void everySampleIsTheSurfaceOfTheRig() throws IOException {
        Clip wade = woman.clips().getFirst();
        double[] times = {wade.startSeconds(), wade.startSeconds() + 0.013, wade.endSeconds()};
        CachePose baked = new CachePose(Bake.of(woman, wade, times, Progress.NONE));
        Pose pose = new Pose(woman);
        Surface body = Surface.all(pose).getFirst();
        for (double t : times) {
            pose.at(wade, t);
            float[] rig = body.deform(pose, new Matrix4d());
            baked.at(t, Interpolation.LINEAR);
            float[] cache = baked.points(baked.meshes()[0], t, Interpolation.LINEAR);
            assertThat(cache).containsExactly(rig, within(1e-6f));
        }
    }

    @Test
    void aCacheOfTheRigIsCleanAndAShiftedOneIsNot() throws IOException {
        Scene cache = CacheDelivery.baked(woman, null, null, 2, Progress.NONE);
        assertThat(cache.caches().getFirst().range()[1])
                .isCloseTo(woman.clips().getFirst().endSeconds(), within(1e-9));
        Path file = folder.resolve("woman.abc");
        Scene back = SceneFiles.write(cache, file, new AbcFormat(), AbcFormat.OGAWA, true, Progress.NONE)
                .scene();
        Comparison c = Comparison.of(woman, back, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(c.topic(Topic.CACHES).verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(c.topic(Topic.CACHES).worst().value()).isLessThan(0.01);
        assertThat(c.topic(Topic.SKIN_WEIGHTS).verdict()).isEqualTo(Verdict.NOT_CHECKED);
        Comparison off =
                Comparison.of(woman, ChangeCache.shift(0.5).apply(back), Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(off.topic(Topic.CACHES).worst().value()).isGreaterThan(1);
    }

    @Test
    void aDeliveryBakesTheClipThatGoes() throws IOException {
        Clip bow = woman.clips().stream()
                .filter(c -> c.name().equals("bow"))
                .findFirst()
                .orElseThrow();
        Delivery bows = new Delivery(
                        ExportSelection.ALL.withClips(Set.of("bow")), false, PictureFiles.Travel.AS_THEY_ARE)
                .withSamplesPerFrame(2);
        Delivery.Part part;
        try (Drafts drafts = new Drafts(false)) {
            Path target = folder.resolve("bow.abc");
            part = Deliveries.write(
                            bows,
                            woman,
                            null,
                            new Target(target, new AbcFormat(), AbcFormat.OGAWA),
                            drafts,
                            Progress.NONE)
                    .parts()
                    .getFirst();
        }
        Cache back = part.back().scene().caches().getFirst();
        assertThat(back.range()).containsExactly(new double[] {bow.startSeconds(), bow.endSeconds()}, within(1e-9));
        int samples = new CacheMesh(back.entries().get(1).node()).count();
        assertThat(samples).isEqualTo((int) Math.round(2 * (bow.lastFrame() - bow.firstFrame())) + 1);
        assertThat(back.entries().get(1).node().param("uv")).isNotNull();
        assertThat(back.entries().get(1).node().children()).isNotEmpty();
        assertThat(part.proof().verdict()).isEqualTo(Verdict.CLEAN);
    }

    @Test
    void whatOnlyMovesIsStillUnderItsTransform() throws IOException {
        Scene cache = CacheDelivery.baked(bell, bell.clips().getFirst(), null, 1, Progress.NONE);
        Cache c = cache.caches().getFirst();
        assertThat(c.entries().stream()
                        .filter(e -> e.node().kind().isMesh())
                        .allMatch(e -> new CacheMesh(e.node()).positions().constant()))
                .isTrue();
        Comparison held = Comparison.of(bell, cache, Tolerances.DEFAULT, true, Progress.NONE);
        assertThat(held.topic(Topic.CACHES).verdict()).isEqualTo(Verdict.CLEAN);
    }

    /** A cache that declares nothing, with the rig it belongs to: unit and up axis are seen from the two together. */
    @Test
    void unitAndUpAxisAreSeenFromWhatGoesAlong() throws IOException {
        Scene cache = CacheDelivery.baked(woman, null, null, 1, Progress.NONE);
        Scene metres = new ConvertStage(AxisSystem.COMMON, 1).apply(cache);
        Scene rig = new ConvertStage(AxisSystem.COMMON, 1).apply(woman);
        assertThat(found(rig.withCaches(metres.caches()))).doesNotContain("cache-unit", "cache-lying");
        Scene centimetres = new ConvertStage(AxisSystem.COMMON, 0.01).apply(cache);
        assertThat(found(rig.withCaches(centimetres.caches()))).contains("cache-unit");
        Scene flat = new ConvertStage(AxisSystem.Z_UP, 1).apply(cache);
        Scene lying = rig.withCaches(flat.caches());
        assertThat(found(lying)).contains("cache-lying");
        assertThat(found(ChangeCache.of("turn-cache", "Z:Y").apply(lying))).doesNotContain("cache-unit", "cache-lying");
    }

    private static List<String> found(Scene s) {
        return CacheDeepRules.of(s, Progress.NONE).stream().map(Finding::code).toList();
    }

    @Test
    void bakingTellsItsProgressAndStops() {
        int[] calls = {0};
        Progress stop = (done, what) -> {
            if (calls[0]++ == 5) {
                throw new CancellationException();
            }
        };
        assertThatThrownBy(() -> CacheDelivery.baked(woman, null, null, 1, stop))
                .isInstanceOf(CancellationException.class);
        assertThatThrownBy(() -> CacheDelivery.baked(woman, null, null, 0, Progress.NONE))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("1 to 1000");
    }
}
