package idleheron.formats.obj.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.obj.document.ObjDocument;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The parts of a text, each with the points, coordinates and normals that its faces use. */
class ObjPartsTest {
    private static ObjDocument document(String text) throws IOException {
        return ObjDocument.read("a.obj", MemorySegment.ofArray(text.getBytes(StandardCharsets.UTF_8)));
    }

    private static Scene read(String text) throws IOException {
        return ObjSceneReader.read(document(text), "a", null);
    }

    private static String points(int n) {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < n; i++) {
            s.append("v ").append(i).append(" 0 0\n");
        }
        return s.toString();
    }

    /** Near each other they are marked, far apart they are sorted; either way each comes once, in the order of the text. */
    @ParameterizedTest
    @CsvSource({"6", "3000"})
    void eachPointOnceInTheOrderOfTheText(int n) throws IOException {
        ObjParts parts = ObjParts.of(
                document(points(n) + "o z\nf 1 2 3\no a\nf " + n + " 2 1\nf 2 " + n + " 3\no b\nf 3 1 " + n + "\n"));
        assertThat(parts.all()).hasSize(3);
        assertThat(parts.all().get(1).points()).containsExactly(0, 1, 2, n - 1);
        assertThat(parts.all().get(2).points()).containsExactly(0, 2, n - 1);
        assertThat(parts.unused()).isEqualTo(n - 4);
    }

    @Test
    void cornersCountWithinTheirPart() throws IOException {
        Scene s = read(points(3000) + "o a\nf 3000 2 1\no b\nf 3 1 3000\n");
        // the points that no face has were said before the first object and stay with it
        assertThat(s.meshes().get(0).corners()).containsExactly(2999 - 1, 1, 0);
        assertThat(s.meshes().get(0).pointCount()).isEqualTo(2999);
        assertThat(s.meshes().get(1).corners()).containsExactly(1, 0, 2);
        assertThat(s.meshes().get(1).points()).containsExactly(0, 0, 0, 2, 0, 0, 2999, 0, 0);
    }

    @Test
    void whatNoFaceUsesStaysWhereItWasSaid() throws IOException {
        ObjParts parts = ObjParts.of(
                document("v 0 0 0\nv 1 0 0\nv 2 0 0\nf 1 2 3\no a\nv 9 9 9\nv 3 0 0\nf 1 2 5\no b\nv 8 8 8\no c\n"));
        assertThat(parts.all()).extracting(ObjParts.Part::name).containsExactly("", "a", "b");
        assertThat(parts.all().get(1).points()).containsExactly(0, 1, 3, 4);
        assertThat(parts.all().get(2).points()).containsExactly(5);
        assertThat(parts.unused()).isEqualTo(2);
    }

    @Test
    void coordinatesAndNormalsOfAPart() throws IOException {
        Scene s = read(
                points(4)
                        + "vt 0 0\nvt 0.5 0\nvt 1 0\nvt 1 1\nvn 0 0 2\nvn 3 0 4\no a\nf 1/4/1 2/3/1 3/4/2\no b\nf 1//2 3/2/2 4\no c\nf 1 2 3\n");
        Mesh a = s.meshes().get(0);
        UvSet ua = a.uvSets().getFirst();
        assertThat(ua.uv()).containsExactly(1, 1, 1, 0);
        assertThat(ua.indices()).containsExactly(0, 1, 0);
        assertThat(Objects.requireNonNull(a.normals()))
                .containsExactly(new float[] {0, 0, 1, 0, 0, 1, 0.6f, 0, 0.8f}, within(1e-6f));
        Mesh b = s.meshes().get(1);
        assertThat(b.uvSets().getFirst().indices()).containsExactly(-1, 0, -1);
        assertThat(b.uvSets().getFirst().uv()).containsExactly(0.5f, 0);
        Mesh c = s.meshes().get(2);
        assertThat(c.uvSets()).isEmpty();
        assertThat(c.normals()).isNull();
        assertThat(s.notes())
                .contains("corners without a normal among others that have one: 1; they have that of their face");
    }

    /** The normal of a face with corners in order against the clock, on every plane, and where it covers nothing. */
    @ParameterizedTest
    @CsvSource({
        "0 0 0, 2 0 0, 0 3 0, 0, 0, 1",
        "0 0 0, 0 2 0, 0 0 3, 1, 0, 0",
        "0 0 0, 0 0 2, 3 0 0, 0, 1, 0",
        "1 2 3, 5 2 3, 1 5 7, 0, -0.8, 0.6",
        "0 0 0, 1 1 1, 2 2 2, 0, 0, 1"
    })
    void aCornerWithoutANormalHasThatOfItsFace(String a, String b, String c, float x, float y, float z)
            throws IOException {
        Scene s = read("v " + a + "\nv " + b + "\nv " + c + "\nvn 0 0 0\nf 1//1 2//1 3//1\n");
        float[] n = Objects.requireNonNull(s.meshes().getFirst().normals());
        for (int k = 0; k < 3; k++) {
            assertThat(List.of(n[3 * k], n[3 * k + 1], n[3 * k + 2]))
                    .usingElementComparator((p, q) -> Math.abs(p - q) < 1e-6 ? 0 : 1)
                    .containsExactly(x, y, z);
        }
    }

    @Test
    void valuesAreKeptOnceInTheOrderInWhichTheyCame() {
        ValuePool pool = new ValuePool(3, 1);
        float[] all = new float[3 * 5000];
        for (int i = 0; i < 5000; i++) {
            all[3 * i] = i % 1000;
            all[3 * i + 1] = i % 1000 / 10;
        }
        for (int i = 0; i < 5000; i++) {
            assertThat(pool.add(all, 3 * i)).isEqualTo(i % 1000);
        }
        assertThat(pool.size()).isEqualTo(1000);
        assertThat(pool.width()).isEqualTo(3);
        for (int i = 0; i < 1000; i++) {
            assertThat(pool.values()[3 * i]).isEqualTo(i);
            assertThat(pool.values()[3 * i + 1]).isEqualTo(i / 10);
        }
        assertThat(pool.add(new float[] {0, 0, -0f}, 0))
                .as("a zero below zero is another one")
                .isEqualTo(1000);
        assertThat(pool.add(new float[] {9, 9, Float.NaN, 9, 9, Float.NaN}, 3)).isEqualTo(1001);
        assertThat(pool.add(new float[] {9, 9, Float.NaN}, 0)).isEqualTo(1001);
    }
}
