package idleheron.formats.obj.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.formats.obj.document.ObjDocument;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What unit and up axis are guessed from the size of a surface and from what comments say. */
class ObjChecksTest {
    private static Scene read(String text) throws IOException {
        return ObjSceneReader.read(
                ObjDocument.read("a.obj", MemorySegment.ofArray(text.getBytes(StandardCharsets.UTF_8))), "a", null);
    }

    /** A box from one corner to another, as one face. */
    private static Finding of(double x0, double y0, double z0, double x1, double y1, double z1) throws IOException {
        String text = "v %s %s %s\nv %s %s %s\nv %s %s %s\nf 1 2 3\n".formatted(x0, y0, z0, x1, y1, z1, x0, y1, z1);
        return ObjChecks.of(read(text)).getFirst();
    }

    @ParameterizedTest
    @CsvSource({
        "0.79, ''",
        "0.8, metres",
        "3.5, metres",
        "3.51, ''",
        "34.9, ''",
        "35, inches",
        "79.9, inches",
        "80, centimetres",
        "350, centimetres",
        "351, ''",
        "799, ''",
        "800, millimetres",
        "3500, millimetres",
        "3501, ''"
    })
    void theUnitInWhichItIsAsLongAsAPersonOrAProp(double length, String unit) throws IOException {
        Finding f = of(0, 0, 0, length / 3, length, length / 4);
        if (unit.isEmpty()) {
            assertThat(f.message()).contains("fits no unit");
        } else {
            assertThat(f.message()).contains("In " + unit + " its longest side is");
        }
        boolean other = !unit.isEmpty() && !unit.equals("metres");
        assertThat(f.severity()).isEqualTo(other ? Severity.DRIFTS : Severity.NOTE);
        assertThat(f.remedy() != null).isEqualTo(other);
    }

    @ParameterizedTest
    @CsvSource({
        // along Z, from 0, more than twice the others: though it begins at 0 along Y as well
        "0, 0, 0, 0.8, 0.8, 1.8, true",
        // not so much longer, and at 0 along Y too
        "0, 0, 0, 1, 0.8, 1.8, false",
        // the same, not at 0 along Y
        "0, -0.4, 0, 1, 0.4, 1.8, true",
        // less than 1.3 times of Y
        "0, -0.7, 0, 0.5, 0.7, 1.8, false",
        // not at 0 along Z
        "0, -0.4, -0.9, 0.5, 0.4, 0.9, false",
        // within two hundredths of it
        "0, -0.4, -0.03, 0.5, 0.4, 1.77, true",
        "0, -0.4, -0.04, 0.5, 0.4, 1.76, false"
    })
    void zMayBeUpWhereItStandsThere(double x0, double y0, double z0, double x1, double y1, double z1, boolean zUp)
            throws IOException {
        Finding f = of(x0, y0, z0, x1, y1, z1);
        assertThat(f.message().contains("so Z may be up")).isEqualTo(zUp);
        assertThat(f.remedy() != null).isEqualTo(zUp);
    }

    @Test
    void theBoxIsThatOfPointsThatAreNumbers() throws IOException {
        Scene s = read("v 0 0 0\nv 1 2 0\nv nan 9000 0.5\nv 0 -5 nan\nf 1 2 3\nf 1 2 4\n");
        assertThat(ObjChecks.of(s).getFirst().message()).contains("longest side of 9005 fits no unit");
    }

    @Test
    void nothingIsSaidOfATextWithoutPoints() throws IOException {
        assertThat(ObjChecks.of(read("o a\n"))).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"all in mm", "Units: feet", "z-up", "measured in metres", "up axis is Y", "cm"})
    void aCommentThatSpeaksOfThemIsQuoted(String comment) {
        assertThat(ObjHead.hint(List.of("by Mira", comment))).isEqualTo(comment);
    }

    @Test
    void aLongCommentOrAnotherOneIsNot() {
        String filler = "x".repeat(117);
        assertThat(ObjHead.hint(List.of("the summit of Cmolas", filler + " mm")))
                .isEmpty();
        assertThat(ObjHead.hint(List.of("x".repeat(116) + " mm"))).hasSize(119);
    }

    @Test
    void theProgramIsTheOneThatAFirstCommentNames() {
        assertThat(ObjHead.writer(List.of("1 unit is 1 m", "Idle Heron 0.1.0", "exported by hand")))
                .isEqualTo("Idle Heron 0.1.0");
        assertThat(ObjHead.writer(List.of("a net", "Exported by a yard"))).isEqualTo("Exported by a yard");
        assertThat(ObjHead.writer(List.of("a net", "importance"))).isEmpty();
    }

    @Test
    void whatWeSayOfAStageIsTakenAtItsWord() {
        Stage was = Stage.COMMON.withAxes(AxisSystem.Z_UP_LEFT).withMetersPerUnit(0.0254);
        Stage s = Objects.requireNonNull(ObjHead.declared(List.of("by hand", ObjHead.line(was))));
        assertThat(s.axes()).isEqualTo(AxisSystem.Z_UP_LEFT);
        assertThat(s.metersPerUnit()).isEqualTo(0.0254);
        assertThat(ObjHead.declared(List.of("by hand"))).isNull();
        assertThat(ObjHead.declared(List.of("1 unit is 1.2.3 m, Y up, Z to the front, X to the right")))
                .isNull();
        assertThat(ObjHead.declared(List.of("1 unit is 1 m, Y up, Y to the front, X to the right")))
                .isNull();
        Stage other = Objects.requireNonNull(
                ObjHead.declared(List.of("1 unit is 1e-2 m, -Z up, Y to the front, X to the right")));
        assertThat(other.axes().up()).isEqualTo(SignedAxis.named("-Z"));
        assertThat(other.metersPerUnit()).isEqualTo(0.01);
    }
}
