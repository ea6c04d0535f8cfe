package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.formats.fbx.coding.FbxDocuments;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.spi.Outline;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a file holds is shown with its types and with where it lies. */
class FbxOutlineTest {
    private static final FbxDocument DOCUMENT = new FbxDocument(
            7400,
            false,
            List.of(
                    FbxRecord.scope(
                            "FBXHeaderExtension",
                            List.of(),
                            List.of(FbxRecord.leaf("FBXVersion", new FbxValue.Int32(7400)))),
                    FbxRecord.scope(
                            "Objects",
                            List.of(),
                            List.of(FbxRecord.leaf(
                                    "Reed",
                                    new FbxValue.Text("tall"),
                                    new FbxValue.Doubles(new double[] {1, 2, 3, 4, 5, 6, 7, 8}))))),
            null,
            List.of());

    @Test
    void aBinaryFileIsLaidOutWithOffsetsThatHoldTheRecordsNames() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        FbxDocuments.writeBinary(DOCUMENT, 7400, out, Progress.NONE);
        byte[] bytes = out.toByteArray();
        Outline o = FbxOutline.of("reed.fbx", MemorySegment.ofArray(bytes), Progress.NONE);
        assertThat(o.type()).isEqualTo("FBX binary 7.4");
        assertThat(o.children().getFirst().at()).isEqualTo(27);
        Outline reed = o.children().get(1).children().getFirst();
        assertThat(reed.type()).isEqualTo("text, 8 double");
        assertThat(reed.value()).startsWith("\"tall\", [1.0, 2.0").endsWith("…]");
        // Three words of four bytes and the length of the name stand before the name.
        assertThat(new String(bytes, (int) reed.at() + 13, 4, StandardCharsets.UTF_8))
                .isEqualTo("Reed");
        assertThat(o.count()).isEqualTo(5);
    }

    @Test
    void aTextFileIsLaidOutWithOffsetsOfItsNames() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        FbxDocuments.writeText(DOCUMENT, out, Progress.NONE);
        byte[] bytes = out.toByteArray();
        Outline o = FbxOutline.of("reed.fbx", MemorySegment.ofArray(bytes), Progress.NONE);
        Outline objects = o.children().stream()
                .filter(c -> c.name().equals("Objects"))
                .findFirst()
                .orElseThrow();
        assertThat(new String(bytes, (int) objects.at(), 7, StandardCharsets.UTF_8))
                .isEqualTo("Objects");
    }
}
