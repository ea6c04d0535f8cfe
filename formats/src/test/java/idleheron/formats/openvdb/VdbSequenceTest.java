package idleheron.formats.openvdb;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.tree.GridChecksums;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.openvdb.coding.VdbWriter;
import idleheron.formats.spi.Outline;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class VdbSequenceTest {
    @TempDir
    private Path folder = Path.of("");

    @BeforeEach
    void unpack() throws IOException {
        for (int f : new int[] {1, 2, 3, 4, 5, 6, 8, 9, 10, 11, 12}) {
            String name = "puff.%04d.vdb".formatted(f);
            Files.write(folder.resolve(name), References.bytes("seq/" + name));
        }
    }

    private Volume read(Path path) throws IOException {
        return SceneFiles.read(path, Progress.NONE).scene().volumes().getFirst();
    }

    @Test
    void takesAPatternAFolderAndAFrameAmongItsFellowsAsOneItem() throws IOException {
        Volume v = read(folder.resolve("puff.####.vdb"));
        assertThat(v.frames()).hasSize(11);
        assertThat(v.missing()).containsExactly(7);
        assertThat(v.padding()).isEqualTo(4);
        assertThat(read(folder).name()).isEqualTo("puff");
        assertThat(VdbSequence.around(folder.resolve("puff.0003.vdb"))).isEqualTo(folder.resolve("puff.####.vdb"));
        assertThat(VdbSequence.around(folder)).isEqualTo(folder);
        assertThatThrownBy(() -> read(folder.resolve("none.##.vdb"))).isInstanceOf(FormatException.class);
    }

    @Test
    void keepsABrokenFrameAsAFrameWithItsFault() throws IOException {
        Files.write(folder.resolve("puff.0002.vdb"), new byte[0]);
        Files.write(folder.resolve("puff.0003.vdb"), new byte[100]);
        Files.copy(folder.resolve("puff.0004.vdb"), folder.resolve("puff.0007.vdb"));
        Files.copy(folder.resolve("puff.0005.vdb"), folder.resolve("puff.5.vdb"));
        Volume v = read(folder);
        assertThat(java.util.Objects.requireNonNull(v.frame(2)).fault()).isEqualTo("an empty file");
        assertThat(java.util.Objects.requireNonNull(v.frame(3)).fault())
                .contains("byte 0")
                .contains("20 42 44 56");
        List<String> codes = Inspection.of(
                        SceneFiles.read(folder, Progress.NONE).scene(), null)
                .stream()
                .map(Finding::code)
                .toList();
        assertThat(codes).contains("volume-frame-unreadable", "volume-frame-twice");
        assertThat(codes).doesNotContain("volume-frames-missing");
    }

    @Test
    void writesFramesUnderANameWithPaddingAndProvesThem() throws IOException {
        Scene s = SceneFiles.read(folder, Progress.NONE).scene();
        Scene changed = ChangeGrids.rename("density", "smoke").apply(s);
        Path out = folder.resolve("out").resolve("cloud_###.vdb");
        Stage stage = Stage.COMMON.withAxes(AxisSystem.Z_UP).withMetersPerUnit(0.01);
        List<VolumeDelivery.Part> parts = VolumeDelivery.write(
                changed.volumes().getFirst(), stage, out, VdbWriter.Options.USUAL, false, Progress.NONE);
        assertThat(parts).hasSize(11).allMatch(VolumeDelivery.Part::proved);
        Scene back = SceneFiles.read(out, Progress.NONE).scene();
        assertThat(back.stage().axes()).isEqualTo(AxisSystem.Z_UP);
        assertThat(back.stage().metersPerUnit()).isEqualTo(0.01);
        Volume v = back.volumes().getFirst();
        assertThat(v.gridNames()).contains("smoke").doesNotContain("density");
        assertThat(v.padding()).isEqualTo(3);
        Volume was = s.volumes().getFirst();
        assertThat(GridChecksums.of(
                        v.grid(v.frames().getLast(), "smoke", Progress.NONE).tree()))
                .isEqualTo(GridChecksums.of(was.grid(was.frames().getLast(), "density", Progress.NONE)
                        .tree()));
    }

    @Test
    void replacesNothingUnaskedAndLeavesNothingHalf() throws IOException {
        Volume v = read(folder);
        Path there = folder.resolve("puff.####.vdb");
        assertThatThrownBy(() ->
                        VolumeDelivery.write(v, Stage.COMMON, there, VdbWriter.Options.USUAL, false, Progress.NONE))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("already there");
        Path out = folder.resolve("cancelled").resolve("c.####.vdb");
        assertThatThrownBy(() ->
                        VolumeDelivery.write(v, Stage.COMMON, out, VdbWriter.Options.USUAL, false, (done, what) -> {
                            if (done > 0.4) {
                                throw new CancellationException();
                            }
                        }))
                .isInstanceOf(CancellationException.class);
        try (Stream<Path> left = Files.list(folder.resolve("cancelled"))) {
            assertThat(left.filter(p -> p.toString().endsWith(".part"))).isEmpty();
        }
    }

    @Test
    void showsAFileAsStored() throws IOException {
        Outline o = SceneFiles.outline(folder.resolve("puff.0001.vdb"), Progress.NONE);
        assertThat(o.children().stream().map(Outline::name)).contains("file version", "grid density");
        Outline grid = o.children().stream()
                .filter(c -> c.name().equals("grid density"))
                .findFirst()
                .orElseThrow();
        GridHeader h = read(folder).headers(read(folder).frames().getFirst()).getFirst();
        assertThat(grid.type()).isEqualTo(h.typeName());
        assertThat(grid.at()).isPositive();
    }
}
