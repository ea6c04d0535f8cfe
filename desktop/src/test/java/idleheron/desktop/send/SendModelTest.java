package idleheron.desktop.send;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.bake.Bake;
import idleheron.core.crossing.Asset;
import idleheron.core.job.Progress;
import idleheron.core.kind.FactGroup;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Volume;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.rehearsal.MadeDemo;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What goes, in which carrier and under what name, without a window. */
class SendModelTest {
    private static final Scene WOMAN = MadeDemo.postwoman();
    private static final Asset FILE = asset(WOMAN, "bench/woman.v2.fbx");

    private final SendModel model = new SendModel();

    private static Asset asset(Scene s, String path) {
        return new Asset(s, path, "FBX", "binary 7.5", 1000);
    }

    private static SceneFormat named(String name) {
        return SceneFiles.formats().stream()
                .filter(f -> f.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void anotherAssetBeginsAnewAndTheSameOneDoesNot() {
        assertThat(model.take(FILE, WOMAN)).isTrue();
        Clip walk = WOMAN.clips().getFirst();
        model.goes(walk, false);
        model.use(named("USD"), "a.fbx");
        assertThat(model.take(FILE, WOMAN)).isFalse();
        assertThat(model.goes(walk)).isFalse();
        assertThat(model.format().name()).isEqualTo("USD");
        assertThat(model.take(asset(WOMAN, "other.fbx"), WOMAN)).isTrue();
        assertThat(model.goes(walk)).isTrue();
        assertThat(model.format().name()).isEqualTo("FBX");
    }

    @Test
    void theNameLiesBesideTheOriginal() {
        model.take(FILE, WOMAN);
        assertThat(model.offered(FILE, WOMAN)).isEqualTo("bench/woman.v2_ready.fbx");
    }

    @Test
    void aSequenceGetsAFolderOfItsOwn() {
        Volume v = new Volume("smoke", 3, List.of(), List.of());
        Scene s = Scene.bare("smoke", Stage.COMMON).withVolumes(List.of(v));
        Asset a = asset(s, "bench/smoke.###.vdb");
        model.take(a, s);
        assertThat(model.format().name()).isEqualTo("OpenVDB");
        assertThat(model.offered(a, s)).isEqualTo("bench/smoke_ready/smoke.####.vdb");
        assertThat(model.hasParts()).isFalse();
        assertThat(model.format().advice()).contains("#");
    }

    @Test
    void anotherCarrierChangesTheEnding() {
        model.take(FILE, WOMAN);
        assertThat(model.use(named("Alembic"), "bench/woman_ready.fbx")).isEqualTo("bench/woman_ready.abc");
        assertThat(model.bakes(WOMAN)).isTrue();
        assertThat(model.hasParts()).isFalse();
        assertThat(model.use(named("FBX"), "bench/woman")).isEqualTo("bench/woman");
        assertThat(model.bakes(WOMAN)).isFalse();
        assertThat(model.hasParts()).isTrue();
    }

    @Test
    void anEndingOfTwoDotsIsDroppedWhole() {
        assertThat(model.offered(asset(WOMAN, "gauge_tide.motion.toml"), WOMAN)).isEqualTo("gauge_tide_ready.fbx");
    }

    @Test
    void clipsThatDoNotGoAreNamed() {
        model.take(FILE, WOMAN);
        assertThat(model.leftOut()).isEmpty();
        model.goes(WOMAN.clips().getFirst(), false);
        assertThat(model.leftOut()).containsExactly(WOMAN.clips().getFirst().name());
        model.goes(WOMAN.clips().getFirst(), true);
        assertThat(model.leftOut()).isEmpty();
    }

    @Test
    void everyKindSaysWhatOfItGoes() throws Exception {
        Scene baked = WOMAN.withCaches(List.of(Bake.of(WOMAN, null, new double[] {0}, Progress.NONE)));
        List<FactGroup> all = model.facts(baked);
        assertThat(all.stream().flatMap(g -> g.lines().stream()).map(l -> l.label()))
                .contains("joints", "points", "objects", "instances");
        assertThat(all.stream().map(FactGroup::title)).contains("Meshes", "Blend shapes");
        assertThat(model.facts(Scene.bare("none", Stage.COMMON))).isEmpty();
    }
}
