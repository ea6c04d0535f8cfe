package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Transform;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where a node of a document stands, and what is said of it. */
class GltfTransformTest {
    private final List<String> notes = new ArrayList<>();

    private Transform of(String text) throws IOException {
        return GltfTransform.of(TinyDocument.object("/nodes/0", text.replace('\'', '"')), notes);
    }

    /** A quaternion of length 1 wherever its numbers stand, and one that is a thousandth longer. */
    @ParameterizedTest
    @CsvSource({
        "0.6, 0, 0.8, 0, 0",
        "0, 0.6, 0, 0.8, 0",
        "0.8, 0.6, 0, 0, 0",
        "0, 0, 0.6, 0.8, 0",
        "0.6, 0.6, 0.6, 0.6, 1",
        "0, 0, 0, 1.0009, 0",
        "0, 0, 0, 1.0011, 1",
        "0, 0, 0, 0.9989, 1"
    })
    void aTurnWhoseLengthIsNotOneIsTold(double x, double y, double z, double w, int told) throws IOException {
        of("{'rotation':[" + x + "," + y + "," + z + "," + w + "]}");
        assertThat(notes).hasSize(told);
        if (told > 0) {
            double length = Math.sqrt(x * x + y * y + z * z + w * w);
            assertThat(notes.getFirst())
                    .startsWith("/nodes/0 has a rotation of length")
                    .contains(("" + length).substring(0, 3));
        }
    }

    @Test
    void partsAreTakenAsTheyAre() throws IOException {
        Transform t = of("{'translation':[1,2,3],'rotation':[0,0,0.6,0.8],'scale':[4,5,6]}");
        Matrix4d want = new Matrix4d()
                .translate(1, 2, 3)
                .rotateZ(2 * Math.atan2(0.6, 0.8))
                .scale(4, 5, 6);
        assertThat(t.matrix().equals(want, 1e-9)).isTrue();
        assertThat(notes).isEmpty();
    }

    @Test
    void noTurnWhereItsNumbersAreNone() {
        assertThat(GltfTransform.angles(0, 0, 0, 0)).isEqualTo(Vec3.ZERO);
        assertThat(GltfTransform.angles(Double.NaN, 0, 0, 1)).isEqualTo(Vec3.ZERO);
        assertThat(GltfTransform.angles(0, 0, 1, 1).z()).isCloseTo(90, org.assertj.core.api.Assertions.within(1e-9));
    }

    @ParameterizedTest
    @CsvSource({"0, 1, 1", "1, 0, 1", "1, 1, 0"})
    void aScaleOfZeroIsTold(double x, double y, double z) throws IOException {
        of("{'scale':[" + x + "," + y + "," + z + "]}");
        assertThat(notes).containsExactly("/nodes/0 has a scale of zero");
    }

    @Test
    void aMatrixIsUsedAndItsPartsAreTold() throws IOException {
        Transform t = of("{'matrix':[0,2,0,0, -2,0,0,0, 0,0,2,0, 7,8,9,1],'translation':[1,1,1]}");
        assertThat(t.matrix()
                        .equals(
                                new Matrix4d()
                                        .translate(7, 8, 9)
                                        .rotateZ(Math.PI / 2)
                                        .scale(2),
                                1e-9))
                .isTrue();
        assertThat(notes).containsExactly("/nodes/0 has a matrix and single transforms; the matrix is used");
    }

    @ParameterizedTest
    @CsvSource({"3, 0.5", "7, 0.5", "11, 0.5", "15, 2"})
    void aLastRowThatIsNoneIsTold(int at, double v) throws IOException {
        double[] m = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1};
        m[at] = v;
        of("{'matrix':" + java.util.Arrays.toString(m) + "}");
        assertThat(notes).contains("/nodes/0 has a matrix whose last row is not 0 0 0 1");
    }

    @ParameterizedTest
    @CsvSource({"1, 0.0001, 1", "1, 0.000001, 0", "1000, 0.001, 0", "1000, 0.1, 1"})
    void whatShearsIsToldByTheSizeOfIt(double size, double shear, int told) throws IOException {
        of("{'matrix':[" + size + ",0,0,0, " + shear + "," + size + ",0,0, 0,0," + size + ",0, 0,0,0,1]}");
        assertThat(notes).hasSize(told);
        assertThat(notes).allMatch(n -> n.contains("a matrix that shears"));
    }
}
