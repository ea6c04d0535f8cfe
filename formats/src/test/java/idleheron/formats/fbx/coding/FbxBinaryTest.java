package idleheron.formats.fbx.coding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.FbxBytes;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class FbxBinaryTest {
    private static final HexFormat HEX = HexFormat.of();

    private static FbxDocument document(FbxRecord... records) {
        return new FbxDocument(7400, false, List.of(records), null, List.of());
    }

    private static byte[] write(FbxDocument d, int version) {
        return FbxBytes.binary(d, version);
    }

    private static FbxDocument read(byte[] bytes) throws FormatException {
        return FbxBytes.read(bytes);
    }

    /** One record "A" with the number 7, worked out by hand. */
    private static byte[] byHand() {
        ByteBuffer b = ByteBuffer.allocate(27 + 13 + 1 + 5 + 13).order(ByteOrder.LITTLE_ENDIAN);
        b.put("Kaydara FBX Binary  ".getBytes(StandardCharsets.ISO_8859_1)).put(new byte[] {0, 0x1a, 0});
        b.putInt(7400);
        b.putInt(27 + 19).putInt(1).putInt(5).put((byte) 1).put((byte) 'A');
        b.put((byte) 'I').putInt(7);
        return b.array();
    }

    @Test
    void aFileMadeByHandReadsAsItWasMeant() throws FormatException {
        FbxDocument d = read(byHand());
        assertThat(d.version()).isEqualTo(7400);
        assertThat(d.variant()).isEqualTo("binary 7.4");
        assertThat(d.records()).containsExactly(FbxRecord.leaf("A", new FbxValue.Int32(7)));
        assertThat(d.notes()).contains("the footer is missing");
    }

    @Test
    void theWriterGivesTheSameBytesAndThenTheFooter() {
        byte[] out = write(document(FbxRecord.leaf("A", new FbxValue.Int32(7))), 7400);
        assertThat(HEX.formatHex(out)).startsWith(HEX.formatHex(byHand()));
        int footer = byHand().length;
        assertThat(HEX.formatHex(out, footer, footer + 16)).isEqualTo("fabcab09d0c8d466b176fb831cf7267e");
        // Zeros to the next multiple of 16, four more, then the version.
        int version = (footer + 16 + 15) / 16 * 16 + 4;
        assertThat(ByteBuffer.wrap(out).order(ByteOrder.LITTLE_ENDIAN).getInt(version))
                .isEqualTo(7400);
        assertThat(out).hasSize(version + 4 + 120 + 16);
        assertThat(HEX.formatHex(out, out.length - 16, out.length)).isEqualTo("f85a8c6adef5d97eece90ce3758f290b");
    }

    @ParameterizedTest
    @ValueSource(ints = {7400, 7500})
    void everyKindOfValueComesBack(int version) throws FormatException {
        double[] many = new double[500];
        java.util.Arrays.setAll(many, i -> i * 0.25);
        FbxRecord inner = FbxRecord.leaf("Inner", new FbxValue.Text("tide"), new FbxValue.Blob(new byte[] {1, 2, 3}));
        FbxRecord all = FbxRecord.scope(
                "All",
                List.of(
                        new FbxValue.Int16((short) -3),
                        new FbxValue.Flag((byte) 1),
                        new FbxValue.Int32(-70_000),
                        new FbxValue.Real32(1.5f),
                        new FbxValue.Real64(Math.PI),
                        new FbxValue.Int64(1L << 40)),
                List.of(inner, FbxRecord.scope("Empty", List.of(new FbxValue.Int64(4)), List.of())));
        FbxRecord arrays = FbxRecord.leaf(
                "Arrays",
                new FbxValue.Ints(new int[] {1, -1}),
                new FbxValue.Longs(new long[] {5}),
                new FbxValue.Floats(new float[] {.5f}),
                new FbxValue.Doubles(many),
                new FbxValue.Flags(new byte[] {0, 1}),
                new FbxValue.Bytes(new byte[300]));
        byte[] first = write(document(all, arrays), version);
        FbxDocument back = read(first);
        assertThat(back.records()).usingRecursiveComparison().isEqualTo(List.of(all, arrays));
        assertThat(write(back, version)).isEqualTo(first);
        // 500 doubles are 4000 bytes raw; packed they are fewer.
        assertThat(first.length).isLessThan(3000);
    }

    @Test
    void aScopeWithoutItsZeroRecordIsForgivenAndNoted() throws FormatException {
        byte[] good = write(
                document(FbxRecord.scope("S", List.of(), List.of(FbxRecord.leaf("A", new FbxValue.Int32(7))))), 7400);
        // Cut the inner zero record and move the end offset of S.
        int innerEnd = 27 + 13 + 1 + 13 + 1 + 5;
        byte[] cut = new byte[good.length - 13];
        System.arraycopy(good, 0, cut, 0, innerEnd);
        System.arraycopy(good, innerEnd + 13, cut, innerEnd, good.length - innerEnd - 13);
        ByteBuffer.wrap(cut).order(ByteOrder.LITTLE_ENDIAN).putInt(27, innerEnd);
        FbxDocument d = read(cut);
        assertThat(d.records().getFirst().children()).hasSize(1);
        assertThat(d.notes()).anyMatch(n -> n.contains("not closed"));
    }

    @Test
    void whatIsWrongIsToldWithItsPlace() {
        byte[] b = byHand();
        b[41] = '?';
        assertThatThrownBy(() -> read(b)).hasMessageContaining("byte 41").hasMessageContaining("type letter");
        byte[] version = byHand();
        version[24] = 0x7f;
        assertThatThrownBy(() -> read(version)).hasMessageContaining("byte 23").hasMessageContaining("6000 to 8999");
        byte[] end = byHand();
        end[28] = 0x7f;
        assertThatThrownBy(() -> read(end)).hasMessageContaining("byte 27").hasMessageContaining("ends at byte");
        assertThatThrownBy(() -> read(new byte[0])).hasMessageContaining("an empty file");
    }

    @Test
    void aCountThatCannotBeIsRefusedBeforeAnythingIsAllocated() {
        byte[] b = write(document(FbxRecord.leaf("A", new FbxValue.Doubles(new double[400]))), 7400);
        // The count of the array stands after the record's head, its name and the type letter.
        ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).putInt(42, 0x0FFFFFFF);
        assertThatThrownBy(() -> read(b)).isInstanceOf(FormatException.class).hasMessageContaining("elements");
        byte[] c = write(document(FbxRecord.leaf("A", new FbxValue.Doubles(new double[400]))), 7400);
        ByteBuffer.wrap(c).order(ByteOrder.LITTLE_ENDIAN).putInt(42, 401);
        assertThatThrownBy(() -> read(c)).hasMessageContaining("3208 unpacked bytes");
    }

    @Test
    void otherVersionsAreNotWritten() {
        assertThatThrownBy(() -> write(document(), 7100)).hasMessageContaining("7.4 and 7.5");
    }
}
