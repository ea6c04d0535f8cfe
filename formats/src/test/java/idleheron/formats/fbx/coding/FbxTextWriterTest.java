package idleheron.formats.fbx.coding;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.FbxBytes;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxNumbers;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class FbxTextWriterTest {
    private static FbxDocument document(boolean text, FbxRecord... records) {
        List<FbxRecord> all = new java.util.ArrayList<>(
                List.of(FbxRecord.scope("FBXHeaderExtension", List.of(), List.of(FbxBuild.leaf("FBXVersion", 7400)))));
        all.addAll(List.of(records));
        return new FbxDocument(7400, text, all, null, List.of());
    }

    private static String text(FbxDocument d) {
        return new String(FbxBytes.text(d), StandardCharsets.UTF_8);
    }

    @Test
    void recordsScopesAndValuesAreLaidOutWithTabs() {
        String s = text(document(
                false,
                FbxRecord.scope(
                        "Model",
                        List.of(
                                new FbxValue.Int64(7),
                                new FbxValue.Text("reed\0\1Model"),
                                new FbxValue.Real64(2),
                                new FbxValue.Flag((byte) 'T'),
                                new FbxValue.Flag((byte) 1)),
                        List.of(FbxBuild.leaf("Version", 232)))));
        assertThat(s).startsWith("; FBX 7.4.0 project file\n");
        assertThat(s).endsWith("Model: 7, \"reed\0\1Model\",2.0,T,1 {\n\tVersion: 232\n}\n");
    }

    @Test
    void namesOfObjectsAreSpelledTheOtherWayAndBack() throws FormatException {
        FbxRecord object = FbxRecord.scope(
                "Model",
                List.of(new FbxValue.Int64(7), new FbxValue.Text("left::reed\0\1Model"), FbxBuild.text("Mesh")),
                List.of());
        FbxDocument binary = document(false, FbxRecord.scope("Objects", List.of(), List.of(object)));
        assertThat(text(binary)).contains("\"Model::left::reed\", \"Mesh\" {");
        FbxDocument back = FbxBytes.read(FbxBytes.binary(FbxBytes.read(FbxBytes.text(binary)), 7400));
        assertThat(back.records().get(1))
                .usingRecursiveComparison()
                .isEqualTo(binary.records().get(1));
    }

    @Test
    void signsThatEndTextComeBack() throws FormatException {
        String hard = "a \"quote\", a line\nand\r another, &quot; and &amp; and & alone, déjà vu";
        FbxDocument d = document(true, FbxBuild.leaf("Note", hard));
        assertThat(text(d))
                .contains("&quot;quote&quot;")
                .contains("line&lf;and&cr;")
                .contains("&amp;quot;");
        assertThat(FbxBytes.read(FbxBytes.text(d)).records().get(1).text(0)).isEqualTo(hard);
    }

    @Test
    void textThatIsNotUtf8KeepsItsBytes() throws FormatException {
        byte[] latin = "Schilf grün".getBytes(StandardCharsets.ISO_8859_1);
        FbxDocument back =
                FbxBytes.read(FbxBytes.text(document(true, FbxRecord.leaf("Note", new FbxValue.Text(latin)))));
        assertThat(back.records().get(1).value(0)).usingRecursiveComparison().isEqualTo(new FbxValue.Text(latin));
        assertThat(back.records().get(1).text(0)).isEqualTo("Schilf grün");
    }

    @Test
    void aPictureIsWrittenInPiecesAndJoinedAgain() throws FormatException {
        byte[] picture = new byte[200_000];
        new Random(1).nextBytes(picture);
        FbxDocument d = document(true, FbxRecord.leaf("Content", new FbxValue.Blob(picture)));
        assertThat(text(d).lines().filter(l -> l.startsWith("\"")).count()).isEqualTo(5);
        assertThat(FbxBytes.read(FbxBytes.text(d)).records().get(1).value(0))
                .usingRecursiveComparison()
                .isEqualTo(new FbxValue.Blob(picture));
    }

    @Test
    void numbersOfAnyKindComeBackBitForBit() throws FormatException {
        Random random = new Random(2);
        double[] hard = new double[5000];
        long[] whole = new long[500];
        for (int i = 0; i < hard.length; i++) {
            hard[i] = i < 1000
                    ? random.nextGaussian()
                    : i < 2000
                            ? Math.rint(random.nextDouble() * 1e6) / 1e4
                            : Double.longBitsToDouble(random.nextLong());
        }
        hard[0] = -0.0;
        hard[1] = Double.NaN;
        hard[2] = Double.NEGATIVE_INFINITY;
        hard[3] = Double.MIN_VALUE;
        for (int i = 0; i < whole.length; i++) {
            whole[i] = random.nextLong() >> random.nextInt(64);
        }
        FbxDocument d = document(
                true,
                FbxRecord.leaf("Doubles", new FbxValue.Doubles(hard)),
                FbxRecord.leaf("Longs", new FbxValue.Longs(whole)),
                FbxRecord.leaf("One", new FbxValue.Real64(1e22), new FbxValue.Int64(Long.MIN_VALUE)));
        FbxDocument back = FbxBytes.read(FbxBytes.text(d));
        double[] got = FbxNumbers.doubles(back.records().get(1));
        for (int i = 0; i < hard.length; i++) {
            assertThat(Double.doubleToLongBits(got[i])).as("" + hard[i]).isEqualTo(Double.doubleToLongBits(hard[i]));
        }
        assertThat(FbxNumbers.longs(back.records().get(2))).isEqualTo(whole);
        assertThat(back.records().get(3).values()).isEqualTo(d.records().get(3).values());
    }

    /** What was read from text, written, and read again is the same document. */
    @Test
    void readingWritingAndReadingGivesTheSameDocument() throws FormatException {
        String body = "; FBX 7.4.0 project file\nFBXHeaderExtension: {\n FBXVersion: 7400\n}\n"
                + "A: *3 {\n a: 1,2.5,\n3 } \nB: ,\n 1,2\nC: T, Y,\"x\",-4\nD: {\n E: \n F: {\n }\n}\n"
                + "G: 1,2,3,4,5,6,7,8,9,10,11,12,13,14,15,16,17\nH: 1.#INF, -1.#INF, 1e5\n";
        FbxDocument first = FbxBytes.read(body.getBytes(StandardCharsets.UTF_8));
        FbxDocument second = FbxBytes.read(FbxBytes.text(first));
        assertThat(second).usingRecursiveComparison().isEqualTo(first);
        FbxDocument third = FbxBytes.read(FbxBytes.binary(first, 7500));
        FbxDocument fourth = FbxBytes.read(FbxBytes.binary(third, 7500));
        assertThat(fourth).usingRecursiveComparison().isEqualTo(third);
        assertThat(third.records().subList(0, 4))
                .usingRecursiveComparison()
                .isEqualTo(first.records().subList(0, 4));
    }

    @Test
    void packedBitsOfKeysAreWrittenAsTheNumberTheyAre() throws FormatException {
        float bits = Float.intBitsToFloat(0x0D050D05);
        FbxDocument d = document(
                false, FbxRecord.leaf("KeyAttrDataFloat", new FbxValue.Floats(new float[] {0.5f, 0, bits, 0})));
        assertThat(text(d)).contains("a: 0.5,0.0,218434821,0\n");
    }
}
