package idleheron.formats.openvdb;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.Volume;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.openvdb.coding.VdbReader;
import idleheron.formats.openvdb.coding.VdbWriter;
import idleheron.formats.spi.Outline;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files of volumes beside each other: which repeat, what they say of themselves, and how they are named. */
class VdbFilesTest {
    @TempDir
    Path folder;

    private static Grid grid(String name, GridMap map, SparseTree tree) {
        return new Grid(name, "unknown", map, tree, false, GridMetadata.EMPTY);
    }

    private static byte[] bytes(Grid... grids) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new VdbWriter(VdbWriter.Options.USUAL).write(List.of(grids), GridMetadata.EMPTY, out, Progress.NONE);
        return out.toByteArray();
    }

    private static String identifier(Grid... grids) throws IOException {
        return VdbReader.open("a.vdb", MemorySegment.ofArray(bytes(grids)))
                .file()
                .uuid();
    }

    /** The same grids have the same identifier, and another name, map or voxel another one. */
    @Test
    void theIdentifierIsThatOfWhatIsInTheFile() throws IOException {
        GridMap half = GridMap.scale(0.5);
        Grid one = grid("density", half, References.tree());
        String was = identifier(one);
        assertThat(identifier(grid("density", GridMap.scale(0.5), References.tree())))
                .isEqualTo(was);
        assertThat(identifier(grid("smoke", half, References.tree()))).isNotEqualTo(was);
        assertThat(identifier(grid("density", GridMap.scale(0.25), References.tree())))
                .isNotEqualTo(was);
        assertThat(identifier(one, grid("heat", half, References.tree()))).isNotEqualTo(was);
        SparseTree other = VdbReader.open("fog.vdb", MemorySegment.ofArray(References.bytes("fog_none.vdb")))
                .grids(Progress.NONE)
                .getFirst()
                .tree();
        assertThat(identifier(grid("density", half, other))).isNotEqualTo(was);
    }

    private Path file(String name, byte[] content) throws IOException {
        return Files.write(folder.resolve(name), content);
    }

    @Test
    void filesThatHoldTheSameButForTheirIdentifier() throws IOException {
        byte[] fog = References.bytes("fog_none.vdb");
        byte[] renamed = fog.clone();
        renamed[25] ^= 1;
        byte[] changed = fog.clone();
        changed[fog.length - 5] ^= 1;
        Path a = file("a.vdb", fog);
        assertThat(VdbFrames.same(a, file("b.vdb", renamed))).isTrue();
        assertThat(VdbFrames.same(a, file("c.vdb", changed))).isFalse();
        assertThat(VdbFrames.same(a, file("d.vdb", java.util.Arrays.copyOf(fog, fog.length - 1))))
                .isFalse();
        assertThat(VdbFrames.same(file("e.vdb", new byte[10]), file("f.vdb", new byte[10])))
                .as("nothing but a head")
                .isFalse();
    }

    @Test
    void aFrameThatRepeatsTheOneBeforeItSaysSo() throws IOException {
        byte[] fog = References.bytes("fog_none.vdb");
        byte[] other = References.bytes("fog_zip.vdb");
        file("fog.0001.vdb", fog);
        file("fog.0002.vdb", fog);
        file("fog.0003.vdb", other);
        file("fog.0004.vdb", fog);
        Volume v = SceneFiles.read(folder.resolve("fog.####.vdb"), Progress.NONE)
                .scene()
                .volumes()
                .getFirst();
        assertThat(v.frames()).extracting(Volume.Frame::repeats).containsExactly(false, true, false, false);
        VdbSeveral several = new VdbSeveral();
        assertThat(several.matches(folder.resolve("fog.####.vdb"))).isTrue();
        assertThat(several.first(folder.resolve("fog.####.vdb"))).isEqualTo(folder.resolve("fog.0001.vdb"));
        assertThat(several.files(folder)).hasSize(4);
        assertThat(several.around(folder.resolve("fog.0003.vdb"))).isEqualTo(folder.resolve("fog.####.vdb"));
        Scene s = several.read(folder, Progress.NONE);
        assertThat(several.bytes(folder, s)).isEqualTo(3L * fog.length + other.length);
        assertThatThrownBy(() -> several.first(folder.resolve("mist.####.vdb")))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("mist.####.vdb")
                .hasMessageContaining("none in");
    }

    @Test
    void namesOfFramesByTheirDigits() {
        assertThat(VdbSequence.fileName("fog.####.vdb", 7, 2)).isEqualTo("fog.0007.vdb");
        assertThat(VdbSequence.fileName("fog_#.vdb", 123, 4)).isEqualTo("fog_123.vdb");
        assertThat(VdbSequence.fileName("#fog.vdb", 7, 4)).isEqualTo("7fog.vdb");
        assertThat(VdbSequence.fileName("fog.vdb", 7, 4)).isEqualTo("fog.0007.vdb");
    }

    private GridHeader header(String file, byte[] content) throws IOException {
        Volume v = SceneFiles.read(file(file, content), Progress.NONE)
                .scene()
                .volumes()
                .getFirst();
        return v.headers(v.frames().getFirst()).getFirst();
    }

    /** What a file says of its voxels is believed where it is all there, else they are counted. */
    @Test
    void voxelsAndTheirBoxAsToldOrCounted() throws IOException {
        GridHeader told = header("told.vdb", bytes(grid("density", GridMap.scale(1), References.tree())));
        assertThat(told.voxels()).isEqualTo(1);
        assertThat(told.box()).isEqualTo(new IndexBox(1, 2, 3, 1, 2, 3));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Grid bare = grid("density", GridMap.scale(1), References.tree());
        new VdbWriter(new VdbWriter.Options(0, true, false))
                .write(List.of(bare), GridMetadata.EMPTY, out, Progress.NONE);
        byte[] silent = out.toByteArray();
        assertThat(new String(silent, StandardCharsets.ISO_8859_1)).doesNotContain("file_voxel_count");
        GridHeader counted = header("silent.vdb", silent);
        assertThat(counted.voxels()).isEqualTo(1);
        assertThat(counted.box()).isEqualTo(new IndexBox(1, 2, 3, 1, 2, 3));
        byte[] lies = bytes(bare);
        int at = new String(lies, StandardCharsets.ISO_8859_1).indexOf("file_voxel_count");
        assertThat(at).isPositive();
        // name, length and text of the type, size of the value, value
        int value = at + "file_voxel_count".length() + 4 + "int64".length() + 4;
        assertThat(lies[value]).isEqualTo((byte) 1);
        lies[value] = 77;
        assertThat(header("lies.vdb", lies).voxels()).isEqualTo(77);
    }

    private static List<String> all(Outline o) {
        List<String> out = new ArrayList<>(List.of(o.name() + " = " + o.value()));
        o.children().forEach(c -> out.addAll(all(c)));
        return out;
    }

    @Test
    void aFileAsStored() throws IOException {
        List<String> metadata =
                all(SceneFiles.outline(file("m.vdb", References.bytes("metadata_all.vdb")), Progress.NONE));
        assertThat(metadata)
                .anyMatch(l -> l.startsWith("identifier = "))
                .anyMatch(l -> l.startsWith("file version = 22"));
        assertThat(metadata.size()).as("with every entry of the metadata").isGreaterThan(20);
        List<String> shared = all(SceneFiles.outline(file("i.vdb", References.bytes("instanced.vdb")), Progress.NONE));
        assertThat(shared).anyMatch(l -> l.startsWith("shares the tree of = "));
        List<String> own = all(SceneFiles.outline(file("f.vdb", References.bytes("fog_none.vdb")), Progress.NONE));
        assertThat(own).noneMatch(l -> l.startsWith("shares the tree of"));
    }

    @Test
    void oneFrameGoesUnderItsNameAndSeveralUnderNumbers() throws IOException {
        Volume v = SceneFiles.read(file("fog.0004.vdb", References.bytes("fog_none.vdb")), Progress.NONE)
                .scene()
                .volumes()
                .getFirst();
        List<VolumeDelivery.Part> parts = VolumeDelivery.write(
                v, Stage.COMMON, folder.resolve("out/cloud.vdb"), VdbWriter.Options.USUAL, false, Progress.NONE);
        assertThat(parts).extracting(VolumeDelivery.Part::file).containsExactly(folder.resolve("out/cloud.vdb"));
        assertThat(parts).allMatch(VolumeDelivery.Part::proved);
        List<VolumeDelivery.Part> numbered = VolumeDelivery.write(
                v, Stage.COMMON, folder.resolve("out/cloud.###.vdb"), VdbWriter.Options.USUAL, false, Progress.NONE);
        assertThat(Objects.requireNonNull(numbered.getFirst().file())
                        .getFileName()
                        .toString())
                .startsWith("cloud.0");
    }
}
