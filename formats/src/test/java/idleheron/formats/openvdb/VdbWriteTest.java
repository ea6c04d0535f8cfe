package idleheron.formats.openvdb;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.job.Progress;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.tree.GridChecksums;
import idleheron.core.volume.tree.VoxelStore;
import idleheron.formats.openvdb.coding.VdbReader;
import idleheron.formats.openvdb.coding.VdbWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What we write holds what was read, by our own reader and, on request, by the reference library ({@code HERON_ORACLES}). */
class VdbWriteTest {
    private static final int[] COMPRESSIONS = {0, 1, 2, 3, 4, 6};

    static List<String> names() {
        return References.names();
    }

    private static byte[] write(List<Grid> grids, int compression, boolean offsets, GridMetadata of)
            throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new VdbWriter(new VdbWriter.Options(compression, offsets, true)).write(grids, of, out, Progress.NONE);
        return out.toByteArray();
    }

    private static VdbReader open(byte[] bytes) throws IOException {
        return VdbReader.open("written.vdb", MemorySegment.ofArray(bytes));
    }

    @ParameterizedTest
    @MethodSource("names")
    void holdsTheSameVoxelsInEveryCompression(String name) throws IOException {
        VdbReader from = References.open(name);
        List<Grid> grids = from.grids(Progress.NONE);
        // with and without offsets in turn, each of them with every compression over the many files
        boolean offsets = name.hashCode() % 2 == 0;
        for (int compression : COMPRESSIONS) {
            offsets = !offsets;
            VdbReader back = open(write(grids, compression, offsets, from.file().metadata()));
            assertThat(back.file().hasOffsets()).isEqualTo(offsets);
            List<Grid> read = back.grids(Progress.NONE);
            assertThat(read).hasSameSizeAs(grids);
            for (int g = 0; g < grids.size(); g++) {
                same(read.get(g), grids.get(g));
            }
        }
    }

    private static void same(Grid got, Grid sent) {
        assertThat(got.name()).isEqualTo(sent.name());
        assertThat(got.gridClass()).isEqualTo(sent.gridClass());
        assertThat(got.map().kind()).isEqualTo(sent.map().kind());
        assertThat(got.map().affine()).isEqualTo(sent.map().affine());
        assertThat(got.half()).isEqualTo(sent.half());
        assertThat(got.tree().background().same(0, sent.tree().background(), 0)).isTrue();
        assertThat(GridChecksums.of(got.tree())).isEqualTo(GridChecksums.of(sent.tree()));
    }

    @Test
    void keepsMetadataOfEveryType() throws IOException {
        VdbReader from = References.open("metadata_all.vdb");
        VdbReader back =
                open(write(from.grids(Progress.NONE), 6, true, from.file().metadata()));
        assertThat(back.file().metadata())
                .usingRecursiveComparison()
                .isEqualTo(from.file().metadata());
        assertThat(back.file().grids().getFirst().metadata().without("file_"))
                .usingRecursiveComparison()
                .isEqualTo(from.file().grids().getFirst().metadata().without("file_"));
    }

    @Test
    void theSameGridsGiveTheSameBytesAndOthersAnotherIdentifier() throws IOException {
        List<Grid> grids = References.open("instanced.vdb").grids(Progress.NONE);
        byte[] once = write(grids, 6, true, GridMetadata.EMPTY);
        assertThat(write(grids, 6, true, GridMetadata.EMPTY)).isEqualTo(once);
        byte[] said = write(grids, 6, true, GridMetadata.EMPTY.with("made", "string", "by hand"));
        assertThat(open(said).file().uuid()).isNotEqualTo(open(once).file().uuid());
        byte[] fewer = write(grids.subList(0, 1), 6, true, GridMetadata.EMPTY);
        assertThat(open(fewer).file().uuid()).isNotEqualTo(open(once).file().uuid());
    }

    @Test
    void sharesATreeThatTwoGridsShow() throws IOException {
        VdbReader from = References.open("instanced.vdb");
        List<Grid> grids = from.grids(Progress.NONE);
        byte[] written = write(grids, 6, true, GridMetadata.EMPTY);
        long parents = open(written).file().grids().stream()
                .filter(e -> !e.parent().isEmpty())
                .count();
        assertThat(parents)
                .isEqualTo(from.file().grids().stream()
                        .filter(e -> !e.parent().isEmpty())
                        .count())
                .isPositive();
        assertThat(written.length).isLessThan(2 * (int) from.file().bytes());
    }

    @Test
    void roundsToHalvesOnceAndForAll() throws IOException {
        for (String type : List.of("float_mask", "double_mask", "vec3s_maskzip", "vec3d_mask")) {
            Grid sent = References.open("type_" + type + ".vdb")
                    .grids(Progress.NONE)
                    .getFirst()
                    .withHalf(true);
            for (int compression : COMPRESSIONS) {
                byte[] first = write(List.of(sent), compression, true, GridMetadata.EMPTY);
                Grid once = open(first).grids(Progress.NONE).getFirst();
                Grid twice = open(write(List.of(once), compression, true, GridMetadata.EMPTY))
                        .grids(Progress.NONE)
                        .getFirst();
                same(twice, once);
                VoxelStore a = sent.tree().leafValues();
                VoxelStore b = once.tree().leafValues();
                for (long v = 0; v < a.size(); v++) {
                    assertThat(b.get(v, 0)).isEqualTo(Float.float16ToFloat(Float.floatToFloat16((float) a.get(v, 0))));
                }
            }
        }
    }

    @Test
    void numbersNamesThatOccurMoreThanOnce() {
        Grid a = Grid.of("density", Grid.FOG, GridMap.scale(1), References.tree());
        assertThat(VdbWriter.uniqueNames(List.of(a, a.withName("heat"), a)))
                .containsExactly("density\u001e0", "heat", "density\u001e1");
    }

    @ParameterizedTest
    @MethodSource("names")
    @EnabledIfEnvironmentVariable(named = "HERON_ORACLES", matches = ".+")
    void theReferenceLibraryReadsWhatWeWrite(String name, @TempDir Path folder) throws Exception {
        VdbReader from = References.open(name);
        List<Grid> grids = from.grids(Progress.NONE);
        for (int compression : COMPRESSIONS) {
            for (boolean half : new boolean[] {false, true}) {
                List<Grid> sent = grids.stream()
                        .map(g -> g.withHalf(half && g.type().real() || g.half()))
                        .toList();
                byte[] bytes = write(sent, compression, !half, from.file().metadata());
                Path file = folder.resolve("written.vdb");
                Files.write(file, bytes);
                Facts.hold(open(bytes), oracle(file));
            }
        }
    }

    @Test
    @EnabledIfEnvironmentVariable(named = "HERON_ORACLES", matches = ".+")
    void theReferenceLibraryPutsAnUnevenFrustumWhereWeDo(@TempDir Path folder) throws Exception {
        GridMap map = new GridMap(
                "NonlinearFrustumMap",
                new double[] {2, 0.5, 0, 3, 0, 1, 0, 4, 0, 0, 3, 5, 0, 0, 0, 1},
                new GridMap.Frustum(new double[] {1, 2, 3}, new double[] {11, 25, 43}, 0.3, 1.7));
        byte[] bytes =
                write(List.of(Grid.of("density", Grid.FOG, map, References.tree())), 6, true, GridMetadata.EMPTY);
        Path file = folder.resolve("frustum.vdb");
        Files.write(file, bytes);
        Facts.hold(open(bytes), oracle(file));
    }

    private static JsonNode oracle(Path file) throws Exception {
        Process p = new ProcessBuilder(System.getenv("HERON_ORACLES") + "/vdb/bin/vdbfacts", file.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        byte[] out = p.getInputStream().readAllBytes();
        assertThat(p.waitFor()).isZero();
        return new ObjectMapper().readTree(out);
    }
}
