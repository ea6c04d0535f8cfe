package idleheron.formats.openvdb.coding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.job.Progress;
import idleheron.core.scene.Lost.What;
import idleheron.core.scene.Scene;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.GridStats;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.openvdb.References;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Two grids of eight leaves each, the second damaged. */
class VdbRescueTest {
    @TempDir
    Path folder;

    private static Grid grid(String name, double scale) {
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 15, 15, 15), (i, j, k, out) -> {
            out[0] = scale * (1 + Math.sin(i + 3.1 * j + 7.7 * k));
            return true;
        });
        return new Grid(name, "fog volume", GridMap.scale(0.1), t, false, GridMetadata.EMPTY);
    }

    private static byte[] written(int compression) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new VdbWriter(new VdbWriter.Options(compression, true, true))
                .write(List.of(grid("smoke", 1), grid("heat", 900)), GridMetadata.EMPTY, out, Progress.NONE);
        return out.toByteArray();
    }

    private static VdbFile.Entry entry(byte[] bytes, String name) throws FormatException {
        VdbFile.Entry e = VdbReader.open("w.vdb", MemorySegment.ofArray(bytes)).find(name);
        return java.util.Objects.requireNonNull(e);
    }

    private Scene rescued(byte[] bytes) throws IOException {
        return SceneFiles.rescue(Files.write(folder.resolve("w.vdb"), bytes), Progress.NONE)
                .scene();
    }

    private static long active(Scene s, String grid) throws IOException {
        Volume v = s.volumes().getFirst();
        return GridStats.of(v.grid(v.frames().getFirst(), grid, Progress.NONE).tree(), Progress.NONE)
                .census()
                .activeVoxels();
    }

    static List<String> names() {
        return References.names();
    }

    @ParameterizedTest
    @MethodSource("names")
    void soundFilesAreNotMarked(String name) throws IOException {
        Path f = Files.write(folder.resolve("sound.vdb"), References.bytes(name));
        assertThat(SceneFiles.rescue(f, Progress.NONE).scene().isRescued()).isFalse();
    }

    @Test
    void aFileThatIsCutInItsSecondGridKeepsTheFirstAndTheLeavesBeforeTheCut() throws IOException {
        byte[] b = written(0);
        VdbFile.Entry heat = entry(b, "heat");
        int leaf = (int) (heat.endAt() - heat.buffersAt()) / 8;
        Scene s = rescued(Arrays.copyOf(b, (int) heat.buffersAt() + 3 * leaf + 100));
        assertThat(active(s, "smoke")).isEqualTo(4096);
        assertThat(s.stands(What.GRID, "smoke")).isTrue();
        assertThat(active(s, "heat")).isEqualTo(3 * 512);
        assertThat(s.stands(What.GRID, "heat")).isFalse();
        assertThat(s.lost()).anyMatch(l -> l.why().startsWith("3 of its 8 leaves are whole"));
        assertThat(s.volumes().getFirst().frames().getFirst().headers().get(1).voxels())
                .as("not what its header tells")
                .isEqualTo(3 * 512);
    }

    @Test
    void ofLeavesBeforeNoiseTheLastIsNotBelieved() throws IOException {
        byte[] b = written(0);
        VdbFile.Entry heat = entry(b, "heat");
        int leaf = (int) (heat.endAt() - heat.buffersAt()) / 8;
        int at = (int) heat.buffersAt() + 3 * leaf;
        for (int i = -40; i < 40; i++) {
            b[at + i] ^= 0x5A;
        }
        Scene s = rescued(b);
        assertThat(active(s, "heat")).isEqualTo(2 * 512);
        assertThat(s.stands(What.GRID, "smoke")).isTrue();
    }

    @Test
    void damageInPackedVoxelsThatOpensWithoutComplaintIsFound() throws IOException {
        byte[] b = written(VdbFile.ZIP);
        VdbFile.Entry heat = entry(b, "heat");
        for (int i = 0; i < 20; i++) {
            b[(int) heat.endAt() - 600 + i] ^= 0x33;
        }
        Path f = Files.write(folder.resolve("w.vdb"), b);
        assertThat(SceneFiles.read(f, Progress.NONE).scene().isRescued()).isFalse();
        Scene s = rescued(b);
        assertThat(s.isRescued()).isTrue();
        assertThat(active(s, "smoke")).isEqualTo(4096);
        assertThat(active(s, "heat")).isLessThan(4096);
    }

    @Test
    void aDamagedHeadMakesTheUnitUnsureAndNothingElse() throws IOException {
        byte[] b = written(0);
        Arrays.fill(b, 30, 60, (byte) 0xEE);
        Scene s = rescued(b);
        assertThat(active(s, "smoke")).isEqualTo(4096);
        assertThat(active(s, "heat")).isEqualTo(4096);
        assertThat(s.stands(What.STAGE, "")).isFalse();
    }

    @Test
    void withoutAGridThereIsNothingToRescue() throws IOException {
        byte[] b = Arrays.copyOf(written(0), 90);
        assertThatThrownBy(() -> rescued(b)).isInstanceOf(FormatException.class).hasMessageContaining("w.vdb");
    }
}
