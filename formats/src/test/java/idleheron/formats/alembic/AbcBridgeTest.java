package idleheron.formats.alembic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.measure.CacheGap;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import io.jhdf.HdfFile;
import io.jhdf.WritableHdfFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Archive to cache and back: nothing that a cache holds is lost, and what a stage declares comes back. */
class AbcBridgeTest {
    @TempDir
    Path folder;

    static List<String> sound() {
        return ReferenceFiles.sound();
    }

    private Scene again(Scene s) throws IOException {
        return SceneFiles.write(s, folder.resolve("again.abc"), new AbcFormat(), AbcFormat.OGAWA, true, Progress.NONE)
                .scene();
    }

    @ParameterizedTest
    @MethodSource("sound")
    void whatIsReadWrittenAndReadIsTheSame(String name) throws IOException {
        Files.write(folder.resolve(name), ReferenceFiles.bytes(name));
        Scene a = SceneFiles.read(folder.resolve(name), Progress.NONE).scene();
        Scene b = again(a);
        Cache x = a.caches().getFirst();
        Cache y = b.caches().getFirst();
        assertThat(y.entries()).hasSameSizeAs(x.entries());
        for (int i = 0; i < x.entries().size(); i++) {
            assertThat(y.entries().get(i).path()).isEqualTo(x.entries().get(i).path());
            same(x.entries().get(i).node(), y.entries().get(i).node());
        }
        assertThat(CacheGap.of(x, y, new Matrix4d(), new Matrix4d(), Progress.NONE)
                        .worst())
                .isZero();
        assertThat(b.stage().rate()).isEqualTo(a.stage().rate());
    }

    private static void same(CacheNode a, CacheNode b) {
        assertThat(b.kind()).isEqualTo(a.kind());
        assertThat(b.source()).isEqualTo(a.source());
        assertThat(b.params()).hasSameSizeAs(a.params());
        assertThat(b.user()).hasSameSizeAs(a.user());
        assertThat(b.other()).hasSameSizeAs(a.other());
        assertThat(b.samples().keySet()).containsAll(a.samples().keySet());
        a.samples().forEach((role, s) -> {
            var t = b.get(role);
            assertThat(t).as(role.name()).isNotNull();
            if (t != null) {
                assertThat(t.count()).isGreaterThanOrEqualTo(s.count());
                assertThat(t.times()).isEqualTo(s.times());
                for (int i = 0; i < s.count(); i++) {
                    assertThat(t.bytes(i).mismatch(s.bytes(i)))
                            .as(a.name() + " " + role)
                            .isEqualTo(-1);
                }
            }
        });
    }

    @Test
    void theStageTravelsAsMetadata() throws IOException {
        Scene s = Scene.bare("x", new Stage(AxisSystem.Z_UP_LEFT, 0.01, new FrameRate(30_000, 1001), 0, 0, ""))
                .withCaches(List.of(ReferenceFiles.cache("02_deforming_mesh.abc")));
        Stage back = again(s).stage();
        assertThat(back.axes()).isEqualTo(AxisSystem.Z_UP_LEFT);
        assertThat(back.metersPerUnit()).isEqualTo(0.01);
        assertThat(back.rate()).isEqualTo(new FrameRate(30_000, 1001));
        assertThat(back.writer()).isEqualTo("Idle Heron");
    }

    @Test
    void anArchiveHoldsOneCache() {
        assertThatThrownBy(() -> again(Scene.bare("x", Stage.COMMON)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("holds one cache");
    }

    @Test
    void theOlderContainerIsToldAndCanBeLookedThrough() throws IOException {
        Path file = folder.resolve("old.abc");
        try (WritableHdfFile hdf = HdfFile.write(file)) {
            hdf.putGroup("ABC").putGroup("reed").putDataset("P.smp0", new float[] {1, 2, 3});
        }
        assertThatThrownBy(() -> SceneFiles.read(file, Progress.NONE))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("older HDF5 container with 3 groups and 1 datasets");
        assertThat(SceneFiles.outline(file, Progress.NONE).toString()).contains("name=P.smp0, type=float, value=[3]");
    }

    @Test
    void theFileAsStoredShowsTypesSamplesAndPlaces() throws IOException {
        Path file = folder.resolve("a.abc");
        Files.write(file, ReferenceFiles.bytes("02_deforming_mesh.abc"));
        var o = SceneFiles.outline(file, Progress.NONE);
        assertThat(o.toString())
                .contains("float32 × 3 array")
                .contains("24 samples")
                .contains("uniform");
        assertThat(ReferenceFiles.cache("02_deforming_mesh.abc").count(CacheKind.MESH))
                .isEqualTo(1);
    }
}
