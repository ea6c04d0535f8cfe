package idleheron.formats.fbx.coding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.FbxBytes;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxNames;
import idleheron.formats.fbx.document.FbxNumbers;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class FbxTextTest {
    private static final String HEAD =
            "; FBX 7.5.0 project file\r\nFBXHeaderExtension:  {\r\n\tFBXVersion: 7500\r\n}\r\n";

    private static FbxDocument read(String body) throws FormatException {
        return FbxBytes.read((HEAD + body).getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void recordsValuesScopesAndCommentsAreRead() throws FormatException {
        FbxDocument d = read(
                "Model: 12, \"Model::reed &quot;one&quot;\", \"Mesh\" { ; a comment\n\tShading: T\n\tVersion: -232\n\tNothing: \n\tScale: 1.5e-3\n}\n");
        assertThat(d.variant()).isEqualTo("text 7.5");
        FbxRecord m = d.records().get(1);
        assertThat(m.values()).hasSize(3);
        assertThat(m.text(1)).isEqualTo("Model::reed \"one\"");
        assertThat(m.childText("Shading")).isEqualTo("T");
        assertThat(m.children().get(1).integer(0, 0)).isEqualTo(-232);
        assertThat(m.children().get(2).values()).isEmpty();
        assertThat(m.children().get(3).number(0, 0)).isEqualTo(1.5e-3);
        assertThat(FbxNames.plain(m.text(1))).startsWith("reed");
    }

    @Test
    void arraysBreakOverLinesAtACommaOnEitherSide() throws FormatException {
        FbxDocument d = read("Vertices: *6 {\n\ta: 1,2.5,\n3\n,4,5,6e2\n} \nIndex: *2 { a: 0,-3 }\nNone: *0 {\n}\n");
        assertThat(FbxNumbers.doubles(d.records().get(1))).containsExactly(1, 2.5, 3, 4, 5, 600);
        assertThat(FbxNumbers.ints(d.records().get(2))).containsExactly(0, -3);
        assertThat(FbxNumbers.doubles(d.records().get(3))).isEmpty();
    }

    @Test
    void numbersThatAreNoneAndEndlessDigitsAreRead() throws FormatException {
        FbxDocument d = read(
                "A: 1.#INF,-1.#IND, 0.123456789012345678901234567890123456789012345678901234567890123456789012345\n");
        assertThat(d.records().get(1).number(0, 0)).isEqualTo(Double.POSITIVE_INFINITY);
        assertThat(d.records().get(1).number(1, 0)).isNaN();
        assertThat(d.records().get(1).number(2, 0)).isEqualTo(0.12345678901234568);
    }

    @Test
    void embeddedPiecesAreJoined() throws FormatException {
        FbxDocument d = read("Content: ,\n\t\"QUJD\",\n\t\"REVG\"\nAfter: 1\n");
        assertThat(d.records().get(1).value(0))
                .isInstanceOfSatisfying(
                        FbxValue.Blob.class,
                        b -> assertThat(new String(b.bytes(), StandardCharsets.US_ASCII))
                                .isEqualTo("ABCDEF"));
        assertThat(d.records().get(2).name()).isEqualTo("After");
    }

    @Test
    void whatIsWrongIsToldWithItsLine() {
        assertThatThrownBy(() -> read("A: *3 { a: 1,2 }\n"))
                .hasMessageContaining("3 elements in A")
                .hasMessageContaining("line 5");
        assertThatThrownBy(() -> read("A: {\n B: 1\n")).hasMessageContaining("closing brace");
        assertThatThrownBy(() -> read("A: \"open\n")).hasMessageContaining("closing quote");
        assertThatThrownBy(() -> read("A: 12x4\n"))
                .hasMessageContaining("line 5")
                .hasMessageContaining("a number");
        assertThatThrownBy(() -> read("A: *999999999 { a: 1 }")).hasMessageContaining("fits the file");
        assertThatThrownBy(() -> read("A: {\n".repeat(80))).hasMessageContaining("inside each other");
    }
}
