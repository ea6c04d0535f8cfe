package idleheron.formats.openvdb;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.job.Progress;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.openvdb.coding.VdbFile;
import idleheron.formats.openvdb.coding.VdbReader;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Every file that the reference library wrote, against the facts that it gives for it. */
class VdbReferenceTest {
    static List<String> names() {
        return References.names();
    }

    /** A tree of another shape is listed with all but its voxels. */
    @Test
    void listsWhatItDoesNotRead() throws IOException {
        byte[] bytes = References.bytes("xf_scale_translate.vdb");
        byte[] type = "Tree_float_5_4_3".getBytes(StandardCharsets.US_ASCII);
        int at = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("Tree_float_5_4_3");
        type[11] = '3';
        System.arraycopy(type, 0, bytes, at, type.length);
        VdbReader reader = VdbReader.open("other.vdb", MemorySegment.ofArray(bytes));
        VdbFile.Entry e = reader.file().grids().getFirst();
        assertThat(e.treeShape()).isEqualTo("3_4_3");
        assertThat(e.isReadable()).isFalse();
        assertThat(e.map().kind()).isEqualTo("ScaleTranslateMap");
        assertThat(e.metadata().whole("file_voxel_count")).isPositive();
        assertThatThrownBy(() -> reader.grid(e, Progress.NONE))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("Tree_float_3_4_3");
    }

    /** A stream says nowhere where a grid ends; points are run through like voxels. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "points_mixed.vdb",
                "points_many_maskblosc.vdb",
                "points_extras_mask.vdb",
                "points_null_maskzip.vdb",
                "points_fxpt8_mask.vdb"
            })
    void readsPointsInAStreamWithoutOffsets(String name) throws IOException {
        byte[] bytes = References.bytes(name);
        bytes[20] = 0;
        for (VdbFile.Entry e : References.open(name).file().grids()) {
            Arrays.fill(bytes, (int) e.gridAt() - 24, (int) e.gridAt(), (byte) 0);
        }
        VdbReader stream = VdbReader.open(name, MemorySegment.ofArray(bytes));
        assertThat(stream.file().hasOffsets()).isFalse();
        Facts.hold(stream, References.facts(name));
    }

    @ParameterizedTest
    @MethodSource("names")
    void readsWhatTheReferenceLibraryReads(String name) throws IOException {
        Facts.hold(References.open(name), References.facts(name));
    }
}
